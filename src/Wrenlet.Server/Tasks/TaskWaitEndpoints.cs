using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;

namespace Wrenlet.Server.Tasks;

/// <summary>What a task is to wait for that comes from elsewhere.</summary>
/// <param name="What">In a few words.</param>
/// <param name="ToldBy">Who said when it comes; null or empty where nobody did.</param>
/// <param name="Expected">When it is to come.</param>
/// <param name="Came">Whether it has come.</param>
public sealed record WaitBody(
    [property: StringLength(DatedWait.MostLetters)] string What,
    [property: StringLength(DatedWait.MostLetters)] string? ToldBy,
    DateTimeOffset Expected,
    bool Came = false
);

/// <summary>What tasks wait for that comes from elsewhere.</summary>
internal static class TaskWaitEndpoints
{
    public static void MapTaskWaits(this IEndpointRouteBuilder api)
    {
        api.MapPut("/tasks/{id:guid}/waits/{wait:guid}", Put).For(Access.Staff);
        api.MapDelete("/tasks/{id:guid}/waits/{wait:guid}", Remove).For(Access.Staff);
    }

    /// <summary>Writes down what a task waits for, changes it, or says that it has come; said twice, it is one.</summary>
    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> Put(
        Guid id,
        Guid wait,
        WaitBody body,
        Viewer viewer,
        TaskWaiting waiting,
        WhoIsWho who,
        FirmClock clock,
        HttpContext context
    ) =>
        string.IsNullOrWhiteSpace(body.What)
            ? Refusals.Invalid("what", "Write what it waits for.")
            : TaskEndpoints.Outcome(
                await waiting.Put(new TaskId(id), wait, body, viewer.Person, clock.Now),
                who.Current,
                clock,
                context
            );

    /// <summary>Takes a wait out that is none.</summary>
    private static async Task<Results<Ok<TaskView>, ProblemHttpResult>> Remove(
        Guid id,
        Guid wait,
        Viewer viewer,
        TaskWaiting waiting,
        WhoIsWho who,
        FirmClock clock,
        HttpContext context
    ) =>
        TaskEndpoints.Outcome(
            await waiting.Remove(new TaskId(id), wait, viewer.Person, clock.Now),
            who.Current,
            clock,
            context
        );
}
