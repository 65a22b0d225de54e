namespace Wrenlet.Core.Tasks.Words;

/// <summary>Tells where words that ask or promise elsewhere do neither: by who writes, and by what stands around them.</summary>
internal static class CuesInPlace
{
    /// <summary>Whether a way of asking or promising is none where it stands, or for who writes.</summary>
    public static bool AskNothing(MessageWords words, Sentence sentence, int i, CueFound cue, bool byStaff) =>
        cue.Cue.Doer is Doer.Nothing
        || IsNamedFromBefore(words, sentence, i, cue)
        || (cue.Cue.Doer is Doer.Author && !byStaff)
        // "We'll send it next week", a customer writes.
        || (
            !byStaff
            && cue.Cue.Label is "suggest"
            && (
                words.At(i).Is("we'll") || (words.At(i).Is("we") && words.At(i + 1).Lower is "will" or "have" or "must")
            )
        )
        // "Could I book the van?": one of ours asks whether it is all right.
        || (
            byStaff
            && cue.Cue.Label is "ask"
            && cue.Content < cue.To
            && words.ClassAt(words.ClassAt(i) is WordClass.Courtesy ? i + 2 : i + 1) is WordClass.I
        )
        // "When can you come?": one of ours only wants to know.
        || (byStaff && (words.At(i).Is("when") || words.At(i - 1).Is("when")))
        // "Price the rest, we'll sell them on Friday": why.
        || (
            words.At(i).Is("we'll")
            && cue.Cue.Label is "suggest"
            && words.ClassIn(sentence, i - 1) is WordClass.Comma
            && words.ClassIn(sentence, i - 2) is not (WordClass.Person or WordClass.Crew or WordClass.Tag)
        )
        // "The chair needs new webbing": that is what the chair needs.
        || (
            cue.Cue.Label is "need"
            && words.At(i).Lower is "needs"
            && words.ClassIn(sentence, i - 1)
                is WordClass.Noun
                    or WordClass.NounOrVerb
                    or WordClass.VerbOrNoun
                    or WordClass.Other
                    or WordClass.Number
        )
        // "Do we have to pay for it?"
        || (
            cue.Cue.Label is "suggest" or "need"
            && (words.At(i).Is("we") ? i : i - 1) is var we
            && words.At(we).Is("we")
            && words.At(we - 1).Lower is "do" or "did" or "would" or "will"
        )
        // "Ada should make sure the door is locked": it opens with her.
        || (
            cue.Cue.Label is "sure"
            && Enumerable
                .Range(Math.Max(sentence.From, i - 4), Math.Min(4, i - sentence.From))
                .Any(k => words.CuesAt(sentence, k).Any(c => c.Content == i && c.Cue.Doer is Doer.Named))
        )
        // "Ada wants to come along": a wish
        || (
            cue.Cue.Label is "who must"
            && words.At(cue.To - 2).Is("wants")
            && words.ClassAt(i) is WordClass.Person
            && !words.At(cue.Content).Is("be")
        )
        // "Second reminder to the tenant"
        || (
            words.At(cue.To - 1).Is("to")
            && words.At(cue.To - 2).Is("reminder")
            && words.ClassAt(cue.Content) is not (WordClass.Verb or WordClass.VerbOrNoun or WordClass.NounOrVerb)
        )
        // "The stairs are dirty and need sweeping": that is what they need.
        || (cue.Cue.Label is "need" && IsOfWhatIsTold(words, sentence, i))
        || IsAPlace(words, cue)
        // "Ada needs to ring them": it opens with her.
        || (
            words.At(i).Is("needs")
            && words.At(i + 1).Is("to")
            && words.ClassIn(sentence, i - 1) is WordClass.Person or WordClass.Crew
        )
        // "We ought to have done it in March"
        || (
            words.At(cue.Content).Is("have")
            && words.ClassAt(cue.Content + 1) is WordClass.Past
            && (
                words.At(cue.Content - 1).Lower is "should" or "must"
                || (words.At(cue.Content - 1).Is("to") && words.At(cue.Content - 2).Is("ought"))
            )
        )
        // "The bench should finish them", "one of the bench": they are named from there on.
        || (
            cue.Who is { } crew
            && crew.From == i
            && (
                words.ClassAt(i) is WordClass.Crew && words.At(i - 1).Is("the")
                || words.At(i).Is("the")
                    && words.At(i - 1).Is("of")
                    && words.At(i - 2).Lower is "one" or "all" or "half" or "some" or "two"
            )
        )
        // "We ought to think about a second one"
        || (
            cue.Cue.Label is "suggest"
            && words.At(cue.Content).Is("think")
            && words.At(cue.Content + 1).Lower is "about" or "of"
        )
        || (!byStaff && AsksWhich(words, sentence, i))
        // "Someone from the council may drop in"
        || (
            cue.Cue.Label is "someone"
            && words.ClassAt(cue.Content) is WordClass.Preposition
            && Listing.States(words, cue.Content, sentence.To)
        )
        // "See if you can get it sooner": that is what is asked.
        || (words.At(i).Is("if") && words.At(i - 1).Lower is "see" or "check" or "ask")
        // "Would you mind not parking there?"
        || (cue.Cue.Label is "mind" or "mind who" && words.At(cue.Content).Is("not"))
        || (words.At(cue.Content).Is("mind") && words.At(cue.Content + 1).Is("not"))
        // "Are you able to grind it as well? If so, what would it cost?": whether one could.
        || (
            cue.Cue.Doer is Doer.You or Doer.Named
            && words.At(sentence.To).Is("?")
            && sentence.Index + 1 < words.Sentences.Count
            && words.Sentences[sentence.Index + 1].From is var next
            && words.At(words.At(next).Is("and") ? next + 1 : next).Is("if")
            && words.At(words.At(next).Is("and") ? next + 2 : next + 1).Is("so")
        )
        // "Please let us have your list", a customer writes.
        || (!byStaff && words.At(i).Is("let") && words.At(i + 1).Is("us") && words.At(cue.Content).Is("have"))
        // "Could Ada be here at six?": that is what is asked.
        || (
            cue.Cue.Label is Cues.AskWho or "ask"
            && cue.Content == cue.To
            && words.At(cue.Content - 1).Is("be")
            && words.At(cue.Content).Lower is "here" or "there" or "in" or "at" or "on" or "around"
        )
        // "It's worth a try"; what might be worth doing is asked where somebody is called.
        || (
            words.At(cue.Content - 1).Is("worth")
            && (words.ClassAt(cue.Content) is not WordClass.Gerund || words.Names.Count == 0)
        )
        // "We could do with somebody strong"
        || (
            cue.Cue.Label is "mind"
            && words.ClassAt(cue.Content) is not WordClass.Gerund
            && words.At(cue.Content - 2).Is("with")
        )
        // "Could somebody look": asked once.
        || (
            cue.Cue.Label is "someone"
            && i > sentence.From
            && words.CuesAt(sentence, i - 1).Any(c => c.Cue.Label is "ask someone")
        );

