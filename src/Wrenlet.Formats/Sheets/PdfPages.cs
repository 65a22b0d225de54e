using UglyToad.PdfPig;
using Wrenlet.Core.Sheets.Drawings;

namespace Wrenlet.Formats.Sheets;

/// <summary>The words of a PDF, each where it stands.</summary>
public static class PdfPages
{
    /// <summary>Most pages that are read.</summary>
    private const int MostPages = 400;

    /// <summary>Most words that are read.</summary>
    private const int MostWords = 200_000;

    /// <summary>Reads them.</summary>
    /// <returns>Null when it cannot be read as a PDF; without words where it has none, as a scan.</returns>
    public static PagedText? Read(Stream pdf)
    {
        var words = new List<PageWord>();
        var pages = 0;
        try
        {
            using var document = PdfDocument.Open(pdf);
            pages = document.NumberOfPages;
            foreach (var page in document.GetPages().Take(MostPages))
            {
                foreach (var word in page.GetWords())
                {
                    var box = word.BoundingBox;
                    words.Add(
                        new(
                            page.Number,
                            // A PDF counts from its foot, and everything here from the top.
                            new(box.Left, page.Height - box.Top, box.Width, box.Height),
                            word.Text
                        )
                    );
                    if (words.Count == MostWords)
                        return new(words, pages);
                }
            }
        }
#pragma warning disable CA1031 // A damaged PDF makes its reader throw anything; it is then no PDF for us.
        catch (Exception)
#pragma warning restore CA1031
        {
            return null;
        }

        return new(words, pages);
    }
}
