using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Pages.Later;

/// <summary>A message that is to leave later.</summary>
/// <param name="At">When; null for when the doors open next.</param>
public sealed record NewLater([property: Required] NewEntry Entry, DateTimeOffset? At = null);

/// <summary>What is changed of a message that leaves later.</summary>
/// <param name="Body">Its words, as Markdown; null to leave them.</param>
/// <param name="At">When it leaves; null to leave that.</param>
/// <param name="Knowing">Whether to go on in spite of the leak check.</param>
/// <param name="Now">Whether it leaves at once, though something was said since it was written.</param>
public sealed record LaterChange(
    [property: StringLength(Posting.LongestBody, MinimumLength = 1)] string? Body = null,
    DateTimeOffset? At = null,
    bool Knowing = false,
    bool Now = false
);

/// <summary>When the doors open next.</summary>
public sealed record OpeningView(DateTimeOffset At);

internal static class LaterEndpoints
{
    public static void MapLater(this IEndpointRouteBuilder api)
    {
        api.MapGet("/conversations/{id:guid}/opening", Opening).For(Access.Staff);
        api.MapPost("/conversations/{id:guid}/later", Keep).For(Access.Staff);
        api.MapPut("/later/{id:guid}", Change).For(Access.Staff);
        api.MapPost("/later/{id:guid}/stopped", Stop).For(Access.Staff);
        api.MapDelete("/later/{id:guid}", Drop).For(Access.Staff);
    }

