using System.Runtime.CompilerServices;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Storage;

namespace Wrenlet.Server.People;

/// <summary>A person as shown: a name tag.</summary>
/// <param name="Id">Id; null for a writer who is nobody's contact.</param>
/// <param name="Name">Full name.</param>
/// <param name="FirstName">As colleagues say it.</param>
/// <param name="Initials">Two letters.</param>
/// <param name="Hue">Which of the six quiet hues is theirs.</param>
/// <param name="Role">What the firm calls their role; null for contacts and for who has left.</param>
public sealed record PersonView(Guid? Id, string Name, string FirstName, string Initials, int Hue, string? Role)
{
    private static readonly ConditionalWeakTable<Person, PersonView> Made = [];

    /// <summary>The view of a person, made once for as long as the roster stands.</summary>
    public static PersonView Of(Person person) => Made.GetValue(person, Make);

    private static PersonView Make(Person person) =>
        new(
            person.Id.Value,
            person.Name,
            person.FirstName,
            Names.Initials(person.Name),
            HueOf(person.Id.Value),
            person.Role?.Name
        );

    public static PersonView Stranger(string name) => new(null, name, Names.First(name), Names.Initials(name), 0, null);

    private static int HueOf(Guid id) => id.ToByteArray(bigEndian: true)[^1] % 6;
}

/// <summary>Who owns a task or is tagged: a person or a crew.</summary>
/// <param name="Kind">person or crew.</param>
public sealed record OwnerView(string Kind, Guid Id, string Name, string FirstName, string Initials, int Hue, bool Done)
{
    public static OwnerView Of(Person person, bool done = false)
    {
        var view = PersonView.Of(person);
        return new("person", person.Id.Value, view.Name, view.FirstName, view.Initials, view.Hue, done);
    }

    public static OwnerView Of(Crew crew, bool done = false) =>
        new("crew", crew.Id.Value, crew.Name, crew.Name, Names.Initials(crew.Name), 5, done);
}
