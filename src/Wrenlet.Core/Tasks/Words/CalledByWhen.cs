namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Finds what one is called for by a time that says so: "Ada, within the hour please: the lamp is out", "@ada the lamp is out,
/// before two please", "Ada, next week you do the post". "If not, ring them" asks as surely, whenever it is.
/// </summary>
internal static class CalledByWhen
{
    /// <summary>What a sentence calls somebody for; null where the features have to tell.</summary>
    public static ListedPart? In(MessageWords words, Sentence s) =>
        Ahead(words, s)
        ?? Behind(words, s)
        ?? OfThoseCalledBefore(words, s)
        ?? ByThen(words, s)
        ?? BehindAClause(words, s)
        ?? Each(words, s)
        ?? InTurns(words, s)
        ?? IfNot(words, s);

    /// <summary>"Ada, within the hour please: the lamp is out".</summary>
    private static ListedPart? Ahead(MessageWords words, Sentence s)
    {
        if (CalledAt(words, s) is not { } who)
            return null;
        var (i, isDated, isPlea) = (who.To, false, false);
        while (i < s.To && words.ClassAt(i) is WordClass.Comma or WordClass.Time or WordClass.Courtesy)
        {
            isDated |= words.TimeAt(i) is { Due: not null, Repeats: null };
            isPlea |= IsPlea(words, i);
            i++;
        }

        return
            isDated
            && isPlea
            && words.ClassAt(i) is WordClass.Colon or WordClass.Dash
            && i + 1 < s.To
            && Told(words, i + 1, s.To)
            ? new(s, s.From, i + 1, i + 1, s.To, who) { IsAllThatIsAsked = true }
            : null;
    }

    /// <summary>"Weekly bed count: Ada this week, Ben next week".</summary>
    private static ListedPart? InTurns(MessageWords words, Sentence s)
    {
        var content = words.ClassAt(s.From) is WordClass.Time ? words.TimeAt(s.From)!.To : s.From;
        return SharedByTime.IsHeading(words, s, content)
            ? new(s, s.From, content, content, s.To, null) { IsAllThatIsAsked = true }
            : null;
    }

    /// <summary>"@ada the lamp is out, before two please".</summary>
    private static ListedPart? Behind(MessageWords words, Sentence s)
    {
        if (
            CalledAt(words, s) is not { } who
            || EndBeforePlea(words, s) is not { } end
            || words.TimeAt(end - 1) is not { Due: not null, Repeats: null } time
            || words.ClassAt(time.From - 1) is not (WordClass.Comma or WordClass.Dash)
        )
            return null;
        var content = words.ClassAt(who.To) is WordClass.Comma or WordClass.Dash ? who.To + 1 : who.To;
        return content < time.From - 1 && Told(words, content, time.From - 1) && !Asks(words, s, content, time.From - 1)
            ? new(s, s.From, content, content, time.From - 1, who) { IsAllThatIsAsked = true }
            : null;
    }

    /// <summary>"@ada the inn rang, they have no bitter left. Two casks this afternoon, please".</summary>
    private static ListedPart? OfThoseCalledBefore(MessageWords words, Sentence s)
    {
        if (
            s.Index == 0
            || s.IsItem
            || words.Sentences[0] is not { IsItem: false } first
            || first.Line != s.Line
            || CalledAt(words, first) is not { } who
            || words.WhoAt(s.From, s.To) is not null
            || EndBeforePlea(words, s) is not { } end
            || words.TimeAt(end - 1) is not { Due: not null, Repeats: null } time
            || !(words.ClassAt(s.From).CanOpenAThing() || words.ClassAt(s.From) is WordClass.Number)
            || time.From <= s.From
            || Listing.States(words, s.From, time.From)
        )
            return null;
        for (var i = s.From; i < time.From; i++)
            if (Listing.IsMark(words, i) || words.Names.Exists(n => n.From == i))
                return null;
        return new(s, s.From, s.From, s.From, end, who) { IsAllThatIsAsked = true };
    }

    /// <summary>"Ada, next week you do the post, ok?"</summary>
    private static ListedPart? ByThen(MessageWords words, Sentence s)
    {
        if (CalledAt(words, s) is not { } who)
            return null;
        var i = words.ClassAt(who.To) is WordClass.Comma ? who.To + 1 : who.To;
        if (words.TimeAt(i) is not { Due: not null } time)
            return null;
        i = words.ClassAt(time.To) is WordClass.Comma ? time.To + 1 : time.To;
        if (words.ClassAt(i) is not WordClass.You || !Listing.Orders(words, i + 1) || i + 1 >= s.To)
            return null;
        var end = s.To;
        while (end > i + 2 && words.ClassAt(end - 1) is WordClass.Courtesy or WordClass.Comma)
            end--;
        return new(s, s.From, i, i + 1, end, who) { IsAllThatIsAsked = true };
    }

