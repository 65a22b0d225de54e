using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>The queues of whose late replies somebody is told.</summary>
internal sealed class QueueHoldings : IHoldings
{
    public IEnumerable<Holding> Of(SqlSession session, PersonId person, Instant now) =>
        PeopleStore
            .Load(session)
            .Queues.Values.Where(q => q.LateTo == person)
            .Select(q => new Holding("queue", q.Id, q.Name, new Place.Firm()));

    public void HandOn(Writing w, Holding holding, HandingOn step)
    {
        var queue = PeopleStore.Load(w.Session).Queues[holding.Id];
        PeopleStore.SetQueue(w.Session, queue with { LateTo = step.Receiver(holding)?.Id });
        w.Log(new Change(ChangeKinds.QueuesChanged, queue.Id, new Place.Firm(), Thing.Working, step.At, step.By.Id));
    }
}
