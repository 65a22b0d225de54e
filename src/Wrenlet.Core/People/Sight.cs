using System.Collections.Immutable;

namespace Wrenlet.Core.People;

/// <summary>Whether someone may see, and why or why not, in words.</summary>
public readonly record struct Verdict(bool Allowed, string Reason);

/// <summary>
/// The one rule of who may see what. Endpoints, live updates, alerts, search, exports and the composer's
/// "who will see this" all ask here; there is no second implementation.
/// </summary>
public static class Sight
{
    private static readonly Verdict AllStaff = new(true, Texts.AllStaffSeeIt);
    private static readonly Verdict Listed = new(true, Texts.ListedOnTheDocket);
    private static readonly Verdict NotListed = new(false, Texts.TheDocketLimitedListed);
    private static readonly Verdict OwnSide = new(true, Texts.ItTheirOwnConversation);
    private static readonly Verdict OtherParty = new(false, Texts.ContactSeesOnlyTheir);
    private static readonly Verdict WithThem = new(true, Texts.ItSharedThem);
    private static readonly Verdict StaffOnly = new(false, Texts.ItStaysInside);
    private static readonly Verdict Member = new(true, Texts.MemberOfTheConversation);
    private static readonly Verdict ForThem = new(true, Texts.TheNoticeThem);
    private static readonly Verdict NotForThem = new(false, Texts.TheNoticeOtherCrews);
    private static readonly Verdict NoMember = new(false, Texts.OnlyItsMembersSee);

    /// <summary>Whether the viewer may see a thing of this kind at this place.</summary>
    public static Verdict Of(Person viewer, Place place, Thing thing = Thing.Said) =>
        place switch
        {
            Place.Inside inside => viewer.IsStaff ? OfDocket(viewer, inside.Docket) : StaffOnly,
            Place.Outside outside when viewer.IsStaff => OfDocket(viewer, outside.Docket),
            Place.Outside when thing is not Thing.Said => StaffOnly,
            Place.Outside outside => outside.Party is { } party && viewer.Party == party ? OwnSide : OtherParty,
            Place.Shared shared when viewer.IsStaff => OfDocket(viewer, shared.Docket),
            Place.Shared shared => thing is Thing.Said && viewer.Party is { } party && shared.Parties.Contains(party)
                ? WithThem
                : StaffOnly,
            Place.Members members => viewer.IsStaff && members.People.Contains(viewer.Id) ? Member : NoMember,
            Place.Board board => !viewer.IsStaff ? StaffOnly
            : board.Crews.IsEmpty
            || viewer.Id == board.By
            || viewer.May(Right.ReadAcross)
            || board.Crews.Any(viewer.Crews.Contains)
                ? ForThem
            : NotForThem,
            Place.Own own => viewer.Id == own.Person ? Member : NoMember,
            Place.Firm => viewer.IsStaff ? AllStaff : StaffOnly,
            _ => throw new ArgumentOutOfRangeException(nameof(place), place, "Unknown place."),
        };

    /// <summary>Whether the viewer may see; the short form of <see cref="Of"/>.</summary>
    public static bool MaySee(this Person viewer, Place place, Thing thing = Thing.Said) =>
        Of(viewer, place, thing).Allowed;

    /// <summary>All of these people who will see something said at this place, in their given order.</summary>
    public static ImmutableArray<Person> WhoSees(IEnumerable<Person> people, Place place) =>
        [.. people.Where(p => p.MaySee(place))];

    /// <summary>
    /// Whether someone may give others sight of a limited docket: its owner, and those who may read across people, if they
    /// see it themselves.
    /// </summary>
    public static bool MayGiveSight(Person giver, DocketSight docket, PersonId? docketOwner) =>
        giver.IsStaff && OfDocket(giver, docket).Allowed && (giver.May(Right.ReadAcross) || giver.Id == docketOwner);

    private static Verdict OfDocket(Person staff, DocketSight docket)
    {
        if (!docket.Limited)
            return AllStaff;
        return docket.People.Contains(staff.Id) || docket.Crews.Any(staff.Crews.Contains) ? Listed : NotListed;
    }
}
