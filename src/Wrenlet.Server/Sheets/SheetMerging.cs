using Wrenlet.Core.Sheets;
using Wrenlet.Formats.Sheets;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets;

/// <summary>Puts together what two people wrote on the same revision of a sheet.</summary>
internal static class SheetMerging
{
    /// <summary>Both together, as a page's Markdown or a table's CSV; null where they cannot be put together.</summary>
    public static string? Of(SheetKind kind, SheetRevision before, SheetRevision theirs, string mine)
    {
        switch (kind)
        {
            case SheetKind.Page:
                var blocks = Merging.Of(Blocks(before.Body!), Blocks(theirs.Body!), Blocks(mine));
                return blocks is null ? null : string.Join("\n\n", blocks);
            case SheetKind.Table:
                var (old, new1, new2) = (Lines(before.Body!), Lines(theirs.Body!), Lines(mine));
                // Of rows with other columns none is the one that it was.
                if (!old.Columns.SequenceEqual(new1.Columns) || !old.Columns.SequenceEqual(new2.Columns))
                    return null;
                var rows = Merging.Of(old.Lines, new1.Lines, new2.Lines);
                return rows is null ? null : string.Concat(rows);
            default:
                return null;
        }
    }

    /// <summary>Paragraphs, headings, lists and tables of a page, each with its own lines; what is fenced stays whole.</summary>
    private static List<string> Blocks(string page)
    {
        var blocks = new List<string>();
        var block = new List<string>();
        var fence = "";
        foreach (var line in page.Split('\n'))
        {
            var mark = line.TrimStart();
            if (
                fence.Length == 0
                && (
                    mark.StartsWith("```", StringComparison.Ordinal) || mark.StartsWith("~~~", StringComparison.Ordinal)
                )
            )
                fence = mark[..3];
            else if (fence.Length > 0 && mark.StartsWith(fence, StringComparison.Ordinal))
                fence = "";
            if (line.Trim().Length == 0 && fence.Length == 0)
                Close();
            else
                block.Add(line);
        }

        Close();
        return blocks;

        void Close()
        {
            if (block.Count > 0)
                blocks.Add(string.Join('\n', block));
            block.Clear();
        }
    }

    /// <summary>The rows of a table, each as a line of CSV, the one with the names first.</summary>
    private static (IReadOnlyList<string> Columns, List<string> Lines) Lines(string csv)
    {
        var (rows, _) = SheetTable.Read(csv, written: true);
        return (rows[0], [.. rows.Select(r => SheetTable.Write([r], safe: false))]);
    }
}
