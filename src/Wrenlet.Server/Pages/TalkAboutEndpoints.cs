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
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Pages;

/// <summary>The conversations about tasks and meetings, begun when somebody opens them.</summary>
internal static class TalkAboutEndpoints
{
    public static void MapTalkAbout(this IEndpointRouteBuilder api)
    {
        api.MapPut("/meetings/{id:guid}/conversation", OfMeeting).For(Access.Staff);
        api.MapPut("/tasks/{id:guid}/conversation", OfTask).For(Access.Staff);
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
