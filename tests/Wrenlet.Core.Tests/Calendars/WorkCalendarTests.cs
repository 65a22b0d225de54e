using CsCheck;
using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.Tests.Calendars;

public class WorkCalendarTests
{
    private static readonly WorkCalendar Yard = Tests.Yard.Hours;

    private static Instant At(string local) => Tests.Yard.At(local);

    [Theory]
    [InlineData("2026-04-14T08:40", 60, "2026-04-14T09:40")]
    [InlineData("2026-04-13T16:40", 60, "2026-04-14T08:40")]
    [InlineData("2026-04-17T16:00", 240, "2026-04-20T11:00")]
    [InlineData("2026-04-30T16:30", 60, "2026-05-04T08:30")]
    [InlineData("2026-04-18T12:00", 1, "2026-04-20T08:01")]
    [InlineData("2026-04-14T08:00", 540, "2026-04-14T17:00")]
    public void Adds_working_time_over_nights_weekends_and_holidays(string start, int minutes, string expected) =>
        Tests.Yard.Local(Yard.Add(At(start), Duration.FromMinutes(minutes))).ShouldBe(expected);

    [Fact]
    public void Adding_nothing_stays_where_it_is() =>
        Yard.Add(At("2026-04-18T12:00"), Duration.Zero).ShouldBe(At("2026-04-18T12:00"));

    [Fact]
    public void Adding_less_than_nothing_is_refused() =>
        Should.Throw<ArgumentOutOfRangeException>(() => Yard.Add(At("2026-04-14T08:40"), Duration.FromMinutes(-1)));

    [Fact]
    public void A_break_does_not_count()
    {
        var withLunch = new WorkCalendar(
            Tests.Yard.Lisbon,
            WorkWeek.Days(
                IsoDayOfWeek.Monday,
                IsoDayOfWeek.Friday,
                new Shift(new(8, 0), new(12, 0)),
                new Shift(new(13, 0), new(17, 0))
            ),
            []
        );
        withLunch.Between(At("2026-04-14T11:30"), At("2026-04-14T13:30")).ShouldBe(Duration.FromMinutes(60));
        withLunch.IsWorking(At("2026-04-14T12:30")).ShouldBeFalse();
        Tests.Yard.Local(withLunch.Add(At("2026-04-14T11:30"), Duration.FromHours(1))).ShouldBe("2026-04-14T13:30");
    }

    [Fact]
    public void A_shift_across_the_spring_change_of_clock_is_an_hour_shorter()
    {
        var nights = new WorkCalendar(
            Tests.Yard.Lisbon,
            WorkWeek.Days(IsoDayOfWeek.Monday, IsoDayOfWeek.Sunday, new Shift(new(0, 0), new(6, 0))),
            []
        );
        nights.Between(At("2026-03-28T12:00"), At("2026-03-29T12:00")).ShouldBe(Duration.FromHours(5));
        nights.Between(At("2026-10-24T12:00"), At("2026-10-25T12:00")).ShouldBe(Duration.FromHours(7));
    }

    [Fact]
    public void Working_days_are_counted_without_the_first()
    {
        Yard.AddWorkingDays(new LocalDate(2026, 4, 14), 20).ShouldBe(new LocalDate(2026, 5, 13));
        Yard.AddWorkingDays(new LocalDate(2026, 5, 4), -1).ShouldBe(new LocalDate(2026, 4, 30));
        Yard.WorkingDaysBetween(new LocalDate(2026, 4, 14), new LocalDate(2026, 4, 28)).ShouldBe(10);
    }

    [Fact]
    public void A_free_day_closes_when_a_working_day_does() =>
        Tests.Yard.Local(Yard.ClosingOf(new LocalDate(2026, 4, 18))).ShouldBe("2026-04-18T17:00");

    [Fact]
    public void Hours_that_overlap_or_end_before_they_start_are_refused()
    {
        Should.Throw<ArgumentException>(() =>
            WorkWeek.Days(
                IsoDayOfWeek.Monday,
                IsoDayOfWeek.Monday,
                new Shift(new(8, 0), new(12, 0)),
                new Shift(new(11, 0), new(17, 0))
            )
        );
        Should.Throw<ArgumentException>(() =>
            WorkWeek.Days(IsoDayOfWeek.Monday, IsoDayOfWeek.Monday, new Shift(new(12, 0), new(8, 0)))
        );
        Should.Throw<ArgumentException>(() => new WorkCalendar(Tests.Yard.Lisbon, new WorkWeek([]), []));
    }

