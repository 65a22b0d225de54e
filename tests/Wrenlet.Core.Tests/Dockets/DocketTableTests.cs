using Wrenlet.Core.Dockets;

namespace Wrenlet.Core.Tests.Dockets;

/// <summary>The table of dockets: looked for, sorted and grouped by whatever a firm keeps of them.</summary>
public class DocketTableTests
{
    private static DocketLine Line(long key, string maker, double? pitch, string stage, int at) =>
        new(
            key,
            new Dictionary<string, DocketCell>
            {
                ["subject"] = new($"Piano {key}"),
                ["stage"] = new(stage, at),
                ["maker"] = new(maker),
                ["pitch"] = pitch is { } p ? new($"{p} Hz", p) : DocketCell.Empty,
            }
        );

    private static readonly DocketLine[] Lines =
    [
        Line(1, "Ibach", 440, "Strung", 3),
        Line(2, "", 435.5, "Seen", 0),
        Line(3, "Blüthner", null, "Seen", 0),
        Line(10, "ibach", 9, "Offered", 1),
    ];

    private static string Keys(DocketLayout layout) =>
        string.Join(
            " | ",
            DocketTable.Arrange(Lines, layout).Select(g => $"{g.Label}:{string.Join(",", g.Lines.Select(l => l.Key))}")
        );

    private static DocketLayout Layout(params DocketFilter[] filters) => new("", [.. filters]);

    [Fact]
    public void Without_an_order_the_newest_is_first() => Keys(Layout()).ShouldBe(":10,3,2,1");

    [Theory]
    [InlineData("pitch", false, "10,2,1,3")]
    [InlineData("pitch", true, "1,2,10,3")]
    [InlineData("maker", false, "3,10,1,2")]
    [InlineData("subject", true, "10,3,2,1")]
    [InlineData("nothing", false, "10,3,2,1")]
    public void Numbers_go_by_value_words_by_the_alphabet_and_what_is_empty_is_last(
        string by,
        bool down,
        string keys
    ) => Keys(Layout() with { SortBy = by, Down = down }).ShouldBe(":" + keys);

    [Fact]
    public void Groups_stand_in_the_order_of_what_they_have_in_common() =>
        Keys(Layout() with { GroupBy = "stage", SortBy = "pitch" }).ShouldBe("Seen:2,3 | Offered:10 | Strung:1");

    [Fact]
    public void A_group_is_one_in_whatever_case_and_those_without_are_last() =>
        Keys(Layout() with { GroupBy = "maker" }).ShouldBe("Blüthner:3 | ibach:10,1 | :2");

    [Theory]
    [InlineData("maker", FilterSense.Is, "IBACH", null, "10,1")]
    [InlineData("maker", FilterSense.Has, "bac", null, "10,1")]
    [InlineData("maker", FilterSense.Empty, "", null, "2")]
    [InlineData("maker", FilterSense.Filled, "", null, "10,3,1")]
    [InlineData("pitch", FilterSense.AtLeast, "435.5", 435.5, "2,1")]
    [InlineData("pitch", FilterSense.AtMost, "435.5", 435.5, "10,2")]
    [InlineData("pitch", FilterSense.Is, "440", 440.0, "1")]
    public void A_filter_compares_as_it_says(
        string column,
        FilterSense sense,
        string words,
        double? order,
        string keys
    ) => Keys(Layout(new DocketFilter(column, sense, words, order))).ShouldBe(":" + keys);

    [Fact]
    public void All_words_have_to_stand_somewhere_and_all_filters_to_hold()
    {
        Keys(new("ibach strung", [])).ShouldBe(":1");
        Keys(new("ibach", [new("stage", FilterSense.Is, "Offered"), new("pitch", FilterSense.Filled)])).ShouldBe(":10");
    }

    [Fact]
    public void Words_stand_as_people_look_for_them() =>
        new[] { "Zeta", "Öl 10", "ol 2", "Öl 2b", "élan", "Eland", "007", "7a", "" }
            .Order(Alphabet.Order)
            .ShouldBe(["", "007", "7a", "élan", "Eland", "ol 2", "Öl 2b", "Öl 10", "Zeta"]);
}
