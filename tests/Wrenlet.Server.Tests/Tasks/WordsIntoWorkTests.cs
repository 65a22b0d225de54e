using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Wrenlet.Core.Conversations;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Tasks;

/// <summary>Tasks agreed to while one writes, and what comes next.</summary>
public sealed class WordsIntoWorkTests(YardFixture fixture) : YardTests(fixture)
{
    private Guid Inside => Conversation("J-1 inside");

    private string ToInes(string words) => $"[@Ines Kowal](person:{Yard.People["Ines"].Id.Value}) {words}";

    private async Task<string[]> AsksFor(string body) =>
        [
            .. (await Of("Odalys").Do(HttpMethod.Post, $"/api/conversations/{Inside}/check", new { body }))
                .GetProperty("tasks")
                .EnumerateArray()
                .Select(t => t.GetProperty("line").GetString()!),
        ];

    [Fact]
    public async Task What_one_writes_says_which_tasks_it_asks_for()
    {
        (await AsksFor(ToInes("please measure the new bolts by Wednesday noon, urgent"))).ShouldBe([
            "Measure the new bolts · Ines · Wed 15 Apr 12:00 · critical",
        ]);
        (await AsksFor("Thanks all, good work this week")).ShouldBeEmpty();
        (await AsksFor("To do:\n- Ines: label the breakers\n- Kit: change the zincs by Monday")).Length.ShouldBe(2);
    }

