using System.Collections.Immutable;
using Wrenlet.Core.Flow.Forecasts;

namespace Wrenlet.Core.Tests.Flow.Forecasts;

/// <summary>How jobs are laid out over people's time.</summary>
public class PlanTests
{
    [Fact]
    public void What_is_closed_does_not_count_on_a_persons_axis()
    {
        var axis = new WorkAxis([(60, 120), (180, 300), (250, 320)]);
        axis.Until(0).ShouldBe(0);
        axis.Until(90).ShouldBe(30);
        axis.Until(150).ShouldBe(60);
        axis.Until(200).ShouldBe(80);
        axis.Begins(60).ShouldBe(180, "work that comes after the first hour begins when the second opens");
        axis.Ends(60).ShouldBe(120, "and the first hour is over when the first closes");
        axis.Ends(100).ShouldBe(220);
        axis.Begins(0).ShouldBe(60);
    }

    [Fact]
    public void Every_length_on_an_axis_comes_back_as_it_went_in()
    {
        var random = new Random(3);
        for (var n = 0; n < 200; n++)
        {
            var (at, open) = (0, new List<(int, int)>());
            for (var i = 0; i < 60; i++)
            {
                var from = at + random.Next(0, 1200);
                at = from + random.Next(1, 600);
                open.Add((from, at));
            }

            var axis = new WorkAxis(open);
            for (var k = 0; k < 50; k++)
            {
                var work = random.Next(1, 20_000);
                axis.Until(axis.Begins(work)).ShouldBe(work);
                axis.Until(axis.Ends(work)).ShouldBe(work);
                axis.Ends(work).ShouldBeLessThanOrEqualTo(axis.Begins(work));
                var moment = random.Next(0, 40_000);
                axis.Until(moment)
                    .ShouldBe(
                        open.Sum(o => Math.Clamp(moment - o.Item1, 0, o.Item2 - o.Item1)) is var slow && moment > at
                            ? slow + moment - at
                            : slow
                    );
            }
        }
    }

    [Fact]
    public void Plans_keep_to_people_order_and_earliest_starts()
    {
        var random = new Random(7);
        for (var n = 0; n < 40; n++)
        {
            var (problem, _) = RandomFirm.Make(random, random.Next(2, 6), random.Next(2, 6));
            IsValid(problem, PlanSearch.Find(problem, tries: 60));
        }
    }

    [Fact]
    public void Small_plans_are_as_short_as_can_be()
    {
        var random = new Random(11);
        var (best, over, cases) = (0, 0.0, 60);
        for (var n = 0; n < cases; n++)
        {
            var problem = Small(random);
            var plan = PlanSearch.Find(problem);
            IsValid(problem, plan);
            var (shortest, found) = (Shortest(problem), plan.Reached(problem.Targets[0]));
            found.ShouldBeGreaterThanOrEqualTo(shortest);
            best += found == shortest ? 1 : 0;
            over += ((double)found / shortest) - 1;
        }

        best.ShouldBeGreaterThanOrEqualTo((int)(0.9 * cases));
        (over / cases).ShouldBeLessThanOrEqualTo(0.01);
    }

    [Fact]
    public void What_is_not_moved_stays_where_it_is()
    {
        var random = new Random(13);
        for (var n = 0; n < 20; n++)
        {
            var (problem, groups) = RandomFirm.Make(random, 4, 6);
            var before = PlanSearch.Find(problem, tries: 60);
            int[] moves = [.. Enumerable.Range(0, groups.Length).Where(j => groups[j] == 1)];
            var after = PlanSearch.Find(problem, 2, before, moves, 60);
            IsValid(problem, after);
            foreach (var job in Enumerable.Range(0, groups.Length).Except(moves))
                (after.Starts[job], after.People[job]).ShouldBe((before.Starts[job], before.People[job]));
        }
    }

    [Fact]
    public void The_same_problem_and_seed_give_the_same_plan()
    {
        var (problem, _) = RandomFirm.Make(new Random(17), 4, 5);
        PlanSearch.Find(problem, 9).Starts.ShouldBe(PlanSearch.Find(problem, 9).Starts);
    }

    [Fact]
    public void Jobs_that_wait_for_one_another_are_refused()
    {
        Should.Throw<ArgumentException>(() =>
            new PlanProblem([WorkAxis.Always], WorkAxis.Always, [new(10, [0], [1]), new(10, [0], [0])], [])
        );
        Should.Throw<ArgumentException>(() =>
            new PlanProblem([WorkAxis.Always], WorkAxis.Always, [new(10, [1], [])], [])
        );
    }

