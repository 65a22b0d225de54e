using Ical.Net;
using Ical.Net.DataTypes;
using NodaTime;
using NodaTime.Extensions;
using Duration = NodaTime.Duration;

namespace Wrenlet.Formats.Calendars;

/// <summary>What all calendar files have in common (RFC 5545).</summary>
public static class CalendarFile
{
    /// <summary>The calendar's media type, without its charset.</summary>
    public const string MediaType = "text/calendar";

    /// <summary>A calendar, or what is wrong with its text.</summary>
    internal static (Calendar? Calendar, string? Wrong) Load(string text)
    {
        try
        {
            return Calendar.Load(text) is { } calendar ? (calendar, null) : (null, "There is no calendar in it.");
        }
#pragma warning disable CA1031 // The parser's exceptions are not all its own; whatever it cannot read is said to be no calendar.
        catch (Exception wrong)
#pragma warning restore CA1031
        {
            return (null, $"It is no calendar that can be read: {wrong.Message}.");
        }
    }

    /// <summary>A moment of a calendar; one without a time of day is the day's begin, or its last minute.</summary>
    internal static Instant? Moment(CalDateTime? at, DateTimeZone zone, bool endOfDay)
    {
        if (at is null)
            return null;
        if (!at.HasTime)
            return LocalDate.FromDateTime(at.Value).PlusDays(endOfDay ? 1 : 0).AtStartOfDayInZone(zone).ToInstant()
                - (endOfDay ? Duration.FromMinutes(1) : Duration.Zero);
        return at.IsFloating
            ? LocalDateTime.FromDateTime(at.Value).InZoneLeniently(zone).ToInstant()
            : at.AsUtc.ToInstant();
    }

    internal static CalDateTime Local(Instant at, DateTimeZone zone) =>
        new(at.InZone(zone).ToDateTimeUnspecified(), zone.Id);

    internal static CalDateTime Utc(Instant at) => new(at.ToDateTimeUtc(), "UTC");
}
