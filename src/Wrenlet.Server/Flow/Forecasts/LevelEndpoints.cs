using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Flow.Forecasts;

/// <summary>That somebody else takes a task, or helps with it.</summary>
/// <param name="Docket">Reference of its docket; null for none.</param>
/// <param name="From">Who has it; null for nobody.</param>
/// <param name="ShareMinutes">How much of it they would do where they help; null for all of it.</param>
/// <param name="Why">Why they, and what it helps.</param>
/// <param name="Starts">When they would begin it.</param>
/// <param name="Minutes">Working time left of it, as expected.</param>
/// <param name="Version">The task's version, as it was looked at.</param>
public sealed record LevelStepView(
    Guid Task,
    string Title,
    string? Docket,
    string? DocketName,
    PersonView? From,
    PersonView To,
    int? ShareMinutes,
    string Why,
    DateTimeOffset Starts,
    DateTimeOffset Ends,
    double Minutes,
    int Version
);

/// <summary>Who should do what.</summary>
/// <param name="Steps">What would be changed, what helps most first.</param>
/// <param name="Promises">What becomes of promises with all of it, what loses most first.</param>
public sealed record LevelView(IReadOnlyList<LevelStepView> Steps, IReadOnlyList<CostView> Promises);

/// <summary>What becomes of promises.</summary>
public sealed record FirmWhatIfView(IReadOnlyList<CostView> Promises);

internal static class LevelEndpoints
{
    private const int Samples = 200;

    public static void MapLevelling(this IEndpointRouteBuilder api)
    {
        api.MapGet("/forecasts/levelling", Level).For(Access.Staff).Costly();
        api.MapPost("/forecasts/what-if", WhatIf).For(Access.Staff);
        api.MapPost("/forecasts/applied", Apply).For(Access.Staff);
    }

    /// <summary>Proposes who should do what for promises to be kept. Nothing is changed.</summary>
    private static async Task<LevelView> Level(
        Viewer viewer,
        Database database,
        WhoIsWho who,
        ForecastKeeping keeping,
        CancellationToken cancelled
    )
    {
        var forecast = await keeping.Latest(cancelled);
        var (roster, by) = (who.Current, viewer.Person);
        var plan = Levelling.Of(
            forecast,
            new(
                task => !task.Private && by.MaySee(task.Place, Thing.Working),
                (person, task) =>
                    roster.Find(person) is { IsStaff: true }
                    && TaskViews.Unseeing(new TaskChange(task.Id, person).Of(task, Duration.Zero, task.Made), roster)
                        is null
                    && Owning.RefusesGiving(by, task.Owners, [new(new TaskOwner.OfPerson(person), false)]) is null
            )
        );
        var (before, after) = (forecast.Played(Samples), forecast.If(plan.Steps.Select(s => s.Change), Samples));
        return database.Read(s =>
        {
            var viewing = new ForecastViewing(s, roster, by, after);
            return new LevelView([.. plan.Steps.Select(viewing.Step)], viewing.Costs(before, null));
        });
    }

    /// <summary>What would become of all promises if some tasks were others. Nothing is changed.</summary>
    private static async Task<Results<Ok<FirmWhatIfView>, ProblemHttpResult>> WhatIf(
        PlanChanges given,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        ForecastKeeping keeping,
        CancellationToken cancelled
    )
    {
        var (changes, not) = database.Read(s => PlanChanging.Read(s, given.Changes, who.Current, viewer.Person));
        if (not is not null)
            return Refusals.Refused(not);
        var (now, _) = await keeping.Now(null, cancelled);
        var (before, after) = (now.Played(Samples), now.If(changes, Samples));
        return TypedResults.Ok(
            database.Read(s => new FirmWhatIfView(
                new ForecastViewing(s, who.Current, viewer.Person, after).Costs(before, null)
            ))
        );
    }

    /// <summary>Makes the changes that were agreed to: all of them, or none.</summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> Apply(
        PlanChanges given,
        Viewer viewer,
        PlanChanging changing,
        FirmClock clock,
        CancellationToken cancelled
    ) =>
        await changing.Apply(given.Changes, viewer.Person, clock.Now, cancelled) is { } not
            ? Refusals.Refused(not)
            : TypedResults.NoContent();
}
