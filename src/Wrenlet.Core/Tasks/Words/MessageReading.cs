using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>The reading of one message: cuts it into clauses, reads each, and puts the drafts together.</summary>
internal sealed class MessageReading
{
    private readonly ReaderSetting _setting;
    private readonly string _text;
    private readonly List<Token> _tokens;
    private readonly PersonId? _author;
    private readonly LocalDate _today;
    private readonly TimePhrase?[] _times;
    private readonly (int From, int To, Priority? Says)?[] _priorities;
    private readonly RequestGrammar _requests;
    private readonly List<Found> _found = [];

    public MessageReading(ReaderSetting setting, string text, List<Token> tokens, PersonId? author, Instant sent)
    {
        (_setting, _text, _tokens, _author) = (setting, text, tokens, author);
        _today = setting.Calendar.DateOf(sent);
        var grammar = new TimeGrammar(setting, sent, tokens);
        _times = new TimePhrase?[tokens.Count];
        _priorities = new (int, int, Priority?)?[tokens.Count];
        for (var i = 0; i < tokens.Count; )
        {
            _priorities[i] = PriorityWords.Read(tokens, i);
            i = _priorities[i]?.To ?? i + 1;
        }

        for (var i = 0; i < tokens.Count; )
        {
            _times[i] = grammar.Read(i);
            i = _times[i]?.To ?? i + 1;
        }

        _requests = new(tokens, SkipAside);
    }

    private sealed class Found(Request request, int from, int end)
    {
        public Request Request { get; } = request;

        public int From { get; } = from;

        public int End { get; } = end;

        public List<TimePhrase> Times { get; } = [];

        public List<(int From, int To, Priority? Says)> Priorities { get; } = [];

        public ImmutableArray<(NamedOne? Named, bool Author, int Token)> Owners { get; set; } = request.Owners;

        public List<int> CutTokens { get; } = [];
    }

    public ImmutableArray<Draft> Drafts()
    {
        ImmutableArray<(NamedOne? Named, bool Author, int Token)> carried = [];
        var aside = new List<(int From, int To, Priority? Says)>();
        TimePhrase? heading = null;
        foreach (var (from, end) in Clauses())
        {
            var request = _requests.Read(from, end);
            // What someone outside promises is not our work.
            if (_author is null && request is { Owners: [{ Author: true }, ..] })
                request = null;
            if (request is null)
            {
                var own = TimesIn(from, end).ToList();
                if (OnlySays(from, end, own))
                {
                    aside.AddRange(PrioritiesIn(from, end));
                    if (own.Count > 0 && _found.Count > 0 && _found[^1].Times.Count == 0)
                        _found[^1].Times.AddRange(own);
                    else if (own.Count > 0 && _found.Count == 0)
                        heading = own[0];
                }

                if (_requests.Addressed.Length > 0)
                    carried = _requests.Addressed;
                continue;
            }

            var found = new Found(request, from, end);
            found.Times.AddRange(TimesIn(from, end, request.Content));
            found.Priorities.AddRange(PrioritiesIn(from, end));
            if (found.Times.Count == 0 && heading is not null)
                found.Times.Add(heading);
            if (found.Owners.IsEmpty)
                TakeTags(found);
            if (found.Owners.IsEmpty && carried.Length > 0)
                found.Owners = carried;
            else if (!found.Owners.IsEmpty && !found.Owners[0].Author)
                carried = IsListItem(from) ? [] : found.Owners;
            _found.Add(found);
        }

        return [.. _found.Select(f => Draft(f, aside)).Where(d => d.Title.Value.Length > 1)];
    }

    /// <summary>Sentences and list items, cut again where a new request begins inside them.</summary>
    private IEnumerable<(int From, int End)> Clauses()
    {
        var from = 0;
        for (var i = 0; i <= _tokens.Count; i++)
        {
            var ends =
                i == _tokens.Count
                || _tokens[i].Kind is TokenKind.LineBreak or TokenKind.Bullet
                || (_tokens[i].Kind is TokenKind.Mark && _tokens[i].Lower is "." or "!" or "?" or ";" && !InTime(i));
            if (!ends)
                continue;
            foreach (var clause in Requests(from, i))
                yield return clause;
            from = i < _tokens.Count && _tokens[i].Kind is TokenKind.Bullet ? i : i + 1;
        }
    }

