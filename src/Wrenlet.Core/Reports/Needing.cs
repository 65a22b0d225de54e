using System.Collections.Immutable;
using NodaTime;

namespace Wrenlet.Core.Reports;

/// <summary>What somebody has to do something about; of two about one matter, the one named first here stands.</summary>
public enum NeedKind
{
    /// <summary>Their answer is wanted.</summary>
    Ask,

    /// <summary>They have to say whether they come.</summary>
    Invitation,

    /// <summary>The other side waits for an answer.</summary>
    Conversation,

    /// <summary>A discussion of a sheet or file that they are to see to.</summary>
    Discussion,

    /// <summary>A task that is due.</summary>
    Task,

    /// <summary>Something they were told.</summary>
    Alert,
}

/// <summary>One thing that needs somebody.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Id">Which.</param>
/// <param name="Left">Working time left until it has to be done; negative when that is over, null when nobody has
/// said.</param>
/// <param name="Since">Since when it waits.</param>
/// <param name="Conversation">The conversation that it is about; null for none.</param>
/// <param name="Entry">The entry that it is about; null for none.</param>
/// <param name="Task">The task that it is about; null for none.</param>
public sealed record Need(
    NeedKind Kind,
    Guid Id,
    Duration? Left,
    Instant Since,
    Guid? Conversation = null,
    Guid? Entry = null,
    Guid? Task = null
);

/// <summary>Puts all that needs somebody in one order, whatever part of the work it comes from.</summary>
public static class Needing
{
    /// <summary>How much time is taken to be left of what has no date: a working day.</summary>
    public static readonly Duration Usual = Duration.FromHours(8);

    /// <summary>
    /// By the working time left, what is over longest first; one row for one matter. An alert about what stands there by
    /// itself is left out, and of several alerts of one conversation all but the newest.
    /// </summary>
    public static ImmutableArray<Need> Order(IReadOnlyCollection<Need> needs)
    {
        ArgumentNullException.ThrowIfNull(needs);
        var talks = Of(NeedKind.Conversation)
            .Select(n => n.Id)
            .Concat(Of(NeedKind.Discussion).Select(n => n.Conversation).OfType<Guid>())
            .ToHashSet();
        var tasks = Of(NeedKind.Task).Select(n => n.Id).ToHashSet();
        var entries = Of(NeedKind.Ask).Concat(Of(NeedKind.Invitation)).Select(n => n.Entry).OfType<Guid>().ToHashSet();
        var alerts = Of(NeedKind.Alert)
            .Where(a =>
                !(a.Conversation is { } talk && talks.Contains(talk))
                && !(a.Entry is { } entry && entries.Contains(entry))
                && !(a.Task is { } task && tasks.Contains(task))
            )
            .OrderByDescending(a => a.Since)
            .DistinctBy(a => a.Conversation ?? a.Task ?? a.Id);
        return
        [
            .. needs
                .Where(n => n.Kind is not NeedKind.Alert)
                .Concat(alerts)
                .OrderBy(n => n.Left ?? Usual)
                .ThenBy(n => n.Kind)
                .ThenBy(n => n.Since)
                .ThenBy(n => n.Id),
        ];

        IEnumerable<Need> Of(NeedKind kind) => needs.Where(n => n.Kind == kind);
    }
}
