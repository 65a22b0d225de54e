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
        "d.id, d.uid, d.kind, d.number, d.subject, d.site, o.uid, d.stage, d.priority, d.state, d.limited";
    private const string From = "FROM docket d LEFT JOIN person o ON o.id = d.owner";

    public static void Add(SqlSession session, Docket docket, Instant made)
    {
        session.Run(
            """
            INSERT INTO docket (uid, kind, number, subject, site, owner, stage, priority, state, limited, made)
            VALUES ($uid, $kind, $number, $subject, $site, (SELECT id FROM person WHERE uid = $owner), $stage,
              $priority, $state, $limited, $made)
            """,
            ("uid", docket.Id.Value),
            ("kind", StoredWords.DocketKinds.Of(docket.Ref.Kind)),
            ("number", docket.Ref.Number),
            ("subject", docket.Subject),
            ("site", docket.Site),
            ("owner", docket.Owner?.Value),
            ("stage", docket.Stage),
            ("priority", StoredWords.Priorities.Of(docket.Priority)),
            ("state", docket.Open ? "open" : "closed"),
            ("limited", docket.Sight.Limited),
            ("made", made)
        );
        AddSight(session, docket.Id, docket.Sight);
        Index(session, docket.Id);
    }

    private static void Index(SqlSession session, DocketId docket)
    {
        session.Run(
            "DELETE FROM docket_search WHERE rowid = (SELECT id FROM docket WHERE uid = $uid)",
            ("uid", docket.Value)
        );
        session.Run(
            "INSERT INTO docket_search (rowid, words) SELECT id, subject || ' ' || site FROM docket WHERE uid = $uid",
            ("uid", docket.Value)
        );
    }

    /// <summary>The next free number of a kind.</summary>
    public static DocketRef NextRef(SqlSession session, DocketKind kind) =>
        new(
            kind,
            (int)(
                session.Number(
                    "SELECT max(number) FROM docket WHERE kind = $kind",
                    ("kind", StoredWords.DocketKinds.Of(kind))
                ) ?? 0
            ) + 1
        );

    public static void AddMilestone(SqlSession session, DocketId docket, Milestone milestone) =>
        session.Run(
            "INSERT INTO milestone (docket, name, at) SELECT id, $name, $at FROM docket WHERE uid = $docket",
            ("name", milestone.Name),
            ("at", milestone.At),
            ("docket", docket.Value)
        );

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

    /// <summary>Writes the named moments of a docket in place of those that it had.</summary>
    public static void SetMilestones(SqlSession session, DocketId docket, IEnumerable<Milestone> milestones)
    {
        ArgumentNullException.ThrowIfNull(milestones);
        session.Run(
            "DELETE FROM milestone WHERE docket = (SELECT id FROM docket WHERE uid = $uid)",
            ("uid", docket.Value)
        );
        foreach (var milestone in milestones)
            AddMilestone(session, docket, milestone);
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

    public static void SetStage(SqlSession session, DocketId docket, int stage, bool open) =>
        session.Run(
            "UPDATE docket SET stage = $stage, state = $state WHERE uid = $uid",
            ("stage", stage),
            ("state", open ? "open" : "closed"),
            ("uid", docket.Value)
        );

    public static Docket? Find(SqlSession session, DocketRef reference) =>
        session.First(
            $"SELECT {Columns} {From} WHERE d.kind = $kind AND d.number = $number",
            r => Row(session, r, 0),
            ("kind", StoredWords.DocketKinds.Of(reference.Kind)),
            ("number", reference.Number)
        );

    public static Docket? Find(SqlSession session, DocketId id) =>
        session.First($"SELECT {Columns} {From} WHERE d.uid = $uid", r => Row(session, r, 0), ("uid", id.Value));

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
        const string ByReference = @"upper(substr(d.kind, 1, 1)) || '-' || d.number LIKE $start ESCAPE '\'";
        var start = ("start", (object?)(Like(typed) + "%"));
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

    public static ImmutableArray<Milestone> Milestones(SqlSession session, DocketId docket) =>
        [
            .. session.All(
                "SELECT m.name, m.at FROM milestone m JOIN docket d ON d.id = m.docket WHERE d.uid = $uid ORDER BY m.at",
                r => new Milestone(r.GetString(0), r.GetMoment(1)),
                ("uid", docket.Value)
            ),
        ];

    /// <summary>Who sees a docket, by its key.</summary>
    internal static DocketSight SightOfKey(SqlSession session, long docket) =>
        session.Number("SELECT 1 FROM docket WHERE id = $docket AND limited = 1", ("docket", docket)) is null
            ? DocketSight.Open
            : SightOf(session, docket);

    /// <summary>Who is listed to see a limited docket, by its key.</summary>
    internal static DocketSight SightOf(SqlSession session, long docket) =>
        DocketSight.Only(
            session.All(
                "SELECT p.uid FROM docket_sight_person s JOIN person p ON p.id = s.person WHERE s.docket = $docket",
                r => new PersonId(r.GetUid(0)),
                ("docket", docket)
            ),
            session.All(
                "SELECT c.uid FROM docket_sight_crew s JOIN crew c ON c.id = s.crew WHERE s.docket = $docket",
                r => new CrewId(r.GetUid(0)),
                ("docket", docket)
            )
        );

    internal static string Like(string words) =>
        words
            .Replace("\\", "\\\\", StringComparison.Ordinal)
            .Replace("%", "\\%", StringComparison.Ordinal)
            .Replace("_", "\\_", StringComparison.Ordinal);

    private static Docket Row(SqlSession session, SqliteDataReader r, int at) =>
        new(
            r.GetInt64(at),
            new DocketId(r.GetUid(at + 1)),
            new DocketRef(StoredWords.DocketKinds.Read(r.GetString(at + 2)), r.GetInt32(at + 3)),
            r.GetString(at + 4),
            r.GetString(at + 5),
            r.GetUidOrNull(at + 6) is { } owner ? new PersonId(owner) : null,
            r.GetInt32(at + 7),
            StoredWords.Priorities.Read(r.GetString(at + 8)),
            r.GetString(at + 9) == "open",
            r.GetBoolean(at + 10) ? SightOf(session, r.GetInt64(at)) : DocketSight.Open
        );
}