    /// <summary>When the doors of a conversation's queue open next, or the firm's.</summary>
    private static Results<Ok<OpeningView>, ProblemHttpResult> Opening(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        database.Read(s => SeenTalk.Conversation(s, id, viewer.Person)) is { } conversation
            ? TypedResults.Ok(new OpeningView(OpeningOf(conversation, who, clock.Now).ToDateTimeOffset()))
            : Refusals.NotFound("conversation");

    private static Instant OpeningOf(Conversation conversation, WhoIsWho who, Instant now)
    {
        var queue = conversation.Queue is { } id ? who.Current.Queues.GetValueOrDefault(id) : null;
        return LaterMessage.Opening(queue?.Calendar ?? who.Current.Firm!.Calendar, now);
    }

    private static async Task<Results<Ok<LaterView>, ProblemHttpResult>> Keep(
        Guid id,
        NewLater given,
        Viewer viewer,
        Speaking speaking,
        Database database,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var now = clock.Now;
        if (database.Read(s => SeenTalk.Conversation(s, id, viewer.Person)) is not { } conversation)
            return Refusals.NotFound("conversation");
        var leaves = given.At is { } at ? Instant.FromDateTimeOffset(at) : OpeningOf(conversation, who, now);
        if (LaterMessage.Refuses(leaves, now) is { } not)
            return Refusals.Invalid("at", not);
        var (saying, wrong) = speaking.Read(id, given.Entry, viewer.Person);
        if (saying is null)
            return wrong!.Problem("conversation");
        return await writes.Run<Results<Ok<LaterView>, ProblemHttpResult>>(w =>
        {
            var entryId = new EntryId(given.Entry.Id);
            // Sent again after an answer that never came, it is one message, as it was written last.
            if (
                LaterStore.Find(w.Session, entryId) is { } kept
                && (kept.Author != viewer.Person.Id || kept.Conversation != conversation.Id)
            )
                return Refusals.Refused("Another message has this id already. Load the page again; your text is kept.");
            if (EntryStore.Knows(w.Session, entryId))
                return Refusals.Refused("It has been sent already.");
            if (LaterStore.In(w.Session, [conversation.Key]).Count(m => m.Id != entryId) >= LaterMessage.MostInOne)
                return Refusals.Refused(
                    $"{LaterMessage.MostInOne} messages wait to leave here already. Send or discard one first."
                );
            var (refusal, knowing) = Weighed(w.Session, conversation, saying, viewer.Person, speaking, now);
            if (refusal is not null)
                return HeldBack.Of(refusal, saying.Body, viewer.Person, who.Current);
            var message = new LaterMessage(
                entryId,
                conversation.Id,
                viewer.Person.Id,
                now,
                leaves,
                Leaving.Write(given.Entry with { Body = saying.Body }),
                knowing
            );
            LaterStore.Keep(w.Session, message);
            EventLines.Changed(w, conversation, viewer.Person.Id, now);
            return TypedResults.Ok(LaterViews.Of(message, viewer.Person, who.Current));
        });
    }

    /// <summary>Why it could not be said now, and the leak check's reasons that its author goes on in spite of.</summary>
    private static (PostRefusal? Refusal, System.Collections.Immutable.ImmutableArray<string> Knowing) Weighed(
        SqlSession session,
        Conversation conversation,
        Saying saying,
        Person author,
        Speaking speaking,
        Instant now
    )
    {
        var refusal = speaking.Refuses(session, conversation, saying with { Knowing = false }, author, now);
        return refusal is { Leaks.IsEmpty: false } && saying.Knowing
            ? (null, [.. refusal.Leaks.Select(l => l.Reason)])
            : (refusal, []);
    }

    private static async Task<Results<Ok<LaterView>, NoContent, ProblemHttpResult>> Change(
        Guid id,
        LaterChange change,
        Viewer viewer,
        Leaving leaving,
        Speaking speaking,
        Database database,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var now = clock.Now;
        var changed = await writes.Run<Results<Ok<LaterView>, NoContent, ProblemHttpResult>>(w =>
        {
            if (Shown(w.Session, id, viewer.Person) is not var (message, conversation))
                return Refusals.NotFound("message");
            if (message.RefusesChanging(viewer.Person.Id) is { } not)
                return Refusals.Refused(not);
            var leaves = change.At is { } at ? Instant.FromDateTimeOffset(at) : message.Leaves;
            if (change.At is not null && LaterMessage.Refuses(leaves, now) is { } early)
                return Refusals.Invalid("at", early);
            var entry = Leaving.Read(message);
            // Whoever changes it has what was said since before them.
            entry = entry with
            {
                Body = change.Body ?? entry.Body,
                Knowing = change.Knowing || entry.Knowing,
                Seen = entry.Seen is null ? null : EntryStore.Newest(w.Session, conversation.Key),
            };
            var (saying, wrong) = speaking.Read(message.Conversation.Value, entry, viewer.Person);
            if (saying is null)
                return wrong!.Problem("conversation");
            var asKnown = saying with { Knowing = change.Knowing, Circular = message.Circular };
            var (refusal, knowing) = Weighed(w.Session, conversation, asKnown, viewer.Person, speaking, now);
            if (refusal is { Leaks.IsEmpty: false } && message.Knows(refusal.Leaks.Select(l => l.Reason)))
                (refusal, knowing) = (null, message.Knowing);
            if (refusal is not null)
                return HeldBack.Of(refusal, saying.Body, viewer.Person, who.Current);
            var next = message.ChangedTo(
                Leaving.Write(entry with { Body = saying.Body }),
                knowing,
                change.At is null ? null : leaves
            );
            LaterStore.Keep(w.Session, next);
            EventLines.Changed(w, conversation, viewer.Person.Id, now);
            return TypedResults.Ok(LaterViews.Of(next, viewer.Person, who.Current));
        });
        if (!change.Now || changed.Result is not Ok<LaterView>)
            return changed;
        return await leaving.Leave(new EntryId(id), now, all: true) is { } why
            ? Refusals.Refused(why)
            : TypedResults.NoContent();
    }

    private static Task<Results<Ok<LaterView>, ProblemHttpResult>> Stop(
        Guid id,
        Viewer viewer,
        Leaving leaving,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    ) =>
        writes.Run<Results<Ok<LaterView>, ProblemHttpResult>>(w =>
        {
            if (Shown(w.Session, id, viewer.Person) is not var (message, conversation))
                return Refusals.NotFound("message");
            if (message.RefusesStopping(viewer.Person) is { } not)
                return Refusals.Refused(not);
            var stopped = message.StoppedBy(viewer.Person);
            leaving.Hold(w, stopped, conversation, clock.Now, viewer.Person.Id);
            return TypedResults.Ok(LaterViews.Of(stopped, viewer.Person, who.Current));
        });

    /// <summary>Takes it out; its words go back to its author, and wait in their composer unless something stands there.</summary>
    private static Task<Results<Ok<TakenBack>, ProblemHttpResult>> Drop(
        Guid id,
        Viewer viewer,
        WriteQueue writes,
        FirmClock clock
    ) =>
        writes.Run<Results<Ok<TakenBack>, ProblemHttpResult>>(w =>
        {
            if (Shown(w.Session, id, viewer.Person) is not var (message, conversation))
                return Refusals.NotFound("message");
            if (message.RefusesChanging(viewer.Person.Id) is { } not)
                return Refusals.Refused(not);
            var body = Leaving.Read(message).Body;
            LaterStore.Remove(w.Session, message.Id);
            if (DraftStore.Of(w.Session, viewer.Person.Id).All(d => d.Conversation != conversation.Id))
                DraftStore.Keep(w.Session, viewer.Person.Id, conversation.Key, EditorDocument.OfText(body), clock.Now);
            EventLines.Changed(w, conversation, viewer.Person.Id, clock.Now);
            return TypedResults.Ok(new TakenBack(body));
        });

    private static (LaterMessage Message, Conversation Conversation)? Shown(
        SqlSession session,
        Guid id,
        Person viewer
    ) =>
        LaterStore.Find(session, new EntryId(id)) is { } message
        && SeenTalk.Conversation(session, message.Conversation.Value, viewer, Thing.Working) is { } conversation
        && message.IsShownTo(viewer.Id, conversation.Audience)
            ? (message, conversation)
            : null;
}
