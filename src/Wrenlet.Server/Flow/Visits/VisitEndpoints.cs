using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Conversations;
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
                            .Where(c => c is { Audience: Audience.Outside, Party: not null })
                            .Where(c => viewer.Person.MaySee(c.Place) && roster.Parties.ContainsKey(c.Party!.Value))
                            .Select(c => (Talk: c, Party: roster.Parties[c.Party!.Value]))
                            .Select(c => new VisitPartyView(
                                c.Talk.Id.Value,
                                c.Party.Name,
                                [.. c.Party.Contacts.Select(p => p.Value)]
                            )),
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

    /// <summary>The viewer's visits of today in their order, each with the way to it.</summary>
    private static IReadOnlyList<VisitLegView> GetToday(
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        database.Read(s =>
        {
            var (roster, now, me) = (who.Current, clock.Now, viewer.Person);
            var calendar = roster.Firm!.Calendar;
            var mine = VisitStore
                .Open(s)
                .Select(v => (Visit: v, Standing: VisitPlanning.StandingOf(s, v, now)))
                .Where(v => calendar.DateOf(v.Standing.Window.From) == calendar.DateOf(now))
                .Select(v => (v.Visit, v.Standing, Task: TaskStore.Find(s, v.Visit.Task)!))
                .Where(v => me.MaySee(v.Task.Place, Thing.Working) && v.Task.Owners.Any(o => IsOf(o.Owner, me)))
                .ToDictionary(v => v.Task.Id);
            return VisitDay
                .Of(
                    mine.Values.Select(v => new VisitStop(
                        v.Task.Id,
                        v.Standing.Window,
                        v.Visit.Way,
                        v.Task.Remaining ?? VisitDay.UsualStay
                    ))
                )
                .Select(l => (Leg: l, mine[l.Stop.Task].Visit, mine[l.Stop.Task].Task))
                .Select(l => new VisitLegView(
                    VisitPlanning.View(s, l.Visit, roster, now),
                    l.Task.Title,
                    l.Task.Docket?.Ref.ToString(),
                    l.Leg.Leave.ToDateTimeOffset(),
                    l.Leg.Arrive.ToDateTimeOffset(),
                    l.Leg.Done.ToDateTimeOffset(),
                    (int)l.Leg.Late.TotalMinutes
                ))
                .ToList();
        });

    private static bool IsOf(TaskOwner owner, Person person) =>
        owner switch
        {
            TaskOwner.OfPerson p => p.Person == person.Id,
            TaskOwner.OfCrew c => person.Crews.Contains(c.Crew),
            _ => false,
        };

    private static Results<Ok<VisitView>, ProblemHttpResult> Answer(VisitOutcome outcome) =>
        outcome.Problem is { } problem ? problem : TypedResults.Ok(outcome.Visit!);
}
