using System.Text.Json;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Reports.Imports;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Storage.Reports;

/// <summary>How a file is read.</summary>
/// <param name="Columns">What each column fills, by field; null for what is left out.</param>
/// <param name="ForAll">What is the same for all rows, by field.</param>
public sealed record ImportSetting(IReadOnlyList<string?> Columns, IReadOnlyDictionary<string, string> ForAll)
{
    /// <summary>Of which nothing has been said.</summary>
    public static readonly ImportSetting Blank = new([], new Dictionary<string, string>());
}

/// <summary>An import as it is kept.</summary>
/// <param name="Rows">How many rows the file has.</param>
/// <param name="Taken">How many of them have been looked at, in order.</param>
/// <param name="Left">How many of those could not be taken.</param>
/// <param name="Kept">How many things stayed when it was taken back.</param>
/// <param name="Problem">Why it failed; null for when it did not.</param>
public sealed record KeptImport(
    long Key,
    Guid Id,
    ImportKind Kind,
    string File,
    ImportSetting Setting,
    PersonId By,
    Instant At,
    ImportState State,
    IReadOnlyList<string> Headings,
    int Rows,
    int Taken,
    int Added,
    int Changed,
    int Same,
    int Left,
    int Kept,
    Instant? Finished,
    string? Problem
);

/// <summary>Something that an import made or changed.</summary>
/// <param name="Thing">party, person, docket or task.</param>
/// <param name="Mark">How it was left: as long as it is the same, nobody has changed it.</param>
/// <param name="Before">How it had been; null for what was new.</param>
public sealed record ImportMade(string Thing, Guid Subject, string Mark, string? Before = null, long Key = 0);

/// <summary>A row that could not be taken.</summary>
public sealed record LeftRow(int Line, string Why, IReadOnlyList<string> Cells);

/// <summary>Imports, what they made, and what they left.</summary>
public static class ImportStore
{
    private const string Select = """
        SELECT i.id, i.uid, i.kind, i.file, i.setting, p.uid, i.at, i.state, i.headings, i.rows, i.taken, i.added,
          i.changed, i.same, (SELECT count(*) FROM import_left l WHERE l.import = i.id),
          (SELECT count(*) FROM import_kept k WHERE k.import = i.id), i.finished, i.problem
        FROM import i JOIN person p ON p.id = i.made_by
        """;

    /// <summary>Keeps a file from which nothing has been taken yet.</summary>
    public static void Add(
        SqlSession session,
        Guid id,
        ImportKind kind,
        string file,
        byte[] bytes,
        IReadOnlyList<string> headings,
        int rows,
        ImportSetting setting,
        PersonId by,
        Instant at
    ) =>
        session.Run(
            """
            INSERT INTO import (uid, kind, file, bytes, setting, made_by, at, state, headings, rows)
            VALUES ($uid, $kind, $file, $bytes, $setting, (SELECT id FROM person WHERE uid = $by), $at, 'chosen',
              $headings, $rows)
            """,
            ("uid", id),
            ("kind", StoredWords.ImportKinds.Of(kind)),
            ("file", file),
            ("bytes", bytes),
            ("setting", JsonSerializer.Serialize(setting)),
            ("by", by.Value),
            ("at", at),
            ("headings", JsonSerializer.Serialize(headings)),
            ("rows", rows)
        );

    /// <summary>An import; null where there is none.</summary>
    public static KeptImport? Find(SqlSession session, Guid id) =>
        session.First($"{Select} WHERE i.uid = $uid", Row, ("uid", id));

    /// <summary>The newest imports, of one person or of all.</summary>
    public static List<KeptImport> Newest(SqlSession session, PersonId? by, int most) =>
        session.All(
            $"{Select} WHERE $by IS NULL OR p.uid = $by ORDER BY i.id DESC LIMIT {most}",
            Row,
            ("by", by?.Value)
        );

    /// <summary>Those on which work goes on, the oldest first.</summary>
    public static List<Guid> GoingOn(SqlSession session) =>
        session.All("SELECT uid FROM import WHERE state IN ('running', 'taking-back') ORDER BY id", r => r.GetUid(0));

    /// <summary>The file of an import; empty once it is over.</summary>
    public static byte[] BytesOf(SqlSession session, Guid id) =>
        session.First("SELECT bytes FROM import WHERE uid = $uid", r => r.GetFieldValue<byte[]>(0), ("uid", id)) ?? [];

    /// <summary>Sets how a file is read.</summary>
    public static void Set(SqlSession session, Guid id, ImportSetting setting) =>
        session.Run(
            "UPDATE import SET setting = $setting WHERE uid = $uid",
            ("setting", JsonSerializer.Serialize(setting)),
            ("uid", id)
        );

