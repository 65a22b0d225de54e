using System.Globalization;
using System.Security.Cryptography;
using Microsoft.Data.Sqlite;

namespace Wrenlet.Storage.Keeping;

/// <summary>How far something long has come.</summary>
/// <param name="What">What is being done, in words.</param>
/// <param name="Done">How many of them are done.</param>
/// <param name="Of">Of how many.</param>
public readonly record struct Progress(string What, int Done, int Of);

/// <summary>A backup that was made: the database as it was at one moment, and the files that it names beside it.</summary>
/// <param name="Database">The copy of the database.</param>
/// <param name="At">When it was begun (UTC).</param>
/// <param name="Files">How many files it names.</param>
/// <param name="New">How many of them were not there before.</param>
/// <param name="Bytes">How many bytes were written.</param>
public sealed record MadeBackup(string Database, DateTime At, int Files, int New, long Bytes);

/// <summary>A backup that was put in the place of what was there.</summary>
/// <param name="Backup">Its database.</param>
/// <param name="Aside">Where the database that was there is now; null when there was none.</param>
/// <param name="Missing">Hashes of files that neither the backup nor the folder has whole.</param>
public sealed record RestoredBackup(string Backup, string? Aside, IReadOnlyList<string> Missing);

/// <summary>A file that a database names, by its bytes.</summary>
/// <param name="Hash">SHA-256.</param>
/// <param name="Size">In bytes.</param>
internal readonly record struct NamedFile(byte[] Hash, long Size);

/// <summary>
/// Backups of a data folder. A folder of backups holds a database for each, named by its moment, and the files of all of
/// them once: <c>wrenlet-20261128T030000Z.db</c> and <c>files/</c>. Each is made while people work, as SQLite's online
/// backup copies one state of the database, and the files that a state names were on the disk before it.
/// </summary>
public static class Backup
{
    private const string Moment = "yyyyMMdd'T'HHmmss'Z'";

    /// <summary>Makes a backup, and verifies it by opening it.</summary>
    /// <param name="from">What is kept.</param>
    /// <param name="to">The folder of backups; it is made when it is missing.</param>
    /// <param name="now">The moment it is called by (UTC).</param>
    /// <param name="progress">Is told how far it is; null for nobody.</param>
    /// <param name="cancellation">Ends it early; what was begun is taken away.</param>
    /// <exception cref="DatabaseException">There is nothing to keep, it is damaged, a file is missing, or there is no room.
    /// </exception>
    /// <exception cref="IOException">The folder of backups cannot be written.</exception>
    public static MadeBackup Make(
        DataFolder from,
        string to,
        DateTime now,
        Action<Progress>? progress = null,
        CancellationToken cancellation = default
    )
    {
        ArgumentNullException.ThrowIfNull(from);
        if (!File.Exists(from.Database))
            throw new DatabaseException($"There is no database in {from.Path}. Name the data folder with --data DIR.");
        Directory.CreateDirectory(to);
        var name = Path.Combine(to, $"wrenlet-{now.ToString(Moment, CultureInfo.InvariantCulture)}.db");
        var part = name + ".part";
        File.Delete(part);
        try
        {
            progress?.Invoke(new("Copying the database", 0, 1));
            Copy(from.Database, part);
            cancellation.ThrowIfCancellationRequested();
            if (Soundness.Of(part, whole: false) is { Count: > 0 } wrong)
                throw new DatabaseException($"The copy of {from.Database} is damaged: {wrong[0]}. It was not kept.");
            var named = FilesOf(part);
            var (added, bytes) = (0, new FileInfo(part).Length);
            for (var i = 0; i < named.Count; i++)
            {
                cancellation.ThrowIfCancellationRequested();
                progress?.Invoke(new("Copying files", i, named.Count));
                var kept = DataFolder.FileOf(Path.Combine(to, "files"), named[i].Hash);
                if (new FileInfo(kept) is { Exists: true } there && there.Length == named[i].Size)
                    continue;
                var file = from.FileOf(named[i].Hash);
                if (!IsWhole(file, named[i]))
                    throw new DatabaseException(
                        $"The file {file} is {(File.Exists(file) ? "damaged" : "missing")}, so the backup would not be "
                            + "whole. Run wrenlet check to see what it was."
                    );
                CopyFile(file, kept);
                (added, bytes) = (added + 1, bytes + named[i].Size);
            }

            progress?.Invoke(new("Copying files", named.Count, named.Count));
            FlushToDisk(part);
            File.Move(part, name, overwrite: true);
            return new(name, now, named.Count, added, bytes);
        }
        catch (Exception wrong) when (FullDisk.Is(wrong))
        {
            throw new DatabaseException(
                $"There is no room for a backup on the disk of {to}. Free some, or have backups made in another folder.",
                wrong
            );
        }
        catch (SqliteException wrong)
        {
            throw new DatabaseException($"{from.Database} cannot be read: {wrong.Message}", wrong);
        }
        finally
        {
            File.Delete(part);
            // SQLite leaves it where it could not go on.
            File.Delete(part + "-journal");
        }
    }

