using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Pages.Later;

/// <summary>Makes views of what leaves later.</summary>
internal static class LaterViews
{
    /// <summary>What leaves later in conversations that the viewer sees, as far as it is shown to them.</summary>
    public static IReadOnlyList<LaterView> In(
        SqlSession session,
        IReadOnlyList<Conversation> conversations,
        Person viewer,
        Roster roster
    ) =>
        conversations.Count == 0
            ? []
            :
            [
                .. LaterStore
                    .In(session, [.. conversations.Select(c => c.Key)])
                    .Where(m => m.IsShownTo(viewer.Id, conversations.First(c => c.Id == m.Conversation).Audience))
                    .Select(m => Of(m, viewer, roster)),
            ];

    /// <summary>One of them.</summary>
    public static LaterView Of(LaterMessage message, Person viewer, Roster roster)
    {
        var entry = Leaving.Read(message);
        return new(
            message.Id.Value,
            message.Conversation.Value,
            PersonView.Of(roster.Find(message.Author)!),
            message.Leaves.ToDateTimeOffset(),
            entry.Body,
            EntryText.FromMarkdown(entry.Body).Html,
            entry.Files?.Count ?? 0,
            entry.Ask is not null ? "ask"
                : entry.Meeting is not null ? "meeting"
                : null,
            message.Held,
            message.Author == viewer.Id,
            message.Circular is not null
        );
    }
}
