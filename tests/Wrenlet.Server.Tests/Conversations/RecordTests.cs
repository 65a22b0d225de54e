using System.Text;
using System.Text.Json;
using MimeKit;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Conversations;

/// <summary>What is filed of a docket, and its talk written out.</summary>
public sealed class RecordTests(YardFixture fixture) : YardTests(fixture)
{
    private Guid Inside => Yard.Conversations["J-1 inside"].Value;

    private Guid Outside => Yard.Conversations["J-1 Benedikta"].Value;

    private async Task<Guid> Say(Guid conversation, string body, string? via = null) => (
            await Of("Odalys")
                .Do(
                    HttpMethod.Post,
                    $"/api/conversations/{conversation}/entries",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        body,
                        via,
                    }
                )
        ).GetProperty("id").GetGuid();

    private async Task<string> Export(string format, string query = "") =>
        await Of("Odalys")
            .Http.GetStringAsync($"/api/dockets/J-1/exports/{format}{query}", TestContext.Current.CancellationToken);

    [Fact]
    public async Task What_is_filed_stands_in_the_record_with_its_sums_until_it_is_taken_out()
    {
        var (advice, visit) = (
            await Say(Inside, "All eight, =SUM(1) or \"none\"."),
            await Say(Inside, "Seen on the slip.")
        );
        var filed = await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/entries/{advice}/filing",
                new
                {
                    kind = "advice",
                    minutes = 20,
                    billable = true,
                }
            );
        filed.GetProperty("filing").GetProperty("kind").GetString().ShouldBe("advice");
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/entries/{visit}/filing",
                new
                {
                    kind = "visit",
                    minutes = 45,
                    billable = false,
                }
            );
        var record = await Of("Odalys").Get("/api/dockets/J-1/record");
        (
            record.GetProperty("all").GetProperty("minutes").GetInt32(),
            record.GetProperty("all").GetProperty("billable").GetInt32()
        ).ShouldBe((65, 20));
        record
            .GetProperty("byKind")
            .EnumerateArray()
            .Select(k => (k.GetProperty("name").GetString(), k.GetProperty("minutes").GetInt32()))
            .ShouldBe([("advice", 20), ("visit", 45)]);
        var csv = (
            await Of("Odalys")
                .Http.GetStringAsync("/api/dockets/J-1/record/file", TestContext.Current.CancellationToken)
        ).Split("\r\n");
        csv.Length.ShouldBe(4);
        csv[1].ShouldContain("advice");
        csv[1].ShouldContain("\"All eight, =SUM(1) or \"\"none\"\".\"");
        await Of("Odalys").Do(HttpMethod.Delete, $"/api/entries/{advice}/filing");
        (await Of("Odalys").Get("/api/dockets/J-1/record")).GetProperty("rows").GetArrayLength().ShouldBe(1);
    }

    [Fact]
    public async Task Talk_is_written_out_without_what_was_said_inside_unless_asked_for()
    {
        await Say(Inside, "Octopus <b>inside</b>.");
        await Say(Outside, "Walrus outside.", "page");
        foreach (var format in new[] { "html", "jsonl" })
        {
            var without = await Export(format);
            without.ShouldContain("Walrus");
            without.ShouldNotContain("Octopus");
            without.ShouldNotContain(SmallYard.WordOf("J-1 Benedikta event"));
            (await Export(format, "?inside=true")).ShouldContain("Octopus");
            (await Export(format, "?inside=true&until=2026-04-01")).ShouldNotContain("Walrus");
        }

        (await Export("html", "?inside=true")).ShouldNotContain("<b>inside</b>");
        var lines = (await Export("jsonl", "?inside=true"))
            .TrimEnd('\n')
            .Split('\n')
            .Select(l => JsonSerializer.Deserialize<JsonElement>(l))
            .ToList();
        (lines[0].GetProperty("kind").GetString(), lines[0].GetProperty("fields").ValueKind).ShouldBe(
            ("docket", JsonValueKind.Object)
        );
        lines.RemoveAt(0);
        lines.ShouldContain(l =>
            l.GetProperty("audience").GetString() == "inside"
            && l.GetProperty("body").GetString() == "Octopus <b>inside</b>."
        );
        lines.Select(l => l.GetProperty("at").GetDateTimeOffset()).ShouldBeInOrder();
    }

    [Fact]
    public async Task Mail_is_written_out_as_an_mbox_that_is_read_back_the_same()
    {
        var id = (
            await Of("Odalys")
                .Do(
                    HttpMethod.Post,
                    $"/api/conversations/{Outside}/entries",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        body = "Dear Benedikta,\n\nFrom Monday on we are back.",
                        via = "mail",
                        to = new[] { "benedikta@far.example" },
                        knowing = true,
                    }
                )
        ).GetProperty("id").GetGuid();
        await Waiting.Until(async () =>
            (await Of("Odalys").Get($"/api/entries/{id}")).GetProperty("delivery").GetString() == "sent"
        );

        var box = await Of("Odalys")
            .Http.GetByteArrayAsync("/api/dockets/J-1/exports/mbox", TestContext.Current.CancellationToken);
        Encoding.Latin1.GetString(box).ShouldStartWith("From ");
        using var stream = new MemoryStream(box);
        var parser = new MimeParser(stream, MimeFormat.Mbox);
        var mail = await parser.ParseMessageAsync(TestContext.Current.CancellationToken);
        mail.MessageId.ShouldBe($"{id:N}@quay.example");
        mail.TextBody.ShouldNotBeNull().ShouldContain("Monday on we are back.");
        parser.IsEndOfStream.ShouldBeTrue();
    }

    [Fact]
    public async Task What_was_asked_and_where_one_met_stand_in_the_talk_that_is_written_out()
    {
        var (ines, body) = (Yard.People["Ines"].Id.Value, "Which primer?");
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{Inside}/entries",
                new
                {
                    id = Guid.CreateVersion7(),
                    body,
                    ask = new
                    {
                        id = Guid.CreateVersion7(),
                        kind = "choice",
                        of = new[] { new { kind = "person", id = ines } },
                        options = new[] { "Grey", "White" },
                    },
                    meeting = new
                    {
                        id = Guid.CreateVersion7(),
                        title = "Primer talk",
                        from = "2026-04-16T13:00:00Z",
                        minutes = 30,
                        with = new[] { ines },
                        where = "Shed one",
                    },
                }
            );
        var page = await Export("html", "?inside=true");
        page.ShouldContain("Asked, a choice between “Grey” and “White”: Waiting for Ines.");
        page.ShouldContain(
            "Meeting: Primer talk, Thu 16 Apr 14:00 to 14:30, Shed one. Odalys is coming; Ines has not answered."
        );
        (await Export("jsonl", "?inside=true")).ShouldContain("Meeting: Primer talk");
        (await Export("html")).ShouldNotContain("Primer talk");
    }
}
