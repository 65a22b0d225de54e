using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>Where an open conversation stands among those of the queues; the lower, the sooner it is to be taken.</summary>
/// <param name="Group">0 our turn, 1 theirs, 2 nothing due, 3 set aside.</param>
/// <param name="At">Its place in that group, by time.</param>
public readonly record struct QueueRank(int Group, long At) : IComparable<QueueRank>
{
    /// <summary>Whether the turn is ours and it is not set aside.</summary>
    public bool Ours => Group == 0;

    /// <summary>
    /// By due moment; then those whose turn is theirs, the longest first; then those in which nothing is due, the
    /// newest words first; last what is set aside, the soonest back first.
    /// </summary>
    /// <param name="conversation">Which.</param>
    /// <param name="clock">Its clock; null when none runs.</param>
    /// <param name="now">The moment.</param>
    public static QueueRank Of(Conversation conversation, ResponseClock? clock, Instant now)
    {
        ArgumentNullException.ThrowIfNull(conversation);
        return conversation.AsideUntil is { } aside && aside > now ? new(3, aside.ToUnixTimeMilliseconds())
            : clock is not null ? new(0, clock.Due.ToUnixTimeMilliseconds())
            : conversation.Exchange is { Turn: Turn.Theirs, LastOut: { } since }
                ? new(1, since.ToUnixTimeMilliseconds())
            : new(2, -(conversation.LastEntry ?? 0));
    }

    /// <summary>Whether somebody may take it: it waits for us, and is theirs or nobody's yet.</summary>
    public bool MayTake(PersonId person, Conversation conversation)
    {
        ArgumentNullException.ThrowIfNull(conversation);
        return Ours && (conversation.Owner is null || conversation.Owner == person);
    }

    /// <summary>
    /// Whether it needs somebody: it waits for us, and they own it, or neither a person nor a crew has it yet.
    /// </summary>
    public bool Needs(PersonId person, Conversation conversation) =>
        MayTake(person, conversation) && (conversation.Owner is not null || conversation.Crew is null);

    /// <inheritdoc/>
    public int CompareTo(QueueRank other) => (Group, At).CompareTo((other.Group, other.At));

    /// <summary>Whether one is to be taken before another.</summary>
    public static bool operator <(QueueRank left, QueueRank right) => left.CompareTo(right) < 0;

    /// <summary>Whether one is to be taken after another.</summary>
    public static bool operator >(QueueRank left, QueueRank right) => left.CompareTo(right) > 0;

    /// <summary>Whether one is to be taken before another, or at the same time.</summary>
    public static bool operator <=(QueueRank left, QueueRank right) => left.CompareTo(right) <= 0;

    /// <summary>Whether one is to be taken after another, or at the same time.</summary>
    public static bool operator >=(QueueRank left, QueueRank right) => left.CompareTo(right) >= 0;
}
