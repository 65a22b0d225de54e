using System.Collections.Immutable;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Dockets;

/// <summary>Dockets, their milestones and who may see them.</summary>
public static class DocketStore
{
    private const string Columns =
        "d.id, d.uid, k.uid, d.ref, d.subject, d.site, o.uid, g.uid, d.priority, d.state, d.limited";
    private const string From =
        "FROM docket d JOIN kind k ON k.id = d.kind JOIN stage g ON g.id = d.stage LEFT JOIN person o ON o.id = d.owner";

    /// <param name="session">Where to write.</param>
    /// <param name="docket">The docket.</param>
    /// <param name="made">When it was made.</param>
    /// <param name="by">Who made it; null where nobody did.</param>
    public static void Add(SqlSession session, Docket docket, Instant made, PersonId? by = null)
    {
        ArgumentNullException.ThrowIfNull(docket);
        session.Run(
            """
            INSERT INTO docket (uid, kind, ref, number, year, subject, site, owner, stage, priority, state, limited, made,
              made_by)
            VALUES ($uid, (SELECT id FROM kind WHERE uid = $kind), $ref, $number, $year, $subject, $site,
              (SELECT id FROM person WHERE uid = $owner), (SELECT id FROM stage WHERE uid = $stage), $priority, $state,
              $limited, $made, (SELECT id FROM person WHERE uid = $by))
            """,
            ("uid", docket.Id.Value),
            ("kind", docket.Kind.Value),
            ("ref", docket.Ref.ToString()),
            ("number", docket.Ref.Number),
            ("year", docket.Ref.Year),
            ("subject", docket.Subject),
            ("site", docket.Site),
            ("owner", docket.Owner?.Value),
            ("stage", docket.Stage.Value),
            ("priority", StoredWords.Priorities.Of(docket.Priority)),
            ("state", docket.Open ? "open" : "closed"),
            ("limited", docket.Sight.Limited),
            ("made", made),
            ("by", by?.Value)
        );
        AddSight(session, docket.Id, docket.Sight);
        Index(session, docket.Id);
    }

    /// <summary>Makes a docket found by its subject, its site and what stands in its fields.</summary>
    public static void Index(SqlSession session, DocketId docket)
    {
        session.Run(
            "DELETE FROM docket_search WHERE rowid = (SELECT id FROM docket WHERE uid = $uid)",
            ("uid", docket.Value)
        );
        session.Run(
            """
            INSERT INTO docket_search (rowid, words)
            SELECT id, subject || ' ' || site || ' ' || coalesce((
              SELECT group_concat(coalesce(c.name, p.name, v.stored), ' ')
              FROM field_value v JOIN field f ON f.id = v.field
                LEFT JOIN field_choice c ON f.type = 'choice' AND c.field = f.id
                  AND c.uid = unhex(replace(v.stored, '-', ''))
                LEFT JOIN person p ON f.type = 'person' AND p.uid = unhex(replace(v.stored, '-', ''))
              WHERE v.docket = docket.id AND f.type NOT IN ('checkbox', 'date')), '')
            FROM docket WHERE uid = $uid
            """,
            ("uid", docket.Value)
        );
    }

    /// <summary>The next free reference of a kind: after all that its dockets have or had.</summary>
    /// <param name="session">Where to read.</param>
    /// <param name="kind">The kind.</param>
    /// <param name="year">The year by the firm's calendar.</param>
    public static DocketRef NextRef(SqlSession session, Kind kind, int year)
    {
        ArgumentNullException.ThrowIfNull(kind);
        int? counted = kind.Numbering.ByYear ? year : null;
        var last = session.Number(
            "SELECT max(number) FROM docket WHERE kind = (SELECT id FROM kind WHERE uid = $kind) AND year IS $year",
            ("kind", kind.Id.Value),
            ("year", counted)
        );
        var next = new DocketRef(
            kind.Numbering.Letters.ToUpperInvariant(),
            (int)Math.Max(kind.Numbering.LeastIn(year), (last ?? 0) + 1),
            counted
        );
        // Letters may have been another kind's once: what stands in somebody's notes leads to one docket only.
        while (
            session.Number(
                """
                SELECT 1 FROM docket WHERE ref = $ref
                UNION ALL SELECT 1 FROM docket_former_ref WHERE ref = $ref LIMIT 1
                """,
                ("ref", next.ToString())
            )
                is not null
        )
            next = next with { Number = next.Number + 1 };
        return next;
    }

    public static void GiveSight(SqlSession session, DocketId docket, PersonId person) =>
        session.Run(
            "INSERT INTO docket_sight_person (docket, person) SELECT d.id, p.id FROM docket d, person p WHERE d.uid = "
                + "$docket AND p.uid = $person ON CONFLICT DO NOTHING",
            ("docket", docket.Value),
            ("person", person.Value)
        );

