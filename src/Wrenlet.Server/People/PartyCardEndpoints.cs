using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.People;

/// <summary>What staff keep about a party.</summary>
/// <param name="Prefers">mail, text, call or page; null when nobody said.</param>
/// <param name="Speaker">Who of its people speaks for it before the others; null for nobody in particular.</param>
public sealed record CardFields(
    [property: Required(AllowEmptyStrings = true), StringLength(300)] string Address,
    [property: Required(AllowEmptyStrings = true), StringLength(4000)] string Notes,
    [property: AllowedValues("mail", "text", "call", "page", null)] string? Prefers,
    Guid? Speaker,
    string? Version = null
) : IVersioned;

/// <summary>A place where a party has work done.</summary>
public sealed record PartySiteView(
    Guid Id,
    [property: Required(AllowEmptyStrings = true), StringLength(80)] string Name,
    [property: Required(AllowEmptyStrings = true), StringLength(300)] string Address,
    [property: Required(AllowEmptyStrings = true), StringLength(2000)] string Notes,
    bool Retired,
    string? Version = null
) : IVersioned;

/// <summary>A line of what is known of a thing.</summary>
public sealed record ThingFieldView(
    [property: Required(AllowEmptyStrings = true), StringLength(40)] string Name,
    [property: Required(AllowEmptyStrings = true), StringLength(400)] string Value
);

/// <summary>Something of a party's that work is done on.</summary>
/// <param name="Sort">What sort of thing, in the firm's own word; empty when not said.</param>
public sealed record PartyThingView(
    Guid Id,
    Guid? Site,
    [property: Required(AllowEmptyStrings = true), StringLength(40)] string Sort,
    [property: Required(AllowEmptyStrings = true), StringLength(120)] string Name,
    [property: Required(AllowEmptyStrings = true), StringLength(80)] string Number,
    [property: Required(AllowEmptyStrings = true), StringLength(4000)] string Notes,
    [property: Required, MaxLength(PartyCards.MostFields)] IReadOnlyList<ThingFieldView> Fields,
    bool Retired,
    string? Version = null
) : IVersioned;

/// <summary>A party's card, with what it is owed and what it owes.</summary>
/// <param name="Sorts">Words that the firm uses for sorts of things, to choose from.</param>
/// <param name="Dockets">The dockets done with it, the newest first.</param>
/// <param name="Owed">Answers that are owed both ways, the longest owed first.</param>
public sealed record PartyCardView(
    CardFields Card,
    IReadOnlyList<PartySiteView> Sites,
    IReadOnlyList<PartyThingView> Things,
    IReadOnlyList<string> Sorts,
    IReadOnlyList<DocketOfParty> Dockets,
    IReadOnlyList<OwedAnswer> Owed
);

/// <summary>The card of a customer or partner: for staff only.</summary>
internal static class PartyCardEndpoints
{
    public static void MapPartyCards(this IEndpointRouteBuilder api)
    {
        api.MapGet("/contacts/{party:guid}/card", Get).For(Access.Staff);
        api.MapPut("/contacts/{party:guid}/card", PutCard).For(Right.ManageContacts);
        api.MapPut("/contacts/{party:guid}/sites/{id:guid}", PutSite).For(Right.ManageContacts);
        api.MapPut("/contacts/{party:guid}/things/{id:guid}", PutThing).For(Right.ManageContacts);
    }

    private static Results<Ok<PartyCardView>, ProblemHttpResult> Get(
        Guid party,
        Viewer viewer,
        Database database,
        IPartyHistory history,
        IEnumerable<IOwedAnswers> owed,
        WhoIsWho who,
        FirmClock clock
    ) =>
        who.Current.Parties.TryGetValue(new PartyId(party), out var found)
            ? TypedResults.Ok(
                database.Read(s => new PartyCardView(
                    Fields(PartyCardStore.Of(s, found.Id)),
                    [.. PartyCardStore.Sites(s, found.Id).Select(View)],
                    [.. PartyCardStore.OfParty(s, found.Id).Select(View)],
                    PartyCardStore.Sorts(s),
                    history.Dockets(s, found.Id, viewer.Person),
                    [.. owed.SelectMany(o => o.Between(s, found, viewer.Person, clock.Now)).OrderBy(o => o.Since)]
                ))
            )
            : Refusals.NotFound("contact");

    private static CardFields Fields(PartyCard card)
    {
        var fields = new CardFields(
            card.Address,
            card.Notes,
            card.Prefers is { } by ? StoredWords.ReachedBys.Of(by) : null,
            card.Speaker?.Value
        );
        return fields with { Version = Versions.Of(fields) };
    }

    private static PartySiteView View(PartySite site)
    {
        var view = new PartySiteView(site.Id, site.Name, site.Address, site.Notes, site.Retired);
        return view with { Version = Versions.Of(view) };
    }

