using CsCheck;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Conversations;

/// <summary>
/// Holds the response clock against a simulation that is slow and plain: it walks through every minute, asks of each
/// whether it is
/// worked, and counts. It knows nothing of sums, and finds where shifts begin and end by looking at the wall clock of
/// every minute.
/// </summary>
public class ClockSimulationTests
{
    private static readonly Duration Minute = Duration.FromMinutes(1);
    private static readonly string[] Zones =
    [
        "Europe/Lisbon",
        "America/New_York",
        "Australia/Lord_Howe",
        "Asia/Kathmandu",
        "America/St_Johns",
    ];

    /// <summary>
    /// Days around which things happen: ordinary ones, and those on which these zones change their clocks.
    /// </summary>
    private static readonly LocalDate[] Days =
    [
        new(2026, 4, 13),
        new(2026, 3, 28),
        new(2026, 10, 24),
        new(2026, 3, 7),
        new(2026, 10, 31),
        new(2026, 4, 4),
        new(2026, 10, 3),
        new(2026, 12, 30),
    ];

    private sealed class Simulation
    {
        private readonly List<(Instant At, LocalDateTime Wall)> _minutes = [];
        private readonly HashSet<Instant> _worked = [];

        public Simulation(DateTimeZone zone, WorkWeek week, IReadOnlySet<LocalDate> holidays, LocalDate first, int days)
        {
            var from = zone.AtStartOfDay(first).ToInstant();
            for (var i = 0; i < days * 1440; i++)
                _minutes.Add((from + (Minute * i), (from + (Minute * i)).InZone(zone).LocalDateTime));
            for (var day = first.PlusDays(1); day < first.PlusDays(days - 2); day = day.PlusDays(1))
            {
                if (holidays.Contains(day))
                    continue;
                foreach (var shift in week[day.DayOfWeek])
                {
                    var (begin, end) = (
                        First(day + shift.Start),
                        shift.EndsAtMidnight ? First(day.PlusDays(1).AtMidnight()) : Last(day + shift.End)
                    );
                    for (var i = begin; i < end; i++)
                        _worked.Add(_minutes[i].At);
                }
            }
        }

        public bool Works(Instant minute) => _worked.Contains(minute);

        public Instant Due(Instant since, int goal)
        {
            for (var at = since; ; at += Minute)
            {
                if (_worked.Contains(at))
                    goal--;
                if (goal == 0)
                    return at + Minute;
                if (at > _minutes[^1].At)
                    throw new InvalidOperationException("The simulation is too short.");
            }
        }

        public int Between(Instant from, Instant to)
        {
            if (to < from)
                return -Between(to, from);
            var count = 0;
            for (var at = from; at < to; at += Minute)
                if (_worked.Contains(at))
                    count++;
            return count;
        }

        /// <summary>
        /// The first minute that shows this wall time; where the clocks skip it, the first that shows a later one.
        /// </summary>
        private int First(LocalDateTime wall)
        {
            var exact = _minutes.FindIndex(m => m.Wall == wall);
            return exact >= 0 ? exact : _minutes.FindIndex(m => m.Wall > wall);
        }

        /// <summary>
        /// The last minute that shows this wall time; where the clocks skip it, the first that shows a later one.
        /// </summary>
        private int Last(LocalDateTime wall)
        {
            var exact = _minutes.FindLastIndex(m => m.Wall == wall);
            return exact >= 0 ? exact : _minutes.FindIndex(m => m.Wall > wall);
        }
    }

    private static readonly Gen<WorkWeek> Weeks = Gen.Select(
            Gen.Int[0, 5],
            Gen.Int[1, 5],
            Gen.Int[0, 3],
            Gen.Int[30, 330],
            Gen.Bool
        )
        .Select(
            (startQuarter, days, gap, length, night) =>
            {
                // From early shifts across the hour in which clocks change to late ones until midnight, with a break or
                // without.
                var start = (night ? 0 : 7 * 60) + (startQuarter * 15);
                var first = new Shift(Time(start), Time(start + length));
                var second = start + length + (gap * 20) + 10;
                var shifts =
                    gap == 0
                        ? new[] { first }
                        :
                        [
                            first,
                            second + length >= 1440
                                ? new Shift(Time(second), LocalTime.Midnight)
                                : new Shift(Time(second), Time(second + length)),
                        ];
                return WorkWeek.Days(IsoDayOfWeek.Monday, (IsoDayOfWeek)Math.Min(7, days + 2), shifts);
            }
        );

