using System.Net;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Conversations;

/// <summary>Notices to all or to some crews, and thanks before all.</summary>
public sealed class BoardTests : IAsyncLifetime
{
    private SmallYard _yard = null!;
    private RunningServer _server = null!;
    private Visitor _odalys = null!;
    private Visitor _ines = null!;
    private Visitor _kit = null!;

    public async ValueTask InitializeAsync()
    {
        _yard = await SmallYard.Build();
        _server = await RunningServer.Start(
            _yard.Folder,
            "--no-demo",
            "--clock",
            "2026-04-14T08:40",
            "--changes-per-second",
            "0"
        );
        _odalys = await _server.Visit().SignIn("odalys@quay.example", SmallYard.Password);
        _ines = await _server.Visit().SignIn("ines@quay.example", SmallYard.Password);
        _kit = await _server.Visit().SignIn("kit@quay.example", SmallYard.Password);
    }

    public async ValueTask DisposeAsync()
    {
        foreach (var visitor in new[] { _odalys, _ines, _kit })
            visitor.Dispose();
        await _server.DisposeAsync();
        Directory.Delete(_yard.Folder, recursive: true);
    }

    private async Task<JsonElement> PutUp(
        string title,
        object[]? crews = null,
        bool mustConfirm = false,
        DateTimeOffset? appears = null,
        DateTimeOffset? ends = null
    ) =>
        await _odalys.Do(
            HttpMethod.Put,
            $"/api/notices/{Guid.CreateVersion7()}",
            new
            {
                title,
                body = "**Look** at this.",
                crews = crews ?? [],
                mustConfirm,
                appears,
                ends,
            }
        );

    private static async Task<List<string>> Hanging(Visitor who, bool ended = false) =>
        [
            .. (await who.Get($"/api/notices?ended={ended}"))
                .EnumerateArray()
                .Select(n => n.GetProperty("title").GetString()!),
        ];

    private static async Task<int> Alerted(Visitor who, string reason) =>
        (await who.Get("/api/alerts"))
            .GetProperty("alerts")
            .EnumerateArray()
            .Count(a => a.GetProperty("reason").GetString() == reason);

    [Fact]
    public async Task A_notice_to_all_is_told_once_to_each_and_confirmed_by_each()
    {
        var notice = await PutUp("Slip closed", mustConfirm: true);
        notice.GetProperty("html").GetString()!.ShouldContain("<strong>Look</strong>");
        (await Alerted(_ines, "Odalys asks you to confirm a notice")).ShouldBe(1);
        (await Alerted(_odalys, "Odalys asks you to confirm a notice")).ShouldBe(0);
        var waits = notice.GetProperty("waitsFor").GetArrayLength();
        await _ines.Do(HttpMethod.Put, $"/api/notices/{notice.GetProperty("id").GetGuid()}/confirmation");
        var after = (await _odalys.Get("/api/notices"))[0];
        after
            .GetProperty("confirmed")
            .EnumerateArray()
            .Select(p => p.GetProperty("firstName").GetString())
            .ShouldBe(["Ines"]);
        after.GetProperty("waitsFor").GetArrayLength().ShouldBe(waits - 1);
        // Put otherwise, it is not told again.
        await _odalys.Do(
            HttpMethod.Put,
            $"/api/notices/{notice.GetProperty("id").GetGuid()}",
            new
            {
                title = "Slip closed today",
                body = "x",
                crews = Array.Empty<Guid>(),
                mustConfirm = true,
            },
            "\"1\""
        );
        (await Alerted(_kit, "Odalys asks you to confirm a notice")).ShouldBe(1);
    }

