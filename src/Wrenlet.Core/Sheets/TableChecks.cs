using System.Collections.Immutable;
using System.Globalization;
using Wrenlet.Core.Asks;

namespace Wrenlet.Core.Sheets;

/// <summary>What makes a value of a column need explaining.</summary>
public enum CheckKind
{
    /// <summary>It is below a limit.</summary>
    Below,

    /// <summary>It is above a limit.</summary>
    Above,

    /// <summary>It is far from what is usual in its column, or in its group.</summary>
    Unusual,

    /// <summary>It changed by more than a limit since the revision before.</summary>
    ChangedBy,

    /// <summary>There is none.</summary>
    Missing,

    /// <summary>It is not the sum of other columns.</summary>
    Sum,
}

/// <summary>A check of a column.</summary>
/// <param name="Column">The column's name.</param>
/// <param name="Kind">What is looked for.</param>
/// <param name="Limit">The limit, in the column's unit; 0 for those that have none.</param>
/// <param name="Group">The column whose values make groups, for what is usual; null for the whole column.</param>
/// <param name="Of">The columns that add up, for a sum; empty for others.</param>
public sealed record ColumnCheck(
    string Column,
    CheckKind Kind,
    decimal Limit = 0,
    string? Group = null,
    ImmutableArray<string> Of = default
);

/// <summary>A value that needs explaining.</summary>
/// <param name="Row">From 0 below the names.</param>
/// <param name="Column">From 0.</param>
/// <param name="Value">What stands there.</param>
/// <param name="Reason">Why, in words.</param>
public readonly record struct Unexplained(int Row, int Column, string Value, string Reason);

/// <summary>Finds the values of a table that need explaining.</summary>
public static class TableChecks
{
    /// <summary>
    /// From so many times the usual distance from the middle on a value is out of the usual: the modified z-score of
    /// Iglewicz and Hoaglin (How to detect and handle outliers, 1993) with its recommended limit.
    /// </summary>
    public const double Far = 3.5;

    /// <summary>The median distance of a normal distribution, as a part of its standard deviation.</summary>
    private const double MedianPart = 0.6745;

    /// <summary>The mean distance of a normal distribution, where more than half of the values are the same.</summary>
    private const double MeanPart = 0.7979;

    /// <summary>Fewer values than these have no usual.</summary>
    private const int Fewest = 5;

    /// <summary>What is larger is a number of something, and no figure.</summary>
    private const decimal Largest = 1e15m;

    /// <summary>What rounding may cost in a sum of figures.</summary>
    private const decimal Rounding = 0.005m;

    /// <summary>All values that need explaining, row by row; a cell once, by the first of its checks.</summary>
    /// <param name="table">All rows, the one with the names first.</param>
    /// <param name="checks">What is looked for; a column that is not there is left out.</param>
    /// <param name="before">The revision before; null where there is none.</param>
    public static ImmutableArray<Unexplained> Of(
        IReadOnlyList<IReadOnlyList<string>> table,
        IEnumerable<ColumnCheck> checks,
        IReadOnlyList<IReadOnlyList<string>>? before
    )
    {
        ArgumentNullException.ThrowIfNull(table);
        ArgumentNullException.ThrowIfNull(checks);
        if (table.Count < 2)
            return [];
        var names = table[0].Select(n => n.Trim()).ToList();
        var found = new SortedDictionary<(int Row, int Column), Unexplained>();
        var changes = new Lazy<TableChanges?>(() => before is null ? null : TableChanges.Between(before, table));
        foreach (var check in checks)
        {
            var column = names.IndexOf(check.Column.Trim());
            if (column < 0)
                continue;
            foreach (var (row, reason) in Found(table, names, check, column, changes))
                found.TryAdd((row, column), new(row, column, Cell(table, row, column), reason));
        }

        return [.. found.Values];
    }

    /// <summary>What is wrong with a check of a table, in a sentence; null when it can be used.</summary>
    public static string? Refuses(ColumnCheck check, IReadOnlyList<IReadOnlyList<string>> table)
    {
        ArgumentNullException.ThrowIfNull(check);
        ArgumentNullException.ThrowIfNull(table);
        var names = (table.Count > 0 ? table[0] : []).Select(n => n.Trim()).ToHashSet();
        string? Missing(string? name) => name is null || names.Contains(name.Trim()) ? null : Texts.NoSuchColumn(name);
        return Missing(check.Column)
            ?? Missing(check.Group)
            ?? (check.Of.IsDefaultOrEmpty ? null : check.Of.Select(Missing).FirstOrDefault(m => m is not null))
            ?? (check.Kind is CheckKind.Sum && check.Of.IsDefaultOrEmpty ? Texts.ChooseWhatAddsUp : null)
            ?? (check.Kind is CheckKind.ChangedBy && check.Limit < 0 ? Texts.LimitBelowZero : null);
    }

    /// <summary>
    /// Whether a value is explained: somebody answered for it, and it is still the one that they answered for.
    /// </summary>
    /// <param name="value">The value as it is now.</param>
    /// <param name="asked">The value when it was asked about last; null when it never was.</param>
    /// <param name="state">How that ask stands.</param>
    public static bool IsExplained(string value, string? asked, AskState state) =>
        asked == value && state is AskState.Decided;

