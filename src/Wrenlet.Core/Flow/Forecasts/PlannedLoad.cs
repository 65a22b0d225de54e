using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>How much of a piece of work falls into a stretch of time.</summary>
/// <param name="Of">What it is.</param>
/// <param name="Time">Working time of it, as expected; above none.</param>
/// <param name="Wanted">Whether it is due, or something that was promised waits for it.</param>
public readonly record struct LoadedWork(JobOf Of, Duration Time, bool Wanted);

/// <summary>A stretch of somebody's time, with what is laid out in it.</summary>
/// <param name="Free">Working time in it without leave and meetings; of what has begun, what is left.</param>
/// <param name="Work">What is laid out in it, by when it begins.</param>
/// <param name="Overfull">Whether it lies in a time that has to hold more than it can, however it is laid out.</param>
/// <param name="TooMuch">How much more by the end of such a time that ends in it; none for no such end.</param>
public sealed record LoadedTime(Duration Free, ImmutableArray<LoadedWork> Work, bool Overfull, Duration TooMuch)
{
    /// <summary>What is laid out in it.</summary>
    public Duration Planned => Sum(Work);

    /// <summary>What of that is due, or promised.</summary>
    public Duration Promised => Sum(Work.Where(w => w.Wanted));

    private static Duration Sum(IEnumerable<LoadedWork> work) =>
        work.Aggregate(Duration.Zero, (sum, w) => sum + w.Time);
}

/// <summary>
/// How the plan fills people's time, and where no plan could help: work that cannot begin before a moment and has to be over by
/// another needs more than there is between them (the processor demand of Baruah, Rosier and Howell, "Algorithms and complexity
/// concerning the preemptive scheduling of periodic, real-time tasks on one processor", Real-Time Systems 2, 1990).
/// </summary>
public sealed class PlannedLoad
{
    private readonly ForecastInput _input;
    private readonly FirmWork _work;
    private readonly Plan _plan;
    private readonly int[] _deadlines;

    internal PlannedLoad(FirmForecast forecast)
    {
        (_input, _work, _plan) = (forecast.Input, forecast.Work, forecast.Plan);
        _deadlines = Deadlines();
    }

    /// <summary>How somebody's time is filled.</summary>
    /// <param name="person">Who.</param>
    /// <param name="times">Stretches of time in a row, from now on.</param>
    public ImmutableArray<LoadedTime> Of(PersonId person, IReadOnlyList<(Instant From, Instant Until)> times) =>
        _work.People.IndexOf(person) is >= 0 and var at ? Of([at], times) : [];

    /// <summary>How a crew's time is filled: what all of its people do.</summary>
    /// <param name="crew">Which crew.</param>
    /// <param name="times">Stretches of time in a row, from now on.</param>
    public ImmutableArray<LoadedTime> Of(CrewId crew, IReadOnlyList<(Instant From, Instant Until)> times) =>
        Of(
            [
                .. _input
                    .People.Where(p => p.Crews.Contains(crew))
                    .Select(p => _work.People.IndexOf(p.Id))
                    .Where(at => at >= 0),
            ],
            times
        );

    private ImmutableArray<LoadedTime> Of(IReadOnlyList<int> people, IReadOnlyList<(Instant From, Instant Until)> times)
    {
        ArgumentNullException.ThrowIfNull(times);
        var axes = people.Select(p => _work.Problem.People[p]).ToList();
        var own = Enumerable
            .Range(0, _work.Of.Length)
            .Where(j => _plan.People[j] >= 0 && people.Contains(_plan.People[j]))
            .OrderBy(j => _plan.Starts[j])
            .ToList();
        var bounds = times.Select(t => (From: _input.Minutes(t.From), Until: _input.Minutes(t.Until))).ToList();
        var full = Overfull(people, axes);
        return
        [
            .. bounds.Select(b => new LoadedTime(
                Duration.FromMinutes(axes.Sum(a => a.Until(b.Until) - a.Until(b.From))),
                [.. own.Select(j => Within(j, b.From, b.Until)).Where(w => w.Time > Duration.Zero)],
                full.Any(f => f.From < b.Until && f.Until > b.From),
                full.Where(f => f.Until > b.From && f.Until <= b.Until)
                    .Select(f => f.TooMuch)
                    .DefaultIfEmpty(Duration.Zero)
                    .Max()
            )),
        ];
    }

