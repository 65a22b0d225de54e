using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;
using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json;

namespace Wrenlet.Bench;

/// <summary>
/// Kills the server at any moment, again and again, while people write, edit, finish tasks, answer asks and move stages.
/// What was acknowledged has to be there afterwards, once and whole. Backups are killed with it, and restoring and bringing
/// an older firm forward by themselves.
/// </summary>
internal sealed class Killing(string product, string data, Func<int, string[]> arguments)
{
    private const int Writers = 6;
    private readonly Random _random = new(20261127);

    /// <summary>What was acknowledged of each thing; the value is what it has to be at least.</summary>
    private readonly ConcurrentDictionary<Guid, int> _entries = new();
    private readonly ConcurrentDictionary<Guid, byte> _finished = new();
    private readonly ConcurrentDictionary<Guid, byte> _answered = new();
    private readonly ConcurrentDictionary<string, int> _stages = new();

    /// <summary>Does it so many times, and says what was lost.</summary>
    /// <returns>Whether nothing was.</returns>
    public async Task<bool> Run(int kills)
    {
        for (var i = 0; i < kills; i++)
        {
            using var server = await Server.Start(product, arguments, "/api/welcome");
            using var odalys = await Client.SignIn(server.Address, "Odalys");
            using var ines = await Client.SignIn(server.Address, "Ines");
            var yard = await Yard.Of(odalys);
            using var over = new CancellationTokenSource();
            var work = Enumerable.Range(0, Writers).Select(w => Write(odalys, ines, yard, w, over.Token)).ToList();
            // A backup begins so that it is at any of its steps when both are killed.
            var backup = i % 3 == 0 ? Command.Begin(product, "backup", Kept, "--data", data) : null;
            await Task.Delay(_random.Next(150, 1200));
            server.Dispose();
            if (backup is not null)
                await Command.Kill(backup);
            await over.CancelAsync();
            await Task.WhenAll(work);
            if (i % 10 == 9)
                Console.WriteLine($"{i + 1, 5} kills, {Acknowledged:#,0} things acknowledged");
        }

        var lost = await Lost();
        await Command.Run(product, "check", "--data", data);
        await Command.Run(product, "backup", Kept, "--data", data);
        var restored = Beside("restored");
        for (var i = 0; i < kills / 10; i++)
            await KillSoon(Command.Begin(product, "restore", Kept, "--data", restored));
        await Command.Run(product, "restore", Kept, "--data", restored);
        await Command.Run(product, "check", "--data", restored);
        Console.WriteLine($"{kills / 10} kills while it was restored: whole at the end.");
        for (var i = 0; i < kills / 10; i++)
            await BringForward();
        Console.WriteLine($"{kills / 10} kills while an older firm was brought forward: whole each time.");
        Console.WriteLine(
            $"{kills} kills: {_entries.Count:#,0} entries with their edits, {_finished.Count:#,0} finished tasks, "
                + $"{_answered.Count:#,0} answered asks and {_stages.Count:#,0} moved dockets were acknowledged; {lost.Count} lost."
        );
        foreach (var one in lost.Take(20))
            Console.WriteLine("  " + one);
        return lost.Count == 0;
    }

    private string Kept => Beside("kept");

    private string Beside(string name) => Path.Combine(Path.GetDirectoryName(data)!, name);

    private async Task KillSoon(Process process)
    {
        await Task.Delay(_random.Next(100, 900));
        await Command.Kill(process);
    }

    /// <summary>A firm of before its kinds were its own is brought forward, is killed at it, and begins again.</summary>
    private async Task BringForward()
    {
        var folder = Directory.CreateDirectory(Beside($"older-{Guid.CreateVersion7():N}")).FullName;
        var packed = Path.Combine(Path.GetDirectoryName(product)!, "../../tests/firms/before-kinds/wrenlet.db.gz");
        await using (var gzip = new GZipStream(File.OpenRead(packed), CompressionMode.Decompress))
        await using (var file = File.Create(Path.Combine(folder, "wrenlet.db")))
            await gzip.CopyToAsync(file);
        await KillSoon(Command.Begin(product, "--data", folder, "--port", "0", "--no-demo"));
        using (
            await Server.Start(product, port => ["--data", folder, "--port", $"{port}", "--no-demo"], "/api/welcome")
        ) { }

        Directory.Delete(folder, recursive: true);
    }

    private async Task<List<string>> Lost()
    {
        using var last = await Server.Start(product, arguments, "/api/welcome");
        using var reader = await Client.SignIn(last.Address, "Odalys");
        return await Lost(reader);
    }

    private int Acknowledged => _entries.Count + _finished.Count + _answered.Count + _stages.Count;

    private sealed record Yard(Guid Inside, Guid Ines, Guid Kind, Guid[] Stages)
    {
        public static async Task<Yard> Of(Client odalys)
        {
            var kind = (await odalys.Http.GetFromJsonAsync<JsonElement>("/api/kinds"))
                .EnumerateArray()
                .First(k => k.GetProperty("name").GetString() == "Project");
            return new(
                await odalys.Talk("inside"),
                (await odalys.Http.GetFromJsonAsync<JsonElement>("/api/colleagues"))
                    .GetProperty("people")
                    .EnumerateArray()
                    .First(p => p.GetProperty("firstName").GetString() == "Ines")
                    .GetProperty("id")
                    .GetGuid(),
                kind.GetProperty("id").GetGuid(),
                [.. kind.GetProperty("stages").EnumerateArray().Select(s => s.GetProperty("id").GetGuid())]
            );
        }
    }

