using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>Identity of an entry (UUIDv7, made by the client that wrote it).</summary>
public readonly record struct EntryId(Guid Value);

/// <summary>What an entry is.</summary>
public enum EntryKind
{
    /// <summary>Said inside.</summary>
    Note,

    /// <summary>Came from a party.</summary>
    MessageIn,

    /// <summary>Went to a party.</summary>
    MessageOut,

    /// <summary>Something that happened; for staff only.</summary>
    Event,
}

/// <summary>The way by which a message comes or goes.</summary>
public enum Via
{
    /// <summary>Electronic mail, RFC 5322.</summary>
    Mail,

    /// <summary>The customer's own page.</summary>
    Page,

    /// <summary>A text message to or from a telephone number.</summary>
    Text,

    /// <summary>A telephone call, of which only a note is kept.</summary>
    Call,
}

/// <summary>An entry as it was said.</summary>
/// <param name="Key">Its place in the order of everything said; for paging. 0 until it is written.</param>
/// <param name="Id">Identity.</param>
/// <param name="Conversation">Where it was said.</param>
/// <param name="Kind">What it is.</param>
/// <param name="Via">The way it came or goes; null for a note that was typed.</param>
/// <param name="Author">Who said it; null for a stranger, and for an event that nobody caused.</param>
/// <param name="Sender">Name of a writer who is nobody's contact; null for staff and contacts.</param>
/// <param name="At">When it was said.</param>
/// <param name="Body">What was said, as it was written.</param>
/// <param name="IsMarkdown">Whether the body is Markdown; what came from outside is plain text.</param>
/// <param name="Html">The same, safe to show to staff.</param>
/// <param name="Delivery">How its sending by mail or text stands; null for what is not sent.</param>
/// <param name="Automatic">Whether a machine on the other side wrote it, or a rule of ours.</param>
/// <param name="Knowing">The leak check's reasons that its sender went on in spite of; null when there were
/// none.</param>
/// <param name="Source">The mail as it arrived, as a file; null when it did not arrive by mail.</param>
/// <param name="Files">How many files it carries.</param>
/// <param name="RepliesTo">Key of the entry it answers; null when it answers none in particular.</param>
/// <param name="ForwardedFrom">Key of the entry it passes on; null when it is its own words.</param>
/// <param name="Version">1 as it was first said, one more for each edit.</param>
/// <param name="Edited">When it was edited last; null when never.</param>
/// <param name="Removed">When its author removed it, and with it its words; null while it stands.</param>
/// <param name="Signs">How many signs it carries.</param>
/// <param name="Filed">Whether it is in its docket's record.</param>
/// <param name="Asks">Whether it asks for an answer.</param>
/// <param name="Meets">Whether it invites to a meeting.</param>
/// <param name="Circular">The message to many that it is one of, which answers nobody; null for none.</param>
public sealed record Entry(
    long Key,
    EntryId Id,
    ConversationId Conversation,
    EntryKind Kind,
    Via? Via,
    PersonId? Author,
    string? Sender,
    Instant At,
    string Body,
    bool IsMarkdown,
    string Html,
    Delivery? Delivery = null,
    bool Automatic = false,
    string? Knowing = null,
    Guid? Source = null,
    int Files = 0,
    long? RepliesTo = null,
    long? ForwardedFrom = null,
    int Version = 1,
    Instant? Edited = null,
    Instant? Removed = null,
    int Signs = 0,
    bool Filed = false,
    bool Asks = false,
    bool Meets = false,
    Guid? Circular = null
);

/// <summary>How the sending of an entry stands.</summary>
/// <param name="Sent">Whether it has been handed over.</param>
/// <param name="Problem">Why not, at the last try, or why it came back; null when there was no failure.</param>
/// <param name="CameBack">Whether it was handed over and came back.</param>
/// <param name="NotBefore">The machine's time until which it can be taken back, while it waits; null once it has
/// left.</param>
/// <param name="Unsure">Whether the server stopped while it was leaving, so that nobody knows whether it left.</param>
public sealed record Delivery(
    bool Sent,
    string? Problem,
    bool CameBack = false,
    DateTimeOffset? NotBefore = null,
    bool Unsure = false
);

/// <summary>How an entry looks to the rule of sight.</summary>
public static class EntrySight
{
    /// <summary>Events are how we work; everything else is said.</summary>
    public static Thing ThingOf(EntryKind kind) => kind is EntryKind.Event ? Thing.Working : Thing.Said;

    /// <summary>Whether someone sees an entry: by the rule of sight, and a party only once it has left.</summary>
    public static bool Sees(Person viewer, Conversation conversation, Entry entry)
    {
        ArgumentNullException.ThrowIfNull(viewer);
        ArgumentNullException.ThrowIfNull(conversation);
        ArgumentNullException.ThrowIfNull(entry);
        return viewer.MaySee(conversation.Place, ThingOf(entry.Kind))
            && (viewer.IsStaff || entry.Delivery is not { Sent: false });
    }
}
