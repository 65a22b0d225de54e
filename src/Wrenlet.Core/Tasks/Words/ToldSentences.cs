using System.Collections.Frozen;
using Wrenlet.Core.Tasks.Words.Beside;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Tells sentences that as a whole ask for nothing: rules, subjects of a mail, questions that want to know.</summary>
internal static class ToldSentences
{
    /// <summary>Where what always holds is written.</summary>
    private static readonly FrozenSet<string> Rulebooks = Lexicon.Set(
        "rules terms contract licence license policy law handbook manual leaflet label instructions guidelines regulations permit"
    );

    /// <summary>Whether nothing in a sentence asks for work, however it is said.</summary>
    public static bool AskNothing(MessageWords words, Sentence sentence) =>
        IsQuoted(words, sentence)
        || IsDone(words, sentence)
        || TellsARule(words, sentence)
        || IsFromNowOn(words, sentence)
        || IsLeftAtDoNot(words, sentence)
        // "Sign for them. One each"
        || (sentence.To - sentence.From == 2 && words.At(sentence.From + 1).Is("each"))
        || TimesOfAll.IsSaidBy(words, sentence)
        || IsBeforeYouGo(words, sentence)
        || IsAView(words, sentence)
        || AsksWhichOfTwo(words, sentence)
        || TellsHours(words, sentence)
        || IsMadeSureOf(words, sentence)
        // "Draft a letter. I want to see it before it goes"
        || (
            sentence.Index > 0
            && words.ClassAt(sentence.From) is WordClass.I
            && words.At(sentence.From + 1).Is("want")
            && words.At(sentence.From + 2).Is("to")
            && words.At(sentence.From + 3).Is("see")
            && words.At(sentence.From + 4).Lower is "it" or "them"
        )
        // "Ring ring"
        || (
            sentence.To - sentence.From == 2
            && words.At(sentence.From).Lower == words.At(sentence.From + 1).Lower
            && words.At(sentence.From).IsWord
        )
        || IsADetail(words, sentence)
        || IsThanks(words, sentence)
        || IsGoingAgain(words, sentence)
        || IsSubject(words, sentence)
        || AsksWhenOrWhere(words, sentence);

    /// <summary>"Two jobs done: the lamp, the lock".</summary>
    private static bool IsDone(MessageWords words, Sentence sentence) =>
        (words.ClassAt(sentence.From) is WordClass.Number || Lexicon.Numbers.ContainsKey(words.At(sentence.From).Lower))
        && words.At(sentence.From + 1).Lower is "things" or "jobs" or "tasks" or "points"
        && words.At(sentence.From + 2).Lower is "done" or "finished" or "sorted";

    /// <summary>"From now on every pot gets wrapped twice": how it is done, and nothing to do now.</summary>
    private static bool IsFromNowOn(MessageWords words, Sentence sentence)
    {
        var i = sentence.From;
        for (var k = i + 3; k < sentence.To; k++)
            if (OrdersBehindAMark(words, k) || words.At(k).Is("please"))
                return false;
        // "Desk, from Monday every leak gets logged with a photo"
        if (words.WhoAt(i, sentence.To) is { } called && words.ClassAt(called.To) is WordClass.Comma)
            i = called.To + 1;
        if (
            words.TimeAt(i) is { Start: not null, Due: null, Repeats: null } begins
            && words.At(begins.From).Is("from")
            && words.At(begins.To).Lower is "every" or "each" or "all"
        )
            for (var k = begins.To + 2; k < sentence.To && k < begins.To + 6; k++)
                if (words.At(k).Lower is "gets" or "is" or "are" or "get" && words.ClassAt(k + 1) is WordClass.Past)
                    return true;
        return words.At(i).Lower is "from" or "as"
            && (
                words.At(i + 1).Is("now") && words.At(i + 2).Is("on")
                || words.At(i + 1).Is("of") && words.At(i + 2).Lower is "now" or "today"
            )
            && words.At(words.ClassAt(i + 3) is WordClass.Comma ? i + 4 : i + 3).Lower
                is "every"
                    or "each"
                    or "all"
                    or "no"
                    or "nobody"
                    or "anyone"
                    or "everyone"
                    or "everybody"
                    or "whoever"
                    or "any";
    }

