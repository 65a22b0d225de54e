using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>Finds what was said as one viewer sees it: what they do not see is not there.</summary>
internal static class SeenTalk
{
    /// <summary>A conversation; null when there is none or the viewer does not see it.</summary>
    /// <param name="thing">What of it is wanted: what is said, or how we work on it.</param>
    public static Conversation? Conversation(SqlSession session, Guid id, Person viewer, Thing thing = Thing.Said) =>
        ConversationStore.Find(session, new ConversationId(id)) is { } conversation
        && viewer.MaySee(conversation.Place, thing)
            ? conversation
            : null;

    /// <summary>An entry with its conversation; null when there is none or the viewer does not see it.</summary>
    public static (Entry Entry, Conversation Conversation)? Entry(SqlSession session, EntryId id, Person viewer) =>
        EntryStore.Find(session, id) is { } entry
        && ConversationStore.Find(session, entry.Conversation) is { } conversation
        && EntrySight.Sees(viewer, conversation, entry)
            ? (entry, conversation)
            : null;
}
