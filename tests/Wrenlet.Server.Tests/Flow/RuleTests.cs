using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Flow;

/// <summary>Rules as they are made, tried, set off, told, undone and switched off.</summary>
public sealed class RuleTests(YardFixture fixture) : RuleYardTests(fixture)
{
    [Fact]
    public async Task Entering_a_stage_writes_gives_a_task_and_locks_another_until_it_is_done()
    {
        var (reference, site) = await Begin();
        var rule = await Rule(
            site,
            new { kind = "enters", of = Survey },
            new { kind = "message", of = Yard.EverybodysStock },
            Task("Invoice the deposit", Quote),
            new { kind = "priority", priority = "critical" },
            new { kind = "note", words = "Mind {docket}." }
        );
        var means = await Of("Odalys").Get($"/api/dockets/{reference}/stages/{Survey}");
        var steps = means.GetProperty("rules")[0].GetProperty("steps");
        Text(steps[0], "text").ShouldBe("Dear Benedikta");
        Text(steps[1], "words")
            .ShouldBe(
                "give whoever owns the docket the task “Invoice the deposit”, due in 2 working days, high, reminded every 1 h "
                    + "until it is done, and lock Quote until it is"
            );

        await Move(reference, Survey);
        var run = await Run(rule);
        Text(run, "state").ShouldBe("done");
        run.GetProperty("did").GetArrayLength().ShouldBe(5);
        var docket = await Of("Odalys").Get($"/api/dockets/{reference}");
        var words = docket.ToString();
        words.ShouldContain("Dear Benedikta");
        words.ShouldContain($"Mind {reference}.");
        words.ShouldContain($"The rule “Rule of {site}” (a Job enters Survey)");
        Text(docket, "priority").ShouldBe("critical");

        // Nobody goes past a lock, whatever their role and reason; when the task is done it is open.
        (
            await Of("Tobiah")
                .Refused(HttpMethod.Put, $"/api/dockets/{reference}/stage", new { stage = Quote, reason = "we must" })
        ).Words.ShouldContain("It is locked until “Invoice the deposit” is done");
        var task = (await Of("Odalys").Get("/api/tasks"))
            .EnumerateArray()
            .First(t =>
                Text(t, "title") == "Invoice the deposit" && t.ToString().Contains(reference, StringComparison.Ordinal)
            );
        await Of("Odalys").Do(HttpMethod.Put, $"/api/tasks/{Id(task)}/done");
        await Move(reference, Quote);
    }

    [Fact]
    public async Task Whoever_moves_changes_a_text_in_their_own_name_and_leaves_a_step_out_if_they_may_make_rules()
    {
        var (reference, site) = await Begin();
        var rule = await Rule(
            site,
            new { kind = "enters", of = Survey },
            new { kind = "message", of = Yard.EverybodysStock },
            new { kind = "note", words = "Look at the mast." }
        );
        object[] changed =
        [
            new
            {
                rule,
                step = 0,
                words = "We begin tomorrow.",
            },
        ];
        object[] without =
        [
            .. changed,
            new
            {
                rule,
                step = 1,
                words = (string?)null,
            },
        ];
        var means = await Of("Odalys").Get($"/api/dockets/{reference}/stages/{Survey}");
        means.GetProperty("mayRewrite").GetBoolean().ShouldBeTrue();
        means.GetProperty("mayLeaveOut").GetBoolean().ShouldBeFalse();
        (
            await Of("Odalys")
                .Refused(HttpMethod.Put, $"/api/dockets/{reference}/stage", new { stage = Survey, changed = without })
        ).Words.ShouldContain("Only somebody whose role allows making rules");
        await Move(reference, Survey, changed: changed);
        (await Run(rule)).GetProperty("did").GetArrayLength().ShouldBe(2);
        var said = (await Of("Odalys").Get($"/api/dockets/{reference}"))
            .GetProperty("talk")
            .GetProperty("entries")
            .EnumerateArray()
            .ToList();
        Text(said.Single(e => Text(e, "kind") == "out").GetProperty("author"), "firstName").ShouldBe("Odalys");
        Text(said.Single(e => Text(e, "kind") == "note").GetProperty("author"), "firstName").ShouldBe("Tobiah");

        // A manager leaves the note out.
        var (other, _) = await Begin(at: site);
        await Move(other, Survey, by: "Tobiah", changed: without);
        (await Run(rule, 1)).GetProperty("did").GetArrayLength().ShouldBe(1);
        var words = await Talk(other);
        words.ShouldContain("We begin tomorrow.");
        words.ShouldNotContain("Look at the mast.");
    }

