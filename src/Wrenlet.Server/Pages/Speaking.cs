using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Pages;

/// <summary>Why what was sent in cannot be said.</summary>
/// <param name="Field">Which field of it is wrong; null where it is none of them.</param>
/// <param name="Words">What is wrong and what to do; null where its writer does not see the place.</param>
internal sealed record Unsayable(string? Field, string? Words)
{
    /// <summary>As an answer.</summary>
    /// <param name="place">What its writer does not see, in a word.</param>
    public ProblemHttpResult Problem(string place) =>
        Words is null ? Refusals.NotFound(place)
        : Field is null ? Refusals.Refused(Words)
        : Refusals.Invalid(Field, Words);
}

/// <summary>Says what somebody wrote, with all that goes with it: at once, or when its moment has come.</summary>
internal sealed class Speaking(Posting posting, TaskMaking making, Database database, WriteQueue writes, WhoIsWho who)
{
    /// <summary>What was sent in, read; or why it cannot be said.</summary>
    /// <param name="link">The link by which its writer came; null for none.</param>
    public (Saying? Saying, Unsayable? Wrong) Read(Guid place, NewEntry entry, Person author, Guid? link = null)
    {
        static (Saying?, Unsayable?) Wrong(string? field, string? words) => (null, new(field, words));
        if (entry.Id == Guid.Empty)
            return Wrong("id", "An entry needs an id of its own (UUIDv7).");
        if (entry.Ask is { } ask && ask.Id == Guid.Empty)
            return Wrong("ask", "An ask needs an id of its own (UUIDv7).");
        if (entry.Meeting is { } meeting && meeting.Id == Guid.Empty)
            return Wrong("meeting", "A meeting needs an id of its own (UUIDv7).");
        if (string.IsNullOrWhiteSpace(entry.Body) && entry.Files is null or [] && entry.Meeting is null)
            return Wrong("body", "It is empty. Write something first.");
        Via? via = null;
        if (entry.Via is { } word && (via = StoredWords.Vias.Parse(word)) is null or Via.Call)
            return Wrong("via", $"“{word}” is not a way to send. Use mail, text or page.");
        var (to, problem) = Recipients.Read(entry.To, via, who.Current);
        if (problem is not null)
            return Wrong("to", problem);
        var body = entry.Body;
        if (author.IsStaff && body.Contains('@', StringComparison.Ordinal))
        {
            // Names that were typed out are the tags they stand for; one that fits several is asked first.
            var conversation = database.Read(s => SeenTalk.Conversation(s, place, author));
            if (conversation is null)
                return Wrong(null, null);
            (body, var unclear) = Tags.Typed(body, conversation, author, who.Current);
            if (unclear is [var first, ..])
                return Wrong(
                    null,
                    $"{entry.Body[first.Start..first.End]} could be {Names.List(first.Fits.Select(f => f.Name), "or")}. "
                        + "Choose one from the list after @; your text is kept."
                );
        }

        List<IBrought> brings =
        [
            .. entry.Ask is { } asked ? [new BroughtAsk(asked)] : Array.Empty<IBrought>(),
            .. entry.Meeting is { } set ? [new BroughtMeeting(set)] : Array.Empty<IBrought>(),
            .. link is { } came ? [new BroughtByLink(came)] : Array.Empty<IBrought>(),
        ];
        return (
            new Saying(
                // An invitation without an agenda says what it is to.
                string.IsNullOrWhiteSpace(entry.Body) && entry.Meeting is { } meets
                    ? meets.Title
                    : body,
                entry.Close && author.IsStaff,
                via,
                to,
                entry.Files?.Select(AttachedFile.Read).ToList(),
                entry.Seen,
                entry.Knowing,
                RepliesTo: entry.RepliesTo is { } answered ? new EntryId(answered) : null,
                Brings: brings
            ),
            null
        );
    }

    /// <summary>Says it, and makes the tasks that were agreed to with it; said again, each is one still.</summary>
    /// <returns>What came of it, and whether there were such tasks.</returns>
    public Task<(Posted Posted, bool Agreed)> Say(Guid place, NewEntry entry, Saying saying, Person author, Instant at)
    {
        var words = Rendered(saying, author);
        return writes.Run(w => Say(w, place, entry, saying, words, author, at));
    }

    /// <summary>Says it within a write that does more.</summary>
    public (Posted Posted, bool Agreed) Say(
        Writing w,
        Guid place,
        NewEntry entry,
        Saying saying,
        Person author,
        Instant at
    ) => Say(w, place, entry, saying, Rendered(saying, author), author, at);

    private (Posted Posted, bool Agreed) Say(
        Writing w,
        Guid place,
        NewEntry entry,
        Saying saying,
        RenderedText words,
        Person author,
        Instant at
    )
    {
        var posted = posting.Post(w, new EntryId(entry.Id), new ConversationId(place), author, saying, words, at);
        // What is said waits no longer to be said.
        if (posted.Entry is { } said && LaterStore.Remove(w.Session, said.Id))
            EventLines.Changed(w, ConversationStore.Find(w.Session, said.Conversation)!, author.Id, at);
        if (
            entry.Tasks is not { Count: > 0 } tasks
            || !author.IsStaff
            || posted.Entry is not { Kind: EntryKind.Note or EntryKind.MessageOut } note
        )
            return (posted, false);
        var conversation = ConversationStore.Find(w.Session, note.Conversation)!;
        foreach (var (id, agreed) in tasks.Where(a => a.Id != Guid.Empty))
            if (DraftReading.Made(agreed, new TaskId(id), note, conversation, author.Id, at, who.Current) is { } task)
                making.Make(w, task, author);
        return (posted, true);
    }

    /// <summary>Why it could not be said now; null when it could.</summary>
    public PostRefusal? Refuses(
        SqlSession session,
        Conversation conversation,
        Saying saying,
        Person author,
        Instant at
    ) => posting.Refuses(session, conversation, author, saying, Rendered(saying, author), at);

    private static RenderedText Rendered(Saying saying, Person author) =>
        author.IsStaff ? EntryText.FromMarkdown(saying.Body) : EntryText.FromPlain(saying.Body);
}
