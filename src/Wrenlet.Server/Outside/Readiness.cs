using Microsoft.Extensions.Diagnostics.HealthChecks;
using Wrenlet.Server.Keeping;
using Wrenlet.Storage;
using Wrenlet.Storage.Keeping;

namespace Wrenlet.Server.Outside;

/// <summary>Whether the server can do its work: a write reaches the disk, there is room on it, and the database is whole.
/// That it is up to date is settled before it listens.</summary>
internal sealed class Readiness(WriteQueue writes, DatabaseWatch watch, Settings settings) : IHealthCheck
{
    /// <summary>Fewer free bytes than this are told.</summary>
    private const long LittleRoom = 200L * 1024 * 1024;

    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(5);

    public async Task<HealthCheckResult> CheckHealthAsync(
        HealthCheckContext context,
        CancellationToken cancellationToken = default
    )
    {
        try
        {
            await writes.Run(Soundness.TryWriting).WaitAsync(Patience, cancellationToken);
        }
        catch (Exception wrong)
            when (wrong is TimeoutException or Microsoft.Data.Sqlite.SqliteException or ObjectDisposedException)
        {
            return HealthCheckResult.Unhealthy("The database cannot be written.", wrong);
        }

        if (watch.Damage.Count > 0)
            return HealthCheckResult.Degraded("The database is damaged.");
        return DatabaseWatch.Free(settings) < LittleRoom
            ? HealthCheckResult.Degraded("There is little room left on the disk.")
            : HealthCheckResult.Healthy();
    }
}
