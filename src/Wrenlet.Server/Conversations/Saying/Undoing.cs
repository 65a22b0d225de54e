using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>Takes back what has not left yet, and sends what rests.</summary>
public sealed class Undoing(WriteQueue writes, Dispatcher happenings)
{
    /// <summary>Takes an entry out again, and puts the conversation back as it would stand without it.</summary>
    /// <returns>
    /// The words, for their writer to go on with; null when it has left, is not theirs, or is not there.
    /// </returns>
    public Task<string?> TakeBack(EntryId id, Person actor, Instant at) =>
        writes.Run(w =>
        {
            if (
                SeenTalk.Entry(w.Session, id, actor) is not var (entry, conversation)
                || entry.Author != actor.Id
                || OutgoingStore.StopLeaving(w.Session, entry.Key) is not { } kept
            )
                return null;
            happenings.Say(w, new EntryTakenBack(entry.Key));
            EntryStore.TakeOut(w.Session, entry.Key);
            ConversationStore.Update(
                w.Session,
                conversation.Without(
                    KeptBefore.Read(kept),
                    EntryStore.After(w.Session, conversation.Key, entry.Key),
                    actor.Id,
                    EntryStore.Newest(w.Session, conversation.Key)
                )
            );
            EventLines.Log(w, ChangeKinds.EntryTakenBack, id.Value, conversation, Thing.Working, actor.Id, at);
            EventLines.Changed(w, conversation, actor.Id, at);
            return entry.Body;
        });

    /// <summary>Makes what waits or rests leave at once.</summary>
    /// <returns>Whether there was something to send.</returns>
    public Task<bool> SendNow(EntryId id, Person actor, Instant at) =>
        writes.Run(w =>
        {
            if (
                SeenTalk.Entry(w.Session, id, actor) is not var (entry, conversation)
                || entry.Delivery is not { Sent: false }
            )
                return false;
            OutgoingStore.SendNow(w.Session, entry.Key);
            EventLines.EntryChanged(w, entry, conversation, actor.Id, at);
            return true;
        });
}
