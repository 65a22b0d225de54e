using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>Somebody who helps with a task.</summary>
/// <param name="Person">Who.</param>
/// <param name="Work">How much of what is left they do; above none.</param>
public readonly record struct Help(PersonId Person, Duration Work);

/// <summary>What a task would be changed to, to see what becomes of the forecast.</summary>
/// <param name="Task">Which task.</param>
/// <param name="Owner">Who would do it instead; null for who does it.</param>
/// <param name="NotBefore">When it would begin at the earliest; null for as it is.</param>
/// <param name="Left">Working time that would be left of it; null for as it is.</param>
/// <param name="Dropped">Whether it would not be done at all.</param>
/// <param name="Help">Who would help; null for nobody.</param>
public sealed record TaskChange(
    TaskId Task,
    PersonId? Owner = null,
    Instant? NotBefore = null,
    Duration? Left = null,
    bool Dropped = false,
    Help? Help = null
)
{
    /// <summary>The task as it would be.</summary>
    /// <param name="task">The task as it is.</param>
    /// <param name="expected">Working time that is left of it, as expected.</param>
    /// <param name="at">When it is changed.</param>
    public WorkTask Of(WorkTask task, Duration expected, Instant at)
    {
        ArgumentNullException.ThrowIfNull(task);
        if (Dropped)
            return task.After(task.Progress.Become(TaskState.Dropped), at);
        if (Left is { } left)
            task = task with { Estimate = task.Spent + left };
        if (NotBefore is { } start)
            task = task with { Start = start };
        if (Owner is { } owner)
            task = task with { Owners = [new(new TaskOwner.OfPerson(owner), false)] };
        return Help is { } help ? Helped(task, help, Left ?? expected) : task;
    }

    private static WorkTask Helped(WorkTask task, Help help, Duration left)
    {
        var share = left > Duration.Zero ? (int)Math.Round(100 * (help.Work / left)) : 50;
        share = Math.Clamp(share, 1, 99);
        var helper = new TaskOwner.OfPerson(help.Person);
        var owners = task.Owners.Where(o => o.Owner != helper).ToList();
        // Who did it all so far does the rest; several go on sharing that as they did.
        return task with
        {
            Rule = CompletionRule.Share,
            Owners =
            [
                .. owners.Select(o =>
                    o with
                    {
                        Percent = Math.Max(
                            1,
                            (int)Math.Round((o.Percent ?? (100.0 / owners.Count)) * (100 - share) / 100)
                        ),
                    }
                ),
                new(helper, false, owners.Count == 0 ? null : share),
            ],
        };
    }
}
