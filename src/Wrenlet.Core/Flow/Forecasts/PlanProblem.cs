using System.Collections.Immutable;

namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>Something that takes time: work of a person, or a wait.</summary>
/// <param name="Work">Minutes: of working time, or of the clock on the wall for a wait.</param>
/// <param name="Any">The people, by their place, of whom one does it; empty for work that nobody has: it takes its time in the
/// firm's hours, and nobody's.</param>
/// <param name="After">What has to be over first, by its place.</param>
/// <param name="From">Not before this moment, in minutes from the base.</param>
/// <param name="Waits">Whether it is a wait, which takes nobody's time and goes on at night.</param>
public sealed record PlanJob(
    int Work,
    ImmutableArray<int> Any,
    ImmutableArray<int> After,
    int From = 0,
    bool Waits = false
);

/// <summary>A moment that matters: when all of some jobs are over.</summary>
/// <param name="Jobs">Which, by their place; with what they wait for. None of them is reached at once.</param>
/// <param name="Due">By when it was promised, in minutes from the base; null for no promise.</param>
/// <param name="Weight">How much being late matters beside other targets; above 0.</param>
public sealed record PlanTarget(ImmutableArray<int> Jobs, int? Due = null, double Weight = 1);

/// <summary>What is to be laid out: people with their time, jobs, and the moments that matter.</summary>
public sealed class PlanProblem
{
    /// <summary>Puts it together.</summary>
    /// <param name="people">When each can work.</param>
    /// <param name="firm">When work is done that nobody has.</param>
    /// <param name="jobs">What is to be done.</param>
    /// <param name="targets">What matters.</param>
    /// <exception cref="ArgumentException">A job waits for itself in the end, or names somebody or something that is not
    /// there.</exception>
    public PlanProblem(
        ImmutableArray<WorkAxis> people,
        WorkAxis firm,
        ImmutableArray<PlanJob> jobs,
        ImmutableArray<PlanTarget> targets
    )
    {
        (People, Firm, Jobs, Targets) = (people, firm, jobs, targets);
        if (jobs.Any(j => j.Any.Any(p => p < 0 || p >= people.Length) || j.Work < 0 || j.From < 0))
            throw new ArgumentException("A job names somebody who is not there, or has a time below 0.", nameof(jobs));
        if (jobs.SelectMany(j => j.After).Concat(targets.SelectMany(t => t.Jobs)).Any(i => i < 0 || i >= jobs.Length))
            throw new ArgumentException("Something waits for a job that is not there.", nameof(jobs));
        var next = new List<int>[jobs.Length];
        for (var i = 0; i < jobs.Length; i++)
            next[i] = [];
        for (var i = 0; i < jobs.Length; i++)
            foreach (var before in jobs[i].After)
                next[before].Add(i);
        Next = [.. next.Select(n => n.ToImmutableArray())];
        Order = Sort();
        Tails = LongestTails();
    }

    /// <summary>When each person can work.</summary>
    public ImmutableArray<WorkAxis> People { get; }

    /// <summary>When work is done that nobody has.</summary>
    public WorkAxis Firm { get; }

    /// <summary>What is to be done.</summary>
    public ImmutableArray<PlanJob> Jobs { get; }

    /// <summary>What matters.</summary>
    public ImmutableArray<PlanTarget> Targets { get; }

    /// <summary>What waits for each job.</summary>
    public ImmutableArray<ImmutableArray<int>> Next { get; }

    /// <summary>All jobs, each after what it waits for.</summary>
    public ImmutableArray<int> Order { get; }

    /// <summary>The longest way from the end of each job through what waits for it, in minutes of work and waits.</summary>
    public ImmutableArray<int> Tails { get; }

    /// <summary>The jobs of a target with all that they wait for, by their place.</summary>
    public HashSet<int> NeededFor(PlanTarget target)
    {
        ArgumentNullException.ThrowIfNull(target);
        var needed = new HashSet<int>();
        var look = new Stack<int>(target.Jobs);
        while (look.TryPop(out var job))
            if (needed.Add(job))
                foreach (var before in Jobs[job].After)
                    look.Push(before);
        return needed;
    }

    /// <summary>The hours that a job is done in; null for a wait.</summary>
    /// <param name="plan">Who does it.</param>
    /// <param name="job">Which, by its place.</param>
    public WorkAxis? AxisOf(Plan plan, int job)
    {
        ArgumentNullException.ThrowIfNull(plan);
        return plan.People[job] >= 0 ? People[plan.People[job]]
            : Jobs[job] is { Waits: false, Work: > 0 } ? Firm
            : null;
    }

    /// <summary>When a job has to begin at the latest to be over by a moment.</summary>
    /// <param name="plan">Who does it.</param>
    /// <param name="job">Which, by its place.</param>
    /// <param name="ends">The moment; <see cref="int.MaxValue"/> for none, and then there is none to begin either.</param>
    public int LatestStart(Plan plan, int job, int ends)
    {
        if (ends == int.MaxValue)
            return ends;
        return AxisOf(plan, job) is { } axis
            ? axis.Begins(Math.Max(0, axis.Until(ends) - Jobs[job].Work))
            : ends - Jobs[job].Work;
    }

    private ImmutableArray<int> Sort()
    {
        var waits = Jobs.Select(j => j.After.Length).ToArray();
        var order = ImmutableArray.CreateBuilder<int>(Jobs.Length);
        var ready = new Queue<int>(Enumerable.Range(0, Jobs.Length).Where(i => waits[i] == 0));
        while (ready.TryDequeue(out var job))
        {
            order.Add(job);
            foreach (var next in Next[job])
                if (--waits[next] == 0)
                    ready.Enqueue(next);
        }

        return order.Count == Jobs.Length
            ? order.DrainToImmutable()
            : throw new ArgumentException("Jobs wait for one another in a ring.");
    }

    private ImmutableArray<int> LongestTails()
    {
        var tails = new int[Jobs.Length];
        for (var i = Order.Length - 1; i >= 0; i--)
            foreach (var next in Next[Order[i]])
                tails[Order[i]] = Math.Max(tails[Order[i]], tails[next] + Jobs[next].Work);
        return [.. tails];
    }
}

/// <summary>When each job is done, and by whom.</summary>
/// <param name="People">Who, by their place; -1 for nobody.</param>
/// <param name="Starts">When each begins, in minutes from the base.</param>
/// <param name="Ends">When each is over.</param>
/// <param name="Cost">What the plan costs by what matters: minutes late, by weight, and a little for each minute at all.</param>
public sealed record Plan(ImmutableArray<int> People, ImmutableArray<int> Starts, ImmutableArray<int> Ends, double Cost)
{
    /// <summary>When a target is reached; the base itself where nothing is in its way.</summary>
    public int Reached(PlanTarget target)
    {
        ArgumentNullException.ThrowIfNull(target);
        var reached = 0;
        foreach (var job in target.Jobs)
            reached = Math.Max(reached, Ends[job]);
        return reached;
    }
}
