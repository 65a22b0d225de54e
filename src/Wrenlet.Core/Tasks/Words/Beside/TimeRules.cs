using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words.Beside;

/// <summary>Settles whether a time belongs to a request where that needs no weighing.</summary>
/// <param name="words">The message.</param>
/// <param name="requests">What was found to be asked.</param>
internal sealed class TimeRules(MessageWords words, IReadOnlyList<Candidate> requests)
{
    /// <summary>How sure it is that "all by Friday" in one item of a list is of each.</summary>
    private const double OfAll = 0.8;

    /// <summary>How sure it is of a sentence that says no more: surer than what a heading says of them.</summary>
    private const double OfAllBefore = 0.95;

    private static readonly FrozenSet<string> Away = Lexicon.Set(
        "off away ill sick out closed shut busy leave holiday"
    );

    private readonly Attaching _attaching = new(words, requests);
    private readonly SaidOfTimes _said = new(words, requests);
    private readonly ToldTimes _told = new(words, requests);
    private readonly TimesAhead _ahead = new(words, requests);

    /// <summary>What settles it; null where the features have to decide.</summary>
    public Verdict? Settle(TimePhrase time, Candidate request)
    {
        if (
            time is { Due: not null, Repeats: null }
            && request.Content < time.From
            && words.SentenceOf(time.From) == request.Sentence
            && TimesOfAll.IsBehindAll(words, request.Sentence, time)
            && (words.ListedAs(request) is { Who: not null } || words.IsPartOfAList(request.Sentence))
        )
            return Verdict.By(PlaceTexts.IsOfAllThatIsAsked, OfAllBefore);
        if (_ahead.Settle(time, request) is { } ahead)
            return ahead;
        if (IsOfAll(time, request))
            return Verdict.By(PlaceTexts.IsOfAllThatIsAsked, OfAll);
        if (TimesOfAll.Is(words, requests, time, request))
            return Verdict.By(PlaceTexts.IsOfAllThatIsAsked, OfAllBefore);
        if (TimesOfAll.IsDayAboveItems(words, time, request) || TimesOfAll.IsAboveParts(words, time, request))
            return Verdict.By(PlaceTexts.IsOfAllThatIsAsked, Placing.OfTheHeading);
        if (IsAboveParts(time, request) || TimesOfAll.IsAboveMine(words, time, request))
            return Verdict.By(PlaceTexts.IsOfAllThatIsAsked, Placing.OfTheHeading);
        // "Price tags. All of them. Before the sale"
        if (
            words.ListedAs(request) is { IsAllThatIsAsked: true, Who: not null }
            && words.SentenceOf(time.From) is var alone
            && alone.Index > request.Sentence.Index
            && alone.Index <= request.Sentence.Index + 2
            && alone.Line == request.Sentence.Line
            && _attaching.IsAlone(time)
        )
            return Verdict.By(PlaceTexts.StandsWithItsPart, Placing.WithItsVerb);
        // "..., Ada will do it on Thursday"
        if (
            time is { Due: not null, Repeats: null }
            && words.At(time.From - 1).Lower is "it" or "that"
            && words.At(time.From - 2).Is("do")
            && words.At(time.From - 3).Lower is "will" or "can" or "to"
            && time.From >= request.End
            && words.SentenceOf(time.From) == request.Sentence
            && words.ClassAt(time.From - 4) is WordClass.Person or WordClass.Crew
        )
            return Verdict.By(PlaceTexts.StandsWithItsPart, 1);
        if (_told.IsToldFirst(time, request))
            return Verdict.By(PlaceTexts.StandsWithItsPart, Placing.WithItsVerb);
        // "The lease runs out in May, remind me on Monday"
        if (request.Cue.Cue.Label is "remind me" && request.Content == request.From)
            return time.From > request.End
                ? Verdict.By(PlaceTexts.StandsWithItsPart, Placing.WithItsVerb)
                : Verdict.By(PlaceTexts.IsPartOfWhatIsTold);
        if (OfAPart(time, request) is { } listed)
            return listed;
        // "The pressure drops every night. Somebody has to come."
        if (time.Repeats is not null && !time.Covers(request.From) && IsOfAnotherSentence(time, request))
            return Verdict.By(PlaceTexts.IsOfAnotherPart);
        if (IsOfAPromise(time, request))
            return Verdict.By(PlaceTexts.IsOfAnotherPart);
        if (IsDeadlineBehind(time, request))
            return Verdict.By(PlaceTexts.StandsWithItsPart, Placing.WithItsVerb);
        // "On Thursday if it's dry, otherwise Friday", "I'd suggest Wednesday"
        if (
            time is { Due: not null, Repeats: null }
            && words.SentenceOf(time.From) == request.Sentence
            && time.From >= request.End
            && (
                words.At(time.From - 1).Is("otherwise")
                || words.At(time.From - 1).Is("suggest")
                    && words.ClassAt(time.From - 2) is WordClass.Stating or WordClass.I
            )
        )
            return Verdict.By(PlaceTexts.StandsWithItsPart, OfAllBefore);
        // "Find a bigger one today or we lose the ferry"
        if (
            time is { Due: not null, Repeats: null }
            && IsInside(time, request)
            && words.At(time.To).Is("or")
            && words.ClassAt(time.To + 1) is WordClass.We or WordClass.I or WordClass.Subject or WordClass.Stating
        )
            return Verdict.By(PlaceTexts.StandsWithItsPart, Placing.WithItsVerb);
        if (_said.Settle(time, request) is { } said)
            return said;
        if (_attaching.IsOnlyTold(time, request))
            return Verdict.By(PlaceTexts.IsPartOfWhatIsTold);
        if (IsOfAnothersSentence(time, request))
            return Verdict.By(PlaceTexts.IsOfAnotherPart);
        // "Papers for the test on my desk the day before": the day that is counted from the other.
        if (time.IsFromAnother && time.From > request.Content && time.To <= request.End)
            return Verdict.By(PlaceTexts.StandsWithItsPart, Placing.WithItsVerb);
        if (IsBeforeSo(time, request) || IsOfWhoIsAway(time, request))
            return Verdict.By(PlaceTexts.IsPartOfWhatIsTold);
        // "He got stuck at 6 this morning"
        if (
            time is { Due: { } moment, DayAlone: null, IsPeriod: false, Repeats: null }
            && moment.At < words.Sent
            && (time.To <= request.From || time.From >= request.End)
        )
            return Verdict.By(PlaceTexts.IsOfWhatWas);
        // "Mrs Hale wants an extra hour on Friday, say yes"
        if (
            words.At(request.Content).Is("say")
            && words.At(request.Content + 1).Lower is "yes" or "no"
            && time.To <= request.From
        )
            return Verdict.By(PlaceTexts.IsPartOfWhatIsTold);
        if (_told.Settle(time, request) is { } told)
            return told;
        if (IsBesideNow(time, request))
            return Verdict.By(PlaceTexts.IsPartOfWhatIsTold);
        if (IsOfABooking(time, request))
            return Verdict.By(PlaceTexts.IsPartOfTheThing);
        // "Any day but Wednesday"
        if (words.At(time.From - 1).Lower is "but" or "except" && words.At(time.From - 2).Lower is "day" or "time")
            return Verdict.By(PlaceTexts.IsPartOfWhatIsTold);
        if (words.At(time.From - 1).Lower is "payable" or "valid" or "repayable")
            return Verdict.By(PlaceTexts.IsPartOfTheThing);
        // "The notes of Monday"
        if (
            words.At(time.From - 1).Is("of")
            && time is { DayAlone: not null, Repeats: null }
            && time.From > request.Content
            && time.From < request.End
        )
            return Verdict.By(PlaceTexts.IsPartOfTheThing);
        if (IsOfALaterRequest(time, request))
            return Verdict.By(PlaceTexts.IsOfAnotherPart);
        if (IsAnHourFromADay(time, request))
            return Verdict.By(PlaceTexts.IsPartOfTheThing);
        if (IsToldInBrackets(time, request))
            return Verdict.By(PlaceTexts.IsPartOfWhatIsTold);
        if (IsOfAnotherItem(time.From, request))
            // "1) permits 2) lights, all by Friday".
            return words.At(time.From - 1).Lower is "all" or "everything"
                ? Verdict.By(PlaceTexts.IsOfAllItems, OfAll)
                : Verdict.By(PlaceTexts.IsOfAnotherItem);
        if (IsDeadlineInside(time, request))
            return Verdict.By(PlaceTexts.StandsWithItsPart, Placing.WithItsVerb);
        return OfEach(time, request)
            ?? (IsAloneInItsPart(time, request) ? Verdict.By(PlaceTexts.StandsWithItsPart, Placing.WithItsVerb) : null);
    }

