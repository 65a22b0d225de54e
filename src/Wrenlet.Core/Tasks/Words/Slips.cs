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

    /// <summary>Things whose names end like a verb that is spoken fast.</summary>
    private static readonly FrozenSet<string> InTheirOwnRight = Lexicon.Set(
        "raisin bobbin cabin robin satin muffin coffin resin cousin merlin virgin"
    );

    /// <summary>Words as they are written short, or without their apostrophe.</summary>
    private static readonly FrozenDictionary<string, string> Short = new Dictionary<string, string>
    {
        ["u"] = "you",
        ["til"] = "until",
        ["'til"] = "until",
        ["ur"] = "your",
        ["ya"] = "you",
        ["pls"] = "please",
        ["plz"] = "please",
        ["plse"] = "please",
        ["ppl"] = "people",
        ["cud"] = "could",
        ["wud"] = "would",
        ["wd"] = "would",
        ["shud"] = "should",
        ["thx"] = "thanks",
        ["tmrw"] = "tomorrow",
        ["tmw"] = "tomorrow",
        ["2moro"] = "tomorrow",
        ["2morrow"] = "tomorrow",
        ["2day"] = "today",
        ["2nite"] = "tonight",
        ["tonite"] = "tonight",
        ["b4"] = "before",
        ["bfore"] = "before",
        ["befor"] = "before",
        ["afore"] = "before",
        ["n"] = "and",
        ["some1"] = "someone",
        ["sum1"] = "someone",
        ["sumone"] = "someone",
        ["any1"] = "anyone",
        ["every1"] = "everyone",
        ["yday"] = "yesterday",
        ["im"] = "i'm",
        ["ive"] = "i've",
        ["dont"] = "don't",
        ["doesnt"] = "doesn't",
        ["didnt"] = "didn't",
        ["cant"] = "can't",
        ["wont"] = "won't",
        ["isnt"] = "isn't",
        ["havent"] = "haven't",
        ["hasnt"] = "hasn't",
        ["wasnt"] = "wasn't",
        ["werent"] = "weren't",
        ["couldnt"] = "couldn't",
        ["wouldnt"] = "wouldn't",
        ["shouldnt"] = "shouldn't",
        ["youre"] = "you're",
        ["theyre"] = "they're",
        ["thats"] = "that's",
        ["theres"] = "there's",
        ["whats"] = "what's",
        ["lets"] = "let's",
        ["gonna"] = "going",
        ["gotta"] = "gotta",
        ["fwd"] = "forward",
        ["asap"] = "asap",
        ["abt"] = "about",
        ["wi"] = "with",
        ["wi'"] = "with",
        ["tha's"] = "you've",
        ["mins"] = "minutes",
        ["cn"] = "can",
        ["chk"] = "check",
        ["shd"] = "should",
        ["wen"] = "when",
        ["wot"] = "what",
        ["wots"] = "what's",
        ["agen"] = "again",
        ["nxt"] = "next",
        ["bk"] = "back",
        ["2moz"] = "tomorrow",
    }.ToFrozenDictionary();

    /// <summary>The word that was meant; the word itself where no slip is seen.</summary>
    /// <param name="word">In lower case.</param>
    public static string Mend(string word)
    {
        if (Short.TryGetValue(word, out var whole))
            return whole;
        if (IsWithoutItsG(word))
            return word + "g";
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

    /// <summary>"The lock needs changin": as it is spoken.</summary>
    private static bool IsWithoutItsG(string word) =>
        word.Length > 5
        && word.EndsWith("in", StringComparison.Ordinal)
        && word[^3] is not ('a' or 'o')
        && !InTheirOwnRight.Contains(word)
        && WordForms.ClassOf(word) is WordClass.Noun
        && WordForms.GerundBase(word + "g") is not null;

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