    /// <summary>The backups in a folder with their moments (UTC), the newest first; none where there is no such
    /// folder.</summary>
    public static IReadOnlyList<(string Database, DateTime At)> All(string folder) =>
        !Directory.Exists(folder)
            ? []
            :
            [
                .. Directory
                    .EnumerateFiles(folder, "wrenlet-*.db")
                    .Select(f => (f, At: MomentOf(f)))
                    .Where(b => b.At is not null)
                    .Select(b => (b.f, b.At!.Value))
                    .OrderByDescending(b => b.Value),
            ];

    /// <summary>Takes old backups away, and the files that none of those left names.</summary>
    /// <param name="folder">The folder of backups.</param>
    /// <param name="kept">How many stay: at least one.</param>
    /// <returns>How many backups went.</returns>
    public static int Thin(string folder, int kept)
    {
        var all = All(folder);
        var old = all.Skip(Math.Max(1, kept)).ToList();
        if (old.Count == 0)
            return 0;
        foreach (var (database, _) in old)
            File.Delete(database);
        var named = all.Take(Math.Max(1, kept))
            .SelectMany(b => FilesOf(b.Database))
            .Select(f => Convert.ToHexStringLower(f.Hash))
            .ToHashSet();
        var files = Path.Combine(folder, "files");
        foreach (
            var file in Directory.Exists(files) ? Directory.EnumerateFiles(files, "*", SearchOption.AllDirectories) : []
        )
            if (!named.Contains(Path.GetFileName(file)))
                File.Delete(file);
        return old.Count;
    }

    /// <summary>Puts a backup in the place of what is in a data folder; what was there is moved aside.</summary>
    /// <param name="folder">The folder of backups.</param>
    /// <param name="backup">One of its databases; null for the newest.</param>
    /// <param name="to">Where it is put. The caller holds its lock.</param>
    /// <param name="progress">Is told how far it is; null for nobody.</param>
    /// <exception cref="DatabaseException">There is no such backup, or it is damaged; nothing was changed then.</exception>
    public static RestoredBackup Restore(
        string folder,
        string? backup,
        DataFolder to,
        Action<Progress>? progress = null
    )
    {
        ArgumentNullException.ThrowIfNull(to);
        var all = All(folder);
        if (all.Count == 0)
            throw new DatabaseException($"There is no backup in {folder}.");
        var chosen = backup is null
            ? all[0].Database
            : all.Select(b => b.Database)
                .FirstOrDefault(b => Path.GetFileName(b) == Path.GetFileName(backup) || b == Path.GetFullPath(backup))
                ?? throw new DatabaseException(
                    $"There is no backup {backup} in {folder}. There are: "
                        + string.Join(", ", all.Select(b => Path.GetFileName(b.Database)))
                        + "."
                );
        if (Soundness.Of(chosen, whole: true) is { Count: > 0 } wrong)
            throw new DatabaseException(
                $"{chosen} is damaged ({wrong[0]}), and nothing was changed. Choose an older one."
            );
        Directory.CreateDirectory(to.Path);
        var part = to.Database + ".part";
        File.Copy(chosen, part, overwrite: true);
        var named = FilesOf(chosen);
        var missing = new List<string>();
        for (var i = 0; i < named.Count; i++)
        {
            progress?.Invoke(new("Putting files back", i, named.Count));
            if (IsWhole(to.FileOf(named[i].Hash), named[i]))
                continue;
            var kept = DataFolder.FileOf(Path.Combine(folder, "files"), named[i].Hash);
            if (IsWhole(kept, named[i]))
                CopyFile(kept, to.FileOf(named[i].Hash));
            else
                missing.Add(Convert.ToHexStringLower(named[i].Hash));
        }

        progress?.Invoke(new("Putting files back", named.Count, named.Count));
        FlushToDisk(part);
        var aside = MoveAside(to);
        File.Move(part, to.Database);
        return new(chosen, aside, missing);
    }

