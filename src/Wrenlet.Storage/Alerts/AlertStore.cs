using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Storage.Alerts;

/// <summary>An alert as its person sees it.</summary>
/// <param name="By">Who caused it; null when nobody of ours did.</param>
/// <param name="Words">The first words of what it is about.</param>
/// <param name="Read">When it was marked read; null while unread.</param>
public sealed record StoredAlert(
    long Key, Guid Id, AlertReason Reason, PersonId? By, Instant At, ConversationId? Conversation, DocketRef? Docket, string? Subject, EntryId? Entry, TaskId? Task, string Words, Instant? Read);

/// <summary>What each person has been told.</summary>
public static class AlertStore
{
    private const string Select = """
        SELECT a.id, a.uid, a.reason, b.uid, a.at, c.uid, coalesce(d.kind, td.kind), coalesce(d.number, td.number), coalesce(d.subject, td.subject), e.uid, t.uid, a.words, a.read
        FROM alert a LEFT JOIN person b ON b.id = a.made_by LEFT JOIN conversation c ON c.id = a.conversation LEFT JOIN docket d ON d.id = c.docket
          LEFT JOIN entry e ON e.id = a.entry LEFT JOIN task t ON t.id = a.task LEFT JOIN docket td ON td.id = t.docket
        """;

    public static void Add(SqlSession session, Guid id, Alert alert, PersonId? by, Instant at, ConversationId? conversation, EntryId? entry, TaskId? task, string words) =>
        session.Run(
            """
            INSERT INTO alert (uid, person, reason, made_by, at, conversation, entry, task, words)
            VALUES ($uid, (SELECT id FROM person WHERE uid = $person), $reason, (SELECT id FROM person WHERE uid = $by), $at, (SELECT id FROM conversation WHERE uid = $conversation),
              (SELECT id FROM entry WHERE uid = $entry), (SELECT id FROM task WHERE uid = $task), $words)
            """,
            ("uid", id), ("person", alert.Person.Value), ("reason", Storage.Words.Reasons.Of(alert.Reason)), ("by", by?.Value), ("at", at),
            ("conversation", conversation?.Value), ("entry", entry?.Value), ("task", task?.Value), ("words", words));

    public static List<StoredAlert> Page(SqlSession session, PersonId person, long before, int most) =>
        session.All(
            $"{Select} WHERE a.person = (SELECT id FROM person WHERE uid = $person) AND a.id < $before ORDER BY a.id DESC LIMIT $most",
            Row, ("person", person.Value), ("before", before), ("most", most));

    public static StoredAlert? Find(SqlSession session, PersonId person, Guid id) =>
        session.First($"{Select} WHERE a.uid = $uid AND a.person = (SELECT id FROM person WHERE uid = $person)", Row, ("uid", id), ("person", person.Value));

    public static int Unread(SqlSession session, PersonId person) =>
        (int)session.Number("SELECT count(*) FROM alert WHERE person = (SELECT id FROM person WHERE uid = $person) AND read IS NULL", ("person", person.Value))!.Value;

    /// <summary>Marks one alert, or all of a person's, read or unread.</summary>
    /// <returns>How many were changed.</returns>
    public static int Mark(SqlSession session, PersonId person, Guid? id, Instant? read) =>
        session.Run(
            "UPDATE alert SET read = $read WHERE person = (SELECT id FROM person WHERE uid = $person) AND ($uid IS NULL OR uid = $uid) AND (read IS NULL) <> ($read IS NULL)",
            ("read", read), ("person", person.Value), ("uid", id));

    private static StoredAlert Row(SqliteDataReader r) => new(
        r.GetInt64(0), r.GetUid(1), Storage.Words.Reasons.Read(r.GetString(2)), r.GetUidOrNull(3) is { } by ? new PersonId(by) : null, r.GetMoment(4),
        r.GetUidOrNull(5) is { } conversation ? new ConversationId(conversation) : null,
        r.IsDBNull(6) ? null : new DocketRef(Storage.Words.DocketKinds.Read(r.GetString(6)), r.GetInt32(7)), r.GetTextOrNull(8),
        r.GetUidOrNull(9) is { } entry ? new EntryId(entry) : null, r.GetUidOrNull(10) is { } task ? new TaskId(task) : null, r.GetString(11), r.GetMomentOrNull(12));
}
