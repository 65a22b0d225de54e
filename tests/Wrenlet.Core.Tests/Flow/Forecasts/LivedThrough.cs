using Wrenlet.Core.Flow.Forecasts;

namespace Wrenlet.Core.Tests.Flow.Forecasts;

/// <summary>
/// A firm's weeks as they might really go, to hold forecasts against: people take what is first in the plan and can be begun, and
/// whoever is free first takes what several can do; what takes longer takes longer together; new work comes in and is done at
/// once; people fall ill. It shares no code and no chance with the sampler.
/// </summary>
internal sealed class LivedThrough(Random random, Unrest unrest)
{
    private const double NewWorkEach = 60;

    /// <summary>Lives through the jobs of a problem once; people are always at work.</summary>
    /// <param name="problem">What is to be done.</param>
    /// <param name="order">What comes first.</param>
    /// <param name="groups">For each job what it takes long together with.</param>
    /// <param name="width">How widely lengths are spread.</param>
    /// <returns>When each job was over.</returns>
    public double[] Once(PlanProblem problem, IReadOnlyList<int> order, IReadOnlyList<int> groups, double width)
    {
        var people = problem.People.Select(_ => new Worker(random, unrest)).ToList();
        var together = groups.Distinct().ToDictionary(g => g, _ => Math.Exp(unrest.Together * Bell()));
        // The plan's lengths have room for new work in them already; here that comes on its own.
        var lengths = problem
            .Jobs.Select((j, i) => j.Work * (1 - unrest.NewWork) * Math.Exp(width * Bell()) * together[groups[i]])
            .ToArray();
        var ends = Enumerable.Repeat(double.PositiveInfinity, problem.Jobs.Length).ToArray();
        var open = order.ToList();
        var now = 0.0;
        while (open.Count > 0)
        {
            var begun = false;
            foreach (var job in open)
            {
                var one = problem.Jobs[job];
                if (one.From > now || one.After.Any(a => ends[a] > now))
                    continue;
                var free = one.Any.Where(p => people[p].FreeAt <= now).ToList();
                if (free.Count == 0)
                    continue;
                ends[job] = people[free[0]].Work(now, lengths[job]);
                open.Remove(job);
                begun = true;
                break;
            }

            if (begun)
                continue;
            now = people
                .Select(p => p.FreeAt)
                .Concat(ends.Where(double.IsFinite))
                .Concat(open.Select(j => (double)problem.Jobs[j].From))
                .Where(t => t > now)
                .Min();
        }

        return ends;
    }

    private double Bell() =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(Math.Tau * random.NextDouble());

    private sealed class Worker
    {
        private readonly Random _random;
        private readonly Unrest _unrest;
        private readonly double _pace;
        private double _nextWork;
        private double _nextAway;

        public Worker(Random random, Unrest unrest)
        {
            (_random, _unrest) = (random, unrest);
            var bell = Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(Math.Tau * random.NextDouble());
            _pace = Math.Exp(unrest.Pace * bell);
            // Some have much that comes in, others little.
            var share = unrest.NewWork * 2 * random.NextDouble();
            Every = share > 0 ? NewWorkEach * (1 - share) / share : double.PositiveInfinity;
            _nextWork = Wait(Every);
            _nextAway = Wait(unrest.Absences > 0 ? 480 / unrest.Absences : double.PositiveInfinity);
        }

        private double Every { get; }

        public double FreeAt { get; private set; }

        public double Work(double from, double length)
        {
            var (at, left) = (from, length * _pace);
            while (true)
            {
                var next = Math.Min(_nextWork, _nextAway);
                if (next > at + left)
                    return FreeAt = at + left;
                if (next > at)
                    (left, at) = (left - (next - at), next);
                if (_nextWork <= _nextAway)
                {
                    // What came in while there was nothing else to do is done by now, at least in part.
                    at = Math.Max(at, next + (NewWorkEach * (0.5 + _random.NextDouble())));
                    _nextWork = Math.Max(at, next) + Wait(Every);
                }
                else
                {
                    at = Math.Max(at, next + Wait(_unrest.AbsentFor));
                    _nextAway = at + Wait(480 / _unrest.Absences);
                }
            }
        }

        private double Wait(double mean) =>
            double.IsFinite(mean) ? -Math.Log(1 - _random.NextDouble()) * mean : double.PositiveInfinity;
    }
}
