using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Makes a title neat at its edges.</summary>
internal static class TitleEdges
{
    public static readonly char[] Blank =
    [
        ' ',
        ',',
        ';',
        ':',
        '.',
        '!',
        '?',
        '-',
        '–',
        '—',
        '"',
        '/',
        '(',
        '=',
        '>',
        '→',
        '\t',
        '\n',
        '\r',
    ];

    private static readonly HashSet<string> Dangling =
    [
        "and",
        "but",
        "or",
        "by",
        "from",
        "on",
        "at",
        "for",
        "please",
        "before",
        "then",
        "so",
        "also",
        "thanks",
        "cheers",
        "ta",
        "with",
        "as",
        "the",
        "to",
        "not",
        "pls",
        "deadline",
        "due",
        "sometime",
        "it's",
        "very",
        "would",
        "could",
        "will",
        "can",
        "ok",
        "x",
        "xx",
        "xxx",
        "that",
        "if",
        "instead",
    ];

    /// <summary>What may stand last and says nothing of what is to be done.</summary>
    private static readonly FrozenSet<string> Ending = Lexicon.Set(
        "now later soon onwards myself yourself yourselves ourselves personally"
    );

    private static readonly FrozenSet<string> Welcome = Lexicon.Set(
        "great lovely wonderful brilliant helpful perfect appreciated fantastic good nice super ideal kind"
    );

    /// <summary>Folds blanks, trims what dangles at the edges and makes the first letter large.</summary>
    public static string Polish(string text)
    {
        var title = string.Join(' ', text.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries))
            .Replace(" ,", ",", StringComparison.Ordinal)
            .Replace(" :", ":", StringComparison.Ordinal)
            .Replace(",, and ", " and ", StringComparison.Ordinal)
            .Replace(",,", ",", StringComparison.Ordinal)
            .Replace(" - - ", ", ", StringComparison.Ordinal)
            .Replace(" =,", ",", StringComparison.Ordinal)
            .Replace("( )", "", StringComparison.Ordinal)
            .Replace("[ ]", "", StringComparison.Ordinal)
            .Replace("[]", "", StringComparison.Ordinal)
            .Replace("()", "", StringComparison.Ordinal)
            .Replace("(, )", "", StringComparison.Ordinal)
            .Replace("@", "", StringComparison.Ordinal)
            .Replace(",:", ":", StringComparison.Ordinal)
            .Trim(Blank);
        // "Minutes for the meeting, yes?", "order the lamp today, no, tomorrow is fine"
        foreach (var tag in (ReadOnlySpan<string>)[", yes", ", right", ", agreed", " is fine", " is ok", " is okay"])
            if (title.EndsWith(tag, StringComparison.Ordinal))
                title = title[..^tag.Length].TrimEnd(Blank);
        // "Fetch the glass that would be great"
        foreach (var lead in (ReadOnlySpan<string>)[" that would be ", " that'd be ", " it would be ", " it'd be "])
            if (
                title.LastIndexOf(lead, StringComparison.Ordinal) is > 0 and var thanks
                && title[(thanks + lead.Length)..] is var said
                && Welcome.Contains(said[(said.LastIndexOf(' ') + 1)..])
            )
                title = title[..thanks].TrimEnd(Blank);
        // "Blanks, ten of them"
        if (
            title.Split(", ") is [var things, var many]
            && many.Split(' ') is [var count, "of", "them"]
            && things.Length > 0
            && !things.StartsWith("the ", StringComparison.OrdinalIgnoreCase)
            && (Lexicon.Numbers.ContainsKey(count) || char.IsAsciiDigit(count[0]))
        )
            title = $"{count} {char.ToLowerInvariant(things[0])}{things[1..]}";
        // "Cakes - all for the open day", the day being understood
        foreach (var all in (ReadOnlySpan<string>)[" - all", ", all", " - both", ", both"])
            if (title.EndsWith(all, StringComparison.Ordinal))
                title = title[..^all.Length].TrimEnd(Blank);
        while (
            title.LastIndexOf(' ') is > 0 and var last
            && Dangling.Contains(title[(last + 1)..].ToLowerInvariant())
            // "The sign has lost its X"
            && title[(last + 1)..] is not "X"
            // "See to that"
            && !title.EndsWith(" to that", StringComparison.Ordinal)
            && title is not ("Do that" or "do that")
            && !IsPutOn(title, last)
        )
            title = title[..last].TrimEnd(Blank);
        // "Do the gilding myself", "hang the door now"; "go now" would say too little without.
        if (
            title.Split(' ') is [.., _, _, var end] parts
            && parts.Length > 2
            && Ending.Contains(end.ToLowerInvariant())
        )
            title = title[..^end.Length].TrimEnd(Blank);
        // "Call me as soon as you're there", of which the clause is left out
        if (title.EndsWith(" as", StringComparison.Ordinal))
            title = title[..^3].TrimEnd(Blank);
        // "Book the room (28th, 9am)", the last bracket being no word
        if (title.LastIndexOf('(') > title.LastIndexOf(')'))
            title += ")";
        while (
            title.IndexOf(' ', StringComparison.Ordinal) is > 0 and var blank
            && title[..blank].TrimEnd(',').ToLowerInvariant()
                is "and"
                    or "then"
                    or "so"
                    or "but"
                    or "also"
                    or "just"
                    or "or"
                    or "to"
        )
            title = title[(blank + 1)..].TrimStart(Blank);
        return title.Length == 0 ? title : char.ToUpperInvariant(title[0]) + title[1..];
    }

    /// <summary>"Put the heating on": the last word is of the verb.</summary>
    private static bool IsPutOn(string title, int last) =>
        title[..last].EndsWith(" looked", StringComparison.Ordinal)
        // "Find out where they come from"
        || title[last..] is " from"
            && title.Split(' ').Any(w => w.ToLowerInvariant() is "where" or "who" or "what" or "which")
        || title[..last].EndsWith(" signed", StringComparison.Ordinal)
        || title[last..] is " on"
            && title.Split(' ')[0].ToLowerInvariant() is "put" or "turn" or "switch" or "leave" or "keep" or "have";
}
