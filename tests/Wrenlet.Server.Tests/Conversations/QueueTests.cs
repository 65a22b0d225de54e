using System.Net;
using System.Text.Json;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Tests.World;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Tests.Conversations;

/// <summary>Who hears of what waits in a queue, and who takes it.</summary>
public sealed class QueueTests : IAsyncLifetime
{
    private SmallYard _yard = null!;
    private RunningServer _server = null!;

    public async ValueTask InitializeAsync()
    {
        _yard = await SmallYard.Build();
        await Begin("2026-04-14T08:40");
    }

    private async Task Begin(string clock) =>
        _server = await RunningServer.Start(_yard.Folder, "--no-demo", "--clock", clock, "--changes-per-second", "0");

    public async ValueTask DisposeAsync()
    {
        await _server.DisposeAsync();
        Directory.Delete(_yard.Folder, recursive: true);
    }

    private Task<Visitor> As(string name) =>
        _server.Visit().SignIn($"{name.ToLowerInvariant()}@quay.example", SmallYard.Password);

    private static async Task<List<string>> AlertsOf(Visitor visitor) =>
        [
            .. (await visitor.Get("/api/alerts"))
                .GetProperty("alerts")
                .EnumerateArray()
                .Select(a => a.GetProperty("reason").GetString()!),
        ];

    /// <summary>A mail of a stranger's, as it would arrive: whole, or not there yet.</summary>
    private void Deliver(string id, string words)
    {
        var path = Path.Combine(_yard.Folder, "post", "in", $"{id}.eml");
        File.WriteAllText(
            path + ".part",
            $"From: Rosalind Pike <{id}@far.example>\r\nTo: yard@quay.example\r\nMessage-ID: <{id}@far.example>\r\n"
                + $"Subject: {words}\r\n\r\n{words}\r\n"
        );
        File.Move(path + ".part", path);
    }

    private static async Task<JsonElement> Waiting(Visitor visitor, string subject)
    {
        JsonElement found = default;
        await World.Waiting.Until(async () =>
        {
            found = (await visitor.Get("/api/queues/board"))
                .GetProperty("rows")
                .EnumerateArray()
                .FirstOrDefault(r => r.GetProperty("name").GetString() == subject);
            return found.ValueKind is JsonValueKind.Object;
        });
        return found;
    }

    [Fact]
    public async Task What_comes_in_and_nobody_owns_is_told_to_those_on_duty()
    {
        using var odalys = await As("Odalys");
        Deliver("one", "Water is coming in");
        await Waiting(odalys, "Water is coming in");
        (await AlertsOf(odalys)).ShouldContain("Rosalind Pike wrote; nobody owns it yet");
    }

    [Fact]
    public async Task A_clock_that_runs_down_is_told_once_soon_and_once_late()
    {
        Deliver("two", "A slow leak");
        using (var odalys = await As("Odalys"))
            await Waiting(odalys, "A slow leak");
        foreach (
            var (clock, words) in new[]
            {
                ("2026-04-14T12:00", "Rosalind Pike waits: little time left"),
                ("2026-04-15T16:00", "Rosalind Pike waits: late"),
            }
        )
        {
            for (var i = 0; i < 2; i++)
            {
                await _server.DisposeAsync();
                await Begin(clock);
                using var odalys = await As("Odalys");
                await World.Waiting.Until(async () => (await AlertsOf(odalys)).Contains(words), 30);
                (await AlertsOf(odalys)).Count(a => a == words).ShouldBe(1);
            }
        }
    }

    [Fact]
    public async Task Two_who_take_the_next_one_at_once_take_two()
    {
        using var odalys = await As("Odalys");
        using var tobiah = await As("Tobiah");
        Deliver("three", "The first matter");
        Deliver("four", "The second matter");
        await Waiting(odalys, "The first matter");
        await Waiting(odalys, "The second matter");
        var taken = await Task.WhenAll(
            odalys.Do(HttpMethod.Post, "/api/queues/next", new { }),
            tobiah.Do(HttpMethod.Post, "/api/queues/next", new { })
        );
        taken.Select(t => t.GetProperty("id").GetGuid()).Distinct().Count().ShouldBe(2);
        taken[0].GetProperty("owner").GetGuid().ShouldBe(_yard.People["Odalys"].Id.Value);
        taken[1].GetProperty("owner").GetGuid().ShouldBe(_yard.People["Tobiah"].Id.Value);
        // What one has already is the next one again, until it is answered.
        (await odalys.Do(HttpMethod.Post, "/api/queues/next", new { }))
            .GetProperty("owner")
            .GetGuid()
            .ShouldBe(_yard.People["Odalys"].Id.Value);
    }

    [Fact]
    public async Task A_handover_decided_on_an_owner_who_is_not_the_owner_any_more_is_refused_and_says_who_is()
    {
        using var odalys = await As("Odalys");
        using var tobiah = await As("Tobiah");
        Deliver("five", "Whose is it");
        var id = (await Waiting(odalys, "Whose is it")).GetProperty("id").GetGuid();
        Task<HttpResponseMessage> Give(Visitor by, string to, string expected) =>
            by.Send(
                HttpMethod.Put,
                $"/api/conversations/{id}/owner",
                new { person = _yard.People[to].Id.Value, expected }
            );
        (await Give(tobiah, "Tobiah", "")).StatusCode.ShouldBe(HttpStatusCode.OK);
        var late = await Give(odalys, "Odalys", "");
        late.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await late.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)).ShouldContain(
            "Tobiah Renn has taken it in the meantime"
        );
        // Decided on what is so, it is done, and the one before hears of it.
        (await Give(odalys, "Odalys", _yard.People["Tobiah"].Id.Value.ToString())).StatusCode.ShouldBe(
            HttpStatusCode.OK
        );
        (await AlertsOf(tobiah)).ShouldContain("Odalys handed Rosalind Pike’s conversation on");
    }

    [Fact]
    public async Task Who_wants_nothing_but_asks_of_a_docket_hears_of_none_of_its_tasks_and_stages()
    {
        using var odalys = await As("Odalys");
        using var ines = await As("Ines");
        await ines.Do(HttpMethod.Put, "/api/dockets/J-1/listening", new { level = "asks", follows = true });
        var task = await odalys.Do(
            HttpMethod.Post,
            "/api/tasks",
            new
            {
                id = Guid.CreateVersion7(),
                title = "Fair the bow",
                docket = "J-1",
                owners = new[] { new { kind = "person", id = _yard.People["Ines"].Id.Value } },
                priority = "normal",
            }
        );
        (await AlertsOf(ines)).ShouldContain("Odalys gave you a task", "somebody counts on that");
        await odalys.Do(
            HttpMethod.Put,
            $"/api/tasks/{task.GetProperty("id").GetGuid()}",
            new
            {
                title = "Fair the stern",
                owners = new[] { new { kind = "person", id = _yard.People["Ines"].Id.Value } },
                priority = "normal",
                state = "needs-action",
                rule = "any",
            },
            "\"1\""
        );
        (await AlertsOf(ines)).ShouldNotContain("Odalys changed your task");
    }
}
