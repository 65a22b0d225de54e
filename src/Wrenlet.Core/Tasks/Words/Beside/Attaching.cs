using NodaTime;

namespace Wrenlet.Core.Tasks.Words.Beside;

/// <summary>What speaks for and against that a time or a name belongs to a request.</summary>
internal sealed class Attaching(MessageWords words, IReadOnlyList<Candidate> requests)
{
    /// <summary>Requests on either side that are looked at beside one: all of them would cost more than the text's length.</summary>
    public const int AroundRequests = 16;

    /// <summary>Sentences, and within them tokens, on either side of a request that can have to do with it.</summary>
    private const int AroundSentences = 40;
    private const int AroundTokens = 240;

    private readonly TimeFacts _facts = new(words);
    private readonly Dictionary<Candidate, List<(int, Nearness)>> _names = new(ReferenceEqualityComparer.Instance);
    private readonly Dictionary<Candidate, List<(int, Nearness)>> _times = new(ReferenceEqualityComparer.Instance);

    private static readonly ushort[] ClassNumbers = [.. Enum.GetNames<WordClass>().Select(Feature.Number)];

    private static readonly ushort Time = N("time");
    private static readonly ushort TimeWhere = N("time where");
    private static readonly ushort TimeWord = N("time word");
    private static readonly ushort TimeWhereWord = N("time where+word");
    private static readonly ushort TimeNext = N("time next");
    private static readonly ushort TimeNextWhere = N("time next+where");
    private static readonly ushort TimePrevious = N("time previous");
    private static readonly ushort TimePart = N("time in part");
    private static readonly ushort TimeOwn = N("time own");
    private static readonly ushort TimeAlone = N("time alone");
    private static readonly ushort TimeKind = N("time kind");
    private static readonly ushort TimePast = N("time past");
    private static readonly ushort TimeTold = N("time told");
    private static readonly ushort TimeWanted = N("time wanted");
    private static readonly ushort TimeBetween = N("time between");
    private static readonly ushort TimeCue = N("time cue");
    private static readonly ushort TimeFit = N("time fit");
    private static readonly ushort TimeSentence = N("time sentence has request");

    private static readonly ushort Who = N("who");
    private static readonly ushort WhoWhere = N("who where");
    private static readonly ushort WhoKind = N("who kind");
    private static readonly ushort WhoWhereKind = N("who where+kind");
    private static readonly ushort WhoPrevious = N("who previous");
    private static readonly ushort WhoPreviousWhere = N("who previous+where+kind");
    private static readonly ushort WhoNext = N("who next+where");
    private static readonly ushort WhoCue = N("who cue");
    private static readonly ushort WhoNearer = N("who nearer");
    private static readonly ushort WhoAlone = N("who alone");
    private static readonly ushort WhoHead = N("who head");
    private static readonly ushort TimeBeside = N("time beside");
    private static readonly ushort TimeRival = N("time rival");
    private static readonly ushort TimeOther = N("time other");
    private static readonly ushort WhoRival = N("who rival");
    private static readonly ushort WhoOther = N("who other");
    private static readonly ushort WhoOpening = N("who opening");
    private static readonly ushort WhoPart = N("who in part");
    private static readonly ushort WhoSpoken = N("who spoken of");
    private static readonly ushort WhoHeads = N("who heads");

    /// <summary>Whether a token stands so near to a request, or in a heading over it, that they can have to do with each other.</summary>
    public static bool IsNear(MessageWords words, int token, Candidate request)
    {
        var home = words.SentenceOf(token);
        return Math.Abs(home.Index - request.Sentence.Index) <= AroundSentences
            && (
                Math.Abs(token - request.Content) <= AroundTokens
                || (request.Sentence.IsItem && !home.IsItem && token < request.From)
            );
    }

