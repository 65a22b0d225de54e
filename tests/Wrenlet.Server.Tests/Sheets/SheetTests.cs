using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Wrenlet.Core.Conversations;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Sheets;

/// <summary>Sheets from being made to being shared, found, pointed at and taken along.</summary>
public sealed class SheetTests(YardFixture fixture) : YardTests(fixture)
{
    private const string Plan =
        """<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><title>Deck plan</title>"""
        + """<script>alert(1)</script><text x="1" y="2">forward hatch</text></svg>""";

    private Guid Benedikta => Yard.People["Benedikta"].Party!.Value.Value;

    private static async Task<JsonElement> Make(
        Visitor who,
        string kind,
        string name,
        object body,
        string docket = "J-1"
    ) =>
        await who.Do(
            HttpMethod.Put,
            $"/api/sheets/{Guid.CreateVersion7()}",
            new
            {
                docket,
                kind,
                name,
                body,
            }
        );

    private static Task<JsonElement> Page(Visitor who, string name, string text) =>
        Make(who, "page", name, new { text });

    private static Task<JsonElement> Revise(
        Visitor who,
        JsonElement sheet,
        int number,
        string text,
        string? note = null
    ) => who.Do(HttpMethod.Put, $"/api/sheets/{Id(sheet)}/revisions/{number}", new { body = new { text }, note });

    [Fact]
    public async Task A_page_is_made_once_however_often_it_is_sent_and_stands_in_its_docket()
    {
        var id = Guid.CreateVersion7();
        var body = new
        {
            docket = "J-1",
            kind = "page",
            name = "Survey report",
            body = new { text = "# Keel\nBolts 3 and 4 are wasted." },
        };
        for (var i = 0; i < 2; i++)
            await Of("Ines").Do(HttpMethod.Put, $"/api/sheets/{id}", body);
        var sheet = (await Of("Odalys").Get("/api/dockets/J-1/sheets")).EnumerateArray().Single(s => Id(s) == id);
        (Text(sheet, "name"), sheet.GetProperty("revision").GetInt32(), Text(sheet, "sharedLine")).ShouldBe(
            ("Survey report", 1, "Internal only.")
        );
        var read = await Of("Odalys").Get($"/api/sheets/{id}");
        Text(read, "html").ShouldBe("<h2>Keel</h2><p>Bolts 3 and 4 are wasted.</p>");
        (await Of("Odalys").Get($"/api/conversations/{Conversation("J-1 inside")}/entries"))
            .ToString()
            .ShouldContain("Ines made the page");
        // Who follows the docket is told, and the one who made it is not.
        (await Of("Odalys").Get("/api/alerts"))
            .ToString()
            .ShouldContain("Ines made the page #Survey report");
        (await Of("Ines").Get("/api/alerts")).ToString().ShouldNotContain("made the page");
    }

    [Fact]
    public async Task A_revision_keeps_the_ones_before_and_says_what_changed()
    {
        var sheet = await Page(Of("Ines"), "Findings", "# Keel\n\nBolts 3 and 4 are wasted.\n\nThe laminate is sound.");
        var revised = await Revise(
            Of("Kit"),
            sheet,
            2,
            "# Keel\n\nBolts 3, 4 and 5 are wasted.\n\nThe laminate is sound.\n\nThe rig is old.",
            "one bolt more"
        );
        revised.GetProperty("newest").GetInt32().ShouldBe(2);
        revised
            .GetProperty("revisions")
            .EnumerateArray()
            .Select(r => (r.GetProperty("number").GetInt32(), Text(r, "note")))
            .ShouldBe([(2, "one bolt more"), (1, "")]);
        Text(await Of("Odalys").Get($"/api/sheets/{Id(sheet)}?revision=1"), "markdown")!
            .ShouldContain("Bolts 3 and 4 are");
        var changes = await Of("Odalys").Get($"/api/sheets/{Id(sheet)}/changes?from=1&to=2");
        Text(changes, "line").ShouldBe("1 paragraph changed, 1 added.");
        changes
            .GetProperty("blocks")
            .EnumerateArray()
            .Select(b => Text(b, "fate"))
            .ShouldBe(["same", "changed", "same", "added"]);
        (await Of("Odalys").Get("/api/today"))
            .ToString()
            .ShouldMatch("Kit revised (a sheet|[a-z]+ sheets)|and Kit revised [a-z]+ sheets");
    }