    [Fact]
    public async Task A_message_that_cannot_be_sent_is_kept_as_a_draft_and_its_maker_is_told()
    {
        var (reference, site) = await Begin(party: null);
        var rule = await Rule(
            site,
            new { kind = "enters", of = Survey },
            new { kind = "message", of = Yard.EverybodysStock }
        );
        await Move(reference, Survey);
        (await Run(rule)).GetProperty("did")[0].GetString().ShouldNotBeNull().ShouldContain("could not be sent");
        await Waiting.Until(async () =>
            (await Of("Tobiah").Get("/api/alerts"))
                .ToString()
                .Contains($"The rule “Rule of {site}” could not do this", StringComparison.Ordinal)
        );
    }

    [Fact]
    public async Task Rules_that_set_one_another_off_end_and_say_so()
    {
        var (reference, site) = await Begin(party: null);
        await Rule(site, new { kind = "enters", of = Survey }, new { kind = "move", of = Quote });
        var back = Guid.CreateVersion7();
        await Of("Tobiah")
            .Do(
                HttpMethod.Put,
                $"/api/rules/{back}",
                new
                {
                    name = $"Back of {site}",
                    trigger = new { kind = "enters", of = Quote },
                    conditions = new[] { new { kind = "site", value = site } },
                    steps = new[] { new { kind = "move", of = Survey } },
                    on = true,
                }
            );
        await Move(reference, Survey);
        await Waiting.Until(
            async () =>
                (await Talk(reference)).Contains("rules have set one another off 5 times", StringComparison.Ordinal),
            20
        );
    }

    [Fact]
    public async Task It_is_tried_on_the_past_as_far_as_one_sees_it()
    {
        var (reference, site) = await Begin(party: null);
        await Move(reference, Survey);
        async Task<JsonElement> Try(string by) =>
            await Of(by)
                .Do(
                    HttpMethod.Post,
                    $"/api/rules/{Guid.CreateVersion7()}/trial",
                    Setting(
                        site,
                        new { kind = "enters", of = Survey },
                        [new { kind = "note", words = "Look." }],
                        on: false
                    )
                );
        var trial = await Try("Tobiah");
        trial.GetProperty("count").GetInt32().ShouldBe(1);
        Text(trial.GetProperty("times")[0], "docket").ShouldBe(reference);

        await Limit(reference, "Odalys");
        (await Try("Tobiah")).GetProperty("count").GetInt32().ShouldBe(0);
    }

    [Fact]
    public async Task Once_for_a_party_and_a_day_it_answers_and_never_a_machine()
    {
        var (reference, site) = await Begin();
        var rule = await Rule(site, new { kind = "party-writes" }, new { kind = "message", of = Yard.EverybodysStock });
        var outside = (await Of("Odalys").Get($"/api/dockets/{reference}"))
            .GetProperty("conversations")
            .EnumerateArray()
            .First(c => Text(c, "audience") == "outside");
        foreach (var words in new[] { "When do you begin?", "And how long will it take?" })
            await Say(Of("Benedikta"), Id(outside), words);
        await Run(rule);
        // The next look has passed once the mark that was made after it is there.
        await Move(reference, Survey);
        await Waiting.Until(async () =>
            (await Talk(reference)).Contains("from Enquiry to Survey", StringComparison.Ordinal)
        );
        (await Of("Tobiah").Get($"/api/rules/{rule}/runs")).GetArrayLength().ShouldBe(1);
        // A receipt answers nobody: they still wait for us.
        var talk = (await Of("Odalys").Get($"/api/dockets/{reference}"))
            .GetProperty("conversations")
            .EnumerateArray()
            .First(c => Text(c, "audience") == "outside");
        Text(talk, "turn").ShouldBe("ours");
    }