    /// <summary>"Eight pallets go out on the 24th, book the lorry now": not only then.</summary>
    private bool IsBesideNow(TimePhrase time, Candidate request)
    {
        if (
            time is not { Due: { } due, Repeats: null }
            || due.At < words.Sent.Plus(NodaTime.Duration.FromDays(1))
            || words.At(time.From).Lower is "by" or "before"
        )
            return false;
        for (var i = request.Content + 1; i < request.End; i++)
            if (
                words.At(i).Is("now")
                && words.TimeAt(i) is null
                && !words.At(i - 1).Is("from")
                && (i + 1 >= request.End || !words.IsPlain(i + 1))
            )
                return words.ClassAt(request.Content) is WordClass.Verb or WordClass.VerbOrNoun;
        return false;
    }

    /// <summary>"Ask whether they can come at six instead, before Wednesday if you can": by when that is to be done.</summary>
    private bool IsDeadlineBehind(TimePhrase time, Candidate request)
    {
        // "Twenty bikes to the race, there by seven"
        var opens = words.At(time.From - 1).Lower is "there" or "here" or "ready" ? time.From - 1 : time.From;
        if (
            time is not { Due: not null, Repeats: null }
            || !(words.At(time.From).Lower is "by" or "before")
            || words.ClassAt(opens - 1) is not WordClass.Comma
            || words.SentenceOf(time.From) != request.Sentence
            || request.Content >= time.From
            || requests.Any(r => r.Sentence == request.Sentence && r.From > request.From)
            || (opens == time.From && words.ClassAt(request.Content) is not (WordClass.Verb or WordClass.VerbOrNoun))
        )
            return false;
        var to = time.To;
        if (words.At(to).Is("if") && words.At(to + 1).Is("you") && words.At(to + 2).Is("can"))
            to += 3;
        while (to < request.Sentence.To && words.ClassAt(to) is WordClass.Courtesy)
            to++;
        return to >= request.Sentence.To;
    }

