namespace Wrenlet.Core.Sheets.Anchors;

/// <summary>
/// A place that something is said about, as one revision had it. A closed set of cases, each with the selectors of the
/// W3C Web Annotation Data Model (2017) that it can be written as.
/// </summary>
public abstract record Anchor
{
    private Anchor() { }

    /// <summary>Most characters of the surroundings that are kept on each side.</summary>
    public const int Surroundings = 64;

    /// <summary>The sheet as a whole.</summary>
    public sealed record Whole : Anchor;

    /// <summary>Words: a quotation with its surroundings, and its position in the rendered text.</summary>
    /// <param name="Start">Where they begin, in UTF-16 units of the rendered text.</param>
    /// <param name="End">Where they end.</param>
    /// <param name="Exact">The words.</param>
    /// <param name="Before">What stands before them.</param>
    /// <param name="After">What stands after them.</param>
    public sealed record Words(int Start, int End, string Exact, string Before, string After) : Anchor
    {
        /// <summary>Most letters and digits that one place holds.</summary>
        public const int Longest = 4000;

        /// <summary>The words at a position of a text, which has to be in it.</summary>
        public static Words At(string text, int start, int end)
        {
            ArgumentNullException.ThrowIfNull(text);
            return new(
                start,
                end,
                text[start..end],
                text[Math.Max(0, start - Surroundings)..start],
                text[end..Math.Min(text.Length, end + Surroundings)]
            );
        }
    }

    /// <summary>A cell or range of a table.</summary>
    /// <param name="Row">The first row, counted from 0 below the one with the names.</param>
    /// <param name="Column">The first column, counted from 0.</param>
    /// <param name="Rows">How many rows; 1 and up.</param>
    /// <param name="Columns">How many columns; 1 and up.</param>
    /// <param name="Value">What stood there: values with a blank between.</param>
    /// <param name="Key">What tells the row: its first values, up to the cell.</param>
    /// <param name="Name">Name of the first column.</param>
    public sealed record Cells(int Row, int Column, int Rows, int Columns, string Value, string Key, string Name)
        : Anchor
    {
        /// <summary>Most values of a row that tell it.</summary>
        private const int KeyValues = 2;

        /// <summary>The cells at a place of a table; null where it has none.</summary>
        /// <param name="table">All rows, the one with the names first.</param>
        /// <param name="row">The first row, from 0 below the names.</param>
        /// <param name="column">The first column, from 0.</param>
        /// <param name="rows">How many rows.</param>
        /// <param name="columns">How many columns.</param>
        public static Cells? At(IReadOnlyList<IReadOnlyList<string>> table, int row, int column, int rows, int columns)
        {
            ArgumentNullException.ThrowIfNull(table);
            if (
                row < 0
                || column < 0
                || rows < 1
                || columns < 1
                || row + rows > table.Count - 1
                || column + columns > table[0].Count
            )
                return null;
            var values = table.Skip(row + 1).Take(rows).SelectMany(r => r.Skip(column).Take(columns));
            var value = string.Join(' ', values.Select(v => v.Trim()).Where(v => v.Length > 0));
            return new(
                row,
                column,
                rows,
                columns,
                value.Length > 400 ? value[..400] : value,
                string.Join(' ', table[row + 1].Take(KeyValues).Select(v => v.Trim())),
                table[0][column].Trim()
            );
        }
    }

    /// <summary>A spot or an area of a drawing, a picture or a page of a PDF, in its own units.</summary>
    /// <param name="Page">The page, from 1; 1 where there are none.</param>
    /// <param name="X">From the left: units of the SVG's view box, pixels of a picture, points of a PDF.</param>
    /// <param name="Y">From the top.</param>
    /// <param name="Width">0 for a spot.</param>
    /// <param name="Height">0 for a spot.</param>
    /// <param name="Element">The element of the drawing that it is about; null for none.</param>
    /// <param name="Exact">The words that stand there, of a PDF; null for none.</param>
    public sealed record Spot(
        int Page,
        double X,
        double Y,
        double Width = 0,
        double Height = 0,
        string? Element = null,
        string? Exact = null
    ) : Anchor
    {
        /// <summary>Whether it is one spot rather than an area.</summary>
        public bool IsSpot => Width <= 0 && Height <= 0;
    }
}
