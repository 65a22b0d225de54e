using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Flow;

/// <summary>Which gates hold a docket up.</summary>
public class GatesTests
{
    [Fact]
    public void A_gate_holds_until_it_is_done_or_dropped()
    {
        var open = Gates.Open([
            Some.Task("Measure", gate: 1),
            Some.Task("Wait for the parts", TaskState.Waiting, gate: 2),
            Some.Task("Agree the price", TaskState.Done, gate: 2),
            Some.Task("No need", TaskState.Dropped, gate: 2),
            Some.Task("Call them"),
        ]);
        open.Select(g => (g.Stage, g.Title, g.Kind))
            .ShouldBe([
                (YardKinds.Job.At(1), "Measure", GateKind.Task),
                (YardKinds.Job.At(2), "Wait for the parts", GateKind.Task),
            ]);
    }

    [Fact]
    public void What_was_lifted_holds_no_more_and_a_lock_holds_even_its_owner()
    {
        var task = Some.Task("Measure", gate: 1);
        var held = new StageLock(
            Guid.CreateVersion7(),
            YardKinds.Job.At(2),
            null,
            "The crane is broken",
            Some.Kit,
            Some.Now
        );
        OpenGate[] gates = [.. Gates.Open([task]), .. Gates.OfLocks([held], _ => [])];
        StageMove Move(IEnumerable<OpenGate> open) =>
            Moving.To(
                YardKinds.Job,
                YardKinds.Job.At(0),
                YardKinds.Job.At(2),
                true,
                open,
                Yard.Named("Odalys"),
                Some.Odalys,
                []
            );
        Move(gates)
            .Refuses("we cannot wait")
            .ShouldBe(
                "It is locked until “The crane is broken” is done. Ask somebody whose role allows it to lift the lock."
            );
        var lifted = new HashSet<LiftedGate> { new(held.Id, held.Stage) };
        Move(Gates.Without(gates, lifted)).Refuses("we cannot wait").ShouldBeNull();
        Move(Gates.Without(gates, lifted)).Refuses(" ").ShouldNotBeNull();
        lifted.Add(new(task.Id.Value, YardKinds.Job.At(1)));
        Move(Gates.Without(gates, lifted)).Refuses("").ShouldBeNull();
        Gates.RefusesLifting(Yard.Named("Tobiah")).ShouldNotBeNull();
        Gates.RefusesLifting(Yard.Named("Wilhelmina")).ShouldBeNull();
    }

    [Fact]
    public void A_move_is_undone_by_its_mover_in_time_and_by_nobody_later()
    {
        var docket = new Docket(
            1,
            Some.Docket.Id,
            YardKinds.Job.Id,
            Some.Docket.Ref,
            "",
            "",
            null,
            YardKinds.Job.At(2),
            Priority.Normal,
            true,
            DocketSight.Open
        );
        var move = new KeptMove(
            1,
            docket.Id,
            YardKinds.Job.At(1),
            YardKinds.Job.At(2),
            Some.Kit,
            Some.Now,
            Some.Now + KeptMove.Rest,
            new EntryId(Guid.CreateVersion7()),
            "",
            0,
            MoveState.Waiting
        );
        move.RefusesUndoing(docket, Yard.Named("Kit")).ShouldBeNull();
        move.RefusesUndoing(docket, Yard.Named("Ines")).ShouldNotBeNull();
        move.RefusesUndoing(docket with { Stage = YardKinds.Job.At(3) }, Yard.Named("Kit")).ShouldNotBeNull();
        (move with { State = MoveState.Settled }).RefusesUndoing(docket, Yard.Named("Kit")).ShouldNotBeNull();
        (move with { State = MoveState.Undone }).RefusesUndoing(docket, Yard.Named("Kit")).ShouldNotBeNull();
    }

    [Fact]
    public void They_are_counted_by_stage_however_many_there_are()
    {
        var many = Enumerable.Range(0, 1500).Select(n => Some.Task($"Gate {n}", gate: n % 3));
        var counts = Gates.ByStage(Gates.Open(many));
        foreach (var stage in new[] { 0, 1, 2 })
            counts[YardKinds.Job.At(stage)].ShouldBe(500);
        counts.Count.ShouldBe(3);
        Gates.ByStage([]).ShouldBeEmpty();
    }
}
