using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using static Wrenlet.Core.Tests.Flow.Forecasts.SmallFirm;

namespace Wrenlet.Core.Tests.Flow.Forecasts;

/// <summary>What a firm's tasks, hours and promises come to.</summary>
public class FirmForecastTests
{
    private static MomentForecast End(FirmForecast forecast) => forecast.MomentsOf(Refit)[^1];

    [Fact]
    public void Work_goes_on_in_peoples_hours_and_not_on_their_leave()
    {
        var thursday = new LocalDate(2026, 4, 16);
        var leave = new Leave(Some.Ines, new LocalDate(2026, 4, 15), new LocalDate(2026, 4, 15), null, "");
        var forecast = FirmForecast.Of(Input([Sure("Plank the side", 9, "Ines")], [leave]));
        var laid = forecast.To(Refit, null).Chain.Single();
        (laid.Person, laid.Starts).ShouldBe((Some.Ines, Some.Now));
        Yard.Hours.DateOf(laid.Ends).ShouldBe(thursday, "40 minutes of Tuesday are gone, and Wednesday is free");
        forecast.To(Refit, null).Carriers().Single().Away.ShouldBe(Duration.FromHours(9));
    }

    [Fact]
    public void A_stage_waits_for_its_gates_and_the_end_for_all()
    {
        var forecast = FirmForecast.Of(
            Input([Sure("Check the seacocks", 3, "Ines", gate: 4), Sure("Polish the brass", 6, "Kit")])
        );
        var moments = forecast.MomentsOf(Refit);
        moments
            .Select(m => m.Clear)
            .ShouldBe([true, true, true, false, false, false], "nothing holds up what is before Launch");
        moments.Single(m => m.Stage == Launch).Kept50.ShouldBeLessThan(moments[^1].Kept50);
        forecast.To(Refit, Launch).Chain.Single().Of.Task.ShouldNotBeNull();
        forecast.To(Refit, YardKinds.Job.At(1)).Chain.ShouldBeEmpty();
    }

    [Fact]
    public void What_was_lifted_holds_no_stage_up_and_a_lock_holds_it_until_its_task_is_done()
    {
        var (seacocks, invoice) = (
            Sure("Check the seacocks", 3, "Ines", gate: 4),
            Sure("Invoice the deposit", 5, "Kit")
        );
        var input = Input([seacocks, invoice]);
        MomentForecast Launching(ForecastDocket docket) =>
            FirmForecast.Of(input with { Dockets = [docket] }).MomentsOf(Refit).Single(m => m.Stage == Launch);
        var docket = input.Dockets[0];
        var lifted = docket with { Lifted = new HashSet<LiftedGate> { new(seacocks.Id.Value, Launch) } };
        Launching(docket).Clear.ShouldBeFalse();
        Launching(lifted).Clear.ShouldBeTrue();
        var held = new StageLock(
            Guid.CreateVersion7(),
            Launch,
            invoice.Id,
            "Invoice the deposit",
            Some.Odalys,
            Some.Now
        );
        Launching(docket with { Locks = [held] }).Kept50.ShouldBeGreaterThan(Launching(docket).Kept50);
    }

    [Fact]
    public void A_promise_is_the_surer_the_later_it_was_made_for()
    {
        int? Sure(string at) =>
            End(
                FirmForecast.Of(
                    Input([SmallFirm.Sure("Paint", 12, "Ines")], milestones: [new("handover", Yard.At(at))])
                )
            ).Sure;
        Sure("2026-04-14T12:00").ShouldNotBeNull().ShouldBeLessThan(5);
        Sure("2026-04-15T13:00").ShouldNotBeNull().ShouldBeInRange(20, 80);
        Sure("2026-04-24T17:00").ShouldBe(100);
    }

    [Fact]
    public void A_crews_task_is_done_by_whoever_of_it_is_free_first()
    {
        var hull = new TaskOwner.OfCrew(Yard.Crews.First(c => c.Name == "hull").Id);
        var caulk = Some.Task("Caulk the seams", estimate: Duration.FromHours(3), owners: hull);
        var forecast = FirmForecast.Of(Input([Sure("Shape the rudder", 9, "Ines"), caulk]));
        forecast
            .To(Refit, null)
            .Beside()
            .Concat(forecast.To(Refit, null).Chain)
            .Single(l => l.Of.Task == caulk.Id)
            .Person.ShouldBe(Some.Kit);
    }

