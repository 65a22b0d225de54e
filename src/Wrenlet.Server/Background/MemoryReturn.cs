namespace Wrenlet.Server.Background;

/// <summary>
/// Gives memory back to the machine once nobody is working: starting, reading a large file and a backup leave a heap that
/// the runtime would keep until it is short of memory. It happens only in a quiet half minute, as all wait while it does.
/// </summary>
/// <param name="allocated">Bytes allocated since the start: how much is going on.</param>
/// <param name="giveBack">Collects all generations and returns what is free.</param>
internal sealed class MemoryReturn(Func<long> allocated, Action giveBack) : BackgroundService
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(30);

    /// <summary>Bytes allocated in a pause up to which nobody is working: timed work looks for what is due with less.</summary>
    public const long Quiet = 4 << 20;

    /// <summary>Bytes allocated since the last time from which giving back is worth while.</summary>
    public const long Worthwhile = 12 << 20;

    private long _seen;
    private long _given;

    public MemoryReturn()
        : this(
            () => GC.GetTotalAllocatedBytes(),
            () => GC.Collect(GC.MaxGeneration, GCCollectionMode.Aggressive, blocking: true, compacting: true)
        ) { }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Pause);
        try
        {
            while (await timer.WaitForNextTickAsync(stoppingToken))
                Look();
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops.
        }
    }

    /// <summary>Gives back where it was quiet since the last look and there is something worth giving.</summary>
    public void Look()
    {
        var now = allocated();
        var quiet = now - _seen <= Quiet;
        _seen = now;
        if (!quiet || now - _given < Worthwhile)
            return;
        giveBack();
        _given = now;
    }
}
