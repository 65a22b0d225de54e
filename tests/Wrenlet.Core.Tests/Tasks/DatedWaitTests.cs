using NodaTime;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Tasks;

public sealed class DatedWaitTests
{
    private static readonly Instant Said = Yard.At("2026-04-16T12:00");

    private static readonly DatedWait Pump = new(
        Guid.CreateVersion7(),
        Some.Task().Id,
        "the pump",
        null,
        Some.Odalys,
        Some.Now,
        Said,
        Said
    );

    [Theory]
    [InlineData("2026-04-16T11:59", null)]
    [InlineData("2026-04-16T12:00", "2026-04-16T12:00")]
    [InlineData("2026-04-17T10:59", "2026-04-16T12:00")]
    [InlineData("2026-04-17T11:30", "2026-04-17T11:00")]
    public void Somebody_is_asked_when_it_was_to_come_and_once_each_working_day_after(string now, string? asked) =>
        Pump.RemindedNow(Yard.At(now), Yard.Hours).ShouldBe(asked is null ? null : Yard.At(asked));

    [Fact]
    public void Nobody_is_asked_twice_for_a_moment_nor_about_what_has_come()
    {
        var now = Yard.At("2026-04-16T13:00");
        (Pump with { Reminded = Said }).RemindedNow(now, Yard.Hours).ShouldBeNull();
        (Pump with { Came = now }).RemindedNow(now, Yard.Hours).ShouldBeNull();
    }

    [Fact]
    public void Put_off_to_another_day_it_is_asked_about_then_and_keeps_what_was_said_first()
    {
        var (now, later) = (Yard.At("2026-04-17T09:00"), Yard.At("2026-04-21T12:00"));
        var put = (Pump with { Reminded = Said }).As("the big pump", "Ostrander", later, now);
        put.ShouldBe(Pump with { What = "the big pump", ToldBy = "Ostrander", Expected = later, Stands = now });
        put.RemindedNow(now, Yard.Hours).ShouldBeNull();
        put.RemindedNow(later, Yard.Hours).ShouldBe(later);
        // Other words alone change nothing of that.
        (Pump with { Reminded = Said })
            .As("a pump", null, Said, now)
            .Reminded.ShouldBe(Said);
    }

    [Theory]
    [InlineData("2026-04-15T09:00", "the pump, Thu 16 Apr 12:00")]
    [InlineData("2026-04-16T14:00", "the pump, late by 2 h")]
    public void It_says_until_when_it_is_waited_for(string now, string words) =>
        Pump.Words(Yard.At(now), Yard.Hours).ShouldBe(words);
}
