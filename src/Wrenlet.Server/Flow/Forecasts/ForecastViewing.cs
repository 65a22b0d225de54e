using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Text;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow.Forecasts;

/// <summary>A forecast as one viewer sees it: of what is not theirs to see stands the time, and nothing else.</summary>
internal sealed class ForecastViewing(SqlSession session, Roster roster, Person viewer, FirmForecast forecast)
{
    private const int MostDays = 90;
    private const int MostElsewhere = 12;
    private const int LongestTitle = 80;

    private readonly Dictionary<TaskId, WorkTask> _tasks = forecast.Input.Tasks.ToDictionary(t => t.Id);
    private readonly Dictionary<DocketId, Docket> _dockets = forecast.Input.Dockets.ToDictionary(
        d => d.Docket.Id,
        d => d.Docket
    );

    /// <summary>A docket's forecast.</summary>
    /// <param name="docket">An open docket that the viewer sees.</param>
    /// <param name="kind">Its kind.</param>
    /// <param name="to">What the chain leads to; null for the promise that comes next, else the end of all.</param>
    public DocketForecastView Of(Docket docket, Kind kind, StageId? to, bool toEnd)
    {
        var moments = forecast.MomentsOf(docket.Id);
        var chosen =
            moments.FirstOrDefault(m => toEnd ? m.Stage is null : to is { } stage && m.Stage == stage)
            ?? forecast.NextOf(docket.Id);
        var outlook = forecast.To(docket.Id, chosen.Stage);
        var carriers = outlook.Carriers();
        var most = carriers.Length > 0 ? (PersonId?)carriers[0].Person : null;
        return new(
            docket.Ref.ToString(),
            docket.Subject,
            forecast.Input.Now.ToDateTimeOffset(),
            Moments(forecast, docket, kind),
            chosen.Stage?.Value,
            ForecastWords.Why(forecast, (docket.Id, chosen.Stage), NameOf(kind, chosen.Stage), FirstName, Sees),
            [.. outlook.Chain.Where(l => l.Ends > l.Starts).Select(l => Planned(l, docket))],
            [.. outlook.Beside().Select(l => Planned(l, docket))],
            roster.Find(most) is { } person ? PersonView.Of(person) : null,
            most is { } busiest
                ? [.. outlook.Elsewhere(busiest, chosen.Kept80).Take(MostElsewhere).Select(l => Planned(l, docket))]
                : [],
            [
                .. carriers
                    .Where(c => roster.Find(c.Person) is not null)
                    .Select(c => new CarrierView(
                        PersonView.Of(roster.Find(c.Person)!),
                        c.Work.TotalMinutes,
                        c.Other.TotalMinutes,
                        c.Free.TotalMinutes
                    )),
            ],
            [.. outlook.Gaps().Select(Gap).OfType<GapView>()],
            Days(moments.Max(m => m.Kept95), moments.Max(m => m.Promise?.At ?? Instant.MinValue)),
            false
        );
    }

    /// <summary>What has changed of a docket's forecast since the last day before that was kept; null where none was.</summary>
    public ForecastSinceView? Since(DocketId docket)
    {
        var today = forecast.Input.Firm.DateOf(forecast.Input.Now);
        if (
            ForecastMarkStore.Before(session, docket, today) is not { } was
            || ForecastSince.Between(was, forecast, docket) is not { } since
        )
            return null;
        return new(
            since.Since.ToDateTimeOffset(),
            since.SureBefore,
            since.Sure,
            since.Later.TotalMinutes,
            [
                .. since.Why.Select(c =>
                {
                    var task = c.Task is { } id ? _tasks.GetValueOrDefault(id) ?? TaskStore.Find(session, id) : null;
                    var seen = task is not null && Sees(task) ? task : null;
                    return new ForecastChangeView(
                        ForecastWords.Of(
                            c,
                            c.Task is null ? null : seen?.Title,
                            c.Person is { } p ? FirstName(p) : null
                        ),
                        seen?.Id.Value
                    );
                }),
            ]
        );
    }

    /// <summary>A docket's moments.</summary>
    public static IReadOnlyList<ForecastMomentView> Moments(FirmForecast forecast, Docket docket, Kind kind) =>
        [.. forecast.MomentsOf(docket.Id).Select(m => Moment(m, kind))];

