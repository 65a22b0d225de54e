using Wrenlet.Core.Sheets.Anchors;
using Wrenlet.Core.Sheets.Drawings;

namespace Wrenlet.Core.Tests.Sheets;

/// <summary>Places on the pages of a PDF.</summary>
public sealed class PagedRevisionsTests
{
    private static readonly string[] Alike =
    [
        .. Enumerable
            .Range(1, 12)
            .Select(n => $"Item {n} at place {n} was found with a fine crack of {n * 3} mm near the hinge"),
    ];

    /// <summary>Lines of words, each a paragraph, so many to a page.</summary>
    private static PagedText Pages(IEnumerable<string> lines, int toPage = 20) =>
        new([
            .. lines.SelectMany(
                (line, n) =>
                    line.Split(' ')
                        .Select(
                            (word, i) =>
                                new PageWord(1 + n / toPage, new(40 + i * 30, 40 + n % toPage * 30, 28, 10), word)
                        )
            ),
        ]);

    private static Anchor.Spot Quoted(PagedText text, int line, int first, int words) =>
        text.Quoted(new(1, 38 + first * 30, 38 + line * 30, words * 30, 14));

    [Fact]
    public void What_is_selected_is_quoted_and_its_place_is_just_around_it()
    {
        var spot = Quoted(Pages(Alike), 2, 9, 5);

        spot.ShouldBe(new Anchor.Spot(1, 310, 100, 148, 10, Exact: "fine crack of 9 mm"));
        Pages(Alike).Quoted(new(1, 500, 700, 5, 5)).Exact.ShouldBeNull();
        Pages(Alike).Quoted(new(7, 310, 100, 148, 10)).Exact.ShouldBeNull();
    }

    [Fact]
    public void Words_are_found_where_they_stand_now()
    {
        var before = Pages(Alike);
        var after = Pages(["Amended after the second look", .. Alike]);

        var (spot, moved, look) = new PagedRevisions(before, after).Find(Quoted(before, 2, 9, 5));

        spot.ShouldBe(new Anchor.Spot(1, 310, 130, 148, 10, Exact: "fine crack of 9 mm"));
        (moved, look).ShouldBe((false, false));
    }

    [Fact]
    public void Of_items_that_read_alike_the_rewritten_one_is_still_meant()
    {
        var before = Pages(Alike);
        var after = Pages(
            Alike.Select(l => l.Replace("a fine crack of 9 mm", "an open crack of 14 mm", StringComparison.Ordinal))
        );

        new PagedRevisions(before, after).Find(Quoted(before, 2, 9, 5)).Spot!.Exact!.ShouldContain("crack of 14 mm");
    }

    [Fact]
    public void Words_that_went_to_another_page_have_moved_and_those_that_went_away_are_gone()
    {
        var before = Pages(Alike);
        var other = new PagedRevisions(
            before,
            Pages(Enumerable.Repeat("Something else that was not there", 18).Concat(Alike))
        );
        var without = new PagedRevisions(before, Pages(["Nothing of it is left", "and never was"]));

        var (spot, moved, _) = other.Find(Quoted(before, 5, 9, 5));

        (spot!.Page, spot.Exact, moved).ShouldBe((2, "fine crack of 18 mm", true));
        without.Find(Quoted(before, 5, 9, 5)).Spot.ShouldBeNull();
    }

    [Fact]
    public void A_spot_goes_with_the_words_around_it_and_has_to_be_looked_at_where_there_are_none()
    {
        var before = Pages(Alike);
        var spot = new Anchor.Spot(1, 300, 104);

        var (found, moved, look) = new PagedRevisions(before, Pages(["One more", "and another", .. Alike])).Find(spot);

        found.ShouldBe(spot with { Y = 164 });
        (moved, look).ShouldBe((true, false));
        new PagedRevisions(before, Pages(Alike)).Find(new(1, 550, 800)).ShouldBe((new(1, 550, 800), false, true));
    }
}
