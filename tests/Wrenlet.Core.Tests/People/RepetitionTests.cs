using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.People;

public class RepetitionTests
{
    [Fact]
    public void Of_what_happens_again_and_again_the_first_and_each_ten_times_as_many_are_told() =>
        Enumerable.Range(1, 1_000).Where(n => Repetition.IsTold(n)).ShouldBe([1, 10, 100, 1_000]);

    [Fact]
    public void What_is_ordinary_in_small_numbers_is_told_from_where_it_is_not() =>
        Enumerable.Range(1, 20_000).Where(n => Repetition.IsTold(n, 200)).ShouldBe([200, 2_000, 20_000]);

    [Theory]
    [InlineData(0, 1)]
    [InlineData(1, 0)]
    public void Nothing_is_counted_from_below_one(int count, int first) =>
        Should.Throw<ArgumentOutOfRangeException>(() => Repetition.IsTold(count, first));
}
