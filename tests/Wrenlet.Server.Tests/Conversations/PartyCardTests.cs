using System.Net;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Conversations;

/// <summary>A customer's card: what is kept of them, what dockets are about, and what is owed both ways.</summary>
public sealed class PartyCardTests(YardFixture fixture) : YardTests(fixture)
{
    private Guid Party(string name) => Yard.People[name].Party!.Value.Value;

    private Task<JsonElement> Card(string of, string viewer = "Odalys") =>
        Of(viewer).Get($"/api/contacts/{Party(of)}/card");

    private static object Thing(string name, string number = "", Guid? site = null, bool retired = false) =>
        new
        {
            site,
            sort = "Boat",
            name,
            number,
            notes = "",
            fields = new[] { new { name = "Length", value = "11 m" } },
            retired,
        };

    [Fact]
    public async Task A_card_is_kept_and_two_who_change_it_are_told()
    {
        var path = $"/api/contacts/{Party("Saoirse")}/card";
        var mine = new
        {
            address = "1 Loft Lane",
            notes = "Ring twice",
            prefers = (string?)"page",
            speaker = (Guid?)Yard.People["Saoirse"].Id.Value,
        };
        var saved = await Of("Odalys").Do(HttpMethod.Put, path, mine);
        Text((await Card("Saoirse")).GetProperty("card"), "address").ShouldBe("1 Loft Lane");
        await Of("Tobiah").Do(HttpMethod.Put, path, mine with { notes = "Ring once" }, Text(saved, "version"));
        (await Of("Odalys").Refused(HttpMethod.Put, path, mine, Text(saved, "version"))).Status.ShouldBe(
            HttpStatusCode.PreconditionFailed
        );
        (
            await Of("Odalys").Refused(HttpMethod.Put, path, mine with { speaker = Yard.People["Kit"].Id.Value }, "*")
        ).Words.ShouldContain("one of their people");
        // The way they like is the usual one from now on.
        var docket = await Of("Odalys").Get("/api/dockets/J-1");
        docket
            .GetProperty("conversations")
            .EnumerateArray()
            .Single(c => c.GetProperty("id").GetGuid() == Conversation("J-1 Saoirse"))
            .GetProperty("ways")[0]
            .GetProperty("via")
            .GetString()
            .ShouldBe("page");
        await Of("Odalys").Do(HttpMethod.Put, path, mine with { prefers = null }, "*");
    }

    [Fact]
    public async Task A_docket_is_about_a_thing_and_both_lead_to_each_other()
    {
        var (site, thing, gone) = (Guid.CreateVersion7(), Guid.CreateVersion7(), Guid.CreateVersion7());
        var party = $"/api/contacts/{Party("Benedikta")}";
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"{party}/sites/{site}",
                new
                {
                    name = "Mooring",
                    address = "Below the weir",
                    notes = "",
                    retired = false,
                }
            );
        await Of("Odalys").Do(HttpMethod.Put, $"{party}/things/{thing}", Thing("Wherry", "WH 1", site));
        await Of("Odalys").Do(HttpMethod.Put, $"{party}/things/{gone}", Thing("Punt", retired: true));
        (
            await Of("Odalys")
                .Refused(HttpMethod.Put, $"{party}/things/{Guid.CreateVersion7()}", Thing("Skiff", "wh 1"))
        ).Words.ShouldContain("Wherry");
        (
            await Of("Odalys")
                .Refused(HttpMethod.Put, $"/api/contacts/{Party("Saoirse")}/things/{thing}", Thing("Mine now"))
        ).Status.ShouldBe(HttpStatusCode.NotFound);
        (await Of("Ines").Refused(HttpMethod.Put, $"{party}/things/{thing}", Thing("Wherry"), "*")).Status.ShouldBe(
            HttpStatusCode.Forbidden
        );

