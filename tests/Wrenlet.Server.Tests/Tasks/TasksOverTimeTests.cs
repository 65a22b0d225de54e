using System.Net;
using System.Text.Json;
using Wrenlet.Core.Conversations;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Tasks;

/// <summary>Tasks that repeat, remind and wait too long.</summary>
public sealed class TasksOverTimeTests(YardFixture fixture) : TaskActs(fixture)
{
    [Fact]
    public async Task A_task_that_repeats_is_followed_by_the_next_when_it_is_done_and_not_after_all_when_it_is_not()
    {
        var task = await Make("Rinse the slings", "Kit", due: "2026-04-20T16:00:00Z");
        var repeating = await Put("Kit", task, Fields(task, repeats: "FREQ=WEEKLY;BYDAY=MO"));
        async Task<List<string?>> Open() =>
            [
                .. (await Of("Kit").Get("/api/tasks"))
                    .EnumerateArray()
                    .Where(t =>
                        t.GetProperty("title").GetString() == "Rinse the slings"
                        && t.GetProperty("state").GetString() == "needs-action"
                    )
                    .Select(t => t.GetProperty("due").GetString()),
            ];
        await Of("Kit").Do(HttpMethod.Put, $"/api/tasks/{Id(task)}/done");
        (await Open()).ShouldBe(["2026-04-27T16:00:00+00:00"]);
        await Of("Kit").Do(HttpMethod.Delete, $"/api/tasks/{Id(task)}/done");
        (await Open()).ShouldBe(["2026-04-20T16:00:00+00:00"]);

        // Moved, it is followed by what the rule says all the same; left out, the next takes its place.
        await Of("Kit")
            .Do(
                HttpMethod.Post,
                "/api/tasks/changes",
                new
                {
                    changes = new[]
                    {
                        new
                        {
                            id = Id(task),
                            due = "2026-04-22T16:00:00Z",
                            setDue = true,
                        },
                    },
                }
            );
        await Of("Kit").Do(HttpMethod.Post, $"/api/tasks/{Id(task)}/skip");
        var next = (await Of("Kit").Get("/api/tasks"))
            .EnumerateArray()
            .Single(t =>
                t.GetProperty("title").GetString() == "Rinse the slings"
                && t.GetProperty("state").GetString() == "needs-action"
            );
        next.GetProperty("due").GetString().ShouldBe("2026-04-27T16:00:00+00:00");
        (
            await Of("Kit").Refused(HttpMethod.Post, $"/api/tasks/{Id(await Make("Once only", "Kit"))}/skip")
        ).Words.ShouldContain("Only an open task that repeats");
        repeating.GetProperty("repeats").GetString().ShouldBe("FREQ=WEEKLY;BYDAY=MO");
    }

    [Fact]
    public async Task Owners_are_reminded_once_before_a_task_is_due()
    {
        var task = await Make("Check the tide table", "Tobiah", due: "2026-04-14T09:00:00Z");
        await Of("Tobiah")
            .Do(
                HttpMethod.Put,
                $"/api/tasks/{Id(task)}/times",
                new
                {
                    remindBeforeMinutes = 80,
                    remindAgainMinutes = 0,
                    nextByTime = false,
                }
            );
        async Task<int> Told() =>
            (await Of("Tobiah").Get("/api/alerts")).ToString().Split("Check the tide table: due today 10:00").Length
            - 1;
        await Waiting.Until(async () => await Told() > 0, 25);
        (await Told()).ShouldBe(1);
    }

    [Fact]
    public async Task A_task_late_for_long_without_a_word_is_questioned_until_somebody_says_that_it_is_wanted()
    {
        var task = await Make("Forgotten", "Tobiah", due: "2026-04-01T16:00:00Z");
        async Task<bool> Stale() =>
            (await Of("Tobiah").Get("/api/tasks/next"))
                .EnumerateArray()
                .Single(n => n.GetProperty("task").GetGuid() == Id(task))
                .GetProperty("stale")
                .GetBoolean();
        (await Stale()).ShouldBeFalse("it was made just now");
        await Of("Tobiah").Do(HttpMethod.Put, $"/api/tasks/{Id(task)}/wanted");
        (await Stale()).ShouldBeFalse();
        (await Detail(task, "Tobiah"))
            .GetProperty("history")[0]
            .GetProperty("what")
            .GetString()
            .ShouldBe("still wanted");
    }

    [Fact]
    public async Task Files_stand_with_a_tasks_notes_for_those_who_see_it_and_count_as_inside()
    {
        var id = Guid.CreateVersion7();
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                "/api/tasks",
                new
                {
                    id,
                    title = "Look at the drawing",
                    docket = "J-1",
                    priority = "normal",
                    owners = Array.Empty<object>(),
                }
            );
        var file = Guid.CreateVersion7();
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                "/api/uploads",
                new
                {
                    id = file,
                    name = "plan.txt",
                    mediaType = "text/plain",
                    size = 4,
                }
            );
        var part = new HttpRequestMessage(HttpMethod.Patch, $"/api/uploads/{file}")
        {
            Content = new ByteArrayContent("plan"u8.ToArray()),
        };
        part.Headers.TryAddWithoutValidation("Upload-Offset", "0");
        (await Of("Odalys").Http.SendAsync(part, Stop)).IsSuccessStatusCode.ShouldBeTrue();
        (await Of("Ines").Http.GetAsync($"/api/files/{file}", Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);

        await Of("Odalys")
            .Do(HttpMethod.Put, $"/api/tasks/{id}/files", new[] { new { id = file, caption = "North wall" } });
        var detail = await Of("Ines").Get($"/api/tasks/{id}/detail");
        detail
            .GetProperty("files")
            .EnumerateArray()
            .Select(f => f.GetProperty("caption").GetString())
            .ShouldBe(["North wall"]);
        detail.GetProperty("history").ToString().ShouldContain("plan.txt");
        (await Of("Ines").Http.GetAsync($"/api/files/{file}", Stop)).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await Of("Benedikta").Http.GetAsync($"/api/files/{file}", Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (
            await Of("Ines")
                .Refused(HttpMethod.Put, $"/api/tasks/{id}/files", new[] { new { id = Guid.CreateVersion7() } })
        ).Words.ShouldContain("no longer there");
        var held = await Of("Odalys")
            .Refused(
                HttpMethod.Post,
                $"/api/conversations/{Conversation("J-1 Benedikta")}/entries",
                new
                {
                    id = Guid.CreateVersion7(),
                    body = "See the plan",
                    via = "page",
                    files = new[] { new { id = file } },
                }
            );
        held.Words.ShouldStartWith("Held back");
    }
}
