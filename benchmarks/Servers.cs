using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text.Json;

namespace Wrenlet.Bench;

/// <summary>A server under measurement, in a process of its own on loopback.</summary>
internal sealed class Server : IDisposable
{
    private readonly Process _process;
    private bool _gone;

    private Server(Process process, int port, double seconds) =>
        (_process, Address, Seconds) = (process, new Uri($"http://127.0.0.1:{port}"), seconds);

    public Uri Address { get; }

    /// <summary>From the start of the process to its first answer.</summary>
    public double Seconds { get; }

    /// <summary>Resident memory, in MiB.</summary>
    public double Memory
    {
        get
        {
            _process.Refresh();
            return _process.WorkingSet64 / 1048576.0;
        }
    }

    public static async Task<Server> Start(string dll, Func<int, string[]> arguments, string firstAddress)
    {
        var port = FreePort();
        var clock = Stopwatch.StartNew();
        var process =
            Process.Start(new ProcessStartInfo("dotnet", [dll, .. arguments(port)]) { RedirectStandardOutput = true })
            ?? throw new InvalidOperationException("The server did not start.");
        var said = await process.StandardOutput.ReadLineAsync();
        if (said?.Contains("ready", StringComparison.Ordinal) != true)
            throw new InvalidOperationException($"The server did not start: {said}");
        using var http = new HttpClient();
        (await http.GetAsync(new Uri($"http://127.0.0.1:{port}{firstAddress}"))).EnsureSuccessStatusCode();
        return new(process, port, clock.Elapsed.TotalSeconds);
    }

    public void Dispose()
    {
        if (_gone)
            return;
        _gone = true;
        _process.Kill();
        _process.WaitForExit();
        _process.Dispose();
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }
}

/// <summary>A command of the product, in a process of its own.</summary>
internal static class Command
{
    /// <summary>Begins it.</summary>
    public static Process Begin(string product, params string[] words) =>
        Process.Start(
            new ProcessStartInfo("dotnet", [product, .. words])
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        ) ?? throw new InvalidOperationException($"{words[0]} did not start.");

    /// <summary>Runs it to its end.</summary>
    /// <returns>How many seconds it took.</returns>
    /// <exception cref="InvalidOperationException">It did not end well.</exception>
    public static async Task<double> Run(string product, params string[] words)
    {
        var clock = Stopwatch.StartNew();
        using var process = Begin(product, words);
        var errors = process.StandardError.ReadToEndAsync();
        var said = await process.StandardOutput.ReadToEndAsync();
        await process.WaitForExitAsync();
        return process.ExitCode == 0
            ? clock.Elapsed.TotalSeconds
            : throw new InvalidOperationException($"{words[0]} ended with {process.ExitCode}: {await errors} {said}");
    }

    /// <summary>Ends it wherever it is.</summary>
    public static async Task Kill(Process process)
    {
        process.Kill();
        await process.WaitForExitAsync();
        process.Dispose();
    }
}

/// <summary>Somebody signed in.</summary>
internal sealed class Client : IDisposable
{
    private readonly HttpClientHandler _handler = new() { CookieContainer = new CookieContainer() };

    private Client(Uri address) => Http = new HttpClient(_handler) { BaseAddress = address };

    public HttpClient Http { get; }

    public string Cookie => _handler.CookieContainer.GetCookieHeader(Http.BaseAddress!);

    public static Client Plain(Uri address) => new(address);

    public static async Task<Client> SignIn(Uri address, string name)
    {
        var client = new Client(address);
        var welcome = await client.Http.GetFromJsonAsync<JsonElement>("/api/welcome");
        var person = welcome
            .GetProperty("people")
            .EnumerateArray()
            .First(p =>
                p.GetProperty("person").GetProperty("name").GetString()!.StartsWith(name, StringComparison.Ordinal)
            )
            .GetProperty("person")
            .GetProperty("id")
            .GetGuid();
        return await client.Enter("/api/session/demo", new { person });
    }

    /// <summary>Somebody who comes by a private link.</summary>
    public static Task<Client> ByLink(Uri address, string token) =>
        new Client(address).Enter("/api/session/link", new { token });

    private async Task<Client> Enter(string path, object by)
    {
        (await Http.PostAsJsonAsync(path, by)).EnsureSuccessStatusCode();
        var me = await Http.GetFromJsonAsync<JsonElement>("/api/me");
        Http.DefaultRequestHeaders.Add("X-Wrenlet-Guard", me.GetProperty("guard").GetString());
        return this;
    }

    /// <summary>The conversation of that audience on a busy docket of the demo.</summary>
    public async Task<Guid> Talk(string audience) =>
        (await Http.GetFromJsonAsync<JsonElement>("/api/dockets/J-1042"))
            .GetProperty("conversations")
            .EnumerateArray()
            .First(c => c.GetProperty("audience").GetString() == audience)
            .GetProperty("id")
            .GetGuid();

    public void Dispose()
    {
        Http.Dispose();
        _handler.Dispose();
    }
}

/// <summary>Asks a server as fast as so many clients can, for some seconds, after a warm-up.</summary>
internal static class Load
{
    public static async Task<double> PerSecond(int clients, double seconds, Func<int, Task> call)
    {
        await Run(clients, Math.Min(2, seconds / 2), call);
        var (calls, elapsed) = await Run(clients, seconds, call);
        return calls / elapsed;
    }

    private static async Task<(long Calls, double Seconds)> Run(int clients, double seconds, Func<int, Task> call)
    {
        var clock = Stopwatch.StartNew();
        var counts = await Task.WhenAll(
            Enumerable
                .Range(0, clients)
                .Select(i =>
                    Task.Run(async () =>
                    {
                        long n = 0;
                        while (clock.Elapsed.TotalSeconds < seconds)
                        {
                            await call(i);
                            n++;
                        }

                        return n;
                    })
                )
        );
        return (counts.Sum(), clock.Elapsed.TotalSeconds);
    }

    public static string Text(double value, string format) => value.ToString(format, CultureInfo.InvariantCulture);
}
