using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Dockets;

/// <summary>A docket that was deleted and can be restored.</summary>
public sealed record RemovedDocket(DocketId Id, DocketRef Ref, string Subject, Instant At);

/// <summary>How dockets belong together, and which were removed.</summary>
public static class DocketTies
{
    /// <summary>What a docket is a part of, nearest first, up to the whole of it all.</summary>
    public static List<(DocketId Id, DocketRef Ref, string Subject)> Wholes(SqlSession session, DocketId docket) =>
        session.All(
            """
            WITH RECURSIVE up(id, depth) AS (
              SELECT part_of, 1 FROM docket WHERE uid = $uid AND part_of IS NOT NULL
              UNION SELECT d.part_of, u.depth + 1 FROM up u JOIN docket d ON d.id = u.id
                WHERE d.part_of IS NOT NULL AND u.depth < 50)
            SELECT d.uid, d.ref, d.subject FROM up u JOIN docket d ON d.id = u.id ORDER BY u.depth
            """,
            r => (new DocketId(r.GetUid(0)), r.GetDocketRef(1), r.GetString(2)),
            ("uid", docket.Value)
        );

    /// <summary>The parts of a docket, by key.</summary>
    public static List<DocketId> Parts(SqlSession session, DocketId docket) =>
        session.All(
            "SELECT uid FROM docket WHERE part_of = (SELECT id FROM docket WHERE uid = $uid) ORDER BY id",
            r => new DocketId(r.GetUid(0)),
            ("uid", docket.Value)
        );

    /// <summary>The docket that one was found to be the same as; null for none.</summary>
    public static DocketId? SameAs(SqlSession session, DocketId docket) =>
        session.All(
            "SELECT o.uid FROM docket d JOIN docket o ON o.id = d.same_as WHERE d.uid = $uid",
            r => new DocketId(r.GetUid(0)),
            ("uid", docket.Value)
        )
            is [var same]
            ? same
            : null;

    /// <summary>Makes a docket a part of another; null takes it out.</summary>
    public static void SetWhole(SqlSession session, DocketId part, DocketId? whole) =>
        session.Run(
            "UPDATE docket SET part_of = (SELECT id FROM docket WHERE uid = $whole) WHERE uid = $part",
            ("whole", whole?.Value),
            ("part", part.Value)
        );

    /// <summary>
    /// Joins a docket with another that it is the same as, and closes it: its parts go over, and what stands in fields
    /// that are empty there.
    /// </summary>
    public static void Join(SqlSession session, DocketId docket, DocketId other)
    {
        session.Run(
            """
            UPDATE docket SET part_of = (SELECT id FROM docket WHERE uid = $to)
            WHERE part_of = (SELECT id FROM docket WHERE uid = $from) AND uid <> $to
            """,
            ("to", other.Value),
            ("from", docket.Value)
        );
        session.Run(
            """
            INSERT INTO field_value (docket, field, stored, ordered)
            SELECT o.id, v.field, v.stored, v.ordered
            FROM field_value v JOIN field f ON f.id = v.field JOIN docket o ON o.uid = $to AND o.kind = f.kind
            WHERE v.docket = (SELECT id FROM docket WHERE uid = $from) ON CONFLICT DO NOTHING
            """,
            ("to", other.Value),
            ("from", docket.Value)
        );
        session.Run(
            "UPDATE docket SET same_as = (SELECT id FROM docket WHERE uid = $to), state = 'closed' WHERE uid = $from",
            ("to", other.Value),
            ("from", docket.Value)
        );
    }

    /// <summary>Who made a docket; null where nobody knows any more.</summary>
    public static PersonId? Maker(SqlSession session, DocketId docket) =>
        session.All(
            "SELECT p.uid FROM docket d JOIN person p ON p.id = d.made_by WHERE d.uid = $uid",
            r => new PersonId(r.GetUid(0)),
            ("uid", docket.Value)
        )
            is [var maker]
            ? maker
            : null;

    /// <summary>Whether anything was said in a docket with somebody outside.</summary>
    public static bool TalkedOutside(SqlSession session, DocketId docket) =>
        session.Number(
            """
            SELECT 1 FROM conversation c JOIN entry e ON e.conversation = c.id
            WHERE c.docket = (SELECT id FROM docket WHERE uid = $uid) AND c.audience = 'outside' AND e.kind IN ('in', 'out')
            LIMIT 1
            """,
            ("uid", docket.Value)
        )
            is not null;

    /// <summary>
    /// Whether anybody has said something in a docket, or changed a task or sheet of it, since it was made.
    /// </summary>
    public static bool IsWorkedWith(SqlSession session, DocketId docket) =>
        session.Number(
            """
            SELECT 1 FROM docket d WHERE d.uid = $uid AND (
              EXISTS (SELECT 1 FROM conversation c JOIN entry e ON e.conversation = c.id
                WHERE c.docket = d.id AND e.kind <> 'event')
              OR EXISTS (SELECT 1 FROM task t WHERE t.docket = d.id AND t.version > 1)
              OR EXISTS (SELECT 1 FROM sheet h JOIN sheet_revision r ON r.sheet = h.id
                WHERE h.docket = d.id AND r.number > 1))
            """,
            ("uid", docket.Value)
        )
            is not null;

    /// <summary>Whether a docket has been deleted, and nobody has restored it.</summary>
    public static bool IsRemoved(SqlSession session, DocketId docket) =>
        session.Number("SELECT 1 FROM docket WHERE uid = $uid AND removed IS NOT NULL", ("uid", docket.Value))
            is not null;

    /// <summary>Takes a docket out of everybody's sight; it can be restored.</summary>
    public static void Remove(SqlSession session, DocketId docket, Instant at) =>
        session.Run(
            "UPDATE docket SET removed = $at, limited_before = limited, limited = 1 WHERE uid = $uid AND removed IS NULL",
            ("at", at),
            ("uid", docket.Value)
        );

    /// <summary>Gives a removed docket back to those who saw it.</summary>
    public static void Restore(SqlSession session, DocketId docket) =>
        session.Run(
            "UPDATE docket SET removed = NULL, limited = limited_before, limited_before = NULL WHERE uid = $uid "
                + "AND removed IS NOT NULL",
            ("uid", docket.Value)
        );

    /// <summary>Dockets that a person made and removed after a moment, the last first.</summary>
    public static List<RemovedDocket> RemovedBy(SqlSession session, PersonId person, Instant since) =>
        session.All(
            """
            SELECT uid, ref, subject, removed FROM docket
            WHERE removed >= $since AND taken_back IS NULL AND made_by = (SELECT id FROM person WHERE uid = $person) ORDER BY removed DESC
            """,
            r => new RemovedDocket(new DocketId(r.GetUid(0)), r.GetDocketRef(1), r.GetString(2), r.GetMoment(3)),
            ("since", since),
            ("person", person.Value)
        );
}
