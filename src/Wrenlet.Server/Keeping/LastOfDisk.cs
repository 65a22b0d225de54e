using System.Security.Cryptography;
using Wrenlet.Storage.Keeping;

namespace Wrenlet.Server.Keeping;

/// <summary>
/// A megabyte or two of the disk that hold nothing. When other programs have filled all the rest they are given up, so that an
/// administrator can still sign in and make room; they are taken again when there is room.
/// </summary>
/// <param name="free">Bytes that are free on the disk.</param>
internal sealed class LastOfDisk(DataFolder folder, Func<long> free, ILogger<LastOfDisk> log)
{
    /// <summary>So many bytes are held back.</summary>
    public const int Held = 2 << 20;

    private readonly string _file = folder.Spare;
    private readonly Lock _lock = new();

    /// <summary>Bytes that are free on the disk.</summary>
    public long Free() => free();

    /// <summary>Holds them back, unless they are already; where the disk has no room for them it is tried with the next look.</summary>
    public void Hold()
    {
        lock (_lock)
        {
            if (File.Exists(_file))
                return;
            try
            {
                // Not zeros, which some file systems keep in no room at all.
                File.WriteAllBytes(_file, RandomNumberGenerator.GetBytes(Held));
            }
            catch (IOException mishap) when (FullDisk.Is(mishap))
            {
                log.LogWarning(mishap, "No room could be held back on the disk");
                File.Delete(_file);
            }
        }
    }

    /// <summary>Gives them up, where they are held back.</summary>
    public void GiveUp()
    {
        lock (_lock)
            File.Delete(_file);
    }
}
