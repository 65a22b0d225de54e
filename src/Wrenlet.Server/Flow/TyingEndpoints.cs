using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Server.Flow;

/// <summary>The kind that a docket is to be.</summary>
public sealed record NewKind([property: Required] Guid Kind);

/// <summary>What a docket is to be a part of, by its reference; null for nothing.</summary>
public sealed record NewWhole([property: StringLength(20)] string? Whole);

/// <summary>The docket that one is the same as, by its reference.</summary>
public sealed record NewSame([property: Required, StringLength(20)] string Other);

/// <summary>A docket that was deleted and can be restored.</summary>
/// <param name="Until">Until when it can be.</param>
public sealed record RemovedView(Guid Id, string Ref, string Subject, DateTimeOffset At, DateTimeOffset Until);

internal static class TyingEndpoints
{
    public static void MapTying(this IEndpointRouteBuilder api)
    {
        api.MapPut("/dockets/{reference}/kind", Become).For(Access.Staff);
        api.MapPut("/dockets/{reference}/whole", PutInto).For(Access.Staff);
        api.MapPut("/dockets/{reference}/same", Join).For(Access.Staff);
        api.MapDelete("/dockets/{reference}", Delete).For(Access.Staff);
        api.MapGet("/removed-dockets", GetRemoved).For(Access.Staff);
        api.MapPut("/removed-dockets/{id:guid}/restored", Restore).For(Access.Staff);
    }

    private static async Task<Results<Ok<DocketMade>, ProblemHttpResult>> Become(
        string reference,
        NewKind given,
        Viewer viewer,
        DocketTying tying,
        FirmClock clock
    ) => Done(await tying.Become(reference, new KindId(given.Kind), viewer.Person, clock.Now));

    private static async Task<Results<Ok<DocketMade>, ProblemHttpResult>> PutInto(
        string reference,
        NewWhole given,
        Viewer viewer,
        DocketTying tying,
        FirmClock clock
    ) => Done(await tying.PutInto(reference, given.Whole, viewer.Person, clock.Now));

    private static async Task<Results<Ok<DocketMade>, ProblemHttpResult>> Join(
        string reference,
        NewSame given,
        Viewer viewer,
        DocketTying tying,
        FirmClock clock
    ) => Done(await tying.Join(reference, given.Other, viewer.Person, clock.Now));

    private static async Task<Results<Ok<DocketMade>, ProblemHttpResult>> Delete(
        string reference,
        Viewer viewer,
        DocketTying tying,
        FirmClock clock
    ) => Done(await tying.Delete(reference, viewer.Person, clock.Now));

    private static IReadOnlyList<RemovedView> GetRemoved(Viewer viewer, Database database, FirmClock clock)
    {
        var time = Duration.FromDays(Tying.DaysToRestore);
        return database.Read(s =>
            DocketTies
                .RemovedBy(s, viewer.Person.Id, clock.Now - time)
                .ConvertAll(r => new RemovedView(
                    r.Id.Value,
                    r.Ref.ToString(),
                    r.Subject,
                    r.At.ToDateTimeOffset(),
                    (r.At + time).ToDateTimeOffset()
                ))
        );
    }

    private static async Task<Results<Ok<DocketMade>, ProblemHttpResult>> Restore(
        Guid id,
        Viewer viewer,
        DocketTying tying,
        FirmClock clock
    ) =>
        await tying.Restore(new DocketId(id), viewer.Person, clock.Now) is { } docket
            ? TypedResults.Ok(new DocketMade(docket.Ref.ToString()))
            : Refusals.NotFound("docket");

    private static Results<Ok<DocketMade>, ProblemHttpResult> Done(DocketOutcome outcome) =>
        outcome.Docket is not { } docket ? Refusals.NotFound("docket")
        : outcome.Refusal is { } refusal ? Refusals.Refused(refusal)
        : TypedResults.Ok(new DocketMade(docket.Ref.ToString()));
}
