using System.ComponentModel.DataAnnotations;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow;

/// <summary>A person's days with the work that is due on them.</summary>
public sealed record LoadRow(PersonView Person, IReadOnlyList<LoadCell> Days);

/// <summary>One person's day.</summary>
/// <param name="FreeMinutes">Working time on it; of today, what is left.</param>
/// <param name="WorkMinutes">Estimated work due on it.</param>
/// <param name="Over">Whether more is due than there is time for.</param>
public sealed record LoadCell(
    DateOnly Day,
    double FreeMinutes,
    double WorkMinutes,
    bool Over,
    bool OnLeave,
    IReadOnlyList<Guid> Tasks
);

/// <summary>People by days.</summary>
public sealed record LoadView(
    IReadOnlyList<DateOnly> Days,
    IReadOnlyList<LoadRow> People,
    IReadOnlyList<TaskView> Tasks
);

internal static class LoadEndpoints
{
    private const int Most = 25_000;

    public static void MapLoad(this IEndpointRouteBuilder api) => api.MapGet("/tasks/load", GetLoad).For(Access.Staff);

    /// <summary>People by days: the working time they have, and the estimated work that is due.</summary>
    private static LoadView GetLoad(Viewer viewer, Database database, WhoIsWho who, FirmClock clock, int days = 10) =>
        database.Read(s =>
        {
            var (roster, now) = (who.Current, clock.Now);
            var many = Math.Clamp(days, 1, 31);
            var tasks = TaskStore
                .Table(s, TaskScope.All, null, now, Most)
                .Where(t => !t.Progress.Over && viewer.Person.MaySee(t.Place, Thing.Working))
                .ToList();
            var work = Load.Lay(
                tasks.Select(t => new OpenWork(
                    t.Id,
                    t.Parent,
                    t.Owners,
                    t.Due,
                    t.Remaining,
                    t.Parts.Count > 0,
                    t.Parts.Percent
                ))
            );
            var today = roster.Firm!.Calendar.DateOf(now);
            var leaves = LeaveStore.From(s, today).ToLookup(l => l.Person);
            var meetings = MeetingStore.Busy(
                s,
                [.. roster.Staff.Select(p => p.Id)],
                now,
                now + Duration.FromDays(many + 1)
            );
            var rows = roster
                .Staff.Select(p => new LoadRow(
                    PersonView.Of(p),
                    [
                        .. Load.Of(p.Id, roster.HoursOf(p.Id), [.. leaves[p.Id]], [.. meetings[p.Id]], work, now, many)
                            .Select(d => new LoadCell(
                                d.Day.ToDateOnly(),
                                d.Free.TotalMinutes,
                                d.Work.TotalMinutes,
                                d.Over,
                                d.OnLeave,
                                [.. d.Tasks.Select(t => t.Value)]
                            )),
                    ]
                ))
                .ToList();
            var shown = rows.SelectMany(r => r.Days).SelectMany(d => d.Tasks).ToHashSet();
            return new LoadView(
                [.. Enumerable.Range(0, many).Select(n => today.PlusDays(n).ToDateOnly())],
                rows,
                [.. tasks.Where(t => shown.Contains(t.Id.Value)).Select(t => TaskViews.Of(t, roster, now))]
            );
        });
}
