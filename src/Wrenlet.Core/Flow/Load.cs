using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow;

/// <summary>Work that somebody is to do by a moment.</summary>
/// <param name="Task">Which task.</param>
/// <param name="Owners">Who owns it; crews and those without owners load nobody.</param>
/// <param name="Due">By when; undated work loads no day.</param>
/// <param name="Remaining">Working time that it still takes; null when nobody has said.</param>
public sealed record DueWork(TaskId Task, ImmutableArray<OwnerShare> Owners, Instant? Due, Duration? Remaining);

/// <summary>An open task, as far as laying out its work depends on it.</summary>
/// <param name="Task">Which task.</param>
/// <param name="Parent">The task that it is a part of; null for none.</param>
/// <param name="Owners">Who owns it; empty for nobody, and then whoever owns its whole.</param>
/// <param name="Due">By when; null for no moment of its own, and then by when its whole is due.</param>
/// <param name="Remaining">Working time that it still takes; null when nobody has said.</param>
/// <param name="HasParts">Whether there are parts that count.</param>
/// <param name="PercentDone">Share of its parts that is done, from 0 to 100; 0 without parts.</param>
public sealed record OpenWork(
    TaskId Task,
    TaskId? Parent,
    ImmutableArray<OwnerShare> Owners,
    Instant? Due,
    Duration? Remaining,
    bool HasParts = false,
    int PercentDone = 0
);

/// <summary>How much work is left of tasks and of what they are parts of, none of it twice.</summary>
public static class Load
{
    private const int Deepest = 20;

    /// <summary>
    /// The work of tasks and of their parts, none of it twice: a part without a day or an owner has those of its whole,
    /// and a whole still takes what is left of it beside its open parts.
    /// </summary>
    /// <param name="open">All open tasks that are looked at.</param>
    public static ImmutableArray<DueWork> Lay(IEnumerable<OpenWork> open)
    {
        var tasks = open.ToDictionary(t => t.Task);
        var parts = tasks.Values.Where(t => t.Parent is not null).ToLookup(t => t.Parent!.Value);
        return
        [
            .. tasks.Values.Select(t => new DueWork(
                t.Task,
                Above(t, x => x.Owners.IsEmpty ? null : x.Owners.AsEnumerable())?.ToImmutableArray() ?? [],
                Above(t, x => x.Due is { } due ? (Instant?)due : null),
                Left(t)
            )),
        ];

        T? Above<T>(OpenWork task, Func<OpenWork, T?> of)
        {
            var at = task;
            for (var depth = 0; depth < Deepest; depth++)
            {
                if (of(at) is { } found)
                    return found;
                if (at.Parent is not { } whole || !tasks.TryGetValue(whole, out var above))
                    break;
                at = above;
            }

            return default;
        }

        Duration? Left(OpenWork task)
        {
            if (!task.HasParts || task.Remaining is not { } remaining)
                return task.Remaining;
            var inParts = parts[task.Task].Aggregate(Duration.Zero, (sum, p) => sum + (p.Remaining ?? Duration.Zero));
            return Duration.Max(remaining * ((100 - task.PercentDone) / 100.0) - inParts, Duration.Zero);
        }
    }
}
