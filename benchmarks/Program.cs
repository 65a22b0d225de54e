using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.AspNetCore.SignalR.Client;
using NodaTime;
using Wrenlet.Bench;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;

if (args is ["bare", var bareFolder, var barePort, ..])
{
    BareServer.Run(
        bareFolder,
        int.Parse(barePort, System.Globalization.CultureInfo.InvariantCulture),
        args.ElementAtOrDefault(3)
    );
    return;
}

if (args is ["learn", var folder, .. var rest])
{
    Environment.Exit(
        rest is ["taught"]
            ? Lessons.Run(folder)
            : Phrases.Learn(folder, rest is ["write", var to] ? to : null, rest is ["show", var trade] ? trade : null)
    );
    return;
}

if (args is ["phrases", var phrases, .. var ids])
{
    Environment.Exit(Phrases.Run(phrases, ids));
}

if (args is ["anchors", ..])
{
    Environment.Exit(Anchoring.Run(args.ElementAtOrDefault(1)));
}

if (args is ["forecast"])
{
    ForecastingFirm.Run();
    return;
}

if (args is ["forecast", var cases])
{
    Environment.Exit(Forecasting.Run(cases));
}

var product = Path.GetFullPath(args.ElementAtOrDefault(0) ?? ".build/app/Wrenlet.Server.dll");
var seconds = double.Parse(args.ElementAtOrDefault(1) ?? "6", System.Globalization.CultureInfo.InvariantCulture);
var part = args.ElementAtOrDefault(2) ?? "all";
var root = Directory.CreateTempSubdirectory("wrenlet-bench-").FullName;
var rows = new List<Figure>();
void Say(string what, string figure, string goal, double value)
{
    rows.Add(new(what, figure, goal, Math.Round(value, 4)));
    Console.WriteLine($"{what, -64} {figure, -34} {goal}");
}

if (await Alone.Run(part, product, root, seconds) is { } well)
{
    Directory.Delete(root, recursive: true);
    Environment.Exit(well ? 0 : 1);
}

// Start: the first with demo data, then again with what is there.
var data = Path.Combine(root, "data");
string[] Product(int port) =>
    ["--data", data, "--port", $"{port}", "--clock", "2026-04-14T08:40", "--changes-per-second", "0"];
using (var first = await Server.Start(product, Product, "/api/welcome"))
    Say(
        "first start with demo data, to the first answer",
        $"{Load.Text(first.Seconds, "0.00")} s",
        "5 s",
        first.Seconds
    );
using (var second = await Server.Start(product, Product, "/api/welcome"))
    Say("start, to the first answer", $"{Load.Text(second.Seconds, "0.00")} s", "2 s", second.Seconds);

if (part == "keep")
    await new Keeping(product, data, Product, (number, count) => FillDocket(data, number, count), Say).Run(
        (int)seconds,
        (int)(seconds / 200)
    );

// A docket of 200,000 entries, half of them outside, written straight into the database.
var busy = part == "keep" ? "" : await FillDocket(data, 9000, 200_000);

