using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>Identity of a conversation (UUIDv7).</summary>
public readonly record struct ConversationId(Guid Value);

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

    /// <summary>Those who see a worklist: what is said about it.</summary>
    Worklist,
}

/// <summary>Someone who wrote and is nobody's contact yet.</summary>
/// <param name="Name">Name as they gave it; their address when they gave none.</param>
/// <param name="Address">Mail address; null for one who sent a text message.</param>
/// <param name="Phone">Telephone number in E.164; null for one who wrote by mail.</param>
public sealed record Stranger(string Name, string? Address, string? Phone = null);

/// <summary>What a discussion is about.</summary>
/// <param name="Discussion">Its identity.</param>
/// <param name="Sheet">The sheet; null for a file of the talk.</param>
/// <param name="File">The file of the talk; null for a sheet.</param>
/// <param name="Entry">The entry that carries the file; null for a sheet.</param>
/// <param name="Place">Where it stands.</param>
public sealed record DiscussedPlace(Guid Discussion, Guid? Sheet, Guid? File, EntryId? Entry, Place Place);

/// <summary>A conversation with what turn, clock and sight depend on.</summary>
/// <param name="Key">Its key in the store; 0 until it is written.</param>
/// <param name="Id">Identity.</param>
/// <param name="Audience">Who it is with.</param>
/// <param name="Docket">The docket it belongs to; null for none.</param>
/// <param name="Party">The other side; null where that is a stranger, and inside.</param>
/// <param name="Stranger">The other side where it is nobody of the contacts; null otherwise.</param>
/// <param name="Queue">The queue it waits in; null for none.</param>
/// <param name="Owner">Who answers for it; null for nobody.</param>
/// <param name="Open">Whether something more may be said in it.</param>
/// <param name="Subject">What it is about; empty for a direct one.</param>
/// <param name="Exchange">The moments from which turn and clock follow.</param>
/// <param name="LastEntry">Key of the last entry; null when nothing has been said.</param>
/// <param name="Sight">Who of the staff sees its docket; open where it has none.</param>
/// <param name="Crew">The crew it was handed to, until one of them owns it; null otherwise.</param>
/// <param name="AsideUntil">Until when it is set aside; null when it is not.</param>
/// <param name="ClosedAt">When it was closed last; null while it never was.</param>
/// <param name="Members">Members of a direct or group conversation; empty for others.</param>
/// <param name="Description">What a group is for; empty for others.</param>
/// <param name="Board">Whom the notice is for that it comments on; null for others.</param>
/// <param name="OfTask">The task that it is about, and where that stands; null for others.</param>
/// <param name="OfMeeting">The meeting that it is about, and where that stands; null for others. Its docket is that of
/// the conversation that invites.</param>
/// <param name="OfWorklist">The worklist that it is about, and where that stands; null for others.</param>
/// <param name="Discussed">What it is a discussion of, and where that stands; null for others. Its audience is inside or
/// outside, and its docket that of the sheet or of the talk.</param>
/// <param name="LastInBy">How the other side wrote last; null when it never did.</param>
public sealed record Conversation(
    long Key,
    ConversationId Id,
    Audience Audience,
    DocketBrief? Docket,
    PartyId? Party,
    Stranger? Stranger,
    Guid? Queue,
    PersonId? Owner,
    bool Open,
    string Subject,
    Exchange Exchange,
    long? LastEntry,
    DocketSight Sight,
    CrewId? Crew = null,
    Instant? AsideUntil = null,
    Instant? ClosedAt = null,
    ImmutableArray<PersonId> Members = default,
    string Description = "",
    Place.Board? Board = null,
    (Guid Task, Place Place)? OfTask = null,
    (Guid Meeting, Place Place)? OfMeeting = null,
    Via? LastInBy = null,
    (Guid Worklist, Place Place)? OfWorklist = null,
    DiscussedPlace? Discussed = null
)
{
    /// <summary>Where it stands, for the rule of sight.</summary>
    public Place Place =>
        Audience switch
        {
            _ when Discussed is not null => Discussed.Place,
            Audience.Outside => new Place.Outside(Sight, Party),
            Audience.Inside => new Place.Inside(Sight),
            Audience.Notice => Board!,
            Audience.Task => OfTask!.Value.Place,
            Audience.Meeting => OfMeeting!.Value.Place,
            Audience.Worklist => OfWorklist!.Value.Place,
            _ => new Place.Members(Members),
        };

    /// <summary>Whether a meeting can be set in it: inside, and with a party that is known.</summary>
    public bool MayMeet => Discussed is null && (Audience is not Audience.Outside || Party is not null);

    /// <summary>
    /// Whether an answer can be asked for in it: where a meeting can be set, but not beside a notice, a task or a worklist.
    /// </summary>
    public bool MayAsk =>
        (MayMeet || Discussed is not null) && Audience is not (Audience.Notice or Audience.Task or Audience.Worklist);
}
