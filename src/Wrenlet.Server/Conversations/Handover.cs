using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>Gives a conversation to somebody.</summary>
public sealed class Handover(WriteQueue writes, WhoIsWho who)
{
    /// <summary>Makes a person the owner, tells them, and leaves an event in the conversation.</summary>
    /// <returns>The decision; when allowed it has been carried out.</returns>
    public Task<Decision> To(ConversationId id, Person actor, Person next, Instant at) => writes.Run(w =>
    {
        var roster = who.Current;
        if (ConversationStore.Find(w.Session, id) is not { } conversation) return new Decision(false, "There is no such conversation.");
        var queue = conversation.Queue is { } q ? roster.Queues.GetValueOrDefault(q) : null;
        var decision = Ownership.MayHandOver(actor, conversation.Owner, next, conversation.Place, queue?.Handover ?? HandoverRule.Anyone, queue?.Crew);
        if (!decision.Allowed) return decision;

        var words = next.Id == actor.Id ? $"{actor.FirstName} took this conversation"
            : conversation.Owner is { } before && before != actor.Id ? $"{actor.FirstName} handed this over from {roster.NameOf(before).Split(' ')[0]} to {next.FirstName}"
            : $"{actor.FirstName} handed this over to {next.FirstName}";
        var entry = new Entry(0, new EntryId(Guid.CreateVersion7()), id, EntryKind.Event, null, actor.Id, null, at, words, false, EntryText.FromPlain(words).Html);
        var key = EntryStore.Add(w.Session, conversation, entry, words, []);
        ConversationStore.Update(w.Session, conversation with { Owner = next.Id, LastEntry = key });
        w.Log(new Change(ChangeKinds.EntryPosted, entry.Id.Value, conversation.Place, Thing.Working, at, actor.Id, conversation.Docket?.Id, id));
        w.Log(new Change(ChangeKinds.ConversationChanged, id.Value, conversation.Place, Thing.Working, at, actor.Id, conversation.Docket?.Id, id));
        foreach (var alert in Alerting.Whom(actor.Id, conversation.Place, Thing.Working, [new Alert(next.Id, AlertReason.HandedOver)], p => roster.Find(p)))
            Telling.Tell(w, alert, actor.Id, at, id, entry.Id, null, conversation.Docket is { } docket ? $"{docket.Ref} {docket.Subject}" : conversation.Subject);
        return decision;
    });
}
