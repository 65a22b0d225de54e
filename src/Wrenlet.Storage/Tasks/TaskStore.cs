using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Storage.Tasks;

/// <summary>Whose tasks a list is of.</summary>
public enum TaskScope
{
    /// <summary>Everybody's.</summary>
    All,

    /// <summary>A person's, their crews' included.</summary>
    Mine,

    /// <summary>Those a person asked others for.</summary>
    Asked,

    /// <summary>A crew's and its people's.</summary>
    Crew,

    /// <summary>A docket's.</summary>
    Docket,

    /// <summary>Those of a worklist.</summary>
    Worklist,
}

/// <summary>Tasks and their owners.</summary>
public static class TaskStore
{
    private const string Select = """
        SELECT t.id, t.uid, t.title, d.id, d.uid, d.kind, d.number, d.subject, w.uid, d.limited, e.uid, e.id, c.uid,
          m.uid, t.made, t.state, t.state_before, t.rule, t.priority,
          t.start, t.due, t.repeats, t.estimate_minutes, t.gate_stage, t.finished, t.version,
          (SELECT json_group_array(json_array(hex(p.uid), hex(k.uid), o.done, o.percent))
            FROM (SELECT * FROM task_owner WHERE task = t.id ORDER BY position) o
             LEFT JOIN person p ON p.id = o.person LEFT JOIN crew k ON k.id = o.crew),
          t.notes, t.private, t.spent_minutes, t.by_share, f.uid, f.title, t.position, t.wanted, v.uid, l.uid,
          (SELECT group_concat(hex(p.uid)) FROM task_watcher x JOIN person p ON p.id = x.person WHERE x.task = t.id),
          EXISTS (SELECT 1 FROM task_block x WHERE x.task = t.id), EXISTS (SELECT 1 FROM task x WHERE x.parent = t.id),
          t.reminded, t.due_since, t.remind_before, t.remind_again, t.series, t.occurrence
        FROM task t JOIN person m ON m.id = t.made_by LEFT JOIN docket d ON d.id = t.docket
          LEFT JOIN person w ON w.id = d.owner
          LEFT JOIN entry e ON e.id = t.source LEFT JOIN conversation c ON c.id = e.conversation
          LEFT JOIN task f ON f.id = t.parent LEFT JOIN worklist v ON v.id = t.worklist
            LEFT JOIN worklist_column l ON l.id = t.list_column
        """;

    /// <summary>How many open tasks of each person are due by a moment.</summary>
    public static Dictionary<PersonId, int> DueBy(SqlSession session, Instant moment) =>
        session
            .All(
                "SELECT p.uid, count(*) FROM task t JOIN task_owner o ON o.task = t.id JOIN person p ON p.id = "
                    + "o.person WHERE t.state NOT IN ('done', 'dropped') AND t.due <= $moment GROUP BY p.id",
                r => (new PersonId(r.GetUid(0)), r.GetInt32(1)),
                ("moment", moment)
            )
            .ToDictionary(d => d.Item1, d => d.Item2);

    /// <summary>Writes a task, unless one with its id is there already.</summary>
    /// <returns>False when it was a repeat.</returns>
    public static bool Add(SqlSession session, WorkTask task)
    {
        var added = session.Run(
            """
            INSERT INTO task (uid, title, docket, source, made_by, made, state, rule, priority, start, due, repeats,
              estimate_minutes, gate_stage, finished, notes, private, spent_minutes, by_share, parent, position,
              due_since, remind_before, remind_again, series, occurrence)
            VALUES ($uid, $title, (SELECT id FROM docket WHERE uid = $docket),
              (SELECT id FROM entry WHERE uid = $source), (SELECT id FROM person WHERE uid = $by), $made,
              $state, $rule, $priority, $start, $due, $repeats, $estimate, $gate, $finished, $notes, $private, $spent,
                $byShare, (SELECT id FROM task WHERE uid = $parent), $position, $dueSince, $before, $again, $series,
                $occurrence) ON CONFLICT (uid) DO NOTHING
            """,
            ("uid", task.Id.Value),
            ("title", task.Title),
            ("docket", task.Docket?.Id.Value),
            ("source", task.Source?.Entry.Value),
            ("by", task.MadeBy.Value),
            ("made", task.Made),
            ("state", StoredWords.TaskStates.Of(task.State)),
            ("rule", StoredRule(task.Rule)),
            ("priority", StoredWords.Priorities.Of(task.Priority)),
            ("start", task.Start),
            ("due", task.Due),
            ("repeats", task.Repeats),
            ("estimate", Minutes(task.Estimate)),
            ("gate", task.GateStage),
            ("finished", task.Finished),
            ("notes", task.Notes),
            ("private", task.Private),
            ("spent", (long)task.Spent.TotalMinutes),
            ("byShare", task.Rule is CompletionRule.Share),
            ("parent", task.Parent?.Value),
            ("position", task.Position),
            ("dueSince", task.DueSince ?? task.Made),
            ("before", Minutes(task.RemindBefore)),
            ("again", Minutes(task.RemindAgain)),
            ("series", task.Series),
            ("occurrence", task.Occurrence)
        );
        if (added == 0)
            return false;
        var key = session.Number("SELECT last_insert_rowid()")!.Value;
        session.Run(
            "INSERT INTO task_search (rowid, title) VALUES ($key, $title)",
            ("key", key),
            ("title", task.Title)
        );
        WriteOwners(session, key, task.Owners);
        return true;
    }

