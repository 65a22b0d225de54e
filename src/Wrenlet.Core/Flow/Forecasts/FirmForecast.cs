using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>When something can be reached.</summary>
/// <param name="Stage">The stage that can then be entered; null where all of a docket is done.</param>
/// <param name="Kept50">The moment that is kept in 50 of 100.</param>
/// <param name="Kept80">The moment that is kept in 80 of 100.</param>
/// <param name="Kept95">The moment that is kept in 95 of 100.</param>
/// <param name="Promise">What was promised; null for nothing.</param>
/// <param name="Sure">In how many of 100 the promise is kept; null where nothing was promised.</param>
/// <param name="Clear">Whether nothing is in the way any more.</param>
public sealed record MomentForecast(
    StageId? Stage,
    Instant Kept50,
    Instant Kept80,
    Instant Kept95,
    Milestone? Promise,
    int? Sure,
    bool Clear
);

/// <summary>When a whole firm's dockets can be done: one plan of all open work, played through many times.</summary>
public sealed class FirmForecast
{
    private const int MostTries = 300;

    private readonly FirmWork _work;
    private readonly ImmutableArray<ImmutableArray<int>> _reached;
    private readonly ImmutableArray<int> _order;
    private readonly ILookup<DocketId, DocketTarget> _targets;
    private ulong _seed = 1;

    private FirmForecast(
        ForecastInput input,
        FirmWork work,
        Plan plan,
        ImmutableArray<int> order,
        ImmutableArray<ImmutableArray<int>> reached
    )
    {
        (Input, _work, Plan, _order, _reached) = (input, work, plan, order, reached);
        _targets = work.Targets.ToLookup(t => t.Docket);
    }

    /// <summary>What it was made of.</summary>
    public ForecastInput Input { get; }

    /// <summary>How all work is laid out.</summary>
    internal Plan Plan { get; }

    /// <summary>The work that is laid out.</summary>
    internal FirmWork Work => _work;

    /// <summary>The order in which people do it.</summary>
    internal ImmutableArray<int> Order => _order;

    /// <summary>Chance goes by it.</summary>
    internal ulong Seed => _seed;

    /// <summary>How the plan fills people's time.</summary>
    public PlannedLoad Load => field ??= new(this);

    /// <summary>When a task is done by the plan, to the quarter of an hour, and by whom of its owners; empty for one that is not open.
    /// </summary>
    public ImmutableArray<LaidOut> LaidOf(TaskId task) =>
        [
            .. Enumerable
                .Range(0, _work.Of.Length)
                .Where(j => _work.Of[j].Task == task && _work.Problem.Jobs[j].Work > 0)
                .Select(j => Outlook.Laid(this, j))
                .Select(l => l with { Starts = Quarter(l.Starts), Ends = Quarter(l.Ends) }),
        ];

    /// <summary>Lays all open work out, and plays it through.</summary>
    /// <param name="input">What there is.</param>
    /// <param name="samples">How often it is played through; from 1.</param>
    /// <param name="seed">Chance goes by it.</param>
    public static FirmForecast Of(ForecastInput input, int samples = 1000, ulong seed = 1)
    {
        ArgumentNullException.ThrowIfNull(input);
        var work = new FirmWork(input);
        var plan = PlanSearch.Find(work.Problem, seed);
        var order = PlanSampler.OrderOf(work.Problem, plan);
        return new(input, work, plan, order, Play(work, plan, order, samples, seed)) { _seed = seed };
    }

    /// <summary>
    /// What would become of it if some tasks were others. What does not depend on them stays where it is; with the same luck, so
    /// that what differs comes of the changes. A change that leaves the plan as it is possible and takes nothing from anybody
    /// makes none of its moments later.
    /// </summary>
    /// <param name="changes">The changes; those of tasks that are not open count for nothing.</param>
    /// <param name="samples">How often it is played through; from 1.</param>
    /// <param name="only">The docket whose moments are wanted; those of others are not there then. Null for all.</param>
    public FirmForecast If(IEnumerable<TaskChange> changes, int samples = 200, DocketId? only = null)
    {
        ArgumentNullException.ThrowIfNull(changes);
        var byTask = changes.Where(c => _work.Expectations.ContainsKey(c.Task)).ToDictionary(c => c.Task);
        var input = Input with
        {
            Tasks =
            [
                .. Input.Tasks.Select(t =>
                    byTask.TryGetValue(t.Id, out var change) ? change.Of(t, LeftOf(t.Id), Input.Now) : t
                ),
            ],
        };
        return Again(new FirmWork(input, _work), [.. byTask.Keys], samples, only);
    }

