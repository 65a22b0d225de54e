using System.Collections.Immutable;
using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Rules;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.People;

namespace Wrenlet.Bench;

/// <summary>
/// What 1,000 rules cost in a firm with 10,000 open dockets: a customer's words and moves with and without them, in turns;
/// how long looking for what comes by time takes for all of them; and trying a rule on half a year.
/// </summary>
internal sealed class Ruling(string product, string root)
{
    private const int RuleCount = 1_000;
    private const int DocketCount = 10_000;
    private const int Turns = 10;
    private const int Each = 60;

    private static readonly Instant Now = Instant.FromUtc(2026, 4, 14, 7, 40);

    private static Func<int, string[]> On(string data) =>
        port =>
            [
                "--data",
                data,
                "--port",
                $"{port}",
                "--clock",
                "2026-04-14T08:40",
                "--changes-per-second",
                "0",
                "--think-seconds",
                "0",
            ];

    public async Task<bool> Run()
    {
        var (without, with) = (Path.Combine(root, "without"), Path.Combine(root, "with"));
        foreach (var data in new[] { without, with })
        {
            using (await Server.Start(product, On(data), "/api/welcome")) { }
            await Fill(data, rules: data == with);
        }

        Looking(with);
        using var plain = await Server.Start(product, On(without), "/api/welcome");
        using var ruled = await Server.Start(product, On(with), "/api/welcome");
        Server[] both = [plain, ruled];
        await Compare("a customer writes", both, Words, Customer);
        await Compare("a docket is moved", both, Moves, s => Client.SignIn(s.Address, "Odalys"));
        await Trial(ruled);
        return true;
    }