    /// <summary>Writes a changed task if it is still at the version that was read.</summary>
    /// <returns>False when someone else has changed it since.</returns>
    public static bool Update(SqlSession session, WorkTask task)
    {
        var changed = session.Run(
            """
            UPDATE task SET title = $title, state = $state, state_before = $before, rule = $rule, priority = $priority,
              start = $start, due = $due, repeats = $repeats,
              estimate_minutes = $estimate, finished = $finished, docket = (SELECT id FROM docket WHERE uid = $docket),
                gate_stage = $gate, notes = $notes, private = $private, spent_minutes = $spent, by_share = $byShare,
              parent = (SELECT id FROM task WHERE uid = $parent),
                worklist = (SELECT id FROM worklist WHERE uid = $list),
                list_column = (SELECT id FROM worklist_column WHERE uid = $column), position = $position,
                wanted = $wanted,
              due_since = $dueSince, remind_before = $remindBefore, remind_again = $again, series = $series,
                occurrence = $occurrence,
              version = version + 1
            WHERE id = $id AND version = $version
            """,
            ("title", task.Title),
            ("state", StoredWords.TaskStates.Of(task.State)),
            ("before", task.StateBefore is { } before ? StoredWords.TaskStates.Of(before) : null),
            ("rule", StoredRule(task.Rule)),
            ("priority", StoredWords.Priorities.Of(task.Priority)),
            ("start", task.Start),
            ("due", task.Due),
            ("repeats", task.Repeats),
            ("estimate", Minutes(task.Estimate)),
            ("finished", task.Finished),
            ("docket", task.Docket?.Id.Value),
            ("gate", task.GateStage),
            ("notes", task.Notes),
            ("private", task.Private),
            ("spent", (long)task.Spent.TotalMinutes),
            ("byShare", task.Rule is CompletionRule.Share),
            ("parent", task.Parent?.Value),
            ("list", task.Worklist?.List),
            ("column", task.Worklist?.Column),
            ("position", task.Position),
            ("wanted", task.Wanted),
            ("dueSince", task.DueSince),
            ("remindBefore", Minutes(task.RemindBefore)),
            ("again", Minutes(task.RemindAgain)),
            ("series", task.Series),
            ("occurrence", task.Occurrence),
            ("id", task.Key),
            ("version", task.Version)
        );
        if (changed == 0)
            return false;
        session.Run("DELETE FROM task_search WHERE rowid = $key", ("key", task.Key));
        session.Run(
            "INSERT INTO task_search (rowid, title) VALUES ($key, $title)",
            ("key", task.Key),
            ("title", task.Title)
        );
        session.Run("DELETE FROM task_owner WHERE task = $task", ("task", task.Key));
        WriteOwners(session, task.Key, task.Owners);
        return true;
    }

    public static WorkTask? Find(SqlSession session, TaskId id) =>
        session.First($"{Select} WHERE t.uid = $uid", r => Row(session, r), ("uid", id.Value));

    public static List<WorkTask> OfDocket(SqlSession session, DocketId docket, int most) =>
        session.All(
            $"{Select} WHERE t.docket = (SELECT id FROM docket WHERE uid = $docket) AND t.state <> 'dropped' ORDER BY "
                + $"t.id DESC LIMIT {most}",
            r => Row(session, r),
            ("docket", docket.Value)
        );

