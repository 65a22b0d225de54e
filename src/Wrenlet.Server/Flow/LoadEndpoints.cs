using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Flow.Forecasts;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Flow;

/// <summary>Days in a row: one, or a week.</summary>
/// <param name="Until">The last of them.</param>
public sealed record LoadPeriod(DateOnly From, DateOnly Until);

/// <summary>Work that is laid out in a period.</summary>
/// <param name="Task">The task; null for all that the viewer does not see, together.</param>
/// <param name="Minutes">Working time of it in this period.</param>
/// <param name="Promised">Whether it is due, or something that was promised waits for it.</param>
public sealed record LoadedView(Guid? Task, string Title, double Minutes, bool Promised);

/// <summary>Somebody's time in a period.</summary>
/// <param name="FreeMinutes">Working time in it without leave and meetings; of today, what is left.</param>
/// <param name="PlannedMinutes">Of that, what work is laid out in.</param>
/// <param name="PromisedMinutes">Of that work, what is due or promised.</param>
/// <param name="Overfull">Whether it has to hold more than it can, however it is laid out.</param>
/// <param name="TooMuchMinutes">How much more has to be done by its end than there is time for.</param>
public sealed record LoadCell(
    double FreeMinutes,
    double PlannedMinutes,
    double PromisedMinutes,
    bool Overfull,
    double TooMuchMinutes,
    bool OnLeave,
    IReadOnlyList<LoadedView> Work
);

/// <summary>Somebody's periods, or those of a crew: all of its people together.</summary>
public sealed record LoadRow(PersonView? Person, Guid? Crew, string Name, IReadOnlyList<LoadCell> Cells);

/// <summary>People and crews by days or weeks.</summary>
/// <param name="Tasks">The tasks that the viewer sees in it.</param>
/// <param name="BeingMade">Whether something has changed since, and a new one is being made.</param>
public sealed record LoadView(
    IReadOnlyList<LoadPeriod> Periods,
    IReadOnlyList<LoadRow> Rows,
    IReadOnlyList<TaskView> Tasks,
    bool BeingMade
);

internal static class LoadEndpoints
{
    public static void MapLoad(this IEndpointRouteBuilder api) => api.MapGet("/tasks/load", GetLoad).For(Access.Staff);

    /// <summary>People and crews by days or weeks: the working time they have, and the work that the plan lays out in it.</summary>
    /// <param name="days">How many days, from today on.</param>
    /// <param name="weeks">How many weeks instead; none for days.</param>
    private static async Task<LoadView> GetLoad(
        Viewer viewer,
        Database database,
        WhoIsWho who,
        ForecastKeeping keeping,
        CancellationToken cancelled,
        int days = 10,
        int weeks = 0
    )
    {
        var (forecast, beingMade) = await keeping.Now(null, cancelled);
        var roster = who.Current;
        return database.Read(_ =>
            new Laying(forecast, roster, viewer.Person, Periods(forecast, days, weeks)).View()
        ) with
        {
            BeingMade = beingMade,
        };
    }

    private static List<(LocalDate From, LocalDate Until)> Periods(FirmForecast forecast, int days, int weeks)
    {
        var today = forecast.Input.Firm.DateOf(forecast.Input.Now);
        if (weeks <= 0)
            return
            [
                .. Enumerable.Range(0, Math.Clamp(days, 1, 31)).Select(n => (today.PlusDays(n), today.PlusDays(n))),
            ];
        var sunday = today.DayOfWeek is IsoDayOfWeek.Sunday ? today : today.Next(IsoDayOfWeek.Sunday);
        return
        [
            .. Enumerable
                .Range(0, Math.Clamp(weeks, 1, 26))
                .Select(n => (n == 0 ? today : sunday.PlusDays((n * 7) - 6), sunday.PlusDays(n * 7))),
        ];
    }

    /// <summary>Lays it out for one viewer: of what is not theirs to see stands the time, and nothing else.</summary>
    private sealed class Laying(
        FirmForecast forecast,
        Roster roster,
        Person viewer,
        List<(LocalDate From, LocalDate Until)> periods
    )
    {
        private readonly Dictionary<TaskId, WorkTask> _tasks = forecast
            .Input.Tasks.Where(t => viewer.MaySee(t.Place, Thing.Working))
            .ToDictionary(t => t.Id);

        private readonly List<(Instant From, Instant Until)> _times =
        [
            .. periods.Select(p =>
                (
                    forecast.Input.Firm.FirstMoment(p.From.AtMidnight()),
                    forecast.Input.Firm.FirstMoment(p.Until.PlusDays(1).AtMidnight())
                )
            ),
        ];

        public LoadView View()
        {
            LoadRow[] rows =
            [
                .. roster.Staff.Select(OfPerson),
                .. roster
                    .LiveCrews.Where(c => roster.Staff.Any(p => p.Crews.Contains(c.Id)))
                    .Select(c => new LoadRow(
                        null,
                        c.Id.Value,
                        c.Name,
                        [.. forecast.Load.Of(c.Id, _times).Select(t => Cell(t, false))]
                    )),
            ];
            var shown = rows.SelectMany(r => r.Cells).SelectMany(c => c.Work).Select(w => w.Task).ToHashSet();
            return new(
                [.. periods.Select(p => new LoadPeriod(p.From.ToDateOnly(), p.Until.ToDateOnly()))],
                rows,
                [
                    .. _tasks
                        .Values.Where(t => shown.Contains(t.Id.Value))
                        .Select(t => TaskViews.Of(t, roster, forecast.Input.Now)),
                ],
                false
            );
        }

        private LoadRow OfPerson(Person person)
        {
            var own = forecast.Input.People.FirstOrDefault(p => p.Id == person.Id);
            var times = forecast.Load.Of(person.Id, _times);
            return new(
                PersonView.Of(person),
                null,
                person.Name,
                [.. times.Select((t, i) => Cell(t, own?.IsAway(periods[i].From, periods[i].Until) is true))]
            );
        }

        private LoadCell Cell(LoadedTime time, bool onLeave)
        {
            var seen = time.Work.Where(w => w.Of.Task is { } id && _tasks.ContainsKey(id)).ToList();
            var hidden = time.Work.Except(seen).ToList();
            return new(
                time.Free.TotalMinutes,
                time.Planned.TotalMinutes,
                time.Promised.TotalMinutes,
                time.Overfull,
                time.TooMuch.TotalMinutes,
                onLeave,
                [
                    .. seen.GroupBy(w => w.Of.Task!.Value)
                        .Select(g => new LoadedView(
                            g.Key.Value,
                            _tasks[g.Key].Title,
                            g.Sum(w => w.Time.TotalMinutes),
                            g.Any(w => w.Wanted)
                        )),
                    .. hidden.Count > 0
                        ?
                        [
                            new LoadedView(
                                null,
                                ForecastWords.OtherWork,
                                hidden.Sum(w => w.Time.TotalMinutes),
                                hidden.Any(w => w.Wanted)
                            ),
                        ]
                        : Array.Empty<LoadedView>(),
                ]
            );
        }
    }
}
