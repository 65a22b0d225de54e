using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Conversations;

/// <summary>Something to be said.</summary>
/// <param name="Id">The client's id for it (UUIDv7): sent again, it is one entry.</param>
/// <param name="Body">Markdown from staff; plain text from a contact.</param>
/// <param name="Close">Whether to close the conversation with it.</param>
public sealed record NewEntry([property: Required] Guid Id, [property: Required, StringLength(Posting.LongestBody, MinimumLength = 1)] string Body, bool Close = false);

/// <summary>Whom a conversation is given to.</summary>
public sealed record NewOwner(Guid Person);

/// <summary>Entries of one or several conversations in one order, oldest first.</summary>
/// <param name="Before">Cursor to the older ones; null when there are none.</param>
public sealed record Talk(IReadOnlyList<EntryView> Entries, IReadOnlyList<SilenceView> Silences, long? Before);

/// <summary>A conversation with its newest talk.</summary>
public sealed record OpenedConversation(ConversationView Conversation, Talk Talk);

/// <summary>A row of the queues.</summary>
/// <param name="LastWords">The newest thing said, shortened.</param>
public sealed record QueueRow(ConversationView Conversation, string LastWords, string LastBy, DateTimeOffset? LastAt);

internal static class ConversationEndpoints
{
    private const int PageSize = 32;

    public static void MapConversations(this IEndpointRouteBuilder api)
    {
        api.MapGet("/conversations", GetQueued).For(Access.Staff);
        api.MapGet("/conversations/{id:guid}", GetConversation).For(Access.Staff);
        api.MapGet("/conversations/{id:guid}/entries", GetEntries).For(Access.SignedIn);
        api.MapPost("/conversations/{id:guid}/entries", Post).For(Access.SignedIn);
        api.MapPut("/conversations/{id:guid}/owner", HandOver).For(Access.Staff);
        api.MapGet("/entries/{id:guid}", GetEntry).For(Access.SignedIn);
        api.MapGet("/page", GetPage).For(Access.SignedIn);
    }

    /// <summary>The newest talk of these conversations before a cursor, as the viewer sees it.</summary>
    /// <param name="tasks">The tasks that hang on entries, where they have been read already; null to read them here.</param>
    public static Talk ReadTalk(SqlSession session, IReadOnlyList<Conversation> conversations, Person viewer, Roster roster, Instant now, long? before, ILookup<EntryId, WorkTask>? tasks = null)
    {
        var page = EntryStore.Before(session, conversations, before ?? long.MaxValue, PageSize);
        var newest = page.Where(e => viewer.MaySee(conversations.First(c => c.Id == e.Conversation).Place, EntrySight.ThingOf(e.Kind))).Reverse().ToList();
        if (viewer.IsStaff) tasks ??= TaskStore.OfEntries(session, newest.Select(e => e.Key));
        var silences = viewer.IsStaff
            ? conversations.Where(c => c.Audience is Audience.Outside).SelectMany(c => ConversationViews.Silences(c, newest, roster, now)).ToList()
            : [];
        return new(
            [.. newest.Select(e => ConversationViews.Entry(e, viewer, roster, Seen(tasks, e, viewer, roster, now)))],
            silences, page.Count == PageSize ? page[^1].Key : null);
    }

    /// <summary>An entry as the viewer sees it; null when they do not.</summary>
    public static EntryView? ReadEntry(SqlSession session, EntryId id, Person viewer, Roster roster, Instant now)
    {
        if (EntryStore.Find(session, id) is not { } entry || ConversationStore.Find(session, entry.Conversation) is not { } conversation) return null;
        if (!viewer.MaySee(conversation.Place, EntrySight.ThingOf(entry.Kind))) return null;
        return ConversationViews.Entry(entry, viewer, roster, Seen(TaskStore.OfEntries(session, [entry.Key]), entry, viewer, roster, now));
    }

    private static IEnumerable<TaskView> Seen(ILookup<EntryId, WorkTask>? tasks, Entry entry, Person viewer, Roster roster, Instant now) =>
        tasks is null ? [] : tasks[entry.Id].Where(t => viewer.MaySee(t.Place, Thing.Working)).Select(t => TaskViews.Of(t, roster, now));

    private static IReadOnlyList<QueueRow> GetQueued(Viewer viewer, Database database, WhoIsWho who, FirmClock clock, long after = 0) => database.Read(s =>
    {
        var roster = who.Current;
        var now = clock.Now;
        return ConversationStore.Queued(s, after, 500).Where(c => viewer.Person.MaySee(c.Place, Thing.Working))
            .Select(c => Row(s, c, roster, now))
            .OrderBy(r => r.Conversation.Clock?.LeftMinutes ?? double.MaxValue).ThenByDescending(r => r.LastAt).ToList();
    });

    private static QueueRow Row(SqlSession session, Conversation conversation, Roster roster, Instant now)
    {
        var view = ConversationViews.Conversation(conversation, roster, now);
        if (conversation.LastEntry is not { } key || EntryStore.FindByKey(session, key) is not { } last) return new(view, "", "", null);
        var words = string.Join(' ', ConversationViews.PlainOf(last).Split((char[]?)null, 40, StringSplitOptions.RemoveEmptyEntries));
        return new(view, words.Length > 160 ? words[..160] + " …" : words, last.Author is { } a ? roster.NameOf(a) : last.Sender ?? "", last.At.ToDateTimeOffset());
    }

