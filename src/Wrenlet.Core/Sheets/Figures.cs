using System.Globalization;
using System.Text.RegularExpressions;

namespace Wrenlet.Core.Sheets;

/// <summary>Reads numbers out of the values of a column.</summary>
public static partial class Figures
{
    /// <summary>
    /// A number as people write it, with or without thousands, with a sign or code of a currency or without; null for
    /// none.
    /// </summary>
    /// <param name="text">What stands in the file.</param>
    /// <param name="mark">What stands before a fraction in its column: a point or a comma.</param>
    /// <param name="withUnit">Whether a unit may stand behind it, whatever it is.</param>
    public static decimal? Read(string text, char mark, bool withUnit = false)
    {
        ArgumentNullException.ThrowIfNull(text);
        var found = (withUnit ? Measured() : Number()).Match(text.Trim());
        if (!found.Success)
            return null;
        var digits = Gaps().Replace(found.Groups["digits"].Value, "");
        var (point, comma) = (digits.LastIndexOf('.'), digits.LastIndexOf(','));
        // Where both stand in it, it says itself which is which.
        if (point >= 0 && comma >= 0)
            mark = point > comma ? '.' : ',';
        var plain = digits.Replace(mark is '.' ? "," : ".", "", StringComparison.Ordinal).Replace(mark, '.');
        return decimal.TryParse(plain, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number)
            ? found.Groups["minus"].Success
                ? -number
                : number
            : null;
    }

    /// <summary>
    /// What stands before a fraction in a column: as any of its values proves, by both marks in it or by other than three
    /// digits behind one; else a point.
    /// </summary>
    public static char MarkOf(IEnumerable<string> column)
    {
        ArgumentNullException.ThrowIfNull(column);
        foreach (var value in column)
        {
            if (value.Length > 60 || Measured().Match(value.Trim()) is not { Success: true } found)
                continue;
            var digits = Gaps().Replace(found.Groups["digits"].Value, "");
            var (point, comma) = (digits.LastIndexOf('.'), digits.LastIndexOf(','));
            if (point >= 0 && comma >= 0)
                return point > comma ? '.' : ',';
            var last = Math.Max(point, comma);
            if (last < 0)
                continue;
            if (digits.Count(c => c == digits[last]) > 1)
                return digits[last] is '.' ? ',' : '.';
            if (digits.Length - last - 1 != 3 || digits.StartsWith('0'))
                return digits[last];
        }

        return '.';
    }

    [GeneratedRegex(
        @"^(?<minus>[-−])?\s*([A-Z]{3}|\p{Sc})?\s*(?<minus>[-−])?(?<digits>\d[\d.,'’\u00A0\u202F ]*)\s*([A-Z]{3}|\p{Sc}|%)?$"
    )]
    private static partial Regex Number();

    [GeneratedRegex(@"['’\u00A0\u202F ]")]
    private static partial Regex Gaps();

    [GeneratedRegex(
        @"^(?<minus>[-−+])?\s*([A-Z]{3}|\p{Sc})?\s*(?<minus>[-−])?(?<digits>\d[\d.,'’\u00A0\u202F ]*)\s*\D*$"
    )]
    private static partial Regex Measured();
}