    /// <summary>Tasks that hang on these entries.</summary>
    public static ILookup<EntryId, WorkTask> OfEntries(SqlSession session, IEnumerable<long> entries) =>
        session
            .All(
                $"{Select} WHERE t.source IN (SELECT value FROM json_each($entries)) ORDER BY t.id",
                r => Row(session, r),
                ("entries", $"[{string.Join(',', entries)}]")
            )
            .ToLookup(t => t.Source!.Entry);

    /// <summary>A person's tasks, their crews' included: the open ones, and those finished since a moment.</summary>
    public static List<WorkTask> OfPerson(SqlSession session, PersonId person, Instant finishedSince, int most) =>
        session.All(
            $"""
            {Select} WHERE t.id IN (
                SELECT task FROM task_owner WHERE person = (SELECT id FROM person WHERE uid = $person)
                UNION SELECT o.task FROM task_owner o JOIN crew_member k ON k.crew = o.crew
                  WHERE k.person = (SELECT id FROM person WHERE uid = $person))
              AND (t.state NOT IN ('done', 'dropped') OR t.finished >= $since)
            ORDER BY t.due IS NULL, t.due, t.id LIMIT {most}
            """,
            r => Row(session, r),
            ("person", person.Value),
            ("since", finishedSince)
        );

    public static List<WorkTask> Matching(SqlSession session, string match, int most) =>
        session.All(
            $"{Select} WHERE t.id IN (SELECT rowid FROM task_search WHERE task_search MATCH $match ORDER BY rowid "
                + $"DESC LIMIT {most}) ORDER BY t.id DESC",
            r => Row(session, r),
            ("match", match)
        );

    private static void WriteOwners(SqlSession session, long task, ImmutableArray<OwnerShare> owners)
    {
        for (var i = 0; i < owners.Length; i++)
            session.Run(
                "INSERT INTO task_owner (task, position, person, crew, done, percent) VALUES ($task, $position, "
                    + "(SELECT id FROM person WHERE uid = $person), (SELECT id FROM crew WHERE uid = $crew), $done, $percent)",
                ("task", task),
                ("position", i),
                ("person", (owners[i].Owner as TaskOwner.OfPerson)?.Person.Value),
                ("crew", (owners[i].Owner as TaskOwner.OfCrew)?.Crew.Value),
                ("done", owners[i].Done),
                ("percent", owners[i].Percent)
            );
    }

    /// <summary>The parts of a task, the nearest only, in their order.</summary>
    public static List<WorkTask> PartsOfTask(SqlSession session, TaskId task) =>
        session.All(
            $"{Select} WHERE t.parent = (SELECT id FROM task WHERE uid = $task) ORDER BY t.position, t.id",
            r => Row(session, r),
            ("task", task.Value)
        );

    /// <summary>The tasks of a column of a worklist, in their order; of those in none for null.</summary>
    public static List<WorkTask> InColumn(SqlSession session, Guid list, Guid? column) =>
        session.All(
            $"{Select} WHERE t.worklist = (SELECT id FROM worklist WHERE uid = $list) AND t.list_column IS (SELECT id "
                + $"FROM worklist_column WHERE uid = $column) ORDER BY t.position, t.id",
            r => Row(session, r),
            ("list", list),
            ("column", column)
        );

    /// <summary>Puts a task at another place in its order without anything else of it changing.</summary>
    public static void SetPosition(SqlSession session, long task, double position) =>
        session.Run("UPDATE task SET position = $position WHERE id = $task", ("position", position), ("task", task));

    /// <summary>What a task is a part of, if anything: for going up.</summary>
    public static TaskId? ParentOf(SqlSession session, TaskId task) =>
        session.First<TaskId?>(
            "SELECT f.uid FROM task t JOIN task f ON f.id = t.parent WHERE t.uid = $task",
            r => new TaskId(r.GetUid(0)),
            ("task", task.Value)
        );

    /// <summary>What a task waits for.</summary>
    public static List<TaskId> BlockersOf(SqlSession session, TaskId task) =>
        session.All(
            "SELECT b.uid FROM task_block x JOIN task t ON t.id = x.task JOIN task b ON b.id = x.blocker WHERE t.uid = $task",
            r => new TaskId(r.GetUid(0)),
            ("task", task.Value)
        );

