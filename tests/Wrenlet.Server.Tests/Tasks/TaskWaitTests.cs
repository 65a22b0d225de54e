using System.Text.Json;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Tasks;

/// <summary>What tasks wait for that comes from elsewhere.</summary>
public sealed class TaskWaitTests(YardFixture fixture) : TaskActs(fixture)
{
    private const string Said = "2026-04-20T11:00:00+00:00";

    private async Task<JsonElement> Wait(
        JsonElement task,
        Guid id,
        string what = "The pump",
        string expected = Said,
        string? toldBy = "Ostrander",
        bool came = false
    ) =>
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/tasks/{Id(task)}/waits/{id}",
                new
                {
                    what,
                    toldBy,
                    expected,
                    came,
                }
            );

    private async Task<List<string?>> Told(string who, string words) =>
        [
            .. (await Of(who).Get("/api/alerts"))
                .GetProperty("alerts")
                .EnumerateArray()
                .Where(a => a.ToString().Contains(words, StringComparison.Ordinal))
                .Select(a => Text(a, "reason")),
        ];

    [Fact]
    public async Task What_a_task_waits_for_is_put_off_comes_and_is_not_after_all()
    {
        var (task, id) = (await Make("Fit the pump", "Tobiah"), Guid.CreateVersion7());
        await Wait(task, id);
        var again = await Wait(task, id);
        var wait = again.GetProperty("waits").EnumerateArray().Single();
        (Text(wait, "what"), Text(wait, "toldBy"), Text(wait, "label")).ShouldBe(
            ("The pump", "Ostrander", "Mon 20 Apr 12:00")
        );
        var next = (await Of("Tobiah").Get("/api/tasks/next"))
            .EnumerateArray()
            .Single(n => n.GetProperty("task").GetGuid() == Id(task));
        next.GetProperty("blocked").GetBoolean().ShouldBeTrue();
        Text(next, "reason").ShouldNotBeNull().ShouldStartWith("Waits for The pump, Mon 20 Apr 12:00");

        await Wait(task, id, expected: "2026-04-22T11:00:00Z", toldBy: "");
        var moved = (await Detail(task)).GetProperty("waits")[0];
        (Text(moved, "firstSaid"), Text(moved, "expected"), Text(moved, "toldBy")).ShouldBe(
            (Said, "2026-04-22T11:00:00+00:00", null)
        );

        (await Wait(task, id, came: true)).GetProperty("waits").GetArrayLength().ShouldBe(0);
        (await Told("Tobiah", "The pump has come: Fit the pump")).ShouldBe(["Odalys changed your task"]);
        (await Detail(task)).GetProperty("waits")[0].GetProperty("came").ValueKind.ShouldBe(JsonValueKind.String);
        (await Wait(task, id, came: false)).GetProperty("waits").GetArrayLength().ShouldBe(1);

        await Of("Odalys").Do(HttpMethod.Delete, $"/api/tasks/{Id(task)}/waits/{id}");
        (await Detail(task)).GetProperty("waits").GetArrayLength().ShouldBe(0);
        (await Detail(task))
            .GetProperty("history")
            .EnumerateArray()
            .Count(h => Text(h, "what") == "waits for")
            .ShouldBe(5, "each change stands in the history, what was said twice once");
    }

    [Fact]
    public async Task What_cannot_be_waited_for_says_what_to_do()
    {
        var task = await Make("Fit the valve", "Tobiah");
        async Task<string> Refused(string what, string expected) =>
            (
                await Of("Odalys")
                    .Refused(
                        HttpMethod.Put,
                        $"/api/tasks/{Id(task)}/waits/{Guid.CreateVersion7()}",
                        new { what, expected }
                    )
            ).Words;
        (await Refused("The valve", "2026-04-01T12:00:00Z")).ShouldContain("Choose one that is to come");
        (await Refused("  ", Said)).ShouldContain("Write what it waits for");
        for (var i = 0; i < DatedWait.MostOfATask; i++)
            await Wait(task, Guid.CreateVersion7(), $"Part {i}");
        (await Refused("One more", Said)).ShouldContain("at most 30 things");
    }

    [Fact]
    public async Task Others_of_a_hidden_docket_neither_see_nor_change_it()
    {
        var task = await Make("Quiet work", more: [], isPrivate: true);
        await Of("Ines")
            .Refused(
                HttpMethod.Put,
                $"/api/tasks/{Id(task)}/waits/{Guid.CreateVersion7()}",
                new { what = "It", expected = Said }
            );
        await Of("Ines").Refused(HttpMethod.Delete, $"/api/tasks/{Id(task)}/waits/{Guid.CreateVersion7()}");
        (await Detail(task)).GetProperty("waits").GetArrayLength().ShouldBe(0);
    }
}
