using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks.Words.Beside;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>A request with the times, names and words of priority that were found to belong to it.</summary>
internal sealed record Request(
    Clause Clause,
    IReadOnlyList<(TimePhrase Time, double Certainty)> Times,
    IReadOnlyList<(WhoPhrase Who, double Certainty)> Names,
    IReadOnlyList<PriorityPhrase> Priorities
)
{
    public Candidate Words => Clause.Candidate;
}

/// <summary>The reading of one message: what asks for work in it, what belongs to that, and the drafts it comes to.</summary>
internal sealed class MessageReading(
    ReaderSetting setting,
    MessageWords words,
    PersonId? author,
    string? authorName,
    Instant sent,
    Weights weights
)
{
    /// <summary>How sure it has to be that something is asked for.</summary>
    public const double Least = 0.36;

    /// <summary>How sure it has to be in a list whose other items all ask for something.</summary>
    private const double LeastLike = 0.02;

    /// <summary>How sure it has to be to be worth a guess, where one is wanted.</summary>
    private const double LeastGuess = 0.08;

    private readonly LocalDate _today = setting.Calendar.DateOf(sent);
    private readonly DaysMeant _days = new(words, setting.Calendar);

    public ImmutableArray<Draft> Drafts() =>
        new Uniting(words).Of([
            .. Requests(Least).Select(r => (r, Draft(r))).Where(r => r.Item2.Title.Value.Length > 1),
        ]);

    /// <summary>What it nearly took; null where nothing comes near.</summary>
    public Draft? Nearest() =>
        Requests(LeastGuess)
            .OrderByDescending(r => r.Clause.Certainty)
            .Select(Draft)
            .FirstOrDefault(d => d.Title.Value.Length > 1);

    /// <summary>All of a line as one request, with whatever it says; null where it says nothing that could be done.</summary>
    public Draft? Line()
    {
        if (words.Sentences.FirstOrDefault(s => Opening(s) < s.To) is not { } sentence)
            return null;
        var from = Opening(sentence);
        var cue =
            words.CuesAt(sentence, from) is [{ Cue.Doer: Doer.You, Content: var content } asked, ..]
            && content < sentence.To
                ? asked
                : new CueFound(Cue.None, from, from, null);
        var candidate = new Candidate(sentence, from, Math.Max(from, cue.Content), sentence.To, cue);
        return Draft(
            new(
                new(candidate, 1, []),
                [.. words.Times.Where(t => !words.At(t.From - 1).Is("of")).Select(t => (t, 1.0))],
                [.. NamedIn(sentence).Select(w => (w, 1.0))],
                words.Priorities
            )
        );
    }

    /// <summary>The first word of a line that is no name to whom it is said, mark or time.</summary>
    private int Opening(Sentence sentence)
    {
        var i = sentence.From;
        while (i < sentence.To)
            if (words.WhoAt(i, sentence.To) is { } who && (words.At(who.Names[0]).Tagged || IsSetApart(who, sentence)))
                i = who.To;
            else if (words.TimeAt(i) is { } time && time.To < sentence.To)
                i = time.To;
            else if (words.IsPlain(i) || words.WhoAt(i, sentence.To) is not null)
                return i;
            else
                i++;
        return i;
    }

    /// <summary>The names of a line that say whose it is: those with a tag, and those that marks set apart at its ends.</summary>
    private IEnumerable<WhoPhrase> NamedIn(Sentence sentence)
    {
        for (var i = 0; i < words.Count; i++)
            if (words.WhoAt(i, words.Count) is { } who)
            {
                if (words.At(who.Names[0]).Tagged || (words.SentenceOf(i) == sentence && IsSetApart(who, sentence)))
                    yield return who;
                i = who.To - 1;
            }
    }

    private bool IsSetApart(WhoPhrase who, Sentence sentence)
    {
        if (who.Names.Any(n => words.At(n).Name!.Owner is null))
            return false;
        var (before, after) = (words.ClassIn(sentence, who.From - 1), words.ClassIn(sentence, who.To));
        return before is WordClass.Edge && after is WordClass.Colon or WordClass.Comma or WordClass.Dash
            || after is WordClass.Edge && before is WordClass.Comma or WordClass.Dash or WordClass.Colon
            || before is WordClass.Comma && after is WordClass.Comma;
    }

    private IEnumerable<Request> Requests(double least)
    {
        var all = Clauses.Of(words, author is not null, weights);
        var clauses = WithWhatFollows(all, WithTheirLike(all, all.Best(least)));
        Candidate[] candidates = [.. clauses.Select(c => c.Candidate)];
        for (var i = 0; i < clauses.Count; i++)
        {
            var clause = clauses[i];
            if (i > 0 && GoesOn(clauses[i - 1].Candidate, clause.Candidate))
            {
                var promised = clause.Candidate with
                {
                    Cue = candidates[i - 1].Cue with
                    {
                        // "Remind me to ring him on Thursday and fetch it on Friday"
                        Cue = candidates[i - 1].Cue.Cue is { Label: "remind me" }
                            ? Cues.Promise
                            : candidates[i - 1].Cue.Cue,
                        Content = clause.Candidate.Content,
                        To = clause.Candidate.Content,
                    },
                };
                (clause, candidates[i]) = (clause with { Candidate = promised }, promised);
            }

            var placing = Placing.Around(words, candidates, i, author, weights);
            var names = placing.NamesOf(clause.Candidate);
            var end = new Continuing(words, names).EndOf(
                clause.Candidate,
                i + 1 < candidates.Length ? candidates[i + 1].From : words.Count
            );
            var request = new Request(
                clause with
                {
                    Candidate = clause.Candidate with { End = end },
                },
                placing.TimesOf(clause.Candidate),
                names,
                PrioritiesOf(clause.Candidate, candidates)
            );
            foreach (var one in SharedByTime.Of(words, request))
                yield return one;
        }
    }

    /// <summary>
    /// "1) Nate: towels 2) Rosa: the lamp 3) Ben: gate, it's stuck": where all the other items of a list ask for something, the
    /// one that names somebody too does.
    /// </summary>
    private IReadOnlyList<Clause> WithTheirLike(Clauses all, IReadOnlyList<Clause> found)
    {
        if (found.Count < 2 || !words.Sentences.Any(words.IsPartOfAList))
            return found;
        var asking = found.Select(c => words.HeadOfItem(c.Candidate.Sentence)).ToHashSet();
        var missing = words
            .Sentences.Where(s =>
                words.IsPartOfAList(s)
                && words.IsNamed(s)
                && words.HeadOfItem(s) is var head
                && !asking.Contains(head)
                && words.ItemsBeside(s).Select(words.HeadOfItem).Where(i => i != head).Distinct().ToList()
                    is { Count: > 1 } beside
                && beside.TrueForAll(asking.Contains)
            )
            .ToHashSet();
        return missing.Count == 0
            ? found
            :
            [
                .. found
                    .Concat(all.Best(LeastLike).Where(c => missing.Contains(c.Candidate.Sentence)))
                    .OrderBy(c => c.Candidate.From),
            ];
    }

    /// <summary>"Order the paint today and collect it on Friday": what ends because another thing is to be done by its own time.</summary>
    private IReadOnlyList<Clause> WithWhatFollows(Clauses all, IReadOnlyList<Clause> found)
    {
        if (!found.Any(c => Follows(c.Candidate) is { } next && found.All(f => f.Candidate.Content != next)))
            return found;
        var following = found.Select(c => Follows(c.Candidate)).OfType<int>().ToHashSet();
        return
        [
            .. found
                .Concat(
                    all.Best(LeastLike)
                        .Where(c =>
                            following.Contains(c.Candidate.Content)
                            && found.All(f =>
                                f.Candidate.End <= c.Candidate.From || f.Candidate.From >= c.Candidate.End
                            )
                        )
                )
                .OrderBy(c => c.Candidate.From),
        ];
    }

    /// <summary>The verb behind "and" before which a request ends; null where it ends otherwise.</summary>
    private int? Follows(Candidate c) =>
        words.ClassAt(c.End) is WordClass.Conjunction
        && words.ClassAt(c.End + 1) is WordClass.Verb
        && c.End < c.Sentence.To
        && Parting.EndOf(words, c.Sentence, c.Content) == c.End
            ? c.End + 1
            : null;

    /// <summary>"I'll order the paint today and collect it on Friday": what is promised goes on behind "and".</summary>
    private bool GoesOn(Candidate promise, Candidate next) =>
        promise.Cue.Cue.Doer is Doer.Author
        && next.Cue.Cue == Cue.None
        && next.Sentence == promise.Sentence
        && words.ClassAt(next.From - 1) is WordClass.Conjunction
        && (
            words.ClassAt(next.Content) is WordClass.Verb or WordClass.VerbOrNoun or WordClass.VerbOrAdjective
            // "I'll do the wages tonight and the rota on Friday"
            || words.ListedAs(next) is { Verb: not null }
        );

    private List<PriorityPhrase> PrioritiesOf(Candidate request, Candidate[] all) =>
        [
            .. words.Priorities.Where(p =>
                words.SentenceOf(p.From) is var home
                && (home == request.Sentence || (all.All(r => r.Sentence != home) && !IsHowItIsTold(p)))
            ),
        ];

    /// <summary>"Everybody will want one at once": said of what others will do. "It is needed at once" is said of the work.</summary>
    private bool IsHowItIsTold(PriorityPhrase said)
    {
        if (!(words.At(said.To - 1).Lower is "once" or "away" or "immediately"))
            return false;
        var told = words.SentenceOf(said.From);
        return words.ClassAt(told.From) is WordClass.Someone or WordClass.NoOne
            || words.At(told.From).Lower is "they" or "they'll" or "people" or "customers";
    }

    private Draft Draft(Request request)
    {
        var c = request.Words;
        var due =
            Likeliest(request, t => t.Due is not null && t.Repeats is not null)
            ?? Likeliest(request, t => t.Due is not null);
        due = Joined(request, due);
        var start = _days.OnIt(request, Likeliest(request, t => t.Start is not null));
        var repeat = Likeliest(request, t => t.Repeats is not null);
        // "Every Monday, starting on the 20th", "every Friday, after lunch": said by the first time already, or of each.
        if (
            repeat is not null
            && due is { } first
            && start is { } begins
            && (
                begins.Time.ClockAlone is not null
                || setting.Calendar.DateOf(begins.Time.Start!.At) == _today
                || setting.Calendar.DateOf(begins.Time.Start!.At) == setting.Calendar.DateOf(first.Time.Due!.At)
            )
        )
            start = null;
        if (repeat is not null && _days.Begun(request, sent) is { } opened)
            (start, due) = (opened, null);
        // "Cards for every client, starting today": that is now.
        if (start is { } now && now.Time.Start!.At <= sent && due is null)
            start = null;
        // "Every month from now on please, starting this Friday": its first time.
        if (
            repeat is { Time: { Repeats: { } rule } each }
            && due?.Time == each
            && start is { } opening
            && opening.Time.Start!.At < each.Due!.At
            && !rule.Contains("BY", StringComparison.Ordinal)
        )
        {
            var day = setting.Calendar.DateOf(opening.Time.Start.At);
            due = due.Value with { Item1 = each with { Due = Points.Closing(setting.Calendar, day, 0.9) } };
            start = null;
        }

        // "On Monday, not before ten"
        if (due is { Time.DayAlone: { } on } && start is { Time.StartClock: { Today: false } from } not)
            start = not with
            {
                Item1 = not.Time with
                {
                    Start = new Point(setting.Calendar.FirstMoment(on.Date + from.Time(on.Date)), 0.9, [], ""),
                },
            };
        if (due is { } by && start is { } later && later.Time.Start!.At > by.Time.Due!.At)
        {
            // "The stall closes at the end of May. Put it up for sale from 1 June"
            if (
                by.Time.Repeats is null
                && words.SentenceOf(by.Time.From).Index < c.Sentence.Index
                && TimeRules.IsInside(later.Time, c)
            )
                due = null;
            else
            // "Put it up to 52 from 1 May and tell them this week": that is when something is so, and not when to begin.
            if (by.Time.Repeats is null)
                start = null;
            // "From tomorrow, every morning": its first time is not the one of today.
            else
                due = null;
        }

        var notBefore = c.Cue.Cue.Label is "forbid" && due is { Time.Repeats: null };
        var taken = Taken(request, due, start, repeat).ToList();
        var title = TitleOf(c, taken);
        var whole = words.SpanOf(c.Needs >= 0 ? c.From : c.Content, c.End);
        return new(
            new(
                title,
                [whole],
                request.Clause.Certainty,
                [
                    .. request
                        .Clause.Others.Select(o => TitleOf(o, taken))
                        .Where(t => t != title && t.Length > 1)
                        .Distinct(),
                ],
                Reasons.Of(words, request, author is not null, weights)
            ),
            Owners(request),
            notBefore || due is null ? null : Reading(due.Value.Time.Due!, due.Value.Time, due.Value.Certainty, "due"),
            notBefore ? Reading(NotBefore(due!.Value.Time), due.Value.Time, due.Value.Certainty, Texts.NotBefore)
                : start is null ? null
                : Reading(start.Value.Time.Start!, start.Value.Time, start.Value.Certainty, Texts.NotBefore),
            PriorityOf(request.Priorities),
            repeat is not { } r
                ? null
                : new(
                    r.Time.Repeats!,
                    [words.SpanOf(r.Time.From, r.Time.To)],
                    r.Certainty,
                    [],
                    Texts.RepeatsIt(words.Slice(r.Time.From, r.Time.To))
                )
        );
    }

    private string TitleOf(Candidate candidate, IEnumerable<(int, int)> taken) =>
        Titles.Of(
            words,
            candidate,
            taken,
            author is null || candidate.Cue.Cue.Doer is not Doer.Author ? authorName : null,
            author is not null
        );

    private static (TimePhrase Time, double Certainty)? Likeliest(Request request, Func<TimePhrase, bool> of)
    {
        (TimePhrase Time, double Certainty)? best = null;
        foreach (var time in request.Times)
            if (of(time.Time) && (best is null || time.Certainty >= best.Value.Certainty))
                best = time;
        return best;
    }

    /// <summary>"Wednesday, Frank, seven o'clock": a day and a time of day that stand apart are one moment.</summary>
    private (TimePhrase Time, double Certainty)? Joined(Request request, (TimePhrase Time, double Certainty)? due)
    {
        var day = Likeliest(request, t => t.DayAlone is not null);
        var clock = Likeliest(request, t => t.ClockAlone is not null);
        if (
            due is { Time: { Repeats: null, ClockAlone: { Today: false } time } bare }
            && day is null
            && (_days.Before(bare) ?? _days.OfWhomItMeans(request, bare)) is { } date
        )
            return due.Value with
            {
                Item1 = bare with
                {
                    Due = new Point(setting.Calendar.FirstMoment(date + time.Time(date)), 0.85, [bare.Due!.At], ""),
                },
            };
        if (due is not { Time.Repeats: null } || day is not { } d || clock is not { Time.ClockAlone.Today: false } c)
            return due;
        var on = d.Time.DayAlone!.Date;
        var moment = setting.Calendar.FirstMoment(on + c.Time.ClockAlone!.Time(on));
        return (d.Time with { Due = new Point(moment, 0.9, [], "") }, Math.Min(d.Certainty, c.Certainty));
    }

    /// <summary>What is no part of the title since it was understood as something else.</summary>
    private IEnumerable<(int From, int To)> Taken(Request request, params (TimePhrase Time, double)?[] chosen) =>
        request
            .Times.Where(t =>
                chosen.Any(c => c?.Time.From == t.Time.From)
                || t.Time.DayAlone is not null
                || t.Time.ClockAlone is not null
            )
            .Select(t => (t.Time.From, t.Time.To))
            // "Start next week"
            .Concat(chosen.Where(c => c is not null).Select(c => (c!.Value.Item1.From, c.Value.Item1.To)))
            .Where(t => !IsWhose(request.Words, t.From, t.To))
            .Concat(request.Names.Select(n => (n.Who.From, n.Who.To)))
            .Concat(request.Priorities.Select(p => (p.From, p.To)));

    /// <summary>"Take minutes at tomorrow's meeting": which meeting, and so a part of the title as well.</summary>
    private bool IsWhose(Candidate request, int from, int end) =>
        // "Take my three o'clock"
        from == request.Content + 2
            && words.At(from - 1).Lower is "my" or "his" or "her"
        || end > request.Content + 1
            && end < request.End
            && words.At(end - 1).Lower is "today's" or "tomorrow's" or "tonight's"
            && words.IsPlain(end);

    /// <summary>
    /// "Don't ... before Thursday": the phrase was read as due on the day before; it is the opening of the day itself.
    /// </summary>
    private Point NotBefore(TimePhrase phrase)
    {
        var calendar = setting.Calendar;
        var due = phrase.Due!.At;
        var date = calendar.DateOf(due);
        if (words.At(phrase.From).Is("before") && due == calendar.ClosingOf(date))
            date = calendar.AddWorkingDays(date, 1);
        else if (due != calendar.ClosingOf(date))
            return phrase.Due;
        return new(calendar.OpeningOf(date), 0.9, [], Texts.StartOfTheWorkingDay);
    }

    private Reading<Instant> Reading(Point point, TimePhrase phrase, double certainty, string what)
    {
        var local = point.At.InZone(setting.Calendar.Zone).LocalDateTime;
        var note = point.Note.Length > 0 ? $", {point.Note}" : "";
        return new(
            point.At,
            [words.SpanOf(phrase.From, phrase.To)],
            Math.Min(point.Confidence, certainty),
            point.Others,
            $"“{words.Slice(phrase.From, phrase.To)}”: {what} {DateWords.Moment(local, _today)}{note}."
        );
    }

    private Reading<ImmutableArray<TaskOwner>>? Owners(Request request)
    {
        var cue = request.Words.Cue;
        if (cue.Cue.Doer is Doer.Author)
            return author is not { } self
                ? null
                : new(
                    [.. GoingOn.BesideTheAuthor(words, request.Words), new TaskOwner.OfPerson(self)],
                    [words.SpanOf(request.Words.From, cue.To)],
                    0.95,
                    [],
                    Texts.ItsAuthorPromises
                );
        var names = request
            .Names.SelectMany(n => n.Who.Names)
            .Select(i => (Token: i, Named: words.At(i).Name!))
            .ToList();
        if (names.Count == 0)
            return null;
        ImmutableArray<TaskOwner> owners = [.. names.Select(n => n.Named.Owner!).Distinct()];
        ImmutableArray<ImmutableArray<TaskOwner>> others =
            owners.Length == 1 && names[0].Named.Others.Count > 0
                ? [.. names[0].Named.Others.Select(o => ImmutableArray.Create(o))]
                : [];
        return new(
            owners,
            [.. names.Select(n => words.At(n.Token).Span)],
            Math.Min(others.Length > 0 ? 0.6 : 1, request.Names.Min(n => n.Certainty)),
            others,
            names.Find(n => n.Named.IsNickname) is { Named: not null } called
                ? Texts.YouOftenMean(called.Named.Text, words.Slice(called.Token, called.Token + 1))
                : Texts.AddressedTo(string.Join(", ", names.Select(n => n.Named.Text)))
        );
    }

    private Reading<Priority> PriorityOf(IReadOnlyList<PriorityPhrase> phrases)
    {
        var said = phrases.Where(p => p.Says is not null).ToList();
        if (said.Count == 0)
            return new(Priority.Normal, [], 0.8, [], Texts.NoPriorityMentioned);
        var priority = PriorityWords.Combine(said.Select(p => p.Says!.Value));
        return new(
            priority,
            [.. said.Select(p => words.SpanOf(p.From, p.To))],
            0.9,
            [],
            Texts.SaysPriority(string.Join("”, “", said.Select(p => words.Slice(p.From, p.To))), priority)
        );
    }
}
