using System.Net;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Sheets;

/// <summary>What is said at a place of a sheet, from being begun to being settled, inside and with a party.</summary>
public sealed class DiscussionTests(YardFixture fixture) : YardTests(fixture)
{
    private const string OnPage =
        "The joint is open by 2 mm. Bolts 3 and 4 are wasted.\n\nSound to the hammer all round.";

    private Guid Benedikta => Yard.People["Benedikta"].Party!.Value.Value;

    private static string? Word(JsonElement view, string name) => view.GetProperty(name).GetString();

    private static async Task<Guid> Page(Visitor who, string text = OnPage)
    {
        var id = Guid.CreateVersion7();
        await who.Do(
            HttpMethod.Put,
            $"/api/sheets/{id}",
            new
            {
                docket = "J-1",
                kind = "page",
                name = "Report of the joint",
                body = new { text },
            }
        );
        return id;
    }

    private static int Letters(string text) => text.Count(char.IsLetterOrDigit);

    private static object Words(string words, string text = OnPage)
    {
        var before = Letters(text[..text.IndexOf(words, StringComparison.Ordinal)]);
        return new
        {
            kind = "words",
            start = before,
            end = before + Letters(words),
        };
    }

    private static Task<JsonElement> Begin(
        Visitor who,
        Guid sheet,
        object anchor,
        Guid? party = null,
        int revision = 1
    ) =>
        who.Do(
            HttpMethod.Put,
            $"/api/sheets/{sheet}/discussions/{Guid.CreateVersion7()}",
            new
            {
                revision,
                anchor,
                party,
            }
        );

    private static Task<JsonElement> Say(Visitor who, JsonElement discussion, string body) =>
        who.Do(
            HttpMethod.Post,
            $"/api/conversations/{discussion.GetProperty("conversation").GetGuid()}/entries",
            new { id = Guid.CreateVersion7(), body }
        );

    private static async Task<List<JsonElement>> On(Visitor who, Guid sheet, int? revision = null) =>
        [
            .. (
                await who.Get($"/api/sheets/{sheet}/discussions{(revision is { } r ? $"?revision={r}" : "")}")
            ).EnumerateArray(),
        ];

    private static Task Share(Visitor who, Guid sheet, Guid party, int revision = 1) =>
        who.Do(HttpMethod.Put, $"/api/sheets/{sheet}/shares/{party}", new { revision });

    private static Task<JsonElement> Revise(Visitor who, Guid sheet, int number, string text) =>
        who.Do(HttpMethod.Put, $"/api/sheets/{sheet}/revisions/{number}", new { body = new { text } });

    [Fact]
    public async Task Nobody_else_sees_a_discussion_before_something_is_said()
    {
        var (odalys, ines) = (Of("Odalys"), Of("Ines"));
        var sheet = await Page(odalys);
        var begun = await Begin(odalys, sheet, Words("Bolts 3 and 4"));
        (await On(odalys, sheet)).Count.ShouldBe(1);
        (await On(ines, sheet)).ShouldBeEmpty();
        await Say(odalys, begun, "By section or by diameter?");
        (await On(ines, sheet)).Select(d => Word(d, "about")).ShouldBe(["Bolts 3 and 4"]);
    }

    [Fact]
    public async Task What_was_begun_and_left_empty_can_be_taken_away_and_what_was_said_cannot()
    {
        var odalys = Of("Odalys");
        var sheet = await Page(odalys);
        var empty = await Begin(odalys, sheet, Words("Bolts 3"));
        await odalys.Do(HttpMethod.Delete, $"/api/discussions/{Id(empty)}");
        (await On(odalys, sheet)).ShouldBeEmpty();
        var said = await Begin(odalys, sheet, Words("Bolts 3"));
        await Say(odalys, said, "Look at these.");
        (await odalys.Send(HttpMethod.Delete, $"/api/discussions/{Id(said)}")).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
        (await On(odalys, sheet)).Count.ShouldBe(1);
    }

    [Fact]
    public async Task Places_are_found_through_revisions_and_say_what_became_of_them()
    {
        var odalys = Of("Odalys");
        var sheet = await Page(odalys);
        foreach (var words in new[] { "Bolts 3 and 4 are wasted", "hammer all round" })
            await Say(odalys, await Begin(odalys, sheet, Words(words)), $"About {words}");
        await Revise(odalys, sheet, 2, OnPage.Replace("are wasted", "are badly wasted", StringComparison.Ordinal));
        await Revise(odalys, sheet, 3, "The joint is open by 2 mm. Bolts 3 and 4 are badly wasted.");
        var now = await On(odalys, sheet);
        now.Select(d => Word(d.GetProperty("place"), "fate")).ShouldBe(["changed", "gone"]);
        now[0]
            .GetProperty("place")
            .GetProperty("words")
            .EnumerateArray()
            .Select(w => Word(w, "fate"))
            .ShouldContain("added");
        now[1].GetProperty("place").GetProperty("revision").GetInt32().ShouldBe(2);
        (await On(odalys, sheet, 1)).Select(d => Word(d.GetProperty("place"), "fate")).ShouldBe(["stands", "stands"]);
    }

