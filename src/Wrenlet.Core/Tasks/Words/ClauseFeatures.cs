using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>What speaks for and against that a candidate asks for work.</summary>
internal sealed class ClauseFeatures(MessageWords words, bool byStaff)
{
    private static readonly ushort[] ClassNumbers = [.. Enum.GetNames<WordClass>().Select(Feature.Number)];

    private static readonly FrozenSet<string> Reporting = Lexicon.Set(
        "said says told tells asked asks thinks thought wants wanted wrote writes mentioned promised "
            + "reckons hopes believes suggested insists think believe"
    );

    /// <summary>Words that say more by themselves than by what class they are of.</summary>
    private static readonly FrozenSet<string> Telling = Lexicon.Set(
        "let keep need know see want wants go look hope heads sounds looks seems thank mind believe wish "
            + "guess suppose note good great lovely nice well same found left there"
    );

    private static readonly ushort Clause = N("clause");
    private static readonly ushort CueIs = N("cue");
    private static readonly ushort First = N("first");
    private static readonly ushort FirstSecond = N("first+second");
    private static readonly ushort CueFirst = N("cue+first");
    private static readonly ushort CueFirstSecond = N("cue+first+second");
    private static readonly ushort Before = N("before");
    private static readonly ushort BeforeFirst = N("before+first");
    private static readonly ushort BeforeCue = N("before+cue");
    private static readonly ushort Address = N("address");
    private static readonly ushort AddressFirst = N("address+first");
    private static readonly ushort AddressBefore = N("address+before");
    private static readonly ushort AddressCue = N("address+cue");
    private static readonly ushort AddressTimeFirst = N("address+time+first");
    private static readonly ushort TimeFirst = N("time+first");
    private static readonly ushort TimeCue = N("time+cue");
    private static readonly ushort MarkFirst = N("mark+first");
    private static readonly ushort MarkCue = N("mark+cue");
    private static readonly ushort MarkAddress = N("mark+address");
    private static readonly ushort WordIs = N("word");
    private static readonly ushort SecondIs = N("second word");
    private static readonly ushort WordBefore = N("word before");
    private static readonly ushort Lead = N("lead");
    private static readonly ushort LeadBefore = N("lead+before");
    private static readonly ushort ByOthers = N("by others+cue");
    private static readonly ushort Reported = N("reported");
    private static readonly ushort ReportedAfter = N("reported after");
    private static readonly ushort Conditional = N("conditional");
    private static readonly ushort FiniteIs = N("finite");
    private static readonly ushort FiniteFirst = N("finite+first");
    private static readonly ushort FiniteAddress = N("finite+address+time");
    private static readonly ushort FiniteCue = N("finite+cue");
    private static readonly ushort BeforeFirstFinite = N("before+first+finite");
    private static readonly ushort Lone = N("lone");
    private static readonly ushort After = N("after+first");
    private static readonly ushort SamePast = N("same past");
    private static readonly ushort BareVerb = N("bare verb");
    private static readonly ushort Whole = N("whole length+first");
    private static readonly ushort PastBefore = N("past before+cue");
    private static readonly ushort Courtesy = N("courtesy+cue");
    private static readonly ushort EndIs = N("end");
    private static readonly ushort EndNext = N("end+next");
    private static readonly ushort EndNextTwo = N("end+next two");
    private static readonly ushort Length = N("length");
    private static readonly ushort LengthEnd = N("length+end");
    private static readonly ushort Crosses = N("crosses");
    private static readonly ushort CrossesCue = N("crosses a cue");
    private static readonly ushort CrossesNext = N("crosses next two");
    private static readonly ushort EndDated = N("end dated");
    private static readonly ushort CrossesDated = N("crosses dated");
    private static readonly ushort Last = N("last");
    private static readonly ushort InList = N("list+before");
    private static readonly ushort InListCue = N("list+cue");
    private static readonly ushort Answers = N("behind a question");
    private static readonly ushort SharedOut = N("shared out");
    private static readonly ushort TakenUpIs = N("taken up");
    private static readonly ushort Gist = N("gist");

    private static readonly ushort NeedsIs = N("needs");
    private static readonly ushort NeedsFirst = N("needs+complement");

    private readonly SentenceFacts?[] _facts = new SentenceFacts?[words.Sentences.Count];

