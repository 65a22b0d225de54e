using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Core.Tasks;
using static Wrenlet.Core.Tests.Flow.Forecasts.SmallFirm;

namespace Wrenlet.Core.Tests.Flow.Forecasts;

/// <summary>Who should do what for promises to be kept.</summary>
public class LevellingTests
{
    private static readonly Milestone Wednesday = new("handover", Yard.At("2026-04-15T17:00"));

    private static readonly LevelRules Anybody = new(_ => true, (_, _) => true);

    private static readonly WorkTask[] TooMuchForOne =
    [
        .. Enumerable.Range(0, 6).Select(n => Sure($"Fit plank {n}", 4, "Ines")),
    ];

    private static FirmForecast Forecast(IEnumerable<WorkTask> tasks, Experience? experience = null) =>
        FirmForecast.Of(Input(tasks, milestones: [Wednesday], experience: experience));

    [Fact]
    public void What_is_too_much_for_one_goes_in_part_to_a_crew_mate_and_the_promise_holds()
    {
        var forecast = Forecast(TooMuchForOne);
        var plan = Levelling.Of(forecast, Anybody);
        plan.Before.Certainty.ShouldBeLessThan(35);
        plan.After.Certainty.ShouldBeGreaterThan(plan.Before.Certainty + 35);
        plan.Steps.Length.ShouldBeInRange(2, 4, "no more than is needed changes hands");
        plan.Steps.ShouldAllBe(s =>
            s.From == Some.Ines && s.Crew != null && s.Helps == Refit && s.Sure > s.SureWithout
        );
        var sure = forecast.If(plan.Steps.Select(s => s.Change)).MomentsOf(Refit)[^1].Sure;
        ((double)sure!.Value).ShouldBe(plan.After.Certainty, 15, "agreed to, it is about as sure as was said");
    }

    [Fact]
    public void Where_all_is_well_nothing_is_proposed()
    {
        var plan = Levelling.Of(Forecast([Sure("Fit a plank", 2, "Ines")]), Anybody);
        plan.Steps.ShouldBeEmpty();
        plan.After.ShouldBe(plan.Before);
    }

    [Fact]
    public void Nothing_goes_to_who_does_not_see_it_and_nothing_is_moved_that_who_asks_may_not_change()
    {
        Levelling
            .Of(Forecast(TooMuchForOne), Anybody with { MayTake = (p, _) => p == Some.Ines })
            .Steps.ShouldBeEmpty();
        Levelling.Of(Forecast(TooMuchForOne), Anybody with { MayMove = _ => false }).Steps.ShouldBeEmpty();
        var begun = TooMuchForOne.Select(t => t with { Spent = Duration.FromMinutes(10) });
        Levelling.Of(Forecast(begun), Anybody).Steps.ShouldBeEmpty("what one has begun one finishes");
    }

    [Fact]
    public void Who_has_done_the_like_comes_first_of_another_crew_too()
    {
        var pryderi = Yard.Named("Pryderi").Id;
        var experience = new Experience(
            Enumerable
                .Range(0, 3)
                .Select(n => new Took($"Fit plank {n}", YardKinds.Job.Id, null, Duration.FromHours(5))
                {
                    By = [pryderi],
                })
        );
        var steps = Levelling.Of(Forecast(TooMuchForOne, experience), Anybody).Steps;
        steps.Select(s => (s.To, s.DidLike)).ShouldContain((pryderi, 3));
    }

    [Fact]
    public void What_nobody_has_is_given_to_somebody_who_has_time()
    {
        var nobodys = Some.Task("Order the paint", estimate: Duration.FromHours(1));
        var plan = Levelling.Of(Forecast([Sure("Fit a plank", 2, "Ines"), nobodys]), Anybody);
        plan.Steps.Select(s => (s.Task, s.From, s.To)).ShouldBe([(nobodys.Id, null, Some.Ines)]);
        plan.Steps[0].AtIt.ShouldBeTrue();
    }

    [Fact]
    public void What_is_due_and_late_is_worth_a_hand_over_without_a_promise()
    {
        var tasks = TooMuchForOne.Select(t => t with { Due = Wednesday.At });
        var plan = Levelling.Of(FirmForecast.Of(Input(tasks)), Anybody);
        plan.After.Late.ShouldBeLessThan(plan.Before.Late);
        plan.Steps.ShouldAllBe(s => s.Helps == null && s.Late > Duration.Zero);
    }

    [Fact]
    public void With_one_long_task_somebody_helps()
    {
        var plan = Levelling.Of(Forecast([Sure("Plank the whole side", 18, "Ines")]), Anybody);
        var help = plan.Steps.ShouldHaveSingleItem();
        (help.From, help.Share, help.Helps).ShouldBe((Some.Ines, Duration.FromHours(9), Refit));
        // Who of several that are as free helps goes by their identities, which are new in each run, and so does luck: it comes to
        // twenty points, give or take some.
        help.Sure.ShouldBeGreaterThan(help.SureWithout + 10);
        help.Change.Help.ShouldBe(new Help(help.To, Duration.FromHours(9)));
        plan.After.Certainty.ShouldBeGreaterThan(plan.Before.Certainty + 10);
    }

    [Fact]
    public void The_same_firm_is_levelled_in_the_same_way()
    {
        var forecast = Forecast(TooMuchForOne);
        var (one, other) = (Levelling.Of(forecast, Anybody), Levelling.Of(forecast, Anybody));
        one.Steps.ShouldBe(other.Steps);
    }
}
