using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>What staff do with an outside conversation beside answering it.</summary>
public enum TalkStep
{
    /// <summary>Nothing more is to be said in it.</summary>
    Close,

    /// <summary>It goes on after all.</summary>
    Reopen,

    /// <summary>It stays open, and nobody owes a word.</summary>
    NothingDue,

    /// <summary>It waits out of sight until a moment.</summary>
    Aside,

    /// <summary>It is taken up again before that moment.</summary>
    Back,
}

/// <summary>What came of a step.</summary>
/// <param name="After">The conversation as it is then; null when the step was refused.</param>
/// <param name="Words">The line that says so in the conversation; empty when refused.</param>
/// <param name="Refusal">Why not, and what to do; null when it was done.</param>
public sealed record StepOutcome(Conversation? After, string Words, string? Refusal)
{
    internal static StepOutcome Refuse(string reason) => new(null, "", reason);
}

/// <summary>What of a conversation a reply changes, as it was before the reply: kept until the reply has left.</summary>
/// <param name="Owner">Its owner; null for nobody.</param>
/// <param name="Crew">The crew it was handed to; null for none.</param>
/// <param name="Open">Whether it was open.</param>
/// <param name="Exchange">Its moments.</param>
/// <param name="AsideUntil">Until when it was set aside; null when it was not.</param>
/// <param name="ClosedAt">When it was closed last; null while it never was.</param>
public sealed record BeforeReply(
    PersonId? Owner,
    CrewId? Crew,
    bool Open,
    Exchange Exchange,
    Instant? AsideUntil,
    Instant? ClosedAt
)
{
    /// <summary>A conversation as it is now, before a reply.</summary>
    public static BeforeReply Of(Conversation conversation)
    {
        ArgumentNullException.ThrowIfNull(conversation);
        return new(
            conversation.Owner,
            conversation.Crew,
            conversation.Open,
            conversation.Exchange,
            conversation.AsideUntil,
            conversation.ClosedAt
        );
    }
}

/// <summary>What a conversation becomes after each thing that is said or done in it: the one place that says so.</summary>
public static class Becoming
{
    /// <summary>
    /// After an entry was written at its end. A message of the party opens it and makes the turn ours, whatever machine
    /// wrote it aside; a reply makes the turn theirs, and an unowned conversation its writer's.
    /// </summary>
    /// <param name="conversation">As it was.</param>
    /// <param name="entry">What was said, with its key.</param>
    /// <param name="closes">Whether the conversation is closed with it; what the party writes never closes.</param>
    public static Conversation After(this Conversation conversation, Entry entry, bool closes = false)
    {
        ArgumentNullException.ThrowIfNull(conversation);
        ArgumentNullException.ThrowIfNull(entry);
        if (entry.Kind is EntryKind.Note or EntryKind.Event)
            return conversation with { LastEntry = entry.Key };
        var wrote = entry is { Kind: EntryKind.MessageIn, Automatic: false };
        var open = wrote || (conversation.Open && !closes);
        var (exchange, owner) = Said(conversation.Exchange, conversation.Owner, entry);
        return conversation with
        {
            Owner = owner,
            Exchange = exchange,
            Open = open,
            LastEntry = entry.Key,
            Crew = owner is null ? conversation.Crew : null,
            AsideUntil = wrote || !open ? null : conversation.AsideUntil,
            ClosedAt = conversation.Open && !open ? entry.At : conversation.ClosedAt,
            LastInBy = wrote ? entry.Via : conversation.LastInBy,
        };
    }

