using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;

namespace Wrenlet.Server.Asks;

/// <summary>A step was taken in an ask.</summary>
/// <param name="Entry">The entry that asks.</param>
/// <param name="Asker">Who asked.</param>
/// <param name="Step">What was done.</param>
/// <param name="Before">How it stood.</param>
/// <param name="After">How it stands.</param>
/// <param name="Words">What came of it, in words.</param>
public sealed record AskStepped(
    Conversation Conversation,
    Entry Entry,
    PersonId Asker,
    AskStep Step,
    AskStanding Before,
    AskStanding After,
    string Words
) : IHappening;

/// <summary>The time of an ask has run out.</summary>
/// <param name="Standing">How it stands then.</param>
/// <param name="Words">What came of it, in words.</param>
public sealed record AskRanOut(
    Conversation Conversation,
    Entry Entry,
    PersonId Asker,
    AskStanding Standing,
    string Words,
    Instant At
) : IHappening;
