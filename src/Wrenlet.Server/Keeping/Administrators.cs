using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.People;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.People;
using Wrenlet.Storage;

namespace Wrenlet.Server.Keeping;

/// <summary>Those who set the firm up, and hear of what is wrong with its data.</summary>
internal sealed class Administrators(WhoIsWho who, WriteQueue writes, FirmClock clock)
{
    /// <summary>Alerts each of them.</summary>
    public Task Tell(string words)
    {
        Instant at = clock.Now;
        return writes.Run(w =>
        {
            foreach (var person in who.Current.Staff.Where(p => p.May(Right.SetUp)).Select(p => p.Id))
                Telling.Write(
                    w,
                    new Alert(person, AlertReason.Stuck),
                    new Told(null, new Place.Own(person), Thing.Working, at, words)
                );
        });
    }
}
