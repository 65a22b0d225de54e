using System.Globalization;
using NodaTime;

namespace Wrenlet.Core.Calendars;

/// <summary>Lengths of time in words, as every reason and label says them.</summary>
public static class WorkingTimeWords
{
    /// <summary>A length rounded to the minute: "25 min", "3 h", "1 h 20".</summary>
    public static string Of(Duration length)
    {
        var minutes = (long)Math.Floor(Math.Abs(length.TotalMinutes) + 1e-9);
        var (hours, rest) = Math.DivRem(minutes, 60);
        var culture = CultureInfo.InvariantCulture;
        if (hours == 0)
            return string.Create(culture, $"{rest} min");
        return rest == 0 ? string.Create(culture, $"{hours} h") : string.Create(culture, $"{hours} h {rest:00}");
    }
}
