using System.Collections.Immutable;

namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>Why a job does not begin sooner than it does.</summary>
public enum HeldBy
{
    /// <summary>It begins at once.</summary>
    Nothing,

    /// <summary>The one before it in the chain has to be over first.</summary>
    Before,

    /// <summary>Who does it does the one before it in the chain first.</summary>
    Person,

    /// <summary>It may not begin sooner.</summary>
    Start,
}

/// <summary>One job of the chain that decides.</summary>
/// <param name="Job">Which, by its place.</param>
/// <param name="By">Why it does not begin sooner.</param>
public readonly record struct ChainLink(int Job, HeldBy By);

/// <summary>What decides when a target is reached: each job begins as soon as the one before it lets it.</summary>
public static class DecidingChain
{
    /// <summary>The jobs that decide, in their order; empty where nothing is in the way.</summary>
    public static ImmutableArray<ChainLink> Of(PlanProblem problem, Plan plan, PlanTarget target)
    {
        ArgumentNullException.ThrowIfNull(problem);
        ArgumentNullException.ThrowIfNull(plan);
        ArgumentNullException.ThrowIfNull(target);
        if (target.Jobs.IsEmpty)
            return [];
        var lastOf = Enumerable
            .Range(0, problem.Jobs.Length)
            .Where(j => plan.People[j] >= 0)
            .ToLookup(j => plan.People[j]);
        var chain = new List<ChainLink>();
        var seen = new HashSet<int>();
        int? at = target.Jobs.MaxBy(j => plan.Ends[j]);
        while (at is { } job && seen.Add(job))
        {
            var (before, by) = Before(problem, plan, job, lastOf);
            chain.Add(new(job, by));
            at = before;
        }

        chain.Reverse();
        return [.. chain];
    }

    private static (int? Job, HeldBy By) Before(PlanProblem problem, Plan plan, int job, ILookup<int, int> lastOf)
    {
        var one = problem.Jobs[job];
        int? last = one.After.IsEmpty ? null : one.After.MaxBy(a => plan.Ends[a]);
        var ready = Math.Max(one.From, last is { } l ? plan.Ends[l] : 0);
        if (plan.People[job] is >= 0 and var person)
        {
            // Who does it was at another until it begins, and it could have begun before.
            var axis = problem.People[person];
            var begun = axis.Until(plan.Starts[job]);
            if (begun > axis.Until(ready))
            {
                var other = lastOf[person]
                    .Where(j => j != job && plan.Starts[j] < plan.Starts[job])
                    .Where(j => axis.Until(plan.Ends[j]) == begun)
                    .Select(j => (int?)j)
                    .FirstOrDefault();
                if (other is not null)
                    return (other, HeldBy.Person);
            }
        }

        if (last is { } before && plan.Ends[before] >= one.From && plan.Ends[before] > 0)
            return (before, HeldBy.Before);
        return (null, one.From > 0 ? HeldBy.Start : HeldBy.Nothing);
    }
}
