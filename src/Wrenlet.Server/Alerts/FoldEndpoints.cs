using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Alerts;
using Wrenlet.Server.Accounts;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;

namespace Wrenlet.Server.Alerts;

/// <summary>When something that is over folds away.</summary>
/// <param name="What">alerts, kept, asks or conversations.</param>
/// <param name="Days">Days after which it does; null where age does not matter.</param>
/// <param name="Most">How many stay in sight; null where their number does not matter.</param>
/// <param name="Before">What was over before this is folded away; null where age does not matter.</param>
public sealed record FoldView(string What, int? Days, int? Most, DateTimeOffset? Before);

/// <summary>A rule as it is to be: an age, a number, or neither for never.</summary>
public sealed record FoldWish(int? Days, int? Most);

/// <summary>Folding away what is over, as each person has set it. Nothing is deleted by it.</summary>
internal static class FoldEndpoints
{
    public static void MapFolding(this IEndpointRouteBuilder api)
    {
        api.MapGet("/folding", Get).For(Access.Staff);
        api.MapPut("/folding/{what}", Put).For(Access.Staff);
    }

    private static IReadOnlyList<FoldView> Get(Viewer viewer, Database database, FirmClock clock) =>
        database.Read(s => All(s, viewer, clock));

    private static IReadOnlyList<FoldView> All(SqlSession session, Viewer viewer, FirmClock clock) =>
        [
            .. Enum.GetValues<Folded>()
                .Select(what =>
                {
                    var rule = FoldStore.Of(session, viewer.Person.Id, what);
                    return new FoldView(
                        StoredWords.Foldeds.Of(what),
                        rule.Days,
                        rule.Most,
                        rule.Before(clock.Now)?.ToDateTimeOffset()
                    );
                }),
        ];

    private static async Task<Results<Ok<IReadOnlyList<FoldView>>, ProblemHttpResult>> Put(
        string what,
        FoldWish given,
        Viewer viewer,
        WriteQueue writes,
        FirmClock clock
    )
    {
        if (StoredWords.Foldeds.Parse(what) is not { } folded)
            return Refusals.Invalid("what", $"“{what}” does not fold away. Use alerts, kept, asks or conversations.");
        var rule = new FoldRule(given.Days, given.Most);
        if (rule.Wrong() is { } wrong)
            return Refusals.Invalid(given.Days is null ? "most" : "days", wrong);
        return TypedResults.Ok(
            await writes.Run(w =>
            {
                FoldStore.Put(w.Session, viewer.Person.Id, folded, rule);
                return All(w.Session, viewer, clock);
            })
        );
    }
}
