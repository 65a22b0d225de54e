using System.Collections.Concurrent;
using System.Diagnostics;
using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Text.Json;
using NodaTime;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Keeping;

namespace Wrenlet.Bench;

/// <summary>A large firm is backed up while people post, backed up again, and looked through.</summary>
internal sealed class Keeping(
    string product,
    string data,
    Func<int, string[]> arguments,
    Func<int, int, Task<string>> fillDocket,
    Action<string, string, string, double> say
)
{
    private const int Clients = 32;
    private const int FileSize = 1 << 20;

    /// <summary>Measures.</summary>
    /// <param name="entries">How many entries the firm has.</param>
    /// <param name="megabytes">How many megabytes of files, of one each.</param>
    public async Task Run(int entries, int megabytes)
    {
        await fillDocket(9003, entries);
        await AddFiles(megabytes);
        var backups = Path.Combine(Path.GetDirectoryName(data)!, "kept");
        using (var server = await Server.Start(product, arguments, "/api/welcome"))
        {
            using var odalys = await Client.SignIn(server.Address, "Odalys");
            var inside = await odalys.Talk("inside");
            var alone = await Posting(odalys, inside, Task.Delay(TimeSpan.FromSeconds(10)));
            var first = Command.Run(product, "backup", backups, "--data", data);
            var during = await Posting(odalys, inside, first);
            var firm = $"{entries:#,0} entries and {megabytes:#,0} MB of files";
            Waits("32 who post, nothing beside it", alone, "");
            Waits($"32 who post, during a backup of {firm}", during, "100 ms");
            Took($"that backup", await first, "");
            await fillDocket(9004, Math.Max(1, entries / 1000));
            await AddFiles(Math.Max(1, megabytes / 1000));
            Took(
                "another one, a thousandth changed",
                await Command.Run(product, "backup", backups, "--data", data),
                "10 s"
            );
        }

        Took("check of all of it", await Command.Run(product, "check", "--data", data), "60 s");
    }

    private void Took(string what, double seconds, string goal) =>
        say(what, $"{Load.Text(seconds, "0.0")} s", goal, seconds);

    private void Waits(string what, List<double> milliseconds, string goal)
    {
        var ordered = milliseconds.Order().ToList();
        var late = ordered[ordered.Count * 99 / 100];
        say(
            what + ": p50 and p99",
            $"{Load.Text(ordered[ordered.Count / 2], "0")} ms, {Load.Text(late, "0")} ms of {ordered.Count:#,0}",
            goal,
            late
        );
    }

    /// <summary>Posts as fast as 32 can until something is over, and says how long each took.</summary>
    private static async Task<List<double>> Posting(Client odalys, Guid inside, Task until)
    {
        var took = new ConcurrentBag<double>();
        await Task.WhenAll(
            Enumerable
                .Range(0, Clients)
                .Select(async _ =>
                {
                    while (!until.IsCompleted)
                    {
                        var clock = Stopwatch.GetTimestamp();
                        (
                            await odalys.Http.PostAsJsonAsync(
                                $"/api/conversations/{inside}/entries",
                                new { id = Guid.CreateVersion7(), body = "Said while it is copied." }
                            )
                        ).EnsureSuccessStatusCode();
                        took.Add(Stopwatch.GetElapsedTime(clock).TotalMilliseconds);
                    }
                })
        );
        return [.. took];
    }

    private async Task AddFiles(int count)
    {
        using var database = Database.Open(data);
        await using var writes = new WriteQueue(database);
        var folder = new DataFolder(data);
        var at = Instant.FromUtc(2026, 4, 13, 8, 0);
        var files = new List<StoredFile>();
        for (var i = 0; i < count; i++)
        {
            var bytes = RandomNumberGenerator.GetBytes(FileSize);
            var hash = SHA256.HashData(bytes);
            var path = folder.FileOf(hash);
            Directory.CreateDirectory(Path.GetDirectoryName(path)!);
            await File.WriteAllBytesAsync(path, bytes);
            files.Add(
                new(Guid.CreateVersion7(), hash, $"File {i}.bin", "application/octet-stream", FileSize, null, at)
            );
        }

        await writes.Run(w =>
        {
            foreach (var file in files)
                FileStore.Add(w.Session, file);
        });
    }
}
