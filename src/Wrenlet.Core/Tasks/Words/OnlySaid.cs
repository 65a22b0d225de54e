using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Tells what opens like a request and asks for nothing, whatever it weighs: thanks, news, what is not to be done, what somebody
/// has been asked already.
/// </summary>
/// <param name="words">The message.</param>
internal sealed class OnlySaid(MessageWords words)
{
    private static readonly FrozenSet<string> Praise = Lexicon.Set(
        "great nice lovely brilliant excellent fantastic superb super amazing wonderful beautiful splendid terrific"
    );

    private static readonly FrozenSet<string> Counted = Lexicon.Set("things jobs tasks points favours errands");

    private readonly Statements _statements = new(words);
    private readonly ToldOfSomebody _ofSomebody = new(words);
    private readonly WordsOfOthers _ofOthers = new(words);

    /// <summary>Whether what begins at a token asks for nothing.</summary>
    /// <param name="s">The sentence.</param>
    /// <param name="from">First token, the way of asking included.</param>
    /// <param name="cue">The way of asking.</param>
    /// <param name="content">First token of what would be asked.</param>
    /// <param name="needs">The verb of a thing that needs something; -1 where it is said directly.</param>
    public bool Is(Sentence s, int from, CueFound cue, int content, int needs) =>
        words.At(content).Lower is "not" or "except" or "whatever" or "whichever" or "however" or "anyway"
        // "Instead of mending it again, order a new one"
        || (
            words.At(content).Lower is "instead" or "rather"
            && words.At(content + 1).Lower is "of" or "than"
            && words.ClassAt(content + 2) is WordClass.Gerund
        )
        // "Deadline 20 April - Ada - the list"
        || (words.At(content).Is("deadline") && words.TimeAt(content + 1) is not null)
        // "You know what to do"
        || (words.At(content).Is("know") && words.At(content + 1).Lower is "what" or "how" or "where" or "who")
        // "Paint the hall before the fair, the drivers can do it": that says whose it is.
        || (
            cue.Cue.Label is "who will" or "who can" or "who to"
            && from > s.From
            && words.ClassAt(from - 1) is WordClass.Comma or WordClass.Dash
            && IsDoingIt(words, content)
        )
        // "The chairs have to be counted"
        || (words.ClassAt(content) is WordClass.HaveBase && words.At(content + 1).Is("to") && content > s.From)
        || _statements.IsEnough(s, content)
        || (cue.Cue.Label is "need" or "suggest" && _statements.IsToBeTalkedOver(content))
        || _statements.IsWhoIsMeant(s, content)
        // "There's a box in the hall just now and it's open"
        || (words.At(content).Is("now") && !Listing.Orders(words, content + 1))
        // "Use their tap, otherwise you'll have to take the tank"
        || (words.At(from - 1).Is("otherwise") && words.At(from).Lower is "you" or "you'll" or "we'll")
        || IsWhatIfTheySay(s, from)
        || SharedByTime.IsTheirTurn(words, s, from)
        // "By Monday please so I've time to read it"
        || (
            words.At(content - 1).Is("to")
            && words.At(content - 2).Is("time")
            && words.At(content - 3).Lower is "i've" or "have" or "had"
        )
        // "So he'll want to be here by nine"
        || (words.At(from).Lower is "he'll" or "she'll" or "they'll" && words.At(from + 1).Lower is "want" or "need")
        || IsNoWork(s, from)
        || IsNoWork(s, content)
        || Forbidden.Is(words, s, cue, content)
        || IsPromiseOfNothing(cue, content)
        || _ofOthers.Are(s, from, cue, content)
        || _ofSomebody.Is(cue, content)
        || IsOfWhatIsAsked(s, from, cue, content, needs)
        || (cue.Cue.Label is "please" && _statements.IsSaidOfSomebody(content))
        // "Would you be a dear and fetch it": that is how it is asked.
        || (
            words.At(content).Is("be")
            && words.At(content + 1).Lower is "a" or "an" or "so" or "very"
            && words.At(content + 2).Lower is "dear" or "angel" or "kind" or "good" or "friendly" or "nice" or "love"
        )
        // "Would you be kind enough to send it"
        || (words.At(content).Is("be") && words.At(content + 2).Is("enough") && words.At(content + 3).Is("to"))
        // "Please no lilies this time", "please nobody open it"
        || (cue.Cue.Label is "please" && words.At(content).Is("no"))
        || words.ClassAt(content) is WordClass.NoOne
        // "Don't forget the ferry goes at quarter past"
        || (
            cue.Cue.Label is "remember"
            && words.ClassAt(content) is WordClass.Determiner
            && SaidToOne.GoesOnToAThird(words, content, s)
        )
        // "Ring them and don't take no for an answer"
        || (cue.Cue.Label is "forbid" && words.At(from - 1).Is("and"))
        // "The inn want it on Wednesday, office please change the list": a wish, and what is asked for it.
        || (
            needs >= 0
            && words.At(needs).Lower is "want" or "wants"
            && words.ClassAt(content) is not WordClass.Gerund
            && Parting.IsAskedBehind(words, s, content)
        )
        // "Could the spine be kept or is it past it?"
        || (needs >= 0 && _ofOthers.AskWhich(s, content))
        || IsAWarning(s, from, cue, content)
        || IsMaybe(content)
        // "Remind her, kindly, by letter"
        || (
            cue.Cue.Label is "please"
            && words.ClassAt(content - 1) is WordClass.Comma
            && (
                words.ClassAt(content) is WordClass.Preposition
                // "Stop the pump please, the filter is upside down"
                || Parting.States(words, content, s.To)
            )
        )
        || (
            cue.Cue == Cue.None
            && (
                _statements.IsOne(s, content)
                || words.IsOnlyAMilestone(content)
                || words.At(content).Lower is "perhaps" or "maybe"
                || IsThanks(s, from)
                || IsPraise(content)
                || Parting.TellsWhy(words, s, content)
                || IsWhyOfTheNext(s, content)
                || IsToldAtADash(s, content)
                // "Away all day on the 16th"
                || (words.At(content).Is("all") && words.At(content + 1).Lower is "day" or "week" or "morning")
            )
        );