    /// <summary>What it costs other dockets that things were changed: only what is worth a word.</summary>
    /// <param name="before">The forecast without the changes, played through as often.</param>
    /// <param name="docket">The docket that they are for; null for none, and then all are told of.</param>
    public IReadOnlyList<CostView> Costs(FirmForecast before, Docket? docket)
    {
        var was = before.Promised().ToDictionary(p => p.Docket, p => p.Moment);
        return
        [
            .. forecast
                .Promised()
                .Where(p => p.Docket != docket?.Id && was.ContainsKey(p.Docket))
                .Select(p => (p.Docket, p.Moment, Was: was[p.Docket]))
                .Where(p => ForecastWords.IsWorthAWord(p.Was, p.Moment))
                .OrderBy(p => p.Moment.Sure - p.Was.Sure)
                .Select(p =>
                    (p.Docket, p.Moment, p.Was, Seen: _dockets[p.Docket] is var d && viewer.MaySee(d.Place) ? d : null)
                )
                .Select(p => new CostView(
                    p.Seen?.Ref.ToString(),
                    p.Seen?.ShortName ?? ForecastWords.OtherWork,
                    p.Was.Sure,
                    p.Moment.Sure,
                    (p.Moment.Kept50 - p.Was.Kept50).TotalMinutes,
                    p.Moment.Kept50.ToDateTimeOffset()
                )),
        ];
    }

    /// <summary>A hand-over, as its task would then be laid out.</summary>
    public LevelStepView Step(LevelStep step)
    {
        var (task, laid) = (_tasks[step.Task], forecast.LaidOf(step.Task));
        var helped = step.Helps is { } id ? _dockets[id] : null;
        return new(
            task.Id.Value,
            task.Title,
            task.Docket?.Ref.ToString(),
            task.Docket is { } docket ? _dockets.GetValueOrDefault(docket.Id)?.ShortName : null,
            roster.Find(step.From) is { } from ? PersonView.Of(from) : null,
            PersonView.Of(roster.Find(step.To)!),
            step.Share is { } share ? (int)share.TotalMinutes : null,
            ForecastWords.Why(
                step,
                FirstName(step.To),
                step.Crew is { } crew ? roster.Crews.GetValueOrDefault(crew)?.Name : null,
                helped is null ? null
                    : viewer.MaySee(helped.Place) ? helped.ShortName
                    : ForecastWords.OtherWork
            ),
            laid.Min(l => l.Starts).ToDateTimeOffset(),
            laid.Max(l => l.Ends).ToDateTimeOffset(),
            laid.Sum(l => l.Of.Left.TotalMinutes),
            task.Version
        );
    }

    /// <summary>What was promised of all dockets that the viewer sees, what slips first.</summary>
    public IReadOnlyList<PromisedView> Promised() =>
        [
            .. forecast
                .Promised()
                .Select(p => (Docket: _dockets[p.Docket], p.Moment))
                .Where(p => viewer.MaySee(p.Docket.Place))
                .Select(p => new PromisedView(
                    p.Docket.Ref.ToString(),
                    p.Docket.ShortName,
                    roster.Find(p.Docket.Owner) is { } owner ? PersonView.Of(owner) : null,
                    p.Moment.Promise!.Name,
                    p.Moment.Promise.At.ToDateTimeOffset(),
                    p.Moment.Sure!.Value,
                    p.Moment.Kept50.ToDateTimeOffset(),
                    p.Moment.Kept80.ToDateTimeOffset(),
                    p.Moment.Kept95.ToDateTimeOffset()
                )),
        ];

    private static string? NameOf(Kind kind, StageId? stage) => stage is { } s ? kind.Find(s)?.Name : null;

    private string FirstName(PersonId person) => roster.Find(person)?.FirstName ?? roster.NameOf(person);

