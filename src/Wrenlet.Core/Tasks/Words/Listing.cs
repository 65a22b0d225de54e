namespace Wrenlet.Core.Tasks.Words;

/// <summary>One of several things that a sentence asks for, each by itself.</summary>
/// <param name="Sentence">The sentence.</param>
/// <param name="From">First token, whose it is included.</param>
/// <param name="Content">First token of what is to be done; -1 where only the features can tell.</param>
/// <param name="Deed">Last token that what is to be done can begin at: the verb, where "you" stands before it.</param>
/// <param name="End">Token after it.</param>
/// <param name="Who">Whose it is; null where all are for the same.</param>
internal sealed record ListedPart(Sentence Sentence, int From, int Content, int Deed, int End, WhoPhrase? Who)
{
    /// <summary>Whether it is said without a verb: "Ada posters".</summary>
    public bool IsAThing { get; init; }

    /// <summary>The verb that was said for the first and is meant for this one too: "Ada does the front, Ben the back".</summary>
    public string? Verb { get; init; }

    /// <summary>Whether what is told stands before it: "the bins are full, Ada, please empty".</summary>
    public bool IsBehindWhatIsTold { get; init; }

    /// <summary>Whether nothing else is asked in its sentence.</summary>
    public bool IsAllThatIsAsked { get; init; }

    /// <summary>Whether a request is this one.</summary>
    public bool Holds(Candidate c) =>
        c.Sentence == Sentence && c.Content >= From && c.Content < End && (Content < 0 || c.Content >= Content);

    /// <summary>Whether what is to be done begins where it has to.</summary>
    public bool Opens(Candidate c) => Content >= 0 && c.Content >= Content && c.Content <= Deed;
}

/// <summary>
/// Finds what a sentence lists: "three things: the lamp, the lock and the gate", "Ada posters, Ben tours, Tom the till", "Ada, you
/// check the names, Ben, you check the dates", "By Friday: ring Tom, chase the inn, and pay the courier".
/// </summary>
internal static class Listing
{
    /// <summary>A thing that is shared out has no more words.</summary>
    private const int MostOfAThing = 6;

    /// <summary>So many things make a list of what is said without a verb, and so many verbs one of what nobody is named for.</summary>
    private const int AList = 3;

    /// <summary>No list has more parts.</summary>
    public const int MostParts = 24;

    /// <summary>How a part says what is whose.</summary>
    private enum Says
    {
        /// <summary>"Ada, ring the inn".</summary>
        ToDo,

        /// <summary>"Ada will ring the inn".</summary>
        Will,

        /// <summary>"Ada rings the inn".</summary>
        Does,

        /// <summary>"Ada the inn".</summary>
        Thing,
    }

    /// <summary>The parts of a sentence; empty where it is no list.</summary>
    public static IReadOnlyList<ListedPart> Of(MessageWords words, Sentence s)
    {
        var joints = 0;
        for (var i = s.From; i < s.To; i++)
            if (IsJoint(words, i))
                joints++;
        if (joints > MostParts)
            return [];
        if (joints == 0)
            return (CalledAlone.In(words, s) ?? AskedBeside.OfWhoIsNamed(words, s)) is { } only ? [only] : [];
        return SharedApart.NamedInBrackets(words, s) is { Count: > 0 } named ? named
            : CountedParts.Of(words, s) is { Count: > 0 } counted ? counted
            : SharedApart.NamedBehindBy(words, s) is { Count: > 0 } by ? by
            : SharedApart.NamedBehindColons(words, s) is { Count: > 0 } behind ? behind
            : SharedOut(words, s) is { Count: > 0 } shared ? shared
            : SharedApart.WithMe(words, s) is { Count: > 0 } mine ? mine
            : CalledBehind(words, s) is { Count: > 0 } called ? called
            : DatedEach(words, s) is { Count: > 0 } dated ? dated
            : CalledAlone.In(words, s) is { } one ? [one]
            : AskedBeside.Of(words, s) is { Count: > 0 } beside ? beside
            : VerbShared.Of(words, s) is { Count: > 0 } once ? once
            : Ordered(words, s);
    }

