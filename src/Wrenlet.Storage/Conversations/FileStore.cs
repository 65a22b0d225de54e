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
/// <param name="Pixels">Width and height as a picture, upright; null when it is none that can be shown.</param>
/// <param name="Caption">What is said of it where it is carried; null for nothing, and where it was not read from an
/// entry.</param>
/// <param name="Marks">Its marked spots where it is carried; null for none, and where it was not read from an
/// entry.</param>
public sealed record StoredFile(
    Guid Id,
    byte[] Sha256,
    string Name,
    string MediaType,
    long Size,
    PersonId? By,
    Instant At,
    (int Width, int Height)? Pixels = null,
    string? Caption = null,
    IReadOnlyList<PictureMark>? Marks = null
);

/// <summary>A file that goes with an entry.</summary>
/// <param name="Caption">What is said of it; null for nothing.</param>
/// <param name="Marks">Its marked spots; null for none.</param>
public readonly record struct Attachment(Guid File, string? Caption = null, IReadOnlyList<PictureMark>? Marks = null);

/// <summary>A file that is still on its way.</summary>
/// <param name="Size">How long it will be, in bytes.</param>
/// <param name="At">When it was begun.</param>
public sealed record Upload(Guid Id, PersonId By, string Name, string MediaType, long Size, Instant At);

/// <summary>Files and the entries that carry them.</summary>
public static class FileStore
{
    private const string Select =
        "SELECT f.uid, f.sha256, f.name, f.media_type, f.size, p.uid, f.at, f.width, f.height FROM file f LEFT JOIN "
        + "person p ON p.id = f.made_by";

    /// <summary>Adds a file, unless one with its id is there already.</summary>
    public static void Add(SqlSession session, StoredFile file)
    {
        var added = session.Run(
            """
            INSERT INTO file (uid, sha256, name, media_type, size, made_by, at, width, height)
            VALUES ($uid, $hash, $name, $type, $size, (SELECT id FROM person WHERE uid = $by), $at, $width, $height)
              ON CONFLICT (uid) DO NOTHING
            """,
            ("uid", file.Id),
            ("hash", file.Sha256),
            ("name", file.Name),
            ("type", file.MediaType),
            ("size", file.Size),
            ("by", file.By?.Value),
            ("at", file.At),
            ("width", file.Pixels?.Width),
            ("height", file.Pixels?.Height)
        );
        if (added == 1)
            session.Run(
                "INSERT INTO file_search (rowid, name) SELECT id, name FROM file WHERE uid = $uid",
                ("uid", file.Id)
            );
    }

    public static StoredFile? Find(SqlSession session, Guid id) =>
        session.First($"{Select} WHERE f.uid = $uid", Row, ("uid", id));

    public static void Attach(SqlSession session, long entry, IEnumerable<Attachment> files)
    {
        foreach (var (i, (file, caption, marks)) in files.Index())
        {
            session.Run(
                "INSERT INTO entry_file (entry, position, file, caption) VALUES ($entry, $position, (SELECT id FROM "
                    + "file WHERE uid = $file), $caption)",
                ("entry", entry),
                ("position", i),
                ("file", file),
                ("caption", caption)
            );
            foreach (var (n, mark) in (marks ?? []).Index())
                session.Run(
                    """
                    INSERT INTO picture_mark (entry, file, position, page, x, y, width, height, words)
                    SELECT $entry, id, $position, $page, $x, $y, $width, $height, $words FROM file WHERE uid = $file
                      ON CONFLICT DO NOTHING
                    """,
                    ("entry", entry),
                    ("file", file),
                    ("position", n),
                    ("page", mark.Page),
                    ("x", mark.X),
                    ("y", mark.Y),
                    ("width", mark.Width),
                    ("height", mark.Height),
                    ("words", mark.Words)
                );
        }
    }

