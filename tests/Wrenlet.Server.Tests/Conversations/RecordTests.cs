using System.Text;
using System.Text.Json;
using MimeKit;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Conversations;

/// <summary>What is filed of a docket, and its talk written out.</summary>
public sealed class RecordTests : IAsyncLifetime
{
    private SmallYard _yard = null!;
    private RunningServer _server = null!;
    private Visitor _odalys = null!;

    private Guid Inside => _yard.Conversations["J-1 inside"].Value;

    private Guid Outside => _yard.Conversations["J-1 Benedikta"].Value;

    public async ValueTask InitializeAsync()
    {
        _yard = await SmallYard.Build();
        _server = await RunningServer.Start(_yard.Folder, "--no-demo", "--clock", "2026-04-14T08:40", "--changes-per-second", "0");
        _odalys = await _server.Visit().SignIn("odalys@quay.example", SmallYard.Password);
    }

    public async ValueTask DisposeAsync()
    {
        _odalys.Dispose();
        await _server.DisposeAsync();
        Directory.Delete(_yard.Folder, recursive: true);
    }

    private async Task<Guid> Say(Guid conversation, string body, string? via = null) =>
        (await _odalys.Do(HttpMethod.Post, $"/api/conversations/{conversation}/entries", new { id = Guid.CreateVersion7(), body, via })).GetProperty("id").GetGuid();

    private async Task<string> Export(string format, string query = "") => await _odalys.Http.GetStringAsync($"/api/dockets/J-1/exports/{format}{query}", TestContext.Current.CancellationToken);

    [Fact]
    public async Task What_is_filed_stands_in_the_record_with_its_sums_until_it_is_taken_out()
    {
        var (advice, visit) = (await Say(Inside, "All eight, =SUM(1) or \"none\"."), await Say(Inside, "Seen on the slip."));
        var filed = await _odalys.Do(HttpMethod.Put, $"/api/entries/{advice}/filing", new { kind = "advice", minutes = 20, billable = true });
        filed.GetProperty("filing").GetProperty("kind").GetString().ShouldBe("advice");
        await _odalys.Do(HttpMethod.Put, $"/api/entries/{visit}/filing", new { kind = "visit", minutes = 45, billable = false });
        var record = await _odalys.Get("/api/dockets/J-1/record");
        (record.GetProperty("all").GetProperty("minutes").GetInt32(), record.GetProperty("all").GetProperty("billable").GetInt32()).ShouldBe((65, 20));
        record.GetProperty("byKind").EnumerateArray().Select(k => (k.GetProperty("name").GetString(), k.GetProperty("minutes").GetInt32())).ShouldBe([("advice", 20), ("visit", 45)]);
        var csv = (await _odalys.Http.GetStringAsync("/api/dockets/J-1/record/file", TestContext.Current.CancellationToken)).Split("\r\n");
        csv.Length.ShouldBe(4);
        csv[1].ShouldContain("advice");
        csv[1].ShouldContain("\"All eight, =SUM(1) or \"\"none\"\".\"");
        await _odalys.Do(HttpMethod.Delete, $"/api/entries/{advice}/filing");
        (await _odalys.Get("/api/dockets/J-1/record")).GetProperty("rows").GetArrayLength().ShouldBe(1);
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
        var lines = (await Export("jsonl", "?inside=true")).TrimEnd('\n').Split('\n').Select(l => JsonSerializer.Deserialize<JsonElement>(l)).ToList();
        lines.ShouldContain(l => l.GetProperty("audience").GetString() == "inside" && l.GetProperty("body").GetString() == "Octopus <b>inside</b>.");
        lines.Select(l => l.GetProperty("at").GetDateTimeOffset()).ShouldBeInOrder();
    }

    [Fact]
    public async Task Mail_is_written_out_as_an_mbox_that_is_read_back_the_same()
    {
        var id = (await _odalys.Do(HttpMethod.Post, $"/api/conversations/{Outside}/entries", new
        {
            id = Guid.CreateVersion7(),
            body = "Dear Benedikta,\n\nFrom Monday on we are back.",
            via = "mail",
            to = new[] { "benedikta@far.example" },
            knowing = true,
        })).GetProperty("id").GetGuid();
        for (var i = 0; i < 100; i++)
        {
            if ((await _odalys.Get($"/api/entries/{id}")).GetProperty("delivery").GetString() == "sent") break;
            await Task.Delay(100, TestContext.Current.CancellationToken);
        }

        var box = await _odalys.Http.GetByteArrayAsync("/api/dockets/J-1/exports/mbox", TestContext.Current.CancellationToken);
        Encoding.Latin1.GetString(box).ShouldStartWith("From ");
        using var stream = new MemoryStream(box);
        var parser = new MimeParser(stream, MimeFormat.Mbox);
        var mail = await parser.ParseMessageAsync(TestContext.Current.CancellationToken);
        mail.MessageId.ShouldBe($"{id:N}@quay.example");
        mail.TextBody.ShouldNotBeNull().ShouldContain("Monday on we are back.");
        parser.IsEndOfStream.ShouldBeTrue();
    }
}
