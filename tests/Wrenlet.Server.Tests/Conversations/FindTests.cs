using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Conversations;

/// <summary>Finding by words, narrowed by who, where, when and what.</summary>
[Collection("yard")]
public class FindTests(YardFixture world)
{
    private async Task<List<JsonElement>> Find(string typed, string who = "Odalys") =>
        [
            .. (await world.Visitors[who].Get($"/api/find?words={Uri.EscapeDataString(typed)}"))
                .GetProperty("hits")
                .EnumerateArray(),
        ];

    private static List<string> Texts(List<JsonElement> hits, string kind) =>
        [.. hits.Where(h => h.GetProperty("kind").GetString() == kind).Select(h => h.GetProperty("text").GetString()!)];

    private async Task Say(string who, string place, string body) =>
        await world
            .Visitors[who]
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{world.Yard.Conversations[place].Value}/entries",
                new { id = Guid.CreateVersion7(), body }
            );

    [Fact]
    public async Task What_was_said_is_found_by_its_words_and_narrowed_by_who_said_it_and_where()
    {
        await Say("Odalys", "J-1 inside", "Narwhal tusk on the slip.");
        await Say("Ines", "J-1 inside", "Narwhal tusk is gone.");
        await Say("Kit", "J-2 inside", "Narwhal bill is open.");
        Texts(await Find("narwhal"), "entry").Count.ShouldBe(2);
        Texts(await Find("narwhal", "Kit"), "entry").Count.ShouldBe(3);
        Texts(await Find("narwhal /by ines"), "entry").ShouldBe(["Narwhal tusk is gone."]);
        Texts(await Find("narwhal /in J-2"), "entry").ShouldBeEmpty();
        Texts(await Find("narwhal /in J-2", "Kit"), "entry").ShouldBe(["Narwhal bill is open."]);
        Texts(await Find("narwhal /outside", "Kit"), "entry").ShouldBeEmpty();
        Texts(await Find("narwhal /files"), "entry").ShouldBeEmpty();
        Texts(await Find("narwhal /since today"), "entry").Count.ShouldBe(2);
        Texts(await Find("narwhal /until yesterday"), "entry").ShouldBeEmpty();
        // One's own stands above what another said at the same moment.
        Texts(await Find("narwhal", "Ines"), "entry")[0].ShouldBe("Narwhal tusk is gone.");
        var marks = (await Find("narwhal /by ines"))[0].GetProperty("marks").EnumerateArray().Single();
        (marks.GetProperty("start").GetInt32(), marks.GetProperty("length").GetInt32()).ShouldBe((0, 7));
    }

    [Fact]
    public async Task Dockets_are_found_by_their_words_in_any_order_and_a_word_with_a_sign_in_it_by_its_parts()
    {
        await Say("Odalys", "J-1 inside", "Please re-bed the gammon-iron, don't paint it.");
        foreach (var typed in new[] { "refit quillfish", "upper quillf", "j-1" })
            Texts(await Find(typed), "docket")
                .ShouldContain(t => t.StartsWith("J-1 Quillfish", StringComparison.Ordinal), typed);
        Texts(await Find("quillfish dispute"), "docket").ShouldBeEmpty();
        foreach (var typed in new[] { "re-bed", "gammon-ir", "don't paint", "iron gammon" })
            Texts(await Find(typed), "entry").ShouldContain("Please re-bed the gammon-iron, don't paint it.", typed);
        // What is limited is found by those who are listed.
        Texts(await Find("dispute ledger"), "docket").ShouldBeEmpty();
        Texts(await Find("dispute ledger", "Kit"), "docket").Count.ShouldBe(1);
    }

    [Fact]
    public async Task People_and_files_are_found_by_their_names()
    {
        Texts(await Find("kit"), "person").ShouldContain(t => t.StartsWith("Kit", StringComparison.Ordinal));
        Texts(await Find("list.txt"), "file").ShouldNotBeEmpty();
        Texts(await Find("list.txt"), "file")
            .Count.ShouldBeLessThan(Texts(await Find("list.txt", "Kit"), "file").Count);
    }

    [Fact]
    public async Task Signs_of_the_query_language_are_no_danger()
    {
        foreach (
            var typed in new[]
            {
                "\"",
                "a\"b",
                "NEAR(",
                "*",
                "'); DROP TABLE entry; --",
                "%_\\",
                "/",
                "//",
                "/by",
                new string('a', 300),
            }
        )
            (
                await world.Visitors["Odalys"].Send(HttpMethod.Get, $"/api/find?words={Uri.EscapeDataString(typed)}")
            ).StatusCode.ShouldBe(System.Net.HttpStatusCode.OK, typed);
        (
            await world.Visitors["Odalys"].Send(HttpMethod.Get, $"/api/find?words={new string('a', 301)}")
        ).StatusCode.ShouldBe(System.Net.HttpStatusCode.BadRequest);
    }
}
