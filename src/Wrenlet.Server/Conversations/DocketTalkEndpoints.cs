using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>A party that takes part in a docket.</summary>
/// <param name="Queue">Where what it writes waits; null for none.</param>
public sealed record PartyToAdd([property: Required] Guid Id, [property: Required] Guid Party, Guid? Queue = null);

internal static class DocketTalkEndpoints
{
    public static void MapDocketTalks(this IEndpointRouteBuilder api) =>
        api.MapPost("/dockets/{reference}/parties", AddParty).For(Access.Staff);

    private static async Task<Results<NoContent, ProblemHttpResult>> AddParty(
        string reference,
        PartyToAdd given,
        Viewer viewer,
        DocketTalks talks,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (given.Id == Guid.Empty)
            return Refusals.Invalid("id", "A conversation needs an id of its own (UUIDv7).");
        if (DocketMakingEndpoints.Wrong(given.Party, given.Queue, who.Current) is { } problem)
            return problem;
        return Done(
            await talks.AddParty(
                reference,
                new ConversationId(given.Id),
                new PartyId(given.Party),
                given.Queue,
                viewer.Person,
                clock.Now
            )
        );
    }

    private static Results<NoContent, ProblemHttpResult> Done(DocketOutcome outcome) =>
        outcome.Docket is null ? Refusals.NotFound("docket")
        : outcome.Refusal is { } refusal ? Refusals.Refused(refusal)
        : TypedResults.NoContent();
}
