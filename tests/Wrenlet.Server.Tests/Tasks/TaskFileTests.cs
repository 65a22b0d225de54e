using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Tasks;

/// <summary>Tasks out as files and in from files: what is exported and read back is the same.</summary>
public sealed class TaskFileTests(YardFixture fixture) : YardTests(fixture)
{
    private async Task<JsonElement> Make(
        string title,
        object? more = null,
        string? due = "2026-04-20T16:00:00Z",
        string? repeats = null,
        Guid? parent = null
    ) =>
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                "/api/tasks",
                new
                {
                    id = Guid.CreateVersion7(),
                    title,
                    docket = "J-1",
                    owners = new[] { new { kind = "person", id = Yard.People["Ines"].Id.Value } },
                    due,
                    start = more,
                    priority = "high",
                    repeats,
                    estimateMinutes = 90,
                    notes = "Mind the “keel”; it is wet,\nand =1+1 stays words",
                    parent,
                }
            );

    private async Task<string> Export(string format, string scope = "docket&of=J-1") =>
        await (
            await Of("Odalys").Http.GetAsync($"/api/tasks/exports/{format}?scope={scope}", Stop)
        ).Content.ReadAsStringAsync(Stop);

    private Task<JsonElement> Import(string format, string text, bool apply) =>
        Of("Odalys")
            .Do(
                HttpMethod.Post,
                "/api/tasks/imports",
                new
                {
                    format,
                    text,
                    apply,
                }
            );

    private static (int Made, int Changed, int Same, int Bad) Sums(JsonElement view) =>
        (
            view.GetProperty("made").GetInt32(),
            view.GetProperty("changed").GetInt32(),
            view.GetProperty("same").GetInt32(),
            view.GetProperty("bad").GetInt32()
        );

    [Theory]
    [InlineData("csv")]
    [InlineData("ics")]
    public async Task What_is_exported_and_read_back_is_the_same(string format)
    {
        var whole = await Make($"Whole, “with” ; marks {format}");
        await Make($"Part {format}", parent: Id(whole));
        await Make($"Each Monday {format}", repeats: "FREQ=WEEKLY;BYDAY=MO");
        await Make($"=SUM(A1) {format}", due: null);
        var waiting = await Make($"Waits {format}", more: "2026-04-16T07:00:00Z");
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                "/api/tasks/changes",
                new { changes = new[] { new { id = Id(waiting), state = "waiting" } } }
            );
        var file = await Export(format);
        var read = await Import(format, file, apply: true);
        var (made, changed, same, bad) = Sums(read);
        (made, changed, bad).ShouldBe((0, 0, 0), read.ToString());
        same.ShouldBeGreaterThanOrEqualTo(5);
    }

    [Fact]
    public async Task A_calendar_carries_what_the_standard_knows_of_a_task()
    {
        await Make("Rinse the slings, all", repeats: "FREQ=WEEKLY;BYDAY=MO");
        var file = await Export("ics");
        foreach (
            var line in new[]
            {
                "BEGIN:VTODO",
                "SUMMARY:Rinse the slings\\, all",
                "PRIORITY:3",
                "STATUS:NEEDS-ACTION",
                "RRULE:FREQ=WEEKLY;BYDAY=MO",
                "DUE;TZID=Europe/Lisbon:20260420T170000",
                "BEGIN:VALARM",
                "BEGIN:DAYLIGHT",
                "CATEGORIES:J-1",
            }
        )
            file.ShouldContain(line);
    }

    [Fact]
    public async Task A_table_from_elsewhere_is_previewed_with_each_bad_row_named_and_the_good_ones_are_taken()
    {
        const string Table =
            "Title;Owners;Due;Priority;State;Estimate hours;Docket\n"
            + "Order the burgee;Ines Kowal; 2026-04-22 ;high;;1,5;J-1\n"
            + "Paint it;Nobody Known;;;;;\n"
            + "Sand it;@hull;tomorrow;;;;\n"
            + ";Ines Kowal;;;;;\n"
            + "Oil it;;;most;;;\n"
            + "Wax it;Ines Kowal;;;done;;J-2\n";
        var preview = await Import("csv", Table, apply: false);
        Sums(preview).ShouldBe((1, 0, 0, 5));
        preview
            .GetProperty("rows")
            .EnumerateArray()
            .Where(r => r.GetProperty("problem").ValueKind is not JsonValueKind.Null)
            .Select(r => $"{r.GetProperty("where").GetString()}: {r.GetProperty("problem").GetString()}")
            .ShouldBe([
                "line 3: There is no colleague or crew “Nobody Known”. Write the full name, or @ and the crew.",
                "line 4: “tomorrow” is not a date. Write it as 2026-04-16 or 2026-04-16 17:00.",
                "line 5: It has no title. Give it one, or take the line out.",
                "line 6: “most” is not a priority. Use critical, high, normal, low.",
                "line 7: There is no docket J-2, or you cannot see it.",
            ]);
        (await Of("Odalys").Get("/api/tasks/table?scope=all")).ToString().ShouldNotContain("Order the burgee");
        await Import("csv", Table, apply: true);
        var made = (await Of("Odalys").Get("/api/tasks/table?scope=docket&of=J-1"))
            .GetProperty("rows")
            .EnumerateArray()
            .Single(r => r.GetProperty("title").GetString() == "Order the burgee");
        (made.GetProperty("due").GetString(), made.GetProperty("estimateMinutes").GetInt32()).ShouldBe(
            ("2026-04-22T16:00:00+00:00", 90)
        );
        (
            await Of("Odalys")
                .Refused(
                    HttpMethod.Post,
                    "/api/tasks/imports",
                    new
                    {
                        format = "csv",
                        text = "name,when\na,b",
                        apply = false,
                    }
                )
        ).Words.ShouldContain("no column “title”");
        (
            await Of("Odalys")
                .Refused(
                    HttpMethod.Post,
                    "/api/tasks/imports",
                    new
                    {
                        format = "ics",
                        text = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nEND:VCALENDAR",
                        apply = false,
                    }
                )
        ).Words.ShouldBe("There are no tasks in this calendar.");
    }

    [Fact]
    public async Task A_calendar_of_another_program_is_taken_in_once_however_often_it_is_read()
    {
        const string Foreign =
            "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//elsewhere//EN\r\nBEGIN:VTODO\r\n"
            + "UID:not-a-guid@elsewhere\r\nDTSTAMP:20260401T000000Z\r\nSUMMARY:Fetch "
            + "the pump\r\nDUE;VALUE=DATE:20260417\r\nPRIORITY:2\r\nEND:VTODO\r\nBEGIN:VTODO\r\nUID:two\r\n"
            + "DTSTAMP:20260401T000000Z\r\nEND:VTODO\r\nEND:VCALENDAR\r\n";
        var first = await Import("ics", Foreign, apply: true);
        Sums(first).ShouldBe((1, 0, 0, 1));
        Sums(await Import("ics", Foreign, apply: true)).ShouldBe((0, 0, 1, 1));
        var made = (await Of("Odalys").Get("/api/tasks"))
            .EnumerateArray()
            .Single(t => t.GetProperty("title").GetString() == "Fetch the pump");
        (made.GetProperty("priority").GetString(), made.GetProperty("due").GetString()).ShouldBe(
            ("critical", "2026-04-17T22:59:00+00:00")
        );
    }

    [Fact]
    public async Task Ones_own_calendar_has_a_secret_address_until_it_is_taken_back()
    {
        await Make("In the calendar of Ines");
        var address = (await Of("Ines").Do(HttpMethod.Put, "/api/calendar-feed")).GetProperty("address").GetString()!;
        var path = new Uri(address).PathAndQuery;
        using var stranger = new HttpClient { BaseAddress = Server.Address };
        (await stranger.GetStringAsync(path, Stop)).ShouldContain("In the calendar of Ines");
        await Of("Ines").Do(HttpMethod.Put, "/api/calendar-feed");
        (await stranger.GetAsync(path, Stop)).StatusCode.ShouldBe(System.Net.HttpStatusCode.NotFound);
        await Of("Ines").Do(HttpMethod.Delete, "/api/calendar-feed");
        (await Of("Ines").Get("/api/calendar-feed")).GetProperty("since").ValueKind.ShouldBe(JsonValueKind.Null);
    }

    [Fact]
    public async Task Meetings_of_a_calendar_are_named_and_left_alone()
    {
        const string Text =
            "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Somebody//EN\r\nBEGIN:VEVENT\r\nUID:a\r\n"
            + "DTSTAMP:20260414T080000Z\r\nSUMMARY:Tide "
            + "talk\r\nDTSTART:20260416T080000Z\r\nDTEND:20260416T090000Z\r\nEND:VEVENT\r\nBEGIN:VTODO\r\n"
            + "UID:b\r\nDTSTAMP:20260414T080000Z\r\nSUMMARY:Grease "
            + "the slip\r\nEND:VTODO\r\nEND:VCALENDAR\r\n";
        var read = await Import("ics", Text, apply: false);
        Sums(read).ShouldBe((1, 0, 0, 0));
        read.GetProperty("rows")
            .EnumerateArray()
            .Select(r => (r.GetProperty("title").GetString(), r.GetProperty("does").GetString()))
            .ShouldBe([("Grease the slip", "new"), ("Tide talk", "left alone")]);
    }
}
