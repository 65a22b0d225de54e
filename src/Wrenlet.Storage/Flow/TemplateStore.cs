using System.Collections.Immutable;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Storage.Flow;

/// <summary>Templates of dockets, and what was made from them.</summary>
public static class TemplateStore
{
    /// <summary>All templates by name, retired ones among them.</summary>
    public static List<Template> All(SqlSession session) => Read(session, null);

    /// <summary>A template; null where there is none.</summary>
    public static Template? Find(SqlSession session, TemplateId id) => Read(session, id).FirstOrDefault();

    private static List<Template> Read(SqlSession session, TemplateId? only)
    {
        const string One = "($only IS NULL OR t.uid = $only)";
        (string, object?) parameter = ("only", only?.Value);
        var owners = Grouped(
            session.All(
                $"""
                SELECT o.task, p.uid, c.uid, o.role FROM template_owner o JOIN template_task k ON k.id = o.task
                  JOIN template t ON t.id = k.template LEFT JOIN person p ON p.id = o.person LEFT JOIN crew c ON c.id = o.crew
                WHERE {One} ORDER BY o.task, o.position
                """,
                r => (r.GetInt64(0), Owner(r)),
                parameter
            )
        );
        var dates = session
            .All(
                $"""
                SELECT d.task, d.which, {FollowingStore.DateColumns} FROM template_date d JOIN template_task k ON k.id = d.task
                  JOIN template t ON t.id = k.template LEFT JOIN kind_milestone m ON m.id = d.milestone
                  LEFT JOIN stage s ON s.id = d.stage
                WHERE {One}
                """,
                r => (Task: r.GetInt64(0), Which: r.GetString(1), Date: FollowingStore.Date(r, 2)),
                parameter
            )
            .ToDictionary(d => (d.Task, d.Which), d => d.Date);
        var after = Grouped(
            session.All(
                $"""
                SELECT a.task, w.uid FROM template_after a JOIN template_task w ON w.id = a.waits_for
                  JOIN template t ON t.id = w.template
                WHERE {One} ORDER BY a.task, w.position
                """,
                r => (r.GetInt64(0), new TemplateTaskId(r.GetUid(1))),
                parameter
            )
        );
        var tasks = session
            .All(
                $"""
                SELECT t.uid, k.id, k.uid, p.uid, k.title, k.notes, k.rule, k.priority, k.estimate_minutes, g.uid
                FROM template_task k JOIN template t ON t.id = k.template LEFT JOIN template_task p ON p.id = k.parent
                  LEFT JOIN stage g ON g.id = k.gate
                WHERE {One} ORDER BY t.id, k.position
                """,
                r =>
                {
                    var key = r.GetInt64(1);
                    return (
                        Template: r.GetUid(0),
                        Task: new TemplateTask(
                            new TemplateTaskId(r.GetUid(2)),
                            r.GetString(4),
                            r.GetString(5),
                            r.GetUidOrNull(3) is { } parent ? new TemplateTaskId(parent) : null,
                            [.. owners[key]],
                            StoredWords.Rules.Read(r.GetString(6)),
                            StoredWords.Priorities.Read(r.GetString(7)),
                            dates.GetValueOrDefault((key, "start")),
                            dates.GetValueOrDefault((key, "due")),
                            r.IsDBNull(8) ? null : Duration.FromMinutes(r.GetInt64(8)),
                            r.GetUidOrNull(9) is { } gate ? new StageId(gate) : null,
                            [.. after[key]]
                        )
                    );
                },
                parameter
            )
            .ToLookup(t => t.Template, t => t.Task);
        var sheets = session
            .All(
                $"""
                SELECT t.uid, s.uid, s.kind, s.name, s.body, f.uid FROM template_sheet s JOIN template t ON t.id = s.template
                  LEFT JOIN file f ON f.id = s.file
                WHERE {One} ORDER BY s.template, s.position
                """,
                r =>
                    (
                        Template: r.GetUid(0),
                        Sheet: new TemplateSheet(
                            r.GetUid(1),
                            StoredWords.SheetKinds.Read(r.GetString(2)),
                            r.GetString(3),
                            r.GetTextOrNull(4) ?? "",
                            r.GetUidOrNull(5)
                        )
                    ),
                parameter
            )
            .ToLookup(s => s.Template, s => s.Sheet);
        return session.All(
            $"""
            SELECT t.uid, k.uid, t.name, t.about, t.subject, r.uid, t.retired FROM template t JOIN kind k ON k.id = t.kind
              LEFT JOIN stock_reply r ON r.id = t.message
            WHERE {One} ORDER BY t.name, t.id
            """,
            r => new Template(
                new TemplateId(r.GetUid(0)),
                new KindId(r.GetUid(1)),
                r.GetString(2),
                r.GetString(3),
                r.GetString(4),
                r.GetUidOrNull(5),
                [.. tasks[r.GetUid(0)]],
                [.. sheets[r.GetUid(0)]],
                r.GetBoolean(6)
            ),
            parameter
        );
    }

