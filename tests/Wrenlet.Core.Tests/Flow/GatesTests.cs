using Wrenlet.Core.Flow;
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
        open.ShouldBe([
            new OpenGate(YardKinds.Job.At(1), "Measure"),
            new OpenGate(YardKinds.Job.At(2), "Wait for the parts"),
        ]);
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