    /// <summary>"Book it in for the 20th".</summary>
    private bool IsBookedFor(TimePhrase time, Candidate request) =>
        words.At(time.From).Is("for")
        && words.At(request.Content).Is("book")
        && words.At(request.Content + 1).Lower is "it" or "them" or "him" or "her"
        && time.From - request.Content <= 3;

    /// <summary>"Chase the inn on Monday if they haven't paid".</summary>
    private bool IsOnADay(TimePhrase time, Candidate request) =>
        words.At(time.From).Is("on")
        && time.DayAlone is not null
        && !(
            words.At(request.Content).Lower is "book" or "reserve" or "order" or "write" or "put" or "remind" or "move"
        )
        && words.At(time.To).Lower is "if" or "as" or "because" or "since" or "unless"
        && words.Times.Count == 1;

    /// <summary>"Order the salt by Thursday as the frost comes on Saturday": by when, right behind what is ordered.</summary>
    private bool IsDeadlineInside(TimePhrase time, Candidate request)
    {
        if (
            time is not { Due: not null, Repeats: null, IsMilestone: false }
            || !(words.At(time.From).Is("by") || IsBookedFor(time, request) || IsOnADay(time, request))
            || !IsInside(time, request)
            || request.Needs >= 0
            || !Listing.Orders(words, request.Content)
            || words.At(request.Content).Lower is "tell" or "say" or "ask" or "let" or "promise" or "confirm" or "check"
        )
            return false;
        for (var i = request.Content + 1; i < time.From; i++)
            if (
                words.ClassAt(i)
                    is WordClass.Comma
                        or WordClass.Dash
                        or WordClass.Conjunction
                        or WordClass.Subordinator
                        or WordClass.Question
                        or WordClass.Stating
                        or WordClass.Time
                || words.ClassAt(i).IsHelping()
                || words.At(i).Lower is "that" or "who" or "which"
            )
                return false;
        return true;
    }

