using CsCheck;
using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.People;

/// <summary>Who is on duty when: by turns, with swaps, with cover for who is away.</summary>
public class RotaTests
{
    private static readonly DateTimeZone Zone = DateTimeZoneProviders.Tzdb["Europe/Lisbon"];
    private static readonly PersonId Ann = new(Guid.CreateVersion7());
    private static readonly PersonId Bo = new(Guid.CreateVersion7());
    private static readonly PersonId Cy = new(Guid.CreateVersion7());
    private static readonly LocalDate Monday = new(2026, 4, 13);

    private static readonly RotaLine Weeks = new(
        Guid.CreateVersion7(),
        new CrewId(Guid.CreateVersion7()),
        "Week",
        DutySpan.Weeks,
        IsoDayOfWeek.Monday,
        new LocalTime(8, 0),
        IsoDayOfWeek.Monday,
        new LocalTime(8, 0),
        Monday,
        [Ann, Bo, Cy]
    );

    private static readonly RotaLine Nights = Weeks with
    {
        Id = Guid.CreateVersion7(),
        Name = "Nights",
        Span = DutySpan.Nights,
        Starts = new LocalTime(17, 0),
    };

    private static readonly RotaLine Weekends = Weeks with
    {
        Id = Guid.CreateVersion7(),
        Name = "Weekend",
        Span = DutySpan.Weekends,
        StartDay = IsoDayOfWeek.Friday,
        Starts = new LocalTime(17, 0),
    };

    private static string NameOf(PersonId id) =>
        id == Ann ? "Ann"
        : id == Bo ? "Bo"
        : "Cy";

    private static Instant At(int day, int hour, int month = 4) =>
        Zone.AtLeniently(new LocalDateTime(2026, month, day, hour, 0)).ToInstant();

    private static string? On(
        RotaLine line,
        Instant at,
        IReadOnlyCollection<DutySwap>? swaps = null,
        IReadOnlyCollection<Absence>? away = null
    ) => Rota.At([line], swaps ?? [], away ?? [], at, Zone, NameOf) is [{ Person: { } person }] ? NameOf(person) : null;

    private static DutySwap Swap(RotaLine line, LocalDate slot, PersonId from, PersonId to, LocalDate? back = null) =>
        new(Guid.CreateVersion7(), line.Id, slot, from, to, back, SwapState.Agreed, At(1, 8));

    [Fact]
    public void Weeks_go_round_and_change_at_their_hour()
    {
        On(Weeks, At(13, 9)).ShouldBe("Ann");
        On(Weeks, At(20, 7)).ShouldBe("Ann");
        On(Weeks, At(20, 8)).ShouldBe("Bo");
        On(Weeks, At(4, 9, month: 5)).ShouldBe("Ann");
        // Before the first week they went round as well.
        On(Weeks, At(10, 9)).ShouldBe("Cy");
    }

    [Fact]
    public void Nights_are_one_persons_for_a_week_and_nobody_is_on_duty_by_day()
    {
        On(Nights, At(13, 18)).ShouldBe("Ann");
        On(Nights, At(14, 7)).ShouldBe("Ann");
        On(Nights, At(14, 12)).ShouldBeNull();
        On(Nights, At(20, 7)).ShouldBe("Ann");
        On(Nights, At(20, 18)).ShouldBe("Bo");
    }

    [Fact]
    public void Weekends_run_from_one_weekday_to_another()
    {
        On(Weekends, At(17, 16)).ShouldBeNull();
        On(Weekends, At(17, 18)).ShouldBe(On(Weekends, At(20, 7)));
        On(Weekends, At(20, 8)).ShouldBeNull();
        On(Weekends, At(17, 18)).ShouldNotBe(On(Weekends, At(24, 18)));
    }

