using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Core.Tasks;
using static Wrenlet.Core.Tests.Flow.Forecasts.SmallFirm;

namespace Wrenlet.Core.Tests.Flow.Forecasts;

/// <summary>How the plan fills people's days, and which days no plan could relieve.</summary>
public class PlannedLoadTests
{
    private static readonly (Instant From, Instant Until)[] Days =
    [
        .. Enumerable
            .Range(0, 7)
            .Select(n => new LocalDate(2026, 4, 14).PlusDays(n))
            .Select(d => (Yard.Hours.FirstMoment(d.AtMidnight()), Yard.Hours.FirstMoment(d.PlusDays(1).AtMidnight()))),
    ];

    private static WorkTask Due(string title, int hours, string due, string by = "Ines", string? from = null) =>
        Sure(title, hours, by) with
        {
            Due = Yard.At(due),
            Start = from is null ? null : Yard.At(from),
        };

    private static double[] Hours(IEnumerable<LoadedTime> days, Func<LoadedTime, Duration> of) =>
        [.. days.Select(d => Math.Round(of(d).TotalHours, 1))];

    [Fact]
    public void Work_lies_on_the_days_on_which_it_is_done_and_not_on_the_day_on_which_it_is_due()
    {
        var forecast = FirmForecast.Of(
            Input([Due("Strip the deck", 12, "2026-04-20T17:00"), Sure("Sort the bolts", 4, "Ines")])
        );
        var days = forecast.Load.Of(Some.Ines, Days);
        Hours(days, d => d.Free).ShouldBe([8.3, 9, 9, 9, 0, 0, 9]);
        Hours(days, d => d.Planned).ShouldBe([8.3, 7.7, 0, 0, 0, 0, 0]);
        Hours(days, d => d.Promised).Sum().ShouldBe(12);
        days.ShouldAllBe(d => !d.Overfull);
        forecast.Load.Of(Some.Kit, Days).ShouldAllBe(d => d.Work.IsEmpty);
    }

    [Fact]
    public void A_day_is_overfull_only_where_no_laying_out_could_help()
    {
        // Twenty hours that are due on Wednesday do not fit into the 17 until then; what is due on Monday does.
        var forecast = FirmForecast.Of(
            Input([
                Due("Fair the keel", 12, "2026-04-15T17:00"),
                Due("Prime the keel", 8, "2026-04-15T17:00"),
                Due("Paint the name", 9, "2026-04-20T17:00"),
            ])
        );
        var days = forecast.Load.Of(Some.Ines, Days);
        days.Select(d => d.Overfull).ShouldBe([true, true, false, false, false, false, false]);
        Hours(days, d => d.TooMuch).ShouldBe([0, 2.7, 0, 0, 0, 0, 0]);
    }

    [Fact]
    public void What_cannot_begin_sooner_fills_only_the_days_from_then_on()
    {
        var forecast = FirmForecast.Of(
            Input([
                Due("Lift her out", 11, "2026-04-16T17:00", from: "2026-04-16T08:00"),
                Due("Wash her down", 2, "2026-04-15T17:00"),
            ])
        );
        forecast
            .Load.Of(Some.Ines, Days)
            .Select(d => (d.Overfull, Math.Round(d.TooMuch.TotalHours)))
            .Take(3)
            .ShouldBe([(false, 0), (false, 0), (true, 2)]);
    }

    [Fact]
    public void What_is_late_already_has_to_be_done_on_the_first_day_and_what_precedes_a_promise_in_time_for_the_rest()
    {
        var late = FirmForecast.Of(Input([Due("Fix the pump", 10, "2026-04-10T17:00")])).Load.Of(Some.Ines, Days);
        Hours(late, d => d.TooMuch)[0].ShouldBe(1.7);

        // Nine hours of Kit's come after Ines's, and all was promised for Wednesday evening: hers are over on Tuesday.
        var first = Sure("Weld the frame", 12, "Ines");
        var then = Sure("Paint the frame", 9, "Kit") with { BlockedBy = [new(first.Id, "Weld the frame", false)] };
        var promised = new Milestone("handover", Yard.At("2026-04-15T17:00"));
        var load = FirmForecast.Of(Input([first, then], milestones: [promised])).Load;
        Hours(load.Of(Some.Ines, Days), d => d.TooMuch)[0].ShouldBe(3.7);
        load.Of(Some.Kit, Days).ShouldAllBe(d => !d.Overfull);
    }

    [Fact]
    public void A_crews_days_are_those_of_all_its_people_and_its_own_work_overfills_only_all_of_them()
    {
        var hull = Yard.Crews.First(c => c.Name == "hull").Id;
        var people = Yard.Staff.Count(p => p.Crews.Contains(hull));
        var caulk = Some.Task("Caulk", estimate: Duration.FromHours(20), owners: new TaskOwner.OfCrew(hull)) with
        {
            Due = Yard.At("2026-04-15T17:00"),
        };
        var load = FirmForecast.Of(Input([caulk])).Load;
        load.Of(hull, Days)[1].Free.ShouldBe(Duration.FromHours(9 * people));
        load.Of(hull, Days).ShouldAllBe(d => !d.Overfull);
        load.Of(Some.Ines, Days).ShouldAllBe(d => !d.Overfull, "others of the crew could do it");
        var more = FirmForecast.Of(
            Input([.. Enumerable.Range(0, 2 * people).Select(n => caulk with { Id = new(Guid.CreateVersion7()) })])
        );
        more.Load.Of(hull, Days)[1].TooMuch.ShouldBeGreaterThan(Duration.FromHours(10));
    }
}
