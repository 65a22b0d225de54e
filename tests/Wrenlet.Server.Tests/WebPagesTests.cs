using System.Net;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests;

/// <summary>A server without a firm, for tests that only read.</summary>
public sealed class EmptyServer : IAsyncLifetime
{
    public RunningServer Server { get; private set; } = null!;

    public async ValueTask InitializeAsync() =>
        Server = await RunningServer.Start(RunningServer.NewFolder(), "--no-demo");

    public ValueTask DisposeAsync() => Server.DisposeAsync();
}

/// <summary>How the built web application is served.</summary>
public sealed class WebPagesTests(EmptyServer empty) : IClassFixture<EmptyServer>, IDisposable
{
    private readonly HttpClient _browser = new() { BaseAddress = empty.Server.Address };

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    public void Dispose() => _browser.Dispose();

    [Theory]
    [InlineData("/")]
    [InlineData("/dockets")]
    [InlineData("/dockets/J-1042")]
    [InlineData("/with/anything-that-is-no-file")]
    public async Task Every_address_of_a_page_is_the_one_page_and_is_asked_for_anew(string path)
    {
        using var answer = await _browser.GetAsync(path, Stop);
        answer.StatusCode.ShouldBe(HttpStatusCode.OK);
        answer.Content.Headers.ContentType!.MediaType.ShouldBe("text/html");
        answer.Headers.CacheControl!.NoCache.ShouldBeTrue();
        (await answer.Content.ReadAsStringAsync(Stop)).ShouldContain("<div id=\"root\">");
    }

    [Theory]
    [InlineData("/api/nothing")]
    [InlineData("/api/nothing/at/all")]
    public async Task What_is_no_endpoint_is_no_page_either(string path)
    {
        using var answer = await _browser.GetAsync(path, Stop);
        answer.StatusCode.ShouldBe(HttpStatusCode.NotFound);
        answer.Content.Headers.ContentType!.MediaType.ShouldBe("application/problem+json");
    }

    [Fact]
    public async Task Scripts_come_compressed_and_are_kept_for_good()
    {
        var page = await _browser.GetStringAsync("/", Stop);
        var script = page.Split('"')
            .First(p =>
                p.StartsWith("/assets/", StringComparison.Ordinal) && p.EndsWith(".js", StringComparison.Ordinal)
            );
        using var request = new HttpRequestMessage(HttpMethod.Get, script);
        request.Headers.AcceptEncoding.ParseAdd("br");
        using var answer = await _browser.SendAsync(request, Stop);
        answer.Content.Headers.ContentEncoding.ShouldBe(["br"]);
        answer.Content.Headers.ContentType!.MediaType.ShouldBe("text/javascript");
        answer.Headers.CacheControl!.MaxAge.ShouldBe(TimeSpan.FromDays(365));
        answer.Headers.Vary.ShouldContain("Accept-Encoding");
    }

    [Theory]
    [InlineData("gzip", "gzip")]
    [InlineData("br;q=0, gzip", "gzip")]
    [InlineData("gzip, br", "br")]
    [InlineData("identity", null)]
    [InlineData("deflate", null)]
    public async Task A_file_comes_in_the_form_that_the_browser_takes(string taken, string? form)
    {
        var page = await _browser.GetStringAsync("/", Stop);
        var script = page.Split('"').First(p => p.StartsWith("/assets/", StringComparison.Ordinal));
        using var request = new HttpRequestMessage(HttpMethod.Get, script);
        request.Headers.TryAddWithoutValidation("Accept-Encoding", taken);
        using var answer = await _browser.SendAsync(request, Stop);
        answer.StatusCode.ShouldBe(HttpStatusCode.OK);
        answer.Content.Headers.ContentEncoding.SingleOrDefault().ShouldBe(form);
        answer.Headers.CacheControl!.MaxAge.ShouldBe(TimeSpan.FromDays(365));
        (await answer.Content.ReadAsByteArrayAsync(Stop)).ShouldNotBeEmpty();
    }

    [Fact]
    public async Task A_file_that_has_not_changed_is_not_sent_again()
    {
        using var first = await _browser.GetAsync("/mark.svg", Stop);
        first.Headers.CacheControl!.NoCache.ShouldBeTrue();
        using var request = new HttpRequestMessage(HttpMethod.Get, "/mark.svg");
        request.Headers.IfNoneMatch.Add(first.Headers.ETag!);
        using var again = await _browser.SendAsync(request, Stop);
        again.StatusCode.ShouldBe(HttpStatusCode.NotModified);
    }

    [Fact]
    public async Task A_script_that_is_not_there_is_not_kept_for_good()
    {
        using var answer = await _browser.GetAsync("/assets/none-0000.js", Stop);
        answer.StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (answer.Headers.CacheControl?.MaxAge).ShouldBeNull();
    }

    [Theory]
    [InlineData("/assets/../Wrenlet.Server.dll")]
    [InlineData("/assets/%2e%2e/%2e%2e/appsettings.json")]
    [InlineData("/Wrenlet.Server.deps.json")]
    public async Task Nothing_beside_the_web_application_is_served(string path)
    {
        using var answer = await _browser.GetAsync(path, Stop);
        if (answer.StatusCode is HttpStatusCode.OK)
            answer.Content.Headers.ContentType!.MediaType.ShouldBe("text/html");
        else
            answer.StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }
}
