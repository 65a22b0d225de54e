using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Conversations;

/// <summary>
/// What becomes of entries after they were said: edited, removed, answered, signed, pinned, read, passed on.
/// </summary>
public sealed class DiscussionTests(YardFixture fixture) : IClassFixture<YardFixture>
{
    private readonly SmallYard _yard = fixture.Yard;
    private readonly RunningServer _server = fixture.Server;
    private readonly Visitor _odalys = fixture.Visitors["Odalys"];
    private readonly Visitor _ines = fixture.Visitors["Ines"];
    private readonly Visitor _kit = fixture.Visitors["Kit"];

    private Guid Inside => _yard.Conversations["J-1 inside"].Value;

    private Guid Outside => _yard.Conversations["J-1 Benedikta"].Value;

    private static async Task<JsonElement> Say(Visitor who, Guid conversation, string body, Guid? repliesTo = null) =>
        await who.Do(
            HttpMethod.Post,
            $"/api/conversations/{conversation}/entries",
            new
            {
                id = Guid.CreateVersion7(),
                body,
                repliesTo,
            }
        );

    private static Guid Id(JsonElement view) => view.GetProperty("id").GetGuid();

    private static async Task<string> Reason(HttpResponseMessage response)
    {
        response.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        return (await response.Content.ReadFromJsonAsync<JsonElement>(TestContext.Current.CancellationToken))
            .GetProperty("detail")
            .GetString()!;
    }

    private static async Task<int> Found(Visitor who, string words) =>
        (await who.Get($"/api/find?words={words}")).GetProperty("hits").GetArrayLength();

    private static async Task<List<JsonElement>> Alerts(Visitor who) =>
        [.. (await who.Get("/api/alerts")).GetProperty("alerts").EnumerateArray()];