    public static bool IsMark(MessageWords words, int i) => words.ClassAt(i) is WordClass.Comma or WordClass.Dash;

    public static bool IsJoint(MessageWords words, int i) =>
        IsMark(words, i) || words.At(i).Lower is "and" or "then" or "so" or "&";

    /// <summary>"By Friday: ring Tom, chase the inn, and pay the courier": a verb with its object in each part.</summary>
    private static List<ListedPart> Ordered(MessageWords words, Sentence s)
    {
        var from = s.From;
        while (from < s.To)
            if (words.TimeAt(from) is { } time)
                from = time.To;
            else if (words.WhoAt(from, s.To) is { } who)
                from = who.To;
            else if (
                words.ClassAt(from)
                is WordClass.Courtesy
                    or WordClass.Comma
                    or WordClass.Colon
                    or WordClass.Dash
                    or WordClass.Priority
            )
                from++;
            else
                break;
        var parts = Cut(words, s, from, marksOnly: true);
        return
            (words.ClassAt(from - 1) is WordClass.Colon || parts.TrueForAll(p => EndsAtADash(words, p)))
            && parts.Count >= AList
            && parts.TrueForAll(p => Orders(words, p.Content) && HasAnObject(words, p))
            ? parts
            : [];
    }

    private static bool EndsAtADash(MessageWords words, ListedPart part) =>
        part.End == part.Sentence.To || words.ClassAt(part.End) is WordClass.Dash;

    /// <summary>The parts between marks, or between marks and "and".</summary>
    public static List<ListedPart> Cut(MessageWords words, Sentence s, int from, bool marksOnly)
    {
        var parts = new List<ListedPart>();
        for (var i = from; i <= s.To; i++)
        {
            if (i < s.To && !(marksOnly ? IsMark(words, i) : IsJoint(words, i)))
                continue;
            var (content, end) = (from, i);
            while (content < end && words.ClassAt(content) is WordClass.Conjunction or WordClass.Courtesy)
                content++;
            while (end > content && words.ClassAt(end - 1) is WordClass.Courtesy)
                end--;
            if (content < end)
                parts.Add(new(s, content, content, content, end, null));
            from = i + 1;
        }

        return parts;
    }

    /// <summary>"Ada posters, Ben tours, Tom the till", "Ada, you check the names, and Ben, find the mirror".</summary>
    private static List<ListedPart> SharedOut(MessageWords words, Sentence s)
    {
        var opened = new List<(WhoPhrase Who, int Content, int Deed, Says Says)>();
        foreach (var who in words.Names)
            if (
                who.From >= s.From
                && who.To < s.To
                && (who.From == s.From || IsJoint(words, who.From - 1) || IsHeading(words, s, who.From))
                && Opening(words, who, s.To) is { } opening
            )
                opened.Add((who, opening.Content, opening.Deed, opening.Says));
        // "Ada to do the visits on Wednesday, Ben on Thursday"
        if (opened is [{ Says: not Says.Thing } once] && SharedByTime.EndOf(words, s, once.Content) is { } behind)
            return [new(s, once.Who.From, once.Content, once.Deed, behind, once.Who)];
        if (opened.Count < 2)
            return [];
        var promise = SharedApart.PromisedBeside(words, s, opened[^1].Content);
        var parts = new List<ListedPart>();
        for (var k = 0; k < opened.Count; k++)
        {
            var end =
                k + 1 < opened.Count
                    ? opened[k + 1].Who.From
                    : Math.Min(TailOf(words, s, opened[k].Content), promise > 0 ? promise : s.To);
            while (end > opened[k].Content && IsJoint(words, end - 1))
                end--;
            parts.Add(new(s, opened[k].Who.From, opened[k].Content, opened[k].Deed, end, opened[k].Who));
        }

        var ordered = opened.Exists(o => o.Says is Says.ToDo);
        if (!ordered && opened.TrueForAll(o => o.Says is Says.Does or Says.Will))
            // "Ada sweeps, Ben mops" tells as much as it asks: where nothing says more, the features decide.
            return
                parts[0].From > s.From
                || promise >= 0
                || opened.Exists(o => o.Says is Says.Will)
                || AreDated(words, parts)
                ? parts
                : [.. parts.Select(p => p with { Content = -1 })];
        if (
            !ordered
            && SaidOnce(words, opened[0].Content, opened[0].Says, [.. opened.Skip(1).Select(o => o.Says)]) is { } verb
            && parts
                .Skip(1)
                .All(p =>
                    IsAThing(words, p)
                    && words.ClassAt(p.Content) is WordClass.Determiner or WordClass.Possessive or WordClass.Number
                )
        )
            return [parts[0], .. parts.Skip(1).Select(p => p with { IsAThing = true, Verb = verb })];
        // "Ada has the keys, Ben the van, Tom the maps": the verb is said once, and tells.
        if (
            !ordered
            && (
                !(promise >= 0 && parts.TrueForAll(p => IsAThing(words, p)) || AreThings(words, s, parts))
                || (States(words, s.From, parts[0].From) && !IsWhoDoesWhat(words, parts[0].From))
            )
        )
            return [];
        return
        [
            .. parts.Zip(
                opened,
                (p, o) =>
                    o.Says is Says.Will
                        ? p with
                        {
                            Content = -1,
                        }
                        : p with
                        {
                            IsAThing = o.Says is Says.Thing || (o.Says is Says.Does && !ordered),
                        }
            ),
        ];
    }