if (part is "all" or "posting")
{
    using (
        var bare = await Server.Start(Environment.GetCommandLineArgs()[0], port => ["bare", root, $"{port}"], "/read")
    )
    using (var server = await Server.Start(product, Product, "/api/welcome"))
    {
        using var plain = Client.Plain(bare.Address);
        using var odalys = await Client.SignIn(server.Address, "Odalys");
        var read = $"/api/dockets/{busy}";
        var inside = await odalys.Talk("inside");
        var tagged = (await odalys.Http.GetFromJsonAsync<JsonElement>("/api/colleagues"))
            .GetProperty("people")
            .EnumerateArray()
            .First(p => p.GetProperty("firstName").GetString() == "Ines")
            .GetProperty("id")
            .GetGuid();
        const string Words = "The bolts are on their way, and they should be here by Thursday.";

        async Task BareRead(int _) => (await plain.Http.GetAsync("/read")).EnsureSuccessStatusCode();
        async Task BareWrite(int _) =>
            (await plain.Http.PostAsJsonAsync("/write", new { body = Words })).EnsureSuccessStatusCode();
        async Task Open(int _) => (await odalys.Http.GetAsync(read)).EnsureSuccessStatusCode();
        async Task Post(int i) =>
            (
                await odalys.Http.PostAsJsonAsync(
                    $"/api/conversations/{inside}/entries",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        body = i % 8 == 0 ? $"[@Ines Kowal](person:{tagged}) {Words}" : Words,
                    }
                )
            ).EnsureSuccessStatusCode();

        // In turn, so that a change of the machine's pace meets both.
        var (bareReads, opens, bareWrites, posts) = (
            new List<double>(),
            new List<double>(),
            new List<double>(),
            new List<double>()
        );
        for (var round = 0; round < 3; round++)
        {
            bareReads.Add(await Load.PerSecond(32, seconds / 2, BareRead));
            opens.Add(await Load.PerSecond(32, seconds / 2, Open));
            bareWrites.Add(await Load.PerSecond(32, seconds / 2, BareWrite));
            posts.Add(await Load.PerSecond(32, seconds / 2, Post));
        }

        double Middle(List<double> list) => list.Order().ElementAt(list.Count / 2);
        Say("bare server, reads with 32 clients", $"{Load.Text(Middle(bareReads), "#,0")}/s", "", Middle(bareReads));
        Say(
            "bare server, durable writes with 32 clients",
            $"{Load.Text(Middle(bareWrites), "#,0")}/s",
            "",
            Middle(bareWrites)
        );
        Say(
            "durable posting of entries, 32 clients, of bare writes",
            $"{Load.Text(Middle(posts), "#,0")}/s, {Load.Text(Middle(posts) / Middle(bareWrites), "0.00")}",
            "1.0 (now 0.5)",
            Middle(posts) / Middle(bareWrites)
        );
        Say(
            "opening a docket of 200,000 entries, in bare reads",
            $"{Load.Text(Middle(opens), "#,0")}/s, {Load.Text(Middle(bareReads) / Middle(opens), "0.00")}",
            "3 (now 5)",
            Middle(bareReads) / Middle(opens)
        );

        await Delivery(server, odalys, inside, 50, rows);
        await Delivery(server, odalys, inside, 200, rows);
        Say("server memory after all this", $"{Load.Text(server.Memory, "0")} MiB", "300 MiB", server.Memory);
    }
}

var discussing = new Discussing(product, data, Product, Say);
if (part is "all" or "talk")
    await discussing.Talk(busy, await FillDocket(data, 9001, 100));
if (part is "all" or "upload")
    await discussing.Upload();
if (part is "all" or "live")
    await discussing.Live(part == "live" ? seconds : Math.Max(20, seconds));
if (part is "all" or "queues")
    await Queue(10_000);
if (part is "all" or "tasks")
    await discussing.Tasks(20_000);
if (part is "all" or "core")
    CoreTimes.Say(Say);
if (part is "all" or "search")
{
    await FillDocket(data, 9002, 1_000_000);
    await discussing.Search();
}

var json = Path.Combine(Path.GetDirectoryName(product)!, "..", "bench.json");
await File.WriteAllTextAsync(json, JsonSerializer.Serialize(rows, JsonSerializerOptions.Web));
Console.WriteLine($"\nwritten to {Path.GetFullPath(json)}");
Directory.Delete(root, recursive: true);