    private IEnumerable<(int From, int End)> Requests(int from, int end)
    {
        if (from >= end)
            yield break;
        var start = from;
        for (var i = from + 1; i < end; i++)
        {
            if (!(At(i).Is("and") || At(i).Is(",") || At(i).Is("then") || At(i).Is("but")) || InTime(i))
                continue;
            var next = i + 1;
            while (
                next < end
                && (
                    At(next).Is("and")
                    || At(next).Is("then")
                    || At(next).Is("also")
                    || At(next).Is("so")
                    || At(next).Is("please")
                )
            )
                next++;
            if (!Opens(next, start, i, end))
                continue;
            yield return (start, i);
            start = next;
            i = next;
        }

        yield return (start, end);
    }

    /// <summary>
    /// Whether a new request begins at a token: someone else is addressed, or a second order has its own date.
    /// </summary>
    private bool Opens(int next, int start, int cut, int end)
    {
        if (_requests.Read(start, cut) is not { } first)
            return At(cut - 1).Kind is not TokenKind.Name
                && (At(next).Tagged || At(next - 1).Is("please"))
                && Lexicon.Reporting.All(said => !Enumerable.Range(start, cut - start).Any(i => At(i).Is(said)))
                && _requests.Read(next, end) is not null;
        if (At(next).Kind is TokenKind.Name)
        {
            var follows = At(next + 1);
            if (At(cut - 1).Kind is TokenKind.Name && first.Content >= cut)
                return false;
            var asked =
                follows.Is(":")
                || follows.Is("to")
                || follows.Is("please")
                || follows.Lower is "should" or "must" or "needs";
            return (At(next).Tagged || asked || Lexicon.IsVerb(follows.Lower)) && _requests.Read(next, end) is not null;
        }

        if (At(next).IsWord && At(next).Lower is "i'll" or "can" or "could" or "we'll" or "remind")
            return _requests.Read(next, end) is not null;
        if (At(next).IsWord && At(next).Is("i") && At(next + 1).Is("will"))
            return true;
        return At(next).IsWord
            && Lexicon.IsVerb(At(next).Lower)
            && TimesIn(start, cut).Any()
            && TimesIn(next, end).Any();
    }

    /// <summary>The time phrases of a clause that belong to the request, not to a part with its own verb.</summary>
    private IEnumerable<TimePhrase> TimesIn(int from, int end, int content = -1)
    {
        var (sub, past) = (false, false);
        for (var i = from; i < end; i++)
        {
            // The words that ask (“it would be good if you could”) are no part with a verb of its own.
            if (i == content)
                sub = false;
            if (_times[i] is { } time && time.To <= end)
            {
                var own =
                    i + 1 < end
                    && time.To < end
                    && At(time.To).IsWord
                    && At(time.To).Lower
                        is "meeting"
                            or "delivery"
                            or "appointment"
                            or "visit"
                            or "call"
                            or "slot"
                            or "train";
                var another = sub && past && At(time.From).Lower is "by" or "before" or "until";
                if ((!sub || another) && !own)
                    yield return time;
                past = sub;
                i = time.To - 1;
                continue;
            }

            if (_priorities[i] is { } p)
            {
                i = p.To - 1;
                continue;
            }

            var t = At(i);
            if (t.Is(",") || t.Is("-") || t.Is(":") || t.Is("(") || t.Is(")"))
                sub = false;
            else if (t.IsWord && i > from && Subordinates(i))
                sub = true;
            else if (t.IsWord && i == from && Lexicon.Subordinators.Contains(t.Lower))
                sub = true;
        }
    }

    /// <summary>A subordinator, a relative, or "before she sails": a subject of its own follows.</summary>
    private bool Subordinates(int i)
    {
        var w = At(i).Lower;
        if (w is "as" && At(i + 1).Lower is "soon" or "well" or "much" or "many")
            return false;
        if (Lexicon.Subordinators.Contains(w))
            return true;
        if (
            w is "that"
            && (
                Lexicon.SubjectPronouns.Contains(At(i + 1).Lower)
                || Lexicon.Statements.Contains(At(i + 1).Lower)
                || (At(i + 1).Lower.Length > 5 && At(i + 1).Lower.EndsWith("ed", StringComparison.Ordinal))
                || At(i + 1).Kind is TokenKind.Name
                || At(i + 1).Is("the")
            )
        )
            return true;
        if (
            w is "he" or "she" or "they" or "it"
            && At(i + 1).IsWord
            && (At(i + 1).Lower.EndsWith('s') || Lexicon.Statements.Contains(At(i + 1).Lower))
        )
            return true;
        return w is "before" or "after" or "until"
            && (
                Lexicon.SubjectPronouns.Contains(At(i + 1).Lower)
                || (At(i + 1).Kind is TokenKind.Name && _times[i] is null)
            );
    }

