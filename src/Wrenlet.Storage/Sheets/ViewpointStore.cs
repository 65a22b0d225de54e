using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;

namespace Wrenlet.Storage.Sheets;

/// <summary>What a small picture shows: a revision of a sheet, or a file that an entry carries.</summary>
/// <param name="Picture">The picture.</param>
/// <param name="Sheet">The sheet; null for a file of the talk.</param>
/// <param name="Revision">Its revision; null for a file of the talk.</param>
/// <param name="Entry">The entry that carries the file; null for a sheet.</param>
/// <param name="File">The file; null for a sheet.</param>
/// <param name="View">As the address has it: place, nearness, page and hidden layers.</param>
public sealed record Viewpoint(Guid Picture, SheetId? Sheet, int? Revision, EntryId? Entry, Guid? File, string View);

/// <summary>Saved places and zooms, each with its small picture.</summary>
public static class ViewpointStore
{
    /// <summary>Keeps what a picture shows; what is known of it already stays.</summary>
    public static void Add(SqlSession session, Viewpoint viewpoint, PersonId by, Instant at)
    {
        ArgumentNullException.ThrowIfNull(viewpoint);
        session.Run(
            """
            INSERT INTO viewpoint (picture, sheet, revision, entry, file, view, made_by, at)
            VALUES ($picture, (SELECT id FROM sheet WHERE uid = $sheet), $revision,
              (SELECT id FROM entry WHERE uid = $entry), (SELECT id FROM file WHERE uid = $file), $view,
              (SELECT id FROM person WHERE uid = $by), $at)
              ON CONFLICT DO NOTHING
            """,
            ("picture", viewpoint.Picture),
            ("sheet", viewpoint.Sheet?.Value),
            ("revision", viewpoint.Revision),
            ("entry", viewpoint.Entry?.Value),
            ("file", viewpoint.File),
            ("view", viewpoint.View),
            ("by", by.Value),
            ("at", at)
        );
    }

    /// <summary>What a picture shows; null for nothing. Who brings a picture says what it shows, and nobody else.</summary>
    public static Viewpoint? Find(SqlSession session, Guid picture) =>
        session.First(
            """
            SELECT v.picture, s.uid, v.revision, e.uid, f.uid, v.view FROM viewpoint v
              LEFT JOIN sheet s ON s.id = v.sheet LEFT JOIN entry e ON e.id = v.entry LEFT JOIN file f ON f.id = v.file
              LEFT JOIN file p ON p.uid = v.picture
            WHERE v.picture = $picture AND (p.id IS NULL OR p.made_by = v.made_by)
            """,
            r => new Viewpoint(
                r.GetUid(0),
                r.IsDBNull(1) ? null : new SheetId(r.GetUid(1)),
                r.IsDBNull(2) ? null : r.GetInt32(2),
                r.IsDBNull(3) ? null : new EntryId(r.GetUid(3)),
                r.IsDBNull(4) ? null : r.GetUid(4),
                r.GetString(5)
            ),
            ("picture", picture)
        );
}