    /// <summary>What is so of a time beside a request.</summary>
    public void OfTime(TimePhrase time, Candidate request, List<Feature> into)
    {
        var home = words.SentenceOf(time.From);
        var where = N(Where(time.From, time.To, request, home));
        var word = N(_facts.WordOf(time));
        var kind = N(_facts.KindOf(time));
        var next = ClassNumbers[(int)words.ClassIn(home, time.To)];
        var previous = ClassNumbers[(int)words.ClassIn(home, time.From - 1)];
        var part = N(_facts.PartOf(time.From, request, home));
        into.Add(Feature.Of(Time));
        into.Add(Feature.Of(TimeWhere, where));
        into.Add(Feature.Of(TimeWord, word));
        into.Add(Feature.Of(TimeWhereWord, where, word));
        into.Add(Feature.Of(TimeKind, kind, where));
        into.Add(Feature.Of(TimeKind, kind, word));
        into.Add(Feature.Of(TimeKind, kind, where, word));
        into.Add(Feature.Of(TimeNext, next));
        into.Add(Feature.Of(TimeNextWhere, next, where, word));
        into.Add(Feature.Of(TimePrevious, previous, where));
        into.Add(Feature.Of(TimePrevious, previous, where, word));
        into.Add(Feature.Of(TimePart, part));
        into.Add(Feature.Of(TimePart, part, where));
        into.Add(Feature.Of(TimePart, part, where, word));
        into.Add(Feature.Of(TimeOwn, N(OwnOf(time, request)), where));
        if (home == request.Sentence)
        {
            var fit = N(_facts.FitOf(time, request));
            into.Add(Feature.Of(TimeFit, fit));
            into.Add(Feature.Of(TimeFit, fit, word));
            into.Add(Feature.Of(TimeFit, fit, kind));
            into.Add(Feature.Of(TimeFit, fit, word, kind));
            into.Add(Feature.Of(TimeFit, fit, part));
            into.Add(Feature.Of(TimeFit, fit, word, part));
        }

        into.Add(Feature.Of(TimeCue, N(request.Cue.Cue.Label), where));
        into.Add(Feature.Of(TimeCue, N(request.Cue.Cue.Label), word));
        into.Add(Feature.Of(TimeAlone, N(_facts.IsAlone(home, time.From, time.To) ? "alone" : "with words"), where));
        var near = NearnessOf(time.From, time.To, request, home);
        var rival = NearestRival(time.From, time.To, request, home);
        var own = Nearest(TimesBeside(request), time.From);
        into.Add(Feature.Of(TimeRival, N(near.ToString()), N(rival.ToString())));
        into.Add(Feature.Of(TimeRival, N(near.ToString()), N(own.ToString()), N(rival.ToString())));
        into.Add(Feature.Of(TimeRival, where, N(rival.ToString()), word));
        into.Add(Feature.Of(TimeOther, N(near.ToString()), N(own.ToString())));
        into.Add(Feature.Of(TimeOther, where, N(own.ToString()), N(rival.ToString())));
        foreach (var other in words.Times)
            if (
                other != time
                && words.SentenceOf(other.From) == home
                && Math.Abs(other.From - time.From) <= AroundTokens
            )
            {
                into.Add(
                    Feature.Of(
                        TimeBeside,
                        word,
                        N(_facts.WordOf(other)),
                        N(other.From < time.From ? "behind" : "ahead")
                    )
                );
                into.Add(
                    Feature.Of(
                        TimeBeside,
                        kind,
                        N(_facts.KindOf(other)),
                        N(other.From < time.From ? "behind" : "ahead")
                    )
                );
            }

        if (home != request.Sentence)
            into.Add(Feature.Of(TimeSentence, N(requests.Any(r => r.Sentence == home) ? "yes" : "no"), where));
        if (_facts.IsTold(time, request, home))
            into.Add(Feature.Of(TimeTold, word));
        if (_facts.IsWanted(time, home))
        {
            into.Add(Feature.Of(TimeWanted, word));
            into.Add(Feature.Of(TimeWanted, where));
        }

        if (_facts.PastAround(time, home))
        {
            into.Add(Feature.Of(TimePast, where));
            into.Add(Feature.Of(TimePast, part));
            into.Add(Feature.Of(TimePast, part, kind));
        }

        if (Between(time.From, time.To, request, home) is { Length: > 0 } between)
            into.Add(Feature.Of(TimeBetween, N(between), where));
    }

    /// <summary>Whether a time is all that its sentence says.</summary>
    public bool IsAlone(TimePhrase time) => _facts.IsAlone(words.SentenceOf(time.From), time.From, time.To);

