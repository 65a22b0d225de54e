using System.Net;
using System.Text.RegularExpressions;
using Microsoft.Data.Sqlite;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Storage.Keeping;

/// <summary>Something in a data folder that is not as it should be.</summary>
/// <param name="What">What it is, in words.</param>
/// <param name="Mends">How it can be mended; null when only a backup helps.</param>
/// <param name="Mended">Whether it was mended.</param>
public sealed record Finding(string What, string? Mends, bool Mended = false);

/// <summary>Looks through a data folder: its database, what refers to what, the search index, files and leftovers.</summary>
public static partial class Checkup
{
    /// <summary>What is searched, and which rows of it: the index of each stands in a table of its own.</summary>
    private static readonly (string Index, string Rows, string One, string Many)[] Indexes =
    [
        ("entry_search", "SELECT id FROM entry WHERE kind <> 'event' AND removed IS NULL", "entry", "entries"),
        ("task_search", "SELECT id FROM task", "task", "tasks"),
        ("docket_search", "SELECT id FROM docket", "docket", "dockets"),
        ("file_search", "SELECT id FROM file", "file", "files"),
        ("sheet_search", "SELECT id FROM sheet WHERE removed = 0", "sheet", "sheets"),
    ];

    /// <summary>Looks, and mends what can be mended when asked to.</summary>
    /// <param name="folder">Where; for mending the caller holds its lock.</param>
    /// <param name="backups">Where missing files may be found again.</param>
    /// <param name="mend">Whether to mend.</param>
    /// <param name="progress">Is told how far it is; null for nobody.</param>
    /// <exception cref="DatabaseException">There is no database.</exception>
    public static IReadOnlyList<Finding> Look(
        DataFolder folder,
        string backups,
        bool mend,
        Action<Progress>? progress = null
    )
    {
        ArgumentNullException.ThrowIfNull(folder);
        if (!File.Exists(folder.Database))
            throw new DatabaseException(
                $"There is no database in {folder.Path}. Name the data folder with --data DIR."
            );
        var found = new List<Finding>();
        progress?.Invoke(new("Looking at the database", 0, 1));
        found.AddRange(Soundness.Of(folder.Database, whole: true).Select(w => new Finding($"Database: {w}", null)));
        if (found.Count > 0)
            return found;
        found.AddRange(Search(folder, mend));
        found.AddRange(Files(folder, backups, mend, progress));
        found.AddRange(Leftovers(folder, mend));
        return found;
    }

    private static List<Finding> Search(DataFolder folder, bool mend)
    {
        using var session = Session(folder, mend);
        var found = new List<Finding>();
        foreach (var (index, rows, one, many) in Indexes)
        {
            // An index without content of its own keeps a row of sizes for each row that it has.
            var stale = session.Number($"SELECT count(*) FROM {index}_docsize WHERE id NOT IN ({rows})");
            if (stale > 0)
            {
                if (mend)
                    session.Run(
                        $"DELETE FROM {index} WHERE rowid IN (SELECT id FROM {index}_docsize WHERE id NOT IN ({rows}))"
                    );
                found.Add(new($"Search: {Are(stale, one, many)} found, but gone.", "They are taken out.", mend));
            }

            var missing = session.Number(
                $"SELECT count(*) FROM ({rows}) WHERE id NOT IN (SELECT id FROM {index}_docsize)"
            );
            if (missing == 0)
                continue;
            if (mend)
                Refill(session, index, rows);
            found.Add(new($"Search: {Are(missing, one, many)} not found.", "They are added.", mend));
        }

        return found;
    }

