using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>What a way of sharing the work out is worth, in parts that can be read.</summary>
/// <param name="Certainty">In how many of 100 promises are kept, on average, by how much they matter.</param>
/// <param name="Late">Working time by which what is due, and what was promised on average, is late: of each no more than two
/// days.</param>
public readonly record struct LevelScore(double Certainty, Duration Late);

/// <summary>That somebody else takes a task, or helps with it, and why.</summary>
/// <param name="Task">Which task.</param>
/// <param name="From">Who has it; null for nobody.</param>
/// <param name="To">Who would do it, or help.</param>
/// <param name="Share">How much of it they would do where they help; null for all of it.</param>
/// <param name="DidLike">How many tasks like it they have done.</param>
/// <param name="Crew">A crew that both are in; null for none.</param>
/// <param name="AtIt">Whether they have other work of the same docket.</param>
/// <param name="Helps">The docket whose promise it helps most; null where it only makes less late.</param>
/// <param name="Sure">In how many of 100 that promise is kept with all changes.</param>
/// <param name="SureWithout">In how many it would be kept with all others.</param>
/// <param name="Late">By how much less is late with it.</param>
public sealed record LevelStep(
    TaskId Task,
    PersonId? From,
    PersonId To,
    Duration? Share,
    int DidLike,
    CrewId? Crew,
    bool AtIt,
    DocketId? Helps,
    int Sure,
    int SureWithout,
    Duration Late
)
{
    /// <summary>What it changes.</summary>
    public TaskChange Change =>
        Share is { } share ? new(Task, Help: new Help(To, share)) : new TaskChange(Task, Owner: To);
}

/// <summary>Who should do what.</summary>
/// <param name="Steps">What would be changed, what helps most first; none where nothing helps enough.</param>
/// <param name="Before">What it is worth as it is.</param>
/// <param name="After">What it is worth with all changes.</param>
public sealed record LevelPlan(ImmutableArray<LevelStep> Steps, LevelScore Before, LevelScore After);

/// <summary>Who may be given what.</summary>
/// <param name="MayMove">Whether who asks may change a task.</param>
/// <param name="MayTake">Whether somebody sees it, and who asks may give it to them.</param>
public sealed record LevelRules(Predicate<WorkTask> MayMove, Func<PersonId, WorkTask, bool> MayTake);

/// <summary>
/// Finds who should do what for promises to be kept: it hands over one task after the other, each time the one that is worth
/// most, until none is worth a hand-over any more; then takes back what the others have made needless. What is worth how much
/// can be read: a point for each in a hundred that a promise is surer, times how much it matters, and for each half hour by which
/// less is late; a hand-over costs three. Then it looks whether somebody who helps with what is long would make promises surer that
/// are not sure yet.
/// </summary>
/// <remarks>
/// A gain that was looked at once is hardly more after others were taken, so only the best are looked at again (Minoux,
/// "Accelerated greedy algorithms for maximizing submodular set functions", 1978). All ways are played through with the same luck.
/// </remarks>
public sealed class Levelling
{
    private const int Samples = 120;
    private const int MostSteps = 10;
    private const int MostTasks = 60;
    private const int MostPeople = 4;
    private const double OfHandOver = 3;
    private const double OfLateHour = 2;
    private const double SureEnough = 95;
    private const double MostLateHours = 16;
    private const int MostHelps = 3;
    private const int MostHelpsLooked = 12;
    private static readonly Duration LongWork = Duration.FromHours(4);

    private readonly FirmForecast _forecast;
    private readonly FirmWork _work;
    private readonly LevelRules _rules;
    private readonly ImmutableArray<DocketTarget> _promised;
    private readonly ImmutableArray<double> _weights;
    private readonly ImmutableArray<PlanTarget> _due;
    private readonly HashSet<(int Person, DocketId Docket)> _at;

    private Levelling(FirmForecast forecast, LevelRules rules)
    {
        (_forecast, _work, _rules) = (forecast, forecast.Work, rules);
        _promised =
        [
            .. _work.Targets.Where(t => t.Promise is { } p && p.At > forecast.Input.Now && !TargetOf(t).Jobs.IsEmpty),
        ];
        _weights = [.. _promised.Select(t => TargetOf(t).Weight)];
        _at =
        [
            .. Enumerable
                .Range(0, _work.Of.Length)
                .Where(j => forecast.Plan.People[j] >= 0 && _work.Of[j].Docket is not null)
                .Select(j => (forecast.Plan.People[j], _work.Of[j].Docket!.Value)),
        ];
        var ofDockets = _work.Targets.Select(t => t.Number).ToHashSet();
        _due = [.. _work.Problem.Targets.Where((t, i) => t.Due is not null && !ofDockets.Contains(i))];
    }