        var offered = await Of("Ines").Get("/api/dockets/J-1/things");
        offered.EnumerateArray().Select(t => Text(t, "shown")).ShouldBe(["Wherry (WH 1)"]);
        await Of("Ines").Do(HttpMethod.Put, "/api/dockets/J-1/things", new { things = new[] { thing } });
        (await Of("Odalys").Get("/api/dockets/J-1"))
            .ToString()
            .ShouldContain("Ines said what this docket is about: Wherry (WH 1)");
        var row = (await Card("Benedikta")).GetProperty("dockets")[0];
        (Text(row, "ref"), row.GetProperty("things")[0].GetGuid()).ShouldBe(("J-1", thing));
        (
            await Of("Ines").Refused(HttpMethod.Put, "/api/dockets/J-1/things", new { things = new[] { gone } })
        ).Words.ShouldContain("not a thing of a customer");
        (await Of("Kit").Get("/api/find?words=WH+1")).ToString().ShouldContain($"thing={thing}");
        // Nothing of it is for the customer.
        (await Of("Benedikta").Http.GetAsync($"{party}/card", Stop)).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
        (await Of("Benedikta").Get("/api/page")).ToString().ShouldNotContain("Wherry");
    }

    [Fact]
    public async Task A_card_shows_dockets_and_answers_only_to_who_sees_them()
    {
        (await Card("Caspian", "Kit")).GetProperty("dockets").GetArrayLength().ShouldBe(1);
        (await Card("Caspian", "Ines")).GetProperty("dockets").GetArrayLength().ShouldBe(0);
        await Of("Caspian")
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{Conversation("J-2 Caspian")}/entries",
                new { id = Guid.CreateVersion7(), body = "When will it be ready?" }
            );
        var owed = (await Card("Caspian", "Kit")).GetProperty("owed");
        owed.EnumerateArray().ShouldContain(o => o.GetProperty("ours").GetBoolean() && Text(o, "docket") == "J-2");
        (await Card("Caspian", "Ines")).GetProperty("owed").GetArrayLength().ShouldBe(0);
    }

    [Fact]
    public async Task What_they_were_asked_stands_as_owed_by_them_until_they_answer()
    {
        var entry = await Of("Odalys")
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{Conversation("J-1 Benedikta")}/entries",
                new
                {
                    id = Guid.CreateVersion7(),
                    body = "May we order the new cordage for it?",
                    via = "page",
                    ask = new
                    {
                        id = Guid.CreateVersion7(),
                        kind = "decision",
                        of = new[] { new { kind = "person", id = Yard.People["Benedikta"].Id.Value } },
                    },
                }
            );
        var owed = (await Card("Benedikta")).GetProperty("owed").EnumerateArray().ToList();
        var ask = owed.Single(o => Text(o, "words")!.Contains("cordage", StringComparison.Ordinal));
        (ask.GetProperty("ours").GetBoolean(), Text(ask, "from")).ShouldBe((false, "Benedikta"));
        var id = entry.GetProperty("ask").GetProperty("id").GetGuid();
        await Of("Benedikta").Do(HttpMethod.Put, $"/api/asks/{id}/answer", new { version = 1, approves = true });
        (await Card("Benedikta")).GetProperty("owed").ToString().ShouldNotContain("cordage");
    }

    [Fact]
    public async Task Places_and_things_go_with_a_merge_and_come_back()
    {
        var (one, two, thing) = (Guid.CreateVersion7(), Guid.CreateVersion7(), Guid.CreateVersion7());
        foreach (var (id, name) in new[] { (one, "Kept firm"), (two, "Gone firm") })
            await Of("Odalys").Do(HttpMethod.Put, $"/api/contacts/{id}", new { name, kind = "customer" });
        await Of("Odalys").Do(HttpMethod.Put, $"/api/contacts/{two}/things/{thing}", Thing("Barge"));
        var merged = await Of("Odalys").Do(HttpMethod.Post, $"/api/contacts/{one}/merges", new { gone = two });
        (await Of("Odalys").Get($"/api/contacts/{one}/card")).GetProperty("things").GetArrayLength().ShouldBe(1);
        await Of("Odalys").Do(HttpMethod.Delete, $"/api/contacts/merges/{Id(merged.GetProperty("merges")[0])}");
        (await Of("Odalys").Get($"/api/contacts/{one}/card")).GetProperty("things").GetArrayLength().ShouldBe(0);
        (await Of("Odalys").Get($"/api/contacts/{two}/card")).GetProperty("things").GetArrayLength().ShouldBe(1);
    }
}
