using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>Something of a customer's that a docket is about, or may be.</summary>
/// <param name="Shown">Its name with its number.</param>
/// <param name="Place">Name of the site at which it stands; empty for none in particular.</param>
/// <param name="Of">Name of the party whose it is.</param>
/// <param name="Chosen">Whether the docket is about it.</param>
public sealed record DocketThingView(
    Guid Id,
    Guid Party,
    string Of,
    string Shown,
    string Sort,
    string Place,
    string Notes,
    IReadOnlyList<ThingFieldView> Fields,
    bool Chosen
);

/// <summary>What a docket is to be about.</summary>
public sealed record ThingsChosen([property: Required, MaxLength(50)] IReadOnlyList<Guid> Things);

/// <summary>What of its parties' things a docket is about.</summary>
internal static class DocketThingEndpoints
{
    public static void MapDocketThings(this IEndpointRouteBuilder api)
    {
        api.MapGet("/dockets/{reference}/things", Get).For(Access.Staff);
        api.MapPut("/dockets/{reference}/things", Put).For(Access.Staff);
    }

    private static Results<Ok<IReadOnlyList<DocketThingView>>, ProblemHttpResult> Get(
        string reference,
        Viewer viewer,
        Database database,
        WhoIsWho who
    ) =>
        database.Read<Results<Ok<IReadOnlyList<DocketThingView>>, ProblemHttpResult>>(s =>
            SeenDocket.Find(s, reference, viewer.Person) is { } docket
                ? TypedResults.Ok(Views(s, docket.Id, who.Current))
                : Refusals.NotFound("docket")
        );

    private static async Task<Results<Ok<IReadOnlyList<DocketThingView>>, ProblemHttpResult>> Put(
        string reference,
        ThingsChosen given,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    ) =>
        await writes.Run<Results<Ok<IReadOnlyList<DocketThingView>>, ProblemHttpResult>>(w =>
        {
            var s = w.Session;
            if (SeenDocket.Find(s, reference, viewer.Person) is not { } docket)
                return Refusals.NotFound("docket");
            var before = DocketThings.Of(s, docket.Id);
            var offered = Offered(s, docket.Id, before).ToDictionary(t => t.Id);
            var chosen = given.Things.Select(t => new ThingId(t)).Distinct().ToList();
            if (chosen.Exists(t => !offered.ContainsKey(t)))
                return Refusals.Invalid(
                    "things",
                    "One of these is not a thing of a customer or partner on this docket. Load the page again."
                );
            if (before.Select(t => t.Id).ToHashSet().SetEquals(chosen))
                return TypedResults.Ok(Views(s, docket.Id, who.Current));
            DocketThings.Set(s, docket.Id, chosen);
            EventLines.Add(
                w,
                DocketTalks.Inside(s, docket.Id),
                viewer.Person.Id,
                clock.Now,
                chosen.Count == 0
                    ? $"{viewer.Person.FirstName} removed what this docket is about"
                    : $"{viewer.Person.FirstName} said what this docket is about: "
                        + Names.List(chosen.Select(t => offered[t].Shown))
            );
            DocketMaking.Log(w, docket, viewer.Person, clock.Now);
            return TypedResults.Ok(Views(s, docket.Id, who.Current));
        });

    private static IEnumerable<PartyThing> Offered(SqlSession session, DocketId docket, List<PartyThing> chosen)
    {
        var parties = ConversationStore
            .OfDocket(session, docket)
            .Select(c => c.Party)
            .OfType<PartyId>()
            .Distinct()
            .ToList();
        return PartyCards.Offered(
            parties.SelectMany(p => PartyCardStore.OfParty(session, p)).Concat(chosen).DistinctBy(t => t.Id),
            parties,
            [.. chosen.Select(t => t.Id)]
        );
    }

    private static IReadOnlyList<DocketThingView> Views(SqlSession session, DocketId docket, Roster roster)
    {
        var chosen = DocketThings.Of(session, docket);
        var sites = new Dictionary<PartyId, List<PartySite>>();
        string Place(PartyThing thing)
        {
            if (!sites.TryGetValue(thing.Party, out var places))
                sites[thing.Party] = places = PartyCardStore.Sites(session, thing.Party);
            return places.Find(p => p.Id == thing.Site)?.Name ?? "";
        }

        return
        [
            .. Offered(session, docket, chosen)
                .Select(t => new DocketThingView(
                    t.Id.Value,
                    t.Party.Value,
                    roster.Parties.GetValueOrDefault(t.Party)?.Name ?? "",
                    t.Shown,
                    t.Sort,
                    Place(t),
                    t.Notes,
                    [.. t.Fields.Select(f => new ThingFieldView(f.Name, f.Value))],
                    chosen.Exists(c => c.Id == t.Id)
                )),
        ];
    }
}
