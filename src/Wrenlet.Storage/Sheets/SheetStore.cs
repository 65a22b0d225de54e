using System.Collections.Immutable;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Storage.Sheets;

/// <summary>A sheet with where it belongs.</summary>
/// <param name="Key">Order in which sheets were made.</param>
/// <param name="Docket">The docket that it is a document of.</param>
/// <param name="Open">Whether that docket is open.</param>
/// <param name="Version">One more each time its name changes, or it is removed or brought back.</param>
public sealed record KeptSheet(long Key, Sheet Sheet, DocketBrief Docket, bool Open, int Version);

/// <summary>A revision of a sheet.</summary>
/// <param name="Number">1 and up.</param>
/// <param name="Note">What is new in it; empty when nothing was said.</param>
/// <param name="Body">A page's Markdown or a table's CSV; null for a drawing.</param>
/// <param name="File">A drawing's file; null for the others.</param>
/// <param name="Words">All of its words.</param>
public sealed record SheetRevision(
    int Number,
    PersonId By,
    Instant At,
    string Note,
    string? Body,
    Guid? File,
    string Words
);

/// <summary>Sheets of dockets, their revisions, and whom they are shared with.</summary>
public static class SheetStore
{
    private const string Select = """
        SELECT s.id, s.uid, s.kind, s.name, s.revision, s.removed, s.version, d.uid, d.ref, d.subject, w.uid,
          d.id, d.limited, d.state
        FROM sheet s JOIN docket d ON d.id = s.docket LEFT JOIN person w ON w.id = d.owner
        """;

    /// <summary>Adds a sheet, still without a revision.</summary>
    public static void Add(SqlSession session, SheetId id, DocketId docket, SheetKind kind, string name) =>
        session.Run(
            "INSERT INTO sheet (uid, docket, kind, name) VALUES ($uid, (SELECT id FROM docket WHERE uid = $docket), $kind, $name)",
            ("uid", id.Value),
            ("docket", docket.Value),
            ("kind", StoredWords.SheetKinds.Of(kind)),
            ("name", name)
        );

    /// <summary>Adds a revision, which is then the newest.</summary>
    public static void AddRevision(SqlSession session, SheetId id, SheetRevision revision)
    {
        ArgumentNullException.ThrowIfNull(revision);
        session.Run(
            """
            INSERT INTO sheet_revision (sheet, number, made_by, at, note, body, file, words)
            VALUES ((SELECT id FROM sheet WHERE uid = $sheet), $number, (SELECT id FROM person WHERE uid = $by), $at,
              $note, $body, (SELECT id FROM file WHERE uid = $file), $words)
            """,
            ("sheet", id.Value),
            ("number", revision.Number),
            ("by", revision.By.Value),
            ("at", revision.At),
            ("note", revision.Note),
            ("body", revision.Body),
            ("file", revision.File),
            ("words", revision.Words)
        );
        session.Run(
            "UPDATE sheet SET revision = $number WHERE uid = $uid",
            ("number", revision.Number),
            ("uid", id.Value)
        );
        Index(session, id);
    }

    /// <summary>Writes a sheet's name and whether it is there.</summary>
    public static void Set(SqlSession session, SheetId id, string name, bool removed)
    {
        session.Run(
            "UPDATE sheet SET name = $name, removed = $removed, version = version + 1 WHERE uid = $uid",
            ("name", name),
            ("removed", removed),
            ("uid", id.Value)
        );
        Index(session, id);
    }

    /// <summary>Makes a sheet found by its name and words; what was removed is not found any more.</summary>
    internal static void Index(SqlSession session, SheetId id)
    {
        session.Run(
            "DELETE FROM sheet_search WHERE rowid = (SELECT id FROM sheet WHERE uid = $uid)",
            ("uid", id.Value)
        );
        session.Run(
            "INSERT INTO sheet_search (rowid, name, words) SELECT s.id, s.name, r.words FROM sheet s JOIN "
                + "sheet_revision r ON r.sheet = s.id AND r.number = s.revision WHERE s.uid = $uid AND s.removed = 0",
            ("uid", id.Value)
        );
    }

    /// <summary>Keeps which entries a sheet was begun from.</summary>
    public static void AddSources(SqlSession session, SheetId id, IEnumerable<long> entries)
    {
        foreach (var (i, entry) in entries.Index())
            session.Run(
                "INSERT INTO sheet_source (sheet, position, entry) SELECT id, $position, $entry FROM sheet WHERE uid = $uid",
                ("uid", id.Value),
                ("position", i),
                ("entry", entry)
            );
    }

