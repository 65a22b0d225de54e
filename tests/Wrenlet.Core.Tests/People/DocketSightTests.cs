using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.People;

/// <summary>Whether two say the same of who sees a docket.</summary>
public class DocketSightTests
{
    private static readonly CrewId Hull = Yard.Crews[2].Id;

    [Fact]
    public void The_order_in_which_people_are_listed_does_not_count() =>
        DocketSight
            .Only([Some.Ines, Some.Kit], [Hull])
            .SameAs(DocketSight.Only([Some.Kit, Some.Ines, Some.Kit], [Hull]))
            .ShouldBeTrue();

    [Fact]
    public void One_more_or_one_less_is_not_the_same()
    {
        var one = DocketSight.Only([Some.Ines], []);
        one.SameAs(DocketSight.Only([Some.Ines, Some.Kit], [])).ShouldBeFalse();
        one.SameAs(DocketSight.Only([Some.Ines], [Hull])).ShouldBeFalse();
        one.SameAs(DocketSight.Only([], [])).ShouldBeFalse();
    }

    [Fact]
    public void Of_an_open_one_it_does_not_count_who_is_listed()
    {
        var listed = DocketSight.Only([Some.Ines], []) with { Limited = false };
        listed.SameAs(DocketSight.Open).ShouldBeTrue();
        listed.SameAs(DocketSight.Only([Some.Ines], [])).ShouldBeFalse();
    }
}
