using System.ComponentModel.DataAnnotations;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Sheets.Anchors;

namespace Wrenlet.Server.Sheets.Discussions;

/// <summary>A place on a sheet, picture or PDF, as it is chosen and shown. Each kind uses its own numbers.</summary>
/// <param name="Kind">whole, words, cells or spot.</param>
/// <param name="Start">Of words: letters and digits before them in the text as it is shown.</param>
/// <param name="End">Letters and digits before their end.</param>
/// <param name="Row">Of cells: the first row, from 0 below the names.</param>
/// <param name="Column">The first column, from 0.</param>
/// <param name="Rows">How many rows.</param>
/// <param name="Columns">How many columns.</param>
/// <param name="Page">Of a spot or area: the page, from 1.</param>
/// <param name="X">From the left, in units of the drawing.</param>
/// <param name="Y">From the top.</param>
/// <param name="Width">0 for a spot.</param>
/// <param name="Height">0 for a spot.</param>
/// <param name="Element">The drawing's element; null for none.</param>
/// <param name="Exact">The words that stand there; null where there are none.</param>
public sealed record AnchorView(
    [property: Required, AllowedValues("whole", "words", "cells", "spot")] string Kind,
    [property: Range(0, 10_000_000)] int? Start = null,
    [property: Range(0, 10_000_000)] int? End = null,
    [property: Range(0, 100_000)] int? Row = null,
    [property: Range(0, 1000)] int? Column = null,
    [property: Range(1, 100_000)] int? Rows = null,
    [property: Range(1, 1000)] int? Columns = null,
    [property: Range(1, 100_000)] int? Page = null,
    [property: Range(-1e9, 1e9)] double? X = null,
    [property: Range(-1e9, 1e9)] double? Y = null,
    [property: Range(0, 1e9)] double? Width = null,
    [property: Range(0, 1e9)] double? Height = null,
    [property: StringLength(200)] string? Element = null,
    [property: StringLength(4000)] string? Exact = null
)
{
    /// <summary>How many characters of the words there are shown.</summary>
    private const int MostExact = 600;

    /// <summary>A place as it is shown.</summary>
    /// <param name="letters">Of a page: the letters before each position of its text.</param>
    public static AnchorView Of(Anchor anchor, int[]? letters) =>
        anchor switch
        {
            Anchor.Words words => new(
                "words",
                Start: letters?[Math.Min(words.Start, letters.Length - 1)],
                End: letters?[Math.Min(words.End, letters.Length - 1)],
                Exact: Short(words.Exact)
            ),
            Anchor.Cells cells => new(
                "cells",
                Row: cells.Row,
                Column: cells.Column,
                Rows: cells.Rows,
                Columns: cells.Columns,
                Exact: Short($"{cells.Name}: {cells.Value}")
            ),
            Anchor.Spot spot => new(
                "spot",
                Page: spot.Page,
                X: spot.X,
                Y: spot.Y,
                Width: spot.Width,
                Height: spot.Height,
                Element: spot.Element,
                Exact: spot.Exact is { } exact ? Short(exact) : null
            ),
            _ => new("whole"),
        };

    /// <summary>The place on a revision; or what is wrong with it.</summary>
    /// <param name="kind">What the sheet is; null for a file of the talk, which is shown as a drawing is.</param>
    /// <param name="text">Of a page: its text. Empty for others.</param>
    /// <param name="table">Of a table: its rows. Empty for others.</param>
    public (Anchor? Anchor, string? Wrong) On(SheetKind? kind, string text, IReadOnlyList<IReadOnlyList<string>> table)
    {
        switch (Kind)
        {
            case "whole":
                return (new Anchor.Whole(), null);
            case "words" when kind is SheetKind.Page:
                if (End - Start > Anchor.Words.Longest)
                    return (null, "That is too much to point at. Select less, or discuss the whole sheet.");
                return Letters.Run(text, Start ?? -1, End ?? -1) is var (start, end)
                    ? (Anchor.Words.At(text, start, end), null)
                    : (null, "Select some words first.");
            case "cells" when kind is SheetKind.Table:
                return Anchor.Cells.At(table, Row ?? -1, Column ?? -1, Rows ?? 1, Columns ?? 1) is { } cells
                    ? (cells, null)
                    : (null, "There is no such cell in this revision. Select it again.");
            case "spot" when kind is null or SheetKind.Drawing:
                return X is { } x && Y is { } y && double.IsFinite(x) && double.IsFinite(y)
                    ? (new Anchor.Spot(Page ?? 1, x, y, Width ?? 0, Height ?? 0, Element, Exact), null)
                    : (null, "Point at a spot first.");
            default:
                return (null, "This cannot be pointed at here. Select a place on the sheet.");
        }
    }

    private static string Short(string words) => words.Length > MostExact ? words[..MostExact] + "…" : words;
}
