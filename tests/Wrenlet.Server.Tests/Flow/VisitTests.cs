using System.Net;
using System.Text.Json;
using Wrenlet.Server.Tests.Tasks;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Flow;

/// <summary>Visits, from being planned to being on the way.</summary>
public sealed class VisitTests(YardFixture fixture) : TaskActs(fixture)
{
    private const string Nine = "2026-04-20T08:00:00+00:00";

    private static object Body(
        string from = Nine,
        string until = "2026-04-20T10:00:00+00:00",
        object[]? others = null,
        Guid? offer = null,
        string place = "Pier 4",
        int wayMinutes = 25
    ) =>
        new
        {
            place,
            from,
            until,
            wayMinutes,
            others,
            offer,
        };

    private Task<JsonElement> Plan(JsonElement task, object body, string? version = null) =>
        Of("Odalys").Do(HttpMethod.Put, $"/api/tasks/{Id(task)}/visit", body, version);

    private async Task<JsonElement> Visit(JsonElement task, string who = "Odalys") =>
        (await Of(who).Get($"/api/tasks/{Id(task)}/visit")).GetProperty("visit");

    /// <summary>Offers two times to Benedikta.</summary>
    private async Task<(Guid Ask, JsonElement Visit)> Offer(JsonElement task)
    {
        var (offer, ask) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        var other = new { from = "2026-04-21T12:00:00+00:00", until = "2026-04-21T14:00:00+00:00" };
        var visit = await Plan(task, Body(others: [other], offer: offer), "*");
        Text(visit, "state").ShouldBe("planned", "it is not said yet");
        var parties = (await Of("Odalys").Get($"/api/tasks/{Id(task)}/visit")).GetProperty("parties");
        var party = parties
            .EnumerateArray()
            .Single(p => p.GetProperty("conversation").GetGuid() == Conversation("J-1 Benedikta"));
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{Conversation("J-1 Benedikta")}/entries",
                new
                {
                    id = offer,
                    body = "Which time suits you?",
                    ask = new
                    {
                        id = ask,
                        kind = "choice",
                        of = party
                            .GetProperty("contacts")
                            .EnumerateArray()
                            .Select(c => new { kind = "person", id = c.GetGuid() })
                            .ToArray(),
                        options = visit
                            .GetProperty("offered")
                            .EnumerateArray()
                            .Select(o => Text(o, "words"))
                            .Append("Another time")
                            .ToArray(),
                    },
                }
            );
        return (ask, await Visit(task));
    }

    private async Task Answer(Guid ask, int chosen, string words = "")
    {
        var path = $"/api/asks/{ask}";
        // What is said outside leaves a moment later.
        await Waiting.Until(async () => (await Of("Benedikta").Http.GetAsync(path, Stop)).IsSuccessStatusCode, 30);
        var version = (await Of("Benedikta").Get(path)).GetProperty("version").GetInt32();
        await Of("Benedikta")
            .Do(
                HttpMethod.Put,
                $"{path}/answer",
                new
                {
                    version,
                    chosen = new[] { chosen },
                    words,
                }
            );
    }

    [Fact]
    public async Task A_visit_is_offered_and_its_party_chooses_a_time()
    {
        var task = await Make("Measure the cabin", "Tobiah", docket: "J-1", minutes: 60);
        (await Visit(task)).ValueKind.ShouldBe(JsonValueKind.Null);
        var (ask, offered) = await Offer(task);
        Text(offered, "state").ShouldBe("offered");
        await Answer(ask, 1);
        var agreed = await Visit(task);
        (Text(agreed, "state"), Text(agreed.GetProperty("window"), "words")).ShouldBe(
            ("agreed", "Tue 21 Apr, 13:00 to 15:00")
        );
        // Put off, nobody outside knows of it.
        var moved = await Plan(
            task,
            Body(
                "2026-04-22T08:00:00+00:00",
                "2026-04-22T10:00:00+00:00",
                offer: agreed.GetProperty("entry").GetGuid()
            ),
            "*"
        );
        (Text(moved, "state"), moved.GetProperty("entry").ValueKind).ShouldBe(("planned", JsonValueKind.Null));
    }

    [Fact]
    public async Task What_was_asked_in_another_docket_is_no_offer_and_says_nothing()
    {
        var asked = await Make("Ask her", "Tobiah", docket: "J-1", minutes: 60);
        var (_, offered) = await Offer(asked);
        var elsewhere = await Make("Nobody's business", "Tobiah", minutes: 60);
        var visit = await Plan(elsewhere, Body(offer: offered.GetProperty("entry").GetGuid()));
        (Text(visit, "state"), visit.GetProperty("entry").ValueKind).ShouldBe(("planned", JsonValueKind.Null));
    }

    [Fact]
    public async Task A_party_that_wants_another_time_says_so()
    {
        var task = await Make("Look at the mooring", "Tobiah", docket: "J-1", minutes: 60);
        var (ask, _) = await Offer(task);
        await Answer(ask, 2, "Only after work");
        var visit = await Visit(task);
        (Text(visit, "state"), Text(visit, "reply")).ShouldBe(("another-time", "Only after work"));
    }

    [Fact]
    public async Task What_is_of_today_stands_in_ones_day_and_can_be_told_on_the_way()
    {
        var first = await Make("Fetch the sails", "Ines", docket: "J-1", minutes: 90);
        var second = await Make("Bring the sails", "Ines", docket: "J-1", minutes: 30);
        await Plan(
            second,
            Body("2026-04-14T12:00:00+00:00", "2026-04-14T13:00:00+00:00", place: "Pier 9", wayMinutes: 40)
        );
        await Plan(first, Body("2026-04-14T09:00:00+00:00", "2026-04-14T10:00:00+00:00"));
        var day = (await Of("Ines").Get("/api/visits/today")).EnumerateArray().ToList();
        day.Select(l => (Text(l, "title"), Text(l, "leave")))
            .ShouldBe([
                ("Fetch the sails", "2026-04-14T08:35:00+00:00"),
                ("Bring the sails", "2026-04-14T11:20:00+00:00"),
            ]);
        (await Of("Kit").Get("/api/visits/today")).GetArrayLength().ShouldBe(0);
        Text(await Of("Ines").Do(HttpMethod.Put, $"/api/tasks/{Id(first)}/visit/on-way"), "state")
            .ShouldBe("on-our-way");
        var later = await Make("Another day", "Ines", docket: "J-1");
        await Plan(later, Body());
        (await Of("Ines").Refused(HttpMethod.Put, $"/api/tasks/{Id(later)}/visit/on-way")).Words.ShouldContain(
            "not today"
        );
    }

    [Fact]
    public async Task Meetings_at_a_place_stand_in_the_day_with_the_way_that_was_given()
    {
        var meeting = Guid.CreateVersion7();
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{Conversation("J-1 Benedikta")}/entries",
                new
                {
                    id = Guid.CreateVersion7(),
                    body = "At yours?",
                    meeting = new
                    {
                        id = meeting,
                        title = "Look at the deck",
                        from = "2026-04-14T14:00:00Z",
                        minutes = 60,
                        where = "Pier 12",
                        call = false,
                        with = new[] { Yard.People["Wilhelmina"].Id.Value, Yard.People["Benedikta"].Id.Value },
                    },
                }
            );
        async Task<JsonElement> Stop() =>
            (await Of("Wilhelmina").Get("/api/visits/today"))
                .EnumerateArray()
                .Single(s => Text(s, "title") == "Look at the deck");
        Text(await Stop(), "leave").ShouldBe("2026-04-14T14:00:00+00:00");
        await Of("Wilhelmina").Do(HttpMethod.Put, $"/api/meetings/{meeting}/way", new { minutes = 35, onWay = false });
        var stop = await Stop();
        (Text(stop, "leave"), Text(stop, "place")).ShouldBe(("2026-04-14T13:25:00+00:00", "Pier 12"));
        Text(stop.GetProperty("party"), "name").ShouldBe(Yard.People["Benedikta"].Name);
        await Of("Wilhelmina").Do(HttpMethod.Put, $"/api/meetings/{meeting}/way", new { minutes = 35, onWay = true });
        (await Stop()).GetProperty("party").ValueKind.ShouldBe(JsonValueKind.Null, "they know it");
        (
            await Of("Kit").Refused(HttpMethod.Put, $"/api/meetings/{meeting}/way", new { minutes = 5, onWay = false })
        ).Status.ShouldBe(HttpStatusCode.NotFound, "Kit is not invited");
    }

    [Fact]
    public async Task Two_who_change_it_at_once_do_not_take_it_from_one_another()
    {
        var task = await Make("Hang the lamp", "Tobiah", docket: "J-1");
        var planned = await Plan(task, Body());
        var version = $"\"{Text(planned, "version")}\"";
        await Plan(task, Body(place: "Pier 5"), version);
        (
            await Of("Ines").Refused(HttpMethod.Put, $"/api/tasks/{Id(task)}/visit", Body(place: "Pier 6"), version)
        ).Status.ShouldBe(HttpStatusCode.PreconditionFailed);
        Text(await Visit(task), "place").ShouldBe("Pier 5");
        (
            await Of("Odalys").Refused(HttpMethod.Put, $"/api/tasks/{Id(task)}/visit", Body(until: Nine), "*")
        ).Words.ShouldContain("ends before it begins");
    }

    [Fact]
    public async Task The_forecast_keeps_a_visit_where_it_is_and_takes_the_way_from_who_goes()
    {
        var task = await Make("Survey the hull", "Tobiah", docket: "J-1", minutes: 60);
        await Plan(task, Body("2026-05-20T08:00:00+00:00", "2026-05-20T10:00:00+00:00"));
        var forecast = await WhenMade("Odalys", "/api/dockets/J-1/forecast?to=end");
        var planned = forecast
            .GetProperty("chain")
            .EnumerateArray()
            .Concat(forecast.GetProperty("beside").EnumerateArray())
            .Single(p => Text(p, "title") == "Survey the hull");
        (Text(planned, "starts"), Text(planned, "ends")).ShouldBe(
            ("2026-05-20T08:00:00+00:00", "2026-05-20T10:00:00+00:00")
        );
    }
}
