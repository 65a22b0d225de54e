using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks.Words.Beside;

/// <summary>How it was decided whether a time or a name belongs to a request.</summary>
/// <param name="Certainty">How sure it is that it does, from 0 to 1.</param>
/// <param name="Rule">What settles it by itself, in words; null where the features decide.</param>
/// <param name="Features">What is so of it beside the request; empty where a rule settles it.</param>
internal readonly record struct Verdict(double Certainty, string? Rule, IReadOnlyList<Feature> Features)
{
    public bool Belongs => Certainty >= Placing.Least;

    public static Verdict By(string rule, double certainty = 0) => new(certainty, rule, []);
}

/// <summary>Decides which times and names of a message belong to which of its requests.</summary>
/// <param name="words">The message.</param>
/// <param name="requests">What was found to be asked.</param>
/// <param name="author">Who writes; null where it is nobody of the staff.</param>
/// <param name="weights">What the features are worth.</param>
internal sealed class Placing(MessageWords words, IReadOnlyList<Candidate> requests, PersonId? author, Weights weights)
{
    /// <summary>How sure it has to be that something belongs to a request.</summary>
    public const double Least = 0.5;

    /// <summary>How sure it has to be where there is only one request and one time.</summary>
    private const double LeastAlone = 0.4;

    /// <summary>So many tokens before a time tell what it is of.</summary>
    private const int MostBack = 40;

    /// <summary>Of so many times at most one can be the only one that is not of something else.</summary>
    private const int MostAlone = 4;

    /// <summary>How sure it is that "all by Friday" in one item of a list is of each.</summary>
    private const double OfAll = 0.8;

    /// <summary>How sure it is that the time of a heading is of the items below it.</summary>
    private const double OfTheHeading = 0.9;

    /// <summary>How sure it is of "needed by Friday".</summary>
    private const double WhenNeeded = 0.85;

    /// <summary>How sure it is of "Hugh takes the pictures" that Hugh does.</summary>
    private const double WithItsVerb = 0.9;

    private readonly Attaching _attaching = new(words, requests);

    /// <summary>
    /// What is needed to place the times and names of one request: those that stand further away belong to something else, and
    /// looking at all would cost more than the text's length.
    /// </summary>
    public static Placing Around(
        MessageWords words,
        Candidate[] requests,
        int which,
        PersonId? author,
        Weights weights
    ) =>
        new(
            words,
            requests[
                Math.Max(0, which - Attaching.AroundRequests)..Math.Min(
                    requests.Length,
                    which + Attaching.AroundRequests
                )
            ],
            author,
            weights
        );

    internal static double CertaintyOf(double score) => 1 / (1 + Math.Exp(-score));

    /// <summary>The times that belong to a request, with how sure that is.</summary>
    public List<(TimePhrase Time, double Certainty)> TimesOf(Candidate request)
    {
        var taken = new List<(TimePhrase Time, double Certainty)>();
        foreach (var time in words.Times)
            if (Of(time, request) is { Belongs: true } verdict)
                taken.Add((time, verdict.Certainty));

        // "Wednesday, seven o'clock": the time of day goes where its day goes.
        foreach (var clock in words.Times.Where(t => t.ClockAlone is not null))
            if (
                !taken.Exists(t => t.Time == clock)
                && taken.Find(t => IsBeside(t.Time, clock)) is { Time: not null } day
            )
                taken.Add((clock, day.Certainty));
        // What an item says of itself counts more than what its heading says.
        if (request.Sentence.IsItem && taken.Exists(t => IsItsOwn(t.Time, request)))
            taken.RemoveAll(t => t.Time.Due is not null && !words.SentenceOf(t.Time.From).IsItem);
        // One request and one time: nothing else it could belong to.
        if (
            taken.Count == 0
            && requests.Count == 1
            && words.Times.Count <= MostAlone
            && words.Times.Select(t => (Time: t, Verdict: Of(t, request))).Where(t => t.Verdict.Rule is null).ToList()
                is [var only]
            && only.Verdict.Certainty >= LeastAlone
        )
            taken.Add((only.Time, only.Verdict.Certainty));
        if (taken.Count == 0 && HeadingOf(request) is { } heading)
            taken.AddRange(
                words
                    .Times.Where(t => words.SentenceOf(t.From) == heading && t.Repeats is null)
                    .Select(t => (t, OfTheHeading))
            );
        return taken;
    }

