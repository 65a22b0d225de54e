using System.Collections.Immutable;
using System.ComponentModel.DataAnnotations;
using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>Where a task stands in what to do next.</summary>
/// <param name="Reason">Why, in one line.</param>
/// <param name="Blocked">Whether it has to wait for another.</param>
/// <param name="Stale">Whether it is to be questioned: late for long, and nobody has said a word about it.</param>
public sealed record NextView(Guid Task, string Reason, bool Blocked, bool Stale);

/// <summary>What to do next, with the reason for it.</summary>
internal static class NextEndpoints
{
    public static void MapNext(this IEndpointRouteBuilder api) => api.MapGet("/tasks/next", GetNext).For(Access.Staff);

    /// <summary>
    /// The viewer's open tasks, their crews' included, in the order in which they are best done, each with its reason.
    /// </summary>
    private static IReadOnlyList<NextView> GetNext(Viewer viewer, Database database, WhoIsWho who, FirmClock clock)
    {
        var calendar = who.Current.HoursOf(viewer.Person.Id);
        return database.Read(s =>
        {
            var open = TaskStore
                .OfPerson(s, viewer.Person.Id, clock.Now, 1000)
                .Where(t => !t.Progress.Over && viewer.Person.MaySee(t.Place, Thing.Working))
                .ToDictionary(t => t.Id);
            // What others do and one's own waits for stands in the order too, and is left out of what is shown.
            var waitedFor = open
                .Values.SelectMany(t => t.BlockedBy)
                .Where(b => !b.Over && !open.ContainsKey(b.Id))
                .Select(b => b.Id)
                .Distinct()
                .Select(b => TaskStore.Find(s, b))
                .OfType<WorkTask>();
            return NextOrder
                .Of([.. open.Values.Concat(waitedFor).Select(t => Open(t, clock.Now, calendar))], clock.Now, calendar)
                .Where(n => open.ContainsKey(n.Id))
                .Select(n => new NextView(n.Id.Value, n.Reason, n.Blocked, Stale(s, open[n.Id], clock.Now, calendar)))
                .ToList();
        });
    }

    private static OpenTask Open(WorkTask task, Instant now, WorkCalendar calendar) =>
        new(
            task.Id,
            task.Title,
            task.Priority,
            task.Due,
            task.Remaining,
            task.GateStage?.Name,
            [.. task.BlockedBy.Where(b => !b.Over).Select(b => b.Id)],
            task.Made
        )
        {
            Awaits = task.Waits is [var wait, ..] ? wait.Words(now, calendar) : null,
        };

    /// <summary>
    /// Whether a task is to be questioned. When it was last spoken of is looked up only where it is late.
    /// </summary>
    private static bool Stale(SqlSession session, WorkTask task, Instant now, WorkCalendar calendar) =>
        NextOrder.IsStale(task.Due, null, now, calendar)
        && NextOrder.IsStale(
            task.Due,
            new[]
            {
                task.Made,
                task.Wanted,
                TaskHistoryStore.LastChange(session, task.Key),
                TaskHistoryStore.LastWord(session, task.Key),
            }.Max(),
            now,
            calendar
        );
}
