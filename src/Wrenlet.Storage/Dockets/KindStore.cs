using System.Collections.Immutable;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Dockets;

/// <summary>Kinds of docket with their stages, milestones and fields.</summary>
public static class KindStore
{
    /// <summary>All kinds in the firm's order.</summary>
    public static Kinds Load(SqlSession session)
    {
        var stages = session
            .All(
                "SELECT k.uid, s.uid, s.name, s.public_name, s.retired FROM stage s JOIN kind k ON k.id = s.kind "
                    + "ORDER BY s.kind, s.position",
                r =>
                    (
                        Kind: r.GetUid(0),
                        Stage: new Stage(new(r.GetUid(1)), r.GetString(2), r.GetTextOrNull(3), r.GetBoolean(4))
                    )
            )
            .ToLookup(x => x.Kind, x => x.Stage);
        var milestones = session
            .All(
                "SELECT k.uid, m.uid, m.name, s.uid, m.at_end, m.retired FROM kind_milestone m JOIN kind k ON k.id = m.kind "
                    + "LEFT JOIN stage s ON s.id = m.stage ORDER BY m.kind, m.position",
                r =>
                    (
                        Kind: r.GetUid(0),
                        Milestone: new KindMilestone(
                            new(r.GetUid(1)),
                            r.GetString(2),
                            r.GetUidOrNull(3) is { } stage ? new StageId(stage) : null,
                            r.GetBoolean(4),
                            r.GetBoolean(5)
                        )
                    )
            )
            .ToLookup(x => x.Kind, x => x.Milestone);
        var fields = Fields(session);
        return new(
            session.All(
                """
                SELECT k.uid, k.name, k.many, k.letters, k.next_number, k.by_year, k.with_party, q.uid, k.site, o.uid,
                  k.from_talk, k.retired, k.next_in
                FROM kind k LEFT JOIN queue q ON q.id = k.queue LEFT JOIN person o ON o.id = k.owner ORDER BY k.position, k.id
                """,
                r =>
                {
                    var id = r.GetUid(0);
                    return new Kind(
                        new(id),
                        r.GetString(1),
                        r.GetString(2),
                        new Numbering(r.GetString(3), r.GetInt32(4), r.GetBoolean(5), r.GetIntOrNull(12)),
                        new KindUsual(
                            r.GetBoolean(6),
                            r.GetUidOrNull(7),
                            r.GetString(8),
                            r.GetUidOrNull(9) is { } owner ? new PersonId(owner) : null
                        ),
                        r.GetBoolean(10),
                        [.. stages[id]],
                        [.. milestones[id]],
                        [.. fields[id]],
                        r.GetBoolean(11)
                    );
                }
            )
        );
    }

    private static ILookup<Guid, Field> Fields(SqlSession session)
    {
        var choices = session
            .All(
                "SELECT f.uid, c.uid, c.name, c.retired FROM field_choice c JOIN field f ON f.id = c.field ORDER BY f.id, c.position",
                r => (Field: r.GetUid(0), Choice: new FieldChoice(r.GetUid(1), r.GetString(2), r.GetBoolean(3)))
            )
            .ToLookup(x => x.Field, x => x.Choice);
        return session
            .All(
                """
                SELECT k.uid, f.uid, f.name, f.type, f.unit, s.uid, f.in_head, f.party_sees, f.retired
                FROM field f JOIN kind k ON k.id = f.kind LEFT JOIN stage s ON s.id = f.needed_from
                ORDER BY f.kind, f.position
                """,
                r =>
                    (
                        Kind: r.GetUid(0),
                        Field: new Field(
                            new(r.GetUid(1)),
                            r.GetString(2),
                            StoredWords.FieldTypes.Read(r.GetString(3)),
                            r.GetString(4),
                            [.. choices[r.GetUid(1)]],
                            r.GetUidOrNull(5) is { } stage ? new StageId(stage) : null,
                            r.GetBoolean(6),
                            r.GetBoolean(7),
                            r.GetBoolean(8)
                        )
                    )
            )
            .ToLookup(x => x.Kind, x => x.Field);
    }

    /// <summary>How many dockets stand in a stage, open or closed.</summary>
    public static int Standing(SqlSession session, StageId stage) =>
        (int)(
            session.Number(
                "SELECT count(*) FROM docket WHERE stage = (SELECT id FROM stage WHERE uid = $stage)",
                ("stage", stage.Value)
            ) ?? 0
        );

