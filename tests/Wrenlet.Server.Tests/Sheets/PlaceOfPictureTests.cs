using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.RegularExpressions;
using SkiaSharp;
using Wrenlet.Core.Sheets.Anchors;
using Wrenlet.Formats.Sheets;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Sheets;

/// <summary>Marked pictures, views with their small pictures, sheets begun from the talk, and what two wrote at once.</summary>
public sealed class PlaceOfPictureTests(YardFixture fixture) : YardTests(fixture)
{
    private Guid Benedikta => Yard.People["Benedikta"].Party!.Value.Value;

    private static byte[] Picture(int width = 300, int height = 200)
    {
        using var bitmap = new SKBitmap(width, height);
        bitmap.Erase(new SKColor((byte)Random.Shared.Next(256), (byte)Random.Shared.Next(256), 90));
        return bitmap.Encode(SKEncodedImageFormat.Png, 80).ToArray();
    }

    private static object Mark(double x, double y, string words) =>
        new
        {
            page = 1,
            x,
            y,
            width = 0,
            height = 0,
            words,
        };

    private static async Task<Guid> Make(Visitor who, string kind, object body, params Guid[] sources)
    {
        var id = Guid.CreateVersion7();
        await who.Do(
            HttpMethod.Put,
            $"/api/sheets/{id}",
            new
            {
                docket = "J-1",
                kind,
                name = "Made here",
                body,
                sources,
            }
        );
        return id;
    }