    /// <summary>"Should we paint it or leave it?": wants to know which.</summary>
    private static bool AsksWhichOfTwo(MessageWords words, Sentence sentence)
    {
        if (
            !words.At(sentence.To).Is("?")
            || !words.At(sentence.From).Is("should")
            || words.ClassAt(sentence.From + 1) is not WordClass.We
        )
            return false;
        for (var i = sentence.From + 2; i + 1 < sentence.To; i++)
            if (
                words.At(i).Is("or")
                && words.ClassAt(i + 1) is WordClass.Verb or WordClass.VerbOrNoun or WordClass.NounOrVerb
            )
                return true;
        return false;
    }

    /// <summary>"Shall we do a new one for the winter? What do you think": wants to hear what somebody thinks.</summary>
    private static bool IsAView(MessageWords words, Sentence sentence)
    {
        if (
            !words.At(sentence.To).Is("?")
            || !(words.At(sentence.From).Lower is "shall" or "should")
            || words.ClassAt(sentence.From + 1) is not WordClass.We
            || sentence.Index + 1 >= words.Sentences.Count
        )
            return false;
        var next = words.Sentences[sentence.Index + 1].From;
        return words.At(next).Is("what") && words.At(next + 1).Is("do") && words.At(next + 3).Is("think");
    }

    /// <summary>"Ada, you still have the cash box, don't you?": one only makes sure; "you'll bring it, won't you?" asks.</summary>
    private static bool IsMadeSureOf(MessageWords words, Sentence sentence)
    {
        var i = words.WhoAt(sentence.From, sentence.To)?.To ?? sentence.From;
        if (words.ClassAt(i) is WordClass.Comma)
            i++;
        return words.At(sentence.To).Is("?")
            && words.ClassAt(i) is WordClass.You or WordClass.Subject
            && words.ClassAt(sentence.To - 1) is WordClass.You or WordClass.Subject
            && words.At(sentence.To - 2).Lower
                is "don't"
                    or "haven't"
                    or "aren't"
                    or "didn't"
                    or "weren't"
                    or "isn't"
                    or "hasn't"
                    or "doesn't"
            && words.ClassAt(sentence.To - 3) is WordClass.Comma;
    }

    /// <summary>"Lifeguards start at nine and finish at six from May".</summary>
    private static bool TellsHours(MessageWords words, Sentence sentence)
    {
        if (words.WhoAt(sentence.From, sentence.To) is not { } who || words.ClassAt(who.Names[0]) is not WordClass.Crew)
            return false;
        // "Bar closes at nine on Mondays until the clocks change"
        if (
            words.At(who.To).Lower is "closes" or "opens" or "shuts" or "starts"
            && words.TimeAt(who.To + 1) is not null
            && words.Times.Exists(t => t.Repeats is not null && t.From > who.To && t.To <= sentence.To)
        )
            return true;
        var opens = words.At(who.To).Lower is "start" or "begin" or "open" && words.TimeAt(who.To + 1) is not null;
        for (var i = who.To + 2; opens && i + 2 < sentence.To; i++)
            if (words.At(i).Is("and") && words.At(i + 1).Lower is "finish" or "end" or "close" or "stop")
                return words.TimeAt(i + 2) is not null;
        return false;
    }

