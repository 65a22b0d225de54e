namespace Wrenlet.Core.Tasks.Words.Beside;

/// <summary>Settles by when something is wanted or needed: "needed for Thursday", "they want it by noon", "Friday is fine".</summary>
/// <param name="words">The message.</param>
/// <param name="requests">What was found to be asked.</param>
internal sealed class WantedTimes(MessageWords words, IReadOnlyList<Candidate> requests)
{
    /// <summary>How sure it is of "needed by Friday".</summary>
    private const double WhenNeeded = 0.85;

    /// <summary>How sure it is of "Friday is fine".</summary>
    public const double WhenEnough = 0.99;

    /// <summary>What settles it before it is asked how long something is so, or in which case; null where nothing does.</summary>
    public Verdict? SettleFirst(TimePhrase time, Candidate request) =>
        IsUntilWhenOneStays(time, request)
        || IsHowOftenAhead(time, request)
        || IsButNotBefore(time, request)
        || IsUntilWhenOneHas(time, request)
        || IsFromWhenItRepeats(time, request)
            ? Verdict.By(PlaceTexts.StandsWithItsPart, Placing.WithItsVerb)
        : IsWhileOneIsAway(time, request)
        || IsWhenItIsFetched(time, request)
        || IsNeededFor(time, request)
        || IsWantedBefore(time, request)
            ? Verdict.By(PlaceTexts.SaysWhenItIsNeeded, WhenNeeded)
        : IsEnoughFor(time, request) ? Verdict.By(PlaceTexts.SaysWhenItIsNeeded, WhenEnough)
        : null;

    /// <summary>What settles it otherwise; null where nothing says when it is needed.</summary>
    public Verdict? Settle(TimePhrase time, Candidate request) =>
        !IsNeededBy(time, request)
            ? null
            // "For the trade fair? I need something by the 1st": surer than what it is for.
            : Verdict.By(
                PlaceTexts.SaysWhenItIsNeeded,
                words.At(time.From - 1).Is("something") ? WhenEnough : WhenNeeded
            );

    /// <summary>"I shall be in Porto on Thursday. Ada to open up, Ben to lock up": what is done for who is away.</summary>
    private bool IsWhileOneIsAway(TimePhrase time, Candidate request)
    {
        var home = words.SentenceOf(time.From);
        return time is { DayAlone: not null, Repeats: null }
            && home.Index == request.Sentence.Index - 1
            && home.Line == request.Sentence.Line
            && words.ClassAt(home.From) is WordClass.I
            && words.At(home.From + 1).Lower is "shall" or "will"
            && words.At(home.From + 2).Is("be")
            && words.At(home.From + 3).Lower is "in" or "at" or "away"
            && request.Cue.Cue.Label is "who to"
            && !HasATimeBehind(request);
    }

    /// <summary>"Daily from tomorrow until the opening: drivers to damp down the road".</summary>
    private bool IsHowOftenAhead(TimePhrase time, Candidate request)
    {
        if (time.Repeats is null || time.From != request.Sentence.From || request.From <= time.To)
            return false;
        var to = time.To;
        while (to < request.From && words.ClassAt(to) is WordClass.Time)
            to++;
        return words.ClassAt(to) is WordClass.Colon;
    }

    /// <summary>"Ada has until Friday to finish it".</summary>
    private bool IsUntilWhenOneHas(TimePhrase time, Candidate request) =>
        time.Due is not null
        && words.At(time.From).Lower is "until" or "till"
        && words.At(time.From - 1).Lower is "has" or "have"
        && request.Cue.To == time.From + 1;

    /// <summary>"From the 20th please mow the paths every week".</summary>
    private bool IsFromWhenItRepeats(TimePhrase time, Candidate request) =>
        time is { Start: not null, Due: null, Repeats: null }
        && words.At(time.From).Is("from")
        && time.To <= request.Content
        && words.SentenceOf(time.From) == request.Sentence
        && words.Times.Exists(t => t.Repeats is not null && TimeRules.IsInside(t, request))
        && requests.All(r => r == request || r.Sentence != request.Sentence || r.From > request.From);

    /// <summary>"Get rid of the old ones, Ada, but not before the season ends".</summary>
    private bool IsButNotBefore(TimePhrase time, Candidate request) =>
        time is { Start: not null, Due: null, Repeats: null }
        && words.At(time.From).Is("not")
        && words.At(time.From - 1).Is("but")
        && words.SentenceOf(time.From) == request.Sentence
        && request.Content < time.From
        && requests.All(r =>
            r == request || r.Sentence != request.Sentence || r.From < request.From || r.From > time.From
        );

    /// <summary>"Stay until six on Thursday", "be here till eight".</summary>
    private bool IsUntilWhenOneStays(TimePhrase time, Candidate request) =>
        time is { Due: not null, Start: null, Repeats: null }
        && TimeRules.IsInside(time, request)
        && words.At(time.From).Lower is "until" or "till"
        && (
            words.At(request.Content).Lower is "stay" or "remain"
            || (words.At(request.Content).Is("be") && words.At(request.Content + 1).Lower is "here" or "there" or "in")
        );