    /// <summary>Moves all dockets that stand in a stage to another.</summary>
    public static void Empty(SqlSession session, StageId from, StageId to) =>
        session.Run(
            """
            UPDATE docket SET stage = (SELECT id FROM stage WHERE uid = $to)
            WHERE stage = (SELECT id FROM stage WHERE uid = $from)
            """,
            ("to", to.Value),
            ("from", from.Value)
        );

    /// <summary>Writes a kind whole; what it no longer has and nothing uses is removed, what is used is retired.</summary>
    public static void Put(SqlSession session, Kind kind)
    {
        ArgumentNullException.ThrowIfNull(kind);
        session.Run(
            """
            INSERT INTO kind (uid, position, name, many, letters, next_number, next_in, by_year, with_party, queue, site, owner,
              from_talk, retired)
            VALUES ($uid, (SELECT 1 + coalesce(max(position), 0) FROM kind), $name, $many, $letters, $next, $in, $year, $party,
              (SELECT id FROM queue WHERE uid = $queue), $site, (SELECT id FROM person WHERE uid = $owner), $talk, $retired)
            ON CONFLICT (uid) DO UPDATE SET name = excluded.name, many = excluded.many, letters = excluded.letters,
              next_number = excluded.next_number, next_in = excluded.next_in, by_year = excluded.by_year, with_party = excluded.with_party,
              queue = excluded.queue, site = excluded.site, owner = excluded.owner, from_talk = excluded.from_talk,
              retired = excluded.retired
            """,
            ("uid", kind.Id.Value),
            ("name", kind.Name),
            ("many", kind.Many),
            ("letters", kind.Numbering.Letters.ToUpperInvariant()),
            ("next", kind.Numbering.Next),
            ("in", kind.Numbering.NextIn),
            ("year", kind.Numbering.ByYear),
            ("party", kind.Usual.WithParty),
            ("queue", kind.Usual.Queue),
            ("site", kind.Usual.Site),
            ("owner", kind.Usual.Owner?.Value),
            ("talk", kind.FromTalk),
            ("retired", kind.Retired)
        );
        if (kind.FromTalk)
            session.Run("UPDATE kind SET from_talk = 0 WHERE uid <> $uid", ("uid", kind.Id.Value));
        PutStages(session, kind);
        PutMilestones(session, kind);
        FieldStore.Put(session, kind);
    }

    private static void PutStages(SqlSession session, Kind kind)
    {
        session.Run(
            "UPDATE stage SET retired = 1, position = 1000 WHERE kind = (SELECT id FROM kind WHERE uid = $kind)",
            ("kind", kind.Id.Value)
        );
        foreach (var (position, stage) in kind.AllStages.Index())
            session.Run(
                """
                INSERT INTO stage (uid, kind, position, name, public_name, retired)
                VALUES ($uid, (SELECT id FROM kind WHERE uid = $kind), $position, $name, $public, $retired)
                ON CONFLICT (uid) DO UPDATE SET position = excluded.position, name = excluded.name,
                  public_name = excluded.public_name, retired = excluded.retired
                """,
                ("uid", stage.Id.Value),
                ("kind", kind.Id.Value),
                ("position", position),
                ("name", stage.Name),
                ("public", stage.PublicName),
                ("retired", stage.Retired)
            );
    }

    private static void PutMilestones(SqlSession session, Kind kind)
    {
        session.Run(
            "UPDATE kind_milestone SET retired = 1, position = 1000 WHERE kind = (SELECT id FROM kind WHERE uid = $kind)",
            ("kind", kind.Id.Value)
        );
        foreach (var (position, milestone) in kind.Milestones.Index())
        {
            session.Run(
                """
                INSERT INTO kind_milestone (uid, kind, position, name, stage, at_end, retired)
                VALUES ($uid, (SELECT id FROM kind WHERE uid = $kind), $position, $name,
                  (SELECT id FROM stage WHERE uid = $stage), $end, $retired)
                ON CONFLICT (uid) DO UPDATE SET position = excluded.position, name = excluded.name,
                  stage = excluded.stage, at_end = excluded.at_end, retired = excluded.retired
                """,
                ("uid", milestone.Id.Value),
                ("kind", kind.Id.Value),
                ("position", position),
                ("name", milestone.Name),
                ("stage", milestone.Stage?.Value),
                ("end", milestone.AtEnd),
                ("retired", milestone.Retired)
            );
            // Renamed, it is the same milestone in every docket that has it, unless the docket has one of that name.
            session.Run(
                """
                UPDATE OR IGNORE milestone SET name = $name
                WHERE named = (SELECT id FROM kind_milestone WHERE uid = $uid) AND name <> $name
                """,
                ("name", milestone.Name),
                ("uid", milestone.Id.Value)
            );
        }
    }
}
