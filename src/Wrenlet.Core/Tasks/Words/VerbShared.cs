namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Finds two things to be done by a time each, of which the verb is said once: "I'll do the wages tonight and the rota on
/// Friday", "send the plan to the builders today, Ada, and to everybody else on Monday".
/// </summary>
internal static class VerbShared
{
    /// <summary>Both; empty where it is not so.</summary>
    public static IReadOnlyList<ListedPart> Of(MessageWords words, Sentence s)
    {
        for (var joint = s.From + 3; joint + 2 < s.To; joint++)
        {
            if (!(words.At(joint).Lower is "and" or "&") || words.TimeAt(joint) is not null)
                continue;
            if (
                DatedBefore(words, s, joint) is not { } end
                || VerbOf(words, s, end) is not var (from, verb)
                || DatedThing(words, s, joint + 1) is not { } behind
                || VerbFor(words, verb, end, joint + 1) is not { } said
            )
                continue;
            // "Call the mill at ten and the inn at twelve, Ada"
            return
            [
                new(s, from, verb, verb, end, null),
                new(s, joint + 1, joint + 1, joint + 1, behind, null) { IsAThing = true, Verb = said },
            ];
        }

        return [];
    }

    /// <summary>The token behind the time of the first; null where it has none.</summary>
    private static int? DatedBefore(MessageWords words, Sentence s, int joint)
    {
        var end = joint;
        while (end > s.From && words.ClassAt(end - 1) is WordClass.Comma)
            end--;
        // "..., Ada, and"
        if (words.Names.Find(n => n.To == end && n.From > s.From) is { } who && end < joint)
        {
            end = who.From;
            while (end > s.From && words.ClassAt(end - 1) is WordClass.Comma)
                end--;
        }

        return words.TimeAt(end - 1) is { Due: not null, Repeats: null } ? end : null;
    }

    /// <summary>Where it begins, and its verb: of what is promised or ordered.</summary>
    private static (int From, int Verb)? VerbOf(MessageWords words, Sentence s, int end)
    {
        for (var i = s.From; i + 2 < end; i++)
        {
            foreach (var cue in words.CuesAt(s, i))
                if (cue.Cue.Label is "promise" or "ask" or "please" && Begins(cue.Content))
                    return (i, cue.Content);
            if (
                Listing.Orders(words, i)
                && (i == s.From || words.ClassAt(i - 1) is WordClass.Comma or WordClass.Colon or WordClass.Courtesy)
                && Begins(i)
            )
                return (i, i);
            if (words.ClassAt(i).IsHelping() || words.ClassAt(i) is WordClass.Stating or WordClass.Past)
                return null;
        }

        return null;

        // "Meet them on Monday and the others on Friday": an object right behind the verb
        bool Begins(int verb) =>
            words.ClassAt(verb) is WordClass.Verb or WordClass.VerbOrNoun or WordClass.NounOrVerb or WordClass.DoBase
            && words.ClassAt(verb + 1)
                is WordClass.Determiner
                    or WordClass.Possessive
                    or WordClass.Noun
                    or WordClass.NounOrVerb
                    or WordClass.Third
                    or WordClass.Other
                    or WordClass.Number
            && !(words.At(verb).Lower is "say" or "tell" or "ask" or "let");
    }

    /// <summary>The verb that is meant for the second too: "do", "send the plan" where it goes "to" another.</summary>
    private static string? VerbFor(MessageWords words, int verb, int end, int second)
    {
        if (!words.At(second).Is("to"))
            return words.At(verb).Lower;
        for (var i = verb + 2; i < end; i++)
            if (words.At(i).Is("to"))
                return words.At(verb).Lower + " " + words.Slice(verb + 1, i);
        return null;
    }

    /// <summary>The end of a thing, or of "to" somebody, that has nothing but its time behind it.</summary>
    private static int? DatedThing(MessageWords words, Sentence s, int from)
    {
        var end = s.To;
        if (
            words.Names.Find(n => n.To == end && n.From > from) is { } who
            && words.ClassAt(who.From - 1) is WordClass.Comma
        )
            end = who.From - 1;
        while (end > from && words.ClassAt(end - 1) is WordClass.Courtesy or WordClass.Comma)
            end--;
        return
            words.TimeAt(end - 1) is { Due: not null, Repeats: null } time
            && time.From > from
            && (
                words.ClassAt(from) is WordClass.Determiner or WordClass.Possessive
                // "Service 7 on Tuesday and 9 on Friday"
                || (words.At(from).Kind is TokenKind.Number && time.From == from + 1)
                || (words.At(from).Is("to") && words.ClassAt(from + 1) is not (WordClass.Verb or WordClass.VerbOrNoun))
            )
            && !Listing.States(words, from, time.From)
            && !Enumerable.Range(from, time.From - from).Any(i => Listing.IsJoint(words, i) || Listing.Orders(words, i))
            ? end
            : null;
    }
}
