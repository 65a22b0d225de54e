using Wrenlet.Core.Asks;
using Wrenlet.Core.Sheets;

namespace Wrenlet.Core.Tests.Sheets;

/// <summary>The values of a table that need explaining.</summary>
public class TableChecksTests
{
    private static readonly IReadOnlyList<IReadOnlyList<string>> Readings =
    [
        ["Frame", "Side", "Reading", "Before", "After", "Sum"],
        ["1", "left", "12 %", "1", "2", "3"],
        ["2", "left", "11 %", "1", "2", "3"],
        ["3", "left", "12 %", "1", "2", "4"],
        ["4", "left", "13 %", "1", "2", "3"],
        ["5", "left", "29 %", "1", "2", "3"],
        ["6", "left", "", "1", "2", "3"],
        ["7", "right", "28 %", "1,5", "2.5", "4"],
        ["8", "right", "29 %", "1", "2", "3"],
        ["9", "right", "30 %", "1", "2", "3"],
        ["10", "right", "28 %", "1", "2", "3"],
        ["11", "right", "12 %", "1", "2", "3"],
    ];

    private static string Found(ColumnCheck check, IReadOnlyList<IReadOnlyList<string>>? before = null) =>
        string.Join(
            ", ",
            TableChecks.Of(Readings, [check], before).Select(f => $"{Readings[f.Row + 1][0]}: {f.Reason}")
        );

    [Fact]
    public void Values_above_and_below_a_limit_stand_out()
    {
        Found(new("Reading", CheckKind.Above, 29)).ShouldBe("9: above 29");
        Found(new("Reading", CheckKind.Below, 12)).ShouldBe("2: below 12");
    }

    [Fact]
    public void What_is_missing_stands_out_and_an_empty_row_does_not()
    {
        Found(new("Reading", CheckKind.Missing)).ShouldBe("6: missing");
        TableChecks
            .Of(
                [
                    ["A", "B"],
                    ["1", ""],
                    ["", ""],
                ],
                [new("B", CheckKind.Missing)],
                null
            )
            .Select(f => f.Row)
            .ShouldBe([0]);
    }

    [Fact]
    public void What_is_usual_is_that_of_the_group()
    {
        Found(new("Reading", CheckKind.Unusual, Group: "Side"))
            .ShouldBe("5: far from the usual 12 of Side left, 11: far from the usual 28 of Side right");
        Found(new("Reading", CheckKind.Unusual)).ShouldBe("");
    }

    [Fact]
    public void Few_values_have_no_usual() =>
        TableChecks
            .Of(
                [
                    ["A"],
                    ["1"],
                    ["1"],
                    ["1"],
                    ["99"],
                ],
                [new("A", CheckKind.Unusual)],
                null
            )
            .ShouldBeEmpty();

    [Fact]
    public void Where_most_are_the_same_the_other_still_stands_out() =>
        TableChecks
            .Of(
                [
                    ["A"],
                    ["5"],
                    ["5"],
                    ["5"],
                    ["5"],
                    ["5"],
                    ["5"],
                    ["40"],
                ],
                [new("A", CheckKind.Unusual)],
                null
            )
            .Select(f => f.Row)
            .ShouldBe([6]);

    [Fact]
    public void A_jump_since_the_revision_before_stands_out()
    {
        IReadOnlyList<IReadOnlyList<string>> before =
        [
            .. Readings.Select(r => (IReadOnlyList<string>)(r[0] == "2" ? [.. r.Take(2), "19 %", .. r.Skip(3)] : r)),
        ];
        Found(new("Reading", CheckKind.ChangedBy, 5), before).ShouldBe("2: was 19 % in the revision before");
        Found(new("Reading", CheckKind.ChangedBy, 8), before).ShouldBe("");
        Found(new("Reading", CheckKind.ChangedBy, 5)).ShouldBe("");
    }

    [Fact]
    public void A_sum_that_does_not_agree_stands_out() =>
        Found(new("Sum", CheckKind.Sum, Of: ["Before", "After"])).ShouldBe("3: the sum is 3");

    [Fact]
    public void A_cell_is_told_once_by_the_first_of_its_checks() =>
        TableChecks
            .Of(Readings, [new("Reading", CheckKind.Above, 29), new("Reading", CheckKind.Above, 20)], null)
            .Where(f => f.Row == 8)
            .Select(f => f.Reason)
            .ShouldBe(["above 29"]);

    [Theory]
    [InlineData("18", 18)]
    [InlineData(" -3.5 mm", -3.5)]
    [InlineData("1,234.50", 1234.5)]
    [InlineData("12,000", 12000)]
    [InlineData("€ 40", 40)]
    [InlineData("30 cm", 30)]
    public void Figures_are_read_with_their_units(string text, double number) =>
        Figures.Read(text, '.', withUnit: true).ShouldBe((decimal)number);

    [Theory]
    [InlineData("")]
    [InlineData("port")]
    [InlineData("4 to 6")]
    [InlineData("J-1042")]
    public void What_is_no_figure_is_none(string text) => Figures.Read(text, '.', withUnit: true).ShouldBeNull();

    [Fact]
    public void What_stands_before_a_fraction_is_what_the_column_has()
    {
        IReadOnlyList<IReadOnlyList<string>> table =
        [
            ["A"],
            ["1,250 t"],
            ["2,5 t"],
            ["3,1 t"],
        ];
        TableChecks.Of(table, [new("A", CheckKind.Above, 3)], null).Select(f => f.Row).ShouldBe([2]);
    }

    [Fact]
    public void Numbers_too_large_to_reckon_with_are_no_figures() =>
        TableChecks
            .Of(
                [
                    ["A", "B"],
                    ["79228162514264337593543950335", "79228162514264337593543950335"],
                ],
                [new("A", CheckKind.Sum, Of: ["A", "B"]), new("A", CheckKind.Unusual)],
                null
            )
            .ShouldBeEmpty();

    [Fact]
    public void A_value_is_explained_while_it_is_the_one_that_was_answered_for()
    {
        TableChecks.IsExplained("18", "18", AskState.Decided).ShouldBeTrue();
        TableChecks.IsExplained("19", "18", AskState.Decided).ShouldBeFalse();
        TableChecks.IsExplained("18", "18", AskState.Open).ShouldBeFalse();
    }

    [Fact]
    public void It_is_asked_about_again_once_it_changed_or_nobody_answers_any_more()
    {
        TableChecks.MayAsk("18", null, AskState.Withdrawn).ShouldBeTrue();
        TableChecks.MayAsk("19", "18", AskState.Decided).ShouldBeTrue();
        TableChecks.MayAsk("18", "18", AskState.Withdrawn).ShouldBeTrue();
        TableChecks.MayAsk("18", "18", AskState.Open).ShouldBeFalse();
        TableChecks.MayAsk("18", "18", AskState.Decided).ShouldBeFalse();
    }

    [Fact]
    public void A_check_of_what_is_not_there_is_refused_and_finds_nothing()
    {
        TableChecks
            .Refuses(new("Depth", CheckKind.Above, 1), Readings)
            .ShouldBe("There is no column “Depth”. Choose another.");
        TableChecks.Refuses(new("Sum", CheckKind.Sum), Readings).ShouldBe("Choose the columns that add up to it.");
        TableChecks
            .Refuses(new("Reading", CheckKind.ChangedBy, -1), Readings)
            .ShouldBe("The limit cannot be below zero.");
        TableChecks.Refuses(new("Reading", CheckKind.Above, 1), Readings).ShouldBeNull();
        Found(new("Depth", CheckKind.Above, 1)).ShouldBe("");
    }
}
