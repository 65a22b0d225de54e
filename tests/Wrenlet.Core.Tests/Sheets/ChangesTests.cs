using CsCheck;
using Wrenlet.Core.Sheets;

namespace Wrenlet.Core.Tests.Sheets;

/// <summary>What changed between two revisions of a page and of a table.</summary>
public class ChangesTests
{
    private static readonly Gen<string> Text = Gen.OneOfConst(
            "keel",
            "bolts",
            "are",
            "wasted",
            "3",
            "3.5",
            ",",
            " ",
            " ",
            " ",
            "\n",
            "Boot",
            "—"
        )
        .Array[0, 30]
        .Select(string.Concat);

    private static IReadOnlyList<IReadOnlyList<string>> Table(params string[] rows) =>
        [.. rows.Select(r => r.Split('|'))];

    private static string Words(string before, string after) =>
        string.Concat(
            WordChanges
                .Between(before, after)
                .Select(r =>
                    r.Fate switch
                    {
                        WordFate.Added => $"[+{r.Text}]",
                        WordFate.Removed => $"[-{r.Text}]",
                        _ => r.Text,
                    }
                )
        );

    [Theory]
    [InlineData("Moisture is high at frame 4.", "Moisture is high at frame 4.", "Moisture is high at frame 4.")]
    [InlineData("Moisture is 18 at frame 4.", "Moisture is 22 at frame 4.", "Moisture is [-18][+22] at frame 4.")]
    [InlineData("Renew two bolts.", "Renew all eight bolts.", "Renew [-two][+all eight] bolts.")]
    [InlineData("about 3.5 mm", "about 4.5 mm", "about [-3.5][+4.5] mm")]
    [InlineData("", "New.", "[+New.]")]
    public void Words_that_changed_stand_beside_one_another(string before, string after, string told) =>
        Words(before, after).ShouldBe(told);

    [Fact]
    public void Without_what_was_added_it_reads_as_before_and_without_what_was_removed_as_after() =>
        Gen.Select(Text, Text)
            .Sample(
                (before, after) =>
                {
                    var runs = WordChanges.Between(before, after);
                    return string.Concat(runs.Where(r => r.Fate is not WordFate.Added).Select(r => r.Text)) == before
                        && string.Concat(runs.Where(r => r.Fate is not WordFate.Removed).Select(r => r.Text)) == after
                        && runs.All(r => r.Text.Length > 0)
                        && runs.Zip(runs.Skip(1)).All(p => p.First.Fate != p.Second.Fate);
                }
            );

    [Fact]
    public void Likeness_is_the_same_both_ways_and_whole_for_the_same_words() =>
        Gen.Select(Text, Text)
            .Sample(
                (one, other) =>
                    Math.Abs(WordChanges.Likeness(one, other) - WordChanges.Likeness(other, one)) < 1e-9
                    && WordChanges.Likeness(one, one) == 1
                    && WordChanges.Likeness(one, other) is >= 0 and <= 1
            );

    [Fact]
    public void A_page_tells_its_paragraphs_apart_and_shows_the_words_of_those_that_changed()
    {
        PageBlock Block(string text) => new(text, text.TrimStart('#', ' '));
        var changes = PageChanges.Between(
            [
                Block("# Survey"),
                Block("Bolts 3 and 4 are wasted by a third."),
                Block("The laminate is sound."),
                Block("Rig: at the end of its life."),
            ],
            [
                Block("# Survey"),
                Block("The laminate is sound."),
                Block("Bolts 3, 4 and 5 are wasted by a third."),
                Block("Moisture is high on the port side."),
            ]
        );
        changes.Line.ShouldBe("1 paragraph changed, 1 moved, 1 added, 1 removed.");
        var changed = changes.Blocks.Single(b => b.Counterpart.Changed);
        string.Concat(changed.Runs.Where(r => r.Fate is WordFate.Added).Select(r => r.Text)).ShouldContain("5");
        changes.Blocks.Single(b => b.Counterpart.Removed).Counterpart.Before.ShouldBe(3);
    }

