using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.Flow.Visits;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow.Visits;

/// <summary>Visits: tasks that are done at their customer's.</summary>
internal static class VisitEndpoints
{
    public static void MapVisits(this IEndpointRouteBuilder api)
    {
        api.MapGet("/tasks/{id:guid}/visit", Get).For(Access.Staff);
        api.MapPut("/tasks/{id:guid}/visit", Put).For(Access.Staff);
        api.MapPut("/tasks/{id:guid}/visit/on-way", OnWay).For(Access.Staff);
        api.MapDelete("/tasks/{id:guid}/visit", Remove).For(Access.Staff);
        api.MapGet("/visits/today", GetToday).For(Access.Staff);
        api.MapPut("/meetings/{id:guid}/way", SetWay).For(Access.Staff);
    }

    /// <summary>A task's visit, and to whom it can be offered.</summary>
    private static Results<Ok<TaskVisitView>, ProblemHttpResult> Get(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        database.Read<Results<Ok<TaskVisitView>, ProblemHttpResult>>(s =>
        {
            if (TaskStore.Find(s, new TaskId(id)) is not { } task || !viewer.Person.MaySee(task.Place, Thing.Working))
                return Refusals.NotFound("task");
            var roster = who.Current;
            var talks = task.Docket is { } docket ? ConversationStore.OfDocket(s, docket.Id) : [];
            return TypedResults.Ok(
                new TaskVisitView(
                    VisitStore.Of(s, task.Id) is { } visit ? VisitPlanning.View(s, visit, roster, clock.Now) : null,
                    [
                        .. talks
                            .Where(c => viewer.Person.MaySee(c.Place))
                            .Select(c => DayReading.PartyOf(c, roster))
                            .OfType<VisitPartyView>(),
                    ]
                )
            );
        });

    /// <summary>Plans a task's visit, puts it off, or offers it.</summary>
    private static async Task<Results<Ok<VisitView>, ProblemHttpResult>> Put(
        Guid id,
        VisitBody body,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        VisitPlanning planning,
        FirmClock clock
    ) => Answer(await planning.Put(new TaskId(id), body, ifMatch, viewer.Person, clock.Now));

    /// <summary>Says that they were told that we are on our way.</summary>
    private static async Task<Results<Ok<VisitView>, ProblemHttpResult>> OnWay(
        Guid id,
        Viewer viewer,
        VisitPlanning planning,
        FirmClock clock
    ) => Answer(await planning.OnWay(new TaskId(id), viewer.Person, clock.Now));

    /// <summary>Takes a task's visit out.</summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> Remove(
        Guid id,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        VisitPlanning planning,
        FirmClock clock
    )
    {
        var outcome = await planning.Remove(new TaskId(id), ifMatch, viewer.Person, clock.Now);
        return outcome.Problem is { } problem ? problem : TypedResults.NoContent();
    }

    /// <summary>Where the viewer goes today, in order, each with the way to it.</summary>
    private static IReadOnlyList<DayStopView> GetToday(
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) => database.Read(s => new DayReading(s, who.Current, viewer.Person, clock.Now).Stops());

    /// <summary>Sets how long the viewer's way to a meeting is, or says that they were told that they are on it.</summary>
    private static async Task<Results<NoContent, ProblemHttpResult>> SetWay(
        Guid id,
        WayBody body,
        Viewer viewer,
        VisitPlanning planning,
        FirmClock clock
    ) =>
        await planning.SetWay(new MeetingId(id), body, viewer.Person, clock.Now) is { } problem
            ? problem
            : TypedResults.NoContent();

    private static Results<Ok<VisitView>, ProblemHttpResult> Answer(VisitOutcome outcome) =>
        outcome.Problem is { } problem ? problem : TypedResults.Ok(outcome.Visit!);
}
