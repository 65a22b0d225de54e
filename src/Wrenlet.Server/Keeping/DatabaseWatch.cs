using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Background;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage.Keeping;

namespace Wrenlet.Server.Keeping;

/// <summary>
/// Looks for damaged pages: quickly right after the start, beside the first visits, and thoroughly each week. What is found
/// is told to administrators; everything that can still be read goes on being served.
/// </summary>
internal sealed class DatabaseWatch(
    DataFolder folder,
    Administrators administrators,
    Stuck stuck,
    TimeProvider machine,
    LogBook book,
    ILogger<DatabaseWatch> log
) : BackgroundService
{
    private static readonly TimeSpan Between = TimeSpan.FromDays(7);

    /// <summary>What is wrong with the database, in words; empty when nothing was found.</summary>
    public IReadOnlyList<string> Damage { get; private set; } = [];

    /// <summary>When it was looked at last; null for not yet.</summary>
    public Instant? LookedAt { get; private set; }

    /// <summary>Bytes that are free on the disk of the data folder.</summary>
    public static long Free(Settings settings) =>
        new DriveInfo(Path.GetFullPath(settings.DataFolder)).AvailableFreeSpace;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        try
        {
            await Try(whole: false, stoppingToken);
            using var timer = new PeriodicTimer(Between, machine);
            while (await timer.WaitForNextTickAsync(stoppingToken))
                await Try(whole: true, stoppingToken);
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops.
        }
    }

    private Task<bool> Try(bool whole, CancellationToken cancellation) =>
        stuck.Try(DueWork.Loop("Looking for damage", "the database", () => Look(whole, cancellation)), cancellation);

    /// <summary>Looks at the whole database.</summary>
    public async Task Look(bool whole, CancellationToken cancellation)
    {
        var before = Damage;
        Damage = await Task.Run(() => Soundness.Of(folder.Database, whole), cancellation);
        LookedAt = Instant.FromDateTimeOffset(machine.GetUtcNow());
        if (whole || Damage.Count > 0)
            await book.Add(
                null,
                LogKind.ByItself,
                ("Database looked through", Damage.Count == 0 ? "whole" : $"damaged: {Damage[0]}")
            );
        if (Damage.Count == 0 || before.Count > 0)
            return;
        log.LogCritical("The database is damaged: {Damage}", string.Join("; ", Damage));
        await administrators.Tell(
            $"The database is damaged: {Damage[0]}. What can be read is still there. Put a backup in its place."
        );
    }
}
