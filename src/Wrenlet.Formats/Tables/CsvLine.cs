using System.Globalization;

namespace Wrenlet.Formats.Tables;

/// <summary>Writes lines of CSV (RFC 4180) that no spreadsheet takes for formulas.</summary>
public static class CsvLine
{
    /// <summary>Values as one line, without its end; numbers with a point, null as an empty field.</summary>
    public static string Of(params object?[] values) =>
        string.Join(
            ',',
            values.Select(v =>
                Field(
                    v is double d
                        ? d.ToString("0.###", CultureInfo.InvariantCulture)
                        : Convert.ToString(v, CultureInfo.InvariantCulture) ?? ""
                )
            )
        );

    // A cell that begins like a formula is not to run in a spreadsheet.
    private static string Field(string text)
    {
        if (
            text.Length > 0
            && text[0] is '=' or '+' or '@' or '-'
            && !double.TryParse(text, CultureInfo.InvariantCulture, out _)
        )
            text = "'" + text;
        return Quoted(text);
    }

    /// <summary>A value with quotes about it where it needs them.</summary>
    internal static string Quoted(string text) =>
        text.AsSpan().IndexOfAny(",\"\r\n") >= 0 ? $"\"{text.Replace("\"", "\"\"", StringComparison.Ordinal)}\"" : text;
}
