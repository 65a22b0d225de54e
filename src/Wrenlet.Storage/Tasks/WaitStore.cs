using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Storage.Tasks;

/// <summary>What tasks wait for that comes from elsewhere.</summary>
public static class WaitStore
{
    private const string Select = """
        SELECT w.uid, t.uid, w.what, w.told_by, p.uid, w.since, w.first_said, w.expected, w.stands, w.came, w.reminded
        FROM task_wait w JOIN task t ON t.id = w.task JOIN person p ON p.id = w.set_by
        """;

    /// <summary>Those of a task, by when they are to come, what has come last.</summary>
    /// <param name="session">Where to read.</param>
    /// <param name="task">The task's key.</param>
    /// <param name="open">Whether only those are wanted that have not come.</param>
    public static List<DatedWait> Of(SqlSession session, long task, bool open = false)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            $"{Select} WHERE w.task = $task{(open ? " AND w.came IS NULL" : "")} ORDER BY w.came, w.expected, w.id",
            Read,
            ("task", task)
        );
    }

    /// <summary>One of them; null where there is none.</summary>
    public static DatedWait? Find(SqlSession session, Guid id)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.First($"{Select} WHERE w.uid = $id", Read, ("id", id));
    }

    /// <summary>Those of open tasks that have not come.</summary>
    /// <param name="session">Where to read.</param>
    /// <param name="by">Only those that were to come by then; null for all.</param>
    public static List<DatedWait> Open(SqlSession session, Instant? by = null)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            $"{Select} WHERE w.came IS NULL AND ($by IS NULL OR w.expected <= $by) AND t.state NOT IN ('done', 'dropped') ORDER BY w.id",
            Read,
            ("by", by)
        );
    }

    /// <summary>Writes one, in place of what was known of it.</summary>
    public static void Put(SqlSession session, DatedWait wait)
    {
        ArgumentNullException.ThrowIfNull(session);
        ArgumentNullException.ThrowIfNull(wait);
        session.Run(
            """
            INSERT INTO task_wait (uid, task, what, told_by, set_by, since, first_said, expected, stands, came, reminded)
            VALUES ($uid, (SELECT id FROM task WHERE uid = $task), $what, $toldBy, (SELECT id FROM person WHERE uid = $by), $since,
              $first, $expected, $stands, $came, $reminded)
            ON CONFLICT (uid) DO UPDATE SET what = $what, told_by = $toldBy, expected = $expected, stands = $stands, came = $came,
              reminded = $reminded
            """,
            ("uid", wait.Id),
            ("task", wait.Task.Value),
            ("what", wait.What),
            ("toldBy", wait.ToldBy),
            ("by", wait.SetBy.Value),
            ("since", wait.Since),
            ("first", wait.FirstSaid),
            ("expected", wait.Expected),
            ("stands", wait.Stands),
            ("came", wait.Came),
            ("reminded", wait.Reminded)
        );
    }

    /// <summary>Takes one out.</summary>
    public static void Remove(SqlSession session, Guid id)
    {
        ArgumentNullException.ThrowIfNull(session);
        session.Run("DELETE FROM task_wait WHERE uid = $id", ("id", id));
    }

    private static DatedWait Read(SqliteDataReader r) =>
        new(
            r.GetUid(0),
            new TaskId(r.GetUid(1)),
            r.GetString(2),
            r.GetTextOrNull(3),
            new PersonId(r.GetUid(4)),
            r.GetMoment(5),
            r.GetMoment(6),
            r.GetMoment(7)
        )
        {
            Stands = r.GetMoment(8),
            Came = r.GetMomentOrNull(9),
            Reminded = r.GetMomentOrNull(10),
        };
}
