using System.Globalization;
using NodaTime;
using Wrenlet.Storage.Keeping;

namespace Wrenlet.Server.Keeping;

/// <summary>Reads how the data are kept.</summary>
internal sealed class KeepingReading(Settings settings, Backups backups, DatabaseWatch watch, TimeProvider machine)
{
    public KeepingView Now()
    {
        var all = Backup.All(settings.BackupFolder);
        var newest = all is [var first, ..] ? new DateTimeOffset(first.At) : (DateTimeOffset?)null;
        return new(
            Path.GetFullPath(settings.BackupFolder),
            settings.BackupsKept,
            settings.BackupAt.ToString("HH:mm", CultureInfo.InvariantCulture),
            newest,
            all.Count,
            settings.BackupsKept > 0
                && (newest is not { } at || machine.GetUtcNow() - at > Backups.TooOld.ToTimeSpan()),
            backups.Last?.Wrong,
            watch.Damage,
            watch.LookedAt?.ToDateTimeOffset(),
            DatabaseWatch.Free(settings)
        );
    }
}
