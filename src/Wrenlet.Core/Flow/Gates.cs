using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow;

/// <summary>A stage that nobody enters, whatever their role, until what locks it is over.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Stage">The stage.</param>
/// <param name="Task">The task that has to be done first; null where somebody has to lift it.</param>
/// <param name="Title">Title of that task, or why it is locked.</param>
/// <param name="By">Who locked it.</param>
/// <param name="At">When.</param>
public sealed record StageLock(Guid Id, StageId Stage, TaskId? Task, string Title, PersonId By, Instant At);

/// <summary>A gate that an administrator has lifted: it holds nothing up any more.</summary>
/// <param name="Of">What it waited for.</param>
/// <param name="Stage">The stage that was held up.</param>
public readonly record struct LiftedGate(Guid Of, StageId Stage);

/// <summary>An ask that holds a stage up until it is decided.</summary>
/// <param name="Entry">The entry that asks.</param>
/// <param name="Stage">The stage.</param>
/// <param name="Words">What is asked.</param>
/// <param name="Asked">Who has not answered yet.</param>
/// <param name="At">When it was asked.</param>
public sealed record AskGate(EntryId Entry, StageId Stage, string Words, ImmutableArray<PersonId> Asked, Instant At);

/// <summary>What holds stages of a docket up: tasks, asks, fields that are empty, and locks.</summary>
public static class Gates
{
    /// <summary>The tasks that hold still, in their order. What was dropped holds nothing up.</summary>
    /// <param name="tasks">Tasks of the docket, all of those that are gates among them.</param>
    public static ImmutableArray<OpenGate> Open(IEnumerable<WorkTask> tasks) =>
        [
            .. tasks
                .Where(t => t is { GateStage: not null, Progress.Over: false })
                .Select(t => new OpenGate(t.GateStage!.Value.Id, t.Title)
                {
                    Of = t.Id.Value,
                    Kind = GateKind.Task,
                    Owners = [.. t.Owners.Select(o => o.Owner)],
                    Since = t.Made,
                }),
        ];

    /// <summary>The asks that are not decided.</summary>
    public static ImmutableArray<OpenGate> OfAsks(IEnumerable<AskGate> asks) =>
        [
            .. asks.Select(a => new OpenGate(a.Stage, a.Words)
            {
                Of = a.Entry.Value,
                Kind = GateKind.Ask,
                Owners = [.. a.Asked.Select(p => new TaskOwner.OfPerson(p))],
                Since = a.At,
            }),
        ];

    /// <summary>What keeps a docket out of its stages because a field is empty, in the order of the fields.</summary>
    /// <param name="kind">Its kind.</param>
    /// <param name="filled">The fields that hold something.</param>
    public static ImmutableArray<OpenGate> OfFields(Kind kind, IReadOnlyCollection<FieldId> filled) =>
        [
            .. FieldValues
                .Missing(kind, filled)
                .Select(f => new OpenGate(f.NeededFrom!.Value, Texts.FillIn(f.Name))
                {
                    Of = f.Id.Value,
                    Kind = GateKind.Field,
                }),
        ];

    /// <summary>Stages that are locked.</summary>
    /// <param name="locks">Those of the docket that nobody has lifted and whose task, where they have one, is not over.</param>
    /// <param name="ownersOf">Who does a task.</param>
    public static ImmutableArray<OpenGate> OfLocks(
        IEnumerable<StageLock> locks,
        Func<TaskId, ImmutableArray<TaskOwner>> ownersOf
    ) =>
        [
            .. locks.Select(l => new OpenGate(l.Stage, l.Title)
            {
                Of = l.Id,
                Kind = GateKind.Lock,
                Owners = l.Task is { } task ? ownersOf(task) : [new TaskOwner.OfPerson(l.By)],
                Since = l.At,
            }),
        ];

    /// <summary>Those that nobody has lifted.</summary>
    public static IEnumerable<OpenGate> Without(IEnumerable<OpenGate> gates, IReadOnlySet<LiftedGate> lifted) =>
        gates.Where(g => !lifted.Contains(new(g.Of, g.Stage)));

    /// <summary>How many gates hold each stage up; stages without one are left out.</summary>
    public static IReadOnlyDictionary<StageId, int> ByStage(IEnumerable<OpenGate> gates) =>
        gates.GroupBy(g => g.Stage).ToDictionary(g => g.Key, g => g.Count());

    /// <summary>Why somebody cannot lift a gate or lock a stage; null when they can.</summary>
    public static string? RefusesLifting(Person by)
    {
        ArgumentNullException.ThrowIfNull(by);
        return by.May(Right.LockAndLift) ? null : Texts.OnlySomeRolesLift;
    }
}
