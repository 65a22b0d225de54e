using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.People;

/// <summary>People as a test needs them.</summary>
internal static class Somebody
{
    public static Person Staff(string name, Role role, params CrewId[] crews) =>
        new(new PersonId(Guid.CreateVersion7()), name, role, null, [.. crews]);

    public static Person Contact(string name, PartyId party) =>
        new(new PersonId(Guid.CreateVersion7()), name, null, party, []);
}
