namespace Wrenlet.Storage.Keeping;

/// <summary>Where the things of one firm lie in its data folder.</summary>
public sealed class DataFolder
{
    /// <summary>Names a folder; nothing is made.</summary>
    public DataFolder(string path) => Path = System.IO.Path.GetFullPath(path);

    /// <summary>The folder.</summary>
    public string Path { get; }

    /// <summary>The database.</summary>
    public string Database => In("wrenlet.db");

    /// <summary>Files, each once, under its hash.</summary>
    public string Files => In("files");

    /// <summary>What is held back of the disk, to be given up when it is full.</summary>
    public string Spare => In("wrenlet.spare");

    /// <summary>Where backups go when nobody says otherwise.</summary>
    public string Backups => In("backups");

    /// <summary>Where the bytes with a hash lie.</summary>
    /// <param name="hash">SHA-256 of the bytes.</param>
    public string FileOf(byte[] hash) => FileOf(Files, hash);

    /// <summary>Where the bytes with a hash lie in a folder of files.</summary>
    public static string FileOf(string files, byte[] hash)
    {
        var name = Convert.ToHexStringLower(hash);
        return System.IO.Path.Combine(files, name[..2], name);
    }

    /// <summary>
    /// Looks whether a new database may be made here. One that is missing beside files, backups or a half-written log was
    /// lost, and is never silently begun anew.
    /// </summary>
    /// <exception cref="DatabaseException">The folder was used, and its database is missing or empty.</exception>
    public void RefuseToBeginAnew()
    {
        if (new FileInfo(Database) is { Exists: true, Length: > 0 })
            return;
        var left = Left().ToList();
        if (left.Count > 0)
            throw new DatabaseException(
                $"{Database} is {(File.Exists(Database) ? "empty" : "missing")}, but {Path} was in use: there "
                    + $"{(left.Count == 1 ? "is" : "are")} {string.Join(" and ", left)}. Nothing was changed. Put a backup "
                    + $"in its place (wrenlet restore), or name an empty folder with --data to begin anew."
            );
    }

    private IEnumerable<string> Left()
    {
        if (new FileInfo(Database + "-wal") is { Exists: true, Length: > 0 })
            yield return "the database's log";
        if (Directory.Exists(Files) && Directory.EnumerateFileSystemEntries(Files).Any())
            yield return "files";
        if (Backup.All(Backups).Any())
            yield return "backups";
        if (FolderLock.WasHeld(this))
            yield return "the lock of an earlier start";
    }

    private string In(string name) => System.IO.Path.Combine(Path, name);
}
