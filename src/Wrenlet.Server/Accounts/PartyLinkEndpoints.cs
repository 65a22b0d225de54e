using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.People;
using Wrenlet.Server.People;
using Wrenlet.Server.Standins;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Accounts;

/// <summary>A link of a contact, as staff see it: never its token.</summary>
/// <param name="By">Who made it; null where the contact asked for it or it went with a mail.</param>
/// <param name="Way">copied, mail, text, asked-for or in-mail.</param>
/// <param name="Works">Whether it opens their page now.</param>
public sealed record PartyLinkView(
    Guid Id,
    Guid Contact,
    string? By,
    string Way,
    DateTimeOffset Made,
    DateTimeOffset Ends,
    DateTimeOffset? LastUsed,
    bool Works
);

/// <summary>The links of a party's contacts, and what a new one would say.</summary>
/// <param name="Days">For how many days a new one works.</param>
/// <param name="Words">By contact: the words it is usually sent with.</param>
public sealed record PartyLinksView(
    IReadOnlyList<PartyLinkView> Links,
    int Days,
    IReadOnlyDictionary<Guid, string> Words
);

/// <summary>A link to be made.</summary>
/// <param name="Way">copied, mail or text.</param>
/// <param name="Words">What it is sent with, with {link} where it is to stand; not looked at where it is copied.</param>
/// <param name="EndOthers">Whether their older links end with it.</param>
public sealed record NewPartyLink(
    [property: Required, AllowedValues("copied", "mail", "text")] string Way,
    [property: StringLength(2000)] string? Words = null,
    bool EndOthers = false
);

/// <summary>A link that was made; its address is shown this once where it was copied.</summary>
public sealed record MadePartyLink(string? Address, string To);

/// <summary>Links of customers and partners: made, sent, listed, ended, and asked for.</summary>
internal static class PartyLinkEndpoints
{
    private const int MostListed = 40;

    public static void MapPartyLinks(this IEndpointRouteBuilder api)
    {
        api.MapGet("/contacts/{party:guid}/links", Get).For(Access.Staff);
        api.MapPost("/contacts/people/{id:guid}/links", Make).For(Right.SendOutside);
        api.MapDelete("/contacts/people/{id:guid}/links", EndAll).For(Right.SendOutside);
        api.MapDelete("/contacts/links/{id:guid}", End).For(Right.SendOutside);
        api.MapPost("/session/party-link", AskFor).For(Access.Everyone);
    }

    private static Results<Ok<PartyLinksView>, ProblemHttpResult> Get(
        Guid party,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        who.Current.Parties.TryGetValue(new PartyId(party), out var found)
            ? TypedResults.Ok(View(found, database, who.Current, clock))
            : Refusals.NotFound("contact");

    private static PartyLinksView View(Party party, Database database, Roster roster, FirmClock clock) =>
        database.Read(s => new PartyLinksView(
            [
                .. party
                    .Contacts.SelectMany(c => LinkStore.Of(s, c, MostListed))
                    .OrderByDescending(l => l.Made)
                    .ThenByDescending(l => l.Id)
                    .Select(l => new PartyLinkView(
                        l.Id,
                        l.Contact.Value,
                        l.MadeBy is { } by ? roster.NameOf(by) : null,
                        StoredWords.LinkWays.Of(l.Way),
                        l.Made.ToDateTimeOffset(),
                        l.Ends.ToDateTimeOffset(),
                        l.LastUsed?.ToDateTimeOffset(),
                        l.WorksAt(clock.Now)
                    )),
            ],
            roster.Firm!.LinkDays,
            party.Contacts.ToDictionary(
                c => c.Value,
                c => PartyLink.UsualWords(roster.Find(c)!.FirstName, roster.Firm.Name)
            )
        ));

    private static async Task<Results<Ok<MadePartyLink>, ProblemHttpResult>> Make(
        Guid id,
        NewPartyLink given,
        Viewer viewer,
        PartyLinks links,
        WhoIsWho who,
        CancellationToken cancellation
    )
    {
        if (who.Current.Profiles.GetValueOrDefault(new PersonId(id)) is not { Person: { Party: not null } contact } to)
            return Refusals.NotFound("contact");
        var way = StoredWords.LinkWays.Parse(given.Way)!.Value;
        var words = given.Words?.Trim() ?? "";
        if (way is not LinkWay.Copied && !words.Contains(PartyLink.Field, StringComparison.Ordinal))
            return Refusals.Invalid("words", $"Write {PartyLink.Field} where the link is to stand.");
        var where = way is LinkWay.Text ? to.Phones.FirstOrDefault() : to.Addresses.FirstOrDefault();
        if (way is not LinkWay.Copied && where is null)
            return Refusals.Refused(
                $"No {(way is LinkWay.Text ? "number" : "mail address")} of {contact.Name} is known. Add it first."
            );
        var (token, _) = await links.Make(contact, viewer.Person, way, given.EndOthers);
        var address = links.AddressOf(token);
        var message = words.Replace(PartyLink.Field, address, StringComparison.Ordinal);
        try
        {
            if (way is LinkWay.Mail)
                await links.Mail(contact, where!, message, cancellation);
            else if (way is LinkWay.Text)
                links.Text(where!, message);
        }
        catch (PostOfficeException wrong)
        {
            return Refusals.Refused($"The link could not be sent: {wrong.Message} Try again, or copy it.");
        }

        return TypedResults.Ok(new MadePartyLink(way is LinkWay.Copied ? address : null, where ?? ""));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> End(
        Guid id,
        Viewer viewer,
        Database database,
        Sessions sessions
    )
    {
        if (database.Read(s => LinkStore.Find(s, id)) is not { } link)
            return Refusals.NotFound("link");
        await sessions.EndLink(link, viewer.Person);
        return TypedResults.NoContent();
    }

    /// <summary>Ends all links of a contact, and with them every session of theirs.</summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> EndAll(
        Guid id,
        Viewer viewer,
        WhoIsWho who,
        Sessions sessions,
        FirmClock clock
    )
    {
        if (who.Current.Find(new PersonId(id)) is not { Party: not null } contact)
            return Refusals.NotFound("contact");
        await sessions.EndAll(
            contact.Id,
            "had all links ended",
            w =>
            {
                LinkStore.EndAll(w.Session, contact.Id, clock.Now);
                LogStore.Add(w.Session, clock.Now, viewer.Person.Id, LogKind.Accounts, "ended all links", contact.Name);
            }
        );
        return TypedResults.NoContent();
    }

    /// <summary>Says the same whether or not the address is known (OWASP ASVS 5.0, 6.3.8).</summary>
    private static NoContent AskFor(ForgottenPassword given, AccountMail mail)
    {
        mail.LinkWanted(given.Address.Trim());
        return TypedResults.NoContent();
    }
}
