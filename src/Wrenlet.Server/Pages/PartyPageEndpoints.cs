using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Flow.Forecasts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Reports;

namespace Wrenlet.Server.Pages;

/// <summary>What a party sees of itself.</summary>
/// <param name="Logo">Whether the firm has a picture to stand over it.</param>
public sealed record PartyPage(string Firm, string Party, IReadOnlyList<PartyConversation> Conversations, bool Logo);

/// <summary>A conversation as its party sees it.</summary>
/// <param name="Asks">Whether it is asked how we did.</param>
/// <param name="Steps">What it answered, 1 to 5; null when it has not.</param>
/// <param name="Stage">Where the work stands, as the firm says it to its customers; null where it does not.</param>
/// <param name="Expected">When its work is likely done; null where the firm does not say, and where nothing is left to do.</param>
/// <param name="Fields">What it sees of the docket's fields: only those that are marked for it and filled in.</param>
public sealed record PartyConversation(
    Guid Id,
    string? Docket,
    string Subject,
    bool Open,
    Talk Talk,
    bool Asks,
    int? Steps,
    string? Stage,
    PartyExpected? Expected,
    IReadOnlyList<PartyField> Fields
);

/// <summary>When a party's work is likely done.</summary>
/// <param name="What">What is reached then, as the firm calls it to its customers; null for all of it.</param>
/// <param name="When">A range of days, in words.</param>
public sealed record PartyExpected(string? What, string When);

/// <summary>A field of a docket that its party sees.</summary>
public sealed record PartyField(string Name, string Shown);

internal static class PartyPageEndpoints
{
    public static void MapPartyPage(this IEndpointRouteBuilder api) =>
        api.MapGet("/page", GetPage).For(Access.SignedIn);

    /// <summary>A party's own page: its conversations with their talk, and nothing of how we work on them.</summary>
    private static async Task<Results<Ok<PartyPage>, ProblemHttpResult>> GetPage(
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmKinds kinds,
        FirmClock clock,
        ForecastKeeping keeping,
        CancellationToken cancelled
    )
    {
        if (viewer.Person.Party is not { } party)
            return Refusals.NotFound("page");
        var roster = who.Current;
        var forecast = roster.Firm!.TellsWhen ? (await keeping.Now(null, cancelled)).Forecast : null;
        return TypedResults.Ok(
            database.Read(s => new PartyPage(
                roster.Firm.Name,
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
                            c.ClosedAt is { } closed ? ReportStore.StepsFor(s, c.Key, closed) : null,
                            Stage(s, c, kinds.Current),
                            forecast is null || !c.Open ? null : Expected(forecast, c, kinds.Current),
                            Fields(s, c, kinds.Current, roster)
                        )),
                ],
                LogoStore.Has(s)
            ))
        );
    }

    private static string? Stage(SqlSession session, Conversation conversation, Kinds kinds) =>
        conversation.Docket is { } brief && DocketStore.Find(session, brief.Id) is { } docket
            ? kinds.Stage(docket.Stage)?.PublicName
            : null;

    private static PartyExpected? Expected(FirmForecast forecast, Conversation conversation, Kinds kinds) =>
        conversation.Docket is { } docket && ForecastWords.ForParty(forecast, docket.Id) is var (stage, when)
            ? new(stage is { } reached ? kinds.Stage(reached)?.PublicName : null, when)
            : null;

    private static List<PartyField> Fields(SqlSession session, Conversation conversation, Kinds kinds, Roster roster)
    {
        if (conversation.Docket is not { } brief || DocketStore.Find(session, brief.Id) is not { } docket)
            return [];
        var values = FieldStore.Of(session, docket.Id);
        return
        [
            .. kinds
                .Of(docket)
                .Fields.Where(f => f.PartySees && values.ContainsKey(f.Id))
                .Select(f => new PartyField(f.Name, NamedDates.Shown(f, values[f.Id], roster))),
        ];
    }
}
