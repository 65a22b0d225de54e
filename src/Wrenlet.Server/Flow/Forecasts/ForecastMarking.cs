using NodaTime;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Flow;

namespace Wrenlet.Server.Flow.Forecasts;

/// <summary>Keeps how each open docket is forecast when a day begins, to tell later what has changed since.</summary>
internal sealed class ForecastMarking(Database database, WriteQueue writes, WhoIsWho who, ForecastKeeping keeping)
    : IDueWork
{
    private const int DaysKept = 30;
    private LocalDate _marked = LocalDate.MinIsoValue;

    /// <summary>One piece of work a day, from when the firm opens on.</summary>
    public IEnumerable<DueWork> Due(Instant now)
    {
        var calendar = who.Current.Firm!.Calendar;
        var today = calendar.DateOf(now);
        if (_marked == today || now < calendar.OpeningOf(today))
            return [];
        if (database.Read(s => ForecastMarkStore.Has(s, today)))
        {
            _marked = today;
            return [];
        }

        return [new("Keeping how dockets are forecast", today.ToString(), "", null, () => Mark(today))];
    }

    private async Task Mark(LocalDate today)
    {
        var forecast = await keeping.Latest(CancellationToken.None);
        await writes.Run(w =>
        {
            foreach (var docket in forecast.Input.Dockets.Select(d => d.Docket.Id))
                ForecastMarkStore.Put(w.Session, docket, today, ForecastMark.Of(forecast, docket));
            ForecastMarkStore.Forget(w.Session, today.PlusDays(-DaysKept));
        });
        _marked = today;
    }
}
