using System.Collections.Immutable;
using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Conversations;
using Wrenlet.Formats.Tables;
using Wrenlet.Formats.Tasks;
using Wrenlet.Server.Dockets;
using Wrenlet.Storage;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>A task as a file wants it. What a file does not speak of is null, and stays as it is.</summary>
/// <param name="Where">Its place in the file, in words.</param>
/// <param name="Problem">Why it cannot be taken; null when it can.</param>
internal sealed record WantedTask(
    string Where,
    TaskId Id,
    string Title,
    string? Notes,
    (DocketBrief? Docket, DocketSight Sight)? Docket,
    ImmutableArray<TaskOwner>? Owners,
    Priority? Priority,
    TaskState? State,
    (Instant? At, bool Said) Start,
    (Instant? At, bool Said) Due,
    (string? Rule, bool Said) Repeats,
    (Duration? Time, bool Said) Estimate,
    Duration? Spent,
    (TaskId? Id, bool Said) Parent,
    string? Problem
);

/// <summary>Writes tasks as files, and reads files into tasks as they are wanted.</summary>
internal static class TaskTransfer
{
    private static readonly LocalDateTimePattern Moments = LocalDateTimePattern.CreateWithInvariantCulture(
        "uuuu-MM-dd HH:mm"
    );
    private static readonly LocalDatePattern Days = LocalDatePattern.Iso;

    /// <summary>Tasks and meetings as an iCalendar file.</summary>
    /// <param name="address">Address of this server, for the way back from a calendar.</param>
    public static string Calendar(
        SqlSession session,
        IEnumerable<WorkTask> tasks,
        IEnumerable<CalendarMeeting> meetings,
        string name,
        Roster roster,
        Instant now,
        string address
    ) =>
        TaskCalendar.Write(
            tasks.Select(t => new CalendarTask(
                t.Id.Value.ToString(),
                t.Title,
                t.Notes,
                t.Start,
                t.Due,
                t.Priority,
                t.State,
                t.Percent,
                t.Repeats,
                t.Series is { } series && SeriesStore.FindSeries(session, series) is var (_, _, skipped)
                    ? [.. skipped.Order()]
                    : [],
                t.Parent?.Value.ToString(),
                t.Due is not null && t.Reminders.Before > Duration.Zero
                    ? t.Due - roster.Firm!.Calendar.Subtract(t.Due.Value, t.Reminders.Before)
                    : null,
                t.Docket?.Ref.ToString(),
                t.Estimate,
                t.Made,
                t.Finished,
                $"{address}/tasks?task={t.Id.Value}"
            )),
            meetings,
            name,
            roster.Firm!.Calendar.Zone,
            now
        );

    /// <summary>Tasks as a table.</summary>
    public static string Table(IEnumerable<WorkTask> tasks, Roster roster)
    {
        var zone = roster.Firm!.Calendar.Zone;
        string Moment(Instant? at) => at is { } m ? Moments.Format(m.InZone(zone).LocalDateTime) : "";
        string Hours(Duration? time) =>
            time is { } t && t > Duration.Zero ? t.TotalHours.ToString("0.####", CultureInfo.InvariantCulture) : "";
        return CsvText.Safe(
            TaskCsv.Columns,
            tasks.Select(t =>
                (IReadOnlyList<object?>)
                    [
                        t.Id.Value,
                        t.Title,
                        t.Docket?.Ref,
                        string.Join("; ", t.Owners.Select(o => TaskViews.Name(o.Owner, roster))),
                        StoredWords.Priorities.Of(t.Priority),
                        StoredWords.TaskStates.Of(t.State),
                        Moment(t.Start),
                        Moment(t.Due),
                        t.Repeats,
                        Hours(t.Estimate),
                        Hours(t.Spent),
                        t.Parent?.Value,
                        t.Notes,
                    ]
            )
        );
    }

    /// <summary>What a calendar wants.</summary>
    public static IReadOnlyList<WantedTask> FromCalendar(
        SqlSession session,
        string text,
        Person importer,
        Roster roster
    )
    {
        var (tasks, problems) = TaskCalendar.Read(text, roster.Firm!.Calendar.Zone);
        var wanted = tasks.Select(
            (t, i) =>
            {
                var docket = t.Docket is null ? null : SeenDocket.Find(session, t.Docket, importer);
                return new WantedTask(
                    $"task {i + 1}",
                    IdOf(t.Uid),
                    t.Title,
                    t.Notes,
                    docket is null ? null : (docket.Brief, docket.Sight),
                    null,
                    t.Priority,
                    t.State,
                    (t.Start, true),
                    (t.Due, true),
                    (t.Repeats, true),
                    (t.Estimate, t.Estimate is not null),
                    null,
                    (t.Parent is { } parent ? IdOf(parent) : null, true),
                    null
                );
            }
        );
        return [.. wanted, .. problems.Select(p => Bad(p.What, p.Why))];
    }

