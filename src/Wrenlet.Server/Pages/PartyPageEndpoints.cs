using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Reports;

namespace Wrenlet.Server.Pages;

/// <summary>What a party sees of itself.</summary>
public sealed record PartyPage(string Firm, string Party, IReadOnlyList<PartyConversation> Conversations);

/// <summary>A conversation as its party sees it.</summary>
/// <param name="Asks">Whether it is asked how we did.</param>
/// <param name="Steps">What it answered, 1 to 5; null when it has not.</param>
public sealed record PartyConversation(
    Guid Id,
    string? Docket,
    string Subject,
    bool Open,
    Talk Talk,
    bool Asks,
    int? Steps
);

internal static class PartyPageEndpoints
{
    public static void MapPartyPage(this IEndpointRouteBuilder api) =>
        api.MapGet("/page", GetPage).For(Access.SignedIn);

    /// <summary>A party's own page: its conversations with their talk, and nothing of how we work on them.</summary>
    private static Results<Ok<PartyPage>, ProblemHttpResult> GetPage(
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (viewer.Person.Party is not { } party)
            return Refusals.NotFound("page");
        var roster = who.Current;
        return TypedResults.Ok(
            database.Read(s => new PartyPage(
                roster.Firm!.Name,
                roster.Parties[party].Name,
                [
                    .. ConversationStore
                        .OfParty(s, party)
                        .Where(c => viewer.Person.MaySee(c.Place))
                        .OrderByDescending(c => c.Open)
                        .ThenByDescending(c => c.LastEntry)
                        .Select(c => new PartyConversation(
                            c.Id.Value,
                            c.Docket?.Ref.ToString(),
                            c.Subject,
                            c.Open,
                            TalkReading.Talk(s, [c], viewer.Person, roster, clock.Now, default),
                            !c.Open && c.ClosedAt is not null,
                            c.ClosedAt is { } closed ? ReportStore.StepsFor(s, c.Key, closed) : null
                        )),
                ]
            ))
        );
    }
}
