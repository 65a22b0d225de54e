using System.Net;
using System.Text.Json;
using Wrenlet.Core.Conversations;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Conversations;

/// <summary>Tags of things, and what hostile words become.</summary>
public sealed class PointingTests(YardFixture fixture) : YardTests(fixture)
{
    private async Task<JsonElement> Thing(string who, string kind, object target) =>
        await Of(who).Get($"/api/things/{kind}/{target}");

    [Fact]
    public async Task A_tag_says_how_the_thing_stands_now()
    {
        var docket = await Thing("Odalys", "docket", "J-1");
        docket.GetProperty("title").GetString()!.ShouldStartWith("J-1 Quillfish");
        docket.GetProperty("state").GetString()!.ShouldContain("owner Odalys Brandt");
        docket.GetProperty("path").GetString().ShouldBe("/dockets/J-1");

        var task = Yard.Tasks["J-1"].Value;
        (await Thing("Odalys", "task", task)).GetProperty("done").GetBoolean().ShouldBeFalse();
        await Of("Ines").Do(HttpMethod.Put, $"/api/tasks/{task}/done");
        var finished = await Thing("Odalys", "task", task);
        finished.GetProperty("done").GetBoolean().ShouldBeTrue();
        finished.GetProperty("state").GetString()!.ShouldContain("Ines Kowal");

        var entry = await Thing("Odalys", "entry", Yard.Entries["J-1 inside"].Value);
        entry.GetProperty("title").GetString()!.ShouldContain(SmallYard.WordOf("J-1 inside"));
        entry.GetProperty("path").GetString()!.ShouldContain($"?entry={Yard.Entries["J-1 inside"].Value}");
    }

    [Fact]
    public async Task Who_does_not_see_a_thing_sees_only_that_it_is_there()
    {
        foreach (
            var (kind, target) in new (string, object)[]
            {
                ("docket", "J-2"),
                ("task", Yard.Tasks["J-2"].Value),
                ("entry", Yard.Entries["J-2 inside"].Value),
            }
        )
        {
            (await Thing("Kit", kind, target)).GetProperty("seen").GetBoolean().ShouldBeTrue();
            var hidden = await Thing("Ines", kind, target);
            hidden.GetProperty("seen").GetBoolean().ShouldBeFalse();
            hidden.GetProperty("path").ValueKind.ShouldBe(JsonValueKind.Null);
            hidden.ToString().ShouldNotContain("secret");
            hidden.ToString().ShouldNotContain("Kit");
        }

        (await Of("Ines").Http.GetAsync($"/api/things/entry/{Guid.CreateVersion7()}", Stop)).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
        (await Of("Benedikta").Http.GetAsync("/api/things/docket/J-1", Stop)).StatusCode.ShouldBe(
            HttpStatusCode.Forbidden
        );
    }

    [Fact]
    public async Task A_shared_view_is_seen_by_all_staff_and_ones_own_by_nobody_else()
    {
        async Task<Guid> View(string name, bool shared)
        {
            var id = Guid.CreateVersion7();
            await Of("Kit")
                .Do(
                    HttpMethod.Put,
                    $"/api/docket-views/{id}",
                    new
                    {
                        name,
                        shared,
                        settings = new { open = true },
                    }
                );
            return id;
        }
        var (shared, own) = (await View("Spring plans", shared: true), await View("Hush plans", shared: false));
        (await Of("Ines").Get($"/api/views/{shared}")).GetProperty("about").GetString().ShouldBe("dockets");
        (await Of("Ines").Refused(HttpMethod.Get, $"/api/views/{own}")).Status.ShouldBe(HttpStatusCode.NotFound);
        (await Thing("Ines", "view", own)).GetProperty("seen").GetBoolean().ShouldBeFalse();
        (await Thing("Kit", "view", own)).GetProperty("title").GetString().ShouldBe("Hush plans");

        // Each is offered what they can see, and what is pointed at says no more than its reader may know.
        async Task<string> Offered(string who) =>
            (
                await Of(who).Get($"/api/conversations/{Conversation("J-1 inside")}/taggable?sign=%23&typed=plans")
            ).ToString();
        (await Offered("Kit")).ShouldContain("Hush plans");
        (await Offered("Ines")).ShouldNotContain("Hush plans");
        (await Offered("Ines")).ShouldContain("Spring plans");
        var said = await Say(Of("Kit"), Conversation("J-1 inside"), $"Look at [#Hush plans](view:{own}) now.");
        said.ToString().ShouldNotContain("Hush");
        said.GetProperty("html").GetString()!.ShouldContain("a view of somebody");
    }