    /// <summary>"Chase finance, and if they say next week again give them to me": that hangs on what they say.</summary>
    private bool IsWhatIfTheySay(Sentence s, int from)
    {
        for (var i = from - 1; i > s.From && !Listing.IsMark(words, i); i--)
            if (words.At(i).Is("if"))
                return words.At(i - 1).Lower is "and" or "but" && words.At(i + 2).Lower is "say" or "says";
        return false;
    }

    /// <summary>"Do it", and nothing more but when.</summary>
    public static bool IsDoingIt(MessageWords words, int verb) =>
        words.At(verb).Is("do")
        && words.At(verb + 1).Lower is "it" or "that" or "this" or "them"
        && !words.IsPlain(verb + 2);

    /// <summary>"Please note the new times", "can anyone tell me where", "please find the list attached", "do me a favour".</summary>
    private bool IsNoWork(Sentence s, int i) =>
        words
            .CuesAt(s, i)
            .Any(c =>
                c.Cue.Label is Cues.Courtesy
                // "Tom does the workshop's floor"
                || (c.Cue.Label is Cues.Knowledge && words.DoneBy(i) is null)
            )
        || IsInAQuestion(s, i)
        // "Leave it to me", "hold off until they have been"
        || (
            words.At(i).Is("leave")
            && words.At(i + 1).Lower is "it" or "that" or "this" or "them"
            && words.At(i + 2).Lower is "to" or "with"
            && words.At(i + 3).Is("me")
        )
        || (words.At(i).Is("hold") && words.At(i + 1).Lower is "off" or "fire")
        || IsTakenBack(s, i)
        || AsksWhere(s, i)
        // "Please go ahead"
        || (words.At(i).Is("go") && words.At(i + 1).Is("ahead") && i + 2 >= s.To)
        // "The hotel will let us know"
        || (
            words.At(i).Is("know")
            && (
                words.At(i - 2).Is("let")
                || words.At(i - 2).Lower is "need" or "like" or "want"
                    && words.ClassAt(i - 3) is WordClass.Stating or WordClass.I or WordClass.We
            )
        )
        || (words.At(i).Is("to") && words.At(i + 1).Is("know") && words.At(i - 1).Lower is "need" or "want" or "like")
        || words.At(i).Is("find") && words.At(s.To - 1).Lower is "attached" or "enclosed" or "below"
        || (
            words.At(i).Is("do")
            && words.At(i + 3).Is("favour")
            && (i + 4 >= s.To || words.ClassAt(i + 4) is WordClass.Colon or WordClass.Dash)
        )
        || (
            words.At(words.At(i).Lower is "all" or "both" ? i + 1 : i).Is("remember")
            && (TellsBehind(s, i + 1) || words.ClassAt(i + 1) is WordClass.Someone)
        )
        || IsToldToRemember(s, i);