    /// <summary>Writes what a docket is.</summary>
    public static void Set(
        SqlSession session,
        DocketId docket,
        string subject,
        string site,
        PersonId? owner,
        Priority priority
    )
    {
        session.Run(
            "UPDATE docket SET subject = $subject, site = $site, owner = (SELECT id FROM person WHERE uid = $owner), "
                + "priority = $priority WHERE uid = $uid",
            ("subject", subject),
            ("site", site),
            ("owner", owner?.Value),
            ("priority", StoredWords.Priorities.Of(priority)),
            ("uid", docket.Value)
        );
        Index(session, docket);
    }

    /// <summary>Writes who of the staff sees a docket.</summary>
    public static void SetSight(SqlSession session, DocketId docket, DocketSight sight)
    {
        ArgumentNullException.ThrowIfNull(sight);
        session.Run(
            "UPDATE docket SET limited = $limited WHERE uid = $uid",
            ("limited", sight.Limited),
            ("uid", docket.Value)
        );
        session.Run(
            "DELETE FROM docket_sight_person WHERE docket = (SELECT id FROM docket WHERE uid = $uid)",
            ("uid", docket.Value)
        );
        session.Run(
            "DELETE FROM docket_sight_crew WHERE docket = (SELECT id FROM docket WHERE uid = $uid)",
            ("uid", docket.Value)
        );
        AddSight(session, docket, sight);
    }

    private static void AddSight(SqlSession session, DocketId docket, DocketSight sight)
    {
        foreach (var person in sight.People)
            GiveSight(session, docket, person);
        foreach (var crew in sight.Crews)
            session.Run(
                "INSERT INTO docket_sight_crew (docket, crew) SELECT d.id, c.id FROM docket d, crew c WHERE d.uid = "
                    + "$docket AND c.uid = $crew ON CONFLICT DO NOTHING",
                ("docket", docket.Value),
                ("crew", crew.Value)
            );
    }

    public static void SetStage(SqlSession session, DocketId docket, StageId stage, bool open) =>
        session.Run(
            "UPDATE docket SET stage = (SELECT id FROM stage WHERE uid = $stage), state = $state WHERE uid = $uid",
            ("stage", stage.Value),
            ("state", open ? "open" : "closed"),
            ("uid", docket.Value)
        );

    /// <summary>Makes a docket one of another kind, under a new reference; the one it had leads to it still.</summary>
    public static void SetKind(
        SqlSession session,
        Docket docket,
        KindId kind,
        DocketRef reference,
        StageId stage,
        Instant at
    )
    {
        ArgumentNullException.ThrowIfNull(docket);
        session.Run(
            "INSERT INTO docket_former_ref (ref, docket, until) SELECT ref, id, $at FROM docket WHERE uid = $uid",
            ("at", at),
            ("uid", docket.Id.Value)
        );
        session.Run(
            """
            UPDATE docket SET kind = (SELECT id FROM kind WHERE uid = $kind), ref = $ref, number = $number, year = $year,
              stage = (SELECT id FROM stage WHERE uid = $stage) WHERE uid = $uid
            """,
            ("kind", kind.Value),
            ("ref", reference.ToString()),
            ("number", reference.Number),
            ("year", reference.Year),
            ("stage", stage.Value),
            ("uid", docket.Id.Value)
        );
    }

    /// <summary>References that a docket had before, the newest first.</summary>
    public static List<string> FormerRefs(SqlSession session, DocketId docket) =>
        session.All(
            """
            SELECT f.ref FROM docket_former_ref f JOIN docket d ON d.id = f.docket WHERE d.uid = $uid
            ORDER BY f.until DESC
            """,
            r => r.GetString(0),
            ("uid", docket.Value)
        );

    /// <summary>When a docket was made.</summary>
    public static Instant MadeAt(SqlSession session, DocketId docket) =>
        session
            .First("SELECT made FROM docket WHERE uid = $uid", r => (Instant?)r.GetMoment(0), ("uid", docket.Value))!
            .Value;

    /// <summary>A docket by its reference, also by one that it had before it became another kind.</summary>
    public static Docket? Find(SqlSession session, DocketRef reference) =>
        session.First(
            $"SELECT {Columns} {From} WHERE d.ref = $ref",
            r => Row(session, r, 0),
            ("ref", reference.ToString())
        )
        ?? session.First(
            $"SELECT {Columns} {From} WHERE d.id = (SELECT docket FROM docket_former_ref WHERE ref = $ref)",
            r => Row(session, r, 0),
            ("ref", reference.ToString())
        );