    /// <summary>Adds what an index lacks, as it would have been added when it was made.</summary>
    private static void Refill(SqlSession session, string index, string rows)
    {
        var missing = session.All(
            $"SELECT id FROM ({rows}) WHERE id NOT IN (SELECT id FROM {index}_docsize)",
            r => r.GetInt64(0)
        );
        session.Run("BEGIN IMMEDIATE");
        foreach (var row in missing)
            switch (index)
            {
                case "entry_search":
                    session.Run(
                        "INSERT INTO entry_search (rowid, plain) VALUES ($row, $plain)",
                        ("row", row),
                        ("plain", WordsOf(session, row))
                    );
                    break;
                case "task_search":
                    session.Run(
                        "INSERT INTO task_search (rowid, title) SELECT id, title FROM task WHERE id = $row",
                        ("row", row)
                    );
                    break;
                case "file_search":
                    session.Run(
                        "INSERT INTO file_search (rowid, name) SELECT id, name FROM file WHERE id = $row",
                        ("row", row)
                    );
                    break;
                case "docket_search":
                    DocketStore.Index(session, new(UidOf(session, "docket", row)));
                    break;
                default:
                    SheetStore.Index(session, new(UidOf(session, "sheet", row)));
                    break;
            }

        session.Run("COMMIT");
    }

    /// <summary>The words of an entry as they are shown, with what is said of its files.</summary>
    private static string WordsOf(SqlSession session, long entry)
    {
        var shown = session.All("SELECT html FROM entry WHERE id = $entry", r => r.GetString(0), ("entry", entry));
        var captions = session.All(
            "SELECT caption FROM entry_file WHERE entry = $entry AND caption IS NOT NULL",
            r => r.GetString(0),
            ("entry", entry)
        );
        return string.Join('\n', [.. shown.Select(h => WebUtility.HtmlDecode(Markup().Replace(h, " "))), .. captions]);
    }

    private static Guid UidOf(SqlSession session, string table, long row) =>
        session.First(
            $"SELECT uid FROM {table} WHERE id = $row",
            r => new Guid(r.GetFieldValue<byte[]>(0), bigEndian: true),
            ("row", row)
        );

    [GeneratedRegex("<[^>]*>")]
    private static partial Regex Markup();

    private static IEnumerable<Finding> Files(DataFolder folder, string backups, bool mend, Action<Progress>? progress)
    {
        var named = Backup.FilesOf(folder.Database);
        for (var i = 0; i < named.Count; i++)
        {
            progress?.Invoke(new("Looking at files", i, named.Count));
            var path = folder.FileOf(named[i].Hash);
            if (Backup.IsWhole(path, named[i]))
                continue;
            var kept = DataFolder.FileOf(Path.Combine(backups, "files"), named[i].Hash);
            var there = Backup.IsWhole(kept, named[i]);
            if (there && mend)
                Backup.CopyFile(kept, path);
            yield return new(
                $"File {Path.GetFileName(path)[..12]}… ({NameOf(folder, named[i])}) is "
                    + $"{(File.Exists(path) && !(there && mend) ? "damaged" : there && mend ? "not whole" : "missing")}.",
                there ? "It is taken from the backups." : null,
                there && mend
            );
        }

        progress?.Invoke(new("Looking at files", named.Count, named.Count));
    }

    /// <summary>What was begun and never ended, by a crash, say.</summary>
    private static IEnumerable<Finding> Leftovers(DataFolder folder, bool mend)
    {
        if (!Directory.Exists(folder.Files))
            yield break;
        var parts = Directory
            .EnumerateFiles(folder.Files, "*.part", SearchOption.AllDirectories)
            .Where(p => File.GetLastWriteTimeUtc(p) < DateTime.UtcNow.AddDays(-1))
            .ToList();
        if (parts.Count == 0)
            yield break;
        if (mend)
            parts.ForEach(File.Delete);
        yield return new(
            $"{Are(parts.Count, "half-written file", "half-written files")} left from an earlier day.",
            "They are taken away.",
            mend
        );
    }

    private static string NameOf(DataFolder folder, NamedFile file)
    {
        using var connection = Backup.OpenToRead(folder.Database);
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT name FROM file WHERE sha256 = $hash LIMIT 1";
        command.Parameters.AddWithValue("$hash", file.Hash);
        return (string)command.ExecuteScalar()!;
    }

    private static string Are(long? n, string one, string many) => n == 1 ? $"1 {one} is" : $"{n} {many} are";

    private static SqlSession Session(DataFolder folder, bool mend)
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = folder.Database,
                Mode = mend ? SqliteOpenMode.ReadWrite : SqliteOpenMode.ReadOnly,
                Pooling = false,
            }.ToString()
        );
        connection.Open();
        return new SqlSession(connection);
    }
}