    [Fact]
    public void Rows_that_moved_and_cells_that_changed_are_told_by_the_columns_that_tell_rows_apart()
    {
        var changes = TableChanges.Between(
            Table("Frame|Side|Reading", "4|port|18", "4|starboard|12", "5|port|24", "5|starboard|13", "6|port|17"),
            Table("Frame|Side|Reading", "5|port|22", "4|port|18", "4|starboard|12", "5|starboard|13", "7|port|11")
        );
        changes.Line.ShouldBe("1 row changed, 1 added, 1 removed.");
        var changed = changes.Rows.Single(r => r.Counterpart.Changed);
        (changed.Counterpart.Moved, changed.Cells.Single()).ShouldBe((true, new CellChange(2, "24", "22")));
        changes.Rows.Single(r => r.Counterpart.Removed).Counterpart.Before.ShouldBe(4);
    }

    [Fact]
    public void Rows_that_three_columns_tell_apart_are_known_whatever_else_changed_in_them()
    {
        var changes = TableChanges.Between(
            Table(
                "Frame|Side|Height|Reading|Remark",
                "4|port|30|21|too high",
                "4|port|60|19|",
                "4|starboard|30|12|",
                "5|port|30|26|too high",
                "5|port|60|23|too high"
            ),
            Table(
                "Frame|Side|Height|Reading|Remark",
                "5|port|30|18|lamps stay on",
                "5|port|60|16|",
                "4|port|30|15|",
                "4|port|60|14|",
                "4|starboard|30|12|"
            )
        );
        changes.Line.ShouldBe("4 rows changed.");
        changes.Rows.Count(r => r.Counterpart.Moved).ShouldBe(2);
    }

    [Fact]
    public void A_column_that_was_put_in_or_renamed_changes_no_row()
    {
        var changes = TableChanges.Between(
            Table("Part|Price", "bolt|12", "shroud|310", "pin|4"),
            Table("Part|Supplier|Price in EUR", "bolt|Northbank|12", "shroud|Fairlead|310", "pin|Fairlead|4")
        );
        changes
            .Columns.Select(c => (c.Name, c.Counterpart.Added, c.Counterpart.Changed))
            .ShouldBe([("Part", false, false), ("Supplier", true, false), ("Price in EUR", false, true)]);
        changes.Rows.ShouldAllBe(r => r.Counterpart.Same);
        changes.Line.ShouldBe("1 column changed, 1 added.");
    }

    [Fact]
    public void Without_a_key_a_rare_value_tells_more_than_a_common_one()
    {
        var changes = TableChanges.Between(
            Table("Kind|What|State", "hull|gelcoat blister|open", "hull|keel joint|open", "hull|gelcoat blister|open"),
            Table("Kind|What|State", "hull|gelcoat blister|open", "hull|keel joint|done", "hull|gelcoat blister|open")
        );
        changes.Rows.Single(r => r.Counterpart.Changed).Cells.ShouldBe([new CellChange(2, "open", "done")]);
    }

    [Fact]
    public void A_table_that_is_the_same_says_so() =>
        TableChanges.Between(Table("A|B", "1|2"), Table("A|B", "1|2")).Line.ShouldBe("Nothing changed.");

    [Fact]
    public void Rows_of_every_shape_are_each_told_once() =>
        Gen.Select(
                Gen.OneOfConst("1", "2", "3", "", "x").Array[0, 4].Array[0, 10],
                Gen.OneOfConst("1", "2", "3", "", "x").Array[0, 4].Array[0, 10]
            )
            .Sample(
                (before, after) =>
                {
                    var rows = TableChanges.Between(before, after).Rows;
                    return rows.Count(r => r.Counterpart.Before is not null) == Math.Max(0, before.Length - 1)
                        && rows.Count(r => r.Counterpart.After is not null) == Math.Max(0, after.Length - 1)
                        && rows.All(r => r.Counterpart.Changed == (r.Cells.Length > 0));
                }
            );
}