    /// <summary>Proposes who should do what.</summary>
    /// <param name="forecast">How it is now.</param>
    /// <param name="rules">Who may be given what.</param>
    public static LevelPlan Of(FirmForecast forecast, LevelRules rules)
    {
        ArgumentNullException.ThrowIfNull(forecast);
        ArgumentNullException.ThrowIfNull(rules);
        return new Levelling(forecast, rules).Find();
    }

    private PlanTarget TargetOf(DocketTarget target) => _work.Problem.Targets[target.Number];

    private LevelPlan Find()
    {
        var people = _forecast.Plan.People.ToArray();
        var start = Look(people);
        var taken = new List<HandOver>();
        var now = start;
        // What was worth most when it was last looked at comes first; what is looked at again is worth what it says.
        var open = new PriorityQueue<(HandOver Over, int At), double>();
        foreach (var over in HandOvers(start))
            if (Gain(over) is > OfHandOver and var gain)
                open.Enqueue((over, 0), -gain);
        while (taken.Count < MostSteps && open.TryDequeue(out var best, out var worth))
        {
            if (taken.Any(t => t.Task == best.Over.Task))
                continue;
            if (best.At < taken.Count)
            {
                if (Gain(best.Over) is > OfHandOver and var gain)
                    open.Enqueue((best.Over, taken.Count), -gain);
                continue;
            }

            Give(best.Over);
            taken.Add(best.Over);
            now = Look(people);
        }

        foreach (var needless in taken.ToList())
        {
            TakeBack(needless);
            if (now.Points - Look(people).Points > OfHandOver || needless.From is null)
            {
                Give(needless);
                continue;
            }

            taken.Remove(needless);
            now = Look(people);
        }

        var steps = taken.Select(Step).OrderByDescending(s => s.Worth).Select(s => s.Step).ToList();
        var (helps, after) = Helpers(steps);
        return new([.. steps, .. helps], start.Score, helps.Count > 0 ? after.Score : now.Score);

        double Gain(HandOver over)
        {
            Give(over);
            var gain = Look(people).Points - now.Points + (over.From is null ? OfHandOver + 1 : 0);
            TakeBack(over);
            return gain;
        }

        void Give(HandOver over) => people[over.Job] = over.To;

        void TakeBack(HandOver over) => people[over.Job] = over.From ?? -1;

        (LevelStep Step, double Worth) Step(HandOver over)
        {
            TakeBack(over);
            var without = Look(people);
            Give(over);
            var most = Most(now, without);
            var (from, to) = (over.From is { } f ? (PersonId?)_work.People[f] : null, _work.People[over.To]);
            return (
                new(
                    over.Task,
                    from,
                    to,
                    null,
                    over.DidLike,
                    over.Crew,
                    over.AtIt,
                    most is { } m ? _promised[m].Docket : null,
                    most is { } w ? (int)Math.Round(now.Sure[w]) : 0,
                    most is { } o ? (int)Math.Round(without.Sure[o]) : 0,
                    Duration.Max(Duration.Zero, without.Score.Late - now.Score.Late)
                ),
                now.Points - without.Points
            );
        }
    }

    /// <summary>The promise that gains most, by its place; null where none gains anything.</summary>
    private int? Most(Looked with, Looked without)
    {
        int? most = null;
        for (var i = 0; i < _promised.Length; i++)
            if (with.Sure[i] - without.Sure[i] >= 1 && (most is not { } m || Gained(i) > Gained(m)))
                most = i;
        return most;

        double Gained(int promise) => (with.Sure[promise] - without.Sure[promise]) * _weights[promise];
    }

