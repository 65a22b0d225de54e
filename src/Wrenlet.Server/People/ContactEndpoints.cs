using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Wrenlet.Core.People;
using Wrenlet.Formats.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.People;

/// <summary>A party in the list of contacts.</summary>
/// <param name="People">Names of its contacts.</param>
/// <param name="Open">How many of its conversations are open, of those the viewer sees.</param>
public sealed record PartyRow(
    Guid Id,
    string Name,
    string Kind,
    IReadOnlyList<string> People,
    IReadOnlyList<string> Dockets,
    int Open,
    DateTimeOffset? LastAt
);

/// <summary>A way to reach somebody.</summary>
/// <param name="Kind">mail or phone.</param>
/// <param name="Shown">As people read it.</param>
public sealed record ReachView(
    [property: Required, AllowedValues("mail", "phone")] string Kind,
    [property: Required, StringLength(254)] string Value,
    [property: StringLength(40)] string? Label,
    string? Shown = null
);

/// <summary>One of a party's people.</summary>
/// <param name="Address">Main mail address; null when none is known.</param>
/// <param name="Language">BCP 47 tag; empty when not known.</param>
/// <param name="Purpose">What they speak for, in a few words; empty when not said.</param>
public sealed record ContactView(
    Guid Id,
    string Name,
    string? Address,
    string Language,
    string Purpose,
    IReadOnlyList<ReachView> Reaches,
    string? Version = null
) : IVersioned;

/// <summary>Another party that was merged into this one.</summary>
public sealed record MergeView(Guid Id, string Name, string By, DateTimeOffset At);

/// <summary>A party with all that is known of it.</summary>
/// <param name="Version">Of its name and kind; each of its people has one of its own.</param>
public sealed record PartyFile(
    Guid Id,
    string Name,
    string Kind,
    IReadOnlyList<ContactView> People,
    IReadOnlyList<HistoryRow> History,
    IReadOnlyList<MergeView> Merges,
    string? Version = null
);

/// <summary>A party as it is to be.</summary>
public sealed record NewParty(
    [property: Required, StringLength(80, MinimumLength = 1)] string Name,
    [property: Required, AllowedValues("customer", "partner")] string Kind,
    string? Version = null
) : IVersioned;

/// <summary>A contact as it is to be.</summary>
public sealed record NewContact(
    Guid Party,
    [property: Required, StringLength(80, MinimumLength = 1)] string Name,
    [property: StringLength(254)] string? Address,
    [property: StringLength(35)] string? Language,
    [property: MaxLength(20)] IReadOnlyList<ReachView> Reaches,
    [property: StringLength(120)] string? Purpose = null
);

/// <summary>The party that goes into another.</summary>
public sealed record NewMerge(Guid Gone);

internal static class ContactEndpoints
{
    public static void MapContacts(this IEndpointRouteBuilder api)
    {
        api.MapGet("/contacts", GetAll).For(Access.Staff);
        api.MapGet("/contacts/{party:guid}", GetParty).For(Access.Staff);
        api.MapPut("/contacts/{party:guid}", PutParty).For(Right.ManageContacts);
        api.MapPut("/contacts/people/{id:guid}", PutContact).For(Right.ManageContacts);
        api.MapCards();
        api.MapPost("/contacts/{party:guid}/merges", Merge).For(Right.ManageContacts);
        api.MapDelete("/contacts/merges/{id:guid}", Undo).For(Right.ManageContacts);
    }

    private static IReadOnlyList<PartyRow> GetAll(
        Viewer viewer,
        Database database,
        IPartyHistory history,
        WhoIsWho who
    ) =>
        database.Read(s =>
        {
            var roster = who.Current;
            return (IReadOnlyList<PartyRow>)
                [
                    .. roster
                        .Parties.Values.OrderBy(p => p.Name, StringComparer.OrdinalIgnoreCase)
                        .Select(p =>
                        {
                            var talk = history.Talk(s, p.Id, viewer.Person);
                            return new PartyRow(
                                p.Id.Value,
                                p.Name,
                                StoredWords.PartyKinds.Of(p.Kind),
                                [.. p.Contacts.Select(roster.NameOf)],
                                talk.Dockets,
                                talk.Open,
                                talk.LastAt?.ToDateTimeOffset()
                            );
                        }),
                ];
        });

