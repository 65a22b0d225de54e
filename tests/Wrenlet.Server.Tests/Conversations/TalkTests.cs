using System.Net;
using System.Text.Json;
using Microsoft.AspNetCore.SignalR.Client;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Conversations;

[Collection("yard")]
public class TalkTests(YardFixture world)
{
    private string Inside => $"/api/conversations/{world.Yard.Conversations["J-1 inside"].Value}";

    private string Outside => $"/api/conversations/{world.Yard.Conversations["J-1 Benedikta"].Value}";

    private string Tag(string name) => $"[@{world.Yard.People[name].Name}](person:{world.Yard.People[name].Id.Value})";

    [Fact]
    public async Task An_entry_sent_twice_is_one_entry()
    {
        var entry = new { id = Guid.CreateVersion7(), body = "Once and only once" };
        var first = await world.Visitors["Odalys"].Do(HttpMethod.Post, $"{Inside}/entries", entry);
        var again = await world.Visitors["Odalys"].Do(HttpMethod.Post, $"{Inside}/entries", entry);
        again.GetProperty("order").GetInt64().ShouldBe(first.GetProperty("order").GetInt64());
        var talk = await world.Visitors["Odalys"].Get($"{Inside}/entries");
        talk.GetProperty("entries").EnumerateArray().Count(e => e.GetProperty("id").GetGuid() == entry.id).ShouldBe(1);
    }

    [Fact]
    public async Task Somebody_elses_entry_cannot_be_overwritten_by_its_id()
    {
        var id = Guid.CreateVersion7();
        await world.Visitors["Odalys"].Do(HttpMethod.Post, $"{Inside}/entries", new { id, body = "Mine" });
        (
            await world.Visitors["Ines"].Send(HttpMethod.Post, $"{Inside}/entries", new { id, body = "Not yours" })
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await world.Visitors["Odalys"].Get($"/api/entries/{id}"))
            .GetProperty("html")
            .GetString()!
            .ShouldContain("Mine");
    }

    [Fact]
    public async Task A_tagged_colleague_is_alerted_with_the_reason_and_led_to_the_entry()
    {
        var id = Guid.CreateVersion7();
        await world
            .Visitors["Odalys"]
            .Do(HttpMethod.Post, $"{Inside}/entries", new { id, body = $"{Tag("Ines")} please look at the keel" });
        var alert = (await world.Visitors["Ines"].Get("/api/alerts"))
            .GetProperty("alerts")
            .EnumerateArray()
            .First(a =>
                a.GetProperty("entry").ValueKind is JsonValueKind.String && a.GetProperty("entry").GetGuid() == id
            );
        alert.GetProperty("reason").GetString().ShouldBe("Odalys tagged you");
        alert.GetProperty("docket").GetString().ShouldBe("J-1");
        alert.GetProperty("forMe").GetBoolean().ShouldBeTrue();
    }

    [Fact]
    public async Task Tagging_someone_who_does_not_see_the_docket_is_held_up_until_they_are_given_sight()
    {
        var limited = $"/api/conversations/{world.Yard.Conversations["J-2 inside"].Value}/entries";
        var response = await world
            .Visitors["Kit"]
            .Send(
                HttpMethod.Post,
                limited,
                new { id = Guid.CreateVersion7(), body = $"{Tag("Odalys")} can you help?" }
            );
        response.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        var problem = JsonDocument.Parse(await response.Content.ReadAsStringAsync()).RootElement;
        problem.GetProperty("detail").GetString()!.ShouldContain("Odalys does not see this docket");
        problem.GetProperty("unseeing")[0].GetProperty("firstName").GetString().ShouldBe("Odalys");
    }

