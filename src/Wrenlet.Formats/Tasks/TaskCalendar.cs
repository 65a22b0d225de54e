using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using NodaTime;
using NodaTime.Extensions;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Calendars;
using Wrenlet.Formats.Conversations;
using Duration = NodaTime.Duration;

namespace Wrenlet.Formats.Tasks;

/// <summary>A task as a calendar carries it (RFC 5545, VTODO).</summary>
/// <param name="Uid">Its identity: the same in every calendar.</param>
/// <param name="Notes">What is to be known of it; empty for nothing.</param>
/// <param name="Percent">How much of it is done, from 0 to 100.</param>
/// <param name="Repeats">Recurrence rule; null for once.</param>
/// <param name="Skipped">Days on which it is left out (EXDATE).</param>
/// <param name="Parent">Uid of the task that it is a part of; null for none.</param>
/// <param name="Remind">Time before it is due at which a calendar reminds of it; null for never.</param>
/// <param name="Docket">Reference of its docket; null for none.</param>
/// <param name="Estimate">Working time it is thought to take; null when not said.</param>
public sealed record CalendarTask(
    string Uid,
    string Title,
    string Notes,
    Instant? Start,
    Instant? Due,
    Priority Priority,
    TaskState State,
    int Percent,
    string? Repeats,
    IReadOnlyList<LocalDate> Skipped,
    string? Parent,
    Duration? Remind,
    string? Docket,
    Duration? Estimate,
    Instant Made,
    Instant? Finished,
    string? Url
);

/// <summary>A component of a calendar that cannot be taken for a task.</summary>
/// <param name="What">Which: its title, or its place in the file.</param>
/// <param name="Why">What is wrong and what to do.</param>
public sealed record CalendarProblem(string What, string Why);

/// <summary>Writes tasks as an iCalendar file and reads them back.</summary>
public static class TaskCalendar
{
    private const string StateProperty = "X-WRENLET-STATE";
    private const string DocketProperty = "X-WRENLET-DOCKET";
    private const string EstimateProperty = "X-WRENLET-ESTIMATE";
    private const string NoStartProperty = "X-WRENLET-START";

    /// <summary>Tasks and meetings as one calendar.</summary>
    /// <param name="tasks">The tasks.</param>
    /// <param name="meetings">The meetings.</param>
    /// <param name="name">What the calendar is called.</param>
    /// <param name="zone">The firm's zone, in which its times are written, so that what repeats keeps its time of
    /// day.</param>
    /// <param name="now">When it is written.</param>
    public static string Write(
        IEnumerable<CalendarTask> tasks,
        IEnumerable<CalendarMeeting> meetings,
        string name,
        DateTimeZone zone,
        Instant now
    )
    {
        ArgumentNullException.ThrowIfNull(tasks);
        ArgumentNullException.ThrowIfNull(meetings);
        ArgumentNullException.ThrowIfNull(zone);
        var calendar = new Calendar { ProductId = "-//Wrenlet//Tasks//EN" };
        calendar.AddProperty("X-WR-CALNAME", name);
        calendar.AddTimeZone(VTimeZone.FromDateTimeZone(zone.Id, now.ToDateTimeUtc().AddYears(-1), false));
        foreach (var task in tasks)
            calendar.Todos.Add(Component(task, zone, now));
        foreach (var meeting in meetings)
            calendar.Events.Add(MeetingCalendar.Component(meeting, zone, now));
        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }

    /// <summary>Reads the tasks of a calendar; what is in it beside tasks is left alone.</summary>
    /// <param name="text">The file.</param>
    /// <param name="zone">The zone of times that name none.</param>
    public static (IReadOnlyList<CalendarTask> Tasks, IReadOnlyList<CalendarProblem> Problems) Read(
        string text,
        DateTimeZone zone
    )
    {
        ArgumentNullException.ThrowIfNull(text);
        ArgumentNullException.ThrowIfNull(zone);
        var (calendar, unreadable) = CalendarFile.Load(text);
        if (calendar is null)
            return ([], [new("the file", $"{unreadable} Export it again as iCalendar (.ics).")]);
        var (tasks, problems) = (new List<CalendarTask>(), new List<CalendarProblem>());
        var n = 0;
        foreach (var todo in calendar.Todos)
        {
            n++;
            var title = todo.Summary?.ReplaceLineEndings(" ").Trim() ?? "";
            if (title.Length == 0)
                problems.Add(new($"task {n}", "It has no title (SUMMARY). Give it one."));
            else if (title.Length > 300)
                problems.Add(
                    new($"task {n}, “{title[..40]} …”", "Its title is longer than 300 characters. Shorten it.")
                );
            else if (todo.RecurrenceRule?.ToString() is { } rule && Repeating.Wrong(rule) is { } wrong)
                problems.Add(new($"task {n}, “{title}”", wrong));
            else
                tasks.Add(Task(todo, title, zone));
        }

        return (tasks, problems);
    }

