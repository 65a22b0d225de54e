using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Flow;

/// <summary>What tasks took that are done.</summary>
public static class TookStore
{
    /// <summary>
    /// Tasks that are done and of which is known how long they took, the last first. Private ones and those of limited dockets teach
    /// nothing: what is learned is shown to everybody.
    /// </summary>
    /// <param name="session">Where to read.</param>
    /// <param name="most">How many at the most.</param>
    public static List<Took> Last(SqlSession session, int most)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            $"""
            SELECT t.title, k.uid, t.estimate_minutes, t.spent_minutes,
              (SELECT group_concat(hex(p.uid)) FROM task_owner o JOIN person p ON p.id = o.person WHERE o.task = t.id),
              (SELECT group_concat(DISTINCT hex(k.uid)) FROM task_owner o JOIN crew k ON k.id = o.crew
                OR k.id IN (SELECT crew FROM crew_member WHERE person = o.person) WHERE o.task = t.id)
            FROM task t
              LEFT JOIN docket d ON d.id = t.docket LEFT JOIN kind k ON k.id = d.kind
            WHERE t.state = 'done' AND t.spent_minutes > 0 AND t.private = 0 AND coalesce(d.limited, 0) = 0
            ORDER BY t.finished DESC LIMIT {most}
            """,
            r => new Took(
                r.GetString(0),
                r.GetUidOrNull(1) is { } kind ? new KindId(kind) : null,
                r.GetIntOrNull(2) is { } minutes ? Duration.FromMinutes(minutes) : null,
                Duration.FromMinutes(r.GetInt64(3))
            )
            {
                By = [.. Ids(r.GetTextOrNull(4)).Select(id => new PersonId(id))],
                Crews = [.. Ids(r.GetTextOrNull(5)).Select(id => new CrewId(id))],
            }
        );
    }

    private static IEnumerable<Guid> Ids(string? joined) =>
        joined is null ? [] : joined.Split(',').Select(hex => new Guid(Convert.FromHexString(hex), bigEndian: true));
}