    [Fact]
    public void A_task_of_several_takes_each_their_share_and_is_over_with_the_last()
    {
        var task = Sure("Rig the mast", 10, "Pryderi") with
        {
            Rule = CompletionRule.Share,
            Owners = [new(By("Pryderi"), false, 80), new(By("Kit"), false, 20)],
        };
        var carriers = FirmForecast.Of(Input([task])).To(Refit, null).Carriers();
        carriers
            .Select(c => (c.Person, c.Work))
            .ShouldBe([(Yard.Named("Pryderi").Id, Duration.FromHours(8)), (Some.Kit, Duration.FromHours(2))]);
    }

    [Fact]
    public void An_answer_that_is_missing_counts_until_it_is_due()
    {
        var due = Yard.At("2026-04-17T12:00");
        var ask = new ForecastAsk(new EntryId(Guid.CreateVersion7()), Launch, Some.Now, due);
        var forecast = FirmForecast.Of(Input([Sure("Check the seacocks", 1, "Ines", gate: 4)], asks: [ask]));
        forecast
            .To(Refit, Launch)
            .Chain.Single()
            .ShouldSatisfyAllConditions(l => l.Of.Ask.ShouldBe(ask.Entry), l => l.Ends.ShouldBe(due));
        forecast.To(Refit, Launch).Gaps().Select(g => g.Kind).ShouldContain(GapKind.NoAnswer);
        ForecastWords
            .Why(forecast, (Refit, Launch), "Launch", _ => "", _ => true)
            .ShouldStartWith("An answer decides it");
    }

    [Fact]
    public void What_is_said_to_come_is_waited_for_and_asked_about_when_it_has_not()
    {
        var task = Sure("Fit the pump", 1, "Ines", gate: 4);
        var said = Yard.At("2026-04-20T12:00");
        var wait = new DatedWait(
            Guid.CreateVersion7(),
            task.Id,
            "the pump",
            "Ostrander",
            Some.Odalys,
            Some.Now,
            said,
            said
        );
        var forecast = FirmForecast.Of(Input([task]) with { Waits = [wait] });
        var outlook = forecast.To(Refit, Launch);
        outlook
            .Chain.Select(l => (l.Of.Task, l.Of.Wait, l.Ends))
            .ShouldBe([(null, wait, said), (task.Id, null, Yard.At("2026-04-20T13:00"))]);
        outlook.Gaps().ShouldNotContain(g => g.Kind == GapKind.NotCome);
        string Why(bool sees) => ForecastWords.Why(forecast, (Refit, Launch), "Launch", _ => "Ines", _ => sees);
        Why(true)
            .ShouldBe(
                "Ines decides it, and “the pump”, to come Mon 20 Apr 12:00: from then on 1 h of work stand before "
                    + "Launch, and 1 h are left for it."
            );
        Why(false).ShouldStartWith("Ines decides it, and other work, to come");

        var late = wait with { Expected = Some.Now };
        FirmForecast
            .Of(Input([task]) with { Waits = [late] })
            .To(Refit, Launch)
            .Gaps()
            .ShouldContain(new ForecastGap(GapKind.NotCome, task.Id, null, null, late));
        // What has come holds nothing up.
        FirmForecast
            .Of(Input([task]) with { Waits = [wait with { Came = Some.Now }] })
            .To(Refit, Launch)
            .Chain.Length.ShouldBe(1);
    }

    [Fact]
    public void A_party_is_told_a_range_of_days_and_nothing_where_nothing_is_left()
    {
        var wide = Some.Task("Paint the hull", estimate: Duration.FromHours(16), gate: 4, owners: By("Ines"));
        var (stage, when) = ForecastWords.ForParty(FirmForecast.Of(Input([wide])), Refit)!.Value;
        stage.ShouldBeNull();
        when.ShouldMatch(@"^between \w{3} \d+ Apr and \w{3} \d+ Apr$");
        ForecastWords
            .ForParty(FirmForecast.Of(Input([Sure("Wash it", 1, "Ines")])), Refit)
            .ShouldBe((null, "on Tue 14 Apr"));
        ForecastWords.ForParty(FirmForecast.Of(Input([])), Refit).ShouldBeNull();
        ForecastWords.ForParty(FirmForecast.Of(Input([wide])), new DocketId(Guid.CreateVersion7())).ShouldBeNull();
    }

    [Fact]
    public void Tasks_that_wait_for_one_another_in_a_ring_are_laid_out_all_the_same()
    {
        var (one, other) = (Sure("This", 1, "Ines"), Sure("That", 1, "Kit"));
        WorkTask[] ring =
        [
            one with
            {
                BlockedBy = [new(other.Id, "That", false)],
            },
            other with
            {
                BlockedBy = [new(one.Id, "This", false)],
            },
        ];
        End(FirmForecast.Of(Input(ring))).Clear.ShouldBeFalse();
    }

