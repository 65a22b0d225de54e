using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;

namespace Wrenlet.Core.Tests.Sheets;

/// <summary>Who wrote which words, and who last changed which cell.</summary>
public class AuthorshipTests
{
    private static readonly PersonId Ines = new(Guid.CreateVersion7());
    private static readonly PersonId Kit = new(Guid.CreateVersion7());
    private static readonly PersonId Odalys = new(Guid.CreateVersion7());

    private static IReadOnlyList<PageBlock> Page(params string[] lines) => [.. lines.Select(l => new PageBlock(l, l))];

    private static string By(PersonId person, params (IReadOnlyList<PageBlock>, PersonId, int)[] revisions)
    {
        var text = string.Join('\n', revisions[^1].Item1.Select(b => b.Plain));
        return string.Join(
            '|',
            Authorship.OfPage(revisions).Where(r => r.By == person).Select(r => text[r.Start..r.End].Trim())
        );
    }

    [Fact]
    public void All_of_the_first_revision_is_its_makers() =>
        By(Ines, (Page("One line.", "Two lines."), Ines, 1)).ShouldBe("One line.\nTwo lines.");

    [Fact]
    public void Of_a_changed_paragraph_only_the_new_words_are_somebody_elses()
    {
        var first = (Page("The keel is sound and dry."), Ines, 1);
        var second = (Page("The keel is sound and nearly dry."), Kit, 2);
        By(Kit, first, second).ShouldBe("nearly");
        By(Ines, first, second).ShouldBe("The keel is sound and|dry.");
    }

    [Fact]
    public void What_was_moved_is_still_its_writers()
    {
        var first = (Page("First the mast comes down.", "Then the keel is dropped.", "Last of all we paint."), Ines, 1);
        var second = (Page("Last of all we paint.", "First the mast comes down.", "Then the keel is dropped."), Kit, 2);
        By(Kit, first, second).ShouldBe("");
    }

    [Fact]
    public void Writers_are_known_over_all_revisions()
    {
        (IReadOnlyList<PageBlock>, PersonId, int)[] all =
        [
            (Page("Bolts 3 and 4 are wasted."), Ines, 1),
            (Page("Bolts 3 and 4 are badly wasted."), Kit, 2),
            (Page("Bolts 3 and 4 are badly wasted.", "Renew all eight."), Odalys, 3),
        ];
        By(Kit, all).ShouldBe("badly");
        By(Odalys, all).ShouldBe("Renew all eight.");
        Authorship.Of(Authorship.OfPage(all), 0, 23).ShouldBe([Ines, Kit], ignoreOrder: true);
    }

    [Fact]
    public void A_cell_is_whose_who_changed_it_last_wherever_its_row_went()
    {
        IReadOnlyList<IReadOnlyList<string>> first =
        [
            ["Frame", "Reading"],
            ["4", "18"],
            ["5", "12"],
            ["6", "11"],
        ];
        IReadOnlyList<IReadOnlyList<string>> second =
        [
            ["Frame", "Reading"],
            ["6", "11"],
            ["4", "15"],
            ["5", "12"],
        ];
        var last = Authorship.OfTable([(first, Ines), (second, Kit)]);
        (last[0, 1], last[1, 1], last[2, 1]).ShouldBe((Ines, Kit, Ines));
    }
}
