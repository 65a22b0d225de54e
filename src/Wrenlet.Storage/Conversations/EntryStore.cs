using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Conversations;

/// <summary>An entry as it was said.</summary>
/// <param name="Key">Its place in the order of everything said; for paging. 0 until it is written.</param>
/// <param name="Sender">Name of a writer who is nobody's contact; null for staff and contacts.</param>
/// <param name="IsMarkdown">Whether the body is Markdown; what came from outside is plain text.</param>
/// <param name="Delivery">How its sending by mail stands; null for what is not sent.</param>
public sealed record Entry(
    long Key, EntryId Id, ConversationId Conversation, EntryKind Kind, Via? Via, PersonId? Author, string? Sender, Instant At,
    string Body, bool IsMarkdown, string Html, Delivery? Delivery = null);

/// <summary>How the sending of an entry stands.</summary>
/// <param name="Sent">Whether the post office has taken it.</param>
/// <param name="Problem">Why not, at the last try; null when there was no failure.</param>
public sealed record Delivery(bool Sent, string? Problem);

/// <summary>A mail waiting to leave.</summary>
public sealed record Outgoing(long Key, int Tries, Entry Entry);

/// <summary>A mail that could not be taken in.</summary>
public sealed record Aside(Guid Id, Instant At, string Reason);

/// <summary>Entries, their tags, their mail and its sending.</summary>
public static class EntryStore
{
    private const string Columns = "e.id, e.uid, e.conversation, e.kind, e.via, a.uid, e.sender, e.at, e.body, e.markdown, e.html, x.entry, x.problem";
    private const string Joins = "LEFT JOIN person a ON a.id = e.author LEFT JOIN outbox x ON x.entry = e.id";
    private const string Select = $"SELECT {Columns}, c.uid FROM entry e JOIN conversation c ON c.id = e.conversation {Joins}";

    /// <summary>Writes an entry, unless one with its id is there already.</summary>
    /// <returns>Its key; null when it was a repeat.</returns>
    public static long? Add(SqlSession session, Conversation conversation, Entry entry, string plain, IEnumerable<(string Kind, string Target)> tags)
    {
        var added = session.Number(
            """
            INSERT INTO entry (uid, conversation, kind, via, author, sender, at, body, markdown, html)
            VALUES ($uid, $conversation, $kind, $via, (SELECT id FROM person WHERE uid = $author), $sender, $at, $body, $markdown, $html) ON CONFLICT (uid) DO NOTHING RETURNING id
            """,
            ("uid", entry.Id.Value), ("conversation", conversation.Key), ("kind", Words.EntryKinds.Of(entry.Kind)), ("via", entry.Via is { } via ? Words.Vias.Of(via) : null),
            ("author", entry.Author?.Value), ("sender", entry.Sender), ("at", entry.At), ("body", entry.Body), ("markdown", entry.IsMarkdown), ("html", entry.Html));
        if (added is not { } key) return null;
        if (entry.Kind is not EntryKind.Event)
            session.Run("INSERT INTO entry_search (rowid, plain) VALUES ($key, $plain)", ("key", key), ("plain", plain));
        foreach (var (kind, target) in tags)
            session.Run("INSERT INTO entry_tag (entry, kind, target) VALUES ($entry, $kind, $target) ON CONFLICT DO NOTHING", ("entry", key), ("kind", kind), ("target", target));
        return key;
    }

    public static Entry? Find(SqlSession session, EntryId id) =>
        session.First($"{Select} WHERE e.uid = $uid", Row, ("uid", id.Value));

    public static Entry? FindByKey(SqlSession session, long key) =>
        session.First($"{Select} WHERE e.id = $id", Row, ("id", key));

    /// <summary>
    /// Entries of these conversations before a key, newest first. Their keys come from the index of each conversation;
    /// only the rows that make the page are read.
    /// </summary>
    public static List<Entry> Before(SqlSession session, IReadOnlyList<Conversation> conversations, long before, int most)
    {
        var keys = conversations.Select(c => c.Key)
            .SelectMany(c => session.All(
                "SELECT id FROM entry WHERE conversation = $conversation AND id < $before ORDER BY id DESC LIMIT $most",
                r => r.GetInt64(0), ("conversation", c), ("before", before), ("most", most)))
            .OrderDescending().Take(most);
        var entries = session.All(
            $"SELECT {Columns} FROM json_each($keys) k JOIN entry e ON e.id = k.value {Joins}",
            r => Row(r, conversations.First(c => c.Key == r.GetInt64(2)).Id), ("keys", $"[{string.Join(',', keys)}]"));
        entries.Sort((a, b) => b.Key.CompareTo(a.Key));
        return entries;
    }