    /// <summary>"Don't forget the clocks go forward": that they do is told.</summary>
    private bool IsToldToRemember(Sentence s, int i)
    {
        if (!words.At(i - 1).Is("forget") || words.ClassAt(i) is not (WordClass.Determiner or WordClass.Possessive))
            return false;
        for (
            var k = i + 2;
            k < s.To && words.ClassAt(k) is not (WordClass.Comma or WordClass.To or WordClass.Dash);
            k++
        )
            if (
                words.ClassAt(k) is WordClass.Be or WordClass.Modal or WordClass.Have
                || (
                    words.ClassAt(k) is WordClass.Third or WordClass.Verb
                    && words.ClassAt(k - 1) is WordClass.Noun or WordClass.NounOrVerb or WordClass.Third
                    && words.ClassAt(k + 1) is not (WordClass.Comma or WordClass.Edge)
                )
            )
                return true;
        return false;
    }

    /// <summary>"The worktop is too short. Ring the supplier": why what the next sentence asks is asked.</summary>
    private bool IsWhyOfTheNext(Sentence s, int content) =>
        s.Index + 1 < words.Sentences.Count
        && words.Sentences[s.Index + 1] is { IsItem: false } next
        && next.Line == s.Line
        && next.To > next.From + 2
        && words.ClassAt(next.From) is WordClass.Verb
        && words.ClassAt(content).CanOpenAThing()
        && Enumerable.Range(content, s.To - content).Any(i => words.ClassAt(i) is WordClass.Be);

    /// <summary>"The cold store is at nine degrees - Ada get the engineer": why what stands behind the dash is asked.</summary>
    private bool IsToldAtADash(Sentence s, int content)
    {
        var dash = content + 1;
        while (dash < s.To && words.ClassAt(dash) is not (WordClass.Dash or WordClass.Comma or WordClass.Colon))
            dash++;
        return words.ClassIn(s, dash) is WordClass.Dash
            && words.ClassAt(content).CanOpenAThing()
            && Listing.States(words, content, dash)
            && words.WhoAt(dash + 1, s.To) is { } who
            && Listing.Orders(words, words.ClassAt(who.To) is WordClass.Comma ? who.To + 1 : who.To);
    }

    /// <summary>"Ada - inspection file - where is it?": a thing, and what one wants to know of it.</summary>
    private bool AsksWhere(Sentence s, int content)
    {
        if (!words.At(s.To).Is("?") || words.ClassAt(content) is WordClass.Verb)
            return false;
        for (var i = content + 1; i < s.To; i++)
            if (
                words.ClassAt(i - 1) is WordClass.Dash or WordClass.Comma or WordClass.Colon
                && (words.ClassAt(i) is WordClass.Question || words.At(i).Is("who"))
                && words.ClassAt(i + 1) is WordClass.Be or WordClass.Have or WordClass.Do
            )
                return true;
        return false;
    }

