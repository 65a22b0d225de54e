using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Flow;

/// <summary>Waits that are over, to learn from. Limited dockets and private tasks teach nothing: what is learned is shown to
/// everybody.</summary>
public static class WaitedStore
{
    /// <summary>What came from elsewhere, the last first; by who had said when it comes.</summary>
    /// <param name="session">Where to read.</param>
    /// <param name="most">How many at the most.</param>
    public static List<Waited> Arrivals(SqlSession session, int most)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            $"""
            SELECT w.told_by, w.since, w.first_said, w.came FROM task_wait w JOIN task t ON t.id = w.task
              LEFT JOIN docket d ON d.id = t.docket
            WHERE w.came IS NOT NULL AND t.private = 0 AND coalesce(d.limited, 0) = 0 ORDER BY w.came DESC LIMIT {most}
            """,
            Read
        );
    }

    /// <summary>Asks in dockets that were answered, the last first; by the party or the one person that was asked.</summary>
    /// <param name="session">Where to read.</param>
    /// <param name="most">How many at the most.</param>
    public static List<Waited> Answers(SqlSession session, int most)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            $"""
            SELECT (SELECT hex(uid) FROM party WHERE id = c.party),
              a.at, a.due, max(s.at), (SELECT iif(count(*) = 1, hex(p.uid), NULL) FROM ask_person x JOIN person p ON p.id = x.person
                WHERE x.ask = a.id)
            FROM ask a JOIN ask_step s ON s.ask = a.id AND s.kind = 'answered' JOIN entry e ON e.id = a.entry
              JOIN conversation c ON c.id = e.conversation JOIN docket d ON d.id = c.docket
            WHERE a.over = 1 AND d.limited = 0 GROUP BY a.id ORDER BY a.id DESC LIMIT {most}
            """,
            r => Read(r) with { For = r.GetTextOrNull(0) ?? r.GetTextOrNull(4) }
        );
    }

    /// <summary>What those are called here whose answer is waited for; null where it is not one party or person alone.</summary>
    /// <param name="party">The party of the conversation that it is asked in; null for none.</param>
    /// <param name="people">Whom it waits for.</param>
    public static string? NameOf(PartyId? party, IReadOnlyList<PersonId> people)
    {
        ArgumentNullException.ThrowIfNull(people);
        return party is { } one ? Hex(one.Value)
            : people is [var person] ? Hex(person.Value)
            : null;
    }

    private static string Hex(Guid id) => Convert.ToHexString(id.ToByteArray(bigEndian: true));

    private static Waited Read(SqliteDataReader r)
    {
        var since = r.GetMoment(1);
        return new(
            r.GetTextOrNull(0),
            r.GetMomentOrNull(2) is { } said && said > since ? said - since : null,
            r.GetMoment(3) - since
        );
    }
}