    [Fact]
    public async Task Who_revises_what_was_revised_meanwhile_is_told_and_given_the_other()
    {
        var sheet = await Page(Of("Ines"), "Order", "Renew two bolts.");
        await Revise(Of("Kit"), sheet, 2, "Renew four bolts.");
        using var late = await Of("Ines")
            .Send(
                HttpMethod.Put,
                $"/api/sheets/{Id(sheet)}/revisions/2",
                new { body = new { text = "Renew all bolts." } }
            );
        late.StatusCode.ShouldBe(HttpStatusCode.PreconditionFailed);
        (await late.Content.ReadFromJsonAsync<JsonElement>(Stop))
            .GetProperty("current")
            .GetProperty("markdown")
            .GetString()
            .ShouldBe("Renew four bolts.");
        // Sent twice, it is one revision; the same again is none.
        (await Revise(Of("Kit"), sheet, 2, "Renew four bolts."))
            .GetProperty("newest")
            .GetInt32()
            .ShouldBe(2);
        (
            await Of("Kit")
                .Refused(
                    HttpMethod.Put,
                    $"/api/sheets/{Id(sheet)}/revisions/3",
                    new { body = new { text = "Renew four bolts." } }
                )
        ).Words.ShouldContain("no new revision");
    }

    [Fact]
    public async Task A_party_sees_the_revision_that_is_shared_with_it_and_nothing_of_those_after()
    {
        var sheet = await Page(Of("Ines"), "Report for her", "Bolts are wasted.");
        var path = $"/api/sheets/{Id(sheet)}";
        (await Of("Benedikta").Http.GetAsync(path, Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        var shared = await Of("Odalys").Do(HttpMethod.Put, $"{path}/shares/{Benedikta}", new { revision = 1 });
        Text(shared, "sharedLine").ShouldBe("Benedikta Thorne sees it as it is.");
        await Revise(Of("Ines"), sheet, 2, "Bolts are wasted, she will not like the price.", "price talk");

        var hers = await Of("Benedikta").Get(path);
        (
            Text(hers, "html"),
            hers.GetProperty("newest").GetInt32(),
            hers.GetProperty("revisions").GetArrayLength()
        ).ShouldBe(("<p>Bolts are wasted.</p>", 1, 1));
        hers.ToString().ShouldNotContain("price");
        // What we call the docket is ours.
        hers.ToString().ShouldNotContain("Quillfish");
        hers.GetProperty("shown").GetProperty("by").ValueKind.ShouldBe(JsonValueKind.Null);
        (await Of("Benedikta").Get("/api/sheets")).EnumerateArray().Select(Id).ShouldContain(Id(sheet));
        (await Of("Benedikta").Http.GetAsync(path + "?revision=2", Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await Of("Benedikta").Http.GetAsync(path + "/file?revision=2", Stop)).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
        (await Of("Saoirse").Http.GetAsync(path, Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        Text(await Of("Kit").Get(path), "sharedLine").ShouldBe("Benedikta Thorne sees revision 1.");
        // Staff see in her lane that it was shared, and she does not.
        (await Of("Kit").Get($"/api/conversations/{Conversation("J-1 Benedikta")}/entries"))
            .ToString()
            .ShouldContain("Odalys shared");
        (await Of("Benedikta").Get("/api/page")).ToString().ShouldNotContain("Odalys shared");

        await Of("Odalys").Do(HttpMethod.Delete, $"{path}/shares/{Benedikta}");
        (await Of("Benedikta").Http.GetAsync(path, Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task What_a_page_names_and_the_party_cannot_see_holds_its_sharing_up()
    {
        var task = Yard.Tasks["J-1"].Value;
        var sheet = await Page(
            Of("Ines"),
            "Names a task",
            $"See [#the inner task](task:{task}) by [@Ines Kowal](person:{Yard.People["Ines"].Id.Value})."
        );
        var share = $"/api/sheets/{Id(sheet)}/shares/{Benedikta}";
        (await Of("Odalys").Refused(HttpMethod.Put, share, new { revision = 1 })).Words.ShouldContain(
            "cannot see #the inner task"
        );
        await Of("Odalys").Do(HttpMethod.Put, share, new { revision = 1, knowing = true });
        // She reads a colleague's name, and no tag.
        var hers = await Of("Benedikta").Get($"/api/sheets/{Id(sheet)}");
        Text(hers, "html")!.ShouldContain("by Ines Kowal.");
        hers.ToString().ShouldNotContain("@Ines");
        (
            await Of("Odalys")
                .Refused(
                    HttpMethod.Put,
                    $"/api/sheets/{Id(sheet)}/shares/{Yard.People["Caspian"].Party!.Value.Value}",
                    new { revision = 1 }
                )
        ).Words.ShouldContain("no conversation in this docket");
        (await Of("Odalys").Refused(HttpMethod.Put, share, new { revision = 7 })).Words.ShouldContain(
            "There is no revision 7"
        );
    }

    [Fact]
    public async Task A_table_is_taken_from_a_file_and_given_back_as_one_and_its_moved_rows_are_known()
    {
        var sheet = await Make(
            Of("Ines"),
            "table",
            "Moisture",
            new { text = "Frame;Side;Reading\n4;port;18,5\n4;starboard;12\n5;port;24\n" }
        );
        sheet
            .GetProperty("rows")
            .EnumerateArray()
            .Select(r => string.Join('|', r.EnumerateArray().Select(c => c.GetString())))
            .ShouldBe(["Frame|Side|Reading", "4|port|18,5", "4|starboard|12", "5|port|24"]);
        var rows = new[]
        {
            new[] { "Frame", "Side", "Reading" },
            ["5", "port", "22"],
            ["4", "port", "18,5"],
            ["4", "starboard", "12"],
        };
        await Of("Ines").Do(HttpMethod.Put, $"/api/sheets/{Id(sheet)}/revisions/2", new { body = new { rows } });
        var changes = await Of("Ines").Get($"/api/sheets/{Id(sheet)}/changes?from=1&to=2");
        Text(changes, "line").ShouldBe("1 row changed.");
        var first = changes.GetProperty("rows")[0];
        (
            Text(first, "fate"),
            first.GetProperty("moved").GetBoolean(),
            Text(first.GetProperty("cells")[2], "before")
        ).ShouldBe(("changed", true, "24"));
        var file = await Of("Ines").Http.GetAsync($"/api/sheets/{Id(sheet)}/file", Stop);
        file.Content.Headers.ContentDisposition!.FileNameStar.ShouldBe("Moisture.csv");
        (await file.Content.ReadAsStringAsync(Stop)).ShouldContain("4,port,\"18,5\"\r\n");
        (
            await Of("Ines")
                .Refused(
                    HttpMethod.Put,
                    $"/api/sheets/{Guid.CreateVersion7()}",
                    new
                    {
                        docket = "J-1",
                        kind = "table",
                        name = "Empty",
                        body = new { text = " \n" },
                    }
                )
        ).Words.ShouldContain("nothing in the table");
    }

    [Fact]
    public async Task A_drawing_is_shown_found_by_its_words_and_runs_nothing()
    {
        var file = await Upload(Of("Ines"), "deck.svg", "image/svg+xml", Encoding.UTF8.GetBytes(Plan));
        var sheet = await Make(Of("Ines"), "drawing", "Hatches", new { file });
        Text(sheet, "words").ShouldBe("Deck plan\nforward hatch");
        using var shown = await Of("Kit").Http.GetAsync($"/api/files/{file}", Stop);
        shown.Headers.GetValues("Content-Security-Policy").Single().ShouldContain("sandbox");
        (await Of("Kit").Get("/api/find?words=forward hatch"))
            .GetProperty("hits")
            .EnumerateArray()
            .Select(h => Text(h, "path"))
            .ShouldContain($"/sheets/{Id(sheet)}");
        // It is hers to see with the sheet, and not before.
        (await Of("Benedikta").Http.GetAsync($"/api/files/{file}", Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        await Of("Odalys").Do(HttpMethod.Put, $"/api/sheets/{Id(sheet)}/shares/{Benedikta}", new { revision = 1 });
        (await Of("Benedikta").Http.GetAsync($"/api/files/{file}", Stop)).StatusCode.ShouldBe(HttpStatusCode.OK);
        var none = await Upload(Of("Ines"), "none.svg", "image/svg+xml", Encoding.UTF8.GetBytes("<html>no</html>"));
        (
            await Of("Ines")
                .Refused(
                    HttpMethod.Put,
                    $"/api/sheets/{Guid.CreateVersion7()}",
                    new
                    {
                        docket = "J-1",
                        kind = "drawing",
                        name = "None",
                        body = new { file = none },
                    }
                )
        ).Words.ShouldContain("cannot be read as SVG");
        var text = await Upload(Of("Ines"), "list.txt", "text/plain", "words"u8.ToArray());
        (
            await Of("Ines")
                .Refused(
                    HttpMethod.Put,
                    $"/api/sheets/{Guid.CreateVersion7()}",
                    new
                    {
                        docket = "J-1",
                        kind = "drawing",
                        name = "None",
                        body = new { file = text },
                    }
                )
        ).Words.ShouldContain("is no drawing");
    }

    [Fact]
    public async Task A_sheet_is_found_by_its_name_and_words_tagged_after_a_hash_and_its_link_becomes_a_tag()
    {
        var sheet = await Page(Of("Ines"), "Osmosis treatment", "Dry the laminate with quibblelamps for nine days.");
        foreach (var words in new[] { "osmosis", "quibblel", "quibblelamps /in J-1", "quibblelamps /open" })
            (await Of("Kit").Get($"/api/find?words={Uri.EscapeDataString(words)}"))
                .GetProperty("hits")
                .EnumerateArray()
                .Single(h => Text(h, "kind") == "sheet")
                .GetProperty("marks")
                .GetArrayLength()
                .ShouldBeGreaterThan(0, words);
        (await Of("Kit").Get("/api/find?words=quibblelamps%20/closed"))
            .GetProperty("hits")
            .EnumerateArray()
            .ShouldNotContain(h => Text(h, "kind") == "sheet");
        var tag = (await Of("Kit").Get($"/api/conversations/{Conversation("J-1 inside")}/taggable?sign=%23&typed=osmo"))
            .EnumerateArray()
            .Single();
        (Text(tag, "kind"), Text(tag, "text"), Text(tag, "detail")).ShouldBe(
            ("sheet", "#Osmosis treatment", "page of J-1")
        );
        var thing = await Of("Kit").Get($"/api/things?path=/sheets/{Id(sheet)}");
        (Text(thing, "kind"), Text(thing, "tag")).ShouldBe(("sheet", "#Osmosis treatment"));
        Text(thing, "state")!.ShouldStartWith("page of J-1 · revision 1 by Ines Kowal");

        // Renamed, it is found by the new name; removed, it is not found, and can be brought back.
        var named = await Of("Ines")
            .Do(HttpMethod.Put, $"/api/sheets/{Id(sheet)}/name", new { name = "Drying" }, "\"1\"");
        (await Of("Kit").Get("/api/find?words=osmosis"))
            .GetProperty("hits")
            .EnumerateArray()
            .ShouldNotContain(h => Text(h, "kind") == "sheet");
        using var late = await Of("Kit")
            .Send(HttpMethod.Put, $"/api/sheets/{Id(sheet)}/name", new { name = "Other" }, "\"1\"");
        late.StatusCode.ShouldBe(HttpStatusCode.PreconditionFailed);
        await Of("Ines")
            .Do(
                HttpMethod.Put,
                $"/api/sheets/{Id(sheet)}/name",
                new { name = "Drying", removed = true },
                $"\"{named.GetProperty("version").GetInt32()}\""
            );
        (await Of("Kit").Get("/api/find?words=quibblelamps"))
            .GetProperty("hits")
            .EnumerateArray()
            .ShouldNotContain(h => Text(h, "kind") == "sheet");
        (
            await Of("Ines")
                .Refused(HttpMethod.Put, $"/api/sheets/{Id(sheet)}/revisions/2", new { body = new { text = "More" } })
        ).Words.ShouldContain("Restore it");
        await Of("Ines").Do(HttpMethod.Put, $"/api/sheets/{Id(sheet)}/name", new { name = "Drying" }, "\"3\"");
        (await Of("Kit").Get("/api/find?words=quibblelamps"))
            .GetProperty("hits")
            .EnumerateArray()
            .ShouldContain(h => Text(h, "kind") == "sheet");
    }

    [Fact]
    public async Task A_tag_of_a_sheet_tells_nothing_to_those_who_do_not_see_it()
    {
        var sheet = await Make(Of("Kit"), "page", "Settlement offer", new { text = "We offer half." }, "J-2");
        var said = await Say(Of("Kit"), Conversation("J-1 inside"), $"See [#Settlement offer](sheet:{Id(sheet)})");
        Text(said, "html")!.ShouldContain("#a sheet of J-2");
        var hidden = await Of("Ines").Get($"/api/things/sheet/{Id(sheet)}");
        (hidden.GetProperty("seen").GetBoolean(), Text(hidden, "title")).ShouldBe((false, "A sheet"));
    }

    [Fact]
    public async Task What_stands_in_a_sheet_is_inside_until_the_party_may_read_it()
    {
        const string Words = "the surveyor would rather scrap the whole hull than touch it again";
        var sheet = await Page(Of("Ines"), "Blunt words", $"Between us, {Words}.");
        async Task<JsonElement> Send() =>
            (
                await (
                    await Of("Odalys")
                        .Send(
                            HttpMethod.Post,
                            $"/api/conversations/{Conversation("J-1 Benedikta")}/entries",
                            new
                            {
                                id = Guid.CreateVersion7(),
                                body = $"Dear Benedikta, {Words}. See [#Blunt words](sheet:{Id(sheet)})",
                                via = "page",
                            }
                        )
                ).Content.ReadFromJsonAsync<JsonElement>(Stop)
            );
        var held = await Send();
        held.ToString().ShouldContain("Blunt words” says internally");
        held.ToString().ShouldContain("cannot see #Blunt words");
        await Of("Odalys").Do(HttpMethod.Put, $"/api/sheets/{Id(sheet)}/shares/{Benedikta}", new { revision = 1 });
        (await Send()).TryGetProperty("html", out _).ShouldBeTrue();
    }

    [Fact]
    public async Task What_is_wrong_is_said()
    {
        async Task<string> Wrong(object given) =>
            (await Of("Ines").Refused(HttpMethod.Put, $"/api/sheets/{Guid.CreateVersion7()}", given)).Words;
        (
            await Wrong(
                new
                {
                    docket = "J-2",
                    kind = "page",
                    name = "x",
                    body = new { text = "x" },
                }
            )
        ).ShouldContain("no such docket");
        (
            await Wrong(
                new
                {
                    docket = "J-1",
                    kind = "page",
                    name = "x",
                    body = new { text = "  " },
                }
            )
        ).ShouldContain("nothing on the page");
        (
            await Wrong(
                new
                {
                    docket = "J-1",
                    kind = "drawing",
                    name = "x",
                    body = new { file = Yard.Files["J-2 inside"] },
                }
            )
        ).ShouldContain("file is not there");
        (
            await Wrong(
                new
                {
                    docket = "J-1",
                    kind = "table",
                    name = "x",
                    body = new { text = string.Join(',', Enumerable.Range(0, 70)) },
                }
            )
        ).ShouldContain("more than 60 columns");
    }
}
