using System.Collections.Immutable;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Reports.Imports;
using Wrenlet.Core.Sheets;
using Wrenlet.Formats.Tables;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Reports;

namespace Wrenlet.Server.Reports.Imports;

/// <summary>Dockets from a table, each row one.</summary>
internal sealed class DocketImporting(Database database, WhoIsWho who, FirmKinds kinds, DocketMaking making)
    : IImporting,
        ITakesBack
{
    private const string OfField = "field:";
    private readonly Database _database = database;
    private readonly DocketMaking _making = making;

    public ImportKind Kind => ImportKind.Dockets;

    public string Thing => "docket";

    private static string KeyOf(Field field) => OfField + field.Id.Value;

    public IReadOnlyList<ImportField> Fields()
    {
        var (live, roster) = (kinds.Current.Live.ToList(), who.Current);
        return
        [
            new("subject", "Subject", ["title", "name", "description", "summary", "job name", "project"], Needed: true),
            new("number", "Number", ["no", "ref", "reference", "id", "job number", "job no", "ticket", "case number"]),
            new(
                "kind",
                "Kind of docket",
                ["kind", "type", "job type", "category"],
                Looks.Choice,
                Needed: true,
                Choices: [.. live.Select(k => k.Name)],
                ForAll: true
            ),
            new(
                "party",
                "Customer or partner",
                ["customer", "client", "account", "company", "customer name", "partner"]
            ),
            new("mail", "Their mail address", ["email", "customer email", "contact email", "e-mail"], Looks.Mail),
            new("site", "Site", ["location", "place", "branch", "site name"]),
            new(
                "owner",
                "Owner",
                ["assigned to", "assignee", "responsible", "coordinator", "manager", "handled by"],
                Looks.Choice,
                Choices: [.. roster.Staff.Select(p => p.Name)],
                ForAll: true
            ),
            new(
                "stage",
                "Stage",
                ["status", "phase", "step", "progress"],
                Looks.Choice,
                Choices: [.. live.SelectMany(k => k.Stages).Select(s => s.Name).Distinct()]
            ),
            new("state", "Open or closed", ["state", "open", "closed", "completed", "done", "finished", "archived"]),
            new("priority", "Priority", ["urgency", "prio"], Looks.Choice, Choices: [.. StoredWords.Priorities.All]),
            new(
                "opened",
                "Opened",
                ["created", "date", "created on", "opened on", "date opened", "start date"],
                Looks.Day
            ),
            new(
                "queue",
                "Queue",
                ["team queue", "inbox"],
                Looks.Choice,
                Choices: [.. roster.Queues.Values.Where(q => !q.Retired).Select(q => q.Name)],
                ForAll: true
            ),
            // A field that several kinds have by the same name is filled for whichever kind the row is of.
            .. live.SelectMany(k => k.Fields)
                .Where(f => !f.Retired)
                .DistinctBy(f => f.Name, StringComparer.OrdinalIgnoreCase)
                .Select(f => new ImportField(KeyOf(f), f.Name, [], LooksOf(f), Choices: ChoicesOf(f, roster))),
        ];
    }

    private static Looks LooksOf(Field field) =>
        field.Type switch
        {
            FieldType.Number or FieldType.Money => Looks.Number,
            FieldType.Date => Looks.Day,
            FieldType.Choice or FieldType.Person => Looks.Choice,
            FieldType.Checkbox => Looks.YesNo,
            _ => Looks.Words,
        };

    private static ImmutableArray<string> ChoicesOf(Field field, Roster roster) =>
        field.Type switch
        {
            FieldType.Choice => [.. field.Choices.Select(c => c.Name)],
            FieldType.Person => [.. roster.Staff.Select(p => p.Name)],
            _ => default,
        };

    public IImportPlan Begin(ImportTable table, Person by, Instant now) =>
        new Planning(this, table, who.Current, kinds.Current, _database.Read(SiteStore.All), by, now);

    private sealed class Planning(
        DocketImporting parent,
        ImportTable table,
        Roster roster,
        Kinds kinds,
        ImmutableArray<Site> sites,
        Person by,
        Instant now
    ) : IImportPlan
    {
        private readonly HashSet<DocketRef> _refs = [];
        private readonly List<ImportField> _fields =
        [
            .. parent.Fields().Where(f => f.Key.StartsWith(OfField, StringComparison.Ordinal)),
        ];
        private readonly Dictionary<string, PartyId> _parties = roster
            .Parties.Values.OrderBy(p => p.Id.Value)
            .DistinctBy(p => p.Name.ToUpperInvariant())
            .ToDictionary(p => p.Name.ToUpperInvariant(), p => p.Id);

        private static bool Same(string one, string other) =>
            one.Trim().Equals(other.Trim(), StringComparison.OrdinalIgnoreCase);

        private Person? Colleague(string name) =>
            roster.Staff.FirstOrDefault(p => Same(p.Name, name))
            ?? (roster.ByAddress(name.Trim())?.Person is { IsStaff: true } known ? known : null)
            ?? (roster.Staff.Where(p => Same(p.FirstName, name)).ToList() is [var only] ? only : null);

        public PlannedRow Plan(FileRow row)
        {
            string? Of(string field) => table.Of(row, field);
            var subject = Of("subject")?.ReplaceLineEndings(" ");
            if (subject is null)
                return PlannedRow.No(row, "", "It has no subject. Give it one, or take the row out.");
            PlannedRow No(string why) => PlannedRow.No(row, subject, why);
            if (DocketRules.WrongSubject(subject) is { } wrong)
                return No(wrong);
            if (Of("kind") is not { } kindName)
                return No("It does not say what kind of docket it is. Choose a column or one kind for all rows.");
            if (kinds.Live.FirstOrDefault(k => Same(k.Name, kindName) || Same(k.Many, kindName)) is not { } kind)
                return No($"There is no kind “{kindName}”. There are {Names.List(kinds.Live.Select(k => k.Name))}.");
            var stage = kind.First;
            if (Of("stage") is { } stageName)
            {
                if (kind.Stages.FirstOrDefault(s => Same(s.Name, stageName)) is not { } found)
                    return No(
                        $"A {kind.Name} has no stage “{stageName}”. There are {Names.List(kind.Stages.Select(s => s.Name))}."
                    );
                stage = found;
            }

            Person? owner = null;
            if (Of("owner") is { } ownerName && (owner = Colleague(ownerName)) is null)
                return No($"There is no colleague “{ownerName}”. Write the full name or the mail address.");
            var priority = Priority.Normal;
            if (Of("priority") is { } said)
            {
                if (StoredWords.Priorities.Parse(said.ToLowerInvariant()) is not { } known)
                    return No($"“{said}” is not a priority. Use {string.Join(", ", StoredWords.Priorities.All)}.");
                priority = known;
            }

            var open = true;
            if (Of("state") is { } state)
            {
                if (OpenOf(state) is not { } is_)
                    return No($"“{state}” says neither open nor closed. Write one of the two.");
                open = is_;
            }

            var site = Of("site") ?? kind.Usual.Site;
            if (site.Length > 60)
                return No("Its site has more than 60 characters. Shorten it.");
            if (SiteRules.Refuses(site, null, sites) is { } nowhere)
                return No(nowhere);
            var made = now;
            if (Of("opened") is { } day)
            {
                if (ImportValues.ReadDay(day, table.OrderOf("opened")) is not { } opened)
                    return No($"“{day}” is not a date. Write it as 2026-04-16.");
                made = Instant.Min(now, roster.Firm!.Calendar.OpeningOf(opened));
            }

            Guid? queue = kind.Usual.Queue;
            if (Of("queue") is { } queueName)
            {
                if (roster.Queues.Values.FirstOrDefault(q => !q.Retired && Same(q.Name, queueName)) is not { } waits)
                    return No($"There is no queue “{queueName}”.");
                queue = waits.Id;
            }

            if (Values(row, kind, out var values) is { } wrongValue)
                return No(wrongValue);
            var (reference, taken) = Reference(Of("number"), kind);
            if (taken is not null)
                return No(taken);
            var (party, newParty, refused) = PartyOf(Of("party"), Of("mail"));
            if (refused is not null)
                return No(refused);
            if (reference is { } own)
                _refs.Add(own);
            var docket = new Docket(
                0,
                new DocketId(Guid.CreateVersion7()),
                kind.Id,
                reference ?? new DocketRef(kind.Numbering.Letters, 1),
                subject,
                site,
                owner?.Id,
                stage.Id,
                priority,
                open,
                DocketSight.Open
            );
            return new(
                row,
                RowDoes.New,
                subject,
                Write: w =>
                {
                    var all = new List<ImportMade>();
                    if (newParty is { } firm)
                        all.AddRange(ContactImporting.PutParty(w, party!.Value, false, firm, PartyKind.Customer));
                    var written = parent._making.Bring(
                        w,
                        docket,
                        reference is not null,
                        values,
                        party,
                        queue,
                        by,
                        made,
                        now
                    );
                    all.Add(new("docket", written.Id.Value, Mark(w.Session, written)));
                    return all;
                }
            );
        }

        private static bool? OpenOf(string state) =>
            state.Trim().ToLowerInvariant() switch
            {
                "open" or "active" or "current" or "in progress" or "new" or "pending" => true,
                "closed" or "done" or "finished" or "completed" or "complete" or "archived" or "cancelled" => false,
                var word => ImportValues.ReadYesNo(word) is { } yes ? !yes : null,
            };

        private (DocketRef? Reference, string? Wrong) Reference(string? number, Kind kind)
        {
            if (number is null)
                return (null, null);
            var letters = kind.Numbering.Letters.ToUpperInvariant();
            var reference = DocketRef.Parse(number) ?? DocketRef.Parse($"{letters}-{number.TrimStart('#')}");
            if (reference is not { } read)
                return (null, $"“{number}” cannot be a number here. Write digits, or {letters}- and digits.");
            if (read.Letters != letters)
                return (null, $"“{number}” begins with {read.Letters}, but a {kind.Name} has {letters}.");
            if (kind.Numbering.ByYear != read.Year is not null)
                return (
                    null,
                    kind.Numbering.ByYear
                        ? $"A {kind.Name} has the year in its number, as in {letters}-2026-14."
                        : $"A {kind.Name} has no year in its number."
                );
            return _refs.Contains(read) || parent._database.Read(s => DocketStore.Find(s, read)) is not null
                ? (null, $"There is a {read} already.")
                : (read, null);
        }

        private (PartyId? Party, string? New, string? Refused) PartyOf(string? name, string? mail)
        {
            if (mail is not null && roster.ByAddress(mail)?.Person.Party is { } byMail)
                return (byMail, null, null);
            if (name is null)
                return mail is null ? (null, null, null) : (null, null, $"{mail} is nobody among the contacts.");
            if (_parties.TryGetValue(name.ToUpperInvariant(), out var known))
                return (known, null, null);
            // A person's name leads to whom they speak for.
            if (
                roster.Parties.Values.FirstOrDefault(p => p.Contacts.Any(c => Same(roster.NameOf(c), name))) is
                { } theirs
            )
                return (theirs.Id, null, null);
            if (!by.May(Right.ManageContacts))
                return (
                    null,
                    null,
                    $"There is no contact “{name}”. Import the contacts first, or ask who may add them."
                );
            if (name.Length > 80)
                return (null, null, "The customer's name has more than 80 characters. Shorten it.");
            return (_parties[name.ToUpperInvariant()] = new PartyId(Guid.CreateVersion7()), name, null);
        }

        private string? Values(FileRow row, Kind kind, out Dictionary<FieldId, FieldValue> values)
        {
            values = [];
            foreach (var column in _fields)
            {
                if (table.Of(row, column.Key) is not { } text)
                    continue;
                if (kind.Fields.FirstOrDefault(f => !f.Retired && Same(f.Name, column.Name)) is not { } field)
                    continue;
                var (value, wrong) = FieldValues.Read(
                    field,
                    Stored(field, column.Key, text),
                    id => roster.Find(new PersonId(id)) is { IsStaff: true }
                );
                if (wrong is not null)
                    return $"{field.Name}: “{text}”. {wrong}";
                if (value is { } read)
                    values[field.Id] = read;
            }

            return null;
        }

        /// <summary>What was written elsewhere, in the form in which a field takes it.</summary>
        private string Stored(Field field, string key, string text) =>
            field.Type switch
            {
                FieldType.Number or FieldType.Money => Figures
                    .Read(text, table.MarkOf(key))
                    ?.ToString(System.Globalization.CultureInfo.InvariantCulture),
                FieldType.Date => ImportValues.ReadDay(text, table.OrderOf(key)) is { } day
                    ? LocalDatePattern.Iso.Format(day)
                    : null,
                FieldType.Choice => field.Choices.FirstOrDefault(c => Same(c.Name, text))?.Id.ToString(),
                FieldType.Person => Colleague(text)?.Id.Value.ToString(),
                FieldType.Checkbox => ImportValues.ReadYesNo(text) switch
                {
                    true => "yes",
                    false => "no",
                    null => null,
                },
                _ => text,
            } ?? text;
    }

    private static string Mark(SqlSession session, Docket docket) =>
        $"{DocketMaking.VersionOf(session, docket)} {docket.Stage.Value} {docket.Open}";

    public (string Name, string Why)? TakeBack(Writing w, ImportMade made, Instant at)
    {
        var (s, id) = (w.Session, new DocketId(made.Subject));
        if (DocketStore.Find(s, id) is not { } there)
            return null;
        if (ImportStore.IsUsed(s, id))
            return ($"{there.Ref} {there.Subject}", "worked with since");
        if (Mark(s, there) != made.Mark)
            return ($"{there.Ref} {there.Subject}", "changed since");
        ImportStore.TakeBack(s, id, at);
        return null;
    }
}
