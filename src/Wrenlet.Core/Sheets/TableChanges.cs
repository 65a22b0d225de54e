using System.Collections.Immutable;

namespace Wrenlet.Core.Sheets;

/// <summary>A cell that has another value.</summary>
/// <param name="Column">Its column, by place in <see cref="TableChanges.Columns"/>.</param>
/// <param name="Before">The value it had.</param>
/// <param name="After">The value it has.</param>
public readonly record struct CellChange(int Column, string Before, string After);

/// <summary>What became of a column.</summary>
/// <param name="Counterpart">Which columns are compared, counted from the left.</param>
/// <param name="Name">What it is called, or was where it is gone.</param>
public sealed record ColumnChange(Counterpart Counterpart, string Name);

/// <summary>What became of a row.</summary>
/// <param name="Counterpart">Which rows are compared, counted from the first below the heading.</param>
/// <param name="Cells">The cells whose values changed.</param>
public sealed record RowChange(Counterpart Counterpart, ImmutableArray<CellChange> Cells);

/// <summary>Compares two revisions of a table: its first row names the columns.</summary>
/// <param name="Columns">Columns of the later revision in their order, with those that were removed where they
/// stood.</param>
/// <param name="Rows">Rows of the later revision in their order, with those that were removed where they stood.</param>
public sealed record TableChanges(ImmutableArray<ColumnChange> Columns, ImmutableArray<RowChange> Rows)
{
    /// <summary>What changed, in a sentence.</summary>
    public string Line
    {
        get
        {
            var columns = ChangeWords.Line("column", Columns.Select(c => c.Counterpart));
            return ChangeWords.Line(
                "row",
                Rows.Select(r => r.Counterpart),
                columns == Texts.NothingChanged ? null : columns.TrimEnd('.')
            );
        }
    }