    /// <summary>What is so of where a candidate begins, wherever it ends.</summary>
    public void OfBeginning(Candidate c, List<Feature> into)
    {
        var s = c.Sentence;
        var facts = _facts[s.Index] ??= new SentenceFacts(words, s);
        var cue = N(c.Cue.Cue.Label);
        var (first, second) = (Class(s, c.Content), Class(s, c.Content + 1));
        var before = BeforeOf(s, c.From);
        var (address, time, mark) = (facts.Address, facts.Time, facts.Mark);
        var finite = Finite(c);
        into.Add(Feature.Of(Clause));
        into.Add(Feature.Of(CueIs, cue));
        into.Add(Feature.Of(CueFirst, cue, first));
        into.Add(Feature.Of(CueFirstSecond, cue, first, second));
        into.Add(Feature.Of(BeforeCue, before, cue));
        into.Add(Feature.Of(AddressCue, address, cue));
        into.Add(Feature.Of(TimeCue, time, cue));
        into.Add(Feature.Of(MarkCue, mark, cue));
        into.Add(Feature.Of(FiniteCue, finite, cue));
        // Where nothing says that it asks, the place and the first words have to tell.
        if (c.Cue.Cue == Cue.None)
        {
            into.Add(Feature.Of(First, first));
            into.Add(Feature.Of(FirstSecond, first, second));
            into.Add(Feature.Of(Before, before));
            into.Add(Feature.Of(BeforeFirst, before, first));
            into.Add(Feature.Of(Address, address));
            into.Add(Feature.Of(AddressFirst, address, first));
            into.Add(Feature.Of(AddressBefore, address, before));
            into.Add(Feature.Of(AddressTimeFirst, address, time, first));
            into.Add(Feature.Of(TimeFirst, time, first));
            into.Add(Feature.Of(MarkFirst, mark, first));
            into.Add(Feature.Of(MarkAddress, mark, address));
            into.Add(Feature.Of(FiniteIs, finite));
            into.Add(Feature.Of(FiniteFirst, finite, first));
            into.Add(Feature.Of(BeforeFirstFinite, before, first, finite));
            into.Add(Feature.Of(FiniteAddress, finite, address, time));
            into.Add(Feature.Of(Whole, Bucket(facts.Plain), first, before));
            into.Add(Feature.Of(After, before, facts.Opening, first));
            into.Add(Feature.Of(Gist, facts.Verbs, facts.IsCalled, facts.IsDated));
        }

        if (c.IsListed)
            into.Add(SureFeatures.IsListed);
        if (c.IsListed && words.ListedIn(s) is [{ IsAllThatIsAsked: true }])
            into.Add(SureFeatures.IsAllThatIsAsked);
        if (SaidToOne.IsAsked(words, c))
            into.Add(SureFeatures.IsAskedOfSomebody);
        if (SaidToOne.IsNeed(words, c, facts) || SaidToOne.IsNeedOfAll(words, c, facts))
            into.Add(SureFeatures.IsNeedSaidTo);
        if (c.Cue.Cue == Cue.None && c.Needs < 0 && facts.IsThingByADay && words.ClassAt(c.Content).CanOpenAThing())
            into.Add(SureFeatures.IsThingDated);
        if (SaidToOne.IsOrderedBehind(words, c))
            into.Add(SureFeatures.IsOrderedBehind);
        if (SaidToOne.IsNeededByADay(words, c))
            into.Add(SureFeatures.IsNeededByADay);
        if (TakenUp.Is(words, c))
            into.Add(Feature.Of(TakenUpIs, cue, first));
        if (Closed(c.Content) is > 0 and var word)
            into.Add(Feature.Of(WordIs, word, cue));
        if (Closed(c.Content + 1) is > 0 and var next && c.Content + 1 < s.To)
            into.Add(Feature.Of(SecondIs, next, first, cue));
        if (c.From > s.From && Closed(c.From - 1) is > 0 and var last)
            into.Add(Feature.Of(WordBefore, last, first, cue));
        var lead = Bucket(facts.PlainBefore(c.From));
        into.Add(Feature.Of(Lead, lead, cue));
        into.Add(Feature.Of(LeadBefore, lead, before, cue));
        if (facts.IsKnownToAsk is { } asks)
            into.Add(asks ? SureFeatures.KnownToAsk : SureFeatures.KnownNotToAsk);
        if (!byStaff)
            into.Add(Feature.Of(ByOthers, cue));
        if (facts.List != 0)
        {
            into.Add(Feature.Of(InList, facts.List, before));
            into.Add(Feature.Of(InListCue, facts.List, cue, mark));
        }

        if (facts.IsBehindAQuestion)
            into.Add(Feature.Of(Answers, cue, address));
        if (words.DoneBy(c.Content) is not null)
            into.Add(Feature.Of(SharedOut, facts.Doings > 1 ? N("among several") : N("one")));
        if (facts.FirstOf(Reporting) is >= 0 and var reported && reported < c.From)
            into.Add(Feature.Of(Reported, cue));
        if (facts.LastOf(Reporting) is var told && told > c.Content && told >= s.To - 2)
            into.Add(Feature.Of(ReportedAfter, cue));
        if (Class(s, s.From) is var opening && opening == ClassNumbers[(int)WordClass.Subordinator] && c.From > s.From)
            into.Add(Feature.Of(Conditional, before, cue));
        if (facts.PastBefore(c.From))
            into.Add(Feature.Of(PastBefore, cue, before));
        if (words.Sentences.Count == 1 && lead == N("0"))
            into.Add(Feature.Of(Lone, first, cue, mark));
        if (c.Courtesy is { } courtesy)
            into.Add(Feature.Of(Courtesy, N(courtesy), cue));
        if (WordForms.HasSamePast(words.At(c.Content).Lower))
            into.Add(Feature.Of(SamePast, before, mark));
        else if (c.Cue.Cue == Cue.None && SaidToOne.IsBareVerb(words, c))
            into.Add(Feature.Of(BareVerb, first));
        if (c.Needs >= 0)
        {
            var complement =
                words.At(c.Content - 1).Is("be") ? N("be")
                : words.At(c.Content - 1).Is("to") ? N("to")
                : N("bare");
            into.Add(Feature.Of(NeedsIs, N(words.At(c.Needs).Lower), complement));
            into.Add(Feature.Of(NeedsFirst, complement, first));
            into.Add(Feature.Of(NeedsFirst, complement, first, Class(s, c.Needs - 1)));
        }
    }

