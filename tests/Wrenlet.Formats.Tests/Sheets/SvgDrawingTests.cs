using System.Text;
using Wrenlet.Formats.Sheets;

namespace Wrenlet.Formats.Tests.Sheets;

/// <summary>SVG drawings: what is drawn, what can be hidden, and what never comes out again.</summary>
public class SvgDrawingTests
{
    private static SvgDrawing? Read(string inner, string attributes = "viewBox=\"0 0 400 200\"") =>
        SvgDrawing.Read(
            new MemoryStream(
                Encoding.UTF8.GetBytes(
                    $"<svg xmlns=\"http://www.w3.org/2000/svg\" xmlns:xlink=\"http://www.w3.org/1999/xlink\" {attributes}>{inner}</svg>"
                )
            )
        );

    [Fact]
    public void Layers_are_the_named_groups_and_can_be_hidden()
    {
        var drawing = Read(
            "<g id='hull'><path d='M0 0H10'/></g><g id='rig'><path d='M5 5V9'/></g><g><path d='M1 1H2'/></g>"
        )!;
        drawing.Parts.Layers.Select(l => l.Name).ShouldBe(["hull", "rig"]);
        var shown = drawing.Write(["rig"]);
        (
            shown.Contains("M0 0H10", StringComparison.Ordinal),
            shown.Contains("M5 5V9", StringComparison.Ordinal)
        ).ShouldBe((true, false));
        drawing.Write([]).ShouldContain("M5 5V9");
    }

    [Fact]
    public void Elements_know_where_they_are_through_all_transforms()
    {
        var drawing = Read(
            "<g transform='translate(100 20) scale(2)'><rect id='hatch' x='5' y='5' width='10' height='4'/></g>"
        )!;
        var hatch = drawing.Parts.Elements.Single();
        (hatch.Key, hatch.HasId, hatch.Box.X, hatch.Box.Y, hatch.Box.Width, hatch.Box.Height).ShouldBe(
            ("hatch", true, 110, 30, 20, 8)
        );
    }

    [Theory]
    [InlineData("<circle cx='10' cy='10' r='4'/>", 6, 6, 8, 8)]
    [InlineData("<ellipse cx='10' cy='10' rx='4' ry='2'/>", 6, 8, 8, 4)]
    [InlineData("<line x1='9' y1='2' x2='1' y2='5'/>", 1, 2, 8, 3)]
    [InlineData("<polygon points='1,1 5,2 3,9'/>", 1, 1, 4, 8)]
    [InlineData("<path d='M10 10 l5 0 v-5 h-5 z'/>", 10, 5, 5, 5)]
    [InlineData("<path d='M10 10a5 5 0 0110 0'/>", 10, 10, 10, 0)]
    [InlineData("<path d='M10 10 c0 10 20 10 20 0'/>", 10, 10, 20, 10)]
    [InlineData("<rect x='1' y='2' width='3' height='4' transform='rotate(90)'/>", -6, 1, 4, 3)]
    public void Shapes_are_as_large_as_they_are_drawn(string shape, double x, double y, double width, double height)
    {
        var box = Read(shape)!.Parts.Elements.Single().Box;
        new[] { box.X, box.Y, box.Width, box.Height }.Select(n => Math.Round(n, 3)).ShouldBe([x, y, width, height]);
    }

    [Fact]
    public void What_looks_the_same_is_alike_wherever_it_stands()
    {
        var elements = Read(
            "<circle cx='10' cy='10' r='4'/><circle cx='90' cy='30' r='4'/><circle cx='90' cy='30' r='5'/>"
        )!.Parts.Elements;
        elements[0].Shape.ShouldBe(elements[1].Shape);
        elements[1].Shape.ShouldNotBe(elements[2].Shape);
    }

    [Theory]
    [InlineData("<script>alert(1)</script>")]
    [InlineData("<rect width='1' height='1' onclick='alert(1)'/>")]
    [InlineData("<foreignObject><body xmlns='http://www.w3.org/1999/xhtml'>alert(1)</body></foreignObject>")]
    [InlineData("<image href='https://example.org/alert(1).png' width='1' height='1'/>")]
    [InlineData("<use xlink:href='https://example.org/alert(1)#a'/>")]
    [InlineData("<a href='javascript:alert(1)'><rect width='1' height='1'/></a>")]
    [InlineData("<rect width='1' height='1' style='fill:url(https://example.org/alert(1))'/>")]
    [InlineData("<style>@import 'https://example.org/alert(1)';</style>")]
    [InlineData("<style>rect{fill:url( \"https://example.org/alert(1)\" )}</style>")]
    [InlineData("<animate attributeName='href' to='javascript:alert(1)'/>")]
    [InlineData("<image href='data:image/svg+xml;base64,alert(1)' width='1' height='1'/>")]
    public void Nothing_runs_and_nothing_comes_from_elsewhere(string inner)
    {
        var written = Read(inner + "<path d='M0 0H9'/>")!.Write([]);
        written.ShouldContain("M0 0H9");
        written.ShouldNotContain("alert(1", Case.Insensitive);
        written.ShouldNotContain("example.org");
    }

    [Fact]
    public void What_is_part_of_the_drawing_stays()
    {
        var written = Read(
                "<defs><linearGradient id='g'/></defs><rect width='9' height='9' fill='url(#g)'/><use href='#g'/>"
            )!
            .Write([]);
        written.ShouldContain("url(#g)");
        written.ShouldContain("href=\"#g\"");
    }

    [Fact]
    public void What_is_no_drawing_or_nested_without_end_is_none()
    {
        SvgDrawing.Read(new MemoryStream("<html/>"u8.ToArray())).ShouldBeNull();
        SvgDrawing.Read(new MemoryStream("<svg"u8.ToArray())).ShouldBeNull();
        Read(string.Concat(Enumerable.Repeat("<g>", 5000)) + string.Concat(Enumerable.Repeat("</g>", 5000)))
            .ShouldBeNull();
    }

    [Fact]
    public void Its_units_are_those_of_its_view_box_or_its_size()
    {
        Read("", "viewBox='-5 -5 20 10'")!.Parts.View.ShouldBe(new(-5, -5, 20, 10));
        Read("", "width='210mm' height='297mm'")!.Parts.View.ShouldBe(new(0, 0, 210, 297));
    }
}