    [Fact]
    public async Task Whoever_wrote_the_words_is_told_without_being_tagged()
    {
        var (odalys, ines, kit) = (Of("Odalys"), Of("Ines"), Of("Kit"));
        var sheet = await Page(ines);
        await Revise(kit, sheet, 2, OnPage.Replace("all round", "nearly all round", StringComparison.Ordinal));
        var text = OnPage.Replace("all round", "nearly all round", StringComparison.Ordinal);
        await Say(odalys, await Begin(odalys, sheet, Words("nearly", text), revision: 2), "Where not, exactly?");
        (await kit.Get("/api/alerts"))
            .GetProperty("alerts")
            .EnumerateArray()
            .Where(a => Word(a, "words") == "Where not, exactly?")
            .Select(a => Word(a, "reason"))
            .ShouldBe(["Odalys in a discussion of yours"]);
        (await ines.Get("/api/alerts"))
            .GetProperty("alerts")
            .EnumerateArray()
            .Where(a => Word(a, "words") == "Where not, exactly?")
            .Select(a => Word(a, "reason"))
            .ShouldNotContain("Odalys in a discussion of yours");
        var authors = (await odalys.Get($"/api/sheets/{sheet}/authors")).EnumerateArray().ToList();
        authors.Select(a => Word(a.GetProperty("by"), "firstName")).ShouldBe(["Ines", "Kit", "Ines"]);
    }

    [Fact]
    public async Task With_a_party_one_speaks_on_the_revision_it_sees_and_it_sees_nothing_else()
    {
        var (odalys, benedikta) = (Of("Odalys"), Of("Benedikta"));
        var sheet = await Page(odalys);
        var refused = await odalys.Send(
            HttpMethod.Put,
            $"/api/sheets/{sheet}/discussions/{Guid.CreateVersion7()}",
            new
            {
                revision = 1,
                anchor = Words("Bolts 3"),
                party = Benedikta,
            }
        );
        refused.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        await Share(odalys, sheet, Benedikta);
        await Say(odalys, await Begin(odalys, sheet, Words("hammer all round")), "Between us: I am not so sure.");
        await Say(odalys, await Begin(odalys, sheet, Words("Bolts 3 and 4"), Benedikta), "These two we would renew.");
        var seen = await On(benedikta, sheet);
        seen.Select(d => Word(d.GetProperty("first"), "words")).ShouldBe(["These two we would renew."]);
        seen[0].GetProperty("assigned").ValueKind.ShouldBe(JsonValueKind.Null);
        var inside = (await On(odalys, sheet)).Single(d => d.GetProperty("party").ValueKind is JsonValueKind.Null);
        (await benedikta.Send(HttpMethod.Get, $"/api/discussions/{Id(inside)}")).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task A_party_comments_on_what_it_sees_and_is_heard()
    {
        var (odalys, benedikta, caspian) = (Of("Odalys"), Of("Benedikta"), Of("Caspian"));
        var sheet = await Page(odalys);
        await Share(odalys, sheet, Benedikta);
        await Revise(odalys, sheet, 2, OnPage + "\n\nNot for her yet.");
        await Say(benedikta, await Begin(benedikta, sheet, Words("Bolts 3 and 4")), "Can these two wait a season?");
        var theirs = (await On(odalys, sheet)).Single();
        (Word(theirs.GetProperty("first"), "words"), Word(theirs.GetProperty("place"), "fate")).ShouldBe(
            ("Can these two wait a season?", "stands")
        );
        var later = await benedikta.Send(
            HttpMethod.Put,
            $"/api/sheets/{sheet}/discussions/{Guid.CreateVersion7()}",
            new { revision = 2, anchor = new { kind = "whole" } }
        );
        later.StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await caspian.Send(HttpMethod.Get, $"/api/sheets/{sheet}/discussions")).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
        await odalys.Do(HttpMethod.Delete, $"/api/sheets/{sheet}/shares/{Benedikta}");
        (await benedikta.Send(HttpMethod.Get, $"/api/discussions/{Id(theirs)}")).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task What_is_about_to_go_to_a_party_is_checked_for_what_is_internal()
    {
        var odalys = Of("Odalys");
        var sheet = await Page(odalys);
        await Share(odalys, sheet, Benedikta);
        const string secret = "the yard will earn three times what the bolts cost us this spring";
        await Say(odalys, await Begin(odalys, sheet, Words("hammer")), $"Between us, {secret}.");
        var begun = await Begin(odalys, sheet, Words("Bolts 3"), Benedikta);
        var held = await odalys.Send(
            HttpMethod.Post,
            $"/api/conversations/{begun.GetProperty("conversation").GetGuid()}/entries",
            new { id = Guid.CreateVersion7(), body = $"As it happens {secret}." }
        );
        held.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await held.Content.ReadAsStringAsync()).ShouldContain("Held back");
    }