    private IEnumerable<(int From, int To, Priority? Says)> PrioritiesIn(int from, int end)
    {
        for (var i = from; i < end; i++)
            if (_priorities[i] is { } p)
                yield return p;
    }

    /// <summary>
    /// Whether a clause says nothing but how urgent or by when: "This is not urgent", "By Friday please".
    /// </summary>
    private bool OnlySays(int from, int end, List<TimePhrase> times)
    {
        for (var i = from; i < end; i++)
        {
            if (times.Any(t => t.Covers(i)) || PrioritiesIn(from, end).Any(p => i >= p.From && i < p.To))
                continue;
            if (At(i).Kind is TokenKind.Mark or TokenKind.Bullet or TokenKind.LineBreak)
                continue;
            if (Lexicon.Fillers.Contains(At(i).Lower))
                continue;
            return false;
        }

        return true;
    }

    /// <summary>
    /// Tags that stand at the request without being spoken of: at its end, or anywhere no verb or preposition leads to
    /// them.
    /// </summary>
    private void TakeTags(Found found)
    {
        var owners = ImmutableArray.CreateBuilder<(NamedOne?, bool, int)>();
        for (var i = found.Request.Content; i < found.End; i++)
        {
            // "Lock the store tonight, Kit": called at the end
            var called =
                At(i).Kind is TokenKind.Name
                && !At(i).Tagged
                && At(i - 1).Is(",")
                && At(i - 2).Kind is not TokenKind.Name
                && (i + 1 == found.End || At(i + 1).Is("please") || At(i + 1).Is(","));
            if (At(i).Kind is not TokenKind.Name || !(At(i).Tagged || called) || At(i).Name!.Owner is null)
                continue;
            var before = At(i - 1);
            var listed = owners.Count > 0 && (before.Is("and") || before.Kind is TokenKind.Name or TokenKind.Mark);
            var spokenOf =
                before.IsWord
                && !listed
                && (Lexicon.Prepositions.Contains(before.Lower) || Lexicon.Verbs.Contains(before.Lower))
                && !(_times.Any(t => t is not null && t.Covers(i - 1)));
            if (spokenOf)
                continue;
            owners.Add((At(i).Name, false, i));
            found.CutTokens.Add(i);
        }

        found.Owners = owners.ToImmutable();
    }

    private Draft Draft(Found found, List<(int From, int To, Priority? Says)> aside)
    {
        var due =
            found.Times.LastOrDefault(t => t.Due is not null && t.Repeats is not null)
            ?? found.Times.LastOrDefault(t => t.Due is not null);
        var start = found.Times.LastOrDefault(t => t.Start is not null);
        var repeat = found.Times.LastOrDefault(t => t.Repeats is not null);
        var dated = found.Request.NotBefore && due is { Repeats: null };
        var startPoint = dated ? NotBefore(due!) : start?.Start;
        var cuts = found
            .Times.Select(t => SpanOf(t.From, t.To))
            .Concat(found.Priorities.Select(p => SpanOf(p.From, p.To)))
            .Concat(found.CutTokens.Select(i => At(i).Span))
            .Concat(
                Enumerable
                    .Range(found.Request.Content, Math.Max(0, found.End - found.Request.Content))
                    .Where(i => At(i).Is("please"))
                    .Select(i => At(i).Span)
            );
        var whole = SpanOf(found.Request.Content, WithoutReason(found.Request.Content, found.End));
        var title = Titles.Of(_text, whole, cuts);
        return new(
            new(title, [whole], found.Request.Confidence, [], Texts.AsksForWork(_text[whole.Start..whole.End].Trim())),
            Owners(found),
            dated ? null
                : due is null ? null
                : Reading(due.Due!, due, "due"),
            startPoint is null ? null : Reading(startPoint, dated ? due! : start!, Texts.NotBefore),
            PriorityOf(found, aside),
            repeat is null
                ? null
                : new(repeat.Repeats!, [SpanOf(repeat.From, repeat.To)], 0.9, [], Texts.RepeatsIt(Words(repeat)))
        );
    }

