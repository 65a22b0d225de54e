using System.Collections.Immutable;
using CsCheck;
using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Flow.Visits;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Flow.Visits;

public sealed class VisitTests
{
    private static VisitWindow Window(string day, int from, int until) =>
        new(Yard.At($"2026-04-{day}T{from:00}:00"), Yard.At($"2026-04-{day}T{until:00}:00"));

    private static readonly Visit Planned = new(
        Some.Task().Id,
        "Pier 4",
        Window("16", 9, 11),
        Duration.FromMinutes(25),
        Some.Odalys,
        1
    )
    {
        Others = [Window("17", 14, 16)],
        Offer = new EntryId(Guid.CreateVersion7()),
    };

    private static AskStanding Asked(AskState state, int[] winners, string words = "") =>
        new(
            state,
            null,
            [.. winners],
            [],
            [new(Some.Ines, null, null, PartState.Answered, new Reply(null, [.. winners], words), "", null)],
            null,
            null
        );

    [Fact]
    public void How_it_stands_is_what_was_answered_to_its_offer()
    {
        Planned.At(null).ShouldBe(new(VisitState.Planned, Window("16", 9, 11), ""));
        Planned.At(Asked(AskState.Open, [])).State.ShouldBe(VisitState.Offered);
        Planned.At(Asked(AskState.Decided, [1])).ShouldBe(new(VisitState.Agreed, Window("17", 14, 16), ""));
        Planned
            .At(Asked(AskState.Decided, [2], "Only on Saturday"))
            .ShouldBe(new(VisitState.AnotherTime, Window("16", 9, 11), "Only on Saturday"));
        Planned.At(Asked(AskState.Withdrawn, [])).State.ShouldBe(VisitState.Planned);
        (Planned with { OnWay = Some.Now })
            .At(Asked(AskState.Decided, [1]))
            .ShouldBe(new(VisitState.OnOurWay, Window("17", 14, 16), ""));
    }

    [Fact]
    public void Other_times_than_were_offered_are_not_offered()
    {
        (Planned with { Place = "Pier 5" }).InPlaceOf(Planned).Offer.ShouldBe(Planned.Offer);
        (Planned with { Window = Window("18", 9, 11) })
            .InPlaceOf(Planned with { OnWay = Some.Now })
            .ShouldBe(Planned with { Window = Window("18", 9, 11), Offer = null });
        var anew = new EntryId(Guid.CreateVersion7());
        (Planned with { Others = [], Offer = anew }).InPlaceOf(Planned).Offer.ShouldBe(anew);
    }

    [Fact]
    public void What_cannot_be_planned_says_why()
    {
        string? Refuses(Visit visit) => visit.Refuses(Some.Now, Yard.Hours);
        Refuses(Planned).ShouldBeNull();
        Refuses(Planned with { Place = "" }).ShouldNotBeNull().ShouldStartWith("Say where");
        Refuses(Planned with { Window = Window("16", 11, 9) }).ShouldNotBeNull().ShouldContain("ends before it begins");
        Refuses(Planned with { Window = new(Window("16", 9, 11).From, Window("17", 9, 11).Until) })
            .ShouldNotBeNull()
            .ShouldContain("on one day");
        Refuses(Planned with { Window = Window("13", 9, 11) }).ShouldNotBeNull().ShouldContain("is over");
        Refuses(Planned with { Others = [Planned.Window] }).ShouldNotBeNull().ShouldContain("twice");
        Refuses(Planned with { Others = [.. Enumerable.Range(18, 4).Select(d => Window($"{d}", 9, 10))] })
            .ShouldNotBeNull()
            .ShouldContain("At most 4");
        Refuses(Planned with { Way = Duration.FromHours(13) }).ShouldNotBeNull();
        Visit.RefusesOnWay(Planned.Window.From, Yard.At("2026-04-15T09:00"), Yard.Hours).ShouldNotBeNull();
        Visit.RefusesOnWay(Planned.Window.From, Yard.At("2026-04-16T08:00"), Yard.Hours).ShouldBeNull();
        Planned.Window.Words(Yard.Hours, Some.Now).ShouldBe("Thu 16 Apr, 09:00 to 11:00");
    }

    private static VisitStop Stop(int from, int until, int way, int stay) =>
        new(Guid.CreateVersion7(), Window("16", from, until), Duration.FromMinutes(way), Duration.FromMinutes(stay));

    [Fact]
    public void A_day_goes_from_stop_to_stop_with_the_ways_between()
    {
        var legs = VisitDay.Of([Stop(11, 12, 30, 60), Stop(8, 9, 20, 150), Stop(11, 13, 90, 30)]);
        legs.Select(l =>
                (Yard.Local(l.Leave)[11..], Yard.Local(l.Arrive)[11..], Yard.Local(l.Done)[11..], l.Late.TotalMinutes)
            )
            .ShouldBe([
                ("07:40", "08:00", "10:30", 0),
                ("10:30", "11:00", "12:00", 0),
                ("12:00", "13:30", "14:00", 30),
            ]);
    }

    [Fact]
    public void One_is_never_in_two_places_and_never_comes_before_the_time() =>
        Gen.Select(Gen.Int[6, 18], Gen.Int[1, 3], Gen.Int[0, 120], Gen.Int[10, 240])
            .List[0, 8]
            .Sample(stops =>
            {
                var legs = VisitDay.Of(stops.Select(s => Stop(s.Item1, s.Item1 + s.Item2, s.Item3, s.Item4)));
                return legs.Length == stops.Count
                    && legs.All(l => l.Arrive >= l.Stop.Window.From && l.Arrive - l.Leave == l.Stop.Way)
                    && legs.Zip(legs.Skip(1)).All(p => p.Second.Leave >= p.First.Done);
            });
}
