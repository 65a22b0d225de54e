using System.Net;
using System.Net.Sockets;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests;

public class StartTests
{
    [Fact]
    public async Task A_busy_port_is_said_in_one_line()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        var port = ((IPEndPoint)listener.LocalEndpoint).Port;
        var (code, words) = await RunningServer.StartInVain(
            "--data",
            RunningServer.NewFolder(),
            "--port",
            $"{port}",
            "--no-demo"
        );
        code.ShouldBe(1);
        words
            .Trim()
            .ShouldBe($"Wrenlet cannot start: port {port} is in use by another program. Choose another with --port N.");
    }

    [Fact]
    public async Task A_folder_that_cannot_be_written_is_said_in_one_line()
    {
        var file = Path.Combine(RunningServer.NewFolder(), "a-file");
        await File.WriteAllTextAsync(file, "", TestContext.Current.CancellationToken);
        var (code, words) = await RunningServer.StartInVain(
            "--data",
            Path.Combine(file, "data"),
            "--port",
            "0",
            "--no-demo"
        );
        code.ShouldBe(1);
        words.Trim().ShouldStartWith("Wrenlet cannot start: the folder");
        words.Trim().Split('\n').Length.ShouldBe(1);
    }

    [Theory]
    [InlineData("--clock", "yesterday")]
    [InlineData("--port", "eighty")]
    [InlineData("--sail", "away")]
    public async Task An_argument_that_is_not_understood_is_said_in_one_line(string name, string value)
    {
        var (code, words) = await RunningServer.StartInVain(name, value);
        code.ShouldBe(1);
        words.ShouldStartWith("Wrenlet cannot start: " + name);
    }

    [Fact]
    public async Task The_first_visit_without_demo_data_sets_the_firm_up_and_only_once()
    {
        await using var server = await RunningServer.Start(RunningServer.NewFolder(), "--no-demo");
        using var visitor = server.Visit();
        var firm = new
        {
            name = "Northbank Boats",
            zone = "Europe/Lisbon",
            address = "hello@northbank.example",
            administratorName = "Wilhelmina Achterberg",
            administratorAddress = "w@northbank.example",
            password = "long enough for that",
            hours = new[]
            {
                new
                {
                    weekday = 1,
                    start = "08:00",
                    end = "12:00",
                },
                new
                {
                    weekday = 1,
                    start = "13:00",
                    end = "17:00",
                },
            },
            holidays = new[] { new { date = "2026-05-01", name = "Labour Day" } },
            code = server.Said.Split("the code ")[1].TrimEnd(')'),
        };
        (await visitor.Get("/api/welcome")).GetProperty("firm").ValueKind.ShouldBe(System.Text.Json.JsonValueKind.Null);
        var wrong = await visitor.Send(
            HttpMethod.Post,
            "/api/firm",
            new
            {
                firm.name,
                zone = "Atlantis",
                firm.address,
                firm.administratorName,
                firm.administratorAddress,
                firm.password,
                firm.hours,
                firm.holidays,
                firm.code,
            }
        );
        wrong.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await wrong.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)).ShouldContain("zone");
        (
            await visitor.Refused(
                HttpMethod.Post,
                "/api/firm",
                new
                {
                    firm.name,
                    firm.zone,
                    firm.address,
                    firm.administratorName,
                    firm.administratorAddress,
                    firm.password,
                    firm.hours,
                    firm.holidays,
                    code = "AAAA-AAAA",
                }
            )
        ).Words.ShouldContain("not the code");
        await visitor.Do(HttpMethod.Post, "/api/firm", firm);
        (await visitor.Get("/api/me")).GetProperty("person").GetProperty("role").GetString().ShouldBe("administrator");
        using var late = server.Visit();
        (await late.Send(HttpMethod.Post, "/api/firm", firm)).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task The_demo_opens_with_its_stories_and_keeps_what_is_added_over_a_restart()
    {
        var folder = RunningServer.NewFolder();
        var id = Guid.CreateVersion7();
        await using (var server = await RunningServer.Start(folder, "--clock", "2026-04-14T08:40"))
        {
            using var odalys = await server.Visit().SignIn("odalys@saltmarshquay.example", "saltmarsh-quay");
            var docket = await odalys.Get("/api/dockets/J-1042");
            docket
                .GetProperty("milestones")[0]
                .GetProperty("label")
                .GetString()
                .ShouldBe("Tue 28 Apr 10:30, in 10 working days");
            docket.GetProperty("openGates").GetInt32().ShouldBe(5);
            (await odalys.Get("/api/dockets?open=false")).GetArrayLength().ShouldBeGreaterThan(15);
            var inside = docket
                .GetProperty("conversations")
                .EnumerateArray()
                .First(c => c.GetProperty("audience").GetString() == "inside")
                .GetProperty("id")
                .GetGuid();
            await odalys.Do(HttpMethod.Post, $"/api/conversations/{inside}/entries", new { id, body = "Kept" });
        }

        await using var again = await RunningServer.Start(folder, "--clock", "2026-04-14T08:40");
        using var back = await again.Visit().SignIn("odalys@saltmarshquay.example", "saltmarsh-quay");
        (await back.Get($"/api/entries/{id}")).GetProperty("html").GetString().ShouldBe("<p>Kept</p>");
    }

    [Fact]
    public async Task The_demo_begins_at_the_coming_start_of_work_or_today()
    {
        await using var server = await RunningServer.Start(RunningServer.NewFolder());
        using var odalys = await server.Visit().SignIn("odalys@saltmarshquay.example", "saltmarsh-quay");
        var now = (await odalys.Get("/api/me")).GetProperty("now").GetDateTimeOffset();
        var local = TimeZoneInfo.ConvertTime(now, TimeZoneInfo.FindSystemTimeZoneById("Europe/Lisbon"));
        local.TimeOfDay.ShouldBeInRange(new TimeSpan(8, 40, 0), new TimeSpan(8, 45, 0));
        local.DayOfWeek.ShouldNotBeOneOf(DayOfWeek.Saturday, DayOfWeek.Sunday);
        (now - DateTimeOffset.UtcNow).ShouldBeInRange(TimeSpan.FromDays(-1), TimeSpan.FromDays(3));
    }
}
