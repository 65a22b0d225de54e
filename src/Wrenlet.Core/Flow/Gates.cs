using System.Collections.Immutable;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow;

/// <summary>Which gates of a docket are open: tasks that must be done before it may enter a stage.</summary>
public static class Gates
{
    /// <summary>The gates that hold still, in the order of the tasks. What was dropped holds nothing up.</summary>
    /// <param name="tasks">Tasks of the docket, all of those that are gates among them.</param>
    public static ImmutableArray<OpenGate> Open(IEnumerable<WorkTask> tasks) =>
        [
            .. tasks
                .Where(t => t is { GateStage: not null, Progress.Over: false })
                .Select(t => new OpenGate(t.GateStage!.Value.Id, t.Title)),
        ];

    /// <summary>What keeps a docket out of its stages because a field is empty, in the order of the fields.</summary>
    /// <param name="kind">Its kind.</param>
    /// <param name="filled">The fields that hold something.</param>
    public static ImmutableArray<OpenGate> OfFields(Kind kind, IReadOnlyCollection<FieldId> filled) =>
        [.. FieldValues.Missing(kind, filled).Select(f => new OpenGate(f.NeededFrom!.Value, Texts.FillIn(f.Name)))];

    /// <summary>How many gates hold each stage up; stages without one are left out.</summary>
    public static IReadOnlyDictionary<StageId, int> ByStage(IEnumerable<OpenGate> gates) =>
        gates.GroupBy(g => g.Stage).ToDictionary(g => g.Key, g => g.Count());
}
