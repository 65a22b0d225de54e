using System.Net;
using System.Text.Json;
using Wrenlet.Core.Conversations;
using Wrenlet.Formats.People;
using Wrenlet.Server.Tests.World;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Tests.Conversations;

public sealed class SetUpTests : IAsyncLifetime
{
    private SmallYard _yard = null!;
    private RunningServer _server = null!;
    private Visitor _odalys = null!;
    private Visitor _administrator = null!;

    private Guid Outside => _yard.Conversations["J-1 Benedikta"].Value;

    public async ValueTask InitializeAsync()
    {
        _yard = await SmallYard.Build();
        _server = await RunningServer.Start(
            _yard.Folder,
            "--no-demo",
            "--clock",
            "2026-04-14T09:10",
            "--changes-per-second",
            "0"
        );
        _odalys = await _server.Visit().SignIn("odalys@quay.example", SmallYard.Password);
        _administrator = await _server.Visit().SignIn("wilhelmina@quay.example", SmallYard.Password);
    }

    public async ValueTask DisposeAsync()
    {
        _odalys.Dispose();
        _administrator.Dispose();
        await _server.DisposeAsync();
        Directory.Delete(_yard.Folder, recursive: true);
    }

    private async Task<JsonElement> Row() =>
        (await _odalys.Get("/api/queues/board"))
            .GetProperty("rows")
            .EnumerateArray()
            .Single(r => r.GetProperty("id").GetGuid() == Outside);

    private object Queue(int first, string calendar = "Yard") =>
        new
        {
            id = _yard.Queue,
            name = "Work in hand",
            site = "Upper Yard",
            calendar,
            firstMinutes = first,
            laterMinutes = 240,
            handover = "owner",
            unsorted = false,
        };

    [Fact]
    public async Task A_new_goal_is_on_the_clocks_at_once_and_in_the_log()
    {
        // Arrived 08:40; now it is 09:10.
        (await Row())
            .GetProperty("left")
            .GetDouble()
            .ShouldBe(90);
        await _administrator.Do(HttpMethod.Put, $"/api/set-up/queues/{_yard.Queue}", Queue(20), ifMatch: "*");
        var row = await Row();
        row.GetProperty("left").GetDouble().ShouldBe(-10);
        row.GetProperty("state").GetString().ShouldBe("late");
        (await _odalys.Get($"/api/conversations/{Outside}/clock"))
            .GetProperty("reason")
            .GetString()
            .ShouldBe("Arrived today 08:40; 30 min today: 30 min of 20 min used. The goal for the first reply.");
        (await _administrator.Get("/api/log?kind=settings"))
            .GetProperty("lines")
            .EnumerateArray()
            .First()
            .GetProperty("about")
            .GetString()
            .ShouldBe("Work in hand: first reply: 2 h → 20 min, reassigned by: crew → owner");
    }

