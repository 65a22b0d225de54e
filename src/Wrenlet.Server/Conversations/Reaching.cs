using Wrenlet.Core.Conversations;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>How the other side of a conversation can be reached, from the contacts and from how it wrote.</summary>
internal static class Reaching
{
    /// <summary>The other side, with its addresses and numbers.</summary>
    public static Reachable Of(Conversation conversation, Roster roster)
    {
        // What is said at a place of a sheet stands there, and nowhere else.
        if (conversation is { Discussed: not null, Party: { } with })
            return new(roster.Parties.GetValueOrDefault(with)?.Name ?? "the party", [], [], HasPage: true);
        if (conversation.Party is { } party)
            return new(
                roster.Parties.GetValueOrDefault(party)?.Name ?? "the party",
                [.. roster.AddressesOf(party).Select(a => new Recipient(a.Name, a.Address))],
                [.. roster.NumbersOf(party).Select(n => new Recipient(n.Name, n.Number))],
                HasPage: true,
                roster.Parties.GetValueOrDefault(party)?.Prefers
            );
        var stranger = conversation.Stranger;
        return new(
            stranger?.Name ?? "the party",
            stranger?.Address is { } address ? [new(stranger.Name, address)] : [],
            stranger?.Phone is { } phone ? [new(stranger.Name, phone)] : [],
            HasPage: false
        );
    }

    /// <summary>The way out that is usual in a conversation.</summary>
    public static Via Usual(Conversation conversation, Roster roster) =>
        Ways.Usual(Of(conversation, roster), conversation.LastInBy);

    /// <summary>Where a message goes by a way out if nobody chooses; or why it cannot go that way.</summary>
    public static WayOut Usually(SqlSession session, Conversation conversation, Roster roster, Via via)
    {
        var last =
            via is Via.Text && EntryStore.LastIn(session, conversation.Key) is { Via: Via.Text, Author: { } author }
                ? roster.NameOf(author)
                : null;
        return Ways.Usually(Of(conversation, roster), via, last);
    }
}
