using System.Collections.Concurrent;
using System.Diagnostics;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Data.Sqlite;

namespace Wrenlet.Bench;

/// <summary>
/// What discussion must stand: long talk in a browser, search over much, many who listen for long, and a large file.
/// </summary>
internal sealed class Discussing(
    string product,
    string data,
    Func<int, string[]> arguments,
    Action<string, string, string, double> say
)
{
    /// <summary>A conversation of 100,000 entries beside one of 100, in a browser.</summary>
    /// <param name="longOne">Reference of the docket with the long talk.</param>
    /// <param name="shortOne">Reference of the docket with the short one.</param>
    public async Task Talk(string longOne, string shortOne)
    {
        using var server = await Server.Start(product, arguments, "/api/welcome");
        var seen = await Browser.Run(product, "talk.mjs", server.Address, longOne, shortOne);
        double Of(string name) => seen.GetProperty(name).GetDouble();
        say(
            "a docket with 100 entries: from the click to its talk painted",
            $"{Load.Text(Of("short"), "0")} ms",
            "100 ms",
            Of("short")
        );
        say(
            "a docket with 200,000 entries: from the click to its talk painted",
            $"{Load.Text(Of("long"), "0")} ms",
            "as the short one",
            Of("long")
        );
        say(
            "talk of 100,000 entries: longest task while it is scrolled back",
            $"{Load.Text(Of("scrolled"), "0")} ms",
            "50 ms",
            Of("scrolled")
        );
        say(
            "talk of 100,000 entries: entries passed while scrolling",
            $"{Load.Text(Of("passed"), "#,0")}",
            "",
            Of("passed")
        );
        say(
            "typing into the composer of that docket: longest task",
            $"{Load.Text(Of("typed"), "0")} ms",
            "50 ms",
            Of("typed")
        );
    }

    /// <summary>Many tasks in a table, in a browser.</summary>
    public async Task Tasks(int many)
    {
        await FillTasks(many);
        using var server = await Server.Start(product, arguments, "/api/welcome");
        var seen = await Browser.Run(product, "tasks.mjs", server.Address);
        double Of(string name) => seen.GetProperty(name).GetDouble();
        say("tasks in the table", Load.Text(Of("rows"), "#,0"), "20,000", Of("rows"));
        say(
            "that table: opened, from the address to its first rows",
            $"{Load.Text(Of("opened"), "0")} ms",
            "",
            Of("opened")
        );
        say("that table: sorted, to the rows painted", $"{Load.Text(Of("sorted"), "0")} ms", "100 ms", Of("sorted"));
        say(
            "that table: filtered, to the rows painted",
            $"{Load.Text(Of("filtered"), "0")} ms",
            "100 ms",
            Of("filtered")
        );
        say(
            "that table: in groups, to the rows painted",
            $"{Load.Text(Of("grouped"), "0")} ms",
            "100 ms",
            Of("grouped")
        );
        say(
            "that table: longest task while it is scrolled",
            $"{Load.Text(Of("scrolled"), "0")} ms",
            "50 ms",
            Of("scrolled")
        );
    }

    /// <summary>
    /// Writes open tasks of everybody's, of all dockets, priorities and days, straight into the database.
    /// </summary>
    private async Task FillTasks(int many)
    {
        using var database = new SqliteConnection(
            new SqliteConnectionStringBuilder { DataSource = Path.Combine(data, "wrenlet.db") }.ToString()
        );
        database.Open();
        await using var transaction = await database.BeginTransactionAsync();
        using var fill = database.CreateCommand();
        fill.CommandText = """
            WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < $many)
            INSERT INTO task (uid, title, docket, made_by, made, priority, due, estimate_minutes)
            SELECT randomblob(16), 'Number ' || i || ', to be looked at again', 1 + i % 30, 1, 1770000000000 + i * 1000,
              CASE i % 4 WHEN 0 THEN 'critical' WHEN 1 THEN 'high' WHEN 2 THEN 'normal' ELSE 'low'
                END, 1776000000000 + (i * 7919) % 5000 * 3600000, 15 + i % 200 FROM n;
            INSERT INTO task_owner (task, position, person)
            SELECT t.id, 0, 1 + t.id % 8 FROM task t WHERE NOT EXISTS (SELECT 1 FROM task_owner o WHERE o.task = t.id);
            """;
        fill.Parameters.AddWithValue("$many", many);
        await fill.ExecuteNonQueryAsync();
        await transaction.CommitAsync();
    }

    /// <summary>Search with sight over all entries, against the full-text query itself.</summary>
    public async Task Search()
    {
        using var server = await Server.Start(product, arguments, "/api/welcome");
        using var odalys = await Client.SignIn(server.Address, "Odalys");
        var database = Path.Combine(data, "wrenlet.db");
        var folder = Directory.CreateTempSubdirectory("wrenlet-bench-").FullName;
        using var bare = await Server.Start(
            Environment.GetCommandLineArgs()[0],
            port => ["bare", folder, $"{port}", database],
            "/search?words=halyard"
        );
        using var plain = Client.Plain(bare.Address);
        long entries;
        using (
            var raw = new SqliteConnection(
                new SqliteConnectionStringBuilder { DataSource = database, Mode = SqliteOpenMode.ReadOnly }.ToString()
            )
        )
        {
            raw.Open();
            using var count = raw.CreateCommand();
            count.CommandText = "SELECT count(*) FROM entry";
            entries = Convert.ToInt64(count.ExecuteScalar(), System.Globalization.CultureInfo.InvariantCulture);
        }

        foreach (
            var (name, word) in new[]
            {
                ("every entry", "thursday"),
                ("one entry in a thousand", "halyard7"),
                ("30 entries", "rarely"),
            }
        )
        {
            var (rawTimes, foundTimes) = (new List<double>(), new List<double>());
            for (var i = 0; i < 25; i++)
            {
                var clock = Stopwatch.StartNew();
                (await plain.Http.GetAsync($"/search?words={word}")).EnsureSuccessStatusCode();
                rawTimes.Add(clock.Elapsed.TotalMilliseconds);
                clock.Restart();
                (await odalys.Http.GetAsync($"/api/find?words={word}")).EnsureSuccessStatusCode();
                foundTimes.Add(clock.Elapsed.TotalMilliseconds);
            }

            double Middle(List<double> list) => list.Order().ElementAt(list.Count / 2);
            say(
                $"search over {entries:#,0} entries for a word in {name}, in raw queries by the bare server",
                $"{Load.Text(Middle(foundTimes), "0.0")} of {Load.Text(Middle(rawTimes), "0.0")} ms, "
                    + $"{Load.Text(Middle(foundTimes) / Middle(rawTimes), "0.00")}",
                "3",
                Middle(foundTimes) / Middle(rawTimes)
            );
        }
    }

    /// <summary>Two hundred who listen while twenty entries are said each second.</summary>
    public async Task Live(double seconds)
    {
        const int Listeners = 200;
        const int WarmUp = 20;
        using var server = await Server.Start(product, arguments, "/api/welcome");
        using var odalys = await Client.SignIn(server.Address, "Odalys");
        using var ines = await Client.SignIn(server.Address, "Ines");
        var inside = await odalys.Talk("inside");
        var sent = new ConcurrentDictionary<Guid, long>();
        var arrived = new ConcurrentBag<double>();
        var connections = await Task.WhenAll(
            Enumerable
                .Range(0, Listeners)
                .Select(async _ =>
                {
                    var connection = new HubConnectionBuilder()
                        .WithUrl(
                            new Uri(server.Address, "/live"),
                            o =>
                            {
                                o.Headers["Cookie"] = ines.Cookie;
                                o.SkipNegotiation = true;
                                o.Transports = Microsoft.AspNetCore.Http.Connections.HttpTransportType.WebSockets;
                            }
                        )
                        .Build();
                    connection.On<Heard>(
                        "change",
                        c =>
                        {
                            if (sent.TryGetValue(c.Subject, out var at) && c.Kind == "entry.posted")
                                arrived.Add(Stopwatch.GetElapsedTime(at).TotalMilliseconds);
                        }
                    );
                    await connection.StartAsync();
                    return connection;
                })
        );
        // The first entries find a server that has just started; at 1 in 100 they would be all that is measured.
        for (var i = 0; i < WarmUp; i++)
            (
                await odalys.Http.PostAsJsonAsync(
                    $"/api/conversations/{inside}/entries",
                    new { id = Guid.CreateVersion7(), body = "Said to warm up, and not measured." }
                )
            ).EnsureSuccessStatusCode();
        var (clock, posted, tenths) = (Stopwatch.StartNew(), 0, new List<double>());
        while (clock.Elapsed.TotalSeconds < seconds)
        {
            var id = Guid.CreateVersion7();
            sent[id] = Stopwatch.GetTimestamp();
            _ = odalys.Http.PostAsJsonAsync(
                $"/api/conversations/{inside}/entries",
                new { id, body = "Said while many listen, and they should hear it at once." }
            );
            posted++;
            if (clock.Elapsed.TotalSeconds >= seconds * (tenths.Count + 1) / 10)
                tenths.Add(server.Memory);
            var next = TimeSpan.FromSeconds(posted / 20.0) - clock.Elapsed;
            if (next > TimeSpan.Zero)
                await Task.Delay(next);
        }

        await Task.Delay(2000);
        foreach (var connection in connections)
            await connection.DisposeAsync();
        var ordered = arrived.Order().ToList();
        say(
            $"200 live, 20 entries a second for {Load.Text(seconds, "0")} s: p50 and p99",
            $"{Load.Text(ordered[ordered.Count / 2], "0.0")} ms, {Load.Text(ordered[ordered.Count * 99 / 100], "0.0")} ms",
            "50 ms",
            ordered[ordered.Count * 99 / 100]
        );
        say(
            "of these, arrived",
            $"{ordered.Count:#,0} of {posted * Listeners:#,0}",
            "all",
            (double)ordered.Count / (posted * Listeners)
        );
        say(
            "server memory after each tenth of it",
            string.Join(' ', tenths.Select(t => Load.Text(t, "0"))) + " MiB",
            "steady, 300",
            tenths.LastOrDefault()
        );
    }

    /// <summary>A file of one gigabyte, in parts.</summary>
    public async Task Upload()
    {
        const long Size = 1L << 30;
        using var server = await Server.Start(product, arguments, "/api/welcome");
        using var odalys = await Client.SignIn(server.Address, "Odalys");
        (await odalys.Http.GetAsync("/api/dockets/J-1042")).EnsureSuccessStatusCode();
        await Task.Delay(1500);
        var (idle, most) = (server.Memory, 0.0);
        var id = Guid.CreateVersion7();
        (
            await odalys.Http.PostAsJsonAsync(
                "/api/uploads",
                new
                {
                    id,
                    name = "film.mp4",
                    mediaType = "video/mp4",
                    size = Size,
                }
            )
        ).EnsureSuccessStatusCode();
        var part = new byte[8 << 20];
        new Random(1).NextBytes(part);
        using var stop = new CancellationTokenSource();
        var watch = Task.Run(async () =>
        {
            while (!stop.IsCancellationRequested)
            {
                most = Math.Max(most, server.Memory);
                await Task.Delay(50);
            }
        });
        var clock = Stopwatch.StartNew();
        for (var at = 0L; at < Size; at += part.Length)
        {
            part[0] = (byte)(at >> 23);
            using var request = new HttpRequestMessage(HttpMethod.Patch, $"/api/uploads/{id}")
            {
                Content = new ByteArrayContent(part),
            };
            request.Headers.Add("Upload-Offset", at.ToString(System.Globalization.CultureInfo.InvariantCulture));
            request.Content.Headers.ContentType = new MediaTypeHeaderValue("application/partial-upload");
            (await odalys.Http.SendAsync(request)).EnsureSuccessStatusCode();
        }

        var took = clock.Elapsed.TotalSeconds;
        await stop.CancelAsync();
        await watch;
        say(
            "an upload of 1 GB: server memory above idle",
            $"{Load.Text(most - idle, "0")} MiB, {Load.Text(1024 / took, "0")} MiB/s",
            "100 MiB",
            most - idle
        );
    }
}

/// <summary>Runs a script of ours in headless Chromium through Node.js, and reads the JSON that it prints.</summary>
internal static class Browser
{
    public static async Task<JsonElement> Run(string product, string script, Uri address, params string[] more)
    {
        var path = Path.GetFullPath(Path.Combine(Path.GetDirectoryName(product)!, "..", "..", "benchmarks", script));
        var node = Process.Start(
            new ProcessStartInfo("node", [path, address.ToString().TrimEnd('/'), .. more])
            {
                RedirectStandardOutput = true,
            }
        )!;
        var said = await node.StandardOutput.ReadToEndAsync();
        await node.WaitForExitAsync();
        if (node.ExitCode != 0)
            throw new InvalidOperationException($"The browser could not be measured: {said}");
        return JsonDocument.Parse(said).RootElement;
    }
}