    /// <summary>Those whose doing a request is, with how sure that is.</summary>
    public List<(WhoPhrase Who, double Certainty)> NamesOf(Candidate request)
    {
        var taken = new List<(WhoPhrase, double)>();
        if (request.Cue.Cue.Doer is not Doer.Author)
            foreach (var who in words.Names)
                if (Of(who, request) is { Belongs: true } verdict)
                    taken.Add((who, verdict.Certainty));
        return taken;
    }

    /// <summary>Whether a time belongs to a request, the heading above its list left out.</summary>
    public Verdict Of(TimePhrase time, Candidate request)
    {
        if (!Attaching.IsNear(words, time.From, request))
            return Verdict.By(PlaceTexts.StandsTooFarAway);
        if (IsOfAState(time))
            return Verdict.By(PlaceTexts.SaysHowLongSomethingIsSo);
        if (IsOfACondition(time, request))
            return Verdict.By(PlaceTexts.IsOfACondition);
        if (IsNeededBy(time, request))
            return Verdict.By(PlaceTexts.SaysWhenItIsNeeded, WhenNeeded);
        if (IsAboutOf(time, request))
            return Verdict.By(PlaceTexts.IsPartOfTheThing);
        // "The pressure drops every night. Somebody has to come."
        if (time.Repeats is not null && !time.Covers(request.From) && IsOfAnotherSentence(time, request))
            return Verdict.By(PlaceTexts.IsOfAnotherPart);
        if (IsOfWhatWas(time, request))
            return Verdict.By(PlaceTexts.IsOfWhatWas);
        if (IsOfAStatementBehind(time, request))
            return Verdict.By(PlaceTexts.IsOfAnotherPart);
        if (IsOfARelativePart(time))
            return Verdict.By(PlaceTexts.IsOfAnotherPart);
        if (IsOfAll(time, request))
            return Verdict.By(PlaceTexts.IsOfAllThatIsAsked, OfAll);
        if (_attaching.IsOnlyTold(time, request))
            return Verdict.By(PlaceTexts.IsPartOfWhatIsTold);
        if (IsOfAnothersSentence(time, request))
            return Verdict.By(PlaceTexts.IsOfAnotherPart);
        if (IsOfAnotherItem(time.From, request))
            // "1) permits 2) lights, all by Friday".
            return words.At(time.From - 1).Lower is "all" or "everything"
                ? Verdict.By(PlaceTexts.IsOfAllItems, OfAll)
                : Verdict.By(PlaceTexts.IsOfAnotherItem);
        var features = new List<Feature>(32);
        _attaching.OfTime(time, request, features);
        return new(CertaintyOf(weights.Sum(features)), null, features);
    }

    /// <summary>Whether a request is the doing of those who are named.</summary>
    public Verdict Of(WhoPhrase who, Candidate request)
    {
        // "Hugh takes the pictures".
        if (who.To == request.Content && words.DoneBy(request.Content) is not null)
            return Verdict.By(PlaceTexts.StandsWithItsVerb, WithItsVerb);
        if (words.IsOneself(who, author))
            return Verdict.By(PlaceTexts.IsWhoWrites);
        if (!Attaching.IsNear(words, who.From, request))
            return Verdict.By(PlaceTexts.StandsTooFarAway);
        if (IsOfAnotherItem(who.From, request))
            return Verdict.By(PlaceTexts.IsOfAnotherItem);
        // "Ada, can the workshop look at it": it is not Ada who is to.
        if (
            request.Cue is { Cue.Label: Cues.AskWho, Who: { } asked }
            && words.ClassAt(asked.From - 1) is not WordClass.Conjunction
            && (who.To <= asked.From || who.From >= asked.To)
            && words.SentenceOf(who.From) == request.Sentence
        )
            return Verdict.By(PlaceTexts.AnotherIsAsked);
        // "Find the keys, Ada. If he has them, Ben, ring him": Ben has a request of his own.
        if (
            words.SentenceOf(who.From) is var home
            && home.Index > request.Sentence.Index
            && requests.Any(r => r.Sentence == home)
            && words.Names.Exists(n => words.SentenceOf(n.From) == request.Sentence)
        )
            return Verdict.By(PlaceTexts.AnotherIsAsked);
        // "Ada to sand it and Ben to paint it".
        if (
            (request.Cue.Who ?? words.Names.Find(n => n.To == request.From)) is { } own
            && (who.To <= own.From || who.From >= own.To)
            && requests.Any(r => r != request && r.Cue.Who is { } its && its.From <= who.From && who.To <= its.To)
        )
            return Verdict.By(PlaceTexts.AnotherIsAsked);
        if (_attaching.IsOnlySpokenOf(who, request))
            return Verdict.By(PlaceTexts.IsOnlySpokenOf);
        var features = new List<Feature>(32);
        _attaching.OfName(who, request, features);
        return new(CertaintyOf(weights.Sum(features)), null, features);
    }

