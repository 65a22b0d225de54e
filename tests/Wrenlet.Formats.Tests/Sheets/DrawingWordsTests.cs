using System.Text;
using Wrenlet.Formats.Sheets;

namespace Wrenlet.Formats.Tests.Sheets;

public class DrawingWordsTests
{
    private static string? OfSvg(string text)
    {
        using var svg = new MemoryStream(Encoding.UTF8.GetBytes(text));
        return DrawingWords.OfSvg(svg);
    }

    [Fact]
    public void Titles_descriptions_and_texts_are_read_in_their_order() =>
        OfSvg(
                "<svg xmlns='http://www.w3.org/2000/svg'><title>Plan</title><desc>of the  deck</desc><g>"
                    + "<text x='1'>hatch <tspan>cover</tspan></text><rect/></g><text><![CDATA[a < b]]></text></svg>"
            )
            .ShouldBe("Plan\nof the deck\nhatch cover\na < b");

    [Fact]
    public void A_drawing_without_words_is_empty() => OfSvg("<svg><rect/><text/></svg>").ShouldBe("");

    [Theory]
    [InlineData("")]
    [InlineData("no drawing")]
    [InlineData("<html><text>x</text></html>")]
    [InlineData("<svg><text>cut off")]
    public void What_is_no_drawing_has_none(string text) => OfSvg(text).ShouldBeNull();

    [Fact]
    public void Nothing_is_fetched_and_no_entity_is_blown_up() =>
        OfSvg(
                "<!DOCTYPE svg [<!ENTITY a 'aaaaaaaaaa'><!ENTITY x SYSTEM 'file:///etc/passwd'>]>"
                    + "<svg><text>plain</text></svg>"
            )
            .ShouldBe("plain");

    [Theory]
    [InlineData("")]
    [InlineData("%PDF-1.7 and then nothing that a reader knows")]
    public void What_is_no_pdf_has_no_words(string text)
    {
        using var pdf = new MemoryStream(Encoding.UTF8.GetBytes(text));
        DrawingWords.OfPdf(pdf).ShouldBeNull();
    }
}