    [Fact]
    public async Task A_party_never_sees_that_staff_were_tagged_and_another_party_cannot_be_tagged()
    {
        var id = Guid.CreateVersion7();
        await world
            .Visitors["Odalys"]
            .Do(HttpMethod.Post, $"{Outside}/entries", new { id, body = $"{Tag("Ines")} will look at it on Thursday" });
        await Waiting.Until(() =>
            world.Visitors["Benedikta"].Http.GetAsync($"/api/entries/{id}").Result.IsSuccessStatusCode
        );
        var seen = await world.Visitors["Benedikta"].Get($"/api/entries/{id}");
        seen.GetProperty("html").GetString().ShouldBe("<p>Ines Kowal will look at it on Thursday</p>");
        (
            await world
                .Visitors["Odalys"]
                .Send(
                    HttpMethod.Post,
                    $"{Outside}/entries",
                    new { id = Guid.CreateVersion7(), body = $"{Tag("Caspian")} too" }
                )
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task Handing_over_tells_the_new_owner_and_leaves_an_event_that_no_party_sees()
    {
        var saoirse = world.Yard.Conversations["J-1 Saoirse"].Value;
        await world
            .Visitors["Odalys"]
            .Do(
                HttpMethod.Put,
                $"/api/conversations/{saoirse}/owner",
                new { person = world.Yard.People["Ines"].Id.Value }
            );
        var talk = (await world.Visitors["Odalys"].Get($"/api/conversations/{saoirse}/entries")).GetRawText();
        talk.ShouldContain("Odalys handed this over to Ines");
        (await world.Visitors["Saoirse"].Get("/api/page")).GetRawText().ShouldNotContain("handed");
        (await world.Visitors["Ines"].Get("/api/alerts")).GetRawText().ShouldContain("Odalys handed Saoirse");
        (
            await world
                .Visitors["Odalys"]
                .Send(
                    HttpMethod.Put,
                    $"/api/conversations/{saoirse}/owner",
                    new { person = world.Yard.People["Benedikta"].Id.Value }
                )
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task A_reply_reaches_the_other_browsers_live_and_a_customer_hears_only_its_own_side()
    {
        await using var ines = await Connect("Ines");
        await using var benedikta = await Connect("Benedikta");
        await using var caspian = await Connect("Caspian");
        var heard = new Dictionary<HubConnection, List<JsonElement>>
        {
            [ines] = [],
            [benedikta] = [],
            [caspian] = [],
        };
        foreach (var (connection, list) in heard)
            connection.On<JsonElement>(
                "change",
                c =>
                {
                    lock (list)
                        list.Add(c);
                }
            );
        var (note, reply) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        await world
            .Visitors["Odalys"]
            .Do(HttpMethod.Post, $"{Inside}/entries", new { id = note, body = "Only among us" });
        await world
            .Visitors["Odalys"]
            .Do(HttpMethod.Post, $"{Outside}/entries", new { id = reply, body = "For Benedikta" });
        await Waiting.Until(() => Has(heard[ines], note) && Has(heard[ines], reply) && Has(heard[benedikta], reply));
        Has(heard[benedikta], note).ShouldBeFalse();
        Has(heard[caspian], reply).ShouldBeFalse();
        heard[benedikta]
            .ShouldAllBe(c =>
                !c.GetRawText().Contains("Only among us") && c.GetProperty("by").ValueKind == JsonValueKind.Null
            );
    }

    [Fact]
    public async Task What_was_missed_is_asked_for_by_its_number_and_comes_once()
    {
        var since = (await world.Visitors["Ines"].Get("/api/me")).GetProperty("sequence").GetInt64();
        var id = Guid.CreateVersion7();
        await world
            .Visitors["Odalys"]
            .Do(HttpMethod.Post, $"{Inside}/entries", new { id, body = "While you were away" });
        var changes = await world.Visitors["Ines"].Get($"/api/changes?after={since}");
        changes.GetProperty("list").EnumerateArray().Count(c => c.GetProperty("subject").GetGuid() == id).ShouldBe(1);
        var last = changes.GetProperty("last").GetInt64();
        (await world.Visitors["Ines"].Get($"/api/changes?after={last}")).GetRawText().ShouldNotContain(id.ToString());
    }

    [Fact]
    public async Task A_long_talk_is_read_back_page_by_page_without_a_gap_or_a_repeat()
    {
        for (var i = 0; i < 130; i++)
            await world
                .Visitors["Tobiah"]
                .Do(HttpMethod.Post, $"{Inside}/entries", new { id = Guid.CreateVersion7(), body = $"Line {i}" });
        var orders = new List<long>();
        for (long? before = null; ; )
        {
            var talk = await world
                .Visitors["Tobiah"]
                .Get($"/api/dockets/J-1/talk{(before is null ? "" : $"?before={before}")}");
            orders.InsertRange(
                0,
                talk.GetProperty("entries").EnumerateArray().Select(e => e.GetProperty("order").GetInt64())
            );
            if (talk.GetProperty("before").ValueKind == JsonValueKind.Null)
                break;
            before = talk.GetProperty("before").GetInt64();
        }

        orders.ShouldBe(orders.Distinct().Order());
        orders.Count.ShouldBeGreaterThan(135);
    }

    [Fact]
    public async Task Empty_and_overlong_entries_are_refused_with_the_reason()
    {
        (
            await world
                .Visitors["Odalys"]
                .Send(HttpMethod.Post, $"{Inside}/entries", new { id = Guid.CreateVersion7(), body = "  \n " })
        ).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (
            await world
                .Visitors["Odalys"]
                .Send(
                    HttpMethod.Post,
                    $"{Inside}/entries",
                    new { id = Guid.CreateVersion7(), body = new string('x', 100_001) }
                )
        ).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
    }

    private static bool Has(List<JsonElement> heard, Guid subject)
    {
        lock (heard)
            return heard.Any(c => c.GetProperty("subject").GetGuid() == subject);
    }

    private async Task<HubConnection> Connect(string name)
    {
        var connection = new HubConnectionBuilder()
            .WithUrl(new Uri(world.Server.Address, "/live"), o => o.Headers["Cookie"] = world.Visitors[name].Cookie)
            .Build();
        await connection.Begin();
        return connection;
    }
}