    /// <summary>Files that an entry carries, in their order.</summary>
    public static List<StoredFile> Of(SqlSession session, long entry)
    {
        var marks = session
            .All(
                """
                SELECT f.uid, m.page, m.x, m.y, m.width, m.height, m.words FROM picture_mark m
                  JOIN file f ON f.id = m.file WHERE m.entry = $entry ORDER BY m.file, m.position
                """,
                r =>
                    (
                        File: r.GetUid(0),
                        Mark: new PictureMark(
                            r.GetInt32(1),
                            r.GetDouble(2),
                            r.GetDouble(3),
                            r.GetDouble(4),
                            r.GetDouble(5),
                            r.GetString(6)
                        )
                    ),
                ("entry", entry)
            )
            .ToLookup(m => m.File, m => m.Mark);
        return session.All(
            $"{Select.Replace(" FROM file", ", e.caption FROM file", StringComparison.Ordinal)} JOIN entry_file e ON "
                + $"e.file = f.id WHERE e.entry = $entry ORDER BY e.position",
            r =>
                Row(r) is var file && marks[file.Id].ToList() is var its
                    ? file with
                    {
                        Caption = r.GetTextOrNull(9),
                        Marks = its.Count > 0 ? its : null,
                    }
                    : file,
            ("entry", entry)
        );
    }

    /// <summary>This file and all others of the same bytes.</summary>
    public static List<Guid> SameBytes(SqlSession session, Guid id) =>
        session.All(
            "SELECT uid FROM file WHERE sha256 = (SELECT sha256 FROM file WHERE uid = $uid) ORDER BY id LIMIT 1000",
            r => r.GetUid(0),
            ("uid", id)
        );

    /// <summary>
    /// Where a file has been said: the conversations and kinds of the entries that carry it, or whose original it is.
    /// </summary>
    public static List<(ConversationId Conversation, EntryKind Kind, bool Original)> Places(
        SqlSession session,
        Guid id
    ) =>
        session.All(
            """
            SELECT c.uid, e.kind, 0 FROM entry_file x JOIN entry e ON e.id = x.entry
              JOIN conversation c ON c.id = e.conversation WHERE x.file = (SELECT id FROM file WHERE uid = $uid)
            UNION ALL SELECT c.uid, e.kind, 1 FROM entry e JOIN conversation c ON c.id = e.conversation
              WHERE e.source = (SELECT id FROM file WHERE uid = $uid) AND e.source IS NOT NULL
            """,
            r => (new ConversationId(r.GetUid(0)), StoredWords.EntryKinds.Read(r.GetString(1)), r.GetBoolean(2)),
            ("uid", id)
        );

    /// <summary>Notes that a file is on its way; known already, it stays as it is.</summary>
    public static void Begin(SqlSession session, Upload upload) =>
        session.Run(
            """
            INSERT INTO upload (uid, person, name, media_type, size, at)
            VALUES ($uid, (SELECT id FROM person WHERE uid = $by), $name, $type, $size, $at)
              ON CONFLICT (uid) DO NOTHING
            """,
            ("uid", upload.Id),
            ("by", upload.By.Value),
            ("name", upload.Name),
            ("type", upload.MediaType),
            ("size", upload.Size),
            ("at", upload.At)
        );

    public static Upload? OnItsWay(SqlSession session, Guid id) =>
        session.First($"{Uploads} WHERE u.uid = $uid", UploadRow, ("uid", id));

    /// <summary>What someone has begun to send and not finished, the oldest first.</summary>
    public static List<Upload> OnTheirWay(SqlSession session, PersonId by) =>
        session.All(
            $"{Uploads} WHERE u.person = (SELECT id FROM person WHERE uid = $by) ORDER BY u.at",
            UploadRow,
            ("by", by.Value)
        );

    /// <summary>Forgets that a file was on its way.</summary>
    public static void End(SqlSession session, Guid id) =>
        session.Run("DELETE FROM upload WHERE uid = $uid", ("uid", id));

    private const string Uploads =
        "SELECT u.uid, p.uid, u.name, u.media_type, u.size, u.at FROM upload u JOIN person p ON p.id = u.person";

    private static Upload UploadRow(SqliteDataReader r) =>
        new(r.GetUid(0), new PersonId(r.GetUid(1)), r.GetString(2), r.GetString(3), r.GetInt64(4), r.GetMoment(5));

    private static StoredFile Row(SqliteDataReader r) =>
        new(
            r.GetUid(0),
            r.GetFieldValue<byte[]>(1),
            r.GetString(2),
            r.GetString(3),
            r.GetInt64(4),
            r.GetUidOrNull(5) is { } by ? new PersonId(by) : null,
            r.GetMoment(6),
            r.IsDBNull(7) ? null : (r.GetInt32(7), r.GetInt32(8))
        );
}
