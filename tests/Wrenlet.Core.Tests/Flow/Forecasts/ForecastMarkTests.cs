using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using static Wrenlet.Core.Tests.Flow.Forecasts.SmallFirm;

namespace Wrenlet.Core.Tests.Flow.Forecasts;

/// <summary>What has changed of a forecast, and why.</summary>
public class ForecastMarkTests
{
    private static readonly Milestone Friday = new("handover", Yard.At("2026-04-17T17:00"));

    private static readonly WorkTask Plank = Sure("Plank the side", 9, "Ines");
    private static readonly WorkTask Paint = Sure("Paint the side", 6, "Kit");

    private static FirmForecast Forecast(WorkTask[] tasks, Leave[]? leaves = null) =>
        FirmForecast.Of(Input(tasks, leaves, [Friday]));

    private static ForecastSince Since(WorkTask[] now, Leave[]? leaves = null) =>
        ForecastSince
            .Between(ForecastMark.Of(Forecast([Plank, Paint]), Refit), Forecast(now, leaves), Refit)
            .ShouldNotBeNull();

    private static ForecastChange Change(ForecastChangeKind kind, WorkTask? task, PersonId? who, double hours) =>
        new(kind, task?.Id, who, Duration.FromHours(hours));

    [Fact]
    public void Where_nothing_has_changed_nothing_is_said()
    {
        var since = Since([Plank, Paint]);
        (since.Later, since.Why.IsEmpty, since.Sure == since.SureBefore).ShouldBe((Duration.Zero, true, true));
    }

    [Fact]
    public void What_is_over_new_longer_or_somebody_elses_is_said_with_its_time()
    {
        var rub = Sure("Rub it down", 4, "Kit");
        Since([Plank, rub])
            .Why.ShouldBe([
                Change(ForecastChangeKind.Over, Paint, Some.Kit, 6),
                Change(ForecastChangeKind.New, rub, Some.Kit, 4),
            ]);
        Since([Plank with { Estimate = Duration.FromHours(14) }, Paint])
            .Why.ShouldBe([Change(ForecastChangeKind.More, Plank, Some.Ines, 5)]);
        Since([Plank with { Spent = Duration.FromHours(4) }, Paint])
            .Why.ShouldBe([Change(ForecastChangeKind.Less, Plank, Some.Ines, 4)]);
        Since([Plank, Paint with { Owners = Sure("", 1, "Pryderi").Owners }])
            .Why.ShouldBe([Change(ForecastChangeKind.Given, Paint, Yard.Named("Pryderi").Id, 6)]);
    }

    [Fact]
    public void What_somebody_has_beside_it_and_how_long_they_are_away_is_said()
    {
        var other = Sure("Mend the crane", 5, "Ines") with { Docket = null, Priority = Priority.Critical };
        Since([Plank, Paint, other with { Due = Yard.At("2026-04-14T17:00") }])
            .Why.ShouldContain(Change(ForecastChangeKind.MoreElsewhere, null, Some.Ines, 5));
        var leave = new Leave(Some.Ines, new LocalDate(2026, 4, 15), new LocalDate(2026, 4, 15), null, "");
        var since = Since([Plank, Paint], [leave]);
        since.Why.ShouldContain(Change(ForecastChangeKind.MoreAway, null, Some.Ines, 9));
        since.Later.ShouldBeGreaterThan(Duration.FromHours(20));
        since.Sure!.Value.ShouldBeLessThanOrEqualTo(since.SureBefore!.Value);
    }

    [Fact]
    public void It_is_said_in_words_and_what_is_not_seen_has_no_name()
    {
        var change = Change(ForecastChangeKind.New, Paint, Some.Kit, 6);
        ForecastWords.Of(change, "Paint the side", "Kit").ShouldBe("New: “Paint the side”, 6 h for Kit");
        ForecastWords.Of(change with { Kind = ForecastChangeKind.Over }, null, "Kit").ShouldBe("Other work is over");
        ForecastWords
            .Of(Change(ForecastChangeKind.LessAway, null, Some.Kit, 9), null, "Kit")
            .ShouldBe("Kit is away 9 h less");
    }

    [Fact]
    public void What_was_kept_for_another_moment_is_not_compared()
    {
        var mark = ForecastMark.Of(Forecast([Plank, Paint]), Refit) with { Stage = Launch };
        ForecastSince.Between(mark, Forecast([Plank]), Refit).ShouldBeNull();
    }
}