    private static ILookup<long, T> Grouped<T>(IEnumerable<(long Task, T Value)> rows) =>
        rows.ToLookup(r => r.Task, r => r.Value);

    private static TemplateOwner Owner(SqliteDataReader r) =>
        r.GetUidOrNull(1) is { } person ? new TemplateOwner.OfPerson(new PersonId(person))
        : r.GetUidOrNull(2) is { } crew ? new TemplateOwner.OfCrew(new CrewId(crew))
        : r.GetString(3) == "user" ? new TemplateOwner.User()
        : new TemplateOwner.DocketOwner();

    /// <summary>Writes a template whole, new or changed.</summary>
    public static void Put(SqlSession session, Template template)
    {
        ArgumentNullException.ThrowIfNull(template);
        session.Run(
            """
            INSERT INTO template (uid, kind, name, about, subject, message, retired)
            VALUES ($uid, (SELECT id FROM kind WHERE uid = $kind), $name, $about, $subject,
              (SELECT id FROM stock_reply WHERE uid = $message), $retired)
            ON CONFLICT (uid) DO UPDATE SET kind = excluded.kind, name = excluded.name, about = excluded.about,
              subject = excluded.subject, message = excluded.message, retired = excluded.retired
            """,
            ("uid", template.Id.Value),
            ("kind", template.Kind.Value),
            ("name", template.Name),
            ("about", template.About),
            ("subject", template.Subject),
            ("message", template.Message),
            ("retired", template.Retired)
        );
        var key = session.Number("SELECT id FROM template WHERE uid = $uid", ("uid", template.Id.Value))!.Value;
        session.Run("DELETE FROM template_task WHERE template = $key", ("key", key));
        session.Run("DELETE FROM template_sheet WHERE template = $key", ("key", key));
        var keys = new Dictionary<TemplateTaskId, long>();
        foreach (var (position, task) in template.Tasks.Index())
            keys[task.Id] = AddTask(session, key, task, position, task.Parent is { } parent ? keys[parent] : null);
        foreach (var task in template.Tasks)
        foreach (var after in task.After)
            session.Run(
                "INSERT OR IGNORE INTO template_after (task, waits_for) VALUES ($task, $after)",
                ("task", keys[task.Id]),
                ("after", keys[after])
            );
        foreach (var (position, sheet) in template.Sheets.Index())
            session.Run(
                """
                INSERT INTO template_sheet (template, uid, position, kind, name, body, file)
                VALUES ($key, $uid, $at, $kind, $name, $body, (SELECT id FROM file WHERE uid = $file))
                """,
                ("key", key),
                ("uid", sheet.Id),
                ("at", position),
                ("kind", StoredWords.SheetKinds.Of(sheet.Kind)),
                ("name", sheet.Name),
                ("body", sheet.File is null ? sheet.Body : null),
                ("file", sheet.File)
            );
    }