    /// <summary>What is so of a name beside a request.</summary>
    public void OfName(WhoPhrase who, Candidate request, List<Feature> into)
    {
        var home = words.SentenceOf(who.From);
        var tagged = words.ClassAt(who.Names[0]);
        var kind = ClassNumbers[(int)tagged];
        var where = N(
            request.Cue.Who is { } inCue && inCue.From <= who.From && who.To <= inCue.To
                ? "in cue"
                : Where(who.From, who.To, request, home)
        );
        var previous = ClassNumbers[(int)words.ClassIn(home, who.From - 1)];
        var next = ClassNumbers[(int)words.ClassIn(home, who.To)];
        into.Add(Feature.Of(Who));
        into.Add(Feature.Of(WhoWhere, where));
        into.Add(Feature.Of(WhoKind, kind));
        into.Add(Feature.Of(WhoWhereKind, where, kind));
        into.Add(Feature.Of(WhoPrevious, previous, where));
        into.Add(Feature.Of(WhoPreviousWhere, previous, where, kind));
        into.Add(Feature.Of(WhoPreviousWhere, previous, where, next));
        into.Add(Feature.Of(WhoNext, next, where));
        into.Add(Feature.Of(WhoNext, next, where, kind));
        into.Add(Feature.Of(WhoCue, N(request.Cue.Cue.Label), where));
        into.Add(Feature.Of(WhoCue, N(request.Cue.Cue.Label), where, kind));
        into.Add(Feature.Of(WhoNearer, N(NearerName(who, request)), where));
        into.Add(Feature.Of(WhoNearer, N(NearerName(who, request)), where, kind));
        into.Add(Feature.Of(WhoAlone, N(_facts.IsAlone(home, who.From, who.To) ? "alone" : "with words"), where));
        into.Add(Feature.Of(WhoHead, N(HeadOf(who, home)), where, kind));
        into.Add(Feature.Of(WhoOpening, ClassNumbers[(int)words.ClassAt(request.Content)], where));
        var part = N(_facts.PartOf(who.From, request, home));
        into.Add(Feature.Of(WhoPart, part, where));
        into.Add(Feature.Of(WhoPart, part, where, kind));
        if (SpokenOfAs(who, request, home) is { } spoken)
        {
            into.Add(Feature.Of(WhoSpoken, N(spoken)));
            into.Add(Feature.Of(WhoSpoken, N(spoken), kind));
        }

        if (HeadsOf(who, request) is { Length: > 0 } heads)
            into.Add(Feature.Of(WhoHeads, N(heads)));
        var near = NearnessOf(who.From, who.To, request, home);
        var rival = NearestRival(who.From, who.To, request, home);
        var own = Nearest(NamesBeside(request), who.From);
        into.Add(Feature.Of(WhoRival, N(near.ToString()), N(rival.ToString())));
        into.Add(Feature.Of(WhoRival, N(near.ToString()), N(own.ToString()), N(rival.ToString())));
        into.Add(Feature.Of(WhoRival, where, N(rival.ToString()), kind));
        into.Add(Feature.Of(WhoOther, N(near.ToString()), N(own.ToString())));
        into.Add(Feature.Of(WhoOther, where, N(own.ToString()), kind));
        if (request.Sentence.IsItem)
            into.Add(Feature.Of(WhoHead, N("item"), where));
    }

    /// <summary>How near something stands to a request: it may belong to another that it stands nearer to.</summary>
    private enum Nearness
    {
        Far,
        Sentence,
        Heading,
        Near,
        Next,
        Inside,
        Cue,
    }

    private Nearness NearnessOf(int from, int to, Candidate request, Sentence home)
    {
        if (request.Cue.Who is { } who && who.From <= from && to <= who.To)
            return Nearness.Cue;
        if (home != request.Sentence)
            return
                request.Sentence.IsItem
                && !home.IsItem
                && from < request.From
                && words.Sentences.Skip(home.Index + 1).Take(request.Sentence.Index - home.Index).All(s => s.IsItem)
                ? Nearness.Heading
                : Nearness.Far;
        if (from >= request.From && to <= request.End)
            return Nearness.Inside;
        var (gapFrom, gapTo) = from < request.Content ? (to, request.From) : (request.End, from);
        for (var k = 0; k < requests.Count; k++)
            if (
                requests[k] is { } r
                && r.From >= gapFrom
                && r.From < gapTo
                && r.Sentence == home
                && !ReferenceEquals(r, request)
            )
                return Nearness.Sentence;
        for (var i = gapFrom; i < gapTo; i++)
            if (words.IsPlain(i))
                return Nearness.Near;
        return Nearness.Next;
    }

    /// <summary>How near something stands to the request, of the others, that it stands nearest to.</summary>
    private Nearness NearestRival(int from, int to, Candidate request, Sentence home)
    {
        var nearest = Nearness.Far;
        for (var k = 0; k < requests.Count; k++)
            if (!ReferenceEquals(requests[k], request) && NearnessOf(from, to, requests[k], home) is var near)
                nearest = near > nearest ? near : nearest;
        return nearest;
    }

