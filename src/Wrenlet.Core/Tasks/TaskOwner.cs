using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks;

/// <summary>Who owns a task: a person or a crew. A closed set of cases.</summary>
public abstract record TaskOwner
{
    private TaskOwner() { }

    /// <summary>A member of staff.</summary>
    public sealed record OfPerson(PersonId Person) : TaskOwner;

    /// <summary>A crew: any of its members does it.</summary>
    public sealed record OfCrew(CrewId Crew) : TaskOwner;
}

/// <summary>What an owner has said of a task: their part is done, or nothing yet.</summary>
/// <param name="Owner">Who.</param>
/// <param name="Done">Whether their part is done.</param>
/// <param name="Percent">Their share of the work, from 1 to 100; null for as much as everybody else without
/// one.</param>
public readonly record struct OwnerShare(TaskOwner Owner, bool Done, int? Percent = null);
