using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Flow;

public class LoadOfPartsTests
{
    private static readonly PersonId Ines = new(Guid.CreateVersion7());
    private static readonly PersonId Kit = new(Guid.CreateVersion7());
    private static readonly Instant Thursday = Yard.At("2026-04-16T17:00");

    private static TaskId New() => new(Guid.CreateVersion7());

    private static ImmutableArray<OwnerShare> By(PersonId person) => [new(new TaskOwner.OfPerson(person), false)];

    private static Duration Hours(int n) => Duration.FromHours(n);

    [Fact]
    public void A_whole_whose_parts_have_no_estimates_keeps_its_own_less_what_is_done()
    {
        var (whole, part) = (New(), New());
        var work = Load.Lay([
            new(whole, null, By(Ines), Thursday, Hours(20), HasParts: true, PercentDone: 25),
            new(part, whole, By(Kit), null, null),
        ]);
        work.Single(w => w.Task == whole).Remaining.ShouldBe(Hours(15));
        work.Single(w => w.Task == part).Remaining.ShouldBeNull();
    }

    [Fact]
    public void What_open_parts_take_is_not_counted_twice()
    {
        var (whole, part) = (New(), New());
        var work = Load.Lay([
            new(whole, null, By(Ines), Thursday, Hours(20), HasParts: true),
            new(part, whole, By(Kit), null, Hours(8)),
        ]);
        work.Single(w => w.Task == whole).Remaining.ShouldBe(Hours(12));
        work.Aggregate(Duration.Zero, (sum, w) => sum + (w.Remaining ?? Duration.Zero)).ShouldBe(Hours(20));
    }

    [Fact]
    public void A_part_without_a_day_or_an_owner_has_those_of_its_whole()
    {
        var (whole, part, deeper) = (New(), New(), New());
        var work = Load.Lay([
            new(whole, null, By(Ines), Thursday, null, HasParts: true),
            new(part, whole, [], null, null, HasParts: true),
            new(deeper, part, [], null, Hours(3)),
        ]);
        var laid = work.Single(w => w.Task == deeper);
        (laid.Due, laid.Owners.Single().Owner).ShouldBe((Thursday, new TaskOwner.OfPerson(Ines)));
    }

    [Fact]
    public void Parts_that_take_more_than_their_whole_leave_nothing_of_it()
    {
        var (whole, part) = (New(), New());
        Load.Lay([
                new(whole, null, By(Ines), Thursday, Hours(2), HasParts: true),
                new(part, whole, By(Ines), Thursday, Hours(5)),
            ])
            .Single(w => w.Task == whole)
            .Remaining.ShouldBe(Duration.Zero);
    }

    [Fact]
    public void Two_that_are_parts_of_one_another_by_a_fault_end_all_the_same()
    {
        var (one, other) = (New(), New());
        Load.Lay([new(one, other, [], null, Hours(1)), new(other, one, [], null, Hours(1))]).Length.ShouldBe(2);
    }
}
