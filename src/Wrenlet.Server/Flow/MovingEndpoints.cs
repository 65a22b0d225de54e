using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Storage;

namespace Wrenlet.Server.Flow;

/// <summary>What moving a docket to a stage means.</summary>
/// <param name="Refusal">Why it cannot be moved there; null when it can.</param>
/// <param name="InTheWay">What still stands in the way.</param>
/// <param name="MayAllTheSame">Whether the viewer may move it all the same.</param>
/// <param name="SetsOff">What moving sets off, each in a sentence.</param>
public sealed record StageMoveView(
    string Stage,
    string? Refusal,
    IReadOnlyList<string> InTheWay,
    bool MayAllTheSame,
    IReadOnlyList<string> SetsOff
);

/// <summary>The stage that a docket is to enter.</summary>
/// <param name="Knowing">Whether it is moved though something stands in the way.</param>
public sealed record NewStage([property: Required] Guid Stage, bool Knowing = false);

/// <summary>Whether a docket is open.</summary>
/// <param name="Knowing">Whether it is closed though something in it is open.</param>
public sealed record NewState([property: Required] bool Open, bool Knowing = false);

internal static class MovingEndpoints
{
    public static void MapMoving(this IEndpointRouteBuilder api)
    {
        api.MapGet("/dockets/{reference}/stages/{stage:guid}", Means).For(Access.Staff);
        api.MapPut("/dockets/{reference}/stage", Move).For(Access.Staff);
        api.MapPut("/dockets/{reference}/open", Open).For(Access.Staff);
    }

    private static Results<Ok<StageMoveView>, ProblemHttpResult> Means(
        string reference,
        Guid stage,
        Viewer viewer,
        DocketMoving moving,
        FirmKinds kinds,
        Database database
    ) =>
        database.Read(s => moving.Means(s, reference, new StageId(stage), viewer.Person)) is { } means
            ? TypedResults.Ok(
                new StageMoveView(
                    kinds.Current.Stage(new StageId(stage))?.Name ?? "",
                    means.Refusal,
                    [.. means.InTheWay.Select(g => g.Title)],
                    means.MayAllTheSame,
                    means.SetsOff
                )
            )
            : Refusals.NotFound("docket");

    private static async Task<Results<NoContent, ProblemHttpResult>> Move(
        string reference,
        NewStage given,
        Viewer viewer,
        DocketMoving moving,
        FirmClock clock
    ) => Done(await moving.Move(reference, new StageId(given.Stage), given.Knowing, viewer.Person, clock.Now));

    private static async Task<Results<NoContent, ProblemHttpResult>> Open(
        string reference,
        NewState given,
        Viewer viewer,
        DocketMoving moving,
        FirmClock clock
    ) => Done(await moving.Open(reference, given.Open, given.Knowing, viewer.Person, clock.Now));

    private static Results<NoContent, ProblemHttpResult> Done(DocketOutcome outcome) =>
        outcome.Docket is null ? Refusals.NotFound("docket")
        : outcome.Refusal is { } refusal ? Refusals.Refused(refusal)
        : TypedResults.NoContent();
}
