using System.Text.Json;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.Flow.Visits;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Storage.Flow;

/// <summary>Visits: tasks that are done at their customer's.</summary>
public static class VisitStore
{
    private const string Select = """
        SELECT t.uid, v.place, v.starts, v.ends, v.way_minutes, v.others, v.offer, v.on_way, p.uid, v.version
        FROM visit v JOIN task t ON t.id = v.task JOIN person p ON p.id = v.set_by
        """;

    /// <summary>The visit of a task; null where it is none.</summary>
    public static Visit? Of(SqlSession session, TaskId task)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.First($"{Select} WHERE t.uid = $task", Read, ("task", task.Value));
    }

    /// <summary>The visits of open tasks, in no order.</summary>
    public static List<Visit> Open(SqlSession session)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All($"{Select} WHERE t.state NOT IN ('done', 'dropped')", Read);
    }

    /// <summary>Writes a task's visit, in place of what was known of it.</summary>
    public static void Put(SqlSession session, Visit visit)
    {
        ArgumentNullException.ThrowIfNull(session);
        ArgumentNullException.ThrowIfNull(visit);
        session.Run(
            """
            INSERT INTO visit (task, place, starts, ends, way_minutes, others, offer, on_way, set_by)
            VALUES ((SELECT id FROM task WHERE uid = $task), $place, $starts, $ends, $way, $others, $offer, $onWay,
              (SELECT id FROM person WHERE uid = $by))
            ON CONFLICT (task) DO UPDATE SET place = $place, starts = $starts, ends = $ends, way_minutes = $way, others = $others,
              offer = $offer, on_way = $onWay, version = version + 1
            """,
            ("task", visit.Task.Value),
            ("place", visit.Place),
            ("starts", visit.Window.From),
            ("ends", visit.Window.Until),
            ("way", (long)visit.Way.TotalMinutes),
            ("others", JsonSerializer.Serialize(visit.Others.Select(w => new[] { Ticks(w.From), Ticks(w.Until) }))),
            ("offer", visit.Offer?.Value),
            ("onWay", visit.OnWay),
            ("by", visit.SetBy.Value)
        );
    }

    /// <summary>Takes a task's visit out.</summary>
    public static void Remove(SqlSession session, TaskId task)
    {
        ArgumentNullException.ThrowIfNull(session);
        session.Run("DELETE FROM visit WHERE task = (SELECT id FROM task WHERE uid = $task)", ("task", task.Value));
    }

    /// <summary>Somebody's ways to meetings, and when they told that they are on them.</summary>
    public static Dictionary<MeetingId, (Duration Way, Instant? OnWay)> WaysOf(SqlSession session, PersonId person)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session
            .All(
                """
                SELECT m.uid, w.minutes, w.on_way FROM meeting_way w JOIN meeting m ON m.id = w.meeting
                WHERE w.person = (SELECT id FROM person WHERE uid = $person)
                """,
                r =>
                    (
                        Id: new MeetingId(r.GetUid(0)),
                        Way: Duration.FromMinutes(r.GetInt64(1)),
                        OnWay: r.GetMomentOrNull(2)
                    ),
                ("person", person.Value)
            )
            .ToDictionary(w => w.Id, w => (w.Way, w.OnWay));
    }

    /// <summary>When people are on their ways to meetings that are to come.</summary>
    public static List<(PersonId Person, Instant From, Instant Until)> OnWays(SqlSession session, Instant now)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            """
            SELECT p.uid, w.minutes, m.starts FROM meeting_way w JOIN meeting m ON m.id = w.meeting
              JOIN person p ON p.id = w.person
              JOIN meeting_person x ON x.meeting = m.id AND x.person = p.id AND x.answer <> 'not-coming'
            WHERE m.starts > $now AND m.called_off = 0 AND w.minutes > 0
            """,
            r => (new PersonId(r.GetUid(0)), r.GetMoment(2) - Duration.FromMinutes(r.GetInt64(1)), r.GetMoment(2)),
            ("now", now)
        );
    }

    /// <summary>Sets how long somebody's way to a meeting is, and when they told that they are on it.</summary>
    public static void SetWay(SqlSession session, MeetingId meeting, PersonId person, Duration way, Instant? onWay)
    {
        ArgumentNullException.ThrowIfNull(session);
        session.Run(
            """
            INSERT INTO meeting_way (meeting, person, minutes, on_way)
            VALUES ((SELECT id FROM meeting WHERE uid = $meeting), (SELECT id FROM person WHERE uid = $person), $minutes, $onWay)
            ON CONFLICT (meeting, person) DO UPDATE SET minutes = $minutes, on_way = $onWay
            """,
            ("meeting", meeting.Value),
            ("person", person.Value),
            ("minutes", (long)way.TotalMinutes),
            ("onWay", onWay)
        );
    }

    private static long Ticks(Instant moment) => moment.ToUnixTimeTicks();

    private static Visit Read(SqliteDataReader r) =>
        new(
            new TaskId(r.GetUid(0)),
            r.GetString(1),
            new(r.GetMoment(2), r.GetMoment(3)),
            Duration.FromMinutes(r.GetInt64(4)),
            new PersonId(r.GetUid(8)),
            r.GetInt32(9)
        )
        {
            Others =
            [
                .. JsonSerializer
                    .Deserialize<long[][]>(r.GetString(5))!
                    .Select(w => new VisitWindow(Instant.FromUnixTimeTicks(w[0]), Instant.FromUnixTimeTicks(w[1]))),
            ],
            Offer = r.GetUidOrNull(6) is { } offer ? new EntryId(offer) : null,
            OnWay = r.GetMomentOrNull(7),
        };
}