    /// <summary>Who should help with what is long and decides a promise that is not sure, beside what changes hands.</summary>
    private (List<LevelStep> Steps, Looked After) Helpers(IReadOnlyList<LevelStep> steps)
    {
        var changes = steps.Select(s => s.Change).ToList();
        var now = changes.Count == 0 ? _forecast.Played(Samples) : _forecast.If(changes, Samples);
        var worth = Look(now);
        var helps = new List<LevelStep>();
        while (helps.Count < MostHelps)
        {
            var best = Long(now, worth)
                .Where(h => changes.TrueForAll(c => c.Task != h.Task))
                .Take(MostHelpsLooked)
                .Select(h => (Step: h, If: _forecast.If([.. changes, h.Change], Samples)))
                .Select(h => (h.Step, h.If, Looked: Look(h.If)))
                .OrderByDescending(h => h.Looked.Points)
                .FirstOrDefault();
            if (best.Step is null || best.Looked.Points - worth.Points <= OfHandOver)
                break;
            var most = Most(best.Looked, worth);
            helps.Add(
                best.Step with
                {
                    Helps = most is { } m ? _promised[m].Docket : null,
                    Sure = most is { } w ? (int)Math.Round(best.Looked.Sure[w]) : 0,
                    SureWithout = most is { } o ? (int)Math.Round(worth.Sure[o]) : 0,
                    Late = Duration.Max(Duration.Zero, worth.Score.Late - best.Looked.Score.Late),
                }
            );
            changes.Add(best.Step.Change);
            (now, worth) = (best.If, best.Looked);
        }

        return (helps, worth);
    }

    /// <summary>What somebody could help with: what is long and decides a promise that is not sure.</summary>
    private IEnumerable<LevelStep> Long(FirmForecast now, Looked worth) =>
        Enumerable
            .Range(0, _promised.Length)
            .Where(i => worth.Sure[i] < SureEnough)
            .OrderByDescending(i => (100 - worth.Sure[i]) * _weights[i])
            .SelectMany(i => now.To(_promised[i].Docket, _promised[i].Stage).Chain)
            .Where(l => l.Of is { Task: not null } && l.Of.Left >= LongWork && l.Person is not null)
            .DistinctBy(l => l.Of.Task)
            .OrderByDescending(l => l.Of.Left)
            .Select(l => (Laid: l, Task: _work.OpenTask(l.Of.Task!.Value)))
            .Where(l => l.Task is { Owners: [{ Owner: TaskOwner.OfPerson }], Parts.Count: 0 } && _rules.MayMove(l.Task))
            .SelectMany(l =>
                Takers(l.Task, _work.People.IndexOf(l.Laid.Person!.Value))
                    .Select(t => new LevelStep(
                        l.Task.Id,
                        l.Laid.Person,
                        _work.People[t.To],
                        Duration.FromMinutes(Math.Round(l.Laid.Of.Left.TotalMinutes / 60) * 30),
                        t.DidLike,
                        t.Crew,
                        t.AtIt,
                        null,
                        0,
                        0,
                        Duration.Zero
                    ))
            );

    /// <summary>What could be handed over: what stands before promises that are not sure, and what is late by the plan.</summary>
    private List<HandOver> HandOvers(Looked start)
    {
        var nobodys = _promised
            .SelectMany(t => _work.Problem.NeededFor(TargetOf(t)))
            .Where(j => _work.Problem.Jobs[j].Any.IsEmpty);
        var jobs = new HashSet<int>(nobodys);
        for (var i = 0; i < _promised.Length; i++)
            if (start.Sure[i] < SureEnough)
                jobs.UnionWith(Before(TargetOf(_promised[i])));
        foreach (var target in _due.Where(t => _forecast.Plan.Reached(t) > t.Due))
            jobs.UnionWith(Before(target));
        return
        [
            .. jobs.Where(j => _work.Problem.Jobs[j] is { Work: > 0, Waits: false })
                .Where(j => _work.Of[j].Task is { } id && MayMove(_work.OpenTask(id), j))
                .OrderByDescending(j => _work.Problem.Jobs[j].Work)
                .Take(MostTasks)
                .SelectMany(Takers),
        ];
    }

    /// <summary>What has to be done for a target, and what its people do before.</summary>
    private IEnumerable<int> Before(PlanTarget target)
    {
        var plan = _forecast.Plan;
        var needed = _work.Problem.NeededFor(target);
        var reached = plan.Reached(target);
        var people = needed.Select(j => plan.People[j]).Where(p => p >= 0).ToHashSet();
        return needed.Concat(
            Enumerable
                .Range(0, plan.People.Length)
                .Where(j => people.Contains(plan.People[j]) && plan.Starts[j] < reached)
        );
    }