    [Fact]
    public async Task What_nearly_asks_for_work_is_a_guess_where_one_wants_a_task_of_it()
    {
        var entry = Guid.CreateVersion7();
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{Inside}/entries",
                new
                {
                    id = entry,
                    body = "Ines, the pump",
                    close = false,
                    knowing = false,
                }
            );
        var drafts = await Of("Odalys").Get($"/api/entries/{entry}/drafts");
        drafts.GetProperty("found").GetBoolean().ShouldBeFalse();
        drafts.GetProperty("guessed").GetBoolean().ShouldBeTrue();
        drafts.GetProperty("drafts")[0].GetProperty("title").GetString().ShouldBe("The pump");
        drafts.GetProperty("html").GetString()!.ShouldContain("<mark");
    }

    [Fact]
    public async Task An_administrator_sees_how_a_message_is_read()
    {
        var read = await Of("Wilhelmina")
            .Do(
                HttpMethod.Post,
                "/api/set-up/reader/trials",
                new { text = "Ines, could you measure the bolts by Friday? No rush.", outside = false }
            );
        read.GetProperty("drafts")
            .EnumerateArray()
            .Select(d => d.GetString())
            .ShouldBe(["Measure the bolts · Ines · Fri 17 Apr 17:00 · low"]);
        read.GetProperty("found")
            .EnumerateArray()
            .Select(f => (f.GetProperty("kind").GetString(), f.GetProperty("from").GetInt32()))
            .ShouldBe([("name", 0), ("cue", 6), ("time", 34), ("priority", 45)]);
        var best = read.GetProperty("weighed")[0];
        best.GetProperty("certainty").GetDouble().ShouldBeGreaterThan(0.9);
        best.GetProperty("features").GetArrayLength().ShouldBeGreaterThan(3);
        read.GetProperty("placed")
            .EnumerateArray()
            .Select(p => (p.GetProperty("kind").GetString(), p.GetProperty("belongs").GetBoolean()))
            .ShouldBe([("name", true), ("time", true)]);

        // The same words of somebody outside promise nothing of ours.
        (
            await Of("Wilhelmina")
                .Do(
                    HttpMethod.Post,
                    "/api/set-up/reader/trials",
                    new { text = "I'll bring the mast on Friday", outside = true }
                )
        )
            .GetProperty("drafts")
            .GetArrayLength()
            .ShouldBe(0);
    }

    [Fact]
    public async Task Outside_what_we_promise_becomes_a_task_and_what_we_ask_of_them_does_not()
    {
        var (place, entry, task) = (Conversation("J-1 Benedikta"), Guid.CreateVersion7(), Guid.CreateVersion7());
        const string Words = "Please send the deposit by Monday. I'll send you the quote by Friday noon.";
        var seen = await Of("Odalys")
            .Do(HttpMethod.Post, $"/api/conversations/{place}/check", new { body = Words, via = "page" });
        var promised = seen.GetProperty("tasks").EnumerateArray().ShouldHaveSingleItem();
        promised.GetProperty("line").GetString().ShouldBe("Send Benedikta the quote · Odalys · Fri 17 Apr 12:00");
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{place}/entries",
                new
                {
                    id = entry,
                    body = Words,
                    via = "page",
                    tasks = new[] { new { id = task, task = promised } },
                }
            );
        var made = await Of("Odalys").Get($"/api/tasks/{task}");
        (
            made.GetProperty("owners")[0].GetProperty("firstName").GetString(),
            made.GetProperty("sourceEntry").GetGuid()
        ).ShouldBe(("Odalys", entry));
        (await Of("Benedikta").Get("/api/page")).ToString().ShouldNotContain(task.ToString());
    }

    [Fact]
    public async Task What_was_agreed_to_is_made_when_it_is_sent_whatever_became_of_the_words_and_once_only()
    {
        var (entry, task) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        var seen = await Of("Odalys")
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{Inside}/check",
                new { body = "To do:\n- Ines: label the breakers\n- Kit: change the zincs by Monday" }
            );
        // The list was turned round after that: a place in it would mean another task now.
        var note = new
        {
            id = entry,
            body = "To do:\n- Kit: change the zincs by Monday\n- Ines: label the breakers\n- Ines: sweep the shed",
            tasks = new[] { new { id = task, task = seen.GetProperty("tasks")[1] } },
        };
        var said = await Of("Odalys").Do(HttpMethod.Post, $"/api/conversations/{Inside}/entries", note);
        await Of("Odalys").Do(HttpMethod.Post, $"/api/conversations/{Inside}/entries", note);
        said.GetProperty("tasks")
            .EnumerateArray()
            .Select(t => t.GetProperty("title").GetString())
            .ShouldBe(["Change the zincs"]);
        var made = await Of("Odalys").Get($"/api/tasks/{task}");
        made.GetProperty("sourceEntry").GetGuid().ShouldBe(entry);
        made.GetProperty("owners")[0].GetProperty("name").GetString().ShouldBe("Kit Ramaswamy");
        made.GetProperty("due").GetDateTimeOffset().ShouldBe(new DateTimeOffset(2026, 4, 20, 16, 0, 0, TimeSpan.Zero));
        (await Of("Ines").Get($"/api/entries/{entry}")).ToString().ShouldContain(task.ToString());
    }

    [Fact]
    public async Task Who_makes_the_same_task_of_the_same_words_again_is_told_and_shown_the_first()
    {
        var entry = Guid.CreateVersion7();
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{Inside}/entries",
                new { id = entry, body = "Somebody should grease the winch." }
            );
        var first = Guid.CreateVersion7();
        Task<HttpResponseMessage> Make(string who, Guid id, string title, bool again = false) =>
            Of(who)
                .Send(
                    HttpMethod.Post,
                    "/api/tasks",
                    new
                    {
                        id,
                        title,
                        sourceEntry = entry,
                        owners = Array.Empty<object>(),
                        priority = "normal",
                        again,
                    }
                );
        (await Make("Odalys", first, "Grease the winch")).IsSuccessStatusCode.ShouldBeTrue();
        var doubled = await Make("Ines", Guid.CreateVersion7(), "grease the winch");
        doubled.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        var problem = await doubled.Content.ReadFromJsonAsync<JsonElement>(TestContext.Current.CancellationToken);
        problem.GetProperty("detail").GetString().ShouldBe("Odalys Brandt has made this task of these words already.");
        problem.GetProperty("first").GetProperty("id").GetGuid().ShouldBe(first);

        (await Make("Odalys", first, "Grease the winch")).IsSuccessStatusCode.ShouldBeTrue(
            "sent again, it is one task"
        );
        (await Make("Ines", Guid.CreateVersion7(), "Order grease")).IsSuccessStatusCode.ShouldBeTrue();
        (await Make("Ines", Guid.CreateVersion7(), "Grease the winch", again: true)).IsSuccessStatusCode.ShouldBeTrue();
    }

    [Fact]
    public async Task What_comes_next_stands_in_order_with_its_reason_and_what_is_done_is_gone()
    {
        async Task<Guid> Make(string title, string? due, int? minutes, string priority = "normal")
        {
            var id = Guid.CreateVersion7();
            await Of("Odalys")
                .Do(
                    HttpMethod.Post,
                    "/api/tasks",
                    new
                    {
                        id,
                        title,
                        owners = new[] { new { kind = "person", id = Yard.People["Ines"].Id.Value } },
                        due,
                        priority,
                        estimateMinutes = minutes,
                    }
                );
            return id;
        }

        async Task<List<JsonElement>> Next() => [.. (await Of("Ines").Get("/api/tasks/next")).EnumerateArray()];
        var soon = await Make("Short", "2026-04-14T12:00:00Z", null);
        var tight = await Make("Long", "2026-04-14T15:00:00Z", 420);
        var whenever = await Make("Whenever", null, null, "low");
        var next = await Next();
        next.Select(n => n.GetProperty("task").GetGuid())
            .Where(id => id == soon || id == tight || id == whenever)
            .ShouldBe([tight, soon, whenever]);
        next.Single(n => n.GetProperty("task").GetGuid() == tight)
            .GetProperty("reason")
            .GetString()!
            .ShouldStartWith("Due today 16:00");
        await Of("Ines").Do(HttpMethod.Put, $"/api/tasks/{tight}/done");
        (await Next()).ShouldNotContain(n => n.GetProperty("task").GetGuid() == tight);
    }
}
