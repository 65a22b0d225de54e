using System.Collections.Immutable;

namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>
/// Lays jobs out one by one in a given order, each where it is over soonest: in the first gap that is long enough, by the
/// person who is done first. The serial schedule generation scheme (Kolisch, "Serial and parallel resource-constrained project
/// scheduling methods revisited", European Journal of Operational Research 90, 1996), for people who are one of several, each
/// with hours of their own. With every order and every choice of people it reaches a best plan.
/// </summary>
internal sealed class SerialGeneration
{
    /// <summary>What a minute costs that is not late, beside one that is.</summary>
    private const double Early = 0.001;

    private readonly PlanProblem _problem;
    private readonly int[][] _from;
    private readonly int[][] _until;
    private readonly int[] _count;
    private readonly int[] _startCount;
    private readonly int[] _touched;
    private readonly PlanTarget[] _targets;
    private readonly int[][] _heldFrom;
    private readonly int[][] _heldUntil;

    /// <param name="problem">What is to be laid out.</param>
    /// <param name="held">What stays where it is; null for nothing.</param>
    /// <param name="moves">The jobs that are laid out; what is held is the rest.</param>
    public SerialGeneration(PlanProblem problem, Plan? held = null, IReadOnlyCollection<int>? moves = null)
    {
        _problem = problem;
        var n = problem.Jobs.Length;
        (Starts, Ends, People) = (new int[n], new int[n], new int[n]);
        var people = problem.People.Length;
        (_from, _until, _count) = (new int[people][], new int[people][], new int[people]);
        (_heldFrom, _heldUntil, _startCount) = (new int[people][], new int[people][], new int[people]);
        // What does not move costs what it costs, and whose jobs do not move stays as they are.
        var moving = moves is null ? null : new HashSet<int>(moves);
        var taken = new List<(int From, int Until)>[people];
        for (var p = 0; p < people; p++)
            taken[p] = [];
        if (held is not null)
        {
            for (var job = 0; job < n; job++)
            {
                (Starts[job], Ends[job], People[job]) = (held.Starts[job], held.Ends[job], held.People[job]);
                if (moving?.Contains(job) is not false || People[job] < 0)
                    continue;
                var axis = problem.People[People[job]];
                var from = axis.Until(Starts[job]);
                taken[People[job]].Add((from, from + problem.Jobs[job].Work));
            }
        }

        _targets = [.. problem.Targets.Where(t => moving is null || t.Jobs.Any(moving.Contains))];
        _touched = moving is null
            ? [.. Enumerable.Range(0, people)]
            : [.. moving.SelectMany(j => problem.Jobs[j].Any).Distinct()];
        for (var p = 0; p < people; p++)
        {
            taken[p].Sort();
            (_heldFrom[p], _heldUntil[p]) = ([.. taken[p].Select(t => t.From)], [.. taken[p].Select(t => t.Until)]);
            _startCount[p] = taken[p].Count;
            (_from[p], _until[p]) = (new int[taken[p].Count + 8], new int[taken[p].Count + 8]);
        }
    }

    public int[] Starts { get; }

    public int[] Ends { get; }

    public int[] People { get; }

    /// <summary>Lays out.</summary>
    /// <param name="order">The jobs that are laid out, each after what it waits for.</param>
    /// <param name="who">For each job of the problem who is to do it, by their place in <see cref="PlanJob.Any"/>; -1 for
    /// whoever is done first.</param>
    /// <returns>What it costs.</returns>
    public double Lay(int[] order, int[] who)
    {
        foreach (var p in _touched)
        {
            _count[p] = _startCount[p];
            Array.Copy(_heldFrom[p], _from[p], _startCount[p]);
            Array.Copy(_heldUntil[p], _until[p], _startCount[p]);
        }

        foreach (var job in order)
            Place(job, who[job]);
        return Cost();
    }