    /// <summary>What a table wants, each bad row with why.</summary>
    /// <returns>No rows and a problem where it cannot be read as a whole.</returns>
    public static (IReadOnlyList<WantedTask> Tasks, string? Problem) FromTable(
        SqlSession session,
        string text,
        Person importer,
        Roster roster
    )
    {
        var (rows, problem) = TaskCsv.Read(text);
        return problem is not null
            ? ([], problem)
            : ([.. rows.Select(r => FromRow(session, r, importer, roster))], null);
    }

    internal static WantedTask FromRow(SqlSession session, TaskCsvRow row, Person importer, Roster roster)
    {
        var where = $"line {row.Line}";
        var title = row.Of("title");
        if (title is null)
            return Bad(where, "It has no title. Give it one, or take the line out.");
        if (title.Length > 300)
            return Bad(where, "Its title is longer than 300 characters. Shorten it.");
        Guid id = default;
        if (row.Of("id") is { } known && !Guid.TryParse(known, out id))
            return Bad(where, $"“{known}” is not the id of a task. Leave it empty for a new one.");
        var (docket, owners, priority, state) = (
            (Docket?)null,
            (ImmutableArray<TaskOwner>?)null,
            (Priority?)null,
            (TaskState?)null
        );
        if (
            row.Of("docket") is { } reference
            && (docket = SeenDocket.Find(session, reference.ToUpperInvariant(), importer)) is null
        )
            return Bad(where, $"There is no docket {reference}, or you cannot see it.");
        if (row.Values.ContainsKey("owners"))
        {
            var named = (row.Of("owners") ?? "")
                .Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
                .Select(n => (Name: n, Owner: Owner(n, roster)))
                .ToList();
            if (named.Find(n => n.Owner is null) is { Name: { } stranger })
                return Bad(
                    where,
                    $"There is no colleague or crew “{stranger}”. Write the full name, or @ and the crew."
                );
            owners = [.. named.Select(n => n.Owner!)];
        }

        if (row.Of("priority") is { } p && (priority = StoredWords.Priorities.Parse(p.ToLowerInvariant())) is null)
            return Bad(where, $"“{p}” is not a priority. Use {string.Join(", ", StoredWords.Priorities.All)}.");
        if (
            row.Of("state") is { } s
            && (state = StoredWords.TaskStates.Parse(s.ToLowerInvariant().Replace(' ', '-'))) is null
        )
            return Bad(where, $"“{s}” is not a state. Use {string.Join(", ", StoredWords.TaskStates.All)}.");
        var calendar = roster.Firm!.Calendar;
        (Instant? At, bool Wrong) Moment(string column, bool closing) =>
            row.Of(column) is not { } at ? (null, false)
            : Moments.Parse(at.Replace('T', ' ')) is { Success: true, Value: var local }
                ? (calendar.FirstMoment(local), false)
            : Days.Parse(at) is { Success: true, Value: var day }
                ? (closing ? calendar.ClosingOf(day) : calendar.OpeningOf(day), false)
            : (null, true);
        var (start, due) = (Moment("start", false), Moment("due", true));
        if (start.Wrong || due.Wrong)
            return Bad(
                where,
                $"“{row.Of(start.Wrong ? "start" : "due")}” is not a date. Write it as 2026-04-16 or 2026-04-16 17:00."
            );
        if (row.Of("repeats") is { } rule && Repeating.Wrong(rule) is { } wrong)
            return Bad(where, wrong);
        (Duration? Time, bool Wrong) Hours(string column) =>
            row.Of(column) is not { } hours ? (null, false)
            : double.TryParse(
                hours.Replace(',', '.'),
                NumberStyles.AllowDecimalPoint,
                CultureInfo.InvariantCulture,
                out var h
            )
            && h < 10_000
                ? (Duration.FromMinutes(Math.Round(h * 60)), false)
            : (null, true);
        var (estimate, spent) = (Hours("estimate hours"), Hours("spent hours"));
        if (estimate.Wrong || spent.Wrong)
            return Bad(
                where,
                $"“{row.Of(estimate.Wrong ? "estimate hours" : "spent hours")}” is not a number of hours. Write it as 1.5."
            );
        Guid parent = default;
        if (row.Of("part of") is { } of && !Guid.TryParse(of, out parent))
            return Bad(where, $"“{of}” is not the id of a task that it could be part of.");
        return new(
            where,
            new TaskId(id),
            title,
            row.Values.ContainsKey("notes") ? row.Of("notes") ?? "" : null,
            docket is null ? null : (docket.Brief, docket.Sight),
            owners,
            priority,
            state,
            (start.At, row.Values.ContainsKey("start")),
            (due.At, row.Values.ContainsKey("due")),
            (row.Of("repeats"), row.Values.ContainsKey("repeats")),
            (estimate.Time, row.Values.ContainsKey("estimate hours")),
            spent.Time,
            (parent == default ? null : new TaskId(parent), row.Values.ContainsKey("part of")),
            null
        );
    }

