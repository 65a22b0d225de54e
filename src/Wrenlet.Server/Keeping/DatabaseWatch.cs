using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.People;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Background;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Keeping;

namespace Wrenlet.Server.Keeping;

/// <summary>
/// Looks for damaged pages: quickly right after the start, beside the first visits, and thoroughly each week. What is found
/// is told to administrators; everything that can still be read goes on being served.
/// </summary>
internal sealed class DatabaseWatch(
    DataFolder folder,
    WhoIsWho who,
    WriteQueue writes,
    Stuck stuck,
    TimeProvider machine,
    FirmClock clock,
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
        if (Damage.Count == 0 || before.Count > 0)
            return;
        log.LogCritical("The database is damaged: {Damage}", string.Join("; ", Damage));
        await writes.Run(w =>
        {
            foreach (var person in who.Current.Staff.Where(p => p.May(Right.SetUp)).Select(p => p.Id))
                Telling.Write(
                    w,
                    new Alert(person, AlertReason.Stuck),
                    new Told(
                        null,
                        new Place.Own(person),
                        Thing.Working,
                        clock.Now,
                        $"The database is damaged: {Damage[0]}. What can be read is still there. Put a backup in its place."
                    )
                );
        });
    }
}