    [Fact]
    public async Task A_marked_picture_is_shown_with_its_marks_told_in_words_by_mail_and_found_by_them()
    {
        var odalys = Of("Odalys");
        var picture = await Upload(odalys, "port.png", "image/png", Picture());
        var said = await Say(
            odalys,
            Conversation("J-1 Benedikta"),
            "As you asked.",
            new { id = picture, marks = new[] { Mark(10, 10, "Weeping quince"), Mark(290, 190, "Sound here") } }
        );
        said.GetProperty("files")[0]
            .GetProperty("marks")
            .EnumerateArray()
            .Select(m => m.GetProperty("words").GetString())
            .ShouldBe(["Weeping quince", "Sound here"]);
        await Waiting.Until(async () =>
            (await odalys.Get("/api/standins/post-office/mails"))
                .ToString()
                .Contains("quince", StringComparison.Ordinal)
        );
        var mail = (await odalys.Get("/api/standins/post-office/mails")).ToString();
        mail.ShouldContain("port.png, A (top left): Weeping quince");
        mail.ShouldContain("port.png, B (bottom right): Sound here");
        (await odalys.Get("/api/find?words=quince")).ToString().ShouldContain(Id(said).ToString());
        // What is said of a picture leaves no more unseen than what is said beside it.
        await Say(
            odalys,
            Conversation("J-1 inside"),
            "The owner of the yard wants nine hundred for all of these parts"
        );
        var held = await odalys.Send(
            HttpMethod.Post,
            $"/api/conversations/{Conversation("J-1 Benedikta")}/entries",
            new
            {
                id = Guid.CreateVersion7(),
                body = "Here it is.",
                files = new[]
                {
                    new
                    {
                        id = await Upload(odalys, "star.png", "image/png", Picture()),
                        marks = new[] { Mark(5, 5, "The owner of the yard wants nine hundred for all of these parts") },
                    },
                },
            }
        );
        held.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task A_view_leads_whoever_sees_the_sheet_there_and_is_held_up_before_it_goes_to_who_does_not()
    {
        var (odalys, benedikta) = (Of("Odalys"), Of("Benedikta"));
        var drawing = await Upload(odalys, "plan.png", "image/png", Picture(400, 300));
        var sheet = await Make(odalys, "drawing", new { file = drawing });
        async Task<Guid> View()
        {
            var small = await Upload(odalys, "view.png", "image/png", Picture());
            await odalys.Do(
                HttpMethod.Put,
                $"/api/viewpoints/{small}",
                new
                {
                    sheet,
                    revision = 1,
                    view = "10~20~2~1",
                }
            );
            return small;
        }

        var note = await Say(odalys, Conversation("J-1 inside"), "Look at this corner.", new { id = await View() });
        var shows = note.GetProperty("files")[0].GetProperty("shows");
        shows.GetProperty("path").GetString().ShouldBe($"/sheets/{sheet}?revision=1&view=10~20~2~1");
        shows.GetProperty("name").GetString().ShouldBe("Made here");

        object Message(Guid view, bool knowing) =>
            new
            {
                id = Guid.CreateVersion7(),
                body = "See here.",
                files = new[] { new { id = view } },
                via = "page",
                knowing,
            };
        var talk = $"/api/conversations/{Conversation("J-1 Benedikta")}/entries";
        var unseen = await View();
        (await odalys.Send(HttpMethod.Post, talk, Message(unseen, false))).StatusCode.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        // Sent all the same, the picture is theirs, and the way to the sheet is not.
        await odalys.Do(HttpMethod.Post, talk, Message(unseen, true));
        await Waiting.Until(async () =>
            (await benedikta.Get("/api/page")).ToString().Contains("See here", StringComparison.Ordinal)
        );
        (await benedikta.Get("/api/page")).ToString().ShouldNotContain(sheet.ToString());

        await odalys.Do(HttpMethod.Put, $"/api/sheets/{sheet}/shares/{Benedikta}", new { revision = 1 });
        await odalys.Do(HttpMethod.Post, talk, Message(await View(), false));
        (await benedikta.Get("/api/page")).ToString().ShouldContain($"/sheets/{sheet}?revision=1");
    }

    [Fact]
    public async Task What_is_said_about_a_picture_of_the_talk_is_a_conversation_of_its_own()
    {
        var (odalys, benedikta) = (Of("Odalys"), Of("Benedikta"));
        var picture = await Upload(benedikta, "leak.png", "image/png", Picture());
        var sent = await Say(benedikta, Conversation("J-1 Benedikta"), "Here it leaks.", new { id = picture });
        var path = $"/api/entries/{Id(sent)}/files/{picture}/discussions";
        Task<JsonElement> Begin(Visitor who, Guid? party) =>
            who.Do(
                HttpMethod.Put,
                $"{path}/{Guid.CreateVersion7()}",
                new
                {
                    revision = 1,
                    anchor = new
                    {
                        kind = "spot",
                        page = 1,
                        x = 20,
                        y = 30,
                    },
                    party,
                }
            );
        var ours = (await Begin(odalys, null)).GetProperty("conversation").GetGuid();
        await Say(odalys, ours, "Ours to know: it is the old repair.");
        var theirs = (await Begin(odalys, Benedikta)).GetProperty("conversation").GetGuid();
        await Say(odalys, theirs, "Since when?");
        (await odalys.Get($"/api/conversations/{ours}"))
            .GetProperty("talk")
            .GetProperty("entries")
            .GetArrayLength()
            .ShouldBe(1);
        (await odalys.Get(path)).GetArrayLength().ShouldBe(2);
        (await benedikta.Get(path))
            .EnumerateArray()
            .Select(d => d.GetProperty("first").GetProperty("words").GetString())
            .ShouldBe(["Since when?"]);
        (await benedikta.Send(HttpMethod.Get, $"/api/conversations/{ours}/entries")).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task Nobody_says_what_anothers_picture_shows_or_shows_what_they_do_not_see()
    {
        var picture = await Upload(Of("Odalys"), "mine.png", "image/png", Picture());
        var sheet = await Make(Of("Odalys"), "page", new { text = "Words." });
        var given = new
        {
            sheet,
            revision = 1,
            view = "1~1~1~1",
        };
        (await Of("Ines").Send(HttpMethod.Put, $"/api/viewpoints/{picture}", given)).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
        (
            await Of("Benedikta").Send(HttpMethod.Put, $"/api/viewpoints/{Guid.CreateVersion7()}", given)
        ).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (
            await Of("Odalys").Send(HttpMethod.Put, $"/api/viewpoints/{picture}", new { sheet, view = "1~1~1~1" })
        ).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task A_sheet_begun_from_what_was_said_keeps_it_as_its_source_for_those_who_see_it()
    {
        var (odalys, kit) = (Of("Odalys"), Of("Kit"));
        var said = await Say(odalys, Conversation("J-1 inside"), "Renew the two bolts at the aft end.");
        var group = await Say(kit, Conversation("Kits group"), "Between us: he pays late.");
        var sheet = await Make(kit, "page", new { text = "> Renew" }, Id(said), Id(group));
        (await kit.Get($"/api/sheets/{sheet}"))
            .GetProperty("sources")
            .EnumerateArray()
            .Select(s => s.GetProperty("words").GetString())
            .ShouldBe(["Renew the two bolts at the aft end.", "Between us: he pays late."]);
        (await Of("Ines").Get($"/api/sheets/{sheet}")).GetProperty("sources").ToString().ShouldNotContain("Between us");
        (
            await Of("Ines")
                .Refused(
                    HttpMethod.Put,
                    $"/api/sheets/{Guid.CreateVersion7()}",
                    new
                    {
                        docket = "J-1",
                        kind = "page",
                        name = "Made here",
                        body = new { text = "Words." },
                        sources = new[] { Id(group) },
                    }
                )
        ).Words.ShouldContain("no longer there");
    }

    [Fact]
    public async Task What_two_wrote_in_different_paragraphs_stands_together()
    {
        var (ines, kit) = (Of("Ines"), Of("Kit"));
        var sheet = await Make(ines, "page", new { text = "First.\n\nSecond.\n\nThird." });
        Task<JsonElement> Revise(Visitor who, int number, string text) =>
            who.Do(HttpMethod.Put, $"/api/sheets/{sheet}/revisions/{number}", new { body = new { text } });
        await Revise(ines, 2, "First of all.\n\nSecond.\n\nThird.");
        var both = await Revise(kit, 2, "First.\n\nSecond.\n\nThird and last.");
        both.GetProperty("newest").GetInt32().ShouldBe(3);
        both.GetProperty("markdown").GetString().ShouldBe("First of all.\n\nSecond.\n\nThird and last.");
        // Sent again because the answer was lost, it is written once.
        (await Revise(kit, 2, "First.\n\nSecond.\n\nThird and last."))
            .GetProperty("newest")
            .GetInt32()
            .ShouldBe(3);
        (
            await kit.Send(
                HttpMethod.Put,
                $"/api/sheets/{sheet}/revisions/3",
                new { body = new { text = "First of all.\n\nSecond.\n\nThird, no more." } }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.PreconditionFailed);
    }

    [Fact]
    public async Task What_two_wrote_in_different_rows_stands_together()
    {
        var (ines, kit) = (Of("Ines"), Of("Kit"));
        var sheet = await Make(ines, "table", new { text = "Frame,Reading\n1,8\n2,9\n3,11\n" });
        Task<JsonElement> Revise(Visitor who, string text) =>
            who.Do(HttpMethod.Put, $"/api/sheets/{sheet}/revisions/2", new { body = new { text } });
        await Revise(ines, "Frame,Reading\n1,8\n2,9\n3,14\n");
        (await Revise(kit, "Frame,Reading\n1,7\n2,9\n3,11\n4,6\n"))
            .GetProperty("rows")
            .ToString()
            .ShouldBe("""[["Frame","Reading"],["1","7"],["2","9"],["3","14"],["4","6"]]""");
    }

    [Fact]
    public async Task What_was_said_about_a_sheet_is_read_in_from_elsewhere_once()
    {
        var (odalys, ines) = (Of("Odalys"), Of("Ines"));
        const string text = "The joint is open by 2 mm. Bolts are wasted.";
        var sheet = await Make(odalys, "page", new { text });
        var begun = await odalys.Do(
            HttpMethod.Put,
            $"/api/sheets/{sheet}/discussions/{Guid.CreateVersion7()}",
            new
            {
                revision = 1,
                anchor = new
                {
                    kind = "words",
                    start = 0,
                    end = 8,
                },
            }
        );
        await Say(odalys, begun.GetProperty("conversation").GetGuid(), "Measured **cold**?");
        var written = await odalys.Http.GetStringAsync($"/api/sheets/{sheet}/annotations", Stop);
        var other = await Make(ines, "page", new { text = "Foreword. " + text });
        var file = written.Replace(Id(begun).ToString(), Guid.CreateVersion7().ToString(), StringComparison.Ordinal);

        var read = await ines.Do(HttpMethod.Post, $"/api/sheets/{other}/annotations", new { text = file });

        (read.GetProperty("added").GetInt32(), read.GetProperty("known").GetInt32()).ShouldBe((1, 0));
        var there = (await ines.Get($"/api/sheets/{other}/discussions"))[0];
        there.GetProperty("about").GetString().ShouldBe("The joint");
        there.GetProperty("first").GetProperty("words").GetString()!.ShouldContain("Measured cold?");
        there.GetProperty("by").GetProperty("firstName").GetString().ShouldBe("Ines");
        (await ines.Do(HttpMethod.Post, $"/api/sheets/{other}/annotations", new { text = file }))
            .GetProperty("known")
            .GetInt32()
            .ShouldBe(1);
        var strange = await Make(ines, "page", new { text = "Nothing of the kind." });
        var lost = written.Replace(Id(begun).ToString(), Guid.CreateVersion7().ToString(), StringComparison.Ordinal);
        (await ines.Do(HttpMethod.Post, $"/api/sheets/{strange}/annotations", new { text = lost }))
            .GetProperty("unplaced")
            .GetArrayLength()
            .ShouldBe(1);
        (await ines.Send(HttpMethod.Post, $"/api/sheets/{other}/annotations", new { text = "{}" })).StatusCode.ShouldBe(
            HttpStatusCode.BadRequest
        );
    }

    [Fact]
    public async Task What_was_settled_elsewhere_is_settled_here_and_what_is_very_long_is_kept_whole()
    {
        var ines = Of("Ines");
        const string text = "The joint was measured cold.";
        var sheet = await Make(ines, "page", new { text });
        string[] words = [.. Enumerable.Range(0, 30_000).Select(n => $"word{n}")];
        var annotation = WebAnnotations.Write([
            new(
                Guid.CreateVersion7(),
                sheet,
                1,
                Anchor.Words.At(text, 0, 9),
                null,
                "settled",
                [new("Somebody else", new(2026, 1, 5, 9, 0, 0, TimeSpan.Zero), string.Join(' ', words), false)]
            ),
        ]);

        await ines.Do(HttpMethod.Post, $"/api/sheets/{sheet}/annotations", new { text = annotation });

        var read = (await ines.Get($"/api/sheets/{sheet}/discussions"))[0];
        read.GetProperty("state").GetString().ShouldBe("settled");
        var talk = await ines.Get($"/api/conversations/{read.GetProperty("conversation").GetGuid()}");
        var said = talk.GetProperty("talk")
            .GetProperty("entries")
            .EnumerateArray()
            .Select(e => e.GetProperty("html").GetString()!)
            .ToList();
        said.Count.ShouldBeGreaterThan(2);
        foreach (var note in said)
            note.ShouldContain("Somebody else");
        Regex.Matches(string.Concat(said), @"\bword\d+").Select(m => m.Value).ShouldBe(words);
    }
}