    /// <summary>A task as it is once what a file wants of it was done.</summary>
    public static WorkTask Applied(WorkTask task, WantedTask wanted, Instant now)
    {
        var progress = wanted.Owners is { } owners ? task.Progress.OwnedBy(owners) : task.Progress;
        if (wanted.State is { } state)
            progress = progress.Become(state);
        return task.After(progress, now) with
        {
            Title = wanted.Title,
            Notes = wanted.Notes ?? task.Notes,
            Docket = wanted.Docket is var (docket, _) && !task.Private ? docket : task.Docket,
            Priority = wanted.Priority ?? task.Priority,
            Start = wanted.Start.Said ? wanted.Start.At : task.Start,
            Due = wanted.Due.Said ? wanted.Due.At : task.Due,
            Repeats = wanted.Repeats.Said ? wanted.Repeats.Rule : task.Repeats,
            Estimate = wanted.Estimate.Said ? wanted.Estimate.Time : task.Estimate,
            Spent = wanted.Spent ?? task.Spent,
            Parent = wanted.Parent.Said ? wanted.Parent.Id : task.Parent,
        };
    }

    /// <summary>A new task as a file wants it; its owner is whoever brings it, unless the file says otherwise.</summary>
    public static WorkTask New(
        WantedTask wanted,
        (DocketBrief? Docket, DocketSight Sight) at,
        Person by,
        Instant now
    ) =>
        Applied(
            new WorkTask(
                0,
                wanted.Id == default ? new TaskId(Guid.CreateVersion7()) : wanted.Id,
                wanted.Title,
                at.Docket,
                null,
                by.Id,
                now,
                TaskState.NeedsAction,
                null,
                CompletionRule.Any,
                Priority.Normal,
                null,
                null,
                null,
                null,
                null,
                null,
                1,
                [new OwnerShare(new TaskOwner.OfPerson(by.Id), false)],
                at.Sight
            ),
            wanted with
            {
                Docket = at.Docket is null ? null : at,
            },
            now
        );

    /// <summary>Whether two states of a task are the same in all that a file speaks of.</summary>
    public static bool Same(WorkTask a, WorkTask b) =>
        a.Title == b.Title
        && a.Notes == b.Notes
        && a.Docket?.Id == b.Docket?.Id
        && a.Priority == b.Priority
        && a.State == b.State
        && a.Start == b.Start
        && a.Due == b.Due
        && a.Repeats == b.Repeats
        && a.Estimate == b.Estimate
        && a.Spent == b.Spent
        && a.Parent == b.Parent
        && a.Owners.Select(o => o.Owner).SequenceEqual(b.Owners.Select(o => o.Owner));

    /// <summary>
    /// The task's id that a calendar's uid stands for: its own where it is ours, else one made of it, always the same.
    /// </summary>
    private static TaskId IdOf(string uid)
    {
        if (Guid.TryParse(uid, out var own))
            return new(own);
        Span<byte> bytes = stackalloc byte[16];
        SHA256.HashData(Encoding.UTF8.GetBytes(uid)).AsSpan(0, 16).CopyTo(bytes);
        // A UUID made by a rule of its own is of version 8 (RFC 9562, 5.8).
        bytes[6] = (byte)((bytes[6] & 0x0F) | 0x80);
        bytes[8] = (byte)((bytes[8] & 0x3F) | 0x80);
        return new(new Guid(bytes, bigEndian: true));
    }

    private static WantedTask Bad(string where, string why) =>
        new(where, default, "", null, null, null, null, null, default, default, default, default, null, default, why);

    private static TaskOwner? Owner(string name, Roster roster) =>
        name.StartsWith('@')
            ? roster.Crews.Values.FirstOrDefault(c => c.Name.Equals(name[1..], StringComparison.OrdinalIgnoreCase))
                is { } crew
                ? new TaskOwner.OfCrew(crew.Id)
                : null
            : roster.Staff.FirstOrDefault(p => p.Name.Equals(name, StringComparison.OrdinalIgnoreCase)) is { } person
                ? new TaskOwner.OfPerson(person.Id)
                : null;
}