    private async Task Write(Client odalys, Client ines, Yard yard, int writer, CancellationToken over)
    {
        try
        {
            while (!over.IsCancellationRequested)
                await (
                    writer switch
                    {
                        0 or 1 or 2 => SayAndEdit(odalys, yard),
                        3 => Finish(odalys, yard),
                        4 => Ask(odalys, ines, yard),
                        _ => Move(odalys, yard),
                    }
                );
        }
        // The server was killed: what had no answer may be there or not.
        catch (HttpRequestException) { }
        catch (IOException) { }
    }

    private async Task SayAndEdit(Client odalys, Yard yard)
    {
        var id = Guid.CreateVersion7();
        if (await Post(odalys, $"/api/conversations/{yard.Inside}/entries", new { id, body = $"Entry {id}, edit 0" }))
            _entries[id] = 0;
        for (var edit = 1; edit <= 2; edit++)
        {
            using var request = new HttpRequestMessage(HttpMethod.Put, $"/api/entries/{id}")
            {
                Content = JsonContent.Create(new { body = $"Entry {id}, edit {edit}" }),
            };
            request.Headers.TryAddWithoutValidation("If-Match", $"\"{edit}\"");
            using var answer = await odalys.Http.SendAsync(request);
            if (answer.IsSuccessStatusCode)
                _entries[id] = edit;
        }
    }

    private async Task Finish(Client odalys, Yard yard)
    {
        var id = Guid.CreateVersion7();
        object[] owners = [new { kind = "person", id = yard.Ines }];
        await Post(
            odalys,
            "/api/tasks",
            new
            {
                id,
                title = $"Task {id}",
                owners,
                priority = "normal",
            }
        );
        using var done = await odalys.Http.PutAsync(new Uri($"/api/tasks/{id}/done", UriKind.Relative), null);
        if (done.IsSuccessStatusCode)
            _finished[id] = 0;
    }

    private async Task Ask(Client odalys, Client ines, Yard yard)
    {
        var (entry, ask) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        object[] of = [new { kind = "person", id = yard.Ines }];
        await Post(
            odalys,
            $"/api/conversations/{yard.Inside}/entries",
            new
            {
                id = entry,
                body = $"Ask {ask}",
                ask = new
                {
                    id = ask,
                    kind = "question",
                    of,
                    rule = "anyone",
                },
            }
        );
        using var answer = await ines.Http.PutAsJsonAsync(
            $"/api/asks/{ask}/answer",
            new { version = 1, words = $"Answer {ask}" }
        );
        if (answer.IsSuccessStatusCode)
            _answered[ask] = 0;
    }

    private async Task Move(Client odalys, Yard yard)
    {
        using var made = await odalys.Http.PostAsJsonAsync(
            "/api/dockets",
            new
            {
                id = Guid.CreateVersion7(),
                kind = yard.Kind,
                subject = "Killed at any moment",
                site = "",
            }
        );
        if (!made.IsSuccessStatusCode)
            return;
        var reference = (await made.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("ref").GetString()!;
        _stages[reference] = 0;
        for (var stage = 1; stage <= 2; stage++)
        {
            using var moved = await odalys.Http.PutAsJsonAsync(
                $"/api/dockets/{reference}/stage",
                new { stage = yard.Stages[stage] }
            );
            if (moved.IsSuccessStatusCode)
                _stages[reference] = stage;
        }
    }

    private static async Task<bool> Post(Client who, string path, object body)
    {
        using var answer = await who.Http.PostAsJsonAsync(path, body);
        return answer.IsSuccessStatusCode;
    }

    private async Task<List<string>> Lost(Client reader)
    {
        List<string> lost = [];
        foreach (var (id, edit) in _entries)
        {
            var entry = await Read(reader, $"/api/entries/{id}");
            var html = entry?.GetProperty("html").GetString() ?? "";
            // An edit whose answer was cut off may stand; one that was acknowledged has to.
            if (!Enumerable.Range(edit, 3 - edit).Any(n => html == $"<p>Entry {id}, edit {n}</p>"))
                lost.Add(
                    $"entry {id}: edit {edit} was acknowledged, and there is {(html.Length == 0 ? "nothing" : html)}"
                );
        }

        foreach (var id in _finished.Keys)
            if ((await Read(reader, $"/api/tasks/{id}"))?.GetProperty("state").GetString() != "done")
                lost.Add($"task {id} was finished");
        foreach (var id in _answered.Keys)
            if ((await Read(reader, $"/api/asks/{id}"))?.GetProperty("state").GetString() != "decided")
                lost.Add($"ask {id} was answered");
        foreach (var (reference, stage) in _stages)
        {
            var docket = await Read(reader, $"/api/dockets/{reference}");
            var at = docket
                ?.GetProperty("stages")
                .EnumerateArray()
                .ToList()
                .FindIndex(s => s.GetProperty("standing").GetString() == "now");
            if (at is null || at < stage)
                lost.Add($"{reference} was moved to stage {stage.ToString(CultureInfo.InvariantCulture)}");
        }

        return lost;
    }

    private static async Task<JsonElement?> Read(Client reader, string path)
    {
        using var answer = await reader.Http.GetAsync(new Uri(path, UriKind.Relative));
        return answer.StatusCode is HttpStatusCode.OK ? await answer.Content.ReadFromJsonAsync<JsonElement>() : null;
    }
}
