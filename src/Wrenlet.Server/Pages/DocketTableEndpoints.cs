using System.ComponentModel.DataAnnotations;
using System.Globalization;
using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Formats.Tables;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Pages;

/// <summary>A filter of the table of dockets.</summary>
/// <param name="Column">The column that is looked at.</param>
/// <param name="Sense">is, has, least, most, filled or empty.</param>
/// <param name="Value">What it is compared with: words as they are shown, a number, or a day as 2026-05-04.</param>
public sealed record TableFilter(
    [property: Required, StringLength(80)] string Column,
    [property: Required, AllowedValues("is", "has", "least", "most", "filled", "empty")] string Sense,
    [property: StringLength(200)] string? Value = null
);

/// <summary>What is asked of the table of dockets.</summary>
/// <param name="Kind">Only dockets of this kind; null for all.</param>
/// <param name="Words">Words that have to stand in it; null or empty for any.</param>
/// <param name="SortBy">A column; null for the newest first.</param>
/// <param name="GroupBy">A column; null for no groups.</param>
/// <param name="Columns">The fields that are shown, by their columns.</param>
/// <param name="After">The last docket that is there already, by its reference; null for the first ones.</param>
public sealed record TableWish(
    bool Open = true,
    Guid? Kind = null,
    [property: StringLength(200)] string? Words = null,
    [property: MaxLength(12)] IReadOnlyList<TableFilter>? Filters = null,
    [property: StringLength(80)] string? SortBy = null,
    bool Down = false,
    [property: StringLength(80)] string? GroupBy = null,
    [property: MaxLength(20)] IReadOnlyList<string>? Columns = null,
    [property: StringLength(20)] string? After = null
);

/// <summary>A column that can be shown, sorted, filtered and grouped by.</summary>
/// <param name="Type">text, number, date or choice: how it is compared.</param>
/// <param name="Choices">What can be chosen; empty where anything can be written.</param>
/// <param name="Field">The firm's field that is changed by it, of those of the same name and type; null for what every
/// docket has.</param>
public sealed record TableColumn(
    string Id,
    string Name,
    string Type,
    bool OfFirm,
    IReadOnlyList<string> Choices,
    Guid? Field = null
);

/// <summary>A line of the table.</summary>
/// <param name="Group">What it has in common with its group; empty for none.</param>
/// <param name="Cells">What stands in the fields that are shown, by column.</param>
public sealed record TableLine(string Group, DocketRow Row, IReadOnlyDictionary<string, string> Cells);

/// <summary>A group of the table, and how many dockets are in it.</summary>
public sealed record TableGroup(string Label, int Count);

/// <summary>The table of dockets.</summary>
/// <param name="Groups">All groups in order; one without a label where nothing is grouped by.</param>
/// <param name="Lines">The first lines after those that are there.</param>
/// <param name="More">Whether more follow.</param>
public sealed record TableView(
    IReadOnlyList<TableColumn> Columns,
    IReadOnlyList<TableGroup> Groups,
    IReadOnlyList<TableLine> Lines,
    int Total,
    bool More
);

internal static class DocketTableEndpoints
{
    private const int AtOnce = 100;

    public static void MapDocketTable(this IEndpointRouteBuilder api)
    {
        api.MapPost("/dockets/table", GetTable).For(Access.Staff);
        api.MapPost("/dockets/table/file", GetFile).For(Right.Export).Costly();
    }

    private static Results<Ok<TableView>, ProblemHttpResult> GetTable(
        TableWish wish,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmKinds kinds,
        FirmClock clock
    )
    {
        var (roster, now) = (who.Current, clock.Now);
        var tables = new DocketTables(roster, kinds.Current, now);
        if (Layout(wish, tables) is not { } layout)
            return NotAColumn;
        return database.Read<Results<Ok<TableView>, ProblemHttpResult>>(s =>
        {
            var groups = DocketTable.Arrange(Lines(s, wish, tables, viewer.Person), layout);
            var all = groups.SelectMany(g => g.Lines.Select(l => (g.Label, Line: l))).ToList();
            var from = wish.After is null ? 0 : 1 + all.FindIndex(l => l.Line["ref"].Shown == wish.After);
            var shown = all.Skip(from).Take(AtOnce).ToList();
            return TypedResults.Ok(
                new TableView(
                    [.. Columns(tables, kinds.Current)],
                    [.. groups.Select(g => new TableGroup(g.Label, g.Lines.Length))],
                    [
                        .. shown.Select(l => new TableLine(
                            l.Label,
                            DocketEndpoints.Row(
                                s,
                                DocketStore.Find(s, DocketRef.Parse(l.Line["ref"].Shown)!.Value)!,
                                kinds.Current,
                                roster,
                                now
                            ),
                            (wish.Columns ?? []).Distinct().ToDictionary(c => c, c => l.Line[c].Shown)
                        )),
                    ],
                    all.Count,
                    from + shown.Count < all.Count
                )
            );
        });
    }

