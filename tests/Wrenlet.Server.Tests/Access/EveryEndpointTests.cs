using System.Collections.Concurrent;
using System.Net;
using System.Reflection;
using System.Text.Json;
using Microsoft.AspNetCore.SignalR.Client;
using Wrenlet.Server.Connections;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Access;

/// <summary>
/// Goes through every endpoint of the API document as everybody: whoever is not in its row gets a refusal without a
/// word
/// of what it holds. An endpoint without a row here fails the test. Where a thing is named, it is one of the limited
/// docket J-2.
/// </summary>
[Collection("yard")]
public partial class EveryEndpointTests(YardFixture world)
{
    private static readonly string[] Everybody =
    [
        "nobody",
        "Benedikta",
        "Caspian",
        "Saoirse",
        "Odalys",
        "Ines",
        "Kit",
        "Tobiah",
        "Wilhelmina",
    ];
    private static readonly string[] SignedIn = [.. Everybody.Except(["nobody"])];
    private static readonly string[] Staff = ["Odalys", "Ines", "Kit", "Tobiah", "Wilhelmina"];
    private static readonly string[] Administrators = ["Wilhelmina"];
    private static readonly string[] Managers = ["Tobiah", "Wilhelmina"];
    private static readonly string[] Coordinators = ["Odalys", "Tobiah", "Wilhelmina"];

    /// <summary>How to call an endpoint, and for whom it is.</summary>
    /// <param name="Leaves">Whether it signs its caller out, so that each call needs a visitor of its own.</param>
    private sealed record Row(
        string Path,
        string[] Allowed,
        object? Body = null,
        string? IfMatch = null,
        bool Leaves = false
    );

    private readonly Guid _notice = Guid.CreateVersion7();
    private readonly Guid _sheet = Guid.CreateVersion7();
    private readonly Guid _discussion = Guid.CreateVersion7();
    private readonly Guid _site = Guid.CreateVersion7();
    private readonly Guid _list = Guid.CreateVersion7();
    private readonly Guid _column = Guid.CreateVersion7();
    private readonly Guid _template = Guid.CreateVersion7();
    private readonly Guid _rule = Guid.CreateVersion7();

    private static readonly object Rule = new
    {
        name = "Of a test",
        trigger = new { kind = "party-writes" },
        conditions = Array.Empty<object>(),
        steps = new[] { new { kind = "note", words = "They wrote." } },
        on = false,
    };

    private Dictionary<string, Row> Rows() => new([.. HouseRows(), .. TalkRows(), .. WorkRows(), .. FirmRows()]);

    private static IEnumerable<string> Documented()
    {
        using var document = JsonDocument.Parse(
            File.ReadAllText(Path.Combine(Repository.Root, "src/web/src/api/openapi.json"))
        );
        foreach (var path in document.RootElement.GetProperty("paths").EnumerateObject())
        foreach (var operation in path.Value.EnumerateObject())
            yield return $"{operation.Name.ToUpperInvariant()} {path.Name}";
    }

    [Fact]
    public void Every_endpoint_has_a_row() => Documented().Order().ShouldBe(Rows().Keys.Order());

    [Fact]
    public async Task Each_endpoint_serves_whom_it_is_for_and_nobody_else()
    {
        foreach (var (endpoint, row) in Rows())
        foreach (var actor in Everybody)
        {
            if (endpoint == "DELETE /api/sessions" && actor is not ("nobody" or "Saoirse"))
                continue;
            using var own = row.Leaves && actor != "nobody" ? await Again(actor) : null;
            var visitor = own ?? world.Visitors[actor];
            var method = HttpMethod.Parse(endpoint.Split(' ')[0]);
            var body = row.Body is null
                ? null
                : JsonSerializer
                    .Serialize(row.Body)
                    .Replace(Guid.Empty.ToString(), Guid.CreateVersion7().ToString(), StringComparison.Ordinal);
            using var response = await visitor.Send(
                method,
                row.Path,
                body is null ? null : JsonDocument.Parse(body).RootElement,
                row.IfMatch
            );
            var text = await response.Content.ReadAsStringAsync();
            var status = (int)response.StatusCode;
            if (endpoint == "DELETE /api/sessions" && actor != "nobody")
                world.Visitors[actor] = await Again(actor);
            if (row.Allowed.Contains(actor))
            {
                // 412 and 422 are answers to someone who may: the version has moved on, or the rule of the job says no.
                (status is >= 200 and < 300 or 412 or 422).ShouldBeTrue($"{endpoint} as {actor}: {status} {text}");
            }
            else
            {
                (status is >= 400 and < 500).ShouldBeTrue($"{endpoint} as {actor}: {status}");
                text.ShouldNotContain("secret", Case.Insensitive, $"{endpoint} as {actor}");
                // By a secret address, not by signing in: a wrong one leads nowhere.
                if (
                    actor == "nobody"
                    && !row.Path.StartsWith("/api/session", StringComparison.Ordinal)
                    && !row.Path.StartsWith("/api/calendars/", StringComparison.Ordinal)
                    && row.Path is not ("/api/firm" or "/api/logo")
                )
                    status.ShouldBe(401, endpoint);
            }
        }
    }

