using System.Net;
using System.Text.Json;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Flow;

/// <summary>Templates made, used and followed, and dockets that come round, in a firm of another trade.</summary>
public sealed class TemplateTests(YardFixture fixture) : YardTests(fixture)
{
    private static readonly SemaphoreSlim Setting = new(1);
    private static KindSetting? _tuning;

    private static KindSetting Tuning => _tuning!;

    private async Task SetUp()
    {
        await Setting.WaitAsync(Stop);
        try
        {
            if (_tuning is not null)
                return;
            var kind = PianoFirm.Kinds().First(k => k.Milestones.Count > 0);
            await Of("Wilhelmina").Do(HttpMethod.Put, $"/api/kinds/{kind.Id}", kind);
            _tuning = kind;
        }
        finally
        {
            Setting.Release();
        }
    }

    private static object Task(
        Guid id,
        string title,
        object? due = null,
        Guid? parent = null,
        Guid? gate = null,
        Guid[]? after = null,
        string owner = "docket-owner",
        Guid? whom = null
    ) =>
        new
        {
            id,
            title,
            notes = "",
            parent,
            owners = new[] { new { kind = owner, id = whom } },
            rule = "any",
            priority = "high",
            start = (object?)null,
            due,
            estimateMinutes = 30,
            gate,
            after = after ?? [],
        };

    private static object From(string from, int offset, Guid? of = null) =>
        new
        {
            from,
            of,
            offset,
            unit = "working-days",
        };

    private readonly Guid _inspect = Guid.CreateVersion7();
    private readonly Guid _tune = Guid.CreateVersion7();
    private readonly Guid _strings = Guid.CreateVersion7();
    private readonly Guid _bill = Guid.CreateVersion7();