    /// <summary>The files that a database names, each once.</summary>
    internal static IReadOnlyList<NamedFile> FilesOf(string database)
    {
        using var connection = OpenToRead(database);
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT sha256, max(size) FROM file GROUP BY sha256";
        using var rows = command.ExecuteReader();
        var files = new List<NamedFile>();
        while (rows.Read())
            files.Add(new(rows.GetFieldValue<byte[]>(0), rows.GetInt64(1)));
        return files;
    }

    /// <summary>Whether a file is there with the very bytes that its name says.</summary>
    internal static bool IsWhole(string path, NamedFile file)
    {
        if (new FileInfo(path) is not { Exists: true } there || there.Length != file.Size)
            return false;
        using var bytes = File.OpenRead(path);
        return SHA256.HashData(bytes).AsSpan().SequenceEqual(file.Hash);
    }

    /// <summary>Copies a file so that it is either there as a whole or not at all.</summary>
    internal static void CopyFile(string from, string to)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(to)!);
        var part = to + ".part";
        File.Copy(from, part, overwrite: true);
        FlushToDisk(part);
        File.Move(part, to, overwrite: true);
    }

    internal static SqliteConnection OpenToRead(string database)
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = database,
                Mode = SqliteOpenMode.ReadOnly,
                Pooling = false,
            }.ToString()
        );
        connection.Open();
        return connection;
    }

    private static void Copy(string from, string to)
    {
        using var source = OpenToRead(from);
        using var target = new SqliteConnection(
            new SqliteConnectionStringBuilder { DataSource = to, Pooling = false }.ToString()
        );
        target.Open();
        source.BackupDatabase(target);
        using var command = target.CreateCommand();
        // A copy is one file: it needs no log beside it.
        command.CommandText = "PRAGMA journal_mode = DELETE";
        command.ExecuteNonQuery();
    }

    private static string? MoveAside(DataFolder folder)
    {
        var before = folder.Database + ".before-restore";
        for (var n = 2; File.Exists(before); n++)
            before = folder.Database + ".before-restore-" + n.ToString(CultureInfo.InvariantCulture);
        foreach (var end in new[] { "-wal", "-shm" })
            if (File.Exists(folder.Database + end))
                File.Move(folder.Database + end, before + end, overwrite: true);
        if (!File.Exists(folder.Database))
            return null;
        File.Move(folder.Database, before);
        return before;
    }

    private static DateTime? MomentOf(string database) =>
        DateTime.TryParseExact(
            Path.GetFileNameWithoutExtension(database)["wrenlet-".Length..],
            Moment,
            CultureInfo.InvariantCulture,
            DateTimeStyles.AssumeUniversal | DateTimeStyles.AdjustToUniversal,
            out var at
        )
            ? at
            : null;

    private static void FlushToDisk(string file)
    {
        using var written = new FileStream(file, FileMode.Open, FileAccess.ReadWrite);
        written.Flush(flushToDisk: true);
    }
}
