using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>
/// What came of changing an entry: the entry as it stands, whether someone was quicker, and why not; nothing where it
/// is not seen.
/// </summary>
public sealed record EntryOutcome(Entry? Entry, bool Stale = false, PostRefusal? Refusal = null);

/// <summary>Edits and removes entries, gives them signs, pins them, and keeps how far people have read.</summary>
public sealed class Discussing(WriteQueue writes, WhoIsWho who, Answering answering, Convening convening)
{
    /// <summary>Writes new words for an entry; people tagged for the first time are told.</summary>
    /// <param name="version">The version that the editor saw.</param>
    public Task<EntryOutcome> Edit(EntryId id, int version, Person author, string body, Instant at)
    {
        return writes.Run(w =>
        {
            if (Changeable(w, id, author) is not ({ } entry, { } conversation, var refusal))
                return new EntryOutcome(null);
            body = Pointing.Discreet(w.Session, body, Pointing.Readers(conversation.Place, who.Current));
            var rendered = EntryText.FromMarkdown(body);
            if (refusal is not null)
                return new EntryOutcome(entry, Refusal: refusal);
            if (entry.Version != version)
                return new EntryOutcome(entry, Stale: true);
            var (tagged, unseeing) = Posting.ReadTags(rendered.Tags, conversation, who.Current);
            if (unseeing.Length > 0)
                return new EntryOutcome(entry, Refusal: Posting.RefuseTags(unseeing).Refusal);
            if (entry.Body == body)
                return new EntryOutcome(entry);
            var before = Posting
                .ReadTags(EntryText.FromMarkdown(entry.Body).Tags, conversation, who.Current)
                .Tagged.Select(t => t.Person)
                .ToHashSet();
            DiscussionStore.Edit(w.Session, entry, body, rendered.Html, rendered.Plain, at);
            EntryStore.SetTags(w.Session, entry.Key, rendered.Tags.Select(t => (TagLink.Word(t.Kind), t.Target)));
            Changed(w, conversation, entry, author, at);
            answering.WordsChanged(w, entry, conversation, author, at);
            foreach (
                var alert in Alerting.Whom(
                    author.Id,
                    conversation.Place,
                    Thing.Said,
                    tagged.Where(t => !before.Contains(t.Person)),
                    p => who.Current.Find(p)
                )
            )
                Telling.Tell(w, alert, author.Id, at, conversation.Id, id, null, rendered.Plain);
            return new EntryOutcome(EntryStore.FindByKey(w.Session, entry.Key));
        });
    }

    /// <summary>Takes the words of an entry away; a line stays, and what was said can be looked up.</summary>
    public Task<EntryOutcome> Remove(EntryId id, Person author, Instant at) =>
        writes.Run(w =>
        {
            if (Changeable(w, id, author) is not ({ } entry, { } conversation, var refusal))
                return new EntryOutcome(null);
            if (refusal is not null)
                return new EntryOutcome(entry, Refusal: refusal);
            DiscussionStore.Remove(w.Session, entry, at);
            answering.EntryRemoved(w, entry, conversation, author, at);
            convening.EntryRemoved(w, entry, conversation, author, at);
            Changed(w, conversation, entry, author, at);
            Pinned(w, conversation, author, at);
            return new EntryOutcome(EntryStore.FindByKey(w.Session, entry.Key));
        });

    /// <summary>
    /// Gives an entry a sign, or takes one's own back. Its author is not told: signs are there to spare words.
    /// </summary>
    public Task<EntryOutcome> Sign(EntryId id, Person person, string sign, bool given, Instant at) =>
        writes.Run(w =>
        {
            if (Seen(w, id, person) is not ({ } entry, { } conversation))
                return new EntryOutcome(null);
            if (entry.Kind is EntryKind.Event || entry.Removed is not null)
                return new EntryOutcome(
                    entry,
                    Refusal: new("There are no words here to answer with a sign.", [], [], [])
                );
            if (DiscussionStore.SetSign(w.Session, entry.Key, person.Id, sign, given, at))
                Changed(w, conversation, entry, person, at);
            return new EntryOutcome(EntryStore.FindByKey(w.Session, entry.Key));
        });

    /// <summary>Sets what a conversation keeps at hand.</summary>
    /// <returns>Why not; null when it is done.</returns>
    public Task<string?> Pin(ConversationId id, Person person, IReadOnlyList<EntryId> entries, Instant at) =>
        writes.Run(w =>
        {
            if (ConversationStore.Find(w.Session, id) is not { } conversation || !person.MaySee(conversation.Place))
                return "There is no such conversation, or you do not see it.";
            var found = entries.Select(e => EntryStore.Find(w.Session, e)).ToList();
            if (found.Any(e => e is null || e.Conversation != id || e.Removed is not null || e.Kind is EntryKind.Event))
                return "Only what stands in this conversation can be pinned in it. Load the page again.";
            DiscussionStore.SetPins(w.Session, conversation.Key, entries, person.Id, at);
            Pinned(w, conversation, person, at);
            return null;
        });

    /// <summary>Says how far someone has read.</summary>
    /// <returns>Whether there is such a conversation for them.</returns>
    public Task<bool> Read(ConversationId id, Person person, long upTo, Instant at) =>
        writes.Run(w =>
        {
            if (ConversationStore.Find(w.Session, id) is not { } conversation || !person.MaySee(conversation.Place))
                return false;
            if (
                DiscussionStore.Read(
                    w.Session,
                    conversation.Key,
                    person.Id,
                    Math.Min(upTo, EntryStore.Newest(w.Session, conversation.Key) ?? 0),
                    at
                )
            )
                w.Log(
                    new Change(
                        ChangeKinds.ConversationRead,
                        id.Value,
                        new Place.Own(person.Id),
                        Thing.Working,
                        at,
                        person.Id,
                        conversation.Docket?.Id,
                        id,
                        person.Id
                    )
                );
            return true;
        });

    private static void Changed(Writing w, Conversation conversation, Entry entry, Person by, Instant at) =>
        w.Log(
            new Change(
                ChangeKinds.EntryChanged,
                entry.Id.Value,
                conversation.Place,
                Thing.Working,
                at,
                by.Id,
                conversation.Docket?.Id,
                conversation.Id
            )
        );

    private static void Pinned(Writing w, Conversation conversation, Person by, Instant at) =>
        w.Log(
            new Change(
                ChangeKinds.PinsChanged,
                conversation.Id.Value,
                conversation.Place,
                Thing.Working,
                at,
                by.Id,
                conversation.Docket?.Id,
                conversation.Id
            )
        );

    private static (Entry? Entry, Conversation? Conversation) Seen(Writing w, EntryId id, Person person) =>
        Wrenlet.Server.Seen.Entry(w.Session, id, person) is var (entry, conversation) ? (entry, conversation) : default;

    private static (Entry? Entry, Conversation? Conversation, PostRefusal? Refusal) Changeable(
        Writing w,
        EntryId id,
        Person person
    )
    {
        if (Seen(w, id, person) is not ({ } entry, { } conversation))
            return default;
        var verdict = Changing.MayChange(person, entry.Kind, entry.Via, entry.Author, entry.Removed is not null);
        return (entry, conversation, verdict.Allowed ? null : new PostRefusal(verdict.Reason, [], [], []));
    }
}