    /// <summary>Tasks that wait for one.</summary>
    public static List<WorkTask> WaitingFor(SqlSession session, TaskId task) =>
        session.All(
            $"{Select} WHERE t.id IN (SELECT task FROM task_block WHERE blocker = (SELECT id FROM task WHERE uid = $task)) ORDER BY t.id",
            r => Row(session, r),
            ("task", task.Value)
        );

    /// <summary>Sets what a task waits for.</summary>
    public static void SetBlockers(SqlSession session, long task, IEnumerable<TaskId> blockers)
    {
        session.Run("DELETE FROM task_block WHERE task = $task", ("task", task));
        foreach (var blocker in blockers)
            session.Run(
                "INSERT INTO task_block (task, blocker) VALUES ($task, (SELECT id FROM task WHERE uid = $blocker)) ON CONFLICT DO NOTHING",
                ("task", task),
                ("blocker", blocker.Value)
            );
    }

    /// <summary>Makes someone hear what becomes of a task, or not any more.</summary>
    public static void SetWatching(SqlSession session, long task, PersonId person, bool watches) =>
        session.Run(
            watches
                ? "INSERT INTO task_watcher (task, person) VALUES ($task, (SELECT id FROM person WHERE uid = "
                    + "$person)) ON CONFLICT DO NOTHING"
                : "DELETE FROM task_watcher WHERE task = $task AND person = (SELECT id FROM person WHERE uid = $person)",
            ("task", task),
            ("person", person.Value)
        );

    /// <summary>Raises a task's version where what changed stands beside its row.</summary>
    public static void Touch(SqlSession session, long task) =>
        session.Run("UPDATE task SET version = version + 1 WHERE id = $task", ("task", task));

    /// <summary>Place of the last part of a task; null when it has none.</summary>
    public static double? LastPosition(SqlSession session, long parent) =>
        session.First<double?>(
            "SELECT max(position) FROM task WHERE parent = $parent",
            r => r.IsDBNull(0) ? null : r.GetDouble(0),
            ("parent", parent)
        );

    /// <summary>Writes what was changed of a task, in words.</summary>
    public static void Remember(
        SqlSession session,
        long task,
        PersonId? by,
        Instant at,
        string what,
        string before,
        string after
    ) =>
        session.Run(
            "INSERT INTO task_history (task, made_by, at, what, before, after) VALUES ($task, (SELECT id FROM person "
                + "WHERE uid = $by), $at, $what, $before, $after)",
            ("task", task),
            ("by", by?.Value),
            ("at", at),
            ("what", what),
            ("before", before),
            ("after", after)
        );

    /// <summary>What was changed of a task, the newest first.</summary>
    public static List<(PersonId? By, Instant At, string What, string Before, string After)> History(
        SqlSession session,
        long task,
        int most
    ) =>
        session.All(
            $"SELECT p.uid, h.at, h.what, h.before, h.after FROM task_history h LEFT JOIN person p ON p.id = "
                + $"h.made_by WHERE h.task = $task ORDER BY h.id DESC LIMIT {most}",
            r =>
                (
                    r.GetUidOrNull(0) is { } by ? new PersonId(by) : (PersonId?)null,
                    r.GetMoment(1),
                    r.GetString(2),
                    r.GetString(3),
                    r.GetString(4)
                ),
            ("task", task)
        );

    /// <summary>When something was last changed of a task; null when nothing was since it was made.</summary>
    public static Instant? LastChange(SqlSession session, long task) =>
        session.First<Instant?>(
            "SELECT max(at) FROM task_history WHERE task = $task",
            r => r.GetMomentOrNull(0),
            ("task", task)
        );

    /// <summary>Open tasks whose due moment lies before one: those that may have to be reminded of.</summary>
    public static List<WorkTask> DueBefore(SqlSession session, Instant moment) =>
        session.All(
            $"{Select} WHERE t.due < $moment AND t.state NOT IN ('done', 'dropped') ORDER BY t.due",
            r => Row(session, r),
            ("moment", moment)
        );

    /// <summary>Says for which moment somebody was reminded of a task.</summary>
    public static void SetReminded(SqlSession session, long task, Instant moment) =>
        session.Run("UPDATE task SET reminded = $moment WHERE id = $task", ("moment", moment), ("task", task));

