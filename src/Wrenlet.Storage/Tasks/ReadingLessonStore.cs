using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words.Learning;

namespace Wrenlet.Storage.Tasks;

/// <summary>What somebody made of an entry that was read otherwise, or said of it.</summary>
/// <param name="Id">The task's that was made; one of its own where a draft was turned down.</param>
/// <param name="Entry">The entry.</param>
/// <param name="By">Who taught it.</param>
/// <param name="At">When.</param>
/// <param name="TurnedDown">Whether the task is none: it was read, and nothing is asked for.</param>
/// <param name="Task">The task that was made, or read and turned down.</param>
/// <param name="Read">What was read, on a line; empty where nothing was.</param>
/// <param name="Differs">The fields that were made otherwise; none where it was turned down.</param>
public sealed record ReadingLesson(
    Guid Id,
    EntryId Entry,
    PersonId By,
    Instant At,
    bool TurnedDown,
    LabelledTask Task,
    string Read,
    ImmutableArray<string> Differs
);

/// <summary>What people teach the reader of messages.</summary>
public static class ReadingLessonStore
{
    private const string Select =
        "SELECT l.uid, e.uid, p.uid, l.at, l.turned_down, l.title, l.owners, l.due, l.start, l.priority, l.repeats, l.was_read, "
        + "l.differs FROM reading_lesson l JOIN entry e ON e.id = l.entry JOIN person p ON p.id = l.taught_by";

    /// <summary>Adds a lesson; one with the same id is one lesson.</summary>
    /// <param name="session">Where to write.</param>
    /// <param name="lesson">The lesson.</param>
    /// <returns>Whether it is new.</returns>
    public static bool Add(SqlSession session, ReadingLesson lesson)
    {
        ArgumentNullException.ThrowIfNull(session);
        ArgumentNullException.ThrowIfNull(lesson);
        return session.Run(
                """
                INSERT INTO reading_lesson (uid, entry, taught_by, at, turned_down, title, owners, due, start, priority, repeats,
                  was_read, differs)
                VALUES ($uid, (SELECT id FROM entry WHERE uid = $entry), (SELECT id FROM person WHERE uid = $by), $at, $down, $title,
                  $owners, $due, $start, $priority, $repeats, $read, $differs) ON CONFLICT DO NOTHING
                """,
                ("uid", lesson.Id),
                ("entry", lesson.Entry.Value),
                ("by", lesson.By.Value),
                ("at", lesson.At),
                ("down", lesson.TurnedDown),
                ("title", lesson.Task.Title),
                ("owners", JsonSerializer.Serialize(lesson.Task.Owners.Select(Written))),
                ("due", lesson.Task.Due),
                ("start", lesson.Task.Start),
                ("priority", StoredWords.Priorities.Of(lesson.Task.Priority)),
                ("repeats", lesson.Task.Repeats),
                ("read", lesson.Read),
                ("differs", string.Join(' ', lesson.Differs))
            ) > 0;
    }

    /// <summary>The newest lessons, in the order of time.</summary>
    /// <param name="session">Where to read.</param>
    /// <param name="most">Most of them.</param>
    public static List<ReadingLesson> Newest(SqlSession session, int most)
    {
        ArgumentNullException.ThrowIfNull(session);
        var lessons = session.All($"{Select} ORDER BY l.id DESC LIMIT {most}", Row);
        lessons.Reverse();
        return lessons;
    }

    /// <summary>The draft of an entry that was turned down already; null where it was not.</summary>
    /// <param name="session">Where to read.</param>
    /// <param name="entry">The entry.</param>
    /// <param name="title">The draft's title.</param>
    public static ReadingLesson? TurnedDown(SqlSession session, EntryId entry, string title)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.First(
            $"{Select} WHERE e.uid = $entry AND l.turned_down = 1 AND l.title = $title",
            Row,
            ("entry", entry.Value),
            ("title", title)
        );
    }

    /// <summary>Removes a lesson.</summary>
    /// <param name="session">Where to write.</param>
    /// <param name="id">Which.</param>
    /// <returns>Whether there was one.</returns>
    public static bool Remove(SqlSession session, Guid id)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.Run("DELETE FROM reading_lesson WHERE uid = $uid", ("uid", id)) > 0;
    }

    /// <summary>Removes all lessons.</summary>
    /// <param name="session">Where to write.</param>
    /// <returns>How many there were.</returns>
    public static int RemoveAll(SqlSession session)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.Run("DELETE FROM reading_lesson");
    }

    /// <summary>Removes the lessons of an entry.</summary>
    /// <param name="session">Where to write.</param>
    /// <param name="entry">Its key.</param>
    /// <returns>How many there were.</returns>
    public static int Forget(SqlSession session, long entry)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.Run("DELETE FROM reading_lesson WHERE entry = $entry", ("entry", entry));
    }

    private static string[] Written(TaskOwner owner) =>
        owner switch
        {
            TaskOwner.OfPerson p => ["person", p.Person.Value.ToString("N")],
            TaskOwner.OfCrew c => ["crew", c.Crew.Value.ToString("N")],
            _ => throw new InvalidOperationException("Unknown kind of owner."),
        };

    private static ReadingLesson Row(SqliteDataReader r) =>
        new(
            r.GetUid(0),
            new EntryId(r.GetUid(1)),
            new PersonId(r.GetUid(2)),
            r.GetMoment(3),
            r.GetBoolean(4),
            new LabelledTask(
                r.GetString(5),
                [
                    .. JsonSerializer
                        .Deserialize<string[][]>(r.GetString(6))!
                        .Select(o =>
                            o[0] == "person"
                                ? (TaskOwner)new TaskOwner.OfPerson(new PersonId(Guid.ParseExact(o[1], "N")))
                                : new TaskOwner.OfCrew(new CrewId(Guid.ParseExact(o[1], "N")))
                        ),
                ],
                r.GetMomentOrNull(7),
                r.GetMomentOrNull(8),
                StoredWords.Priorities.Read(r.GetString(9)),
                r.GetTextOrNull(10)
            ),
            r.GetString(11),
            [.. r.GetString(12).Split(' ', StringSplitOptions.RemoveEmptyEntries)]
        );
}
