using System.Text;
using CsCheck;
using Wrenlet.Formats.Sheets;
using Wrenlet.Formats.Text;

namespace Wrenlet.Formats.Tests.Sheets;

/// <summary>Sheets as files, and the words in them.</summary>
public class SheetFormatTests
{
    private static string? SvgWords(string svg) => DrawingWords.OfSvg(new MemoryStream(Encoding.UTF8.GetBytes(svg)));

    private static string[] Rows(string text) => [.. SheetTable.Read(text).Rows.Select(r => string.Join('|', r))];

    [Theory]
    [InlineData("A,B\n1,2", "A|B", "1|2")]
    [InlineData("A;B\r\n\"1;5\";2\r\n", "A|B", "1;5|2")]
    [InlineData("A\tB\n1\t\"two \"\"words\"\"\"", "A|B", "1|two \"words\"")]
    [InlineData("A,B,,\n1,2,,\n,,,\n", "A|B", "1|2")]
    [InlineData("A,B\n1", "A|B", "1|")]
    public void A_table_is_read_whatever_stands_between_and_what_a_spreadsheet_leaves_behind_it_is_not(
        string text,
        string first,
        string second
    ) => Rows(text).ShouldBe([first, second]);

    [Fact]
    public void What_is_written_is_read_as_it_was() =>
        Gen.OneOfConst("a", "1,5", "b;c;d;e", "with \"quotes\"", "two\nlines", " blank ", "=sum(A1)", "é", "")
            .Array[3]
            .Array[1, 8]
            .Sample(rows =>
            {
                string[][] whole =
                [
                    ["one", "two", "three"],
                    .. rows,
                    ["x", "y", "z"],
                ];
                return SheetTable
                        .Read(SheetTable.Write(whole, safe: false), written: true)
                        .Rows.Zip(whole)
                        .All(p => p.First.SequenceEqual(p.Second))
                    && SheetTable.Read(SheetTable.Write(whole, safe: false), written: true).Rows.Count == whole.Length;
            });

    [Fact]
    public void What_goes_to_a_spreadsheet_runs_nothing_there() =>
        SheetTable
            .Write(
                [
                    ["=cmd()", "-3", "a,b"],
                ],
                safe: true
            )
            .ShouldBe("'=cmd(),-3,\"a,b\"\r\n");

    [Fact]
    public void Too_much_is_refused_with_what_to_do()
    {
        SheetTable
            .Read(string.Join('\n', Enumerable.Range(0, SheetTable.MostRows + 1)))
            .Problem.ShouldNotBeNull()
            .ShouldContain("Split it");
        SheetTable
            .Read("a,b\n" + new string('x', SheetTable.LongestValue + 1))
            .Problem.ShouldNotBeNull()
            .ShouldContain("row 2");
        SheetTable.Read("").Problem.ShouldNotBeNull().ShouldContain("nothing in the table");
    }

    [Theory]
    [InlineData(
        """<svg xmlns="http://www.w3.org/2000/svg"><title>Sail plan</title>"""
            + """<g><text>luff <tspan>12.4 m</tspan></text></g><style>text{}</style></svg>""",
        "Sail plan\nluff 12.4 m"
    )]
    [InlineData("""<svg xmlns="http://www.w3.org/2000/svg"><rect/></svg>""", "")]
    [InlineData("""<!DOCTYPE svg [<!ENTITY a "aaaa">]><svg><text>plain</text></svg>""", "plain")]
    [InlineData("""<!DOCTYPE svg [<!ENTITY a SYSTEM "file:///etc/passwd">]><svg><text>&a;</text></svg>""", null)]
    [InlineData("<html><text>no</text></html>", null)]
    [InlineData("<svg><text>unclosed", null)]
    [InlineData("no picture", null)]
    public void The_words_of_an_svg_are_its_texts_and_nothing_is_fetched(string svg, string? words) =>
        SvgWords(svg).ShouldBe(words);

    [Fact]
    public void The_words_of_a_pdf_are_those_printed_on_it()
    {
        var made = new UglyToad.PdfPig.Writer.PdfDocumentBuilder();
        var font = made.AddStandard14Font(UglyToad.PdfPig.Fonts.Standard14Fonts.Standard14Font.Helvetica);
        made.AddPage(300, 300).AddText("Chainplate detail", 12, new UglyToad.PdfPig.Core.PdfPoint(20, 200), font);
        DrawingWords.OfPdf(new MemoryStream(made.Build())).ShouldBe("Chainplate detail");
        DrawingWords.OfPdf(new MemoryStream("no pdf"u8.ToArray())).ShouldBeNull();
    }

    [Fact]
    public void A_page_is_told_in_blocks_whose_headings_are_headings_below_the_name()
    {
        var blocks = EntryText.Blocks(
            "# Keel\n\nTwo *lines*\nof it\n\n- one\n- two\n\n| A | B |\n| --- | --- |\n| 1 | 2 |\n\n####### no"
        );
        blocks
            .Select(b => b.Source)
            .ShouldBe([
                "# Keel",
                "Two *lines*\nof it",
                "- one\n- two",
                "| A | B |\n| --- | --- |\n| 1 | 2 |",
                "####### no",
            ]);
        blocks[0].Rendered.Html.ShouldBe("<h2>Keel</h2>");
        blocks[1].Rendered.Plain.ShouldBe("Two lines\nof it");
    }

    [Fact]
    public void A_page_nested_deeper_than_anyone_writes_is_shown_as_it_is() =>
        EntryText.Blocks(new string('>', 5000) + "x").Count.ShouldBe(1);

    [Fact]
    public void Words_of_tags_stay_where_their_links_go() =>
        TagLink
            .WordsOnly("See [#Deck plan](sheet:0198) by [@Ines](person:0199), [a link](https://quay.example).")
            .ShouldBe("See Deck plan by Ines, [a link](https://quay.example).");
}
