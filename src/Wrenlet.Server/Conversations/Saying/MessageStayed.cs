using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;

namespace Wrenlet.Server.Conversations;

/// <summary>A message that was to leave later did not.</summary>
/// <param name="Words">That it did not, and why.</param>
/// <param name="By">Who stopped it; null where nobody did.</param>
public sealed record MessageStayed(Conversation Conversation, PersonId Author, string Words, PersonId? By, Instant At)
    : IHappening;
