using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations.Meetings;

/// <summary>Somebody has said whether they come.</summary>
/// <param name="Meeting">The meeting, as it was before.</param>
/// <param name="By">Who has answered.</param>
/// <param name="Words">What came of it.</param>
public sealed record MeetingAnswered(
    KeptMeeting Meeting,
    Conversation Conversation,
    Person By,
    string Words,
    Instant At
) : IHappening;

/// <summary>A meeting was moved or called off, or what was said in it was written down.</summary>
/// <param name="By">Who did it; null when nobody of ours did.</param>
/// <param name="AskedAnew">Whether everybody has to say anew whether they come.</param>
public sealed record MeetingChanged(
    KeptMeeting Meeting,
    Conversation Conversation,
    PersonId? By,
    string Words,
    bool AskedAnew,
    Instant At
) : IHappening;

/// <summary>A meeting is about to begin.</summary>
public sealed record MeetingSoon(KeptMeeting Meeting, Conversation Conversation, string Words, Instant At) : IHappening;