    [Fact]
    public async Task It_is_assigned_settled_and_reopened_and_all_of_that_stays_said()
    {
        var (odalys, ines, kit) = (Of("Odalys"), Of("Ines"), Of("Kit"));
        var sheet = await Page(odalys);
        var begun = await Begin(odalys, sheet, Words("Bolts 3 and 4"));
        await Say(odalys, begun, "Is that by section?");
        var path = $"/api/discussions/{Id(begun)}/standing";
        object Standing(bool settled, string? name) =>
            new { settled, assigned = name is null ? (Guid?)null : Yard.People[name].Id.Value };
        async Task<JsonElement> Set(Visitor who, bool settled, string? name)
        {
            var version = (await odalys.Get($"/api/discussions/{Id(begun)}")).GetProperty("version").GetInt32();
            return await who.Do(HttpMethod.Put, path, Standing(settled, name), $"\"{version}\"");
        }

        Word(await Set(odalys, false, "Ines"), "state").ShouldBe("assigned");
        (await ines.Get("/api/discussions/mine"))
            .EnumerateArray()
            .Select(d => d.GetProperty("id").GetGuid())
            .ShouldContain(Id(begun));
        (await ines.Get("/api/needs"))
            .EnumerateArray()
            .Where(n => Word(n, "kind") == "discussion")
            .Select(n => n.GetProperty("id").GetGuid())
            .ShouldContain(Id(begun));
        (await ines.Get("/api/alerts"))
            .GetProperty("alerts")
            .EnumerateArray()
            .Select(a => Word(a, "reason"))
            .ShouldContain("Odalys assigned you a discussion");
        var by = await kit.Send(HttpMethod.Put, path, Standing(true, "Ines"), "\"2\"");
        by.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        Word(await Set(ines, true, "Ines"), "state").ShouldBe("settled");
        Word(await Set(kit, false, "Ines"), "state").ShouldBe("assigned");
        var late = await odalys.Send(HttpMethod.Put, path, Standing(true, "Ines"), "\"1\"");
        late.StatusCode.ShouldBe(HttpStatusCode.PreconditionFailed);
        var said = await odalys.Get($"/api/conversations/{begun.GetProperty("conversation").GetGuid()}");
        said.GetProperty("talk")
            .GetProperty("entries")
            .EnumerateArray()
            .Count(e => Word(e, "kind") == "event")
            .ShouldBe(3);
    }

    [Fact]
    public async Task What_is_said_on_a_sheet_is_taken_along_as_far_as_one_sees_it()
    {
        var (odalys, benedikta) = (Of("Odalys"), Of("Benedikta"));
        var sheet = await Page(odalys);
        await Share(odalys, sheet, Benedikta);
        await Say(odalys, await Begin(odalys, sheet, Words("hammer")), "Between us.");
        await Say(odalys, await Begin(odalys, sheet, Words("Bolts 3"), Benedikta), "With her.");
        var all = await odalys.Get($"/api/sheets/{sheet}/annotations");
        all.GetProperty("items").GetArrayLength().ShouldBe(2);
        var hers = await benedikta.Get($"/api/sheets/{sheet}/annotations");
        hers.GetProperty("items")
            .EnumerateArray()
            .Select(i => Word(i.GetProperty("body")[0], "value"))
            .ShouldBe(["With her."]);
    }

    [Fact]
    public async Task It_can_be_put_elsewhere_by_hand()
    {
        var odalys = Of("Odalys");
        var sheet = await Page(odalys);
        var begun = await Begin(odalys, sheet, Words("Bolts 3"));
        await Say(odalys, begun, "These.");
        await Revise(odalys, sheet, 2, "Sound to the hammer all round.");
        var put = await odalys.Do(
            HttpMethod.Put,
            $"/api/discussions/{Id(begun)}/place",
            new { revision = 2, anchor = Words("hammer", "Sound to the hammer all round.") },
            "\"1\""
        );
        Word(put.GetProperty("place").GetProperty("at"), "exact").ShouldBe("hammer");
        (await On(odalys, sheet, 1))
            .Single()
            .GetProperty("place")
            .GetProperty("at")
            .GetProperty("exact")
            .GetString()
            .ShouldBe("Bolts 3");
    }