    /// <summary>How near each name of the message stands to a request, by its first token; told once for all that ask.</summary>
    private List<(int From, Nearness Near)> NamesBeside(Candidate request) =>
        Beside(_names, request, words.Names.Select(n => (n.From, n.To)));

    private List<(int From, Nearness Near)> TimesBeside(Candidate request) =>
        Beside(_times, request, words.Times.Select(t => (t.From, t.To)));

    private List<(int From, Nearness Near)> Beside(
        Dictionary<Candidate, List<(int, Nearness)>> told,
        Candidate request,
        IEnumerable<(int From, int To)> things
    ) =>
        told.TryGetValue(request, out var beside)
            ? beside
            : told[request] = [
                .. things
                    .Where(t => IsNear(words, t.From, request))
                    .Select(t => (t.From, NearnessOf(t.From, t.To, request, words.SentenceOf(t.From)))),
            ];

    private static Nearness Nearest(List<(int From, Nearness Near)> beside, int but)
    {
        var nearest = Nearness.Far;
        foreach (var (from, near) in beside)
            if (from != but && near > nearest)
                nearest = near;
        return nearest;
    }

    /// <summary>Where something stands beside a request.</summary>
    private string Where(int from, int to, Candidate request, Sentence home)
    {
        if (home != request.Sentence)
        {
            var other = requests.Any(r =>
                r != request
                && (
                    from < request.From ? r.From >= to && r.From < request.From : r.From >= request.End && r.From < from
                )
            );
            var apart = Math.Abs(home.Index - request.Sentence.Index);
            var lines = home.Line != request.Sentence.Line ? " line" : "";
            return (from < request.From ? "above" : "below")
                + lines
                + (
                    other ? " past another"
                    : apart == 1 ? " next"
                    : ""
                );
        }

        if (from >= request.Content && to <= request.End)
            return "inside";
        var (gapFrom, gapTo) = from < request.Content ? (to, request.From) : (request.End, from);
        if (
            requests.Any(r =>
                r != request
                && r.Sentence == home
                && r.From >= Math.Min(gapFrom, gapTo)
                && r.From < Math.Max(gapFrom, gapTo)
            )
        )
            return from < request.Content ? "before another" : "after another";
        var plain = 0;
        for (var i = gapFrom; i < gapTo; i++)
            if (words.IsPlain(i))
                plain++;
        return (from < request.Content ? "before" : "after")
            + (
                plain == 0 ? " next"
                : plain <= 3 ? " near"
                : " far"
            );
    }

    private string OwnOf(TimePhrase time, Candidate request)
    {
        var own = false;
        var later = false;
        foreach (var other in words.Times)
        {
            if (other == time)
                continue;
            var inside = other.From >= request.From && other.To <= request.End;
            own |= inside;
            later |= other.From > time.From && words.SentenceOf(other.From) == words.SentenceOf(time.From);
        }

        return own
            ? later
                ? "another inside, later"
                : "another inside"
            : later
                ? "another later"
                : "only";
    }

    /// <summary>The first word of the gap between a time and a request that tells what the gap is.</summary>
    private string Between(int from, int to, Candidate request, Sentence home)
    {
        if (home != request.Sentence)
            return "";
        var (gapFrom, gapTo) = from < request.Content ? (to, request.From) : (request.End, from);
        for (var i = gapFrom; i < gapTo; i++)
            if (words.IsPlain(i))
                return words.ClassAt(i).ToString();
        return "";
    }

    private string NearerName(WhoPhrase who, Candidate request)
    {
        var distance = Distance(who.From);
        var nearer = "none";
        foreach (var other in words.Names)
            if (
                other.From != who.From
                && (other.From < who.From || other.From >= who.To)
                && Distance(other.From) < distance
            )
                nearer =
                    words.ClassAt(other.Names[0]) is WordClass.Tag ? "a tag"
                    : nearer is "a tag" ? nearer
                    : "a name";

        return nearer;

        int Distance(int token) =>
            token < request.Content ? request.Content - token
            : token < request.End ? token - request.Content
            : token - request.Content;
    }

