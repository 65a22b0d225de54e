using System.Collections.Immutable;

namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>
/// Finds a good plan: first those that laying out by slack and by the longest way to the end give, then better ones by a bounded
/// local search. A step puts one job elsewhere in the order, or has another of its people do it; worse ones are taken on the way
/// as long as they are little worse than the best (threshold accepting: Dueck and Scheuer, Journal of Computational Physics 90,
/// 1990). The same problem and seed give the same plan.
/// </summary>
public static class PlanSearch
{
    private const int LayingsInAll = 120_000;
    private const int LeastTries = 40;
    private const int MostTries = 2_000;

    /// <summary>Finds a plan.</summary>
    /// <param name="problem">What is to be laid out.</param>
    /// <param name="seed">Chance goes by it.</param>
    /// <param name="from">A plan to begin with; what is not moved stays as it is there. Null for none.</param>
    /// <param name="moves">The jobs that are laid out; null for all. Those that come after one of them have to be among
    /// them.</param>
    /// <param name="tries">How many plans are looked at at the most; null for as many as are usual for so many jobs.</param>
    public static Plan Find(
        PlanProblem problem,
        ulong seed = 1,
        Plan? from = null,
        IReadOnlyCollection<int>? moves = null,
        int? tries = null
    )
    {
        ArgumentNullException.ThrowIfNull(problem);
        var generation = new SerialGeneration(problem, moves is null ? null : from, moves);
        var free = moves?.ToHashSet();
        int[] jobs = [.. problem.Order.Where(j => free?.Contains(j) is not false)];
        if (jobs.Length == 0)
            return generation.Plan();
        var search = new Search(problem, generation, jobs, seed);
        if (from is not null)
            search.Begin(Sorted(problem, jobs, j => from.Starts[j]), Choices(problem, from));
        var latest = LatestStarts(problem);
        search.Begin(Sorted(problem, jobs, j => latest[j]), null);
        search.Begin(Sorted(problem, jobs, j => -problem.Tails[j] - problem.Jobs[j].Work), null);
        var usual = Math.Clamp(LayingsInAll / jobs.Length, LeastTries, MostTries);
        search.Improve(Math.Min(tries ?? usual, usual));
        return search.Best();
    }

    /// <summary>
    /// By when each job has to begin, in working time of the firm, for what was promised to be kept: its slack, but for what
    /// has been before. What no promise depends on comes after.
    /// </summary>
    private static int[] LatestStarts(PlanProblem problem)
    {
        const int Unpromised = WorkAxis.Endless / 4;
        var latest = new int[problem.Jobs.Length];
        Array.Fill(latest, Unpromised);
        foreach (var target in problem.Targets)
            if (target.Due is { } due)
                foreach (var job in target.Jobs)
                    latest[job] = Math.Min(latest[job], problem.Firm.Until(due));
        for (var i = problem.Order.Length - 1; i >= 0; i--)
        {
            var job = problem.Order[i];
            foreach (var next in problem.Next[job])
                latest[job] = Math.Min(latest[job], latest[next]);
            latest[job] -= problem.Jobs[job].Work;
        }

        return latest;
    }

    /// <summary>The jobs by a key, but each after what it waits for.</summary>
    private static int[] Sorted(PlanProblem problem, int[] jobs, Func<int, int> key)
    {
        var among = new HashSet<int>(jobs);
        var waits = jobs.ToDictionary(j => j, j => problem.Jobs[j].After.Count(among.Contains));
        var ready = new PriorityQueue<int, (int Key, int Work, int Job)>();
        void Add(int job) => ready.Enqueue(job, (key(job), -problem.Jobs[job].Work, job));
        foreach (var job in jobs)
            if (waits[job] == 0)
                Add(job);
        var sorted = new int[jobs.Length];
        for (var i = 0; ready.TryDequeue(out var job, out _); i++)
        {
            sorted[i] = job;
            foreach (var next in problem.Next[job])
                if (among.Contains(next) && --waits[next] == 0)
                    Add(next);
        }

        return sorted;
    }

