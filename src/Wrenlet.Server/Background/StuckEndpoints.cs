using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Reports;

namespace Wrenlet.Server.Background;

/// <summary>Work that goes on by itself and failed, as an administrator sees it.</summary>
/// <param name="Kind">What sort of work it is.</param>
/// <param name="About">What it is about; only names and places, no words of anybody's.</param>
/// <param name="Owner">Whose it is; null for nobody's in particular.</param>
/// <param name="Reason">Why it failed last.</param>
/// <param name="Tries">How often it failed.</param>
/// <param name="First">When it failed first.</param>
/// <param name="Last">When it failed last.</param>
/// <param name="Next">When it is tried again; null when only somebody's press tries it again.</param>
public sealed record StuckView(
    Guid Id,
    string Kind,
    string About,
    string? Owner,
    string Reason,
    int Tries,
    DateTimeOffset First,
    DateTimeOffset Last,
    DateTimeOffset? Next
);

internal static class StuckEndpoints
{
    private const int Most = 200;

    public static void MapStuckWork(this IEndpointRouteBuilder api)
    {
        api.MapGet("/stuck-work", GetStuck).For(Right.SetUp);
        api.MapPost("/stuck-work/{id:guid}/tries", TryAgain).For(Right.SetUp);
    }

    private static IReadOnlyList<StuckView> GetStuck(Database database, WhoIsWho who) =>
        database.Read(s =>
            StuckStore
                .All(s, Most)
                .ConvertAll(w => new StuckView(
                    w.Id,
                    w.Kind,
                    w.About,
                    who.Current.Find(w.Owner)?.Name,
                    w.Reason,
                    w.Tries,
                    w.First.ToDateTimeOffset(),
                    w.Last.ToDateTimeOffset(),
                    w.Next?.ToDateTimeOffset()
                ))
        );

    private static async Task<Results<NoContent, ProblemHttpResult>> TryAgain(Guid id, Stuck stuck) =>
        await stuck.TryAgain(id) ? TypedResults.NoContent() : Refusals.NotFound("stuck work");
}
