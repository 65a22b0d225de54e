using System.Net;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Tasks;

/// <summary>Time that goes into tasks: given, by a clock, and said in their talk.</summary>
public sealed class TimeTests(YardFixture fixture) : TaskActs(fixture)
{
    private static int Spent(JsonElement task) => task.GetProperty("spentMinutes").GetInt32();

    private Task<JsonElement> Add(JsonElement task, Guid id, int minutes, Guid? entry = null, string who = "Tobiah") =>
        Of(who)
            .Do(
                HttpMethod.Post,
                $"/api/tasks/{Id(task)}/time",
                new
                {
                    id,
                    minutes,
                    entry,
                }
            );

    [Fact]
    public async Task Time_that_is_given_counts_once_and_is_taken_back_once()
    {
        var (task, id) = (await Make("Grease the winch", "Tobiah"), Guid.CreateVersion7());
        Spent(await Add(task, id, 90)).ShouldBe(90);
        Spent(await Add(task, id, 90)).ShouldBe(90, "what was said twice counts once");
        Spent(await Add(task, Guid.CreateVersion7(), 30)).ShouldBe(120);
        var path = $"/api/tasks/{Id(task)}/time/{id}";
        Spent(await Of("Tobiah").Do(HttpMethod.Delete, path)).ShouldBe(30);
        Spent(await Of("Tobiah").Do(HttpMethod.Delete, path)).ShouldBe(30);
        (
            await Of("Tobiah").Refused(HttpMethod.Post, $"/api/tasks/{Id(task)}/time", new { id, minutes = 0 })
        ).Status.ShouldBe(HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task One_clock_runs_at_a_time_and_stops_with_its_task()
    {
        var (first, second) = (await Make("Sort the shackles", "Kit"), await Make("Oil the blocks", "Kit"));
        var started = await Of("Kit").Do(HttpMethod.Put, $"/api/tasks/{Id(first)}/clock");
        Text(started, "state").ShouldBe("in-progress");
        Text(await Of("Kit").Get("/api/clock"), "title").ShouldBe("Sort the shackles");
        (await Detail(first))
            .GetProperty("clocks")[0]
            .GetProperty("person")
            .GetProperty("firstName")
            .GetString()
            .ShouldBe("Kit");

        // On another it stops on the first, and counts there; never nothing.
        await Of("Kit").Do(HttpMethod.Put, $"/api/tasks/{Id(second)}/clock");
        Spent((await Detail(first)).GetProperty("task")).ShouldBe(1);
        var stopped = await Of("Kit").Do(HttpMethod.Delete, "/api/clock");
        (Id(stopped.GetProperty("task")), stopped.GetProperty("minutes").GetInt32()).ShouldBe((Id(second), 1));
        stopped.GetProperty("overNight").GetBoolean().ShouldBeFalse();

        await Of("Kit").Do(HttpMethod.Put, $"/api/tasks/{Id(second)}/clock");
        var done = await Of("Kit").Do(HttpMethod.Put, $"/api/tasks/{Id(second)}/done");
        Spent(done).ShouldBe(2);
        (await Detail(second)).GetProperty("clocks").GetArrayLength().ShouldBe(0);
        (await Of("Kit").Refused(HttpMethod.Put, $"/api/tasks/{Id(second)}/clock")).Words.ShouldContain("Reopen it");
    }

    [Fact]
    public async Task What_a_note_says_that_it_took_is_offered_until_it_is_counted_and_is_its_authors_time()
    {
        var task = await Make("Scrape the keel", "Ines");
        var talk = await Of("Ines").Do(HttpMethod.Put, $"/api/tasks/{Id(task)}/conversation");
        var conversation = Id(talk.GetProperty("conversation"));
        await Say(Of("Ines"), conversation, "All off, took **2 h 30** in the end.");
        await Say(Of("Odalys"), conversation, "That will take 3 h more.");
        var said = (await Detail(task)).GetProperty("said").EnumerateArray().Single();
        (Text(said, "words"), said.GetProperty("minutes").GetInt32()).ShouldBe(("took 2 h 30", 150));
        var entry = said.GetProperty("entry").GetGuid();
        Spent(await Add(task, Guid.CreateVersion7(), 150, entry, "Odalys")).ShouldBe(150);
        (await Detail(task)).GetProperty("said").GetArrayLength().ShouldBe(0);
        (
            await Of("Ines")
                .Refused(
                    HttpMethod.Post,
                    $"/api/tasks/{Id(task)}/time",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        minutes = 150,
                        entry,
                    }
                )
        ).Words.ShouldContain("counted already");
        Spent((await Detail(task)).GetProperty("task")).ShouldBe(150);
    }
}