    private async Task<Visitor> Again(string actor) =>
        world.Yard.People[actor].IsStaff
            ? await world.Server.Visit().SignIn($"{actor.ToLowerInvariant()}@quay.example", SmallYard.Password)
            : await world.Server.Visit().ByLink(await LinkOf(actor));

    /// <summary>Another test may have ended a link; a new one is made here for certain.</summary>
    private async Task<string> LinkOf(string actor)
    {
        var link = await world
            .Visitors["Odalys"]
            .Do(
                HttpMethod.Post,
                $"/api/contacts/people/{world.Yard.People[actor].Id.Value}/links",
                new { way = "copied" }
            );
        return link.GetProperty("address").GetString()!.Split('/')[^1];
    }

    [Fact]
    public void Every_hub_message_is_known()
    {
        var methods = typeof(LiveHub)
            .GetMethods(BindingFlags.Public | BindingFlags.Instance | BindingFlags.DeclaredOnly)
            .Where(m => !m.Name.StartsWith("On", StringComparison.Ordinal))
            .Select(m => m.Name);
        methods.Order().ShouldBe(["Reading", "Writing"]);
    }

    [Theory]
    [InlineData("Benedikta")]
    [InlineData("Saoirse")]
    [InlineData("Ines")]
    [InlineData("Tobiah")]
    public async Task Nobody_reads_along_where_they_do_not_see(string actor)
    {
        await using var watcher = await Connect(world.Visitors["Kit"]);
        var present = new List<string>();
        watcher.On<JsonElement>("present", p => present.Add(p.GetRawText()));
        var heard = new ConcurrentQueue<string>();
        watcher.On<JsonElement>("change", c => heard.Enqueue(c.GetRawText()));
        await using var intruder = await Connect(world.Visitors[actor]);
        var told = new List<string>();
        intruder.On<JsonElement>("present", p => told.Add(p.GetRawText()));
        intruder.On<JsonElement>("change", c => told.Add(c.GetRawText()));

        var place = world.Yard.Conversations["J-2 inside"].Value;
        await watcher.InvokeAsync("Reading", new[] { place });
        await intruder.InvokeAsync("Reading", new[] { place });
        await intruder.InvokeAsync("Writing", place);
        // When the watcher has heard the second, and a word has gone to the intruder's connection and back since, the
        // first has been told to all whom it is told to.
        foreach (var body in new[] { "secretlive", "secretlive again" })
        {
            await world
                .Visitors["Kit"]
                .Do(HttpMethod.Post, $"/api/conversations/{place}/entries", new { id = Guid.CreateVersion7(), body });
            await Waiting.Until(() => heard.Any(h => h.Contains(body, StringComparison.Ordinal)));
        }

        await intruder.InvokeAsync("Reading", Array.Empty<Guid>());

        present.ShouldNotBeEmpty();
        present.ShouldAllBe(p => !p.Contains(actor));
        told.ShouldAllBe(t => !t.Contains("secretlive") && !t.Contains(place.ToString()));
    }

    [Fact]
    public async Task A_stranger_gets_no_live_connection() =>
        await Should.ThrowAsync<Exception>(async () => await Connect(world.Visitors["nobody"]));

    private async Task<HubConnection> Connect(Visitor visitor)
    {
        var connection = new HubConnectionBuilder()
            .WithUrl(
                new Uri(world.Server.Address, "/live"),
                o =>
                {
                    o.Headers["Cookie"] = visitor.Cookie;
                    o.Transports = Microsoft.AspNetCore.Http.Connections.HttpTransportType.WebSockets;
                    o.SkipNegotiation = true;
                }
            )
            .Build();
        await connection.StartAsync();
        return connection;
    }
}
