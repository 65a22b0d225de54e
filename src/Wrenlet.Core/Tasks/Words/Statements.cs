using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Tells what states something from what might be asked: "pick up is at four", "guests arrive at two".</summary>
/// <param name="words">The message.</param>
internal sealed class Statements(MessageWords words)
{
    /// <summary>What ends in -ing and is a thing: "Friday's meeting".</summary>
    private static readonly FrozenSet<string> Meetings = Lexicon.Set(
        "meeting wedding building training booking drawing painting opening briefing hearing fitting listing filing"
    );

    /// <summary>What happens by itself.</summary>
    private static readonly FrozenSet<string> Happening = Lexicon.Set(
        "come go start begin end finish arrive leave return open close cost need want"
    );

    /// <summary>"Pick up is at four", "the freeze starts on Friday", "the oven was left on", "the stand's got plenty".</summary>
    public bool IsOne(Sentence s, int content)
    {
        // "You don't need to water the ferns"
        if (
            words.ClassAt(content) is WordClass.You
            && words.ClassAt(content + 1) is WordClass.Denial
            && words.At(content + 2).Lower is "need" or "have"
        )
            return true;
        // "Run 4 is clean"
        if (
            words.ClassAt(content + 1) is WordClass.Number
            && words.At(content + 2).Lower is "is" or "are" or "was" or "were"
        )
            return true;
        // "Ada didn't sign the book"
        if (words.At(content).Lower is "did" or "didn't" or "doesn't" or "hasn't" or "haven't" or "wasn't")
            return true;
        // "Tom was up till midnight with the books"
        if (
            words.ClassAt(content) is WordClass.Preposition
            && words.ClassAt(content - 1) is WordClass.Time
            && Listing.States(words, s.From, content)
        )
            return true;
        // "Ada speaking to the dentist at three"
        if (
            words.ClassAt(content) is WordClass.Gerund
            && words.ClassAt(content - 1) is WordClass.Person
            && content - 1 == s.From
            && words.ListedIn(s).Count == 0
        )
            return true;
        // "The drivers have a hired one"
        var have = words.At(content).Is("the") ? content + 2 : content;
        if (
            words.ClassAt(have) is WordClass.HaveBase
            && words.ClassAt(have - 1) is WordClass.Crew
            && words.At(have - 2).Is("the")
            && words.ClassAt(have + 1) is WordClass.Determiner
        )
            return true;
        // "Tom did it all, bless him"
        if (words.At(content).Is("bless") && words.At(content + 1).Lower is "her" or "him" or "them" or "you")
            return true;
        // "It went well last year and I see no reason to change it"
        if (
            words.At(content).Lower is "last"
            && words.At(content + 1).Lower is "year" or "week" or "month" or "time" or "night"
            && Listing.States(words, s.From, content)
        )
            return true;
        // "Guests arrive at two": a word in -s is no order
        if (words.ClassAt(content) is WordClass.Third && Happening.Contains(words.At(content + 1).Lower))
            return true;
        // "Tom starts on Monday"
        if (words.DoneBy(content) is "start" or "come" or "arrive" or "leave" or "return" or "retire" or "go" or "join")
            return true;
        // "Ada says it's fine"
        if (
            Lexicon.Reporting.Contains(words.At(content).Lower)
            && words.DoneBy(content) is not null
            && (
                words.ClassAt(content + 1)
                    is WordClass.Stating
                        or WordClass.Subject
                        or WordClass.I
                        or WordClass.We
                        or WordClass.You
                        or WordClass.Subordinator
                || words.At(content + 1).Lower is "that" or "yes" or "no"
            )
            // "Ada writes it"
            && !(words.At(content + 1).Is("it") && !words.IsPlain(content + 2))
        )
            return true;
        // "Ada says the light is best before ten"
        if (
            words.At(content).Lower is "says" or "reckons" or "thinks" or "knows" or "believes" or "hopes" or "swears"
            && words.ClassAt(content + 1) is WordClass.Determiner or WordClass.Possessive
            && Listing.States(words, content + 1, s.To)
        )
            return true;
        // "The office have read it"
        if (
            words.ClassAt(content) is WordClass.HaveBase
            && (
                words.ClassAt(content + 1) is WordClass.Past
                || WordForms.HasSamePast(words.At(content + 1).Lower)
                || words.At(content + 1).Lower is "done" or "been" or "had" or "seen" or "gone" or "got"
            )
        )
            return true;
        // "The office still has it", "Tilly can't ride"
        if (
            words.At(content).Lower is "still" or "already" or "never" && words.ClassAt(content + 1).IsHelping()
            || words.ClassAt(content).CanOpenAThing()
                && words.At(content + 1).Lower is "can't" or "cannot" or "couldn't" or "won't"
        )
            return true;
        if (IsSaidOfSomebody(content))
            return true;
        // "Kit always waters the ferns"
        if (
            words.At(content).Lower is "always" or "usually" or "often" or "normally" or "generally" or "sometimes"
            && words.ClassAt(content + 1) is not WordClass.Comma
            && words.At(content + 1).Lower.EndsWith('s')
        )
            return true;
        // "The figures are attached, Kit thanks"
        if (
            words.At(s.To - 1).Lower is "thanks" or "cheers" or "ta"
            && words.ClassAt(content) is WordClass.Determiner
            && words.ClassAt(content + 2) is WordClass.Be
        )
            return true;
        // "The match is on Friday"
        if (
            words.ClassAt(content) is WordClass.Determiner
            && words.At(content + 2).Lower is "is" or "are"
            && words.TimeAt(content + 3) is { } then
            && then.To >= s.To
        )
            return true;
        // "Bows and strings are on the list"
        if (
            words.At(content + 1).Lower is "and" or "&"
            && words.At(content + 3).Lower is "is" or "are" or "was" or "were"
            && words.ClassAt(content) is WordClass.Third or WordClass.Noun or WordClass.NounOrVerb
            && words.ClassAt(content + 2) is WordClass.Third or WordClass.Noun or WordClass.NounOrVerb
        )
            return true;
        var next = content + 1;
        if (words.ClassAt(next) is WordClass.Preposition or WordClass.Adverb && words.TimeAt(next) is null)
            next++;
        if (words.At(next).Lower is "is" or "are" or "was" or "were")
            return words.ClassAt(content) is not WordClass.Question;
        if (
            words.At(content + 1).Lower is "starts" or "ends" or "opens" or "closes" or "begins"
            && words.ClassAt(content) is not (WordClass.Determiner or WordClass.Number)
        )
            return true;
        for (var i = content; i < content + 4 && i < s.To && words.At(i).Lower is not ("until" or "till"); i++)
            if (
                words.ClassAt(i) is WordClass.Possessive
                && words.At(i).Lower.EndsWith("'s", StringComparison.Ordinal)
                && (
                    words.At(i + 1).Lower is "got" or "been" or "gone"
                    // "Low water's at eleven"
                    || words.At(i + 1).Is("at") && words.TimeAt(i + 1) is not null && words.At(i).Name is null
                    // "The fuel card's in the glovebox"
                    || (
                        words.At(i + 1).Lower is "in" or "on" or "at" or "with" or "under"
                        && words.ClassAt(i + 2) is WordClass.Determiner or WordClass.Possessive
                    )
                    || (
                        words.ClassAt(i + 1) is WordClass.Past
                        && words.ClassAt(i + 2)
                            is WordClass.Edge
                                or WordClass.Comma
                                or WordClass.Conjunction
                                or WordClass.Preposition
                                or WordClass.Adverb
                    )
                    || (words.ClassAt(i + 1) is WordClass.Gerund && !Meetings.Contains(words.At(i + 1).Lower))
                )
            )
                return true;
        if (words.ClassAt(content) is WordClass.Verb)
            return words.ClassAt(content + 1) is WordClass.Noun or WordClass.NounOrVerb
                && words.At(content + 2).Lower is "was" or "were";
        for (
            var i = content;
            i < s.To && words.ClassAt(i) is not (WordClass.Comma or WordClass.Dash or WordClass.Colon);
            i++
        )
            if (
                words.At(i).Lower is "was" or "were"
                // "The weights are to be recorded": what the thing needs is found by itself
                || (
                    i > content
                    && words.At(i).Lower is "is" or "are"
                    && words.At(i + 1).Is("to")
                    && words.At(i + 2).Is("be")
                )
                // "Car 7 failed its test": what is done to something is no way that a thing is to be
                || (
                    i > content
                    && words.ClassAt(i) is WordClass.Past
                    && words.ClassAt(i - 1)
                        is WordClass.Noun
                            or WordClass.NounOrVerb
                            or WordClass.Third
                            or WordClass.Number
                            or WordClass.Other
                    && words.ClassAt(i + 1) is WordClass.Determiner or WordClass.Possessive or WordClass.Object
                    && words.ClassAt(content).CanOpenAThing()
                )
                // "Tom's cousin doesn't count"
                || (
                    i > content
                    && words.ClassAt(i) is WordClass.Denial
                    && words.ClassAt(content).CanOpenAThing()
                    && words.At(i).Lower.EndsWith("n't", StringComparison.Ordinal)
                )
                // "The drive came", "the inn will fetch it": told, whoever it is of.
                || (i > content && words.At(i).Lower is "will" or "won't")
                || (
                    i > content
                    && words.At(i).Lower is "came" or "arrived" or "went" or "happened"
                    && !words.IsPlain(i + 1)
                )
            )
                return true;
        return false;
    }

