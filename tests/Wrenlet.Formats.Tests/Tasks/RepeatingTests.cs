using CsCheck;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Tests;
using Wrenlet.Formats.Tasks;

namespace Wrenlet.Formats.Tests.Tasks;

public class RepeatingTests
{
    private static LocalDate Day(string text) => LocalDatePattern.Iso.Parse(text).Value;

    private static string Series(string rule, string first, int count, params string[] skipped)
    {
        var repeating = Repeating.Read(rule).ShouldNotBeNull();
        var out_ = skipped.Select(Day).ToHashSet();
        var days = new List<string>();
        for (
            LocalDate? day = Day(first).PlusDays(-1);
            days.Count < count && (day = repeating.Next(Day(first), day!.Value, out_)) is not null;

        )
            days.Add(LocalDatePattern.Iso.Format(day.Value)[5..]);
        return string.Join(' ', days);
    }

    [Theory]
    [InlineData("FREQ=DAILY", "2026-04-14", "04-14 04-15 04-16 04-17")]
    [InlineData("FREQ=DAILY;INTERVAL=3", "2026-04-14", "04-14 04-17 04-20 04-23")]
    [InlineData("FREQ=WEEKLY", "2026-04-14", "04-14 04-21 04-28 05-05")]
    [InlineData("FREQ=WEEKLY;BYDAY=MO", "2026-04-20", "04-20 04-27 05-04 05-11")]
    [InlineData("FREQ=WEEKLY;INTERVAL=2;BYDAY=TU,FR", "2026-04-14", "04-14 04-17 04-28 05-01")]
    [InlineData("FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR", "2026-04-16", "04-16 04-17 04-20 04-21")]
    [InlineData("FREQ=MONTHLY", "2026-01-31", "01-31 03-31 05-31 07-31")]
    [InlineData("FREQ=MONTHLY;BYMONTHDAY=-1", "2026-01-31", "01-31 02-28 03-31 04-30")]
    [InlineData("FREQ=MONTHLY;BYDAY=1MO", "2026-05-04", "05-04 06-01 07-06 08-03")]
    [InlineData("FREQ=MONTHLY;BYDAY=-1FR", "2026-04-24", "04-24 05-29 06-26 07-31")]
    [InlineData("FREQ=MONTHLY;INTERVAL=3", "2026-04-14", "04-14 07-14 10-14 01-14")]
    [InlineData("FREQ=YEARLY", "2024-02-29", "02-29 02-29 02-29 02-29")]
    [InlineData("FREQ=YEARLY;BYMONTH=4,10", "2026-04-14", "04-14 10-14 04-14 10-14")]
    [InlineData("FREQ=DAILY;COUNT=3", "2026-04-14", "04-14 04-15 04-16")]
    [InlineData("FREQ=DAILY;UNTIL=20260415T235959Z", "2026-04-14", "04-14 04-15")]
    public void A_rule_gives_the_days_that_the_standard_gives(string rule, string first, string expected) =>
        Series(rule, first, 4).ShouldBe(expected);

    [Fact]
    public void Days_that_are_left_out_count_but_do_not_come() =>
        Series("FREQ=WEEKLY;COUNT=4", "2026-04-14", 9, "2026-04-21").ShouldBe("04-14 04-28 05-05");

    [Theory]
    [InlineData("")]
    [InlineData("FREQ=SOMETIMES")]
    [InlineData("FREQ=WEEKLY;BYDAY=XX")]
    [InlineData("FREQ=WEEKLY;BYDAY=1MO")]
    [InlineData("FREQ=DAILY;INTERVAL=0")]
    [InlineData("FREQ=DAILY;BYHOUR=9")]
    [InlineData("FREQ=DAILY;INTERVAL=1001")]
    [InlineData("FREQ=MONTHLY;BYMONTHDAY=32")]
    [InlineData("FREQ=MONTHLY;BYMONTHDAY=0")]
    [InlineData("FREQ=YEARLY;BYMONTH=13")]
    [InlineData("FREQ=DAILY;UNTIL=soon")]
    [InlineData("FREQ=DAILY;FREQ=WEEKLY")]
    [InlineData("INTERVAL=2")]
    [InlineData("weekly")]
    public void A_rule_that_cannot_be_kept_is_refused_with_an_example(string rule) =>
        Repeating.Wrong(rule).ShouldNotBeNull().ShouldContain("FREQ=WEEKLY;BYDAY=MO");

    [Fact]
    public void Every_rule_goes_forward_and_never_repeats_a_day() =>
        Gen.Select(
                Gen.OneOfConst(
                    "FREQ=DAILY",
                    "FREQ=WEEKLY;BYDAY=MO,TH",
                    "FREQ=MONTHLY;BYDAY=-1FR",
                    "FREQ=MONTHLY;BYMONTHDAY=31,1",
                    "FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=29"
                ),
                Gen.Int[1, 5],
                Gen.Int[0, 1400]
            )
            .Sample(
                (rule, interval, start) =>
                {
                    var repeating = Repeating.Read($"{rule};INTERVAL={interval}")!;
                    var first = new LocalDate(2024, 1, 1).PlusDays(start);
                    var day = first;
                    for (var n = 0; n < 8; n++)
                    {
                        if (repeating.Next(first, day, new HashSet<LocalDate>()) is not { } next)
                            return rule.Contains("=29", StringComparison.Ordinal);
                        if (next <= day)
                            return false;
                        day = next;
                    }

                    return true;
                }
            );

    [Fact]
    public void The_next_of_a_series_has_the_time_of_day_of_the_first_across_a_change_of_clock()
    {
        var weekly = Repeating.Read("FREQ=WEEKLY;BYDAY=SU;COUNT=3")!;
        var first = Yard.At("2026-03-22T01:30");
        var second = weekly.Next(first, first, new HashSet<LocalDate>(), Yard.Hours);
        // The clocks skip from 01:00 to 02:00 that night.
        Yard.Local(second!.Value).ShouldBe("2026-03-29T02:00");
        Yard.Local(weekly.Next(first, second.Value, new HashSet<LocalDate>(), Yard.Hours)!.Value)
            .ShouldBe("2026-04-05T01:30");
        weekly.Next(first, Yard.At("2026-04-05T01:30"), new HashSet<LocalDate>(), Yard.Hours).ShouldBeNull();
    }

    [Theory]
    [InlineData("FREQ=MONTHLY;BYMONTH=2;BYMONTHDAY=31")]
    [InlineData("FREQ=DAILY;INTERVAL=1000;BYMONTH=2;BYMONTHDAY=31")]
    [InlineData("FREQ=YEARLY;INTERVAL=1000")]
    public void What_never_comes_again_is_not_looked_for_without_end(string rule) =>
        Repeating.Read(rule)!.Next(Day("2026-04-14"), Day("2026-04-14"), new HashSet<LocalDate>()).ShouldBeNull();

    [Theory]
    [InlineData("FREQ=DAILY;INTERVAL=1000", "2029-01-08")]
    [InlineData("FREQ=YEARLY;INTERVAL=49", "2075-04-14")]
    [InlineData("freq=weekly;byday=tu", "2026-04-21")]
    public void What_comes_seldom_is_found(string rule, string expected) =>
        Repeating
            .Read(rule)!
            .Next(Day("2026-04-14"), Day("2026-04-14"), new HashSet<LocalDate>())
            .ShouldBe(Day(expected));
}