    /// <summary>
    /// The end of what is to be done, without a reason that follows it: ", before the price goes up", "as Caspian sails
    /// on Saturday".
    /// </summary>
    private int WithoutReason(int content, int end)
    {
        for (var i = content + 2; i < end - 2; i++)
        {
            if (_times[i] is { } time)
            {
                i = time.To - 1;
                continue;
            }

            if (!At(i).IsWord)
                continue;
            var subject =
                Lexicon.SubjectPronouns.Contains(At(i + 1).Lower)
                || Lexicon.Determiners.Contains(At(i + 1).Lower)
                || At(i + 1).Kind is TokenKind.Name;
            if (!subject)
                continue;
            var reason =
                At(i).Lower is "because" or "since" or "whereas" or "otherwise" or "so"
                || (At(i).Lower is "as" && !At(i - 1).Is("as"));
            var aside = At(i - 1).Is(",") && At(i).Lower is "before" or "after" or "until" or "while";
            if (reason || aside)
                return i;
        }

        return end;
    }

    /// <summary>
    /// "Don't ... before Thursday": the phrase was read as due on the day before; it is the opening of the day itself.
    /// </summary>
    private Point NotBefore(TimePhrase phrase)
    {
        var calendar = _setting.Calendar;
        var due = phrase.Due!.At;
        var date = calendar.DateOf(due);
        if (At(phrase.From).Is("before") && due == calendar.ClosingOf(date))
            date = calendar.AddWorkingDays(date, 1);
        else if (due != calendar.ClosingOf(date))
            return phrase.Due;
        return new(calendar.OpeningOf(date), 0.9, [], Texts.StartOfTheWorkingDay);
    }

    private Reading<Instant> Reading(Point point, TimePhrase phrase, string what)
    {
        var local = point.At.InZone(_setting.Calendar.Zone).LocalDateTime;
        var note = point.Note.Length > 0 ? $", {point.Note}" : "";
        return new(
            point.At,
            [SpanOf(phrase.From, phrase.To)],
            point.Confidence,
            point.Others,
            $"“{Words(phrase)}”: {what} {DateWords.Moment(local, _today)}{note}."
        );
    }

    private Reading<ImmutableArray<TaskOwner>>? Owners(Found found)
    {
        var named = found.Owners.Where(o => o.Author ? _author is not null : o.Named?.Owner is not null).ToList();
        if (named.Count == 0)
            return null;
        ImmutableArray<TaskOwner> owners =
        [
            .. named.Select(o => o.Author ? new TaskOwner.OfPerson(_author!.Value) : o.Named!.Owner!).Distinct(),
        ];
        ImmutableArray<ImmutableArray<TaskOwner>> others =
            owners.Length == 1 && named[0].Named is { Others.Count: > 0 } same
                ? [.. same.Others.Select(o => ImmutableArray.Create(o))]
                : [];
        var words = string.Join(", ", named.Select(o => o.Author ? Texts.TheAuthor : o.Named!.Text));
        return new(
            owners,
            [.. named.Select(o => At(o.Token).Span)],
            others.Length > 0 ? 0.6 : 0.95,
            others,
            named[0].Author ? Texts.ItsAuthorPromises : Texts.AddressedTo(words)
        );
    }

    private Reading<Priority> PriorityOf(Found found, List<(int From, int To, Priority? Says)> aside)
    {
        var said = found.Priorities.Concat(aside).Where(p => p.Says is not null).ToList();
        if (said.Count == 0)
            return new(Priority.Normal, [], 0.8, [], Texts.NoPriorityMentioned);
        var priority = PriorityWords.Combine(said.Select(p => p.Says!.Value));
        return new(
            priority,
            [.. said.Select(p => SpanOf(p.From, p.To))],
            0.9,
            [],
            Texts.SaysPriority(string.Join("”, “", said.Select(p => Slice(SpanOf(p.From, p.To)))), priority)
        );
    }

    /// <summary>
    /// The token after a date, a priority word or a thanks that stands at this token; the token itself when none does.
    /// </summary>
    private int SkipAside(int i)
    {
        if (i < _tokens.Count && _times[i] is { } time)
            return time.To;
        return i < _tokens.Count && _priorities[i] is { } p ? p.To : i;
    }

    private bool InTime(int i)
    {
        for (var k = Math.Max(0, i - 12); k <= i; k++)
            if (k < _tokens.Count && _times[k] is { } t && t.Covers(i))
                return true;
        return false;
    }

    private bool IsListItem(int from) => At(from).Kind is TokenKind.Bullet;

    private Span SpanOf(int from, int to) =>
        from >= to ? new(At(from).Span.Start, At(from).Span.Start) : new(At(from).Span.Start, At(to - 1).Span.End);

    private string Words(TimePhrase phrase) => Slice(SpanOf(phrase.From, phrase.To));

    private string Slice(Span span) => _text[span.Start..span.End];

    private Token At(int i) => i >= 0 && i < _tokens.Count ? _tokens[i] : Token.None;
}
