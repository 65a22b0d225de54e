using System.Text;
using CsvHelper;
using Wrenlet.Formats.Tables;

namespace Wrenlet.Formats.Sheets;

/// <summary>
/// Tables of values as CSV (RFC 4180): the first row names the columns; comma, semicolon or tab between, UTF-8.
/// </summary>
public static class SheetTable
{
    /// <summary>Most rows, the one with the names counted.</summary>
    public const int MostRows = 5_001;

    /// <summary>Most columns.</summary>
    public const int MostColumns = 60;

    /// <summary>Longest value, in characters.</summary>
    public const int LongestValue = 4_000;

    /// <summary>Rows of a table, each as wide as the widest; or what is wrong with it.</summary>
    /// <param name="text">The file.</param>
    /// <param name="written">Whether it is what <see cref="Write"/> wrote, with commas; else what stands between the
    /// values is found from the first lines.</param>
    public static (IReadOnlyList<IReadOnlyList<string>> Rows, string? Problem) Read(string text, bool written = false)
    {
        ArgumentNullException.ThrowIfNull(text);
        try
        {
            using var reader = CsvReader.FromText(
                text.TrimStart('\uFEFF'),
                new CsvReaderOptions
                {
                    HasHeader = false,
                    Separator = written ? ',' : null,
                    SkipEmptyLines = !written,
                }
            );
            var rows = new List<List<string>>();
            while (reader.Read())
            {
                if (rows.Count == MostRows)
                    return ([], $"It has more than {MostRows - 1} rows. Split it.");
                if (reader.FieldCount > MostColumns)
                    return ([], $"It has more than {MostColumns} columns. Split it.");
                var row = Enumerable.Range(0, reader.FieldCount).Select(reader.GetString).ToList();
                if (row.Any(v => v.Length > LongestValue))
                    return (
                        [],
                        $"A value in row {rows.Count + 1} is longer than {LongestValue} characters. Shorten it."
                    );
                rows.Add(row);
            }

            // What a spreadsheet leaves behind the last row and column is no part of the table.
            while (rows.Count > 0 && rows[^1].All(string.IsNullOrWhiteSpace))
                rows.RemoveAt(rows.Count - 1);
            var width = rows.Select(r => r.FindLastIndex(v => !string.IsNullOrWhiteSpace(v)) + 1)
                .DefaultIfEmpty(0)
                .Max();
            return width == 0
                ? ([], "There is nothing in the table. Its first row names the columns.")
                : (
                    [
                        .. rows.Select(r =>
                            (IReadOnlyList<string>)[.. Enumerable.Range(0, width).Select(i => i < r.Count ? r[i] : "")]
                        ),
                    ],
                    null
                );
        }
        catch (CsvFormatException wrong)
        {
            return ([], $"It cannot be read as a table: {wrong.Message.Split('\n')[0]} Save it again as CSV in UTF-8.");
        }
    }

    /// <summary>Rows as CSV.</summary>
    /// <param name="rows">All rows, the one with the names first.</param>
    /// <param name="safe">Whether it is for a spreadsheet, in which nothing is to run (<see cref="CsvText.Safe"/>); else
    /// each value stands as it is.</param>
    public static string Write(IEnumerable<IReadOnlyList<string>> rows, bool safe)
    {
        ArgumentNullException.ThrowIfNull(rows);
        if (!safe)
            return CsvText.Exact(rows);
        var all = rows.ToList();
        return all.Count == 0 ? "" : CsvText.Safe(all[0], all.Skip(1));
    }
}
