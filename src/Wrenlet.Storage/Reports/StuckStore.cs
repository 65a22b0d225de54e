using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Reports;

/// <summary>Work that goes on by itself and failed.</summary>
/// <param name="Kind">What sort of work it is, in words.</param>
/// <param name="Item">Which one: together with the kind it names one piece of work.</param>
/// <param name="About">What it is about, in words.</param>
/// <param name="Owner">Whose it is; null for nobody's in particular.</param>
/// <param name="Reason">Why it failed last.</param>
/// <param name="Tries">How often it failed.</param>
/// <param name="First">When it failed first, in machine time.</param>
/// <param name="Last">When it failed last, in machine time.</param>
/// <param name="Next">When it is tried again, in machine time; null when only a person tries it again.</param>
public sealed record StuckWork(
    Guid Id,
    string Kind,
    string Item,
    string About,
    PersonId? Owner,
    string Reason,
    int Tries,
    Instant First,
    Instant Last,
    Instant? Next
);

/// <summary>Keeps which work is stuck, so that it is known over restarts.</summary>
public static class StuckStore
{
    private const string Select =
        "SELECT s.uid, s.kind, s.item, s.about, p.uid, s.reason, s.tries, s.first, s.last, s.next FROM stuck_work s "
        + "LEFT JOIN person p ON p.id = s.owner";

    /// <summary>Keeps how a piece of work stands; it replaces what was kept of it.</summary>
    public static void Put(SqlSession session, StuckWork work) =>
        session.Run(
            """
            INSERT INTO stuck_work (uid, kind, item, about, owner, reason, tries, first, last, next)
            VALUES ($uid, $kind, $item, $about, (SELECT id FROM person WHERE uid = $owner), $reason, $tries, $first,
              $last, $next)
            ON CONFLICT (kind, item) DO UPDATE SET about = excluded.about, owner = excluded.owner,
              reason = excluded.reason, tries = excluded.tries, last = excluded.last, next = excluded.next
            """,
            ("uid", work.Id),
            ("kind", work.Kind),
            ("item", work.Item),
            ("about", work.About),
            ("owner", work.Owner?.Value),
            ("reason", work.Reason),
            ("tries", work.Tries),
            ("first", work.First),
            ("last", work.Last),
            ("next", work.Next)
        );

    /// <summary>Forgets a piece of work that was done after all.</summary>
    public static void Remove(SqlSession session, string kind, string item) =>
        session.Run("DELETE FROM stuck_work WHERE kind = $kind AND item = $item", ("kind", kind), ("item", item));

    /// <summary>One that is stuck; null when it is not any more.</summary>
    public static StuckWork? Find(SqlSession session, Guid id) =>
        session.First($"{Select} WHERE s.uid = $uid", Row, ("uid", id));

    /// <summary>All that is stuck, what failed last first.</summary>
    public static long Count(SqlSession session)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.Number("SELECT count(*) FROM stuck_work") ?? 0;
    }

    /// <summary>Pieces of work that failed.</summary>
    public static List<StuckWork> All(SqlSession session, int most) =>
        session.All($"{Select} ORDER BY s.last DESC LIMIT {most}", Row);

    private static StuckWork Row(SqliteDataReader r) =>
        new(
            r.GetUid(0),
            r.GetString(1),
            r.GetString(2),
            r.GetString(3),
            r.GetUidOrNull(4) is { } owner ? new PersonId(owner) : null,
            r.GetString(5),
            r.GetInt32(6),
            r.GetMoment(7),
            r.GetMoment(8),
            r.GetMomentOrNull(9)
        );
}