    /// <summary>What is so of where a candidate ends.</summary>
    public void OfEnd(Candidate c, List<Feature> into)
    {
        var s = c.Sentence;
        var (kind, after) = BoundaryAt(s, c.End);
        var next = Class(s, after);
        into.Add(Feature.Of(EndIs, kind));
        into.Add(Feature.Of(EndNext, kind, next));
        into.Add(Feature.Of(EndNextTwo, kind, next, Class(s, after + 1)));
        into.Add(Feature.Of(Last, Class(s, c.End - 1)));
        var dated = Dated(c, c.End, after);
        into.Add(Feature.Of(EndDated, kind, dated, next));
        var plain = 0;
        for (var i = c.Content; i < c.End; i++)
        {
            if (words.IsPlain(i))
                plain++;
            if (i > c.Content)
                foreach (var cue in words.CuesAt(s, i))
                    into.Add(Feature.Of(CrossesCue, N(cue.Cue.Label), N(IsJoint(s, i - 1) ? "after a mark" : "")));
            if (i <= c.Content || !IsBoundary(s, i))
                continue;
            var (at, then) = BoundaryAt(s, i);
            into.Add(Feature.Of(Crosses, at));
            var sides = Dated(c, i, then);
            into.Add(Feature.Of(CrossesDated, at, sides));
            into.Add(Feature.Of(CrossesDated, at, sides, Class(s, then)));
            into.Add(Feature.Of(CrossesNext, at, Class(s, then), Class(s, then + 1)));
            into.Add(Feature.Of(CrossesNext, at, Class(s, then)));
            i = Math.Max(i, Math.Min(then, c.End) - 1);
        }

        if (TakenUp.GoesOnOverIt(words, c))
            into.Add(SureFeatures.GoesOnOverAnOrder);
        // "Ada, draft by Thursday"
        if (plain == 1 && c.End >= s.To && c.Cue.Cue == Cue.None && IsVerbByADay(c))
            return;
        // "Is anyone free to unload at five?": asked in full, however short it is.
        if (
            plain == 1
            && c.End >= s.To
            && (
                (c.Cue.Cue.Label is "ask someone" or "someone must" || (c.Cue.Cue.Label is "ask" && IsDated(c)))
                    && SaidToOne.IsAsked(words, c)
                || SaidToOne.IsNeededByADay(words, c)
            )
            && !Lexicon.OfNoWork.Contains(words.At(c.Content).Lower)
        )
            return;
        var length = Bucket(plain);
        into.Add(Feature.Of(Length, length));
        into.Add(Feature.Of(LengthEnd, length, kind));
        if (plain == 1)
            into.Add(Feature.Of(LengthEnd, length, kind, Class(s, c.Content)));
    }