    public static Docket? Find(SqlSession session, DocketId id) =>
        session.First($"SELECT {Columns} {From} WHERE d.uid = $uid", r => Row(session, r, 0), ("uid", id.Value));

    /// <summary>Open dockets that somebody owns.</summary>
    public static List<Docket> OwnedBy(SqlSession session, PersonId person) =>
        session.All(
            $"SELECT {Columns} {From} WHERE d.state = 'open' AND d.owner = (SELECT id FROM person WHERE uid = $person) "
                + "ORDER BY d.id",
            r => Row(session, r, 0),
            ("person", person.Value)
        );

    /// <summary>Dockets made before a key, newest first.</summary>
    /// <param name="session">Where to read.</param>
    /// <param name="open">Whether open or closed ones.</param>
    /// <param name="before">Key to go on from; null for the newest.</param>
    /// <param name="most">How many at the most.</param>
    public static List<Docket> Page(SqlSession session, bool open, long? before, int most) =>
        session.All(
            $"SELECT {Columns} {From} WHERE d.state = $state AND d.id < $before ORDER BY d.id DESC LIMIT {most}",
            r => Row(session, r, 0),
            ("state", open ? "open" : "closed"),
            ("before", before ?? long.MaxValue)
        );

    /// <summary>All open dockets, in the order in which they were made.</summary>
    public static List<Docket> Open(SqlSession session) =>
        session.All($"SELECT {Columns} {From} WHERE d.state = 'open' ORDER BY d.id", r => Row(session, r, 0));

    /// <summary>
    /// Dockets whose reference begins with what was typed, or whose subject and site fit a full-text query, open ones
    /// first.
    /// </summary>
    /// <param name="session">Where to read.</param>
    /// <param name="typed">What was typed; nothing fits all.</param>
    /// <param name="match">The same as a full-text query; null when there is no word in it.</param>
    /// <param name="most">How many at the most.</param>
    public static List<Docket> Matching(SqlSession session, string typed, string? match, int most)
    {
        const string ByReference = @"d.ref LIKE $start ESCAPE '\'";
        var start = ("start", (object?)(SqlLike.Of(typed) + "%"));
        return match is null
            ? session.All(
                $"SELECT {Columns} {From} WHERE {ByReference} ORDER BY d.state DESC, d.id DESC LIMIT {most}",
                r => Row(session, r, 0),
                start
            )
            : session.All(
                $"SELECT {Columns} {From} WHERE {ByReference} OR d.id IN (SELECT rowid FROM docket_search WHERE "
                    + $"docket_search MATCH $match) ORDER BY d.state DESC, d.id DESC LIMIT {most}",
                r => Row(session, r, 0),
                start,
                ("match", match)
            );
    }

    /// <summary>Who sees a docket, by its key.</summary>
    internal static DocketSight SightOfKey(SqlSession session, long docket) =>
        session.Number("SELECT 1 FROM docket WHERE id = $docket AND limited = 1", ("docket", docket)) is null
            ? DocketSight.Open
            : SightOf(session, docket);

    private const string NotRemoved =
        "AND NOT EXISTS (SELECT 1 FROM docket WHERE id = $docket AND removed IS NOT NULL)";

    /// <summary>Who is listed to see a limited docket, by its key; a removed one is seen by nobody.</summary>
    internal static DocketSight SightOf(SqlSession session, long docket) =>
        DocketSight.Only(
            session.All(
                "SELECT p.uid FROM docket_sight_person s JOIN person p ON p.id = s.person WHERE s.docket = $docket "
                    + NotRemoved,
                r => new PersonId(r.GetUid(0)),
                ("docket", docket)
            ),
            session.All(
                "SELECT c.uid FROM docket_sight_crew s JOIN crew c ON c.id = s.crew WHERE s.docket = $docket "
                    + NotRemoved,
                r => new CrewId(r.GetUid(0)),
                ("docket", docket)
            )
        );

    private static Docket Row(SqlSession session, SqliteDataReader r, int at) =>
        new(
            r.GetInt64(at),
            new DocketId(r.GetUid(at + 1)),
            new KindId(r.GetUid(at + 2)),
            r.GetDocketRef(at + 3),
            r.GetString(at + 4),
            r.GetString(at + 5),
            r.GetUidOrNull(at + 6) is { } owner ? new PersonId(owner) : null,
            new StageId(r.GetUid(at + 7)),
            StoredWords.Priorities.Read(r.GetString(at + 8)),
            r.GetString(at + 9) == "open",
            r.GetBoolean(at + 10) ? SightOf(session, r.GetInt64(at)) : DocketSight.Open
        );
}
