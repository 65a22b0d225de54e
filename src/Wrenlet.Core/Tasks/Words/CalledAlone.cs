using Wrenlet.Core.Dockets;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Finds what one is called for in a way that needs no weighing: "the lamp is out, Ada please", "not urgent, Ada: the bench
/// wobbles", "next job for Ben: the float", "every first Monday Ada tests the alarm".
/// </summary>
internal static class CalledAlone
{
    /// <summary>"All of them", "both sets": a sentence that only says how much of a thing has no more words.</summary>
    private const int MostOfAPiece = 4;

    /// <summary>What is named before a colon has no more words.</summary>
    private const int MostOfATopic = 8;

    /// <summary>What a sentence calls somebody for; null where the features have to tell.</summary>
    public static ListedPart? In(MessageWords words, Sentence s) =>
        Behind(words, s)
        ?? Ahead(words, s)
        ?? Unhurried.In(words, s)
        ?? AllOfThem(words, s)
        ?? AlsoAThing(words, s)
        ?? JobFor(words, s)
        ?? EachTime(words, s)
        ?? ThingThenOrder(words, s)
        ?? TopicThenOrder(words, s)
        ?? InPieces(words, s)
        ?? AskedIfNot.In(words, s)
        ?? CalledLast.In(words, s)
        ?? ListItems.DoneUnderAHeading(words, s)
        ?? DueBehind(words, s)
        ?? CalledNext.In(words, s)
        ?? CalledByWhen.In(words, s)
        ?? BareOrder.In(words, s);

    /// <summary>
    /// "Ada, the spare keys, please post today", "menus for the tasting, draft by Friday", "we're out of salt, order today": the
    /// thing, and then what is to be done to it.
    /// </summary>
    private static ListedPart? ThingThenOrder(MessageWords words, Sentence s)
    {
        for (var mark = s.From + 1; mark + 1 < s.To; mark++)
        {
            if (!Listing.IsMark(words, mark))
                continue;
            var asked = words.At(mark + 1).Is("please");
            var verb = asked ? mark + 2 : mark + 1;
            if (
                words.ClassIn(s, verb)
                    is not (WordClass.Verb or WordClass.VerbOrNoun or WordClass.NounOrVerb or WordClass.VerbOrAdjective)
                || EndOfABareVerb(words, s, verb) is not { } end
                || ThingBefore(words, s, mark) is not { } thing
            )
                continue;
            var who = words.WhoAt(s.From, mark);
            var isLacked = thing > s.From && words.ClassAt(thing - 1) is WordClass.Preposition;
            var isDated = words.Times.Exists(t => t.From > verb && t.To <= end && t.Due is not null);
            return
                asked
                || (isLacked && words.ClassAt(verb) is WordClass.Verb or WordClass.VerbOrNoun)
                || (who is not null && isDated)
                ? new(s, verb, verb, verb, end, who) { IsAllThatIsAsked = true }
                : null;
        }

        return null;
    }

    /// <summary>"Extraction filters: change them before Friday": what it is about, and what is to be done to it.</summary>
    private static ListedPart? TopicThenOrder(MessageWords words, Sentence s)
    {
        for (var colon = s.From + 1; colon + 2 < s.To && colon < s.From + MostOfATopic + 3; colon++)
        {
            if (words.ClassAt(colon) is WordClass.Comma or WordClass.Dash && words.WhoAt(s.From, colon)?.To != colon)
                return ThingThenIt(words, s, colon);
            if (words.ClassAt(colon) is not WordClass.Colon)
                continue;
            return
                words.ClassAt(colon + 1) is WordClass.Verb or WordClass.VerbOrNoun
                && words.At(colon + 2).Lower is "it" or "them"
                && words.ClassAt(colon - 1) is not (WordClass.Person or WordClass.Crew or WordClass.Tag)
                && !Listing.States(words, s.From, colon)
                ? new(s, s.From, colon + 1, colon + 1, s.To, words.WhoAt(s.From, colon)) { IsAllThatIsAsked = true }
                : null;
        }

        return null;
    }

    /// <summary>"School group of 60 on Friday, split them", "the bins are full, empty them".</summary>
    private static ListedPart? ThingThenIt(MessageWords words, Sentence s, int mark)
    {
        var who = words.WhoAt(s.From, mark);
        var thing =
            who is null ? s.From
            : words.ClassAt(who.To) is WordClass.Comma or WordClass.Dash or WordClass.Colon ? who.To + 1
            : who.To;
        return
            thing < mark
            && words.ClassAt(mark + 1) is WordClass.Verb or WordClass.VerbOrNoun
            && words.At(mark + 2).Lower is "it" or "them"
            && mark + 2 < s.To
            && words.ClassAt(thing).CanOpenAThing()
            && !Listing.Orders(words, thing)
            && !words.At(s.To).Is("?")
            && !Does(words, thing + 1, mark)
            ? new(s, s.From, mark + 1, mark + 1, s.To, who) { IsAllThatIsAsked = true }
            : null;
    }

