using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks;

/// <summary>Identity of a task (UUIDv7).</summary>
public readonly record struct TaskId(Guid Value);

/// <summary>Where a task came from.</summary>
public sealed record TaskSource(EntryId Entry, long Key, ConversationId Conversation)
{
    /// <summary>To whom it is promised: whom a message of ours went to that it comes from; null where it comes from no such.</summary>
    public PartyId? PromisedTo { get; init; }
}

/// <summary>A task that another waits for.</summary>
/// <param name="Id">Which.</param>
/// <param name="Title">What is to be done.</param>
/// <param name="Over">Whether it is done or dropped, and holds nothing up any more.</param>
public sealed record Blocker(TaskId Id, string Title, bool Over);

/// <summary>A task with what sight and finishing depend on.</summary>
/// <param name="Key">Its key in the store; 0 until it is written.</param>
/// <param name="Id">Identity.</param>
/// <param name="Title">What is to be done.</param>
/// <param name="Docket">The docket it belongs to; null for none.</param>
/// <param name="Source">Where it came from; null when it was not made of words.</param>
/// <param name="MadeBy">Who made it.</param>
/// <param name="Made">When it was made.</param>
/// <param name="State">Where it stands.</param>
/// <param name="StateBefore">The state it had before it was finished, for undoing; null when it is not done.</param>
/// <param name="Rule">Whose word finishes it.</param>
/// <param name="Priority">How much it matters.</param>
/// <param name="Start">Not before; null for at any time.</param>
/// <param name="Due">By when; null for no moment.</param>
/// <param name="Repeats">Recurrence rule (RFC 5545); null for once.</param>
/// <param name="Estimate">Working time it is thought to take; null when not said.</param>
/// <param name="GateStage">The stage whose gate it is; null when none.</param>
/// <param name="Finished">When it was over; null while it is not.</param>
/// <param name="Version">Counts its changes; the ETag.</param>
/// <param name="Owners">Who does it, and what they have said of it.</param>
/// <param name="Sight">Who of the staff sees its docket; open where it has none.</param>
public sealed record WorkTask(
    long Key,
    TaskId Id,
    string Title,
    DocketBrief? Docket,
    TaskSource? Source,
    PersonId MadeBy,
    Instant Made,
    TaskState State,
    TaskState? StateBefore,
    CompletionRule Rule,
    Priority Priority,
    Instant? Start,
    Instant? Due,
    string? Repeats,
    Duration? Estimate,
    StageBrief? GateStage,
    Instant? Finished,
    int Version,
    ImmutableArray<OwnerShare> Owners,
    DocketSight Sight
)
{
    /// <summary>What is to be known of it beside its title, in Markdown; empty for nothing.</summary>
    public string Notes { get; init; } = "";

    /// <summary>Whether it is its maker's alone.</summary>
    public bool Private { get; init; }

    /// <summary>Working time that has gone into it.</summary>
    public Duration Spent { get; init; }

    /// <summary>The task that it is a part of; null for none.</summary>
    public TaskId? Parent { get; init; }

    /// <summary>Title of the task that it is a part of; null for none.</summary>
    public string? ParentTitle { get; init; }

    /// <summary>Its worklist and the column it stands in; null for none.</summary>
    public (Guid List, Guid? Column)? Worklist { get; init; }

    /// <summary>Its place among the parts of its parent, or in its column.</summary>
    public double Position { get; init; }

    /// <summary>When somebody last said that it is still wanted; null for never.</summary>
    public Instant? Wanted { get; init; }

    /// <summary>For which moment somebody was last reminded of it; null for never.</summary>
    public Instant? Reminded { get; init; }

    /// <summary>Since when its due moment stands; null where that is not known.</summary>
    public Instant? DueSince { get; init; }

    /// <summary>
    /// Working time before it is due at which its owners are reminded; null for what is usual, zero for never.
    /// </summary>
    public Duration? RemindBefore { get; init; }

    /// <summary>
    /// Working time after which they are reminded again and again; null for what is usual, zero for never.
    /// </summary>
    public Duration? RemindAgain { get; init; }

    /// <summary>The series it is one of, by its key; null for none.</summary>
    public long? Series { get; init; }

    /// <summary>
    /// The moment for which its rule made it, whatever it was moved to since; null where it does not repeat.
    /// </summary>
    public Instant? Occurrence { get; init; }

    /// <summary>When its owners are reminded of it.</summary>
    public Reminders Reminders => new(RemindBefore ?? Reminders.Usual.Before, RemindAgain ?? Reminders.Usual.Again);

    /// <summary>People who want to hear what becomes of it.</summary>
    public ImmutableArray<PersonId> Watchers { get; init; } = [];

    /// <summary>What it waits for.</summary>
    public ImmutableArray<Blocker> BlockedBy { get; init; } = [];

    /// <summary>What it waits for that comes from elsewhere, and has not come yet, by when it is to.</summary>
    public ImmutableArray<DatedWait> Waits { get; init; } = [];

    /// <summary>How far its parts are; a count of 0 where it has none.</summary>
    public PartsDone Parts { get; init; }

    /// <summary>How far it is.</summary>
    public Progress Progress => new(State, StateBefore, Owners);

    /// <summary>
    /// How much of it is done, from 0 to 100: all once it is done, else by its parts where it has any, else by its
    /// owners.
    /// </summary>
    public int Percent =>
        State is TaskState.Done ? 100
        : Parts.Count > 0 ? Parts.Percent
        : Progress.Percent;

    /// <summary>
    /// Working time that it still takes: what was estimated without what was spent, never less than none; null where
    /// nothing was estimated.
    /// </summary>
    public Duration? Remaining => Estimate is { } estimate ? Duration.Max(estimate - Spent, Duration.Zero) : null;

    /// <summary>The task with another progress; the moment counts when it is over for the first time.</summary>
    public WorkTask After(Progress progress, Instant at) =>
        this with
        {
            State = progress.State,
            StateBefore = progress.Before,
            Owners = progress.Shares,
            Finished = progress.Over ? Finished ?? at : null,
        };

    /// <summary>Where it stands: in its docket, or with its maker and owners.</summary>
    public Place Place =>
        Place.OfTask(
            Docket is null ? null : Sight,
            MadeBy,
            Owners.Select(o => o.Owner).OfType<TaskOwner.OfPerson>().Select(p => p.Person).Concat(Watchers),
            Owners.Any(o => o.Owner is TaskOwner.OfCrew),
            Private
        );
}
