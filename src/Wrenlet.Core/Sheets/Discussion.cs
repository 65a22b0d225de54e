using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets.Anchors;

namespace Wrenlet.Core.Sheets;

/// <summary>Identity of a discussion (UUIDv7, made by the client that began it).</summary>
public readonly record struct DiscussionId(Guid Value);

/// <summary>How a discussion stands.</summary>
public enum DiscussionState
{
    /// <summary>Something is to be said or done about it.</summary>
    Open,

    /// <summary>Somebody is to see to it.</summary>
    Assigned,

    /// <summary>It is settled.</summary>
    Settled,
}

/// <summary>A place as somebody put it by hand in a revision.</summary>
public sealed record PutPlace(int Revision, Anchor Anchor);

/// <summary>What is said about a place of a sheet, inside or with one party.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Conversation">Where it is said.</param>
/// <param name="Party">With whom; null for inside.</param>
/// <param name="BegunBy">Who began it.</param>
/// <param name="At">When.</param>
/// <param name="Places">Where it was put, in which revisions: as it was begun first, and by hand after that.</param>
/// <param name="Assigned">Who is to see to it; null for nobody in particular.</param>
/// <param name="Due">By when; null for no time.</param>
/// <param name="SettledBy">Who settled it; null while it is not.</param>
/// <param name="SettledAt">When; null while it is not.</param>
/// <param name="Version">One more each time that any of this changes.</param>
public sealed record Discussion(
    DiscussionId Id,
    ConversationId Conversation,
    PartyId? Party,
    PersonId BegunBy,
    Instant At,
    ImmutableArray<PutPlace> Places,
    PersonId? Assigned = null,
    Instant? Due = null,
    PersonId? SettledBy = null,
    Instant? SettledAt = null,
    int Version = 1
)
{
    /// <summary>How it stands.</summary>
    public DiscussionState State =>
        SettledBy is not null ? DiscussionState.Settled
        : Assigned is not null ? DiscussionState.Assigned
        : DiscussionState.Open;

    /// <summary>The revision that it was begun on.</summary>
    public int Revision => Places[0].Revision;

    /// <summary>
    /// The place from which it is found in a revision: the newest that was put by then; null for a revision from before
    /// it was begun.
    /// </summary>
    public PutPlace? From(int revision) => Places.LastOrDefault(p => p.Revision <= revision);

    /// <summary>Whether somebody sees it: who sees its place; and while nothing was said in it only who began it.</summary>
    /// <param name="viewer">Who looks.</param>
    /// <param name="place">Where it stands.</param>
    /// <param name="said">Whether something was said in it.</param>
    public bool IsShownTo(Person viewer, Place place, bool said)
    {
        ArgumentNullException.ThrowIfNull(viewer);
        return (said || BegunBy == viewer.Id) && viewer.MaySee(place);
    }

    /// <summary>Whether its time has run out.</summary>
    public bool IsLate(Instant now) => State is DiscussionState.Assigned && Due < now;

    /// <summary>Why somebody may not settle it; null when they may: whom it is assigned to, who began it, and who made
    /// the sheet or a revision of it.</summary>
    /// <param name="person">Who wants to.</param>
    /// <param name="authors">Who made the sheet's revisions.</param>
    public string? RefusesSettling(Person person, IEnumerable<PersonId> authors)
    {
        ArgumentNullException.ThrowIfNull(person);
        ArgumentNullException.ThrowIfNull(authors);
        return person.Id == Assigned || person.Id == BegunBy || (person.IsStaff && authors.Contains(person.Id))
            ? null
            : Texts.OnlyTheySettle;
    }

    /// <summary>Why it cannot be given to somebody; null when it can: whoever of the staff sees it.</summary>
    public static string? RefusesAssigning(Person to, Place place)
    {
        ArgumentNullException.ThrowIfNull(to);
        return to.IsStaff && to.MaySee(place) ? null : Texts.TheyDoNotSeeIt(to.Name);
    }

    /// <summary>
    /// Why a discussion cannot be begun with a party on a revision; null when it can: that is the one that is shared with
    /// it, and a contact begins only with their own party.
    /// </summary>
    public static string? RefusesBeginning(Sheet sheet, int revision, PartyId? with, Person by)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(by);
        if (sheet.Removed)
            return Texts.TheSheetRemovedRestore;
        if (!sheet.Shows(by, revision))
            return Texts.ThereNoRevisionLatest(revision, sheet.NewestFor(by) ?? 0);
        if (!by.IsStaff)
            return with == by.Party ? null : Texts.OnlyOwnParty;
        return with is { } party && !sheet.Shares.Any(s => s.Party == party && s.Revision == revision)
            ? Texts.TheyDoNotSeeRevision(revision)
            : null;
    }
}
