using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Core.Reports.Imports;
using Wrenlet.Formats.People;
using Wrenlet.Formats.Tables;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Reports;

namespace Wrenlet.Server.Reports.Imports;

/// <summary>Contacts from a table: each row a person, a firm, or both.</summary>
internal sealed class ContactImporting(WhoIsWho who) : IImporting
{
    private const int LongestName = 80;

    private static readonly ImportField[] All =
    [
        new("name", "Name", ["full name", "contact name", "contact", "person", "display name", "customer name"]),
        new("first", "First name", ["given name", "forename", "christian name", "firstname"]),
        new("last", "Last name", ["family name", "surname", "lastname"]),
        new("firm", "Company", ["organisation", "organization", "firm", "business", "account", "customer", "client"]),
        new(
            "kind",
            "Customer or partner",
            ["kind", "type", "category", "relationship"],
            Looks.Choice,
            Choices: ["customer", "partner", "supplier", "subcontractor", "client"],
            ForAll: true
        ),
        new(
            "mail",
            "Mail address",
            ["email", "mail", "email address", "e-mail 1", "email 1", "work email", "primary email"],
            Looks.Mail
        ),
        new("mail2", "Further mail address", ["email 2", "e-mail 2", "other email", "home email"], Looks.Mail),
        new(
            "phone",
            "Telephone number",
            ["phone", "telephone", "tel", "phone number", "work phone", "landline", "telephone no", "phone 1"],
            Looks.Phone
        ),
        new(
            "phone2",
            "Further telephone number",
            ["mobile", "cell", "mobile phone", "phone 2", "mobile no"],
            Looks.Phone
        ),
        new("purpose", "What they decide or look after", ["role", "job title", "position", "title", "function"]),
        new("address", "Address", ["postal address", "street address", "mailing address", "home address", "street"]),
        new("city", "Town", ["city", "place", "locality", "town or city"]),
        new("postcode", "Postcode", ["zip", "zip code", "postal code", "post code"]),
        new("language", "Language", ["preferred language", "locale", "lang"]),
        new("notes", "Notes", ["note", "remarks", "comments", "memo"]),
    ];

    public ImportKind Kind => ImportKind.Contacts;

    public IReadOnlyList<ImportField> Fields() => All;

    public IImportPlan Begin(ImportTable table, Person by, Instant now) => new Planning(table, who.Current);

    private sealed class Planning(ImportTable table, Roster roster) : IImportPlan
    {
        /// <summary>What rows before have made, beside what the roster knows.</summary>
        private readonly Dictionary<string, PersonId> _addresses = new(StringComparer.OrdinalIgnoreCase);
        private readonly Dictionary<string, PersonId> _numbers = [];
        private readonly Dictionary<PersonId, PartyId> _partyOf = [];
        private readonly Dictionary<(PartyId Party, string Name), PersonId> _people = roster
            .Parties.Values.SelectMany(p => p.Contacts.Select(c => (Key: (p.Id, Folded(roster.NameOf(c))), c)))
            .DistinctBy(c => c.Key)
            .ToDictionary(c => c.Key, c => c.c);
        private readonly Dictionary<string, PartyId> _parties = roster
            .Parties.Values.OrderBy(p => p.Id.Value)
            .DistinctBy(p => Folded(p.Name))
            .ToDictionary(p => Folded(p.Name), p => p.Id);

        private static string Folded(string name) => name.Trim().ToUpperInvariant();

