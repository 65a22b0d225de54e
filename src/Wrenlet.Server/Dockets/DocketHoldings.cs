using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Server.Dockets;

/// <summary>The open dockets that somebody owns.</summary>
internal sealed class DocketHoldings(Dispatcher happenings) : IHoldings
{
    public IEnumerable<Holding> Of(SqlSession session, PersonId person, Instant now) =>
        DocketStore
            .OwnedBy(session, person)
            .Select(d => new Holding("docket", d.Id.Value, $"{d.Ref} {d.Subject}", d.Place));

    public void HandOn(Writing w, Holding holding, HandingOn step)
    {
        var before = DocketStore.Find(w.Session, new DocketId(holding.Id))!;
        DocketStore.Set(w.Session, before.Id, before.Subject, before.Site, step.Receiver(holding)?.Id, before.Priority);
        var after = DocketStore.Find(w.Session, before.Id)!;
        w.Log(
            new Change(
                ChangeKinds.DocketChanged,
                after.Id.Value,
                after.Place,
                Thing.Working,
                step.At,
                step.By.Id,
                after.Id
            )
        );
        happenings.Say(w, new DocketSet(before, after, step.By, step.At));
    }
}
