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

/// <summary>Reads whole tasks, with their owners, parts and what they wait for.</summary>
internal static class TaskRows
{
    public const string Select = """
        SELECT t.id, t.uid, t.title, d.id, d.uid, d.ref, d.subject, w.uid, d.limited, e.uid, e.id, c.uid,
          m.uid, t.made, t.state, t.state_before, t.rule, t.priority,
          t.start, t.due, t.repeats, t.estimate_minutes, g.uid, t.finished, t.version,
          (SELECT json_group_array(json_array(hex(p.uid), hex(k.uid), o.done, o.percent))
            FROM (SELECT * FROM task_owner WHERE task = t.id ORDER BY position) o
             LEFT JOIN person p ON p.id = o.person LEFT JOIN crew k ON k.id = o.crew),
          t.notes, t.private, t.spent_minutes, t.by_share, f.uid, f.title, t.position, t.wanted, v.uid, l.uid,
          (SELECT group_concat(hex(p.uid)) FROM task_watcher x JOIN person p ON p.id = x.person WHERE x.task = t.id),
          EXISTS (SELECT 1 FROM task_block x WHERE x.task = t.id), EXISTS (SELECT 1 FROM task x WHERE x.parent = t.id),
          t.reminded, t.due_since, t.remind_before, t.remind_again, t.series, t.occurrence, g.name,
          EXISTS (SELECT 1 FROM task_wait x WHERE x.task = t.id AND x.came IS NULL),
          CASE WHEN e.kind = 'out' THEN h.uid END
        FROM task t JOIN person m ON m.id = t.made_by LEFT JOIN docket d ON d.id = t.docket
          LEFT JOIN stage g ON g.id = t.gate
          LEFT JOIN person w ON w.id = d.owner
          LEFT JOIN entry e ON e.id = t.source LEFT JOIN conversation c ON c.id = e.conversation
          LEFT JOIN party h ON h.id = c.party
          LEFT JOIN task f ON f.id = t.parent LEFT JOIN worklist v ON v.id = t.worklist
            LEFT JOIN worklist_column l ON l.id = t.list_column
        """;

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

    public static WorkTask Read(SqlSession session, SqliteDataReader r)
    {
        DocketBrief? docket = r.IsDBNull(3)
            ? null
            : new(
                new DocketId(r.GetUid(4)),
                r.GetDocketRef(5),
                r.GetString(6),
                r.GetUidOrNull(7) is { } w ? new PersonId(w) : null
            );
        return new(
            r.GetInt64(0),
            new TaskId(r.GetUid(1)),
            r.GetString(2),
            docket,
            r.IsDBNull(9)
                ? null
                : new TaskSource(new EntryId(r.GetUid(9)), r.GetInt64(10), new ConversationId(r.GetUid(11)))
                {
                    PromisedTo = r.GetUidOrNull(47) is { } party ? new PartyId(party) : null,
                },
            new PersonId(r.GetUid(12)),
            r.GetMoment(13),
            StoredWords.TaskStates.Read(r.GetString(14)),
            StoredWords.TaskStates.Parse(r.GetTextOrNull(15)),
            r.GetBoolean(29) ? CompletionRule.Share : StoredWords.Rules.Read(r.GetString(16)),
            StoredWords.Priorities.Read(r.GetString(17)),
            r.GetMomentOrNull(18),
            r.GetMomentOrNull(19),
            r.GetTextOrNull(20),
            r.GetIntOrNull(21) is { } minutes ? Duration.FromMinutes(minutes) : null,
            r.GetUidOrNull(22) is { } gate ? new StageBrief(new StageId(gate), r.GetString(45)) : null,
            r.GetMomentOrNull(23),
            r.GetInt32(24),
            Owners(r.GetString(25)),
            !r.IsDBNull(8) && r.GetBoolean(8) ? DocketStore.SightOf(session, r.GetInt64(3)) : DocketSight.Open
        )
        {
            Notes = r.GetString(26),
            Private = r.GetBoolean(27),
            Spent = Duration.FromMinutes(r.GetInt64(28)),
            Parent = r.GetUidOrNull(30) is { } parent ? new TaskId(parent) : null,
            ParentTitle = r.GetTextOrNull(31),
            Position = r.GetDouble(32),
            Wanted = r.GetMomentOrNull(33),
            Worklist = r.GetUidOrNull(34) is { } list ? (list, r.GetUidOrNull(35)) : null,
            Watchers = r.GetTextOrNull(36) is { } watchers
                ? [.. watchers.Split(',').Select(w => new PersonId(Guid.ParseExact(w, "N")))]
                : [],
            BlockedBy = r.GetBoolean(37) ? Blockers(session, r.GetInt64(0)) : [],
            Parts = r.GetBoolean(38) ? PartsOf(session, r.GetInt64(0)) : default,
            Reminded = r.GetMomentOrNull(39),
            DueSince = r.GetMomentOrNull(40),
            RemindBefore = r.GetIntOrNull(41) is { } before ? Duration.FromMinutes(before) : null,
            RemindAgain = r.GetIntOrNull(42) is { } again ? Duration.FromMinutes(again) : null,
            Series = r.GetKeyOrNull(43),
            Occurrence = r.GetMomentOrNull(44),
            Waits = r.GetBoolean(46) ? [.. WaitStore.Of(session, r.GetInt64(0), open: true)] : [],
        };
    }
}