    /// <summary>"Get a price for brushes. Two suppliers at least": says more of what was asked before.</summary>
    private static bool IsADetail(MessageWords words, Sentence sentence)
    {
        if (sentence.Index == 0 || words.IsNamed(sentence))
            return false;
        var (isDetail, last) = (false, sentence.From);
        for (var i = sentence.From; i < sentence.To; i++)
        {
            if (words.ClassAt(i).IsHelping() || (i > sentence.From + 1 && Listing.Orders(words, i)))
                return false;
            isDetail |=
                words.At(i).Is("at") && words.At(i + 1).Lower is "least" or "most"
                || words.At(i).Lower is "minimum" or "maximum" or "max" or "preferably";
            last = i;
        }

        return isDetail && last - sentence.From < 20;
    }

    /// <summary>"Before you go home tonight": by when what was asked before is to be done.</summary>
    private static bool IsBeforeYouGo(MessageWords words, Sentence sentence)
    {
        if (
            sentence.Index == 0
            || !words.At(sentence.From).Is("before")
            || words.ClassAt(sentence.From + 1) is not (WordClass.You or WordClass.We or WordClass.I)
        )
            return false;
        for (var i = sentence.From; i < sentence.To; i++)
            if (Listing.IsMark(words, i) || words.ClassAt(i) is WordClass.Colon)
                return false;
        return true;
    }

    /// <summary>"Whoever put the tins in with the metal, please don't", "gloves on at all times": what holds always.</summary>
    private static bool IsLeftAtDoNot(MessageWords words, Sentence sentence)
    {
        if (
            words.At(sentence.To - 1).Is("don't")
            && words.At(sentence.To - 2).Is("please")
            && words.ClassIn(sentence, sentence.To - 3) is WordClass.Comma or WordClass.Dash
        )
            return true;
        // "Please that you don't mix the tickets"
        if (
            words.At(sentence.From).Is("please")
            && words.At(sentence.From + 1).Is("that")
            && words.ClassAt(sentence.From + 3) is WordClass.Denial
        )
            return true;
        // "Whoever keeps leaving the gate open: stop it"
        if (
            words.At(sentence.From).Is("whoever")
            && words.At(sentence.To - 1).Lower is "it" or "that"
            && words.At(sentence.To - 2).Is("stop")
        )
            return true;
        for (var i = sentence.From; i + 2 < sentence.To; i++)
            if (words.At(i).Is("at") && words.At(i + 1).Is("all") && words.At(i + 2).Is("times"))
                return !IsAskedIn(words, sentence, sentence.From, i) && !words.At(i + 3).Is("please");
        // "Whoever shut the cat in the store, she's fine, but check next time"
        if (words.At(sentence.From).Is("whoever"))
            for (var i = sentence.From + 2; i + 1 < sentence.To; i++)
                if (words.ClassAt(i) is WordClass.Comma)
                    return words.At(i + 1).Lower is "he's" or "she's" or "it's" or "they're"
                        && !IsSaidToSomebody(words, i + 1, sentence.To);
        // "Who is last must close the tins, always"
        if (words.At(sentence.To - 1).Is("always") && words.ClassAt(sentence.To - 2) is WordClass.Comma)
            return true;
        // "Please sign them out, every time"
        return words.At(sentence.To - 1).Is("time")
            && words.At(sentence.To - 2).Lower is "every" or "each"
            && words.ClassAt(sentence.To - 3) is WordClass.Comma;
    }

    /// <summary>"..., Ada, get a new one", "..., but please check".</summary>
    private static bool IsSaidToSomebody(MessageWords words, int from, int to)
    {
        for (var i = from; i < to; i++)
            if (words.At(i).Is("please") || words.WhoAt(i, to) is not null)
                return true;
        return false;
    }

    private static bool IsAskedIn(MessageWords words, Sentence sentence, int from, int to)
    {
        for (var i = from; i < to; i++)
            if (Listing.Orders(words, i) || words.CuesAt(sentence, i).Any(c => c.Cue.Doer is not Doer.Nothing))
                return true;
        return false;
    }

