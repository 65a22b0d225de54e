using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Background;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Keeping;

namespace Wrenlet.Server.Keeping;

/// <summary>
/// Makes a backup a night, keeps as many as were asked for, and tells administrators when one fails or the newest is older
/// than two days. Goes by the machine's clock: a firm's clock that stands still keeps nothing.
/// </summary>
internal sealed class Backups(
    DataFolder folder,
    Settings settings,
    WhoIsWho who,
    Administrators administrators,
    Stuck stuck,
    TimeProvider machine,
    LogBook book,
    ILogger<Backups> log
) : BackgroundService
{
    /// <summary>Older than this, those who set the firm up are told.</summary>
    public static readonly Duration TooOld = Duration.FromDays(2);

    private static readonly TimeSpan Pause = TimeSpan.FromMinutes(1);
    private readonly SemaphoreSlim _one = new(1);
    private Instant? _toldOld;

    /// <summary>What became of the last one that was tried since the start; null while none was.</summary>
    public (Instant At, MadeBackup? Made, string? Wrong)? Last { get; private set; }

    /// <summary>The newest backup there is; null for none.</summary>
    public Instant? Newest =>
        Backup.All(settings.BackupFolder) is [var newest, ..] ? Instant.FromDateTimeUtc(newest.At) : null;

    private Instant Now => Instant.FromDateTimeOffset(machine.GetUtcNow());

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Pause, machine);
        try
        {
            while (await timer.WaitForNextTickAsync(stoppingToken))
                await stuck.Try(
                    DueWork.Loop("Looking after backups", "the data folder", () => Look(stoppingToken)),
                    stoppingToken
                );
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops.
        }
    }

    /// <summary>Makes the backup that is due, if one is.</summary>
    public async Task Look(CancellationToken cancellation)
    {
        if (settings.BackupsKept == 0 || who.Current.Firm is not { } firm)
            return;
        var night = new LocalTime(settings.BackupAt.Hour, settings.BackupAt.Minute);
        if (Nightly.IsDue(Newest, Last?.At, Now, night, firm.Calendar.Zone))
            await Make(cancellation);
        if (Newest is { } newest && Now - newest > TooOld && (_toldOld is not { } told || Now - told > TooOld))
        {
            _toldOld = Now;
            await administrators.Tell("The newest backup is older than two days.");
        }
    }

    /// <summary>Removes all but the newest, for the room that they take.</summary>
    /// <returns>How many went.</returns>
    public async Task<int> KeepNewest(CancellationToken cancellation)
    {
        await _one.WaitAsync(cancellation);
        try
        {
            return await Task.Run(() => Backup.Thin(settings.BackupFolder, 1), cancellation);
        }
        finally
        {
            _one.Release();
        }
    }

    /// <summary>Makes one now, after any that is being made.</summary>
    /// <returns>What was made; null when it failed, which is told then.</returns>
    public async Task<MadeBackup?> Make(CancellationToken cancellation)
    {
        await _one.WaitAsync(cancellation);
        try
        {
            var at = Now;
            var made = await Task.Run(
                () => Backup.Make(folder, settings.BackupFolder, at.ToDateTimeUtc(), cancellation: cancellation),
                cancellation
            );
            Last = (at, made, null);
            await book.Add(null, LogKind.ByItself, ("Backup made", $"{made.Files} files, {made.New} of them new"));
            log.LogInformation(
                "A backup was made: {Files} files, {New} new, {Bytes} bytes",
                made.Files,
                made.New,
                made.Bytes
            );
            if (settings.BackupsKept > 0)
                Backup.Thin(settings.BackupFolder, settings.BackupsKept);
            return made;
        }
        catch (Exception wrong) when (wrong is DatabaseException or IOException or UnauthorizedAccessException)
        {
            Last = (Now, null, wrong.Message);
            log.LogError(wrong, "The backup failed");
            await book.Add(null, LogKind.ByItself, ("Backup failed", wrong.Message));
            await administrators.Tell($"The backup failed. {wrong.Message}");
            return null;
        }
        finally
        {
            _one.Release();
        }
    }

    public override void Dispose()
    {
        _one.Dispose();
        base.Dispose();
    }
}
