using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Storage.Tasks;

/// <summary>Clocks that run on tasks, and the time that was given as spent.</summary>
public static class TimeStore
{
    /// <summary>Whose clock runs; null where it does not.</summary>
    public static TaskClock? ClockOf(SqlSession session, PersonId person)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.First<TaskClock?>(
            "SELECT t.uid, c.began FROM task_clock c JOIN task t ON t.id = c.task "
                + "WHERE c.person = (SELECT id FROM person WHERE uid = $person)",
            r => new TaskClock(new TaskId(r.GetUid(0)), person, r.GetMoment(1)),
            ("person", person.Value)
        );
    }

    /// <summary>The clocks that run on a task, the eldest first.</summary>
    public static List<TaskClock> ClocksOn(SqlSession session, WorkTask task)
    {
        ArgumentNullException.ThrowIfNull(session);
        ArgumentNullException.ThrowIfNull(task);
        return session.All(
            "SELECT p.uid, c.began FROM task_clock c JOIN person p ON p.id = c.person WHERE c.task = $task ORDER BY c.began",
            r => new TaskClock(task.Id, new PersonId(r.GetUid(0)), r.GetMoment(1)),
            ("task", task.Key)
        );
    }

    /// <summary>Starts a clock; whose ran before is to be stopped first.</summary>
    public static void Start(SqlSession session, TaskClock clock)
    {
        ArgumentNullException.ThrowIfNull(session);
        session.Run(
            """
            INSERT INTO task_clock (person, task, began)
            VALUES ((SELECT id FROM person WHERE uid = $person), (SELECT id FROM task WHERE uid = $task), $began)
            """,
            ("person", clock.Person.Value),
            ("task", clock.Task.Value),
            ("began", clock.Began)
        );
    }

    /// <summary>Takes a clock away.</summary>
    public static void Stop(SqlSession session, PersonId person)
    {
        ArgumentNullException.ThrowIfNull(session);
        session.Run(
            "DELETE FROM task_clock WHERE person = (SELECT id FROM person WHERE uid = $person)",
            ("person", person.Value)
        );
    }

    /// <summary>Sets down time that was spent, unless it is there already: by its id, and by the entry that says so.</summary>
    /// <returns>Whether it was not.</returns>
    public static bool Add(
        SqlSession session,
        Guid id,
        WorkTask task,
        PersonId person,
        Duration length,
        Instant at,
        EntryId? entry
    )
    {
        ArgumentNullException.ThrowIfNull(session);
        ArgumentNullException.ThrowIfNull(task);
        return session.Run(
                """
                INSERT INTO task_time (uid, task, person, minutes, at, entry)
                VALUES ($uid, $task, (SELECT id FROM person WHERE uid = $person), $minutes, $at,
                  (SELECT id FROM entry WHERE uid = $entry)) ON CONFLICT DO NOTHING
                """,
                ("uid", id),
                ("task", task.Key),
                ("person", person.Value),
                ("minutes", (long)length.TotalMinutes),
                ("at", at),
                ("entry", entry?.Value)
            ) > 0;
    }

    /// <summary>Takes time out that was set down on a task.</summary>
    /// <returns>How long it was; null where it is not there.</returns>
    public static Duration? Remove(SqlSession session, Guid id, WorkTask task)
    {
        ArgumentNullException.ThrowIfNull(session);
        ArgumentNullException.ThrowIfNull(task);
        return session.First<Duration?>(
            "DELETE FROM task_time WHERE uid = $id AND task = $task RETURNING minutes",
            r => Duration.FromMinutes(r.GetInt64(0)),
            ("id", id),
            ("task", task.Key)
        );
    }

    /// <summary>Whether an entry's time is set down already.</summary>
    public static bool HasOf(SqlSession session, long entry)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.First("SELECT 1 FROM task_time WHERE entry = $entry", r => true, ("entry", entry));
    }
}