    private static Results<Ok<PartyFile>, ProblemHttpResult> GetParty(
        Guid party,
        Viewer viewer,
        Database database,
        IPartyHistory history,
        WhoIsWho who
    ) =>
        File(new PartyId(party), viewer, database, history, who) is { } file
            ? TypedResults.Ok(file)
            : Refusals.NotFound("contact");

    private static PartyFile? File(PartyId id, Viewer viewer, Database database, IPartyHistory history, WhoIsWho who)
    {
        var roster = who.Current;
        if (!roster.Parties.TryGetValue(id, out var party))
            return null;
        return database.Read(s => new PartyFile(
            id.Value,
            party.Name,
            StoredWords.PartyKinds.Of(party.Kind),
            [
                .. party
                    .Contacts.Select(c => roster.Profiles[c])
                    .OrderBy(p => p.Person.Name, StringComparer.Ordinal)
                    .Select(p => Contact(p, roster)),
            ],
            history.Rows(s, id, viewer.Person),
            [
                .. MergeStore
                    .Of(s, id)
                    .Select(m => new MergeView(m.Id, m.GoneName, roster.NameOf(m.By), m.At.ToDateTimeOffset())),
            ],
            Fields(party).Version
        ));
    }

    private static NewParty Fields(Party party)
    {
        var fields = new NewParty(party.Name, StoredWords.PartyKinds.Of(party.Kind));
        return fields with { Version = Versions.Of(fields) };
    }

    private static ContactView Contact(Profile profile, Roster roster)
    {
        var contact = new ContactView(
            profile.Person.Id.Value,
            profile.Person.Name,
            profile.Address,
            profile.Language,
            profile.Purpose,
            [
                .. profile.Reaches.Select(r => new ReachView(
                    r.IsPhone ? "phone" : "mail",
                    r.Value,
                    r.Label,
                    r.IsPhone ? PhoneNumber.Shown(r.Value, roster.Firm!.Country) : r.Value
                )),
            ]
        );
        return contact with { Version = Versions.Of(contact) };
    }

    private static async Task<Results<Ok<PartyFile>, ProblemHttpResult>> PutParty(
        Guid party,
        NewParty given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        Database database,
        IPartyHistory history,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var id = new PartyId(party);
        var kind = StoredWords.PartyKinds.Parse(given.Kind)!.Value;
        var held = await writes.Run<ProblemHttpResult?>(w =>
        {
            var there = PeopleStore.Party(w.Session, id);
            if (Versions.Held("contact", ifMatch, there is null ? null : Fields(there)) is { } why)
                return why;
            if (there is not null)
                PeopleStore.SetParty(w.Session, id, given.Name.Trim(), kind);
            else
                PeopleStore.AddParty(w.Session, id, given.Name.Trim(), kind);
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
            return null;
        });
        who.Refresh();
        return held is null ? TypedResults.Ok(File(id, viewer, database, history, who)!) : held;
    }