// From the call that posts an entry until it is in each of the other browsers.
async Task Delivery(Server server, Client odalys, Guid inside, int live, List<Figure> into)
{
    using var ines = await Client.SignIn(server.Address, "Ines");
    var arrived = new System.Collections.Concurrent.ConcurrentBag<double>();
    var sent = new System.Collections.Concurrent.ConcurrentDictionary<Guid, long>();
    var connections = await Task.WhenAll(
        Enumerable
            .Range(0, live)
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
                        if (c.Kind == "entry.posted" && sent.TryGetValue(c.Subject, out var at))
                            arrived.Add(Stopwatch.GetElapsedTime(at).TotalMilliseconds);
                    }
                );
                await connection.StartAsync();
                return connection;
            })
    );
    for (var i = 0; i < 220; i++)
    {
        var id = Guid.CreateVersion7();
        if (i >= 20)
            sent[id] = Stopwatch.GetTimestamp();
        (
            await odalys.Http.PostAsJsonAsync($"/api/conversations/{inside}/entries", new { id, body = "Seen by all" })
        ).EnsureSuccessStatusCode();
        await Task.Delay(45);
    }

    await Task.Delay(1000);
    foreach (var connection in connections)
        await connection.DisposeAsync();
    if (arrived.Count != live * 200)
        throw new InvalidOperationException($"{arrived.Count} of {live * 200} deliveries arrived.");
    var ordered = arrived.Order().ToList();
    Say(
        $"an entry in other browsers, {live} live, p50 and p99",
        $"{Load.Text(ordered[ordered.Count / 2], "0.0")} ms, {Load.Text(ordered[ordered.Count * 99 / 100], "0.0")} ms",
        live == 50 ? "now 100 ms" : "50 ms",
        ordered[ordered.Count * 99 / 100]
    );
}

// Ten thousand open conversations: computed by the core, answered by the server, painted by a browser.
async Task Queue(int count)
{
    await FillQueue(data, count);
    using var server = await Server.Start(product, Product, "/api/welcome");
    using var odalys = await Client.SignIn(server.Address, "Odalys");
    (await odalys.Http.GetAsync("/api/queues/board?count=200")).EnsureSuccessStatusCode();
    var times = new List<double>();
    for (var i = 0; i < 15; i++)
    {
        var clock = Stopwatch.StartNew();
        (await odalys.Http.GetAsync("/api/queues/board?count=200")).EnsureSuccessStatusCode();
        times.Add(clock.Elapsed.TotalMilliseconds);
    }

    Say(
        $"a queue of {count:#,0}: computed, ranked and its head answered",
        $"{Load.Text(times.Order().ElementAt(7), "0.0")} ms",
        "50 ms",
        times.Order().ElementAt(7)
    );
    var seen = await Browser.Run(product, "queues.mjs", server.Address);
    void Row(string name, string what, string goal) =>
        Say(
            $"a queue of {count:#,0}: {what}",
            $"{Load.Text(seen.GetProperty(name).GetDouble(), "0")} ms",
            goal,
            seen.GetProperty(name).GetDouble()
        );
    Row("painted", "from the click to its first rows painted", "300 ms");
    Row("anew", "from a reload to its first rows painted", "");
    Row("loading", "longest task while all of it is read", "50 ms");
    Row("scrolled", "longest task while it is scrolled with the wheel", "50 ms");
    Row("living", "longest task while others take conversations of it", "50 ms");
    Row("leaping", "longest task while it leaps from end to end each frame", "");
}

async Task FillQueue(string folder, int count)
{
    using var database = Database.Open(folder);
    await using var writes = new WriteQueue(database);
    var now = Instant.FromUtc(2026, 4, 14, 7, 40);
    await writes.Run(w =>
    {
        var queues = w.Session.All("SELECT uid FROM queue", r => new Guid(r.GetFieldValue<byte[]>(0), bigEndian: true));
        var staff = w.Session.All(
            "SELECT uid FROM person WHERE role IS NOT NULL",
            r => new PersonId(new Guid(r.GetFieldValue<byte[]>(0), bigEndian: true))
        );
        for (var i = 0; i < count; i++)
        {
            var id = new ConversationId(Guid.CreateVersion7());
            ConversationStore.Add(
                w.Session,
                id,
                Audience.Outside,
                null,
                null,
                new Stranger($"Writer {i}", $"w{i}@far.example"),
                queues[i % queues.Count],
                i % 3 == 0 ? null : staff[i % staff.Count],
                $"Question {i}"
            );
            var conversation = ConversationStore.Find(w.Session, id)!;
            var at = now - Duration.FromMinutes(i % 700);
            var words = $"Could you tell me when you have a place for number {i}, and what it would be?";
            var key = EntryStore.Add(
                w.Session,
                conversation,
                new Entry(
                    0,
                    new EntryId(Guid.CreateVersion7()),
                    id,
                    EntryKind.MessageIn,
                    Via.Mail,
                    null,
                    $"Writer {i}",
                    at,
                    words,
                    false,
                    $"<p>{words}</p>"
                ),
                words,
                []
            );
            ConversationStore.Update(
                w.Session,
                conversation with
                {
                    LastEntry = key,
                    Exchange = i % 4 == 0 ? Exchange.None.Received(at).Replied(at) : Exchange.None.Received(at),
                }
            );
        }
    });
}