    [Fact]
    public async Task Hours_and_holidays_move_what_is_due_and_bad_ones_are_refused_with_what_is_wrong()
    {
        await _administrator.Do(
            HttpMethod.Put,
            "/api/set-up/calendars",
            new
            {
                name = "Mornings",
                hours = new[]
                {
                    new
                    {
                        weekday = 2,
                        start = "08:00",
                        end = "09:00",
                    },
                    new
                    {
                        weekday = 4,
                        start = "08:00",
                        end = "12:00",
                    },
                },
            },
            ifMatch: "*"
        );
        await _administrator.Do(
            HttpMethod.Put,
            $"/api/set-up/queues/{_yard.Queue}",
            Queue(60, "Mornings"),
            ifMatch: "*"
        );
        // 20 minutes on Tuesday, the other 40 on Thursday.
        (await Row())
            .GetProperty("due")
            .GetDateTimeOffset()
            .ShouldBe(new DateTimeOffset(2026, 4, 16, 7, 40, 0, TimeSpan.Zero));
        await _administrator.Do(
            HttpMethod.Put,
            "/api/set-up/holidays",
            new[] { new { date = "2026-04-16", name = "Regatta" } },
            ifMatch: "*"
        );
        (await Row())
            .GetProperty("due")
            .GetDateTimeOffset()
            .ShouldBe(new DateTimeOffset(2026, 4, 21, 7, 40, 0, TimeSpan.Zero));

        var wrong = await _administrator.Send(
            HttpMethod.Put,
            "/api/set-up/calendars",
            new
            {
                name = "Mornings",
                hours = new[]
                {
                    new
                    {
                        weekday = 2,
                        start = "08:00",
                        end = "07:00",
                    },
                },
            },
            ifMatch: "*"
        );
        wrong.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await wrong.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)).ShouldContain(
            "ends before it starts"
        );
        (
            await _administrator.Send(
                HttpMethod.Put,
                "/api/set-up/holidays",
                new[] { new { date = "16.4.", name = "" } },
                ifMatch: "*"
            )
        ).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task The_queues_permission_and_the_crew_hold_for_assigning_and_moving()
    {
        var ines = await _server.Visit().SignIn("ines@quay.example", SmallYard.Password);
        await _odalys.Do(
            HttpMethod.Put,
            $"/api/conversations/{Outside}/owner",
            new { person = _yard.People["Odalys"].Id.Value }
        );
        await _administrator.Do(HttpMethod.Put, $"/api/set-up/queues/{_yard.Queue}", Queue(120), ifMatch: "*");
        (
            await ines.Send(
                HttpMethod.Put,
                $"/api/conversations/{Outside}/owner",
                new { person = _yard.People["Ines"].Id.Value }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        var unsorted = (await _administrator.Get("/api/set-up"))
            .GetProperty("queues")
            .EnumerateArray()
            .First(q => q.GetProperty("unsorted").GetBoolean())
            .GetProperty("id")
            .GetGuid();
        (
            await ines.Send(HttpMethod.Put, $"/api/conversations/{Outside}/queue", new { queue = unsorted })
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);

        // Its owner hands it to a crew with a word; the crew is told, and the first to answer owns it.
        var hull = (await _odalys.Get("/api/colleagues"))
            .GetProperty("crews")
            .EnumerateArray()
            .Single()
            .GetProperty("id")
            .GetGuid();
        var given = await _odalys.Do(
            HttpMethod.Put,
            $"/api/conversations/{Outside}/owner",
            new { crew = hull, note = "She asks about the keel" }
        );
        given.GetProperty("owner").ValueKind.ShouldBe(JsonValueKind.Null);
        given.GetProperty("crew").GetProperty("name").GetString().ShouldBe("hull");
        (await ines.Get("/api/alerts")).GetRawText().ShouldContain("She asks about the keel");
        await ines.Do(
            HttpMethod.Post,
            $"/api/conversations/{Outside}/entries",
            new { id = Guid.CreateVersion7(), body = "The keel is off." }
        );
        var after = (await _odalys.Get($"/api/conversations/{Outside}")).GetProperty("conversation");
        after.GetProperty("owner").GetProperty("firstName").GetString().ShouldBe("Ines");
        after.GetProperty("crew").ValueKind.ShouldBe(JsonValueKind.Null);
    }

    [Fact]
    public async Task Closed_settled_and_set_aside_it_leaves_the_clocks_and_comes_back()
    {
        async Task<JsonElement> Step(string step, string? until = null) =>
            await _odalys.Do(HttpMethod.Put, $"/api/conversations/{Outside}/standing", new { step, until });
        (await Step("nothing-due")).GetProperty("turn").GetString().ShouldBe("nobodys");
        (await Step("aside", "2026-04-15T08:00:00Z"))
            .GetProperty("asideUntil")
            .ValueKind.ShouldBe(JsonValueKind.String);
        (await Row()).GetProperty("rank").GetInt32().ShouldBe(3);
        (
            await _odalys.Send(
                HttpMethod.Put,
                $"/api/conversations/{Outside}/standing",
                new { step = "aside", until = "2026-04-13T08:00:00Z" }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        await Step("close");
        (await _odalys.Get("/api/queues/board"))
            .GetProperty("rows")
            .EnumerateArray()
            .ShouldAllBe(r => r.GetProperty("id").GetGuid() != Outside);
        (await _odalys.Get("/api/queues/board?closed=true"))
            .GetProperty("rows")
            .EnumerateArray()
            .ShouldHaveSingleItem();

        // Closed, its party is asked how we did; the answer is on the report, by person and queue.
        using var benedikta = await _server.Visit().ByLink(_yard.Links["Benedikta"]);
        (await benedikta.Get("/api/page"))
            .GetProperty("conversations")[0]
            .GetProperty("asks")
            .GetBoolean()
            .ShouldBeTrue();
        await benedikta.Do(
            HttpMethod.Put,
            $"/api/page/conversations/{Outside}/rating",
            new { steps = 4, words = "Kind people" }
        );
        await benedikta.Do(
            HttpMethod.Put,
            $"/api/page/conversations/{Outside}/rating",
            new { steps = 5, words = "Kind people" }
        );
        var report = await _odalys.Get("/api/reports/responses");
        var rating = report.GetProperty("ratingByQueue").EnumerateArray().ShouldHaveSingleItem();
        (rating.GetProperty("count").GetInt32(), rating.GetProperty("average").GetDouble()).ShouldBe((1, 5));
        report.GetProperty("words").GetRawText().ShouldContain("Kind people");
        (
            await benedikta.Send(HttpMethod.Put, $"/api/page/conversations/{Outside}/rating", new { steps = 6 })
        ).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await Step("reopen")).GetProperty("open").GetBoolean().ShouldBeTrue();
    }

    [Fact]
    public async Task Response_times_are_reported_and_taken_out_as_csv()
    {
        await _odalys.Do(
            HttpMethod.Post,
            $"/api/conversations/{Outside}/entries",
            new { id = Guid.CreateVersion7(), body = "Here it is." }
        );
        var queue = (await _odalys.Get("/api/reports/responses?weeks=4"))
            .GetProperty("byQueue")
            .EnumerateArray()
            .ShouldHaveSingleItem();
        (
            queue.GetProperty("group").GetString(),
            queue.GetProperty("replies").GetInt32(),
            queue.GetProperty("median").GetDouble(),
            queue.GetProperty("within").GetDouble()
        ).ShouldBe(("Work in hand", 1, 30, 1));
        (
            await _odalys.Http.GetStringAsync(
                "/api/reports/responses/queues/file?weeks=4",
                TestContext.Current.CancellationToken
            )
        ).ShouldBe(
            "queue,replies,median minutes,90th percentile minutes,share within goal\r\nWork in hand,1,30,30,1\r\n"
        );
    }

    [Fact]
    public async Task What_people_move_teaches_the_router_and_it_places_the_next_one()
    {
        var unsorted = (await _administrator.Get("/api/set-up"))
            .GetProperty("queues")
            .EnumerateArray()
            .First(q => q.GetProperty("unsorted").GetBoolean())
            .GetProperty("id")
            .GetGuid();
        var accounts = Guid.CreateVersion7();
        await _administrator.Do(
            HttpMethod.Put,
            $"/api/set-up/queues/{accounts}",
            new
            {
                id = accounts,
                name = "Accounts",
                site = "",
                calendar = "Yard",
                firstMinutes = 480,
                laterMinutes = 480,
                handover = "anyone",
                unsorted = false,
            }
        );
        await _administrator.Do(
            HttpMethod.Put,
            "/api/set-up/firm",
            new { country = "PT", routerThreshold = 0.6 },
            ifMatch: "*"
        );
        (string Words, Guid Queue)[] lessons =
        [
            .. new[]
            {
                "my invoice is wrong",
                "please send the bill again",
                "the payment of the invoice",
                "a question about the bill",
                "which account do I pay the invoice to",
                "the bill shows a wrong amount",
            }.Select(w => (w, accounts)),
            .. new[]
            {
                "the pump leaks badly",
                "water comes in through the hatch",
                "the pump does not stop",
                "there is water in the bilge",
                "the hatch leaks when it rains",
                "the bilge pump is dead",
            }.Select(w => (w, _yard.Queue)),
        ];
        async Task<Guid> Write(string words, string address)
        {
            await _odalys.Do(
                HttpMethod.Post,
                "/api/standins/post-office/mails",
                new
                {
                    name = "Somebody",
                    address,
                    subject = "Hello",
                    text = words,
                }
            );
            JsonElement row = default;
            await Waiting.Until(() =>
                (
                    row = _odalys
                        .Get("/api/queues/board")
                        .Result.GetProperty("rows")
                        .EnumerateArray()
                        .FirstOrDefault(r => r.GetProperty("lastWords").GetString() == words)
                ).ValueKind is JsonValueKind.Object
            );
            return row.GetProperty("id").GetGuid();
        }

        var moved = 0;
        foreach (var (i, (words, queue)) in lessons.Index())
        {
            // The later ones it may place by itself already, and then there is nothing to move.
            var id = await Write(words, $"s{i}@far.example");
            if (
                (await _odalys.Get($"/api/conversations/{id}"))
                    .GetProperty("conversation")
                    .GetProperty("queueId")
                    .GetGuid() == queue
            )
                continue;
            await _odalys.Do(HttpMethod.Put, $"/api/conversations/{id}/queue", new { queue });
            moved++;
        }

        moved.ShouldBeGreaterThan(6);
        var trial = await _administrator.Do(
            HttpMethod.Post,
            "/api/set-up/router/trials",
            new { text = "the invoice says a wrong amount, which bill do I pay" }
        );
        trial.GetProperty("queue").GetString().ShouldBe("Accounts");
        trial.GetProperty("placed").GetBoolean().ShouldBeTrue();

        var placed = await Write("the bill and the invoice do not agree", "new@far.example");
        (await _odalys.Get($"/api/conversations/{placed}"))
            .GetProperty("conversation")
            .GetProperty("queue")
            .GetString()
            .ShouldBe("Accounts");
        (await _odalys.Get($"/api/conversations/{placed}/advice"))
            .GetProperty("routing")
            .GetProperty("words")
            .EnumerateArray()
            .Select(w => w.GetString())
            .ShouldContain("bill");
        var unknown = await Write("xyzzy plugh", "odd@far.example");
        (await _odalys.Get($"/api/conversations/{unknown}"))
            .GetProperty("conversation")
            .GetProperty("queueId")
            .GetGuid()
            .ShouldBe(unsorted);
        (await _administrator.Get("/api/set-up/router")).GetProperty("lessons").GetInt32().ShouldBe(moved);
    }

    [Fact]
    public async Task Two_contacts_that_are_one_are_merged_and_apart_again_with_what_each_had()
    {
        var (benedikta, caspian) = (
            _yard.People["Benedikta"].Party!.Value.Value,
            _yard.People["Caspian"].Party!.Value.Value
        );
        var merged = await _odalys.Do(HttpMethod.Post, $"/api/contacts/{benedikta}/merges", new { gone = caspian });
        merged.GetProperty("people").GetArrayLength().ShouldBe(2);
        (
            await _odalys.Http.GetAsync($"/api/contacts/{caspian}", TestContext.Current.CancellationToken)
        ).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        await _odalys.Do(
            HttpMethod.Delete,
            $"/api/contacts/merges/{merged.GetProperty("merges")[0].GetProperty("id").GetGuid()}"
        );
        (await _odalys.Get($"/api/contacts/{caspian}"))
            .GetProperty("people")
            .EnumerateArray()
            .Single()
            .GetProperty("name")
            .GetString()
            .ShouldBe("Caspian Oduya");
        (await _odalys.Get($"/api/contacts/{benedikta}")).GetProperty("people").GetArrayLength().ShouldBe(1);
    }
}
