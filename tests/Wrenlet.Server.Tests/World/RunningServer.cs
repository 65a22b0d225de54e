using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text.Json;

namespace Wrenlet.Server.Tests.World;

/// <summary>The real server in a process of its own, over real HTTP and a real database file.</summary>
public sealed class RunningServer : IAsyncDisposable
{
    private readonly Process _process;

    private readonly Task<string> _log;

    private RunningServer(Process process, Uri address, string data, string said, Task<string> log) =>
        (_process, Address, Data, Said, _log) = (process, address, data, said, log);

    public Uri Address { get; }

    public string Data { get; }

    /// <summary>What it said when it was ready.</summary>
    public string Said { get; }

    public static string NewFolder() => Directory.CreateTempSubdirectory("wrenlet-test-").FullName;

    /// <summary>
    /// Starts a server and waits until it says that it is ready. What leaves leaves at once, unless other time to think
    /// is given.
    /// </summary>
    public static async Task<RunningServer> Start(string data, params string[] more)
    {
        if (!more.Contains("--think-seconds"))
            more = [.. more, "--think-seconds", "0"];
        for (var attempt = 0; ; attempt++)
        {
            var port = FreePort();
            var (process, first, errors) = await Launch(data, port, more);
            if (first is not null && first.Contains("ready", StringComparison.Ordinal))
                return new(process, new Uri($"http://127.0.0.1:{port}"), data, first, errors);
            await process.WaitForExitAsync();
            if (attempt == 2)
                throw new InvalidOperationException($"The server did not start: {await errors}");
        }
    }

    /// <summary>Starts a server that is expected to give up.</summary>
    /// <returns>Its exit code and what it said on standard error.</returns>
    public static async Task<(int Code, string Words)> StartInVain(params string[] args)
    {
        using var process = Process.Start(Program(args))!;
        var words = await process.StandardError.ReadToEndAsync();
        await process.WaitForExitAsync();
        return (process.ExitCode, words);
    }

    /// <summary>A browser of its own, not signed in.</summary>
    public Visitor Visit() => new(Address);

    /// <summary>Ends the process at once, as a power cut would (SIGKILL).</summary>
    public async Task Kill()
    {
        _process.Kill();
        await _process.WaitForExitAsync();
    }

    /// <summary>Ends it, and gives all that it logged.</summary>
    public async Task<string> Log()
    {
        await Kill();
        return await _log;
    }

    public async ValueTask DisposeAsync()
    {
        if (!_process.HasExited)
            await Kill();
        _process.Dispose();
    }

    private static async Task<(Process Process, string? First, Task<string> Errors)> Launch(
        string data,
        int port,
        string[] more
    )
    {
        var process = Process.Start(
            Program([
                "--data",
                data,
                "--port",
                port.ToString(System.Globalization.CultureInfo.InvariantCulture),
                .. more,
            ])
        )!;
        var errors = process.StandardError.ReadToEndAsync();
        return (process, await process.StandardOutput.ReadLineAsync(), errors);
    }

    /// <summary>
    /// The program under test: the one beside the tests, or the one that ./test has built as it ships, which starts
    /// faster.
    /// </summary>
    private static readonly string Dll =
        Environment.GetEnvironmentVariable("WRENLET_SERVER")
        ?? Path.Combine(AppContext.BaseDirectory, "Wrenlet.Server.dll");

    /// <summary>The program with arguments, to be started.</summary>
    /// <param name="typed">Whether something is given to its standard input.</param>
    public static ProcessStartInfo Program(string[] args, bool typed = false) =>
        new("dotnet", [Dll, .. args])
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            RedirectStandardInput = typed,
        };

    public static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }
}

/// <summary>Somebody at a browser: a cookie jar, and the session's guard.</summary>
public sealed class Visitor : IDisposable
{
    private readonly HttpClientHandler _handler = new()
    {
        CookieContainer = new CookieContainer(),
        AllowAutoRedirect = false,
    };

    public Visitor(Uri address) => Http = new HttpClient(_handler) { BaseAddress = address };

    public HttpClient Http { get; }

    public string Cookie => _handler.CookieContainer.GetCookieHeader(Http.BaseAddress!);

    public async Task<Visitor> SignIn(string address, string password)
    {
        (await Send(HttpMethod.Post, "/api/session", new { address, password })).StatusCode.ShouldBe(
            HttpStatusCode.NoContent
        );
        return await Recognised();
    }

    public async Task<Visitor> ByLink(string token)
    {
        (await Send(HttpMethod.Post, "/api/session/link", new { token })).StatusCode.ShouldBe(HttpStatusCode.NoContent);
        return await Recognised();
    }

    /// <summary>Takes on the guard of the session.</summary>
    public async Task<Visitor> Recognised()
    {
        var me = await Get("/api/me");
        Http.DefaultRequestHeaders.Remove("X-Wrenlet-Guard");
        Http.DefaultRequestHeaders.Add("X-Wrenlet-Guard", me.GetProperty("guard").GetString());
        return this;
    }

    public Task<HttpResponseMessage> Send(HttpMethod method, string path, object? body = null, string? ifMatch = null)
    {
        var request = new HttpRequestMessage(method, path) { Content = body is null ? null : JsonContent.Create(body) };
        if (method == HttpMethod.Patch)
            request.Headers.TryAddWithoutValidation("Upload-Offset", "0");
        if (ifMatch is not null)
            request.Headers.TryAddWithoutValidation("If-Match", ifMatch);
        return Http.SendAsync(request);
    }

    public async Task<JsonElement> Get(string path)
    {
        var response = await Http.GetAsync(path);
        response.StatusCode.ShouldBe(HttpStatusCode.OK, path);
        return await response.Content.ReadFromJsonAsync<JsonElement>();
    }

    public async Task<JsonElement> Do(HttpMethod method, string path, object? body = null, string? ifMatch = null)
    {
        var response = await Send(method, path, body, ifMatch);
        var text = await response.Content.ReadAsStringAsync();
        response.IsSuccessStatusCode.ShouldBeTrue($"{method} {path}: {(int)response.StatusCode} {text}");
        return text.Length == 0 ? default : JsonDocument.Parse(text).RootElement;
    }

    /// <summary>Does something that is refused, and gives the refusal's status and words.</summary>
    public async Task<(HttpStatusCode Status, string Words)> Refused(
        HttpMethod method,
        string path,
        object? body = null,
        string? ifMatch = null
    )
    {
        var response = await Send(method, path, body, ifMatch);
        var text = await response.Content.ReadAsStringAsync();
        response.IsSuccessStatusCode.ShouldBeFalse($"{method} {path} was not refused: {text}");
        return (response.StatusCode, JsonDocument.Parse(text).RootElement.GetProperty("detail").GetString()!);
    }

    public void Dispose()
    {
        Http.Dispose();
        _handler.Dispose();
    }
}
