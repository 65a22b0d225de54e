using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words.Beside;

/// <summary>Tells by the words around a time what it is said of: a condition, what was, how long something is so, a thing.</summary>
/// <param name="words">The message.</param>
/// <param name="requests">What was found to be asked.</param>
internal sealed class SaidOfTimes(MessageWords words, IReadOnlyList<Candidate> requests)
{
    /// <summary>What is on a day: "confirm our booking for the 25th" is of that day.</summary>
    private static readonly FrozenSet<string> Appointments = Lexicon.Set(
        "booking reservation appointment visit delivery meeting collection lesson class slot table room viewing order"
    );

    /// <summary>What is wanted by a time is due then, whoever wants it.</summary>
    private static readonly FrozenSet<string> Wishes = Lexicon.Set(
        "want wants wanted need needs needed needing due like"
    );

    /// <summary>So many tokens before a time tell what it is of.</summary>
    private const int MostBack = 40;

    private readonly WantedTimes _wanted = new(words, requests);

    /// <summary>What settles it; null where the words around it do not.</summary>
    public Verdict? Settle(TimePhrase time, Candidate request) =>
        IsRuledOut(time) ? Verdict.By(PlaceTexts.IsRuledOut)
        : IsOfAPromiseBehind(time, request) || IsWhenItRuns(time, request) ? Verdict.By(PlaceTexts.IsOfAnotherPart)
        : IsAsPromised(time, request) ? Verdict.By(PlaceTexts.StandsWithItsPart, Placing.WithItsVerb)
        : _wanted.SettleFirst(time, request) is { } wanted ? wanted
        : IsOfAState(time, request) || IsHowLong(time, request) ? Verdict.By(PlaceTexts.SaysHowLongSomethingIsSo)
        : IsOfACondition(time, request) ? Verdict.By(PlaceTexts.IsOfACondition)
        : _wanted.Settle(time, request) is { } needed ? needed
        : IsAboutOf(time, request) ? Verdict.By(PlaceTexts.IsPartOfTheThing)
        : IsOfWhatWas(time, request) ? Verdict.By(PlaceTexts.IsOfWhatWas)
        : IsOfAStatementBehind(time, request) || IsOfAStatementBefore(time, request) || IsOfARelativePart(time)
            ? Verdict.By(PlaceTexts.IsOfAnotherPart)
        : null;

    /// <summary>"Have a look at the fork. Not today, it's wet"; "not later than Friday" is by when.</summary>
    private bool IsRuledOut(TimePhrase time) =>
        time is { DayAlone: not null, Repeats: null }
        && (
            words.At(time.From - 1).Is("not") || (words.At(time.From - 1).Is("on") && words.At(time.From - 2).Is("not"))
        );

    /// <summary>"Ada check the stock, Ben add it up, I'll send it off on Monday": the author's own part.</summary>
    private bool IsOfAPromiseBehind(TimePhrase time, Candidate request)
    {
        if (words.SentenceOf(time.From) != request.Sentence || words.ListedAs(request) is not { Who: not null })
            return false;
        foreach (var other in requests)
            if (
                other.Cue.Cue.Doer is Doer.Author
                && other.Sentence == request.Sentence
                && other.From >= request.End
                && TimeRules.IsInside(time, other)
            )
                return true;
        return false;
    }

    /// <summary>"Could we start at six? The train's at half past ten".</summary>
    private bool IsWhenItRuns(TimePhrase time, Candidate request) =>
        time.ClockAlone is not null
        && words.At(time.From).Is("at")
        && words.ClassAt(time.From - 1) is WordClass.Possessive
        && words.At(time.From - 1).Name is null
        && (
            words.SentenceOf(time.From) != request.Sentence
                && words.At(time.From - 1).Lower is "train's" or "bus's" or "ferry's" or "plane's" or "flight's"
            // "Get the man for Monday, low water's at eleven"
            || words.SentenceOf(time.From) == request.Sentence
                && time.From > request.End
                && (Listing.IsMark(words, time.From - 2) || Listing.IsMark(words, time.From - 3))
        );

