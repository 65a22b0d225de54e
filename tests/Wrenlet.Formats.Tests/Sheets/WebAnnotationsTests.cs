using System.Text.Json;
using Wrenlet.Core.Sheets.Anchors;
using Wrenlet.Formats.Sheets;

namespace Wrenlet.Formats.Tests.Sheets;

/// <summary>Places and what is said about them as W3C Web Annotations.</summary>
public class WebAnnotationsTests
{
    private static Annotation Of(Anchor anchor) =>
        new(
            Guid.CreateVersion7(),
            Guid.CreateVersion7(),
            3,
            anchor,
            "Benedikta Thorne",
            "settled",
            [
                new("Ines Kowal", new DateTimeOffset(2026, 4, 14, 8, 40, 0, TimeSpan.Zero), "Is it *dry*?", true),
                new(
                    "Benedikta Thorne",
                    new DateTimeOffset(2026, 4, 14, 9, 0, 0, TimeSpan.Zero),
                    "“Yes”, I think",
                    false
                ),
            ]
        );

    public static TheoryData<Anchor> Anchors =>
        [
            new Anchor.Whole(),
            Anchor.Words.At("The keel – 2 mm – is dry.", 4, 15),
            new Anchor.Cells(0, 2, 3, 2, "18 17", "5 port", "Reading"),
            new Anchor.Spot(2, 10.25, -3.5, 40, 1e-3, "hatch", "the hatch"),
            new Anchor.Spot(1, 0, 0),
        ];

    [Theory]
    [MemberData(nameof(Anchors))]
    public void What_was_written_reads_as_it_was(Anchor anchor)
    {
        var annotation = Of(anchor);
        var read = WebAnnotations.Read(WebAnnotations.Write([annotation]))!.Single();
        (read with { Bodies = annotation.Bodies }).ShouldBe(annotation);
        read.Bodies.ShouldBe(annotation.Bodies);
    }

    [Fact]
    public void Selectors_are_those_of_the_standard()
    {
        var page = JsonDocument.Parse(WebAnnotations.Write([Of(Anchor.Words.At("One two three.", 4, 7))])).RootElement;
        page.GetProperty("@context")[0].GetString().ShouldBe("http://www.w3.org/ns/anno.jsonld");
        var selectors = page.GetProperty("items")[0].GetProperty("target").GetProperty("selector");
        selectors[0].GetProperty("exact").GetString().ShouldBe("two");
        selectors[0].GetProperty("prefix").GetString().ShouldBe("One ");
        selectors[1].GetProperty("start").GetInt32().ShouldBe(4);
    }

    [Fact]
    public void Cells_are_counted_as_RFC_7111_counts_them() =>
        WebAnnotations.Write([Of(new Anchor.Cells(0, 0, 2, 1, "", "", ""))]).ShouldContain("\"cell=2,1-3,1\"");

    [Theory]
    [InlineData("")]
    [InlineData("[]")]
    [InlineData("{\"items\":[{}]}")]
    [InlineData("{\"items\":[{\"id\":\"urn:uuid:x\"}]}")]
    public void What_is_no_page_of_them_is_none(string text) => WebAnnotations.Read(text).ShouldBeNull();
}
