using System.Text.Json;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using DueWork = Wrenlet.Server.Happenings.DueWork;

namespace Wrenlet.Server.Pages.Later;

/// <summary>
/// Lets messages leave that were written before, each when its moment has come, with its author's sight and rights as
/// they are then. What cannot leave stays where it is, says why, and its author is told.
/// </summary>
internal sealed class Leaving(
    Database database,
    WriteQueue writes,
    WhoIsWho who,
    Speaking speaking,
    Dispatcher happenings
) : IDueWork
{
    private static readonly JsonSerializerOptions Form = JsonSerializerOptions.Web;
    private const int AtOnce = 50;

    /// <inheritdoc/>
    public bool Soon => true;

    /// <summary>What was written, as it is kept.</summary>
    public static string Write(NewEntry entry) => JsonSerializer.Serialize(entry, Form);

    /// <summary>What was written.</summary>
    public static NewEntry Read(LaterMessage message) => JsonSerializer.Deserialize<NewEntry>(message.Said, Form)!;

    /// <inheritdoc/>
    /// <remarks>Messages to many leave one a second, so that no mail server takes them for a flood.</remarks>
    public IEnumerable<DueWork> Due(Instant now)
    {
        var due = database.Read(s => LaterStore.Due(s, now, AtOnce));
        var first = due.Find(m => m.Circular is not null);
        return due.Where(m => m.Circular is null || m == first)
            .Select(message => new DueWork(
                "A message that leaves later",
                message.Id.Value.ToString(),
                "a message",
                message.Author,
                () => Leave(message.Id, now)
            )
            {
                Conversation = message.Conversation,
            });
    }

    /// <summary>Lets a message leave, if it can; the write that says it takes it out.</summary>
    /// <param name="all">Whether its author has read what was said since, and sends it all the same.</param>
    /// <returns>Why it stays; null when it left, or is not there any more.</returns>
    public Task<string?> Leave(EntryId id, Instant now, bool all = false) =>
        writes.Run(w =>
        {
            if (LaterStore.Find(w.Session, id) is not { } message)
                return null;
            var conversation = ConversationStore.Find(w.Session, message.Conversation)!;
            var why = Say(w, message, conversation, now, all);
            if (why is not null && why != message.Held)
                Hold(w, message with { Held = why }, conversation, now, all ? message.Author : null);
            return why;
        });

    /// <summary>Keeps a message from leaving; its author is told, unless they do it.</summary>
    public void Hold(Writing w, LaterMessage held, Conversation conversation, Instant now, PersonId? by = null)
    {
        LaterStore.Keep(w.Session, held);
        EventLines.Changed(w, conversation, by, now);
        if (by != held.Author)
            happenings.Say(
                w,
                new MessageStayed(conversation, held.Author, $"Your message did not leave. {held.Held}", by, now)
            );
    }

    private string? Say(Writing w, LaterMessage message, Conversation conversation, Instant now, bool all)
    {
        if (who.Current.Find(message.Author) is not { IsStaff: true } author)
            return $"{who.Current.NameOf(message.Author)} is not with the firm any more.";
        if (SeenTalk.Conversation(w.Session, message.Conversation.Value, author) is null)
            return $"{author.FirstName} does not see this conversation any more.";
        var entry = Read(message);
        if (all)
            entry = entry with { Seen = null };
        var since = EntryStore.After(w.Session, conversation.Key, entry.Seen ?? long.MaxValue);
        if (LaterMessage.HoldsBack(entry.Seen, since, PartyName(conversation)) is { } wrote)
            return wrote;
        var (saying, wrong) = speaking.Read(message.Conversation.Value, entry, author);
        if (saying is null)
            return wrong!.Words;
        saying = saying with { Knowing = false, Circular = message.Circular };
        var refusal = speaking.Refuses(w.Session, conversation, saying, author, now);
        if (refusal is { Leaks.IsEmpty: false } && message.Knows(refusal.Leaks.Select(l => l.Reason)))
            saying = saying with { Knowing = true };
        else if (refusal is not null)
            return refusal.Leaks is [var leak, ..] ? leak.Reason : refusal.Reason;
        return speaking.Say(w, message.Conversation.Value, entry, saying, author, now).Posted is { Entry: null } not
            ? not.Refusal?.Reason ?? $"{author.FirstName} does not see this conversation any more."
            : null;
    }

    private string PartyName(Conversation conversation) =>
        ConversationViews.PartyOf(conversation, who.Current)?.Name ?? conversation.Stranger?.Name ?? "The other side";
}
