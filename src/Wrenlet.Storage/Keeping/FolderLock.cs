using System.Globalization;

namespace Wrenlet.Storage.Keeping;

/// <summary>
/// One program at a time works in a data folder. The lock is the system's own and ends with its process, however that
/// ends; beside it stands which process has it.
/// </summary>
public sealed class FolderLock : IDisposable
{
    private readonly FileStream _held;

    private FolderLock(FileStream held) => _held = held;

    /// <summary>Takes the lock.</summary>
    /// <param name="folder">The folder; it is made when it is missing.</param>
    /// <param name="what">What the process does there, for whoever finds it locked: "runs", "restores a backup".</param>
    /// <exception cref="DatabaseException">Another process works in the folder, or it cannot be written.</exception>
    public static FolderLock Take(DataFolder folder, string what)
    {
        ArgumentNullException.ThrowIfNull(folder);
        FileStream held;
        try
        {
            Directory.CreateDirectory(folder.Path);
            held = new FileStream(LockOf(folder), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        }
        catch (UnauthorizedAccessException wrong)
        {
            throw new DatabaseException($"the folder {folder.Path} cannot be written. Change its rights.", wrong);
        }
        catch (IOException wrong) when (Holder(folder) is { } holder)
        {
            throw new DatabaseException(
                $"another program works in {folder.Path}: process {holder}. End it first, or name another folder with "
                    + "--data.",
                wrong
            );
        }
        catch (IOException wrong)
        {
            throw new DatabaseException($"the folder {folder.Path} cannot be used: {wrong.Message}", wrong);
        }

        File.WriteAllText(
            HolderOf(folder),
            $"{Environment.ProcessId.ToString(CultureInfo.InvariantCulture)}, which {what}"
        );
        return new FolderLock(held);
    }

    /// <summary>Whether a program works in the folder, and which: its process and what it does; null for none.</summary>
    public static string? HeldBy(DataFolder folder)
    {
        ArgumentNullException.ThrowIfNull(folder);
        if (!File.Exists(LockOf(folder)))
            return null;
        try
        {
            using var free = new FileStream(LockOf(folder), FileMode.Open, FileAccess.ReadWrite, FileShare.None);
            return null;
        }
        catch (IOException)
        {
            return Holder(folder) ?? "(unknown)";
        }
    }

    /// <summary>Whether a program ever worked in the folder.</summary>
    internal static bool WasHeld(DataFolder folder) => File.Exists(HolderOf(folder));

    /// <inheritdoc/>
    public void Dispose() => _held.Dispose();

    private static string? Holder(DataFolder folder)
    {
        try
        {
            return File.ReadAllText(HolderOf(folder));
        }
        catch (IOException)
        {
            return null;
        }
    }

    private static string LockOf(DataFolder folder) => Path.Combine(folder.Path, "wrenlet.lock");

    private static string HolderOf(DataFolder folder) => Path.Combine(folder.Path, "wrenlet.process");
}
