using System.Net;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Tasks;

[Collection("yard")]
public class TaskTests(YardFixture world)
{
    private async Task<Guid> Say(string words)
    {
        var id = Guid.CreateVersion7();
        await world
            .Visitors["Odalys"]
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{world.Yard.Conversations["J-1 inside"].Value}/entries",
                new { id, body = words }
            );
        return id;
    }

    private object OwnedBy(string name) => new { kind = "person", id = world.Yard.People[name].Id.Value };

    private async Task<JsonElement> Make(string title, params string[] owners) =>
        await world
            .Visitors["Odalys"]
            .Do(
                HttpMethod.Post,
                "/api/tasks",
                new
                {
                    id = Guid.CreateVersion7(),
                    title,
                    docket = "J-1",
                    owners = owners.Select(OwnedBy),
                    priority = "normal",
                }
            );

    [Fact]
    public async Task An_entrys_words_become_a_draft_with_the_words_that_were_used_marked()
    {
        var entry = await Say(
            $"[@Ines Kowal](person:{world.Yard.People["Ines"].Id.Value}) please **order the bolts** by Thursday noon"
        );
        var drafts = await world.Visitors["Odalys"].Get($"/api/entries/{entry}/drafts");
        var draft = drafts.GetProperty("drafts")[0];
        draft.GetProperty("title").GetString().ShouldBe("Order the bolts");
        draft.GetProperty("owners")[0].GetProperty("name").GetString().ShouldBe("Ines Kowal");
        draft.GetProperty("due").GetDateTimeOffset().ShouldBe(new DateTimeOffset(2026, 4, 16, 11, 0, 0, TimeSpan.Zero));
        drafts.GetProperty("html").GetString()!.ShouldContain("<mark data-part=\"1\">by Thursday noon</mark>");
        drafts
            .GetProperty("html")
            .GetString()!
            .ShouldContain("<strong><mark data-part=\"2\">order the bolts</mark></strong>");
    }

    [Fact]
    public async Task Words_that_ask_for_nothing_give_a_draft_to_be_filled_in()
    {
        var drafts = await world.Visitors["Odalys"].Get($"/api/entries/{await Say("High water is at 15:10")}/drafts");
        drafts.GetProperty("found").GetBoolean().ShouldBeFalse();
        drafts.GetProperty("drafts")[0].GetProperty("title").GetString().ShouldBe("High water is at 15:10");
    }

    [Fact]
    public async Task A_task_hangs_on_its_entry_leads_back_to_it_and_tells_its_owner()
    {
        var entry = await Say("Please check the seacocks");
        var task = await world
            .Visitors["Odalys"]
            .Do(
                HttpMethod.Post,
                "/api/tasks",
                new
                {
                    id = Guid.CreateVersion7(),
                    title = "Check the seacocks",
                    sourceEntry = entry,
                    owners = new[] { OwnedBy("Ines") },
                    priority = "high",
                }
            );
        task.GetProperty("docket").GetString().ShouldBe("J-1");
        task.GetProperty("sourceEntry").GetGuid().ShouldBe(entry);
        (await world.Visitors["Ines"].Get($"/api/entries/{entry}"))
            .GetProperty("tasks")[0]
            .GetProperty("title")
            .GetString()
            .ShouldBe("Check the seacocks");
        (await world.Visitors["Ines"].Get("/api/tasks")).GetRawText().ShouldContain("Check the seacocks");
        (await world.Visitors["Ines"].Get("/api/alerts"))
            .GetProperty("alerts")
            .EnumerateArray()
            .ShouldContain(a => a.GetProperty("reason").GetString() == "Odalys gave you a task");
    }

    [Fact]
    public async Task The_second_of_two_who_change_a_task_is_told_with_both_versions()
    {
        var task = await Make("Fair the rudder", "Ines");
        var path = $"/api/tasks/{task.GetProperty("id").GetGuid()}";
        object Fields(string title) =>
            new
            {
                title,
                owners = new[] { OwnedBy("Ines") },
                priority = "normal",
                state = "needs-action",
                rule = "any",
            };
        await world.Visitors["Ines"].Do(HttpMethod.Put, path, Fields("Fair the rudder twice"), "\"1\"");
        var response = await world.Visitors["Odalys"].Send(HttpMethod.Put, path, Fields("Fair the keel"), "\"1\"");
        response.StatusCode.ShouldBe(HttpStatusCode.PreconditionFailed);
        JsonDocument
            .Parse(await response.Content.ReadAsStringAsync())
            .RootElement.GetProperty("current")
            .GetProperty("title")
            .GetString()
            .ShouldBe("Fair the rudder twice");
        (await world.Visitors["Odalys"].Send(HttpMethod.Put, path, Fields("Fair the keel"))).StatusCode.ShouldBe(
            HttpStatusCode.BadRequest
        );
    }

    [Fact]
    public async Task Two_who_change_different_fields_of_a_task_both_have_their_way()
    {
        var task = await Make("Fair the rudder", "Ines");
        var path = $"/api/tasks/{task.GetProperty("id").GetGuid()}";
        object Fields(string title, string priority, params string[] changed) =>
            new
            {
                title,
                owners = new[] { OwnedBy("Ines") },
                priority,
                state = "needs-action",
                rule = "any",
                changed,
            };
        await world.Visitors["Ines"].Do(HttpMethod.Put, path, Fields("Fair it twice", "normal", "title"), "\"1\"");
        var both = await world
            .Visitors["Odalys"]
            .Do(HttpMethod.Put, path, Fields("Fair the rudder", "high", "priority"), "\"1\"");
        both.GetProperty("title").GetString().ShouldBe("Fair it twice");
        both.GetProperty("priority").GetString().ShouldBe("high");

        // The same field collides: it is said what it is now, and nothing is overwritten.
        var refused = await world
            .Visitors["Odalys"]
            .Send(HttpMethod.Put, path, Fields("Fair it once", "normal", "title"), "\"1\"");
        refused.StatusCode.ShouldBe(HttpStatusCode.PreconditionFailed);
        var collision = JsonDocument
            .Parse(await refused.Content.ReadAsStringAsync())
            .RootElement.GetProperty("collisions")
            .EnumerateArray()
            .ShouldHaveSingleItem();
        collision.GetProperty("what").GetString().ShouldBe("title");
        collision.GetProperty("now").GetString().ShouldBe("Fair it twice");
    }

    [Fact]
    public async Task One_of_many_changes_stands_beside_what_others_changed_unless_it_is_the_same_field()
    {
        var id = (await Make("Fair the keel", "Ines")).GetProperty("id").GetGuid();
        async Task<JsonElement> Change(object change) =>
            (
                await world
                    .Visitors["Odalys"]
                    .Do(HttpMethod.Post, "/api/tasks/changes", new { changes = new[] { change } })
            )[0];
        await Change(
            new
            {
                id,
                version = 1,
                priority = "high",
            }
        );
        var beside = await Change(
            new
            {
                id,
                version = 1,
                title = "Fair the keel again",
            }
        );
        beside.GetProperty("problem").ValueKind.ShouldBe(JsonValueKind.Null);
        beside.GetProperty("task").GetProperty("priority").GetString().ShouldBe("high");
        var same = await Change(
            new
            {
                id,
                version = 1,
                priority = "low",
            }
        );
        same.GetProperty("problem").GetString()!.ShouldContain("priority is now high");
        same.GetProperty("task").GetProperty("priority").GetString().ShouldBe("high");
    }

    [Fact]
    public async Task Done_in_error_reopens_to_the_state_it_had()
    {
        var task = await Make("Tape the waterline", "Ines");
        var path = $"/api/tasks/{task.GetProperty("id").GetGuid()}";
        await world
            .Visitors["Ines"]
            .Do(
                HttpMethod.Put,
                path,
                new
                {
                    title = "Tape the waterline",
                    owners = new[] { OwnedBy("Ines") },
                    priority = "normal",
                    state = "waiting",
                    rule = "any",
                },
                "\"1\""
            );
        (await world.Visitors["Ines"].Do(HttpMethod.Put, $"{path}/done"))
            .GetProperty("state")
            .GetString()
            .ShouldBe("done");
        (await world.Visitors["Ines"].Do(HttpMethod.Delete, $"{path}/done"))
            .GetProperty("state")
            .GetString()
            .ShouldBe("waiting");
    }

    [Fact]
    public async Task Nobody_is_given_a_task_in_a_docket_they_do_not_see()
    {
        var response = await world
            .Visitors["Kit"]
            .Send(
                HttpMethod.Post,
                "/api/tasks",
                new
                {
                    id = Guid.CreateVersion7(),
                    title = "Look",
                    docket = "J-2",
                    owners = new[] { OwnedBy("Ines") },
                    priority = "normal",
                }
            );
        response.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await response.Content.ReadAsStringAsync()).ShouldContain("Ines does not see J-2");
    }

    [Theory]
    [InlineData("priority", "sometime")]
    [InlineData("title", "")]
    public async Task A_bad_field_is_named(string field, string value)
    {
        var body = new Dictionary<string, object?>
        {
            ["id"] = Guid.CreateVersion7(),
            ["title"] = "Fine",
            ["owners"] = Array.Empty<object>(),
            ["priority"] = "normal",
            [field] = value,
        };
        var response = await world.Visitors["Odalys"].Send(HttpMethod.Post, "/api/tasks", body);
        response.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await response.Content.ReadAsStringAsync()).ShouldContain(field, Case.Insensitive);
    }
}
