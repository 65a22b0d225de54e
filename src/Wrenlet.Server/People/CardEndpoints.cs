using System.ComponentModel.DataAnnotations;
using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.People;
using Wrenlet.Formats.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.People;

/// <summary>A text with cards in it (RFC 6350).</summary>
public sealed record CardFile([property: Required, StringLength(2_000_000, MinimumLength = 1)] string Text);

/// <summary>What came of an import.</summary>
/// <param name="Left">Cards that were left out, each with its reason.</param>
public sealed record Imported(int Added, int Changed, IReadOnlyList<string> Left);

/// <summary>Contacts as cards (vCard, RFC 6350), in and out.</summary>
internal static class CardEndpoints
{
    public static void MapCards(this IEndpointRouteBuilder api)
    {
        api.MapPost("/contacts/cards", Import).For(Right.ManageContacts);
        api.MapGet("/contacts/cards", Export).For(Right.Export);
    }

    /// <summary>
    /// Takes cards in: a card whose address or number is known changes that contact, any other becomes a new one.
    /// </summary>
    private static async Task<Results<Ok<Imported>, ProblemHttpResult>> Import(
        CardFile file,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        IReadOnlyList<ContactCard> cards;
        try
        {
            cards = ContactCards.Read(file.Text);
        }
        catch (FormatException wrong)
        {
            return Refusals.Invalid("text", wrong.Message);
        }

        var (added, changed, left) = (0, 0, new List<string>());
        foreach (var card in cards)
        {
            var roster = who.Current;
            var known = card
                .Mails.Select(roster.ByAddress)
                .Concat(
                    card.Phones.Select(p =>
                        PhoneNumber.Read(p, roster.Firm!.Country).Number is { } n ? roster.ByPhone(n) : null
                    )
                )
                .FirstOrDefault(p => p is not null);
            if (known is { Person.IsStaff: true })
            {
                left.Add($"{card.Name}: is one of the staff.");
                continue;
            }

            var person = known?.Person.Id ?? new PersonId(Guid.CreateVersion7());
            var reaches = (
                known is null
                    ? []
                    : known.Reaches.Select(r => new ReachView(r.IsPhone ? "phone" : "mail", r.Value, r.Label))
            )
                .Concat(card.Phones.Select(p => new ReachView("phone", p, "")))
                .Concat(card.Mails.Select(m => new ReachView("mail", m, "")))
                .ToList();
            var main = known?.Address ?? card.Mails.FirstOrDefault();
            var (address, read, _, wrong) = ContactEndpoints.Read(
                main,
                [.. reaches.Where(r => !string.Equals(r.Value, main, StringComparison.OrdinalIgnoreCase))],
                person,
                roster
            );
            if (wrong is not null)
            {
                left.Add($"{card.Name}: {wrong}");
                continue;
            }

            await writes.Run(w =>
            {
                if (known is null)
                {
                    var firm = card.Organisation ?? card.Name;
                    var party = roster
                        .Parties.Values.FirstOrDefault(p => p.Name.Equals(firm, StringComparison.OrdinalIgnoreCase))
                        ?.Id;
                    if (party is null)
                    {
                        party = new PartyId(Guid.CreateVersion7());
                        PeopleStore.AddParty(w.Session, party.Value, firm, PartyKind.Customer);
                    }

                    PeopleStore.AddPerson(w.Session, new Person(person, card.Name, null, party, []), address, "", null);
                }

                PeopleStore.SetContact(
                    w.Session,
                    person,
                    card.Name,
                    address,
                    card.Language ?? known?.Language ?? "",
                    read
                );
                w.Log(
                    new Change(
                        ChangeKinds.PeopleChanged,
                        person.Value,
                        new Place.Firm(),
                        Thing.Working,
                        clock.Now,
                        viewer.Person.Id
                    )
                );
            });
            who.Refresh();
            if (known is null)
                added++;
            else
                changed++;
        }

        return TypedResults.Ok(new Imported(added, changed, left));
    }

    /// <summary>All contacts, or those of one party, as cards.</summary>
    private static Results<FileContentHttpResult, ProblemHttpResult> Export(WhoIsWho who, Guid? party = null)
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
        return TypedResults.File(
            Encoding.UTF8.GetBytes(ContactCards.Write(cards)),
            "text/vcard; charset=utf-8",
            "contacts.vcf"
        );
    }
}
