using System.Net;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Access;

[Collection("yard")]
public class SessionTests(YardFixture world)
{
    [Fact]
    public async Task Wrong_passwords_are_throttled_for_that_address_only()
    {
        // A yard of its own: who is throttled here is needed elsewhere.
        var yard = await SmallYard.Build();
        await using var server = await RunningServer.Start(yard.Folder, "--no-demo");
        using var visitor = server.Visit();
        HttpStatusCode last = default;
        for (var i = 0; i < 7; i++)
            last = (
                await visitor.Send(
                    HttpMethod.Post,
                    "/api/session",
                    new { address = "ines@quay.example", password = "guess" + i }
                )
            ).StatusCode;
        last.ShouldBe(HttpStatusCode.TooManyRequests);
        (
            await visitor.Send(
                HttpMethod.Post,
                "/api/session",
                new { address = "ines@quay.example", password = SmallYard.Password }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.TooManyRequests);
        (
            await visitor.Send(
                HttpMethod.Post,
                "/api/session",
                new { address = "tobiah@quay.example", password = SmallYard.Password }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.NoContent);
    }

    [Fact]
    public async Task A_session_ends_at_sign_out_and_its_cookie_is_worth_nothing_then()
    {
        using var visitor = await world.Server.Visit().SignIn("odalys@quay.example", SmallYard.Password);
        var cookie = visitor.Cookie;
        await visitor.Do(HttpMethod.Delete, "/api/session");
        using var thief = world.Server.Visit();
        thief.Http.DefaultRequestHeaders.Add("Cookie", cookie);
        (await thief.Http.GetAsync("/api/me")).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
    }

    [Fact]
    public async Task Signing_out_everywhere_ends_the_sessions_on_all_devices()
    {
        using var phone = await world.Server.Visit().SignIn("wilhelmina@quay.example", SmallYard.Password);
        using var desk = await world.Server.Visit().SignIn("wilhelmina@quay.example", SmallYard.Password);
        await desk.Do(HttpMethod.Delete, "/api/sessions");
        (await phone.Http.GetAsync("/api/me")).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        world.Visitors["Wilhelmina"] = await world.Server.Visit().SignIn("wilhelmina@quay.example", SmallYard.Password);
    }

    [Fact]
    public async Task The_cookie_cannot_be_read_by_scripts_nor_sent_from_other_sites()
    {
        using var visitor = world.Server.Visit();
        var response = await visitor.Send(
            HttpMethod.Post,
            "/api/session",
            new { address = "odalys@quay.example", password = SmallYard.Password }
        );
        var cookie = response.Headers.GetValues("Set-Cookie").Single();
        cookie.ShouldContain("httponly");
        cookie.ShouldContain("samesite=strict");
    }

    [Fact]
    public async Task A_change_without_the_sessions_guard_is_refused()
    {
        using var visitor = await world.Server.Visit().SignIn("odalys@quay.example", SmallYard.Password);
        visitor.Http.DefaultRequestHeaders.Remove("X-Wrenlet-Guard");
        (await visitor.Send(HttpMethod.Put, "/api/alerts/read", new { read = true })).StatusCode.ShouldBe(
            HttpStatusCode.Forbidden
        );
        visitor.Http.DefaultRequestHeaders.Add("X-Wrenlet-Guard", new string('0', 64));
        (await visitor.Send(HttpMethod.Put, "/api/alerts/read", new { read = true })).StatusCode.ShouldBe(
            HttpStatusCode.Forbidden
        );
    }

    [Fact]
    public async Task A_request_from_another_site_is_refused()
    {
        using var visitor = world.Server.Visit();
        visitor.Http.DefaultRequestHeaders.Add("Sec-Fetch-Site", "cross-site");
        (
            await visitor.Send(
                HttpMethod.Post,
                "/api/session",
                new { address = "odalys@quay.example", password = SmallYard.Password }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
    }

    [Fact]
    public async Task Every_answer_carries_the_headers_that_keep_a_page_to_itself()
    {
        var response = await world.Visitors["nobody"].Http.GetAsync("/api/welcome");
        response.Headers.GetValues("Content-Security-Policy").Single().ShouldContain("script-src 'self';");
        response.Headers.GetValues("X-Content-Type-Options").Single().ShouldBe("nosniff");
        response.Headers.CacheControl!.NoStore.ShouldBeTrue();
    }

    [Theory]
    [InlineData("POST", "/api/session", "{")]
    [InlineData("POST", "/api/session", "{\"address\":null,\"password\":null}")]
    [InlineData("POST", "/api/session", "[]")]
    [InlineData("POST", "/api/firm", "{}")]
    [InlineData("GET", "/api/entries/not-an-id", null)]
    [InlineData("GET", "/api/nothing/here", null)]
    [InlineData("GET", "/api/changes?after=x", null)]
    public async Task Bad_input_is_answered_with_problem_details(string method, string path, string? body)
    {
        var request = new HttpRequestMessage(HttpMethod.Parse(method), path)
        {
            Content = body is null ? null : new StringContent(body, System.Text.Encoding.UTF8, "application/json"),
        };
        var response = await world.Visitors["nobody"].Http.SendAsync(request);
        ((int)response.StatusCode).ShouldBeInRange(400, 499);
        response.Content.Headers.ContentType!.MediaType.ShouldBe("application/problem+json");
    }
}