    private bool IsVerbByADay(Candidate c) =>
        words.ClassAt(c.Content) is WordClass.Verb
        && words.ClassIn(c.Sentence, c.From - 1) is WordClass.Comma
        && words.WhoAt(c.Sentence.From, c.From) is { } who
        && who.To == c.From - 1
        && words.TimeAt(c.Content + 1) is { Due: not null, Repeats: null }
        && words.At(c.Content + 1).Lower is "by" or "before";

    private bool IsDated(Candidate c)
    {
        for (var i = c.Content + 1; i < c.End; i++)
            if (words.ClassAt(i) is WordClass.Time)
                return true;
        return false;
    }

    /// <summary>The first word after the one that opens it that makes a statement of the clause.</summary>
    private ushort Finite(Candidate c)
    {
        // "The certificate runs out": after a thing that is named, what ends in -s is more likely its verb.
        var names =
            words.ClassAt(c.Content)
            is WordClass.Determiner
                or WordClass.Possessive
                or WordClass.Noun
                or WordClass.Number;
        // "Tell them the price is the same": whatever is said behind an object, it is an order.
        if (
            words.ClassAt(c.Content) is WordClass.Verb
            && words.ClassAt(c.Content + 1)
                is WordClass.Object
                    or WordClass.Determiner
                    or WordClass.Possessive
                    or WordClass.Number
                    or WordClass.Other
        )
            return N("order");
        for (var i = c.Content + 1; i < c.Sentence.To; i++)
        {
            var kind = words.ClassAt(i);
            if (
                kind
                is WordClass.Comma
                    or WordClass.Colon
                    or WordClass.Dash
                    or WordClass.Subordinator
                    or WordClass.Question
            )
                break;
            if (words.At(i).Lower is "that" or "and" or "so" or "but" or "before" or "after" or "until")
                break;
            if (kind.IsHelping() || kind is WordClass.Stating or WordClass.Past)
                return N($"{kind} {(i == c.Content + 1 ? "next" : "later")}");
            if (kind is WordClass.Third && (i == c.Content + 1 || names))
                return N(i == c.Content + 1 ? "Third next" : "Third later");
        }

        return N("no");
    }

    private ushort BeforeOf(Sentence s, int from)
    {
        var i = from - 1;
        while (i >= s.From && words.ClassAt(i) is WordClass.Courtesy || IsUrgedOf(s, i))
            i--;
        if (i < s.From)
            return s.IsItem ? N("item")
                : from > s.From ? N("courtesy")
                : N("start");
        var kind = words.ClassAt(i);
        if (
            i == from - 1
            && (
                Candidates.IsAfterClause(words, s, from)
                || (words.At(i).Lower is "not" or "so" && words.ClassIn(s, i - 1) is WordClass.Subordinator)
                || Candidates.IsBehindAnAnswer(words, from)
            )
        )
            return N("a clause");
        if (kind is WordClass.Comma or WordClass.Colon or WordClass.Dash or WordClass.Bracket or WordClass.Mark)
        {
            var mark = kind switch
            {
                WordClass.Comma => "comma",
                WordClass.Colon => "colon",
                WordClass.Dash => "dash",
                _ => "mark",
            };
            return i == s.From ? N(mark) : N($"{Rough(i - 1)} {mark}");
        }

        if (kind is WordClass.Conjunction)
            return N(words.At(i).Lower);
        if (kind is not (WordClass.Person or WordClass.Crew or WordClass.Tag))
            return N(Rough(i));
        // "so Ines fix": what stands before the name tells whether she is addressed.
        while (i > s.From && words.ClassAt(i - 1) is WordClass.Person or WordClass.Crew or WordClass.Tag)
            i--;
        var ahead = words.ClassIn(s, i - 1) switch
        {
            WordClass.Edge => "",
            WordClass.Conjunction => words.At(i - 1).Lower + " ",
            WordClass.Comma or WordClass.Colon or WordClass.Dash => "mark ",
            WordClass.Courtesy or WordClass.Time or WordClass.Priority => "",
            _ => "word ",
        };
        return N(ahead + Rough(i));
    }

    /// <summary>"Kit, drop everything and": how much it matters, between who is called and what is asked.</summary>
    private bool IsUrgedOf(Sentence s, int i)
    {
        if (i < s.From || words.PriorityAt(i) is not { } priority)
            return false;
        var before = priority.From - 1;
        if (words.ClassIn(s, before) is WordClass.Comma)
            before--;
        return words.ClassIn(s, before) is WordClass.Person or WordClass.Crew or WordClass.Tag;
    }

