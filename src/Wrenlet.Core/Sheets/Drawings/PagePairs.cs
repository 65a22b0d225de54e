namespace Wrenlet.Core.Sheets.Drawings;

/// <summary>A page of an earlier revision and the page of a later one that it became.</summary>
/// <param name="Before">Its number in the earlier one, from 1; null for a page that is new.</param>
/// <param name="After">Its number in the later one, from 1; null for a page that is gone.</param>
public sealed record PagePair(int? Before, int? After);

/// <summary>
/// Which page of a later revision belongs beside which page of an earlier one, so that a page put in between does not
/// set all that follow side by side with strangers. The pages keep their order: the pairing with the highest likeness
/// in all is the one that S. B. Needleman and C. D. Wunsch's method finds (J. Mol. Biol. 48, 1970).
/// </summary>
public static class PagePairs
{
    /// <summary>What two pages count that have nothing in common: enough to stand side by side where nothing better is,
    /// never enough to part two that are alike.</summary>
    private const double AtLeast = 1e-4;

    /// <summary>Pairs the pages.</summary>
    /// <returns>In the order of both; each page of either once.</returns>
    public static IReadOnlyList<PagePair> Between(PagedText before, PagedText after)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        var (n, m) = (before.Pages, after.Pages);
        var likeness = Likeness(PairsOfWords(before), PairsOfWords(after));
        var best = new double[n + 1, m + 1];
        for (var i = 1; i <= n; i++)
        for (var j = 1; j <= m; j++)
            best[i, j] = Math.Max(
                best[i - 1, j - 1] + AtLeast + likeness.GetValueOrDefault((i, j)),
                Math.Max(best[i - 1, j], best[i, j - 1])
            );
        var pairs = new List<PagePair>();
        var (a, b) = (n, m);
        while (a > 0 || b > 0)
            // What has no better place is said to be new or gone at the end of its stretch, not at its start.
            if (b > 0 && (a == 0 || best[a, b - 1] >= best[a, b]))
                pairs.Add(new(null, b--));
            else if (a > 0 && (b == 0 || best[a - 1, b] >= best[a, b]))
                pairs.Add(new(a--, null));
            else
                pairs.Add(new(a--, b--));
        pairs.Reverse();
        return pairs;
    }

    /// <summary>How alike pages are that have anything in common: the share of their pairs of words that both have
    /// (L. R. Dice, Ecology 26, 1945), from 0 to 1.</summary>
    private static Dictionary<(int Before, int After), double> Likeness(
        IReadOnlyList<HashSet<(string, string)>> before,
        IReadOnlyList<HashSet<(string, string)>> after
    )
    {
        var pages = new Dictionary<(string, string), List<int>>();
        for (var i = 0; i < before.Count; i++)
            foreach (var pair in before[i])
            {
                if (!pages.TryGetValue(pair, out var on))
                    pages[pair] = on = [];
                on.Add(i);
            }

        var likeness = new Dictionary<(int, int), double>();
        for (var j = 0; j < after.Count; j++)
            foreach (var pair in after[j])
                if (pages.TryGetValue(pair, out var on))
                    foreach (var i in on)
                        likeness[(i + 1, j + 1)] =
                            likeness.GetValueOrDefault((i + 1, j + 1)) + 2.0 / (before[i].Count + after[j].Count);
        return likeness;
    }

    /// <summary>Two words that follow each other, of each page: single words are on nearly every page.</summary>
    private static List<HashSet<(string, string)>> PairsOfWords(PagedText text)
    {
        List<HashSet<(string, string)>> pages =
        [
            .. Enumerable.Range(0, text.Pages).Select(_ => new HashSet<(string, string)>()),
        ];
        PageWord? last = null;
        foreach (var word in text.Words)
        {
            if (last is { } l && l.Page == word.Page)
                pages[word.Page - 1].Add((l.Text, word.Text));
            last = word;
        }

        return pages;
    }
}
