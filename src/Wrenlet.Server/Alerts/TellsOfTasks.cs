using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Server.Alerts;

/// <summary>Tells people of their tasks.</summary>
internal sealed class TellsOfTasks(Telling telling, WhoIsWho who)
    : IHandles<TaskMade>,
        IHandles<TasksMade>,
        IHandles<TaskChanged>,
        IHandles<TaskCarried>,
        IHandles<TasksDue>,
        IHandles<WaitOver>,
        IHandles<WaitLate>,
        IHandles<TaskTakenOut>
{
    /// <summary>More reminders at once than these are one line.</summary>
    private const int MostReminders = 3;

    /// <summary>Its owners.</summary>
    public void Handle(Writing w, TaskMade happening)
    {
        var (task, by) = happening;
        telling.Tell(w, Concerns.OfTaskChange(null, task, Members), Of(task, by, task.Made, task.Title));
    }

    /// <summary>Their owners; whoever is given many at once is told it in one line.</summary>
    public void Handle(Writing w, TasksMade happening)
    {
        var (tasks, by, at) = happening;
        foreach (var own in tasks.SelectMany(OwnersOf).GroupBy(o => o.Person, o => o.Task))
        {
            var list = own.ToList();
            var first = list[0];
            var words =
                list.Count == 1
                    ? first.Title
                    : $"{list.Count} tasks{(first.Docket is { } docket ? $" in {docket.Ref}" : "")}: "
                        + string.Join(", ", list.Select(t => t.Title));
            telling.Tell(w, [new Alert(own.Key, AlertReason.OwnTask)], Of(first, by, at, words));
        }
    }

    private IEnumerable<(PersonId Person, WorkTask Task)> OwnersOf(WorkTask task) =>
        Concerns.OfTaskChange(null, task, Members).Select(a => (a.Person, task)).Distinct();

    /// <summary>Its owners, who made it and who follows it.</summary>
    public void Handle(Writing w, TaskChanged happening)
    {
        var (before, after, by, at) = happening;
        telling.Tell(w, Concerns.OfTaskChange(before, after, Members), Of(after, by, at, after.Title));
    }

    /// <summary>Its owners and who made it.</summary>
    public void Handle(Writing w, TaskCarried happening)
    {
        var (task, by, at) = happening;
        telling.Tell(w, Concerns.OfTaskCarried(task), Of(task, by, at, task.Title));
    }

    /// <summary>Its owners, and who asked for it where it stays late. Whoever would be told much is told it in one line.</summary>
    public void Handle(Writing w, TasksDue happening)
    {
        var reminders = new Dictionary<PersonId, List<(DueTask Due, Alert Alert)>>();
        foreach (var due in happening.Tasks)
        {
            // Who owns it and does not see its docket any more is not told, in whatever line.
            var alerts = Alerting.Whom(
                null,
                due.Task.Place,
                Thing.Working,
                Concerns.OfReminder(
                    due.Task,
                    due.Reminder,
                    due.Task.Docket is { } docket ? DocketStore.Find(w.Session, docket.Id)?.Owner : null,
                    Members
                ),
                id => who.Current.Find(id)
            );
            foreach (var alert in alerts)
            {
                if (!reminders.TryGetValue(alert.Person, out var list))
                    reminders[alert.Person] = list = [];
                list.Add((due, alert));
            }
        }

        foreach (var (person, list) in reminders)
        {
            if (list.Count > MostReminders)
            {
                var titles = string.Join(", ", list.Select(t => t.Due.Task.Title));
                var words = $"{list.Count} tasks are due or late: {titles}";
                var all = new Told(null, new Place.Own(person), Thing.Working, happening.At, words);
                Telling.Write(w, new Alert(person, AlertReason.TaskDue), all);
                continue;
            }

            foreach (var ((task, _, words), alert) in list)
                Telling.Write(w, alert, Of(task, null, happening.At, $"{task.Title}: {words}"));
        }
    }

    /// <summary>Its owners and who made it: it can go on.</summary>
    public void Handle(Writing w, WaitOver happening)
    {
        var (task, wait, by, at) = happening;
        telling.Tell(w, Concerns.OfTaskCarried(task), Of(task, by, at, $"{wait.What} has come: {task.Title}"));
    }

    /// <summary>Its owners and who wrote it down: somebody asks where it is.</summary>
    public void Handle(Writing w, WaitLate happening)
    {
        var (task, wait, at) = happening;
        var said = wait.ToldBy is { } teller ? $", {teller} said" : "";
        var words = $"{wait.Words(at, who.Current.Firm!.Calendar)}{said}. {task.Title} waits for it.";
        telling.Tell(w, Concerns.OfWait(task, wait, Members), Of(task, null, at, words));
    }

    /// <summary>Nobody is told any more of a task that is not there.</summary>
    public void Handle(Writing w, TaskTakenOut happening) => AlertStore.ForgetTask(w.Session, happening.Key);

    private ImmutableArray<PersonId> Members(CrewId crew) =>
        who.Current.Crews.TryGetValue(crew, out var known) ? known.Members : [];

    private static Told Of(WorkTask task, PersonId? by, Instant at, string words) =>
        new(
            by,
            task.Place,
            Thing.Working,
            at,
            words,
            task.Source?.Conversation,
            task.Source?.Entry,
            task.Id,
            task.Docket?.Id
        );
}