    /// <summary>"Book the hall for the fair", "staff the stand at the fair": what is booked, and where one is.</summary>
    private bool IsOfABooking(TimePhrase time, Candidate request) =>
        time is { IsMilestone: true, Repeats: null }
        && IsInside(time, request)
        && (
            words.At(time.From).Is("at")
            || words.At(time.From).Is("for")
                && words.At(request.Content).Lower is "book" or "reserve" or "hire" or "rent"
        );

    /// <summary>"Tom is off this week. Ada, please water the ferns".</summary>
    private bool IsOfWhoIsAway(TimePhrase time, Candidate request) =>
        words.SentenceOf(time.From) is var home
        && home.Index < request.Sentence.Index
        && Away.Contains(words.At(time.From - 1).Lower)
        && time.To >= home.To
        && Listing.States(words, home.From, time.From);

    /// <summary>"The next one can't come before Tuesday, so break down your boxes": why it is asked.</summary>
    private bool IsBeforeSo(TimePhrase time, Candidate request)
    {
        // "The van is in for its test today, so no rounds. Ada, ring the three on the list"
        var home = words.SentenceOf(time.From);
        if (home.Index < request.Sentence.Index)
        {
            for (var i = time.To; i < home.To; i++)
                if (words.At(i).Is("so") && words.ClassAt(i - 1) is WordClass.Comma)
                    return Listing.States(words, home.From, time.From);
            return false;
        }

        // "I'm off on Friday, so mind the phones": that may well be when.
        if (
            home != request.Sentence
            || time.To >= request.From
            || words.ClassAt(request.Sentence.From) is WordClass.I or WordClass.We or WordClass.Stating
        )
            return false;
        for (var i = time.To; i < request.From; i++)
            if (words.At(i).Is("so"))
                // "Wind's to get up tonight so tie the tents down"
                return Listing.States(words, request.Sentence.From, i)
                    || words.ClassAt(request.Sentence.From) is WordClass.Possessive;
        return false;
    }

    /// <summary>"Before the audit: Ada, wipe the shelves; Ben, check the lamps": of each that semicolons part.</summary>
    private bool IsAboveParts(TimePhrase time, Candidate request)
    {
        var home = words.SentenceOf(time.From);
        if (
            time.From != home.From
            || words.ClassAt(time.To) is not WordClass.Colon
            || home.Index >= request.Sentence.Index
            || words.Times.Exists(t => words.SentenceOf(t.From) == request.Sentence)
        )
            return false;
        for (var i = home.Index; i < request.Sentence.Index; i++)
            if (!words.At(words.Sentences[i].To).Is(";"))
                return false;
        return true;
    }

    /// <summary>Who and what stands in one item of a list has to do with that one only, but for "all by Friday" at its end.</summary>
    public bool IsOfAnotherItem(int token, Candidate request) =>
        words.SentenceOf(token) is { IsItem: true } home && home != request.Sentence && request.Sentence.IsItem;

