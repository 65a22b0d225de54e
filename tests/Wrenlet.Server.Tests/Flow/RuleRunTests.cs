using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Flow;

/// <summary>What becomes of what rules did: undone, over restarts, and when dockets become one.</summary>
public sealed class RuleRunTests(YardFixture fixture) : RuleYardTests(fixture)
{
    [Fact]
    public async Task What_a_rule_did_is_undone_but_for_what_has_left_and_what_somebody_changed()
    {
        var (reference, site) = await Begin(party: null);
        var rule = await Rule(
            site,
            new { kind = "enters", of = Survey },
            Task("Measure"),
            Task("Photograph it"),
            new { kind = "priority", priority = "low" },
            new { kind = "hand-over", of = Whom("Kit") }
        );
        await Move(reference, Survey);
        var run = await Run(rule);
        var tasks = (await Of("Kit").Get($"/api/dockets/{reference}")).GetProperty("tasks").EnumerateArray().ToList();
        var photograph = tasks.First(t => Text(t, "title") == "Photograph it");
        await Of("Odalys").Do(HttpMethod.Put, $"/api/tasks/{Id(photograph)}/done");

        var undone = await Of("Tobiah").Do(HttpMethod.Post, $"/api/rule-runs/{Id(run)}/undo");
        undone.GetProperty("undone").GetArrayLength().ShouldBe(3);
        undone.GetProperty("stays")[0].GetString().ShouldNotBeNull().ShouldContain("Photograph it");
        var docket = await Of("Odalys").Get($"/api/dockets/{reference}");
        (Text(docket, "priority"), Text(docket.GetProperty("owner"), "firstName")).ShouldBe(("normal", "Odalys"));
        docket.GetProperty("tasks").ToString().ShouldNotContain("Measure");
        (await Of("Tobiah").Refused(HttpMethod.Post, $"/api/rule-runs/{Id(run)}/undo")).Words.ShouldContain(
            "undone already"
        );
    }

    /// <summary>Each way in which people can have touched what a rule did, one after the other.</summary>
    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    [InlineData(5)]
    [InlineData(6)]
    [InlineData(7)]
    public async Task Undo_restores_all_that_nobody_touched_and_names_the_rest(int touched)
    {
        var (reference, site) = await Begin(party: null);
        var rule = await Rule(
            site,
            new { kind = "enters", of = Survey },
            new { kind = "priority", priority = "critical" },
            new { kind = "hand-over", of = Whom("Kit") },
            Task("Measure")
        );
        await Move(reference, Survey);
        var run = await Run(rule);
        var (priority, owner, task) = ((touched & 1) > 0, (touched & 2) > 0, (touched & 4) > 0);
        if (priority)
            await Of("Odalys")
                .Do(HttpMethod.Put, "/api/dockets/many", new { refs = new[] { reference }, priority = "low" });
        if (owner)
            await Of("Odalys")
                .Do(HttpMethod.Put, "/api/dockets/many", new { refs = new[] { reference }, owner = Whom("Ines") });
        if (task)
        {
            var given = (await Of("Odalys").Get($"/api/dockets/{reference}"))
                .GetProperty("tasks")
                .EnumerateArray()
                .Single();
            await Of("Odalys").Do(HttpMethod.Put, $"/api/tasks/{Id(given)}/done");
        }

        var undone = await Of("Tobiah").Do(HttpMethod.Post, $"/api/rule-runs/{Id(run)}/undo");
        var docket = await Of("Odalys").Get($"/api/dockets/{reference}");
        Text(docket, "priority").ShouldBe(priority ? "low" : "normal");
        Text(docket.GetProperty("owner"), "firstName").ShouldBe(owner ? "Ines" : "Odalys");
        docket.GetProperty("tasks").GetArrayLength().ShouldBe(task ? 1 : 0);
        var stays = undone.GetProperty("stays").EnumerateArray().Select(s => s.GetString()!).ToList();
        stays.Count.ShouldBe(int.PopCount(touched));
        stays.Any(s => s.Contains("Measure", StringComparison.Ordinal)).ShouldBe(task);
    }

    [Fact]
    public async Task A_rule_asks_whoever_owns_the_docket_and_undone_it_asks_no_more()
    {
        var (reference, site) = await Begin(party: null);
        var rule = await Rule(
            site,
            new { kind = "enters", of = Survey },
            new
            {
                kind = "ask",
                words = "Shall we lift {docket} this week?",
                owner = "docket-owner",
                asks = "decision",
                dueIn = 2,
            }
        );
        await Move(reference, Survey, by: "Tobiah");
        var run = await Run(rule);
        var ask = (await Of("Odalys").Get($"/api/dockets/{reference}"))
            .GetProperty("talk")
            .GetProperty("entries")
            .EnumerateArray()
            .Single(e => Text(e, "kind") == "note");
        Text(ask, "html")!.ShouldContain($"Shall we lift {reference} this week?");
        Text(ask.GetProperty("ask"), "kind").ShouldBe("decision");
        (await Of("Odalys").Get("/api/alerts")).ToString().ShouldContain($"Shall we lift {reference}");

        await Of("Tobiah").Do(HttpMethod.Post, $"/api/rule-runs/{Id(run)}/undo");
        (await Of("Odalys").Get("/api/asks/on-me")).ToString().ShouldNotContain($"Shall we lift {reference}");
    }

    [Fact]
    public async Task However_often_the_server_dies_in_the_middle_of_it_a_rule_does_each_thing_once()
    {
        var (reference, site) = await Begin();
        var rule = await Rule(
            site,
            new { kind = "enters", of = Survey },
            new { kind = "note", words = "Look at the mast." },
            Task("Measure"),
            new { kind = "message", of = Yard.EverybodysStock }
        );
        await Move(reference, Survey);
        for (var death = 0; death < 3; death++)
            await Restart();
        (await Run(rule)).GetProperty("did").GetArrayLength().ShouldBe(3);
        await Restart();
        var docket = await Of("Odalys").Get($"/api/dockets/{reference}");
        var kinds = docket
            .GetProperty("talk")
            .GetProperty("entries")
            .EnumerateArray()
            .Select(e => Text(e, "kind"))
            .ToList();
        (kinds.Count(k => k == "note"), kinds.Count(k => k == "out")).ShouldBe((1, 1));
        docket.GetProperty("tasks").GetArrayLength().ShouldBe(1);
        (await Of("Tobiah").Get($"/api/rules/{rule}/runs")).GetArrayLength().ShouldBe(1);
    }

    [Fact]
    public async Task What_holds_a_stage_up_goes_along_when_two_dockets_become_one()
    {
        var (first, _) = await Begin();
        var (second, _) = await Begin();
        await Of("Wilhelmina")
            .Do(
                HttpMethod.Put,
                $"/api/dockets/{first}/locks/{Guid.CreateVersion7()}",
                new { stage = Survey, reason = "The crane is broken" }
            );
        await Of("Odalys").Do(HttpMethod.Put, $"/api/dockets/{first}/same", new { other = second });
        (
            await Of("Odalys").Refused(HttpMethod.Put, $"/api/dockets/{second}/stage", new { stage = Survey })
        ).Words.ShouldContain("The crane is broken");
    }
}
