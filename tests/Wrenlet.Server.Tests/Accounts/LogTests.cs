using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Accounts;

/// <summary>What the log tells, to whom, and how it is narrowed.</summary>
public sealed class LogTests(YardFixture fixture) : YardTests(fixture)
{
    private Visitor Administrator => Of("Wilhelmina");

    private async Task<List<JsonElement>> Lines(string query) =>
        [.. (await Administrator.Get($"/api/log?{query}")).GetProperty("lines").EnumerateArray()];

    private static string Words(JsonElement line, string part) => line.GetProperty(part).GetString()!;

    [Fact]
    public async Task Signing_in_out_and_in_vain_is_told_with_the_address_and_no_word_that_was_typed()
    {
        using var visitor = await Server.Visit().SignIn("tobiah@quay.example", SmallYard.Password);
        await visitor.Do(HttpMethod.Delete, "/api/session");
        foreach (var address in new[] { "tobiah@quay.example", "my-secret-word" })
            await Server
                .Visit()
                .Http.PostAsJsonAsync("/api/session", new { address, password = "a wrong guess" }, Stop);

        // They are written when the answer has gone, so that it takes as long for one as for the other.
        await Waiting.Until(async () => (await Lines("words=in vain")).Count >= 2);
        var lines = (await Lines("kind=signing-in")).ConvertAll(l =>
            (Words(l, "by"), Words(l, "what"), Words(l, "about"), Words(l, "from"))
        );
        lines.ShouldContain(("", "tried to sign in in vain", "Tobiah Renn", "127.0.0.1"));
        lines.ShouldContain(("", "tried to sign in in vain", "an address that is not known", "127.0.0.1"));
        lines.ShouldContain(("Tobiah Renn", "signed out", "", "127.0.0.1"));
        lines.ShouldContain(("Tobiah Renn", "signed in", "with a password", "127.0.0.1"));
        var file = await Administrator.Http.GetStringAsync("/api/log/file", Stop);
        file.ShouldNotContain("my-secret-word");
        file.ShouldNotContain("a wrong guess");
    }

    [Fact]
    public async Task Who_is_held_back_from_guessing_stands_in_the_log()
    {
        using var visitor = Server.Visit();
        for (var i = 0; i < 7; i++)
            await visitor.Http.PostAsJsonAsync(
                "/api/session",
                new { address = "nobody-at-all@quay.example", password = $"guess {i}" },
                Stop
            );
        await Waiting.Until(async () => (await Lines("words=held back")).Count > 0);
        Words((await Lines("words=held back"))[0], "about").ShouldBe("an address that is not known");
    }

    [Fact]
    public async Task What_one_may_not_have_is_told_once_however_often_it_is_asked_for()
    {
        for (var i = 0; i < 4; i++)
            (await Of("Tobiah").Http.GetAsync("/api/log", Stop)).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
        var refused = (await Lines("kind=refused&words=/api/log")).ShouldHaveSingleItem();
        Words(refused, "by").ShouldBe("Tobiah Renn");
        Words(refused, "what").ShouldBe("was refused for want of a right");
        Words(refused, "about").ShouldBe("GET /api/log");

        (await Of("Benedikta").Http.GetAsync("/api/contacts", Stop)).IsSuccessStatusCode.ShouldBeFalse();
        Words((await Lines("words=GET /api/contacts")).ShouldHaveSingleItem(), "what")
            .ShouldBe("was refused what is not for them");
    }

    [Fact]
    public async Task Who_tries_what_there_is_stands_in_it_from_the_tenth_time_on()
    {
        async Task Try(int times)
        {
            for (var i = 0; i < times; i++)
                (await Of("Ines").Http.GetAsync($"/api/tasks/{Guid.CreateVersion7()}", Stop)).StatusCode.ShouldBe(
                    HttpStatusCode.NotFound
                );
        }

        await Try(9);
        (await Lines("words=not theirs")).ShouldBeEmpty();
        await Try(1);
        var line = (await Lines("words=not theirs")).ShouldHaveSingleItem();
        Words(line, "what").ShouldBe("asked for what is not there or not theirs, 10 times within an hour");
    }

    [Fact]
    public async Task What_is_removed_or_taken_along_is_told_by_its_docket_and_without_its_words()
    {
        var said = await Say(Of("Odalys"), Conversation("J-1 inside"), "Nothing that has to stay.");
        await Of("Odalys").Do(HttpMethod.Delete, $"/api/entries/{Id(said)}");
        var removed = (await Lines("kind=removed")).ShouldHaveSingleItem();
        (Words(removed, "by"), Words(removed, "about")).ShouldBe(("Odalys Brandt", "J-1"));

        (await Administrator.Http.GetAsync("/api/contacts/cards", Stop)).EnsureSuccessStatusCode();
        Words((await Lines("kind=taken-along&words=contacts"))[0], "about").ShouldBe("all");
    }

    [Fact]
    public async Task It_is_narrowed_by_person_and_day_read_on_and_saved_as_lines_of_json()
    {
        var wilhelmina = Yard.People["Wilhelmina"].Id.Value;
        (await Lines($"by={wilhelmina}")).ShouldAllBe(l => Words(l, "by") == "Wilhelmina Achterberg");
        (await Lines("since=2026-04-15")).ShouldBeEmpty();
        (await Lines("since=2026-04-14&until=2026-04-14")).ShouldNotBeEmpty();
        (await Lines("until=2026-04-13")).ShouldBeEmpty();
        (await Administrator.Http.GetAsync("/api/log?kind=some", Stop)).StatusCode.ShouldBe(HttpStatusCode.BadRequest);

        var all = (await Lines("")).ConvertAll(l => l.GetProperty("id").GetInt64());
        all.ShouldBe([.. all.OrderDescending()]);
        (await Lines($"before={all[1]}"))[0].GetProperty("id").GetInt64().ShouldBe(all[2]);

        using var answer = await Administrator.Http.GetAsync("/api/log/file?kind=signing-in", Stop);
        answer.Content.Headers.ContentType!.MediaType.ShouldBe("application/jsonl");
        foreach (var line in (await answer.Content.ReadAsStringAsync(Stop)).Split('\n')[..^1])
            Words(JsonDocument.Parse(line).RootElement, "kind").ShouldBe("signing-in");
        (await Lines("words=exported the log")).ShouldNotBeEmpty();
    }
}
