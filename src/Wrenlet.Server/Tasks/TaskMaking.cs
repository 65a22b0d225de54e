using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>What came of a change: the task as it is now, whether it was changed by someone else meanwhile, or a refusal.</summary>
public sealed record TaskOutcome(WorkTask? Task, bool Stale, string? Refusal);

/// <summary>Makes, changes and finishes tasks.</summary>
public sealed class TaskMaking(WriteQueue writes, WhoIsWho who)
{
    /// <summary>Makes a task; one with the same id is one task.</summary>
    public Task<TaskOutcome> Make(WorkTask task, Person by) => writes.Run(w =>
    {
        if (!TaskStore.Add(w.Session, task))
        {
            var made = TaskStore.Find(w.Session, task.Id)!;
            return made.MadeBy == by.Id && made.Title == task.Title ? new TaskOutcome(made, false, null) : new(null, false, "Another task has this id already. Load the page again and repeat.");
        }

        var written = TaskStore.Find(w.Session, task.Id)!;
        Announce(w, written, ChangeKinds.TaskMade, by, task.Made);
        Tell(w, written, by, task.Made, Givens(written));
        return new(written, false, null);
    });

    /// <summary>Changes a task that the actor sees.</summary>
    /// <param name="id">Which.</param>
    /// <param name="version">The version the actor had seen; null to take whatever is there.</param>
    /// <param name="by">Who changes it.</param>
    /// <param name="at">When.</param>
    /// <param name="change">The task as it is to be.</param>
    public Task<TaskOutcome> Change(TaskId id, int? version, Person by, Instant at, Func<WorkTask, WorkTask> change) => writes.Run(w =>
    {
        if (TaskStore.Find(w.Session, id) is not { } before || !by.MaySee(before.Place, Thing.Working)) return new TaskOutcome(null, false, "There is no such task, or you do not see it.");
        if (version is { } seen && seen != before.Version) return new(before, true, null);
        if (!TaskStore.Update(w.Session, change(before))) return new(before, true, null);
        var after = TaskStore.Find(w.Session, id)!;
        Announce(w, after, ChangeKinds.TaskChanged, by, at);
        var had = before.Owners.Select(o => o.Owner).ToHashSet();
        Tell(w, after, by, at, Givens(after with { Owners = [.. after.Owners.Where(o => !had.Contains(o.Owner))] })
            .Concat(after.Owners.Select(o => o.Owner).OfType<TaskOwner.OfPerson>().Select(o => new Alert(o.Person, AlertReason.OwnTask)))
            .Append(new Alert(after.MadeBy, AlertReason.OwnTask)));
        return new(after, false, null);
    });

    private static void Announce(Writing w, WorkTask task, string kind, Person by, Instant at) =>
        w.Log(new Change(kind, task.Id.Value, task.Place, Thing.Working, at, by.Id, task.Docket?.Id, task.Source?.Conversation));

    private IEnumerable<Alert> Givens(WorkTask task) => task.Owners.SelectMany(o => o.Owner switch
    {
        TaskOwner.OfPerson person => [person.Person],
        TaskOwner.OfCrew crew => who.Current.Crews.TryGetValue(crew.Crew, out var known) ? known.Members : ImmutableArray<PersonId>.Empty,
        _ => throw new ArgumentOutOfRangeException(nameof(task), o.Owner, "Unknown kind of owner."),
    }).Select(p => new Alert(p, AlertReason.TaskGiven));

    private void Tell(Writing w, WorkTask task, Person by, Instant at, IEnumerable<Alert> concerns)
    {
        foreach (var alert in Alerting.Whom(by.Id, task.Place, Thing.Working, concerns, id => who.Current.Find(id)))
            Telling.Tell(w, alert, by.Id, at, task.Source?.Conversation, task.Source?.Entry, task.Id, task.Title);
    }
}