    /// <summary>
    /// "For the fair Ada does the post, Ben, you ring the inn by noon": what stands before a list is of each part that has no time
    /// of its own, what stands in one of that one; null where the features decide.
    /// </summary>
    private Verdict? OfAPart(TimePhrase time, Candidate request)
    {
        if (words.SentenceOf(time.From) != request.Sentence)
            return null;
        if (words.ListedAs(request) is not { } part)
            // "I'll order the paint and you pick it up on Friday"
            return
                words.ListedIn(request.Sentence) is [{ Who: not null, IsAllThatIsAsked: false, Content: >= 0 } theirs]
                && request.Cue.Cue.Doer is Doer.Author
                && request.End <= theirs.From
                && time.From >= theirs.From
                ? Verdict.By(PlaceTexts.IsOfAnotherPart)
                : null;
        var parts = words.ListedIn(request.Sentence);
        if (time.From < parts[0].From && part.IsBehindWhatIsTold)
            return Verdict.By(PlaceTexts.IsPartOfWhatIsTold);
        if (time.From < parts[0].From)
            return words.Times.Exists(t => t.From >= part.From && t.To <= part.End)
                ? Verdict.By(PlaceTexts.IsOfAnotherPart)
                : Verdict.By(PlaceTexts.IsOfAllThatIsAsked, Placing.OfTheHeading);
        return parts.Any(p =>
            p != part
            && time.From >= p.From
            && time.To <= p.End
            // What stands at the end of all may be of all: "Ada posters, Ben tours, Tom the till by Friday".
            && (
                p != parts[^1]
                // "Call the laundry, and let Ada know by noon"
                || p.Content > 0 && words.At(p.Content).Is("let") && words.At(p.Content - 1).Is("and")
                || p is { Who: not null, IsAThing: false }
                    && !HasComma(Math.Max(p.Content, p.From), time.From)
                    // "Ada to sand it and Ben to paint it by Friday"
                    && !(words.At(time.From).Is("by") && words.At(p.From - 1).Is("and"))
            )
        )
            ? Verdict.By(PlaceTexts.IsOfAnotherPart)
            : null;
    }

    /// <summary>"I'll see them on Monday, Ada send me the figures": of what the author promises.</summary>
    private bool IsOfAPromise(TimePhrase time, Candidate request) =>
        request.Cue.Cue.Doer is not Doer.Author
        && words.SentenceOf(time.From) == request.Sentence
        && words.Names.Exists(n => n.From >= time.To && n.To <= request.Content && n.From >= request.Sentence.From)
        && requests.Any(r =>
            r.Cue.Cue.Doer is Doer.Author
            && r.Sentence == request.Sentence
            && IsInside(time, r)
            && r.End <= request.From
        );

    private bool HasComma(int from, int to)
    {
        for (var i = Math.Max(from, 0); i < to; i++)
            if (words.ClassAt(i) is WordClass.Comma or WordClass.Dash)
                return true;
        return false;
    }

    /// <summary>"Ada, sand it today and Ben, paint it on Friday": the only time of what is listed for somebody.</summary>
    private bool IsAloneInItsPart(TimePhrase time, Candidate request) =>
        words.ListedAs(request) is { Who: not null, Content: >= 0 } part
        && time.From >= part.Content
        && time.To <= part.End
        && words.Times.TrueForAll(t => t == time || t.From < part.From || t.From >= part.End);

    /// <summary>
    /// "Sand it today, paint it tomorrow and fit it on Friday": where all that a sentence asks has one time each, whether this
    /// is the one of this; null where that is not so.
    /// </summary>
    private Verdict? OfEach(TimePhrase time, Candidate request)
    {
        if (words.SentenceOf(time.From) != request.Sentence)
            return null;
        var (beside, isOfOne) = (0, false);
        foreach (var one in requests)
        {
            if (one.Sentence != request.Sentence)
                continue;
            beside++;
            if (TimesInside(one) != 1)
                return null;
            isOfOne |= IsInside(time, one);
        }

        return beside < 2 ? null
            : IsInside(time, request) ? Verdict.By(PlaceTexts.StandsWithItsPart, Placing.WithItsVerb)
            : isOfOne ? Verdict.By(PlaceTexts.IsOfAnotherPart)
            : null;
    }