    /// <summary>Says that nobody has to be reminded of what lies before a moment.</summary>
    public static void SettleReminders(SqlSession session, Instant moment) =>
        session.Run("UPDATE task SET reminded = $moment WHERE reminded IS NULL", ("moment", moment));

    /// <summary>Begins a series of tasks that repeat.</summary>
    /// <returns>Its key.</returns>
    public static long AddSeries(SqlSession session, Instant first)
    {
        session.Run("INSERT INTO task_series (first) VALUES ($first)", ("first", first));
        return session.Number("SELECT last_insert_rowid()")!.Value;
    }

    /// <summary>A series: its first moment, whether the next comes by time, and the days that are left out.</summary>
    public static (Instant First, bool ByTime, HashSet<LocalDate> Skipped)? FindSeries(
        SqlSession session,
        long series
    ) =>
        session.First<(Instant, bool)?>(
            "SELECT first, by_time FROM task_series WHERE id = $id",
            r => (r.GetMoment(0), r.GetBoolean(1)),
            ("id", series)
        )
            is var (first, byTime)
            ? (
                first,
                byTime,
                [
                    .. session.All(
                        "SELECT day FROM task_series_skip WHERE series = $id",
                        r =>
                            LocalDate.FromDateOnly(
                                DateOnly.ParseExact(
                                    r.GetString(0),
                                    "yyyy-MM-dd",
                                    System.Globalization.CultureInfo.InvariantCulture
                                )
                            ),
                        ("id", series)
                    ),
                ]
            )
            : null;

    /// <summary>Says whether the next of a series is made when its time has come, or when one is done.</summary>
    public static void SetByTime(SqlSession session, long series, bool byTime) =>
        session.Run("UPDATE task_series SET by_time = $byTime WHERE id = $id", ("byTime", byTime), ("id", series));

    /// <summary>Leaves a day of a series out.</summary>
    public static void Skip(SqlSession session, long series, LocalDate day) =>
        session.Run(
            "INSERT INTO task_series_skip (series, day) VALUES ($id, $day) ON CONFLICT DO NOTHING",
            ("id", series),
            ("day", day.ToString("uuuu-MM-dd", System.Globalization.CultureInfo.InvariantCulture))
        );

    /// <summary>The task of a series for a moment of its rule; null where there is none.</summary>
    public static WorkTask? OfSeries(SqlSession session, long series, Instant occurrence) =>
        session.First(
            $"{Select} WHERE t.series = $series AND t.occurrence = $occurrence",
            r => Row(session, r),
            ("series", series),
            ("occurrence", occurrence)
        );

    /// <summary>
    /// The last of each series that goes by time, where its moment has come: the next may have to be made.
    /// </summary>
    public static List<WorkTask> LastByTime(SqlSession session, Instant now) =>
        session.All(
            $"{Select} JOIN task_series z ON z.id = t.series WHERE z.by_time = 1 AND t.repeats IS NOT NULL AND "
                + $"t.occurrence <= $now AND t.occurrence = (SELECT max(occurrence) FROM task WHERE series = t.series)",
            r => Row(session, r),
            ("now", now)
        );

    /// <summary>Whether nobody has touched a task that was made by itself.</summary>
    public static bool IsUntouched(SqlSession session, WorkTask task) =>
        task is { Version: 1, State: TaskState.NeedsAction, Parts.Count: 0 }
        && session.Number("SELECT 1 FROM conversation WHERE task = $id", ("id", task.Key)) is null;

    /// <summary>Takes a task out with all that tasks keep of it. Other parts have taken out theirs.</summary>
    public static void TakeOut(SqlSession session, WorkTask task)
    {
        foreach (var table in new[] { "task_owner", "task_watcher", "task_history" })
            session.Run($"DELETE FROM {table} WHERE task = $id", ("id", task.Key));
        session.Run("DELETE FROM task_block WHERE task = $id OR blocker = $id", ("id", task.Key));
        session.Run("DELETE FROM task_search WHERE rowid = $id", ("id", task.Key));
        session.Run("DELETE FROM task WHERE id = $id", ("id", task.Key));
    }

    /// <summary>Takes the way back from tasks that were made of an entry that goes.</summary>
    public static void ForgetSource(SqlSession session, long entry) =>
        session.Run("UPDATE task SET source = NULL WHERE source = $entry", ("entry", entry));