    /// <summary>"Scratch that, it's here": what was said before.</summary>
    private bool IsTakenBack(Sentence s, int i) =>
        i == s.From
        && words.At(i).Lower is "scratch" or "scrub" or "strike" or "cancel" or "forget" or "drop"
        && words.At(i + 1).Is("that")
        && (i + 2 >= s.To || words.ClassAt(i + 2) is WordClass.Comma or WordClass.Dash);

    /// <summary>"Can somebody tell me where they are": telling is no work either.</summary>
    private bool IsInAQuestion(Sentence s, int i)
    {
        for (var k = Math.Max(s.From, i - 3); k < i; k++)
            if (words.CuesAt(s, k).Any(c => c.Cue.Label == Cues.Knowledge && c.To > i))
                return true;
        return false;
    }

    /// <summary>"Remember the sale starts on Monday": that it does is told.</summary>
    private bool TellsBehind(Sentence s, int from)
    {
        for (
            var i = from + 1;
            i < s.To && words.ClassAt(i) is not (WordClass.Comma or WordClass.To or WordClass.Dash);
            i++
        )
            if (
                words.ClassAt(i)
                is WordClass.Be
                    or WordClass.Third
                    or WordClass.Modal
                    or WordClass.Have
                    or WordClass.Do
                    or WordClass.Denial
            )
                return true;
        return false;
    }

    /// <summary>"I'll need them for three", "I'll think about it".</summary>
    private bool IsPromiseOfNothing(CueFound cue, int content) =>
        // "We'll want the long table"
        (
            cue.Cue.Label is "suggest"
            && words.At(content).Lower
                is "want"
                    or "need"
                    or "lose"
                    or "miss"
                    or "regret"
                    or "like"
                    or "love"
                    or "prefer"
        )
        ||
        // "We should get it on Friday", "we should know by then"
        (
            cue.Cue.Label is "suggest"
            && words.At(content - 1).Is("should")
            && Lexicon.OfNoWork.Contains(words.At(content).Lower)
            && (
                words.At(content).Lower is not ("stop" or "do" or "talk" or "look")
                    && (!words.IsPlain(content + 1) || words.ClassAt(content + 1) is WordClass.Preposition)
                || words.At(content + 1).Lower is "it" or "them" or "that"
                    && (!words.IsPlain(content + 2) || words.ClassAt(content + 2) is WordClass.Preposition)
            )
        )
        || cue.Cue.Doer is Doer.Author
            && (
                words.At(content).Lower is "need" or "want" or "like" or "love"
                // "I told him I'd be late"
                || (
                    words.At(content).Is("be")
                    && words.At(content + 1).Lower is "late" or "away" or "off" or "out" or "ill" or "busy"
                )
                || (words.At(content).Is("think") && words.At(content + 1).Is("about"))
                // "I should be grateful if you could"
                || (
                    words.At(content).Is("be")
                    && words.At(content + 1).Lower
                        is "grateful"
                            or "glad"
                            or "happy"
                            or "obliged"
                            or "pleased"
                            or "thankful"
                            or "sorry"
                            or "delighted"
                )
            );

