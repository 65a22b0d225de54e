using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Flow;

/// <summary>What rules make of templates: parts in the docket, other dockets, and both undone.</summary>
public sealed class RuleTemplateTests(YardFixture fixture) : RuleYardTests(fixture)
{
    /// <summary>A template of jobs with two tasks and a table, each named for this test.</summary>
    private async Task<(Guid Id, string Name)> Template()
    {
        var (id, name) = (Guid.CreateVersion7(), $"Yearly {Guid.NewGuid():N}");
        object Planned(string title) =>
            new
            {
                id = Guid.CreateVersion7(),
                title,
                notes = "",
                parent = (Guid?)null,
                owners = new[] { new { kind = "docket-owner", id = (Guid?)null } },
                rule = "any",
                priority = "normal",
                start = (object?)null,
                due = (object?)null,
                estimateMinutes = 30,
                gate = (Guid?)null,
                after = Array.Empty<Guid>(),
            };
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/templates/{id}",
                new
                {
                    id,
                    kind = YardKinds.Job.Id.Value,
                    name,
                    about = "",
                    subject = "",
                    message = (Guid?)null,
                    retired = false,
                    tasks = new[] { Planned($"Look, {name}"), Planned($"Bill, {name}") },
                    sheets = new[]
                    {
                        new
                        {
                            id = Guid.CreateVersion7(),
                            kind = "table",
                            name = $"Readings, {name}",
                            body = "Name,Value\nA,1",
                        },
                    },
                }
            );
        return (id, name);
    }

    private static object Begins(Guid template, bool withParty = true) =>
        new
        {
            kind = "begin",
            of = template,
            words = "{subject}: next year",
            withParty,
        };

    private async Task<JsonElement> Begun(JsonElement run)
    {
        var words = run.GetProperty("did")
            .EnumerateArray()
            .Select(d => d.GetString()!)
            .Single(d => d.StartsWith("began"));
        return await Of("Odalys").Get($"/api/dockets/{words[(words.IndexOf('#') + 1)..]}");
    }

    [Fact]
    public async Task A_rule_begins_another_docket_from_a_template_and_undone_it_is_gone()
    {
        var (template, name) = await Template();
        var (reference, site) = await Begin();
        var rule = await Rule(site, new { kind = "enters", of = Survey }, Begins(template));
        await Move(reference, Survey);
        var run = await Run(rule);
        var begun = await Begun(run);
        Text(begun, "subject").ShouldBe("Kestrel: next year");
        Text(begun, "site").ShouldBe(site);
        Text(begun.GetProperty("owner"), "firstName").ShouldBe("Odalys");
        begun.ToString().ShouldContain($"Look, {name}");
        begun.ToString().ShouldContain(Yard.People["Benedikta"].Name);
        begun.ToString().ShouldContain($"began this from");
        (await Talk(reference)).ShouldContain($"began the Job");

        var undone = await Of("Tobiah").Do(HttpMethod.Post, $"/api/rule-runs/{Id(run)}/undo");
        undone.GetProperty("stays").GetArrayLength().ShouldBe(0);
        (await Of("Odalys").Refused(HttpMethod.Get, $"/api/dockets/{Text(begun, "ref")}")).Status.ShouldBe(
            System.Net.HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task A_docket_that_somebody_has_worked_with_stays_when_the_rule_is_undone()
    {
        var (template, name) = await Template();
        var (reference, site) = await Begin(party: null);
        var rule = await Rule(site, new { kind = "enters", of = Survey }, Begins(template, withParty: false));
        await Move(reference, Survey);
        var run = await Run(rule);
        var begun = await Begun(run);
        var task = begun.GetProperty("tasks").EnumerateArray().First(t => Text(t, "title") == $"Look, {name}");
        await Of("Odalys").Do(HttpMethod.Put, $"/api/tasks/{Id(task)}/done");

        var undone = await Of("Tobiah").Do(HttpMethod.Post, $"/api/rule-runs/{Id(run)}/undo");
        undone.GetProperty("stays")[0].GetString()!.ShouldContain("somebody has worked with it since");
        Text(await Of("Odalys").Get($"/api/dockets/{Text(begun, "ref")}"), "site").ShouldBe(site);
    }

    [Fact]
    public async Task A_docket_that_somebody_has_moved_stays_when_the_rule_is_undone()
    {
        var (template, _) = await Template();
        var (reference, site) = await Begin(party: null);
        var rule = await Rule(site, new { kind = "enters", of = Quote }, Begins(template, withParty: false));
        await Move(reference, Quote);
        var run = await Run(rule);
        var begun = Text(await Begun(run), "ref")!;
        await Move(begun, Survey);

        var undone = await Of("Tobiah").Do(HttpMethod.Post, $"/api/rule-runs/{Id(run)}/undo");
        undone.GetProperty("undone").GetArrayLength().ShouldBe(0);
        undone.GetProperty("stays")[0].GetString()!.ShouldContain("somebody has worked with it since");
    }

    [Fact]
    public async Task Whoever_does_not_see_the_docket_does_not_see_the_one_that_a_rule_begins_of_it()
    {
        var (template, _) = await Template();
        var (reference, site) = await Begin(party: null);
        var rule = await Rule(site, new { kind = "enters", of = Survey }, Begins(template));
        await Limit(reference, "Odalys", "Tobiah");
        await Move(reference, Survey);
        var begun = await Begun(await Run(rule));
        (await Of("Kit").Refused(HttpMethod.Get, $"/api/dockets/{Text(begun, "ref")}")).Status.ShouldBe(
            System.Net.HttpStatusCode.NotFound
        );
        Text(await Of("Tobiah").Get($"/api/dockets/{Text(begun, "ref")}"), "site").ShouldBe(site);
    }

    [Fact]
    public async Task What_a_rule_made_of_a_template_is_undone_but_for_what_somebody_changed()
    {
        var (template, name) = await Template();
        var (reference, site) = await Begin(party: null);
        var rule = await Rule(site, new { kind = "enters", of = Survey }, new { kind = "template", of = template });
        await Move(reference, Survey);
        var run = await Run(rule);
        var made = await Of("Odalys").Get($"/api/dockets/{reference}");
        var tasks = made.GetProperty("tasks").EnumerateArray().ToList();
        tasks.Count.ShouldBe(2);
        await Of("Odalys")
            .Do(HttpMethod.Put, $"/api/tasks/{Id(tasks.First(t => Text(t, "title") == $"Bill, {name}"))}/done");

        var undone = await Of("Tobiah").Do(HttpMethod.Post, $"/api/rule-runs/{Id(run)}/undo");
        undone
            .GetProperty("stays")
            .EnumerateArray()
            .Select(s => s.GetString())
            .ShouldBe([$"added the task “Bill, {name}”: it is over"]);
        var docket = await Of("Odalys").Get($"/api/dockets/{reference}");
        docket.GetProperty("tasks").EnumerateArray().Select(t => Text(t, "title")).ShouldBe([$"Bill, {name}"]);
        (await Of("Odalys").Get($"/api/dockets/{reference}/sheets"))
            .EnumerateArray()
            .Single(h => Text(h, "name") == $"Readings, {name}")
            .GetProperty("removed")
            .GetBoolean()
            .ShouldBeTrue();
    }
}
