using Wrenlet.Core.Sheets.Drawings;

namespace Wrenlet.Core.Tests.Sheets;

/// <summary>Which pages of two revisions belong side by side.</summary>
public sealed class PagePairsTests
{
    private const string Hull = "The hull is sound below the line and needs no more than cleaning";
    private const string Mast = "The mast step shows rot for a hand's width on either side of it";
    private const string Deck = "Two planks of the deck are soft and have to be taken up";
    private const string Engine = "The engine was run for an hour and does not smoke when warm";

    [Theory]
    [InlineData("a page in between", new[] { Hull, Mast, Deck }, new[] { Hull, Engine, Mast, Deck }, "1-1 ·-2 2-3 3-4")]
    [InlineData("a page gone", new[] { Hull, Mast, Deck }, new[] { Hull, Deck }, "1-1 2-· 3-2")]
    [InlineData(
        "rewritten between two that stayed",
        new[] { Hull, Mast, Deck },
        new[] { Hull, Engine, Deck },
        "1-1 2-2 3-3"
    )]
    [InlineData("nothing in common", new[] { Hull, Mast }, new[] { Deck, Engine, "Something else" }, "1-1 2-2 ·-3")]
    [InlineData(
        "one in and another out",
        new[] { Hull, Mast, Deck, Engine },
        new[] { Hull, "New here", Mast, Deck },
        "1-1 ·-2 2-3 3-4 4-·"
    )]
    [InlineData("pages without words", new[] { Hull, "", Deck }, new[] { Hull, "", "", Deck }, "1-1 2-2 ·-3 3-4")]
    [InlineData("first of all", new string[0], new[] { Hull }, "·-1")]
    public void Pages_stand_beside_what_they_became(string why, string[] before, string[] after, string expected) =>
        string.Join(
                ' ',
                PagePairs
                    .Between(Pages(before), Pages(after))
                    .Select(p => $"{p.Before?.ToString() ?? "·"}-{p.After?.ToString() ?? "·"}")
            )
            .ShouldBe(expected, why);

    [Fact]
    public void Each_page_stands_in_it_once_and_in_its_order()
    {
        var random = new Random(5);
        for (var run = 0; run < 60; run++)
        {
            string[] pool = [.. Enumerable.Range(0, 12).Select(n => $"page {n} says {n * 7} and {n * n} of it")];
            string[] Some() =>
                [.. pool.Where(_ => random.Next(3) > 0).Select(p => random.Next(4) == 0 ? p + " now" : p)];
            var (before, after) = (Some(), Some());

            var pairs = PagePairs.Between(Pages(before), Pages(after));

            pairs.Select(p => p.Before).OfType<int>().ShouldBe(Enumerable.Range(1, before.Length));
            pairs.Select(p => p.After).OfType<int>().ShouldBe(Enumerable.Range(1, after.Length));
        }
    }

    private static PagedText Pages(string[] pages) =>
        new(
            [
                .. pages.SelectMany(
                    (page, n) =>
                        page.Split(' ', StringSplitOptions.RemoveEmptyEntries)
                            .Select((word, i) => new PageWord(n + 1, new(40 + i * 30, 40, 28, 10), word))
                ),
            ],
            pages.Length
        );
}
