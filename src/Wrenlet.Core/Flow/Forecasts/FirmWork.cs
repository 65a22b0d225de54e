using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>What a job of the plan is.</summary>
/// <param name="Task">The task that it is, or is a share of; null for a wait.</param>
/// <param name="Ask">The entry that asks for the answer; null for all else.</param>
/// <param name="Docket">The docket that it belongs to; null for none.</param>
/// <param name="Left">Working time that is left of it, as expected; the time on the wall for a wait.</param>
/// <param name="By">Where that comes from; null for a wait.</param>
/// <param name="Wait">What a task waits for that comes from elsewhere; null for all else.</param>
public readonly record struct JobOf(
    TaskId? Task,
    EntryId? Ask,
    DocketId? Docket,
    Duration Left,
    ExpectedBy? By,
    DatedWait? Wait = null
);

/// <summary>A moment of a docket that can be forecast.</summary>
/// <param name="Docket">Which docket.</param>
/// <param name="Stage">The stage that can then be entered; null where all of it is done.</param>
/// <param name="Promise">What was promised for it; null for nothing.</param>
/// <param name="Number">Its place among the targets of the problem.</param>
public sealed record DocketTarget(DocketId Docket, StageId? Stage, Milestone? Promise, int Number);

/// <summary>A firm's open work as jobs for people's hours.</summary>
internal sealed class FirmWork
{
    private const int DaysLaidOut = 500;
    private const double LeastLeft = 0.1;

    private readonly Dictionary<PersonId, int> _people;
    private readonly Dictionary<CrewId, ImmutableArray<int>> _crews;
    private readonly Dictionary<PersonId, ImmutableArray<CrewId>> _crewsOf;
    private readonly Dictionary<TaskId, WorkTask> _open;
    private readonly Dictionary<TaskId, int> _ends = [];
    private readonly HashSet<TaskId> _begun = [];
    private readonly Dictionary<DocketId, KindId> _kinds;
    private readonly ILookup<TaskId, WorkTask> _parts;
    private readonly ILookup<TaskId, DatedWait> _waits;
    private readonly Dictionary<TaskId, DueWork> _shares;
    private readonly List<PlanJob> _jobs = [];
    private readonly List<JobOf> _of = [];
    private readonly List<Chance> _chances = [];

    /// <param name="input">What there is.</param>
    /// <param name="same">The work of the same people, to go on with their hours; null for none.</param>
    public FirmWork(ForecastInput input, FirmWork? same = null)
    {
        Input = input;
        var people = input.People.OrderBy(p => p.Id.Value).ToList();
        _people = people.Select((p, i) => (p.Id, i)).ToDictionary(p => p.Id, p => p.i);
        People = [.. people.Select(p => p.Id)];
        _crewsOf = people.ToDictionary(p => p.Id, p => p.Crews);
        _crews = people
            .SelectMany((p, i) => p.Crews.Select(c => (Crew: c, At: i)))
            .GroupBy(p => p.Crew, p => p.At)
            .ToDictionary(g => g.Key, g => g.ToImmutableArray());
        _open = input.Tasks.Where(t => !t.Progress.Over).ToDictionary(t => t.Id);
        _parts = _open.Values.Where(t => t.Parent is { } p && _open.ContainsKey(p)).ToLookup(t => t.Parent!.Value);
        _waits = input.Waits.Where(w => w.Came is null).ToLookup(w => w.Task);
        _kinds = input.Dockets.ToDictionary(d => d.Docket.Id, d => d.Kind.Id);
        Expectations = _open.Values.ToDictionary(
            t => t.Id,
            t =>
                same is not null && same._open.TryGetValue(t.Id, out var was) && ReferenceEquals(was, t)
                    ? same.Expectations[t.Id]
                    : Expect(t)
        );
        _shares = Load.Lay(
                _open.Values.Select(t => new OpenWork(
                    t.Id,
                    t.Parent,
                    t.Owners,
                    t.Due,
                    Expectations[t.Id].Left,
                    t.Parts.Count > 0,
                    t.Parts.Percent
                ))
            )
            .ToDictionary(w => w.Task);
        foreach (var task in _open.Values.OrderBy(t => t.Key))
            Add(task);
        var targets = new List<PlanTarget>();
        var ofDockets = new List<DocketTarget>();
        var tasksOf = _open.Values.ToLookup(t => t.Docket?.Id);
        foreach (var docket in input.Dockets)
            AddTargets(docket, [.. tasksOf[docket.Docket.Id]], targets, ofDockets);
        foreach (var task in _open.Values.Where(t => t.Due is not null))
            targets.Add(new([_ends[task.Id]], input.Minutes(task.Due!.Value), 0.2 * Weight(task.Priority)));
        Targets = [.. ofDockets];
        Problem = new(
            same?.Problem.People ?? [.. people.Select(Axis)],
            same?.Problem.Firm ?? Axis(input.Firm, [], []),
            [.. _jobs],
            [.. targets]
        );
        Of = [.. _of];
        Chances = [.. _chances];
        Places = Chances.Select((c, i) => (c.Key, i)).ToDictionary(c => c.Key, c => c.i);
    }

