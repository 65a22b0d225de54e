using System.Collections.Immutable;
using Wrenlet.Core.Flow.Forecasts;

namespace Wrenlet.Core.Tests.Flow.Forecasts;

/// <summary>Shares of moments that were kept, and how wide what was said was.</summary>
/// <param name="Width">Median width from the moment of 10 in 100 to that of 90, beside the middle.</param>
/// <param name="PlainAt80">Share that was over by the plan without chance.</param>
/// <param name="PlainWidth">The same width of a plain sum of a docket's estimates, each spread on its own.</param>
/// <param name="Count">How many moments there were.</param>
internal readonly record struct Kept(
    double At50,
    double At80,
    double At95,
    double Width,
    double PlainAt80,
    double PlainWidth,
    int Count
);

/// <summary>Firms made at random, with dockets of tasks in chains that some or one of their people can do.</summary>
internal static class RandomFirm
{
    private const double Width = 0.4;
    private static readonly Unrest Unrest = new(0.2, 0.1, 0.15, 0.02, 480);

    public static (PlanProblem Problem, int[] Groups) Make(Random random, int people, int dockets)
    {
        var jobs = new List<PlanJob>();
        var groups = new List<int>();
        var targets = new List<PlanTarget>();
        for (var d = 0; d < dockets; d++)
        {
            var first = jobs.Count;
            var count = random.Next(4, 11);
            for (var i = 0; i < count; i++)
            {
                var after = Enumerable.Range(first, i).Where(_ => random.NextDouble() < 0.3).ToImmutableArray();
                var one = random.Next(people);
                ImmutableArray<int> any =
                    random.NextDouble() < 0.3 ? [.. new[] { one, (one + 1) % people }.Order()] : [one];
                var estimate = 30 * random.Next(1, 17);
                jobs.Add(
                    new(
                        (int)(estimate / (1 - Unrest.NewWork)),
                        any,
                        after,
                        random.NextDouble() < 0.1 ? random.Next(0, 2400) : 0
                    )
                );
                groups.Add(d + 1);
            }

            targets.Add(new([.. Enumerable.Range(first, count)], random.Next(1000, 4000)));
        }

        return (
            new PlanProblem([.. Enumerable.Repeat(WorkAxis.Always, people)], WorkAxis.Always, [.. jobs], [.. targets]),
            [.. groups]
        );
    }

    public static Kept Calibrate(int firms, int samples, int seed)
    {
        var (at50, at80, at95, plain, count) = (0, 0, 0, 0, 0);
        var (widths, sums) = (new List<double>(), new List<double>());
        for (var f = 0; f < firms; f++)
        {
            var random = new Random((seed * 1000) + f);
            var (problem, groups) = Make(random, random.Next(4, 9), random.Next(8, 15));
            var plan = PlanSearch.Find(problem, tries: 150);
            var chances = problem.Jobs.Select(
                (_, i) => new Chance(new Spread(1, Width), (ulong)(i + 1) * 7919, (ulong)groups[i] * 104729)
            );
            var moments = new PlanSampler(problem, plan, [.. chances], Unrest).Play(samples);
            var ends = new LivedThrough(random, Unrest).Once(
                problem,
                PlanSampler.OrderOf(problem, plan),
                groups,
                Width
            );
            for (var t = 0; t < problem.Targets.Length; t++)
            {
                var over = problem.Targets[t].Jobs.Max(j => ends[j]);
                int Said(int of100) => moments[t][samples * of100 / 100];
                at50 += over <= Said(50) ? 1 : 0;
                at80 += over <= Said(80) ? 1 : 0;
                at95 += over <= Said(95) ? 1 : 0;
                plain += over <= plan.Reached(problem.Targets[t]) ? 1 : 0;
                sums.Add(PlainWidth(problem, problem.Targets[t], random));
                widths.Add((double)(Said(90) - Said(10)) / Said(50));
                count++;
            }
        }

        double Share(int of) => (double)of / count;
        double Median(List<double> of) => of.Order().ElementAt(count / 2);
        return new(Share(at50), Share(at80), Share(at95), Median(widths), Share(plain), Median(sums), count);
    }

    private static double PlainWidth(PlanProblem problem, PlanTarget target, Random random)
    {
        var sums = Enumerable
            .Range(0, 200)
            .Select(_ => target.Jobs.Sum(j => problem.Jobs[j].Work * Math.Exp(Width * Bell())))
            .Order()
            .ToList();
        return (sums[180] - sums[20]) / sums[100];

        double Bell() => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(Math.Tau * random.NextDouble());
    }
}
