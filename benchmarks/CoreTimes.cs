using System.Diagnostics;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Bench;

/// <summary>What the core alone takes: working time, clocks, drafts from messages.</summary>
internal static class CoreTimes
{
    public static void Say(Action<string, string, string, double> say)
    {
        var zone = DateTimeZoneProviders.Tzdb["Europe/Lisbon"];
        var calendar = new WorkCalendar(
            zone,
            WorkWeek.Days(
                IsoDayOfWeek.Monday,
                IsoDayOfWeek.Friday,
                new Shift(new(8, 0), new(12, 30)),
                new Shift(new(13, 0), new(17, 0))
            ),
            [new LocalDate(2026, 5, 1)]
        );
        var start = Instant.FromUtc(2026, 4, 14, 7, 40);
        Time(
            say,
            "working time: 500 added and 500 measured",
            "1 ms",
            1000,
            i =>
                calendar.Between(
                    start,
                    calendar.Add(start + Duration.FromMinutes(i * 7), Duration.FromMinutes(i * 11 % 9000))
                ),
            500
        );

        var goal = new ResponseGoal(Duration.FromHours(2), Duration.FromHours(4));
        Time(
            say,
            "clocks of a queue of 10,000, in the core",
            "50 ms",
            10_000,
            i =>
                ResponseClock.At(start, Exchange.None.Received(start - Duration.FromMinutes(i % 4000)), goal, calendar),
            10_000
        );

        Person[] staff =
        [
            .. new[]
            {
                "Odalys Brandt",
                "Tobiah Renn",
                "Ines Kowal",
                "Pryderi Voss",
                "Hanneke Osei",
                "Mateus Lindqvist",
                "Wilhelmina Achterberg",
                "Kit Ramaswamy",
            }.Select(n => new Person(new(Guid.CreateVersion7()), n, Role.Member, null, [])),
        ];
        var reader = new TaskReader(
            new ReaderSetting(calendar, true, [new("launch", start)], [.. staff], [], ["Benedikta Thorne"])
        );
        string[] messages =
        [
            "@Ines please order the bolts from the usual place by Thursday noon, before the price goes up.",
            "High water is at 15:10 on Wednesday",
            "@Ines fair the rudder by Thursday and @Kit tape the waterline by Friday",
            "To do:\n- Mateus: label the breakers\n- Hanneke: change the zincs by Monday",
        ];
        Time(
            say,
            "drafts from a message",
            "0.2 ms each",
            1000,
            i => reader.Read(messages[i % messages.Length], staff[0].Id, start),
            1
        );
    }

    private static void Time(
        Action<string, string, string, double> say,
        string what,
        string goal,
        int calls,
        Action<int> call,
        int per
    )
    {
        for (var i = 0; i < calls * 3; i++)
            call(i);
        var best = double.MaxValue;
        for (var round = 0; round < 7; round++)
        {
            var clock = Stopwatch.StartNew();
            for (var i = 0; i < calls; i++)
                call(i);
            best = Math.Min(best, clock.Elapsed.TotalMilliseconds / calls * per);
        }

        say(what, $"{Load.Text(best, "0.0000")} ms", goal, best);
    }
}
