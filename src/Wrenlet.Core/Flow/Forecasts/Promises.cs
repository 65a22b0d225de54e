using Wrenlet.Core.Dockets;

namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>What of a docket's milestones says by when a stage was promised.</summary>
internal static class Promises
{
    /// <summary>
    /// The milestone that is the entry of a stage or the end of the one before it; for the end of all, the last stage's end, else
    /// the last of those that belong to no stage. Null where nothing was promised.
    /// </summary>
    /// <param name="docket">The docket.</param>
    /// <param name="stage">The stage; null for the end of all.</param>
    public static Milestone? For(ForecastDocket docket, StageId? stage)
    {
        ArgumentNullException.ThrowIfNull(docket);
        var kind = docket.Kind;
        return docket.Milestones.Where(m => StageOf(kind, m) == stage).OrderBy(m => m.At).LastOrDefault();
    }

    /// <summary>The stage that can be entered when a milestone is reached; null for the end of all.</summary>
    private static StageId? StageOf(Kind kind, Milestone milestone)
    {
        if (
            kind.Milestones.FirstOrDefault(m => m.Id == milestone.Named) is not { Stage: { } stage } named
            || kind.PositionOf(stage) is < 0
        )
            return null;
        var at = kind.PositionOf(stage) + (named.AtEnd ? 1 : 0);
        return at < kind.Stages.Length ? kind.Stages[at].Id : null;
    }
}