    /// <summary>"Thanks everybody, what an opening", "thanks for staying so late": it asks for nothing more.</summary>
    private static bool IsThanks(MessageWords words, Sentence sentence)
    {
        // "Thank the caterers" is an order.
        if (
            !(words.At(sentence.From).Lower is "thanks" or "cheers" or "ta")
            && !(words.At(sentence.From).Is("thank") && words.ClassAt(sentence.From + 1) is WordClass.You)
        )
            return false;
        for (var i = sentence.From + 1; i < sentence.To; i++)
            if (
                words.At(i).Lower is "please" or "pls" or "plz" or "now" or "next" or "also" or "but" or "and"
                || words.ClassAt(i) is WordClass.Colon or WordClass.Dash or WordClass.Time
                || words.CuesAt(sentence, i).Any(c => c.Cue.Doer is not Doer.Nothing && c.Cue.Label is not "someone")
                || OrdersBehindAMark(words, i)
            )
                return false;
        return true;
    }

    /// <summary>"Thanks, Ada ring them back".</summary>
    private static bool OrdersBehindAMark(MessageWords words, int i) =>
        Listing.Orders(words, i)
        && (
            Listing.IsMark(words, i - 1)
            || (
                words.ClassAt(i - 1) is WordClass.Person or WordClass.Crew or WordClass.Tag
                && Listing.IsMark(words, i - 2)
            )
        );

    /// <summary>"Lift 4 is running again", "the lights are working again": news.</summary>
    private static bool IsGoingAgain(MessageWords words, Sentence sentence)
    {
        for (var i = sentence.From + 1; i + 2 < sentence.To; i++)
            if (
                words.ClassAt(i) is WordClass.Be or WordClass.Possessive or WordClass.Stating
                && words.At(i + 1).Lower is "working" or "running" or "open" or "fine" or "going"
                && words.At(i + 2).Is("again")
                && words.ClassAt(i) is not WordClass.Modal
            )
            {
                for (var k = i + 3; k < sentence.To; k++)
                    if (OrdersBehindAMark(words, k) || words.At(k).Is("please"))
                        return false;
                return !words.CuesAt(sentence, sentence.From).Any(c => c.Cue.Doer is not Doer.Nothing)
                    && !Listing.Orders(words, sentence.From);
            }
        return false;
    }

    /// <summary>A line of the mail that is answered: "&gt; Could you come?".</summary>
    private static bool IsQuoted(MessageWords words, Sentence sentence)
    {
        var i = sentence.Index;
        while (i > 0 && words.Sentences[i - 1].Line == sentence.Line)
            i--;
        return words.At(words.Sentences[i].From).Is(">");
    }

    /// <summary>
    /// "Records have to be kept for ten years, the licence says", "lock it at night, it's the rule": what holds always asks for
    /// nothing now.
    /// </summary>
    private static bool TellsARule(MessageWords words, Sentence sentence)
    {
        for (var i = sentence.From + 1; i < sentence.To; i++)
        {
            if (words.ClassAt(i) is not (WordClass.Comma or WordClass.Dash))
                continue;
            var it = words.At(i + 1).Lower is "it's" or "that's";
            if (
                it
                && (
                    words.At(i + 2).Is("the") && words.At(i + 3).Lower is "rule" or "rules" or "law"
                    || words.At(i + 2).Is("how") && words.At(i + 3).Lower is "it's" or "it" or "we've" or "we"
                    || words.At(i + 2).Is("what") && words.At(i + 4).Lower is "agreed" or "decided" or "said"
                )
            )
                return true;
            // "..., it's in the terms"
            if (
                it
                && words.At(i + 2).Lower is "in" or "on"
                && words.At(i + 3).Is("the")
                && Rulebooks.Contains(words.At(i + 4).Lower)
                && i + 5 >= sentence.To
            )
                return true;
            // "Doors must be kept shut, says the sign"
            if (
                words.At(i + 1).Lower is "says" or "say"
                && words.ClassAt(i + 2) is WordClass.Determiner
                && i + 5 >= sentence.To
            )
                return true;
            if (words.At(i + 1).Is("it") && words.At(i + 2).Is("says") && words.At(i + 3).Lower is "so" or "on" or "in")
                return true;
            if (
                words.At(i + 1).Is("those")
                && words.At(i + 2).Is("are")
                && words.At(i + 4).Lower is "rules" or "orders"
            )
                return true;
            if (
                words.At(sentence.To - 1).Lower is "says" or "say"
                && i >= sentence.To - 4
                && words.ClassAt(i + 1) is WordClass.Determiner or WordClass.Person or WordClass.Crew or WordClass.Other
            )
                return true;
        }

        return false;
    }