    /// <summary>"The lads collect the van, wash it and go": what somebody does, and not only how something is.</summary>
    private static bool Does(MessageWords words, int from, int to)
    {
        for (var i = from; i < to; i++)
            if (
                words.ClassAt(i)
                    is WordClass.Modal
                        or WordClass.Stating
                        or WordClass.Subject
                        or WordClass.I
                        or WordClass.We
                        or WordClass.Question
                        or WordClass.Past
                || (
                    words.ClassAt(i) is WordClass.Verb or WordClass.VerbOrNoun or WordClass.Third
                    && words.ClassAt(i + 1) is WordClass.Determiner or WordClass.Possessive or WordClass.Object
                )
            )
                return true;
        return false;
    }

    /// <summary>The mark behind a verb that stands with nothing but when and for whom; null where more stands there.</summary>
    private static int? EndOfABareVerb(MessageWords words, Sentence s, int verb)
    {
        var end = verb + 1;
        while (end < s.To && words.ClassAt(end) is not WordClass.Comma)
            if (words.IsPlain(end) && words.ClassAt(end) is not WordClass.Crew)
                return null;
            else
                end++;
        return end;
    }

    /// <summary>Where a thing begins that is named before a mark, and nothing else is; null where that is not so.</summary>
    public static int? ThingBefore(MessageWords words, Sentence s, int mark)
    {
        for (var i = s.From; i + 2 < mark; i++)
            if (
                words.At(i + 1).Lower is "of" or "on"
                && words.At(i).Lower is "out" or "low" or "short"
                && words.IsPlain(i + 2)
            )
                return i + 2;
        var thing = words.WhoAt(s.From, mark)?.To ?? s.From;
        if (words.ClassAt(thing) is WordClass.Comma or WordClass.Dash or WordClass.Colon)
            thing++;
        if (
            thing >= mark
            || !(words.ClassAt(thing).CanOpenAThing() || words.ClassAt(thing) is WordClass.Number or WordClass.Third)
            || Listing.States(words, thing, mark)
        )
            return null;
        for (var i = thing; i < mark; i++)
            if (Listing.IsMark(words, i))
                return null;
        return thing;
    }

    /// <summary>"Could we have the figures? Also, a photograph of the shop": wanted as what was asked before it.</summary>
    private static ListedPart? AlsoAThing(MessageWords words, Sentence s)
    {
        var thing = words.At(s.From).Is("and") ? s.From + 1 : s.From + 2;
        var end = s.From;
        while (end < s.To && !words.At(end).Is("if"))
            end++;
        if (
            s.Index == 0
            || !(words.At(s.From).Lower is "also" or "plus" or "and")
            || (thing > s.From + 1 && words.ClassAt(s.From + 1) is not WordClass.Comma)
            || words.ClassAt(thing) is not (WordClass.Determiner or WordClass.Number)
            || Listing.States(words, thing, end)
            || words.At(s.To).Is("?")
        )
            return null;
        var before = words.Sentences[s.Index - 1];
        for (var i = before.From; i < before.To; i++)
            if (words.CuesAt(before, i).Any(c => c.Cue.Label is "ask" or "need" or "wish"))
                return new(s, thing, thing, thing, end, null) { IsAllThatIsAsked = true };
        return null;
    }

    /// <summary>"Ada: newsletter, price list, map - all to the printer by noon": one thing of many parts.</summary>
    private static ListedPart? AllOfThem(MessageWords words, Sentence s)
    {
        if (
            words.WhoAt(s.From, s.To) is not { } who
            || words.ClassAt(who.To) is not (WordClass.Colon or WordClass.Comma)
            || words.TimeAt(s.To - 1) is not { Due: not null, Repeats: null } time
        )
            return null;
        for (var i = who.To + 2; i + 2 < time.From; i++)
            if (words.ClassAt(i) is WordClass.Dash && words.At(i + 1).Lower is "all" or "both" or "everything")
                return !Listing.States(words, who.To + 1, s.To) && !Asks(words, s, who.To + 1, s.To)
                    ? new(s, s.From, who.To + 1, who.To + 1, s.To, who) { IsAllThatIsAsked = true }
                    : null;
        return null;
    }

