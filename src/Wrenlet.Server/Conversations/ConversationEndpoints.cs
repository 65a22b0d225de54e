using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Reports;

namespace Wrenlet.Server.Conversations;

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
/// <param name="Tasks">Which of the tasks that its words ask for or promise its writer has agreed to; null for
/// none.</param>
/// <param name="Ask">What it asks for, beside its words; null when it asks for nothing.</param>
/// <param name="Meeting">The meeting that it invites to, whose agenda its words are; null for none.</param>
public sealed record NewEntry(
    [property: Required] Guid Id,
    [property: Required(AllowEmptyStrings = true), StringLength(Posting.LongestBody)] string Body,
    bool Close = false,
    string? Via = null,
    IReadOnlyList<string>? To = null,
    [property: MaxLength(20)] IReadOnlyList<AttachedFile>? Files = null,
    long? Seen = null,
    bool Knowing = false,
    Guid? RepliesTo = null,
    [property: MaxLength(20)] IReadOnlyList<AgreedTask>? Tasks = null,
    NewAsk? Ask = null,
    NewMeeting? Meeting = null
);

/// <summary>A task that its words ask for, agreed to before they are sent.</summary>
/// <param name="Id">The client's id for it (UUIDv7): sent again, it is one task.</param>
/// <param name="Draft">Which of the drafts, counted from 0 as they were shown.</param>
public sealed record AgreedTask([property: Required] Guid Id, [property: Range(0, 50)] int Draft);

/// <summary>A file that goes with an entry.</summary>
/// <param name="Caption">What is said of it; null for nothing.</param>
public sealed record AttachedFile([property: Required] Guid Id, [property: StringLength(300)] string? Caption = null);

/// <summary>Whom a conversation is given to: a person, or a crew one of whom is to take it.</summary>
/// <param name="Note">A word to them; null for none.</param>
public sealed record NewOwner(Guid? Person, Guid? Crew = null, [property: StringLength(2000)] string? Note = null);

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

internal static class ConversationEndpoints
{
    public static void MapConversations(this IEndpointRouteBuilder api)
    {
        api.MapGet("/conversations/{id:guid}", GetConversation).For(Access.Staff);
        api.MapGet("/conversations/{id:guid}/entries", GetEntries).For(Access.SignedIn);
        api.MapPost("/conversations/{id:guid}/entries", Post).For(Access.SignedIn);
        api.MapPut("/conversations/{id:guid}/owner", HandOver).For(Access.Staff);
        api.MapGet("/entries/{id:guid}", GetEntry).For(Access.SignedIn);
        api.MapGet("/page", GetPage).For(Access.SignedIn);
    }

