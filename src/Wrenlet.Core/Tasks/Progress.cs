using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks;

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

    /// <summary>Those of owners whose shares make up the whole of it.</summary>
    Share,
}

/// <summary>How far a task is, and what its owners have said of it.</summary>
/// <param name="State">Where it stands.</param>
/// <param name="Before">The state it had before the first word that it is done; null while nobody has said so.</param>
/// <param name="Shares">Owners and what they have said.</param>
public readonly record struct Progress(TaskState State, TaskState? Before, ImmutableArray<OwnerShare> Shares)
{
    /// <summary>Whether there is nothing more to do.</summary>
    public bool Over => State is TaskState.Done or TaskState.Dropped;

    /// <summary>After someone said that it is done.</summary>
    /// <param name="rule">Whose word finishes it.</param>
    /// <param name="by">Who says so; someone who owns no part speaks for all.</param>
    public Progress Finish(CompletionRule rule, Person by)
    {
        if (State is TaskState.Done)
            return this;
        ImmutableArray<OwnerShare> shares = Say(by, done: true);
        var finished =
            rule is CompletionRule.Any
            || shares.All(s => s.Done)
            || (rule is CompletionRule.Share && ShareDone(shares) >= 100);
        return new(
            finished ? TaskState.Done
                : State is TaskState.NeedsAction ? TaskState.InProgress
                : State,
            Before ?? State,
            shares
        );
    }

    /// <summary>
    /// After someone took their word back: it has the state again that it had. What other owners have said stays said
    /// where each owner's word counts.
    /// </summary>
    /// <param name="rule">Whose word finishes it.</param>
    /// <param name="by">Who takes it back; someone who owns no part speaks for all.</param>
    public Progress Reopen(CompletionRule rule, Person by)
    {
        if (Before is not { } before)
            return State is TaskState.Done ? this with { State = TaskState.NeedsAction } : this;
        ImmutableArray<OwnerShare> shares =
            rule is CompletionRule.Any ? [.. Shares.Select(s => s with { Done = false })] : Say(by, done: false);
        return shares.Any(s => s.Done)
            ? new(before is TaskState.NeedsAction ? TaskState.InProgress : before, before, shares)
            : new(before, null, shares);
    }

    /// <summary>
    /// After a part of it turned out not to be done: it has the state again that it had before it was.
    /// </summary>
    public Progress Back() =>
        State is TaskState.Done
            ? new(Before ?? TaskState.InProgress, null, [.. Shares.Select(s => s with { Done = false })])
            : this;

    /// <summary>
    /// After it was put into a column of a worklist: one that finishes makes it done; one that does not, coming from
    /// another, makes it not done any more.
    /// </summary>
    /// <param name="finishes">Whether what stands in the column is done.</param>
    /// <param name="moved">Whether it stood elsewhere before.</param>
    public Progress Into(bool finishes, bool moved) =>
        finishes
            ? Over
                ? this
                : Become(TaskState.Done)
            : moved
                ? Back()
                : this;

    /// <summary>How much of the work its owners have done, from 0 to 100, by their shares.</summary>
    public int Percent => State is TaskState.Done ? 100 : Math.Min(100, ShareDone(Shares));

    /// <summary>After someone set its state by hand.</summary>
    public Progress Become(TaskState state) =>
        state == State ? this : new(state, state is TaskState.Done ? Before ?? State : null, Shares);

    /// <summary>After its owners were chosen anew: those who stay keep what they have said.</summary>
    public Progress OwnedBy(IEnumerable<TaskOwner> owners)
    {
        var had = Shares;
        return this with
        {
            Shares =
            [
                .. owners.Select(o =>
                    had.FirstOrDefault(s => s.Owner == o) is { Owner: not null } kept ? kept : new OwnerShare(o, false)
                ),
            ],
        };
    }

    private static int ShareDone(ImmutableArray<OwnerShare> shares)
    {
        if (shares.IsDefaultOrEmpty)
            return 0;
        var said = shares.Sum(s => s.Percent ?? 0);
        var open = shares.Count(s => s.Percent is null);
        var each = open == 0 ? 0 : Math.Max(0, 100.0 - said) / open;
        return (int)Math.Floor(shares.Where(s => s.Done).Sum(s => s.Percent ?? each) + 1e-9);
    }

    private static bool Is(TaskOwner owner, Person person) =>
        owner switch
        {
            TaskOwner.OfPerson p => p.Person == person.Id,
            TaskOwner.OfCrew c => person.Crews.Contains(c.Crew),
            _ => throw new ArgumentOutOfRangeException(nameof(owner), owner, "Unknown kind of owner."),
        };

    private ImmutableArray<OwnerShare> Say(Person by, bool done)
    {
        var owns = Shares.Any(s => Is(s.Owner, by));
        return [.. Shares.Select(s => !owns || Is(s.Owner, by) ? s with { Done = done } : s)];
    }
}