    /// <summary>"Ada, price tags. All of them. Before the sale": a thing, and by when in a sentence of its own.</summary>
    private static ListedPart? InPieces(MessageWords words, Sentence s)
    {
        if (
            words.WhoAt(s.From, s.To) is not { } who
            || who.To + 1 >= s.To
            || words.ClassAt(who.To) is not (WordClass.Comma or WordClass.Colon or WordClass.Dash)
            || !Listing.CanOpenAThing(words, who.To + 1)
            || Listing.States(words, who.To + 1, s.To)
            || s.To - who.To > MostOfATopic
            || words.At(s.To).Is("?")
            || words.Times.Exists(t => t.From >= s.From && t.To <= s.To)
        )
            return null;
        for (var i = s.Index + 1; i < words.Sentences.Count && i <= s.Index + 2; i++)
        {
            var next = words.Sentences[i];
            if (next.Line != s.Line || next.IsItem)
                return null;
            var at = next.From;
            while (at < next.To && words.ClassAt(at) is WordClass.Time or WordClass.Courtesy or WordClass.Comma)
                at++;
            // "By Monday please so I've time to read it"
            if (words.At(at).Is("so") && at > next.From && words.ClassAt(at + 1) is not WordClass.Verb)
                at = next.To;
            if (at == next.To && words.TimeAt(next.From) is { Due: not null } && !words.At(next.To).Is("?"))
                return new(s, s.From, who.To + 1, who.To + 1, s.To, who) { IsAllThatIsAsked = true };
            // "I mean all of them"
            var opens = words.At(next.From).Is("i") && words.At(next.From + 1).Is("mean") ? next.From + 2 : next.From;
            if (next.To - opens > MostOfAPiece || Listing.States(words, opens, next.To))
                return null;
        }

        return null;
    }

    /// <summary>"The draft is attached, comments by Monday please, Ada": what is told, and then a thing by a day.</summary>
    private static ListedPart? DueBehind(MessageWords words, Sentence s)
    {
        var (end, isPlea) = (s.To, false);
        WhoPhrase? who = null;
        while (end > s.From)
            if (words.ClassAt(end - 1) is WordClass.Courtesy)
                isPlea |= words.At(--end).Lower is "please" or "pls" or "plz";
            else if (words.ClassAt(end - 1) is WordClass.Comma)
                end--;
            else if (who is null && words.Names.Find(n => n.To == end && n.From > s.From) is { } called)
                (who, end) = (called, called.From);
            else
                break;
        if (!isPlea || words.TimeAt(end - 1) is not { Due: not null, Repeats: null } time)
            return null;
        var mark = time.From - 1;
        while (mark > s.From && !Listing.IsMark(words, mark))
            mark--;
        return
            mark > s.From
            && mark + 1 < time.From
            && Listing.CanOpenAThing(words, mark + 1)
            && !Listing.States(words, mark + 1, time.From)
            && (
                Listing.States(words, s.From, mark)
                || words.At(mark - 1).Lower is "attached" or "enclosed" or "below" or "above" or "ready" or "done"
            )
            ? new(s, mark + 1, mark + 1, mark + 1, end, who) { IsAllThatIsAsked = true }
            : null;
    }

    /// <summary>Whether something is asked among words.</summary>
    public static bool Asks(MessageWords words, Sentence s, int from, int to)
    {
        for (var i = from; i < to; i++)
            if (
                words.CuesAt(s, i).Any(c => c.Cue.Doer is not (Doer.Nothing or Doer.Author))
                || (i > from && words.ClassAt(i) is WordClass.Verb && Listing.IsMark(words, i - 1))
            )
                return true;
        return false;
    }

    /// <summary>"The lamp in 5 is out, Ada please": what is wrong, and who is called to see to it.</summary>
    private static ListedPart? Behind(MessageWords words, Sentence s)
    {
        var (end, isPlea) = (s.To, false);
        while (end > s.From && words.ClassAt(end - 1) is WordClass.Courtesy)
            isPlea |= words.At(--end).Lower is "please" or "pls" or "plz";
        // "The pump has packed up, Ada asap"
        isPlea |=
            words.PriorityAt(end - 1) is { Says: Priority.Critical or Priority.High } urgent
            && words.ClassIn(s, urgent.From - 1) is WordClass.Person or WordClass.Crew or WordClass.Tag;
        // "The figures are in, Kit thanks"
        if (!isPlea)
            return null;
        while (end > s.From && words.ClassAt(end - 1) is WordClass.Time or WordClass.Priority)
            end--;
        var content = s.From;
        while (content < s.To && words.ClassAt(content) is WordClass.Priority or WordClass.Colon or WordClass.Comma)
            content++;
        if (
            words.Names.Find(n => n.To == end && n.From > content) is not { } who
            || words.ClassAt(who.From - 1) is not (WordClass.Comma or WordClass.Dash)
            || !(words.ClassAt(content).CanOpenAThing() || words.ClassAt(content) is WordClass.NounOrVerb)
        )
            return null;
        var first = content;
        while (first < who.From && !Listing.IsMark(words, first))
            first++;
        // Where something else is asked in it, that is what they are called for.
        if (Asks(words, s, content, who.From))
            return null;
        return Listing.States(words, content, first) ? new(s, content, content, content, first, who) : null;
    }

