using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>What a task waits for has come.</summary>
public sealed record WaitOver(WorkTask Task, DatedWait Wait, PersonId By, Instant At) : IHappening;

/// <summary>What a task waits for was to come by now, and has not.</summary>
public sealed record WaitLate(WorkTask Task, DatedWait Wait, Instant At) : IHappening;

/// <summary>What tasks wait for that comes from elsewhere: written down, put off, come; and asked about when it should have.</summary>
public sealed class TaskWaiting(Database database, WriteQueue writes, WhoIsWho who, Dispatcher happenings) : IDueWork
{
    /// <summary>Writes down what a task waits for, changes it, or says that it has come.</summary>
    /// <param name="task">Which task.</param>
    /// <param name="id">Which wait; one that is not there is begun.</param>
    /// <param name="said">What it is to be.</param>
    /// <param name="by">Who says so.</param>
    /// <param name="now">When.</param>
    public Task<TaskOutcome> Put(TaskId task, Guid id, WaitBody said, Person by, Instant now) =>
        writes.Run(w =>
        {
            if (Seen(w, task, by) is not { } of)
                return new TaskOutcome(null, false, null);
            var known = WaitStore.Find(w.Session, id);
            if (known is not null && known.Task != task)
                return new(of, false, "This wait is of another task. Load the page again and repeat.");
            var expected = Instant.FromDateTimeOffset(said.Expected);
            if (Refuses(w, of, known, expected, now) is { } refusal)
                return new(of, false, refusal);
            var teller = string.IsNullOrWhiteSpace(said.ToldBy) ? null : said.ToldBy.Trim();
            var wait =
                known?.As(said.What.Trim(), teller, expected, now)
                ?? new DatedWait(id, task, said.What.Trim(), teller, by.Id, now, expected, expected);
            wait = wait with { Came = said.Came ? known?.Came ?? now : null };
            if (wait == known)
                return new(of, false, null);
            WaitStore.Put(w.Session, wait);
            var outcome = Changed(w, of, known, wait, by, now);
            if (wait.Came is not null && known is { Came: null })
                happenings.Say(w, new WaitOver(outcome.Task!, wait, by.Id, now));
            return outcome;
        });

    /// <summary>Takes a wait out that is none; one that is not there is out already.</summary>
    public Task<TaskOutcome> Remove(TaskId task, Guid id, Person by, Instant now) =>
        writes.Run(w =>
        {
            if (Seen(w, task, by) is not { } of)
                return new TaskOutcome(null, false, null);
            if (WaitStore.Find(w.Session, id) is not { } wait || wait.Task != task)
                return new TaskOutcome(of, false, null);
            WaitStore.Remove(w.Session, id);
            return Changed(w, of, wait, null, by, now);
        });

    /// <summary>Asks whether it has come, where it was to come by now.</summary>
    public IEnumerable<DueWork> Due(Instant now)
    {
        var calendar = who.Current.Firm?.Calendar;
        if (calendar is null)
            yield break;
        foreach (var wait in database.Read(s => WaitStore.Open(s, now)))
            if (wait.RemindedNow(now, calendar) is { } moment)
                yield return new(
                    "Asking whether something has come",
                    wait.Id.ToString(),
                    wait.What,
                    wait.SetBy,
                    () => Ask(wait, moment, now)
                )
                {
                    Task = wait.Task,
                };
    }

    private Task Ask(DatedWait wait, Instant moment, Instant now) =>
        writes.Run(w =>
        {
            // What was changed since it was looked at waits for the next look.
            if (WaitStore.Find(w.Session, wait.Id) != wait || TaskStore.Find(w.Session, wait.Task) is not { } task)
                return;
            WaitStore.Put(w.Session, wait with { Reminded = moment });
            happenings.Say(w, new WaitLate(task, wait, now));
        });

    private static WorkTask? Seen(Writing w, TaskId id, Person by) =>
        TaskStore.Find(w.Session, id) is { } task && by.MaySee(task.Place, Thing.Working) ? task : null;

    private static string? Refuses(Writing w, WorkTask task, DatedWait? known, Instant expected, Instant now) =>
        expected <= now && expected != known?.Expected ? "That day is over. Choose one that is to come."
        : known is null && WaitStore.Of(w.Session, task.Key, open: true).Count >= DatedWait.MostOfATask
            ? $"A task waits for at most {DatedWait.MostOfATask} things at once. Remove what it no longer waits for."
        : null;

    private TaskOutcome Changed(Writing w, WorkTask task, DatedWait? before, DatedWait? after, Person by, Instant now)
    {
        var calendar = who.Current.Firm!.Calendar;
        return TaskMaking.Beside(w, task, "waits for", Words(before), Words(after), by, now);

        string Words(DatedWait? wait) => wait?.Words(now, calendar) ?? "";
    }
}
