using System.Net;
using System.Text.Json;
using Wrenlet.Server.Tests.Tasks;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Flow;

/// <summary>
/// How people's time is filled, and who should do what. As all share people's time, a test that counts it has somebody of its own.
/// </summary>
public sealed class LoadTests(YardFixture fixture) : TaskActs(fixture)
{
    private Task<JsonElement> Own(string who, string title, int minutes, string due, string? docket = null) =>
        Of(who)
            .Do(
                HttpMethod.Post,
                "/api/tasks",
                new
                {
                    id = Guid.CreateVersion7(),
                    title,
                    docket,
                    owners = new[] { Person(who) },
                    due,
                    priority = "normal",
                    estimateMinutes = minutes,
                    @private = docket is null,
                }
            );

    private static double Minutes(JsonElement cell, string name) => cell.GetProperty($"{name}Minutes").GetDouble();

    private Task<JsonElement> Load(string who, string query) => WhenMade(who, $"/api/tasks/load?{query}");

    private static List<JsonElement> CellsOf(JsonElement load, string name) =>
        [
            .. load.GetProperty("rows")
                .EnumerateArray()
                .Single(r => Text(r, "name")!.StartsWith(name, StringComparison.Ordinal))
                .GetProperty("cells")
                .EnumerateArray(),
        ];

    private static IEnumerable<(string? Title, bool HasTask)> WorkOf(JsonElement cell) =>
        cell.GetProperty("work")
            .EnumerateArray()
            .Select(w => (Text(w, "title"), w.GetProperty("task").ValueKind is not JsonValueKind.Null));

    [Fact]
    public async Task Work_fills_the_days_before_it_is_due_and_only_what_no_plan_could_hold_is_overfull()
    {
        await Make("Heavy day", "Tobiah", minutes: 1200, due: "2026-04-15T16:00:00Z");
        await Make("Light day", "Tobiah", minutes: 60, due: "2026-04-20T16:00:00Z");
        var days = CellsOf(await Load("Odalys", "days=5"), "Tobiah");
        Minutes(days[1], "free").ShouldBe(540);
        days.Select(d => d.GetProperty("overfull").GetBoolean()).ShouldBe([true, true, false, false, false]);
        Minutes(days[1], "tooMuch").ShouldBeInRange(150, 170, "twenty hours in the seventeen and a bit until then");
        WorkOf(days[0]).ShouldBe([("Heavy day", true)], "it does not wait for the day on which it is due");
        days.Sum(d => Minutes(d, "planned")).ShouldBe(1260, 2);
        var weeks = CellsOf(await Load("Odalys", "weeks=2"), "Tobiah");
        weeks.Count.ShouldBe(2);
        Minutes(weeks[0], "planned").ShouldBe(1260, 2);
        weeks[0].GetProperty("overfull").GetBoolean().ShouldBeTrue();
    }

    [Fact]
    public async Task What_the_reader_does_not_see_fills_the_day_and_has_no_name()
    {
        await Own("Kit", "Plan the surprise", 120, "2026-04-15T16:00:00Z");
        var load = await Load("Odalys", "days=3");
        load.ToString().ShouldNotContain("Plan the surprise");
        var days = CellsOf(load, "Kit");
        days.SelectMany(WorkOf).ShouldContain(("other work", false));
        days.Sum(d => Minutes(d, "planned")).ShouldBeGreaterThan(118);
        CellsOf(await Load("Kit", "days=3"), "Kit").SelectMany(WorkOf).ShouldContain(("Plan the surprise", true));
    }

