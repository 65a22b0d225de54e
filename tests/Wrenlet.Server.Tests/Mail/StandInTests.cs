using System.Net;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Mail;

/// <summary>The stand-ins for outside services: for trying things out, and never unnoticed.</summary>
public sealed class StandInTests : IAsyncLifetime
{
    private SmallYard _yard = null!;
    private RunningServer _server = null!;
    private Visitor _ines = null!;
    private Visitor _administrator = null!;

    public async ValueTask InitializeAsync()
    {
        _yard = await SmallYard.Build();
        _server = await RunningServer.Start(_yard.Folder, "--no-demo", "--changes-per-second", "0");
        _ines = await _server.Visit().SignIn("ines@quay.example", SmallYard.Password);
        _administrator = await _server.Visit().SignIn("wilhelmina@quay.example", SmallYard.Password);
    }

    public async ValueTask DisposeAsync()
    {
        _ines.Dispose();
        _administrator.Dispose();
        await _server.DisposeAsync();
        Directory.Delete(_yard.Folder, recursive: true);
    }

    private Task Switch(bool on) =>
        _administrator.Do(
            HttpMethod.Put,
            "/api/set-up/firm",
            new
            {
                country = "",
                routerThreshold = 0.75,
                standIns = on,
            },
            ifMatch: "*"
        );

    private Task<HttpResponseMessage> Text(string words) =>
        _ines.Send(HttpMethod.Post, "/api/standins/text-office/texts", new { number = "+351910000777", text = words });

    [Fact]
    public async Task Switched_off_nobody_puts_anything_in_nor_sees_that_there_are_any()
    {
        await Switch(on: false);
        (await _ines.Get("/api/me")).GetProperty("standIns").GetBoolean().ShouldBeFalse();
        foreach (
            var (path, body) in new (string, object)[]
            {
                ("/api/standins/text-office/texts", new { number = "+351910000777", text = "Pay to another account" }),
                (
                    "/api/standins/post-office/mails",
                    new
                    {
                        name = "Benedikta Thorne",
                        address = "benedikta@post.example",
                        subject = "Hello",
                        text = "Pay to another account",
                    }
                ),
            }
        )
            (await _ines.Send(HttpMethod.Post, path, body)).StatusCode.ShouldBe(
                HttpStatusCode.UnprocessableEntity,
                path
            );
        (await _ines.Send(HttpMethod.Get, "/api/standins/post-office/mails")).StatusCode.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        (await _ines.Get("/api/queues/board")).GetRawText().ShouldNotContain("another account");
    }

    [Fact]
    public async Task What_was_put_in_says_who_did_it()
    {
        await Switch(on: true);
        (await Text("Is she ready?")).StatusCode.ShouldBe(HttpStatusCode.NoContent);
        await Waiting.Until(async () => (await _ines.Get("/api/queues/board")).GetRawText().Contains("Is she ready?"));
        var row = (await _ines.Get("/api/queues/board"))
            .GetProperty("rows")
            .EnumerateArray()
            .Single(r => r.GetProperty("lastWords").GetString() == "Is she ready?");
        (await _ines.Get($"/api/conversations/{row.GetProperty("id").GetGuid()}"))
            .GetRawText()
            .ShouldContain("Ines Kowal entered this as a test");
    }

    [Fact]
    public async Task A_row_of_the_board_that_waits_in_no_queue_is_empty_and_one_that_is_not_seen_is_not_there()
    {
        var inside = _yard.Conversations["J-1 inside"].Value;
        (await _ines.Send(HttpMethod.Get, $"/api/queues/board/{inside}")).StatusCode.ShouldBe(HttpStatusCode.NoContent);
        var limited = _yard.Conversations["J-2 inside"].Value;
        (await _ines.Send(HttpMethod.Get, $"/api/queues/board/{limited}")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }
}
