using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;

namespace Wrenlet.Server.Pages;

/// <summary>Entries of one or several conversations in one order, oldest first.</summary>
/// <param name="Before">Cursor to the older ones; null when there are none.</param>
/// <param name="After">Cursor to the newer ones; null when these are the newest.</param>
/// <param name="Later">What will leave later; only with the newest.</param>
public sealed record Talk(
    IReadOnlyList<EntryView> Entries,
    IReadOnlyList<SilenceView> Silences,
    long? Before,
    long? After,
    IReadOnlyList<LaterView> Later
);

/// <summary>A message that leaves later.</summary>
/// <param name="Leaves">When it leaves.</param>
/// <param name="Body">What was written, as Markdown.</param>
/// <param name="Html">The same, as it will be shown.</param>
/// <param name="Files">How many files go with it.</param>
/// <param name="Goes">What goes with it beside files, in a word: an ask, a meeting; null for nothing.</param>
/// <param name="Held">Why it did not leave; null while it waits.</param>
/// <param name="Mine">Whether the viewer wrote it, and so can change it.</param>
/// <param name="ToMany">Whether it is one of a message to many.</param>
public sealed record LaterView(
    Guid Id,
    Guid Conversation,
    PersonView Author,
    DateTimeOffset Leaves,
    string Body,
    string Html,
    int Files,
    string? Goes,
    string? Held,
    bool Mine,
    bool ToMany
);

/// <summary>A conversation with its newest talk.</summary>
/// <param name="Marks">How far the viewer has read it, and what it keeps at hand.</param>
public sealed record OpenedConversation(ConversationView Conversation, Talk Talk, MarksView Marks);