    /// <summary>
    /// Has everybody do their jobs one after the other in a given order, without going back into gaps: what stood in such an order
    /// stands where it did, or sooner.
    /// </summary>
    /// <param name="order">All jobs, each after what it waits for.</param>
    /// <param name="who">Who does each, by their place among all; -1 for nobody.</param>
    public Plan InOrder(IReadOnlyList<int> order, IReadOnlyList<int> who)
    {
        var reached = new int[_problem.People.Length];
        foreach (var number in order)
        {
            var (job, person) = (_problem.Jobs[number], who[number]);
            if (person < 0)
            {
                Place(number, -1);
                continue;
            }

            var axis = _problem.People[person];
            var from = Math.Max(reached[person], axis.Until(Ready(job)));
            reached[person] = from + job.Work;
            (Starts[number], Ends[number], People[number]) = (axis.Begins(from), axis.Ends(from + job.Work), person);
        }

        return Plan();
    }

    public Plan Plan() => new([.. People], [.. Starts], [.. Ends], Cost());

    private double Cost()
    {
        var cost = 0.0;
        foreach (var target in _targets)
        {
            var reached = 0;
            foreach (var job in target.Jobs)
                if (Ends[job] > reached)
                    reached = Ends[job];
            var late = target.Due is { } due && reached > due ? reached - due : 0;
            cost += target.Weight * (late + (Early * reached));
        }

        return cost;
    }

    private int Ready(PlanJob job)
    {
        var ready = job.From;
        foreach (var before in job.After)
            if (Ends[before] > ready)
                ready = Ends[before];
        return ready;
    }

    private void Place(int number, int choice)
    {
        var job = _problem.Jobs[number];
        var ready = Ready(job);
        if (job.Waits || job.Work == 0)
        {
            (Starts[number], Ends[number], People[number]) = (ready, ready + job.Work, -1);
            return;
        }

        if (job.Any.IsEmpty)
        {
            var begun = _problem.Firm.Until(ready);
            (Starts[number], Ends[number], People[number]) = (
                _problem.Firm.Begins(begun),
                _problem.Firm.Ends(begun + job.Work),
                -1
            );
            return;
        }

        var (best, bestFrom, bestEnd, bestGap) = (-1, 0, int.MaxValue, 0);
        for (var i = 0; i < job.Any.Length; i++)
        {
            if (choice >= 0 && i != choice)
                continue;
            var person = job.Any[i];
            var axis = _problem.People[person];
            var from = axis.Until(ready);
            var gap = FirstGap(person, ref from, job.Work);
            var end = axis.Ends(from + job.Work);
            if (end < bestEnd)
                (best, bestFrom, bestEnd, bestGap) = (person, from, end, gap);
        }

        Take(best, bestGap, bestFrom, bestFrom + job.Work);
        (Starts[number], Ends[number], People[number]) = (_problem.People[best].Begins(bestFrom), bestEnd, best);
    }

    /// <summary>The first gap of a length that begins at or after some work; says before which of what is taken it is.</summary>
    private int FirstGap(int person, ref int from, int length)
    {
        var (begins, ends, count) = (_from[person], _until[person], _count[person]);
        // The first that ends after it.
        var (low, high) = (0, count);
        while (low < high)
        {
            var middle = (low + high) >>> 1;
            if (ends[middle] <= from)
                low = middle + 1;
            else
                high = middle;
        }

        for (; low < count; low++)
        {
            if (begins[low] - from >= length)
                return low;
            from = Math.Max(from, ends[low]);
        }

        return count;
    }

    private void Take(int person, int at, int from, int until)
    {
        var count = _count[person];
        if (count == _from[person].Length)
        {
            Array.Resize(ref _from[person], count * 2);
            Array.Resize(ref _until[person], count * 2);
        }

        var (begins, ends) = (_from[person], _until[person]);
        Array.Copy(begins, at, begins, at + 1, count - at);
        Array.Copy(ends, at, ends, at + 1, count - at);
        (begins[at], ends[at]) = (from, until);
        _count[person] = count + 1;
    }
}