    private string Rough(int i) =>
        words.ClassAt(i) switch
        {
            WordClass.Tag => "tag",
            WordClass.Person => "name",
            WordClass.Crew => "crew",
            WordClass.Time => "time",
            WordClass.Priority => "priority",
            WordClass.Courtesy => "courtesy",
            _ when words.At(i).Is("mate") || words.At(i).Is("crew") || words.At(i).Is("team") => "crew",
            _ => "word",
        };

    private bool IsJoint(Sentence s, int i) =>
        words.ClassIn(s, i)
            is WordClass.Comma
                or WordClass.Colon
                or WordClass.Dash
                or WordClass.Bracket
                or WordClass.Mark
                or WordClass.Conjunction;

    private bool IsBoundary(Sentence s, int i) =>
        IsJoint(s, i)
        || words.ClassIn(s, i)
            is WordClass.Subordinator
                or WordClass.Question
                or WordClass.Stating
                or WordClass.Subject
                or WordClass.I
                or WordClass.Tag
                or WordClass.Person
                or WordClass.Crew
                or WordClass.Courtesy
        || words.At(i).Lower is "as" or "since" or "before" or "after" or "until" or "till" or "will" or "would";

    /// <summary>Whether what stands on either side of a boundary has a time of its own.</summary>
    private ushort Dated(Candidate c, int boundary, int after)
    {
        var (before, behind) = (false, false);
        for (var i = c.From; i < boundary; i++)
            before |= words.ClassAt(i) is WordClass.Time;
        for (var i = after; i < c.Sentence.To && !(i > after && IsBoundary(c.Sentence, i)); i++)
            behind |= words.ClassAt(i) is WordClass.Time;
        return N(
            before && behind ? "both dated"
            : before ? "dated before"
            : behind ? "dated after"
            : "undated"
        );
    }

    /// <summary>What kind of boundary stands at a token, and where what follows it begins: a name that is called is part of it.</summary>
    private (ushort Kind, int After) BoundaryAt(Sentence s, int i)
    {
        if (words.ClassIn(s, i) is WordClass.Comma or WordClass.Dash && words.WhoAt(i + 1, s.To) is { } who)
        {
            var to = who.To;
            while (words.ClassIn(s, to) is WordClass.Courtesy)
                to++;
            if (
                to >= s.To
                || words.ClassIn(s, to) is WordClass.Comma or WordClass.Dash or WordClass.Conjunction or WordClass.Time
            )
            {
                if (words.ClassIn(s, to) is WordClass.Comma or WordClass.Dash)
                    to++;
                return words.ClassIn(s, to) is WordClass.Conjunction
                    ? (N($"called {words.At(to).Lower}"), to + 1)
                    : (N(to >= s.To ? "called at the end" : "called"), to);
            }
        }

        // ", and" is one joint.
        if (words.ClassIn(s, i) is WordClass.Comma && words.ClassIn(s, i + 1) is WordClass.Conjunction)
            return (N($", {words.At(i + 1).Lower}"), i + 2);
        return (EndKind(s, i), IsJoint(s, i) ? i + 1 : i);
    }

    private ushort EndKind(Sentence s, int i) =>
        i >= s.To ? N("end")
        : words.ClassAt(i)
            is WordClass.Conjunction
                or WordClass.Subordinator
                or WordClass.Preposition
                or WordClass.Question
                or WordClass.Modal
                or WordClass.Subject
            ? N(words.At(i).Lower)
        : ClassNumbers[(int)words.ClassAt(i)];

    private ushort Class(Sentence s, int i) => ClassNumbers[(int)words.ClassIn(s, i)];

    /// <summary>The word itself, where it is one of those that build sentences; 0 for all that name things.</summary>
    private ushort Closed(int i) =>
        words.At(i).IsWord
        && words.ClassAt(i)
            is not (
                WordClass.Noun
                or WordClass.Verb
                or WordClass.VerbOrNoun
                or WordClass.NounOrVerb
                or WordClass.VerbOrAdjective
                or WordClass.Past
                or WordClass.Gerund
                or WordClass.Third
                or WordClass.Possessive
                or WordClass.Crew
                or WordClass.Person
                or WordClass.Time
                or WordClass.Other
            )
            ? N(words.At(i).Lower)
        : Telling.Contains(words.At(i).Lower) ? N(words.At(i).Lower)
        : (ushort)0;

    private static ushort Bucket(int count) =>
        N(
            count switch
            {
                0 => "0",
                1 => "1",
                2 => "2",
                <= 4 => "3",
                <= 8 => "5",
                <= 14 => "9",
                _ => "15",
            }
        );

    private static ushort N(string name) => Feature.Number(name);
}
