using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Reports.Imports;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Tables;
using Wrenlet.Formats.Tasks;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Reports;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Reports.Imports;

/// <summary>Open tasks from a table, each row one.</summary>
internal sealed class TaskImporting(Database database, WhoIsWho who) : IImporting, ITakesBack
{
    private static readonly string[] Days = ["start", "due"];

    private static readonly (string Word, string State)[] States =
    [
        ("open", "needs-action"),
        ("new", "needs-action"),
        ("to do", "needs-action"),
        ("todo", "needs-action"),
        ("not started", "needs-action"),
        ("started", "in-progress"),
        ("doing", "in-progress"),
        ("blocked", "waiting"),
        ("on hold", "waiting"),
        ("closed", "done"),
        ("completed", "done"),
        ("complete", "done"),
        ("finished", "done"),
        ("cancelled", "dropped"),
    ];

    public ImportKind Kind => ImportKind.Tasks;

    public string Thing => "task";

    /// <summary>The keys are the columns that a table of our own has.</summary>
    public IReadOnlyList<ImportField> Fields() =>
        [
            new("title", "Title", ["task", "subject", "name", "summary", "to do", "action", "what"], Needed: true),
            new("docket", "Docket", ["job", "ticket", "project", "reference", "job number", "case"], ForAll: true),
            new("owners", "Owner", ["owners", "assigned to", "assignee", "who", "responsible"], ForAll: true),
            new("due", "Due", ["due date", "deadline", "by", "finish by", "end date", "due by"], Looks.Day),
            new("start", "Start", ["start date", "begin", "from", "starts"], Looks.Day),
            new(
                "priority",
                "Priority",
                ["urgency", "prio", "importance"],
                Looks.Choice,
                Choices: [.. StoredWords.Priorities.All]
            ),
            new(
                "state",
                "State",
                ["status", "progress"],
                Looks.Choice,
                Choices: [.. StoredWords.TaskStates.All, .. States.Select(s => s.Word)]
            ),
            new(
                "estimate hours",
                "Estimate in hours",
                ["estimate", "hours", "estimated hours", "effort"],
                Looks.Number
            ),
            new("repeats", "Repeats", ["recurrence", "rrule"]),
            new("notes", "Notes", ["note", "details", "description", "comments", "remarks"]),
        ];

    public IImportPlan Begin(ImportTable table, Person by, Instant now) =>
        new Planning(database, table, who.Current, [.. Fields().Select(f => f.Key)], by, now);

    private sealed class Planning(
        Database database,
        ImportTable table,
        Roster roster,
        IReadOnlyList<string> fields,
        Person by,
        Instant now
    ) : IImportPlan
    {
        public PlannedRow Plan(FileRow row)
        {
            var values = new Dictionary<string, string>();
            foreach (var field in fields.Where(table.Has))
                values[field] = table.Of(row, field) is { } text ? Ours(field, text) : "";
            var title = values.GetValueOrDefault("title", "");
            // A task that nobody was given is whoever's brings it, as one that is made by hand.
            if (values.GetValueOrDefault("owners") is "")
                values.Remove("owners");
            return database.Read(s =>
            {
                var wanted = TaskTransfer.FromRow(s, new TaskCsvRow(row.Line, values), by, roster);
                if (wanted.Problem is { } problem)
                    return PlannedRow.No(row, title, problem);
                var task = TaskTransfer.New(wanted, wanted.Docket ?? (null, DocketSight.Open), by, now);
                if (Owning.RefusesGiving(by, [], task.Owners) is { } refused)
                    return PlannedRow.No(row, title, refused);
                if (TaskViews.Unseeing(task, roster) is var (_, blind))
                    return PlannedRow.No(row, title, blind);
                return new(row, RowDoes.New, title, Write: w => Write(w, task));
            });
        }

        private List<ImportMade> Write(Writing w, WorkTask task)
        {
            TaskStore.Add(w.Session, Series.Begun(w.Session, task, roster));
            return [new("task", task.Id.Value, "1")];
        }

        /// <summary>A value in the way in which a table of our own has it.</summary>
        private string Ours(string field, string text)
        {
            if (Days.Contains(field))
                return LocalDateTimePattern.GeneralIso.Parse(text.Replace(' ', 'T')).Success
                    || text.Contains(':', StringComparison.Ordinal) && text.StartsWith("20", StringComparison.Ordinal)
                        ? text
                    : ImportValues.ReadDay(text, table.OrderOf(field)) is { } day ? LocalDatePattern.Iso.Format(day)
                    : text;
            return field switch
            {
                "owners" => string.Join(
                    "; ",
                    text.Split([';', ',', '/'], StringSplitOptions.TrimEntries).Select(Owner)
                ),
                "state" => States.FirstOrDefault(p => p.Word.Equals(text, StringComparison.OrdinalIgnoreCase)).State
                    ?? text,
                "estimate hours" => Figures
                    .Read(text, table.MarkOf(field))
                    ?.ToString(System.Globalization.CultureInfo.InvariantCulture)
                    ?? text,
                _ => text,
            };
        }

        /// <summary>
        /// A colleague by their whole name, their first name where one only has it, or their address; a crew by its name.
        /// </summary>
        private string Owner(string text)
        {
            bool Same(string name) => name.Equals(text.TrimStart('@'), StringComparison.OrdinalIgnoreCase);
            return roster.Staff.Any(p => Same(p.Name)) ? text
                : roster.LiveCrews.FirstOrDefault(c => Same(c.Name)) is { } crew ? "@" + crew.Name
                : roster.ByAddress(text)?.Person is { IsStaff: true } known ? known.Name
                : roster.Staff.Where(p => Same(p.FirstName)).ToList() is [var only] ? only.Name
                : text;
        }
    }

    public (string Name, string Why)? TakeBack(Writing w, ImportMade made, Instant at)
    {
        var s = w.Session;
        if (TaskStore.Find(s, new TaskId(made.Subject)) is not { } task)
            return null;
        if (task.Version != 1 || TaskStore.IsUsed(s, task))
            return (task.Title, "worked with since");
        TaskStore.TakeOut(s, task);
        return null;
    }
}