    /// <summary>"The fair - who does what: Ada the stand, Ben the signs".</summary>
    private static bool IsWhoDoesWhat(MessageWords words, int first) =>
        words.ClassAt(first - 1) is WordClass.Colon or WordClass.Dash
        && words.At(first - 2).Is("what")
        && words.At(first - 4).Lower is "who" or "who's";

    /// <summary>"Ada does the front, Ben the back": the verb in its base form; null where it tells how things are.</summary>
    private static string? SaidOnce(MessageWords words, int verb, Says first, Says[] others) =>
        first is Says.Does or Says.Will
        && others.All(o => o is Says.Thing)
        && (words.DoneBy(verb) ?? words.At(verb).Lower) is var said
        && !Lexicon.Possessing.Contains(said)
            ? said
            : null;

    /// <summary>"Ada sweeps tomorrow and Ben mops on Friday": each by its day.</summary>
    private static bool AreDated(MessageWords words, List<ListedPart> parts) =>
        parts.TrueForAll(p =>
            words.Times.Exists(t => t.From > p.Content && t.To <= p.End && t is { Due: not null, Repeats: null })
        );

    /// <summary>"Ada posters, Ben tours, Tom the till"; "Ned ill, Ada holiday, Ben course" may be where they are.</summary>
    private static bool AreThings(MessageWords words, Sentence s, List<ListedPart> parts) =>
        (
            parts.Count >= AList
            || parts[0].From > s.From
            // "Ada leaflets, Ben the banner, all by six"
            || (TailOf(words, s, parts[^1].Content) < s.To && words.TimeAt(s.To - 1) is not null)
        )
        && parts.TrueForAll(p => IsAThing(words, p))
        && (
            parts.Exists(p => p.End - p.Content > 1 || (p == parts[^1] && p.End < s.To))
            || words.TimeAt(s.From) is { IsMilestone: true }
        );

