using System.ComponentModel.DataAnnotations;
using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.People;
using Wrenlet.Formats.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.People;

/// <summary>Contacts as cards (vCard, RFC 6350), out; in they come as all that is brought along.</summary>
internal static class CardEndpoints
{
    public static void MapCards(this IEndpointRouteBuilder api) =>
        api.MapGet("/contacts/cards", Export).For(Right.Export);

    /// <summary>All contacts, or those of one party, as cards.</summary>
    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Export(
        Viewer viewer,
        WhoIsWho who,
        LogBook book,
        Guid? party = null
    )
    {
        var roster = who.Current;
        var parties = party is null
            ? roster.Parties.Values.OrderBy(p => p.Name, StringComparer.Ordinal)
            : roster.Parties.Values.Where(p => p.Id.Value == party);
        var cards = parties.SelectMany(p =>
            p.Contacts.Select(c => roster.Profiles[c])
                .Select(c => new ContactCard(
                    c.Person.Name,
                    p.Name == c.Person.Name ? null : p.Name,
                    [.. c.Addresses],
                    [.. c.Phones],
                    c.Language.Length > 0 ? c.Language : null
                ))
        );
        await book.Add(
            viewer.Person.Id,
            LogKind.TakenAlong,
            (
                "exported contacts",
                party is null ? "all" : roster.Parties.GetValueOrDefault(new PartyId(party.Value))?.Name ?? "none"
            )
        );
        return TypedResults.File(
            Encoding.UTF8.GetBytes(ContactCards.Write(cards)),
            "text/vcard; charset=utf-8",
            "contacts.vcf"
        );
    }
}
