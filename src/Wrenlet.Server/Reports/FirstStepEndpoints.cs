using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Storage;
using Wrenlet.Storage.Reports;

namespace Wrenlet.Server.Reports;

/// <summary>One of the first steps of a new firm.</summary>
/// <param name="Step">colleagues, crews, queues, customer, docket or note.</param>
public sealed record FirstStep(string Step, bool Done);

/// <summary>The first steps, and whether they were hidden.</summary>
public sealed record FirstSteps(IReadOnlyList<FirstStep> Steps, bool Hidden);

/// <summary>What a new firm does first, ticked as it is done.</summary>
internal static class FirstStepEndpoints
{
    public static void MapFirstSteps(this IEndpointRouteBuilder api)
    {
        api.MapGet("/first-steps", Get).For(Right.SetUp);
        api.MapPut("/first-steps/hidden", Hide).For(Right.SetUp);
    }

    private static FirstSteps Get(Database database) =>
        database.Read(s => new FirstSteps(
            [.. FirstStepStore.All(s).Select(f => new FirstStep(f.Step, f.Done))],
            FirstStepStore.Hidden(s)
        ));

    private static async Task<NoContent> Hide(WriteQueue writes)
    {
        await writes.Run(w => FirstStepStore.Hide(w.Session));
        return TypedResults.NoContent();
    }
}
