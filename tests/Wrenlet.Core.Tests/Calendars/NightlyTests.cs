using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.Tests.Calendars;

/// <summary>When what is done once a night is due.</summary>
public sealed class NightlyTests
{
    private static readonly DateTimeZone Lisbon = DateTimeZoneProviders.Tzdb["Europe/Lisbon"];
    private static readonly LocalTime Night = new(2, 30);

    private static Instant At(int day, int hour, int minute) =>
        new LocalDateTime(2026, 4, day, hour, minute).InZoneStrictly(Lisbon).ToInstant();

    [Fact]
    public void It_is_due_once_after_its_hour_and_again_the_next_night()
    {
        Nightly.IsDue(null, null, At(14, 12, 0), Night, Lisbon).ShouldBeTrue("there was none ever");
        Nightly.IsDue(At(14, 2, 31), null, At(14, 12, 0), Night, Lisbon).ShouldBeFalse();
        Nightly.IsDue(At(14, 2, 31), null, At(15, 2, 29), Night, Lisbon).ShouldBeFalse();
        Nightly.IsDue(At(14, 2, 31), null, At(15, 2, 30), Night, Lisbon).ShouldBeTrue();
        Nightly.IsDue(At(12, 2, 31), null, At(15, 1, 0), Night, Lisbon).ShouldBeTrue("a night was missed");
    }

    [Fact]
    public void One_that_failed_is_tried_again_the_next_night()
    {
        Nightly.IsDue(At(13, 2, 31), At(14, 2, 30), At(14, 9, 0), Night, Lisbon).ShouldBeFalse();
        Nightly.IsDue(At(13, 2, 31), At(14, 2, 30), At(15, 2, 30), Night, Lisbon).ShouldBeTrue();
    }

    [Fact]
    public void An_hour_that_a_night_leaves_out_comes_right_after_and_one_that_comes_twice_counts_once()
    {
        var atOne = new LocalTime(1, 30);
        // On 29 March 2026 the clock went from 01:00 to 02:00, on 25 October from 02:00 back to 01:00.
        var before = Instant.FromUtc(2026, 3, 28, 12, 0);
        Nightly.IsDue(before, null, Instant.FromUtc(2026, 3, 29, 0, 59), atOne, Lisbon).ShouldBeFalse();
        Nightly.IsDue(before, null, Instant.FromUtc(2026, 3, 29, 1, 30), atOne, Lisbon).ShouldBeTrue();
        var first = Instant.FromUtc(2026, 10, 25, 0, 30);
        Nightly.IsDue(first - Duration.FromHours(20), null, first, atOne, Lisbon).ShouldBeTrue();
        Nightly.IsDue(first, null, first + Duration.FromHours(1), atOne, Lisbon).ShouldBeFalse();
    }
}