    /// <summary>All that the table would show, as CSV: what every docket has, and the fields that are shown.</summary>
    private static Results<FileContentHttpResult, ProblemHttpResult> GetFile(
        TableWish wish,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmKinds kinds,
        FirmClock clock
    )
    {
        var tables = new DocketTables(who.Current, kinds.Current, clock.Now);
        if (Layout(wish, tables) is not { } layout)
            return NotAColumn;
        var fields = tables.FieldColumns.Where(c => (wish.Columns ?? []).Contains(c.Id)).ToList();
        var groups = database.Read(s => DocketTable.Arrange(Lines(s, wish, tables, viewer.Person), layout));
        var text = CsvText.Safe(
            [.. DocketTables.Always.Select(c => c.Name), .. fields.Select(f => f.Field.Name)],
            groups
                .SelectMany(g => g.Lines)
                .Select(l =>
                    (IReadOnlyList<object?>)
                        [.. DocketTables.Always.Select(c => l[c.Id].Shown), .. fields.Select(f => l[f.Id].Shown)]
                )
        );
        return TypedResults.File(Encoding.UTF8.GetBytes(text), "text/csv; charset=utf-8", "dockets.csv");
    }

    private static ProblemHttpResult NotAColumn =>
        Refusals.Invalid(
            "columns",
            "A column of this view is no longer there. Choose others, or start from all dockets."
        );

    private static List<DocketLine> Lines(SqlSession session, TableWish wish, DocketTables tables, Person viewer) =>
        tables.Lines(
            session,
            viewer,
            wish.Open,
            wish.Kind is { } kind ? new KindId(kind) : null,
            wish.Words ?? "",
            Used(wish)
        );

    private static HashSet<string> Used(TableWish wish) =>
        [
            .. new[] { wish.SortBy, wish.GroupBy }
                .Concat(wish.Filters?.Select(f => f.Column) ?? [])
                .Concat(wish.Columns ?? [])
                .OfType<string>(),
        ];

    /// <summary>How the table is laid out; null where a column is asked for that is not there.</summary>
    private static DocketLayout? Layout(TableWish wish, DocketTables tables)
    {
        var known = DocketTables.Always.Select(c => c.Id).Concat(tables.FieldColumns.Select(c => c.Id)).ToHashSet();
        if (!Used(wish).IsSubsetOf(known))
            return null;
        return new(
            wish.Words ?? "",
            [
                .. (wish.Filters ?? []).Select(f => new DocketFilter(
                    f.Column,
                    f.Sense switch
                    {
                        "is" => FilterSense.Is,
                        "has" => FilterSense.Has,
                        "least" => FilterSense.AtLeast,
                        "most" => FilterSense.AtMost,
                        "filled" => FilterSense.Filled,
                        _ => FilterSense.Empty,
                    },
                    f.Value?.Trim() ?? "",
                    Order(f.Value?.Trim() ?? "")
                )),
            ],
            wish.SortBy,
            wish.Down,
            wish.GroupBy
        );
    }

    /// <summary>What is written in a filter as a number: a decimal, or a day.</summary>
    private static double? Order(string value) =>
        double.TryParse(
            value,
            NumberStyles.Float | NumberStyles.AllowThousands,
            CultureInfo.InvariantCulture,
            out var n
        )
            ? n
        : LocalDatePattern.Iso.Parse(value) is { Success: true, Value: var day } ? FieldValues.OrderOf(day)
        : null;

    private static IEnumerable<TableColumn> Columns(DocketTables tables, Kinds kinds) =>
        DocketTables
            .Always.Select(c => new TableColumn(
                c.Id,
                c.Name,
                c.Id is "last" or "due" ? "moment" : "text",
                OfFirm: false,
                c.Id switch
                {
                    "kind" => [.. kinds.Live.Select(k => k.Name)],
                    "stage" => [.. kinds.Live.SelectMany(k => k.Stages).Select(s => s.Name).Distinct()],
                    "priority" => StoredWords.Priorities.All.ToList(),
                    _ => [],
                }
            ))
            .Concat(
                tables.FieldColumns.Select(c => new TableColumn(
                    c.Id,
                    c.Field.Name,
                    c.Field.Type switch
                    {
                        FieldType.Number or FieldType.Money => "number",
                        FieldType.Date => "date",
                        FieldType.Checkbox => "checkbox",
                        _ => "text",
                    },
                    OfFirm: true,
                    c.Field.Type is FieldType.Checkbox
                        ? ["yes"]
                        : [.. c.Field.Choices.Where(x => !x.Retired).Select(x => x.Name)],
                    c.Field.Id.Value
                ))
            );
}
