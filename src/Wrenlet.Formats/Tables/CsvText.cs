using System.Globalization;
using CsvHelper;

namespace Wrenlet.Formats.Tables;

/// <summary>Writes tables as CSV (RFC 4180).</summary>
public static class CsvText
{
    private static readonly CsvWriterOptions Rfc = new() { NewLine = "\r\n", ValidateFieldCount = false };

    /// <summary>
    /// Rows that no spreadsheet takes for formulas: a value that begins like one gets an apostrophe before it.
    /// Numbers have a point, and null is an empty field.
    /// </summary>
    /// <param name="heading">Names of the columns.</param>
    /// <param name="rows">The values of each row.</param>
    public static string Safe(IEnumerable<string> heading, IEnumerable<IReadOnlyList<object?>> rows)
    {
        ArgumentNullException.ThrowIfNull(heading);
        ArgumentNullException.ThrowIfNull(rows);
        return Write(rows.Select(r => r.Select(Shown)).Prepend(heading).Select(r => r.Select(Harmless)));
    }

    /// <summary>Rows with each value as it is.</summary>
    public static string Exact(IEnumerable<IEnumerable<string>> rows)
    {
        ArgumentNullException.ThrowIfNull(rows);
        return Write(rows);
    }

    private static string Write(IEnumerable<IEnumerable<string>> rows)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = CsvWriter.Create(text, Rfc, leaveOpen: true))
            foreach (var row in rows)
            {
                foreach (var value in row)
                    csv.WriteField(value);
                csv.EndRecord();
            }

        return text.ToString();
    }

    private static string Shown(object? value) =>
        value is double number
            ? number.ToString("0.###", CultureInfo.InvariantCulture)
            : Convert.ToString(value, CultureInfo.InvariantCulture) ?? "";

    private static string Harmless(string text) =>
        text.Length > 0
        && text[0] is '=' or '+' or '@' or '-'
        && !double.TryParse(text, CultureInfo.InvariantCulture, out _)
            ? "'" + text
            : text;
}
