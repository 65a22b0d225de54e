using System.Net;
using System.Text;
using System.Text.Json;
using Wrenlet.Formats.People;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Reports;

/// <summary>Contacts, dockets and tasks of other programs are brought along, stopped, and taken back.</summary>
public sealed class ImportTests(YardFixture fixture) : YardTests(fixture)
{
    private static int Number(JsonElement view, string name) => view.GetProperty(name).GetInt32();

    private static async Task<JsonElement> Choose(Visitor who, string kind, string file, byte[] bytes)
    {
        using var body = new ByteArrayContent(bytes);
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/imports?kind={kind}&file={file}")
        {
            Content = body,
        };
        using var answer = await who.Http.SendAsync(request, Stop);
        var text = await answer.Content.ReadAsStringAsync(Stop);
        answer.StatusCode.ShouldBe(HttpStatusCode.OK, text);
        return JsonDocument.Parse(text).RootElement.Clone();
    }

    private Task<JsonElement> Choose(string kind, string text, string who = "Odalys") =>
        Choose(Of(who), kind, "brought.csv", Encoding.UTF8.GetBytes(text));

    private static Guid IdOf(JsonElement preview) => Id(preview.GetProperty("import"));

    private async Task<JsonElement> Job(Guid id, string who = "Odalys") => await Of(who).Get($"/api/imports/{id}");

    private async Task<JsonElement> Until(Guid id, string state)
    {
        await Waiting.Until(async () => Text(await Job(id), "state") == state, seconds: 60);
        return await Job(id);
    }

    private async Task<JsonElement> Run(JsonElement preview)
    {
        await Of("Odalys").Do(HttpMethod.Post, $"/api/imports/{IdOf(preview)}/run");
        return await Until(IdOf(preview), "done");
    }

    private async Task<JsonElement> TakeBack(Guid id)
    {
        await Of("Odalys").Do(HttpMethod.Post, $"/api/imports/{id}/taking-back");
        return await Until(id, "taken-back");
    }

    private static (int New, int Changed, int Same, int Left) Counts(JsonElement preview) =>
        (Number(preview, "new"), Number(preview, "changed"), Number(preview, "same"), Number(preview, "left"));

    private async Task<List<JsonElement>> Contacts(string find) =>
        [
            .. (await Of("Odalys").Get("/api/contacts"))
                .EnumerateArray()
                .Where(c => Text(c, "name")!.Contains(find, StringComparison.Ordinal)),
        ];

    [Fact]
    public async Task Contacts_in_an_old_encoding_come_over_and_what_cannot_is_kept_to_be_mended()
    {
        var file =
            "Firma;Contact;E-Mail;Tel.;Shoe size\r\n"
            + "Müller Orgeln;Jörg Müller;joerg@mueller.example;+351 910 000 201;44\r\n"
            + "Müller Orgeln;Änne Groß;aenne@mueller.example;;\r\n"
            + ";Somebody;not an address;;\r\n"
            + ";Odalys again;odalys@quay.example;;\r\n";
        var preview = await Choose(Of("Odalys"), "contacts", "old.csv", Encoding.Latin1.GetBytes(file));
        preview
            .GetProperty("columns")
            .EnumerateArray()
            .Select(c => c.GetProperty("field").GetString())
            .ShouldBe([null, "name", "mail", "phone", null]);
        // What no name told is chosen by hand.
        var read = await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/imports/{IdOf(preview)}/reading",
                new { columns = new[] { "firm", "name", "mail", "phone", "" }, forAll = new { kind = "partner" } }
            );
        Counts(read).ShouldBe((2, 0, 0, 2));
        var shown = read.GetProperty("shown").EnumerateArray().ToList();
        Text(shown[0], "why").ShouldBe("“not an address” is not a mail address. Write it as name@place.");
        Text(shown[1], "why")!.ShouldContain("one of your colleagues");