    [Fact]
    public async Task A_proposal_is_looked_at_whole_or_in_part_and_taken()
    {
        // Wilhelmina has done such things before; three days of Odalys's are due in one and a half.
        for (var n = 1; n <= 2; n++)
        {
            var done = await Make($"Sort the paper of berth {n}", "Wilhelmina", minutes: 60);
            await Put("Wilhelmina", done, Fields(done, spent: 60));
            await Of("Wilhelmina").Do(HttpMethod.Put, $"/api/tasks/{Id(done)}/done");
        }

        for (var n = 3; n <= 6; n++)
            await Make($"Sort the paper of berth {n}", "Odalys", minutes: 400, due: "2026-04-15T16:00:00Z");
        var proposed = await Of("Odalys").Get("/api/forecasts/levelling");
        var steps = proposed
            .GetProperty("steps")
            .EnumerateArray()
            .Where(s => Text(s, "title")!.StartsWith("Sort the paper", StringComparison.Ordinal))
            .ToList();
        steps.ShouldNotBeEmpty();
        steps.ShouldAllBe(s => Text(s.GetProperty("to"), "firstName") == "Wilhelmina");
        Text(steps[0], "why").ShouldNotBeNull().ShouldContain("Wilhelmina has done 2 like it");
        var changes = steps
            .Take(1)
            .Select(s => new
            {
                task = s.GetProperty("task").GetGuid(),
                owner = s.GetProperty("to").GetProperty("id").GetGuid(),
                version = s.GetProperty("version").GetInt32(),
                dropped = false,
            })
            .ToArray();
        (await Of("Odalys").Do(HttpMethod.Post, "/api/forecasts/what-if", new { changes, quick = false }))
            .GetProperty("promises")
            .ValueKind.ShouldBe(JsonValueKind.Array);
        var task = $"/api/tasks/{changes[0].task}";
        Text((await Of("Odalys").Get(task)).GetProperty("owners")[0], "firstName").ShouldBe("Odalys", "only looked at");

        await Of("Odalys").Do(HttpMethod.Post, "/api/forecasts/applied", new { changes, quick = false });
        Text((await Of("Odalys").Get(task)).GetProperty("owners")[0], "firstName").ShouldBe("Wilhelmina");
        var refused = await Of("Odalys")
            .Refused(HttpMethod.Post, "/api/forecasts/applied", new { changes, quick = false });
        refused.Words.ShouldContain("has been changed meanwhile");
    }

    [Fact]
    public async Task Nothing_is_proposed_for_who_does_not_see_it()
    {
        var done = await Make("Empty the bilge of berth 1", "Ines", minutes: 60);
        await Put("Ines", done, Fields(done, spent: 60));
        await Of("Ines").Do(HttpMethod.Put, $"/api/tasks/{Id(done)}/done");
        async Task<List<string?>> Proposed() =>
            [
                .. (await Of("Kit").Get("/api/forecasts/levelling"))
                    .GetProperty("steps")
                    .EnumerateArray()
                    .Select(s => $"{Text(s, "title")}, {Text(s.GetProperty("to"), "firstName")}"),
            ];
        // J-2 is limited to Kit. What is Kit's in it stays with him, for Ines sees none of it.
        await Own("Kit", "Empty the bilge of berth 2", 900, "2026-04-14T16:00:00Z", "J-2");
        (await Proposed()).ShouldNotContain("Empty the bilge of berth 2, Ines");
        await Make("Empty the bilge of berth 3", "Kit", minutes: 900, due: "2026-04-14T16:00:00Z");
        (await Proposed()).ShouldContain("Empty the bilge of berth 3, Ines");
    }

    [Fact]
    public async Task What_is_usual_is_learned_of_what_everybody_sees()
    {
        async Task Done(string who, string title, int minutes, string? docket)
        {
            var made = await Own(who, title, minutes, "2026-05-15T16:00:00Z", docket);
            await Put(who, made, Fields(made, spent: minutes));
            await Of(who).Do(HttpMethod.Put, $"/api/tasks/{Id(made)}/done");
        }

        for (var n = 0; n < 6; n++)
        {
            await Done("Kit", $"Polish the bell {n}", 90, "J-2");
            await Done("Kit", $"Wrap the surprise {n}", 90, null);
            await Done("Kit", $"Varnish the tiller {n}", 150 + (n * 10), "J-1");
        }

        Task<HttpResponseMessage> Usual(string title) =>
            Of("Odalys").Http.GetAsync($"/api/tasks/usual?title={Uri.EscapeDataString(title)}&docket=J-1", Stop);
        await Waiting.Until(async () => (await Usual("Varnish the tiller")).StatusCode is HttpStatusCode.OK);
        var usual = JsonDocument
            .Parse(await (await Usual("Varnish the tiller")).Content.ReadAsStringAsync(Stop))
            .RootElement;
        usual.GetProperty("like").GetInt32().ShouldBe(6);
        usual.GetProperty("middleMinutes").GetInt32().ShouldBe(180);
        usual.GetProperty("lowMinutes").GetInt32().ShouldBeLessThan(180);
        (await Usual("Polish the bell")).StatusCode.ShouldBe(HttpStatusCode.NoContent, "J-2 is limited");
        (await Usual("Wrap the surprise")).StatusCode.ShouldBe(HttpStatusCode.NoContent, "that is Kit's alone");
    }
}
