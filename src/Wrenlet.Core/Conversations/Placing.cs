using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>
/// Where something that arrived belongs: in the conversation that its references name, else in the open one with its
/// sender, else in the queue of that party's docket, else where the router is sure of, else in the unsorted queue.
/// </summary>
public static class Placing
{
    /// <summary>
    /// The conversation that a mail's references name, where its sender is of that conversation; null otherwise, so
    /// that a forwarded thread does not let a stranger in.
    /// </summary>
    /// <param name="named">What the references name; null for nothing known.</param>
    /// <param name="party">The sender's party; null for a stranger.</param>
    /// <param name="address">The sender's mail address.</param>
    public static Conversation? Referred(Conversation? named, PartyId? party, string address)
    {
        if (named is null)
            return null;
        var same = party is not null
            ? named.Party == party
            : string.Equals(named.Stranger?.Address, address, StringComparison.OrdinalIgnoreCase);
        return same ? named : null;
    }

    /// <summary>
    /// The conversation with a party that something new of theirs goes on with: the open one with the newest words,
    /// else the one with the newest words in a docket that is still open; null for neither.
    /// </summary>
    /// <param name="ofParty">All conversations with the party.</param>
    /// <param name="docketOpen">Whether the docket of one is open.</param>
    public static Conversation? GoesOn(
        IReadOnlyCollection<Conversation> ofParty,
        Func<Dockets.DocketBrief, bool> docketOpen
    )
    {
        ArgumentNullException.ThrowIfNull(docketOpen);
        return ofParty.Where(c => c.Open).MaxBy(c => c.LastEntry)
            ?? ofParty.Where(c => c.Docket is { } docket && docketOpen(docket)).MaxBy(c => c.LastEntry);
    }

    /// <summary>The queue of a party's docket, the one spoken of last; null when it has none.</summary>
    /// <param name="ofParty">All conversations with the party, the newest first.</param>
    public static Guid? QueueOfDocket(IEnumerable<Conversation> ofParty) =>
        ofParty.FirstOrDefault(c => c.Docket is not null)?.Queue;

    /// <summary>The queue in which a new conversation waits.</summary>
    /// <param name="ofDocket">The queue of the party's docket; null for none.</param>
    /// <param name="writtenTo">The queue whose own address it was written to; null for none.</param>
    /// <param name="guess">What the router says; null when it was not asked.</param>
    /// <param name="known">Whether there is such a queue still.</param>
    /// <param name="unsorted">The queue of what nobody is sure of; null until the firm has one.</param>
    public static Guid? Queue(Guid? ofDocket, Guid? writtenTo, Guess? guess, Func<Guid, bool> known, Guid? unsorted)
    {
        ArgumentNullException.ThrowIfNull(known);
        return ofDocket ?? writtenTo ?? (guess is { Sure: true, Queue: { } sure } && known(sure) ? sure : unsorted);
    }
}
