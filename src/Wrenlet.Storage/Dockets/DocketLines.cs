using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Dockets;

/// <summary>What is read of all dockets at once, each in one pass: for the table of dockets.</summary>
public static class DocketLines
{
    /// <summary>All dockets that are open, or closed, the newest first.</summary>
    public static List<Docket> All(SqlSession session, bool open) =>
        DocketStore.Page(session, open, before: null, int.MaxValue);

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
