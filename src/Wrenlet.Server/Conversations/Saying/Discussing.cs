using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>
/// What came of changing an entry: the entry as it stands, whether someone was quicker, and why not; nothing where it
/// is not seen.
/// </summary>
public sealed record EntryOutcome(Entry? Entry, bool Stale = false, PostRefusal? Refusal = null);

/// <summary>Edits and removes entries, gives them signs, pins them, and keeps how far people have read.</summary>
internal sealed class Discussing(WriteQueue writes, WhoIsWho who, Pointing pointing, Dispatcher happenings)
{
    /// <summary>Writes new words for an entry; people tagged for the first time are told.</summary>
    /// <param name="version">The version that the editor saw.</param>
    public Task<EntryOutcome> Edit(EntryId id, int version, Person author, string body, Instant at)
    {
        return writes.Run(w =>
        {
            if (Changeable(w, id, author) is not ({ } entry, { } conversation, var refusal))
                return new EntryOutcome(null);
            var roster = who.Current;
            body = pointing.Discreet(w.Session, body, conversation.Place, roster);
            if (refusal is not null)
                return new EntryOutcome(entry, Refusal: refusal);
            if (entry.Version != version)
                return new EntryOutcome(entry, Stale: true);
            var words = EntryText.FromMarkdown(body);
            var tagged = Tags.Of(words, conversation, roster);
            if (!tagged.Unseeing.IsEmpty)
                return new EntryOutcome(entry, Refusal: Tags.Refusal(tagged.Unseeing));
            if (entry.Body == body)
                return new EntryOutcome(entry);
            var before = Tags.Of(EntryText.FromMarkdown(entry.Body), conversation, roster);
            EntryMarkStore.Edit(w.Session, entry, body, words.Html, words.Plain, at);
            EntryStore.SetTags(w.Session, entry.Key, words.Tags.Select(t => (TagLink.Word(t.Kind), t.Target)));
            EventLines.EntryChanged(w, entry, conversation, author.Id, at, Thing.Working);
            happenings.Say(w, new EntryEdited(conversation, entry, words, tagged.Without(before), author, at));
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
            EntryMarkStore.Remove(w.Session, entry, at);
            LogStore.Add(
                w.Session,
                at,
                author.Id,
                LogKind.Removed,
                "removed something they said",
                conversation.Docket is { } docket ? $"{docket.Ref}" : StoredWords.Audiences.Of(conversation.Audience)
            );
            happenings.Say(w, new EntryRemoved(conversation, entry, author, at));
            EventLines.EntryChanged(w, entry, conversation, author.Id, at, Thing.Working);
            Pinned(w, conversation, author, at);
            return new EntryOutcome(EntryStore.FindByKey(w.Session, entry.Key));
        });

    /// <summary>Takes away a note that a rule left, as long as nobody has answered or changed it.</summary>
    /// <returns>Whether it was taken away.</returns>
    internal bool RemoveByRule(Writing w, EntryId id, Person by, Instant at)
    {
        if (
            EntryStore.Find(w.Session, id) is not { Removed: null, Version: 1 } entry
            || ConversationStore.Find(w.Session, entry.Conversation) is not { } conversation
            || EntryStore.After(w.Session, conversation.Key, entry.Key).Any(e => e.RepliesTo == entry.Key)
        )
            return false;
        EntryMarkStore.Remove(w.Session, entry, at);
        happenings.Say(w, new EntryRemoved(conversation, entry, by, at));
        EventLines.EntryChanged(w, entry, conversation, by.Id, at, Thing.Working);
        return true;
    }

    /// <summary>
    /// Gives an entry a sign, or takes one's own back. Its author is not told: signs are there to spare words.
    /// </summary>
    public Task<EntryOutcome> Sign(EntryId id, Person person, string sign, bool given, Instant at) =>
        writes.Run(w =>
        {
            if (SeenTalk.Entry(w.Session, id, person) is not var (entry, conversation))
                return new EntryOutcome(null);
            if (entry.Kind is EntryKind.Event || entry.Removed is not null)
                return new EntryOutcome(entry, Refusal: PostRefusal.For("There is nothing here to react to."));
            if (EntryMarkStore.SetSign(w.Session, entry.Key, person.Id, sign, given, at))
                EventLines.EntryChanged(w, entry, conversation, person.Id, at, Thing.Working);
            return new EntryOutcome(EntryStore.FindByKey(w.Session, entry.Key));
        });

    /// <summary>Sets what a conversation keeps at hand.</summary>
    /// <returns>Why not; null when it is done.</returns>
    public Task<string?> Pin(ConversationId id, Person person, IReadOnlyList<EntryId> entries, Instant at) =>
        writes.Run(w =>
        {
            if (SeenTalk.Conversation(w.Session, id.Value, person) is not { } conversation)
                return "There is no such conversation, or you cannot see it.";
            var found = entries.Select(e => EntryStore.Find(w.Session, e)).ToList();
            if (found.Any(e => e is null || e.Conversation != id || e.Removed is not null || e.Kind is EntryKind.Event))
                return "Only entries of this conversation can be pinned in it. Load the page again.";
            EntryMarkStore.SetPins(w.Session, conversation.Key, entries, person.Id, at);
            Pinned(w, conversation, person, at);
            return null;
        });

    /// <summary>Says how far someone has read.</summary>
    /// <returns>Whether there is such a conversation for them.</returns>
    public Task<bool> Read(ConversationId id, Person person, long upTo, Instant at) =>
        writes.Run(w =>
        {
            if (SeenTalk.Conversation(w.Session, id.Value, person) is not { } conversation)
                return false;
            if (
                EntryMarkStore.Read(
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

    private static (Entry? Entry, Conversation? Conversation, PostRefusal? Refusal) Changeable(
        Writing w,
        EntryId id,
        Person person
    )
    {
        if (SeenTalk.Entry(w.Session, id, person) is not var (entry, conversation))
            return default;
        var verdict = Changing.MayChange(person, entry.Kind, entry.Via, entry.Author, entry.Removed is not null);
        return (entry, conversation, verdict.Allowed ? null : PostRefusal.For(verdict.Reason));
    }
}