    /// <summary>How what is to be done opens behind a name; null where it does not.</summary>
    private static (int Content, int Deed, Says Says)? Opening(MessageWords words, WhoPhrase who, int to)
    {
        var i = who.To;
        if (words.DoneBy(i) is not null)
            return
                Lexicon.Reporting.Contains(words.At(i).Lower)
                // "Ada writes the questions"
                && !(
                    words.At(i).Is("writes")
                    && (words.ClassAt(i + 1) is WordClass.Determiner || words.At(i + 1).Lower is "it" or "them")
                )
                ? null
                : (i, i, Says.Does);
        // "Wynn will take the samples and Olu packs them"
        if (words.At(i).Lower is "will" or "to" && !words.At(i + 1).Is("be") && Orders(words, i + 1))
            return (i + 1, i + 1, words.At(i).Is("will") ? Says.Will : Says.ToDo);
        // "Wynn's to take the samples"
        if (
            words.At(i).Lower is "'" or "’"
            && words.At(i + 1).Is("s")
            && words.At(i + 2).Is("to")
            && Orders(words, i + 3)
        )
            return (i + 3, i + 3, Says.ToDo);
        var apart = words.ClassAt(i) is WordClass.Comma;
        if (apart)
            i++;
        var content = i;
        while (i < to && words.ClassAt(i) is WordClass.Courtesy)
            i++;
        if (i < to && words.ClassAt(i) is WordClass.You && Orders(words, i + 1))
            return (content, i + 1, Says.ToDo);
        // "@ada will you do the salt"
        if (
            words.At(i).Lower is "will" or "can" or "could" or "would"
            && words.ClassAt(i + 1) is WordClass.You
            && Orders(words, i + 2)
        )
            return (i, i + 2, Says.ToDo);
        // "..., and @ben, the eggs by Wednesday"
        if (apart && IsJoint(words, who.From - 1) && i < to && IsDatedThing(words, i, to))
            return (i, i, Says.Thing);
        if (
            i < to
            && Orders(words, i)
            && (
                apart
                || i > who.To
                || words.ClassAt(who.Names[0]) is WordClass.Tag
                // "Kit cut the boards" may be what Kit did.
                || !WordForms.HasSamePast(words.At(i).Lower)
            )
        )
            return (content, i, Says.ToDo);
        return !apart && i == who.To && i < to && CanOpenAThing(words, i) ? (i, i, Says.Thing) : null;
    }

    /// <summary>"The eggs by Wednesday": a thing and when, and no more.</summary>
    private static bool IsDatedThing(MessageWords words, int from, int to)
    {
        if (words.ClassAt(from) is not (WordClass.Determiner or WordClass.Possessive or WordClass.Number))
            return false;
        for (var i = from + 1; i < to && !IsMark(words, i); i++)
            if (words.TimeAt(i) is { } time && (time.To >= to || IsJoint(words, time.To)))
                return time is { Due: not null, Repeats: null } && !States(words, from, i);
        return false;
    }

    /// <summary>"Get a gazebo, Ada, and ask Victor for the tables, Ben": each with whose it is behind it.</summary>
    private static List<ListedPart> CalledBehind(MessageWords words, Sentence s)
    {
        var called = words.Names.FindAll(n =>
            n.From > s.From + 1
            && n.To <= s.To
            && words.ClassAt(n.From - 1) is WordClass.Comma
            && (n.To == s.To || words.ClassAt(n.To) is WordClass.Comma)
        );
        if (called.Count < 2 || called[^1].To < s.To)
            return [];
        var parts = new List<ListedPart> { new(s, s.From, -1, -1, called[0].To, called[0]) };
        for (var k = 1; k < called.Count; k++)
        {
            var from = called[k - 1].To;
            while (IsJoint(words, from) || words.TimeAt(from) is not null)
                from++;
            if (from >= called[k].From - 1 || !(CanOpenAThing(words, from) || Orders(words, from)))
                return [];
            parts.Add(new(s, from, from, from, called[k].To, called[k]));
        }

        return parts;
    }

    /// <summary>"I need your text by Friday and the pictures by Monday": things, each with its day.</summary>
    private static List<ListedPart> DatedEach(MessageWords words, Sentence s)
    {
        var from = s.From;
        for (var i = s.From; i < s.To && from == s.From; i++)
            foreach (var cue in words.CuesAt(s, i))
                if (cue.Cue.Label is "need" or "wish" && from == s.From)
                    from = cue.Content;
        if (from == s.From)
            return [];
        var parts = Cut(words, s, from, marksOnly: false);
        // "..., Kit": whose they are.
        if (parts.Count > 2 && words.WhoAt(parts[^1].Content, s.To) is { } who && who.To == parts[^1].End)
            parts.RemoveAt(parts.Count - 1);
        return
            parts.Count > 1
            && parts.TrueForAll(p =>
                CanOpenAThing(words, p.Content)
                && !States(words, p.Content, p.End)
                // "Our printer closes after that"
                && !Enumerable
                    .Range(p.Content, p.End - p.Content)
                    .Any(i =>
                        words.ClassAt(i) is WordClass.Third
                        && (
                            words.ClassAt(i + 1) is not (WordClass.Comma or WordClass.Time) || words.At(i + 1).Is("for")
                        )
                    )
                && words.TimeAt(p.End - 1) is { } time
                && time.From > p.Content
            )
            ? parts
            : [];
    }

