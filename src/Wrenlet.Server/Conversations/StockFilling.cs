using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Dockets;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>Fills the fields of stock replies with what is known where they are used.</summary>
internal static class StockFilling
{
    /// <summary>A stock reply filled for one conversation.</summary>
    /// <param name="session">Where to read.</param>
    /// <param name="stock">The stock reply.</param>
    /// <param name="conversation">Where it is used.</param>
    /// <param name="by">Who uses it.</param>
    /// <param name="kinds">The firm's kinds, whose milestones and fields it may name.</param>
    /// <param name="roster">The firm and its people.</param>
    public static FilledStock Fill(
        SqlSession session,
        StockReply stock,
        Conversation conversation,
        Person by,
        Kinds kinds,
        Roster roster
    )
    {
        var party = ConversationViews.PartyOf(conversation, roster);
        var lastWriter = EntryStore.LastIn(session, conversation.Key)?.Author is { } author
            ? roster.NameOf(author)
            : party?.Name;
        var values = conversation.Docket is { } docket
            ? NamedDates.Said(session, docket.Id, kinds, roster)
            : new(StringComparer.OrdinalIgnoreCase);
        values["party"] = party?.Name;
        values["party first name"] = lastWriter is null ? null : Names.First(lastWriter);
        values["docket"] = conversation.Docket?.Ref.ToString();
        values["subject"] = conversation.Docket?.Subject.Split(':')[0] ?? conversation.Subject;
        values["my name"] = by.Name;
        values["my first name"] = by.FirstName;
        values["firm"] = roster.Firm!.Name;
        var (body, unfilled) = StockFields.Fill(stock.Body, values, StockFields.Of(kinds));
        return new FilledStock(body, unfilled);
    }
}
