using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Dockets;

/// <summary>Moving a docket through its stages, closing it, and saying who sees it.</summary>
public class MovingTests
{
    private static readonly OpenGate[] Gates =
    [
        new(YardKinds.Job.At(4), "Sign the rig off"),
        new(YardKinds.Job.At(4), "Check the seacocks"),
        new(YardKinds.Job.At(5), "Invoice the balance"),
    ];

    private static StageMove Move(int to, string by = "Odalys", bool open = true, int from = 3, params string[] told) =>
        Moving.To(
            YardKinds.Job,
            YardKinds.Job.At(from),
            to < 0 ? YardKinds.Ticket.At(0) : YardKinds.Job.At(to),
            open,
            Gates,
            Yard.Named(by),
            Yard.Named("Odalys").Id,
            told
        );

    [Fact]
    public void What_stands_in_the_way_is_said_and_keeps_it_where_it_is()
    {
        Move(4, "Kit")
            .Refuses("")
            .ShouldBe(
                "“Check the seacocks” and “Sign the rig off” stand in the way. Finish them, or ask the docket’s owner "
                    + "or somebody whose role allows it to move it anyway."
            );
        Move(4, "Kit").Refuses("they agreed").ShouldNotBeNull();
    }

    [Fact]
    public void The_owner_and_managers_may_move_it_all_the_same_once_they_have_seen_that()
    {
        foreach (var who in new[] { "Odalys", "Tobiah", "Wilhelmina" })
        {
            Move(4, who).Refuses("").ShouldNotBeNull().ShouldEndWith("or move it anyway and say why.");
            Move(4, who).Refuses("they agreed").ShouldBeNull();
        }
    }

    [Fact]
    public void Gates_of_every_stage_on_the_way_count_and_those_behind_do_not()
    {
        Move(5).InTheWay.Length.ShouldBe(3);
        Move(5, from: 4).InTheWay.Select(g => g.Title).ShouldBe(["Invoice the balance"]);
    }

    [Fact]
    public void Who_may_not_write_outside_rewrites_no_text_of_a_rule()
    {
        var kit = Yard.Named("Kit");
        Moving.RefusesChanging(kit, rewrites: true, leavesOut: false).ShouldBeNull();
        var quiet = kit with { Role = Role.Member with { Rights = Role.Member.Rights.Remove(Right.SendOutside) } };
        Moving.RefusesChanging(quiet, rewrites: true, leavesOut: false).ShouldNotBeNull();
        Moving.RefusesChanging(quiet, rewrites: false, leavesOut: false).ShouldBeNull();
    }

    [Fact]
    public void Going_back_is_never_barred() => Move(1).Refuses("").ShouldBeNull();

    [Fact]
    public void What_moving_sets_off_is_said_before()
    {
        Move(4, told: ["Tobiah", "Ines"])
            .SetsOff.ShouldBe([
                "It is noted internally, and Tobiah and Ines are told.",
                "Handover then waits for one thing.",
            ]);
        Move(5)
            .SetsOff.ShouldBe([
                "It is noted internally; nobody else follows the docket.",
                "It is the last stage: the docket can be closed then.",
            ]);
    }

    [Theory]
    [InlineData(3, true, "It is in Work already.")]
    [InlineData(-1, true, "There is no such stage any more. Choose another.")]
    [InlineData(4, false, "The docket is closed. Reopen it first.")]
    public void Some_moves_make_no_sense(int to, bool open, string refusal) =>
        Move(to, open: open).Refuses("they agreed").ShouldBe(refusal);

    [Theory]
    [InlineData(0, 0, null)]
    [InlineData(1, 0, "One task is still open here. Finish it, or close it anyway: it stays with whom it is.")]
    [InlineData(
        2,
        1,
        "2 tasks and one ask are still open here. Finish them, or close it anyway: they stay with whom they are."
    )]
    public void What_is_still_open_is_said_before_a_docket_is_closed(int tasks, int asks, string? refusal)
    {
        Moving.RefusesClosing(tasks, asks, false).ShouldBe(refusal);
        Moving.RefusesClosing(tasks, asks, true).ShouldBeNull();
    }

    [Fact]
    public void Who_says_who_sees_a_docket_is_its_owner_or_a_manager_and_both_still_see_it_then()
    {
        var (odalys, tobiah, kit) = (Yard.Named("Odalys"), Yard.Named("Tobiah"), Yard.Named("Kit"));
        DocketRules
            .RefusesSight(kit, DocketSight.Open, DocketSight.Only([kit.Id], []), odalys)
            .ShouldNotBeNull()
            .ShouldContain("owner and those who may");
        DocketRules
            .RefusesSight(odalys, DocketSight.Open, DocketSight.Only([kit.Id], []), odalys)
            .ShouldNotBeNull()
            .ShouldContain("no longer see it yourself");
        DocketRules
            .RefusesSight(tobiah, DocketSight.Open, DocketSight.Only([tobiah.Id], []), odalys)
            .ShouldNotBeNull()
            .ShouldContain("Add Odalys to the list");
        DocketRules
            .RefusesSight(tobiah, DocketSight.Open, DocketSight.Only([tobiah.Id, odalys.Id], []), odalys)
            .ShouldBeNull();
    }

    [Fact]
    public void Who_does_not_see_a_docket_cannot_own_it()
    {
        var kit = Yard.Named("Kit");
        DocketRules
            .RefusesOwner(kit, DocketSight.Only([Yard.Named("Ines").Id], []))
            .ShouldBe("Kit does not see this docket. Give Kit sight of it first.");
        DocketRules.RefusesOwner(kit, DocketSight.Open).ShouldBeNull();
        DocketRules.RefusesOwner(null, DocketSight.Only([], [])).ShouldBeNull();
    }

    [Theory]
    [InlineData("  ", true)]
    [InlineData("Quillfish: refit", false)]
    public void A_docket_has_a_subject(string subject, bool wrong) =>
        (DocketRules.WrongSubject(subject) is not null).ShouldBe(wrong);
}
