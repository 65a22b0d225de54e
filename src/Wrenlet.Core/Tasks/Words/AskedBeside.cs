namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Finds what a sentence asks beside what it asked first: "water the ferns, and could somebody feed the cat", "can you water the
/// ferns today and feed the cat tomorrow?".
/// </summary>
internal static class AskedBeside
{
    /// <summary>
    /// The second of two things that are asked, and the first where a dash parts them; empty where there is none of its own.
    /// </summary>
    public static IReadOnlyList<ListedPart> Of(MessageWords words, Sentence s)
    {
        for (var joint = s.From + 2; joint + 2 < s.To; joint++)
        {
            var dash = words.ClassAt(joint) is WordClass.Dash;
            if (!dash && words.At(joint).Lower is not ("and" or "then" or "&") || words.TimeAt(joint) is not null)
                continue;
            var from = joint + 1;
            if (words.At(from).Lower is "then" or "also" or "please")
                from++;
            // "Let's air the tents on Thursday, and let's have the floor waxed by the fair"
            if (
                words.At(from).Is("let's")
                && words.At(s.From).Is("let's")
                && HasATime(words, s.From, joint)
                && HasATime(words, from, s.To)
            )
                return [new(s, from, from + 1, from + 1, s.To, null)];
            if (IsOfSomebody(words, s, from) is { } content && FirstOrder(words, s, joint) is not null)
                return [new(s, from, content, content, s.To, null)];
            // "Water the ferns, and Ada, could you feed the cat"
            if (
                words.WhoAt(from, s.To) is { } who
                && IsOfYou(words, s, who.To) is { } its
                && FirstOrder(words, s, joint) is not null
            )
                return [new(s, from, its, its, s.To, who)];
            if (
                Listing.Orders(words, from)
                // "And say we come on Friday": that is what is said.
                && (dash || words.At(from).Lower is not ("say" or "tell" or "ask" or "see" or "check" or "let"))
                && FirstOrder(words, s, joint) is { } first
                && HasATime(words, s.From, joint)
                && HasATime(words, from, s.To)
            )
            {
                var second = new ListedPart(s, from, from, from, EndOf(words, s, from), null);
                return dash
                    ? [new(s, first, first, first, joint, null), second]
                    : [.. Between(words, s, first, joint), second];
            }
        }

        return [];
    }

    /// <summary>"Sand it today, oil it tomorrow and fit it on Friday": what is ordered behind commas, each with its time.</summary>
    private static IEnumerable<ListedPart> Between(MessageWords words, Sentence s, int first, int joint)
    {
        for (var i = first + 2; i + 1 < joint; i++)
        {
            if (words.ClassAt(i) is not WordClass.Comma || !Listing.Orders(words, i + 1))
                continue;
            var end = i + 2;
            while (end < joint && words.ClassAt(end) is not WordClass.Comma)
                end++;
            if (HasATime(words, i + 1, end) && HasATime(words, first, i))
                yield return new(s, i + 1, i + 1, i + 1, end, null);
        }
    }

    /// <summary>
    /// "Ada water the ferns", with no mark between: had it been told of her, the verb would have an ending; "Ada cut the boards"
    /// may be. Null where it is not so.
    /// </summary>
    public static ListedPart? OfWhoIsNamed(MessageWords words, Sentence s)
    {
        var from = s.From;
        while (from < s.To && words.ClassAt(from) is WordClass.Courtesy or WordClass.Priority)
            from++;
        return
            words.WhoAt(from, s.To) is { Names.Count: 1 } who
            && words.ClassAt(who.Names[0]) is WordClass.Person
            && words.ClassAt(who.To) is WordClass.Verb or WordClass.VerbOrNoun
            && Listing.Orders(words, who.To)
            && !WordForms.HasSamePast(words.At(who.To).Lower)
            && !words.At(s.To).Is("?")
            ? new(s, from, who.To, who.To, s.To, who)
            : null;
    }

    /// <summary>"Could somebody feed the cat": where what they are to do begins; null where nobody in particular is asked.</summary>
    private static int? IsOfSomebody(MessageWords words, Sentence s, int from)
    {
        foreach (var cue in words.CuesAt(s, from))
            if (cue.Cue.Label is "ask someone" && Listing.Orders(words, cue.Content))
                return cue.Content;
        return null;
    }

    /// <summary>"Ada, could you feed the cat": where what she is to do begins.</summary>
    private static int? IsOfYou(MessageWords words, Sentence s, int from)
    {
        if (words.ClassAt(from) is WordClass.Comma)
            from++;
        foreach (var cue in words.CuesAt(s, from))
            if (cue.Cue.Label is "ask" && Listing.Orders(words, cue.Content))
                return cue.Content;
        return null;
    }

    /// <summary>Where something is asked before a token; null where nothing is, or something is told after it.</summary>
    private static int? FirstOrder(MessageWords words, Sentence s, int to)
    {
        for (var i = s.From; i < to; i++)
            if (words.ClassAt(i) is WordClass.Subordinator or WordClass.I or WordClass.We or WordClass.Denial)
                return null;
        for (var i = s.From; i < to; i++)
            if (
                Listing.Orders(words, i)
                && words.ClassAt(i - 1)
                    is not (WordClass.Determiner or WordClass.Possessive or WordClass.Noun or WordClass.Preposition)
            )
                return i;
        return null;
    }

    private static bool HasATime(MessageWords words, int from, int to) =>
        words.Times.Exists(t =>
            t.From > from
            && t.To <= to
            && t is { Due: not null, Repeats: null }
            // "The lease of 3 March"
            && !words.At(t.From - 1).Is("of")
        );

    /// <summary>Where it ends: before who is called at the end.</summary>
    private static int EndOf(MessageWords words, Sentence s, int from)
    {
        for (var i = from; i < s.To; i++)
            if (words.ClassAt(i) is WordClass.Comma && words.WhoAt(i + 1, s.To) is { } who && who.To == s.To)
                return i;
        return s.To;
    }
}