    /// <summary>
    /// As it stands without a reply that was taken back: as before it, with what has been said since. An owner who was
    /// set by hand since stays; one who came by the reply goes.
    /// </summary>
    /// <param name="conversation">As it is now.</param>
    /// <param name="before">As it was before the reply.</param>
    /// <param name="later">What was said after the reply, oldest first.</param>
    /// <param name="writer">Whose reply it was.</param>
    /// <param name="newest">Key of the newest entry that is left; null when none is.</param>
    public static Conversation Without(
        this Conversation conversation,
        BeforeReply before,
        IEnumerable<Entry> later,
        PersonId writer,
        long? newest
    )
    {
        ArgumentNullException.ThrowIfNull(conversation);
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(later);
        var (exchange, owner, open) = (before.Exchange, before.Owner, before.Open);
        foreach (var entry in later)
        {
            open |= entry is { Kind: EntryKind.MessageIn, Automatic: false };
            (exchange, owner) = Said(exchange, owner, entry);
        }

        if (conversation.Owner != writer)
            owner = conversation.Owner;
        return conversation with
        {
            Owner = owner,
            Crew = owner is null ? before.Crew ?? conversation.Crew : conversation.Crew,
            Exchange = exchange,
            Open = open,
            ClosedAt = open ? before.ClosedAt : conversation.ClosedAt,
            AsideUntil = before.AsideUntil,
            LastEntry = newest,
        };
    }

    /// <summary>After a step of the staff's; or why it cannot be taken.</summary>
    /// <param name="conversation">As it was.</param>
    /// <param name="step">Which step.</param>
    /// <param name="actor">First name of who takes it.</param>
    /// <param name="until">Until when it is set aside; null for other steps.</param>
    /// <param name="at">When the step is taken.</param>
    /// <param name="moment">A moment in words.</param>
    public static StepOutcome Step(
        this Conversation conversation,
        TalkStep step,
        string actor,
        Instant? until,
        Instant at,
        Func<Instant, string> moment
    )
    {
        ArgumentNullException.ThrowIfNull(conversation);
        ArgumentNullException.ThrowIfNull(moment);
        if (conversation.Audience is not Audience.Outside)
            return StepOutcome.Refuse(Texts.OnlyOutsideConversationsCan);
        return step switch
        {
            TalkStep.Close when !conversation.Open => StepOutcome.Refuse(Texts.ItIsClosedAlready),
            TalkStep.Close => new(
                conversation with
                {
                    Open = false,
                    ClosedAt = at,
                    AsideUntil = null,
                },
                Texts.ClosedThisConversation(actor),
                null
            ),
            TalkStep.Reopen when conversation.Open => StepOutcome.Refuse(Texts.ItIsOpenAlready),
            TalkStep.Reopen => new(conversation with { Open = true }, Texts.ReopenedThisConversation(actor), null),
            TalkStep.NothingDue when !conversation.Open => StepOutcome.Refuse(Texts.ItClosedNoReply),
            TalkStep.NothingDue => new(
                conversation with
                {
                    Exchange = conversation.Exchange.Settled(at),
                    AsideUntil = null,
                },
                Texts.NoReplyNeeded(actor),
                null
            ),
            TalkStep.Aside when !conversation.Open => StepOutcome.Refuse(Texts.ItClosedReopenFirst),
            TalkStep.Aside when until is not { } end || end <= at => StepOutcome.Refuse(Texts.ChooseTimeFuture),
            TalkStep.Aside => new(
                conversation with
                {
                    AsideUntil = until,
                },
                Texts.PutThisOffUntil(actor, moment(until!.Value)),
                null
            ),
            TalkStep.Back when conversation.AsideUntil is null => StepOutcome.Refuse(Texts.ItNotPutOff),
            TalkStep.Back => new(conversation with { AsideUntil = null }, Texts.BroughtThisBack(actor), null),
            _ => throw new ArgumentOutOfRangeException(nameof(step), step, "Unknown step."),
        };
    }

    /// <summary>After it was given to a person, or to a crew one of whom is to take it.</summary>
    public static Conversation HandedTo(this Conversation conversation, PersonId? next, CrewId? crew)
    {
        ArgumentNullException.ThrowIfNull(conversation);
        return conversation with { Owner = next, Crew = next is null ? crew : null };
    }

    private static (Exchange Exchange, PersonId? Owner) Said(Exchange exchange, PersonId? owner, Entry entry) =>
        entry switch
        {
            { Kind: EntryKind.MessageIn, Automatic: false } => (exchange.Received(entry.At), owner),
            { Kind: EntryKind.MessageOut, Automatic: false, Circular: null } => (
                exchange.Replied(entry.At),
                Ownership.AfterReply(owner, entry.Author!.Value)
            ),
            _ => (exchange, owner),
        };
}
