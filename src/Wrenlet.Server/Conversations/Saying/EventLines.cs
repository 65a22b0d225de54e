using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>Lines about what happened, for staff only; and that something of a conversation or entry has changed.</summary>
public static class EventLines
{
    /// <summary>Leaves a line, and writes all else that the conversation has become.</summary>
    /// <param name="w">The write it belongs to.</param>
    /// <param name="conversation">The conversation as it is to be.</param>
    /// <param name="by">Who did it; null when nobody of ours did.</param>
    /// <param name="at">When.</param>
    /// <param name="words">What happened.</param>
    /// <param name="files">Files that stand with it; null for none.</param>
    /// <param name="markdown">Whether the words are Markdown.</param>
    public static Entry Add(
        Writing w,
        Conversation conversation,
        PersonId? by,
        Instant at,
        string words,
        IReadOnlyList<Attachment>? files = null,
        bool markdown = false
    )
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(conversation);
        var rendered = markdown ? EntryText.FromMarkdown(words) : EntryText.FromPlain(words);
        var entry = new Entry(
            0,
            new EntryId(Guid.CreateVersion7()),
            conversation.Id,
            EntryKind.Event,
            null,
            by,
            null,
            at,
            words,
            markdown,
            rendered.Html,
            Files: files?.Count ?? 0
        );
        entry = entry with { Key = EntryStore.Add(w.Session, conversation, entry, rendered.Plain, [])!.Value };
        FileStore.Attach(w.Session, entry.Key, files ?? []);
        ConversationStore.Update(w.Session, conversation.After(entry));
        Log(w, ChangeKinds.EntryPosted, entry.Id.Value, conversation, Thing.Working, by, at);
        Changed(w, conversation, by, at);
        return entry;
    }

    /// <summary>Says that a conversation has changed.</summary>
    public static void Changed(Writing w, Conversation conversation, PersonId? by, Instant at)
    {
        ArgumentNullException.ThrowIfNull(conversation);
        Log(w, ChangeKinds.ConversationChanged, conversation.Id.Value, conversation, Thing.Working, by, at);
    }

    /// <summary>Says that a conversation was begun.</summary>
    public static void Begun(Writing w, Conversation conversation, PersonId? by, Instant at)
    {
        ArgumentNullException.ThrowIfNull(conversation);
        Log(w, ChangeKinds.ConversationMade, conversation.Id.Value, conversation, Thing.Working, by, at);
    }

    /// <summary>
    /// Says that something of an entry has changed, to all who see it: of one that has not left, to staff only.
    /// </summary>
    public static void EntryChanged(
        Writing w,
        Entry entry,
        Conversation conversation,
        PersonId? by,
        Instant at,
        Thing? thing = null
    )
    {
        ArgumentNullException.ThrowIfNull(entry);
        var shown = entry.Delivery is { Sent: false } ? Thing.Working : EntrySight.ThingOf(entry.Kind);
        Log(w, ChangeKinds.EntryChanged, entry.Id.Value, conversation, thing ?? shown, by, at);
    }

    internal static void Log(
        Writing w,
        string kind,
        Guid subject,
        Conversation conversation,
        Thing thing,
        PersonId? by,
        Instant at
    )
    {
        ArgumentNullException.ThrowIfNull(w);
        w.Log(new Change(kind, subject, conversation.Place, thing, at, by, conversation.Docket?.Id, conversation.Id));
    }
}
