namespace Wrenlet.Core.Tasks.Words;

/// <summary>Makes titles of what something needs: "the sink trap needs emptying", "the list has to go off".</summary>
internal static class NeedyTitles
{
    /// <summary>"Has to go off", "needs to come out", "needs to go to the workshop": where it is then is what counts.</summary>
    public static bool IsOff(MessageWords words, int i) =>
        words.At(i).Lower is "go" or "come"
        && words.At(i + 1).Lower
            is "off"
                or "out"
                or "back"
                or "down"
                or "up"
                or "away"
                or "in"
                or "to"
                or "into"
                or "on"
        && words.At(i - 1).Is("to");

    /// <summary>
    /// The token after what needs something: "Ada's aunt loved the border and wants a photograph" is about the aunt, and "the hoist
    /// really must be mended" about the hoist.
    /// </summary>
    public static int EndOfThing(MessageWords words, int from, int needs)
    {
        var end = needs;
        while (end > from + 1 && words.ClassAt(end - 1) is WordClass.Adverb)
            end--;
        for (var i = from + 1; i < end; i++)
            if (words.ClassAt(i) is WordClass.Comma && words.At(i + 1).Lower is "which" or "who")
                return i;
        if (words.ClassAt(end - 1) is not WordClass.Conjunction)
            return end;
        for (var i = from + 1; i < end - 1; i++)
            if (Needing.IsToldBefore(words, words.SentenceOf(from), i) is not null)
                return Needing.IsShortForIs(words, i) ? i + 1 : i;
        for (var i = from + 1; i < end - 1; i++)
            if (words.ClassAt(i) is WordClass.Past && words.ClassAt(i + 1) is WordClass.Determiner or WordClass.Object)
                return i;
        return end;
    }

    /// <summary>"The bins need to go out, can the kitchen see to that": what is needed; null where nothing is to be seen to.</summary>
    public static Candidate? SeenTo(MessageWords words, Candidate request)
    {
        if (!PromisedBefore.IsSeeingToIt(words, request.Content, request.End))
            return null;
        var s = request.Sentence;
        var end = request.From;
        // "The bins need emptying. Ada, see to it"
        if (!Enumerable.Range(s.From, Math.Max(0, end - s.From)).Any(i => words.At(i).Lower is "need" or "needs"))
        {
            if (s.Index == 0)
                return null;
            s = words.Sentences[s.Index - 1];
            end = s.To;
        }

        while (end > s.From && !words.IsPlain(end - 1))
            end--;
        for (var i = s.From; i < end; i++)
            if (i == s.From || !words.IsPlain(i - 1))
                foreach (var (verb, complement) in Needing.Of(words, s, i))
                    if (complement < end)
                        return request with
                        {
                            Sentence = s,
                            From = i,
                            Needs = verb,
                            Content = complement,
                            End = end,
                            Cue = new(Cue.Thing, complement, complement, null),
                        };
        return null;
    }

    /// <summary>"Sink trap needs emptying": the sink trap. Numbers and names stay as they are.</summary>
    public static string Determined(MessageWords words, int from, int needs, string thing)
    {
        for (var i = from; i < needs; i++)
            if (
                words.ClassAt(i)
                    is not (
                        WordClass.Noun
                        or WordClass.NounOrVerb
                        or WordClass.VerbOrNoun
                        or WordClass.Verb
                        or WordClass.VerbOrAdjective
                        or WordClass.Third
                    )
                || (i > from && char.IsUpper(words.Text[words.At(i).Span.Start]))
                || Lexicon.Numbers.ContainsKey(words.At(i).Lower)
            )
                return thing;
        // A single word with a capital may be a name: that of several seldom is.
        return
            thing.Length == 0
            || (
                needs == from + 1
                && char.IsUpper(words.Text[words.At(from).Span.Start])
                && !NamingWords.IsPlural(words.At(from).Lower)
            )
            ? thing
            : "the " + char.ToLowerInvariant(thing[0]) + thing[1..];
    }

    /// <summary>"The hoist must be looked at": look at the hoist.</summary>
    public static string DoneTo(MessageWords words, Candidate request, string verb, string thing, string rest)
    {
        var at = request.Content + 1;
        var stranded = words.At(at).Lower;
        return
            at < request.End
            && words.TimeAt(at) is null
            && stranded is "at" or "into" or "after" or "to"
            && (at + 1 >= request.End || !words.IsPlain(at + 1))
            && rest.TrimStart().StartsWith(stranded, StringComparison.Ordinal)
            ? $"{verb} {stranded} {thing} {rest.TrimStart()[stranded.Length..]}"
            : $"{verb} {thing} {rest}";
    }
}
