using System.Diagnostics.Metrics;
using NodaTime;
using Wrenlet.Server.Connections;
using Wrenlet.Server.Keeping;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Reports;

namespace Wrenlet.Server.Outside;

/// <summary>What is measured of the running server beside its requests. Figures only: nothing that anybody wrote.</summary>
internal sealed class Measures : IDisposable
{
    /// <summary>What the meter is called.</summary>
    public const string Name = "Wrenlet";

    private readonly Meter _meter = new(Name);

    public Measures(
        WriteQueue writes,
        Database database,
        LiveConnections live,
        Backups backups,
        Settings settings,
        TimeProvider machine
    )
    {
        _meter.CreateObservableGauge(
            "wrenlet.write.queue",
            () => writes.Waiting,
            description: "Changes that wait for the writer."
        );
        _meter.CreateObservableGauge(
            "wrenlet.write.queue.age",
            () => writes.WaitingFor.TotalSeconds,
            "s",
            "How long the oldest of them has waited."
        );
        _meter.CreateObservableGauge("wrenlet.live.clients", () => live.Count, description: "Live connections.");
        _meter.CreateObservableGauge(
            "wrenlet.mail.waiting",
            () => database.Read(OutgoingStore.Waiting),
            description: "Messages that have not left yet."
        );
        _meter.CreateObservableGauge(
            "wrenlet.failed.items",
            () => database.Read(StuckStore.Count),
            description: "Pieces of work that failed and wait for another try or for somebody."
        );
        _meter.CreateObservableGauge(
            "wrenlet.backup.age",
            () =>
                backups.Newest is { } newest
                    ? (Instant.FromDateTimeOffset(machine.GetUtcNow()) - newest).TotalSeconds
                    : double.NaN,
            "s",
            "How old the newest backup is; NaN where there is none."
        );
        _meter.CreateObservableGauge(
            "wrenlet.disk.free",
            () => DatabaseWatch.Free(settings),
            "By",
            "Free bytes on the disk of the data."
        );
    }

    public void Dispose() => _meter.Dispose();
}