    /// <summary>
    /// "Ada, do the motors need oil?", "the rent, has it come?": a question, and how it is asked no way of asking for work.
    /// </summary>
    public static bool WantToKnow(MessageWords words, Sentence sentence)
    {
        if (!words.At(sentence.To).Is("?"))
            return false;
        // "Have a look at it, would you?"
        if (words.ClassAt(sentence.To - 1) is WordClass.You && words.ClassAt(sentence.To - 2) is WordClass.Modal)
            return false;
        for (var i = sentence.From; i < sentence.To; i++)
            if (
                words.At(i).Lower is "did" or "does" or "do" or "is" or "are" or "was" or "were" or "has" or "have"
                && words.ClassIn(sentence, i - 1)
                    is WordClass.Edge
                        or WordClass.Comma
                        or WordClass.Dash
                        or WordClass.Colon
                && words.ClassAt(i + 1)
                    is WordClass.Determiner
                        or WordClass.Subject
                        or WordClass.Person
                        or WordClass.Other
                        or WordClass.You
                        or WordClass.We
                && words.CuesAt(sentence, i).All(c => c.Cue.Doer is Doer.Nothing)
            )
                return true;
        return false;
    }

    /// <summary>"When do we have to return it?", "Ada, where are the keys?"; "why don't we ring them?" asks for it.</summary>
    private static bool AsksWhenOrWhere(MessageWords words, Sentence sentence)
    {
        var i = sentence.From;
        if (words.WhoAt(i, sentence.To) is { } who)
            i = who.To;
        while (i < sentence.To && words.ClassAt(i) is WordClass.Comma or WordClass.Conjunction or WordClass.Courtesy)
            i++;
        // "Ada, thirty of them, nails only, what would we charge?"
        if (
            words.At(sentence.To).Is("?")
            && words.WhoAt(sentence.From, sentence.To) is { } called
            && words.ClassAt(called.To) is WordClass.Comma
        )
            for (var k = called.To; k + 2 < sentence.To; k++)
                if (
                    words.ClassAt(k) is WordClass.Comma
                    && words.At(k + 1).Lower is "what" or "how" or "when"
                    && words.At(k + 2).Lower is "would" or "could" or "should" or "will"
                    && words.ClassAt(k + 3) is WordClass.We or WordClass.Determiner or WordClass.Subject
                )
                    return true;
        // "When can you come and replace it?": a customer asks for it.
        if (
            words.At(i).Is("when")
            && words.At(i + 1).Lower is "can" or "could"
            && words.ClassAt(i + 2) is WordClass.You
        )
            return false;
        return words.At(sentence.To).Is("?")
            && words.At(i).Lower is "when" or "where" or "what" or "how" or "why"
            && words.At(i + 1).Lower
                is "do"
                    or "does"
                    or "did"
                    or "is"
                    or "are"
                    or "was"
                    or "were"
                    or "has"
                    or "have"
                    or "can"
                    or "should"
                    or "will";
    }

    /// <summary>"Fwd: the letter", "re: your order": what a mail is about.</summary>
    private static bool IsSubject(MessageWords words, Sentence sentence) =>
        words.At(sentence.From).Lower is "fwd" or "fw" or "re" or "forward" && words.At(sentence.From + 1).Is(":");
}