    public ForecastInput Input { get; }

    public ImmutableArray<PersonId> People { get; }

    public PlanProblem Problem { get; }

    public ImmutableArray<JobOf> Of { get; }

    public ImmutableArray<Chance> Chances { get; }

    public ImmutableArray<DocketTarget> Targets { get; }

    public Dictionary<TaskId, (Expected Whole, Duration Left)> Expectations { get; }

    /// <summary>Where the job of each identity stands.</summary>
    public Dictionary<ulong, int> Places { get; }

    /// <summary>An open task.</summary>
    public WorkTask OpenTask(TaskId id) => _open[id];

    /// <summary>The kind of a task's docket; null for none.</summary>
    public KindId? KindOf(WorkTask task) =>
        task.Docket is { } docket && _kinds.TryGetValue(docket.Id, out var found) ? found : null;

    /// <summary>Whether anybody has a task, or what it is a part of.</summary>
    public bool HasOwner(WorkTask task) => !task.Owners.IsEmpty || !_shares[task.Id].Owners.IsEmpty;

    /// <summary>Whether a task waits for something from elsewhere that was said to come on a day.</summary>
    public bool HasWaits(TaskId task) => _waits.Contains(task);

    /// <summary>A number for an identity, as chance goes by it.</summary>
    public static ulong KeyOf(Guid id)
    {
        Span<byte> bytes = stackalloc byte[16];
        id.TryWriteBytes(bytes);
        return BitConverter.ToUInt64(bytes) * 31 + BitConverter.ToUInt64(bytes[8..]);
    }

    private (Expected Whole, Duration Left) Expect(WorkTask task)
    {
        var whole = Input.Experience.Of(task.Title, KindOf(task), task.Estimate, CrewsOf(task.Owners));
        // What has taken longer than expected is not done for that.
        return (whole, Duration.Max(whole.Middle - task.Spent, whole.Middle * LeastLeft));
    }

    /// <summary>The crews of those who have a task.</summary>
    private HashSet<CrewId> CrewsOf(ImmutableArray<OwnerShare> owners) =>
        [
            .. owners.SelectMany(o =>
                o.Owner switch
                {
                    TaskOwner.OfCrew c => [c.Crew],
                    TaskOwner.OfPerson p when _crewsOf.TryGetValue(p.Person, out var crews) => crews,
                    _ => ImmutableArray<CrewId>.Empty,
                }
            ),
        ];

