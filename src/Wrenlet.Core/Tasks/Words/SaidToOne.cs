namespace Wrenlet.Core.Tasks.Words;

/// <summary>Tells what is said to somebody from what is told of them.</summary>
internal static class SaidToOne
{
    private static readonly ushort ByADay = Feature.Number("by");
    private static readonly ushort Called = Feature.Number("called");

    /// <summary>"Ada, the van needs new tyres": somebody is called, and what is needed is all that is said.</summary>
    public static bool IsNeed(MessageWords words, Candidate c, SentenceFacts facts)
    {
        if (c.Needs < 0)
            return false;
        // "The jobs have to be photographed, Ada"
        var isToBeDone =
            words.At(c.Content - 1).Is("be")
            && facts.IsCalled == Called
            && (words.ClassAt(c.Content) is WordClass.Past || WordForms.HasSamePast(words.At(c.Content).Lower));
        if (
            !(
                words.At(c.Needs).Lower is "needs" or "need" or "has" or "must"
                || (
                    isToBeDone
                    && (
                        words.At(c.Needs).Is("have")
                        || (words.At(c.Needs).Is("should") && words.ClassAt(c.From) is not WordClass.Subject)
                    )
                )
            )
            || (
                c.Content != c.Needs + 1
                && !words.At(c.Content - 1).Is("have")
                && !isToBeDone
                // "The gate has to be open by eight"
                && !(words.At(c.Content - 1).Is("be") && words.ClassAt(c.Content) is WordClass.VerbOrAdjective)
            )
            || !(
                isToBeDone
                || words.ClassAt(c.Content).CanOpenAThing()
                || words.ClassAt(c.Content) is WordClass.VerbOrAdjective
            )
            || (facts.IsCalled != Called && !(facts.Time == ByADay && IsAThing(words, c.From, c.Needs)))
            || words.At(c.Sentence.To).Is("?")
        )
            return false;
        for (var i = c.Content; i < c.Sentence.To; i++)
            if (
                words.ClassAt(i)
                    is WordClass.Comma
                        or WordClass.Dash
                        or WordClass.Colon
                        or WordClass.Conjunction
                        or WordClass.Subordinator
                        or WordClass.Question
                        or WordClass.Stating
                        or WordClass.Subject
                        or WordClass.I
                && words.ClassIn(c.Sentence, i + 1)
                    is not (WordClass.Person or WordClass.Crew or WordClass.Tag or WordClass.Time or WordClass.Courtesy)
            )
                return false;
        return true;
    }