    private static long AddTask(SqlSession session, long template, TemplateTask task, int position, long? parent)
    {
        session.Run(
            """
            INSERT INTO template_task (uid, template, position, parent, title, notes, rule, priority, estimate_minutes, gate)
            VALUES ($uid, $template, $at, $parent, $title, $notes, $rule, $priority, $estimate,
              (SELECT id FROM stage WHERE uid = $gate))
            """,
            ("uid", task.Id.Value),
            ("template", template),
            ("at", position),
            ("parent", parent),
            ("title", task.Title),
            ("notes", task.Notes),
            ("rule", StoredWords.Rules.Of(task.Rule)),
            ("priority", StoredWords.Priorities.Of(task.Priority)),
            ("estimate", task.Estimate is { } estimate ? (long)estimate.TotalMinutes : null),
            ("gate", task.Gate?.Value)
        );
        var key = session.Number("SELECT last_insert_rowid()")!.Value;
        foreach (var (at, owner) in task.Owners.Index())
            session.Run(
                """
                INSERT INTO template_owner (task, position, person, crew, role) VALUES ($task, $at,
                  (SELECT id FROM person WHERE uid = $person), (SELECT id FROM crew WHERE uid = $crew), $role)
                """,
                ("task", key),
                ("at", at),
                ("person", (owner as TemplateOwner.OfPerson)?.Person.Value),
                ("crew", (owner as TemplateOwner.OfCrew)?.Crew.Value),
                (
                    "role",
                    owner switch
                    {
                        TemplateOwner.DocketOwner => "docket-owner",
                        TemplateOwner.User => "user",
                        _ => null,
                    }
                )
            );
        foreach (var (which, date) in new[] { ("start", task.Start), ("due", task.Due) })
            if (date is not null)
                session.Run(
                    $"INSERT INTO template_date (task, which, {FollowingStore.DateNames}) "
                        + $"VALUES ($task, $which, {FollowingStore.DateValues})",
                    [("task", key), ("which", which), .. FollowingStore.Parameters(date)]
                );
        return key;
    }

    /// <summary>
    /// The tasks and sheets of templates that were made in a docket, whatever became of them; with the task that was made,
    /// where it was one and is there still.
    /// </summary>
    public static Dictionary<Guid, TaskId?> MadeIn(SqlSession session, DocketId docket) =>
        session
            .All(
                """
                SELECT m.part, t.uid FROM templated m LEFT JOIN task t ON t.id = m.task
                WHERE m.docket = (SELECT id FROM docket WHERE uid = $docket)
                """,
                r => (Part: r.GetUid(0), Task: r.GetUidOrNull(1) is { } task ? new TaskId(task) : (TaskId?)null),
                ("docket", docket.Value)
            )
            .ToDictionary(m => m.Part, m => m.Task);

    /// <summary>Notes that a task or sheet of a template was made in a docket.</summary>
    /// <param name="session">Where to write.</param>
    /// <param name="docket">The docket.</param>
    /// <param name="part">The task or sheet of the template.</param>
    /// <param name="task">The task that was made; null for a sheet.</param>
    public static void AddMade(SqlSession session, DocketId docket, Guid part, TaskId? task = null) =>
        session.Run(
            """
            INSERT OR REPLACE INTO templated (docket, part, task)
            VALUES ((SELECT id FROM docket WHERE uid = $docket), $part, (SELECT id FROM task WHERE uid = $task))
            """,
            ("docket", docket.Value),
            ("part", part),
            ("task", task?.Value)
        );

    /// <summary>Whether a drawing of a template is this file.</summary>
    public static bool Holds(SqlSession session, Guid file) =>
        session.Number(
            "SELECT 1 FROM template_sheet WHERE file = (SELECT id FROM file WHERE uid = $file)",
            ("file", file)
        )
            is not null;

    /// <summary>What templates hold up and count from a retired stage goes to the stage that its dockets went to.</summary>
    public static void MoveStage(SqlSession session, StageId from, StageId to)
    {
        foreach (
            var (table, column) in new[]
            {
                ("template_task", "gate"),
                ("template_date", "stage"),
                ("task_following", "stage"),
            }
        )
            session.Run(
                $"""
                UPDATE {table} SET {column} = (SELECT id FROM stage WHERE uid = $to)
                WHERE {column} = (SELECT id FROM stage WHERE uid = $from)
                """,
                ("to", to.Value),
                ("from", from.Value)
            );
    }
}
