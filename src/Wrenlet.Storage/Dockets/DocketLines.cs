using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Dockets;

/// <summary>A docket as its line in the table needs it.</summary>
public readonly record struct PlainDocket(
    long Key,
    string Ref,
    string Subject,
    string Site,
    PersonId? Owner,
    KindId Kind,
    StageId Stage,
    Priority Priority,
    DocketSight Sight
);

/// <summary>What is read of all dockets at once, each in one pass: for the table of dockets.</summary>
public static class DocketLines
{
    /// <summary>All dockets that are open, or closed, the newest first.</summary>
    public static List<PlainDocket> All(SqlSession session, bool open)
    {
        // Keys instead of identities, and each looked up once: thousands are read for each look at the table.
        var kinds = Ids(session, "SELECT id, uid FROM kind", id => new KindId(id));
        var stages = Ids(session, "SELECT id, uid FROM stage", id => new StageId(id));
        var people = Ids(session, "SELECT id, uid FROM person WHERE role IS NOT NULL", id => new PersonId(id));
        return session.All(
            """
            SELECT id, ref, subject, site, owner, kind, stage, priority, limited FROM docket
            WHERE state = $state ORDER BY id DESC
            """,
            r => new PlainDocket(
                r.GetInt64(0),
                r.GetString(1),
                r.GetString(2),
                r.GetString(3),
                r.GetKeyOrNull(4) is { } owner && people.TryGetValue(owner, out var person) ? person : null,
                kinds[r.GetInt64(5)],
                stages[r.GetInt64(6)],
                StoredWords.Priorities.Read(r.GetString(7)),
                r.GetBoolean(8) ? DocketStore.SightOf(session, r.GetInt64(0)) : DocketSight.Open
            ),
            ("state", open ? "open" : "closed")
        );
    }

    private static Dictionary<long, T> Ids<T>(SqlSession session, string sql, Func<Guid, T> id) =>
        session.All(sql, r => (Key: r.GetInt64(0), Id: id(r.GetUid(1)))).ToDictionary(x => x.Key, x => x.Id);

    /// <summary>The party that each docket is talked about with, by the docket's key: the one that was first.</summary>
    public static Dictionary<long, PartyId> Parties(SqlSession session) =>
        session
            .All(
                """
                SELECT c.docket, y.uid FROM conversation c JOIN party y ON y.id = c.party
                WHERE c.docket IS NOT NULL AND c.audience = 'outside' ORDER BY c.id DESC
                """,
                r => (r.GetInt64(0), new PartyId(r.GetUid(1)))
            )
            .Aggregate(
                new Dictionary<long, PartyId>(),
                (all, x) =>
                {
                    all[x.Item1] = x.Item2;
                    return all;
                }
            );

    /// <summary>When something was last said in each docket, by its key.</summary>
    public static Dictionary<long, Instant> LastSaid(SqlSession session) =>
        session
            .All(
                """
                SELECT c.docket, max(e.at) FROM conversation c JOIN entry e ON e.id = c.last_entry
                WHERE c.docket IS NOT NULL GROUP BY c.docket
                """,
                r => (r.GetInt64(0), r.GetMoment(1))
            )
            .ToDictionary(x => x.Item1, x => x.Item2);

    /// <summary>When the next task of each docket is due, by its key; what has no date is not there.</summary>
    public static Dictionary<long, Instant> NextDue(SqlSession session) =>
        session
            .All(
                """
                SELECT docket, min(due) FROM task
                WHERE docket IS NOT NULL AND due IS NOT NULL AND state NOT IN ('done', 'dropped') GROUP BY docket
                """,
                r => (r.GetInt64(0), r.GetMoment(1))
            )
            .ToDictionary(x => x.Item1, x => x.Item2);

    /// <summary>Keys of the dockets whose subject, site or fields fit a full-text query.</summary>
    public static HashSet<long> Matching(SqlSession session, string match) =>
        [
            .. session.All(
                "SELECT rowid FROM docket_search WHERE docket_search MATCH $match",
                r => r.GetInt64(0),
                ("match", match)
            ),
        ];
}