    /// <summary>"I said we'd have the beds ready at four. Ada, see to it".</summary>
    private bool IsAsPromised(TimePhrase time, Candidate request) =>
        PromisedBefore.Of(words, request) is var (promised, ends)
        && promised < time.From
        && time.To <= ends
        && !_wanted.HasATimeBehind(request);

    /// <summary>"She's in until four", "it is shut until Sunday": how long something is so, and no time to do anything by.</summary>
    private bool IsOfAState(TimePhrase time, Candidate request)
    {
        if (words.At(time.From).Lower is not ("until" or "till"))
            return false;
        for (var i = time.From - 1; i >= Opening(time); i--)
            if (
                words.ClassAt(i) is WordClass.Be or WordClass.Stating or WordClass.Have
                // "I'll be out until four"
                || words.At(i).Is("be")
                    && i != request.Content
                    && words.ClassAt(i - 1) is WordClass.Modal or WordClass.I or WordClass.Subject
            )
                return true;
            else if (words.ClassAt(i) is WordClass.Comma or WordClass.Dash or WordClass.Colon)
                return false;
        return false;
    }

    /// <summary>"Keep them out until Sunday", "take it out of use until Thursday": how long something is to be so.</summary>
    private bool IsHowLong(TimePhrase time, Candidate request) =>
        words.At(time.From).Lower is "until" or "till"
        && time.From > request.Content
        && time.From <= request.End
        && (
            words.At(request.Content).Lower is "keep" or "hold" or "close" or "block" or "give" or "lend"
            || (
                words.At(request.Content).Is("take")
                && Enumerable.Range(request.Content, time.From - request.Content).Any(i => words.At(i).Is("out"))
            )
        );

    /// <summary>"If he hasn't paid by Friday, ring him": Friday is when that is known. "If you could ring by Friday" asks.</summary>
    private bool IsOfACondition(TimePhrase time, Candidate request)
    {
        for (var i = time.From - 1; i >= Opening(time); i--)
            if (words.ClassAt(i) is WordClass.Comma or WordClass.Dash or WordClass.Colon)
                return false;
            // "When the paint is dry on Friday"; "when you are in on Friday" is when to do it.
            else if (
                words.At(i).Lower is "when" or "once" or "while" or "as" or "since"
                && words.ClassAt(i + 1) is not (WordClass.You or WordClass.I or WordClass.We)
                && words.ClassAt(i - 1) is WordClass.Edge or WordClass.Stop or WordClass.Comma or WordClass.Tag
                && time.From > i + 2
                && request.From > time.From
            )
                return true;
            else if (words.At(i).Lower is "if" or "unless")
                return !(request.Content > i && request.Content < time.From)
                    // "Check if the tank is full by noon": what is to be found out, and by when.
                    && words.At(i - 1).Lower
                        is not ("check" or "see" or "ask" or "know" or "out" or "sure" or "wonder" or "tell")
                    && !(words.At(i + 1).Lower is "possible" or "poss" or "need" or "necessary")
                    // "If you're in early tomorrow": then.
                    && !(
                        (words.At(i + 1).Is("you're") || words.At(i + 1).Is("you") && words.At(i + 2).Is("are"))
                        && words.At(words.At(i + 1).Is("you") ? i + 3 : i + 2).Lower
                            is "in"
                                or "here"
                                or "there"
                                or "around"
                                or "about"
                                or "passing"
                                or "going"
                                or "free"
                                or "out"
                    )
                    && !(
                        words.ClassAt(i + 1) is WordClass.You or WordClass.We && words.ClassAt(i + 2) is WordClass.Modal
                    );
        return false;
    }