    [Fact]
    public void Less_work_makes_nothing_later_as_long_as_the_order_stays()
    {
        var random = new Random(19);
        for (var n = 0; n < 25; n++)
        {
            var (problem, groups) = RandomFirm.Make(random, 4, 6);
            var plan = PlanSearch.Find(problem, tries: 40);
            var order = PlanSampler.OrderOf(problem, plan);
            Chance[] chances = [.. groups.Select((g, i) => new Chance(new Spread(1, 0.5), (ulong)i * 31, (ulong)g))];
            var less = new PlanProblem(
                problem.People,
                problem.Firm,
                [.. problem.Jobs.Select(j => random.Next(5) == 0 ? j with { Work = j.Work / 2 } : j)],
                problem.Targets
            );
            var before = new PlanSampler(problem, plan, chances, Unrest.Usual, 4, order).Play(60);
            var after = new PlanSampler(less, plan, chances, Unrest.Usual, 4, order).Play(60);
            for (var t = 0; t < before.Length; t++)
            for (var s = 0; s < 60; s++)
                after[t][s].ShouldBeLessThanOrEqualTo(before[t][s]);
        }
    }

    [Fact]
    public void The_chain_that_decides_leaves_no_hole()
    {
        var random = new Random(23);
        for (var n = 0; n < 25; n++)
        {
            var (problem, _) = RandomFirm.Make(random, 4, 5);
            var plan = PlanSearch.Find(problem, tries: 40);
            foreach (var target in problem.Targets)
            {
                var chain = DecidingChain.Of(problem, plan, target);
                plan.Ends[chain[^1].Job].ShouldBe(plan.Reached(target));
                for (var i = 1; i < chain.Length; i++)
                    plan.Starts[chain[i].Job].ShouldBe(plan.Ends[chain[i - 1].Job]);
                plan.Starts[chain[0].Job].ShouldBe(problem.Jobs[chain[0].Job].From);
            }
        }
    }

    private static void IsValid(PlanProblem problem, Plan plan)
    {
        for (var j = 0; j < problem.Jobs.Length; j++)
        {
            var job = problem.Jobs[j];
            job.Any.ShouldContain(plan.People[j]);
            plan.Starts[j].ShouldBeGreaterThanOrEqualTo(job.From);
            plan.Ends[j].ShouldBe(plan.Starts[j] + job.Work, "everybody is always at work here");
            foreach (var before in job.After)
                plan.Starts[j].ShouldBeGreaterThanOrEqualTo(plan.Ends[before]);
        }

        foreach (var own in Enumerable.Range(0, problem.Jobs.Length).GroupBy(j => plan.People[j]))
        foreach (var (one, next) in own.OrderBy(j => plan.Starts[j]).Zip(own.OrderBy(j => plan.Starts[j]).Skip(1)))
            plan.Starts[next].ShouldBeGreaterThanOrEqualTo(plan.Ends[one]);
    }

    private static PlanProblem Small(Random random)
    {
        var (people, count) = (random.Next(2, 4), random.Next(5, 7));
        return new(
            [.. Enumerable.Repeat(WorkAxis.Always, people)],
            WorkAxis.Always,
            [
                .. Enumerable
                    .Range(0, count)
                    .Select(i => new PlanJob(
                        random.Next(10, 300),
                        [
                            .. Enumerable
                                .Range(0, people)
                                .Where(_ => random.Next(2) == 0)
                                .DefaultIfEmpty(random.Next(people)),
                        ],
                        [.. Enumerable.Range(0, i).Where(_ => random.Next(4) == 0)],
                        random.Next(3) == 0 ? random.Next(200) : 0
                    )),
            ],
            [new([.. Enumerable.Range(0, count)], 0)]
        );
    }

    /// <summary>Tries every order and every choice of people.</summary>
    private static int Shortest(PlanProblem problem)
    {
        var (ends, free) = (new int[problem.Jobs.Length], new int[problem.People.Length]);
        var best = int.MaxValue;
        Try(0, 0);
        return best;

        void Try(int done, int length)
        {
            if (length >= best)
                return;
            if (done == (1 << ends.Length) - 1)
            {
                best = length;
                return;
            }

            for (var j = 0; j < ends.Length; j++)
            {
                var job = problem.Jobs[j];
                if ((done & (1 << j)) != 0 || job.After.Any(a => (done & (1 << a)) == 0))
                    continue;
                foreach (var person in job.Any)
                {
                    var was = free[person];
                    ends[j] =
                        Math.Max(Math.Max(job.From, was), job.After.Select(a => ends[a]).DefaultIfEmpty(0).Max())
                        + job.Work;
                    free[person] = ends[j];
                    Try(done | (1 << j), Math.Max(length, ends[j]));
                    free[person] = was;
                }
            }
        }
    }
}