    [Fact]
    public async Task A_party_reads_no_word_of_a_revision_that_it_does_not_see_where_a_place_was_put_by_hand()
    {
        var (odalys, benedikta) = (Of("Odalys"), Of("Benedikta"));
        var sheet = await Page(odalys);
        await Share(odalys, sheet, Benedikta);
        var begun = await Begin(odalys, sheet, Words("Bolts 3"), Benedikta);
        await Say(odalys, begun, "These.");
        const string later = "The margin of the yard is forty.";
        await Revise(odalys, sheet, 2, later);
        await odalys.Do(
            HttpMethod.Put,
            $"/api/discussions/{Id(begun)}/place",
            new { revision = 2, anchor = Words("margin of the yard", later) },
            "\"1\""
        );
        foreach (
            var path in new[]
            {
                $"/api/sheets/{sheet}/discussions",
                $"/api/discussions/{Id(begun)}",
                $"/api/sheets/{sheet}/annotations",
            }
        )
            (await benedikta.Get(path)).GetRawText().ShouldNotContain("margin");
        (await benedikta.Get($"/api/discussions/{Id(begun)}")).GetProperty("about").GetString().ShouldBe("Bolts 3");
    }

    [Fact]
    public async Task The_dockets_own_lanes_do_not_hold_what_is_said_on_its_sheets()
    {
        var odalys = Of("Odalys");
        var sheet = await Page(odalys);
        await Say(odalys, await Begin(odalys, sheet, Words("Bolts 3")), "A word on the sheet only.");
        var docket = (await odalys.Get("/api/dockets/J-1")).GetRawText();
        docket.ShouldNotContain("A word on the sheet only.");
        (await odalys.Get("/api/discussions?docket=J-1")).GetRawText().ShouldContain("A word on the sheet only.");
    }

    [Fact]
    public async Task A_value_that_needs_explaining_is_asked_about_once_and_explained_until_it_changes()
    {
        var (odalys, ines) = (Of("Odalys"), Of("Ines"));
        var id = Guid.CreateVersion7();
        string[][] rows =
        [
            ["Frame", "Reading", "By"],
            ["4", "18", "Ines"],
            ["5", "12", "Kit"],
            ["6", "17", "Ines"],
        ];
        await odalys.Do(
            HttpMethod.Put,
            $"/api/sheets/{id}",
            new
            {
                docket = "J-1",
                kind = "table",
                name = "Readings",
                body = new { rows },
            }
        );
        var set = await odalys.Do(
            HttpMethod.Put,
            $"/api/sheets/{id}/checks",
            new
            {
                checks = new[]
                {
                    new
                    {
                        column = "Reading",
                        kind = "above",
                        limit = 15,
                    },
                },
                who = "By",
            },
            "\"0\""
        );
        set.GetProperty("findings").EnumerateArray().Select(f => Word(f, "value")).ShouldBe(["18", "17"]);
        var asked = await odalys.Do(
            HttpMethod.Post,
            $"/api/sheets/{id}/questions",
            new
            {
                id = Guid.CreateVersion7(),
                revision = 1,
                person = Yard.People["Ines"].Id.Value,
            }
        );
        asked
            .GetProperty("findings")
            .EnumerateArray()
            .Select(f => Word(f.GetProperty("question"), "state"))
            .ShouldBe(["open", "open"]);
        var again = await odalys.Send(
            HttpMethod.Post,
            $"/api/sheets/{id}/questions",
            new
            {
                id = Guid.CreateVersion7(),
                revision = 1,
                person = Yard.People["Ines"].Id.Value,
            }
        );
        again.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        var ask = (await ines.Get("/api/asks/on-me"))
            .EnumerateArray()
            .Single(a => Word(a, "words")!.Contains("What happened here", StringComparison.Ordinal))
            .GetProperty("ask");
        await ines.Do(
            HttpMethod.Put,
            $"/api/asks/{Id(ask)}/answer",
            new { version = ask.GetProperty("version").GetInt32(), words = "The lamps were off." }
        );
        (await odalys.Get($"/api/sheets/{id}/checks"))
            .GetProperty("findings")
            .EnumerateArray()
            .All(f => f.GetProperty("explained").GetBoolean())
            .ShouldBeTrue();
        string[][] next = [rows[0], rows[3], ["4", "19", "Ines"], rows[2]];
        await odalys.Do(HttpMethod.Put, $"/api/sheets/{id}/revisions/2", new { body = new { rows = next } });
        var now = (await odalys.Get($"/api/sheets/{id}/checks")).GetProperty("findings").EnumerateArray().ToList();
        now.Select(f => (Word(f, "value"), f.GetProperty("explained").GetBoolean()))
            .ShouldBe([("17", true), ("19", false)]);
        Word(now[1].GetProperty("question"), "value").ShouldBe("18");
    }
}
