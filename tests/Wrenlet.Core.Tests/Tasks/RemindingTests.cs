using CsCheck;
using NodaTime;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Tasks;

public class RemindingTests
{
    private static readonly Instant Due = Yard.At("2026-04-15T12:00");
    private static readonly Instant Made = Yard.At("2026-04-10T09:00");

    private static string At(string now, string? given = null, string? since = null) =>
        Reminder.Of(
            Due,
            given is null ? null : Yard.At(given),
            since is null ? Made : Yard.At(since),
            Reminders.Usual,
            Yard.At(now),
            Yard.Hours
        )
            is { } r
            ? $"{r.Nth} {Yard.Local(r.At)}"
            : "-";

    [Theory]
    [InlineData("2026-04-14T16:59", "-")]
    [InlineData("2026-04-15T08:00", "0 2026-04-15T08:00")]
    [InlineData("2026-04-15T12:00", "1 2026-04-15T12:00")]
    [InlineData("2026-04-16T10:59", "1 2026-04-15T12:00")]
    [InlineData("2026-04-16T11:00", "2 2026-04-16T11:00")]
    [InlineData("2026-04-17T10:30", "3 2026-04-17T10:00")]
    public void One_is_reminded_before_it_is_due_when_it_is_and_each_working_day_after(string now, string expected) =>
        At(now).ShouldBe(expected);

    [Fact]
    public void What_was_given_is_not_given_again() => At("2026-04-15T08:30", given: "2026-04-15T08:00").ShouldBe("-");

    [Fact]
    public void What_lay_before_the_date_was_set_is_not_reminded_of() =>
        At("2026-04-15T08:30", since: "2026-04-15T08:10").ShouldBe("-");

    [Fact]
    public void Working_time_is_counted_backwards_as_it_is_forwards() =>
        Gen.Select(Gen.Int[0, 60 * 24 * 60], Gen.Int[0, 3000])
            .Sample(
                (start, work) =>
                {
                    var end = Yard.At("2026-03-20T00:00") + Duration.FromMinutes(start);
                    var from = Yard.Hours.Subtract(end, Duration.FromMinutes(work));
                    return Yard.Hours.Between(from, end) == Duration.FromMinutes(work)
                        && (
                            work == 0
                            || Yard.Hours.Between(from + Duration.FromMinutes(1), end) < Duration.FromMinutes(work)
                        );
                }
            );

    [Fact]
    public void However_long_nobody_looked_each_moment_is_reminded_of_once_at_most_and_the_newest_comes() =>
        Gen.Select(Gen.Int[1, 2000].List[1, 30], Gen.Int[0, 3], Gen.Int[0, 3])
            .Sample(
                (steps, before, again) =>
                {
                    var reminders = new Reminders(Duration.FromHours(before * 2), Duration.FromHours(again * 4));
                    var (now, given) = (Yard.At("2026-04-13T08:00"), (Instant?)null);
                    var seen = new HashSet<Instant>();
                    foreach (var minutes in steps)
                    {
                        now += Duration.FromMinutes(minutes);
                        if (Reminder.Of(Due, given, Made, reminders, now, Yard.Hours) is not { } reminder)
                            continue;
                        if (reminder.At > now || !seen.Add(reminder.At))
                            return false;
                        given = reminder.At;
                        if (Reminder.Of(Due, given, Made, reminders, now, Yard.Hours) is not null)
                            return false;
                    }

                    return true;
                }
            );
}