    private static ForecastMomentView Moment(MomentForecast moment, Kind kind) =>
        new(
            moment.Stage?.Value,
            NameOf(kind, moment.Stage) ?? ForecastWords.AllDone,
            moment.Kept50.ToDateTimeOffset(),
            moment.Kept80.ToDateTimeOffset(),
            moment.Kept95.ToDateTimeOffset(),
            moment.Promise?.At.ToDateTimeOffset(),
            moment.Promise?.Name,
            moment.Sure,
            moment.Clear
        );

    private PlannedView Planned(LaidOut laid, Docket docket)
    {
        var wait = laid.Of.Wait;
        var of = laid.Of.Task ?? wait?.Task;
        var task = of is { } id && Sees(id) ? _tasks[id] : null;
        var hidden = of is not null && task is null;
        var entry = laid.Of.Docket == docket.Id ? laid.Of.Ask : null;
        return new(
            wait is null ? task?.Id.Value : null,
            entry?.Value,
            hidden ? ForecastWords.OtherWork
                : wait is not null ? wait.What
                : task is not null ? task.Title
                : entry is { } ask ? WordsOf(ask)
                : ForecastWords.OtherWork,
            task?.Docket is { } other && other.Id != docket.Id ? other.Ref.ToString() : null,
            laid.Person is { } person && roster.Find(person) is { } who ? PersonView.Of(who) : null,
            laid.Starts.ToDateTimeOffset(),
            laid.Ends.ToDateTimeOffset(),
            laid.Of.Left.TotalMinutes,
            laid.Held switch
            {
                HeldBy.Nothing => "nothing",
                HeldBy.Before => "before",
                HeldBy.Person => "person",
                HeldBy.Start => "start",
                _ => null,
            },
            laid.Spare?.TotalMinutes,
            task?.Docket is { } its && its.Id != docket.Id ? _dockets.GetValueOrDefault(its.Id)?.ShortName : null,
            task?.Version,
            wait is null || task is null ? null : new(task.Id.Value, wait.ToldBy, wait.Expected.ToDateTimeOffset())
        );
    }

    private GapView? Gap(ForecastGap gap)
    {
        var task = gap.Task is { } id ? _tasks[id] : null;
        if (task is not null && !Sees(task.Id))
            return null;
        return new(
            gap.Kind switch
            {
                GapKind.NoOwner => "no-owner",
                GapKind.NoEstimate => "no-estimate",
                GapKind.Waits => "waits",
                GapKind.NoDate => "no-date",
                GapKind.NotCome => "not-come",
                _ => "no-answer",
            },
            task?.Id.Value,
            gap.Ask?.Value,
            gap.Wait?.What ?? task?.Title ?? WordsOf(gap.Ask!.Value),
            Minutes(gap.Expected?.Middle),
            Minutes(gap.Expected?.Low),
            Minutes(gap.Expected?.High),
            gap.Expected?.Like
        );
    }

    /// <summary>To a quarter of an hour, and never none.</summary>
    public static int? Minutes(Duration? length) =>
        length is { } l ? Math.Max(15, (int)Math.Round(l.TotalMinutes / 15) * 15) : null;

    private bool Sees(TaskId task) => Sees(_tasks[task]);

    private bool Sees(WorkTask task) => viewer.MaySee(task.Place, Thing.Working);

    private string WordsOf(Core.Conversations.EntryId ask)
    {
        var entry = EntryStore.Find(session, ask)!;
        var line = EntryText.FromMarkdown(entry.Body).Plain.ReplaceLineEndings(" ").Trim();
        return line.Length <= LongestTitle ? line : line[..LongestTitle].TrimEnd() + " …";
    }

    private List<ForecastDayView> Days(Instant reaches, Instant promised)
    {
        var firm = forecast.Input.Firm;
        var first = firm.DateOf(forecast.Input.Now);
        var last = firm.DateOf(Instant.Max(reaches, promised)).PlusDays(1);
        return
        [
            .. Enumerable
                .Range(0, Math.Clamp(Period.DaysBetween(first, last) + 1, 5, MostDays))
                .Select(n => first.PlusDays(n))
                .Select(day => new ForecastDayView(
                    day.ToDateOnly(),
                    firm.OpeningOf(day).ToDateTimeOffset(),
                    firm.ClosingOf(day).ToDateTimeOffset(),
                    firm.IsWorkingDay(day)
                )),
        ];
    }
}