    private static async Task<Results<Ok<PartyFile>, ProblemHttpResult>> PutContact(
        Guid id,
        NewContact given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        Database database,
        IPartyHistory history,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var roster = who.Current;
        var person = new PersonId(id);
        if (!roster.Parties.ContainsKey(new PartyId(given.Party)))
            return Refusals.NotFound("contact");
        if (roster.Find(person) is { } known && known.Party != new PartyId(given.Party))
            return Refusals.Refused("This person does not belong to that contact.");
        var (address, reaches, field, wrong) = Read(given.Address, given.Reaches, person, roster);
        if (wrong is not null)
            return Refusals.Invalid(field!, wrong);
        var held = await writes.Run<ProblemHttpResult?>(w =>
        {
            var contact = PeopleStore.Contact(w.Session, person) is { } there ? Contact(there, roster) : null;
            if (Versions.Held("contact", ifMatch, contact) is { } why)
                return why;
            if (contact is null)
                PeopleStore.AddPerson(
                    w.Session,
                    new Person(person, given.Name.Trim(), null, new PartyId(given.Party), []),
                    address,
                    "",
                    null
                );
            PeopleStore.SetContact(
                w.Session,
                person,
                given.Name.Trim(),
                address,
                given.Language?.Trim() ?? "",
                reaches,
                given.Purpose?.Trim()
            );
            w.Log(
                new Change(
                    ChangeKinds.PeopleChanged,
                    given.Party,
                    new Place.Firm(),
                    Thing.Working,
                    clock.Now,
                    viewer.Person.Id
                )
            );
            return null;
        });
        who.Refresh();
        return held is null ? TypedResults.Ok(File(new PartyId(given.Party), viewer, database, history, who)!) : held;
    }

    /// <summary>Ways to reach somebody, normalised; or the field that is wrong and why.</summary>
    internal static (string? Address, IReadOnlyList<Reach> Reaches, string? Field, string? Wrong) Read(
        string? main,
        IReadOnlyList<ReachView> given,
        PersonId person,
        Roster roster
    )
    {
        var address = string.IsNullOrWhiteSpace(main) ? null : main.Trim();
        var reaches = new List<Reach>();
        if (address is not null && Taken(address, person, roster) is { } taken)
            return (null, [], "address", taken);
        foreach (var reach in given.Where(r => !string.IsNullOrWhiteSpace(r.Value)))
        {
            if (reach.Kind == "phone")
            {
                var (number, wrong) = PhoneNumber.Read(reach.Value, roster.Firm!.Country);
                if (number is null)
                    return (null, [], "reaches", wrong);
                if (roster.ByPhone(number)?.Person is { } other && other.Id != person)
                    return (
                        null,
                        [],
                        "reaches",
                        $"{reach.Value} is the number of {other.Name}. If the two are one, merge them."
                    );
                reaches.Add(new(true, number, reach.Label?.Trim() ?? ""));
            }
            else
            {
                if (Taken(reach.Value.Trim(), person, roster) is { } wrong)
                    return (null, [], "reaches", wrong);
                reaches.Add(new(false, reach.Value.Trim(), reach.Label?.Trim() ?? ""));
            }
        }

        return (address, [.. reaches.DistinctBy(r => (r.IsPhone, r.Value.ToUpperInvariant()))], null, null);
    }

    private static string? Taken(string address, PersonId person, Roster roster)
    {
        if (
            !MimeKit.MailboxAddress.TryParse(address, out var mailbox)
            || mailbox.Address != address
            || !address.Contains('@', StringComparison.Ordinal)
        )
            return $"“{address}” is not a mail address. Write it as name@place.";
        return roster.ByAddress(address)?.Person is { } other && other.Id != person
            ? $"{address} is the address of {other.Name}. If the two are one, merge them."
            : null;
    }

    private static async Task<Results<Ok<PartyFile>, ProblemHttpResult>> Merge(
        Guid party,
        NewMerge given,
        Viewer viewer,
        Database database,
        IPartyHistory history,
        Merging merging,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var (kept, gone) = (new PartyId(party), new PartyId(given.Gone));
        if (
            !who.Current.Parties.TryGetValue(kept, out var into) || !who.Current.Parties.TryGetValue(gone, out var from)
        )
            return Refusals.NotFound("contact");
        if (kept == gone)
            return Refusals.Refused("Choose a different contact to merge with this one.");
        await merging.Merge(into, from, viewer.Person, clock.Now);
        who.Refresh();
        return TypedResults.Ok(File(kept, viewer, database, history, who)!);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Undo(
        Guid id,
        Viewer viewer,
        Merging merging,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var undone = await merging.Undo(id, viewer.Person, clock.Now);
        if (!undone)
            return Refusals.NotFound("merge");
        who.Refresh();
        return TypedResults.NoContent();
    }
}