    private static Results<Ok<OpenedConversation>, ProblemHttpResult> GetConversation(Guid id, Viewer viewer, Database database, WhoIsWho who, FirmClock clock) =>
        database.Read<Results<Ok<OpenedConversation>, ProblemHttpResult>>(s =>
        {
            if (ConversationStore.Find(s, new ConversationId(id)) is not { } conversation || !viewer.Person.MaySee(conversation.Place)) return Refusals.NotFound("conversation");
            var now = clock.Now;
            return TypedResults.Ok(new OpenedConversation(ConversationViews.Conversation(conversation, who.Current, now), ReadTalk(s, [conversation], viewer.Person, who.Current, now, null)));
        });

    private static Results<Ok<Talk>, ProblemHttpResult> GetEntries(Guid id, Viewer viewer, Database database, WhoIsWho who, FirmClock clock, long? before = null) =>
        database.Read<Results<Ok<Talk>, ProblemHttpResult>>(s =>
            ConversationStore.Find(s, new ConversationId(id)) is { } conversation && viewer.Person.MaySee(conversation.Place)
                ? TypedResults.Ok(ReadTalk(s, [conversation], viewer.Person, who.Current, clock.Now, before))
                : Refusals.NotFound("conversation"));

    private static async Task<Results<Ok<EntryView>, ProblemHttpResult>> Post(Guid id, NewEntry entry, Viewer viewer, Posting posting, WhoIsWho who, FirmClock clock)
    {
        if (entry.Id == Guid.Empty) return Refusals.Invalid("id", "An entry needs an id of its own (UUIDv7).");
        if (string.IsNullOrWhiteSpace(entry.Body)) return Refusals.Invalid("body", "There are no words in it yet.");
        var posted = await posting.Post(new EntryId(entry.Id), new ConversationId(id), viewer.Person, entry.Body, entry.Close && viewer.Person.IsStaff, clock.Now);
        if (posted is { Entry: null, Refusal: null }) return Refusals.NotFound("conversation");
        if (posted.Refusal is { } refusal)
            return Refusals.Refused(refusal.Reason, refusal.Unseeing.IsEmpty ? null : new Dictionary<string, object?> { ["unseeing"] = refusal.Unseeing.Select(p => PersonView.Of(p)).ToList() });
        return TypedResults.Ok(ConversationViews.Entry(posted.Entry!, viewer.Person, who.Current, []));
    }

    private static async Task<Results<Ok<ConversationView>, ProblemHttpResult>> HandOver(Guid id, NewOwner given, Viewer viewer, Handover handover, WhoIsWho who, Database database, FirmClock clock)
    {
        var place = new ConversationId(id);
        if (database.Read(s => ConversationStore.Find(s, place)) is not { } conversation || !viewer.Person.MaySee(conversation.Place)) return Refusals.NotFound("conversation");
        if (who.Current.Find(new PersonId(given.Person)) is not { } next) return Refusals.Invalid("person", "There is no such person. Choose a colleague.");
        var decision = await handover.To(place, viewer.Person, next, clock.Now);
        if (!decision.Allowed) return Refusals.Refused(decision.Reason);
        return TypedResults.Ok(ConversationViews.Conversation(database.Read(s => ConversationStore.Find(s, place))!, who.Current, clock.Now));
    }

    private static Results<Ok<EntryView>, ProblemHttpResult> GetEntry(Guid id, Viewer viewer, Database database, WhoIsWho who, FirmClock clock) =>
        database.Read(s => ReadEntry(s, new EntryId(id), viewer.Person, who.Current, clock.Now)) is { } entry ? TypedResults.Ok(entry) : Refusals.NotFound("entry");

    /// <summary>A party's own page: its conversations with their talk, and nothing of how we work on them.</summary>
    private static Results<Ok<PartyPage>, ProblemHttpResult> GetPage(Viewer viewer, Database database, WhoIsWho who, FirmClock clock)
    {
        if (viewer.Person.Party is not { } party) return Refusals.NotFound("page");
        var roster = who.Current;
        return TypedResults.Ok(database.Read(s => new PartyPage(
            roster.Firm!.Name, roster.Parties[party].Name,
            [.. ConversationStore.OfParty(s, party).Where(c => viewer.Person.MaySee(c.Place)).OrderByDescending(c => c.Open).ThenByDescending(c => c.LastEntry)
                .Select(c => new PartyConversation(c.Id.Value, c.Docket?.Ref.ToString(), c.Subject, c.Open, ReadTalk(s, [c], viewer.Person, roster, clock.Now, null)))])));
    }
}

/// <summary>What a party sees of itself.</summary>
public sealed record PartyPage(string Firm, string Party, IReadOnlyList<PartyConversation> Conversations);

/// <summary>A conversation as its party sees it.</summary>
public sealed record PartyConversation(Guid Id, string? Docket, string Subject, bool Open, Talk Talk);