    /// <summary>The jobs of a task: one that any of its owners does, or one for each owner; and its end.</summary>
    /// <returns>The job at whose end it is done; null in a ring of tasks that wait for one another.</returns>
    private int? Add(WorkTask task)
    {
        if (_ends.TryGetValue(task.Id, out var known))
            return known;
        if (!_begun.Add(task.Id))
            return null;
        ImmutableArray<int> after =
            task.BlockedBy.IsEmpty && !_parts.Contains(task.Id) && !_waits.Contains(task.Id)
                ? []
                :
                [
                    .. task
                        .BlockedBy.Select(b => b.Id)
                        .Concat(_parts[task.Id].Select(p => p.Id))
                        .Distinct()
                        .Where(_open.ContainsKey)
                        .Select(b => Add(_open[b]))
                        .OfType<int>(),
                    .. _waits[task.Id].Select(w => AddWait(w, task.Docket?.Id)),
                ];
        if (Input.Visits.TryGetValue(task.Id, out var visit) && visit.Until > Input.Now)
            return _ends[task.Id] = AddVisit(task, visit, after);
        var from = task.Start is { } start ? Input.Minutes(start) : 0;
        var share = _shares[task.Id];
        var left = share.Remaining ?? Duration.Zero;
        var own = task.Owners.IsEmpty ? share.Owners : task.Owners;
        var open = own.Where(o => !o.Done).ToList();
        var each = task.Rule is not CompletionRule.Any && open.Count > 1;
        if (!each)
        {
            var any = open.Count == 1 ? Whom(open[0]) : [.. open.SelectMany(o => Whom(o)).Distinct().Order()];
            return _ends[task.Id] = Job(task, left, any, after, from, 0);
        }

        var percents = Shares(open);
        ImmutableArray<int> jobs = [.. open.Select((o, i) => Job(task, left * percents[i], Whom(o), after, from, i))];
        return _ends[task.Id] = Job(task, Duration.Zero, [], jobs, from, open.Count);
    }

    private int Job(
        WorkTask task,
        Duration left,
        ImmutableArray<int> any,
        ImmutableArray<int> after,
        int from,
        int number
    )
    {
        var (whole, _) = Expectations[task.Id];
        // In the plan everybody also has what nobody knows of yet; chance then says how much.
        var minutes = left.TotalMinutes / (1 - Input.Unrest.NewWork);
        _jobs.Add(new(left > Duration.Zero ? Math.Max(1, (int)Math.Round(minutes)) : 0, any, after, from));
        _of.Add(new(task.Id, null, task.Docket?.Id, left, whole.By));
        _chances.Add(
            new(
                new Spread(1, whole.Width),
                KeyOf(task.Id.Value) + (ulong)number,
                task.Docket is { } d ? KeyOf(d.Id.Value) : 0
            )
        );
        return _jobs.Count - 1;
    }

    /// <summary>Who can do an owner's part, by their place, in order.</summary>
    private ImmutableArray<int> Whom(OwnerShare share) =>
        share.Owner switch
        {
            TaskOwner.OfPerson p => _people.TryGetValue(p.Person, out var at) ? [at] : [],
            TaskOwner.OfCrew c => _crews.GetValueOrDefault(c.Crew, []),
            _ => throw new ArgumentOutOfRangeException(nameof(share), share, "Unknown kind of owner."),
        };

    /// <summary>How much of what is left is each owner's: as was said, else the same for each.</summary>
    private static double[] Shares(List<OwnerShare> open)
    {
        var said = open.Sum(o => o.Percent ?? 0);
        var without = open.Count(o => o.Percent is null);
        var rest = without > 0 ? Math.Max(0, 100.0 - said) / without : 0;
        var all = Math.Max(1, said + (rest * without));
        return [.. open.Select(o => (o.Percent ?? rest) / all)];
    }

    private void AddTargets(
        ForecastDocket docket,
        IReadOnlyList<WorkTask> tasks,
        List<PlanTarget> targets,
        List<DocketTarget> ofDockets
    )
    {
        var (kind, id) = (docket.Kind, docket.Docket.Id);
        var now = kind.PositionOf(docket.Docket.Stage);
        var weight = Weight(docket.Docket.Priority);
        // What holds stages up, by the place of the stage; what holds none up counts for the end alone.
        var holds = tasks
            .Select(t => (At: PlaceOf(t.Id.Value, t.GateStage?.Id), Job: _ends[t.Id]))
            .Concat(docket.Asks.Select(a => (At: PlaceOf(a.Entry.Value, a.Stage), Job: AddAsk(a, id))))
            .Concat(
                docket
                    .Locks.Where(l => l.Task is { } task && _ends.ContainsKey(task))
                    .Select(l => (At: PlaceOf(l.Id, l.Stage), Job: _ends[l.Task!.Value]))
            )
            .ToList();
        for (var i = now + 1; i < kind.Stages.Length; i++)
            AddTarget(kind.Stages[i].Id, [.. holds.Where(h => h.At <= i).Select(h => h.Job)]);
        AddTarget(null, [.. holds.Select(h => h.Job)]);

        int PlaceOf(Guid of, StageId? stage) =>
            stage is { } s && !docket.Lifted.Contains(new(of, s)) && kind.PositionOf(s) is >= 0 and var at
                ? at
                : int.MaxValue;

        void AddTarget(StageId? stage, ImmutableArray<int> of)
        {
            var promise = Promises.For(docket, stage);
            var due = promise is null ? (int?)null : Input.Minutes(promise.At);
            ofDockets.Add(new(id, stage, promise, targets.Count));
            targets.Add(new(of, due, promise?.PromisedTo is null ? weight : weight * 2));
        }
    }