        public PlannedRow Plan(FileRow row)
        {
            string? Of(string field) => table.Of(row, field);
            var mails = new[] { Of("mail"), Of("mail2") }
                .OfType<string>()
                .SelectMany(m =>
                    m.Split([';', ','], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
                )
                .Distinct(StringComparer.OrdinalIgnoreCase)
                .ToList();
            var firm = Of("firm");
            var name =
                Of("name")
                ?? (
                    string.Join(' ', new[] { Of("first"), Of("last") }.OfType<string>()) is { Length: > 0 } both ? both
                    : mails.Count > 0 && firm is null ? PeopleList.Read(mails[0])[0].Name
                    : null
                );
            var title = name ?? firm ?? "";
            if (title.Length == 0)
                return PlannedRow.No(row, "", "It has neither a name nor a company. Fill in one of them.");
            if (title.Length > LongestName || firm?.Length > LongestName)
                return PlannedRow.No(row, title[..LongestName], $"Its name is longer than {LongestName} characters.");
            if (mails.Find(m => !ImportValues.IsMail(m)) is { } noMail)
                return PlannedRow.No(row, title, $"“{noMail}” is not a mail address. Write it as name@place.");
            var numbers = new List<string>();
            foreach (var phone in new[] { Of("phone"), Of("phone2") }.OfType<string>())
            {
                var (number, wrong) = PhoneNumber.Read(phone, roster.Firm!.Country);
                if (number is null)
                    return PlannedRow.No(row, title, wrong!);
                numbers.Add(number);
            }

            if (Known(mails, numbers, out var clash) is { } staff && roster.Find(staff) is { Party: null } colleague)
                return PlannedRow.No(row, title, $"This is {colleague.Name}, one of your colleagues.");
            if (clash is not null)
                return PlannedRow.No(row, title, clash);
            return name is null ? FirmAlone(row, firm!, Card(row)) : Somebody(row, name, firm, mails, numbers);
        }

        /// <summary>Whose one of these addresses or numbers is; null for nobody's.</summary>
        /// <param name="clash">Why they cannot all be one person's; null when they can.</param>
        private PersonId? Known(List<string> mails, List<string> numbers, out string? clash)
        {
            PersonId? OfMail(string m) =>
                _addresses.TryGetValue(m, out var made) ? made : roster.ByAddress(m)?.Person.Id;
            PersonId? OfNumber(string n) => _numbers.TryGetValue(n, out var made) ? made : roster.ByPhone(n)?.Person.Id;
            var whose = mails.Select(OfMail).Concat(numbers.Select(OfNumber)).OfType<PersonId>().Distinct().ToList();
            clash =
                whose.Count > 1
                    ? "Its addresses and numbers belong to more than one contact. Split it into a row for each."
                    : null;
            return whose.Count > 0 ? whose[0] : null;
        }

        private string Card(FileRow row) =>
            string.Join(
                ", ",
                new[]
                {
                    table.Of(row, "address")?.ReplaceLineEndings(", "),
                    string.Join(' ', new[] { table.Of(row, "postcode"), table.Of(row, "city") }.OfType<string>()),
                }.Where(p => !string.IsNullOrWhiteSpace(p))
            );

        private PartyKind KindOf(FileRow row) =>
            table.Of(row, "kind")?.ToLowerInvariant()
                is "partner"
                    or "supplier"
                    or "subcontractor"
                    or "contractor"
                    or "vendor"
                ? PartyKind.Partner
                : PartyKind.Customer;

        private PlannedRow FirmAlone(FileRow row, string firm, string address)
        {
            var there = _parties.TryGetValue(Folded(firm), out var known);
            var party = there ? known : _parties[Folded(firm)] = new PartyId(Guid.CreateVersion7());
            var (kind, notes) = (KindOf(row), table.Of(row, "notes") ?? "");
            return there && address.Length == 0 && notes.Length == 0
                ? new(row, RowDoes.Same, firm)
                : new(
                    row,
                    there ? RowDoes.Changed : RowDoes.New,
                    firm,
                    Write: w => PutParty(w, party, there, firm, kind, address, notes)
                );
        }

        private PlannedRow Somebody(FileRow row, string name, string? firm, List<string> mails, List<string> numbers)
        {
            var known = Known(mails, numbers, out _);
            // Somebody of whom the file knows no address is found by their name in their firm.
            if (known is null && _parties.TryGetValue(Folded(firm ?? name), out var theirs))
                known = _people.TryGetValue((theirs, Folded(name)), out var same) ? same : null;
            var person = known ?? new PersonId(Guid.CreateVersion7());
            var party = known is { } k
                ? _partyOf.TryGetValue(k, out var made)
                    ? made
                    : roster.Find(k)!.Party!.Value
                : _parties.GetValueOrDefault(Folded(firm ?? name));
            var newParty = party == default;
            if (newParty)
                _parties[Folded(firm ?? name)] = party = new PartyId(Guid.CreateVersion7());
            _partyOf[person] = party;
            _people.TryAdd((party, Folded(name)), person);
            foreach (var mail in mails)
                _addresses[mail] = person;
            foreach (var number in numbers)
                _numbers[number] = person;
            var wanted = new WantedContact(
                name,
                mails,
                numbers,
                Language(table.Of(row, "language")),
                table.Of(row, "purpose") is { Length: <= 120 } purpose ? purpose : null
            );
            var (kind, address, notes) = (KindOf(row), Card(row), table.Of(row, "notes") ?? "");
            var does =
                known is null ? RowDoes.New
                : roster.Profiles.TryGetValue(person, out var profile)
                && wanted.Over(ContactState.Of(profile)).Same(ContactState.Of(profile))
                && address.Length == 0
                && notes.Length == 0
                    ? RowDoes.Same
                : RowDoes.Changed;
            return does is RowDoes.Same
                ? new(row, does, name)
                : new(
                    row,
                    does,
                    name,
                    Write: w =>
                        [
                            .. PutParty(w, party, !newParty, firm ?? name, kind, address, notes),
                            .. PutPerson(w, person, party, known is not null, wanted),
                        ]
                );
        }

        private static string? Language(string? said)
        {
            if (said is null)
                return null;
            try
            {
                return said.Length is 2 or 5 ? CultureInfo.GetCultureInfo(said.Replace('_', '-')).Name : null;
            }
            catch (CultureNotFoundException)
            {
                return null;
            }
        }
    }

