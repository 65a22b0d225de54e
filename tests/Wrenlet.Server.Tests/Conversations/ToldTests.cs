using MimeKit;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Conversations;

/// <summary>Who is told of what, how much of it they want to hear, and what comes by mail.</summary>
public sealed class ToldTests : IAsyncLifetime
{
    private SmallYard _yard = null!;

    private Guid Inside => _yard.Conversations["J-1 inside"].Value;

    public async ValueTask InitializeAsync() => _yard = await SmallYard.Build();

    public ValueTask DisposeAsync()
    {
        Directory.Delete(_yard.Folder, recursive: true);
        return ValueTask.CompletedTask;
    }

    private Task<RunningServer> Start(string clock) =>
        RunningServer.Start(
            _yard.Folder,
            "--no-demo",
            "--clock",
            clock,
            "--changes-per-second",
            "0",
            "--address",
            "https://yard.quay.example"
        );

    private static async Task<List<string>> Reasons(Visitor who) =>
        [
            .. (await who.Get("/api/alerts"))
                .GetProperty("alerts")
                .EnumerateArray()
                .Select(a => a.GetProperty("reason").GetString()!),
        ];

    [Fact]
    public async Task One_hears_of_a_docket_as_much_as_one_wants_and_is_told_beforehand_who_will_hear()
    {
        await using var server = await Start("2026-04-14T08:40");
        using var odalys = await server.Visit().SignIn("odalys@quay.example", SmallYard.Password);
        using var ines = await server.Visit().SignIn("ines@quay.example", SmallYard.Password);
        var ines_ = _yard.People["Ines"].Id.Value;
        async Task Say(string body) =>
            await odalys.Do(
                HttpMethod.Post,
                $"/api/conversations/{Inside}/entries",
                new { id = Guid.CreateVersion7(), body }
            );
        async Task<List<string>> Told(string body) =>
            [
                .. (await odalys.Do(HttpMethod.Post, $"/api/conversations/{Inside}/check", new { body }))
                    .GetProperty("told")
                    .EnumerateArray()
                    .Select(t => t.GetProperty("person").GetProperty("firstName").GetString()!),
            ];

        (await Told("Nothing much.")).ShouldNotContain("Ines");
        await ines.Do(HttpMethod.Put, "/api/dockets/J-1/listening", new { level = "everything", follows = true });
        (await Told("Nothing much.")).ShouldContain("Ines");
        await Say("Nothing much.");
        (await Reasons(ines)).Count(r => r == "In a docket you follow").ShouldBe(1);

        await ines.Do(HttpMethod.Put, "/api/dockets/J-1/listening", new { level = "for-me", follows = true });
        await Say("Nothing more.");
        (await Reasons(ines)).Count(r => r == "In a docket you follow").ShouldBe(1);
        // Typed out and not taken from the list, a name is the tag all the same.
        await Say("@ines, look.");
        (await Reasons(ines)).ShouldContain("Odalys tagged you");

        await ines.Do(HttpMethod.Put, "/api/dockets/J-1/listening", new { level = "asks", follows = true });
        (await Told("@Ines look again.")).ShouldNotContain("Ines");
        // The conversation's own level comes before the docket's.
        await ines.Do(
            HttpMethod.Put,
            $"/api/conversations/{Inside}/listening",
            new { level = "for-me", follows = false }
        );
        (await Told($"[@Ines](person:{ines_}) look again.")).ShouldContain("Ines");
    }

    [Fact]
    public async Task What_is_unread_for_an_hour_comes_in_one_mail_with_the_way_to_each()
    {
        await using var server = await Start("2026-04-14T10:45");
        var post = Path.Combine(server.Data, "post", "out");
        string[] files = [];
        await Waiting.Until(() => (files = Directory.Exists(post) ? Directory.GetFiles(post, "*.eml") : []).Length > 0);
        var mail = await MimeMessage.LoadAsync(files.ShouldHaveSingleItem(), TestContext.Current.CancellationToken);
        mail.To.Mailboxes.Single().Address.ShouldBe("kit@quay.example");
        mail.Headers["Auto-Submitted"].ShouldBe("auto-generated");
        mail.TextBody!.ShouldContain(SmallYard.WordOf("Kits alert"));
        mail.TextBody!.ShouldContain(
            $"https://yard.quay.example/dockets/J-2?entry={_yard.Entries["J-2 inside"].Value}"
        );
        mail.HtmlBody!.ShouldContain("<a href=\"https://yard.quay.example/dockets/J-2?entry=");
    }

    [Fact]
    public async Task In_quiet_hours_nothing_pops_up_or_is_mailed_but_the_list_has_it()
    {
        await using var server = await Start("2026-04-14T10:45");
        using var kit = await server.Visit().SignIn("kit@quay.example", SmallYard.Password);
        await kit.Do(
            HttpMethod.Put,
            "/api/alerts/settings",
            new
            {
                quietFrom = "10:00:00",
                quietTo = "12:00:00",
                quietDaysOff = false,
                digest = true,
                sound = false,
                hiddenPage = false,
            },
            "*"
        );
        var alerts = (await kit.Get("/api/alerts")).GetProperty("alerts").EnumerateArray().ToList();
        alerts.ShouldNotBeEmpty();
        alerts.ShouldAllBe(a => a.GetProperty("quiet").GetBoolean());
        alerts.ShouldContain(a => a.GetProperty("why").GetString()!.Contains("tagged in it", StringComparison.Ordinal));
    }

    [Fact]
    public async Task What_is_kept_for_later_stands_by_itself_until_it_is_let_go()
    {
        await using var server = await Start("2026-04-14T08:40");
        using var kit = await server.Visit().SignIn("kit@quay.example", SmallYard.Password);
        await kit.Do(HttpMethod.Put, $"/api/alerts/{_yard.KitsAlert}/kept", new { kept = true });
        (await kit.Get("/api/alerts/kept"))
            .EnumerateArray()
            .Select(a => a.GetProperty("id").GetGuid())
            .ShouldBe([_yard.KitsAlert]);
        await kit.Do(HttpMethod.Put, $"/api/alerts/{_yard.KitsAlert}/kept", new { kept = false });
        (await kit.Get("/api/alerts/kept")).GetArrayLength().ShouldBe(0);
    }
}
