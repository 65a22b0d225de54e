using System.Diagnostics;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;

namespace Wrenlet.Server.Flow.Forecasts;

/// <summary>
/// The firm's forecast, made anew when what it is made of has changed or some time has passed. Where making it takes long, who
/// asks meanwhile gets the one before, and is told that a new one is being made.
/// </summary>
public sealed class ForecastKeeping : IDisposable
{
    private static readonly Duration Fresh = Duration.FromMinutes(5);
    private static readonly TimeSpan Long = TimeSpan.FromMilliseconds(400);
    private static readonly HashSet<string> Beside =
    [
        ChangeKinds.EntryPosted,
        ChangeKinds.EntryTakenBack,
        ChangeKinds.EntryChanged,
        ChangeKinds.PinsChanged,
        ChangeKinds.ConversationRead,
        ChangeKinds.AlertGiven,
        ChangeKinds.AlertRead,
        ChangeKinds.DiscussionChanged,
        ChangeKinds.SheetMade,
        ChangeKinds.SheetRevised,
        ChangeKinds.SheetChanged,
    ];

    private readonly Database _database;
    private readonly FirmKinds _kinds;
    private readonly WhoIsWho _who;
    private readonly FirmClock _clock;
    private readonly ILogger<ForecastKeeping> _log;
    private readonly SemaphoreSlim _making = new(1, 1);
    private volatile Made? _made;
    private int _edition;

    /// <summary>Listens to what is committed.</summary>
    public ForecastKeeping(
        Database database,
        WriteQueue writes,
        FirmKinds kinds,
        WhoIsWho who,
        FirmClock clock,
        ILogger<ForecastKeeping> log
    )
    {
        ArgumentNullException.ThrowIfNull(writes);
        (_database, _kinds, _who, _clock, _log) = (database, kinds, who, clock, log);
        writes.Committed += changes =>
        {
            if (changes.Any(c => !Beside.Contains(c.Kind)))
                Interlocked.Increment(ref _edition);
        };
    }

    /// <summary>
    /// The forecast of this moment; or the one before, where that knows the docket and a new one takes long: it is then being made.
    /// </summary>
    /// <param name="docket">The docket that is asked for; null for all.</param>
    /// <param name="cancelled">Ends the waiting for it.</param>
    public async Task<(FirmForecast Forecast, bool BeingMade)> Now(DocketId? docket, CancellationToken cancelled)
    {
        if (_made is { } made)
        {
            if (IsFresh(made))
                return (made.Forecast, false);
            if (made.Took > Long && (docket is not { } one || !made.Forecast.MomentsOf(one).IsEmpty))
            {
                _ = MakeAside();
                return (made.Forecast, true);
            }
        }

        return (await Latest(cancelled), false);
    }

    /// <summary>The forecast of this moment, however long it takes.</summary>
    /// <param name="cancelled">Ends the waiting for it.</param>
    public async Task<FirmForecast> Latest(CancellationToken cancelled)
    {
        await _making.WaitAsync(cancelled);
        try
        {
            return _made is { } made && IsFresh(made) ? made.Forecast : Make();
        }
        finally
        {
            _making.Release();
        }
    }

    /// <inheritdoc/>
    public void Dispose() => _making.Dispose();

    /// <summary>Makes a new one while everybody goes on with the one they have; one at a time.</summary>
    private async Task MakeAside()
    {
        if (!await _making.WaitAsync(TimeSpan.Zero))
            return;
        try
        {
            await Task.Run(Make);
        }
        catch (Exception wrong)
        {
            // Who asks next makes it again, and is told.
            _made = null;
            _log.LogError(wrong, "The forecast could not be made.");
        }
        finally
        {
            _making.Release();
        }
    }

    private bool IsFresh(Made made) =>
        made.Edition == Volatile.Read(ref _edition) && _clock.Now - made.Forecast.Input.Now < Fresh;

    private FirmForecast Make()
    {
        var (edition, watch) = (Volatile.Read(ref _edition), Stopwatch.StartNew());
        var input = _database.Read(s => ForecastReading.Read(s, _who.Current, _kinds.Current, _clock.Now));
        var forecast = FirmForecast.Of(input);
        _made = new(forecast, edition, watch.Elapsed);
        return forecast;
    }

    private sealed record Made(FirmForecast Forecast, int Edition, TimeSpan Took);
}
