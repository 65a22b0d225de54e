using Shouldly;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.People;

public sealed class LeaveTests(YardFixture fixture) : IClassFixture<YardFixture>
{
    private readonly SmallYard _yard = fixture.Yard;
    private readonly Visitor _odalys = fixture.Visitors["Odalys"];
    private readonly Visitor _ines = fixture.Visitors["Ines"];
    private readonly Visitor _kit = fixture.Visitors["Kit"];

    [Fact]
    public async Task Who_is_on_leave_is_said_with_who_covers()
    {
        var kit = _yard.People["Kit"].Id.Value;
        await _kit.Do(
            HttpMethod.Put,
            $"/api/colleagues/{kit}/leave/2026-04-13",
            new { last = "2026-04-17", cover = _yard.People["Ines"].Id.Value }
        );
        var standing = (await _odalys.Get("/api/colleagues/standing"))
            .EnumerateArray()
            .First(s => s.GetProperty("person").GetProperty("id").GetGuid() == kit);
        standing.GetProperty("availability").GetString().ShouldBe("on-leave");
        standing.GetProperty("label").GetString()!.ShouldStartWith("on leave until Mon 20 Apr");
        standing.GetProperty("cover").GetProperty("firstName").GetString().ShouldBe("Ines");
        (await _ines.Refused(HttpMethod.Delete, $"/api/colleagues/{kit}/leave/2026-04-13")).Words.ShouldContain(
            "your own leave"
        );
    }

    [Fact]
    public async Task Leave_and_alert_settings_that_changed_meanwhile_are_not_overwritten()
    {
        var kit = _yard.People["Kit"].Id.Value;
        var leave = $"/api/colleagues/{kit}/leave/2026-09-07";
        await _kit.Do(HttpMethod.Put, leave, new { last = "2026-09-08" });
        async Task<string> Version() =>
            (await _kit.Get("/api/colleagues/standing"))
                .EnumerateArray()
                .First(s => s.GetProperty("person").GetProperty("id").GetGuid() == kit)
                .GetProperty("leaves")
                .EnumerateArray()
                .First(l => l.GetProperty("first").GetString() == "2026-09-07")
                .GetProperty("version")
                .GetString()!;
        var seen = await Version();
        await _kit.Do(HttpMethod.Put, leave, new { last = "2026-09-11" }, seen);
        using var second = await _kit.Send(HttpMethod.Put, leave, new { last = "2026-09-09" }, seen);
        ((int)second.StatusCode).ShouldBe(412);
        (await second.Content.ReadAsStringAsync()).ShouldContain("2026-09-11");
        ((int)(await _kit.Send(HttpMethod.Delete, leave, null, seen)).StatusCode).ShouldBe(412);
        ((int)(await _kit.Send(HttpMethod.Delete, leave, null, await Version())).StatusCode).ShouldBe(204);

        object Setting(bool sound) =>
            new
            {
                quietFrom = "18:00:00",
                quietTo = "07:00:00",
                quietDaysOff = true,
                digest = true,
                sound,
                hiddenPage = false,
            };
        var began = (await _kit.Get("/api/alerts/settings")).GetProperty("version").GetString();
        await _kit.Do(HttpMethod.Put, "/api/alerts/settings", Setting(true), began);
        using var late = await _kit.Send(HttpMethod.Put, "/api/alerts/settings", Setting(false), began);
        ((int)late.StatusCode).ShouldBe(412);
        (await _kit.Get("/api/alerts/settings")).GetProperty("sound").GetBoolean().ShouldBeTrue();
    }
}
