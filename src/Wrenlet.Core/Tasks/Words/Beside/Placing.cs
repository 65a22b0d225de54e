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
    private const double LeastAlone = 0.25;

    /// <summary>Of so many times at most one can be the only one that is not of something else.</summary>
    private const int MostAlone = 4;

    /// <summary>How sure it is that the time of a heading is of the items below it.</summary>
    public const double OfTheHeading = 0.9;

    /// <summary>How sure it is of "Hugh takes the pictures" that Hugh does.</summary>
    public const double WithItsVerb = 0.9;

    private readonly Attaching _attaching = new(words, requests);
    private readonly TimeRules _rules = new(words, requests);

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
        // "It failed this morning. Workshop, get it done today", "weigh it by ten today. Good work this week": what a request
        // says itself counts more than what stands before and behind it.
        if (taken.Exists(t => IsItsOwnDay(t.Time, request)))
            taken.RemoveAll(t =>
                t.Time is { Due: not null, Repeats: null }
                && !request.Sentence.IsItem
                && t.Certainty < WantedTimes.WhenEnough
                && (
                    words.SentenceOf(t.Time.From).Index < request.Sentence.Index
                    || (t.Time.ClockAlone is null && words.SentenceOf(t.Time.From).Index > request.Sentence.Index)
                )
            );
        // "The courier comes at three, so have the boxes by the door at half past two"
        if (taken.Exists(t => t.Time.ClockAlone is not null && TimeRules.IsInside(t.Time, request)))
            taken.RemoveAll(t =>
                t.Time.ClockAlone is not null
                && t.Time.To <= request.From
                && words.SentenceOf(t.Time.From) == request.Sentence
            );
        // What an item says of itself counts more than what its heading says.
        if (request.Sentence.IsItem && taken.Exists(t => IsItsOwn(t.Time, request)))
            taken.RemoveAll(t => t.Time.Due is not null && !words.SentenceOf(t.Time.From).IsItem);
        // One request and one time: nothing else it could belong to.
        if (
            taken.Count == 0
            && words.Times.Count <= MostAlone
            && words.Times.Select(t => (Time: t, Verdict: Of(t, request))).Where(t => t.Verdict.Rule is null).ToList()
                is [var only]
            && only.Verdict.Certainty >= LeastAlone
            && requests.All(r => r == request || Of(only.Time, r) is { Rule: not null, Belongs: false })
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
        if (_rules.Settle(time, request) is { } settled)
            return settled;
        var features = FeaturesOf(time, request);
        return new(CertaintyOf(weights.Sum(features)), null, features);
    }

    /// <summary>Whether a request is the doing of those who are named.</summary>
    public Verdict Of(WhoPhrase who, Candidate request) =>
        Attaching.IsNear(words, who.From, request) ? OfNear(who, request) : Verdict.By(PlaceTexts.StandsTooFarAway);

    private Verdict OfNear(WhoPhrase who, Candidate request)
    {
        // "Hugh takes the pictures".
        if (who.To == request.Content && words.DoneBy(request.Content) is not null)
            return Verdict.By(PlaceTexts.StandsWithItsVerb, WithItsVerb);
        // "Ada don't forget to lock it"
        if (
            who.To == request.From
            && who.From == request.Sentence.From
            && request.Cue.Cue.Label is "remember" or "sure"
        )
            return Verdict.By(PlaceTexts.StandsWithItsVerb, WithItsVerb);
        if (GoingOn.IsOf(words, requests, who, request))
            return Verdict.By(PlaceTexts.StandsWithItsVerb, WithItsVerb);
        // "Somebody has to walk round, Ada that's you"
        if (IsSaidToBeWho(who))
            return requests.LastOrDefault(r => r.From < who.From) == request
                ? Verdict.By(PlaceTexts.IsCalledAtTheEnd, WithItsVerb)
                : Verdict.By(PlaceTexts.AnotherIsAsked);
        // "Paint the hall before the fair, the drivers can do it"
        if (IsToDoIt(who))
            return requests.LastOrDefault(r => r.From < who.From) == request
                ? Verdict.By(PlaceTexts.IsCalledAtTheEnd, WithItsVerb)
                : Verdict.By(PlaceTexts.AnotherIsAsked);
        // "Ada needs to be shown the till": somebody is to show her.
        if (
            request.Needs >= who.To
            && who.From == request.From
            && words.At(request.Content - 1).Is("be")
            && words.ClassAt(who.From) is WordClass.Person
        )
            return Verdict.By(PlaceTexts.IsOnlySpokenOf);
        if (IsOfAPart(who, request) is { } listed)
            return listed;
        if (words.IsOneself(who, author) && !words.At(who.Names[0]).Is("me"))
            return Verdict.By(PlaceTexts.IsWhoWrites);
        if (_rules.IsOfAnotherItem(who.From, request))
            return Verdict.By(PlaceTexts.IsOfAnotherItem);
        // "Ada, panel ready by ten please, and somebody make coffee": whoever it is.
        if (
            request.Cue.Cue.Label is "someone" or "someone must"
            && words.At(request.From).Lower is "somebody" or "someone"
            && words.ClassAt(request.From - 1) is WordClass.Conjunction
            && words.ClassAt(who.From) is WordClass.Person or WordClass.Crew
            && who.To < request.From - 1
        )
            return Verdict.By(PlaceTexts.AnotherIsAsked);
        // "Ada, can the workshop look at it": it is not Ada who is to.
        if (
            request.Cue is { Cue.Label: Cues.AskWho, Who: { } asked }
            && words.ClassAt(asked.From - 1) is not WordClass.Conjunction
            && (who.To <= asked.From || who.From >= asked.To)
            && words.SentenceOf(who.From).Index <= request.Sentence.Index
        )
            return Verdict.By(PlaceTexts.AnotherIsAsked);
        // "Find the keys, Ada. If he has them, Ben, ring him": Ben has a request of his own.
        if (
            words.SentenceOf(who.From) is var home
            && home.Index > request.Sentence.Index
            && requests.Any(r => r.Sentence == home)
            // "We need flags. Ada, water the ferns": who heads a sentence is asked in it.
            && (
                who.From == home.From && words.ClassAt(who.To) is WordClass.Comma
                || words.Names.Exists(n => words.SentenceOf(n.From) == request.Sentence)
            )
        )
            return Verdict.By(PlaceTexts.AnotherIsAsked);
        // "Ada, check the seals. Ben, tune the rig": who heads a sentence is asked in it, and nobody else.
        if (
            words.SentenceOf(who.From) != request.Sentence
            && words.Names.Exists(n => GoingOn.IsCalledFor(words, n, request))
        )
            return Verdict.By(PlaceTexts.AnotherIsAsked);
        // "Ada to sand it and Ben to paint it".
        if (
            (request.Cue.Who ?? words.Names.Find(n => n.To == request.From)) is { } own
            && (who.To <= own.From || who.From >= own.To)
            && requests.Any(r => r != request && r.Cue.Who is { } its && its.From <= who.From && who.To <= its.To)
        )
            return Verdict.By(PlaceTexts.AnotherIsAsked);
        // "Ada, water the ferns, and could somebody feed the cat"
        if (
            request.Cue.Cue.Doer is Doer.Anyone
            && words.ListedAs(request) is not null
            && who.To <= request.From
            && words.SentenceOf(who.From) == request.Sentence
        )
            return Verdict.By(PlaceTexts.AnotherIsAsked);
        if (
            request.Cue is { Cue.Label: "who must" or "who to", Who: { } shown }
            && shown == who
            && words.At(request.Content).Is("be")
            && words.ClassAt(request.Content + 1) is WordClass.Past
            && words.ClassAt(who.From) is WordClass.Person
        )
            return Verdict.By(PlaceTexts.IsOnlySpokenOf);
        // "The kitchen has to be swept"; "the kitchen has to sweep the yard"
        if (NamesTold.IsInNeed(words, who, request) || NamesTold.IsOfAHabit(words, who, request))
            return Verdict.By(PlaceTexts.IsOnlySpokenOf);
        // "Send me the office rates": what they are called
        if (
            words.ClassAt(who.From) is WordClass.Crew
            && who.From > request.Content
            && who.To < request.End
            && words.ClassAt(who.From - 1) is WordClass.Determiner or WordClass.Possessive
            && words.ClassAt(who.To)
                is WordClass.Noun
                    or WordClass.NounOrVerb
                    or WordClass.VerbOrNoun
                    or WordClass.Third
        )
            return Verdict.By(PlaceTexts.IsOnlySpokenOf);
        // "There's a wasps' nest under the shop", "cups for their second shop": where, and whom for
        if (request.Cue.Who != who && NamesTold.IsAPlace(words, who))
            return Verdict.By(PlaceTexts.IsOnlySpokenOf);
        // "Ada and I are in town, so Ben, open the post"
        if (
            words.At(who.To).Lower is "and" or "&"
            && words.At(who.To + 1).Lower is "i" or "i'm" or "me" or "myself"
            && request.Cue.Who != who
        )
            return Verdict.By(PlaceTexts.IsOnlySpokenOf);
        // "Ada, you said your sister has one", "Ben, you're hosting with me": told to them, and nothing that is asked
        if (
            request.Cue.Who != who
            && (who.To > request.Content || who.From < request.From)
            && NamesTold.IsToldSomething(words, who, request)
        )
            return Verdict.By(PlaceTexts.IsOnlySpokenOf);
        if (request.Cue.Who != who && NamesTold.IsOfAThing(words, who, request))
            return Verdict.By(PlaceTexts.IsOnlySpokenOf);
        if (author is null && IsGreeted(who))
            return Verdict.By(PlaceTexts.IsGreeted);
        if (IsAddressed(who, request) || IsAskedAtTheHead(who, request))
            return Verdict.By(PlaceTexts.IsAddressed, WithItsVerb);
        if (IsCalledAtTheEnd(who, request))
            return Verdict.By(PlaceTexts.IsCalledAtTheEnd, WithItsVerb);
        if (_attaching.IsOnlySpokenOf(who, request))
            return Verdict.By(PlaceTexts.IsOnlySpokenOf);
        var features = FeaturesOf(who, request);
        return new(CertaintyOf(weights.Sum(features)), null, features);
    }

    /// <summary>What is so of a time beside a request, whatever rules say.</summary>
    public List<Feature> FeaturesOf(TimePhrase time, Candidate request)
    {
        var features = new List<Feature>(32);
        _attaching.OfTime(time, request, features);
        return features;
    }

    /// <summary>What is so of a name beside a request, whatever rules say.</summary>
    public List<Feature> FeaturesOf(WhoPhrase who, Candidate request)
    {
        var features = new List<Feature>(32);
        _attaching.OfName(who, request, features);
        return features;
    }

    /// <summary>
    /// "Ada, bed 2 drops on one side. Out of use, please put a sign on": who is addressed at the head of a message is so until
    /// somebody else is named.
    /// </summary>
    private bool IsAddressed(WhoPhrase who, Candidate request)
    {
        var head = words.SentenceOf(who.From);
        if (
            author is null
            || who.From != head.From
            || request.Sentence.Index <= head.Index
            // "They'd rather come at nine. Ada, can we do that? Let them know" is said to Ada too, several requests on is not.
            || (head.Index > 0 && request.Sentence.Index > head.Index + 2)
            || request.Sentence.IsItem
            || head.IsItem
            || request.Sentence.Line != head.Line
            || request.Cue.Cue.Doer is not Doer.You
            || !(
                words.ClassAt(who.Names[0]) is WordClass.Tag
                || words.ClassAt(who.To) is WordClass.Comma or WordClass.Colon or WordClass.Dash
            )
        )
            return false;
        foreach (var other in words.Names)
            if (
                other.From >= who.To
                && other.From < request.Sentence.To
                // "Scan it and send it to Ben": whom it goes to
                && !(
                    other.From > request.Content
                    && words.ClassAt(other.From - 1) is WordClass.Preposition or WordClass.To
                )
            )
                return false;
        return head.Index == 0 || !AsksIn(head);
    }

    private bool IsWhereOneOpens(int token)
    {
        foreach (var one in requests)
            if (one.From == token)
                return true;
        return false;
    }

    private bool AsksIn(Sentence s)
    {
        foreach (var one in requests)
            if (one.Sentence == s)
                return true;
        return false;
    }

    /// <summary>"Ada can you check it", "please Ada would you lock up": who is asked stands right before how they are asked.</summary>
    private bool IsAskedAtTheHead(WhoPhrase who, Candidate request) =>
        who.To == request.From
        && request.Cue.Cue is { Doer: Doer.You, Label: "ask" or "mind" or "kind" }
        && (
            words.ClassAt(who.From - 1) is WordClass.Edge or WordClass.Stop or WordClass.Courtesy
            || words.ClassAt(who.From - 1) is WordClass.Comma
                && words.At(request.From).Lower is "can" or "could" or "would" or "will"
        )
        && words.ClassAt(who.From) is WordClass.Person;

    /// <summary>"fix the puncture on the wheelbarrow pete ta": behind a thing, with no comma, at the end of all.</summary>
    private bool IsCalledAtTheEnd(WhoPhrase who, Candidate request)
    {
        if (
            words.SentenceOf(who.From) != request.Sentence
            || who.Names.Count != 1
            || words.ClassAt(who.From) is not WordClass.Person
            || who.From < request.Content + 3
            || request.Cue.Cue != Cue.None
            || words.ClassAt(request.Content) is not (WordClass.Verb or WordClass.VerbOrNoun)
            || words.ClassAt(who.From - 1)
                is not (
                    WordClass.Noun
                    or WordClass.NounOrVerb
                    or WordClass.VerbOrNoun
                    or WordClass.Number
                    or WordClass.Time
                )
            || words.At(who.From - 1).Span.Start > 0 && char.IsUpper(words.Text[words.At(who.From - 1).Span.Start])
        )
            return false;
        for (var i = who.To; i < request.Sentence.To; i++)
            if (words.ClassAt(i) is not (WordClass.Courtesy or WordClass.Mark))
                return false;
        return true;
    }

    /// <summary>"Ada that's you", "Ada, it's you from now on", "Ada can that be you".</summary>
    private bool IsSaidToBeWho(WhoPhrase who)
    {
        // "It's Ada's turn"
        if (
            words.At(who.From - 1).Lower is "it's" or "its" or "that's"
            && words.At(who.To + 1).Is("s")
            && words.At(who.To + 2).Is("turn")
        )
            return true;
        // "From now on that's you Ada"
        var you = words.ClassAt(who.From - 1) is WordClass.Comma ? who.From - 2 : who.From - 1;
        if (words.At(you).Is("you") && words.At(you - 1).Lower is "that's" or "it's")
            return true;
        var i = words.ClassAt(who.To) is WordClass.Comma or WordClass.Dash ? who.To + 1 : who.To;
        var asked = words.At(i).Lower is "can" or "could" or "would" or "will";
        if (asked)
            i++;
        if (words.At(i).Lower is "that's" or "it's" && !asked)
            i++;
        else if (words.At(i).Lower is "that" or "it" or "this" && words.At(i + 1).Is(asked ? "be" : "is"))
            i += 2;
        else
            return false;
        return words.At(i).Is("you") && (!words.IsPlain(i + 1) || words.At(i + 1).Is("then"));
    }

    /// <summary>"Ada will do it", "Ben is doing it", "the drivers can help": whose it is, where no request is read in that.</summary>
    private bool IsToDoIt(WhoPhrase who)
    {
        var i = who.To;
        return who.From > 0
            && (
                words.At(i).Lower is "is" or "are"
                    && words.At(i + 1).Is("doing")
                    && words.At(i + 2).Lower is "it" or "that" or "this"
                || words.At(i).Lower is "can" or "could" && words.At(i + 1).Is("help") && !words.IsPlain(i + 2)
                || words.At(i).Lower is "will" or "can" or "to"
                    && words.At(i + 1).Is("do")
                    && words.At(i + 2).Lower is "it" or "that" or "this" or "them"
                    && words.ClassAt(who.From - 1) is WordClass.Comma or WordClass.Stop or WordClass.Dash
            )
            && !IsWhereOneOpens(who.From);
    }

    /// <summary>"Dear Ms Dane, could you": who writes from outside greets somebody, and leaves it to us whose doing it is.</summary>
    private bool IsGreeted(WhoPhrase who)
    {
        var greets = PeopleWords.IsTitle(words.At(who.From - 1).Lower.TrimEnd('.')) ? who.From - 2 : who.From - 1;
        return words.At(greets).Lower is "dear" or "hello" or "hi" or "hey" or "morning" or "afternoon" or "evening"
            && words.SentenceOf(greets) is { Index: 0 } first
            && greets - first.From <= 1;
    }

    /// <summary>"Ada posters, Ben tours, Tom the till": each is of whom it names; null where the list names nobody.</summary>
    private Verdict? IsOfAPart(WhoPhrase who, Candidate request) =>
        words.ListedAs(request) is not { Who: { } its } part
            ? words.ListedIn(request.Sentence).Any(p => p.Who == who)
                ? Verdict.By(PlaceTexts.AnotherIsAsked)
                : null
            : who == its
                ? Verdict.By(PlaceTexts.StandsWithItsPart, WithItsVerb)
                : words.SentenceOf(who.From) == request.Sentence || part.IsAllThatIsAsked
                    ? Verdict.By(PlaceTexts.AnotherIsAsked)
                    : null;

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

    /// <summary>A time that an item of a list has for itself; a time of day goes with the day of its heading.</summary>
    private bool IsItsOwn(TimePhrase time, Candidate request) =>
        time.ClockAlone is null && words.SentenceOf(time.From) == request.Sentence;

    private static bool IsItsOwnDay(TimePhrase time, Candidate request) =>
        time is { Due: not null, Repeats: null, ClockAlone: null } && TimeRules.IsInside(time, request);

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
