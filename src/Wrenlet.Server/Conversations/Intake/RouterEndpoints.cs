using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>A text to try the router on.</summary>
public sealed record RouterTrial([property: Required, StringLength(20_000, MinimumLength = 1)] string Text);

/// <summary>One cell of how often the router was right.</summary>
/// <param name="Guessed">Name of the queue it chose; null for unsorted.</param>
public sealed record ConfusionCell(string Actual, string? Guessed, int Count);

/// <summary>How the router does.</summary>
/// <param name="Lessons">What it learned from.</param>
/// <param name="Tried">On its own lessons, each guessed without itself; Placed of them it was sure of, Right of those
/// it placed as people did.</param>
/// <param name="Lived">The same for conversations that it really placed or left unsorted and people have decided
/// since.</param>
public sealed record RouterView(
    int Lessons,
    double Threshold,
    int Tried,
    int Placed,
    int Right,
    IReadOnlyList<ConfusionCell> Confusion,
    IReadOnlyList<ConfusionCell> Lived
);

/// <summary>How the router does, for administrators.</summary>
internal static class RouterEndpoints
{
    public static void MapRouter(this IEndpointRouteBuilder api)
    {
        api.MapGet("/set-up/router", GetRouter).For(Right.SetUp);
        api.MapPost("/set-up/router/trials", TryRouter).For(Right.SetUp);
    }

    private static RouterView GetRouter(Database database, WhoIsWho who, Routers routers) =>
        database.Read(s =>
        {
            var roster = who.Current;
            var router = routers.Learned(s);
            var report = router.OnItsLessons();
            return new RouterView(
                router.Lessons,
                roster.Firm!.RouterThreshold,
                report.Tried,
                report.Placed,
                report.Right,
                [.. report.Confusion.Select(c => new ConfusionCell(Name(c.Actual)!, Name(c.Guessed), c.Count))],
                [
                    .. RoutingStore
                        .Outcomes(s)
                        .GroupBy(o => (o.Actual, Guessed: o.Placed ? o.Guess : null))
                        .Select(g => new ConfusionCell(Name(g.Key.Actual)!, Name(g.Key.Guessed), g.Count())),
                ]
            );

            string? Name(Guid? id) =>
                id is { } known ? roster.Queues.GetValueOrDefault(known)?.Name ?? "a queue that is gone" : null;
        });

    private static RoutingView TryRouter(RouterTrial trial, Database database, WhoIsWho who, Routers routers)
    {
        var guess = database.Read(s => routers.Place(s, trial.Text));
        return new(
            guess.Queue is { } q ? who.Current.Queues.GetValueOrDefault(q)?.Name : null,
            guess.Certainty,
            guess.Words,
            guess.Sure
        );
    }
}
