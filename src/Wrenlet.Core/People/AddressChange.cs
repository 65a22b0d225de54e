using NodaTime;

namespace Wrenlet.Core.People;

/// <summary>One of the two addresses of a change.</summary>
public enum AddressSide
{
    /// <summary>The address that somebody signs in with so far.</summary>
    Old,

    /// <summary>The one they want to sign in with.</summary>
    New,
}

/// <summary>An address that somebody of the staff wants to sign in with; both that and the old one confirm it.</summary>
/// <param name="Person">Whose.</param>
/// <param name="Address">The new one.</param>
/// <param name="OldConfirmed">Whether the link to the old one was opened.</param>
/// <param name="NewConfirmed">Whether the link to the new one was opened.</param>
/// <param name="Ends">Until when both have to be.</param>
public sealed record AddressChange(PersonId Person, string Address, bool OldConfirmed, bool NewConfirmed, Instant Ends)
{
    /// <summary>How long both links work.</summary>
    public static readonly Duration Works = Duration.FromDays(1);

    /// <summary>Whether both have confirmed it, so that it holds.</summary>
    public bool Holds => OldConfirmed && NewConfirmed;

    /// <summary>The change, with one side confirmed.</summary>
    public AddressChange Confirmed(AddressSide side) =>
        side is AddressSide.Old ? this with { OldConfirmed = true } : this with { NewConfirmed = true };

    /// <summary>Why a link confirms nothing; null when it does.</summary>
    /// <param name="change">The change; null where there is none, or it was made.</param>
    /// <param name="person">Whose it is; null where they are gone.</param>
    /// <param name="now">When the link is opened.</param>
    public static string? Refuses(AddressChange? change, Person? person, Instant now) =>
        change is null || person is not { IsStaff: true } || change.Ends <= now ? Texts.AddressLinkOver : null;
}
