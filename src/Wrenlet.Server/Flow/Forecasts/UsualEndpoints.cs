using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Storage;

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
    private static async Task<Results<Ok<UsualView>, NoContent>> Get(
        [MaxLength(300)] string title,
        Viewer viewer,
        Database database,
        FirmKinds kinds,
        ForecastKeeping keeping,
        CancellationToken cancelled,
        string? docket = null
    )
    {
        var (forecast, _) = await keeping.Now(null, cancelled);
        var of = docket is null ? null : database.Read(s => SeenDocket.Find(s, docket, viewer.Person));
        KindId? kind = of is null ? null : kinds.Current.Of(of).Id;
        var usual = forecast.Input.Experience.Of(title, kind, null);
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
}