    private int TimesInside(Candidate request)
    {
        var count = 0;
        foreach (var time in words.Times)
            if (IsInside(time, request))
                count++;
        return count;
    }

    /// <summary>Whether a time stands among the words of a request.</summary>
    public static bool IsInside(TimePhrase time, Candidate request) =>
        time.From >= request.Content && time.From < request.End;

    /// <summary>"Ada: bleed it; Ben: test it by Friday": each sentence of its own name.</summary>
    private bool IsOfAnothersSentence(TimePhrase time, Candidate request)
    {
        var home = words.SentenceOf(time.From);
        return home != request.Sentence
            && words.WhoAt(home.From, home.To) is not null
            && words.WhoAt(request.Sentence.From, request.Sentence.To) is not null
            && requests.Any(r => r.Sentence == home);
    }

    /// <summary>
    /// "Water the ferns. Also feed the cat by Friday": of what the later sentence asks; "do it by Friday" asks for the same.
    /// </summary>
    private bool IsOfALaterRequest(TimePhrase time, Candidate request)
    {
        var home = words.SentenceOf(time.From);
        return home.Index > request.Sentence.Index
            && words.At(time.From - 1).Lower is not ("both" or "all" or "everything")
            && requests.Any(r =>
                r.Sentence == home
                && IsInside(time, r)
                && r.Needs < 0
                && words.ClassAt(r.Content + 1)
                    is WordClass.Determiner
                        or WordClass.Possessive
                        or WordClass.Noun
                        or WordClass.NounOrVerb
                        or WordClass.Other
                        or WordClass.Person
            );
    }

    /// <summary>"From Monday, open at nine": of what is to be done each day from then on; "tonight" is not.</summary>
    private bool IsAnHourFromADay(TimePhrase time, Candidate request) =>
        time is { ClockAlone.Today: false, Repeats: null, Due: not null }
        && (IsInside(time, request) || time.From == request.End)
        && words.Times.Exists(t =>
            t is { Start: not null, StartClock: null, Due: null, IsMilestone: false }
            && words.At(t.From).Lower is "from" or "as" or "starting" or "beginning"
            && words.SentenceOf(t.From) == request.Sentence
        );

    /// <summary>"Water the ferns (the inspector comes on Friday)".</summary>
    private bool IsToldInBrackets(TimePhrase time, Candidate request)
    {
        var from = time.From;
        while (from > request.Sentence.From && !words.At(from).Is("("))
            from--;
        return words.At(from).Is("(")
            && request.Content < from
            && words.SentenceOf(time.From) == request.Sentence
            && ToldBeside.Is(words, from + 1, request.Sentence.To);
    }

    private bool IsOfAnotherSentence(TimePhrase time, Candidate request) =>
        words.SentenceOf(time.From) is var home
        && home != request.Sentence
        && !request.Sentence.IsItem
        && !_attaching.IsAlone(time);

    /// <summary>"Ada books it, Ben tells them, and both by Friday": of what was asked of both.</summary>
    private bool IsOfAll(TimePhrase time, Candidate request) =>
        (
            words.At(time.From - 1).Lower is "both" or "all" or "everything"
            || _said.IsWhenWeMeet(time)
            // "All sorted by the 8th"
            || words.At(time.From - 2).Lower is "both" or "all" or "everything"
                && words.ClassAt(time.From - 1) is WordClass.Past or WordClass.VerbOrAdjective or WordClass.Noun
        )
        && request.End <= time.From
        && words.SentenceOf(time.From) == request.Sentence
        && requests.Count(r => r.Sentence == request.Sentence && r.From < time.From) > 1;
}