    [Fact]
    public async Task An_author_edits_their_note_and_every_version_stays_to_be_seen()
    {
        var note = await Say(_odalys, Inside, "The keel is **free**.");
        var edited = await _odalys.Do(
            HttpMethod.Put,
            $"/api/entries/{Id(note)}",
            new { body = "The keel is *nearly* free." },
            "\"1\""
        );
        edited.GetProperty("version").GetInt32().ShouldBe(2);
        edited.GetProperty("html").GetString()!.ShouldContain("<em>nearly</em>");
        var versions = (await _ines.Get($"/api/entries/{Id(note)}/versions"))
            .EnumerateArray()
            .Select(v => v.GetProperty("html").GetString()!)
            .ToList();
        versions.Count.ShouldBe(2);
        versions[0].ShouldContain("<strong>free</strong>");
        (await Found(_ines, "nearly")).ShouldBe(1);
        // Whoever edits what has been edited meanwhile is shown both.
        using var late = await _odalys.Send(
            HttpMethod.Put,
            $"/api/entries/{Id(note)}",
            new { body = "Something else." },
            "\"1\""
        );
        late.StatusCode.ShouldBe(HttpStatusCode.PreconditionFailed);
        (await late.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)).ShouldContain("nearly");
    }

    [Fact]
    public async Task Nobody_edits_the_words_of_another_and_nothing_that_has_left()
    {
        var note = await Say(_odalys, Inside, "Mine.");
        (
            await Reason(await _ines.Send(HttpMethod.Put, $"/api/entries/{Id(note)}", new { body = "Yours." }, "\"1\""))
        ).ShouldContain("Only its author");
        (await Reason(await _ines.Send(HttpMethod.Delete, $"/api/entries/{Id(note)}"))).ShouldContain(
            "Only its author"
        );
        var reply = await Say(_odalys, Outside, "We look at it at nine.");
        (
            await Reason(
                await _odalys.Send(HttpMethod.Put, $"/api/entries/{Id(reply)}", new { body = "At ten." }, "\"1\"")
            )
        ).ShouldContain("has been sent");
        (
            await Reason(await _odalys.Send(HttpMethod.Delete, $"/api/entries/{_yard.Entries["J-1 Benedikta"].Value}"))
        ).ShouldContain("other side");
    }

    [Fact]
    public async Task A_removed_note_leaves_a_line_and_is_found_no_more()
    {
        var note = await Say(_odalys, Inside, "Walrus on the slipway.");
        (await Found(_ines, "walrus")).ShouldBe(1);
        var removed = await _odalys.Do(HttpMethod.Delete, $"/api/entries/{Id(note)}");
        removed.GetProperty("removed").ValueKind.ShouldBe(JsonValueKind.String);
        removed.GetProperty("html").GetString().ShouldBe("");
        (await Found(_ines, "walrus")).ShouldBe(0);
        (await _ines.Get($"/api/conversations/{Inside}/entries")).GetRawText().ShouldNotContain("Walrus");
        (await _ines.Get($"/api/entries/{Id(note)}/versions"))[0]
            .GetProperty("html")
            .GetString()!
            .ShouldContain("Walrus");
    }

    [Fact]
    public async Task An_answer_quotes_what_it_answers_and_tells_its_author()
    {
        var asked = await Say(_ines, Inside, "Which anode is it?");
        var answer = await Say(_odalys, Inside, "The aft one.", Id(asked));
        var quote = answer.GetProperty("repliesTo");
        quote.GetProperty("words").GetString().ShouldBe("Which anode is it?");
        quote.GetProperty("path").GetString()!.ShouldEndWith($"?entry={Id(asked)}");
        (await Alerts(_ines)).ShouldContain(a => a.GetProperty("reason").GetString() == "Odalys replied to you");
        (
            await Reason(
                await _odalys.Send(
                    HttpMethod.Post,
                    $"/api/conversations/{Outside}/entries",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        body = "x",
                        repliesTo = Id(asked),
                    }
                )
            )
        ).ShouldContain("no longer in this conversation");
    }

    [Fact]
    public async Task A_sign_is_given_once_by_each_and_taken_back_and_only_signs_are_signs()
    {
        var note = await Say(_ines, Inside, "Slip is free from noon.");
        await _odalys.Do(HttpMethod.Put, $"/api/entries/{Id(note)}/signs/on-it");
        await _odalys.Do(HttpMethod.Put, $"/api/entries/{Id(note)}/signs/on-it");
        var both = await _kit.Do(HttpMethod.Put, $"/api/entries/{Id(note)}/signs/{Uri.EscapeDataString("👍🏽")}");
        both.GetProperty("signs")
            .EnumerateArray()
            .Select(s => (s.GetProperty("sign").GetString(), s.GetProperty("people").GetArrayLength()))
            .ShouldBe([("on-it", 1), ("👍🏽", 1)]);
        var rest = await _odalys.Do(HttpMethod.Delete, $"/api/entries/{Id(note)}/signs/on-it");
        rest.GetProperty("signs").GetArrayLength().ShouldBe(1);
        using var none = await _odalys.Send(HttpMethod.Put, $"/api/entries/{Id(note)}/signs/hello");
        none.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task Who_has_read_an_entry_and_who_of_a_tagged_crew_has_given_no_sign_is_told()
    {
        var crew = (await _odalys.Get("/api/colleagues")).GetProperty("members")[0];
        var note = await Say(_odalys, Inside, $"[@crew](crew:{crew.GetProperty("crew").GetGuid()}) slip at noon.");
        await _ines.Do(
            HttpMethod.Put,
            $"/api/conversations/{Inside}/reading",
            new { upTo = note.GetProperty("order").GetInt64() }
        );
        var readers = await _odalys.Get($"/api/entries/{Id(note)}/readers");
        readers
            .GetProperty("read")
            .EnumerateArray()
            .Select(r => r.GetProperty("person").GetProperty("firstName").GetString())
            .ShouldBe(["Ines"]);
        var members = crew.GetProperty("people").EnumerateArray().Select(p => p.GetGuid()).ToHashSet();
        var notYet = readers.GetProperty("notYet").EnumerateArray().Select(p => p.GetProperty("id").GetGuid()).ToList();
        notYet.ShouldBe(members.Where(m => m != _yard.People["Odalys"].Id.Value), ignoreOrder: true);
    }

    [Fact]
    public async Task How_far_one_has_read_only_goes_on_and_is_the_same_on_all_devices()
    {
        using var phone = await _server.Visit().SignIn("ines@quay.example", SmallYard.Password);
        var first = (await Say(_odalys, Inside, "One.")).GetProperty("order").GetInt64();
        var second = (await Say(_odalys, Inside, "Two.")).GetProperty("order").GetInt64();
        async Task<int> Unread(Visitor who) =>
            (await who.Get("/api/talk?audience=inside"))
                .EnumerateArray()
                .First(r => Id(r) == Inside)
                .GetProperty("unread")
                .GetInt32();
        await _ines.Do(HttpMethod.Put, $"/api/conversations/{Inside}/reading", new { upTo = first });
        (await Unread(phone)).ShouldBe(1);
        await phone.Do(HttpMethod.Put, $"/api/conversations/{Inside}/reading", new { upTo = second });
        await _ines.Do(HttpMethod.Put, $"/api/conversations/{Inside}/reading", new { upTo = first });
        (await Unread(_ines)).ShouldBe(0);
        (await _ines.Get($"/api/conversations/{Inside}/marks")).GetProperty("readUpTo").GetInt64().ShouldBe(second);
    }

    [Fact]
    public async Task Pins_stand_in_the_order_given_and_go_with_what_is_removed()
    {
        var (one, two) = (Id(await Say(_odalys, Inside, "First.")), Id(await Say(_odalys, Inside, "Second.")));
        var marks = await _ines.Do(
            HttpMethod.Put,
            $"/api/conversations/{Inside}/pins",
            new { entries = new[] { two, one } }
        );
        marks
            .GetProperty("pins")
            .EnumerateArray()
            .Select(p => p.GetProperty("words").GetString())
            .ShouldBe(["Second.", "First."]);
        await _odalys.Do(HttpMethod.Delete, $"/api/entries/{two}");
        (await _kit.Get($"/api/conversations/{Inside}/marks")).GetProperty("pins").GetArrayLength().ShouldBe(1);
        (
            await Reason(
                await _odalys.Send(
                    HttpMethod.Put,
                    $"/api/conversations/{Inside}/pins",
                    new { entries = new[] { _yard.Entries["J-1 Benedikta"].Value } }
                )
            )
        ).ShouldContain("of this conversation");
    }

    [Fact]
    public async Task A_draft_is_kept_for_its_writer_alone_until_it_is_sent()
    {
        var doc = new { type = "doc", content = new[] { new { type = "paragraph" } } };
        await _odalys.Do(HttpMethod.Put, $"/api/conversations/{Inside}/draft", new { doc, from = "a" });
        var kept = (await _odalys.Get("/api/drafts")).EnumerateArray().ShouldHaveSingleItem();
        kept.GetProperty("conversation").GetGuid().ShouldBe(Inside);
        kept.GetProperty("doc").GetProperty("type").GetString().ShouldBe("doc");
        (await _ines.Get("/api/drafts")).GetArrayLength().ShouldBe(0);
        await _odalys.Do(HttpMethod.Put, $"/api/conversations/{Inside}/draft", new { from = "a" });
        (await _odalys.Get("/api/drafts")).GetArrayLength().ShouldBe(0);
    }

    [Fact]
    public async Task Talk_is_read_from_both_ends_around_an_entry_and_from_a_day()
    {
        var orders = new List<(Guid Id, long Order)>();
        for (var i = 0; i < 80; i++)
        {
            var note = await Say(_odalys, Inside, $"Note {i}.");
            orders.Add((Id(note), note.GetProperty("order").GetInt64()));
        }

        async Task<(List<long> Orders, long? Before, long? After)> Read(string query)
        {
            var talk = await _ines.Get($"/api/conversations/{Inside}/entries{query}");
            long? Cursor(string name) =>
                talk.GetProperty(name) is { ValueKind: JsonValueKind.Number } n ? n.GetInt64() : null;
            return (
                [.. talk.GetProperty("entries").EnumerateArray().Select(e => e.GetProperty("order").GetInt64())],
                Cursor("before"),
                Cursor("after")
            );
        }

        var newest = await Read("");
        newest.After.ShouldBeNull();
        newest.Orders[^1].ShouldBe(orders[^1].Order);
        var around = await Read($"?around={orders[30].Id}");
        around.Orders.ShouldContain(orders[29].Order);
        around.Orders.ShouldContain(orders[31].Order);
        var (all, cursor) = (new List<long>(around.Orders), around.After);
        while (cursor is { } after)
        {
            var next = await Read($"?after={after}");
            all.AddRange(next.Orders);
            cursor = next.After;
        }

        for (var before = around.Before; before is { } b; )
        {
            var past = await Read($"?before={b}");
            all.InsertRange(0, past.Orders);
            before = past.Before;
        }

        all.ShouldBe(all.Distinct().Order());
        orders.Select(o => o.Order).Except(all).ShouldBeEmpty();
        (await Read("?day=2026-04-14")).Orders.ShouldContain(orders[0].Order);
    }

    [Fact]
    public async Task What_is_said_between_two_is_for_them_alone_wherever_one_looks()
    {
        using var wilhelmina = await _server.Visit().SignIn("wilhelmina@quay.example", SmallYard.Password);
        var made = await _odalys.Do(
            HttpMethod.Post,
            "/api/conversations",
            new
            {
                id = Guid.CreateVersion7(),
                audience = "direct",
                people = new[] { _yard.People["Kit"].Id.Value },
            }
        );
        var direct = Id(made);
        Id(
                await _kit.Do(
                    HttpMethod.Post,
                    "/api/conversations",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        audience = "direct",
                        people = new[] { _yard.People["Odalys"].Id.Value },
                    }
                )
            )
            .ShouldBe(direct);
        var entry = await Say(_odalys, direct, "Quincunx between us.");
        (await Found(_kit, "quincunx")).ShouldBe(1);
        (await Alerts(_kit)).ShouldContain(a => a.GetProperty("reason").GetString() == "Odalys wrote to you");
        foreach (var other in new[] { _ines, wilhelmina })
        {
            (await Found(other, "quincunx")).ShouldBe(0);
            foreach (
                var path in new[]
                {
                    $"/api/conversations/{direct}",
                    $"/api/conversations/{direct}/entries",
                    $"/api/entries/{Id(entry)}",
                    $"/api/entries/{Id(entry)}/readers",
                    $"/api/conversations/{direct}/marks",
                }
            )
                (await other.Send(HttpMethod.Get, path)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
            foreach (var audience in new[] { "inside", "outside", "own" })
                (await other.Get($"/api/talk?audience={audience}")).GetRawText().ShouldNotContain("Quincunx");
            (await other.Get("/api/changes?after=0")).GetRawText().ShouldNotContain(direct.ToString());
            (
                await other.Send(
                    HttpMethod.Post,
                    $"/api/conversations/{direct}/entries",
                    new { id = Guid.CreateVersion7(), body = "Me too." }
                )
            ).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        }
    }

    [Fact]
    public async Task A_group_is_left_and_joined_and_who_left_sees_nothing_more()
    {
        var group = Id(
            await _odalys.Do(
                HttpMethod.Post,
                "/api/conversations",
                new
                {
                    id = Guid.CreateVersion7(),
                    audience = "group",
                    people = new[] { _yard.People["Kit"].Id.Value },
                    name = "Slip",
                }
            )
        );
        await Say(_kit, group, "High water at four.");
        var with = await _odalys.Do(
            HttpMethod.Put,
            $"/api/conversations/{group}/members/{_yard.People["Ines"].Id.Value}"
        );
        with.GetProperty("members").GetArrayLength().ShouldBe(3);
        (await _ines.Get($"/api/conversations/{group}/entries")).GetRawText().ShouldContain("High water");
        (
            await Reason(
                await _odalys.Send(
                    HttpMethod.Delete,
                    $"/api/conversations/{group}/members/{_yard.People["Ines"].Id.Value}"
                )
            )
        ).ShouldContain("leave a group themselves");
        await _ines.Do(HttpMethod.Delete, $"/api/conversations/{group}/members/{_yard.People["Ines"].Id.Value}");
        (await _ines.Send(HttpMethod.Get, $"/api/conversations/{group}")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (
            await Reason(
                await _odalys.Send(
                    HttpMethod.Post,
                    "/api/conversations",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        audience = "group",
                        people = new[] { _yard.People["Benedikta"].Id.Value },
                        name = "Not so",
                    }
                )
            )
        ).ShouldContain("Only colleagues");
    }

    [Fact]
    public async Task What_is_passed_on_leads_back_only_for_those_who_see_where_it_was_said()
    {
        var secret = await Say(_kit, _yard.Conversations["J-2 inside"].Value, "The bill is open.");
        object Sharing(bool knowing) =>
            new
            {
                id = Guid.CreateVersion7(),
                docket = "J-1",
                note = "Look at this",
                knowing,
            };
        var path = $"/api/entries/{Id(secret)}/passings";
        (await Reason(await _kit.Send(HttpMethod.Post, path, Sharing(false)))).ShouldContain(
            "cannot see where this was said"
        );
        var passed = await _kit.Do(HttpMethod.Post, path, Sharing(true));
        var entry = passed.GetProperty("entry");
        entry.GetProperty("forwardedFrom").GetProperty("path").GetString()!.ShouldContain("/dockets/J-2");
        var seen = await _ines.Get($"/api/entries/{Id(entry)}");
        seen.GetProperty("html").GetString()!.ShouldContain("The bill is open.");
        seen.GetProperty("forwardedFrom").GetProperty("path").ValueKind.ShouldBe(JsonValueKind.Null);
        seen.GetProperty("forwardedFrom").GetRawText().ShouldNotContain("J-2");
    }

    [Fact]
    public async Task What_was_shared_is_listed_with_who_and_when_and_not_what_was_removed()
    {
        var note = await Say(
            _odalys,
            Inside,
            "See https://tides.example/table?day=1&port=2 and <https://winds.example>."
        );
        async Task<List<string>> Links() =>
            [
                .. (await _ines.Get("/api/dockets/J-1/shared"))
                    .EnumerateArray()
                    .Where(s => s.GetProperty("kind").GetString() == "link")
                    .Select(s => s.GetProperty("name").GetString()!),
            ];
        (await Links()).ShouldBe(["https://tides.example/table?day=1&port=2", "https://winds.example/"]);
        await _ines.Do(
            HttpMethod.Put,
            $"/api/conversations/{Inside}/pins",
            new { entries = new[] { _yard.Entries["J-1 inside"].Value } }
        );
        var pin = (await _ines.Get("/api/dockets/J-1/shared"))
            .EnumerateArray()
            .Single(s => s.GetProperty("kind").GetString() == "pin");
        pin.GetProperty("name").GetString()!.ShouldContain(SmallYard.WordOf("J-1 inside"));
        var file = (await _ines.Get($"/api/conversations/{Inside}/shared"))
            .EnumerateArray()
            .First(s => s.GetProperty("kind").GetString() == "file");
        file.GetProperty("name").GetString().ShouldBe("list.txt");
        file.GetProperty("path").GetString()!.ShouldContain("?entry=");
        await _odalys.Do(HttpMethod.Delete, $"/api/entries/{Id(note)}");
        (await Links()).ShouldBeEmpty();
    }
}
