using System.Collections.Immutable;

namespace Wrenlet.Core.People;

/// <summary>What a member of staff is there for.</summary>
public enum Role
{
    /// <summary>Does the work.</summary>
    Member,

    /// <summary>Sees to it that who must know, answer or do, does.</summary>
    Coordinator,

    /// <summary>Answers for load, response times and approvals; may read docket conversations across people.</summary>
    Manager,

    /// <summary>Sets the firm up; has a manager's rights beside.</summary>
    Administrator,
}

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
/// <param name="Role">What a member of staff is there for; null for a party's contact.</param>
/// <param name="Party">Whose contact this is; null for staff.</param>
/// <param name="Crews">Crews of a member of staff; empty for contacts.</param>
public sealed record Person(PersonId Id, string Name, Role? Role, PartyId? Party, ImmutableArray<CrewId> Crews)
{
    /// <summary>Whether this is a member of the firm's staff.</summary>
    public bool IsStaff => Role is not null;

    /// <summary>The first of the names, as colleagues say it.</summary>
    public string FirstName => Name.Split(' ', 2)[0];

    /// <summary>Whether the person has a manager's rights.</summary>
    public bool Manages => Role is People.Role.Manager or People.Role.Administrator;
}

/// <summary>A named group of staff.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Members">Who is in it.</param>
/// <param name="Retired">Whether it is not chosen any more; what it owns stays its own.</param>
public sealed record Crew(CrewId Id, string Name, ImmutableArray<PersonId> Members, bool Retired = false);

/// <summary>A customer or partner firm with the contacts who speak for it.</summary>
public sealed record Party(PartyId Id, string Name, PartyKind Kind, ImmutableArray<PersonId> Contacts);
