using System.Collections.Immutable;
using System.Diagnostics;
using System.Globalization;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tests.Flow.Forecasts;

namespace Wrenlet.Bench;

/// <summary>
/// How long a firm of 40 people with 400 dockets and 4,000 open tasks takes to forecast: all of it, and one docket after a change;
/// and how many moments are kept that were said to be, in weeks lived through by a simulation.
/// </summary>
internal static class ForecastingFirm
{
    private const int People = 40;
    private const int Dockets = 400;
    private const int Tasks = 4_000;
    private const int Times = 15;

    private static readonly Instant Now = Instant.FromUtc(2026, 4, 14, 7, 40);

    public static void Run()
    {
        var input = Firm();
        var all = Median(5, () => FirmForecast.Of(input));
        var forecast = FirmForecast.Of(input);
        var changes = input.Tasks.Where((_, i) => i % 97 == 0).Take(Times).ToList();
        var at = 0;
        TaskChange Change() => new(changes[at++ % Times].Id, Left: Duration.FromHours(9));
        var one = Median(Times, () => forecast.If([Change()]));
        var dragged = Median(Times, () => forecast.If([Change()], 100, changes[at % Times].Docket!.Id));
        Say("a firm of 40 people, 400 dockets, 4,000 tasks: all, 1,000 samples", $"{all:0} ms", "2000 ms");
        Say("one docket after a change, others held, 200 samples", $"{one:0} ms", "100 ms");
        Say("the docket alone while a task is dragged, 100 samples", $"{dragged:0} ms", "50 ms");
        var watch = Stopwatch.StartNew();
        var level = Levelling.Of(forecast, new(_ => true, (_, _) => true));
        Say(
            $"levelling it: {level.Steps.Length} tasks change hands",
            $"{watch.Elapsed.TotalSeconds:0.0} s",
            string.Create(
                CultureInfo.InvariantCulture,
                $"certainty {level.Before.Certainty:0.0} to {level.After.Certainty:0.0}"
            )
        );
        var kept = RandomFirm.Calibrate(firms: 400, samples: 300, seed: 77);
        Say("moments kept that are said to be in 50, 80, 95 of 100", Shares(kept), "46-54, 76-84, 92-98 %");
        Say("the same of the plain sum of estimates, laid out", $"{kept.PlainAt80:P0} kept", "");
        Say(
            "median width from 10 to 90 in 100, beside the middle",
            $"{kept.Width:P0}",
            $"{kept.PlainWidth:P0} of a plain sum"
        );
    }

    private static string Shares(Kept kept) =>
        string.Create(CultureInfo.InvariantCulture, $"{kept.At50:P1} {kept.At80:P1} {kept.At95:P1}");

    private static void Say(string what, string figure, string goal) =>
        Console.WriteLine($"{what, -70} {figure, -24} {goal}");

    private static double Median(int times, Func<FirmForecast> make)
    {
        make();
        var took = new List<double>();
        for (var i = 0; i < times; i++)
        {
            var watch = Stopwatch.StartNew();
            make();
            took.Add(watch.Elapsed.TotalMilliseconds);
        }

        return took.Order().ElementAt(times / 2);
    }

    private static ForecastInput Firm()
    {
        var random = new Random(40);
        var hours = new WorkCalendar(
            DateTimeZoneProviders.Tzdb["Europe/Lisbon"],
            WorkWeek.Days(
                IsoDayOfWeek.Monday,
                IsoDayOfWeek.Friday,
                new Shift(new LocalTime(8, 0), new LocalTime(17, 0))
            ),
            []
        );
        ImmutableArray<CrewId> crews = [.. Enumerable.Range(0, 8).Select(_ => new CrewId(Guid.CreateVersion7()))];
        ImmutableArray<ForecastPerson> people =
        [
            .. Enumerable
                .Range(0, People)
                .Select(i => new ForecastPerson(new PersonId(Guid.CreateVersion7()), hours, [crews[i % 8]], [], [])),
        ];
        Stage[] stages =
        [
            .. new[] { "Begun", "Made", "Checked", "Over" }.Select(n => new Stage(
                new StageId(Guid.CreateVersion7()),
                n
            )),
        ];
        var milestone = new KindMilestone(new MilestoneId(Guid.CreateVersion7()), "check", stages[2].Id);
        var kind = new Kind(
            new KindId(Guid.CreateVersion7()),
            "order",
            "orders",
            new Numbering("O"),
            new KindUsual(),
            true,
            [.. stages],
            [milestone],
            []
        );
        ImmutableArray<ForecastDocket> dockets =
        [
            .. Enumerable
                .Range(1, Dockets)
                .Select(i => new ForecastDocket(
                    new Docket(
                        i,
                        new DocketId(Guid.CreateVersion7()),
                        kind.Id,
                        new DocketRef("O", i),
                        $"Order {i}",
                        "",
                        null,
                        stages[0].Id,
                        Priority.Normal,
                        true,
                        DocketSight.Open
                    ),
                    kind,
                    [new Milestone("check", Now + Duration.FromDays(random.Next(5, 120)), milestone.Id)],
                    []
                )),
        ];
        var before = new WorkTask?[Dockets];
        ImmutableArray<WorkTask> tasks =
        [
            .. Enumerable
                .Range(0, Tasks)
                .Select(i =>
                {
                    var docket = dockets[i % Dockets].Docket;
                    TaskOwner owner =
                        random.Next(5) == 0
                            ? new TaskOwner.OfCrew(crews[random.Next(8)])
                            : new TaskOwner.OfPerson(people[random.Next(People)].Id);
                    var task = new WorkTask(
                        i + 1,
                        new TaskId(Guid.CreateVersion7()),
                        $"Do what is {i}th",
                        docket.Brief,
                        null,
                        people[0].Id,
                        Now,
                        TaskState.NeedsAction,
                        null,
                        CompletionRule.Any,
                        Priority.Normal,
                        null,
                        random.Next(2) == 0 ? Now + Duration.FromDays(random.Next(1, 120)) : null,
                        null,
                        Duration.FromMinutes(30 * random.Next(1, 20)),
                        random.Next(3) == 0 ? stages[2].Brief : null,
                        null,
                        1,
                        [new OwnerShare(owner, false)],
                        DocketSight.Open
                    )
                    {
                        BlockedBy =
                            random.Next(2) == 0 && before[i % Dockets] is { } b
                                ? [new Blocker(b.Id, b.Title, false)]
                                : [],
                    };
                    return before[i % Dockets] = task;
                })
                .Select(t => t!),
        ];
        return new(Now, hours, people, tasks, dockets, Experience.None);
    }
}
