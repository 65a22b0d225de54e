using System.Net;
using System.Text.Json;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Server.Tests.Tasks;
using Wrenlet.Server.Tests.World;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;

namespace Wrenlet.Server.Tests.Flow;

/// <summary>
/// When a docket can be done, what would be if, and that nobody sees in it what is not theirs. As all share people's time, a test
/// whose figures depend on it has people of its own.
/// </summary>
public sealed class ForecastTests(YardFixture fixture) : TaskActs(fixture)
{
    private static IEnumerable<string?> Titles(JsonElement forecast, string part) =>
        forecast.GetProperty(part).EnumerateArray().Select(p => Text(p, "title"));

    private static JsonElement End(JsonElement forecast) => forecast.GetProperty("moments").EnumerateArray().Last();

    /// <summary>A docket that was promised for a moment.</summary>
    private async Task<string> Docket(string promised = "2026-04-24T16:00:00Z")
    {
        var odalys = Yard.People["Odalys"].Id.Value;
        var made = await Of("Odalys")
            .Do(
                HttpMethod.Post,
                "/api/dockets",
                new
                {
                    id = Guid.CreateVersion7(),
                    kind = YardKinds.Job.Id.Value,
                    subject = "Kestrel: refit",
                    site = "Upper Yard",
                    owner = odalys,
                }
            );
        var reference = Text(made, "ref")!;
        var setting = await Of("Odalys").Get($"/api/dockets/{reference}/setting");
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/dockets/{reference}/setting",
                new
                {
                    subject = "Kestrel: refit",
                    site = "Upper Yard",
                    owner = odalys,
                    priority = "normal",
                    limited = false,
                    people = Array.Empty<Guid>(),
                    crews = Array.Empty<Guid>(),
                    milestones = new[] { new { name = "collection", at = promised } },
                },
                Text(setting, "version")
            );
        return reference;
    }

    private Task<JsonElement> Forecast(string docket, string who = "Odalys") =>
        WhenMade(who, $"/api/dockets/{docket}/forecast");

    private Task<JsonElement> WhatIf(string docket, params object[] changes) =>
        Of("Odalys").Do(HttpMethod.Post, $"/api/dockets/{docket}/forecast/what-if", new { changes, quick = false });

    [Fact]
    public async Task The_chain_that_decides_goes_through_what_waits_for_what()
    {
        var docket = await Docket();
        // Not before a day that is far beyond what else the two have in these tests, so that only the wait decides.
        var first = await Make(
            "Take the engine out",
            "Ines",
            docket: docket,
            minutes: 300,
            start: "2026-04-22T07:00:00Z"
        );
        var second = await Make("Clean the bilge", "Kit", docket: docket, minutes: 240);
        await Of("Odalys").Do(HttpMethod.Put, $"/api/tasks/{Id(second)}/blockers", new[] { Id(first) });
        var forecast = await Forecast(docket);
        Titles(forecast, "chain").TakeLast(2).ShouldBe(["Take the engine out", "Clean the bilge"]);
        var end = End(forecast);
        end.GetProperty("sure").GetInt32().ShouldBeInRange(90, 100);
        end.GetProperty("kept50").GetDateTimeOffset().ShouldBeLessThan(end.GetProperty("kept80").GetDateTimeOffset());
        Text(forecast, "why").ShouldNotBeNull().ShouldContain(" decides it");
        (await Of("Odalys").Get("/api/forecasts"))
            .EnumerateArray()
            .Select(p => Text(p, "docket"))
            .ShouldContain(docket);
    }

    [Fact]
    public async Task What_is_not_known_is_said_and_an_estimate_settles_it()
    {
        var docket = await Docket();
        var task = await Make("Find the rattle", "Ines", docket: docket);
        await Make("Look at the keel", docket: docket, more: [], minutes: 60);
        var gaps = (await Forecast(docket)).GetProperty("gaps").EnumerateArray().ToList();
        gaps.Select(g => (Text(g, "kind"), Text(g, "title")))
            .ShouldBe([("no-owner", "Look at the keel"), ("no-estimate", "Find the rattle")]);
        gaps[1].GetProperty("minutes").GetInt32().ShouldBe(120, "where nobody knows anything, what is usual");
        await Of("Ines")
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
                            estimateMinutes = 90,
                            setEstimate = true,
                        },
                    },
                }
            );
        (await Forecast(docket)).GetProperty("gaps").GetArrayLength().ShouldBe(1);
    }

    [Fact]
    public async Task What_comes_from_elsewhere_holds_its_task_up_and_is_named_with_who_said_so()
    {
        var docket = await Docket();
        var task = await Make("Hang the rudder", "Tobiah", docket: docket, minutes: 60);
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/tasks/{Id(task)}/waits/{Guid.CreateVersion7()}",
                new
                {
                    what = "The bearings",
                    toldBy = "Ostrander",
                    expected = "2026-04-28T11:00:00Z",
                }
            );
        var forecast = await Forecast(docket);
        Titles(forecast, "chain").ShouldBe(["The bearings", "Hang the rudder"]);
        var wait = forecast.GetProperty("chain")[0];
        wait.GetProperty("task").ValueKind.ShouldBe(JsonValueKind.Null);
        (Text(wait.GetProperty("wait"), "task"), Text(wait.GetProperty("wait"), "toldBy")).ShouldBe(
            (Id(task).ToString(), "Ostrander")
        );
        Text(forecast, "why").ShouldNotBeNull().ShouldContain("and “The bearings”, to come Tue 28 Apr 12:00");
    }

    [Fact]
    public async Task What_a_hidden_task_waits_for_has_no_name()
    {
        var docket = await Docket();
        var hidden = await Of("Kit")
            .Do(
                HttpMethod.Post,
                "/api/tasks",
                new
                {
                    id = Guid.CreateVersion7(),
                    title = "Wrap the secret",
                    docket = "J-2",
                    owners = new[] { Person("Kit") },
                    priority = "normal",
                    estimateMinutes = 60,
                    start = "2026-05-01T07:00:00Z",
                }
            );
        await Of("Kit")
            .Do(
                HttpMethod.Put,
                $"/api/tasks/{Id(hidden)}/waits/{Guid.CreateVersion7()}",
                new { what = "The hidden ribbon", expected = "2026-05-04T11:00:00Z" }
            );
        // Kit sees both, and makes the one wait for the other.
        var task = await Make("Give it away", "Kit", docket: docket, minutes: 60);
        await Of("Kit").Do(HttpMethod.Put, $"/api/tasks/{Id(task)}/blockers", new[] { Id(hidden) });
        (await Forecast(docket, "Kit")).GetRawText().ShouldContain("The hidden ribbon");
        var seen = await Forecast(docket, "Ines");
        seen.GetRawText().ShouldNotContain("ribbon");
        seen.GetRawText().ShouldNotContain("Wrap the secret");
        Titles(seen, "chain").TakeLast(3).ShouldBe(["other work", "other work", "Give it away"]);
    }

    [Fact]
    public async Task A_customer_is_told_when_to_expect_it_only_where_the_firm_wants_that()
    {
        await Make("Varnish the table", "Tobiah", docket: "J-1", minutes: 600, start: "2026-05-11T07:00:00Z");
        async Task<JsonElement> Expected() =>
            (await Of("Benedikta").Get("/api/page"))
                .GetProperty("conversations")
                .EnumerateArray()
                .First(c => Text(c, "docket") == "J-1")
                .GetProperty("expected");
        (await Expected()).ValueKind.ShouldBe(JsonValueKind.Null);
        async Task Tell(bool tellsWhen) =>
            await Of("Wilhelmina")
                .Do(
                    HttpMethod.Put,
                    "/api/set-up/firm",
                    new
                    {
                        country = "PT",
                        routerThreshold = 0.75,
                        tellsWhen,
                    },
                    "*"
                );
        await Tell(true);
        await Forecast("J-1");
        var told = await Expected();
        Text(told, "when").ShouldNotBeNull().ShouldMatch(@"^(on|between) \w{3} \d+ May");
        (await Of("Benedikta").Get("/api/page")).GetRawText().ShouldNotContain("Varnish the table");
        await Tell(false);
        (await Expected()).ValueKind.ShouldBe(JsonValueKind.Null);
    }

    [Fact]
    public async Task What_somebody_does_elsewhere_has_no_name_for_who_may_not_see_it()
    {
        var docket = await Docket();
        await Make("Varnish the rail", "Kit", docket: docket, minutes: 480);
        await Of("Kit")
            .Do(
                HttpMethod.Post,
                "/api/tasks",
                new
                {
                    id = Guid.CreateVersion7(),
                    title = "Surprise for the party",
                    owners = new[] { Person("Kit") },
                    due = "2026-04-14T16:00:00Z",
                    priority = "critical",
                    estimateMinutes = 240,
                    @private = true,
                }
            );
        var forecast = await Forecast(docket);
        forecast.ToString().ShouldNotContain("Surprise for the party");
        Titles(forecast, "chain").Concat(Titles(forecast, "elsewhereWork")).ShouldContain("other work");
        var hidden = forecast
            .GetProperty("chain")
            .EnumerateArray()
            .Concat(forecast.GetProperty("elsewhereWork").EnumerateArray())
            .First(p => Text(p, "title") == "other work");
        (hidden.GetProperty("task").ValueKind, hidden.GetProperty("docket").ValueKind).ShouldBe(
            (JsonValueKind.Null, JsonValueKind.Null)
        );
        var own = await Forecast(docket, "Kit");
        own.ToString().ShouldContain("Surprise for the party", Case.Sensitive, "whose it is sees it");
    }

    [Fact]
    public async Task Looking_at_what_if_changes_nothing_and_applying_it_changes_all_of_it()
    {
        var docket = await Docket("2026-04-15T12:00:00Z");
        var task = await Make("Strip the paint", "Tobiah", docket: docket, minutes: 720);
        var other = await Make("Sand the hull", "Tobiah", docket: docket, minutes: 120);
        var before = End(await Forecast(docket)).GetProperty("sure").GetInt32();
        object[] plan =
        [
            new
            {
                task = Id(task),
                help = new { person = Yard.People["Wilhelmina"].Id.Value, minutes = 360 },
                version = task.GetProperty("version").GetInt32(),
                dropped = false,
            },
            new
            {
                task = Id(other),
                owner = Yard.People["Wilhelmina"].Id.Value,
                dropped = false,
            },
        ];
        var looked = await WhatIf(docket, plan);
        End(looked.GetProperty("forecast")).GetProperty("sure").GetInt32().ShouldBeGreaterThan(before);
        looked
            .GetProperty("before")
            .EnumerateArray()
            .Last()
            .GetProperty("kept50")
            .GetDateTimeOffset()
            .ShouldBeGreaterThan(End(looked.GetProperty("forecast")).GetProperty("kept50").GetDateTimeOffset());
        (await Of("Odalys").Get($"/api/tasks/{Id(other)}"))
            .ToString()
            .ShouldContain("Tobiah", Case.Sensitive, "nothing has changed");

        await Of("Odalys")
            .Do(HttpMethod.Post, $"/api/dockets/{docket}/forecast/applied", new { changes = plan, quick = false });
        var applied = await Of("Odalys").Get($"/api/tasks/{Id(task)}");
        applied
            .GetProperty("owners")
            .EnumerateArray()
            .Select(o => Text(o, "firstName"))
            .ShouldBe(["Tobiah", "Wilhelmina"]);
        applied.GetProperty("shares").EnumerateArray().Select(s => s.GetInt32()).ShouldBe([50, 50]);
        Text(applied, "rule").ShouldBe("share");
        Text((await Of("Odalys").Get($"/api/tasks/{Id(other)}")).GetProperty("owners")[0], "firstName")
            .ShouldBe("Wilhelmina");
        End(await Forecast(docket)).GetProperty("sure").GetInt32().ShouldBeGreaterThan(before);
    }

    [Fact]
    public async Task A_plan_is_applied_whole_or_not_at_all()
    {
        var docket = await Docket();
        var task = await Make("Rig the mast", "Ines", docket: docket, minutes: 120);
        var changed = await Make("Fit the sheaves", "Ines", docket: docket, minutes: 120);
        var seen = changed.GetProperty("version").GetInt32();
        await Put("Ines", changed, Fields(changed, state: "in-progress"));
        var refused = await Of("Odalys")
            .Refused(
                HttpMethod.Post,
                $"/api/dockets/{docket}/forecast/applied",
                new
                {
                    quick = false,
                    changes = new object[]
                    {
                        new { task = Id(task), dropped = true },
                        new
                        {
                            task = Id(changed),
                            minutes = 30,
                            version = seen,
                            dropped = false,
                        },
                    },
                }
            );
        refused.Words.ShouldContain("“Fit the sheaves” has been changed meanwhile");
        Text(await Of("Odalys").Get($"/api/tasks/{Id(task)}"), "state").ShouldBe("needs-action");
        var stranger = await Of("Odalys")
            .Refused(
                HttpMethod.Post,
                $"/api/dockets/{docket}/forecast/what-if",
                new
                {
                    quick = false,
                    changes = new[]
                    {
                        new
                        {
                            task = Id(task),
                            owner = Yard.People["Benedikta"].Id.Value,
                            dropped = false,
                        },
                    },
                }
            );
        stranger.Words.ShouldContain("is not a colleague");
    }

    [Fact]
    public async Task What_is_dropped_holds_nothing_up_and_a_later_start_is_kept()
    {
        var docket = await Docket();
        var task = await Make("Paint the deck", "Ines", docket: docket, minutes: 480);
        var dropped = await WhatIf(docket, new { task = Id(task), dropped = true });
        End(dropped.GetProperty("forecast"))
            .GetProperty("kept95")
            .GetDateTimeOffset()
            .ShouldBeLessThan(End(await Forecast(docket)).GetProperty("kept50").GetDateTimeOffset());
        var later = await WhatIf(
            docket,
            new
            {
                task = Id(task),
                day = "2026-04-22",
                dropped = false,
            }
        );
        later
            .GetProperty("forecast")
            .GetProperty("chain")[0]
            .GetProperty("starts")
            .GetDateTimeOffset()
            .ShouldBe(new DateTimeOffset(2026, 4, 22, 7, 0, 0, TimeSpan.Zero));
        later.GetProperty("forecast").GetProperty("chain")[0].GetProperty("held").GetString().ShouldBe("start");
    }

    [Fact]
    public async Task What_has_changed_since_the_day_before_is_told_and_nothing_of_what_is_not_seen()
    {
        var docket = await Docket();
        var plank = await Make("Plank the stern", "Ines", docket: docket, minutes: 300);
        (await Forecast(docket)).GetProperty("since").ValueKind.ShouldBe(JsonValueKind.Null, "nothing is kept yet");
        await Mark(
            docket,
            new(
                NodaTime.Instant.FromUtc(2026, 4, 13, 7, 0),
                null,
                NodaTime.Instant.FromUtc(2026, 4, 20, 12, 0),
                40,
                [
                    new(new(Id(plank)), NodaTime.Duration.FromHours(9), Yard.People["Ines"].Id),
                    new(new(Guid.CreateVersion7()), NodaTime.Duration.FromHours(2), Yard.People["Kit"].Id),
                ],
                []
            )
        );
        var since = (await Forecast(docket)).GetProperty("since");
        since.GetProperty("sureBefore").GetInt32().ShouldBe(40);
        since.GetProperty("since").GetDateTimeOffset().ShouldBe(new(2026, 4, 13, 7, 0, 0, TimeSpan.Zero));
        since
            .GetProperty("why")
            .EnumerateArray()
            .Select(c => Text(c, "words"))
            .ShouldBe(
                ["“Plank the stern” takes 4 h less", "Other work is over"],
                "and a task that is gone has no name"
            );
    }

    /// <summary>Keeps how a docket was forecast on the day before.</summary>
    private async Task Mark(string docket, ForecastMark mark)
    {
        using var database = Database.Open(Yard.Folder);
        await using var writes = new WriteQueue(database);
        await writes.Run(w =>
            ForecastMarkStore.Put(
                w.Session,
                DocketStore.Find(w.Session, DocketRef.Parse(docket)!.Value)!.Id,
                new NodaTime.LocalDate(2026, 4, 13),
                mark
            )
        );
    }
}
