using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks;

/// <summary>Identity of a task (UUIDv7).</summary>
public readonly record struct TaskId(Guid Value);

/// <summary>How much a task matters (iCalendar PRIORITY 1, 3, 5, 9; RFC 5545, 3.8.1.9).</summary>
public enum Priority
{
    /// <summary>PRIORITY 1.</summary>
    Critical,

    /// <summary>PRIORITY 3.</summary>
    High,

    /// <summary>PRIORITY 5.</summary>
    Normal,

    /// <summary>PRIORITY 9.</summary>
    Low,
}

/// <summary>State of a task (iCalendar STATUS; RFC 5545, 3.8.1.11).</summary>
public enum TaskState
{
    /// <summary>NEEDS-ACTION.</summary>
    NeedsAction,

    /// <summary>IN-PROCESS.</summary>
    InProgress,

    /// <summary>Held up by someone or something else.</summary>
    Waiting,

    /// <summary>COMPLETED.</summary>
    Done,

    /// <summary>CANCELLED.</summary>
    Dropped,
}

/// <summary>Whose word finishes a task with several owners.</summary>
public enum CompletionRule
{
    /// <summary>Any owner's.</summary>
    Any,

    /// <summary>Every owner's.</summary>
    Every,
}

/// <summary>Who owns a task: a person or a crew. A closed set of cases.</summary>
public abstract record TaskOwner
{
    private TaskOwner()
    {
    }

    /// <summary>A member of staff.</summary>
    public sealed record OfPerson(PersonId Person) : TaskOwner;

    /// <summary>A crew: any of its members does it.</summary>
    public sealed record OfCrew(CrewId Crew) : TaskOwner;
}

/// <summary>What an owner has said of a task: their part is done, or nothing yet.</summary>
public readonly record struct OwnerShare(TaskOwner Owner, bool Done);

/// <summary>Finishing, and undoing that.</summary>
public static class Finishing
{
    /// <summary>The state and shares after someone said that it is done.</summary>
    /// <param name="rule">Whose word finishes it.</param>
    /// <param name="state">State before.</param>
    /// <param name="shares">Owners and what they have said.</param>
    /// <param name="by">Who says it is done; someone who owns no part speaks for all.</param>
    public static (TaskState State, ImmutableArray<OwnerShare> Shares) Finish(
        CompletionRule rule, TaskState state, ImmutableArray<OwnerShare> shares, Person by)
    {
        var owns = shares.Any(s => Is(s.Owner, by));
        ImmutableArray<OwnerShare> next = [.. shares.Select(s => !owns || Is(s.Owner, by) ? s with { Done = true } : s)];
        var finished = rule is CompletionRule.Any || next.All(s => s.Done);
        return (finished ? TaskState.Done : state is TaskState.NeedsAction ? TaskState.InProgress : state, next);
    }

    /// <summary>Whether the person owns the task, themselves or through a crew.</summary>
    public static bool Is(TaskOwner owner, Person person) => owner switch
    {
        TaskOwner.OfPerson p => p.Person == person.Id,
        TaskOwner.OfCrew c => person.Crews.Contains(c.Crew),
        _ => throw new ArgumentOutOfRangeException(nameof(owner), owner, "Unknown kind of owner."),
    };
}

/// <summary>How a due moment stands.</summary>
public enum DueState
{
    /// <summary>No due moment, or a later day.</summary>
    Well,

    /// <summary>Today, or less than a working day left.</summary>
    Soon,

    /// <summary>Past.</summary>
    Late,
}

/// <summary>How a task's due moment stands at a moment, with its label.</summary>
/// <param name="State">Well, soon or late.</param>
/// <param name="Label">In words: "today 17:00", "Thu 16 Apr", "late by 3 h".</param>
public readonly record struct DueStanding(DueState State, string Label)
{
    private static readonly Duration Day = Duration.FromHours(8);

    /// <summary>Stands a due moment against now; an undated task is well.</summary>
    public static DueStanding At(Instant now, Instant? due, Calendars.WorkCalendar calendar)
    {
        if (due is not { } moment) return new(DueState.Well, "not dated");
        if (now > moment)
        {
            var late = calendar.Between(moment, now);
            var days = calendar.WorkingDaysBetween(calendar.DateOf(moment), calendar.DateOf(now));
            return new(DueState.Late, days > 1 ? $"late by {days} working days" : $"late by {Calendars.WorkingTimeWords.Of(late)}");
        }

        var soon = calendar.DateOf(moment) == calendar.DateOf(now) || calendar.Between(now, moment) < Day;
        return new(soon ? DueState.Soon : DueState.Well, Words.DateWords.Moment(moment.InZone(calendar.Zone).LocalDateTime, calendar.DateOf(now)));
    }
}
