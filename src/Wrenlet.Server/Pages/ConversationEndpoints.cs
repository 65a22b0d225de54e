using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Pages;

internal static class ConversationEndpoints
{
    public static void MapTalks(this IEndpointRouteBuilder api)
    {
        api.MapGet("/conversations/{id:guid}", GetConversation).For(Access.Staff);
        api.MapGet("/conversations/{id:guid}/entries", GetEntries).For(Access.SignedIn);
        api.MapGet("/entries/{id:guid}", GetEntry).For(Access.SignedIn);
    }

    private static Results<Ok<OpenedConversation>, ProblemHttpResult> GetConversation(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        database.Read<Results<Ok<OpenedConversation>, ProblemHttpResult>>(s =>
            SeenTalk.Conversation(s, id, viewer.Person) is { } conversation
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
            SeenTalk.Conversation(s, id, viewer.Person) is { } conversation
                ? TypedResults.Ok(TalkReading.Talk(s, [conversation], viewer.Person, who.Current, clock.Now, span))
                : Refusals.NotFound("conversation")
        );

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
}