    /// <summary>Sets how an import stands. One that is over forgets its file.</summary>
    /// <param name="problem">Why it failed; null for when it did not.</param>
    /// <param name="finished">When it came to an end; null while it has not.</param>
    public static void SetState(
        SqlSession session,
        Guid id,
        ImportState state,
        string? problem = null,
        Instant? finished = null
    )
    {
        session.Run(
            "UPDATE import SET state = $state, problem = $problem, finished = $finished WHERE uid = $uid",
            ("state", StoredWords.ImportStates.Of(state)),
            ("problem", problem),
            ("finished", finished),
            ("uid", id)
        );
        if (state is ImportState.Done or ImportState.TakenBack)
            session.Run("UPDATE import SET bytes = x'' WHERE uid = $uid", ("uid", id));
    }

    /// <summary>Notes how far an import has come.</summary>
    public static void Advance(SqlSession session, long import, int taken, int added, int changed, int same) =>
        session.Run(
            """
            UPDATE import SET taken = taken + $taken, added = added + $added, changed = changed + $changed,
              same = same + $same WHERE id = $id
            """,
            ("taken", taken),
            ("added", added),
            ("changed", changed),
            ("same", same),
            ("id", import)
        );

    /// <summary>Notes what an import made.</summary>
    public static void AddMade(SqlSession session, long import, ImportMade made)
    {
        ArgumentNullException.ThrowIfNull(made);
        session.Run(
            "INSERT INTO import_made (import, thing, subject, mark, before) VALUES ($import, $thing, $subject, $mark, $before)",
            ("import", import),
            ("thing", made.Thing),
            ("subject", made.Subject),
            ("mark", made.Mark),
            ("before", made.Before)
        );
    }

    /// <summary>What an import made, the last first.</summary>
    public static List<ImportMade> LastMade(SqlSession session, long import, int most) =>
        session.All(
            $"SELECT thing, subject, mark, before, id FROM import_made WHERE import = $import ORDER BY id DESC LIMIT {most}",
            r => new ImportMade(r.GetString(0), r.GetUid(1), r.GetString(2), r.GetTextOrNull(3), r.GetInt64(4)),
            ("import", import)
        );

    /// <summary>How many things an import made that have not been taken back.</summary>
    public static int CountMade(SqlSession session, long import) =>
        (int)session.Number("SELECT count(*) FROM import_made WHERE import = $import", ("import", import))!.Value;

    /// <summary>Forgets that an import made something.</summary>
    public static void ForgetMade(SqlSession session, long key) =>
        session.Run("DELETE FROM import_made WHERE id = $id", ("id", key));

    /// <summary>Keeps a row that could not be taken.</summary>
    public static void AddLeft(SqlSession session, long import, LeftRow row)
    {
        ArgumentNullException.ThrowIfNull(row);
        session.Run(
            """
            INSERT INTO import_left (import, line, why, cells) VALUES ($import, $line, $why, $cells)
            ON CONFLICT (import, line) DO UPDATE SET why = excluded.why
            """,
            ("import", import),
            ("line", row.Line),
            ("why", row.Why),
            ("cells", JsonSerializer.Serialize(row.Cells))
        );
    }

    /// <summary>The rows that could not be taken, in the order of the file.</summary>
    public static List<LeftRow> Left(SqlSession session, long import, int most) =>
        session.All(
            $"SELECT line, why, cells FROM import_left WHERE import = $import ORDER BY line LIMIT {most}",
            r => new LeftRow(r.GetInt32(0), r.GetString(1), JsonSerializer.Deserialize<string[]>(r.GetString(2))!),
            ("import", import)
        );

    /// <summary>Keeps the name of what stayed when an import was taken back, and why.</summary>
    public static void AddKept(SqlSession session, long import, string name, string why) =>
        session.Run(
            """
            INSERT INTO import_kept (import, position, name, why)
            VALUES ($import, (SELECT count(*) FROM import_kept WHERE import = $import), $name, $why)
            """,
            ("import", import),
            ("name", name),
            ("why", why)
        );

    /// <summary>What stayed when an import was taken back.</summary>
    public static List<(string Name, string Why)> Kept(SqlSession session, long import, int most) =>
        session.All(
            $"SELECT name, why FROM import_kept WHERE import = $import ORDER BY position LIMIT {most}",
            r => (r.GetString(0), r.GetString(1)),
            ("import", import)
        );

    /// <summary>Forgets the files that somebody chose and did nothing with, but for the newest of them.</summary>
    public static void ForgetChosen(SqlSession session, PersonId by, int but) =>
        session.Run(
            """
            DELETE FROM import WHERE id IN (SELECT id FROM import WHERE state = 'chosen'
              AND made_by = (SELECT id FROM person WHERE uid = $by) ORDER BY id DESC LIMIT -1 OFFSET $but)
            """,
            ("by", by.Value),
            ("but", but)
        );

    /// <summary>Forgets a file from which nothing was taken.</summary>
    public static void Remove(SqlSession session, Guid id) =>
        session.Run("DELETE FROM import WHERE uid = $uid AND state = 'chosen'", ("uid", id));

