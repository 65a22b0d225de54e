using System.Globalization;
using CsvHelper;

namespace Wrenlet.Formats.Tasks;

/// <summary>A row of a table of tasks, as text, with its line in the file.</summary>
/// <param name="Line">Line of the file, counted from 1.</param>
/// <param name="Values">Values by the name of their column in lower case; columns that are not there are not in
/// it.</param>
public sealed record TaskCsvRow(int Line, IReadOnlyDictionary<string, string> Values)
{
    /// <summary>The value of a column; null where it is empty or not there.</summary>
    public string? Of(string column) => Values.TryGetValue(column, out var value) && value.Length > 0 ? value : null;
}

/// <summary>Tables of tasks as CSV (RFC 4180): with a heading, comma, semicolon or tab between, UTF-8.</summary>
public static class TaskCsv
{
    /// <summary>
    /// The columns that are written, in their order. Reading takes any of them, in any order; only the title has to be
    /// there.
    /// </summary>
    public static readonly IReadOnlyList<string> Columns =
    [
        "id",
        "title",
        "docket",
        "owners",
        "priority",
        "state",
        "start",
        "due",
        "repeats",
        "estimate hours",
        "spent hours",
        "part of",
        "notes",
    ];

    /// <summary>Most rows of one file.</summary>
    public const int Most = 5000;

    /// <summary>Rows of a file, or what is wrong with it as a whole.</summary>
    public static (IReadOnlyList<TaskCsvRow> Rows, string? Problem) Read(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        try
        {
            // The separator is found from the first lines.
            using var reader = CsvReader.FromText(
                text.TrimStart('\uFEFF'),
                new CsvReaderOptions { TrackLineNumbers = true, TrimWhitespace = true }
            );
            var names = reader.Headers.ToList().ConvertAll(h => h.Trim().ToLowerInvariant());
            if (names.Count == 0)
                return ([], "There is nothing in the file. Its first line names the columns.");
            if (!names.Contains("title"))
                return ([], $"The first line has no column “title”. Possible columns: {string.Join(", ", Columns)}.");
            if (names.Where(n => n.Length > 0).GroupBy(n => n).FirstOrDefault(g => g.Count() > 1) is { } twice)
                return ([], $"The column “{twice.Key}” is there twice. Remove one.");
            var rows = new List<TaskCsvRow>();
            while (reader.Read())
            {
                if (rows.Count == Most)
                    return ([], $"It has more than {Most} rows. Split it.");
                var values = new Dictionary<string, string>();
                foreach (var (i, name) in names.Index())
                    if (name.Length > 0)
                        values[name] = i < reader.FieldCount ? Plain(reader.GetString(i)) : "";
                if (values.Values.Any(v => v.Length > 0))
                    rows.Add(new((int)reader.LineNumber, values));
            }

            return (rows, null);
        }
        catch (CsvFormatException wrong)
        {
            return ([], $"It cannot be read as a table: {wrong.Message.Split('\n')[0]} Save it again as CSV in UTF-8.");
        }
    }

    /// <summary>A value as it was before it was written so that no spreadsheet takes it for a formula.</summary>
    private static string Plain(string value) =>
        value.Length > 1 && value[0] == '\'' && value[1] is '=' or '+' or '@' or '-' ? value[1..] : value;
}