    [Fact]
    public async Task A_notice_to_a_crew_and_its_comments_are_for_that_crew()
    {
        var crew = (await _odalys.Get("/api/colleagues")).GetProperty("members").EnumerateArray().First();
        var members = crew.GetProperty("people").EnumerateArray().Select(p => p.GetGuid()).ToHashSet();
        var notice = await PutUp("For the crew", [crew.GetProperty("crew").GetGuid()]);
        foreach (var (name, visitor) in new[] { ("Ines", _ines), ("Kit", _kit) })
        {
            var sees = members.Contains(_yard.People[name].Id.Value);
            (await Hanging(visitor)).Contains("For the crew").ShouldBe(sees, name);
            var comments = await visitor.Send(
                HttpMethod.Get,
                $"/api/conversations/{notice.GetProperty("conversation").GetGuid()}"
            );
            (comments.StatusCode == HttpStatusCode.OK).ShouldBe(sees, name);
        }
    }

    [Fact]
    public async Task A_notice_hangs_from_its_beginning_to_its_end()
    {
        var now = DateTimeOffset.Parse("2026-04-14T08:40:00+01:00", System.Globalization.CultureInfo.InvariantCulture);
        await PutUp("Later", appears: now.AddHours(2));
        await PutUp("Soon over", ends: now.AddHours(2));
        (await Hanging(_ines)).ShouldBe(["Soon over"]);
        (await Hanging(_odalys)).ShouldBe(["Later", "Soon over"], ignoreOrder: true);
        (await Alerted(_ines, "Odalys posted a notice")).ShouldBe(1);
        var up = (await _odalys.Get("/api/notices"))
            .EnumerateArray()
            .First(n => n.GetProperty("title").GetString() == "Soon over");
        await _odalys.Do(HttpMethod.Delete, $"/api/notices/{up.GetProperty("id").GetGuid()}");
        (await Hanging(_ines)).ShouldBeEmpty();
        (await Hanging(_ines, ended: true)).ShouldBe(["Soon over"]);
        (
            await _odalys.Send(
                HttpMethod.Put,
                $"/api/notices/{Guid.CreateVersion7()}",
                new
                {
                    title = "x",
                    body = "x",
                    crews = Array.Empty<Guid>(),
                    mustConfirm = false,
                    appears = now,
                    ends = now,
                }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task A_member_puts_no_notice_up_and_takes_none_down()
    {
        var notice = await PutUp("Mine");
        (
            await _ines.Send(
                HttpMethod.Put,
                $"/api/notices/{Guid.CreateVersion7()}",
                new
                {
                    title = "x",
                    body = "x",
                    crews = Array.Empty<Guid>(),
                    mustConfirm = false,
                }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await _ines.Send(HttpMethod.Delete, $"/api/notices/{notice.GetProperty("id").GetGuid()}")).StatusCode.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
    }

    [Fact]
    public async Task Thanks_hang_for_all_and_lead_back_only_for_those_who_see_what_for()
    {
        var entry = _yard.Entries["J-2 inside"].Value;
        await _kit.Do(
            HttpMethod.Post,
            "/api/thanks",
            new
            {
                id = Guid.CreateVersion7(),
                person = _yard.People["Ines"].Id.Value,
                kind = "sharp-eye",
                words = "You saw it first.",
                entry,
            }
        );
        (await Alerted(_ines, "Kit thanks you")).ShouldBe(1);
        (await _kit.Get("/api/thanks"))[0].GetProperty("path").GetString()!.ShouldContain("/dockets/J-2");
        var seen = (await _odalys.Get($"/api/thanks?person={_yard.People["Ines"].Id.Value}"))[0];
        seen.GetProperty("words").GetString().ShouldBe("You saw it first.");
        seen.GetProperty("path").ValueKind.ShouldBe(JsonValueKind.Null);
        (
            await _kit.Send(
                HttpMethod.Post,
                "/api/thanks",
                new
                {
                    id = Guid.CreateVersion7(),
                    person = _yard.People["Kit"].Id.Value,
                    kind = "good-work",
                    words = "Me.",
                }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (
            await _ines.Send(
                HttpMethod.Post,
                "/api/thanks",
                new
                {
                    id = Guid.CreateVersion7(),
                    person = _yard.People["Kit"].Id.Value,
                    kind = "good-work",
                    words = "For that.",
                    entry,
                }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }
}
