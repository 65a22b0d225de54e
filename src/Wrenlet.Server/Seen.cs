using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Server;

/// <summary>Finds things as one viewer sees them: what they do not see is not there.</summary>
internal static class Seen
{
    /// <summary>
    /// A docket by its reference, such as J-1042; null when there is none or the viewer does not see it.
    /// </summary>
    public static Docket? Docket(SqlSession session, string? reference, Person viewer) =>
        DocketRef.Parse(reference ?? "") is { } parsed
        && DocketStore.Find(session, parsed) is { } docket
        && viewer.MaySee(docket.Place)
            ? docket
            : null;

    /// <summary>A conversation; null when there is none or the viewer does not see it.</summary>
    public static Conversation? Conversation(SqlSession session, Guid id, Person viewer) =>
        ConversationStore.Find(session, new ConversationId(id)) is { } conversation && viewer.MaySee(conversation.Place)
            ? conversation
            : null;

    /// <summary>An entry with its conversation; null when there is none or the viewer does not see it.</summary>
    public static (Entry Entry, Conversation Conversation)? Entry(SqlSession session, EntryId id, Person viewer) =>
        EntryStore.Find(session, id) is { } entry
        && ConversationStore.Find(session, entry.Conversation) is { } conversation
        && TalkReading.Sees(viewer, conversation, entry)
            ? (entry, conversation)
            : null;
}
