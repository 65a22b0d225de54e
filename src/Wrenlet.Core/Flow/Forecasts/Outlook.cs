using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>Work or a wait, laid out.</summary>
/// <param name="Of">What it is.</param>
/// <param name="Person">Who does it; null for nobody.</param>
/// <param name="Starts">When it begins.</param>
/// <param name="Ends">When it is over.</param>
/// <param name="Held">Why it does not begin sooner; null beside the chain.</param>
/// <param name="Spare">Working time by which it could be over later without holding anything up; null on the chain.</param>
public sealed record LaidOut(
    JobOf Of,
    PersonId? Person,
    Instant Starts,
    Instant Ends,
    HeldBy? Held = null,
    Duration? Spare = null
);

/// <summary>How much of somebody's time something takes until it is reached.</summary>
/// <param name="Person">Who.</param>
/// <param name="Work">Work of theirs that it needs.</param>
/// <param name="Other">Other work that is laid out for them until then.</param>
/// <param name="Free">Working time that they have until then.</param>
/// <param name="Away">Working time of theirs that leave takes until then.</param>
public readonly record struct Carrier(PersonId Person, Duration Work, Duration Other, Duration Free, Duration Away);

/// <summary>What makes a forecast less sure than it could be.</summary>
public enum GapKind
{
    /// <summary>Nobody has the task.</summary>
    NoOwner,

    /// <summary>Nobody has said how long it takes.</summary>
    NoEstimate,

    /// <summary>It waits, and nobody knows until when.</summary>
    Waits,

    /// <summary>It has no date, and holds up a stage for which one was promised.</summary>
    NoDate,

    /// <summary>An answer is not there yet.</summary>
    NoAnswer,

    /// <summary>What a task waits for should have come, and has not.</summary>
    NotCome,
}

/// <summary>Something that is not known.</summary>
/// <param name="Kind">What of it is not known.</param>
/// <param name="Task">The task; null for an answer.</param>
/// <param name="Ask">The entry that asks; null for a task.</param>
/// <param name="Expected">What is counted with where nobody estimated; null for all else.</param>
/// <param name="Wait">What has not come; null for all else.</param>
public readonly record struct ForecastGap(
    GapKind Kind,
    TaskId? Task,
    EntryId? Ask,
    Expected? Expected = null,
    DatedWait? Wait = null
);

/// <summary>
/// What stands before a moment of a docket: what decides it, what else is needed, whose time that takes, and what is not known.
/// </summary>
public sealed class Outlook
{
    private readonly FirmForecast _forecast;
    private readonly ForecastInput _input;
    private readonly FirmWork _work;
    private readonly Plan _plan;
    private readonly DocketId _docket;
    private readonly PlanTarget? _target;
    private readonly HashSet<int> _needed;
    private readonly ImmutableArray<ChainLink> _links;

    internal Outlook(FirmForecast forecast, DocketId docket, StageId? stage)
    {
        (_forecast, _docket) = (forecast, docket);
        (_input, _work, _plan) = (forecast.Input, forecast.Work, forecast.Plan);
        _target = forecast.TargetOf(docket, stage) is { } found ? _work.Problem.Targets[found.Number] : null;
        _needed = _target is null ? [] : _work.Problem.NeededFor(_target);
        _links = _target is null ? [] : DecidingChain.Of(_work.Problem, _plan, _target);
    }

    /// <summary>The work that decides when it is reached, in its order.</summary>
    public ImmutableArray<LaidOut> Chain => [.. _links.Select(l => Laid(l.Job) with { Held = l.By })];

    /// <summary>All that has to be done for it, in no order.</summary>
    public ImmutableArray<LaidOut> Needed() => [.. _needed.Select(Laid)];

    /// <summary>What else is to be done for it, with the time to spare, by when it begins.</summary>
    public ImmutableArray<LaidOut> Beside()
    {
        if (_target is null)
            return [];
        var chain = _links.Select(l => l.Job).ToHashSet();
        var latest = LatestEnds(_target);
        return
        [
            .. _needed
                .Where(j => !chain.Contains(j) && _work.Problem.Jobs[j].Work > 0)
                .OrderBy(j => _plan.Starts[j])
                .Select(j => Laid(j) with { Spare = Spare(j, latest[j]) }),
        ];
    }

    /// <summary>What somebody who carries it does for others in the meantime.</summary>
    /// <param name="person">Who.</param>
    /// <param name="until">What begins by then.</param>
    public ImmutableArray<LaidOut> Elsewhere(PersonId person, Instant until)
    {
        var at = _work.People.IndexOf(person);
        return
        [
            .. Enumerable
                .Range(0, _work.Of.Length)
                .Where(j => at >= 0 && _plan.People[j] == at && _work.Of[j].Docket != _docket)
                .Where(j => _input.Moment(_plan.Starts[j]) < until)
                .OrderBy(j => _plan.Starts[j])
                .Select(Laid),
        ];
    }

