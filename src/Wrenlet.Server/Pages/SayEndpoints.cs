using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Server.Pages;

/// <summary>Something to be said.</summary>
/// <param name="Id">The client's id for it (UUIDv7): sent again, it is one entry.</param>
/// <param name="Body">Markdown from staff; plain text from a contact. Empty only with files.</param>
/// <param name="Close">Whether to close the conversation with it.</param>
/// <param name="Via">mail, text or page; null for the way by which the party wrote last.</param>
/// <param name="To">Addresses or numbers it goes to; null for the party's contacts.</param>
/// <param name="Files">Files that go with it, in their order.</param>
/// <param name="Seen">Order of the last entry that its writer had seen; null when not said, and then nothing is held
/// back for it.</param>
/// <param name="Knowing">Whether to go on in spite of the leak check.</param>
/// <param name="RepliesTo">The entry of this conversation that it answers; null when it answers none in
/// particular.</param>
/// <param name="Tasks">The tasks that its writer has agreed to while writing; null for none.</param>
/// <param name="Ask">What it asks for, beside its words; null when it asks for nothing.</param>
/// <param name="Meeting">The meeting that it invites to, whose agenda its words are; null for none.</param>
public sealed record NewEntry(
    [property: Required] Guid Id,
    [property: Required(AllowEmptyStrings = true), StringLength(Posting.LongestBody)] string Body,
    bool Close = false,
    string? Via = null,
    [property: MaxLength(50)] IReadOnlyList<string>? To = null,
    [property: MaxLength(20)] IReadOnlyList<AttachedFile>? Files = null,
    long? Seen = null,
    bool Knowing = false,
    Guid? RepliesTo = null,
    [property: MaxLength(20)] IReadOnlyList<AgreedTask>? Tasks = null,
    NewAsk? Ask = null,
    NewMeeting? Meeting = null
);

/// <summary>A task agreed to before its words are sent: what was agreed to is made, whatever becomes of the words.</summary>
/// <param name="Id">The client's id for it (UUIDv7): sent again, it is one task.</param>
/// <param name="Task">The task as it was shown.</param>
public sealed record AgreedTask([property: Required] Guid Id, [property: Required] AskedTask Task);

internal static class SayEndpoints
{
    public static void MapSaying(this IEndpointRouteBuilder api) =>
        api.MapPost("/conversations/{id:guid}/entries", Post).For(Access.SignedIn);

    private static async Task<Results<Ok<EntryView>, ProblemHttpResult>> Post(
        Guid id,
        NewEntry entry,
        Viewer viewer,
        Posting posting,
        TaskMaking making,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (entry.Id == Guid.Empty)
            return Refusals.Invalid("id", "An entry needs an id of its own (UUIDv7).");
        if (entry.Ask is { } ask && ask.Id == Guid.Empty)
            return Refusals.Invalid("ask", "An ask needs an id of its own (UUIDv7).");
        if (entry.Meeting is { } meeting && meeting.Id == Guid.Empty)
            return Refusals.Invalid("meeting", "A meeting needs an id of its own (UUIDv7).");
        if (string.IsNullOrWhiteSpace(entry.Body) && entry.Files is null or [] && entry.Meeting is null)
            return Refusals.Invalid("body", "It is empty. Write something first.");
        Via? via = null;
        if (entry.Via is { } word && (via = StoredWords.Vias.Parse(word)) is null or Via.Call)
            return Refusals.Invalid("via", $"“{word}” is not a way to send. Use mail, text or page.");
        var (to, problem) = Recipients.Read(entry.To, via, who.Current);
        if (problem is not null)
            return Refusals.Invalid("to", problem);
        var body = entry.Body;
        if (viewer.Person.IsStaff && body.Contains('@', StringComparison.Ordinal))
        {
            // Names that were typed out are the tags they stand for; one that fits several is asked first.
            var place = database.Read(s => SeenTalk.Conversation(s, new ConversationId(id).Value, viewer.Person));
            if (place is null)
                return Refusals.NotFound("conversation");
            (body, var unclear) = Tags.Typed(body, place, viewer.Person, who.Current);
            if (unclear is [var first, ..])
                return Refusals.Refused(
                    $"{entry.Body[first.Start..first.End]} could be {Names.List(first.Fits.Select(f => f.Name), "or")}. "
                        + "Choose one from the list after @; your text is kept."
                );
        }

        List<IBrought> brings =
        [
            .. entry.Ask is { } asked ? [new BroughtAsk(asked)] : Array.Empty<IBrought>(),
            .. entry.Meeting is { } set ? [new BroughtMeeting(set)] : Array.Empty<IBrought>(),
            .. viewer.Link is { } link ? [new BroughtByLink(link)] : Array.Empty<IBrought>(),
        ];
        var saying = new Saying(
            // An invitation without an agenda says what it is to.
            string.IsNullOrWhiteSpace(entry.Body) && entry.Meeting is { } meets
                ? meets.Title
                : body,
            entry.Close && viewer.Person.IsStaff,
            via,
            to,
            entry.Files?.Select(AttachedFile.Read).ToList(),
            entry.Seen,
            entry.Knowing,
            RepliesTo: entry.RepliesTo is { } answered ? new EntryId(answered) : null,
            Brings: brings
        );
        var posted = await posting.Post(
            new EntryId(entry.Id),
            new ConversationId(id),
            viewer.Person,
            saying,
            clock.Now
        );
        if (posted is { Entry: null, Refusal: null })
            return Refusals.NotFound("conversation");
        if (posted.Refusal is { } refusal)
            return HeldBack.Of(refusal, body, viewer.Person, who.Current);
        var agreed =
            entry.Tasks is { Count: > 0 } tasks
            && viewer.Person.IsStaff
            && posted.Entry is { Kind: EntryKind.Note or EntryKind.MessageOut } note
            && await Agreed(tasks, note, viewer.Person, making, database, who, clock);
        // What carries nothing needs no look at the database.
        return TypedResults.Ok(
            !agreed && posted.Entry is { Files: 0, RepliesTo: null, Asks: false, Meets: false } plain
                ? EntryViews.Of(plain, viewer.Person, who.Current, [])
                : database.Read(s => TalkReading.Entries(s, [posted.Entry!], viewer.Person, who.Current, clock.Now)[0])
        );
    }

    /// <summary>Makes the tasks that were agreed to; said again, each is one task still.</summary>
    private static async Task<bool> Agreed(
        IReadOnlyList<AgreedTask> agreed,
        Entry note,
        Person author,
        TaskMaking making,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var conversation = database.Read(s => ConversationStore.Find(s, note.Conversation))!;
        foreach (var (id, agreedTask) in agreed.Where(a => a.Id != Guid.Empty))
            if (
                DraftReading.Made(agreedTask, new TaskId(id), note, conversation, author.Id, clock.Now, who.Current) is
                { } task
            )
                await making.Make(task, author);
        return true;
    }
}
