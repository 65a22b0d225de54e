using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>
/// What came of a change: the task as it is now, whether it was changed by someone else meanwhile, or a refusal. No
/// task means that it is not seen.
/// </summary>
/// <param name="Collisions">Where it was changed meanwhile: what others changed of the same fields.</param>
public sealed record TaskOutcome(
    WorkTask? Task,
    bool Stale,
    string? Refusal,
    ImmutableArray<FieldChange> Collisions = default
);

/// <summary>Makes, changes and finishes tasks, tells those whom it concerns, and remembers what was changed.</summary>
public sealed class TaskMaking(Database database, WriteQueue writes, WhoIsWho who, Dispatcher happenings)
    : IHandles<EntryTakenBack>,
        IDueWork
{
    /// <summary>
    /// Makes a task; one with the same id is one task. Where a task of the same title was made of the same entry already,
    /// it is not made, and the outcome is the first with a refusal that says whose it is.
    /// </summary>
    /// <param name="again">Whether it is made all the same.</param>
    public Task<TaskOutcome> Make(WorkTask task, Person by, bool again = true) =>
        writes.Run(w =>
            Owning.RefusesGiving(by, [], task.Owners) is { } refusal ? new TaskOutcome(null, false, refusal)
            : !again && TaskRefusals.Doubled(w.Session, task) is { } first
                ? new TaskOutcome(
                    first,
                    false,
                    $"{(first.MadeBy == by.Id ? "You have" : $"{who.Current.NameOf(first.MadeBy)} has")} made this task of "
                        + "these words already."
                )
            : Make(w, task, by)
        );

    /// <summary>Changes a task that the actor sees.</summary>
    /// <param name="id">Which.</param>
    /// <param name="version">The version the actor had seen; null to take whatever is there.</param>
    /// <param name="by">Who changes it.</param>
    /// <param name="at">When.</param>
    /// <param name="change">The task as it is to be.</param>
    /// <param name="fields">The fields that it changes, as the history calls them: what others changed of other fields
    /// since that version stands beside it. Null when any change of others is in its way.</param>
    public Task<TaskOutcome> Change(
        TaskId id,
        int? version,
        Person by,
        Instant at,
        Func<WorkTask, WorkTask> change,
        IReadOnlyCollection<string>? fields = null
    ) => writes.Run(w => Change(w, id, version, by, at, change, fields));

    /// <summary>
    /// Makes several tasks within a write that does more, so that each owner hears of theirs in one go; those that are
    /// there already with their id are left out of what is returned.
    /// </summary>
    public IReadOnlyList<WorkTask> MakeAll(Writing w, IEnumerable<WorkTask> tasks, Person by, Instant at)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(tasks);
        ArgumentNullException.ThrowIfNull(by);
        var made = new List<WorkTask>();
        foreach (var task in tasks)
        {
            if (!TaskStore.Add(w.Session, Series.Begun(w.Session, task, who.Current)))
                continue;
            made.Add(TaskStore.Find(w.Session, task.Id)!);
            Announce(w, made[^1], ChangeKinds.TaskMade, by.Id, at);
        }

        if (made.Count > 0)
            happenings.Say(w, new TasksMade(made, by.Id, at));
        return made;
    }

    /// <summary>Makes a task within a write that does more.</summary>
    public TaskOutcome Make(Writing w, WorkTask task, Person by)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(task);
        if (TaskStore.Find(w.Session, task.Id) is null)
            task = Series.Begun(w.Session, task, who.Current);
        if (!TaskStore.Add(w.Session, task))
        {
            var made = TaskStore.Find(w.Session, task.Id)!;
            return made.MadeBy == by.Id && made.Title == task.Title
                ? new TaskOutcome(made, false, null)
                : new(null, false, "Another task has this id already. Load the page again and repeat.");
        }

        var written = TaskStore.Find(w.Session, task.Id)!;
        Announce(w, written, ChangeKinds.TaskMade, by.Id, task.Made);
        happenings.Say(w, new TaskMade(written, by.Id));
        Ripple(w, written.Parent, by, task.Made);
        return new(written, false, null);
    }

    /// <summary>Changes a task within a write that does more.</summary>
    public TaskOutcome Change(
        Writing w,
        TaskId id,
        int? version,
        Person by,
        Instant at,
        Func<WorkTask, WorkTask> change,
        IReadOnlyCollection<string>? fields = null
    )
    {
        ArgumentNullException.ThrowIfNull(w);
        if (TaskStore.Find(w.Session, id) is not { } before || !by.MaySee(before.Place, Thing.Working))
            return new TaskOutcome(null, false, "There is no such task, or you cannot see it.");
        if (version is { } seen && seen != before.Version)
        {
            var theirs = TaskHistoryStore.Since(w.Session, before.Key, seen);
            var collisions = Core.Tasks.Meanwhile.Collisions(fields, theirs);
            if (fields is null || seen > before.Version || !collisions.IsEmpty)
                return new(before, true, null, collisions);
        }

        var wanted = change(before);
        if (TaskRefusals.Of(w.Session, by, before, wanted) is { } refusal)
            return new(before, false, refusal);
        return Write(w, before, wanted, by, at);
    }

    /// <summary>Writes a change that nothing stands in the way of, whoever of ours decides it.</summary>
    internal TaskOutcome Write(Writing w, WorkTask before, WorkTask wanted, Person by, Instant at)
    {
        var id = before.Id;
        if (before.Due != wanted.Due)
            wanted = wanted with { DueSince = at };
        wanted = Series.Begun(w.Session, wanted, who.Current);
        if (!TaskStore.Update(w.Session, wanted))
            return new(before, true, null);
        var after = TaskStore.Find(w.Session, id)!;
        foreach (var (what, was, now) in TaskHistory.Between(before, after, who.Current, w.Session))
            TaskHistoryStore.Remember(w.Session, after.Key, after.Version, by.Id, at, what, was, now);
        Announce(w, after, ChangeKinds.TaskChanged, by.Id, at);
        happenings.Say(w, new TaskChanged(before, after, by.Id, at));
        if (after.Progress.Over && !before.Progress.Over)
            Follow(w, after, at, byTime: false);
        else if (before.Progress.Over && !after.Progress.Over)
            Unfollow(w, after, by, at);
        Ripple(w, after.Parent, by, at);
        if (before.Parent != after.Parent)
            Ripple(w, before.Parent, by, at);
        if (before.Progress.Over != after.Progress.Over)
            foreach (var waiting in TaskStore.WaitingFor(w.Session, id))
                Announce(w, waiting, ChangeKinds.TaskChanged, by.Id, at);
        // Whoever heard of it may have changed it further.
        return new(After(w, after), false, null);
    }

    /// <summary>Leaves one of a series out: it is dropped, and the next takes its place.</summary>
    public Task<TaskOutcome> Skip(TaskId id, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (TaskStore.Find(w.Session, id) is not { } task || !by.MaySee(task.Place, Thing.Working))
                return new TaskOutcome(null, false, "There is no such task, or you cannot see it.");
            if (task is not { Series: { } series, Occurrence: { } occurrence, Repeats: not null } || task.Progress.Over)
                return new(task, false, "Only an open task that repeats can be skipped.");
            SeriesStore.Skip(w.Session, series, who.Current.Firm!.Calendar.DateOf(occurrence));
            return Change(w, id, null, by, at, before => before.After(before.Progress.Become(TaskState.Dropped), at));
        });

    /// <summary>
    /// The next of each series whose time has come, and reminders: of what comes due or is late to its owners, and to
    /// who asked for it where it stays late. Whoever would be told much at once is told it in one line.
    /// </summary>
    public IEnumerable<DueWork> Due(Instant now)
    {
        foreach (var last in database.Read(s => SeriesStore.LastByTime(s, now)))
            yield return Of("Making the next of a task that repeats", last, () => FollowByTime(last.Id, now));
        var due = ImmutableArray.CreateBuilder<(DueTask Due, Instant Moment)>();
        foreach (var task in database.Read(s => TaskStore.DueBefore(s, now + Duration.FromDays(14))))
        {
            var wrong = Remembered(task, now, due);
            if (wrong is not null)
                yield return Of("Reminding of a task", task, () => Task.FromException(wrong));
        }

        if (due.Count > 0)
            yield return new("Reminding of tasks", "all", $"{due.Count} of them", null, () => Remind(due, now));
    }

    /// <summary>Adds a task of which somebody is to be reminded now.</summary>
    /// <returns>What is wrong with the task, so that the others are reminded of all the same; null when nothing is.</returns>
    private Exception? Remembered(WorkTask task, Instant now, ImmutableArray<(DueTask Due, Instant Moment)>.Builder due)
    {
        var roster = who.Current;
        try
        {
            if (
                Reminder.Of(
                    task.Due!.Value,
                    task.Reminded,
                    task.DueSince ?? task.Made,
                    task.Reminders,
                    now,
                    roster.Firm!.Calendar
                ) is
                { } reminder
            )
                due.Add((new(task, reminder, TaskViews.DueWords(task, roster, now)), reminder.At));
            return null;
        }
        // Dates that no calendar can hold; whoever runs the work sets them down.
        catch (Exception wrong) when (wrong is ArithmeticException or ArgumentException or InvalidOperationException)
        {
            return wrong;
        }
    }

    private static DueWork Of(string kind, WorkTask task, Func<Task> work) =>
        new(kind, task.Id.Value.ToString(), "", task.MadeBy, work) { Title = task.Title, Task = task.Id };

    private Task Remind(IEnumerable<(DueTask Due, Instant Moment)> reminders, Instant now) =>
        writes.Run(w =>
        {
            var told = ImmutableArray.CreateBuilder<DueTask>();
            foreach (var (due, moment) in reminders)
            {
                // What was changed or reminded of since it was looked at waits for the next look.
                if (
                    TaskStore.Find(w.Session, due.Task.Id) is not { } task
                    || task.Version != due.Task.Version
                    || task.Reminded != due.Task.Reminded
                )
                    continue;
                TaskStore.SetReminded(w.Session, task.Key, moment);
                told.Add(due);
            }

            if (told.Count > 0)
                happenings.Say(w, new TasksDue(told.ToImmutable(), now));
        });

    private Task FollowByTime(TaskId id, Instant now) =>
        writes.Run(w =>
        {
            if (TaskStore.Find(w.Session, id) is { } last)
                Follow(w, last, now, byTime: true);
        });

    /// <summary>Sets what a task waits for.</summary>
    public Task<TaskOutcome> Block(TaskId id, IReadOnlyList<TaskId> blockers, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (TaskStore.Find(w.Session, id) is not { } task || !by.MaySee(task.Place, Thing.Working))
                return new TaskOutcome(null, false, "There is no such task, or you cannot see it.");
            var found = blockers.Select(b => TaskStore.Find(w.Session, b)).ToList();
            if (found.Any(b => b is null || !by.MaySee(b.Place, Thing.Working)))
                return new(task, false, "One of the tasks to wait for does not exist, or you cannot see it.");
            foreach (var blocker in found)
                if (Dependence.WouldLoop(id, blocker!.Id, t => TaskStore.BlockersOf(w.Session, t)))
                    return new(
                        task,
                        false,
                        $"“{blocker.Title}” is already waiting for this one, so neither could start. Choose another."
                    );
            TaskStore.SetBlockers(w.Session, task.Key, blockers);
            return Beside(w, task, "waits for", Titles(task.BlockedBy), Titles(After(w, task).BlockedBy), by, at);
        });

    private static string Titles(IEnumerable<Blocker> blockers) => string.Join(", ", blockers.Select(b => b.Title));

    private static WorkTask After(Writing w, WorkTask task) => TaskStore.Find(w.Session, task.Id)!;

    /// <summary>
    /// Puts files with a task's notes, in place of those that stood there; whoever brings them sees them.
    /// </summary>
    public TaskOutcome SetFiles(Writing w, WorkTask task, IReadOnlyList<Attachment> files, Person by, Instant at)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(task);
        ArgumentNullException.ThrowIfNull(by);
        string Names() => string.Join(", ", TaskAttachmentStore.Of(w.Session, task).Select(f => f.Name));
        var before = Names();
        TaskAttachmentStore.Set(w.Session, task, files);
        return Beside(w, task, "files", before, Names(), by, at);
    }

    /// <summary>Remembers and announces a change of what stands beside a task, as one of the task.</summary>
    internal static TaskOutcome Beside(
        Writing w,
        WorkTask task,
        string what,
        string before,
        string now,
        Person by,
        Instant at
    )
    {
        TaskStore.Touch(w.Session, task.Key);
        var after = After(w, task);
        TaskHistoryStore.Remember(w.Session, task.Key, after.Version, by.Id, at, what, before, now);
        Announce(w, after, ChangeKinds.TaskChanged, by.Id, at);
        return new(after, false, null);
    }

    /// <summary>Makes someone hear what becomes of a task, or not any more.</summary>
    public Task<TaskOutcome> Watch(TaskId id, Person by, bool watches, Instant at) =>
        writes.Run(w =>
        {
            if (TaskStore.Find(w.Session, id) is not { } task || !by.MaySee(task.Place, Thing.Working))
                return new TaskOutcome(null, false, "There is no such task, or you cannot see it.");
            TaskStore.SetWatching(w.Session, task.Key, by.Id, watches);
            Announce(w, task, ChangeKinds.TaskChanged, by.Id, at);
            return new(TaskStore.Find(w.Session, id), false, null);
        });

    /// <summary>Makes the parts of a list, deeper ones as parts of the part before them.</summary>
    public Task<(TaskOutcome Outcome, ImmutableArray<WorkTask> Made)> AddParts(
        TaskId id,
        IReadOnlyList<(int Depth, bool Done, TaskLine Line)> parts,
        Person by,
        Instant at
    ) =>
        writes.Run(w =>
        {
            if (TaskStore.Find(w.Session, id) is not { } whole || !by.MaySee(whole.Place, Thing.Working))
                return (
                    new TaskOutcome(null, false, "There is no such task, or you cannot see it."),
                    ImmutableArray<WorkTask>.Empty
                );
            foreach (var owners in parts.Select(p => Owned(p.Line)))
                if (
                    (
                        Owning.RefusesGiving(by, [], owners)
                        ?? TaskViews.Unseeing(whole with { Owners = owners }, who.Current)?.Reason
                    ) is
                    { } refusal
                )
                    return (new(whole, false, refusal), []);
            var made = ImmutableArray.CreateBuilder<WorkTask>();
            List<WorkTask> line = [whole];
            foreach (var part in parts)
            {
                line.RemoveRange(Math.Min(line.Count, part.Depth + 1), Math.Max(0, line.Count - part.Depth - 1));
                var parent = line[^1];
                var position = Positions.Between(TaskStore.LastPosition(w.Session, parent.Key), null)!.Value;
                var task = new WorkTask(
                    0,
                    new TaskId(Guid.CreateVersion7()),
                    part.Line.Title,
                    whole.Docket,
                    null,
                    by.Id,
                    at,
                    part.Done ? TaskState.Done : TaskState.NeedsAction,
                    null,
                    CompletionRule.Any,
                    part.Line.Priority is Priority.Normal ? whole.Priority : part.Line.Priority,
                    part.Line.Start,
                    part.Line.Due,
                    part.Line.Repeats,
                    part.Line.Estimate,
                    null,
                    part.Done ? at : null,
                    1,
                    Owned(part.Line),
                    whole.Sight
                )
                {
                    Parent = parent.Id,
                    Position = position,
                    Private = whole.Private,
                };
                TaskStore.Add(w.Session, Series.Begun(w.Session, task, who.Current));
                var written = TaskStore.Find(w.Session, task.Id)!;
                Announce(w, written, ChangeKinds.TaskMade, by.Id, at);
                made.Add(written);
                line.Add(written);
            }

            List<WorkTask> told = [.. made.Where(t => !t.Owners.IsEmpty && t.State is not TaskState.Done)];
            if (told.Count > 0)
                happenings.Say(w, new TasksMade(told, by.Id, at));
            Ripple(w, id, by, at);
            return (new TaskOutcome(TaskStore.Find(w.Session, id), false, null), made.ToImmutable());
        });

    private static ImmutableArray<OwnerShare> Owned(TaskLine line) =>
        [.. line.Owners.Select(o => new OwnerShare(o, false))];

    /// <summary>
    /// Makes the task that follows one of a series, where its series wants that now and there is none yet.
    /// </summary>
    private void Follow(Writing w, WorkTask task, Instant at, bool byTime)
    {
        // After a time without the server only the newest is made, not one for each time that went by.
        while (
            byTime
            && Series.NextMoment(w.Session, task, who.Current) is { } moment
            && Series.NextMoment(w.Session, task with { Occurrence = moment }, who.Current) is { } later
            && later <= at
        )
            task = task with { Occurrence = moment, Start = task.Start + (moment - task.Occurrence!.Value) };
        if (Series.Next(w.Session, task, who.Current) is not var (next, goesByTime) || goesByTime != byTime)
            return;
        if (!TaskStore.Add(w.Session, next with { Made = at }))
            return;
        var written = TaskStore.Find(w.Session, next.Id)!;
        foreach (var watcher in task.Watchers)
            TaskStore.SetWatching(w.Session, written.Key, watcher, true);
        Announce(w, written, ChangeKinds.TaskMade, null, at);
    }

    /// <summary>
    /// Takes the next of a series away again where the one before is not done after all, and nobody has touched it.
    /// </summary>
    private void Unfollow(Writing w, WorkTask task, Person by, Instant at)
    {
        if (
            Series.NextMoment(w.Session, task, who.Current) is not { } moment
            || SeriesStore.OfSeries(w.Session, task.Series!.Value, moment) is not { } next
        )
            return;
        if (SeriesStore.FindSeries(w.Session, task.Series.Value) is var (_, byTime, _) && byTime)
            return;
        if (!SeriesStore.IsUntouched(w.Session, next))
            return;
        happenings.Say(w, new TaskTakenOut(next.Key));
        TaskStore.TakeOut(w.Session, next);
        w.Log(new Change(ChangeKinds.TaskChanged, next.Id.Value, new Place.Firm(), Thing.Working, at, by.Id));
    }

    /// <summary>What an entry that is taken back was made into stays, without its way back.</summary>
    public void Handle(Writing w, EntryTakenBack happening)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(happening);
        TaskStore.ForgetSource(w.Session, happening.Key);
    }

    /// <summary>Says that a task has changed.</summary>
    public static void Announce(Writing w, WorkTask task, string kind, PersonId? by, Instant at)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(task);
        w.Log(
            new Change(
                kind,
                task.Id.Value,
                task.Place,
                Thing.Working,
                at,
                by,
                task.Docket?.Id,
                task.Source?.Conversation
            )
        );
    }

    /// <summary>Goes up from a part: a task is done when all its parts are, and not any more when one is not.</summary>
    private void Ripple(Writing w, TaskId? id, Person by, Instant at)
    {
        if (id is not { } up || TaskStore.Find(w.Session, up) is not { } whole)
            return;
        var progress = whole.Parts.Carry(whole.Progress);
        if (progress == whole.Progress)
        {
            Announce(w, whole, ChangeKinds.TaskChanged, by.Id, at);
            Ripple(w, whole.Parent, by, at);
            return;
        }

        TaskStore.Update(w.Session, whole.After(progress, at));
        var after = TaskStore.Find(w.Session, up)!;
        TaskHistoryStore.Remember(
            w.Session,
            whole.Key,
            after.Version,
            by.Id,
            at,
            "state",
            StoredWords.TaskStates.Of(whole.State),
            StoredWords.TaskStates.Of(after.State)
        );
        Announce(w, after, ChangeKinds.TaskChanged, by.Id, at);
        happenings.Say(w, new TaskCarried(after, by.Id, at));
        Ripple(w, after.Parent, by, at);
    }
}