    /// <summary>Makes a party, or fills in what its card does not say yet.</summary>
    internal static IReadOnlyList<ImportMade> PutParty(
        Writing w,
        PartyId party,
        bool there,
        string name,
        PartyKind kind,
        string address = "",
        string notes = ""
    )
    {
        var s = w.Session;
        (address, notes) = (address[..Math.Min(address.Length, 300)], notes[..Math.Min(notes.Length, 4000)]);
        if (there)
        {
            var card = PartyCardStore.Of(s, party);
            var filled = card with
            {
                Address = card.Address.Length > 0 ? card.Address : address,
                Notes = card.Notes.Length > 0 ? card.Notes : notes,
            };
            if (filled == card)
                return [];
            PartyCardStore.Set(s, party, filled);
            return [new("party", party.Value, PartyState.Read(s, party)!, JsonSerializer.Serialize(card))];
        }

        PeopleStore.AddParty(s, party, name, kind);
        PartyCardStore.Set(s, party, PartyCard.Blank with { Address = address, Notes = notes });
        return [new("party", party.Value, PartyState.Read(s, party)!)];
    }

    private static IReadOnlyList<ImportMade> PutPerson(
        Writing w,
        PersonId person,
        PartyId party,
        bool there,
        WantedContact wanted
    )
    {
        var s = w.Session;
        var before = there ? PeopleStore.Contact(s, person) : null;
        if (before is null)
            PeopleStore.AddPerson(s, new Person(person, wanted.Name, null, party, []), null, "", null);
        var state = before is null ? ContactState.Blank : ContactState.Of(before);
        var after = wanted.Over(state);
        if (before is not null && after.Same(state))
            return [];
        after.Write(s, person);
        return [new("person", person.Value, after.ToJson(), before is null ? null : state.ToJson())];
    }
}

/// <summary>A contact as a row wants them; what it does not say stays.</summary>
internal sealed record WantedContact(
    string Name,
    IReadOnlyList<string> Mails,
    IReadOnlyList<string> Numbers,
    string? Language,
    string? Purpose
)
{
    /// <summary>Somebody as they are once this has been put over what is known.</summary>
    public ContactState Over(ContactState known)
    {
        var mails = known
            .Reaches.Where(r => !r.IsPhone)
            .Select(r => r.Value)
            .Prepend(known.Address)
            .OfType<string>()
            .Concat(Mails)
            .Distinct(StringComparer.OrdinalIgnoreCase)
            .ToList();
        var labels = known.Reaches.ToDictionary(r => r.Value, r => r.Label, StringComparer.OrdinalIgnoreCase);
        return new(
            Name,
            mails.FirstOrDefault(),
            Language ?? known.Language,
            Purpose ?? known.Purpose,
            [
                .. known
                    .Reaches.Where(r => r.IsPhone)
                    .Select(r => r.Value)
                    .Concat(Numbers)
                    .Distinct()
                    .Select(n => new Reach(true, n, labels.GetValueOrDefault(n, ""))),
                .. mails.Skip(1).Select(m => new Reach(false, m, labels.GetValueOrDefault(m, ""))),
            ]
        );
    }
}

/// <summary>All that an import can change of a contact.</summary>
internal sealed record ContactState(
    string Name,
    string? Address,
    string Language,
    string Purpose,
    IReadOnlyList<Reach> Reaches
)
{
    /// <summary>Of whom nothing is known.</summary>
    public static readonly ContactState Blank = new("", null, "", "", []);

    public static ContactState Of(Profile profile) =>
        new(
            profile.Person.Name,
            profile.Address,
            profile.Language,
            profile.Purpose,
            [.. profile.Reaches.OrderByDescending(r => r.IsPhone).ThenBy(r => r.Value, StringComparer.Ordinal)]
        );

    /// <summary>The same in one order, to be kept and compared.</summary>
    public string ToJson() =>
        JsonSerializer.Serialize(
            this with
            {
                Reaches = [.. Reaches.OrderByDescending(r => r.IsPhone).ThenBy(r => r.Value, StringComparer.Ordinal)],
            }
        );

    public bool Same(ContactState other) => ToJson() == other.ToJson();

    public void Write(SqlSession session, PersonId person) =>
        PeopleStore.SetContact(session, person, Name, Address, Language, Reaches, Purpose);
}

/// <summary>All that an import can change of a party, to be compared.</summary>
internal static class PartyState
{
    /// <summary>How it is; null where there is none.</summary>
    public static string? Read(SqlSession session, PartyId party) =>
        PeopleStore.Party(session, party) is { } found
            ? JsonSerializer.Serialize(
                new
                {
                    found.Name,
                    found.Kind,
                    Card = PartyCardStore.Of(session, party),
                }
            )
            : null;
}
