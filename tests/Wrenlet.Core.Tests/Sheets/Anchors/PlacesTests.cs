using Wrenlet.Core.Sheets.Anchors;
using Wrenlet.Core.Sheets.Drawings;

namespace Wrenlet.Core.Tests.Sheets.Anchors;

/// <summary>Cells and spots found again, and what is said of what became of a place.</summary>
public class PlacesTests
{
    private static readonly IReadOnlyList<IReadOnlyList<string>> Before =
    [
        ["Frame", "Side", "Reading"],
        ["4", "left", "18"],
        ["5", "left", "12"],
        ["6", "right", "11"],
    ];

    [Fact]
    public void A_cell_goes_where_its_row_and_column_go()
    {
        var after = new CellRevisions(
            Before,
            [
                ["Side", "Frame", "Reading"],
                ["right", "6", "11"],
                ["left", "4", "15"],
                ["left", "5", "12"],
            ]
        );
        var found = after.Find(Anchor.Cells.At(Before, 0, 2, 1, 1)!)!.Value;
        (found.Cells.Row, found.Cells.Column, found.Cells.Value).ShouldBe((1, 2, "15"));
    }

    [Fact]
    public void A_cell_is_gone_with_its_row_or_its_column()
    {
        new CellRevisions(
            Before,
            [
                ["Frame", "Side", "Reading"],
                ["5", "left", "12"],
                ["6", "right", "11"],
            ]
        ).Find(Anchor.Cells.At(Before, 0, 2, 1, 1)!).ShouldBeNull();
        new CellRevisions(
            Before,
            [
                ["Frame", "Side"],
                ["4", "left"],
                ["5", "left"],
                ["6", "right"],
            ]
        ).Find(Anchor.Cells.At(Before, 0, 2, 1, 1)!).ShouldBeNull();
    }

    [Fact]
    public void Cells_that_a_table_does_not_have_are_none()
    {
        Anchor.Cells.At(Before, 3, 0, 1, 1).ShouldBeNull();
        Anchor.Cells.At(Before, 0, 3, 1, 1).ShouldBeNull();
        Anchor.Cells.At(Before, 0, 0, 0, 1).ShouldBeNull();
    }

    [Fact]
    public void What_became_of_a_place_is_said_against_how_it_read_first()
    {
        var chosen = AnchorPlace.Chosen(Anchor.Words.At("The keel is dry.", 4, 8), 1);
        var changed = chosen.Next(Anchor.Words.At("The hull is dry.", 4, 8), moved: true, look: false, 2);
        (changed.Fate, changed.Was, changed.Now).ShouldBe((AnchorFate.Changed, "keel", "hull"));
        var back = changed.Next(Anchor.Words.At("The keel is dry.", 4, 8), moved: false, look: false, 3);
        back.Fate.ShouldBe(AnchorFate.Stands);
        var gone = changed.Next(null, moved: false, look: false, 3);
        (gone.Fate, gone.Revision).ShouldBe((AnchorFate.Gone, 2));
        gone.Next(Anchor.Words.At("The keel is dry.", 4, 8), moved: false, look: false, 4)
            .Fate.ShouldBe(AnchorFate.Stands);
    }

    private static DrawingElement Element(
        string key,
        string shape,
        double x,
        double y,
        double size = 10,
        bool id = false
    ) => new(key, id, key, shape, new Box(x, y, size, size));

    private static DrawingParts Drawing(params DrawingElement[] elements) => new(new Box(0, 0, 400, 200), [], elements);

    [Fact]
    public void A_spot_goes_with_the_element_that_it_is_about()
    {
        var spot = new Anchor.Spot(1, 105, 55, Element: "hatch");
        var found = new DrawingRevisions(
            Drawing(Element("hatch", "rect", 100, 50, id: true)),
            Drawing(Element("hatch", "rect", 200, 60, 20, id: true))
        ).Find(spot);
        (found.Spot!.X, found.Spot.Y, found.Moved, found.Look).ShouldBe((210, 70, true, false));
    }

    [Fact]
    public void An_element_without_an_id_is_known_by_what_it_looks_like()
    {
        var revisions = new DrawingRevisions(
            Drawing(Element("0/1", "circle r5", 100, 50), Element("0/2", "rect", 10, 10)),
            Drawing(Element("0/1", "path", 0, 0), Element("0/2", "rect", 10, 10), Element("0/3", "circle r5", 120, 50))
        );
        var found = revisions.Find(new Anchor.Spot(1, 105, 55, Element: "0/1"));
        (found.Spot!.X, found.Spot.Element, found.Moved, found.Look).ShouldBe((125, "0/3", true, false));
    }

    [Fact]
    public void What_is_not_drawn_any_more_is_gone() =>
        new DrawingRevisions(Drawing(Element("0/1", "circle", 100, 50)), Drawing(Element("0/1", "rect", 100, 50)))
            .Find(new Anchor.Spot(1, 105, 55, Element: "0/1"))
            .Spot.ShouldBeNull();

    [Fact]
    public void Of_several_that_look_alike_somebody_has_to_look_which_it_was()
    {
        var revisions = new DrawingRevisions(
            Drawing(Element("0/1", "circle", 100, 50), Element("0/2", "circle", 200, 50)),
            Drawing(Element("0/5", "circle", 110, 50), Element("0/6", "circle", 210, 50))
        );
        var found = revisions.Find(new Anchor.Spot(1, 105, 55, Element: "0/1"));
        (found.Spot!.X, found.Look).ShouldBe((115, true));
    }

    [Fact]
    public void A_spot_on_nothing_stands_while_what_is_around_it_does()
    {
        var before = Drawing(Element("0/1", "rect", 100, 50), Element("0/2", "rect", 300, 150));
        var spot = new Anchor.Spot(1, 90, 45);
        new DrawingRevisions(before, Drawing(Element("0/1", "rect", 100, 50), Element("0/2", "path", 300, 150)))
            .Find(spot)
            .ShouldBe((spot, false, false));
        new DrawingRevisions(before, Drawing(Element("0/1", "rect", 120, 50))).Find(spot).Look.ShouldBeTrue();
    }

    [Fact]
    public void One_points_at_the_smallest_thing_and_never_at_the_background()
    {
        var drawing = Drawing(
            Element("paper", "rect", 0, 0, 400),
            Element("deck", "path", 50, 20, 100),
            Element("hatch", "rect", 80, 50, 20)
        );
        (drawing.At(85, 55)?.Key, drawing.At(140, 110)?.Key, drawing.At(350, 180)?.Key).ShouldBe(
            ("hatch", "deck", null)
        );
    }

    [Fact]
    public void Letters_are_counted_whatever_stands_between_them()
    {
        const string text = "- Öl: 3 l\n- 𝐀 b";
        Letters.Run(text, 0, 4).ShouldBe((2, 9));
        Letters.Run(text, 4, 6).ShouldBe((12, 16));
        Letters.Run(text, 4, 9).ShouldBeNull();
        Letters.Run(text, 2, 2).ShouldBeNull();
        Letters.Index(text)[text.Length].ShouldBe(6);
    }
}
