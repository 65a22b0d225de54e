using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace Wrenlet.Core.Calendars;

/// <summary>Days and moments in words, as labels and reasons say them.</summary>
public static class DateWords
{
    private static readonly LocalDatePattern DayPattern = LocalDatePattern.Create(
        "ddd d MMM",
        CultureInfo.InvariantCulture
    );
    private static readonly LocalDatePattern YearPattern = LocalDatePattern.Create(
        "ddd d MMM yyyy",
        CultureInfo.InvariantCulture
    );
    private static readonly LocalTimePattern TimePattern = LocalTimePattern.Create(
        "HH:mm",
        CultureInfo.InvariantCulture
    );

    /// <summary>"Thu 16 Apr", with the year when it is not this one.</summary>
    public static string Day(LocalDate date, LocalDate today) =>
        (date.Year == today.Year ? DayPattern : YearPattern).Format(date);

    /// <summary>"today 14:30", "Thu 16 Apr 12:00".</summary>
    public static string Moment(LocalDateTime moment, LocalDate today) =>
        $"{(moment.Date == today ? "today" : Day(moment.Date, today))} {TimePattern.Format(moment.TimeOfDay)}";

    /// <summary>"14:30".</summary>
    public static string Time(LocalTime time) => TimePattern.Format(time);
}
