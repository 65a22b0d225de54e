using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Conversations;

/// <summary>A file that was attached or arrived; its bytes lie elsewhere under their hash.</summary>
/// <param name="Sha256">SHA-256 of its bytes.</param>
/// <param name="MediaType">As its sender said (RFC 2046).</param>
/// <param name="Size">In bytes.</param>
/// <param name="By">Who brought it; null when it came from outside.</param>
public sealed record StoredFile(Guid Id, byte[] Sha256, string Name, string MediaType, long Size, PersonId? By, Instant At);

/// <summary>Files and the entries that carry them.</summary>
public static class FileStore
{
    private const string Select = "SELECT f.uid, f.sha256, f.name, f.media_type, f.size, p.uid, f.at FROM file f LEFT JOIN person p ON p.id = f.made_by";

    /// <summary>Adds a file, unless one with its id is there already.</summary>
    public static void Add(SqlSession session, StoredFile file) =>
        session.Run(
            """
            INSERT INTO file (uid, sha256, name, media_type, size, made_by, at)
            VALUES ($uid, $hash, $name, $type, $size, (SELECT id FROM person WHERE uid = $by), $at) ON CONFLICT (uid) DO NOTHING
            """,
            ("uid", file.Id), ("hash", file.Sha256), ("name", file.Name), ("type", file.MediaType), ("size", file.Size), ("by", file.By?.Value), ("at", file.At));

    public static StoredFile? Find(SqlSession session, Guid id) => session.First($"{Select} WHERE f.uid = $uid", Row, ("uid", id));

    public static void Attach(SqlSession session, long entry, IEnumerable<Guid> files)
    {
        foreach (var (i, file) in files.Index())
            session.Run("INSERT INTO entry_file (entry, position, file) VALUES ($entry, $position, (SELECT id FROM file WHERE uid = $file))", ("entry", entry), ("position", i), ("file", file));
    }

    /// <summary>Files that an entry carries, in their order.</summary>
    public static List<StoredFile> Of(SqlSession session, long entry) =>
        session.All($"{Select} JOIN entry_file e ON e.file = f.id WHERE e.entry = $entry ORDER BY e.position", Row, ("entry", entry));

    /// <summary>Where a file has been said: the conversations and kinds of the entries that carry it, or whose original it is.</summary>
    public static List<(ConversationId Conversation, EntryKind Kind, bool Original)> Places(SqlSession session, Guid id) =>
        session.All(
            """
            SELECT c.uid, e.kind, 0 FROM entry_file x JOIN entry e ON e.id = x.entry JOIN conversation c ON c.id = e.conversation WHERE x.file = (SELECT id FROM file WHERE uid = $uid)
            UNION ALL SELECT c.uid, e.kind, 1 FROM entry e JOIN conversation c ON c.id = e.conversation WHERE e.source = (SELECT id FROM file WHERE uid = $uid) AND e.source IS NOT NULL
            """,
            r => (new ConversationId(r.GetUid(0)), Words.EntryKinds.Read(r.GetString(1)), r.GetBoolean(2)), ("uid", id));

    private static StoredFile Row(SqliteDataReader r) =>
        new(r.GetUid(0), r.GetFieldValue<byte[]>(1), r.GetString(2), r.GetString(3), r.GetInt64(4), r.GetUidOrNull(5) is { } by ? new PersonId(by) : null, r.GetMoment(6));
}