    [Fact]
    public void A_swap_counts_once_it_is_agreed_and_goes_both_ways()
    {
        var back = Monday.PlusWeeks(1);
        var swap = Swap(Weeks, Monday, Ann, Bo, back);
        On(Weeks, At(14, 9), [swap]).ShouldBe("Bo");
        On(Weeks, At(21, 9), [swap]).ShouldBe("Ann");
        On(Weeks, At(14, 9), [swap with { State = SwapState.Asked }]).ShouldBe("Ann");
        On(Weeks, At(14, 9), [swap with { Line = Nights.Id }]).ShouldBe("Ann");
        // Who has it by a swap can swap it on.
        On(Weeks, At(14, 9), [swap, Swap(Weeks, Monday, Bo, Cy) with { At = At(2, 8) }]).ShouldBe("Cy");
    }

    [Fact]
    public void Who_is_away_is_covered_for_and_who_covers_may_be_away_too()
    {
        Absence AnnAway(PersonId? cover) => new(Ann, Monday, Monday.PlusDays(10), cover);
        On(Weeks, At(14, 9), away: [AnnAway(Bo)]).ShouldBe("Bo");
        On(Weeks, At(14, 9), away: [AnnAway(Bo), new(Bo, Monday, Monday, Cy)]).ShouldBe("Cy");
        var duty = Rota.At([Weeks], [], [AnnAway(null)], At(14, 9), Zone, NameOf).Single();
        (duty.Person, duty.Reason).ShouldBe((null, "Ann is away and nobody covers"));
        // Two who cover for each other and are both away leave it to somebody, and never for ever.
        Rota.At([Weeks], [], [AnnAway(Bo), new(Bo, Monday, Monday.PlusDays(9), Ann)], At(14, 9), Zone, NameOf)
            .Length.ShouldBe(1);
    }

    [Fact]
    public void What_cannot_be_swapped_says_why()
    {
        Duty Of(LocalDate slot) =>
            Rota.Between(Weeks, [], [], At(1, 8), At(30, 8), Zone, NameOf).Single(d => d.Slot == slot);
        var asked = Swap(Weeks, Monday, Ann, Bo, Monday.PlusWeeks(1)) with { State = SwapState.Asked };
        Rota.Refuses(asked, Weeks, Of(Monday), Of(Monday.PlusWeeks(1))).ShouldBeNull();
        Rota.Refuses(asked, Weeks, null, null)!.ShouldContain("no such turn");
        Rota.Refuses(asked with { From = Cy }, Weeks, Of(Monday), null)!.ShouldContain("not yours");
        Rota.Refuses(asked with { To = Ann }, Weeks, Of(Monday), null)!.ShouldContain("somebody else");
        Rota.Refuses(asked with { To = new(Guid.CreateVersion7()) }, Weeks, Of(Monday), null)!.ShouldContain("rota");
        Rota.Refuses(asked, Weeks, Of(Monday), Of(Monday.PlusWeeks(2)))!.ShouldContain("not theirs");
    }

    [Fact]
    public void A_rota_needs_a_name_people_of_the_crew_and_an_end()
    {
        Rota.Wrong(Weeks, [Ann, Bo, Cy]).ShouldBeNull();
        Rota.Wrong(Weeks, [Ann, Bo])!.Value.Part.ShouldBe("turns");
        Rota.Wrong(Weeks with { Turns = [] }, [Ann])!.Value.Part.ShouldBe("turns");
        Rota.Wrong(Weeks with { Name = " " }, [Ann, Bo, Cy])!.Value.Part.ShouldBe("name");
        Rota.Wrong(Nights with { Ends = Nights.Starts }, [Ann, Bo, Cy])!.Value.Part.ShouldBe("ends");
    }

    [Fact]
    public void At_every_moment_of_a_year_of_weeks_one_and_only_one_is_on_duty() =>
        Gen.Int[0, 365 * 24 * 4]
            .Sample(quarters =>
                Rota.At([Weeks], [], [], At(1, 0, month: 1) + Duration.FromMinutes(15 * quarters), Zone, NameOf)
                    .Length.ShouldBe(1)
            );
}
