using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Pages;
using Wrenlet.Storage;

namespace Wrenlet.Server.People;

/// <summary>One conversation in a party's history.</summary>
public sealed record HistoryRow(
    Guid Conversation,
    string? Docket,
    string Subject,
    bool Open,
    DateTimeOffset? LastAt,
    string LastWords
);

/// <summary>How a party stands in what was said with it, of what a viewer sees.</summary>
/// <param name="Dockets">References of the dockets in which it is spoken with.</param>
/// <param name="Open">How many of its conversations are open.</param>
/// <param name="LastAt">When something was last said; null for never.</param>
public sealed record PartyTalk(IReadOnlyList<string> Dockets, int Open, Instant? LastAt);

/// <summary>What was said with parties. It is known to the part that has the conversations.</summary>
public interface IPartyHistory
{
    /// <summary>How a party stands.</summary>
    PartyTalk Talk(SqlSession session, PartyId party, Person viewer);

    /// <summary>Its conversations, the one with the newest words first.</summary>
    IReadOnlyList<HistoryRow> Rows(SqlSession session, PartyId party, Person viewer);
}
