using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Mends typing slips in the long words that name days and months: one letter too many, too few, wrong, or two swapped.
/// </summary>
internal static class Slips
{
    private static readonly string[] Long =
    [
        "monday",
        "tuesday",
        "wednesday",
        "thursday",
        "friday",
        "saturday",
        "sunday",
        "tomorrow",
        "tonight",
        "afternoon",
        "fortnight",
        "weekend",
        "january",
        "february",
        "september",
        "october",
        "november",
        "december",
        "immediately",
        "please",
        "urgent",
        "possible",
    ];

    /// <summary>Words of their own that stand as close to one of those.</summary>
    private static readonly FrozenSet<string> OwnWords = FrozenSet.ToFrozenSet([
        "mondays",
        "tuesdays",
        "wednesdays",
        "thursdays",
        "fridays",
        "saturdays",
        "sundays",
        "afternoons",
        "fortnights",
        "weekends",
        "urgently",
        "pleased",
        "pleases",
        "pleaser",
        "pleasee",
        "sundry",
        "impossible",
        "sunday's",
        "friday's",
        "monday's",
        "weekend's",
        "weekender",
        "possibly",
    ]);

    private static readonly FrozenSet<string> Known = Long.ToFrozenSet();

    /// <summary>The word that was meant; the word itself where no slip is seen.</summary>
    /// <param name="word">In lower case.</param>
    public static string Mend(string word)
    {
        if (word.Length is < 5 or > 12 || Known.Contains(word) || OwnWords.Contains(word))
            return word;
        foreach (var meant in Long)
            if (
                Math.Abs(meant.Length - word.Length) <= 1
                && word[0] == meant[0]
                && word[^1] == meant[^1]
                && OneSlip(word, meant)
            )
                return meant;
        return word;
    }

    /// <summary>
    /// Whether two words differ by one slip (Damerau, 1964): an insertion, a deletion, a substitution, or a swap of
    /// neighbours.
    /// </summary>
    private static bool OneSlip(ReadOnlySpan<char> typed, ReadOnlySpan<char> meant)
    {
        var same = typed.CommonPrefixLength(meant);
        var a = typed[same..];
        var b = meant[same..];
        if (a.Length == b.Length)
            return a.Length > 0
                && (
                    a[1..].SequenceEqual(b[1..])
                    || (a.Length > 1 && a[0] == b[1] && a[1] == b[0] && a[2..].SequenceEqual(b[2..]))
                );
        return a.Length > b.Length ? a[1..].SequenceEqual(b) : a.SequenceEqual(b[1..]);
    }
}
