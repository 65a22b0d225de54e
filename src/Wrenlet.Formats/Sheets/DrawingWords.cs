using System.Text;
using System.Xml;
using UglyToad.PdfPig;

namespace Wrenlet.Formats.Sheets;

/// <summary>The words that stand in a drawing, so that it is found by them and can be read aloud.</summary>
public static class DrawingWords
{
    /// <summary>Most characters that are taken of one drawing.</summary>
    private const int Most = 200_000;

    /// <summary>Most pages of a PDF that are read.</summary>
    private const int MostPages = 100;

    /// <summary>Titles, descriptions and texts of an SVG (SVG 2, 5.8 and 11), in their order.</summary>
    /// <returns>Null when it is no SVG; empty when no words are in it.</returns>
    public static string? OfSvg(Stream svg)
    {
        ArgumentNullException.ThrowIfNull(svg);
        var words = new StringBuilder();
        try
        {
            // No entities and nothing from elsewhere: a drawing is read as it stands.
            using var reader = XmlReader.Create(
                svg,
                new XmlReaderSettings
                {
                    DtdProcessing = DtdProcessing.Ignore,
                    XmlResolver = null,
                    MaxCharactersInDocument = 50_000_000,
                }
            );
            if (reader.MoveToContent() is not XmlNodeType.Element || reader.LocalName != "svg")
                return null;
            var within = 0;
            while (reader.Read() && words.Length < Most)
            {
                var names = reader.LocalName is "title" or "desc" or "text";
                if (reader.NodeType is XmlNodeType.Element && names && !reader.IsEmptyElement)
                    within++;
                else if (reader.NodeType is XmlNodeType.EndElement && names && --within == 0)
                    words.Append('\n');
                else if (within > 0 && reader.NodeType is XmlNodeType.Text or XmlNodeType.CDATA)
                    words.Append(reader.Value).Append(' ');
            }
        }
        catch (XmlException)
        {
            return null;
        }

        return Tidy(words);
    }

    /// <summary>The words of a PDF's pages.</summary>
    /// <returns>Null when it cannot be read as one; empty when no words are in it, as of a scan.</returns>
    public static string? OfPdf(Stream pdf)
    {
        var words = new StringBuilder();
        try
        {
            using var document = PdfDocument.Open(pdf);
            foreach (var page in document.GetPages().Take(MostPages))
            {
                words.AppendJoin(' ', page.GetWords().Select(w => w.Text)).Append('\n');
                if (words.Length > Most)
                    break;
            }
        }
#pragma warning disable CA1031 // A damaged PDF makes its reader throw anything; it is then no PDF for us.
        catch (Exception)
#pragma warning restore CA1031
        {
            return null;
        }

        return Tidy(words);
    }

    private static string Tidy(StringBuilder words) =>
        string.Join(
            '\n',
            words
                .ToString()[..Math.Min(words.Length, Most)]
                .Split('\n')
                .Select(l => string.Join(' ', l.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)))
                .Where(l => l.Length > 0)
        );
}