    /// <summary>The tasks of a docket that are gates of its stages, open or not.</summary>
    public static List<WorkTask> GatesOf(SqlSession session, DocketId docket) =>
        session.All(
            $"{Select} WHERE t.docket = (SELECT id FROM docket WHERE uid = $docket) AND t.gate_stage IS NOT NULL "
                + "AND t.state <> 'dropped' ORDER BY t.id",
            r => Row(session, r),
            ("docket", docket.Value)
        );

    /// <summary>How many tasks of a docket are neither done nor dropped.</summary>
    public static int OpenIn(SqlSession session, DocketId docket) =>
        (int)
            session
                .Number(
                    "SELECT count(*) FROM task WHERE docket = (SELECT id FROM docket WHERE uid = $docket) "
                        + "AND state NOT IN ('done', 'dropped')",
                    ("docket", docket.Value)
                )!
                .Value;

    /// <summary>When something was last said about a task; null for never.</summary>
    public static Instant? LastWord(SqlSession session, long task) =>
        session.First<Instant?>(
            "SELECT max(e.at) FROM entry e JOIN conversation c ON c.id = e.conversation WHERE c.task = $task",
            r => r.GetMomentOrNull(0),
            ("task", task)
        );

    /// <summary>
    /// Tasks for a table: open ones, and those finished since a moment, in the order in which they were made.
    /// </summary>
    /// <param name="where">Whose: everybody's, those of a person, those a person asked for, a crew's, a
    /// docket's.</param>
    /// <param name="of">The person, crew or docket; null for everybody's.</param>
    public static List<WorkTask> Table(SqlSession session, TaskScope where, Guid? of, Instant finishedSince, int most)
    {
        var scope = where switch
        {
            TaskScope.Mine => """
                t.id IN (SELECT task FROM task_owner WHERE person = (SELECT id FROM person WHERE uid = $of)
                  UNION SELECT o.task FROM task_owner o JOIN crew_member k ON k.crew = o.crew
                    WHERE k.person = (SELECT id FROM person WHERE uid = $of)) AND
                """,
            TaskScope.Asked =>
                "t.made_by = (SELECT id FROM person WHERE uid = $of) AND NOT EXISTS (SELECT 1 FROM task_owner WHERE "
                    + "task = t.id AND person = t.made_by) AND",
            TaskScope.Crew => """
                t.id IN (SELECT task FROM task_owner WHERE crew = (SELECT id FROM crew WHERE uid = $of)
                  UNION SELECT o.task FROM task_owner o JOIN crew_member k ON k.person = o.person
                    WHERE k.crew = (SELECT id FROM crew WHERE uid = $of)) AND
                """,
            TaskScope.Docket => "t.docket = (SELECT id FROM docket WHERE uid = $of) AND",
            TaskScope.Worklist => "t.worklist = (SELECT id FROM worklist WHERE uid = $of) AND",
            _ => "",
        };
        return session.All(
            $"{Select} WHERE {scope} (t.state NOT IN ('done', 'dropped') OR t.finished >= $since) ORDER BY t.id LIMIT {most}",
            r => Row(session, r),
            ("of", of),
            ("since", finishedSince)
        );
    }

    private static ImmutableArray<Blocker> Blockers(SqlSession session, long task) =>
        [
            .. session.All(
                "SELECT b.uid, b.title, b.state FROM task_block x JOIN task b ON b.id = x.blocker WHERE x.task = $task ORDER BY b.id",
                r => new Blocker(new TaskId(r.GetUid(0)), r.GetString(1), r.GetString(2) is "done" or "dropped"),
                ("task", task)
            ),
        ];

    /// <summary>How far the parts of a task are, down to the last.</summary>
    private static PartsDone PartsOf(SqlSession session, long task) =>
        PartsDone.Of(
            session.All(
                """
                WITH RECURSIVE part(id) AS (SELECT id FROM task WHERE parent = $task UNION SELECT t.id FROM part p
                  JOIN task t ON t.parent = p.id)
                SELECT t.estimate_minutes, t.state = 'done' FROM part p JOIN task t ON t.id = p.id
                WHERE t.state <> 'dropped'
                  AND NOT EXISTS (SELECT 1 FROM task c WHERE c.parent = t.id AND c.state <> 'dropped')
                """,
                r =>
                    (
                        r.GetIntOrNull(0) is { } minutes ? Duration.FromMinutes(minutes) : (Duration?)null,
                        r.GetBoolean(1)
                    ),
                ("task", task)
            )
        );

