using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Storage.Tasks;

/// <summary>What was changed of tasks and when, and the last word said about one.</summary>
public static class TaskHistoryStore
{
    /// <summary>Writes what was changed of a task, in words.</summary>
    /// <param name="version">The version of the task that the change made.</param>
    public static void Remember(
        SqlSession session,
        long task,
        int version,
        PersonId? by,
        Instant at,
        string what,
        string before,
        string after
    ) =>
        session.Run(
            "INSERT INTO task_history (task, version, made_by, at, what, before, after) VALUES ($task, $version, "
                + "(SELECT id FROM person WHERE uid = $by), $at, $what, $before, $after)",
            ("task", task),
            ("version", version),
            ("by", by?.Value),
            ("at", at),
            ("what", what),
            ("before", before),
            ("after", after)
        );

    /// <summary>What was changed of a task, the newest first.</summary>
    public static List<(PersonId? By, Instant At, string What, string Before, string After)> History(
        SqlSession session,
        long task,
        int most
    ) =>
        session.All(
            $"SELECT p.uid, h.at, h.what, h.before, h.after FROM task_history h LEFT JOIN person p ON p.id = "
                + $"h.made_by WHERE h.task = $task ORDER BY h.id DESC LIMIT {most}",
            r =>
                (
                    r.GetUidOrNull(0) is { } by ? new PersonId(by) : (PersonId?)null,
                    r.GetMoment(1),
                    r.GetString(2),
                    r.GetString(3),
                    r.GetString(4)
                ),
            ("task", task)
        );

    /// <summary>The fields that were changed since a version of a task, each with what it is now.</summary>
    public static List<FieldChange> Since(SqlSession session, long task, int version) =>
        session.All(
            "SELECT h.what, h.after FROM task_history h WHERE h.task = $task AND h.id IN (SELECT max(id) FROM "
                + "task_history WHERE task = $task AND version > $version GROUP BY what) ORDER BY h.id",
            r => new FieldChange(r.GetString(0), r.GetString(1)),
            ("task", task),
            ("version", version)
        );

    /// <summary>When something was last changed of a task; null when nothing was since it was made.</summary>
    public static Instant? LastChange(SqlSession session, long task) =>
        session.First<Instant?>(
            "SELECT max(at) FROM task_history WHERE task = $task",
            r => r.GetMomentOrNull(0),
            ("task", task)
        );

    /// <summary>When something was last said about a task; null for never.</summary>
    public static Instant? LastWord(SqlSession session, long task) =>
        session.First<Instant?>(
            "SELECT max(e.at) FROM entry e JOIN conversation c ON c.id = e.conversation WHERE c.task = $task",
            r => r.GetMomentOrNull(0),
            ("task", task)
        );
}
