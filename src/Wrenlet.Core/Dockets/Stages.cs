using System.Collections.Immutable;

namespace Wrenlet.Core.Dockets;

/// <summary>How a stage stands to the one the work is in.</summary>
public enum StageStanding
{
    /// <summary>Behind us.</summary>
    Past,

    /// <summary>Where the work is.</summary>
    Now,

    /// <summary>Ahead, with something still in the way.</summary>
    Gated,

    /// <summary>Ahead, free to enter.</summary>
    Ahead,
}

/// <summary>The stages a kind of docket goes through, and how each stands.</summary>
public static class Stages
{
    /// <summary>The stages of a kind of docket in order.</summary>
    public static ImmutableArray<string> Of(DocketKind kind) =>
        kind switch
        {
            DocketKind.Job => ["Enquiry", "Survey", "Quote", "Work", "Launch", "Handover"],
            DocketKind.Ticket => ["Reported", "Looking", "Repair", "Settled"],
            DocketKind.Project => ["Idea", "Plan", "Build", "Done"],
            _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "Unknown kind of docket."),
        };

    /// <summary>How each stage stands, given the current one and the open gates of each stage.</summary>
    /// <param name="kind">Kind of docket.</param>
    /// <param name="current">Index of the stage the work is in.</param>
    /// <param name="openGates">Open gates per stage index; a missing stage has none.</param>
    public static ImmutableArray<StageStanding> Standing(
        DocketKind kind,
        int current,
        IReadOnlyDictionary<int, int> openGates
    ) =>
        [
            .. Of(kind)
                .Select(
                    (_, i) =>
                        i.CompareTo(current) switch
                        {
                            < 0 => StageStanding.Past,
                            0 => StageStanding.Now,
                            _ => openGates.GetValueOrDefault(i) > 0 ? StageStanding.Gated : StageStanding.Ahead,
                        }
                ),
        ];
}