    /// <summary>"Top priority for Ada this morning: the tree", "next job for Ben: the float".</summary>
    private static ListedPart? JobFor(MessageWords words, Sentence s)
    {
        var i = s.From;
        while (
            i < s.To
            && (
                words.ClassAt(i) is WordClass.Priority or WordClass.Determiner
                || words.At(i).Lower is "first" or "next" or "last" or "main" or "only" or "one" or "another" or "other"
                || words.At(i).Lower is "job" or "task" or "priority" or "thing"
            )
        )
            i++;
        if (
            i == s.From
            || !(words.At(i - 1).Lower is "job" or "task" or "priority" or "thing" or "one" or "another")
            || !words.At(i).Is("for")
            || words.WhoAt(i + 1, s.To) is not { } who
        )
            return null;
        i = who.To;
        while (words.TimeAt(i) is { } time)
            i = time.To;
        return
            words.ClassIn(s, i) is WordClass.Colon
            && i + 1 < s.To
            && (Listing.CanOpenAThing(words, i + 1) || Listing.Orders(words, i + 1))
            ? new(s, i + 1, i + 1, i + 1, s.To, who)
            : null;
    }

    /// <summary>"Every first Monday Ada tests the alarm": "Ada does the post on Mondays" only tells how it is.</summary>
    private static ListedPart? EachTime(MessageWords words, Sentence s)
    {
        if (words.TimeAt(s.From) is { Repeats: not null } each && OfSomebody(words, s, each.To) is { } anyone)
            return anyone;
        if (
            words.TimeAt(s.From) is not { Repeats: not null } time
            || words.WhoAt(time.To, s.To) is not { } who
            || !(words.DoneBy(who.To) is not null || Listing.Orders(words, who.To))
        )
            return null;
        for (var i = who.To; i < s.To; i++)
            if (Listing.IsMark(words, i))
                return null;
        return new(s, who.From, who.To, who.To, s.To, who);
    }

    /// <summary>"Every Friday before closing, somebody counts the till": whose it is, is said elsewhere.</summary>
    private static ListedPart? OfSomebody(MessageWords words, Sentence s, int i)
    {
        while (i < s.To && words.ClassAt(i) is WordClass.Comma or WordClass.Time)
            i++;
        if (words.At(i).Is("before") && words.At(i + 1).Lower is "closing" or "opening" or "lunch")
            i += 2;
        else if (words.At(i).Is("before") && words.At(i + 1).Is("we"))
            i += 3;
        if (words.ClassAt(i) is WordClass.Comma)
            i++;
        if (i + 1 >= s.To || !(words.At(i).Lower is "somebody" or "someone"))
            return null;
        var content =
            words.At(i + 1).Lower is "has" or "needs" && words.At(i + 2).Is("to") ? i + 3
            : words.ClassAt(i + 1) is WordClass.Third ? i + 1
            : -1;
        return content > 0 && content < s.To
            ? new(s, i, content, content, s.To, null) { IsAllThatIsAsked = true }
            : null;
    }

    /// <summary>"Not urgent, Ada: the bench wobbles": who is called with how much it matters, and what is wrong.</summary>
    private static ListedPart? Ahead(MessageWords words, Sentence s)
    {
        var i = s.From;
        while (i < s.To && words.ClassAt(i) is WordClass.Priority or WordClass.Comma)
            i++;
        if (words.WhoAt(i, s.To) is not { } who)
            return null;
        var colon = who.To;
        // "Ada, low priority, the bench wobbles"
        if (i == s.From)
            while (colon < s.To && words.ClassAt(colon) is WordClass.Priority or WordClass.Comma)
                colon++;
        if (
            i == s.From
                ? words.ClassAt(colon - 2) is not WordClass.Priority
                : words.ClassAt(colon) is not WordClass.Colon
        )
            return null;
        var content = i == s.From ? colon : colon + 1;
        // "The match is on Friday" is news.
        if (words.Times.Exists(t => t.From >= content && t.To <= s.To))
            return null;
        return
            content < s.To
            && words.ClassAt(content).CanOpenAThing()
            && (Listing.States(words, content, s.To) || HasThird())
            ? new(s, who.From, content, content, s.To, who)
            : null;

        bool HasThird()
        {
            for (var k = content + 1; k < s.To; k++)
                if (words.ClassAt(k) is WordClass.Third)
                    return true;
            return false;
        }
    }
}
