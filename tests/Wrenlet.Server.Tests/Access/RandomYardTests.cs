using System.Net;
using System.Text.Json;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.SignalR.Client;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Pages;
using Wrenlet.Server.Tests.World;
using Wrenlet.Storage;

namespace Wrenlet.Server.Tests.Access;

/// <summary>
/// Random workspaces over real HTTP: dockets with random limits, parties, talk and tasks. Everybody fetches, searches,
/// is
/// alerted and listens while things are said; each word they meet is held against the rule written out here on its own.
/// </summary>
public partial class RandomYardTests
{
    private const int Dockets = 14;

    /// <summary>
    /// Where a word stands: who is listed on its docket (null for all staff), its party, and whether it is for staff
    /// only.
    /// </summary>
    private sealed record Standing(HashSet<Guid>? Listed, Guid? Party, bool Working);

    private sealed class World(int seed)
    {
        public Random Random { get; } = new(seed);

        public List<Person> People { get; } = [];

        public Dictionary<string, Standing> Words { get; } = [];

        public List<(DocketRef Ref, HashSet<Guid>? Listed)> Made { get; } = [];

        public List<(ConversationId Id, HashSet<Guid>? Listed, Guid? Party)> Conversations { get; } = [];

        public List<Guid> Entries { get; } = [];

        public List<Guid> Tasks { get; } = [];

        public List<Guid> Sheets { get; } = [];

        public List<(Guid Id, Guid Talk)> Discussions { get; } = [];

        public Dictionary<PersonId, string> Links { get; } = [];

        public string NewWord(HashSet<Guid>? listed, Guid? party, bool working)
        {
            var word = $"secret{seed}x{Words.Count}z";
            Words[word] = new(listed, party, working);
            return word;
        }

        /// <summary>The rule of sight, in words of its own.</summary>
        public bool MayMeet(Person person, string word)
        {
            var standing = Words[word];
            if (person.Role is not null)
                return standing.Listed is null || standing.Listed.Contains(person.Id.Value);
            return !standing.Working && standing.Party is { } party && person.Party!.Value.Value == party;
        }
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public async Task Nobody_meets_a_word_they_may_not_see(int seed)
    {
        var world = new World(seed);
        var folder = RunningServer.NewFolder();
        using (var database = Database.Open(folder))
        await using (var writes = new WriteQueue(database))
            await writes.Run(w => Write(w, world));

        await using var server = await RunningServer.Start(
            folder,
            "--no-demo",
            "--clock",
            "2026-04-14T08:40",
            "--changes-per-second",
            "0"
        );
        var visitors = new Dictionary<PersonId, Visitor>();
        var heard = new Dictionary<PersonId, List<string>>();
        var from = new Dictionary<PersonId, long>();
        var connections = new List<HubConnection>();
        foreach (var person in world.People)
        {
            visitors[person.Id] = person.IsStaff
                ? await server.Visit().SignIn($"{person.Id.Value:N}@quay.example", SmallYard.Password)
                : await server.Visit().ByLink(world.Links[person.Id]);
            connections.Add(await Listen(server, visitors[person.Id], heard[person.Id] = []));
            from[person.Id] = (await visitors[person.Id].Get("/api/me")).GetProperty("sequence").GetInt64();
        }

        await Talk(world, visitors);
        foreach (var person in world.People)
            await Waiting.Until(async () =>
                // Whoever was told nothing since they began to listen has nothing to hear.
                await LastSeenBy(visitors[person.Id]) is var last
                && (last <= from[person.Id] || Heard(heard[person.Id], last))
            );

        foreach (var person in world.People)
        {
            var met = new Dictionary<string, string>();
            foreach (var path in Paths(world))
            {
                using var response = await visitors[person.Id].Http.GetAsync(path);
                if (!response.IsSuccessStatusCode)
                    continue;
                foreach (Match word in SecretWord().Matches(await response.Content.ReadAsStringAsync()))
                    met[word.Value] = path;
            }

            foreach (var message in heard[person.Id].ToArray())
            foreach (Match word in SecretWord().Matches(message))
                met[word.Value] = "a live message";
            foreach (var (word, where) in met)
                world
                    .MayMeet(person, word)
                    .ShouldBeTrue($"{person.Role?.ToString() ?? "a contact"} met {word} at {where}");

            // Not blind: what one may see of what was said is all met.
            var missed = world
                .Words.Where(w => world.MayMeet(person, w.Key) && !met.ContainsKey(w.Key))
                .Select(w => w.Key);
            missed.ShouldBeEmpty($"{person.Role?.ToString() ?? "a contact"} should meet all that is theirs to see");
        }

        foreach (var connection in connections)
            await connection.DisposeAsync();
        foreach (var visitor in visitors.Values)
            visitor.Dispose();
        Directory.Delete(folder, recursive: true);
    }