    /// <summary>The rule as it is stored: shares stand beside "every".</summary>
    private static string StoredRule(CompletionRule rule) =>
        StoredWords.Rules.Of(rule is CompletionRule.Share ? CompletionRule.Every : rule);

    private static long? Minutes(Duration? length) => length is { } l ? (long)l.TotalMinutes : null;

    private static ImmutableArray<OwnerShare> Owners(string json)
    {
        using var document = JsonDocument.Parse(json);
        return
        [
            .. document
                .RootElement.EnumerateArray()
                .Select(o => new OwnerShare(
                    o[0].GetString() is { Length: > 0 } person
                        ? new TaskOwner.OfPerson(new PersonId(Guid.ParseExact(person, "N")))
                        : new TaskOwner.OfCrew(new CrewId(Guid.ParseExact(o[1].GetString()!, "N"))),
                    o[2].GetInt32() == 1,
                    o[3].ValueKind is JsonValueKind.Number ? o[3].GetInt32() : null
                )),
        ];
    }

    private static WorkTask Row(SqlSession session, SqliteDataReader r)
    {
        DocketBrief? docket = r.IsDBNull(3)
            ? null
            : new(
                new DocketId(r.GetUid(4)),
                new DocketRef(StoredWords.DocketKinds.Read(r.GetString(5)), r.GetInt32(6)),
                r.GetString(7),
                r.GetUidOrNull(8) is { } w ? new PersonId(w) : null
            );
        return new(
            r.GetInt64(0),
            new TaskId(r.GetUid(1)),
            r.GetString(2),
            docket,
            r.IsDBNull(10)
                ? null
                : new TaskSource(new EntryId(r.GetUid(10)), r.GetInt64(11), new ConversationId(r.GetUid(12))),
            new PersonId(r.GetUid(13)),
            r.GetMoment(14),
            StoredWords.TaskStates.Read(r.GetString(15)),
            StoredWords.TaskStates.Parse(r.GetTextOrNull(16)),
            r.GetBoolean(30) ? CompletionRule.Share : StoredWords.Rules.Read(r.GetString(17)),
            StoredWords.Priorities.Read(r.GetString(18)),
            r.GetMomentOrNull(19),
            r.GetMomentOrNull(20),
            r.GetTextOrNull(21),
            r.GetIntOrNull(22) is { } minutes ? Duration.FromMinutes(minutes) : null,
            r.GetIntOrNull(23),
            r.GetMomentOrNull(24),
            r.GetInt32(25),
            Owners(r.GetString(26)),
            !r.IsDBNull(9) && r.GetBoolean(9) ? DocketStore.SightOf(session, r.GetInt64(3)) : DocketSight.Open
        )
        {
            Notes = r.GetString(27),
            Private = r.GetBoolean(28),
            Spent = Duration.FromMinutes(r.GetInt64(29)),
            Parent = r.GetUidOrNull(31) is { } parent ? new TaskId(parent) : null,
            ParentTitle = r.GetTextOrNull(32),
            Position = r.GetDouble(33),
            Wanted = r.GetMomentOrNull(34),
            Worklist = r.GetUidOrNull(35) is { } list ? (list, r.GetUidOrNull(36)) : null,
            Watchers = r.GetTextOrNull(37) is { } watchers
                ? [.. watchers.Split(',').Select(w => new PersonId(Guid.ParseExact(w, "N")))]
                : [],
            BlockedBy = r.GetBoolean(38) ? Blockers(session, r.GetInt64(0)) : [],
            Parts = r.GetBoolean(39) ? PartsOf(session, r.GetInt64(0)) : default,
            Reminded = r.GetMomentOrNull(40),
            DueSince = r.GetMomentOrNull(41),
            RemindBefore = r.GetIntOrNull(42) is { } before ? Duration.FromMinutes(before) : null,
            RemindAgain = r.GetIntOrNull(43) is { } again ? Duration.FromMinutes(again) : null,
            Series = r.GetKeyOrNull(44),
            Occurrence = r.GetMomentOrNull(45),
        };
    }
}
