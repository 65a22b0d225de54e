using System.Text;
using CsvHelper;
using UtfUnknown;

namespace Wrenlet.Formats.Tables;

/// <summary>A row of a file, with its line.</summary>
/// <param name="Line">Line of the file on which it begins, counted from 1.</param>
/// <param name="Cells">Its values, as many as there are columns.</param>
public sealed record FileRow(int Line, IReadOnlyList<string> Cells);

/// <summary>A table as a file holds it.</summary>
/// <param name="Headings">Names of the columns.</param>
/// <param name="Rows">Its rows, empty ones left out.</param>
/// <param name="Encoding">Name of the encoding that its bytes told.</param>
/// <param name="Separator">What stands between values; null for what is no CSV.</param>
public sealed record FileTable(
    IReadOnlyList<string> Headings,
    IReadOnlyList<FileRow> Rows,
    string Encoding,
    char? Separator
);

/// <summary>Reads tables from bytes of which nobody says how they are encoded.</summary>
public static class TableFile
{
    /// <summary>Most rows of one file.</summary>
    public const int MostRows = 100_000;

    /// <summary>Most columns of one file.</summary>
    public const int MostColumns = 200;

    /// <summary>Below it a guess at the encoding is not followed.</summary>
    private const float LeastConfidence = 0.35f;

    private static readonly UTF8Encoding Strict = new(false, throwOnInvalidBytes: true);

    /// <summary>A file's text, and the name of the encoding that its bytes told.</summary>
    /// <remarks>
    /// A byte order mark says it (Unicode 16, 2.13); else bytes that are UTF-8 throughout are UTF-8 (RFC 3629: others
    /// hardly ever are by chance); else zero bytes at every other place are UTF-16; else the bytes are compared with how
    /// languages use the older sets, and where that says little they are Windows-1252.
    /// </remarks>
    public static (string Text, string Encoding) TextOf(byte[] bytes)
    {
        ArgumentNullException.ThrowIfNull(bytes);
        foreach (
            var marked in new Encoding[]
            {
                new UTF32Encoding(),
                Encoding.UTF8,
                Encoding.Unicode,
                Encoding.BigEndianUnicode,
            }
        )
            if (marked.GetPreamble() is { Length: > 0 } mark && bytes.AsSpan().StartsWith(mark))
                return (marked.GetString(bytes.AsSpan(mark.Length)), marked.WebName);
        try
        {
            if (!bytes.AsSpan().Contains((byte)0))
                return (Strict.GetString(bytes), "utf-8");
        }
        catch (DecoderFallbackException)
        {
            // It is in one of the older sets.
        }

        var encoding = WithoutMark(bytes) ?? Older(bytes);
        return (encoding.GetString(bytes), encoding.WebName);
    }

    /// <summary>The table of a file.</summary>
    /// <exception cref="FormatException">It is no table; the message says why and what to do.</exception>
    public static FileTable Read(byte[] bytes)
    {
        var (text, encoding) = TextOf(bytes);
        if (text.Contains('\0', StringComparison.Ordinal))
            throw new FormatException(
                "This is not a table of text. Open it in a spreadsheet, and save it again as CSV (in UTF-8 if it asks)."
            );
        try
        {
            // The separator is found from the first lines.
            using var reader = CsvReader.FromText(
                text,
                new CsvReaderOptions { TrackLineNumbers = true, TrimWhitespace = true }
            );
            var headings = reader.Headers.ToList().ConvertAll(h => h.Trim());
            if (headings.Count == 0 || headings.TrueForAll(h => h.Length == 0))
                throw new FormatException("The first line has no headings. It has to name the columns.");
            if (headings.Count > MostColumns)
                throw new FormatException($"It has more than {MostColumns} columns. Leave some out.");
            var rows = new List<FileRow>();
            while (reader.Read())
            {
                var cells = Enumerable
                    .Range(0, headings.Count)
                    .Select(i => i < reader.FieldCount ? Plain(reader.GetString(i)) : "")
                    .ToList();
                if (cells.TrueForAll(c => c.Length == 0))
                    continue;
                if (rows.Count == MostRows)
                    throw new FormatException($"It has more than {MostRows:N0} rows. Split it.");
                rows.Add(new((int)reader.LineNumber, cells));
            }

            return rows.Count > 0
                ? new(headings, rows, encoding, reader.Separator)
                : throw new FormatException("There is no row below the headings.");
        }
        catch (CsvFormatException wrong)
        {
            throw new FormatException(
                $"It cannot be read as a table: {wrong.Message.Split('\n')[0]} Open it in a spreadsheet, and save it "
                    + "again as CSV.",
                wrong
            );
        }
    }

    /// <summary>A value as it was before it was written so that no spreadsheet takes it for a formula.</summary>
    private static string Plain(string value) =>
        value.Length > 1 && value[0] == '\'' && value[1] is '=' or '+' or '@' or '-' ? value[1..] : value;

    /// <summary>UTF-16 without a mark: of mostly western text every other byte is zero. Null for other bytes.</summary>
    private static UnicodeEncoding? WithoutMark(byte[] bytes)
    {
        var looked = Math.Min(bytes.Length, 4096) & ~1;
        var (even, odd) = (0, 0);
        for (var i = 0; i < looked; i += 2)
        {
            even += bytes[i] == 0 ? 1 : 0;
            odd += bytes[i + 1] == 0 ? 1 : 0;
        }

        return odd > looked / 4 && even < looked / 40 ? new UnicodeEncoding(bigEndian: false, byteOrderMark: false)
            : even > looked / 4 && odd < looked / 40 ? new UnicodeEncoding(bigEndian: true, byteOrderMark: false)
            : null;
    }

    private static Encoding Older(byte[] bytes)
    {
        var found = CharsetDetector.DetectFromBytes(bytes).Detected;
        var usual = Encoding.GetEncoding(1252);
        // What is Latin 1 on paper is Windows-1252 in files (WHATWG Encoding Standard, 4.2).
        return
            found is { Encoding: { } encoding, Confidence: >= LeastConfidence }
            && encoding.WebName is not ("iso-8859-1" or "us-ascii" or "utf-8")
            ? encoding
            : usual;
    }
}