    /// <summary>Who does each job of a plan, by their place in <see cref="PlanJob.Any"/>; -1 for whoever is first.</summary>
    private static int[] Choices(PlanProblem problem, Plan plan) =>
        [.. problem.Jobs.Select((j, i) => plan.People[i] < 0 ? -1 : j.Any.IndexOf(plan.People[i]))];

    private sealed class Search
    {
        private readonly PlanProblem _problem;
        private readonly SerialGeneration _generation;
        private readonly Random _random;
        private readonly int[] _order;
        private readonly int[] _who;
        private readonly int[] _place;
        private readonly int[] _bestOrder;
        private readonly int[] _bestWho;
        private double _best = double.MaxValue;

        public Search(PlanProblem problem, SerialGeneration generation, int[] jobs, ulong seed)
        {
            (_problem, _generation) = (problem, generation);
            _random = new Random((int)(seed % int.MaxValue));
            _order = [.. jobs];
            _bestOrder = [.. jobs];
            _place = new int[problem.Jobs.Length];
            Array.Fill(_place, -1);
            _who = new int[problem.Jobs.Length];
            Array.Fill(_who, -1);
            _bestWho = [.. _who];
        }

        /// <summary>Looks at a plan, and keeps it where it is the best yet.</summary>
        public void Begin(int[] order, int[]? who)
        {
            int[] choices = who ?? [.. Enumerable.Repeat(-1, _who.Length)];
            var cost = _generation.Lay(order, choices);
            if (cost < _best)
                Keep(order, choices, cost);
        }

        public void Improve(int tries)
        {
            if (_order.Length < 2 && _problem.Jobs[_order[0]].Any.Length < 2)
                return;
            Back();
            var current = _best;
            for (var n = 0; n < tries; n++)
            {
                // At first a step may be up to some percent worse than the best, in the end none.
                var allowed = _best * (1 + (0.06 * (1 - ((double)n / tries))));
                var undo = Step();
                var cost = _generation.Lay(_order, _who);
                if (cost <= current || cost < allowed)
                    current = cost;
                else
                    undo();
                if (cost < _best)
                    Keep(_order, _who, cost);
                else if (n % 200 == 199)
                {
                    Back();
                    current = _best;
                }
            }
        }

        public Plan Best()
        {
            _generation.Lay(_bestOrder, _bestWho);
            return _generation.Plan();
        }

        private void Keep(int[] order, int[] who, double cost)
        {
            order.CopyTo(_bestOrder, 0);
            who.CopyTo(_bestWho, 0);
            _best = cost;
        }

        private void Back()
        {
            _bestOrder.CopyTo(_order, 0);
            _bestWho.CopyTo(_who, 0);
            for (var i = 0; i < _order.Length; i++)
                _place[_order[i]] = i;
        }

        /// <summary>Changes one thing; gives what takes it back.</summary>
        private Action Step()
        {
            var at = _random.Next(_order.Length);
            var job = _order[at];
            var any = _problem.Jobs[job].Any.Length;
            if (any > 1 && (_order.Length == 1 || _random.Next(3) == 0))
            {
                var before = _who[job];
                _who[job] = _random.Next(any + 1) - 1;
                return () => _who[job] = before;
            }

            // Between the last that it waits for and the first that waits for it.
            var (first, last) = (0, _order.Length - 1);
            foreach (var after in _problem.Jobs[job].After)
                first = Math.Max(first, _place[after] + 1);
            foreach (var next in _problem.Next[job])
                if (_place[next] >= 0)
                    last = Math.Min(last, _place[next] - 1);
            var to = first + _random.Next(last - first + 1);
            Shift(at, to);
            return () => Shift(to, at);
        }

        private void Shift(int from, int to)
        {
            var job = _order[from];
            var step = Math.Sign(to - from);
            for (var i = from; i != to; i += step)
            {
                _order[i] = _order[i + step];
                _place[_order[i]] = i;
            }

            _order[to] = job;
            _place[job] = to;
        }
    }
}
