using System.IO.Compression;
using System.Text.Json;
using Shouldly;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Dockets;

/// <summary>
/// A firm that has run since before its kinds and stages were its own: its database is kept as a file, with all that the
/// version of that day answered on it, and that all is answered still.
/// </summary>
public sealed class OlderFirmTests
{
    /// <summary>
    /// What is another thing now: a stage has an identity, a kind is named as the firm names it, and the log has an
    /// address of its own.
    /// </summary>
    private static readonly string[] Otherwise = ["gateStage", "kind", "version", "log"];

    private static string Kept(string name) => Path.Combine(Repository.Root, "tests/firms/before-kinds", name);

    [Fact]
    public async Task Everything_it_had_is_there_and_said_as_before()
    {
        var folder = RunningServer.NewFolder();
        await Unpack("wrenlet.db.gz", Path.Combine(folder, "wrenlet.db"));
        await using var server = await RunningServer.Start(
            folder,
            "--no-demo",
            "--clock",
            "2026-04-14T08:40",
            "--think-seconds",
            "10"
        );
        var visitors = new Dictionary<string, Visitor>();
        using var answers = JsonDocument.Parse(await Read("answers.json.gz"));
        var (compared, differences) = (0, new List<string>());
        foreach (var kept in answers.RootElement.EnumerateArray())
        {
            var (name, path) = (kept.GetProperty("who").GetString()!, kept.GetProperty("path").GetString()!);
            if (!visitors.TryGetValue(name, out var visitor))
                visitors[name] = visitor = await server
                    .Visit()
                    .SignIn($"{name}@saltmarshquay.example", "saltmarsh-quay");
            var before = kept.GetProperty("answer");
            if (
                before.ValueKind is JsonValueKind.Object
                && before.TryGetProperty("status", out var status)
                && Only(before)
            )
            {
                ((int)(await visitor.Http.GetAsync(path)).StatusCode).ShouldBe(status.GetInt32(), path);
                continue;
            }

            var after = await visitor.Get(path);
            compared++;
            if (path == "/api/tasks/load")
            {
                // Work stands on other days and under other names since; who has how much time is as it was.
                Hours(after, "rows", "cells").ShouldBe(Hours(before, "people", "days"), $"{name} {path}");
                continue;
            }

            differences.AddRange(Missing(before, after, $"{name} {path}"));
            Gates(before, after).ShouldAllBe(g => g);
        }

        foreach (var visitor in visitors.Values)
            visitor.Dispose();
        differences.ShouldBeEmpty();
        compared.ShouldBeGreaterThan(500);
    }

    private static List<double> Hours(JsonElement load, string rows, string days) =>
        [
            .. load.GetProperty(rows)
                .EnumerateArray()
                .Where(r => r.GetProperty("person").ValueKind is JsonValueKind.Object)
                .SelectMany(r => r.GetProperty(days).EnumerateArray())
                .Select(d => Math.Floor(d.GetProperty("freeMinutes").GetDouble())),
        ];

    private static bool Only(JsonElement answer) => answer.EnumerateObject().Count() == 1;

    /// <summary>What is said in better words since.</summary>
    private static string Reworded(string said) =>
        said.Replace("the meeting, or invited to it.", "the meeting, or set it up.", StringComparison.Ordinal);

    /// <summary>Where what was answered is not answered any more; what is answered beside it does not matter.</summary>
    private static IEnumerable<string> Missing(JsonElement before, JsonElement after, string at)
    {
        // A stage that a task may hold up was its name; now it has an identity beside it.
        if (before.ValueKind is JsonValueKind.String && after.ValueKind is JsonValueKind.Object)
            return Missing(before, after.GetProperty("name"), at);
        if (before.ValueKind != after.ValueKind)
            return [$"{at}: {before} became {after}"];
        return before.ValueKind switch
        {
            JsonValueKind.Object => before
                .EnumerateObject()
                .Where(p => !Otherwise.Contains(p.Name))
                .SelectMany(p =>
                    after.TryGetProperty(p.Name, out var now)
                        ? Missing(p.Value, now, $"{at}.{p.Name}")
                        : [$"{at}.{p.Name} is gone"]
                ),
            JsonValueKind.Array => before.GetArrayLength() != after.GetArrayLength()
                ? [$"{at}: {before.GetArrayLength()} became {after.GetArrayLength()}"]
                : before
                    .EnumerateArray()
                    .Zip(after.EnumerateArray())
                    .SelectMany(x => Missing(x.First, x.Second, $"{at}[]")),
            JsonValueKind.String => Reworded(before.GetString()!) == after.GetString()
                ? []
                : [$"{at}: {before} became {after}"],
            _ => before.GetRawText() == after.GetRawText() ? [] : [$"{at}: {before} became {after}"],
        };
    }

    /// <summary>Whether each gate of a docket holds up the stage that it held up, which was known by its place.</summary>
    private static IEnumerable<bool> Gates(JsonElement before, JsonElement after)
    {
        if (before.ValueKind is not JsonValueKind.Object || !before.TryGetProperty("stages", out _))
            return [];
        if (!before.TryGetProperty("tasks", out var tasks))
            return [];
        var stages = after.GetProperty("stages").EnumerateArray().Select(s => s.GetProperty("id").GetString()).ToList();
        return tasks
            .EnumerateArray()
            .Zip(after.GetProperty("tasks").EnumerateArray())
            .Select(x =>
                x.First.GetProperty("gateStage") is { ValueKind: JsonValueKind.Number } place
                    ? x.Second.GetProperty("gateStage").GetString() == stages[place.GetInt32()]
                    : x.Second.GetProperty("gateStage").ValueKind is JsonValueKind.Null
            );
    }

    private static async Task<byte[]> Read(string name)
    {
        await using var packed = new GZipStream(File.OpenRead(Kept(name)), CompressionMode.Decompress);
        using var memory = new MemoryStream();
        await packed.CopyToAsync(memory, TestContext.Current.CancellationToken);
        return memory.ToArray();
    }

    private static async Task Unpack(string name, string to) =>
        await File.WriteAllBytesAsync(to, await Read(name), TestContext.Current.CancellationToken);
}