    /// <summary>"Ada, since you're at the mill anyway: two reels of tape, please".</summary>
    private static ListedPart? BehindAClause(MessageWords words, Sentence s)
    {
        if (
            CalledAt(words, s) is not { } who
            || words.ClassAt(who.To) is not WordClass.Comma
            || !(words.At(who.To + 1).Lower is "since" or "as" or "while" or "when" or "if")
            || words.ClassAt(who.To + 2) is not (WordClass.You or WordClass.Stating)
        )
            return null;
        var colon = who.To + 3;
        while (colon < s.To && (words.IsPlain(colon) || words.TimeAt(colon) is not null))
            colon++;
        var end = s.To;
        while (end > colon && words.ClassAt(end - 1) is WordClass.Courtesy or WordClass.Comma)
            end--;
        return
            words.ClassAt(colon) is WordClass.Colon or WordClass.Dash
            && colon + 1 < end
            && (
                words.ClassAt(colon + 1).CanOpenAThing()
                || words.ClassAt(colon + 1) is WordClass.Number or WordClass.Other
                || Listing.Orders(words, colon + 1)
            )
            // "Her prints, signed for": how they are to be
            && !Listing.States(words, colon + 1, EndOfPart(words, colon + 1, end))
            ? new(s, s.From, colon + 1, colon + 1, end, who) { IsAllThatIsAsked = true }
            : null;
    }

    private static int EndOfPart(MessageWords words, int from, int to)
    {
        for (var i = from; i < to; i++)
            if (words.ClassAt(i) is WordClass.Comma)
                return i;
        return to;
    }

    /// <summary>"Ada, every other Tuesday the dust filters, starting today".</summary>
    private static ListedPart? Each(MessageWords words, Sentence s)
    {
        if (
            CalledAt(words, s) is not { } who
            || words.TimeAt(words.ClassAt(who.To) is WordClass.Comma ? who.To + 1 : who.To)
                is not { Repeats: not null } each
            || words.ClassAt(each.To) is not WordClass.Determiner
        )
            return null;
        var end = each.To + 1;
        while (end < s.To && words.IsPlain(end) && words.TimeAt(end) is null)
            if (words.ClassAt(end).IsHelping() || words.ClassAt(end) is WordClass.Third or WordClass.Past)
                return null;
            else
                end++;
        return end > each.To + 1 && (end >= s.To || words.ClassAt(end) is WordClass.Comma or WordClass.Time)
            ? new(s, s.From, each.To, each.To, end, who) { IsAllThatIsAsked = true }
            : null;
    }

    /// <summary>"Has the deposit come? If not, chase them".</summary>
    private static ListedPart? IfNot(MessageWords words, Sentence s)
    {
        if (!words.At(s.From).Is("if") || !(words.At(s.From + 1).Lower is "not" or "so"))
            return null;
        var verb = words.ClassAt(s.From + 2) is WordClass.Comma or WordClass.Dash ? s.From + 3 : s.From + 2;
        // "If not Ada do it today"
        var who = words.WhoAt(verb, s.To);
        if (who is not null)
            verb = words.ClassAt(who.To) is WordClass.Comma or WordClass.Courtesy ? who.To + 1 : who.To;
        return verb < s.To && Listing.Orders(words, verb)
            ? new(s, s.From, verb, verb, s.To, who) { IsAllThatIsAsked = true }
            : null;
    }

    /// <summary>Who is called at the head of a sentence: by a tag, or before a mark.</summary>
    private static WhoPhrase? CalledAt(MessageWords words, Sentence s) =>
        words.WhoAt(s.From, s.To) is { } who
        && (
            words.ClassAt(who.Names[0]) is WordClass.Tag
            || words.ClassAt(who.To) is WordClass.Comma or WordClass.Colon or WordClass.Dash
        )
            ? who
            : null;

    /// <summary>The token behind the last word before "please"; null where it does not end so.</summary>
    private static int? EndBeforePlea(MessageWords words, Sentence s)
    {
        var (end, isPlea) = (s.To, false);
        while (end > s.From && words.ClassAt(end - 1) is WordClass.Courtesy or WordClass.Comma)
            isPlea |= IsPlea(words, --end);
        return isPlea && end > s.From && !words.At(s.To).Is("?") ? end : null;
    }

    private static bool IsPlea(MessageWords words, int i) => words.At(i).Lower is "please" or "pls" or "plz";

    private static bool Told(MessageWords words, int from, int to) =>
        (words.ClassAt(from).CanOpenAThing() || words.ClassAt(from) is WordClass.Someone)
        && Listing.States(words, from, to);

    private static bool Asks(MessageWords words, Sentence s, int from, int to)
    {
        for (var i = from; i < to; i++)
            if (
                words.CuesAt(s, i).Any(c => c.Cue.Doer is not (Doer.Nothing or Doer.Author) && c.Cue.Label != "someone")
                || (i > from && Listing.IsMark(words, i - 1) && Listing.Orders(words, i))
            )
                return true;
        return false;
    }
}
