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
        DocketStore.NextRef(S, YardKinds.Job, 2026).ToString().ShouldBe("J-2");
        DocketStore.NextRef(S, YardKinds.Ticket, 2026).ToString().ShouldBe("T-1");
        var numbered = YardKinds.Ticket with { Numbering = new("T", 300) };
        DocketStore.NextRef(S, numbered, 2026).ToString().ShouldBe("T-300");
    }

    [Fact]
    public void Counted_by_year_the_count_begins_anew_and_the_year_stands_in_the_reference()
    {
        var hire = YardKinds.Of(9, "Hire", "HI", "Asked", "Out") with
        {
            Numbering = new("HI", 40, ByYear: true, NextIn: 2026),
        };
        KindStore.Put(S, hire);
        void Make(int year)
        {
            var reference = DocketStore.NextRef(S, hire, year);
            DocketStore.Add(
                S,
                Kept with
                {
                    Id = new DocketId(Guid.CreateVersion7()),
                    Kind = hire.Id,
                    Ref = reference,
                    Stage = hire.First.Id,
                },
                Now
            );
        }

        Make(2026);
        Make(2026);
        DocketStore.NextRef(S, hire, 2026).ToString().ShouldBe("HI-2026-42");
        DocketStore.NextRef(S, hire, 2027).ToString().ShouldBe("HI-2027-1");
        DocketStore.Find(S, DocketRef.Parse("hi-2026-41")!.Value).ShouldNotBeNull().Kind.ShouldBe(hire.Id);
    }

    [Fact]
    public void What_became_another_kind_is_found_by_the_reference_it_had_which_is_given_to_no_other()
    {
        DocketStore.SetKind(S, Kept, YardKinds.Ticket.Id, new DocketRef("T", 1), YardKinds.Ticket.First.Id, Now);
        DocketStore.Find(S, new DocketRef("J", 1)).ShouldNotBeNull().Ref.ToString().ShouldBe("T-1");
        DocketStore.FormerRefs(S, Refit).ShouldBe(["J-1"]);
        DocketStore.NextRef(S, YardKinds.Job, 2026).ToString().ShouldBe("J-2");
    }

    [Fact]
    public void What_a_docket_is_is_written_in_place_of_what_it_was()
    {
        DocketStore.Set(S, Refit, "Quillfish: keel", "Pontoon", null, Priority.High);
        (Kept.Subject, Kept.ShortName, Kept.Site, Kept.Owner, Kept.Priority, Kept.Stage, Kept.Open).ShouldBe(
            ("Quillfish: keel", "Quillfish", "Pontoon", null, Priority.High, YardKinds.Job.At(0), true)
        );
        DocketStore.SetStage(S, Refit, YardKinds.Job.At(3), false);
        (Kept.Stage, Kept.Open).ShouldBe((YardKinds.Job.At(3), false));
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
        var (two, three) = (Now + Duration.FromDays(2), Now + Duration.FromDays(3));
        MilestoneStore.Set(
            S,
            Refit,
            [new("handover", Now + Duration.FromDays(9)), new("launch", two, PromisedTo: Thorne)],
            Odalys,
            Now
        );
        MilestoneStore.Of(S, Refit).Select(m => m.Name).ShouldBe(["launch", "handover"]);
        MilestoneStore.Set(S, Refit, [new("launch", three)], Ines, three);
        MilestoneStore.Of(S, Refit).ShouldBe([new Milestone("launch", three)]);
        // Every date stays, with who set it and to whom it was promised.
        MilestoneStore
            .Dates(S, Refit)
            .Where(d => d.Name == "launch")
            .ShouldBe([new("launch", two, Thorne, Odalys, Now), new("launch", three, null, Ines, three)]);
        MilestoneStore.Dates(S, Refit).Last(d => d.Name == "handover").At.ShouldBeNull();
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
