using System.Text;
using Wrenlet.Core.Sheets.Drawings;
using Wrenlet.Formats.Sheets;

namespace Wrenlet.Formats.Tests.Sheets;

/// <summary>Words of a PDF with their places.</summary>
public sealed class PdfPagesTests
{
    /// <summary>The smallest PDF that says something (ISO 32000-2, annex H.3).</summary>
    private static byte[] Saying(string words)
    {
        var drawn = $"BT /F1 24 Tf 100 700 Td ({words}) Tj ET";
        string[] objects =
        [
            "<< /Type /Catalog /Pages 2 0 R >>",
            "<< /Type /Pages /Kids [3 0 R] /Count 1 >>",
            "<< /Type /Page /Parent 2 0 R /MediaBox [0 0 612 792] /Contents 4 0 R /Resources << /Font << /F1 5 0 R >> >> >>",
            $"<< /Length {drawn.Length} >>\nstream\n{drawn}\nendstream",
            "<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>",
        ];
        var pdf = new StringBuilder("%PDF-1.4\n");
        var starts = new List<int>();
        foreach (var (i, one) in objects.Index())
        {
            starts.Add(pdf.Length);
            pdf.Append($"{i + 1} 0 obj\n{one}\nendobj\n");
        }

        var table = pdf.Length;
        pdf.Append($"xref\n0 {objects.Length + 1}\n0000000000 65535 f \n");
        foreach (var start in starts)
            pdf.Append($"{start:D10} 00000 n \n");
        pdf.Append($"trailer\n<< /Size {objects.Length + 1} /Root 1 0 R >>\nstartxref\n{table}\n%%EOF\n");
        return Encoding.ASCII.GetBytes(pdf.ToString());
    }

    [Fact]
    public void Words_stand_where_they_are_drawn_counted_from_the_top()
    {
        var text = PdfPages.Read(new MemoryStream(Saying("Crack found here")))!;

        text.Text.ShouldBe("Crack found here");
        var (page, area) = text.At(6, 11);
        page.ShouldBe(1);
        // The foot of the letters is 700 points above the foot of a page of 792.
        (area.Y + area.Height).ShouldBe(92, 6);
        area.X.ShouldBeInRange(150, 200);
        text.Under(1, new Box(area.X, area.Y, area.Width, area.Height)).ShouldBe((6, 11));
    }

    [Fact]
    public void What_is_no_pdf_is_none() =>
        PdfPages.Read(new MemoryStream(Encoding.ASCII.GetBytes("%PDF-1.4 and then nothing"))).ShouldBeNull();
}