    /// <summary>
    /// What shows that somebody is only spoken of: "I left them with Kit", "Kit says", "until Kit has", "ask Kit"; null
    /// where nothing does.
    /// </summary>
    private string? SpokenOfAs(WhoPhrase who, Candidate request, Sentence home)
    {
        if (request.Cue.Who is { } inCue && inCue.From <= who.From && who.To <= inCue.To)
            return null;
        var before = who.From - 1;
        while (before > home.From && words.ClassAt(before) is WordClass.Determiner)
            before--;
        if (before >= home.From)
        {
            if (words.At(before).Lower is "with" or "about" or "than" or "in" or "on")
                return "beside a thing";
            // "Sand the floor", where there is a crew of that name.
            if (before < who.From - 1 && words.ClassAt(before) is WordClass.Verb)
                return "beside a thing";
            if (words.At(before).Lower is "from" or "to" or "of" or "at" or "let")
                return "after a word of place";
            if (
                words.ClassAt(before) is WordClass.Subordinator or WordClass.Stating
                || words.At(before).Lower is "until" or "till" or "once" or "before" or "after"
            )
                return "in a part of its own";
            // "The school want Bram again, Lina please put him down".
            if (
                words.At(before).Lower is "want" or "wants" or "asked" or "like"
                && words.ClassIn(home, before - 1)
                    is not (WordClass.Edge or WordClass.Comma or WordClass.I or WordClass.We)
            )
                return "in a part of its own";
            if (words.ClassAt(before) is WordClass.Verb or WordClass.VerbOrNoun or WordClass.NounOrVerb)
                return "after a verb";
        }

        var needs = request.Needs >= who.To && request.From <= who.To && home == request.Sentence;
        var states = words.ClassIn(home, who.To) switch
        {
            WordClass.Past or WordClass.Be or WordClass.Have or WordClass.Third => true,
            // "Kit can you" is said to Kit, "Kit can't" of him.
            WordClass.Modal or WordClass.Denial => words.ClassIn(home, who.To + 1) is not WordClass.You,
            // "Prepress want a new monitor, can we look at prices".
            _ => words.At(who.To).Lower is "want" or "wants" && !(request.Content > who.To && request.From <= who.To),
        };
        // "The fitters say they need more"
        return states && !needs || IsSaidByThem(who, home) ? "with a verb of its own" : null;
    }

    private bool IsSaidByThem(WhoPhrase who, Sentence home) =>
        words.At(who.To).Lower is "say" or "says" or "reckon" or "reckons"
        && words.ClassIn(home, who.To + 1) is WordClass.Subject or WordClass.Stating;

    /// <summary>
    /// Whether somebody without a tag is surely only spoken of, whatever else speaks for them: "Kit has it", "once Kit has
    /// left", "take it up with Kit".
    /// </summary>
    public bool IsOnlySpokenOf(WhoPhrase who, Candidate request) =>
        !words.At(who.Names[0]).Tagged
        && words.SentenceOf(who.From) is var home
        && SpokenOfAs(who, request, home) is { } how
        && (how is "beside a thing" or "in a part of its own" or "with a verb of its own" || home != request.Sentence);

    /// <summary>Whether a time is surely only part of what is told: "tell her we open on the 28th"; "by" may still be by when.</summary>
    public bool IsOnlyTold(TimePhrase time, Candidate request) =>
        _facts.WordOf(time) is not "by" && _facts.IsTold(time, request, words.SentenceOf(time.From));

    /// <summary>
    /// Which requests somebody's name leads to: "Ines, sand it, Kit, wash it" has two names that lead to one each.
    /// </summary>
    private string HeadsOf(WhoPhrase who, Candidate request)
    {
        var another = requests.Any(r => r != request && Heads(who, r));
        if (!another)
            return "";
        return Heads(who, request) ? "this and another"
            : NamesBeside(request).Any(n => n.From != who.From && Leads(n.From, n.Near, request))
                ? "another, where this has its own"
            : "another";
    }

    private bool Heads(WhoPhrase who, Candidate request) =>
        Leads(who.From, NearnessOf(who.From, who.To, request, words.SentenceOf(who.From)), request);

    private static bool Leads(int from, Nearness near, Candidate request) =>
        near is Nearness.Cue || (near is Nearness.Next && from < request.Content);

    private string HeadOf(WhoPhrase who, Sentence home)
    {
        for (var i = home.From; i < who.From; i++)
            if (words.IsPlain(i))
                return who.To >= home.To ? "tail" : "middle";
        return "head";
    }

    private static ushort N(string name) => Feature.Number(name);
}
