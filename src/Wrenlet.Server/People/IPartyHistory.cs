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

/// <summary>One docket of a party.</summary>
/// <param name="Stage">Name of the stage in which it stands.</param>
/// <param name="Things">What of the party's things it is about.</param>
public sealed record DocketOfParty(
    string Ref,
    string Subject,
    string Stage,
    bool Open,
    DateTimeOffset Made,
    IReadOnlyList<Guid> Things
);

/// <summary>An answer that one side owes the other.</summary>
/// <param name="Ours">Whether we owe it; else they do.</param>
/// <param name="Path">Where it is in the application.</param>
/// <param name="Docket">Reference of its docket; null for none.</param>
/// <param name="Words">What it is about.</param>
/// <param name="Since">Since when it is owed.</param>
/// <param name="Due">By when it was wanted; null for no time.</param>
/// <param name="Late">Whether that is past.</param>
/// <param name="From">Who owes it, in a word; null for whoever answers first.</param>
public sealed record OwedAnswer(
    bool Ours,
    string Path,
    string? Docket,
    string Words,
    DateTimeOffset Since,
    DateTimeOffset? Due,
    bool Late,
    string? From
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

    /// <summary>The dockets that are done with it or are about things of its, the newest first.</summary>
    IReadOnlyList<DocketOfParty> Dockets(SqlSession session, PartyId party, Person viewer);
}

/// <summary>Answers that are owed between us and a party, of what a viewer sees. Each part knows its own.</summary>
public interface IOwedAnswers
{
    /// <summary>What is owed, in no order.</summary>
    IEnumerable<OwedAnswer> Between(SqlSession session, Party party, Person viewer, Instant now);
}
