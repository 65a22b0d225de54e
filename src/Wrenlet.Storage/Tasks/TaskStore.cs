using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

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
              estimate_minutes, gate, finished, notes, private, spent_minutes, by_share, parent, position,
              due_since, remind_before, remind_again, series, occurrence)
            VALUES ($uid, $title, (SELECT id FROM docket WHERE uid = $docket),
              (SELECT id FROM entry WHERE uid = $source), (SELECT id FROM person WHERE uid = $by), $made,
              $state, $rule, $priority, $start, $due, $repeats, $estimate,
              (SELECT id FROM stage WHERE uid = $gate), $finished, $notes, $private, $spent,
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
            ("gate", task.GateStage?.Id.Value),
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
                gate = (SELECT id FROM stage WHERE uid = $gate),
                notes = $notes, private = $private, spent_minutes = $spent, by_share = $byShare,
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
            ("gate", task.GateStage?.Id.Value),
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
        session.First($"{TaskRows.Select} WHERE t.uid = $uid", r => TaskRows.Read(session, r), ("uid", id.Value));

    public static List<WorkTask> OfDocket(SqlSession session, DocketId docket, int most) =>
        session.All(
            $"{TaskRows.Select} WHERE t.docket = (SELECT id FROM docket WHERE uid = $docket) AND t.state <> 'dropped' ORDER BY "
                + $"t.id DESC LIMIT {most}",
            r => TaskRows.Read(session, r),
            ("docket", docket.Value)
        );

    /// <summary>Tasks that hang on these entries.</summary>
    public static ILookup<EntryId, WorkTask> OfEntries(SqlSession session, IEnumerable<long> entries) =>
        session
            .All(
                $"{TaskRows.Select} WHERE t.source IN (SELECT value FROM json_each($entries)) ORDER BY t.id",
                r => TaskRows.Read(session, r),
                ("entries", $"[{string.Join(',', entries)}]")
            )
            .ToLookup(t => t.Source!.Entry);

    /// <summary>A person's tasks, their crews' included: the open ones, and those finished since a moment.</summary>
    public static List<WorkTask> OfPerson(SqlSession session, PersonId person, Instant finishedSince, int most) =>
        session.All(
            $"""
            {TaskRows.Select} WHERE t.id IN (
                SELECT task FROM task_owner WHERE person = (SELECT id FROM person WHERE uid = $person)
                UNION SELECT task FROM task_owner WHERE crew IN (
                  SELECT crew FROM crew_member WHERE person = (SELECT id FROM person WHERE uid = $person)))
              AND (t.state NOT IN ('done', 'dropped') OR t.finished >= $since)
            ORDER BY t.due IS NULL, t.due, t.id LIMIT {most}
            """,
            r => TaskRows.Read(session, r),
            ("person", person.Value),
            ("since", finishedSince)
        );

    public static List<WorkTask> Matching(SqlSession session, string match, int most) =>
        session.All(
            $"{TaskRows.Select} WHERE t.id IN (SELECT rowid FROM task_search WHERE task_search MATCH $match ORDER BY rowid "
                + $"DESC LIMIT {most}) ORDER BY t.id DESC",
            r => TaskRows.Read(session, r),
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
            $"{TaskRows.Select} WHERE t.parent = (SELECT id FROM task WHERE uid = $task) ORDER BY t.position, t.id",
            r => TaskRows.Read(session, r),
            ("task", task.Value)
        );

    /// <summary>The tasks of a column of a worklist, in their order; of those in none for null.</summary>
    public static List<WorkTask> InColumn(SqlSession session, Guid list, Guid? column) =>
        session.All(
            $"{TaskRows.Select} WHERE t.worklist = (SELECT id FROM worklist WHERE uid = $list) AND t.list_column IS (SELECT id "
                + $"FROM worklist_column WHERE uid = $column) ORDER BY t.position, t.id",
            r => TaskRows.Read(session, r),
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
            $"{TaskRows.Select} WHERE t.id IN "
                + "(SELECT task FROM task_block WHERE blocker = (SELECT id FROM task WHERE uid = $task)) ORDER BY t.id",
            r => TaskRows.Read(session, r),
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

    /// <summary>Open tasks whose due moment lies before one: those that may have to be reminded of.</summary>
    public static List<WorkTask> DueBefore(SqlSession session, Instant moment) =>
        session.All(
            $"{TaskRows.Select} WHERE t.due < $moment AND t.state NOT IN ('done', 'dropped') ORDER BY t.due",
            r => TaskRows.Read(session, r),
            ("moment", moment)
        );

    /// <summary>Says for which moment somebody was reminded of a task.</summary>
    public static void SetReminded(SqlSession session, long task, Instant moment) =>
        session.Run("UPDATE task SET reminded = $moment WHERE id = $task", ("moment", moment), ("task", task));

    /// <summary>Says that nobody has to be reminded of what lies before a moment.</summary>
    public static void SettleReminders(SqlSession session, Instant moment) =>
        session.Run("UPDATE task SET reminded = $moment WHERE reminded IS NULL", ("moment", moment));

    /// <summary>Whether anything hangs on a task: a conversation, parts, files, or another that waits for it.</summary>
    public static bool IsUsed(SqlSession session, WorkTask task)
    {
        ArgumentNullException.ThrowIfNull(task);
        return session.Number(
            """
            SELECT 1 WHERE EXISTS (SELECT 1 FROM conversation WHERE task = $id)
              OR EXISTS (SELECT 1 FROM task WHERE parent = $id) OR EXISTS (SELECT 1 FROM task_file WHERE task = $id)
              OR EXISTS (SELECT 1 FROM task_block WHERE blocker = $id OR task = $id)
              OR EXISTS (SELECT 1 FROM task_wait WHERE task = $id)
            """,
            ("id", task.Key)
        )
            is not null;
    }

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
            $"{TaskRows.Select} WHERE t.docket = (SELECT id FROM docket WHERE uid = $docket) AND t.gate IS NOT NULL "
                + "AND t.state <> 'dropped' ORDER BY t.id",
            r => TaskRows.Read(session, r),
            ("docket", docket.Value)
        );

    /// <summary>All tasks that are neither done nor dropped.</summary>
    public static List<WorkTask> Open(SqlSession session) =>
        session.All($"{TaskRows.Select} WHERE t.state NOT IN ('done', 'dropped')", r => TaskRows.Read(session, r));

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
            $"{TaskRows.Select} WHERE {scope} (t.state NOT IN ('done', 'dropped') OR t.finished >= $since) ORDER BY t.id LIMIT {most}",
            r => TaskRows.Read(session, r),
            ("of", of),
            ("since", finishedSince)
        );
    }

    /// <summary>The rule as it is stored: shares stand beside "every".</summary>
    private static string StoredRule(CompletionRule rule) =>
        StoredWords.Rules.Of(rule is CompletionRule.Share ? CompletionRule.Every : rule);

    private static long? Minutes(Duration? length) => length is { } l ? (long)l.TotalMinutes : null;
}