    [Fact]
    public async Task With_two_parties_it_writes_to_the_one_that_wrote()
    {
        var (reference, site) = await Begin();
        var caspian = Yard.People["Caspian"].Party!.Value.Value;
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                $"/api/dockets/{reference}/parties",
                new { id = Guid.CreateVersion7(), party = caspian }
            );
        var rule = await Rule(site, new { kind = "party-writes" }, new { kind = "message", of = Yard.EverybodysStock });
        var theirs = (await Of("Odalys").Get($"/api/dockets/{reference}"))
            .GetProperty("conversations")
            .EnumerateArray()
            .First(c => c.ToString().Contains("Caspian", StringComparison.Ordinal));
        await Say(Of("Caspian"), Id(theirs), "Shall I come along?");
        (await Run(rule)).GetProperty("did")[0].GetString().ShouldNotBeNull().ShouldContain("to Caspian");
        (await Talk(reference)).ShouldContain("Dear Caspian");
    }

    [Fact]
    public async Task An_ask_holds_a_stage_up_until_it_is_decided()
    {
        var (reference, _) = await Begin(party: null);
        var inside = (await Of("Odalys").Get($"/api/dockets/{reference}"))
            .GetProperty("conversations")
            .EnumerateArray()
            .First(c => Text(c, "audience") == "inside");
        var ask = Guid.CreateVersion7();
        var entry = Guid.CreateVersion7();
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{Id(inside)}/entries",
                new
                {
                    id = entry,
                    body = "May we cut the mast?",
                    ask = new
                    {
                        id = ask,
                        kind = "decision",
                        of = new[] { new { kind = "person", id = Whom("Kit") } },
                        rule = "anyone",
                    },
                }
            );
        await Of("Odalys").Do(HttpMethod.Put, $"/api/dockets/{reference}/gates/asks/{entry}", new { stage = Survey });
        var means = await Of("Odalys").Get($"/api/dockets/{reference}/stages/{Survey}");
        var gate = means.GetProperty("inTheWay")[0];
        (Text(gate, "title"), Text(gate, "kind"), Text(gate, "who")).ShouldBe(
            ("May we cut the mast?", "ask", "Kit Ramaswamy")
        );
        await Of("Kit").Do(HttpMethod.Put, $"/api/asks/{ask}/answer", new { version = 1, approves = true });
        (await Of("Odalys").Get($"/api/dockets/{reference}/stages/{Survey}"))
            .GetProperty("inTheWay")
            .GetArrayLength()
            .ShouldBe(0);
    }

    [Fact]
    public async Task A_date_that_is_set_when_it_is_near_already_counts()
    {
        var (reference, site) = await Begin(party: null);
        var near = await Rule(
            site,
            new
            {
                kind = "near",
                of = YardKinds.Job.Milestones[0].Id.Value,
                minutes = -5400,
            },
            Task("Book the slipway")
        );
        var setting = await Of("Odalys").Get($"/api/dockets/{reference}/setting");
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/dockets/{reference}/setting",
                new
                {
                    subject = "Kestrel: refit",
                    site,
                    owner = Whom("Odalys"),
                    priority = "normal",
                    limited = false,
                    people = Array.Empty<Guid>(),
                    crews = Array.Empty<Guid>(),
                    milestones = new[]
                    {
                        new
                        {
                            name = "launch",
                            at = "2026-04-20T10:00:00Z",
                            named = YardKinds.Job.Milestones[0].Id.Value,
                        },
                    },
                },
                Text(setting, "version")
            );
        (await Run(near)).GetProperty("did")[0].GetString().ShouldBe("gave Odalys the task “Book the slipway”");
    }

    [Fact]
    public async Task Switched_off_it_acts_no_more_and_what_others_changed_is_not_overwritten()
    {
        var (reference, site) = await Begin(party: null);
        var id = await Rule(site, new { kind = "enters", of = Survey }, Task("Measure"));
        var rules = await Of("Tobiah").Get("/api/rules");
        var view = rules.EnumerateArray().First(r => Id(r) == id);
        (Text(view, "happens"), view.GetProperty("onlyIf")[0].GetString()).ShouldBe(
            ("a Job enters Survey", $"its site is {site}")
        );
        var off = Setting(site, new { kind = "enters", of = Survey }, [Task("Measure")], on: false);
        (await Of("Wilhelmina").Send(HttpMethod.Put, $"/api/rules/{id}", off, "\"an old one\"")).StatusCode.ShouldBe(
            HttpStatusCode.PreconditionFailed
        );
        await Of("Wilhelmina").Do(HttpMethod.Put, $"/api/rules/{id}", off, Text(view, "version"));
        await Move(reference, Survey);
        (await Of("Tobiah").Get($"/api/rules/{id}/runs")).GetArrayLength().ShouldBe(0);
        await Of("Tobiah").Do(HttpMethod.Delete, $"/api/rules/{id}");
        (await Of("Tobiah").Get("/api/rules")).ToString().ShouldNotContain($"Rule of {site}");
    }

    [Fact]
    public async Task What_is_not_complete_is_said_by_its_part()
    {
        var (_, site) = await Begin(party: null);
        async Task<string> Wrong(object trigger, params object[] steps)
        {
            var id = Guid.CreateVersion7();
            return (
                await Of("Tobiah").Refused(HttpMethod.Put, $"/api/rules/{id}", Setting(site, trigger, steps))
            ).Words;
        }

        (await Wrong(new { kind = "enters" }, Task("Measure"))).ShouldContain("Say what has to happen.");
        (await Wrong(new { kind = "enters", of = Guid.NewGuid() }, Task("Measure"))).ShouldContain(
            "It names a stage that is gone."
        );
        (await Wrong(new { kind = "party-writes" })).ShouldContain("Say what it does");
        (await Wrong(new { kind = "party-writes" }, new { kind = "message" })).ShouldContain("A step is not complete.");
        (await Wrong(new { kind = "party-writes" }, new { kind = "message", of = Yard.KitsStock })).ShouldContain(
            "Choose the stock reply"
        );
    }
}