    private FirmForecast Again(FirmWork work, HashSet<TaskId> changed, int samples, DocketId? only)
    {
        var dockets = Input.Tasks.Where(t => changed.Contains(t.Id)).Select(t => t.Docket?.Id).ToHashSet();
        var moves = new HashSet<int>();
        var look = new Stack<int>(
            Enumerable
                .Range(0, work.Of.Length)
                .Where(j =>
                    (work.Of[j].Docket is { } d && dockets.Contains(d))
                    || (work.Of[j].Task is { } t && changed.Contains(t))
                    || !_work.Places.ContainsKey(work.Chances[j].Key)
                )
        );
        while (look.TryPop(out var job))
            if (moves.Add(job))
                foreach (var next in work.Problem.Next[job])
                    look.Push(next);
        var before = Before(work);
        var found = PlanSearch.Find(work.Problem, _seed, before, moves, MostTries);
        var order = PlanSampler.OrderOf(work.Problem, found);
        // The plan as it was, where it still can be: what only helps then makes nothing later.
        if (!IsPossible(work, before))
            return Made(work, found, order, samples, only);
        var kept = OrderBefore(work);
        var asItWas = new SerialGeneration(work.Problem).InOrder(kept, before.People);
        var same = Made(work, asItWas, kept, samples, only);
        if (
            !work.Targets.Any(t =>
                dockets.Contains(t.Docket) && IsSooner(found, asItWas, work.Problem.Targets[t.Number])
            )
        )
            return same;
        var anew = Made(work, found, order, samples, only);
        return dockets.OfType<DocketId>().All(d => anew.IsNoLater(same, d)) ? anew : same;

        static bool IsSooner(Plan one, Plan other, PlanTarget target) => one.Reached(target) < other.Reached(target);
    }

    private FirmForecast Made(FirmWork work, Plan plan, ImmutableArray<int> order, int samples, DocketId? only) =>
        new(work.Input, work, plan, order, Play(work, plan, order, samples, _seed, only)) { _seed = _seed };

    /// <summary>How each job was laid out; new ones stand at the beginning, for they are moved.</summary>
    private Plan Before(FirmWork work)
    {
        var n = work.Of.Length;
        var (people, starts, ends) = (new int[n], new int[n], new int[n]);
        for (var job = 0; job < n; job++)
        {
            if (!_work.Places.TryGetValue(work.Chances[job].Key, out var was))
            {
                people[job] = -1;
                continue;
            }

            (people[job], starts[job], ends[job]) = (Plan.People[was], Plan.Starts[was], Plan.Ends[was]);
        }

        return new([.. people], [.. starts], [.. ends], Plan.Cost);
    }

    /// <summary>Whether everything there is now was there before, and can be done by who was to do it.</summary>
    private bool IsPossible(FirmWork work, Plan before) =>
        Enumerable
            .Range(0, work.Of.Length)
            .All(j =>
                _work.Places.ContainsKey(work.Chances[j].Key)
                && (
                    before.People[j] >= 0
                        ? work.Problem.Jobs[j].Any.Contains(before.People[j])
                        : work.Problem.Jobs[j].Any.IsEmpty || work.Problem.Jobs[j].Work == 0
                )
            );

    private ImmutableArray<int> OrderBefore(FirmWork work) =>
        [
            .. _order
                .Select(j => work.Places.TryGetValue(_work.Chances[j].Key, out var now) ? now : -1)
                .Where(j => j >= 0),
        ];

    private bool IsNoLater(FirmForecast other, DocketId docket) =>
        MomentsOf(docket).Zip(other.MomentsOf(docket)).All(m => m.First.Kept50 <= m.Second.Kept50);

    /// <summary>The moments of a docket, stage by stage, and the end of all; none for one that is not open.</summary>
    public ImmutableArray<MomentForecast> MomentsOf(DocketId docket) =>
        [.. _targets[docket].Where(IsPlayed).Select(Moment)];

