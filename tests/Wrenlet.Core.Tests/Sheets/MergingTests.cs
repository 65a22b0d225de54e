using CsCheck;
using Wrenlet.Core.Sheets;

namespace Wrenlet.Core.Tests.Sheets;

/// <summary>Two people who wrote on the same revision.</summary>
public sealed class MergingTests
{
    private static string? Merged(string before, string theirs, string mine) =>
        Merging.Of(before.Split(' '), theirs.Split(' '), mine.Split(' ')) is { } both ? string.Join(' ', both) : null;

    [Theory]
    [InlineData("a b c d", "A b c d", "a b c D", "A b c D")]
    [InlineData("a b c d", "A b c d", "a B c d", "A B c d")]
    [InlineData("a b c d", "b c d", "a b c D", "b c D")]
    [InlineData("a b c", "x a b c", "a b c y", "x a b c y")]
    [InlineData("a b c", "a b c x", "a b c y", "a b c x y")]
    [InlineData("a b c", "a X c", "a X c", "a X c")]
    [InlineData("a b c", "a b c", "c", "c")]
    public void What_each_left_alone_is_as_the_other_has_it(string before, string theirs, string mine, string both) =>
        Merged(before, theirs, mine).ShouldBe(both);

    [Theory]
    [InlineData("a b c", "a X c", "a Y c")]
    [InlineData("a b c", "a c", "a Y c")]
    [InlineData("a b c d", "a x y z d", "a b C d")]
    public void The_same_part_changed_in_two_ways_cannot_be_put_together(string before, string theirs, string mine) =>
        Merged(before, theirs, mine).ShouldBeNull();

    [Fact]
    public void Who_changed_nothing_gets_what_the_other_made_and_no_part_is_lost_or_made_up()
    {
        var part = Gen.Int[0, 6].Select(i => $"{i}");
        Gen.Select(part.List[0, 12], part.List[0, 12], part.List[0, 12])
            .Sample(
                (before, theirs, mine) =>
                {
                    Merging.Of(before, before, mine)!.ShouldBe(mine);
                    Merging.Of(before, theirs, before)!.ShouldBe(theirs);
                    Merging.Of(before, theirs, theirs)!.ShouldBe(theirs);
                    if (Merging.Of(before, theirs, mine) is { } both)
                    {
                        both.ShouldAllBe(p => before.Contains(p) || theirs.Contains(p) || mine.Contains(p));
                        theirs.Except(before).ShouldBeSubsetOf(both);
                        mine.Except(before).ShouldBeSubsetOf(both);
                    }
                },
                iter: 2000
            );
    }

    [Fact]
    public void Too_much_to_compare_is_left_to_people()
    {
        string[] Many(string name) => [.. Enumerable.Range(0, 5000).Select(i => $"{name}{i}")];
        Merging.Of(Many("a"), Many("b"), Many("c")).ShouldBeNull();
    }
}