    private static Results<Ok<OpenedConversation>, ProblemHttpResult> GetConversation(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        database.Read<Results<Ok<OpenedConversation>, ProblemHttpResult>>(s =>
            Seen.Conversation(s, id, viewer.Person) is { } conversation
                ? TypedResults.Ok(Opened(s, conversation, viewer.Person, who.Current, clock.Now))
                : Refusals.NotFound("conversation")
        );

    /// <summary>A conversation that the viewer sees, with its newest talk.</summary>
    public static OpenedConversation Opened(
        SqlSession session,
        Conversation conversation,
        Person viewer,
        Roster roster,
        Instant now
    ) =>
        new(
            ConversationViews.Conversation(conversation, roster, now),
            TalkReading.Talk(session, [conversation], viewer, roster, now, default),
            TalkReading.Marks(session, [conversation], viewer, roster)[0]
        );

    /// <summary>
    /// A part of the talk: the newest, or what stands before or after a cursor, around an entry, or from a moment on.
    /// </summary>
    private static Results<Ok<Talk>, ProblemHttpResult> GetEntries(
        Guid id,
        [AsParameters] TalkSpan span,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        database.Read<Results<Ok<Talk>, ProblemHttpResult>>(s =>
            Seen.Conversation(s, id, viewer.Person) is { } conversation
                ? TypedResults.Ok(TalkReading.Talk(s, [conversation], viewer.Person, who.Current, clock.Now, span))
                : Refusals.NotFound("conversation")
        );

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
            return Refusals.Invalid("body", "There are no words in it yet.");
        Via? via = null;
        if (entry.Via is { } word && (via = StoredWords.Vias.Parse(word)) is null or Via.Call)
            return Refusals.Invalid("via", $"“{word}” is no way out. There are mail, text and page.");
        var (to, problem) = Recipients.Read(entry.To, via, who.Current);
        if (problem is not null)
            return Refusals.Invalid("to", problem);
        var saying = new Saying(
            entry.Body,
            entry.Close && viewer.Person.IsStaff,
            via,
            to,
            entry
                .Files?.Select(f => new Attachment(
                    f.Id,
                    string.IsNullOrWhiteSpace(f.Caption) ? null : f.Caption.Trim()
                ))
                .ToList(),
            entry.Seen,
            entry.Knowing,
            RepliesTo: entry.RepliesTo is { } answered ? new EntryId(answered) : null,
            Asks: entry.Ask,
            Meets: entry.Meeting
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
            return Held(refusal, entry.Body, viewer.Person, who.Current);
        var agreed =
            entry.Tasks is { Count: > 0 } tasks
            && viewer.Person.IsStaff
            && posted.Entry is { Kind: EntryKind.Note or EntryKind.MessageOut } note
            && await Agreed(tasks, note, viewer.Person, making, database, who, clock);
        // What carries nothing needs no look at the database.
        return TypedResults.Ok(
            !agreed && posted.Entry is { Files: 0, RepliesTo: null, Asks: false, Meets: false } plain
                ? ConversationViews.Entry(plain, viewer.Person, who.Current, [])
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
        var (conversation, milestones) = database.Read(s =>
            ConversationStore.Find(s, note.Conversation) is { } c
                ? (c, c.Docket is { } docket ? DocketStore.Milestones(s, docket.Id) : [])
                : default
        );
        var drafts = Reading.Written(
            ConversationViews.PlainOf(note),
            conversation,
            author.Id,
            note.At,
            milestones,
            who.Current
        );
        foreach (var (id, draft) in agreed.Where(a => a.Id != Guid.Empty && a.Draft < drafts.Length))
            await making.Make(
                Reading.Made(drafts[draft], new TaskId(id), note, conversation, author.Id, clock.Now),
                author
            );
        return true;
    }

    /// <summary>
    /// A refusal with what its writer must look at: who does not see, what would leave, what was missed.
    /// </summary>
    public static ProblemHttpResult Held(PostRefusal refusal, string body, Person viewer, Roster roster)
    {
        var more = new Dictionary<string, object?>();
        if (!refusal.Unseeing.IsEmpty)
            more["unseeing"] = refusal.Unseeing.Select(p => PersonView.Of(p)).ToList();
        if (!refusal.Leaks.IsEmpty)
            more["leaks"] = LeakView.Of(refusal.Leaks, body);
        if (!refusal.Missed.IsEmpty)
            more["missed"] = refusal.Missed.Select(m => ConversationViews.Entry(m, viewer, roster, [])).ToList();
        return Refusals.Refused(refusal.Reason, more.Count == 0 ? null : more);
    }

    private static async Task<Results<Ok<ConversationView>, ProblemHttpResult>> HandOver(
        Guid id,
        NewOwner given,
        Viewer viewer,
        Handling handling,
        WhoIsWho who,
        Database database,
        FirmClock clock
    )
    {
        var place = new ConversationId(id);
        if (
            database.Read(s => ConversationStore.Find(s, place)) is not { } conversation
            || !viewer.Person.MaySee(conversation.Place)
        )
            return Refusals.NotFound("conversation");
        var next = given.Person is { } person ? who.Current.Find(new PersonId(person)) : null;
        var crew = given.Crew is { } c ? who.Current.Crews.GetValueOrDefault(new CrewId(c)) : null;
        if (next is null && crew is null)
            return Refusals.Invalid("person", "There is no such person or crew. Choose a colleague or a crew.");
        var decision = await handling.HandOver(place, viewer.Person, next, crew, given.Note?.Trim() ?? "", clock.Now);
        return decision.Allowed ? TypedResults.Ok(Now(place, database, who, clock)) : Refusals.Refused(decision.Reason);
    }

    /// <summary>A conversation as it is now.</summary>
    public static ConversationView Now(ConversationId id, Database database, WhoIsWho who, FirmClock clock) =>
        ConversationViews.Conversation(database.Read(s => ConversationStore.Find(s, id))!, who.Current, clock.Now);

    private static Results<Ok<EntryView>, ProblemHttpResult> GetEntry(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        database.Read(s => TalkReading.Entry(s, new EntryId(id), viewer.Person, who.Current, clock.Now)) is { } entry
            ? TypedResults.Ok(entry)
            : Refusals.NotFound("entry");

    /// <summary>A party's own page: its conversations with their talk, and nothing of how we work on them.</summary>
    private static Results<Ok<PartyPage>, ProblemHttpResult> GetPage(
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (viewer.Person.Party is not { } party)
            return Refusals.NotFound("page");
        var roster = who.Current;
        return TypedResults.Ok(
            database.Read(s => new PartyPage(
                roster.Firm!.Name,
                roster.Parties[party].Name,
                [
                    .. ConversationStore
                        .OfParty(s, party)
                        .Where(c => viewer.Person.MaySee(c.Place))
                        .OrderByDescending(c => c.Open)
                        .ThenByDescending(c => c.LastEntry)
                        .Select(c => new PartyConversation(
                            c.Id.Value,
                            c.Docket?.Ref.ToString(),
                            c.Subject,
                            c.Open,
                            TalkReading.Talk(s, [c], viewer.Person, roster, clock.Now, default),
                            !c.Open && c.ClosedAt is not null,
                            c.ClosedAt is { } closed ? ReportStore.StepsFor(s, c.Key, closed) : null
                        )),
                ]
            ))
        );
    }
}

/// <summary>What a party sees of itself.</summary>
public sealed record PartyPage(string Firm, string Party, IReadOnlyList<PartyConversation> Conversations);

/// <summary>A conversation as its party sees it.</summary>
/// <param name="Asks">Whether it is asked how we did.</param>
/// <param name="Steps">What it answered, 1 to 5; null when it has not.</param>
public sealed record PartyConversation(
    Guid Id,
    string? Docket,
    string Subject,
    bool Open,
    Talk Talk,
    bool Asks,
    int? Steps
);
