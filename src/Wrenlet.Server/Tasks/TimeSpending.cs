using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>What a clock counted when it was stopped.</summary>
/// <param name="Task">The task as it is now; null where the clock did not run, or its task is not seen any more.</param>
/// <param name="Time">Under which id the time is set down.</param>
/// <param name="Length">How long it was.</param>
/// <param name="OverNight">Whether it ran over a night, so that only working time counts.</param>
public readonly record struct ClockStopped(WorkTask? Task, Guid Time, Duration Length, bool OverNight);

/// <summary>Time that goes into tasks: given when one finishes them, counted by a clock, or said in their talk.</summary>
public sealed class TimeSpending(WriteQueue writes, WhoIsWho who, TaskMaking making) : IHandles<TaskChanged>
{
    private const int MostRead = 50;

    /// <summary>Adds time to a task; said twice with the same id, or of the same entry, it counts once.</summary>
    /// <param name="task">Which task.</param>
    /// <param name="id">Under which id the time is set down.</param>
    /// <param name="length">How long; whole minutes, above none. Where an entry says so, what it says counts.</param>
    /// <param name="entry">The entry of its talk that says so, and then it is its author's time; null for the viewer's own.</param>
    /// <param name="by">Who adds it.</param>
    /// <param name="now">When.</param>
    public Task<TaskOutcome> Add(TaskId task, Guid id, Duration length, EntryId? entry, Person by, Instant now) =>
        writes.Run(w =>
        {
            if (Seen(w, task, by) is not { } of)
                return new TaskOutcome(null, false, null);
            var whose = by.Id;
            if (entry is { } said)
            {
                var known = SaidIn(w.Session, of).Where(s => s.Entry.Id == said).Cast<(Entry Entry, SpentWords)?>();
                if (known.FirstOrDefault() is not var (found, spent))
                    return new(
                        of,
                        false,
                        "The time of this note is counted already, or it is not said there any more."
                    );
                (whose, length) = (found.Author!.Value, spent.Length);
            }

            return Add(w, of, id, length, entry, whose, by, now);
        });

    /// <summary>Takes time back that was set down; what is not there is back already.</summary>
    public Task<TaskOutcome> TakeBack(TaskId task, Guid id, Person by, Instant now) =>
        writes.Run(w =>
        {
            if (Seen(w, task, by) is not { } of)
                return new TaskOutcome(null, false, null);
            return TimeStore.Remove(w.Session, id, of) is { } length
                ? Change(w, of, -length, by, now)
                : new TaskOutcome(of, false, null);
        });

    /// <summary>Starts somebody's clock on a task; one that runs on another is stopped and counted first.</summary>
    public Task<TaskOutcome> Start(TaskId task, Person by, Instant now) =>
        writes.Run(w =>
        {
            if (Seen(w, task, by) is not { } of)
                return new TaskOutcome(null, false, null);
            if (of.Progress.Over)
                return new(of, false, "It is over. Reopen it first.");
            if (TimeStore.ClockOf(w.Session, by.Id) is { } running)
            {
                if (running.Task == task)
                    return new(of, false, null);
                Stop(w, running, by, now);
            }

            TimeStore.Start(w.Session, new(task, by.Id, now));
            return of.State is TaskState.NeedsAction
                ? making.Change(
                    w,
                    task,
                    null,
                    by,
                    now,
                    before => before.After(before.Progress.Become(TaskState.InProgress), now)
                )
                : Announced(w, of, by, now);
        });

    /// <summary>Stops somebody's clock, and counts what it ran.</summary>
    public Task<ClockStopped> Stop(Person by, Instant now) =>
        writes.Run(w =>
            TimeStore.ClockOf(w.Session, by.Id) is { } running ? Stop(w, running, by, now) : default(ClockStopped)
        );

    /// <summary>What is done has no clock that runs.</summary>
    public void Handle(Writing w, TaskChanged happening)
    {
        var (before, after, _, at) = happening;
        if (before.Progress.Over || !after.Progress.Over)
            return;
        foreach (var clock in TimeStore.ClocksOn(w.Session, after))
            if (who.Current.Find(clock.Person) is { } person)
                Stop(w, clock, person, at);
    }

    /// <summary>Notes of a task's talk that say how long something took, and are not counted; the newest first.</summary>
    internal static IEnumerable<(Entry Entry, SpentWords Said)> SaidIn(SqlSession session, WorkTask task)
    {
        if (ConversationStore.OfTask(session, task.Id.Value) is not { } talk)
            yield break;
        foreach (var entry in EntryStore.Before(session, [talk], long.MaxValue, MostRead))
            if (
                entry is { Author: not null, Removed: null }
                && SpentWords.Read(EntryText.FromMarkdown(entry.Body).Plain) is { } said
                && !TimeStore.HasOf(session, entry.Key)
            )
                yield return (entry, said);
    }

    private ClockStopped Stop(Writing w, TaskClock clock, Person by, Instant now)
    {
        TimeStore.Stop(w.Session, by.Id);
        if (Seen(w, clock.Task, by) is not { } task)
            return default;
        var hours = who.Current.HoursOf(by.Id);
        var (id, length) = (Guid.CreateVersion7(), clock.Counted(now, hours));
        var outcome = Add(w, task, id, length, null, by.Id, by, now);
        return new(outcome.Task, id, length, clock.RanOverNight(now, hours));
    }

    private TaskOutcome Add(
        Writing w,
        WorkTask task,
        Guid id,
        Duration length,
        EntryId? entry,
        PersonId whose,
        Person by,
        Instant now
    ) =>
        TimeStore.Add(w.Session, id, task, whose, length, now, entry)
            ? Change(w, task, length, by, now)
            : new(task, false, null);

    private TaskOutcome Change(Writing w, WorkTask task, Duration by, Person person, Instant now) =>
        making.Change(
            w,
            task.Id,
            null,
            person,
            now,
            before => before with { Spent = Duration.Max(Duration.Zero, before.Spent + by) }
        );

    private static TaskOutcome Announced(Writing w, WorkTask task, Person by, Instant now)
    {
        TaskMaking.Announce(w, task, ChangeKinds.TaskChanged, by.Id, now);
        return new(task, false, null);
    }

    private static WorkTask? Seen(Writing w, TaskId id, Person by) =>
        TaskStore.Find(w.Session, id) is { } task && by.MaySee(task.Place, Thing.Working) ? task : null;
}
