using System.Collections.Immutable;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Alerts;

/// <summary>Why someone is told, strongest first.</summary>
public enum AlertReason
{
    /// <summary>They were tagged by name.</summary>
    Tagged,

    /// <summary>A crew of theirs was tagged.</summary>
    CrewTagged,

    /// <summary>A conversation was handed over to them.</summary>
    HandedOver,

    /// <summary>A task was given to them.</summary>
    TaskGiven,

    /// <summary>The party wrote in a conversation they own.</summary>
    OwnConversation,

    /// <summary>Their task changed.</summary>
    OwnTask,

    /// <summary>Something happened in a docket they own or follow.</summary>
    Following,
}

/// <summary>One person to be told, and why.</summary>
public readonly record struct Alert(PersonId Person, AlertReason Reason);

/// <summary>Decides who is told of an event.</summary>
public static class Alerting
{
    /// <summary>Each person concerned once, by their strongest reason: never who did it, never who may not see it.</summary>
    /// <param name="by">Who did it; null when nobody of ours did.</param>
    /// <param name="place">Where it happened.</param>
    /// <param name="thing">What kind of thing it is.</param>
    /// <param name="concerns">Whom it concerns and why, in any order and with repeats.</param>
    /// <param name="person">Finds a person; null for one who is gone.</param>
    public static ImmutableArray<Alert> Whom(
        PersonId? by, Place place, Thing thing, IEnumerable<Alert> concerns, Func<PersonId, Person?> person) =>
        [.. concerns
            .Where(c => c.Person != by)
            .GroupBy(c => c.Person)
            .Where(g => person(g.Key) is { IsStaff: true } who && who.MaySee(place, thing))
            .Select(g => new Alert(g.Key, g.Min(c => c.Reason)))];

    /// <summary>The reason in words, to the person told.</summary>
    /// <param name="reason">Why they are told.</param>
    /// <param name="by">First name of who did it; null when a party or nobody did.</param>
    public static string Words(AlertReason reason, string? by) => reason switch
    {
        AlertReason.Tagged => $"{by ?? "Someone"} tagged you",
        AlertReason.CrewTagged => $"{by ?? "Someone"} tagged your crew",
        AlertReason.HandedOver => $"{by ?? "Someone"} handed this over to you",
        AlertReason.TaskGiven => $"{by ?? "Someone"} gave you a task",
        AlertReason.OwnConversation => "You own this conversation",
        AlertReason.OwnTask => $"{by ?? "Someone"} changed your task",
        AlertReason.Following => "You follow this docket",
        _ => throw new ArgumentOutOfRangeException(nameof(reason), reason, "Unknown reason."),
    };
}