    /// <summary>"For the show Ada does the ice", "by Friday: Ada, ring the inn".</summary>
    private static bool IsHeading(MessageWords words, Sentence s, int i) =>
        words.ClassAt(i - 1) is WordClass.Colon
        || words.TimeAt(words.ClassAt(i - 1) is WordClass.Dash ? i - 2 : i - 1) is { } time && time.From == s.From;

    /// <summary>Where the last part ends: before "all ready by six", before "and somebody has to write the labels".</summary>
    private static int TailOf(MessageWords words, Sentence s, int from)
    {
        for (var i = from; i < s.To; i++)
            if (
                IsJoint(words, i)
                && (
                    words.At(i + 1).Lower is "all" or "both" or "everything" or "somebody" or "someone" or "whoever"
                    // "Ada cuts, Ben paints, finished by 15 May"
                    || words.At(i + 1).Lower is "finished" or "done" or "ready" && words.TimeAt(i + 2) is not null
                )
            )
                return i;
        return s.To;
    }

    private static bool IsAThing(MessageWords words, ListedPart part)
    {
        var relative = part.Content;
        while (relative < part.End && !OpensARelative(relative))
            relative++;
        if (States(words, part.Content, relative))
            return false;
        var plain = 0;
        for (var i = part.Content; i < part.End; i++)
            if (words.IsPlain(i))
                plain++;
        return plain is > 0 and <= MostOfAThing;

        // "Everything that's loose"; ", that's what they like" is said of all.
        bool OpensARelative(int i) =>
            words.At(i).Lower is "that's" or "that" or "which" or "what's" && !IsMark(words, i - 1);
    }

    public static bool CanOpenAThing(MessageWords words, int i) =>
        words.ClassAt(i).CanOpenAThing()
        || words.ClassAt(i) is WordClass.Number or WordClass.Third or WordClass.VerbOrNoun
        || words.At(i).Lower is "everything" or "anything";

    public static bool States(MessageWords words, int from, int to)
    {
        for (var i = from; i < to; i++)
            if (
                words.ClassAt(i).IsHelping()
                || words.ClassAt(i)
                    is WordClass.Stating
                        or WordClass.Past
                        or WordClass.Subject
                        or WordClass.I
                        or WordClass.We
                        or WordClass.Denial
                        or WordClass.Question
            )
                return true;
        return false;
    }

    /// <summary>Whether an order opens at a token: a verb, or what can be one before its object.</summary>
    public static bool Orders(MessageWords words, int i) =>
        words.ClassAt(i) is WordClass.Verb or WordClass.DoBase
        || (
            words.ClassAt(i) is WordClass.VerbOrNoun or WordClass.NounOrVerb or WordClass.VerbOrAdjective
            && (
                words.ClassAt(i + 1)
                    is WordClass.Determiner
                        or WordClass.Possessive
                        or WordClass.Object
                        or WordClass.Number
                        or WordClass.Other
                        or WordClass.Person
                || words.At(i + 1).Lower is "it"
                // "Price that up"
                || (
                    words.At(i + 1).Lower is "that" or "this" or "those"
                    && words.At(i + 2).Lower is "up" or "off" or "out" or "down" or "back" or "away" or "over"
                )
                // "Rope off the pit"
                || (
                    words.At(i + 1).Lower is "off" or "up" or "out" or "down" or "back" or "away" or "over"
                    && words.ClassAt(i + 2) is WordClass.Determiner or WordClass.Possessive
                )
            )
        );

    private static bool HasAnObject(MessageWords words, ListedPart part) =>
        Enumerable
            .Range(part.Content, part.End - part.Content)
            .Count(i => words.IsPlain(i) || words.ClassAt(i) is WordClass.Person) > 1;
}
