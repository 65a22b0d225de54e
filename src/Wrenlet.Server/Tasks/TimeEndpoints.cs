using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>Time that went into a task.</summary>
/// <param name="Id">Under which id it is set down (UUIDv7); said twice, it counts once.</param>
/// <param name="Minutes">Whole minutes.</param>
/// <param name="Entry">The note of its talk that says so; null for the viewer's own time.</param>
public sealed record TimeBody(
    [property: Required] Guid Id,
    [property: Range(1, 60_000)] int Minutes,
    Guid? Entry = null
);

/// <summary>A clock that runs.</summary>
/// <param name="Task">On which task.</param>
/// <param name="Docket">Its docket; null for none.</param>
public sealed record TaskClockView(Guid Task, string Title, string? Docket, DateTimeOffset Began);

/// <summary>What a clock counted.</summary>
/// <param name="Time">Under which id the time is set down.</param>
/// <param name="OverNight">Whether it ran over a night, so that only working time counts.</param>
public sealed record TaskClockStoppedView(TaskView Task, Guid Time, int Minutes, bool OverNight);

/// <summary>Time that goes into tasks.</summary>
internal static class TimeEndpoints
{
    public static void MapTimes(this IEndpointRouteBuilder api)
    {
        api.MapPost("/tasks/{id:guid}/time", Add).For(Access.Staff);
        api.MapDelete("/tasks/{id:guid}/time/{time:guid}", TakeBack).For(Access.Staff);
        api.MapPut("/tasks/{id:guid}/clock", Start).For(Access.Staff);
        api.MapGet("/clock", Get).For(Access.Staff);
        api.MapDelete("/clock", Stop).For(Access.Staff);
    }

    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> Add(
        Guid id,
        TimeBody body,
        Viewer viewer,
        TimeSpending spending,
        WhoIsWho who,
        FirmClock clock,
        HttpContext context
    ) =>
        TaskEndpoints.Outcome(
            await spending.Add(
                new TaskId(id),
                body.Id,
                Duration.FromMinutes(body.Minutes),
                body.Entry is { } entry ? new EntryId(entry) : null,
                viewer.Person,
                clock.Now
            ),
            who.Current,
            clock,
            context
        );

    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> TakeBack(
        Guid id,
        Guid time,
        Viewer viewer,
        TimeSpending spending,
        WhoIsWho who,
        FirmClock clock,
        HttpContext context
    ) =>
        TaskEndpoints.Outcome(
            await spending.TakeBack(new TaskId(id), time, viewer.Person, clock.Now),
            who.Current,
            clock,
            context
        );

    /// <summary>Starts the viewer's clock on a task; one that runs on another is stopped and counted first.</summary>
    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> Start(
        Guid id,
        Viewer viewer,
        TimeSpending spending,
        WhoIsWho who,
        FirmClock clock,
        HttpContext context
    ) =>
        TaskEndpoints.Outcome(
            await spending.Start(new TaskId(id), viewer.Person, clock.Now),
            who.Current,
            clock,
            context
        );

    /// <summary>The viewer's clock; nothing while none runs.</summary>
    private static Results<Ok<TaskClockView>, NoContent> Get(Viewer viewer, Database database) =>
        database.Read<Results<Ok<TaskClockView>, NoContent>>(s =>
            TimeStore.ClockOf(s, viewer.Person.Id) is { } clock
            && TaskStore.Find(s, clock.Task) is { } task
            && viewer.Person.MaySee(task.Place, Thing.Working)
                ? TypedResults.Ok(
                    new TaskClockView(
                        task.Id.Value,
                        task.Title,
                        task.Docket?.Ref.ToString(),
                        clock.Began.ToDateTimeOffset()
                    )
                )
                : TypedResults.NoContent()
        );

    /// <summary>Stops the viewer's clock, and counts what it ran.</summary>
    private static async Task<Results<Ok<TaskClockStoppedView>, NoContent>> Stop(
        Viewer viewer,
        TimeSpending spending,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var stopped = await spending.Stop(viewer.Person, clock.Now);
        return stopped.Task is { } task
            ? TypedResults.Ok(
                new TaskClockStoppedView(
                    TaskViews.Of(task, who.Current, clock.Now),
                    stopped.Time,
                    (int)stopped.Length.TotalMinutes,
                    stopped.OverNight
                )
            )
            : TypedResults.NoContent();
    }
}
