using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Server.Conversations;

namespace Wrenlet.Server.Pages;

/// <summary>Entries of one or several conversations in one order, oldest first.</summary>
/// <param name="Before">Cursor to the older ones; null when there are none.</param>
/// <param name="After">Cursor to the newer ones; null when these are the newest.</param>
public sealed record Talk(
    IReadOnlyList<EntryView> Entries,
    IReadOnlyList<SilenceView> Silences,
    long? Before,
    long? After
);

/// <summary>A conversation with its newest talk.</summary>
/// <param name="Marks">How far the viewer has read it, and what it keeps at hand.</param>
public sealed record OpenedConversation(ConversationView Conversation, Talk Talk, MarksView Marks);
