using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Storage.Flow;

/// <summary>What holds stages of dockets up beside tasks and fields: locks and asks; and what was lifted.</summary>
public static class HoldingStore
{
    /// <summary>Locks of a docket whose task, where they have one, is not over.</summary>
    public static List<StageLock> LocksOf(SqlSession session, DocketId docket)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            """
            SELECT l.uid, s.uid, t.uid, coalesce(t.title, l.reason), p.uid, l.at FROM stage_lock l
              JOIN stage s ON s.id = l.stage JOIN person p ON p.id = l.person LEFT JOIN task t ON t.id = l.task
            WHERE l.docket = (SELECT id FROM docket WHERE uid = $docket)
              AND (t.id IS NULL OR t.state NOT IN ('done', 'dropped')) ORDER BY l.id
            """,
            r => new StageLock(
                r.GetUid(0),
                new StageId(r.GetUid(1)),
                r.GetUidOrNull(2) is { } task ? new TaskId(task) : null,
                r.GetString(3),
                new PersonId(r.GetUid(4)),
                r.GetMoment(5)
            ),
            ("docket", docket.Value)
        );
    }

    /// <summary>Locks a stage of a docket.</summary>
    public static void Add(SqlSession session, DocketId docket, StageLock held)
    {
        ArgumentNullException.ThrowIfNull(session);
        ArgumentNullException.ThrowIfNull(held);
        session.Run(
            """
            INSERT OR IGNORE INTO stage_lock (uid, docket, stage, task, reason, person, at)
            VALUES ($uid, (SELECT id FROM docket WHERE uid = $docket), (SELECT id FROM stage WHERE uid = $stage),
              (SELECT id FROM task WHERE uid = $task), $reason, (SELECT id FROM person WHERE uid = $by), $at)
            """,
            ("uid", held.Id),
            ("docket", docket.Value),
            ("stage", held.Stage.Value),
            ("task", held.Task?.Value),
            ("reason", held.Title),
            ("by", held.By.Value),
            ("at", held.At)
        );
    }

    /// <summary>Takes a lock away.</summary>
    /// <returns>Whether it was there.</returns>
    public static bool RemoveLock(SqlSession session, Guid held)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.Run("DELETE FROM stage_lock WHERE uid = $uid", ("uid", held)) == 1;
    }

    /// <summary>What was lifted of a docket's gates.</summary>
    public static HashSet<LiftedGate> LiftedOf(SqlSession session, DocketId docket)
    {
        ArgumentNullException.ThrowIfNull(session);
        return
        [
            .. session.All(
                """
                SELECT g.of, s.uid FROM gate_lifted g JOIN stage s ON s.id = g.stage
                WHERE g.docket = (SELECT id FROM docket WHERE uid = $docket)
                """,
                r => new LiftedGate(r.GetUid(0), new StageId(r.GetUid(1))),
                ("docket", docket.Value)
            ),
        ];
    }

    /// <summary>Lifts a gate.</summary>
    public static void Lift(
        SqlSession session,
        DocketId docket,
        LiftedGate gate,
        string reason,
        PersonId by,
        Instant at
    )
    {
        ArgumentNullException.ThrowIfNull(session);
        session.Run(
            """
            INSERT OR IGNORE INTO gate_lifted (docket, stage, of, reason, person, at)
            VALUES ((SELECT id FROM docket WHERE uid = $docket), (SELECT id FROM stage WHERE uid = $stage), $of, $reason,
              (SELECT id FROM person WHERE uid = $by), $at)
            """,
            ("docket", docket.Value),
            ("stage", gate.Stage.Value),
            ("of", gate.Of),
            ("reason", reason),
            ("by", by.Value),
            ("at", at)
        );
    }

    /// <summary>Has an ask hold a stage up; null where it is to hold nothing up any more.</summary>
    public static void SetAsk(SqlSession session, EntryId entry, DocketId docket, StageId? stage)
    {
        ArgumentNullException.ThrowIfNull(session);
        session.Run("DELETE FROM ask_gate WHERE entry = (SELECT id FROM entry WHERE uid = $e)", ("e", entry.Value));
        if (stage is { } held)
            session.Run(
                """
                INSERT INTO ask_gate (entry, docket, stage) VALUES ((SELECT id FROM entry WHERE uid = $entry),
                  (SELECT id FROM docket WHERE uid = $docket), (SELECT id FROM stage WHERE uid = $stage))
                """,
                ("entry", entry.Value),
                ("docket", docket.Value),
                ("stage", held.Value)
            );
    }

    /// <summary>Asks that hold stages of a docket up and are not decided yet.</summary>
    public static List<(EntryId Entry, StageId Stage)> AsksOf(SqlSession session, DocketId docket)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            """
            SELECT e.uid, s.uid FROM ask_gate g JOIN entry e ON e.id = g.entry JOIN ask a ON a.entry = e.id
              JOIN stage s ON s.id = g.stage
            WHERE g.docket = (SELECT id FROM docket WHERE uid = $docket) AND a.over = 0 ORDER BY e.id
            """,
            r => (new EntryId(r.GetUid(0)), new StageId(r.GetUid(1))),
            ("docket", docket.Value)
        );
    }

    /// <summary>An entry is about to be taken out: it holds nothing up any more.</summary>
    public static void Forget(SqlSession session, long entry)
    {
        ArgumentNullException.ThrowIfNull(session);
        session.Run("DELETE FROM ask_gate WHERE entry = $entry", ("entry", entry));
    }

    /// <summary>Locks and asks of a retired stage hold up the one that its dockets went to.</summary>
    public static void MoveStage(SqlSession session, StageId from, StageId to)
    {
        ArgumentNullException.ThrowIfNull(session);
        foreach (var table in (string[])["stage_lock", "ask_gate"])
            session.Run(
                $"""
                UPDATE {table} SET stage = (SELECT id FROM stage WHERE uid = $to)
                WHERE stage = (SELECT id FROM stage WHERE uid = $from)
                """,
                ("to", to.Value),
                ("from", from.Value)
            );
    }

    /// <summary>
    /// Moves what holds stages of a docket up to another that it goes on in; what held up a stage which that does not have
    /// holds nothing up any more.
    /// </summary>
    public static void MoveDocket(SqlSession session, DocketId from, DocketId to)
    {
        ArgumentNullException.ThrowIfNull(session);
        ReadOnlySpan<(string, object?)> dockets = [("from", from.Value), ("to", to.Value)];
        foreach (var table in (string[])["stage_lock", "ask_gate", "gate_lifted"])
        {
            session.Run(
                $"""
                UPDATE OR IGNORE {table} SET docket = (SELECT id FROM docket WHERE uid = $to)
                WHERE docket = (SELECT id FROM docket WHERE uid = $from)
                  AND stage IN (SELECT s.id FROM stage s JOIN docket o ON o.kind = s.kind WHERE o.uid = $to)
                """,
                dockets
            );
            session.Run($"DELETE FROM {table} WHERE docket = (SELECT id FROM docket WHERE uid = $from)", dockets[..1]);
        }
    }
}
