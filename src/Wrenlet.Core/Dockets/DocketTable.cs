using System.Collections.Immutable;

namespace Wrenlet.Core.Dockets;

/// <summary>What a cell of the table of dockets holds: as people read it, and by what it is put in order.</summary>
/// <param name="Shown">Empty for nothing.</param>
/// <param name="Order">Of numbers, dates, stages and choices; null for words, which go by the alphabet.</param>
public readonly record struct DocketCell(string Shown, double? Order = null)
{
    /// <summary>A cell with nothing in it.</summary>
    public static readonly DocketCell Empty = new("");
}

/// <summary>A docket in the table, by what it is looked for, sorted and grouped.</summary>
/// <param name="Key">Order in which dockets were made.</param>
/// <param name="Cells">What stands in each column; a column that is missing is empty.</param>
public sealed record DocketLine(long Key, IReadOnlyDictionary<string, DocketCell> Cells)
{
    /// <summary>What stands in a column.</summary>
    public DocketCell this[string column] => Cells.TryGetValue(column, out var cell) ? cell : DocketCell.Empty;
}

/// <summary>How a filter compares.</summary>
public enum FilterSense
{
    /// <summary>It is exactly this, in whatever case.</summary>
    Is,

    /// <summary>It has these words in it.</summary>
    Has,

    /// <summary>It is this number or day, or more.</summary>
    AtLeast,

    /// <summary>It is this number or day, or less.</summary>
    AtMost,

    /// <summary>Something stands in it.</summary>
    Filled,

    /// <summary>Nothing stands in it.</summary>
    Empty,
}

/// <summary>What a docket has to be to stand in the table.</summary>
/// <param name="Column">The column that is looked at.</param>
/// <param name="Sense">How.</param>
/// <param name="Words">What it is compared with; empty where nothing is.</param>
/// <param name="Order">The same as a number, for those that compare numbers and days; null where it is none.</param>
public sealed record DocketFilter(string Column, FilterSense Sense, string Words = "", double? Order = null);

/// <summary>How the table of dockets is laid out.</summary>
/// <param name="Words">Words that all have to stand in some column; empty for all dockets.</param>
/// <param name="Filters">All of them have to hold.</param>
/// <param name="SortBy">A column; null for the newest first.</param>
/// <param name="Down">Whether from the greatest to the least.</param>
/// <param name="GroupBy">A column; null for one group.</param>
public sealed record DocketLayout(
    string Words,
    ImmutableArray<DocketFilter> Filters,
    string? SortBy = null,
    bool Down = false,
    string? GroupBy = null
);

/// <summary>Dockets that stand together, in order.</summary>
/// <param name="Label">What they have in common; empty where nothing stands in that column, or they are not grouped.</param>
/// <param name="Lines">The dockets.</param>
public sealed record DocketGroup(string Label, ImmutableArray<DocketLine> Lines);

/// <summary>Filters, sorts and groups dockets.</summary>
public static class DocketTable
{
    /// <summary>Lays dockets out. What is empty stands last, whichever way they are sorted.</summary>
    public static ImmutableArray<DocketGroup> Arrange(IEnumerable<DocketLine> lines, DocketLayout layout)
    {
        ArgumentNullException.ThrowIfNull(lines);
        ArgumentNullException.ThrowIfNull(layout);
        var words = layout.Words.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries);
        var fitting = lines.Where(l => words.All(w => Says(l, w)) && layout.Filters.All(f => Fits(l[f.Column], f)));
        var sorted = Sorted(fitting, layout);
        if (layout.GroupBy is not { } column)
            return [new("", [.. sorted])];
        return
        [
            .. sorted
                .GroupBy(l => l[column].Shown, StringComparer.OrdinalIgnoreCase)
                .Select(g => (Cell: g.First()[column], Group: new DocketGroup(g.First()[column].Shown, [.. g])))
                .OrderBy(g => g.Cell, Comparer<DocketCell>.Create((a, b) => Compare(a, b, down: false)))
                .Select(g => g.Group),
        ];
    }

    private static IEnumerable<DocketLine> Sorted(IEnumerable<DocketLine> lines, DocketLayout layout) =>
        layout.SortBy is { } column
            ? lines
                .OrderBy(l => l[column], Comparer<DocketCell>.Create((a, b) => Compare(a, b, layout.Down)))
                .ThenByDescending(l => l.Key)
            : lines.OrderByDescending(l => l.Key);

    private static bool Says(DocketLine line, string word) =>
        line.Cells.Values.Any(c => c.Shown.Contains(word, StringComparison.OrdinalIgnoreCase));

    private static bool Fits(DocketCell cell, DocketFilter filter) =>
        filter.Sense switch
        {
            FilterSense.Is => cell.Shown.Equals(filter.Words, StringComparison.OrdinalIgnoreCase)
                || (filter.Order is not null && cell.Order == filter.Order),
            FilterSense.Has => cell.Shown.Contains(filter.Words, StringComparison.OrdinalIgnoreCase),
            FilterSense.AtLeast => cell.Order >= filter.Order,
            FilterSense.AtMost => cell.Order <= filter.Order,
            FilterSense.Filled => cell.Shown.Length > 0,
            FilterSense.Empty => cell.Shown.Length == 0,
            _ => throw new ArgumentOutOfRangeException(nameof(filter), filter.Sense, "Unknown sense."),
        };

    private static int Compare(DocketCell a, DocketCell b, bool down)
    {
        if (a.Shown.Length == 0 || b.Shown.Length == 0)
            return (a.Shown.Length == 0).CompareTo(b.Shown.Length == 0);
        var less = a.Order is { } x && b.Order is { } y ? x.CompareTo(y) : Alphabet.Order.Compare(a.Shown, b.Shown);
        return down ? -less : less;
    }
}