    [Fact]
    public async Task The_words_of_a_tag_tell_nothing_to_those_who_do_not_see_the_thing()
    {
        var (task, entry) = (Yard.Tasks["J-2"].Value, Yard.Entries["J-2 inside"].Value);
        var tags =
            $"[#{SmallYard.WordOf("J-2 task")}](task:{task}) and [#{SmallYard.WordOf("J-2 inside")} here](entry:{entry})";
        var said = await Say(
            Of("Kit"),
            Conversation("J-1 inside"),
            $"See {tags} and [#its own](entry:{Yard.Entries["J-1 inside"].Value})"
        );
        var html = said.GetProperty("html").GetString()!;
        html.ShouldContain("#a task of J-2");
        html.ShouldContain("#something said in J-2");
        html.ShouldContain("#its own");
        html.ShouldContain($"data-target=\"{task}\"");
        (await Of("Ines").Get($"/api/conversations/{Conversation("J-1 inside")}"))
            .ToString()
            .ShouldNotContain(SmallYard.WordOf("J-2 task"));

        // Where all who read it see the thing, it is called by its name; an edit is held to the same.
        (await Say(Of("Kit"), Conversation("J-2 inside"), tags))
            .GetProperty("html")
            .GetString()!
            .ShouldContain(SmallYard.WordOf("J-2 task"));
        var edited = await Of("Kit")
            .Do(HttpMethod.Put, $"/api/entries/{Id(said)}", new { body = $"Look at {tags}" }, "\"1\"");
        edited.GetProperty("html").GetString()!.ShouldNotContain("secretj2");

        // So is a notice, which all staff read.
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/notices/{Guid.CreateVersion7()}",
                new
                {
                    title = "Look",
                    body = tags,
                    crews = Array.Empty<object>(),
                    mustConfirm = false,
                }
            );
        var notices = (await Of("Ines").Get("/api/notices")).ToString();
        notices.ShouldContain("#a task of J-2");
        notices.ShouldNotContain("secretj2");
    }

    [Fact]
    public async Task A_link_into_the_application_is_a_tag_of_what_it_leads_to()
    {
        async Task<JsonElement> At(string path) =>
            await Of("Kit").Get($"/api/things?path={Uri.EscapeDataString(path)}");
        (await At("/dockets/J-1")).GetProperty("tag").GetString().ShouldBe("#J-1");
        (await At($"/dockets/J-1?entry={Yard.Entries["J-1 inside"].Value}"))
            .GetProperty("kind")
            .GetString()
            .ShouldBe("entry");
        (await At($"/tasks?task={Yard.Tasks["J-1"].Value}")).GetProperty("kind").GetString().ShouldBe("task");
        foreach (
            var nothing in new[]
            {
                "/",
                "/dockets",
                "/dockets/J-99",
                "/dockets/../J-1",
                $"/tasks?task={Guid.CreateVersion7()}",
                "https://far.example/dockets/J-1",
            }
        )
            (
                await Of("Kit").Http.GetAsync($"/api/things?path={Uri.EscapeDataString(nothing)}", Stop)
            ).StatusCode.ShouldBe(HttpStatusCode.NotFound, nothing);
        (await Of("Ines").Http.GetAsync("/api/things?path=/dockets/J-2", Stop)).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task What_was_said_is_found_after_the_sign()
    {
        await Say(Of("Ines"), Conversation("J-1 inside"), "The garboard seam weeps a little");
        var found = (
            await Of("Odalys")
                .Get($"/api/conversations/{Conversation("J-1 inside")}/taggable?sign=%23&typed=garboard seam")
        )
            .EnumerateArray()
            .Single(t => t.GetProperty("kind").GetString() == "entry");
        found.GetProperty("text").GetString().ShouldBe("#The garboard seam weeps a little");
        (
            await Of("Odalys")
                .Get(
                    $"/api/conversations/{Conversation("J-1 inside")}/taggable?sign=%23&typed={SmallYard.WordOf("J-2 inside")}"
                )
        )
            .GetArrayLength()
            .ShouldBe(0);
    }

    [Theory]
    [InlineData("<script>alert(1)</script>")]
    [InlineData("[x](javascript:alert(1)) ![x](data:text/html;base64,PHNjcmlwdD4=)")]
    [InlineData("| a | <img src=x onerror=alert(1)> |\n| - | - |\n| [b](vbscript:x) | `<b>` |")]
    [InlineData("\u202Eevil\u202C \u2066mixed\u2069 \uFEFF")]
    [InlineData("👨‍👩‍👧‍👦 🏳️‍🌈 ✋🏿 e\u0301 \uD83D")]
    public async Task Hostile_words_are_shown_harmless(string words)
    {
        var html = (await Say(Of("Ines"), Conversation("J-1 inside"), words)).GetProperty("html").GetString()!;
        foreach (var tag in new[] { "<script", "<img", "javascript:", "vbscript:", "data:text", "onerror=alert(1)>\"" })
            html.Replace("&lt;", "", StringComparison.Ordinal).ShouldNotContain(tag, Case.Sensitive);
        (await Of("Odalys").Get($"/api/conversations/{Conversation("J-1 inside")}"))
            .GetProperty("talk")
            .GetProperty("entries")
            .GetArrayLength()
            .ShouldBeGreaterThan(0);
    }

    [Fact]
    public async Task A_note_of_a_million_characters_is_refused_clearly_and_one_of_the_longest_length_is_taken()
    {
        var refused = await Of("Ines")
            .Send(
                HttpMethod.Post,
                $"/api/conversations/{Conversation("J-1 inside")}/entries",
                new { id = Guid.CreateVersion7(), body = new string('x', 1_000_000) }
            );
        refused.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await refused.Content.ReadAsStringAsync(Stop)).ShouldContain("100000");
        foreach (var unit in new[] { "[", "*_", "> ", "`", "| a ", "[a](", "- \n  " })
            await Say(
                Of("Ines"),
                Conversation("J-1 inside"),
                string.Concat(Enumerable.Repeat(unit, 99_990 / unit.Length))
            );
    }
}