    internal static PartyThingView View(PartyThing thing)
    {
        var view = new PartyThingView(
            thing.Id.Value,
            thing.Site,
            thing.Sort,
            thing.Name,
            thing.Number,
            thing.Notes,
            [.. thing.Fields.Select(f => new ThingFieldView(f.Name, f.Value))],
            thing.Retired
        );
        return view with { Version = Versions.Of(view) };
    }

    private static Task<Results<Ok<CardFields>, ProblemHttpResult>> PutCard(
        Guid party,
        CardFields given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    ) =>
        Put<CardFields>(
            party,
            viewer,
            writes,
            who,
            clock,
            (w, found) =>
            {
                var card = new PartyCard(
                    given.Address.Trim(),
                    given.Notes.Trim(),
                    given.Prefers is { } by ? StoredWords.ReachedBys.Parse(by) : null,
                    given.Speaker is { } speaker ? new PersonId(speaker) : null
                );
                if (PartyCards.Wrong(card, found.Contacts) is var (part, words))
                    return (null, Refusals.Invalid(part, words));
                var there = PartyCardStore.Of(w.Session, found.Id);
                // A card on which nothing stands yet is new to whoever fills it in.
                if (Versions.Held("card", ifMatch, there == PartyCard.Blank ? null : Fields(there)) is { } held)
                    return (null, held);
                PartyCardStore.Set(w.Session, found.Id, card);
                return (Fields(card), null);
            }
        );

    private static Task<Results<Ok<PartySiteView>, ProblemHttpResult>> PutSite(
        Guid party,
        Guid id,
        PartySiteView given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    ) =>
        Put<PartySiteView>(
            party,
            viewer,
            writes,
            who,
            clock,
            (w, found) =>
            {
                var site = new PartySite(
                    id,
                    given.Name.Trim(),
                    given.Address.Trim(),
                    given.Notes.Trim(),
                    given.Retired
                );
                var all = PartyCardStore.Sites(w.Session, found.Id);
                var there = all.Find(s => s.Id == id);
                if (there is null && PartyCardStore.IsSite(w.Session, id))
                    return (null, Refusals.NotFound("place"));
                if (PartyCards.Wrong(site, [.. all.Where(s => s.Id != id)]) is var (part, words))
                    return (null, Refusals.Invalid(part, words));
                if (Versions.Held("place", ifMatch, there is null ? null : View(there)) is { } held)
                    return (null, held);
                PartyCardStore.PutSite(w.Session, found.Id, site);
                return (View(site), null);
            }
        );

    private static Task<Results<Ok<PartyThingView>, ProblemHttpResult>> PutThing(
        Guid party,
        Guid id,
        PartyThingView given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    ) =>
        Put<PartyThingView>(
            party,
            viewer,
            writes,
            who,
            clock,
            (w, found) =>
            {
                var thing = new PartyThing(
                    new ThingId(id),
                    found.Id,
                    given.Site,
                    given.Sort.Trim(),
                    given.Name.Trim(),
                    given.Number.Trim(),
                    given.Notes.Trim(),
                    [.. given.Fields.Select(f => new ThingField(f.Name.Trim(), f.Value.Trim()))],
                    given.Retired
                );
                var there = PartyCardStore.Find(w.Session, thing.Id);
                if (there is not null && there.Party != found.Id)
                    return (null, Refusals.NotFound("thing"));
                if (
                    PartyCards.Wrong(
                        thing,
                        [.. PartyCardStore.OfParty(w.Session, found.Id).Where(t => t.Id != thing.Id)],
                        PartyCardStore.Sites(w.Session, found.Id)
                    )
                    is var (part, words)
                )
                    return (null, Refusals.Invalid(part, words));
                if (Versions.Held("thing", ifMatch, there is null ? null : View(there)) is { } held)
                    return (null, held);
                PartyCardStore.PutThing(w.Session, thing);
                return (View(thing), null);
            }
        );

    /// <summary>Changes something of a party's card, within one write.</summary>
    private static async Task<Results<Ok<T>, ProblemHttpResult>> Put<T>(
        Guid party,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock,
        Func<Writing, Party, (T?, ProblemHttpResult?)> put
    )
        where T : class
    {
        var (done, why) = await writes.Run<(T?, ProblemHttpResult?)>(w =>
        {
            if (who.Current.Parties.GetValueOrDefault(new PartyId(party)) is not { } found)
                return (null, Refusals.NotFound("contact"));
            var outcome = put(w, found);
            if (outcome.Item1 is not null)
                w.Log(
                    new Change(
                        ChangeKinds.PeopleChanged,
                        party,
                        new Place.Firm(),
                        Thing.Working,
                        clock.Now,
                        viewer.Person.Id
                    )
                );
            return outcome;
        });
        return done is null ? why! : TypedResults.Ok(done);
    }
}