    /// <summary>Who and what stands in one item of a list has to do with that one only, but for "all by Friday" at its end.</summary>
    private bool IsOfAnotherItem(int token, Candidate request) =>
        words.SentenceOf(token) is { IsItem: true } home && home != request.Sentence && request.Sentence.IsItem;

    /// <summary>The heading above the list that a request is an item of; null where there is none.</summary>
    private Sentence? HeadingOf(Candidate request)
    {
        if (!request.Sentence.IsItem)
            return null;
        var i = request.Sentence.Index;
        while (i >= 0 && words.Sentences[i].IsItem)
            i--;
        return
            i >= 0
            && words.Sentences[i] is var heading
            && Attaching.IsNear(words, heading.From, request)
            && (words.ClassAt(heading.To - 1) is WordClass.Colon || requests.All(r => r.Sentence != heading))
            ? heading
            : null;
    }

    /// <summary>"She's in until four", "it is shut until Sunday": how long something is so, and no time to do anything by.</summary>
    private bool IsOfAState(TimePhrase time)
    {
        if (words.At(time.From).Lower is not ("until" or "till"))
            return false;
        for (var i = time.From - 1; i >= Opening(time); i--)
            if (words.ClassAt(i) is WordClass.Be or WordClass.Stating or WordClass.Have)
                return true;
            else if (words.ClassAt(i) is WordClass.Comma or WordClass.Dash or WordClass.Colon)
                return false;
        return false;
    }

    /// <summary>"If he hasn't paid by Friday, ring him": Friday is when that is known. "If you could ring by Friday" asks.</summary>
    private bool IsOfACondition(TimePhrase time, Candidate request)
    {
        for (var i = time.From - 1; i >= Opening(time); i--)
            if (words.ClassAt(i) is WordClass.Comma or WordClass.Dash or WordClass.Colon)
                return false;
            else if (words.At(i).Lower is "if" or "unless")
                return !(request.Content > i && request.Content < time.From)
                    // "Check if the tank is full by noon": what is to be found out, and by when.
                    && words.At(i - 1).Lower
                        is not ("check" or "see" or "ask" or "know" or "out" or "sure" or "wonder" or "tell")
                    && !(words.At(i + 1).Lower is "possible" or "poss" or "need" or "necessary")
                    && !(
                        words.ClassAt(i + 1) is WordClass.You or WordClass.We && words.ClassAt(i + 2) is WordClass.Modal
                    );
        return false;
    }

    /// <summary>"Redo the glaze, needed for Thursday", "print them, I need them by three": when what was asked last is needed.</summary>
    private bool IsNeededBy(TimePhrase time, Candidate request)
    {
        var before = time.From - 1;
        if (words.At(before).Lower is "it" or "them" or "these" or "those")
            before--;
        return (words.At(before).Lower is "needed" || (words.At(before).Lower is "need" && before < time.From - 1))
            && request.Content < before
            && words.SentenceOf(time.From) == request.Sentence
            && requests.All(r =>
                r == request || r.Sentence != request.Sentence || r.From < request.From || r.From > time.From
            );
    }