    /// <summary>"Could somebody look", "can you pressure-test it", "Ada please widen them": asked in so many words, with a verb.</summary>
    public static bool IsAsked(MessageWords words, Candidate c) =>
        c.Cue.Cue.Label switch
        {
            "ask someone" => words.ClassAt(c.Content) is WordClass.Verb
                || (
                    words.ClassAt(c.Content) is WordClass.VerbOrNoun or WordClass.NounOrVerb
                    && words.ClassAt(c.Content + 1) is WordClass.Person or WordClass.Determiner or WordClass.Object
                ),
            // "The panel ready by then, and somebody make coffee"
            "someone" => words.At(c.From).Lower is "somebody" or "someone" or "one"
                && c.Content == (words.At(c.From).Is("one") ? c.From + 3 : c.From + 1)
                && words.ClassAt(c.Content) is WordClass.Verb
                && !WordForms.HasSamePast(words.At(c.Content).Lower)
                && words.ClassIn(c.Sentence, c.From - 1)
                    is WordClass.Edge
                        or WordClass.Comma
                        or WordClass.Dash
                        or WordClass.Conjunction,
            // "Every morning somebody has to walk the fence"
            "someone must" => words.ClassAt(c.Content) is WordClass.Verb && words.At(c.Content - 1).Is("to"),
            // "We should order more paper"
            "suggest" => Listing.Orders(words, c.Content)
                && !(words.At(c.From - 1).Lower is "maybe" or "perhaps")
                && !Lexicon.OfNoWork.Contains(words.At(c.Content).Lower),
            // "Can you pressure-test it"
            "ask" => (
                words.ClassAt(c.Content - 1) is WordClass.You
                || (words.ClassAt(c.Content - 2) is WordClass.You && words.At(c.Content - 1).Lower is "two" or "both")
            ) && Listing.Orders(words, c.Content),
            // "Ada is to answer the mail"
            "who to" => words.At(c.Content - 2).Lower is "is" or "are" && Listing.Orders(words, c.Content),
            // "I'll do the brakes tonight and Ada can test them tomorrow"
            "who can" => words.ClassIn(c.Sentence, c.From - 1) is WordClass.Conjunction
                && Listing.Orders(words, c.Content),
            "who please" => words.At(c.Content - 1).Lower is "please" or "kindly"
                && !words.At(c.Content + 1).Is("not")
                && Listing.Orders(words, c.Content),
            // "Ada, we need cards"
            "need" => words.ClassAt(c.From) is WordClass.We or WordClass.I
                && words.ClassAt(c.Content)
                    is WordClass.Determiner
                        or WordClass.Noun
                        or WordClass.Number
                        or WordClass.Third
                && words.ClassIn(c.Sentence, c.From - 1) is WordClass.Comma
                && words.WhoAt(c.Sentence.From, c.From) is { } who
                && who.To == c.From - 1,
            "please" => !words.At(c.Content + 1).Is("not")
                && words.ClassIn(c.Sentence, c.From - 1) is WordClass.Person or WordClass.Crew or WordClass.Tag
                && Listing.Orders(words, c.Content),
            _ => false,
        }
        // "Could the minutes be typed"
        || (c.Needs >= 0 && Needing.IsAskedToBe(words, c.From, c.Needs));

    /// <summary>"The crate": no name of anybody's, whose wish it would be.</summary>
    private static bool IsAThing(MessageWords words, int from, int to)
    {
        for (var i = from; i < to; i++)
            if (words.ClassAt(i) is WordClass.Other or WordClass.Person or WordClass.Crew or WordClass.Subject)
                return false;
        return true;
    }

    /// <summary>"All drivers must hand in their cards by Friday": by a day it is no rule of how things are.</summary>
    public static bool IsNeedOfAll(MessageWords words, Candidate c, SentenceFacts facts) =>
        c.Needs >= 0
        && words.At(c.From).Lower is "all" or "every" or "each" or "both"
        && facts.Time == ByADay
        && Listing.Orders(words, c.Content);

    /// <summary>
    /// "Ada, a courier is coming for the file, have it ready": whether somebody is called at the head, told something, and then
    /// given an order.
    /// </summary>
    public static bool IsOrderedBehind(MessageWords words, Candidate c)
    {
        var s = c.Sentence;
        if (
            c.Cue.Cue != Cue.None
            || c.Needs >= 0
            || c.From <= s.From + 1
            || words.At(s.To).Is("?")
            || !Listing.Orders(words, c.Content)
            || !(
                words.ClassAt(c.From - 1) is WordClass.Comma or WordClass.Dash or WordClass.Crew
                || Candidates.IsAfterClause(words, s, c.From)
            )
        )
            return false;
        var who =
            words.WhoAt(s.From, s.To) is { } called
            && (
                words.ClassAt(called.From) is WordClass.Tag
                || words.ClassAt(called.To) is WordClass.Comma or WordClass.Colon or WordClass.Dash
            )
                ? called
                : null;
        if (who is null)
            return EndsInAPlea(words, c) || IsCalledInTheMiddle(words, c);
        var told = words.ClassAt(who.To) is WordClass.Comma or WordClass.Colon or WordClass.Dash ? who.To + 1 : who.To;
        return told < c.From
            && (
                Listing.States(words, told, c.From)
                // "Insurance renewal, runs out on 3 May, get three prices"
                || HasAThird(words, told, c.From)
                || words.ClassAt(told) is WordClass.Subordinator
                // "No more cheques from Monday, put a notice up"
                || words.At(told).Is("no")
            )
            && !Listing.Orders(words, told);
    }

