using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.Tests.Calendars;

public class RetryingTests
{
    [Theory]
    [InlineData(1, 4)]
    [InlineData(2, 8)]
    [InlineData(3, 16)]
    [InlineData(10, 2048)]
    [InlineData(11, 3600)]
    [InlineData(19, 3600)]
    public void What_failed_rests_twice_as_long_each_time_but_never_over_an_hour(int tries, int seconds) =>
        Retrying.PauseAfter(tries).ShouldBe(Duration.FromSeconds(seconds));

    [Fact]
    public void After_many_tries_it_is_not_tried_again_by_itself()
    {
        Retrying.PauseAfter(Retrying.MostTries).ShouldBeNull();
        Retrying.PauseAfter(int.MaxValue).ShouldBeNull();
    }

    [Fact]
    public void Until_then_about_eleven_hours_go_by()
    {
        var all = Enumerable
            .Range(1, Retrying.MostTries - 1)
            .Aggregate(Duration.Zero, (sum, tries) => sum + Retrying.PauseAfter(tries)!.Value);
        all.TotalHours.ShouldBeInRange(9, 12);
    }

    [Fact]
    public void What_has_not_failed_has_no_pause() =>
        Should.Throw<ArgumentOutOfRangeException>(() => Retrying.PauseAfter(0));
}
