using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Conversations;

/// <summary>A message to many.</summary>
/// <param name="Id">Identity, given by the client.</param>
/// <param name="Words">As they were written, before their fields were filled.</param>
public sealed record Circular(Guid Id, PersonId Author, Instant At, string Words);

/// <summary>Messages that leave later, and messages to many.</summary>
public static class LaterStore
{
    private const string Select = """
        SELECT l.uid, c.uid, a.uid, l.at, l.leaves, l.said, l.knowing, l.held, (SELECT x.uid FROM circular x WHERE x.id = l.circular)
        FROM later_message l JOIN conversation c ON c.id = l.conversation JOIN person a ON a.id = l.author
        """;

    /// <summary>Keeps a message, or what has become of it.</summary>
    public static void Keep(SqlSession session, LaterMessage message)
    {
        ArgumentNullException.ThrowIfNull(session);
        ArgumentNullException.ThrowIfNull(message);
        session.Run(
            """
            INSERT INTO later_message (uid, conversation, author, at, leaves, said, knowing, held, circular)
            VALUES ($uid, (SELECT id FROM conversation WHERE uid = $conversation),
              (SELECT id FROM person WHERE uid = $author), $at, $leaves, $said, $knowing, $held,
              (SELECT id FROM circular WHERE uid = $circular))
            ON CONFLICT (uid) DO UPDATE SET leaves = excluded.leaves, said = excluded.said, knowing = excluded.knowing,
              held = excluded.held
            """,
            ("uid", message.Id.Value),
            ("conversation", message.Conversation.Value),
            ("author", message.Author.Value),
            ("at", message.At),
            ("leaves", message.Leaves),
            ("said", message.Said),
            ("knowing", JsonSerializer.Serialize(message.Knowing)),
            ("held", message.Held),
            ("circular", message.Circular)
        );
    }

    /// <summary>Takes a message out: it has become an entry, or is not to leave any more.</summary>
    /// <returns>Whether it was still there.</returns>
    public static bool Remove(SqlSession session, EntryId id) =>
        session.Run("DELETE FROM later_message WHERE uid = $uid", ("uid", id.Value)) == 1;

    /// <summary>A message; null where none waits by this id.</summary>
    public static LaterMessage? Find(SqlSession session, EntryId id) =>
        session.First($"{Select} WHERE l.uid = $uid", Row, ("uid", id.Value));

    /// <summary>What leaves at a moment or before, in its order; messages to many after all others.</summary>
    /// <param name="most">At most so many.</param>
    public static List<LaterMessage> Due(SqlSession session, Instant now, int most) =>
        session.All(
            $"{Select} WHERE l.held IS NULL AND l.leaves <= $now ORDER BY l.circular IS NOT NULL, l.leaves, l.id LIMIT {most}",
            Row,
            ("now", now)
        );

    /// <summary>What waits in conversations, the first to leave first.</summary>
    /// <param name="conversations">Their keys.</param>
    public static List<LaterMessage> In(SqlSession session, IReadOnlyCollection<long> conversations) =>
        session.All(
            $"{Select} WHERE l.conversation IN ({string.Join(',', conversations)}) ORDER BY l.leaves, l.id",
            Row
        );

    /// <summary>What has not left of a message to many, in its order.</summary>
    public static List<LaterMessage> Of(SqlSession session, Guid circular) =>
        session.All(
            $"{Select} WHERE l.circular = (SELECT id FROM circular WHERE uid = $circular) ORDER BY l.id",
            Row,
            ("circular", circular)
        );

    /// <summary>Keeps a message to many.</summary>
    /// <returns>Whether it is a new one; said again, it is one.</returns>
    public static bool Add(SqlSession session, Circular circular)
    {
        ArgumentNullException.ThrowIfNull(session);
        ArgumentNullException.ThrowIfNull(circular);
        return session.Run(
                """
                INSERT INTO circular (uid, author, at, words)
                VALUES ($uid, (SELECT id FROM person WHERE uid = $author), $at, $words) ON CONFLICT (uid) DO NOTHING
                """,
                ("uid", circular.Id),
                ("author", circular.Author.Value),
                ("at", circular.At),
                ("words", circular.Words)
            ) == 1;
    }

    /// <summary>A message to many; null where there is none.</summary>
    public static Circular? FindCircular(SqlSession session, Guid id) =>
        session.First(
            """
            SELECT x.uid, a.uid, x.at, x.words FROM circular x JOIN person a ON a.id = x.author WHERE x.uid = $uid
            """,
            r => new Circular(r.GetUid(0), new PersonId(r.GetUid(1)), r.GetMoment(2), r.GetString(3)),
            ("uid", id)
        );

    private static LaterMessage Row(SqliteDataReader r) =>
        new(
            new EntryId(r.GetUid(0)),
            new ConversationId(r.GetUid(1)),
            new PersonId(r.GetUid(2)),
            r.GetMoment(3),
            r.GetMoment(4),
            r.GetString(5),
            JsonSerializer.Deserialize<ImmutableArray<string>>(r.GetString(6)),
            r.GetTextOrNull(7),
            r.GetUidOrNull(8)
        );
}
