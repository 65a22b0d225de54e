using NodaTime;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>What it costs to read messages that are made to cost much; counted in allocated bytes.</summary>
public class ReadingCostTests
{
    private static readonly Instant Now = Yard.At("2026-04-14T08:40");
    private static readonly TaskReader Reader = new(
        new ReaderSetting(
            Yard.Hours,
            true,
            [],
            [.. Yard.Staff],
            [],
            [.. Enumerable.Range(0, 40).Select(i => $"Somebody Else{i}")]
        )
    );

    [Theory]
    [InlineData("@", 95_000)]
    [InlineData("[", 95_000)]
    [InlineData("`", 95_000)]
    [InlineData("x", 100_000)]
    [InlineData("order bolts and ", 6_000)]
    [InlineData("Ines, ", 14_000)]
    [InlineData("Ines, sweep the shed, Pryderi, oil the hinges by Friday, ", 1_800)]
    [InlineData("by Friday ", 10_000)]
    [InlineData("please call me ", 6_600)]
    [InlineData("- do it\n", 12_000)]
    [InlineData("the pump leaks, mend it, ", 4_000)]
    [InlineData("her its the cat's ", 6_000)]
    [InlineData("1 ", 50_000)]
    [InlineData("9:00 ", 20_000)]
    [InlineData("a-", 47_000)]
    public void A_text_of_the_same_over_and_over_costs_no_more_than_its_first_pages(string part, int times)
    {
        var text = string.Concat(Enumerable.Repeat(part, times));
        Reader.Read("Ines, please order the bolts by Friday", null, Now);
        var before = GC.GetAllocatedBytesForCurrentThread();
        Reader.Read(text, null, Now).Length.ShouldBeLessThan(TaskReader.MostTokens);
        (GC.GetAllocatedBytesForCurrentThread() - before).ShouldBeLessThan(100L * 1_048_576);
    }

    [Theory]
    [InlineData(121)]
    [InlineData(500)]
    [InlineData(100_000)]
    public void A_first_line_without_a_blank_makes_a_title_of_its_beginning(int length)
    {
        var title = TaskReader.Blank("http://" + new string('a', length)).Title.Value;
        title.Length.ShouldBe(120);
        title.ShouldEndWith(" …");
    }

    [Fact]
    public void A_long_first_line_is_cut_at_a_blank() =>
        TaskReader
            .Blank(string.Join(' ', Enumerable.Repeat("word", 40)))
            .Title.Value.ShouldBe("Word " + string.Join(' ', Enumerable.Repeat("word", 22)) + " …");

    [Fact]
    public void What_is_asked_in_a_long_text_is_found_where_it_is_read()
    {
        var long_ = string.Concat(Enumerable.Repeat("It was a fine day at the river.\n", 100));
        Reader.Read($"{long_}Ines, please order the bolts by Friday.", null, Now).ShouldHaveSingleItem();
    }
}
