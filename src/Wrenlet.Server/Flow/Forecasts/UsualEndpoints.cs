using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Flow.Forecasts;

/// <summary>What tasks like one took that are done.</summary>
/// <param name="Low">One in four took no longer.</param>
/// <param name="Middle">Half of them took no longer.</param>
/// <param name="High">Three in four took no longer.</param>
/// <param name="Like">How many there are.</param>
public sealed record UsualView(int LowMinutes, int MiddleMinutes, int HighMinutes, int Like);

internal static class UsualEndpoints
{
    public static void MapUsual(this IEndpointRouteBuilder api) => api.MapGet("/tasks/usual", Get).For(Access.Staff);

    /// <summary>How long tasks of such a title took; nothing where too few were like it.</summary>
    /// <param name="title">What is to be done.</param>
    /// <param name="docket">Reference of its docket; left out for none.</param>
    /// <param name="owners">The people and crews who are to do it; left out where that is open.</param>
    private static async Task<Results<Ok<UsualView>, NoContent>> Get(
        [MaxLength(300)] string title,
        Viewer viewer,
        Database database,
        FirmKinds kinds,
        WhoIsWho who,
        ForecastKeeping keeping,
        CancellationToken cancelled,
        string? docket = null,
        [FromQuery, MaxLength(50)] Guid[]? owners = null
    )
    {
        var (forecast, _) = await keeping.Now(null, cancelled);
        var of = docket is null ? null : database.Read(s => SeenDocket.Find(s, docket, viewer.Person));
        KindId? kind = of is null ? null : kinds.Current.Of(of).Id;
        var usual = forecast.Input.Experience.Of(title, kind, null, CrewsOf(owners ?? [], who.Current));
        return usual.By is ExpectedBy.Likes
            ? TypedResults.Ok(
                new UsualView(
                    ForecastViewing.Minutes(usual.Low)!.Value,
                    ForecastViewing.Minutes(usual.Middle)!.Value,
                    ForecastViewing.Minutes(usual.High)!.Value,
                    usual.Like
                )
            )
            : TypedResults.NoContent();
    }

    private static List<CrewId> CrewsOf(Guid[] owners, Roster roster) =>
        [
            .. owners.SelectMany(o =>
                roster.Crews.ContainsKey(new CrewId(o)) ? [new CrewId(o)] : roster.Find(new PersonId(o))?.Crews ?? []
            ),
        ];
}