    private static readonly Gen<WorkCalendar> Calendars =
        from zone in Gen.OneOfConst(
            "Europe/Lisbon",
            "America/New_York",
            "Australia/Lord_Howe",
            "Asia/Kathmandu",
            "America/Sao_Paulo"
        )
        from days in Gen.Select(Gen.Int[1, 7], Gen.Int[0, 23], Gen.Int[1, 12], Gen.Int[0, 3]).Array[1, 6]
        from holidays in Gen.Int[0, 400].Array[0, 12]
        select new WorkCalendar(
            DateTimeZoneProviders.Tzdb[zone],
            new WorkWeek(
                days.DistinctBy(d => d.Item1)
                    .SelectMany(d =>
                        Shifts(d.Item2, d.Item3, d.Item4).Select(s => KeyValuePair.Create((IsoDayOfWeek)d.Item1, s))
                    )
            ),
            holidays.Select(h => new LocalDate(2026, 1, 1).PlusDays(h))
        );

    private static readonly Gen<Instant> Moments = Gen.Int[0, 400 * 1440]
        .Select(m => Instant.FromUtc(2026, 1, 1, 0, 0) + Duration.FromMinutes(m));

    private static IEnumerable<Shift> Shifts(int start, int length, int gap)
    {
        var end = Math.Min(24, start + length);
        yield return new(new LocalTime(start, 0), end == 24 ? LocalTime.Midnight : new LocalTime(end, 0));
        if (gap > 0 && end + gap < 23)
            yield return new(new LocalTime(end + gap, 30), new LocalTime(end + gap + 1, 0));
    }

    [Fact]
    public void Adding_and_measuring_agree_in_both_directions() =>
        Gen.Select(Calendars, Moments, Gen.Int[0, 20_000])
            .Sample(
                (calendar, start, minutes) =>
                {
                    var work = Duration.FromMinutes(minutes);
                    var end = calendar.Add(start, work);
                    calendar.Between(start, end).ShouldBe(work);
                    calendar.Between(end, start).ShouldBe(-work);
                    (minutes == 0 || calendar.IsWorking(end - Duration.FromTicks(1))).ShouldBeTrue();
                },
                iter: 2000
            );

    [Fact]
    public void Measuring_is_additive() =>
        Gen.Select(Calendars, Moments, Moments, Moments)
            .Sample(
                (calendar, a, b, c) =>
                    (calendar.Between(a, b) + calendar.Between(b, c)).ShouldBe(calendar.Between(a, c)),
                iter: 2000
            );

    /// <summary>
    /// Counts minute by minute by looking at the wall clock: slow, and obviously right away from ambiguous bounds.
    /// </summary>
    [Fact]
    public void Sums_agree_with_a_minute_by_minute_count() =>
        Gen.Select(Calendars, Moments, Gen.Int[0, 6000])
            .Sample(
                (calendar, start, length) =>
                {
                    var end = start + Duration.FromMinutes(length);
                    var counted = 0;
                    for (var m = start; m < end; m += Duration.FromMinutes(1))
                        if (Open(calendar, m))
                            counted++;
                    calendar.Between(start, end).ShouldBe(Duration.FromMinutes(counted));
                },
                iter: 150
            );

    private static bool Open(WorkCalendar calendar, Instant moment)
    {
        var date = moment.InZone(calendar.Zone).Date;
        if (calendar.Holidays.Contains(date))
            return false;
        return calendar
            .Week[date.DayOfWeek]
            .Any(shift =>
            {
                var start = calendar.Zone.MapLocal(date + shift.Start);
                var end = shift.EndsAtMidnight
                    ? calendar.Zone.MapLocal(date.PlusDays(1).AtMidnight())
                    : calendar.Zone.MapLocal(date + shift.End);
                var from = start.Count == 0 ? start.EarlyInterval.End : start.First().ToInstant();
                var to =
                    end.Count == 0 ? end.EarlyInterval.End
                    : shift.EndsAtMidnight ? end.First().ToInstant()
                    : end.Last().ToInstant();
                return moment >= from && moment < to;
            });
    }
}
