using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.Tests.Calendars;

public class BusyTests
{
    private static Duration Taken(params (string From, string Until)[] times) =>
        Busy.Within(
            Yard.Hours,
            [.. times.Select(t => (Yard.At(t.From), Yard.At(t.Until)))],
            Yard.At("2026-04-14T08:40"),
            Yard.At("2026-04-16T00:00")
        );

    [Fact]
    public void What_overlaps_is_taken_once_and_only_working_time_counts()
    {
        Taken().ShouldBe(Duration.Zero);
        Taken(
                ("2026-04-14T10:00", "2026-04-14T12:00"),
                ("2026-04-14T11:00", "2026-04-14T11:30"),
                ("2026-04-14T11:30", "2026-04-14T13:00")
            )
            .ShouldBe(Duration.FromHours(3));
        Taken(("2026-04-14T16:00", "2026-04-15T09:00")).ShouldBe(Duration.FromHours(2));
        Taken(("2026-04-14T08:00", "2026-04-14T09:00")).ShouldBe(Duration.FromMinutes(20));
        Taken(("2026-04-16T09:00", "2026-04-16T10:00")).ShouldBe(Duration.Zero);
    }
}