    [Fact]
    public void A_plan_that_only_helps_makes_nothing_later()
    {
        var random = new Random(29);
        for (var n = 0; n < 12; n++)
        {
            var tasks = Enumerable
                .Range(0, 14)
                .Select(i => Sure($"Do {i}", random.Next(1, 9), random.Next(2) == 0 ? "Ines" : "Kit", gate: 4))
                .ToList();
            for (var i = 1; i < tasks.Count; i++)
                if (random.Next(3) == 0)
                    tasks[i] = tasks[i] with { BlockedBy = [new(tasks[i - 1].Id, "", false)] };
            var before = FirmForecast.Of(Input(tasks) with { Unrest = Unrest.Usual }, 200);
            var after = before.If([new(tasks[random.Next(14)].Id, Left: Duration.FromMinutes(30))]);
            foreach (var (was, now) in before.MomentsOf(Refit).Zip(after.MomentsOf(Refit)))
                now.Kept50.ShouldBeLessThanOrEqualTo(was.Kept50);
        }
    }

    [Fact]
    public void What_would_be_does_not_touch_what_is()
    {
        var task = Sure("Fair the hull", 12, "Ines");
        var forecast = FirmForecast.Of(Input([task]));
        var before = End(forecast);
        var helped = End(forecast.If([new(task.Id, Help: new Help(Some.Kit, Duration.FromHours(6)))]));
        helped.Kept50.ShouldBeLessThan(before.Kept50);
        End(forecast.If([new(task.Id, Dropped: true)])).Clear.ShouldBeTrue();
        var later = forecast.If([new(task.Id, NotBefore: Yard.At("2026-04-20T08:00"))]);
        later
            .To(Refit, null)
            .Chain.Single()
            .ShouldSatisfyAllConditions(
                l => l.Starts.ShouldBe(Yard.At("2026-04-20T08:00")),
                l => l.Held.ShouldBe(HeldBy.Start)
            );
        End(forecast).ShouldBe(before);
    }

    [Fact]
    public void What_is_like_it_says_how_long_a_task_takes()
    {
        var experience = new Experience([
            .. Enumerable
                .Range(0, 8)
                .Select(i => new Took(
                    $"Splice the halyards of boat {i}",
                    null,
                    Duration.FromHours(2),
                    Duration.FromHours(3 + (i % 2))
                )),
            .. Enumerable
                .Range(0, 20)
                .Select(i => new Took(
                    $"Invoice the yard's customer {i}",
                    null,
                    Duration.FromHours(1),
                    Duration.FromHours(1)
                )),
        ]);
        var guessed = experience.Of("Splice the halyards of the Kestrel", null, null);
        (guessed.By, guessed.Like).ShouldBe((ExpectedBy.Likes, 8));
        guessed.Middle.TotalHours.ShouldBeInRange(3, 4);
        guessed.Low.ShouldBeLessThan(guessed.High);
        experience.Of("Splice new halyards", null, Duration.FromHours(4)).Middle.TotalHours.ShouldBeInRange(6, 8);
        experience
            .Of("Weld the keel", null, Duration.FromHours(4))
            .ShouldSatisfyAllConditions(
                e => e.By.ShouldBe(ExpectedBy.Estimate),
                e => e.Middle.TotalHours.ShouldBeInRange(4, 8)
            );
        Experience.None.Of("Weld the keel", null, null).ShouldBe(new(Experience.UsualLength, 0.8, ExpectedBy.Usual, 0));
    }

    [Fact]
    public void A_crew_has_its_own_pace_where_enough_of_its_own_is_known()
    {
        var (fast, slow, other) = (NewCrew(), NewCrew(), NewCrew());
        static CrewId NewCrew() => new(Guid.CreateVersion7());
        static IEnumerable<Took> Painted(CrewId crew, int times, int hours) =>
            Enumerable
                .Range(0, times)
                .Select(i => new Took($"Paint hull {i}", null, null, Duration.FromHours(hours)) { Crews = [crew] });
        var experience = new Experience([.. Painted(fast, 6, 2), .. Painted(slow, 6, 8), .. Painted(other, 2, 40)]);
        double Hours(params CrewId[] crews) => experience.Of("Paint hull", null, null, crews).Middle.TotalHours;
        Hours(fast).ShouldBe(2, 0.01);
        Hours(slow).ShouldBe(8, 0.01);
        Hours(other).ShouldBe(Hours(), 0.01, "two are not enough");
        Hours().ShouldBeInRange(2, 8);
    }
}