    /// <summary>What is a part of asking, or says of what is asked how many, when and what for.</summary>
    private bool IsOfWhatIsAsked(Sentence s, int from, CueFound cue, int content, int needs) =>
        // "She needs it by noon": when something else that is asked is wanted.
        (
            (needs >= 0 || cue.Cue.Label is "need" or "wish")
            && words.At(content).Lower is "it" or "them" or "him" or "this" or "that" or "these" or "those"
            && words.ClassAt(content + 1) is not (WordClass.Past or WordClass.Gerund or WordClass.To)
            && !(words.IsPlain(content + 1) && words.ClassAt(content + 1) is not WordClass.Preposition)
        )
        // "Would you mind fetching": that is what is asked, not to mind.
        || (
            cue.Cue.Doer is not Doer.Nothing
            && words.At(content).Is("mind")
            && words.ClassAt(words.At(content + 1).Is("awfully") ? content + 2 : content + 1) is WordClass.Gerund
        )
        // "Could you two do the front": so are they spoken to.
        || (
            words.ClassAt(content - 1) is WordClass.You
            && words.At(content).Lower is "two" or "both" or "three" or "lot"
            && Listing.Orders(words, content + 1)
        )
        // "Would you be free to meet her": that is how it is asked.
        || (
            words.At(content).Is("be")
            && words.At(content + 1).Lower is "free" or "able" or "available" or "willing" or "happy"
            && words.At(content + 2).Is("to")
        )
        // "Somebody ought to have swept": too late.
        || (
            cue.Cue != Cue.None
            && words.ClassAt(content) is WordClass.HaveBase
            && (words.ClassAt(content + 1) is WordClass.Past || words.At(content + 1).Is("been"))
        )
        // "Three things: the lamp, the lock and the gate"
        || (
            (words.ClassAt(content) is WordClass.Number || Lexicon.Numbers.ContainsKey(words.At(content).Lower))
            && (words.At(content + 1).Lower is "more" or "other" or "last" ? content + 2 : content + 1) is var counted
            && Counted.Contains(words.At(counted).Lower)
            && counted + 1 < s.To
            && words.ClassAt(counted + 1)
                is WordClass.Colon
                    or WordClass.Comma
                    or WordClass.Dash
                    or WordClass.Person
                    or WordClass.Time
        )
        || ListItems.AreAnnounced(words, s, content)
        // "When you're through with it", "what an evening"
        || (
            cue.Cue.Doer is Doer.You
            && cue.Cue.Label is "none" or "thing needs"
            && words.ClassAt(from) is WordClass.Question
        );

    /// <summary>"Carry it up, mind the step"; "Ada, mind the shop" asks.</summary>
    private bool IsAWarning(Sentence s, int from, CueFound cue, int content) =>
        cue.Cue == Cue.None
        && words.At(content).Is("mind")
        && words.ClassAt(content + 1) is WordClass.Determiner or WordClass.Possessive
        && (
            words.ClassIn(s, from - 1) is WordClass.Comma
                && words.ClassAt(from - 2) is not (WordClass.Person or WordClass.Crew or WordClass.Tag)
            || !words.Names.Exists(n => n.From >= s.From && n.To <= s.To)
                && !words.Times.Exists(t => t.From > content && t.To <= s.To)
            || words.At(content + 2).Lower is "step" or "head" or "gap" or "steps" or "edge" or "fingers"
        );

    /// <summary>"Ada, maybe you": whom one thinks of.</summary>
    private bool IsMaybe(int content) =>
        words.At(content).Lower is "maybe" or "perhaps" && words.ClassAt(content + 1) is WordClass.You
        || (
            words.ClassAt(content) is WordClass.You
            && words.ClassAt(content - 1) is WordClass.Comma
            && words.At(content - 2).Is("you")
            && words.At(content - 3).Lower is "maybe" or "perhaps"
        );

    /// <summary>"Thank you so much for it".</summary>
    private bool IsThanks(Sentence s, int from)
    {
        var i = from - 1;
        while (i >= s.From && words.At(i).Lower is "so" or "very" or "you" or "ever")
            i--;
        return i >= s.From && i < from - 1 && words.At(i).Lower is "thank" or "thanks";
    }

    /// <summary>"Lovely stand", and "the Polish to follow".</summary>
    private bool IsPraise(int content) =>
        Praise.Contains(words.At(content).Lower)
        || (words.At(content + 1).Is("to") && words.At(content + 2).Is("follow"));
}