    /// <summary>A customer, signed in by a link that somebody of the firm makes for them.</summary>
    private static async Task<Client> Customer(Server server)
    {
        using var odalys = await Client.SignIn(server.Address, "Odalys");
        var docket = await odalys.Http.GetFromJsonAsync<JsonElement>("/api/dockets/J-1042");
        var contact = docket
            .GetProperty("people")
            .EnumerateArray()
            .First(p => p.GetProperty("name").GetString()!.StartsWith("Benedikta", StringComparison.Ordinal))
            .GetProperty("id")
            .GetGuid();
        var made = await odalys.Http.PostAsJsonAsync($"/api/contacts/people/{contact}/links", new { way = "copied" });
        made.EnsureSuccessStatusCode();
        var address = (await made.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("address").GetString()!;
        return await Client.ByLink(server.Address, address[(address.LastIndexOfAny(['/', '#', '=']) + 1)..]);
    }

    private static async Task<Func<int, Task>> Words(Client client)
    {
        var page = await client.Http.GetFromJsonAsync<JsonElement>("/api/page");
        var place = page.GetProperty("conversations")[0].GetProperty("id").GetGuid();
        return async i =>
            (
                await client.Http.PostAsJsonAsync(
                    $"/api/conversations/{place}/entries",
                    new { id = Guid.CreateVersion7(), body = $"Any news? {i}" }
                )
            ).EnsureSuccessStatusCode();
    }

    private static async Task<Func<int, Task>> Moves(Client client)
    {
        var docket = await client.Http.GetFromJsonAsync<JsonElement>("/api/dockets/J-20007");
        var stages = docket.GetProperty("stages").EnumerateArray().Select(s => s.GetProperty("id").GetGuid()).ToList();
        return async i =>
            (
                await client.Http.PutAsJsonAsync("/api/dockets/J-20007/stage", new { stage = stages[1 + i % 2] })
            ).EnsureSuccessStatusCode();
    }

    /// <summary>In turns, so that what else the machine does slows both alike.</summary>
    private static async Task Compare(
        string what,
        Server[] both,
        Func<Client, Task<Func<int, Task>>> begin,
        Func<Server, Task<Client>> enter
    )
    {
        var took = new List<double>[] { [], [] };
        var (clients, acts) = (new Client[2], new Func<int, Task>[2]);
        for (var k = 0; k < 2; k++)
        {
            clients[k] = await enter(both[k]);
            acts[k] = await begin(clients[k]);
        }

        for (var turn = -2; turn < Turns; turn++)
        for (var k = 0; k < 2; k++)
        for (var i = 0; i < Each; i++)
        {
            var begun = Stopwatch.GetTimestamp();
            await acts[k](turn * Each + i + 1000);
            if (turn >= 0)
                took[k].Add(Stopwatch.GetElapsedTime(begun).TotalMilliseconds);
        }

        foreach (var client in clients)
            client.Dispose();
        var (plain, ruled) = (Middle(took[0]), Middle(took[1]));
        Console.WriteLine(
            $"{$"{what}, with {RuleCount:N0} rules", -64} {$"{ruled:0.00} ms, without {plain:0.00} ms", -34} "
                + $"a tenth slower: {(ruled / plain - 1) * 100:+0;-0} %"
        );
    }

    private static double Middle(List<double> took)
    {
        took.Sort();
        return took[took.Count / 2];
    }

    /// <summary>Looks for all that comes by time, as is done each ten seconds, in the stretch of an hour.</summary>
    private static void Looking(string data)
    {
        using var database = Database.Open(data);
        var rules = new RuleBook(database.Read(RuleStore.All));
        var calendar = database.Read(PeopleStore.Load).Firm!.Calendar;
        var took = new List<double>();
        var found = 0;
        for (var i = 0; i < 15; i++)
        {
            var begun = Stopwatch.GetTimestamp();
            found = database.Read(s =>
                rules.Timed.Sum(r => RuleTimes.Found(s, r, calendar, Now - Duration.FromHours(1), Now).Count())
            );
            took.Add(Stopwatch.GetElapsedTime(begun).TotalMilliseconds);
        }

        Console.WriteLine(
            $"{$"what comes by time for {rules.Timed.Length} rules and {DocketCount:N0} dockets ({found} found)", -64} "
                + $"{$"{Middle(took):0.0} ms", -34} 200 ms"
        );
    }

    private static async Task Trial(Server server)
    {
        using var tobiah = await Client.SignIn(server.Address, "Tobiah");
        var took = new List<double>();
        for (var i = 0; i < 7; i++)
        {
            var begun = Stopwatch.GetTimestamp();
            var answer = await tobiah.Http.PostAsJsonAsync(
                $"/api/rules/{Guid.CreateVersion7()}/trial",
                new
                {
                    name = "Tried",
                    trigger = new { kind = "party-writes" },
                    conditions = Array.Empty<object>(),
                    steps = new[] { new { kind = "note", words = "They wrote." } },
                    on = false,
                }
            );
            answer.EnsureSuccessStatusCode();
            await answer.Content.ReadAsStringAsync();
            took.Add(Stopwatch.GetElapsedTime(begun).TotalMilliseconds);
        }

        Console.WriteLine($"{"a rule tried on half a year", -64} {$"{Middle(took):0} ms", -34} 1,000 ms");
    }

    private static async Task Fill(string data, bool rules)
    {
        using var database = Database.Open(data);
        await using var writes = new WriteQueue(database);
        var (kinds, maker, party) = database.Read(s =>
            (
                KindStore.Load(s),
                s.First("SELECT uid FROM person WHERE name LIKE 'Tobiah%'", r => new PersonId(Uid(r))),
                s.First("SELECT uid FROM party LIMIT 1", r => new PartyId(Uid(r)))
            )
        );
        var job = kinds.Live.First();
        var random = new Random(11);
        for (var from = 0; from < DocketCount; from += 500)
            await writes.Run(w =>
            {
                for (var i = from; i < from + 500; i++)
                    Add(w, job, i, party, random);
            });
        if (rules)
            await writes.Run(w =>
            {
                for (var i = 0; i < RuleCount; i++)
                    RuleStore.Put(w.Session, RuleOf(i, job, maker));
            });
    }

    private static Guid Uid(Microsoft.Data.Sqlite.SqliteDataReader r) =>
        new(r.GetFieldValue<byte[]>(0), bigEndian: true);

    private static void Add(Writing w, Kind job, int i, PartyId party, Random random)
    {
        var id = new DocketId(Guid.CreateVersion7());
        DocketStore.Add(
            w.Session,
            new Docket(
                0,
                id,
                job.Id,
                new DocketRef(job.Numbering.Letters, 20_000 + i),
                $"Work {i}",
                $"Place {i % 50}",
                null,
                job.Stages[1].Id,
                Priority.Normal,
                true,
                DocketSight.Open
            ),
            Now
        );
        var (inside, outside) = (new ConversationId(Guid.CreateVersion7()), new ConversationId(Guid.CreateVersion7()));
        ConversationStore.Add(w.Session, inside, Audience.Inside, id, null, null, null, null, $"Work {i}");
        ConversationStore.Add(w.Session, outside, Audience.Outside, id, party, null, null, null, $"Work {i}");
        if (job.Milestones.Length > 0)
            MilestoneStore.Set(
                w.Session,
                id,
                [
                    new Milestone(
                        job.Milestones[0].Name,
                        Now + Duration.FromMinutes(random.Next(60 * 24 * 200)),
                        job.Milestones[0].Id
                    ),
                ],
                null,
                Now
            );
    }

    /// <summary>Four in ten wait for words and moves, at places of their own; the others for what comes by time.</summary>
    private static Rule RuleOf(int i, Kind job, PersonId maker)
    {
        Trigger trigger = (i % 10) switch
        {
            0 or 1 => new Trigger.PartyWrites(),
            2 => new Trigger.Enters(job.Stages[1].Id),
            3 => new Trigger.Leaves(job.Stages[1].Id),
            4 or 5 or 6 when job.Milestones.Length > 0 => new Trigger.Near(
                job.Milestones[0].Id,
                Duration.FromHours(-i % 90 - 1)
            ),
            7 => new Trigger.Silent(Duration.FromHours(1 + i % 40), i % 4 == 1),
            8 => new Trigger.TaskLate(Duration.FromHours(i % 40)),
            _ => new Trigger.DayOfYear(1 + i % 12, 1 + i % 28),
        };
        return new(
            new RuleId(Guid.CreateVersion7()),
            $"Rule {i}",
            maker,
            trigger,
            [new Condition.AtSite($"Place {100 + i}")],
            [new RuleStep.Note("It happened.")],
            true,
            Now
        );
    }
}