    /// <summary>"Whoever does the late shift tonight, lock the gate": what that one does tells who is meant.</summary>
    public bool IsWhoIsMeant(Sentence s, int content)
    {
        if (!words.At(content - 1).Is("whoever") || words.ClassAt(content) is not (WordClass.Third or WordClass.Do))
            return false;
        for (var i = content + 1; i + 2 < s.To; i++)
            if (words.ClassAt(i) is WordClass.Comma)
                return words.IsPlain(i + 1);
        return false;
    }

    /// <summary>"We need to talk about the budget", and not when.</summary>
    public bool IsToBeTalkedOver(int content)
    {
        var verb = words.At(content).Is("to") ? content + 1 : content;
        return words.At(verb).Lower is "talk" or "think"
            && words.At(verb + 1).Lower is "about" or "of"
            && !words.Times.Exists(t => t.Due is not null);
    }

    /// <summary>"The accounts by Friday, a draft will do".</summary>
    public bool IsEnough(Sentence s, int content) =>
        words.At(s.To - 1).Is("do") && words.At(s.To - 2).Is("will") && content > s.From && content > s.To - 5;

    /// <summary>"We had foxes", "they were late".</summary>
    public bool IsSaidOfSomebody(int content) =>
        words.ClassAt(content) is WordClass.We or WordClass.Subject or WordClass.I
        && words.ClassAt(content + 1) is WordClass.Be or WordClass.Have or WordClass.Past;
}
