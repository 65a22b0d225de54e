using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;

namespace Wrenlet.Server.People;

/// <summary>Everyone and every crew one can give work to.</summary>
/// <param name="Members">Who is in which crew.</param>
public sealed record Colleagues(
    IReadOnlyList<OwnerView> People,
    IReadOnlyList<OwnerView> Crews,
    IReadOnlyList<CrewMembers> Members
);

/// <summary>Who is in a crew.</summary>
public sealed record CrewMembers(Guid Crew, IReadOnlyList<Guid> People);

internal static class PeopleEndpoints
{
    public static void MapPeople(this IEndpointRouteBuilder api)
    {
        api.MapGet("/colleagues", GetColleagues).For(Access.Staff);
    }

    private static Colleagues GetColleagues(WhoIsWho who) =>
        new(
            [.. who.Current.Staff.Select(p => OwnerView.Of(p))],
            [.. who.Current.LiveCrews.Select(c => OwnerView.Of(c))],
            [.. who.Current.Crews.Values.Select(c => new CrewMembers(c.Id.Value, [.. c.Members.Select(m => m.Value)]))]
        );
}
