using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;

namespace Wrenlet.Bench;

/// <summary>
/// Ten thousand contacts and five thousand dockets brought along in the background and taken back, while others read a
/// docket, look at the queues and write notes; how long they wait is compared with the same without an import.
/// </summary>
internal sealed class Importing(string product, Func<int, string[]> on)
{
    private const int Contacts = 10_000;
    private const int Dockets = 5_000;
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(20);

    public async Task<bool> Run()
    {
        using var server = await Server.Start(product, on, "/api/welcome");
        using var odalys = await Client.SignIn(server.Address, "Odalys");
        using var ines = await Client.SignIn(server.Address, "Ines");
        using var tobiah = await Client.SignIn(server.Address, "Tobiah");
        var inside = await ines.Talk("inside");
        (string What, Func<Task> Do)[] others =
        [
            (
                "opening a docket",
                async () => (await ines.Http.GetAsync("/api/dockets/J-1042")).EnsureSuccessStatusCode()
            ),
            ("the queues", async () => (await tobiah.Http.GetAsync("/api/queues/board")).EnsureSuccessStatusCode()),
            (
                "writing a note",
                async () =>
                    (
                        await ines.Http.PostAsJsonAsync(
                            $"/api/conversations/{inside}/entries",
                            new { id = Guid.CreateVersion7(), body = "They should be here by Thursday." }
                        )
                    ).EnsureSuccessStatusCode()
            ),
        ];
        var firms = Enumerable.Range(0, Contacts).Select(i => $"Firm {i / 2:0000}").ToList();
        var people = Csv(
            "Name;Company;E-mail;Phone;Address",
            firms.Select(
                (f, i) => $"Person {i:00000};{f};person{i}@firm{i / 2}.example;+3519{10_000_000 + i};{i} Long Road"
            )
        );
        var work = Csv(
            "Subject;Customer;Owner;Priority;Opened",
            Enumerable
                .Range(0, Dockets)
                .Select(i => $"Work {i:0000};Firm {i:0000};Ines Kowal;Normal;{1 + (i % 28)}/3/2026")
        );
        var still = await Waits(others, Task.Delay(TimeSpan.FromSeconds(5)));
        var (first, whileContacts, contacts) = await Bring(odalys, others, "contacts", people, new { });
        var (second, whileDockets, dockets) = await Bring(odalys, others, "dockets", work, new { kind = "Job" });
        var both = first + second;
        Console.WriteLine(
            $"{Contacts:N0} contacts in {Text(first.TotalSeconds)} s, {Dockets:N0} dockets in {Text(second.TotalSeconds)} s: "
                + $"together {Text(both.TotalSeconds)} s (goal 30 s)"
        );
        var well = both.TotalSeconds < 30;
        Console.WriteLine(
            $"{"others meanwhile", -20} {"nothing imported", 22} {"contacts", 22} {"dockets", 22}   p50 / p99 / most, ms"
        );
        foreach (var (what, _) in others)
        {
            Console.WriteLine(
                $"{what, -20} {Shown(still[what]), 22} {Shown(whileContacts[what]), 22} {Shown(whileDockets[what]), 22}"
            );
            well &= At(whileContacts[what], 0.99) <= 100 && At(whileDockets[what], 0.99) <= 100;
        }

        var clock = Stopwatch.StartNew();
        var whileBack = await Waits(others, Both(odalys, dockets, contacts));
        Console.WriteLine($"both taken back in {Text(clock.Elapsed.TotalSeconds)} s; others: ");
        foreach (var (what, _) in others)
            Console.WriteLine($"{what, -20} {Shown(whileBack[what]), 22}");
        Console.WriteLine($"memory {Text(server.Memory)} MiB");
        return well;
    }

    private static async Task Both(Client client, Guid dockets, Guid contacts)
    {
        foreach (var id in new[] { dockets, contacts })
        {
            (await client.Http.PostAsync($"/api/imports/{id}/taking-back", null)).EnsureSuccessStatusCode();
            await Until(client, id, "taken-back");
        }
    }

    private static async Task<(TimeSpan Time, Dictionary<string, List<double>> Waits, Guid Id)> Bring(
        Client client,
        (string What, Func<Task> Do)[] others,
        string kind,
        byte[] file,
        object forAll
    )
    {
        using var body = new ByteArrayContent(file);
        body.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
        var answer = await client.Http.PostAsync($"/api/imports?kind={kind}&file={kind}.csv", body);
        answer.EnsureSuccessStatusCode();
        var preview = await answer.Content.ReadFromJsonAsync<JsonElement>();
        var id = preview.GetProperty("import").GetProperty("id").GetGuid();
        var columns = preview
            .GetProperty("columns")
            .EnumerateArray()
            .Select(c => c.GetProperty("field").GetString() ?? "");
        (
            await client.Http.PutAsJsonAsync($"/api/imports/{id}/reading", new { columns, forAll })
        ).EnsureSuccessStatusCode();
        var clock = Stopwatch.StartNew();
        (await client.Http.PostAsync($"/api/imports/{id}/run", null)).EnsureSuccessStatusCode();
        var ended = Until(client, id, "done").ContinueWith(_ => clock.Elapsed, TaskScheduler.Default);
        var waits = await Waits(others, ended);
        var job = await client.Http.GetFromJsonAsync<JsonElement>($"/api/imports/{id}");
        if (job.GetProperty("left").GetInt32() > 0)
            throw new InvalidOperationException($"{job.GetProperty("left")} rows were left out.");
        return (await ended, waits, id);
    }

    private static async Task Until(Client client, Guid id, string state)
    {
        while (true)
        {
            var job = await client.Http.GetFromJsonAsync<JsonElement>($"/api/imports/{id}");
            if (job.GetProperty("state").GetString() == state)
                return;
            if (job.GetProperty("state").GetString() == "failed")
                throw new InvalidOperationException(job.GetProperty("problem").GetString());
            await Task.Delay(100);
        }
    }

    /// <summary>How long each of several things took, again and again while something goes on.</summary>
    private static async Task<Dictionary<string, List<double>>> Waits(
        (string What, Func<Task> Do)[] others,
        Task meanwhile
    )
    {
        var all = await Task.WhenAll(
            others.Select(async o =>
            {
                var times = new List<double>();
                while (!meanwhile.IsCompleted)
                {
                    var begun = Stopwatch.GetTimestamp();
                    await o.Do();
                    times.Add(Stopwatch.GetElapsedTime(begun).TotalMilliseconds);
                    await Task.Delay(Pause);
                }

                times.Sort();
                return (o.What, times);
            })
        );
        await meanwhile;
        return all.ToDictionary(a => a.What, a => a.times);
    }

    private static byte[] Csv(string heading, IEnumerable<string> rows) =>
        Encoding.UTF8.GetBytes(string.Join("\r\n", rows.Prepend(heading)));

    private static double At(List<double> times, double part) =>
        times.Count == 0 ? 0 : times[Math.Min(times.Count - 1, (int)(part * times.Count))];

    private static string Shown(List<double> times) =>
        $"{Text(At(times, 0.5))} / {Text(At(times, 0.99))} / {Text(times.Count == 0 ? 0 : times[^1])}";

    private static string Text(double value) => value.ToString("0.0", CultureInfo.InvariantCulture);
}
