using System.Net;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Reports;

/// <summary>Reading across people opens every docket, limited ones too, nothing else, and is kept in the log.</summary>
public sealed class ReadingTests(YardFixture fixture) : YardTests(fixture)
{
    private object Wish(string? person, string? party = null, string until = "2026-04-14") =>
        new
        {
            person = person is null ? (Guid?)null : Yard.People[person].Id.Value,
            party = party is null ? (Guid?)null : Yard.People[party].Party!.Value.Value,
            from = "2026-01-01",
            until,
        };

    [Fact]
    public async Task A_limited_docket_is_read_by_who_may_and_the_log_says_so()
    {
        await Say(Of("Kit"), Conversation("J-2 inside"), "The crack goes right through");
        var read = await Of("Tobiah").Do(HttpMethod.Post, "/api/reading", Wish("Kit", null));
        var entry = read.GetProperty("entries")
            .EnumerateArray()
            .First(e => e.GetProperty("words").GetString() == "The crack goes right through");
        entry.GetProperty("docket").GetString().ShouldBe("J-2");
        entry.GetProperty("limited").GetBoolean().ShouldBeTrue();
        // What he does not see otherwise has no way there.
        entry.GetProperty("path").ValueKind.ShouldBe(JsonValueKind.Null);
        (await Of("Wilhelmina").Get("/api/log")).ToString().ShouldContain("read across people");
        (await Of("Odalys").Refused(HttpMethod.Post, "/api/reading", Wish("Kit", null))).Status.ShouldBe(
            HttpStatusCode.Forbidden
        );
    }

    [Fact]
    public async Task Groups_and_direct_messages_are_nobodys_to_read()
    {
        await Say(Of("Kit"), Conversation("Kits group"), "Between us only");
        var read = await Of("Tobiah").Do(HttpMethod.Post, "/api/reading", Wish("Kit", null));
        read.ToString().ShouldNotContain("Between us only");
    }

    [Fact]
    public async Task What_was_removed_ends_no_page_early()
    {
        var entries = new List<JsonElement>();
        for (var i = 0; i < 52; i++)
            entries.Add(await Say(Of("Ines"), Conversation("J-1 inside"), $"Measured once more, number {i}"));
        await Of("Ines").Do(HttpMethod.Delete, $"/api/entries/{Id(entries[40])}", ifMatch: "\"1\"");
        var read = await Of("Tobiah").Do(HttpMethod.Post, "/api/reading", Wish("Ines"));
        read.ToString().ShouldNotContain("number 40");
        read.GetProperty("next").ValueKind.ShouldBe(JsonValueKind.Number);
    }

    [Fact]
    public async Task It_is_narrowed_by_whom_it_was_said_with_and_says_what_is_missing()
    {
        await Say(Of("Kit"), Conversation("J-2 inside"), "Nothing for Caspian");
        var read = await Of("Tobiah").Do(HttpMethod.Post, "/api/reading", Wish(null, "Caspian"));
        read.GetProperty("entries").GetArrayLength().ShouldBeGreaterThan(0);
        read.ToString().ShouldNotContain("Nothing for Caspian");
        (await Of("Tobiah").Refused(HttpMethod.Post, "/api/reading", Wish(null, null))).Words.ShouldContain(
            "Choose a person or a customer"
        );
        (
            await Of("Tobiah").Refused(HttpMethod.Post, "/api/reading", Wish("Kit", null, "2025-01-01"))
        ).Words.ShouldContain("before the first");
    }
}