    /// <summary>"Keep Thursday afternoon free", "talk about Sunday": what is asked is of that day.</summary>
    private bool IsAboutOf(TimePhrase time, Candidate request) =>
        time.From > request.Content
        && (
            // "Swap his Tuesday"; "do it for her by Tuesday" is by when.
            (
                words.At(time.From - 1).Lower is "his" or "her" or "their" or "your" or "my" or "our"
                || words.ClassAt(time.From - 1) is WordClass.Possessive
            )
                && words.ClassOfWord(time.From) is not WordClass.Preposition
                && words.At(time.From).Lower is not ("today" or "tomorrow" or "tonight" or "this" or "next")
                // "Take my three o'clock on Monday": it is at three.
                && !IsAnHourOfMine(time)
            || (time.To <= request.End && IsOfTheThing(time, request))
            || IsWhereItGoes(time, request)
        );

    /// <summary>"Take my three o'clock on Monday", "cover his ten fifteen tomorrow".</summary>
    private bool IsAnHourOfMine(TimePhrase time) =>
        time is { Due: not null, Start: null, Repeats: null, DayAlone: null }
        && words.ClassAt(time.From) is not WordClass.Preposition
        && words.At(time.From - 2).Lower is "take" or "do" or "cover" or "teach" or "see";

    /// <summary>"Move his fitting to Thursday", "put him down for Saturday at four".</summary>
    private bool IsWhereItGoes(TimePhrase time, Candidate request) =>
        words.SentenceOf(time.From) == request.Sentence
        && (
            words.ClassAt(time.From - 1) is WordClass.To
                && time.From > request.Content
                // "Get it seen to at lunch"
                && !words.At(time.From).Is("at")
            || words.At(request.Content).Lower is "move" or "shift" or "change" or "swap"
                && words.At(time.From).Is("from")
                && time is { Start: not null, Due: not null }
            || words.At(request.Content).Is("put")
                && (
                    words.At(time.From - 1).Is("for") && words.At(time.From - 2).Is("down")
                    // "Put it back in for the last week of May"
                    || words.At(time.From).Is("for") && words.At(time.From - 1).Lower is "in" or "down"
                )
        );

    /// <summary>
    /// "The ring road is shut on Friday, go by the coast": when something is so that is told before what is asked. "Be there
    /// then" is of that time.
    /// </summary>
    private bool IsOfAStatementBefore(TimePhrase time, Candidate request)
    {
        if (
            words.SentenceOf(time.From) != request.Sentence
            || time.To > request.From
            || time.Repeats is not null
            || words.ClassAt(request.Content)
                is not (WordClass.Verb or WordClass.VerbOrNoun or WordClass.DoBase or WordClass.VerbOrAdjective)
        )
            return false;
        for (var k = request.Content; k < request.End; k++)
            if (words.At(k).Lower is "there" or "then" or "here" or "instead" or "before")
                return false;
        var states = false;
        var i = time.From - 1;
        for (; i >= Opening(time); i--)
        {
            var kind = words.ClassAt(i);
            if (kind is WordClass.Comma or WordClass.Dash or WordClass.Colon or WordClass.Time)
                break;
            if (
                kind is WordClass.You or WordClass.To or WordClass.Modal
                || Wishes.Contains(words.At(i).Lower)
                || words.At(i).Lower is "booked" or "promised"
            )
                return false;
            // "She is coming on Friday, meet her" is when to meet her.
            states |=
                kind is WordClass.Be && words.ClassAt(i + 1) is not WordClass.Gerund
                || words.At(i).Lower is "closes" or "opens" or "shuts";
        }

        return states
                && (words.ClassAt(i + 1).CanOpenAThing() || words.ClassAt(i + 1) is WordClass.Person or WordClass.Crew)
            || IsHowItWillBe(time, request);
    }

    /// <summary>"From May we take no cheques, change the board": from when something is so.</summary>
    private bool IsHowItWillBe(TimePhrase time, Candidate request)
    {
        if (time is not { Start: not null, Due: null } || time.From != request.Sentence.From)
            return false;
        for (var i = time.To; i < request.From; i++)
            if (words.ClassAt(i) is WordClass.Comma)
                return i > time.To
                    && Enumerable
                        .Range(time.To, i - time.To)
                        .Any(k =>
                            words.ClassAt(k)
                                is WordClass.Be
                                    or WordClass.Third
                                    or WordClass.Stating
                                    or WordClass.Have
                                    or WordClass.We
                                    or WordClass.Subject
                        );
        return false;
    }

