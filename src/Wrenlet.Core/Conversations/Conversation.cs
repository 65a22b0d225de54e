using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>Identity of a conversation (UUIDv7).</summary>
public readonly record struct ConversationId(Guid Value);

/// <summary>Identity of an entry (UUIDv7, made by the client that wrote it).</summary>
public readonly record struct EntryId(Guid Value);

/// <summary>Who a conversation is with.</summary>
public enum Audience
{
    /// <summary>Staff who see the docket.</summary>
    Inside,

    /// <summary>A party, and staff who see the docket.</summary>
    Outside,

    /// <summary>Two colleagues.</summary>
    Direct,

    /// <summary>Several colleagues.</summary>
    Group,

    /// <summary>Those whom a notice is for: their comments on it.</summary>
    Notice,

    /// <summary>Those who see a task: what is said about it.</summary>
    Task,

    /// <summary>Those of the staff who see a meeting: what was said in it and about it.</summary>
    Meeting,
}

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

/// <summary>How an entry looks to the rule of sight.</summary>
public static class EntrySight
{
    /// <summary>Events are how we work; everything else is said.</summary>
    public static Thing ThingOf(EntryKind kind) => kind is EntryKind.Event ? Thing.Working : Thing.Said;
}
