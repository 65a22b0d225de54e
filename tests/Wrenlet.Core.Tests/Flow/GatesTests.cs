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
        open.ShouldBe([new OpenGate(1, "Measure"), new OpenGate(2, "Wait for the parts")]);
    }

    [Fact]
    public void They_are_counted_by_stage_however_many_there_are()
    {
        var many = Enumerable.Range(0, 1500).Select(n => Some.Task($"Gate {n}", gate: n % 3));
        var counts = Gates.ByStage(Gates.Open(many));
        counts.OrderBy(c => c.Key).Select(c => (c.Key, c.Value)).ShouldBe([(0, 500), (1, 500), (2, 500)]);
        Gates.ByStage([]).ShouldBeEmpty();
    }
}