    /// <summary>The entries that a sheet was begun from, in their order.</summary>
    public static List<EntryId> Sources(SqlSession session, KeptSheet sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        return session.All(
            "SELECT e.uid FROM sheet_source s JOIN entry e ON e.id = s.entry WHERE s.sheet = $sheet ORDER BY s.position",
            r => new EntryId(r.GetUid(0)),
            ("sheet", sheet.Key)
        );
    }

    /// <summary>Lets a party see a revision, in place of one that it saw before.</summary>
    public static void Share(SqlSession session, SheetId id, SheetShare share, PersonId by, Instant at) =>
        session.Run(
            """
            INSERT INTO sheet_share (sheet, party, revision, made_by, at)
            VALUES ((SELECT id FROM sheet WHERE uid = $sheet), (SELECT id FROM party WHERE uid = $party), $revision,
              (SELECT id FROM person WHERE uid = $by), $at)
            ON CONFLICT (sheet, party) DO UPDATE
              SET revision = excluded.revision, made_by = excluded.made_by, at = excluded.at
            """,
            ("sheet", id.Value),
            ("party", share.Party.Value),
            ("revision", share.Revision),
            ("by", by.Value),
            ("at", at)
        );

    /// <summary>Lets a party see it no more.</summary>
    public static void TakeBack(SqlSession session, SheetId id, PartyId party) =>
        session.Run(
            "DELETE FROM sheet_share WHERE sheet = (SELECT id FROM sheet WHERE uid = $sheet) AND party = (SELECT id "
                + "FROM party WHERE uid = $party)",
            ("sheet", id.Value),
            ("party", party.Value)
        );

    public static KeptSheet? Find(SqlSession session, SheetId id) =>
        session.First($"{Select} WHERE s.uid = $uid", r => Row(session, r), ("uid", id.Value));

    /// <summary>Sheets of a docket in the order in which they were made, those that were removed too.</summary>
    public static List<KeptSheet> OfDocket(SqlSession session, DocketId docket) =>
        session.All(
            $"{Select} WHERE s.docket = (SELECT id FROM docket WHERE uid = $docket) ORDER BY s.id",
            r => Row(session, r),
            ("docket", docket.Value)
        );

    /// <summary>Sheets that are shared with a party, those shared last first.</summary>
    public static List<KeptSheet> OfParty(SqlSession session, PartyId party) =>
        session.All(
            $"{Select} JOIN sheet_share x ON x.sheet = s.id WHERE x.party = (SELECT id FROM party WHERE uid = $party) "
                + $"AND s.removed = 0 ORDER BY x.at DESC, s.id DESC",
            r => Row(session, r),
            ("party", party.Value)
        );

