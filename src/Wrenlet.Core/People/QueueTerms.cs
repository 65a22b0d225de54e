using NodaTime;

namespace Wrenlet.Core.People;

/// <summary>How soon a queue answers.</summary>
/// <param name="FirstReply">Working time until the first reply to a party.</param>
/// <param name="LaterReply">Working time until each later one.</param>
public sealed record ResponseGoal(Duration FirstReply, Duration LaterReply);

/// <summary>Who may assign a conversation that someone owns already.</summary>
public enum HandoverRule
{
    /// <summary>Any member of staff who sees it.</summary>
    Anyone,

    /// <summary>Its owner, the queue's crew on duty, coordinators and managers.</summary>
    Crew,

    /// <summary>Its owner and managers.</summary>
    Owner,
}