    /// <summary>"Forty tarts for Mr Hale, pick-up is Saturday at ten": by when it has to be there.</summary>
    private bool IsWhenItIsFetched(TimePhrase time, Candidate request)
    {
        var what = words.At(time.From - 1).Lower is "is" or ":" ? time.From - 2 : time.From - 1;
        return time is { Due: not null, Start: null, Repeats: null }
            && words.SentenceOf(time.From) == request.Sentence
            && time.From > request.Content
            && words.At(what).Lower is "pick-up" or "pickup" or "collection" or "handover"
            && words.ClassAt(what - 1) is WordClass.Comma or WordClass.Dash
            && !IsAsked(request.Sentence, request);
    }

    /// <summary>"Everything has to be off the floor for the check".</summary>
    private bool IsNeededFor(TimePhrase time, Candidate request) =>
        time is { IsMilestone: true, Due: not null, Repeats: null }
        && TimeRules.IsInside(time, request)
        && words.At(time.From).Is("for")
        && request.Needs >= 0
        && words.At(request.Needs).Lower is "has" or "have" or "needs" or "need" or "must"
        && words.ClassAt(request.Content) is not (WordClass.Gerund or WordClass.Determiner or WordClass.Number);

    /// <summary>"The pizza place wants numbers by Thursday. Ada, ask round": by when, and who is to see to it.</summary>
    private bool IsWantedBefore(TimePhrase time, Candidate request)
    {
        var home = words.SentenceOf(time.From);
        if (
            time is not { Due: not null, Repeats: null }
            || home.Index != request.Sentence.Index - 1
            || home.Line != request.Sentence.Line
            || !(words.At(time.From).Lower is "by" or "before")
            || time.To < home.To
            || words.WhoAt(request.Sentence.From, request.Content) is null
            || HasATimeBehind(request)
            || IsAsked(home, null)
        )
            return false;
        for (var i = home.From + 1; i < time.From; i++)
            if (words.At(i).Lower is "wants" or "want" or "needs" or "need")
                return words.ClassAt(i - 1)
                    is WordClass.Noun
                        or WordClass.NounOrVerb
                        or WordClass.VerbOrNoun
                        or WordClass.Third
                        or WordClass.Other
                        or WordClass.Subject;
        return false;
    }

    /// <summary>"Redo the glaze, needed for Thursday", "print them, I need them by three": when what was asked last is needed.</summary>
    private bool IsNeededBy(TimePhrase time, Candidate request)
    {
        var before = time.From - 1;
        if (words.At(before).Lower is "it" or "them" or "these" or "those" or "something")
            before--;
        // "Find out what it costs. I need to know by Friday"
        else if (words.At(before).Is("know") && words.At(before - 1).Is("to"))
            before -= 2;
        if (words.SentenceOf(time.From) is var home && home.Index > request.Sentence.Index)
            return IsNeededNext(home, time, before, request);
        return (
                words.At(before).Lower is "needed"
                || words.At(before).Lower is "need" or "needs" or "want" or "wants" or "like" && before < time.From - 1
            )
            && request.Content < before
            && words.SentenceOf(time.From) == request.Sentence
            && requests.All(r =>
                r == request || r.Sentence != request.Sentence || r.From < request.From || r.From > time.From
            );
    }

    /// <summary>"Could you take it up? I need it on the 24th."</summary>
    private bool IsNeededNext(Sentence home, TimePhrase time, int before, Candidate request)
    {
        var named = before < time.From - 1;
        if (
            !(
                (named && words.At(before).Lower is "need" or "needs" or "want" or "wants")
                || (words.At(before).Is("needed") && words.ClassAt(home.From) is WordClass.Subject or WordClass.Stating)
            )
            || (before - home.From > 4 && !words.At(before + 1).Is("something"))
            || words.ClassAt(home.From) is WordClass.Subordinator or WordClass.Question
        )
            return false;
        return requests.All(r => r.From <= request.From || r.From > time.From)
            && home.Index - request.Sentence.Index <= 2;
    }

    /// <summary>"End of next week is fine", "Friday will do": by when is enough for what was asked before it.</summary>
    private bool IsEnoughFor(TimePhrase time, Candidate request)
    {
        var home = words.SentenceOf(time.From);
        var said = words.At(time.To).Lower is "is" or "would" or "will" or "should" ? time.To + 1 : -1;
        if (said > 0 && words.At(said).Is("be"))
            said++;
        return said > 0
            && words.At(said).Lower is "fine" or "do" or "ok" or "okay" or "enough" or "good" or "plenty" or "soon"
            && (
                said + 1 >= home.To || !words.IsPlain(said + 1) || words.At(said + 1).Lower is "for" or "by" or "enough"
            )
            && words.ClassIn(home, time.From - 1) is WordClass.Edge or WordClass.Comma or WordClass.Dash
            && request.From < time.From
            && home.Index - request.Sentence.Index is 0 or 1;
    }

    /// <summary>Whether a sentence asks for something else than what one knows of.</summary>
    private bool IsAsked(Sentence s, Candidate? but)
    {
        foreach (var request in requests)
            if (request != but && request.Sentence == s)
                return true;
        return false;
    }

    /// <summary>Whether a request has a time of its own behind its verb.</summary>
    public bool HasATimeBehind(Candidate request)
    {
        for (var i = request.Content + 1; i < request.Sentence.To; i++)
            if (words.TimeAt(i) is not null)
                return true;
        return false;
    }
}
