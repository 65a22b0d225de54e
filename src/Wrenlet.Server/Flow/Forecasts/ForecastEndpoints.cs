using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Flow.Forecasts;

internal static class ForecastEndpoints
{
    private const int SamplesOfIf = 200;
    private const int SamplesOfQuick = 100;

    public static void MapForecasts(this IEndpointRouteBuilder api)
    {
        api.MapGet("/forecasts", Promised).For(Access.Staff);
        api.MapGet("/dockets/{reference}/forecast", OfDocket).For(Access.Staff);
        api.MapPost("/dockets/{reference}/forecast/what-if", WhatIf).For(Access.Staff);
        api.MapPost("/dockets/{reference}/forecast/applied", Apply).For(Access.Staff);
    }

    /// <summary>What was promised of all open dockets, by how sure it is.</summary>
    private static async Task<IReadOnlyList<PromisedView>> Promised(
        Viewer viewer,
        Database database,
        WhoIsWho who,
        ForecastKeeping keeping,
        CancellationToken cancelled
    )
    {
        var (forecast, _) = await keeping.Now(null, cancelled);
        return database.Read(s => new ForecastViewing(s, who.Current, viewer.Person, forecast).Promised());
    }

    /// <summary>When a docket can be done, what decides it, and what is not known.</summary>
    /// <param name="stage">The stage that the chain leads to, or "end"; left out for the promise that comes next.</param>
    private static async Task<Results<Ok<DocketForecastView>, ProblemHttpResult>> OfDocket(
        string reference,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmKinds kinds,
        ForecastKeeping keeping,
        CancellationToken cancelled,
        string? stage = null
    )
    {
        var (docket, refusal) = Open(database, reference, viewer);
        if (refusal is not null)
            return refusal;
        var (forecast, beingMade) = await keeping.Now(docket!.Id, cancelled);
        if (forecast.MomentsOf(docket.Id).IsEmpty)
            return Refusals.NotFound("docket");
        return TypedResults.Ok(
            database.Read(s =>
            {
                var view = View(s, who.Current, viewer, forecast, docket, kinds.Current.Of(docket), stage);
                var isNext = view.To == forecast.NextOf(docket.Id).Stage?.Value;
                return view with
                {
                    BeingMade = beingMade,
                    Since = isNext
                        ? new ForecastViewing(s, who.Current, viewer.Person, forecast).Since(docket.Id)
                        : null,
                };
            })
        );
    }

    /// <summary>What would become of a docket if some tasks were others. Nothing is changed.</summary>
    private static async Task<Results<Ok<WhatIfView>, ProblemHttpResult>> WhatIf(
        string reference,
        PlanChanges given,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmKinds kinds,
        ForecastKeeping keeping,
        CancellationToken cancelled
    )
    {
        var (docket, refusal) = Open(database, reference, viewer);
        if (refusal is not null)
            return refusal;
        var (changes, not) = database.Read(s => PlanChanging.Read(s, given.Changes, who.Current, viewer.Person));
        if (not is not null)
            return Refusals.Refused(not);
        var (now, _) = await keeping.Now(docket!.Id, cancelled);
        if (now.MomentsOf(docket.Id).IsEmpty)
            return Refusals.NotFound("docket");
        // While a task is dragged only the docket itself is looked at.
        DocketId? only = given.Quick ? docket.Id : null;
        var samples = given.Quick ? SamplesOfQuick : SamplesOfIf;
        var (before, after) = (now.Played(samples, only), now.If(changes, samples, only));
        var kind = kinds.Current.Of(docket);
        return TypedResults.Ok(
            database.Read(s => new WhatIfView(
                View(s, who.Current, viewer, after, docket, kind, given.Stage),
                ForecastViewing.Moments(before, docket, kind),
                new ForecastViewing(s, who.Current, viewer.Person, after).Costs(before, docket)
            ))
        );
    }

    /// <summary>Makes the changes of a plan: all of them, or none.</summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> Apply(
        string reference,
        PlanChanges given,
        Viewer viewer,
        Database database,
        PlanChanging changing,
        FirmClock clock,
        CancellationToken cancelled
    )
    {
        var (_, refusal) = Open(database, reference, viewer);
        if (refusal is not null)
            return refusal;
        return await changing.Apply(given.Changes, viewer.Person, clock.Now, cancelled) is { } not
            ? Refusals.Refused(not)
            : TypedResults.NoContent();
    }

    private static (Docket? Docket, ProblemHttpResult? Refusal) Open(
        Database database,
        string reference,
        Viewer viewer
    ) =>
        database.Read(s => SeenDocket.Find(s, reference, viewer.Person)) switch
        {
            null => (null, Refusals.NotFound("docket")),
            { Open: false } => (null, Refusals.Refused("It is closed, so there is nothing left to forecast.")),
            var docket => (docket, null),
        };

    private static DocketForecastView View(
        SqlSession session,
        Roster roster,
        Viewer viewer,
        FirmForecast forecast,
        Docket docket,
        Kind kind,
        string? stage
    ) =>
        new ForecastViewing(session, roster, viewer.Person, forecast).Of(
            docket,
            kind,
            Guid.TryParse(stage, out var id) ? new StageId(id) : null,
            stage == "end"
        );
}