    private static Todo Component(CalendarTask task, DateTimeZone zone, Instant now)
    {
        var todo = new Todo
        {
            Uid = task.Uid,
            Summary = task.Title,
            Description = task.Notes.Length > 0 ? task.Notes : null,
            Priority = task.Priority switch
            {
                Priority.Critical => 1,
                Priority.High => 3,
                Priority.Normal => 5,
                _ => 9,
            },
            Status = task.State switch
            {
                TaskState.NeedsAction => "NEEDS-ACTION",
                TaskState.Done => "COMPLETED",
                TaskState.Dropped => "CANCELLED",
                _ => "IN-PROCESS",
            },
            PercentComplete = task.Percent,
            DtStamp = CalendarFile.Utc(now),
            Created = CalendarFile.Utc(task.Made),
        };
        // VTODO knows no waiting (RFC 5545, 3.8.1.11): it is in process, and says so beside.
        if (task.State is TaskState.Waiting)
            todo.AddProperty(StateProperty, "WAITING");
        if (task.Due is { } due)
            todo.Due = CalendarFile.Local(due, zone);
        if (task.Start is { } start)
        {
            todo.Start = CalendarFile.Local(start, zone);
        }
        else if (task is { Repeats: not null, Due: { } first })
        {
            // What repeats has to begin (3.8.5.3): an hour before it is due, and says that this was not said.
            todo.Start = CalendarFile.Local(first - Duration.FromHours(1), zone);
            todo.AddProperty(NoStartProperty, "NONE");
        }

        if (task.Repeats is { } rule)
            todo.RecurrenceRule = new RecurrenceRule(rule);
        if (task.Due is { } time)
            foreach (var day in task.Skipped)
                todo.ExceptionDates.Add(
                    new CalDateTime(day.At(time.InZone(zone).TimeOfDay).ToDateTimeUnspecified(), zone.Id)
                );
        if (task.Finished is { } finished)
            todo.Completed = CalendarFile.Utc(finished);
        if (task.Parent is { } parent)
            todo.RelatedComponents.Add(parent);
        if (task.Docket is { } docket)
        {
            todo.Categories.Add(docket);
            todo.AddProperty(DocketProperty, docket);
        }

        if (task.Estimate is { } estimate)
            todo.AddProperty(EstimateProperty, $"PT{(long)estimate.TotalMinutes}M");
        if (task.Url is { } url)
            todo.Url = new Uri(url);
        if (task is { Remind: { } early, Due: not null })
            todo.Alarms.Add(
                new Alarm
                {
                    Action = "DISPLAY",
                    Description = task.Title,
                    Trigger = new Trigger(Ical.Net.DataTypes.Duration.FromMinutes(-(int)early.TotalMinutes)),
                }
            );
        return todo;
    }

    private static CalendarTask Task(Todo todo, string title, DateTimeZone zone)
    {
        var state = todo.Status?.ToUpperInvariant() switch
        {
            "COMPLETED" => TaskState.Done,
            "CANCELLED" => TaskState.Dropped,
            "IN-PROCESS" => Own(todo, StateProperty) == "WAITING" ? TaskState.Waiting : TaskState.InProgress,
            _ => todo.Completed is not null ? TaskState.Done : TaskState.NeedsAction,
        };
        var due = CalendarFile.Moment(todo.Due, zone, endOfDay: true);
        return new(
            todo.Uid ?? Guid.CreateVersion7().ToString(),
            title,
            todo.Description?.ReplaceLineEndings("\n") ?? "",
            Own(todo, NoStartProperty) == "NONE" ? null : CalendarFile.Moment(todo.Start, zone, endOfDay: false),
            due,
            todo.Priority switch
            {
                1 or 2 => Priority.Critical,
                3 or 4 => Priority.High,
                > 5 => Priority.Low,
                _ => Priority.Normal,
            },
            state,
            todo.PercentComplete,
            todo.RecurrenceRule?.ToString(),
            [.. todo.ExceptionDates.GetAllDates().Select(d => LocalDate.FromDateTime(d.Value))],
            todo.RelatedComponents.FirstOrDefault(),
            todo.Alarms.Select(a => a.Trigger?.Duration).FirstOrDefault(d => d is not null) is { } early
                ? -Duration.FromTimeSpan(early.ToTimeSpanUnspecified())
                : null,
            Own(todo, DocketProperty),
            Own(todo, EstimateProperty) is { } estimate
            && estimate.StartsWith("PT", StringComparison.Ordinal)
            && long.TryParse(estimate[2..^1], out var minutes)
                ? Duration.FromMinutes(minutes)
                : null,
            todo.Created is { } made ? made.AsUtc.ToInstant() : Instant.MinValue,
            todo.Completed is { } completed ? completed.AsUtc.ToInstant() : null,
            todo.Url?.ToString()
        );
    }

    private static string? Own(Todo todo, string property) => todo.Properties.Get<string>(property);
}