    /// <summary>"The ferry goes at eight", before the next mark.</summary>
    public static bool GoesOnToAThird(MessageWords words, int from, Sentence s)
    {
        var to = from;
        while (to < s.To && !Listing.IsMark(words, to))
            to++;
        return HasAThird(words, from, to);
    }

    /// <summary>"Insurance renewal, runs out on 3 May".</summary>
    public static bool HasAThird(MessageWords words, int from, int to)
    {
        for (var i = from + 1; i + 1 < to; i++)
            if (words.ClassAt(i) is WordClass.Third && words.ClassAt(i + 1) is WordClass.Preposition or WordClass.Time)
                return true;
        return false;
    }

    /// <summary>"They want half past five from Monday, drivers, change it in the plan".</summary>
    private static bool IsCalledInTheMiddle(MessageWords words, Candidate c)
    {
        var s = c.Sentence;
        var name = words.ClassAt(c.From - 1) is WordClass.Comma ? c.From - 2 : c.From - 1;
        return words.ClassIn(s, name) is WordClass.Crew or WordClass.Person
            && words.ClassIn(s, name - 1) is WordClass.Comma
            && !WordForms.HasSamePast(words.At(c.Content).Lower)
            && (Listing.States(words, s.From, name) || Needing.Of(words, s, s.From).Any())
            && !Listing.Orders(words, s.From);
    }

    /// <summary>"They have moved the pick-up, tell the drivers please Ada", "room 9 is free at three, use that please".</summary>
    private static bool EndsInAPlea(MessageWords words, Candidate c)
    {
        var s = c.Sentence;
        if (!Listing.States(words, s.From, c.From) || Listing.Orders(words, s.From))
            return false;
        for (var i = c.Content + 1; i < s.To; i++)
            if (words.ClassAt(i) is WordClass.Comma or WordClass.Dash)
                return false;
        return words.ClassAt(s.To - 1) is WordClass.Person or WordClass.Crew
                && words.ClassAt(s.To - 2) is not (WordClass.Preposition or WordClass.Conjunction or WordClass.To)
                && words.At(s.To - 2).Lower is "please" or "pls" or "plz"
            || words.At(s.To - 1).Lower is "please" or "pls" or "plz";
    }

    /// <summary>"Nell true the wheel": of one person it would be "trues" if it were told.</summary>
    public static bool IsBareVerb(MessageWords words, Candidate c) =>
        words.ClassIn(c.Sentence, c.Content - 1) is WordClass.Person
        && words.ClassIn(c.Sentence, c.Content - 2)
            is WordClass.Edge
                or WordClass.Comma
                or WordClass.Courtesy
                or WordClass.Time
                or WordClass.Conjunction
        && words.ClassAt(c.Content)
            is WordClass.Verb
                or WordClass.VerbOrNoun
                or WordClass.NounOrVerb
                or WordClass.VerbOrAdjective
        && words.ClassIn(c.Sentence, c.Content + 1)
            is WordClass.Determiner
                or WordClass.Possessive
                or WordClass.Object
                or WordClass.Preposition
                or WordClass.Number
                or WordClass.Subject
                or WordClass.Other;

    /// <summary>"The entries have to be in by Friday", "everything has to be off the floor the day before".</summary>
    public static bool IsNeededByADay(MessageWords words, Candidate c)
    {
        if (
            c.Needs < 0
            || !(
                words.At(c.Needs).Lower is "has" or "have"
                // "The alarm must be tested before Saturday"
                || words.At(c.Needs).Lower is "must" or "needs" or "need"
                    && words.At(c.Content - 1).Is("be")
                    && words.ClassAt(c.Content) is WordClass.Past
            )
            || words.At(c.Sentence.To).Is("?")
            || words.ClassAt(c.Sentence.From) is WordClass.Subordinator or WordClass.We or WordClass.I
        )
            return false;
        foreach (var time in words.Times)
            if (
                time.From > c.Content
                && time.To <= c.Sentence.To
                && time is { Due: not null, Repeats: null }
                && (words.At(time.From).Lower is "by" or "before" || time.IsFromAnother)
            )
                return true;
        return false;
    }
}