    /// <summary>"Could we bring our own or do you provide them?", a customer wants to know.</summary>
    private static bool AsksWhich(MessageWords words, Sentence sentence, int i)
    {
        if (!words.At(sentence.To).Is("?") || !(words.At(i).Lower is "could" or "can" or "may" or "should"))
            return false;
        for (var k = i + 2; k + 2 < sentence.To; k++)
            if (
                words.At(k).Is("or")
                && words.At(k + 1).Lower is "do" or "does" or "are" or "is" or "will" or "should"
                && words.ClassAt(k + 2) is WordClass.You or WordClass.I or WordClass.We or WordClass.Subject
            )
                return true;
        return false;
    }

    /// <summary>"Ada and Ben should move it": what Ben should both should; "one of the drivers should": they should.</summary>
    private static bool IsNamedFromBefore(MessageWords words, Sentence sentence, int i, CueFound cue)
    {
        if (cue.Cue.Label is "someone must")
            return words.At(i).Lower is "one" or "two" or "some" && words.WhoAt(i, sentence.To) is not null;
        if (cue.Who is not { } part)
            return false;
        for (var k = part.From - 1; k >= sentence.From && k > part.From - MostNamed; k--)
            if (words.ClassAt(k) is WordClass.Person && words.WhoAt(k, sentence.To)?.To == part.To)
                return true;
        return false;
    }

    /// <summary>So many tokens of names stand together at most.</summary>
    private const int MostNamed = 12;

    private static bool IsOfWhatIsTold(MessageWords words, Sentence sentence, int need)
    {
        for (var i = need - 1; i > sentence.From && words.ClassAt(i) is not WordClass.Comma; i--)
            if (Needing.IsToldBefore(words, sentence, i) == need)
                return true;
        return false;
    }

    /// <summary>"The kitchen has to be swept", "the workshop needs painting": what is named as a crew is a room here.</summary>
    private static bool IsAPlace(MessageWords words, CueFound cue) =>
        cue.Who is { } who
        && cue.Cue.Label is "who must" or Cues.AskWho
        && words.At(who.From).Is("the")
        && (
            words.ClassAt(cue.Content) is WordClass.Gerund
            || (words.At(cue.Content).Is("be") && words.ClassAt(cue.Content + 1) is WordClass.Past)
        );
}