    private static LocalTime Time(int minutes) => new(minutes / 60 % 24, minutes % 60);

    [Fact]
    public void The_clock_agrees_with_a_walk_through_every_minute() =>
        Gen.Select(
                Gen.OneOfConst(Zones),
                Gen.OneOfConst(Days),
                Weeks,
                Gen.Int[0, 3 * 1440],
                Gen.Int[1, 420],
                Gen.Int[0, 5 * 1440],
                Gen.Bool
            )
            .Sample(
                (zoneName, day, week, arrival, goal, later, holiday) =>
                {
                    var zone = DateTimeZoneProviders.Tzdb[zoneName];
                    var holidays = holiday ? new HashSet<LocalDate> { day.PlusDays(1) } : [];
                    var calendar = new WorkCalendar(zone, week, holidays);
                    var slow = new Simulation(zone, week, holidays, day.PlusDays(-3), 70);
                    var since = zone.AtStartOfDay(day).ToInstant() + (Minute * arrival);
                    var now = since + (Minute * later);
                    var clock = ResponseClock.At(
                        now,
                        Exchange.None.Received(since),
                        new ResponseGoal(Duration.FromMinutes(goal), Duration.FromMinutes(goal * 2)),
                        calendar
                    )!;

                    var due = slow.Due(since, goal);
                    clock.Due.ShouldBe(due);
                    clock.Left.ShouldBe(Minute * slow.Between(now, due));
                    clock.State.ShouldBe(
                        now > due ? ClockState.Late
                        : slow.Between(now, due) * 4 < goal ? ClockState.Soon
                        : ClockState.Well
                    );
                    calendar.IsWorking(now).ShouldBe(slow.Works(now));
                    clock
                        .Explain(now, calendar)
                        .ShouldContain(
                            slow.Between(since, now) == 0
                                ? "no working time"
                                : WorkingTimeWords.Of(Minute * slow.Between(since, now))
                        );
                },
                iter: 70
            );

    [Fact]
    public void A_run_of_messages_and_replies_leaves_the_clock_that_a_walk_through_them_leaves() =>
        Gen.Select(Gen.OneOfConst(Zones), Weeks, Gen.Select(Gen.Int[1, 900], Gen.Int[0, 4]).List[1, 12])
            .Sample(
                (zoneName, week, events) =>
                {
                    var zone = DateTimeZoneProviders.Tzdb[zoneName];
                    var (calendar, slow) = (
                        new WorkCalendar(zone, week, []),
                        new Simulation(zone, week, new HashSet<LocalDate>(), new LocalDate(2026, 10, 20), 60)
                    );
                    var (exchange, now) = (Exchange.None, zone.AtStartOfDay(new LocalDate(2026, 10, 23)).ToInstant());
                    (Instant Since, bool First)? waits = null;
                    var replied = false;
                    foreach (var (minutes, kind) in events)
                    {
                        now += Minute * minutes;
                        switch (kind)
                        {
                            case 0 or 1 or 2:
                                exchange = exchange.Received(now);
                                waits ??= (now, !replied);
                                break;
                            case 3:
                                exchange = exchange.Replied(now);
                                (waits, replied) = (null, true);
                                break;
                            default:
                                exchange = exchange.Settled(now);
                                waits = null;
                                break;
                        }
                    }

                    now += Minute * 77;
                    var clock = ResponseClock.At(
                        now,
                        exchange,
                        new ResponseGoal(Duration.FromMinutes(45), Duration.FromMinutes(130)),
                        calendar
                    );
                    (clock is null).ShouldBe(waits is null);
                    if (waits is not { } wait)
                        return;
                    var due = slow.Due(wait.Since, wait.First ? 45 : 130);
                    clock!.Due.ShouldBe(due);
                    clock.Left.ShouldBe(Minute * slow.Between(now, due));
                    clock.First.ShouldBe(wait.First);
                },
                iter: 70
            );
}