    /// <summary>A revision; null when there is none of that number.</summary>
    public static SheetRevision? Revision(SqlSession session, KeptSheet sheet, int number)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        return session.First(
            $"{Revised} WHERE r.sheet = $sheet AND r.number = $number",
            RevisionRow,
            ("sheet", sheet.Key),
            ("number", number)
        );
    }

    /// <summary>All revisions without what is in them, the newest first.</summary>
    public static List<SheetRevision> Revisions(SqlSession session, KeptSheet sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        return session.All(
            $"{Revised.Replace("r.body, f.uid, r.words", "NULL, f.uid, ''", StringComparison.Ordinal)} WHERE r.sheet "
                + $"= $sheet ORDER BY r.number DESC",
            RevisionRow,
            ("sheet", sheet.Key)
        );
    }

    /// <summary>Sheets that fit a full-text query, the newest first.</summary>
    public static List<KeptSheet> Matching(SqlSession session, string match, int most) =>
        session.All(
            $"{Select} WHERE s.id IN (SELECT rowid FROM sheet_search WHERE sheet_search MATCH $match ORDER BY rowid "
                + $"DESC LIMIT {most}) ORDER BY s.id DESC",
            r => Row(session, r),
            ("match", match)
        );

    /// <summary>Sheets whose newest revision holds one of these runs of words, the newest first.</summary>
    public static List<KeptSheet> With(SqlSession session, IReadOnlyList<string> runs, int most)
    {
        ArgumentNullException.ThrowIfNull(runs);
        return runs.Count == 0
            ? []
            : Matching(session, $"words : ({string.Join(" OR ", runs.Select(r => $"\"{r}\""))})", most);
    }

    /// <summary>The sheets, and of each the revisions, that a file is.</summary>
    public static List<(SheetId Sheet, int Revision)> Of(SqlSession session, Guid file) =>
        session.All(
            "SELECT s.uid, r.number FROM sheet_revision r JOIN sheet s ON s.id = r.sheet WHERE r.file = (SELECT id "
                + "FROM file WHERE uid = $file)",
            r => (new SheetId(r.GetUid(0)), r.GetInt32(1)),
            ("file", file)
        );

    private const string Revised =
        "SELECT r.number, p.uid, r.at, r.note, r.body, f.uid, r.words FROM sheet_revision r JOIN person p ON p.id = "
        + "r.made_by LEFT JOIN file f ON f.id = r.file";

    private static SheetRevision RevisionRow(SqliteDataReader r) =>
        new(
            r.GetInt32(0),
            new PersonId(r.GetUid(1)),
            r.GetMoment(2),
            r.GetString(3),
            r.GetTextOrNull(4),
            r.GetUidOrNull(5),
            r.GetString(6)
        );

    private static KeptSheet Row(SqlSession session, SqliteDataReader r)
    {
        var key = r.GetInt64(0);
        ImmutableArray<SheetShare> shares =
        [
            .. session.All(
                "SELECT p.uid, x.revision FROM sheet_share x JOIN party p ON p.id = x.party AND p.merged_into IS NULL "
                    + "WHERE x.sheet = $sheet ORDER BY x.at",
                x => new SheetShare(new PartyId(x.GetUid(0)), x.GetInt32(1)),
                ("sheet", key)
            ),
        ];
        var sight = r.GetBoolean(12) ? DocketStore.SightOf(session, r.GetInt64(11)) : DocketSight.Open;
        return new(
            key,
            new Sheet(
                new SheetId(r.GetUid(1)),
                StoredWords.SheetKinds.Read(r.GetString(2)),
                r.GetString(3),
                r.GetInt32(4),
                r.GetBoolean(5),
                sight,
                shares
            ),
            new DocketBrief(
                new DocketId(r.GetUid(7)),
                r.GetDocketRef(8),
                r.GetString(9),
                r.GetUidOrNull(10) is { } owner ? new PersonId(owner) : null
            ),
            r.GetString(13) == "open",
            r.GetInt32(6)
        );
    }

    /// <summary>Shares with one party what is shared with another, where it is not shared with it already.</summary>
    /// <returns>Keys of the sheets.</returns>
    public static long[] MoveShares(SqlSession session, PartyId from, PartyId to) =>
        [
            .. session.All(
                """
                UPDATE sheet_share SET party = (SELECT id FROM party WHERE uid = $to)
                WHERE party = (SELECT id FROM party WHERE uid = $from) AND sheet NOT IN
                  (SELECT sheet FROM sheet_share WHERE party = (SELECT id FROM party WHERE uid = $to))
                RETURNING sheet
                """,
                r => r.GetInt64(0),
                ("from", from.Value),
                ("to", to.Value)
            ),
        ];

    /// <summary>Moves these shares back, where they are still there.</summary>
    public static void MoveSharesBack(SqlSession session, IEnumerable<long> sheets, PartyId from, PartyId to)
    {
        foreach (var sheet in sheets)
            session.Run(
                """
                UPDATE sheet_share SET party = (SELECT id FROM party WHERE uid = $to)
                WHERE sheet = $sheet AND party = (SELECT id FROM party WHERE uid = $from)
                """,
                ("sheet", sheet),
                ("from", from.Value),
                ("to", to.Value)
            );
    }

    /// <summary>Moves all sheets of a docket into another, with what is said on them.</summary>
    public static void Move(SqlSession session, DocketId from, DocketId to)
    {
        session.Run(
            """
            UPDATE conversation SET docket = (SELECT id FROM docket WHERE uid = $to) WHERE discussion IN
              (SELECT d.id FROM discussion d JOIN sheet s ON s.id = d.sheet
                WHERE s.docket = (SELECT id FROM docket WHERE uid = $from))
            """,
            ("to", to.Value),
            ("from", from.Value)
        );
        session.Run(
            """
            UPDATE sheet SET docket = (SELECT id FROM docket WHERE uid = $to)
            WHERE docket = (SELECT id FROM docket WHERE uid = $from)
            """,
            ("to", to.Value),
            ("from", from.Value)
        );
    }
}
