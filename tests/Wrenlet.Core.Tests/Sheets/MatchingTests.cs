using CsCheck;
using Wrenlet.Core.Sheets;

namespace Wrenlet.Core.Tests.Sheets;

/// <summary>What became of each thing of a sequence.</summary>
public class MatchingTests
{
    private static readonly Gen<string[]> Some = Gen.OneOfConst("a", "b", "c", "d", "e", "", "aa", "bb").Array[0, 24];

    private static double None(int before, int after) => 0;

    private static string Told(string before, string after, Func<int, int, double>? likeness = null)
    {
        var (a, b) = (
            before.ToCharArray().Select(c => c.ToString()).ToList(),
            after.ToCharArray().Select(c => c.ToString()).ToList()
        );
        return string.Join(
            ' ',
            Matching
                .Of(a, b, likeness ?? None)
                .Select(p =>
                    p switch
                    {
                        { Added: true } => "+" + b[p.After!.Value],
                        { Removed: true } => "-" + a[p.Before!.Value],
                        { Changed: true } => $"{a[p.Before!.Value]}>{b[p.After!.Value]}{(p.Moved ? "~" : "")}",
                        _ => b[p.After!.Value] + (p.Moved ? "~" : ""),
                    }
                )
        );
    }

    [Theory]
    [InlineData("abc", "abc", "a b c")]
    [InlineData("abc", "axbc", "a +x b c")]
    [InlineData("abcd", "abd", "a b -c d")]
    [InlineData("abcde", "eabcd", "e~ a b c d")]
    [InlineData("abcde", "acdbe", "a c d b~ e")]
    [InlineData("xax", "xxax", "x +x a x")]
    [InlineData("", "ab", "+a +b")]
    [InlineData("ab", "", "-a -b")]
    public void What_reads_the_same_is_found_where_it_stands_now(string before, string after, string told) =>
        Told(before, after).ShouldBe(told);

    [Fact]
    public void What_reads_otherwise_and_is_alike_was_changed() =>
        Told("abc", "aBc", (_, _) => 0.8).ShouldBe("a b>B c");

    [Fact]
    public void Of_several_the_most_alike_are_paired() =>
        Told("abc", "aXYc", (_, after) => after == 2 ? 0.9 : 0.6).ShouldBe("a +X b>Y c");

    [Fact]
    public void Below_half_alike_it_is_another_thing() => Told("abc", "axc", (_, _) => 0.49).ShouldBe("a -b +x c");

    [Fact]
    public void Every_thing_of_both_is_told_once_and_the_later_ones_in_their_order() =>
        Gen.Select(Some, Some)
            .Sample(
                (before, after) =>
                {
                    var pairs = Matching.Of(
                        before,
                        after,
                        (i, j) => before[i].Length > 0 && after[j].Length > 0 && before[i][0] == after[j][0] ? 0.7 : 0
                    );
                    return pairs
                            .Where(p => p.Before is not null)
                            .Select(p => p.Before!.Value)
                            .Order()
                            .SequenceEqual(Enumerable.Range(0, before.Length))
                        && pairs
                            .Where(p => p.After is not null)
                            .Select(p => p.After!.Value)
                            .SequenceEqual(Enumerable.Range(0, after.Length))
                        && pairs
                            .Where(p => p is { Before: not null, After: not null })
                            .All(p => p.Changed == (before[p.Before!.Value] != after[p.After!.Value]));
                }
            );

    [Fact]
    public void What_did_not_move_keeps_its_order() =>
        Gen.Select(Some, Some)
            .Sample(
                (before, after) =>
                {
                    var kept = Matching
                        .Of(before, after, None)
                        .Where(p => p is { Before: not null, After: not null, Moved: false })
                        .Select(p => p.Before!.Value)
                        .ToList();
                    return kept.SequenceEqual(kept.Order());
                }
            );

    [Fact]
    public void Nothing_that_is_in_both_is_told_as_gone_and_new() =>
        Gen.Select(Some, Some)
            .Sample(
                (before, after) =>
                {
                    var pairs = Matching.Of(before, after, None);
                    return !pairs
                        .Where(p => p.Removed)
                        .Select(p => before[p.Before!.Value])
                        .Intersect(pairs.Where(p => p.Added).Select(p => after[p.After!.Value]))
                        .Any();
                }
            );

    [Fact]
    public void A_sequence_compared_with_itself_is_the_same_all_over() =>
        Some.Sample(one => Matching.Of(one, one, None).All(p => p.Same));

    [Fact]
    public void A_block_that_moves_is_as_little_moved_as_can_be()
    {
        var before = Enumerable.Range(0, 40).Select(n => $"row {n}").ToList();
        List<string> after = [.. before[..5], .. before[9..30], .. before[5..9], .. before[30..]];
        Matching.Of(before, after, None).Count(p => p.Moved).ShouldBe(4);
    }
}