    public static void AddMail(SqlSession session, string messageId, long entry, long conversation) =>
        session.Run("INSERT INTO mail (message_id, entry, conversation) VALUES ($id, $entry, $conversation)", ("id", messageId), ("entry", entry), ("conversation", conversation));

    public static bool KnowsMail(SqlSession session, string messageId) =>
        session.Number("SELECT 1 FROM mail WHERE message_id = $id", ("id", messageId)) is not null;

    /// <summary>The entry that a mail says, with the key of its conversation; null for a mail not known.</summary>
    public static (Entry Entry, ConversationId Conversation)? ByMail(SqlSession session, string messageId) =>
        session.First<(Entry, ConversationId)?>(
            $"{Select} JOIN mail m ON m.entry = e.id WHERE m.message_id = $id", r => (Row(r), new ConversationId(r.GetUid(13))), ("id", messageId));

    /// <summary>Message-IDs of a conversation before an entry, newest first.</summary>
    public static List<string> MailsBefore(SqlSession session, long conversation, long entry, int most) =>
        session.All(
            "SELECT message_id FROM mail WHERE conversation = $conversation AND entry < $entry ORDER BY entry DESC LIMIT $most",
            r => r.GetString(0), ("conversation", conversation), ("entry", entry), ("most", most));

    public static void AddOutgoing(SqlSession session, long entry) =>
        session.Run("INSERT INTO outbox (entry) VALUES ($entry)", ("entry", entry));

    /// <summary>What waits to leave, oldest first.</summary>
    public static List<Outgoing> Waiting(SqlSession session, int most) =>
        session.All("SELECT entry, tries FROM outbox ORDER BY entry LIMIT $most", r => (Key: r.GetInt64(0), Tries: r.GetInt32(1)), ("most", most))
            .ConvertAll(o => new Outgoing(o.Key, o.Tries, FindByKey(session, o.Key)!));

    public static void Sent(SqlSession session, long entry) => session.Run("DELETE FROM outbox WHERE entry = $entry", ("entry", entry));

    public static void NotSent(SqlSession session, long entry, string problem) =>
        session.Run("UPDATE outbox SET tries = tries + 1, problem = $problem WHERE entry = $entry", ("problem", problem), ("entry", entry));

    public static void PutAside(SqlSession session, Guid id, Instant at, string reason, byte[] raw) =>
        session.Run("INSERT INTO mail_aside (uid, at, reason, raw) VALUES ($uid, $at, $reason, $raw) ON CONFLICT DO NOTHING", ("uid", id), ("at", at), ("reason", reason), ("raw", raw));

    public static List<Aside> Asides(SqlSession session, int most) =>
        session.All("SELECT uid, at, reason FROM mail_aside ORDER BY id DESC LIMIT $most", r => new Aside(r.GetUid(0), r.GetMoment(1), r.GetString(2)), ("most", most));

    public static byte[]? RawAside(SqlSession session, Guid id) =>
        session.First("SELECT raw FROM mail_aside WHERE uid = $uid", r => r.GetFieldValue<byte[]>(0), ("uid", id));

    private static Entry Row(SqliteDataReader r) => Row(r, new ConversationId(r.GetUid(13)));

    private static Entry Row(SqliteDataReader r, ConversationId conversation)
    {
        var kind = Words.EntryKinds.Read(r.GetString(3));
        Via? via = r.GetTextOrNull(4) is { } word ? Words.Vias.Read(word) : null;
        var delivery = kind is EntryKind.MessageOut && via is Via.Mail ? new Delivery(r.IsDBNull(11), r.GetTextOrNull(12)) : null;
        return new(
            r.GetInt64(0), new EntryId(r.GetUid(1)), conversation, kind, via, r.GetUidOrNull(5) is { } author ? new PersonId(author) : null,
            r.GetTextOrNull(6), r.GetMoment(7), r.GetString(8), r.GetBoolean(9), r.GetString(10), delivery);
    }
}