    /// <summary>How much of a job falls between two moments: of its expected time, without what is kept for new work.</summary>
    private LoadedWork Within(int job, int from, int until)
    {
        var axis = _work.Problem.People[_plan.People[job]];
        var minutes = axis.Until(Math.Min(until, _plan.Ends[job])) - axis.Until(Math.Max(from, _plan.Starts[job]));
        var whole = Math.Max(1, _work.Problem.Jobs[job].Work);
        return new(
            _work.Of[job],
            minutes > 0 ? _work.Of[job].Left * Math.Min(1, minutes / (double)whole) : Duration.Zero,
            _deadlines[job] != int.MaxValue
        );
    }

    /// <summary>
    /// The times that have to hold more than they can: for each moment by which something has to be over, the shortest one that
    /// ends there. Only what these people alone can do counts.
    /// </summary>
    /// <param name="people">Who, by their place.</param>
    /// <param name="axes">Their hours.</param>
    private List<(int From, int Until, Duration TooMuch)> Overfull(IReadOnlyList<int> people, List<WorkAxis> axes)
    {
        // What is late already has to be over today.
        var tomorrow = _input.Firm.DateOf(_input.Now).PlusDays(1);
        var soon = _input.Minutes(_input.Firm.FirstMoment(tomorrow.AtMidnight()));
        var theirs = Enumerable
            .Range(0, _work.Of.Length)
            .Where(j =>
                _deadlines[j] != int.MaxValue
                && _work.Problem.Jobs[j] is { Any.IsEmpty: false } job
                && job.Any.All(people.Contains)
            )
            .Select(j =>
                (
                    From: _work.Problem.Jobs[j].From,
                    Until: Math.Max(soon, _deadlines[j]),
                    Left: _work.Of[j].Left.TotalMinutes
                )
            )
            .ToList();
        var full = new List<(int From, int Until, Duration TooMuch)>();
        foreach (var until in theirs.Select(t => t.Until).Distinct().Order())
        {
            var due = theirs.Where(t => t.Until <= until).OrderByDescending(t => t.From).ToList();
            var (needed, at) = (0.0, 0);
            foreach (var from in due.Select(t => t.From).Distinct())
            {
                for (; at < due.Count && due[at].From == from; at++)
                    needed += due[at].Left;
                var there = axes.Sum(a => Math.Max(0, a.Until(until) - a.Until(from)));
                if (needed < there + 1)
                    continue;
                full.Add((from, until, Duration.FromMinutes(needed - there)));
                break;
            }
        }

        return full;
    }

    /// <summary>By when each job has to be over for what is due and promised; <see cref="int.MaxValue"/> for no moment.</summary>
    private int[] Deadlines()
    {
        var problem = _work.Problem;
        var deadlines = new int[problem.Jobs.Length];
        Array.Fill(deadlines, int.MaxValue);
        foreach (var target in problem.Targets)
            if (target.Due is { } due)
                foreach (var job in target.Jobs)
                    deadlines[job] = Math.Min(deadlines[job], due);
        for (var i = problem.Order.Length - 1; i >= 0; i--)
        {
            var job = problem.Order[i];
            foreach (var next in problem.Next[job])
                deadlines[job] = Math.Min(deadlines[job], Before(next, deadlines[next]));
        }

        return deadlines;
    }

    /// <summary>By when what comes before a job has to be over, in the evening rather than on the next morning.</summary>
    private int Before(int job, int deadline)
    {
        if (deadline == int.MaxValue)
            return deadline;
        return _work.Problem.AxisOf(_plan, job) is { } axis
            ? axis.Ends(Math.Max(0, axis.Until(deadline) - _work.Problem.Jobs[job].Work))
            : deadline - _work.Problem.Jobs[job].Work;
    }
}
