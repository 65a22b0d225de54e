using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Finding;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Pages;

/// <summary>Reads dockets into lines of a table: what every docket has, and the fields that are asked for.</summary>
internal sealed class DocketTables(Roster roster, Kinds kinds, Instant now)
{
    private readonly Dictionary<FieldId, string> _columns = kinds
        .All.SelectMany(k => k.Fields)
        .ToDictionary(f => f.Id, ColumnOf);
    private readonly Dictionary<(FieldId, string), string> _shown = [];
    private readonly Dictionary<KindId, int> _places = kinds.All.Index().ToDictionary(k => k.Item.Id, k => k.Index);

    /// <summary>Columns that every firm's dockets have, in the order in which they are offered.</summary>
    public static readonly (string Id, string Name)[] Always =
    [
        ("ref", "Number"),
        ("subject", "Subject"),
        ("kind", "Kind"),
        ("stage", "Stage"),
        ("site", "Site"),
        ("owner", "Owner"),
        ("priority", "Priority"),
        ("party", "Customer or partner"),
        ("last", "Last said"),
        ("due", "Next due"),
    ];

    private const string FieldPrefix = "field ";

    /// <summary>
    /// The fields of all kinds as columns: fields of the same name and type are one. Those that nothing holds any more
    /// are left out.
    /// </summary>
    public IEnumerable<(string Id, Field Field)> FieldColumns =>
        kinds
            .Live.SelectMany(k => k.Fields)
            .Where(f => !f.Retired)
            .GroupBy(f => (f.Name.ToUpperInvariant(), f.Type))
            .Select(g => (Id: _columns[g.First().Id], g.First()));

    /// <summary>The dockets that a viewer sees, as lines.</summary>
    /// <param name="session">Where to read.</param>
    /// <param name="viewer">Who looks.</param>
    /// <param name="open">Whether open or closed ones.</param>
    /// <param name="kind">Only those of a kind; null for all.</param>
    /// <param name="words">Words that are looked for, in fields too; empty for none.</param>
    /// <param name="columns">The columns that are needed.</param>
    public List<DocketLine> Lines(
        SqlSession session,
        Person viewer,
        bool open,
        KindId? kind,
        string words,
        IReadOnlySet<string> columns
    )
    {
        var fields = kinds.All.SelectMany(k => k.Fields).Where(f => columns.Contains(_columns[f.Id])).ToList();
        var values = FieldStore.OfAll(session, [.. fields.Select(f => f.Id)]);
        var parties = DocketLines.Parties(session);
        var said = DocketLines.LastSaid(session);
        var due = DocketLines.NextDue(session);
        var found = SearchStore.Match(words) is { } match ? DocketLines.Matching(session, match) : [];
        return
        [
            .. DocketLines
                .All(session, open)
                .Where(d => (kind is null || d.Kind == kind) && viewer.MaySee(new Place.Inside(d.Sight)))
                .Select(d => new DocketLine(d.Key, Cells(d))),
        ];

        Dictionary<string, DocketCell> Cells(PlainDocket d)
        {
            var cells = Usual(d);
            if (parties.TryGetValue(d.Key, out var party) && roster.Parties.TryGetValue(party, out var known))
                cells["party"] = new(known.Name);
            if (said.TryGetValue(d.Key, out var last))
                cells["last"] = Moment(last);
            if (due.TryGetValue(d.Key, out var next))
                cells["due"] = Moment(next);
            foreach (var (field, value) in values[d.Key])
                if (kinds.Field(field) is { } f)
                    cells[_columns[field]] = new(Shown(f, value), value.Order);
            // What full-text search has found has all of the words, wherever they stand.
            if (found.Contains(d.Key))
                cells["found"] = new(words);
            return cells;
        }
    }

    /// <summary>What a field holds, as people read it: the same words stand in many dockets.</summary>
    private string Shown(Field field, FieldValue value) =>
        _shown.TryGetValue((field.Id, value.Stored), out var known)
            ? known
            : _shown[(field.Id, value.Stored)] = NamedDates.Shown(field, value, roster);

    private Dictionary<string, DocketCell> Usual(PlainDocket d)
    {
        var kind = kinds.Find(d.Kind)!;
        return new()
        {
            ["ref"] = new(d.Ref),
            ["subject"] = new(d.Subject),
            ["kind"] = new(kind.Name, _places[d.Kind]),
            ["stage"] = new(kind.Find(d.Stage)?.Name ?? "", kind.PositionOf(d.Stage)),
            ["site"] = new(d.Site),
            ["owner"] = new(d.Owner is { } owner ? roster.NameOf(owner) : ""),
            ["priority"] = new(StoredWords.Priorities.Of(d.Priority), (int)d.Priority),
        };
    }

    private DocketCell Moment(Instant at) =>
        new(
            DateWords.Moment(at.InZone(roster.Firm!.Calendar.Zone).LocalDateTime, roster.Firm.Calendar.DateOf(now)),
            at.ToUnixTimeMilliseconds()
        );

    /// <summary>The column that a field stands in.</summary>
    private static string ColumnOf(Field field) =>
        $"{FieldPrefix}{field.Name.ToLowerInvariant()} {StoredWords.FieldTypes.Of(field.Type)}";
}
