using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Server.Dockets;

/// <summary>Makes dockets where work begins.</summary>
public sealed class DocketMaking(WriteQueue writes)
{
    /// <summary>Opens a ticket with its inside conversation, owned by whoever opens it.</summary>
    public Task<Docket> Ticket(string subject, Person by, Instant at) => writes.Run(w =>
    {
        var docket = new Docket(0, new DocketId(Guid.CreateVersion7()), DocketStore.NextRef(w.Session, DocketKind.Ticket), subject, "", by.Id, 0, Priority.Normal, true, DocketSight.Open);
        DocketStore.Add(w.Session, docket, at);
        ConversationStore.Add(w.Session, new ConversationId(Guid.CreateVersion7()), Audience.Inside, docket.Id, null, null, null, null, subject);
        w.Log(new Change(ChangeKinds.DocketChanged, docket.Id.Value, docket.Place, Thing.Working, at, by.Id, docket.Id));
        return DocketStore.Find(w.Session, docket.Ref)!;
    });
}
