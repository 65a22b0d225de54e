using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks;

/// <summary>Who can own a task: whoever sees where it stands.</summary>
public static class Owning
{
    /// <summary>Why a private task cannot have these owners; null when it can: it is its maker's alone.</summary>
    /// <param name="owners">Who is to own it.</param>
    /// <param name="maker">Who made it.</param>
    public static string? RefusesPrivate(IEnumerable<OwnerShare> owners, PersonId maker) =>
        owners.Any(o => o.Owner != new TaskOwner.OfPerson(maker)) ? Texts.PrivateTaskOnlyWhoever : null;

    /// <summary>Why somebody cannot give a task to these owners; null when they can: their role allows it, or it is theirs.</summary>
    /// <param name="by">Who gives it.</param>
    /// <param name="before">Who owns it so far; empty for a new task.</param>
    /// <param name="after">Who is to own it.</param>
    public static string? RefusesGiving(Person by, IEnumerable<OwnerShare> before, IEnumerable<OwnerShare> after)
    {
        ArgumentNullException.ThrowIfNull(by);
        return
            by.May(Right.GiveWork)
            || after
                .Select(o => o.Owner)
                .Except(before.Select(o => o.Owner))
                .All(o => o is TaskOwner.OfPerson p && p.Person == by.Id)
            ? null
            : Texts.RoleDoesNotGiveWork;
    }

    /// <summary>
    /// The first owner who could not see the task, and why that cannot be; null when all of them see it. A crew is
    /// looked at through its members when it is their turn.
    /// </summary>
    /// <param name="owners">Who is to own it.</param>
    /// <param name="place">Where the task stands, or is to stand.</param>
    /// <param name="docket">Its docket; null for none.</param>
    /// <param name="person">Finds a person; null for one who is gone.</param>
    public static (Person Whom, string Reason)? Refuses(
        IEnumerable<OwnerShare> owners,
        Place place,
        DocketRef? docket,
        Func<PersonId, Person?> person
    )
    {
        ArgumentNullException.ThrowIfNull(person);
        var blind = owners
            .Select(o => o.Owner)
            .OfType<TaskOwner.OfPerson>()
            .Select(o => person(o.Person))
            .OfType<Person>()
            .FirstOrDefault(p => !p.MaySee(place, Thing.Working));
        if (blind is null)
            return null;
        return (
            blind,
            place is Place.Own
                ? Texts.PrivateTaskOnlyWhoeverMade
                : Texts.DoesNotSeeCannot(blind.FirstName, docket?.ToString() ?? "it")
        );
    }
}