async Task<string> FillDocket(string folder, int number, int count)
{
    using var database = Database.Open(folder);
    await using var writes = new WriteQueue(database);
    var id = new DocketId(Guid.CreateVersion7());
    var now = Instant.FromUtc(2026, 4, 13, 8, 0);
    Conversation[] lanes = [];
    PersonId author = default;
    await writes.Run(w =>
    {
        var owner = w.Session.First(
            "SELECT uid FROM person WHERE role = 'coordinator'",
            r => new PersonId(new Guid(r.GetFieldValue<byte[]>(0), bigEndian: true))
        );
        var party = w.Session.First(
            "SELECT uid FROM party LIMIT 1",
            r => new PartyId(new Guid(r.GetFieldValue<byte[]>(0), bigEndian: true))
        );
        var queue = w.Session.First(
            "SELECT uid FROM queue WHERE name = 'Work in hand'",
            r => new Guid(r.GetFieldValue<byte[]>(0), bigEndian: true)
        );
        var job = KindStore.Load(w.Session).Live.First();
        DocketStore.Add(
            w.Session,
            new Docket(
                0,
                id,
                job.Id,
                new DocketRef(job.Numbering.Letters, number),
                count > 1000 ? $"Long story: a docket of {count} entries" : "Short story: a docket of few entries",
                "Upper Yard",
                owner,
                job.Stages[3].Id,
                Wrenlet.Core.Dockets.Priority.Normal,
                true,
                DocketSight.Open
            ),
            now
        );
        var inside = new ConversationId(Guid.CreateVersion7());
        var outside = new ConversationId(Guid.CreateVersion7());
        ConversationStore.Add(w.Session, inside, Audience.Inside, id, null, null, null, null, "Long story");
        ConversationStore.Add(w.Session, outside, Audience.Outside, id, party, null, queue, owner, "Long story");
        lanes = [ConversationStore.Find(w.Session, inside)!, ConversationStore.Find(w.Session, outside)!];
        author = owner;
    });
    // In steps, so that the log of one transaction does not grow beyond what is quick.
    for (var from = 0; from < count; from += 20_000)
        await writes.Run(w =>
        {
            for (var i = from; i < Math.Min(count, from + 20_000); i++)
            {
                var lane = lanes[i % 2];
                var words =
                    $"The bolts are on their way, entry {i}, "
                    + $"{(i % 1000 == 7 ? "with halyard7, " : i % (count / 30 + 1) == 5 ? "rarely, " : "")}and "
                    + $"they should be here by Thursday.";
                var kind = i % 2 == 0 ? EntryKind.Note : EntryKind.MessageOut;
                EntryStore.Add(
                    w.Session,
                    lane,
                    new Entry(
                        0,
                        new EntryId(Guid.CreateVersion7()),
                        lane.Id,
                        kind,
                        i % 2 == 0 ? null : Via.Page,
                        author,
                        null,
                        now + Duration.FromSeconds(i / 10),
                        words,
                        true,
                        $"<p>{words}</p>"
                    ),
                    words,
                    []
                );
            }
        });
    return $"J-{number}";
}
