using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;

namespace Wrenlet.Server.Keeping;

/// <summary>How the firm's data are kept.</summary>
/// <param name="Folder">Where backups go.</param>
/// <param name="Kept">How many stay; 0 when none is made by itself.</param>
/// <param name="At">When the nightly one is made, in the firm's time.</param>
/// <param name="Newest">When the newest was made; null for none.</param>
/// <param name="Count">How many there are.</param>
/// <param name="Old">Whether the newest is too old, or there is none though some are to be made.</param>
/// <param name="Wrong">Why the last one failed; null when it did not.</param>
/// <param name="Damage">What is wrong with the database; empty when nothing was found.</param>
/// <param name="LookedAt">When the database was looked at last; null for not yet.</param>
/// <param name="Free">Bytes that are free on its disk.</param>
public sealed record KeepingView(
    string Folder,
    int Kept,
    string At,
    DateTimeOffset? Newest,
    int Count,
    bool Old,
    string? Wrong,
    IReadOnlyList<string> Damage,
    DateTimeOffset? LookedAt,
    long Free
);

/// <summary>Backups, for those who set the firm up.</summary>
internal static class KeepingEndpoints
{
    public static void MapKeeping(this IEndpointRouteBuilder api)
    {
        api.MapGet("/keeping", Get).For(Right.SetUp);
        api.MapPost("/keeping/backups", Make).For(Right.SetUp);
        api.MapDelete("/keeping/backups", KeepNewest).For(Right.SetUp);
    }

    private static KeepingView Get(KeepingReading reading) => reading.Now();

    /// <summary>Removes all backups but the newest.</summary>
    private static async Task<Ok<KeepingView>> KeepNewest(
        Viewer viewer,
        Backups backups,
        KeepingReading reading,
        LogBook book,
        CancellationToken cancellation
    )
    {
        var gone = await backups.KeepNewest(cancellation);
        await book.Add(viewer.Person.Id, LogKind.Settings, ("removed older backups", $"{gone}"));
        return TypedResults.Ok(reading.Now());
    }

    /// <summary>Makes a backup now.</summary>
    private static async Task<Results<Ok<KeepingView>, ProblemHttpResult>> Make(
        Backups backups,
        KeepingReading reading,
        CancellationToken cancellation
    ) =>
        await backups.Make(cancellation) is not null
            ? TypedResults.Ok(reading.Now())
            : TypedResults.Problem(
                $"The backup failed. {backups.Last?.Wrong}",
                statusCode: StatusCodes.Status503ServiceUnavailable,
                title: "No backup was made"
            );
}
