using System.ComponentModel.DataAnnotations;
using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Pages;

/// <summary>Who follows a conversation.</summary>
/// <param name="Follows">Whether the viewer does.</param>
public sealed record FollowersView(bool Follows, IReadOnlyList<PersonView> People);

/// <summary>Whether one follows something.</summary>
public sealed record FollowMark(bool Follows);

/// <summary>The conversations about tasks, worklists and meetings, begun when somebody opens them.</summary>
internal static class TalkAboutEndpoints
{
    public static void MapTalkAbout(this IEndpointRouteBuilder api)
    {
        api.MapPut("/meetings/{id:guid}/conversation", OfMeeting).For(Access.Staff);
        api.MapPut("/tasks/{id:guid}/conversation", OfTask).For(Access.Staff);
        api.MapPut("/worklists/{id:guid}/conversation", OfWorklist).For(Access.Staff);
        api.MapGet("/conversations/{id:guid}/followers", GetFollowers).For(Access.Staff);
        api.MapPut("/conversations/{id:guid}/followers/me", Follow).For(Access.Staff);
    }

    /// <summary>What was said in a meeting and about it, begun where nothing was.</summary>
    private static Task<Results<Ok<OpenedConversation>, ProblemHttpResult>> OfMeeting(
        Guid id,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    ) =>
        writes.Run<Results<Ok<OpenedConversation>, ProblemHttpResult>>(w =>
            MeetingStore.Find(w.Session, new MeetingId(id)) is { } kept
            && SeenTalk.Entry(w.Session, kept.Entry, viewer.Person) is not null
                ? TypedResults.Ok(
                    ConversationEndpoints.Opened(
                        w.Session,
                        Convening.TalkOf(w, kept, clock.Now, viewer.Person.Id),
                        viewer.Person,
                        who.Current,
                        clock.Now
                    )
                )
                : Refusals.NotFound("meeting")
        );

    /// <summary>The conversation about a worklist, begun where there is none.</summary>
    private static Task<Results<Ok<OpenedConversation>, ProblemHttpResult>> OfWorklist(
        Guid id,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    ) =>
        writes.Run<Results<Ok<OpenedConversation>, ProblemHttpResult>>(w =>
        {
            if (WorklistStore.Find(w.Session, id) is not { } list || !viewer.Person.MaySee(list.Place))
                return Refusals.NotFound("worklist");
            if (ConversationStore.OfWorklist(w.Session, id) is not { } conversation)
            {
                var begun = new ConversationId(Guid.CreateVersion7());
                ConversationStore.AddOfWorklist(w.Session, begun, id, list.Name);
                conversation = ConversationStore.Find(w.Session, begun)!;
                w.Log(
                    new Change(
                        ChangeKinds.ConversationMade,
                        begun.Value,
                        conversation.Place,
                        Thing.Working,
                        clock.Now,
                        viewer.Person.Id,
                        list.Docket?.Id,
                        begun
                    )
                );
            }

            return TypedResults.Ok(
                ConversationEndpoints.Opened(w.Session, conversation, viewer.Person, who.Current, clock.Now)
            );
        });

    private static Results<Ok<FollowersView>, ProblemHttpResult> GetFollowers(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who
    ) =>
        database.Read<Results<Ok<FollowersView>, ProblemHttpResult>>(s =>
            SeenTalk.Conversation(s, id, viewer.Person, Thing.Working) is { } talk
                ? TypedResults.Ok(Followers(s, talk, viewer.Person, who.Current))
                : Refusals.NotFound("conversation")
        );

    private static FollowersView Followers(SqlSession session, Conversation talk, Person viewer, Roster roster)
    {
        var all = FollowerStore
            .FollowersOf(session, talk.Key)
            .Select(f => roster.Find(f))
            .OfType<Person>()
            .Where(p => p.MaySee(talk.Place))
            .ToList();
        return new(all.Exists(p => p.Id == viewer.Id), [.. all.Select(PersonView.Of)]);
    }

    private static Task<Results<Ok<FollowersView>, ProblemHttpResult>> Follow(
        Guid id,
        FollowMark given,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who
    ) =>
        writes.Run<Results<Ok<FollowersView>, ProblemHttpResult>>(w =>
        {
            if (SeenTalk.Conversation(w.Session, id, viewer.Person, Thing.Working) is not { } talk)
                return Refusals.NotFound("conversation");
            FollowerStore.Follow(w.Session, talk.Key, viewer.Person.Id, given.Follows);
            return TypedResults.Ok(Followers(w.Session, talk, viewer.Person, who.Current));
        });

    /// <summary>The conversation about a task, begun where there is none.</summary>
    private static Task<Results<Ok<OpenedConversation>, ProblemHttpResult>> OfTask(
        Guid id,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    ) =>
        writes.Run<Results<Ok<OpenedConversation>, ProblemHttpResult>>(w =>
        {
            if (
                TaskStore.Find(w.Session, new TaskId(id)) is not { } task
                || !viewer.Person.MaySee(task.Place, Thing.Working)
            )
                return Refusals.NotFound("task");
            if (ConversationStore.OfTask(w.Session, id) is not { } conversation)
            {
                var begun = new ConversationId(Guid.CreateVersion7());
                ConversationStore.AddOfTask(w.Session, begun, id, task.Title);
                conversation = ConversationStore.Find(w.Session, begun)!;
                w.Log(
                    new Change(
                        ChangeKinds.ConversationMade,
                        begun.Value,
                        conversation.Place,
                        Thing.Working,
                        clock.Now,
                        viewer.Person.Id,
                        task.Docket?.Id,
                        begun
                    )
                );
            }

            return TypedResults.Ok(
                ConversationEndpoints.Opened(w.Session, conversation, viewer.Person, who.Current, clock.Now)
            );
        });
}
