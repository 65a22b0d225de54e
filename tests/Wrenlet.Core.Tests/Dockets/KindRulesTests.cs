using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tests.Dockets;

/// <summary>What a kind may be, what becomes of what stands in its stages, and how a docket becomes another kind.</summary>
public class KindRulesTests
{
    private static readonly Kind Tuning = YardKinds.Of(7, "Tuning", "TU", "Booked", "Tuned");

    private static readonly Field Wood = new(
        new FieldId(Guid.CreateVersion7()),
        "Wood",
        FieldType.Choice,
        Choices: [new(Guid.CreateVersion7(), "Spruce"), new(Guid.CreateVersion7(), "Maple")]
    );

    [Fact]
    public void A_kind_that_can_be_used_has_nothing_wrong_with_it() =>
        KindRules.Wrong(Tuning, YardKinds.All).ShouldBeNull();

    [Fact]
    public void What_is_wrong_is_said_with_the_part_it_concerns()
    {
        string Part(Kind kind) => KindRules.Wrong(kind, YardKinds.All).ShouldNotBeNull().Part;
        Part(Tuning with { Name = " " }).ShouldBe("name");
        Part(Tuning with { Name = "job" }).ShouldBe("name");
        Part(Tuning with { Numbering = new("j") }).ShouldBe("letters");
        Part(Tuning with { AllStages = [.. Tuning.AllStages.Select(s => s with { Retired = true })] })
            .ShouldBe("stages");
        Part(Tuning with { Fields = [Wood with { Choices = [] }] }).ShouldBe("fields");
        Part(Tuning with { Fields = [Wood with { NeededFrom = YardKinds.Job.At(1) }] }).ShouldBe("fields");
        Part(Tuning with { Fields = [Wood, Wood with { Id = new(Guid.CreateVersion7()), Name = "WOOD" }] })
            .ShouldBe("fields");
        Part(Tuning with { Milestones = [new(new(Guid.CreateVersion7()), "visit", YardKinds.Job.At(1))] })
            .ShouldBe("milestones");
        // A retired one may be called as it likes.
        KindRules
            .Wrong(Tuning with { Fields = [Wood, Wood with { Id = new(Guid.CreateVersion7()), Retired = true }] }, [])
            .ShouldBeNull();
    }

    [Fact]
    public void A_stage_is_retired_once_what_stands_in_it_has_a_place()
    {
        var (booked, tuned) = (Tuning.At(0), Tuning.At(1));
        var after = Tuning with { AllStages = [Tuning.AllStages[0], Tuning.AllStages[1] with { Retired = true }] };
        KindRules.Retiring(Tuning, after, new Dictionary<StageId, StageId>(), _ => 0).Refusal.ShouldBeNull();
        KindRules
            .Retiring(Tuning, after, new Dictionary<StageId, StageId>(), _ => 2)
            .Refusal.ShouldBe("2 Tunings stand in Tuned. Choose the stage to move them to.");
        var (moves, refusal) = KindRules.Retiring(
            Tuning,
            after,
            new Dictionary<StageId, StageId> { [tuned] = booked },
            _ => 2
        );
        (moves[tuned], refusal).ShouldBe((booked, null));
    }

    [Fact]
    public void The_log_says_what_was_and_what_is()
    {
        KindRules.Changes(Tuning, Tuning).ShouldBeEmpty();
        KindRules
            .Changes(
                Tuning,
                Tuning with
                {
                    Name = "Visit",
                    Fields = [Wood],
                    AllStages = [Tuning.AllStages[1], Tuning.AllStages[0] with { PublicName = "Agreed" }],
                }
            )
            .ShouldBe([
                "name: Tuning → Visit",
                "stages: Booked, Tuned → Tuned, Booked (Agreed)",
                "fields: none → Wood (choice; Spruce, Maple)",
            ]);
    }

    [Fact]
    public void What_is_named_the_same_goes_over_to_another_kind()
    {
        var other = Wood with
        {
            Id = new(Guid.CreateVersion7()),
            Choices = [new(Guid.CreateVersion7(), "maple"), new(Guid.CreateVersion7(), "Beech")],
        };
        var from = Tuning with { Fields = [Wood] };
        var to = YardKinds.Of(8, "Rebuild", "RB", "Seen", "Booked", "Done") with { Fields = [other] };
        var passage = Tying.Of(from, to, from.At(0));
        passage.Stage.ShouldBe(to.At(1));
        passage.Gates[from.At(0)].ShouldBe(to.At(1));
        passage.GatesLost.ShouldBe([from.At(1)]);
        passage.Fields[Wood.Id].ShouldBe(other.Id);
        Tying.Of(from, to, from.At(1)).Stage.ShouldBe(to.First.Id);
        Tying
            .Carried(new FieldValue(Wood.Choices[1].Id.ToString(), 1), Wood, other)
            .ShouldBe(new FieldValue(other.Choices[0].Id.ToString(), 0));
        Tying.Carried(new FieldValue(Wood.Choices[0].Id.ToString(), 0), Wood, other).ShouldBeNull();
    }

    [Fact]
    public void A_docket_that_some_readers_do_not_see_is_not_named_to_them()
    {
        var limited = Some.WholeDocket(DocketSight.Only([Some.Benedikta.Id], []));
        Tying.Called(Some.WholeDocket(), Some.WholeDocket()).ShouldBe("J-1042");
        Tying.Called(Some.WholeDocket(), limited).ShouldBe("another docket");
        Tying.Called(limited, limited).ShouldBe("J-1042");
    }
}
