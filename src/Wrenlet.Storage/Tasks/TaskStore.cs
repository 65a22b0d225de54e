using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Storage.Tasks;

/// <summary>Where a task came from.</summary>
public sealed record TaskSource(EntryId Entry, long Key, ConversationId Conversation);

/// <summary>A task with what sight and finishing depend on.</summary>
/// <param name="StateBefore">The state it had before it was finished, for undoing; null when it is not done.</param>
/// <param name="Estimate">Working time it is thought to take; null when not said.</param>
/// <param name="GateStage">Index of the stage whose gate it is; null when none.</param>
/// <param name="Version">Counts its changes; the ETag.</param>
public sealed record WorkTask(
    long Key, TaskId Id, string Title, DocketBrief? Docket, TaskSource? Source, PersonId MadeBy, Instant Made, TaskState State, TaskState? StateBefore,
    CompletionRule Rule, Priority Priority, Instant? Start, Instant? Due, string? Repeats, Duration? Estimate, int? GateStage, Instant? Finished,
    int Version, ImmutableArray<OwnerShare> Owners, DocketSight Sight)
{
    /// <summary>How far it is.</summary>
    public Progress Progress => new(State, StateBefore, Owners);

    /// <summary>The task with another progress; the moment counts when it is over for the first time.</summary>
    public WorkTask After(Progress progress, Instant at) => this with
    {
        State = progress.State,
        StateBefore = progress.Before,
        Owners = progress.Shares,
        Finished = progress.Over ? Finished ?? at : null,
    };

    /// <summary>Where it stands: in its docket, or with its maker and owners.</summary>
    public Place Place => Docket is not null
        ? new Place.Inside(Sight)
        : Owners.Any(o => o.Owner is TaskOwner.OfCrew)
            ? new Place.Firm()
            : new Place.Members([MadeBy, .. Owners.Select(o => o.Owner).OfType<TaskOwner.OfPerson>().Select(p => p.Person)]);
}

/// <summary>Tasks and their owners.</summary>
public static class TaskStore
{
    private const string Select = """
        SELECT t.id, t.uid, t.title, d.id, d.uid, d.kind, d.number, d.subject, w.uid, d.limited, e.uid, e.id, c.uid, m.uid, t.made, t.state, t.state_before, t.rule, t.priority,
          t.start, t.due, t.repeats, t.estimate_minutes, t.gate_stage, t.finished, t.version,
          (SELECT json_group_array(json_array(hex(p.uid), hex(k.uid), o.done)) FROM (SELECT * FROM task_owner WHERE task = t.id ORDER BY position) o
             LEFT JOIN person p ON p.id = o.person LEFT JOIN crew k ON k.id = o.crew)
        FROM task t JOIN person m ON m.id = t.made_by LEFT JOIN docket d ON d.id = t.docket LEFT JOIN person w ON w.id = d.owner
          LEFT JOIN entry e ON e.id = t.source LEFT JOIN conversation c ON c.id = e.conversation
        """;

    /// <summary>How many open tasks of each person are due by a moment.</summary>
    public static Dictionary<PersonId, int> DueBy(SqlSession session, Instant moment) =>
        session.All(
            "SELECT p.uid, count(*) FROM task t JOIN task_owner o ON o.task = t.id JOIN person p ON p.id = o.person WHERE t.state NOT IN ('done', 'dropped') AND t.due <= $moment GROUP BY p.id",
            r => (new PersonId(r.GetUid(0)), r.GetInt32(1)), ("moment", moment)).ToDictionary(d => d.Item1, d => d.Item2);

    /// <summary>Writes a task, unless one with its id is there already.</summary>
    /// <returns>False when it was a repeat.</returns>
    public static bool Add(SqlSession session, WorkTask task)
    {
        var added = session.Run(
            """
            INSERT INTO task (uid, title, docket, source, made_by, made, state, rule, priority, start, due, repeats, estimate_minutes, gate_stage, finished)
            VALUES ($uid, $title, (SELECT id FROM docket WHERE uid = $docket), (SELECT id FROM entry WHERE uid = $source), (SELECT id FROM person WHERE uid = $by), $made,
              $state, $rule, $priority, $start, $due, $repeats, $estimate, $gate, $finished) ON CONFLICT (uid) DO NOTHING
            """,
            ("uid", task.Id.Value), ("title", task.Title), ("docket", task.Docket?.Id.Value), ("source", task.Source?.Entry.Value), ("by", task.MadeBy.Value), ("made", task.Made),
            ("state", Words.TaskStates.Of(task.State)), ("rule", Words.Rules.Of(task.Rule)), ("priority", Words.Priorities.Of(task.Priority)), ("start", task.Start), ("due", task.Due),
            ("repeats", task.Repeats), ("estimate", Minutes(task.Estimate)), ("gate", task.GateStage), ("finished", task.Finished));
        if (added == 0) return false;
        var key = session.Number("SELECT last_insert_rowid()")!.Value;
        session.Run("INSERT INTO task_search (rowid, title) VALUES ($key, $title)", ("key", key), ("title", task.Title));
        WriteOwners(session, key, task.Owners);
        return true;
    }