    /// <summary>"Keep Thursday afternoon free", "talk about Sunday": what is asked is of that day.</summary>
    private bool IsAboutOf(TimePhrase time, Candidate request) =>
        time.From > request.Content
        && (
            // "Swap his Tuesday"
            words.At(time.From - 1).Lower
                is "his"
                    or "her"
                    or "their"
                    or "your"
                    or "my"
                    or "our"
            || (time.To <= request.End && IsOfTheThing(time, request))
        );

    private bool IsOfTheThing(TimePhrase time, Candidate request) =>
        words.At(time.To).Lower is "free" or "off" or "clear"
        || (words.At(time.From).Is("about") && time.DayAlone is not null)
        || words.ClassAt(time.From - 1) is WordClass.Possessive
        || (words.At(request.Content).Is("cancel") && words.At(time.From).Is("on"))
        || (
            words.At(request.Content).Lower is "swap" or "change" or "keep" or "tell" or "say"
            && time.From <= request.Content + 2
            && words.At(time.From).Lower is not ("today" or "tomorrow" or "tonight" or "by" or "before" or "this")
        );

    /// <summary>"Ada: bleed it; Ben: test it by Friday": each sentence of its own name.</summary>
    private bool IsOfAnothersSentence(TimePhrase time, Candidate request)
    {
        var home = words.SentenceOf(time.From);
        return home != request.Sentence
            && words.WhoAt(home.From, home.To) is not null
            && words.WhoAt(request.Sentence.From, request.Sentence.To) is not null
            && requests.Any(r => r.Sentence == home);
    }

    private bool IsOfAnotherSentence(TimePhrase time, Candidate request) =>
        words.SentenceOf(time.From) is var home
        && home != request.Sentence
        && !request.Sentence.IsItem
        && !_attaching.IsAlone(time);

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
        // "The drive for Saturday hasn't come"
        var states = words.ClassAt(time.To) is WordClass.Be or WordClass.Have or WordClass.Denial;
        var past = false;
        for (var i = time.From - 1; i > Math.Max(request.Content, time.From - MostBack); i--)
        {
            var kind = words.ClassAt(i);
            if (kind is WordClass.Comma or WordClass.Dash)
                return (states || words.ClassAt(i + 1) is WordClass.Subject)
                    // "We lost forty in March"; "we meet at eight tomorrow" may be when it is to be done.
                    && (past || words.ClassAt(i + 1) is not WordClass.We)
                    && (
                        words.ClassAt(i + 1).CanOpenAThing()
                        || words.ClassAt(i + 1) is WordClass.Subject or WordClass.We or WordClass.Stating
                    )
                    && requests.All(r => r == request || r.Content <= i || r.Content >= time.From);
            if (
                kind is WordClass.To or WordClass.Question or WordClass.You
                || words.At(i).Lower
                    is "want"
                        or "wants"
                        or "need"
                        or "needs"
                        or "needed"
                        or "needing"
                        or "wanted"
                        or "due"
                        or "like"
            )
                return false;
            past |= kind is WordClass.Past;
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

    /// <summary>A time that an item of a list has for itself; a time of day goes with the day of its heading.</summary>
    private bool IsItsOwn(TimePhrase time, Candidate request) =>
        time.ClockAlone is null && words.SentenceOf(time.From) == request.Sentence;

    /// <summary>"Ada books it, Ben tells them, and both by Friday": of what was asked of both.</summary>
    private bool IsOfAll(TimePhrase time, Candidate request) =>
        words.At(time.From - 1).Lower is "both" or "all" or "everything"
        && request.End <= time.From
        && words.SentenceOf(time.From) == request.Sentence
        && requests.Count(r => r.Sentence == request.Sentence && r.From < time.From) > 1;

    /// <summary>The first token that can say what a time is of: the head of its sentence, or of a long one so many before it.</summary>
    private int Opening(TimePhrase time) => Math.Max(words.SentenceOf(time.From).From, time.From - MostBack);

    private bool IsBeside(TimePhrase day, TimePhrase clock)
    {
        if (day.DayAlone is null || words.SentenceOf(day.From) != words.SentenceOf(clock.From))
            return false;
        var (from, to) = day.From < clock.From ? (day.To, clock.From) : (clock.To, day.From);
        for (var i = from; i < to; i++)
            if (words.IsPlain(i))
                return false;
        return true;
    }
}