    /// <summary>Whether anything was said or done with a party since it was made.</summary>
    public static bool IsUsed(SqlSession session, PartyId party) =>
        session.Number(
            """
            SELECT 1 FROM party y WHERE y.uid = $party AND (
              EXISTS (SELECT 1 FROM conversation c LEFT JOIN docket d ON d.id = c.docket
                WHERE c.party = y.id AND d.taken_back IS NULL)
              OR EXISTS (SELECT 1 FROM person p WHERE p.party = y.id AND p.taken_back IS NULL)
              OR EXISTS (SELECT 1 FROM party_thing t WHERE t.party = y.id)
              OR EXISTS (SELECT 1 FROM party_site t WHERE t.party = y.id)
              OR EXISTS (SELECT 1 FROM party_merge m WHERE m.kept = y.id AND m.undone IS NULL)
              OR EXISTS (SELECT 1 FROM recurring_docket r WHERE r.party = y.id AND r.removed = 0)
              OR y.merged_into IS NOT NULL)
            """,
            ("party", party.Value)
        )
            is not null;

    /// <summary>Whether anything was said or done with a contact since they were made.</summary>
    public static bool IsUsed(SqlSession session, PersonId person) =>
        session.Number(
            """
            SELECT 1 FROM person p WHERE p.uid = $person AND (
              EXISTS (SELECT 1 FROM conversation c LEFT JOIN docket d ON d.id = c.docket
                WHERE c.party = p.party AND d.taken_back IS NULL)
              OR EXISTS (SELECT 1 FROM party_link l WHERE l.person = p.id)
              OR EXISTS (SELECT 1 FROM ask_person a WHERE a.person = p.id)
              OR EXISTS (SELECT 1 FROM meeting_person m WHERE m.person = p.id)
              OR p.joined_into IS NOT NULL)
            """,
            ("person", person.Value)
        )
            is not null;

    /// <summary>Whether anything was said or done in a docket since it was made.</summary>
    public static bool IsUsed(SqlSession session, DocketId docket) =>
        session.Number(
            """
            SELECT 1 FROM docket d WHERE d.uid = $docket AND (
              EXISTS (SELECT 1 FROM conversation c JOIN entry e ON e.conversation = c.id WHERE c.docket = d.id)
              OR EXISTS (SELECT 1 FROM task t WHERE t.docket = d.id)
              OR EXISTS (SELECT 1 FROM sheet h WHERE h.docket = d.id)
              OR EXISTS (SELECT 1 FROM worklist w WHERE w.docket = d.id)
              OR EXISTS (SELECT 1 FROM docket o WHERE o.part_of = d.id)
              OR EXISTS (SELECT 1 FROM docket_thing x WHERE x.docket = d.id)
              OR (SELECT count(*) FROM conversation c WHERE c.docket = d.id AND c.audience = 'outside') > 1
              OR d.removed IS NOT NULL)
            """,
            ("docket", docket.Value)
        )
            is not null;

    /// <summary>Takes a party back: it is read nowhere any more.</summary>
    public static void TakeBack(SqlSession session, PartyId party, Instant at) =>
        session.Run("UPDATE party SET taken_back = $at WHERE uid = $uid", ("at", at), ("uid", party.Value));

    /// <summary>Takes a contact back: they are read nowhere any more, and their addresses and numbers are free.</summary>
    public static void TakeBack(SqlSession session, PersonId person, Instant at)
    {
        session.Run("DELETE FROM reach WHERE person = (SELECT id FROM person WHERE uid = $uid)", ("uid", person.Value));
        session.Run(
            "UPDATE person SET taken_back = $at, address = NULL WHERE uid = $uid",
            ("at", at),
            ("uid", person.Value)
        );
    }

    /// <summary>Takes a docket back: nobody sees it any more, and its number is free.</summary>
    public static void TakeBack(SqlSession session, DocketId docket, Instant at)
    {
        DocketTies.Remove(session, docket, at);
        session.Run(
            "DELETE FROM docket_search WHERE rowid = (SELECT id FROM docket WHERE uid = $uid)",
            ("uid", docket.Value)
        );
        session.Run(
            "UPDATE conversation SET state = 'closed', queue = NULL WHERE docket = (SELECT id FROM docket WHERE uid = $uid)",
            ("uid", docket.Value)
        );
        session.Run(
            "UPDATE docket SET taken_back = $at, ref = 'X-0000-' || id, number = 0, year = 0, owner = NULL, "
                + "state = 'closed' WHERE uid = $uid",
            ("at", at),
            ("uid", docket.Value)
        );
    }

    private static KeptImport Row(SqliteDataReader r) =>
        new(
            r.GetInt64(0),
            r.GetUid(1),
            StoredWords.ImportKinds.Read(r.GetString(2)),
            r.GetString(3),
            JsonSerializer.Deserialize<ImportSetting>(r.GetString(4)) ?? ImportSetting.Blank,
            new PersonId(r.GetUid(5)),
            r.GetMoment(6),
            StoredWords.ImportStates.Read(r.GetString(7)),
            JsonSerializer.Deserialize<string[]>(r.GetString(8))!,
            r.GetInt32(9),
            r.GetInt32(10),
            r.GetInt32(11),
            r.GetInt32(12),
            r.GetInt32(13),
            r.GetInt32(14),
            r.GetInt32(15),
            r.GetMomentOrNull(16),
            r.GetTextOrNull(17)
        );
}
