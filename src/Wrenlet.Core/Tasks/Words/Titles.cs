using System.Text;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Makes a title of what is left of a request.</summary>
internal static class Titles
{
    private static readonly char[] Edges = [' ', ',', ';', ':', '.', '!', '?', '-', '–', '—', '"', '\t', '\n', '\r'];

    private static readonly string[] Dangling =
    [
        " and",
        " but",
        " or",
        " by",
        " on",
        " at",
        " for",
        " please",
        " before",
        " then",
        " so",
        " also",
        " thanks",
        " thank you",
        " cheers",
        " ta",
        " with",
        " as",
        " the",
        " to",
        " not",
        " pls",
        " deadline",
        " due",
        " any time",
        " anytime",
        " sometime",
        " it's",
        " very",
    ];

    /// <summary>The text of a span without the given runs in it, joined and tidied.</summary>
    public static string Of(string text, Span whole, IEnumerable<Span> without)
    {
        var title = new StringBuilder();
        var at = whole.Start;
        foreach (var cut in without.Where(c => c.Overlaps(whole)).OrderBy(c => c.Start))
        {
            if (cut.Start > at)
                title.Append(text, at, cut.Start - at).Append(' ');
            at = Math.Max(at, cut.End);
        }

        if (at < whole.End)
            title.Append(text, at, whole.End - at);
        return Polish(title.ToString());
    }

    /// <summary>Folds blanks, trims what dangles at the edges and makes the first letter large.</summary>
    public static string Polish(string words)
    {
        var title = string.Join(' ', words.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries))
            .Replace(" ,", ",", StringComparison.Ordinal)
            .Replace("@", "", StringComparison.Ordinal)
            .Trim(Edges);
        for (var before = ""; before != title; )
        {
            before = title;
            foreach (var end in Dangling)
                if (title.EndsWith(end, StringComparison.OrdinalIgnoreCase))
                    title = title[..^end.Length].TrimEnd(Edges);
            if (title.StartsWith("and ", StringComparison.OrdinalIgnoreCase))
                title = title[4..];
        }

        return title.Length == 0 ? title : char.ToUpperInvariant(title[0]) + title[1..];
    }

    /// <summary>The title with somebody's name in the place of "you", "your" and "yours".</summary>
    public static string Naming(string title, string them) =>
        string.Join(
            ' ',
            title
                .Split(' ')
                .Select(word =>
                {
                    var bare = word.TrimEnd(',', ';', ':', ')');
                    var named = bare.ToLowerInvariant() switch
                    {
                        "you" => them,
                        "your" or "yours" => $"{them}’s",
                        _ => null,
                    };
                    return named is null ? word : named + word[bare.Length..];
                })
        );
}
