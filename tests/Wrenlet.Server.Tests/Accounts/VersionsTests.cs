using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Accounts;

/// <summary>
/// Two people change the same thing: the second is told how it is now, and loses nothing. Each of these is changed once
/// by somebody else between the reading and the writing.
/// </summary>
public sealed class VersionsTests(YardFixture fixture) : YardTests(fixture)
{
    private static string Quoted(JsonElement thing) => $"\"{thing.GetProperty("version").GetString()}\"";

    private async Task<JsonElement> SetUp(string part) => (await Of("Wilhelmina").Get("/api/set-up")).GetProperty(part);

    /// <summary>Changes something with the version that was read, then with the same again, and then with the new one.</summary>
    private static async Task SecondIsHeld(
        Visitor who,
        string path,
        Func<string, object> body,
        Func<Task<JsonElement>> read
    )
    {
        var before = await read();
        await who.Do(HttpMethod.Put, path, body("theirs"), Quoted(before));
        using var held = await who.Send(HttpMethod.Put, path, body("mine"), Quoted(before));
        held.StatusCode.ShouldBe(HttpStatusCode.PreconditionFailed, path);
        var now = (await held.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("current");
        now.ToString().ShouldContain("theirs", Case.Insensitive, path);
        (await who.Refused(HttpMethod.Put, path, body("mine"))).Status.ShouldBe(HttpStatusCode.BadRequest, path);
        await who.Do(HttpMethod.Put, path, body("mine"), Quoted(now));
        (await read()).ToString().ShouldContain("mine", Case.Insensitive, path);
    }

    [Fact]
    public async Task A_queue_is_not_overwritten()
    {
        var id = Yard.Queue;
        async Task<JsonElement> Read() =>
            (await SetUp("queues")).EnumerateArray().Single(q => q.GetProperty("id").GetGuid() == id);
        var queue = await Read();
        await SecondIsHeld(
            Of("Wilhelmina"),
            $"/api/set-up/queues/{id}",
            site => new
            {
                id,
                name = queue.GetProperty("name").GetString(),
                site,
                crew = (Guid?)null,
                calendar = queue.GetProperty("calendar").GetString(),
                firstMinutes = 30,
                laterMinutes = 60,
                handover = "anyone",
                unsorted = false,
            },
            Read
        );
    }

    [Fact]
    public async Task A_colleague_and_a_crew_are_not_overwritten()
    {
        var id = Yard.People["Kit"].Id.Value;
        async Task<JsonElement> Read() =>
            (await SetUp("staff")).EnumerateArray().Single(s => s.GetProperty("id").GetGuid() == id);
        await SecondIsHeld(
            Of("Wilhelmina"),
            $"/api/set-up/staff/{id}",
            purpose => new
            {
                id,
                name = Yard.People["Kit"].Name,
                role = "member",
                purpose,
                crews = Yard.People["Kit"].Crews.Select(c => c.Value),
                calendar = (string?)null,
                address = "kit@quay.example",
            },
            Read
        );
        var crew = Guid.CreateVersion7();
        await Of("Wilhelmina").Do(HttpMethod.Put, $"/api/set-up/crews/{crew}", new { name = "first" });
        await SecondIsHeld(
            Of("Wilhelmina"),
            $"/api/set-up/crews/{crew}",
            name => new { name },
            async () => (await SetUp("crews")).EnumerateArray().Single(c => c.GetProperty("id").GetGuid() == crew)
        );
    }

    [Fact]
    public async Task Working_hours_and_holidays_are_not_overwritten()
    {
        await Of("Wilhelmina")
            .Do(HttpMethod.Put, "/api/set-up/calendars", new { name = "Evenings", hours = Hours("18:00") });
        async Task<JsonElement> Evenings() =>
            (await SetUp("calendars")).EnumerateArray().Single(c => c.GetProperty("name").GetString() == "Evenings");
        var before = await Evenings();
        var changed = new { name = "Evenings", hours = Hours("19:00") };
        await Of("Wilhelmina").Do(HttpMethod.Put, "/api/set-up/calendars", changed, Quoted(before));
        (
            await Of("Wilhelmina").Refused(HttpMethod.Put, "/api/set-up/calendars", changed, Quoted(before))
        ).Status.ShouldBe(HttpStatusCode.PreconditionFailed);
        (await Evenings()).ToString().ShouldContain("19:00");

        await SecondIsHeld(
            Of("Wilhelmina"),
            "/api/set-up/holidays",
            name => new[] { new { date = "2027-01-01", name } },
            () => SetUp("holidays")
        );

        object[] Hours(string start) =>
            [
                new
                {
                    weekday = 2,
                    start,
                    end = "21:00",
                },
            ];
    }

    [Fact]
    public async Task What_holds_for_the_firm_is_not_overwritten()
    {
        var before = await SetUp("firm");
        object Firm(double sure) => new { country = "", routerThreshold = sure };
        await Of("Wilhelmina").Do(HttpMethod.Put, "/api/set-up/firm", Firm(0.7), Quoted(before));
        (await Of("Wilhelmina").Refused(HttpMethod.Put, "/api/set-up/firm", Firm(0.9), Quoted(before))).Status.ShouldBe(
            HttpStatusCode.PreconditionFailed
        );
        (await SetUp("firm")).GetProperty("routerThreshold").GetDouble().ShouldBe(0.7);
    }

    [Fact]
    public async Task A_party_and_its_people_are_not_overwritten()
    {
        var party = Yard.SpareParty;
        await SecondIsHeld(
            Of("Odalys"),
            $"/api/contacts/{party}",
            name => new { name, kind = "customer" },
            () => Of("Odalys").Get($"/api/contacts/{party}")
        );
        var contact = Guid.CreateVersion7();
        object Contact(string name) =>
            new
            {
                party,
                name,
                reaches = Array.Empty<object>(),
            };
        await Of("Odalys").Do(HttpMethod.Put, $"/api/contacts/people/{contact}", Contact("first"));
        await SecondIsHeld(
            Of("Odalys"),
            $"/api/contacts/people/{contact}",
            Contact,
            async () =>
                (await Of("Odalys").Get($"/api/contacts/{party}"))
                    .GetProperty("people")
                    .EnumerateArray()
                    .Single(p => p.GetProperty("id").GetGuid() == contact)
        );
    }

    [Fact]
    public async Task A_stock_reply_and_a_named_view_are_not_overwritten()
    {
        var (reply, view) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        await Of("Kit")
            .Do(
                HttpMethod.Put,
                $"/api/stock-replies/{reply}",
                new
                {
                    name = "First",
                    body = "Good morning.",
                    own = true,
                }
            );
        await SecondIsHeld(
            Of("Kit"),
            $"/api/stock-replies/{reply}",
            body => new
            {
                name = "First",
                body,
                own = true,
            },
            async () => OfId(await Of("Kit").Get("/api/stock-replies"), reply)
        );
        object View(string name) =>
            new
            {
                name,
                shared = false,
                settings = new { way = "table" },
            };
        await Of("Kit").Do(HttpMethod.Put, $"/api/task-views/{view}", View("first"));
        await SecondIsHeld(
            Of("Kit"),
            $"/api/task-views/{view}",
            View,
            async () => OfId(await Of("Kit").Get("/api/task-views"), view)
        );
    }

    [Fact]
    public async Task What_two_changed_of_a_group_stands_side_by_side_and_the_same_field_is_held()
    {
        var group = Guid.CreateVersion7();
        await Of("Kit")
            .Do(
                HttpMethod.Post,
                "/api/conversations",
                new
                {
                    id = group,
                    audience = "group",
                    people = new[] { Yard.People["Ines"].Id.Value },
                    name = "Shed four",
                    description = "The roof",
                }
            );
        object Words(string name, string description) =>
            new
            {
                name,
                description,
                nameWas = "Shed four",
                descriptionWas = "The roof",
            };
        await Of("Ines").Do(HttpMethod.Put, $"/api/conversations/{group}/group", Words("Shed five", "The roof"));
        var both = await Of("Kit")
            .Do(HttpMethod.Put, $"/api/conversations/{group}/group", Words("Shed four", "Roof and door"));
        (both.GetProperty("subject").GetString(), both.GetProperty("description").GetString()).ShouldBe(
            ("Shed five", "Roof and door")
        );
        (
            await Of("Kit").Refused(HttpMethod.Put, $"/api/conversations/{group}/group", Words("Shed six", "The roof"))
        ).Status.ShouldBe(HttpStatusCode.PreconditionFailed);
    }

    private static JsonElement OfId(JsonElement list, Guid id) =>
        list.EnumerateArray().Single(x => x.GetProperty("id").GetGuid() == id);

    [Fact]
    public async Task A_queue_and_a_crew_that_are_retired_are_not_chosen_any_more_and_stay_in_what_there_is()
    {
        var (queue, crew) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        object Queue(bool retired) =>
            new
            {
                name = "Winter work",
                site = "",
                calendar = "Yard",
                firstMinutes = 60,
                laterMinutes = 60,
                handover = "anyone",
                unsorted = false,
                retired,
            };
        await Of("Wilhelmina").Do(HttpMethod.Put, $"/api/set-up/queues/{queue}", Queue(retired: false));
        await Of("Wilhelmina").Do(HttpMethod.Put, $"/api/set-up/crews/{crew}", new { name = "winter" });
        (await Of("Odalys").Get("/api/colleagues")).GetProperty("crews").ToString().ShouldContain("winter");
        var task = Guid.CreateVersion7();
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                "/api/tasks",
                new
                {
                    id = task,
                    title = "Cover the shed",
                    owners = new[] { new { kind = "crew", id = crew } },
                    priority = "normal",
                }
            );

        await Of("Wilhelmina").Do(HttpMethod.Put, $"/api/set-up/queues/{queue}", Queue(retired: true), ifMatch: "*");
        await Of("Wilhelmina")
            .Do(HttpMethod.Put, $"/api/set-up/crews/{crew}", new { name = "winter", retired = true }, ifMatch: "*");
        (await Of("Odalys").Get("/api/colleagues")).GetProperty("crews").ToString().ShouldNotContain("winter");
        var inside = Yard.Conversations["J-1 inside"].Value;
        (await Of("Odalys").Get($"/api/conversations/{inside}/taggable?sign=%40&typed=wint"))
            .ToString()
            .ShouldNotContain("winter");
        (await Of("Odalys").Get($"/api/tasks/{task}")).GetProperty("owners").ToString().ShouldContain("winter");
        (
            await Of("Odalys")
                .Refused(
                    HttpMethod.Put,
                    $"/api/conversations/{Yard.Conversations["J-1 Benedikta"].Value}/queue",
                    new { queue }
                )
        ).Words.ShouldContain("no such queue any more");
        (await Of("Odalys").Get("/api/queues/board"))
            .GetProperty("queues")
            .EnumerateArray()
            .Single(q => q.GetProperty("id").GetGuid() == queue)
            .GetProperty("retired")
            .GetBoolean()
            .ShouldBeTrue();
        (
            await Of("Odalys")
                .Refused(
                    HttpMethod.Post,
                    "/api/dockets",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        kind = YardKinds.Job.Id.Value,
                        subject = "Cover it",
                        site = "",
                        party = Yard.People["Benedikta"].Party!.Value.Value,
                        queue,
                    }
                )
        ).Words.ShouldContain("no such queue any more");
    }
}