    /// <summary>"Our booking for twelve on the 25th".</summary>
    private bool HasAnAppointment(int from, int to)
    {
        for (var i = from + 1; i < to; i++)
            if (Appointments.Contains(words.At(i).Lower))
                return true;
        return false;
    }

    private bool IsOfTheThing(TimePhrase time, Candidate request) =>
        words.At(time.To).Lower is "free" or "off" or "clear"
        || (words.At(time.From).Is("about") && time.DayAlone is not null)
        // "Please skip our box next week"
        || (
            words.At(request.Content).Lower is "skip" or "pause"
            && !(words.At(time.From).Lower is "by" or "before" or "today" or "now")
        )
        || (
            words.At(time.From).Is("on")
            && (
                words.At(request.Content).Is("cancel")
                || (
                    words.At(request.Content).Lower is "confirm" or "change" or "rebook" or "postpone"
                    && HasAnAppointment(request.Content, time.From)
                )
            )
        )
        || (
            words.At(request.Content).Lower is "swap" or "change" or "keep" or "tell" or "say"
            && time.From <= request.Content + 2
            && !(words.At(request.Content).Is("change") && words.At(request.Content + 1).Lower is "it" or "them")
            && words.At(time.From).Lower is not ("today" or "tomorrow" or "tonight" or "by" or "before" or "this")
        );

    /// <summary>"I left it in row F on Sunday, could somebody look": when something was.</summary>
    private bool IsOfWhatWas(TimePhrase time, Candidate request)
    {
        if (words.At(time.From - 1).Is("since"))
            return true;
        if (time.To > request.From)
            return false;
        var home = words.SentenceOf(time.From);
        // "Prices go up in June, so order now", "he has moved it to 12 May, change the list"
        var isNews = words.At(time.From).Lower is "in" or "during" || words.At(time.From - 1).Is("to");
        for (var i = time.From - 1; i >= Opening(time); i--)
            if (
                words.ClassAt(i) is WordClass.Comma or WordClass.Dash or WordClass.Colon
                || (words.ClassAt(i) is WordClass.To && !isNews)
            )
                return false;
            else if (
                isNews
                && i > home.From
                && words.ClassAt(i)
                    is WordClass.Be
                        or WordClass.Have
                        or WordClass.Third
                        or WordClass.Past
                        or WordClass.Verb
                && words.ClassAt(i - 1)
                    is not (WordClass.To or WordClass.Edge or WordClass.Comma or WordClass.Person or WordClass.Courtesy)
            )
                return true;
            else if (words.At(i).Lower is "needed" or "wanted" or "due" or "booked" or "promised" or "moved")
                return false;
            else if (words.At(i).Lower is "was" or "were" or "had")
                return true;
            else if (words.ClassAt(i) is WordClass.Past)
                return words.ClassAt(i - 1)
                    is WordClass.I
                        or WordClass.We
                        or WordClass.Subject
                        or WordClass.You
                        or WordClass.Person
                        or WordClass.Other
                        or WordClass.Someone
                        or WordClass.Noun;
        return false;
    }