    /// <summary>Makes a template of four tasks and a table.</summary>
    private async Task<Guid> Make(string name, Guid? message = null)
    {
        await SetUp();
        var id = Guid.CreateVersion7();
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/templates/{id}",
                new
                {
                    id,
                    kind = Tuning.Id,
                    name,
                    about = "",
                    subject = "Tune it",
                    message,
                    retired = false,
                    tasks = new[]
                    {
                        Task(_inspect, $"Inspect, {name}", From("start", 1)),
                        Task(
                            _tune,
                            $"Tune, {name}",
                            From("milestone", -2, Tuning.Milestones[0].Id),
                            gate: Tuning.Stages[^1].Id,
                            after: [_inspect]
                        ),
                        Task(
                            _strings,
                            $"Strings, {name}",
                            parent: _tune,
                            owner: "person",
                            whom: Yard.People["Kit"].Id.Value
                        ),
                        Task(_bill, $"Bill, {name}", From("stage", 1, Tuning.Stages[^1].Id), owner: "user"),
                    },
                    sheets = new[]
                    {
                        new
                        {
                            id = Guid.CreateVersion7(),
                            kind = "table",
                            name = $"Pitch, {name}",
                            body = "Note,Before,After\nA4,,",
                        },
                    },
                }
            );
        return id;
    }

    private async Task<JsonElement> LayOut(Guid template, object where) =>
        await Of("Odalys").Do(HttpMethod.Post, $"/api/templates/{template}/laid-out", where);

    private static object Wanted(JsonElement laid, Func<JsonElement, bool>? which = null) =>
        new
        {
            tasks = laid.GetProperty("tasks")
                .EnumerateArray()
                .Where(t => !t.GetProperty("there").GetBoolean() && (which?.Invoke(t) ?? true))
                .Select(t => new
                {
                    from = t.GetProperty("from").GetGuid(),
                    id = Guid.CreateVersion7(),
                    title = Text(t, "title"),
                    owners = t.GetProperty("owners"),
                    start = t.GetProperty("start"),
                    due = t.GetProperty("due"),
                    priority = Text(t, "priority"),
                    estimateMinutes = t.GetProperty("estimateMinutes"),
                })
                .ToArray(),
            sheets = laid.GetProperty("sheets")
                .EnumerateArray()
                .Where(s => !s.GetProperty("there").GetBoolean())
                .Select(s => s.GetProperty("from").GetGuid())
                .ToArray(),
        };

    private async Task<JsonElement> Begin(
        Guid template,
        object made,
        object? milestones = null,
        string? party = null
    ) =>
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                $"/api/templates/{template}/dockets",
                new
                {
                    docket = new
                    {
                        id = Guid.CreateVersion7(),
                        kind = Tuning.Id,
                        subject = "Steck grand: tuning",
                        site = "",
                        owner = Yard.People["Ines"].Id.Value,
                        party = party is null ? (Guid?)null : Yard.People[party].Party!.Value.Value,
                        queue = party is null ? (Guid?)null : Yard.Queue,
                    },
                    made,
                    milestones = milestones ?? new { },
                }
            );

    private async Task<Dictionary<string, JsonElement>> TasksOf(string reference)
    {
        var tasks = new Dictionary<string, JsonElement>();
        var table = await Of("Odalys").Get($"/api/tasks/table?scope=docket&of={reference}");
        foreach (var row in table.GetProperty("rows").EnumerateArray())
            tasks[Text(row, "title")!.Split(',')[0]] = await Of("Odalys")
                .Get($"/api/tasks/{row.GetProperty("id").GetGuid()}");
        return tasks;
    }

    [Fact]
    public async Task A_template_makes_all_that_it_shows_and_what_was_changed_of_it()
    {
        var template = await Make("grand");
        var concert = Tuning.Milestones[0].Id;
        var milestones = new Dictionary<Guid, string> { [concert] = "2026-04-28T18:00:00Z" };
        var laid = await LayOut(template, new { owner = Yard.People["Ines"].Id.Value, milestones });
        laid.GetProperty("tasks")
            .EnumerateArray()
            .Select(t => (Text(t, "due"), Text(t, "dueReason")))
            .Take(2)
            .ShouldBe([
                ("2026-04-15T16:00:00+00:00", "1 working day after it begins"),
                ("2026-04-24T16:00:00+00:00", $"2 working days before {Tuning.Milestones[0].Name}"),
            ]);
        laid.GetProperty("milestones")[0].GetProperty("name").GetString().ShouldBe(Tuning.Milestones[0].Name);

        var made = await Begin(template, Wanted(laid), milestones);
        (made.GetProperty("tasks").GetInt32(), made.GetProperty("sheets").GetInt32()).ShouldBe((4, 1));
        var reference = Text(made, "ref")!;
        var tasks = await TasksOf(reference);
        Text(tasks["Strings"], "parentTitle").ShouldBe("Tune, grand");
        Text(tasks["Tune"].GetProperty("blockedBy")[0], "title").ShouldBe("Inspect, grand");
        tasks["Tune"].GetProperty("gateStage").GetGuid().ShouldBe(Tuning.Stages[^1].Id);
        tasks["Bill"].GetProperty("due").ValueKind.ShouldBe(JsonValueKind.Null);
        Text(tasks["Bill"].GetProperty("owners")[0], "firstName").ShouldBe("Odalys");
        Text(tasks["Inspect"].GetProperty("owners")[0], "firstName").ShouldBe("Ines");
        (await Of("Odalys").Get($"/api/dockets/{reference}"))
            .ToString()
            .ShouldContain("Odalys used the template grand: 4 tasks and 1 sheet");

        // Its owner hears of it in one line, not in one for each task.
        var alerts = (await Of("Ines").Get("/api/alerts")).ToString();
        alerts.ShouldContain($"2 tasks in {reference}: Inspect, grand, Tune, grand");

        // Used again, there is nothing new.
        var again = await LayOut(template, new { docket = reference });
        again.GetProperty("tasks").EnumerateArray().All(t => t.GetProperty("there").GetBoolean()).ShouldBeTrue();
    }

    [Fact]
    public async Task Dates_move_with_their_milestone_and_come_with_their_stage_unless_they_were_set_by_hand()
    {
        var template = await Make("upright");
        var laid = await LayOut(template, new { owner = Yard.People["Ines"].Id.Value });
        var reference = Text(await Begin(template, Wanted(laid)), "ref")!;
        (await TasksOf(reference))["Tune"].GetProperty("due").ValueKind.ShouldBe(JsonValueKind.Null);

        await Promise(reference, "2026-04-28T18:00:00Z");
        Text((await TasksOf(reference))["Tune"], "due").ShouldBe("2026-04-24T16:00:00+00:00");
        await Promise(reference, "2026-05-05T18:00:00Z");
        Text((await TasksOf(reference))["Tune"], "due").ShouldBe("2026-05-01T16:00:00+00:00");

        var tune = (await TasksOf(reference))["Tune"];
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                "/api/tasks/changes",
                new
                {
                    changes = new[]
                    {
                        new
                        {
                            id = tune.GetProperty("id").GetGuid(),
                            due = "2026-04-29T10:00:00Z",
                            setDue = true,
                        },
                    },
                }
            );
        await Promise(reference, "2026-05-12T18:00:00Z");
        Text((await TasksOf(reference))["Tune"], "due").ShouldBe("2026-04-29T10:00:00+00:00");

        // Entering the stage is said to date the task, and dates it.
        var last = Tuning.Stages[^1].Id;
        var means = await Of("Odalys").Get($"/api/dockets/{reference}/stages/{last}");
        means.GetProperty("setsOff").ToString().ShouldContain("“Bill, upright” gets its date");
        await Of("Tobiah")
            .Do(HttpMethod.Put, $"/api/dockets/{reference}/stage", new { stage = last, reason = "it was billed" });
        Text((await TasksOf(reference))["Bill"], "due").ShouldBe("2026-04-15T16:00:00+00:00");
    }

    private async Task Promise(string reference, string at)
    {
        var setting = await Of("Odalys").Get($"/api/dockets/{reference}/setting");
        var fields = JsonSerializer.Deserialize<Dictionary<string, JsonElement>>(setting.GetProperty("fields"))!;
        fields["milestones"] = JsonSerializer.SerializeToElement(
            new[] { new { name = Tuning.Milestones[0].Name, at } }
        );
        await Of("Odalys").Do(HttpMethod.Put, $"/api/dockets/{reference}/setting", fields, Text(setting, "version"));
    }

    [Fact]
    public async Task Applied_later_it_adds_what_is_missing_and_ties_it_to_what_is_there()
    {
        var template = await Make("square");
        var laid = await LayOut(template, new { owner = Yard.People["Ines"].Id.Value });
        var some = Wanted(laid, t => Text(t, "title")!.StartsWith("Tune", StringComparison.Ordinal));
        var reference = Text(await Begin(template, some), "ref")!;
        (await TasksOf(reference)).Keys.ShouldBe(["Tune"]);
        var missing = await LayOut(template, new { docket = reference });
        var used = await Of("Odalys")
            .Do(HttpMethod.Put, $"/api/dockets/{reference}/templates/{template}", Wanted(missing));
        (used.GetProperty("tasks").GetInt32(), used.GetProperty("sheets").GetInt32()).ShouldBe((3, 0));
        Text((await TasksOf(reference))["Strings"], "parentTitle").ShouldBe("Tune, square");

        (
            await Of("Odalys").Refused(HttpMethod.Put, $"/api/dockets/J-1/templates/{template}", Wanted(missing))
        ).Status.ShouldBeOneOf(HttpStatusCode.UnprocessableEntity, HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_docket_is_made_a_template_with_what_its_reader_sees_of_it()
    {
        var template = await Make("harpsichord");
        var laid = await LayOut(template, new { owner = Yard.People["Ines"].Id.Value });
        var reference = Text(await Begin(template, Wanted(laid)), "ref")!;
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                "/api/tasks",
                new
                {
                    id = Guid.CreateVersion7(),
                    title = "Buy a present for Ines",
                    owners = Array.Empty<object>(),
                    priority = "normal",
                    @private = true,
                }
            );
        var draft = await Of("Odalys").Get($"/api/dockets/{reference}/as-template");
        draft.GetProperty("tasks").GetArrayLength().ShouldBe(4);
        Text(draft.GetProperty("sheets")[0], "body")!.ShouldStartWith("Note,Before,After");
        draft.ToString().ShouldNotContain("present for Ines");
        (await Of("Ines").Refused(HttpMethod.Get, $"/api/dockets/{reference}/as-template")).Status.ShouldBe(
            HttpStatusCode.Forbidden
        );
    }

    [Fact]
    public async Task A_drawing_goes_from_one_docket_through_a_template_into_another()
    {
        var template = await Make("celesta");
        var first = Text(await Begin(template, Wanted(await LayOut(template, new { }))), "ref")!;
        var svg =
            "<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'><text>Soundboard</text></svg>"u8.ToArray();
        var file = Guid.CreateVersion7();
        await Of("Ines")
            .Do(
                HttpMethod.Post,
                "/api/uploads",
                new
                {
                    id = file,
                    name = "soundboard.svg",
                    mediaType = "image/svg+xml",
                    size = svg.Length,
                }
            );
        var request = new HttpRequestMessage(HttpMethod.Patch, $"/api/uploads/{file}")
        {
            Content = new ByteArrayContent(svg),
        };
        request.Headers.Add("Upload-Offset", "0");
        (await Of("Ines").Http.SendAsync(request, Stop)).StatusCode.ShouldBe(HttpStatusCode.OK);
        await Of("Ines")
            .Do(
                HttpMethod.Put,
                $"/api/sheets/{Guid.CreateVersion7()}",
                new
                {
                    docket = first,
                    kind = "drawing",
                    name = "Soundboard",
                    body = new { file },
                }
            );
        var draft = await Of("Odalys").Get($"/api/dockets/{first}/as-template");
        var made = JsonSerializer.Deserialize<Dictionary<string, JsonElement>>(draft)!;
        made["name"] = JsonSerializer.SerializeToElement("celesta with drawing");
        var id = draft.GetProperty("id").GetGuid();
        await Of("Odalys").Do(HttpMethod.Put, $"/api/templates/{id}", made);

        // Somebody else's file that nobody may see yet is not taken into a template.
        made["sheets"] = JsonSerializer.SerializeToElement(
            new[]
            {
                new
                {
                    id = Guid.CreateVersion7(),
                    kind = "drawing",
                    name = "Not mine",
                    body = "",
                    file = Guid.CreateVersion7(),
                },
            }
        );
        (await Of("Odalys").Refused(HttpMethod.Put, $"/api/templates/{id}", made, "*")).Words.ShouldContain(
            "Choose it again"
        );

        var second = Text(await Begin(id, Wanted(await LayOut(id, new { }))), "ref")!;
        var sheets = await Of("Kit").Get($"/api/dockets/{second}/sheets");
        var drawing = sheets.EnumerateArray().Single(s => Text(s, "name") == "Soundboard");
        (
            await Of("Kit").Http.GetStringAsync($"/api/sheets/{drawing.GetProperty("id").GetGuid()}/file", Stop)
        ).ShouldContain("Soundboard");
    }

    [Fact]
    public async Task A_template_is_changed_on_the_version_it_was_read_and_says_what_is_wrong()
    {
        var id = await Make("spinet");
        var now = (await Of("Odalys").Get("/api/templates"))
            .EnumerateArray()
            .Single(t => t.GetProperty("id").GetGuid() == id);
        var changed = JsonSerializer.Deserialize<Dictionary<string, JsonElement>>(now)!;
        changed["about"] = JsonSerializer.SerializeToElement("Once a year");
        await Of("Tobiah").Do(HttpMethod.Put, $"/api/templates/{id}", changed, Text(now, "version"));
        (
            await Of("Odalys").Refused(HttpMethod.Put, $"/api/templates/{id}", changed, Text(now, "version"))
        ).Status.ShouldBe(HttpStatusCode.PreconditionFailed);
        changed["name"] = JsonSerializer.SerializeToElement(" ");
        (await Of("Odalys").Refused(HttpMethod.Put, $"/api/templates/{id}", changed, "*")).Words.ShouldContain(
            "Give the template a name"
        );
        (await Of("Kit").Refused(HttpMethod.Put, $"/api/templates/{id}", changed, "*")).Status.ShouldBe(
            HttpStatusCode.Forbidden
        );
    }

    [Fact]
    public async Task A_docket_comes_round_on_its_day_and_its_party_is_asked()
    {
        var template = await Make("clavichord");
        var stock = Guid.CreateVersion7();
        await Of("Wilhelmina")
            .Do(
                HttpMethod.Put,
                $"/api/stock-replies/{stock}",
                new
                {
                    name = "yearly tuning",
                    body = "Good day {party first name}, it is a year since we tuned it. Shall we come again?",
                    own = false,
                }
            );
        var id = Guid.CreateVersion7();
        var recurring = new
        {
            id,
            template,
            subject = "Clavichord: yearly tuning",
            site = "",
            party = Yard.People["Benedikta"].Party!.Value.Value,
            queue = Yard.Queue,
            rule = "FREQ=YEARLY",
            next = "2026-04-14",
            hears = "asked",
            message = stock,
            paused = false,
        };
        (
            await Of("Odalys")
                .Refused(HttpMethod.Put, $"/api/recurring-dockets/{id}", recurring with { next = "2026-04-01" })
        ).Words.ShouldContain("That day is past");
        (
            await Of("Odalys")
                .Refused(HttpMethod.Put, $"/api/recurring-dockets/{id}", recurring with { rule = "often" })
        ).Words.ShouldContain("is not a recurrence rule");
        await Of("Odalys").Do(HttpMethod.Put, $"/api/recurring-dockets/{id}", recurring);
        JsonElement Mine(JsonElement all) => all.EnumerateArray().Single(r => r.GetProperty("id").GetGuid() == id);
        await Waiting.Until(
            async () => Text(Mine(await Of("Odalys").Get("/api/recurring-dockets")), "last") is not null,
            seconds: 30
        );
        var now = Mine(await Of("Odalys").Get("/api/recurring-dockets"));
        Text(now, "next").ShouldBe("2027-04-14");
        var reference = Text(now, "last")!;
        (await TasksOf(reference)).Count.ShouldBe(4);
        var docket = (await Of("Odalys").Get($"/api/dockets/{reference}")).ToString();
        docket.ShouldContain("because Clavichord: yearly tuning recurs");
        docket.ShouldContain("Good day Benedikta, it is a year since we tuned it.");
        // She sees it once it has left, which the outbox does in its own time.
        await Waiting.Until(
            async () => (await Of("Benedikta").Get("/api/page")).ToString().Contains("Shall we come again?"),
            seconds: 30
        );
        (await Of("Odalys").Get("/api/alerts"))
            .ToString()
            .ShouldContain($"{reference} Clavichord: yearly tuning came round");

        await Of("Odalys").Do(HttpMethod.Delete, $"/api/recurring-dockets/{id}");
        (await Of("Odalys").Get("/api/recurring-dockets")).ToString().ShouldNotContain(id.ToString());
    }
}
