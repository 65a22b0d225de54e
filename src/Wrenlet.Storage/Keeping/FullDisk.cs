using Microsoft.Data.Sqlite;

namespace Wrenlet.Storage.Keeping;

/// <summary>Tells a full disk from other mishaps.</summary>
public static class FullDisk
{
    // SQLITE_FULL, and Linux's ENOSPC as .NET hands it on.
    private const int Full = 13;
    private const int NoSpace = 28;

    /// <summary>Whether something failed because a disk has no room left.</summary>
    /// <param name="mishap">What was thrown.</param>
    public static bool Is(Exception mishap) =>
        mishap is SqliteException { SqliteErrorCode: Full } or IOException { HResult: NoSpace };
}