    /// <summary>What one has begun one finishes; what several or a crew do is shared out as they wish.</summary>
    private bool MayMove(WorkTask task, int job) =>
        task.State is not TaskState.InProgress
        && task.Spent == Duration.Zero
        && task.Parts.Count == 0
        && (
            _work.HasOwner(task)
                ? task.Owners is [{ Owner: TaskOwner.OfPerson }] && _work.Problem.Jobs[job].Any.Length == 1
                : _work.Problem.Jobs[job].Any.IsEmpty
        )
        && _rules.MayMove(task);

    /// <summary>
    /// Who could take it: who has done what is like it, who is in a crew with whom has it, and where nobody has it, who is at the
    /// same docket.
    /// </summary>
    private IEnumerable<HandOver> Takers(int job) =>
        Takers(
            _work.OpenTask(_work.Of[job].Task!.Value),
            _forecast.Plan.People[job] is >= 0 and var at ? at : null,
            job
        );

    private IEnumerable<HandOver> Takers(WorkTask task, int? owner, int job = -1)
    {
        var crews = owner is { } o ? PersonAt(o).Crews : [];
        var did = _forecast.Input.Experience.DoneBy(task.Title, _work.KindOf(task));
        return Enumerable
            .Range(0, _work.People.Length)
            .Where(p => p != owner && _rules.MayTake(_work.People[p], task))
            .Select(p => new HandOver(
                job,
                task.Id,
                owner,
                p,
                did.GetValueOrDefault(_work.People[p]),
                PersonAt(p).Crews.Where(crews.Contains).Select(c => (CrewId?)c).FirstOrDefault(),
                task.Docket is { } docket && IsAt(p, docket.Id)
            ))
            .Where(h => h.DidLike > 0 || h.Crew is not null || (owner is null && h.AtIt))
            .OrderByDescending(h => h.DidLike)
            .Take(MostPeople);
    }

    private bool IsAt(int person, DocketId docket) => _at.Contains((person, docket));

    private ForecastPerson PersonAt(int at) => _forecast.Input.People.First(p => p.Id == _work.People[at]);

    /// <summary>What it is worth that people do what they are given, one after the other in the plan's order.</summary>
    private Looked Look(int[] people)
    {
        var (problem, input) = (_work.Problem, _forecast.Input);
        var plan = new SerialGeneration(problem).InOrder(_forecast.Order, people);
        var late = _due.Sum(t => LateHours(plan.Reached(t), t));
        if (_promised.IsEmpty)
            return Look(late, []);
        var played = new PlanSampler(problem, plan, _work.Chances, input.Unrest, _forecast.Seed, _forecast.Order).Play(
            Samples,
            [.. _promised.Select(TargetOf)]
        );
        return Look(late, played);
    }

    /// <summary>What a forecast is worth.</summary>
    private Looked Look(FirmForecast forecast)
    {
        var problem = forecast.Work.Problem;
        var ofDockets = forecast.Work.Targets.Select(t => t.Number).ToHashSet();
        var late = problem
            .Targets.Where((t, i) => t.Due is not null && !ofDockets.Contains(i))
            .Sum(t => LateHours(forecast.Plan.Reached(t), t));
        return Look(late, [.. _promised.Select(p => forecast.ReachedAt(forecast.TargetOf(p.Docket, p.Stage)!))]);
    }

    private Looked Look(double late, ImmutableArray<ImmutableArray<int>> reached)
    {
        if (_promised.IsEmpty)
            return new([], new(100, Duration.FromHours(late)), -OfLateHour * late);
        double[] sure =
        [
            .. reached.Select(
                (moments, i) => 100.0 * moments.Count(m => m <= TargetOf(_promised[i]).Due) / moments.Length
            ),
        ];
        // Also what does not make a promise sure yet is worth something, else nothing would be begun that takes several steps.
        late += reached.Select((moments, i) => moments.Average(m => LateHours(m, TargetOf(_promised[i])))).Sum();
        var points = sure.Zip(_weights).Sum(s => s.First * s.Second);
        return new(sure, new(points / _weights.Sum(), Duration.FromHours(late)), points - (OfLateHour * late));
    }

    private double LateHours(int reached, PlanTarget target)
    {
        var firm = _work.Problem.Firm;
        return Math.Clamp((firm.Until(reached) - firm.Until(target.Due!.Value)) / 60.0, 0, MostLateHours);
    }

    private sealed record HandOver(int Job, TaskId Task, int? From, int To, int DidLike, CrewId? Crew, bool AtIt);

    private sealed record Looked(double[] Sure, LevelScore Score, double Points);
}