    /// <summary>"Change the chain, the client is coming in two hours": when something else is so, said behind what is asked.</summary>
    private bool IsOfAStatementBehind(TimePhrase time, Candidate request)
    {
        if (
            words.SentenceOf(time.From) != request.Sentence
            || time.From <= request.Content
            || words.At(time.From).Is("due")
        )
            return false;
        // "The drive for Saturday hasn't come", "inspection's on the 29th"
        var states =
            words.ClassAt(time.From - 1) is WordClass.Possessive
                && words.ClassOfWord(time.From) is WordClass.Preposition
            || words.ClassAt(time.To) is WordClass.Be or WordClass.Have or WordClass.Denial;
        var past = false;
        for (var i = time.From - 1; i > Math.Max(request.Content, time.From - MostBack); i--)
        {
            var kind = words.ClassAt(i);
            // ", so no sailing before noon", ", and no machines after nine"
            if (
                kind is WordClass.Comma
                && words.At(i + 1).Lower is "so" or "and"
                && words.At(i + 2).Lower is "no" or "nobody"
            )
                return requests.All(r => r == request || r.Content <= i || r.Content >= time.From);
            if (kind is WordClass.Comma or WordClass.Dash)
                return (states || words.ClassAt(i + 1) is WordClass.Subject)
                    // "We lost forty in March"; "we meet at eight tomorrow" may be when it is to be done.
                    && (past || words.ClassAt(i + 1) is not WordClass.We)
                    && (
                        words.ClassAt(i + 1).CanOpenAThing()
                        || words.ClassAt(i + 1) is WordClass.Subject or WordClass.We or WordClass.Stating
                    )
                    && requests.All(r => r == request || r.Content <= i || r.Content >= time.From);
            if (kind is WordClass.To or WordClass.Question or WordClass.You || Wishes.Contains(words.At(i).Lower))
                return false;
            past |= kind is WordClass.Past || words.At(i).Is("had");
            states |= kind is WordClass.Be or WordClass.Past or WordClass.Have or WordClass.Third or WordClass.Stating;
        }

        return false;
    }

    /// <summary>"Ask Mr Pell, who comes in on Mondays", "because we open on Friday", "now that it is dark by seven".</summary>
    private bool IsOfARelativePart(TimePhrase time)
    {
        for (var i = time.From - 1; i >= Opening(time); i--)
            if (words.ClassAt(i) is WordClass.Comma or WordClass.Dash or WordClass.Colon)
                return false;
            else if (
                words.At(i).Is("because")
                || words.At(i).Is("that") && words.At(i - 1).Is("now")
                || words.At(i).Lower is "who" or "which" && words.ClassAt(i - 1) is WordClass.Comma
                // "Before he leaves on Friday"; "before you go home tonight" is tonight.
                || words.At(i).Is("before")
                    && Does(i + 1, time.From)
                    && words.At(time.From).Lower is not ("tonight" or "today" or "this")
                    // "Before they close at half past five"
                    && !(time.ClockAlone is not null && words.At(time.From).Is("at"))
                    // "Before you leave tomorrow"
                    && !(words.ClassAt(i + 1) is WordClass.You && words.At(time.From).Is("tomorrow"))
            )
                return true;
        return false;
    }

    /// <summary>"He leaves", "the cleaners come": somebody with a verb.</summary>
    private bool Does(int from, int to)
    {
        if (
            words.ClassAt(from)
            is WordClass.Subject
                or WordClass.I
                or WordClass.You
                or WordClass.We
                or WordClass.Someone
        )
            return from + 1 < to;
        var named = words.ClassAt(from) is WordClass.Person or WordClass.Other;
        for (var i = from + (named ? 1 : 2); i < to && (named || words.ClassAt(from) is WordClass.Determiner); i++)
            if (words.ClassAt(i) is WordClass.Verb or WordClass.Be or WordClass.Third)
                return true;
        return false;
    }

    /// <summary>"We meet at the hall at eight tomorrow".</summary>
    public bool IsWhenWeMeet(TimePhrase time)
    {
        for (var i = time.From - 1; i > Opening(time) && i > time.From - 6; i--)
            if (words.ClassAt(i) is WordClass.Comma or WordClass.Dash)
                return words.ClassAt(i + 1) is WordClass.We
                    && words.At(i + 2).Lower is "meet" or "start" or "leave" or "begin";
        return false;
    }

    /// <summary>The first token that can say what a time is of: the head of its sentence, or of a long one so many before it.</summary>
    private int Opening(TimePhrase time) => Math.Max(words.SentenceOf(time.From).From, time.From - MostBack);
}
