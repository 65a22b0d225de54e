using System.Collections.Concurrent;
using System.Net;
using Wrenlet.Core.Conversations;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests;

public class NothingIsLostTests
{
    /// <summary>
    /// SIGKILL while eight clients post, three times over: every acknowledged entry is there once, and no half one.
    /// </summary>
    [Fact]
    public async Task What_was_acknowledged_survives_a_kill_at_any_moment()
    {
        var yard = await SmallYard.Build();
        var acknowledged = new ConcurrentBag<Guid>();
        var tried = new ConcurrentBag<Guid>();
        var place = yard.Conversations["J-1 inside"].Value;
        for (var round = 0; round < 3; round++)
        {
            await using var server = await RunningServer.Start(yard.Folder, "--no-demo", "--changes-per-second", "0");
            var odalys = await server.Visit().SignIn("odalys@quay.example", SmallYard.Password);
            var enough = new TaskCompletionSource();
            var before = acknowledged.Count;
            var clients = Enumerable
                .Range(0, 8)
                .Select(async _ =>
                {
                    try
                    {
                        while (true)
                        {
                            var id = Guid.CreateVersion7();
                            tried.Add(id);
                            var response = await odalys.Send(
                                HttpMethod.Post,
                                $"/api/conversations/{place}/entries",
                                new { id, body = $"Entry {id}" }
                            );
                            if (response.StatusCode is HttpStatusCode.OK)
                                acknowledged.Add(id);
                            if (acknowledged.Count - before > 150 + (round * 70))
                                enough.TrySetResult();
                        }
                    }
                    catch (HttpRequestException)
                    {
                        // The server was killed: what had no answer may be there or not.
                    }
                })
                .ToList();
            await enough.Task.WaitAsync(TimeSpan.FromSeconds(60), TestContext.Current.CancellationToken);
            await server.Kill();
            await Task.WhenAll(clients);
        }

        await using var after = await RunningServer.Start(yard.Folder, "--no-demo");
        using var reader = await after.Visit().SignIn("odalys@quay.example", SmallYard.Password);
        var there = new List<Guid>();
        for (var path = $"/api/conversations/{place}/entries"; ; )
        {
            var talk = await reader.Get(path);
            foreach (
                var entry in talk.GetProperty("entries")
                    .EnumerateArray()
                    .Where(e => e.GetProperty("html").GetString()!.StartsWith("<p>Entry", StringComparison.Ordinal))
            )
            {
                var id = entry.GetProperty("id").GetGuid();
                there.Add(id);
                entry.GetProperty("html").GetString().ShouldBe($"<p>Entry {id}</p>");
            }

            if (talk.GetProperty("before").ValueKind is System.Text.Json.JsonValueKind.Null)
                break;
            path = $"/api/conversations/{place}/entries?before={talk.GetProperty("before").GetInt64()}";
        }

        there.ShouldBeUnique();
        acknowledged.Except(there).ShouldBeEmpty();
        there.Except(tried).ShouldBeEmpty();
        acknowledged.Count.ShouldBeGreaterThan(450);
    }
}