    private bool IsPlayed(DocketTarget target) => !_reached[target.Number].IsEmpty;

    /// <summary>The dockets that something was promised of, with the promise that comes next, those that slip first.</summary>
    public ImmutableArray<(DocketId Docket, MomentForecast Moment)> Promised() =>
        [
            .. _targets
                .Select(d =>
                    (Docket: d.Key, Moment: d.Where(IsPlayed).Select(Moment).FirstOrDefault(m => m.Promise is not null))
                )
                .Where(d => d.Moment is not null)
                .Select(d => (d.Docket, d.Moment!))
                .OrderBy(d => d.Item2.Sure)
                .ThenBy(d => d.Item2.Promise!.At),
        ];

    /// <summary>The moment of an open docket that matters next: the first promise that is not reached, else the end of all.</summary>
    public MomentForecast NextOf(DocketId docket)
    {
        var moments = MomentsOf(docket);
        return moments.FirstOrDefault(m => m is { Promise: not null, Clear: false }) ?? moments[^1];
    }

    /// <summary>What stands before a moment of a docket.</summary>
    /// <param name="docket">An open docket.</param>
    /// <param name="stage">The stage to be entered; null for the end of all.</param>
    public Outlook To(DocketId docket, StageId? stage) => new(this, docket, stage);

    /// <summary>Working time that is left of an open task, as expected; none of one that is not open.</summary>
    public Duration LeftOf(TaskId task) =>
        _work.Expectations.TryGetValue(task, out var expected) ? expected.Left : Duration.Zero;

    /// <summary>For each moment of a docket when it was reached, in rising order; empty where that is not wanted.</summary>
    private static ImmutableArray<ImmutableArray<int>> Play(
        FirmWork work,
        Plan plan,
        ImmutableArray<int> order,
        int samples,
        ulong seed,
        DocketId? only = null
    )
    {
        var wanted = work
            .Targets.Select((t, i) => (Target: t, At: i))
            .Where(t => only is null || t.Target.Docket == only)
            .ToList();
        var played = new PlanSampler(work.Problem, plan, work.Chances, work.Input.Unrest, seed, order).Play(
            samples,
            [.. wanted.Select(t => work.Problem.Targets[t.Target.Number])]
        );
        var reached = new ImmutableArray<int>[work.Targets.Length];
        Array.Fill(reached, []);
        for (var i = 0; i < wanted.Count; i++)
            reached[wanted[i].At] = played[i];
        return [.. reached];
    }

    /// <summary>The same, played through another number of times.</summary>
    /// <param name="samples">How often; from 1.</param>
    /// <param name="only">The docket whose moments are wanted; null for all.</param>
    public FirmForecast Played(int samples, DocketId? only = null) => Made(_work, Plan, _order, samples, only);

    private MomentForecast Moment(DocketTarget target)
    {
        var moments = _reached[target.Number];
        Instant Kept(int of100) =>
            Quarter(Input.Moment(moments[Math.Min(moments.Length - 1, moments.Length * of100 / 100)]));
        int? sure = target.Promise is { } promise
            ? (int)Math.Round(100.0 * moments.Count(m => Input.Moment(m) <= promise.At) / moments.Length)
            : null;
        return new(
            target.Stage,
            Kept(50),
            Kept(80),
            Kept(95),
            target.Promise,
            sure,
            _work.Problem.Targets[target.Number].Jobs.IsEmpty
        );
    }

    /// <summary>What a moment of a docket is in the plan; null where there is none.</summary>
    internal DocketTarget? TargetOf(DocketId docket, StageId? stage) =>
        _targets[docket].FirstOrDefault(t => t.Stage == stage);

    /// <summary>When a target was reached each time it was played, in rising order; empty where that was not wanted.</summary>
    internal ImmutableArray<int> ReachedAt(DocketTarget target) => _reached[target.Number];

    /// <summary>The next quarter of an hour: more would say more than anybody knows.</summary>
    internal static Instant Quarter(Instant moment)
    {
        const long Ticks = 15 * NodaConstants.TicksPerMinute;
        return Instant.FromUnixTimeTicks((moment.ToUnixTimeTicks() + Ticks - 1) / Ticks * Ticks);
    }
}
