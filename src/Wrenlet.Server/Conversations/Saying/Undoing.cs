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
            SeenTalk.Entry(w.Session, id, actor) is var (entry, conversation)
            && entry.Author == actor.Id
            && TakeBack(w, entry, conversation, at)
                ? entry.Body
                : null
        );

    /// <summary>Takes out what a rule wrote and has not left yet, whoever made the rule.</summary>
    /// <returns>Whether it was still there.</returns>
    internal bool TakeBack(Writing w, EntryId id, Instant at) =>
        EntryStore.Find(w.Session, id) is { } entry
        && ConversationStore.Find(w.Session, entry.Conversation) is { } conversation
        && TakeBack(w, entry, conversation, at);

    private bool TakeBack(Writing w, Entry entry, Conversation conversation, Instant at)
    {
        if (OutgoingStore.StopLeaving(w.Session, entry.Key) is not { } kept)
            return false;
        happenings.Say(w, new EntryTakenBack(entry.Key));
        EntryStore.TakeOut(w.Session, entry.Key);
        ConversationStore.Update(
            w.Session,
            conversation.Without(
                KeptBefore.Read(kept),
                EntryStore.After(w.Session, conversation.Key, entry.Key),
                entry.Author!.Value,
                EntryStore.Newest(w.Session, conversation.Key)
            )
        );
        EventLines.Log(w, ChangeKinds.EntryTakenBack, entry.Id.Value, conversation, Thing.Working, entry.Author, at);
        EventLines.Changed(w, conversation, entry.Author, at);
        return true;
    }

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
