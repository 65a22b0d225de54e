using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Server.Happenings;

namespace Wrenlet.Server.Sheets.Discussions;

/// <summary>A discussion was assigned, settled or reopened.</summary>
/// <param name="Conversation">Where it is said.</param>
/// <param name="Line">The line there that says so.</param>
/// <param name="Words">The same in plain words.</param>
public sealed record DiscussionChanged(
    Discussion Before,
    Discussion After,
    Conversation Conversation,
    Entry Line,
    PersonId By,
    string Words,
    Instant At
) : IHappening;