    /// <summary>
    /// Things are said by whoever may, with tags of whoever: some are refused, all of it is heard only where it may be.
    /// </summary>
    private static async Task Talk(World world, Dictionary<PersonId, Visitor> visitors)
    {
        for (var i = 0; i < 60; i++)
        {
            var (id, listed, party) = world.Conversations[world.Random.Next(world.Conversations.Count)];
            var author = world.People[world.Random.Next(world.People.Count)];
            var tagged = world.People[world.Random.Next(world.People.Count)];
            var may = author.IsStaff
                ? listed is null || listed.Contains(author.Id.Value)
                : party is not null && author.Party!.Value.Value == party;
            var word = $"secret{world.Random.Next(1000)}x{100_000 + i}z";
            var body = author.IsStaff && i % 2 == 0 ? $"[@{tagged.Name}](person:{tagged.Id.Value}) {word}" : word;
            using var response = await visitors[author.Id]
                .Send(
                    HttpMethod.Post,
                    $"/api/conversations/{id.Value}/entries",
                    new { id = Guid.CreateVersion7(), body }
                );
            if (response.StatusCode is HttpStatusCode.OK)
            {
                may.ShouldBeTrue("who does not see a conversation cannot write there");
                world.Words[word] = new(listed, party, party is null);
            }
            else
            {
                // A word that was refused stands nowhere.
                (!may || response.StatusCode is HttpStatusCode.UnprocessableEntity).ShouldBeTrue(
                    $"{response.StatusCode}"
                );
                world.Words[word] = new([], null, true);
            }
        }
    }

    private static IEnumerable<string> Paths(World world)
    {
        string[] lists =
        [
            "/api/me",
            "/api/page",
            "/api/dockets",
            "/api/queues/board",
            "/api/queues/board?closed=true",
            "/api/contacts",
            "/api/reports/responses",
            "/api/standins/text-office/texts",
            "/api/set-up",
            "/api/log",
            "/api/tasks",
            "/api/alerts",
            "/api/changes?after=0",
            "/api/colleagues",
            "/api/asides",
            "/api/standins/post-office/mails",
            "/api/talk?audience=inside",
            "/api/talk?audience=outside",
            "/api/talk?audience=own",
        ];
        foreach (var path in lists)
            yield return path;
        foreach (var word in world.Words.Keys)
            yield return $"/api/find?words={word}";
        foreach (var (reference, _) in world.Made)
            yield return $"/api/dockets/{reference}";
        foreach (var (id, _, _) in world.Conversations)
        {
            yield return $"/api/conversations/{id.Value}/entries";
            yield return $"/api/conversations/{id.Value}/taggable?sign=%23&typed=secret";
        }

        foreach (var id in world.Entries)
            yield return $"/api/entries/{id}";
        foreach (var id in world.Tasks)
            yield return $"/api/tasks/{id}";
        yield return "/api/sheets";
        foreach (var id in world.Sheets)
        foreach (
            var part in new[]
            {
                "",
                "?revision=1",
                "?revision=2",
                "?revision=3",
                "/file?revision=1",
                "/file?revision=2",
                "/file?revision=3",
                "/changes?from=1&to=3",
                "/pages?from=1&to=3",
                "/authors?revision=3",
                "/annotations",
                "/discussions",
                "/discussions?revision=1",
                "/discussions?revision=2",
                "/discussions?revision=3",
            }
        )
            yield return $"/api/sheets/{id}{part}";
        yield return "/api/discussions";
        yield return "/api/discussions/mine";
        foreach (var (id, talk) in world.Discussions)
        {
            yield return $"/api/discussions/{id}";
            yield return $"/api/conversations/{talk}/entries";
            yield return $"/api/conversations/{talk}";
        }
    }

    /// <summary>Number of the last change that this visitor may know of; changes are told in their order.</summary>
    private static async Task<long> LastSeenBy(Visitor visitor)
    {
        var (last, from) = (0L, 0L);
        while (true)
        {
            var changes = await visitor.Get($"/api/changes?after={from}");
            foreach (var change in changes.GetProperty("list").EnumerateArray())
                last = change.GetProperty("seq").GetInt64();
            from = changes.GetProperty("last").GetInt64();
            if (!changes.GetProperty("more").GetBoolean())
                return last;
        }
    }

    private static bool Heard(List<string> heard, long seq)
    {
        lock (heard)
            return heard.Any(h => h.Contains($"\"seq\":{seq},", StringComparison.Ordinal));
    }

    private static async Task<HubConnection> Listen(RunningServer server, Visitor visitor, List<string> heard)
    {
        var connection = new HubConnectionBuilder()
            .WithUrl(new Uri(server.Address, "/live"), o => o.Headers["Cookie"] = visitor.Cookie)
            .Build();
        foreach (var message in new[] { "change", "present" })
            connection.On<JsonElement>(
                message,
                m =>
                {
                    lock (heard)
                        heard.Add(m.GetRawText());
                }
            );
        await connection.Begin();
        return connection;
    }

    [GeneratedRegex("secret[0-9]+x[0-9]+z")]
    private static partial Regex SecretWord();
}