    private int AddAsk(ForecastAsk ask, DocketId docket)
    {
        // Until it is due; after that, and where nobody said by when, as long as such answers took before.
        var waited = Duration.Max(Duration.Zero, Input.Now - ask.Asked);
        var expected =
            ask.Due is { } due && due > Input.Now
                ? Patience.Until(due - Input.Now)
                : Input.Answers.Of(ask.Of, null, waited);
        return AddWait(new(null, ask.Entry, docket, expected.Left, null), expected, ask.Entry.Value);
    }

    /// <summary>A visit takes place when it was agreed; who goes there has that time taken from theirs.</summary>
    private int AddVisit(WorkTask task, (Instant From, Instant Until) visit, ImmutableArray<int> after)
    {
        var from = Input.Minutes(visit.From);
        _jobs.Add(new(Input.Minutes(visit.Until) - from, [], after, from, Waits: true));
        _of.Add(new(task.Id, null, task.Docket?.Id, Expectations[task.Id].Left, Expectations[task.Id].Whole.By));
        _chances.Add(new(Spread.Certain, KeyOf(task.Id.Value), 0));
        return _jobs.Count - 1;
    }

    private int AddWait(DatedWait wait, DocketId? docket)
    {
        // From when the day was last said: whoever has put it off once has said anew how long it takes.
        var expected = Input.Arrivals.Of(
            wait.ToldBy,
            wait.Expected - wait.Stands,
            Duration.Max(Duration.Zero, Input.Now - wait.Stands)
        );
        return AddWait(new(null, null, docket, expected.Left, null, wait), expected, wait.Id);
    }

    private int AddWait(JobOf of, ExpectedWait expected, Guid key)
    {
        _jobs.Add(new(Math.Max(1, (int)Math.Ceiling(expected.Left.TotalMinutes)), [], [], Waits: true));
        _of.Add(of);
        _chances.Add(new(new Spread(1, expected.Width), KeyOf(key), 0));
        return _jobs.Count - 1;
    }

    private static double Weight(Priority priority) =>
        priority switch
        {
            Priority.Critical => 8,
            Priority.High => 3,
            Priority.Normal => 1,
            _ => 0.4,
        };

    private WorkAxis Axis(ForecastPerson person) => Axis(person.Hours, person.Leaves, person.Meetings);

    /// <summary>The hours from now on, without leave and meetings.</summary>
    private WorkAxis Axis(
        WorkCalendar hours,
        ImmutableArray<Leave> leaves,
        ImmutableArray<(Instant From, Instant Until)> meetings
    )
    {
        var met = meetings.Where(m => m.Until > Input.Now).OrderBy(m => m.From).ToList();
        var open = new List<(int From, int Until)>();
        var today = hours.DateOf(Input.Now);
        for (var day = today; day < today.PlusDays(DaysLaidOut); day = day.PlusDays(1))
        {
            if (leaves.Any(l => l.Covers(day)))
                continue;
            foreach (var (from, to) in hours.ShiftsOf(day))
            {
                var at = from;
                foreach (var (begins, ends) in met)
                {
                    if (begins < to && ends > at)
                    {
                        Open(at, Instant.Min(begins, to));
                        at = Instant.Max(at, ends);
                    }
                }

                Open(at, to);
            }
        }

        return new(open);

        void Open(Instant from, Instant until)
        {
            if (until > from && until > Input.Now)
                open.Add((Input.Minutes(from), Input.Minutes(until)));
        }
    }
}
