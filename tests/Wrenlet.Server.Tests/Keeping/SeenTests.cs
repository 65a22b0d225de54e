using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Keeping;

/// <summary>How the server is seen from outside: health, metrics, its log, and what a proxy says.</summary>
public sealed class SeenTests : IAsyncLifetime
{
    private const string Marked = "quillwortsecret";
    private SmallYard _yard = null!;

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    public async ValueTask InitializeAsync() => _yard = await SmallYard.Build();

    public ValueTask DisposeAsync()
    {
        Directory.Delete(_yard.Folder, recursive: true);
        return ValueTask.CompletedTask;
    }

    [Fact]
    public async Task Health_and_metrics_are_told_to_this_machine_and_hold_nothing_that_was_written()
    {
        await using var server = await RunningServer.Start(_yard.Folder, "--no-demo", "--log-level", "Debug");
        using var odalys = await server.Visit().SignIn("odalys@quay.example", SmallYard.Password);
        await odalys.Do(
            HttpMethod.Post,
            $"/api/conversations/{_yard.Conversations["J-1 inside"].Value}/entries",
            new { id = Guid.CreateVersion7(), body = $"A {Marked} of ours." }
        );
        (await odalys.Get($"/api/find?words={Marked}")).GetRawText().ShouldContain(Marked);
        await odalys.Send(HttpMethod.Get, $"/with/{Marked}");

        (await odalys.Http.GetStringAsync("/health/live", Stop)).ShouldBe("Healthy");
        (await odalys.Http.GetStringAsync("/health/ready", Stop)).ShouldBe("Healthy");
        var metrics = await odalys.Http.GetStringAsync("/metrics", Stop);
        foreach (
            var name in new[]
            {
                "http_server_request_duration_seconds_bucket",
                "wrenlet_write_queue",
                "wrenlet_write_queue_age_seconds",
                "wrenlet_commit_duration_seconds",
                "wrenlet_live_clients",
                "wrenlet_mail_waiting",
                "wrenlet_failed_items",
                "wrenlet_backup_age_seconds",
                "wrenlet_disk_free_bytes",
            }
        )
            metrics.ShouldContain(name);
        metrics.ShouldNotContain(Marked);

        using var request = new HttpRequestMessage(HttpMethod.Get, "/metrics");
        request.Headers.Add("X-Forwarded-For", "192.0.2.1");
        (await odalys.Http.SendAsync(request, Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);

        var log = await server.Log();
        log.ShouldContain("\"Route\":\"/api/conversations/{id:guid}/entries\"");
        log.ShouldContain("\"@tr\"");
        foreach (var line in log.Split('\n', StringSplitOptions.RemoveEmptyEntries))
            System.Text.Json.JsonDocument.Parse(line).RootElement.TryGetProperty("@t", out _).ShouldBeTrue(line);
        log.ShouldNotContain(Marked);
    }

    [Fact]
    public async Task With_a_token_metrics_are_for_whoever_has_it()
    {
        var file = Path.Combine(_yard.Folder, "settings.json");
        await File.WriteAllTextAsync(file, """{ "MetricsToken": "a word nobody guesses" }""", Stop);
        await using var server = await RunningServer.Start(_yard.Folder, "--no-demo", "--config", file);
        using var visitor = server.Visit();

        (await visitor.Http.GetAsync("/metrics", Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        visitor.Http.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue(
            "Bearer",
            "a word nobody guesses"
        );
        (await visitor.Http.GetAsync("/metrics", Stop)).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    [Theory]
    [InlineData("127.0.0.1", true)]
    [InlineData("192.0.2.1", false)]
    public async Task Only_a_proxy_that_is_trusted_says_that_one_came_by_tls(string trusted, bool believed)
    {
        await using var server = await RunningServer.Start(_yard.Folder, "--no-demo", "--trusted-proxies", trusted);
        using var visitor = server.Visit();
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/session")
        {
            Content = JsonContent.Create(new { address = "odalys@quay.example", password = SmallYard.Password }),
        };
        request.Headers.Add("X-Forwarded-Proto", "https");
        request.Headers.Add("X-Forwarded-For", "198.51.100.4");
        request.Headers.Add("X-Forwarded-Host", "wrenlet.example");
        request.Headers.Add(
            "Origin",
            believed ? "https://wrenlet.example" : server.Address.GetLeftPart(UriPartial.Authority)
        );

        var answer = await visitor.Http.SendAsync(request, Stop);

        answer.StatusCode.ShouldBe(HttpStatusCode.NoContent);
        var cookie = answer.Headers.GetValues("Set-Cookie").Single();
        cookie.StartsWith("__Host-wrenlet=", StringComparison.Ordinal).ShouldBe(believed, cookie);
        cookie.Contains("; secure", StringComparison.Ordinal).ShouldBe(believed, cookie);
        answer.Headers.Contains("Strict-Transport-Security").ShouldBe(believed);
    }

    [Fact]
    public async Task A_change_from_a_page_of_another_origin_is_not_accepted()
    {
        await using var server = await RunningServer.Start(_yard.Folder, "--no-demo");
        using var odalys = await server.Visit().SignIn("odalys@quay.example", SmallYard.Password);
        foreach (
            var (origin, taken) in new[]
            {
                ("https://elsewhere.example", false),
                ("null", false),
                (server.Address.GetLeftPart(UriPartial.Authority), true),
            }
        )
        {
            using var request = new HttpRequestMessage(
                HttpMethod.Post,
                $"/api/conversations/{_yard.Conversations["J-1 inside"].Value}/entries"
            )
            {
                Content = JsonContent.Create(new { id = Guid.CreateVersion7(), body = "Said." }),
            };
            request.Headers.Add("Origin", origin);
            (await odalys.Http.SendAsync(request, Stop)).IsSuccessStatusCode.ShouldBe(taken, origin);
        }
    }

    [Fact]
    public async Task With_less_than_the_reserve_left_only_administrators_save_and_all_read()
    {
        // More than any disk has: as if all of it were the reserve.
        await using var server = await RunningServer.Start(_yard.Folder, "--no-demo", "--reserve", "1000000");
        var room = new DriveInfo(_yard.Folder).AvailableFreeSpace;
        Assert.SkipWhen(room > 1_000_000L * 1024 * 1024, "This disk is larger than the largest reserve.");
        using var odalys = await server.Visit().SignIn("odalys@quay.example", SmallYard.Password);
        var path = $"/api/conversations/{_yard.Conversations["J-1 inside"].Value}/entries";

        var (status, words) = await odalys.Refused(
            HttpMethod.Post,
            path,
            new { id = Guid.CreateVersion7(), body = "Said." }
        );

        ((int)status).ShouldBe(507);
        words.ShouldContain("The server’s disk is full: this was not saved.");
        await odalys.Get("/api/dockets/J-1");
        using var wilhelmina = await server.Visit().SignIn("wilhelmina@quay.example", SmallYard.Password);
        (await wilhelmina.Do(HttpMethod.Post, "/api/keeping/backups")).GetProperty("count").GetInt32().ShouldBe(1);
        // And makes room: all backups but the newest go.
        await wilhelmina.Do(HttpMethod.Post, "/api/keeping/backups");
        (await wilhelmina.Do(HttpMethod.Delete, "/api/keeping/backups")).GetProperty("count").GetInt32().ShouldBe(1);
        (await odalys.Send(HttpMethod.Get, "/api/keeping")).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
    }
}