    /// <summary>
    /// Whether somebody can be asked about a value: it is not explained, and nobody is being waited for who was asked about
    /// it as it is now.
    /// </summary>
    public static bool MayAsk(string value, string? asked, AskState state) =>
        asked != value || state is not (AskState.Open or AskState.Decided);

    private static IEnumerable<(int Row, string Reason)> Found(
        IReadOnlyList<IReadOnlyList<string>> table,
        List<string> names,
        ColumnCheck check,
        int column,
        Lazy<TableChanges?> changes
    )
    {
        switch (check.Kind)
        {
            case CheckKind.Missing:
                return Rows(table)
                    .Where(r => Cell(table, r, column).Length == 0 && table[r + 1].Any(v => v.Trim().Length > 0))
                    .Select(r => (r, Texts.ValueMissing));
            case CheckKind.Below:
                return Numbers(table, column)
                    .Where(n => n.Value < check.Limit)
                    .Select(n => (n.Row, Texts.ValueBelow(Shown(check.Limit))));
            case CheckKind.Above:
                return Numbers(table, column)
                    .Where(n => n.Value > check.Limit)
                    .Select(n => (n.Row, Texts.ValueAbove(Shown(check.Limit))));
            case CheckKind.Unusual:
                var group = check.Group is { } by ? names.IndexOf(by.Trim()) : -1;
                return Numbers(table, column)
                    .GroupBy(n => group < 0 ? "" : Cell(table, n.Row, group))
                    .SelectMany(g => Outliers([.. g], group < 0 ? null : $"{names[group]} {g.Key}"));
            case CheckKind.ChangedBy:
                return changes.Value is not { } compared ? [] : Jumps(table, compared, column, check.Limit);
            case CheckKind.Sum:
                var parts = (check.Of.IsDefault ? [] : check.Of)
                    .Select(o => names.IndexOf(o.Trim()))
                    .Where(c => c >= 0)
                    .Select(c => Numbers(table, c).ToDictionary(n => n.Row, n => n.Value))
                    .ToList();
                return Numbers(table, column)
                    .Select(n => (n.Row, n.Value, Sum: parts.Sum(p => p.GetValueOrDefault(n.Row))))
                    .Where(n => Math.Abs(n.Value - n.Sum) > Rounding)
                    .Select(n => (n.Row, Texts.SumIs(Shown(n.Sum))));
            default:
                throw new ArgumentOutOfRangeException(nameof(check), check.Kind, "Unknown kind of check.");
        }
    }

    private static IEnumerable<(int Row, string Reason)> Outliers(List<(int Row, decimal Value)> values, string? group)
    {
        if (values.Count < Fewest)
            yield break;
        var middle = Median([.. values.Select(v => (double)v.Value)]);
        var distances = values.Select(v => Math.Abs((double)v.Value - middle)).ToList();
        var usual = Median([.. distances]) / MedianPart;
        if (usual == 0)
            usual = distances.Average() / MeanPart;
        if (usual == 0)
            yield break;
        foreach (var (row, value) in values)
            if (Math.Abs((double)value - middle) / usual > Far)
                yield return (row, Texts.ValueUnusual(Shown((decimal)middle), group));
    }

    private static IEnumerable<(int Row, string Reason)> Jumps(
        IReadOnlyList<IReadOnlyList<string>> table,
        TableChanges compared,
        int column,
        decimal limit
    )
    {
        var mark = MarkOf(table, column);
        var place = -1;
        foreach (var (i, c) in compared.Columns.Index())
            if (c.Counterpart.After == column)
                place = i;
        foreach (var row in compared.Rows)
        foreach (var cell in row.Cells)
            if (
                cell.Column == place
                && row.Counterpart.After is { } now
                && Number(cell.Before, mark) is { } was
                && Number(cell.After, mark) is { } here
                && Math.Abs(here - was) > limit
            )
                yield return (now, Texts.ValueChanged(cell.Before.Trim()));
    }

    private static double Median(double[] values)
    {
        Array.Sort(values);
        var half = values.Length / 2;
        return values.Length % 2 == 1 ? values[half] : (values[half - 1] + values[half]) / 2;
    }

    private static IEnumerable<int> Rows(IReadOnlyList<IReadOnlyList<string>> table) =>
        Enumerable.Range(0, table.Count - 1);

    /// <summary>The figures of a column, as its values together say what stands before a fraction.</summary>
    private static List<(int Row, decimal Value)> Numbers(IReadOnlyList<IReadOnlyList<string>> table, int column)
    {
        var mark = MarkOf(table, column);
        return
        [
            .. Rows(table)
                .Select(r => (Row: r, Value: Number(Cell(table, r, column), mark)))
                .Where(n => n.Value is not null)
                .Select(n => (n.Row, n.Value!.Value)),
        ];
    }

    private static char MarkOf(IReadOnlyList<IReadOnlyList<string>> table, int column) =>
        Figures.MarkOf(Rows(table).Select(r => Cell(table, r, column)));

    /// <summary>A figure that can be reckoned with; null for none.</summary>
    private static decimal? Number(string text, char mark) =>
        Figures.Read(text, mark, withUnit: true) is { } number && Math.Abs(number) <= Largest ? number : null;

    private static string Cell(IReadOnlyList<IReadOnlyList<string>> table, int row, int column) =>
        column < table[row + 1].Count ? table[row + 1][column].Trim() : "";

    private static string Shown(decimal number) => number.ToString("0.###", CultureInfo.InvariantCulture);
}
