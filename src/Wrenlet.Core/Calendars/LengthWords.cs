using System.Globalization;
using System.Text.RegularExpressions;
using NodaTime;

namespace Wrenlet.Core.Calendars;

/// <summary>Reads lengths of time as people type them.</summary>
public static partial class LengthWords
{
    /// <summary>The longest length that is read.</summary>
    public static readonly Duration Most = Duration.FromHours(10_000);

    /// <summary>
    /// "1:30", "90 min", "1.5 h", "1,5", "1h30", "2 h 15 min", "half an hour"; a bare number is hours. Null when it is
    /// none of these, or longer than <see cref="Most"/>. Rounded to the minute.
    /// </summary>
    public static Duration? Read(string words)
    {
        var text = words.Trim().ToLowerInvariant().Replace(',', '.');
        double? hours = text switch
        {
            "half an hour" or "half hour" => 0.5,
            "an hour" or "one hour" => 1,
            "an hour and a half" => 1.5,
            _ => null,
        };
        if (hours is null && Colon().Match(text) is { Success: true } colon)
            hours = Number(colon.Groups[1]) + Number(colon.Groups[2]) / 60;
        if (hours is null && Parts().Match(text) is { Success: true } parts)
            hours =
                Number(parts.Groups[1])
                + Number(parts.Groups[3])
                + ((Number(parts.Groups[2]) + Number(parts.Groups[4])) / 60);
        return hours is { } h && h * 60 <= Most.TotalMinutes
            ? Duration.FromMinutes(Math.Round(h * 60, MidpointRounding.AwayFromZero))
            : null;
    }

    private static double Number(Group digits) =>
        digits.Success ? double.Parse(digits.Value, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture) : 0;

    [GeneratedRegex(@"^(\d{1,5}):([0-5]\d)( ?h| hours)?$", RegexOptions.NonBacktracking)]
    private static partial Regex Colon();

    /// <summary>Hours with their word and minutes behind them; or a bare number; or minutes alone.</summary>
    [GeneratedRegex(
        @"^(?:(\d{1,5}(?:\.\d{1,3})?) ?(?:h|hr|hrs|hour|hours)(?: ?(?:and )?([0-5]?\d) ?(?:m|min|mins|minutes)?)?"
            + @"|(\d{1,5}(?:\.\d{1,3})?)|(\d{1,6}) ?(?:m|min|mins|minute|minutes))$",
        RegexOptions.NonBacktracking
    )]
    private static partial Regex Parts();
}