    /// <summary>Writes a changed task if it is still at the version that was read.</summary>
    /// <returns>False when someone else has changed it since.</returns>
    public static bool Update(SqlSession session, WorkTask task)
    {
        var changed = session.Run(
            """
            UPDATE task SET title = $title, state = $state, state_before = $before, rule = $rule, priority = $priority, start = $start, due = $due, repeats = $repeats,
              estimate_minutes = $estimate, finished = $finished, version = version + 1
            WHERE id = $id AND version = $version
            """,
            ("title", task.Title), ("state", Words.TaskStates.Of(task.State)), ("before", task.StateBefore is { } before ? Words.TaskStates.Of(before) : null),
            ("rule", Words.Rules.Of(task.Rule)), ("priority", Words.Priorities.Of(task.Priority)), ("start", task.Start), ("due", task.Due), ("repeats", task.Repeats),
            ("estimate", Minutes(task.Estimate)), ("finished", task.Finished), ("id", task.Key), ("version", task.Version));
        if (changed == 0) return false;
        session.Run("DELETE FROM task_search WHERE rowid = $key", ("key", task.Key));
        session.Run("INSERT INTO task_search (rowid, title) VALUES ($key, $title)", ("key", task.Key), ("title", task.Title));
        session.Run("DELETE FROM task_owner WHERE task = $task", ("task", task.Key));
        WriteOwners(session, task.Key, task.Owners);
        return true;
    }

    public static WorkTask? Find(SqlSession session, TaskId id) =>
        session.First($"{Select} WHERE t.uid = $uid", r => Row(session, r), ("uid", id.Value));

    public static List<WorkTask> OfDocket(SqlSession session, DocketId docket, int most) =>
        session.All(
            $"{Select} WHERE t.docket = (SELECT id FROM docket WHERE uid = $docket) AND t.state <> 'dropped' ORDER BY t.id DESC LIMIT {most}",
            r => Row(session, r), ("docket", docket.Value));

    /// <summary>Tasks that hang on these entries.</summary>
    public static ILookup<EntryId, WorkTask> OfEntries(SqlSession session, IEnumerable<long> entries) =>
        session.All(
            $"{Select} WHERE t.source IN (SELECT value FROM json_each($entries)) ORDER BY t.id", r => Row(session, r),
            ("entries", $"[{string.Join(',', entries)}]")).ToLookup(t => t.Source!.Entry);

    /// <summary>A person's tasks, their crews' included: the open ones, and those finished since a moment.</summary>
    public static List<WorkTask> OfPerson(SqlSession session, PersonId person, Instant finishedSince, int most) =>
        session.All(
            $"""
            {Select} WHERE t.id IN (
                SELECT task FROM task_owner WHERE person = (SELECT id FROM person WHERE uid = $person)
                UNION SELECT o.task FROM task_owner o JOIN crew_member k ON k.crew = o.crew WHERE k.person = (SELECT id FROM person WHERE uid = $person))
              AND (t.state NOT IN ('done', 'dropped') OR t.finished >= $since)
            ORDER BY t.due IS NULL, t.due, t.id LIMIT {most}
            """,
            r => Row(session, r), ("person", person.Value), ("since", finishedSince));

    public static List<WorkTask> Matching(SqlSession session, string match, int most) =>
        session.All($"{Select} WHERE t.id IN (SELECT rowid FROM task_search WHERE task_search MATCH $match ORDER BY rowid DESC LIMIT {most}) ORDER BY t.id DESC", r => Row(session, r), ("match", match));

    private static void WriteOwners(SqlSession session, long task, ImmutableArray<OwnerShare> owners)
    {
        for (var i = 0; i < owners.Length; i++)
            session.Run(
                "INSERT INTO task_owner (task, position, person, crew, done) VALUES ($task, $position, (SELECT id FROM person WHERE uid = $person), (SELECT id FROM crew WHERE uid = $crew), $done)",
                ("task", task), ("position", i), ("person", (owners[i].Owner as TaskOwner.OfPerson)?.Person.Value), ("crew", (owners[i].Owner as TaskOwner.OfCrew)?.Crew.Value), ("done", owners[i].Done));
    }

    private static long? Minutes(Duration? length) => length is { } l ? (long)l.TotalMinutes : null;

    private static ImmutableArray<OwnerShare> Owners(string json)
    {
        using var document = JsonDocument.Parse(json);
        return [.. document.RootElement.EnumerateArray().Select(o => new OwnerShare(
            o[0].GetString() is { Length: > 0 } person ? new TaskOwner.OfPerson(new PersonId(Guid.ParseExact(person, "N"))) : new TaskOwner.OfCrew(new CrewId(Guid.ParseExact(o[1].GetString()!, "N"))),
            o[2].GetInt32() == 1))];
    }

    private static WorkTask Row(SqlSession session, SqliteDataReader r)
    {
        DocketBrief? docket = r.IsDBNull(3)
            ? null
            : new(new DocketId(r.GetUid(4)), new DocketRef(Words.DocketKinds.Read(r.GetString(5)), r.GetInt32(6)), r.GetString(7), r.GetUidOrNull(8) is { } w ? new PersonId(w) : null);
        return new(
            r.GetInt64(0), new TaskId(r.GetUid(1)), r.GetString(2), docket,
            r.IsDBNull(10) ? null : new TaskSource(new EntryId(r.GetUid(10)), r.GetInt64(11), new ConversationId(r.GetUid(12))),
            new PersonId(r.GetUid(13)), r.GetMoment(14), Words.TaskStates.Read(r.GetString(15)), Words.TaskStates.Parse(r.GetTextOrNull(16)),
            Words.Rules.Read(r.GetString(17)), Words.Priorities.Read(r.GetString(18)), r.GetMomentOrNull(19), r.GetMomentOrNull(20), r.GetTextOrNull(21),
            r.GetIntOrNull(22) is { } minutes ? Duration.FromMinutes(minutes) : null, r.GetIntOrNull(23), r.GetMomentOrNull(24), r.GetInt32(25), Owners(r.GetString(26)),
            !r.IsDBNull(9) && r.GetBoolean(9) ? DocketStore.SightOf(session, r.GetInt64(3)) : DocketSight.Open);
    }
}
