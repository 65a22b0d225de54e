using System.Collections.Immutable;

namespace Wrenlet.Core.People;

/// <summary>Which side of an outside conversation a party is.</summary>
public enum PartyKind
{
    /// <summary>Has work done by us.</summary>
    Customer,

    /// <summary>Another firm that works with us.</summary>
    Partner,
}

/// <summary>Someone who can be named, told and, where they sign in, served.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">Full name.</param>
/// <param name="Role">What a member of staff may do; null for a party's contact, and for who has left.</param>
/// <param name="Party">Whose contact this is; null for staff.</param>
/// <param name="Crews">Crews of a member of staff; empty for contacts.</param>
public sealed record Person(PersonId Id, string Name, Role? Role, PartyId? Party, ImmutableArray<CrewId> Crews)
{
    /// <summary>Whether this is a member of the firm's staff.</summary>
    public bool IsStaff => Role is not null;

    /// <summary>The first of the names, as colleagues say it; of whom only a title and one name are known, both.</summary>
    public string FirstName => Names.First(Name);
}

/// <summary>A named group of staff.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Members">Who is in it.</param>
/// <param name="Retired">Whether it is not chosen any more; what it owns stays its own.</param>
public sealed record Crew(CrewId Id, string Name, ImmutableArray<PersonId> Members, bool Retired = false);

/// <summary>A customer or partner firm with the contacts who speak for it.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Kind">Which side it is.</param>
/// <param name="Contacts">Its people.</param>
/// <param name="Prefers">How it likes to be reached; null when nobody said.</param>
public sealed record Party(
    PartyId Id,
    string Name,
    PartyKind Kind,
    ImmutableArray<PersonId> Contacts,
    ReachedBy? Prefers = null
);
