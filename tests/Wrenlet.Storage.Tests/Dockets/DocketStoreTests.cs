using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Finding;

namespace Wrenlet.Storage.Tests.Dockets;

/// <summary>Dockets, their moments and who may see them.</summary>
public sealed class DocketStoreTests : Shelf
{
    private Docket Kept => DocketStore.Find(S, Refit)!;

    [Fact]
    public void Numbers_are_counted_by_kind()
    {
        DocketStore.NextRef(S, DocketKind.Job).ToString().ShouldBe("J-2");
        DocketStore.NextRef(S, DocketKind.Ticket).ToString().ShouldBe("T-1");
    }

    [Fact]
    public void What_a_docket_is_is_written_in_place_of_what_it_was()
    {
        DocketStore.Set(S, Refit, "Quillfish: keel", "Pontoon", null, Priority.High);
        (Kept.Subject, Kept.ShortName, Kept.Site, Kept.Owner, Kept.Priority, Kept.Stage, Kept.Open).ShouldBe(
            ("Quillfish: keel", "Quillfish", "Pontoon", null, Priority.High, 0, true)
        );
        DocketStore.SetStage(S, Refit, 3, false);
        (Kept.Stage, Kept.Open).ShouldBe((3, false));
        DocketStore.Page(S, true, null, 10).ShouldBeEmpty();
        DocketStore.Page(S, false, null, 10).Single().Id.ShouldBe(Refit);
    }

    [Fact]
    public void Who_sees_it_is_written_anew_and_giving_sight_adds_to_it()
    {
        DocketStore.SetSight(S, Refit, DocketSight.Only([Odalys], [Hull]));
        Kept.Sight.Limited.ShouldBeTrue();
        Kept.Sight.People.ShouldBe([Odalys]);
        Kept.Sight.Crews.ShouldBe([Hull]);
        DocketStore.GiveSight(S, Refit, Ines);
        DocketStore.GiveSight(S, Refit, Ines);
        Kept.Sight.People.ShouldBe([Odalys, Ines], ignoreOrder: true);
        DocketStore.SetSight(S, Refit, DocketSight.Only([Ines], []));
        Kept.Sight.People.ShouldBe([Ines]);
        Kept.Sight.Crews.ShouldBeEmpty();
        DocketStore.SetSight(S, Refit, DocketSight.Open);
        Kept.Sight.Limited.ShouldBeFalse();
    }

    [Fact]
    public void Moments_are_in_the_order_of_time_and_replaced_as_a_whole()
    {
        DocketStore.SetMilestones(
            S,
            Refit,
            [new("handover", Now + Duration.FromDays(9)), new("launch", Now + Duration.FromDays(2))]
        );
        DocketStore.Milestones(S, Refit).Select(m => m.Name).ShouldBe(["launch", "handover"]);
        DocketStore.SetMilestones(S, Refit, [new("launch", Now + Duration.FromDays(3))]);
        DocketStore.Milestones(S, Refit).ShouldBe([new Milestone("launch", Now + Duration.FromDays(3))]);
    }

    [Theory]
    [InlineData("j-1", true)]
    [InlineData("quill", true)]
    [InlineData("refit quillfish", true)]
    [InlineData("refit upper", true)]
    [InlineData("refit pontoon", false)]
    [InlineData("100%", false)]
    [InlineData("_", false)]
    public void It_is_found_by_its_reference_and_its_subject_taken_as_they_are(string typed, bool found) =>
        (DocketStore.Matching(S, typed, SearchStore.Match(typed), 9).Count == 1).ShouldBe(found);
}