    /// <summary>Whose time it takes until it is reached, most first.</summary>
    /// <param name="from">From when on; null for now.</param>
    public ImmutableArray<Carrier> Carriers(Instant? from = null)
    {
        if (_target is null)
            return [];
        var since = _input.Minutes(from ?? _input.Now);
        var until = Math.Max(since, _target.Due is { } due and > 0 ? due : _plan.Reached(_target));
        return
        [
            .. _needed
                .Where(j => _plan.People[j] >= 0 && _plan.Ends[j] > since)
                .GroupBy(j => _plan.People[j])
                .Select(g => Carrying(g.Key, g.Sum(j => _work.Of[j].Left.TotalMinutes), since, until))
                .OrderByDescending(c => c.Work),
        ];
    }

    /// <summary>What is not known of what it waits for: each task once, by what is most needed of it.</summary>
    public ImmutableArray<ForecastGap> Gaps() =>
        [
            .. _needed
                .Select(j => _work.Of[j])
                .DistinctBy(o => (o.Task, o.Ask, o.Wait?.Id))
                .Select(Gap)
                .OfType<ForecastGap>()
                .OrderBy(g => g.Kind),
        ];

    private ForecastGap? Gap(JobOf of)
    {
        if (of.Wait is { } wait)
            return wait.Expected <= _input.Now && of.Docket == _docket
                ? new(GapKind.NotCome, wait.Task, null, null, wait)
                : null;
        if (of.Task is not { } id)
            return new(GapKind.NoAnswer, null, of.Ask);
        var task = _work.OpenTask(id);
        if (task.Docket?.Id != _docket)
            return null;
        if (!_work.HasOwner(task))
            return new(GapKind.NoOwner, id, null);
        if (task.Estimate is null && task.Parts.Count == 0)
            return new(GapKind.NoEstimate, id, null, _work.Expectations[id].Whole);
        if (task.State is TaskState.Waiting && !_work.HasWaits(id))
            return new(GapKind.Waits, id, null);
        return task is { Due: null, GateStage: not null } ? new(GapKind.NoDate, id, null) : null;
    }

    private LaidOut Laid(int job) => Laid(_forecast, job);

    /// <summary>A job of the plan.</summary>
    internal static LaidOut Laid(FirmForecast forecast, int job) =>
        new(
            forecast.Work.Of[job],
            forecast.Plan.People[job] is >= 0 and var person ? forecast.Work.People[person] : null,
            forecast.Input.Moment(forecast.Plan.Starts[job]),
            forecast.Input.Moment(forecast.Plan.Ends[job])
        );

    /// <summary>By when each job has to be over for a target to be reached as it is planned.</summary>
    private int[] LatestEnds(PlanTarget target)
    {
        var latest = new int[_work.Of.Length];
        Array.Fill(latest, int.MaxValue);
        var reached = _plan.Reached(target);
        foreach (var job in target.Jobs)
            latest[job] = reached;
        // What comes after it: what waits for it, and what the same person does next.
        var byStart = Enumerable
            .Range(0, latest.Length)
            .OrderBy(j => _plan.Starts[j])
            .ThenBy(j => _plan.Ends[j])
            .ToList();
        var next = new int[latest.Length];
        var last = new Dictionary<int, int>();
        foreach (var job in Enumerable.Reverse(byStart))
        {
            next[job] = -1;
            if (_plan.People[job] < 0)
                continue;
            next[job] = last.GetValueOrDefault(_plan.People[job], -1);
            last[_plan.People[job]] = job;
        }

        foreach (var job in Enumerable.Reverse(byStart))
        {
            foreach (var after in _work.Problem.Next[job])
                latest[job] = Math.Min(latest[job], _work.Problem.LatestStart(_plan, after, latest[after]));
            if (next[job] >= 0)
                latest[job] = Math.Min(latest[job], _work.Problem.LatestStart(_plan, next[job], latest[next[job]]));
        }

        return latest;
    }

    private Duration Spare(int job, int latest)
    {
        if (latest == int.MaxValue)
            return Duration.Zero;
        var minutes = _work.Problem.AxisOf(_plan, job) is { } axis
            ? axis.Until(latest) - axis.Until(_plan.Ends[job])
            : latest - _plan.Ends[job];
        return Duration.FromMinutes(Math.Max(0, minutes));
    }

    private Carrier Carrying(int person, double minutes, int since, int until)
    {
        var axis = _work.Problem.People[person];
        var other = Enumerable
            .Range(0, _work.Of.Length)
            .Where(j => _plan.People[j] == person && _plan.Starts[j] < until && _plan.Ends[j] > since)
            .Where(j => !_needed.Contains(j))
            .Sum(j => _work.Of[j].Left.TotalMinutes);
        var one = _input.People.First(p => p.Id == _work.People[person]);
        var (begins, ends) = (_input.Moment(since), _input.Moment(until));
        var first = one.Hours.DateOf(begins);
        var away = Enumerable
            .Range(0, Period.DaysBetween(first, one.Hours.DateOf(ends)) + 1)
            .Select(n => first.PlusDays(n))
            .Where(day => one.Leaves.Any(l => l.Covers(day)))
            .SelectMany(one.Hours.ShiftsOf)
            .Select(s => Instant.Min(s.To, ends) - Instant.Max(s.From, begins))
            .Where(l => l > Duration.Zero)
            .Aggregate(Duration.Zero, (sum, l) => sum + l);
        return new(
            one.Id,
            Duration.FromMinutes(minutes),
            Duration.FromMinutes(other),
            Duration.FromMinutes(axis.Until(until) - axis.Until(since)),
            away
        );
    }
}
