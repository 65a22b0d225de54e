namespace Wrenlet.Core.Sheets.Anchors;

/// <summary>
/// Two revisions of a table, in which cells of the earlier one are found again in the later: by what became of their row
/// and of their column.
/// </summary>
public sealed class CellRevisions
{
    private readonly IReadOnlyList<IReadOnlyList<string>> _after;
    private readonly Dictionary<int, (int Row, bool Moved)> _rows = [];
    private readonly Dictionary<int, int> _columns = [];

    /// <summary>Reads both; the first row of each names the columns.</summary>
    public CellRevisions(IReadOnlyList<IReadOnlyList<string>> before, IReadOnlyList<IReadOnlyList<string>> after)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        _after = after;
        Changes = TableChanges.Between(before, after);
        foreach (var row in Changes.Rows)
            if (row.Counterpart is { Before: { } was, After: { } now })
                _rows[was] = (now, row.Counterpart.Moved);
        foreach (var column in Changes.Columns)
            if (column.Counterpart is { Before: { } was, After: { } now })
                _columns[was] = now;
    }

    /// <summary>What became of the rows and columns.</summary>
    public TableChanges Changes { get; }

    /// <summary>Finds cells again: of a range, what is left of it.</summary>
    /// <returns>Where they are, and whether among other rows; null when they are gone.</returns>
    public (Anchor.Cells Cells, bool Moved)? Find(Anchor.Cells cells)
    {
        ArgumentNullException.ThrowIfNull(cells);
        var rows = Enumerable.Range(cells.Row, cells.Rows).Where(_rows.ContainsKey).Select(r => _rows[r]).ToList();
        var columns = Enumerable
            .Range(cells.Column, cells.Columns)
            .Where(_columns.ContainsKey)
            .Select(c => _columns[c])
            .ToList();
        if (rows.Count == 0 || columns.Count == 0)
            return null;
        // Rows that were taken apart are no range any more: the first of them and those that follow on it.
        var row = rows[0].Row;
        var length = 1;
        while (length < rows.Count && rows[length].Row == row + length)
            length++;
        var column = columns.Min();
        return Anchor.Cells.At(_after, row, column, length, Math.Max(1, columns.Max() - column + 1)) is { } found
            ? (found, rows[0].Moved)
            : null;
    }
}
