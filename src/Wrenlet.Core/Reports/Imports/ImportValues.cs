using System.Collections.Frozen;
using System.Globalization;
using System.Text.RegularExpressions;
using NodaTime;
using Wrenlet.Core.Sheets;

namespace Wrenlet.Core.Reports.Imports;

/// <summary>Which of day and month stands first where a column writes both as numbers.</summary>
/// <param name="DayFirst">Whether the day does.</param>
/// <param name="Sure">Whether the column's own values say so; else it is the firm's habit.</param>
public readonly record struct DayOrder(bool DayFirst, bool Sure);

/// <summary>Reads values as other programs write them.</summary>
public static partial class ImportValues
{
    private static readonly FrozenSet<string> Yes = Set("yes", "y", "true", "1", "x", "on", "ja", "oui", "si", "sim");
    private static readonly FrozenSet<string> No = Set(
        "no",
        "n",
        "false",
        "0",
        "off",
        "nein",
        "non",
        "não",
        "nao",
        "-"
    );
    private static readonly string[] Months =
    [
        "jan",
        "feb",
        "mar",
        "apr",
        "may",
        "jun",
        "jul",
        "aug",
        "sep",
        "oct",
        "nov",
        "dec",
    ];

    private static FrozenSet<string> Set(params string[] words) => words.ToFrozenSet(StringComparer.OrdinalIgnoreCase);

    /// <summary>Yes, no, or null for neither.</summary>
    public static bool? ReadYesNo(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        var word = text.Trim();
        return Yes.Contains(word) ? true
            : No.Contains(word) ? false
            : null;
    }

    /// <summary>Whether a value looks like a mail address.</summary>
    public static bool IsMail(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        return text.Length <= 254 && Mail().IsMatch(text.Trim());
    }

    /// <summary>Whether a value looks like a telephone number: six to fifteen digits (ITU-T E.164), nothing else much.</summary>
    public static bool IsPhone(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        var digits = text.Count(char.IsAsciiDigit);
        return digits is >= 6 and <= 15 && Phone().IsMatch(text.Trim()) && ReadDay(text, new(true, false)) is null;
    }

    /// <summary>
    /// A day as people and programs write it, with or without a time behind it: 2026-05-04, 4/5/2026, 4.5.26, 4 May
    /// 2026, May 4, 2026; null for none.
    /// </summary>
    /// <param name="text">What stands in the file.</param>
    /// <param name="order">Which of day and month stands first in its column.</param>
    public static LocalDate? ReadDay(string text, DayOrder order)
    {
        ArgumentNullException.ThrowIfNull(text);
        var trimmed = text.Trim();
        if (trimmed.Length is < 6 or > 40)
            return null;
        if (YearFirst().Match(trimmed) is { Success: true } iso)
            return Day(Part(iso, "y"), Part(iso, "m"), Part(iso, "d"));
        if (Numbers().Match(trimmed) is { Success: true } numbers)
        {
            var (one, two, year) = (Part(numbers, "a"), Part(numbers, "b"), Year(Part(numbers, "y")));
            return order.DayFirst ? Day(year, two, one) : Day(year, one, two);
        }

        if (DayOfMonth().Match(trimmed) is { Success: true } words && Month(words) is { } month)
            return Day(Year(Part(words, "y")), month, Part(words, "d"));
        return MonthOfDay().Match(trimmed) is { Success: true } other && Month(other) is { } named
            ? Day(Year(Part(other, "y")), named, Part(other, "d"))
            : null;
    }

    /// <summary>
    /// Which of day and month stands first in a column: what any of its values proves, by a part above twelve; else the
    /// firm's habit.
    /// </summary>
    /// <param name="column">All values of the column.</param>
    /// <param name="dayFirst">The firm's habit.</param>
    public static DayOrder OrderOf(IEnumerable<string> column, bool dayFirst)
    {
        ArgumentNullException.ThrowIfNull(column);
        var (day, month) = (0, 0);
        foreach (var value in column)
        {
            if (value.Length > 40 || Numbers().Match(value.Trim()) is not { Success: true } found)
                continue;
            var (one, two) = (Part(found, "a"), Part(found, "b"));
            if (one > 12 && two <= 12)
                day++;
            else if (two > 12 && one <= 12)
                month++;
        }

        return day == month ? new(dayFirst, false) : new(day > month, true);
    }

    /// <summary>Whether a value looks so.</summary>
    public static bool Fits(Looks looks, string text, IReadOnlySet<string> choices) =>
        looks switch
        {
            Looks.Mail => IsMail(text),
            Looks.Phone => IsPhone(text),
            Looks.Day => ReadDay(text, new(true, false)) is not null || ReadDay(text, new(false, false)) is not null,
            Looks.Number => Figures.Read(text, '.') is not null || Figures.Read(text, ',') is not null,
            Looks.YesNo => ReadYesNo(text) is not null,
            Looks.Choice => choices is not null && choices.Contains(Folding.Of(text.Trim())),
            _ => true,
        };

    private static int Part(Match match, string name) =>
        int.Parse(match.Groups[name].Value, NumberStyles.None, CultureInfo.InvariantCulture);

    /// <summary>Two digits mean the hundred years that end forty years from 2029: what firms bring along is not older.</summary>
    private static int Year(int year) =>
        year >= 100 ? year
        : year < 70 ? 2000 + year
        : 1900 + year;

    private static int? Month(Match match)
    {
        var at = Array.IndexOf(Months, match.Groups["m"].Value[..3].ToLowerInvariant());
        return at < 0 ? null : at + 1;
    }

    private static LocalDate? Day(int year, int month, int day) =>
        year is >= 1900 and < 3000
        && month is >= 1 and <= 12
        && day >= 1
        && day <= CalendarSystem.Iso.GetDaysInMonth(year, month)
            ? new LocalDate(year, month, day)
            : null;

    [GeneratedRegex(@"^[^\s@<>,;]+@[^\s@<>,;]+\.[^\s@<>,;.]+$")]
    private static partial Regex Mail();

    [GeneratedRegex(@"^(tel\.?:?\s*)?[+(]?[\d\s().\-/]{6,25}$", RegexOptions.IgnoreCase)]
    private static partial Regex Phone();

    [GeneratedRegex(@"^(?<y>\d{4})[-/.](?<m>\d{1,2})[-/.](?<d>\d{1,2})([T ].*)?$")]
    private static partial Regex YearFirst();

    [GeneratedRegex(@"^(?<a>\d{1,2})[-/. ]\s?(?<b>\d{1,2})[-/. ]\s?(?<y>\d{4}|\d{2})([T, ].*)?$")]
    private static partial Regex Numbers();

    [GeneratedRegex(
        @"^([A-Za-z]{2,9},?\s+)?(?<d>\d{1,2})(st|nd|rd|th)?[-. ]\s*(?<m>[A-Za-z]{3,9})\.?,?[-. ]\s*(?<y>\d{4}|\d{2})([T, ].*)?$"
    )]
    private static partial Regex DayOfMonth();

    [GeneratedRegex(
        @"^([A-Za-z]{2,9},?\s+)?(?<m>[A-Za-z]{3,9})\.?\s+(?<d>\d{1,2})(st|nd|rd|th)?,?\s+(?<y>\d{4})([T, ].*)?$"
    )]
    private static partial Regex MonthOfDay();
}
