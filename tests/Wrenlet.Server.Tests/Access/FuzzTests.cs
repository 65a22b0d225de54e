using System.Diagnostics;
using System.Net;
using System.Text;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Access;

/// <summary>Random and hostile requests over the whole API, as every role: none of them is a fault of the server.</summary>
public class FuzzTests
{
    private static readonly int Count = Number("WRENLET_FUZZ_COUNT", 2_000);
    private static readonly int Seed = Number("WRENLET_FUZZ_SEED", 20261127);

    /// <summary>How many of the slowest are written down where that is asked for.</summary>
    private const int Slowest = 20;

    private static int Number(string name, int usual) =>
        int.TryParse(Environment.GetEnvironmentVariable(name), out var given) ? given : usual;

    [Fact]
    public async Task No_request_of_anyones_is_answered_with_a_fault()
    {
        var yard = await SmallYard.Build();
        await using (
            var server = await RunningServer.Start(
                yard.Folder,
                "--no-demo",
                "--clock",
                "2026-04-14T08:40",
                "--changes-per-second",
                "0"
            )
        )
        {
            var roles = new List<Func<Task<Visitor>>>
            {
                () => server.Visit().SignIn("odalys@quay.example", SmallYard.Password),
                () => server.Visit().SignIn("wilhelmina@quay.example", SmallYard.Password),
                () => server.Visit().SignIn("ines@quay.example", SmallYard.Password),
                () => server.Visit().ByLink(yard.Links["Benedikta"]),
                () => Task.FromResult(server.Visit()),
            };
            var visitors = new Visitor?[roles.Count];
            var document = JsonDocument
                .Parse(await File.ReadAllTextAsync(Path.Combine(Repository.Root, "src/web/src/api/openapi.json")))
                .RootElement;
            List<string> faults = [];
            var slowest = new PriorityQueue<string, double>();
            var i = 0;
            foreach (var request in new RandomRequests(document, Seed, KnownOf(yard)).All().Take(Count))
            {
                // Whoever signed themselves out, or changed their password, comes back where they can.
                var who = i++ % 8 is var n && n < 4 ? n % 2 : n - 3;
                visitors[who] ??= await Begin(server, roles[who]);
                var begun = Stopwatch.GetTimestamp();
                var answer = await Send(visitors[who]!, request);
                var took = Stopwatch.GetElapsedTime(begun).TotalMilliseconds;
                slowest.Enqueue($"{took, 8:0.0} {(int)answer.StatusCode} {request}", took);
                if (slowest.Count > Slowest)
                    slowest.Dequeue();
                if ((int)answer.StatusCode >= 500)
                    faults.Add($"{(int)answer.StatusCode} {request}\n   {await answer.Content.ReadAsStringAsync()}");
                if (answer.StatusCode is HttpStatusCode.Unauthorized && who < 4)
                    visitors[who] = null;
                if (IsBadInput(answer) && !(await answer.Content.ReadAsStringAsync()).Contains("\"detail\""))
                    faults.Add($"{(int)answer.StatusCode} without words: {request}");
            }

            if (Environment.GetEnvironmentVariable("WRENLET_FUZZ_SLOWEST") is { } file)
                await File.WriteAllLinesAsync(
                    file,
                    slowest.UnorderedItems.OrderByDescending(s => s.Priority).Select(s => s.Element)
                );
            faults.ShouldBeEmpty(string.Join("\n", faults));
        }

        Directory.Delete(yard.Folder, recursive: true);
    }

    /// <summary>Somebody signed in; a stranger where their password or link was taken by one of the requests.</summary>
    private static async Task<Visitor> Begin(RunningServer server, Func<Task<Visitor>> signIn)
    {
        try
        {
            return await signIn();
        }
        catch (ShouldAssertException)
        {
            return server.Visit();
        }
    }

    private static bool IsBadInput(HttpResponseMessage answer) =>
        answer.StatusCode is HttpStatusCode.BadRequest or HttpStatusCode.UnprocessableEntity;

    private static List<string> KnownOf(SmallYard yard) =>
        [
            .. yard.People.Values.Select(p => p.Id.Value.ToString()),
            .. yard.Conversations.Values.Select(c => c.Value.ToString()),
            .. yard.Entries.Values.Select(e => e.Value.ToString()),
            .. yard.Tasks.Values.Select(t => t.Value.ToString()),
            .. yard.Sheets.Values.Select(s => s.Value.ToString()),
            .. yard.Files.Values.Select(f => f.ToString()),
            yard.Asked.Value.ToString(),
            yard.Meeting.Value.ToString(),
            yard.Queue.ToString(),
            yard.KitsView.ToString(),
            yard.EverybodysStock.ToString(),
            "J-1",
            "J-2",
        ];

    private const int LongBody = 10_000;

    private static async Task<HttpResponseMessage> Send(Visitor visitor, RandomRequest request)
    {
        using var message = new HttpRequestMessage(new HttpMethod(request.Method), request.Path)
        {
            Content = request.Body is null ? null : new StringContent(request.Body, Encoding.UTF8, "application/json"),
        };
        // What is long waits until it is wanted: who is refused at once hears it before they have sent it all.
        message.Headers.ExpectContinue = request.Body?.Length > LongBody;
        if (request.IfMatch is { } match)
            message.Headers.TryAddWithoutValidation("If-Match", match);
        if (request.Method == "PATCH")
            message.Headers.TryAddWithoutValidation("Upload-Offset", request.IfMatch ?? "0");
        return await visitor.Http.SendAsync(message);
    }
}
