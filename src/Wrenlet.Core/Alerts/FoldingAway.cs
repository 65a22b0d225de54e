using NodaTime;

namespace Wrenlet.Core.Alerts;

/// <summary>What folds away when it is over.</summary>
public enum Folded
{
    /// <summary>Alerts that were read.</summary>
    Alerts,

    /// <summary>What was kept for later.</summary>
    Kept,

    /// <summary>Asks that were answered.</summary>
    Asks,

    /// <summary>Conversations that were closed.</summary>
    Conversations,
}

/// <summary>When something folds away: by age, by number, or never. Nothing is deleted by it.</summary>
/// <param name="Days">Days after which it does; null where age does not matter.</param>
/// <param name="Most">How many stay in sight; null where their number does not matter.</param>
public readonly record struct FoldRule(int? Days, int? Most)
{
    /// <summary>What somebody has who chose nothing.</summary>
    public static FoldRule Usual(Folded what) =>
        what is Folded.Conversations ? new(null, 20)
        : what is Folded.Kept ? new(30, null)
        : new(14, null);

    /// <summary>What was over before it is folded away; null where age does not matter.</summary>
    public Instant? Before(Instant now) => Days is { } days ? now - Duration.FromDays(days) : null;

    /// <summary>What is wrong with a rule; null when it can be kept.</summary>
    public string? Wrong() =>
        Days is not null && Most is not null ? Texts.FoldByOneOfBoth
        : Days is < 0 or > 3650 ? Texts.FoldDaysBetween
        : Most is < 0 or > 1000 ? Texts.FoldMostBetween
        : null;
}