    /// <summary>
    /// Compares two revisions. Columns are paired by their names, then by what is in them. Rows that read the same in
    /// the columns of
    /// both are one; then those with the same key, where some column, or two or three together, tell all rows apart;
    /// then the most alike, a
    /// rare value counting for more than a common one.
    /// </summary>
    public static TableChanges Between(
        IReadOnlyList<IReadOnlyList<string>> before,
        IReadOnlyList<IReadOnlyList<string>> after
    )
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        var columns = ColumnsOf(before, after);
        var both = columns
            .Index()
            .Where(c => c.Item.Counterpart is { Before: not null, After: not null })
            .Select(c => (Place: c.Index, Old: c.Item.Counterpart.Before!.Value, Now: c.Item.Counterpart.After!.Value))
            .ToList();
        string[][] old = [.. before.Skip(1).Select(r => both.Select(c => Cell(r, c.Old)).ToArray())];
        string[][] now = [.. after.Skip(1).Select(r => both.Select(c => Cell(r, c.Now)).ToArray())];
        var pairs = Matching.Of([.. old.Select(Whole)], [.. now.Select(Whole)], Likeness(old, now));
        return new(
            columns,
            [
                .. pairs.Select(p => new RowChange(
                    p,
                    p is { Changed: true, Before: { } b, After: { } a }
                        ?
                        [
                            .. both.Index()
                                .Where(c => old[b][c.Index] != now[a][c.Index])
                                .Select(c => new CellChange(c.Item.Place, old[b][c.Index], now[a][c.Index])),
                        ]
                        : []
                )),
            ]
        );
    }

    private static ImmutableArray<ColumnChange> ColumnsOf(
        IReadOnlyList<IReadOnlyList<string>> before,
        IReadOnlyList<IReadOnlyList<string>> after
    )
    {
        IReadOnlyList<string> Names(IReadOnlyList<IReadOnlyList<string>> rows) =>
            rows.Count > 0 ? [.. rows[0].Select(n => n.Trim())] : [];
        var (old, now) = (Names(before), Names(after));
        // A column under another name is the same one where most of its values are.
        double Alike(int i, int j)
        {
            var (a, b) = (Values(before, i), Values(after, j));
            var longest = Math.Max(a.Count, b.Count);
            return longest == 0 ? 0 : (double)a.Intersect(b).Count() / longest;
        }

        return
        [
            .. Matching
                .Of(old, now, Alike)
                .Select(p => new ColumnChange(p, p.After is { } a ? now[a] : old[p.Before!.Value])),
        ];
    }

    private static HashSet<string> Values(IReadOnlyList<IReadOnlyList<string>> rows, int column) =>
        [.. rows.Skip(1).Select(r => Cell(r, column)).Where(v => v.Length > 0)];

    private static string Cell(IReadOnlyList<string> row, int column) => column < row.Count ? row[column].Trim() : "";

    private static string Whole(string[] row) => string.Join('\u001f', row);

    private static Func<int, int, double> Likeness(string[][] old, string[][] now)
    {
        if (KeyOf(old, now) is { } key)
            return (i, j) => key.All(c => old[i][c] == now[j][c]) ? 1 : 0;
        var weights = Weights(old, now);
        return (i, j) =>
        {
            var (shared, all) = (0.0, 0.0);
            for (var c = 0; c < weights.Length; c++)
            {
                if (old[i][c].Length == 0 && now[j][c].Length == 0)
                    continue;
                all += Math.Max(weights[c].GetValueOrDefault(old[i][c]), weights[c].GetValueOrDefault(now[j][c]));
                if (old[i][c] == now[j][c])
                    shared += weights[c][old[i][c]];
            }

            return all > 0 ? shared / all : 0;
        };
    }

    /// <summary>
    /// Of the columns, and of two or three columns together, that tell all rows of both revisions apart, the one of
    /// which most is in both; null when there is none, or of none the most.
    /// </summary>
    private static int[]? KeyOf(string[][] old, string[][] now)
    {
        if (old.Length == 0 || now.Length == 0)
            return null;
        var width = old[0].Length;
        int? Shared(int[] key)
        {
            HashSet<string>? Keys(string[][] rows)
            {
                var keys = new HashSet<string>(StringComparer.Ordinal);
                return rows.All(r =>
                    key.All(c => r[c].Length > 0) && keys.Add(string.Join('\u001f', key.Select(c => r[c])))
                )
                    ? keys
                    : null;
            }

            return
                Keys(old) is { } before
                && Keys(now) is { } after
                && before.Count(after.Contains) is var n
                && n * 2 > Math.Min(before.Count, after.Count)
                ? n
                : null;
        }

        // What tells rows apart stands on the left of nearly every table.
        var left = Enumerable.Range(0, Math.Min(width, 6)).ToList();
        var alone = Enumerable.Range(0, width).Select(c => new[] { c });
        var two = left.SelectMany(c => left.Where(d => d > c).Select(d => new[] { c, d })).ToList();
        var three = two.SelectMany(k => left.Where(e => e > k[1]).Select(e => new[] { k[0], k[1], e }));
        (int[] Key, int Shared)? best = null;
        foreach (var keys in new[] { alone, two, three })
        {
            foreach (var key in keys)
                if (Shared(key) is { } shared && (best is null || shared > best.Value.Shared))
                    best = (key, shared);
            // Of more columns together more would be in both only by chance.
            if (best is { } found && found.Shared >= 0.9 * Math.Min(old.Length, now.Length))
                break;
        }

        return best?.Key;
    }

    /// <summary>
    /// How much each value of each column tells: the rarer, the more (inverse document frequency, Spärck Jones 1972).
    /// </summary>
    private static Dictionary<string, double>[] Weights(string[][] old, string[][] now)
    {
        var rows = old.Concat(now).ToList();
        var width = rows.Count > 0 ? rows[0].Length : 0;
        return
        [
            .. Enumerable
                .Range(0, width)
                .Select(c =>
                    rows.GroupBy(r => r[c], StringComparer.Ordinal)
                        .ToDictionary(
                            g => g.Key,
                            g => Math.Log(1 + (double)rows.Count / g.Count()),
                            StringComparer.Ordinal
                        )
                ),
        ];
    }
}
