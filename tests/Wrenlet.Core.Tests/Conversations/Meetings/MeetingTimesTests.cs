using CsCheck;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Conversations.Meetings;

public class MeetingTimesTests
{
    private static readonly Instant Now = Yard.At("2026-04-14T08:40");
    private static readonly Duration Hour = Duration.FromHours(1);

    /// <summary>The Pontoon's hours: from noon on, and on Saturday.</summary>
    private static readonly WorkCalendar Late = new(
        Yard.Lisbon,
        WorkWeek.Days(
            IsoDayOfWeek.Tuesday,
            IsoDayOfWeek.Saturday,
            new Shift(new LocalTime(12, 0), new LocalTime(16, 30)),
            new Shift(new LocalTime(17, 0), new LocalTime(19, 0))
        ),
        []
    );

    private static Participant Of(
        string name,
        WorkCalendar? hours = null,
        Leave[]? leaves = null,
        params (string From, string Until)[] busy
    ) =>
        new(
            Yard.Named(name).Id,
            hours ?? Yard.Hours,
            leaves ?? [],
            [.. busy.Select(b => (Yard.At(b.From), Yard.At(b.Until)))]
        );

    private static Leave Away(string name, int from, int to) =>
        new(Yard.Named(name).Id, new LocalDate(2026, 4, from), new LocalDate(2026, 4, to), null, "");

    private static string Name(PersonId id) => Yard.Staff.First(p => p.Id == id).FirstName;

    [Fact]
    public void The_soonest_time_at_which_all_are_free_comes_first_and_others_lie_clear_of_it()
    {
        var times = MeetingTimes.Find(
            Of("Odalys", null, null, ("2026-04-14T09:00", "2026-04-14T10:00")),
            [Of("Ines", null, null, ("2026-04-14T10:30", "2026-04-14T11:00"))],
            Hour,
            Now,
            3,
            6
        );
        times
            .Select(t => Yard.Local(t.From))
            .ShouldBe([
                "2026-04-14T11:00",
                "2026-04-14T14:00",
                "2026-04-15T08:00",
                "2026-04-15T11:00",
                "2026-04-16T08:00",
                "2026-04-16T11:00",
            ]);
        times.ShouldAllBe(t => t.Missing.IsEmpty);
        MeetingTimes.Why(times[0], 2, Name).ShouldBe("Both are free");
    }

    [Fact]
    public void Where_not_all_can_the_fewest_are_missing_and_it_is_said_who_and_why()
    {
        var times = MeetingTimes.Find(
            Of("Odalys"),
            [Of("Ines", null, [Away("Ines", 14, 20)]), Of("Kit", Late)],
            Hour,
            Now,
            1,
            6
        );
        Yard.Local(times[0].From).ShouldBe("2026-04-14T12:00");
        MeetingTimes.Why(times[0], 3, Name).ShouldBe("2 of 3 are free; Ines is on leave");
        var both = new MeetingTime(
            Now,
            Now + Hour,
            [new(Yard.Named("Ines").Id, Hindrance.OnLeave), new(Yard.Named("Kit").Id, Hindrance.OffDuty)]
        );
        MeetingTimes.Why(both, 3, Name).ShouldBe("1 of 3 are free; Ines is on leave, Kit is off duty");
    }

    [Fact]
    public void It_lies_within_the_hours_of_who_invites_whatever_is_free_else() =>
        MeetingTimes
            .Find(Of("Odalys", null, [Away("Odalys", 14, 24)]), [Of("Kit", Late)], Hour, Now, 10, 6)
            .ShouldBeEmpty();

    [Theory]
    [InlineData("2026-04-14T15:30", "2026-04-14T16:30", null)]
    [InlineData("2026-04-14T15:45", "2026-04-14T16:45", Hindrance.OffDuty)]
    [InlineData("2026-04-14T16:30", "2026-04-14T17:00", Hindrance.OffDuty)]
    [InlineData("2026-04-18T12:00", "2026-04-18T13:00", null)]
    [InlineData("2026-04-13T12:00", "2026-04-13T13:00", Hindrance.OffDuty)]
    public void A_break_and_a_day_off_keep_somebody(string from, string until, Hindrance? keeps) =>
        MeetingTimes.Keeps(Of("Kit", Late), Yard.At(from), Yard.At(until)).ShouldBe(keeps);

    private static readonly Gen<(int From, int Length)[]> Meetings = Gen.Select(
        Gen.Int[0, 5 * 96],
        Gen.Int[1, 12]
    ).Array[0, 12];

    /// <summary>A slow model: minute by minute, is everybody working, here and in no meeting?</summary>
    [Fact]
    public void The_best_time_of_each_day_is_the_one_that_a_search_by_minutes_finds() =>
        Gen.Select(Meetings, Meetings, Gen.Int[0, 4], Gen.Int[1, 8])
            .Sample(
                (own, other, leave, quarters) =>
                {
                    var length = Duration.FromMinutes(15 * quarters);
                    var odalys = With("Odalys", Yard.Hours, own, []);
                    var kit = With("Kit", Late, other, leave == 0 ? [] : [Away("Kit", 13 + leave, 13 + leave)]);
                    var found = MeetingTimes.Find(odalys, [kit], length, Now, 5, 40);
                    for (var day = new LocalDate(2026, 4, 14); day < new LocalDate(2026, 4, 19); day = day.PlusDays(1))
                    {
                        var starts = Enumerable
                            .Range(0, 96)
                            .Select(q => Yard.Hours.FirstMoment(day.AtMidnight()) + Duration.FromMinutes(15 * q))
                            .Where(s => s >= Now && Free(odalys, s, length))
                            .ToList();
                        var best = starts.OrderBy(s => Free(kit, s, length) ? 0 : 1).ThenBy(s => s).Take(1).ToList();
                        var ofDay = found
                            .Where(t => Yard.Hours.DateOf(t.From) == day)
                            .OrderBy(t => t.Missing.Length)
                            .ThenBy(t => t.From)
                            .ToList();
                        ofDay.Take(1).Select(t => t.From).ShouldBe(best);
                        ofDay.ShouldAllBe(t => t.Missing.IsEmpty == Free(kit, t.From, length));
                        ofDay.Count.ShouldBeLessThanOrEqualTo(2);
                    }

                    found.ShouldBe(found.OrderBy(t => t.Missing.Length).ThenBy(t => t.From));
                },
                iter: 150
            );

    private static Participant With(string name, WorkCalendar hours, (int From, int Length)[] meetings, Leave[] leaves)
    {
        var begin = Yard.At("2026-04-14T00:00");
        return new(
            Yard.Named(name).Id,
            hours,
            leaves,
            [
                .. meetings.Select(m =>
                    (begin + Duration.FromMinutes(15 * m.From), begin + Duration.FromMinutes(15 * (m.From + m.Length)))
                ),
            ]
        );
    }

    private static bool Free(Participant person, Instant from, Duration length)
    {
        for (var at = from; at < from + length; at += Duration.FromMinutes(1))
            if (
                !person.Hours.IsWorking(at)
                || person.Leaves.Any(l => l.Covers(person.Hours.DateOf(at)))
                || person.Busy.Any(b => b.From <= at && at < b.Until)
            )
                return false;
        return true;
    }
}