        var done = await Run(read);
        (Number(done, "added"), Number(done, "left")).ShouldBe((2, 2));
        var firm = (await Contacts("Müller Orgeln")).Single();
        Text(firm, "kind").ShouldBe("partner");
        firm.GetProperty("people")
            .EnumerateArray()
            .Select(p => p.GetString())
            .ShouldBe(["Jörg Müller", "Änne Groß"], ignoreOrder: true);
        var left = await Of("Odalys").Http.GetStringAsync($"/api/imports/{IdOf(preview)}/left", Stop);
        left.TrimStart('\uFEFF').ShouldStartWith("Firma,Contact,E-Mail,Tel.,Shoe size,Why it was left out");
        left.ShouldContain("Somebody,not an address,,,Line 4: “not an address” is not a mail address.");

        // The same file again changes nothing.
        var again = await Choose(Of("Odalys"), "contacts", "old.csv", Encoding.Latin1.GetBytes(file));
        Counts(again).ShouldBe((0, 0, 2, 2));
        await Of("Odalys").Do(HttpMethod.Delete, $"/api/imports/{IdOf(again)}");

        // Whoever was written to since stays; the others go, and can be brought again.
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/contacts/{Id(firm)}/things/{Guid.CreateVersion7()}",
                new
                {
                    site = (Guid?)null,
                    sort = "",
                    name = "Pipe",
                    number = "",
                    notes = "",
                    fields = Array.Empty<object>(),
                    retired = false,
                }
            );
        var back = await TakeBack(IdOf(preview));
        back.GetProperty("kept").EnumerateArray().Select(k => Text(k, "name")).ShouldBe(["Müller Orgeln"]);
        (await Contacts("Müller Orgeln")).Single().GetProperty("people").GetArrayLength().ShouldBe(0);
        Counts(await Choose(Of("Odalys"), "contacts", "old.csv", Encoding.Latin1.GetBytes(file))).New.ShouldBe(2);
    }

    [Fact]
    public async Task Cards_taken_out_and_brought_in_again_change_nothing_and_what_a_card_changes_can_be_taken_back()
    {
        var cards = await Of("Odalys").Http.GetStringAsync("/api/contacts/cards", Stop);
        var before = ContactCards.Read(cards);
        var saoirse = before.First(c => c.Name == "Saoirse Quill");
        var more =
            cards
            + "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Kallio;Aino;;;\r\nORG:Kallio Sails;Loft\r\nEMAIL:aino@kallio.example\r\n"
            + "TEL;TYPE=cell:+351 910 \r\n 000 177\r\nEND:VCARD\r\n"
            + $"BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Saoirse Quill\r\nEMAIL:{saoirse.Mails[0]}\r\nTEL:+351910000178\r\nEND:VCARD\r\n"
            + "BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Wrong Number\r\nTEL:12\r\nEND:VCARD\r\n";
        var preview = await Choose(Of("Odalys"), "contacts", "all.vcf", Encoding.UTF8.GetBytes(more));
        Counts(preview).ShouldBe((1, 1, before.Count, 1));
        await Run(preview);
        var after = ContactCards.Read(await Of("Odalys").Http.GetStringAsync("/api/contacts/cards", Stop));
        var aino = after.Single(c => c.Name == "Aino Kallio");
        (aino.Organisation, aino.Phones.Single(), aino.Mails.Single()).ShouldBe(
            ("Kallio Sails", "+351910000177", "aino@kallio.example")
        );
        after.Single(c => c.Name == "Saoirse Quill").Phones.ShouldContain("+351910000178");
        Number(await TakeBack(IdOf(preview)), "keptCount").ShouldBe(0);
        var restored = ContactCards.Read(await Of("Odalys").Http.GetStringAsync("/api/contacts/cards", Stop));
        restored.ShouldNotContain(c => c.Name == "Aino Kallio");
        restored.Single(c => c.Name == "Saoirse Quill").Phones.ShouldBe(saoirse.Phones);
    }

    [Fact]
    public async Task Dockets_come_with_their_customers_and_all_but_what_was_worked_with_goes_back_with_its_number()
    {
        const string File =
            "Job no,Title,Client,Assigned to,Status,Date,Closed\n"
            + "901,Grand hotel,Hotel Ritornello,Kit,quote,25/12/2025,no\n"
            + ",Small hall,Hotel Ritornello,Tobiah Renn,,1/2/2026,yes\n"
            + ",Great hall,Hotel Ritornello,,,,\n"
            + ",Nobody's,Hotel Ritornello,Zeno,,,\n"
            + "901,Twice,,,,,\n";
        var preview = await Choose("dockets", File);
        preview.GetProperty("missing").EnumerateArray().Select(m => m.GetString()).ShouldBe(["Kind of docket"]);
        (await Of("Odalys").Refused(HttpMethod.Post, $"/api/imports/{IdOf(preview)}/run")).Words.ShouldContain(
            "Say first which column has Kind of docket"
        );
        var read = await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/imports/{IdOf(preview)}/reading",
                new
                {
                    columns = preview.GetProperty("columns").EnumerateArray().Select(c => Text(c, "field") ?? ""),
                    forAll = new { kind = "Job" },
                }
            );
        Counts(read).ShouldBe((3, 0, 0, 2));
        read.GetProperty("shown")
            .EnumerateArray()
            .Take(2)
            .Select(r => Text(r, "why"))
            .ShouldBe([
                "There is no colleague “Zeno”. Write the full name or the mail address.",
                "There is a J-901 already.",
            ]);
        var before = (await Of("Kit").Get("/api/alerts")).ToString();
        (Number(await Run(read), "added")).ShouldBe(3);

        var grand = await Of("Ines").Get("/api/dockets/J-901");
        (Text(grand.GetProperty("owner"), "name"), grand.GetProperty("open").GetBoolean()).ShouldBe(
            ("Kit Ramaswamy", true)
        );
        grand
            .GetProperty("stages")
            .EnumerateArray()
            .Single(s => Text(s, "standing") == "now")
            .GetProperty("name")
            .GetString()
            .ShouldBe("Quote");
        // The next ones follow on the highest number, and nobody is told of each.
        (await Of("Ines").Get("/api/dockets/J-902"))
            .GetProperty("open")
            .GetBoolean()
            .ShouldBeFalse();
        (await Of("Kit").Get("/api/alerts")).ToString().ShouldBe(before);
        var hotel = (await Contacts("Hotel Ritornello")).Single();
        hotel.GetProperty("dockets").GetArrayLength().ShouldBe(3);
        (await Of("Ines").Get("/api/find?words=Ritornello")).ToString().ShouldContain("Hotel Ritornello");

        var inside = grand
            .GetProperty("conversations")
            .EnumerateArray()
            .Single(c => Text(c, "audience") == "inside")
            .GetProperty("id")
            .GetGuid();
        await Say(Of("Kit"), inside, "The lid is cracked");
        var back = await TakeBack(IdOf(preview));
        back.GetProperty("kept")
            .EnumerateArray()
            .Select(k => Text(k, "name"))
            .ShouldBe(["Hotel Ritornello", "J-901 Grand hotel"], ignoreOrder: true);
        (await Of("Ines").Http.GetAsync("/api/dockets/J-902", Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await Of("Ines").Get("/api/find?words=hall")).GetProperty("hits").GetArrayLength().ShouldBe(0);
        // Their numbers are free again.
        (
            await Of("Ines")
                .Do(
                    HttpMethod.Post,
                    "/api/dockets",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        kind = grand.GetProperty("kindId").GetGuid(),
                        subject = "Next one",
                        site = "",
                    }
                )
        )
            .GetProperty("ref")
            .GetString()
            .ShouldBe("J-902");
        (await Of("Odalys").Get("/api/removed-dockets")).ToString().ShouldNotContain("hall");
    }

    [Fact]
    public async Task Tasks_come_with_owners_and_days_as_others_write_them()
    {
        var preview = await Choose(
            "tasks",
            "Task;Who;Deadline;Status;Hours;Job\n"
                + "Order felt;Kit;16.4.2026;on hold;1,5;J-1\n"
                + "Order glue;hull;;open;;\n"
                + "Order wire;;31.4.2026;;;\n"
                + "Ask Caspian;Ines;;;;J-2\n"
        );
        Counts(preview).ShouldBe((2, 0, 0, 2));
        preview
            .GetProperty("shown")
            .EnumerateArray()
            .Take(2)
            .Select(r => Text(r, "why"))
            .ShouldBe([
                "“31.4.2026” is not a date. Write it as 2026-04-16 or 2026-04-16 17:00.",
                "There is no docket J-2, or you cannot see it.",
            ]);
        await Run(preview);
        var felt = (await Of("Kit").Get("/api/dockets/J-1"))
            .GetProperty("tasks")
            .EnumerateArray()
            .Single(t => Text(t, "title") == "Order felt");
        (Text(felt, "state"), felt.GetProperty("due").GetDateTimeOffset().Day).ShouldBe(("waiting", 16));
        await TakeBack(IdOf(preview));
        (await Of("Kit").Get("/api/dockets/J-1")).GetProperty("tasks").ToString().ShouldNotContain("Order felt");
    }

    [Fact]
    public async Task A_long_import_is_stopped_goes_on_and_survives_a_power_cut()
    {
        const int Many = 4000;
        var rows = new StringBuilder("Name,Email\n");
        for (var i = 0; i < Many; i++)
            rows.Append(System.Globalization.CultureInfo.InvariantCulture, $"Choir {i:0000},choir{i}@sing.example\n");
        var preview = await Choose("contacts", rows.ToString());
        var id = IdOf(preview);
        await Of("Odalys").Do(HttpMethod.Post, $"/api/imports/{id}/run");
        await Waiting.Until(async () => Number(await Job(id), "taken") > 0, seconds: 30);
        (await Of("Odalys").Refused(HttpMethod.Post, $"/api/imports/{id}/taking-back")).Words.ShouldBe(
            "Stop the import first, then take it back."
        );
        await Of("Odalys").Do(HttpMethod.Post, $"/api/imports/{id}/stop");
        var stopped = await Job(id);
        Number(stopped, "taken").ShouldBeLessThan(Many);
        Number(stopped, "taken").ShouldBe(Number(stopped, "added"));
        await Of("Odalys").Do(HttpMethod.Post, $"/api/imports/{id}/run");
        await Waiting.Until(async () => Number(await Job(id), "taken") > Number(stopped, "taken"), seconds: 30);
        await Restart();
        var done = await Until(id, "done");
        (Number(done, "added"), Number(done, "left")).ShouldBe((Many, 0));
        (await Contacts("Choir ")).Count.ShouldBe(Many);
        Number(await TakeBack(id), "keptCount").ShouldBe(0);
        (await Contacts("Choir ")).ShouldBeEmpty();
    }

    [Fact]
    public async Task Of_files_that_nobody_goes_on_with_only_the_newest_are_kept()
    {
        var first = IdOf(await Choose("tasks", "Title\nFirst\n", "Kit"));
        for (var i = 0; i < 5; i++)
            await Choose("tasks", $"Title\nTask {i}\n", "Kit");
        var mine = (await Of("Kit").Get("/api/imports")).EnumerateArray().ToList();
        mine.Count.ShouldBe(5);
        mine.ShouldNotContain(i => Id(i) == first);
    }

    [Fact]
    public async Task An_import_is_for_who_began_it_and_who_sets_up_and_needs_their_right()
    {
        var preview = await Choose("tasks", "Title\nOil the hinges\n", "Ines");
        var path = $"/api/imports/{IdOf(preview)}";
        (await Of("Kit").Http.GetAsync(path, Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await Of("Kit").Refused(HttpMethod.Post, $"{path}/run")).Status.ShouldBe(HttpStatusCode.NotFound);
        (await Of("Kit").Http.GetAsync($"{path}/left", Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await Of("Wilhelmina").Http.GetAsync(path, Stop)).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await Of("Benedikta").Http.GetAsync(path, Stop)).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
        foreach (var kind in new[] { "contacts", "dockets" })
            (await Of("Ines").Refused(HttpMethod.Post, $"/api/imports?kind={kind}&file=x.csv")).Status.ShouldBe(
                HttpStatusCode.Forbidden
            );
        (await Of("Odalys").Refused(HttpMethod.Post, "/api/imports?kind=tasks&file=x.csv")).Words.ShouldContain(
            "no headings"
        );
        (await Of("Odalys").Refused(HttpMethod.Post, "/api/imports?kind=boats&file=x.csv")).Words.ShouldContain(
            "Use contacts, dockets or tasks"
        );
        (
            await Of("Ines")
                .Refused(
                    HttpMethod.Put,
                    $"{path}/reading",
                    new { columns = new[] { "boats" }, forAll = new Dictionary<string, string>() }
                )
        ).Words.ShouldContain("nothing that a column can fill");
    }
}
