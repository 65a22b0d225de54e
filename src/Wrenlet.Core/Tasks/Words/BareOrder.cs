using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Finds an order that says no more than its verb, behind what it is to be done to: "the lease came back unsigned. Ada, chase
/// please", "the bins haven't been out for two weeks Ben can you sort".
/// </summary>
internal static class BareOrder
{
    /// <summary>What one does by oneself, to nothing.</summary>
    private static readonly FrozenSet<string> ByOneself = Lexicon.Set(
        "come go wait look listen stop hurry start begin stay leave sit stand rest help note see stand be have do get let try thank "
            + "reply respond answer say tell ask know think hear work run meet talk speak mind care join enjoy swap vote"
    );

    /// <summary>Whether a verb wants something that it is done to.</summary>
    public static bool WantsAThing(MessageWords words, int verb) =>
        words.ClassAt(verb)
            is WordClass.Verb
                or WordClass.VerbOrNoun
                or WordClass.NounOrVerb
                or WordClass.VerbOrAdjective
        && !ByOneself.Contains(words.At(verb).Lower);

    /// <summary>The token behind a verb and its particle, where nothing but when and for whom is said; null elsewhere.</summary>
    public static int? EndOf(MessageWords words, Sentence s, int verb)
    {
        var end = verb + 1;
        // "Please order and fit"
        if (words.At(end).Lower is "and" or "&" && WantsAThing(words, end + 1) && !words.IsPlain(end + 2))
            end += 2;
        if (words.At(end).Lower is "up" or "out" or "off" or "back" or "in" or "away" && !words.IsPlain(end + 1))
            end++;
        while (end < s.To && words.ClassAt(end) is not (WordClass.Comma or WordClass.Dash))
            if (words.IsPlain(end))
                return null;
            else
                end++;
        return end;
    }

    /// <summary>The order of a sentence that says nothing but its verb; null where the features have to tell.</summary>
    public static ListedPart? In(MessageWords words, Sentence s) => Answer(words, s) ?? Behind(words, s);

    /// <summary>"Please reply.", "kindly confirm": all of a sentence.</summary>
    private static ListedPart? Answer(MessageWords words, Sentence s)
    {
        var (verb, end) = (s.From, s.To);
        while (verb < end && words.ClassAt(verb) is WordClass.Courtesy)
            verb++;
        var isPlea = verb > s.From;
        while (end > verb && words.ClassAt(end - 1) is WordClass.Courtesy or WordClass.Time)
            isPlea |= words.At(--end).Is("please");
        return
            isPlea
            && end == verb + 1
            && words.At(verb).Lower is "reply" or "answer" or "respond" or "confirm" or "advise"
            ? new(s, verb, verb, verb, s.To, null) { IsAllThatIsAsked = true }
            : null;
    }

    private static ListedPart? Behind(MessageWords words, Sentence s)
    {
        for (var verb = s.From; verb < s.To; verb++)
        {
            if (!WantsAThing(words, verb) || EndOf(words, s, verb) is null)
                continue;
            var (opens, isAsked, isCalled) = (verb, words.At(verb + 1).Lower is "please" or "pls" or "plz", false);
            while (opens > s.From)
                if (words.Names.Find(n => n.To == opens && n.From >= s.From) is { } who && IsCalled(words, s, who))
                    (opens, isCalled) = (who.From, true);
                else if (
                    words.ClassAt(opens - 1) is WordClass.Courtesy
                    || (words.ClassAt(opens - 1) is WordClass.You && words.ClassIn(s, opens - 2) is WordClass.Modal)
                    || (words.ClassAt(opens - 1) is WordClass.Modal && words.ClassAt(opens) is WordClass.You)
                )
                    (opens, isAsked) = (opens - 1, true);
                else if (words.ClassAt(opens - 1) is WordClass.Comma or WordClass.Dash)
                    opens--;
                else
                    break;
            var isSure = words.ClassAt(verb) is WordClass.Verb or WordClass.VerbOrNoun;
            if (!(isAsked || (isCalled && isSure)) || (words.At(s.To).Is("?") && !isAsked))
                continue;
            var told = opens == s.From ? Before(words, s) : s;
            return
                told is not null
                && Listing.States(words, told.From, told == s ? opens : told.To)
                && !Asks(words, told, told == s ? opens : told.To)
                ? new(s, opens, verb, verb, s.To, null) { IsAllThatIsAsked = true, IsBehindWhatIsTold = true }
                : null;
        }

        return null;
    }

    /// <summary>"A planting plan" calls nobody, though a crew is called Planting.</summary>
    private static bool IsCalled(MessageWords words, Sentence s, WhoPhrase who) =>
        words.ClassAt(who.From) is WordClass.Crew
            ? words.ClassIn(s, who.From - 1)
                is WordClass.Edge
                    or WordClass.Comma
                    or WordClass.Dash
                    or WordClass.Courtesy
            : words.ClassIn(s, who.From - 1)
                is not (WordClass.Determiner or WordClass.Possessive or WordClass.Preposition or WordClass.Verb);

    private static Sentence? Before(MessageWords words, Sentence s) =>
        s.Index > 0
        && words.Sentences[s.Index - 1] is { IsItem: false } before
        && before.Line == s.Line
        && !words.At(before.To).Is("?")
            ? before
            : null;

    private static bool Asks(MessageWords words, Sentence s, int to)
    {
        for (var i = s.From; i < to; i++)
            if (
                words.CuesAt(s, i).Any(c => c.Cue.Doer is not Doer.Nothing)
                || (words.ClassAt(i) is WordClass.Verb && words.ClassIn(s, i - 1) is WordClass.Comma or WordClass.Edge)
            )
                return true;
        return false;
    }
}
