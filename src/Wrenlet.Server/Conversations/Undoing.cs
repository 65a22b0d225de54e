using System.Text.Json;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>Takes back what has not left yet, and sends what rests.</summary>
public sealed class Undoing(WriteQueue writes)
{
    /// <summary>Takes an entry out again, and puts the conversation back as it would stand without it.</summary>
    /// <returns>The words, for their writer to go on with; null when it has left, is not theirs, or is not
    /// there.</returns>
    public Task<string?> TakeBack(EntryId id, Person actor, Instant at) =>
        writes.Run(w =>
        {
            if (
                EntryStore.Find(w.Session, id) is not { } entry
                || entry.Author != actor.Id
                || ConversationStore.Find(w.Session, entry.Conversation) is not { } conversation
            )
                return null;
            if (!actor.MaySee(conversation.Place) || EntryStore.TakeBack(w.Session, entry.Key) is not { } kept)
                return null;
            var before = JsonSerializer.Deserialize<Before>(kept)!;
            var (exchange, owner, open) = (
                before.Exchange,
                before.Owner is { } o ? new PersonId(o) : (PersonId?)null,
                before.Open
            );
            foreach (var later in EntryStore.After(w.Session, conversation.Key, entry.Key))
            {
                if (later is { Kind: EntryKind.MessageIn, Automatic: false })
                    (exchange, open) = (exchange.Received(later.At), true);
                else if (later.Kind is EntryKind.MessageOut)
                    (exchange, owner) = (exchange.Replied(later.At), Ownership.AfterReply(owner, later.Author!.Value));
            }

            // An owner who was set by hand since stays; one who came by this reply goes.
            if (conversation.Owner != actor.Id)
                owner = conversation.Owner;
            ConversationStore.Update(
                w.Session,
                conversation with
                {
                    Owner = owner,
                    Crew = owner is null && before.Crew is { } crew ? new CrewId(crew) : conversation.Crew,
                    Exchange = exchange,
                    Open = open,
                    ClosedAt = open ? before.ClosedAt : conversation.ClosedAt,
                    AsideUntil = before.AsideUntil,
                    LastEntry = EntryStore.Newest(w.Session, conversation.Key),
                }
            );
            w.Log(
                new Change(
                    ChangeKinds.EntryTakenBack,
                    id.Value,
                    conversation.Place,
                    Thing.Working,
                    at,
                    actor.Id,
                    conversation.Docket?.Id,
                    conversation.Id
                )
            );
            Posting.Changed(w, conversation, actor.Id, at);
            return entry.Body;
        });

    /// <summary>Makes what waits or rests leave at once.</summary>
    /// <returns>Whether there was something to send.</returns>
    public Task<bool> SendNow(EntryId id, Person actor, Instant at) =>
        writes.Run(w =>
        {
            if (
                EntryStore.Find(w.Session, id) is not { Delivery.Sent: false } entry
                || ConversationStore.Find(w.Session, entry.Conversation) is not { } conversation
                || !actor.MaySee(conversation.Place)
            )
                return false;
            EntryStore.SendNow(w.Session, entry.Key);
            w.Log(
                new Change(
                    ChangeKinds.EntryChanged,
                    id.Value,
                    conversation.Place,
                    Thing.Working,
                    at,
                    actor.Id,
                    conversation.Docket?.Id,
                    conversation.Id
                )
            );
            return true;
        });
}
