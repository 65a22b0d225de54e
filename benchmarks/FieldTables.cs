using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Bench;

/// <summary>
/// The table of dockets of a firm with 30 kinds, 20 stages and 40 fields each and 5,000 dockets: found, sorted, filtered
/// and grouped by fields.
/// </summary>
internal sealed class FieldTables(string product, Func<int, string[]> on, string data)
{
    private const int KindCount = 30;
    private const int StageCount = 20;
    private const int FieldCount = 40;
    private const int DocketCount = 5_000;
    private const int Times = 15;

    public async Task<bool> Run()
    {
        using (await Server.Start(product, on, "/api/welcome")) { }
        await Fill();
        using var server = await Server.Start(product, on, "/api/welcome");
        using var odalys = await Client.SignIn(server.Address, "Odalys");
        var columns = (await Ask(odalys, new { }))
            .GetProperty("columns")
            .EnumerateArray()
            .Where(c => c.GetProperty("ofFirm").GetBoolean())
            .ToList();
        string Column(string name) =>
            columns.First(c => c.GetProperty("name").GetString() == name).GetProperty("id").GetString()!;
        var (number, choice) = (Column("Field 1"), Column("Field 2"));
        (string What, object Wish)[] asked =
        [
            ("the newest", new { }),
            ("sorted by a field", new { sortBy = number, columns = new[] { number, choice } }),
            (
                "filtered by a field",
                new
                {
                    sortBy = number,
                    filters = new[]
                    {
                        new
                        {
                            column = number,
                            sense = "least",
                            value = "500",
                        },
                    },
                }
            ),
            ("grouped by a field", new { groupBy = choice, sortBy = number }),
            ("found by words", new { words = "docket 77" }),
        ];
        foreach (var (what, wish) in asked)
        {
            await Ask(odalys, wish);
            var took = new List<double>();
            for (var i = 0; i < Times; i++)
            {
                var begun = Stopwatch.GetTimestamp();
                await Ask(odalys, wish);
                took.Add(Stopwatch.GetElapsedTime(begun).TotalMilliseconds);
            }

            took.Sort();
            Console.WriteLine(
                $"{$"table of {DocketCount:N0} dockets, {what}", -64} {$"{took[Times / 2]:0.0} ms", -34} 100 ms"
            );
        }

        return true;
    }

    private static async Task<JsonElement> Ask(Client client, object wish)
    {
        var answer = await client.Http.PostAsJsonAsync("/api/dockets/table", wish);
        answer.EnsureSuccessStatusCode();
        return await answer.Content.ReadFromJsonAsync<JsonElement>();
    }

    private async Task Fill()
    {
        using var database = Database.Open(data);
        await using var writes = new WriteQueue(database);
        var kinds = Enumerable.Range(0, KindCount).Select(KindOf).ToList();
        var random = new Random(7);
        await writes.Run(w =>
        {
            foreach (var kind in kinds)
                KindStore.Put(w.Session, kind);
        });
        var made = Instant.FromUtc(2026, 4, 13, 9, 0);
        for (var from = 0; from < DocketCount; from += 500)
            await writes.Run(w =>
            {
                for (var i = from; i < from + 500; i++)
                    Add(w, kinds[i % KindCount], i, random, made);
            });
    }

    private static void Add(Writing w, Kind kind, int i, Random random, Instant made)
    {
        var id = new DocketId(Guid.CreateVersion7());
        DocketStore.Add(
            w.Session,
            new Docket(
                0,
                id,
                kind.Id,
                new DocketRef(kind.Numbering.Letters, 1 + i),
                $"Work {i}: docket of kind {kind.Name}",
                "",
                null,
                kind.Stages[random.Next(StageCount)].Id,
                Priority.Normal,
                true,
                DocketSight.Open
            ),
            made
        );
        foreach (var field in kind.Fields)
            FieldStore.Set(
                w.Session,
                id,
                field.Id,
                field.Type is FieldType.Choice
                    ? new FieldValue(field.Choices[random.Next(field.Choices.Length)].Id.ToString(), random.Next(5))
                    : new FieldValue($"{random.Next(1000)}", random.Next(1000))
            );
        DocketStore.Index(w.Session, id);
    }

    private static Kind KindOf(int n) =>
        new(
            new KindId(Guid.CreateVersion7()),
            $"Kind {n}",
            $"Kinds {n}",
            new Numbering($"K{(char)('A' + n / 26)}{(char)('A' + n % 26)}"),
            new KindUsual(),
            FromTalk: false,
            [.. Enumerable.Range(0, StageCount).Select(s => new Stage(new(Guid.CreateVersion7()), $"Stage {s}"))],
            [],
            [
                .. Enumerable
                    .Range(1, FieldCount)
                    .Select(f => new Field(
                        new(Guid.CreateVersion7()),
                        $"Field {f}",
                        f % 2 == 1 ? FieldType.Number : FieldType.Choice,
                        Choices: f % 2 == 1
                            ? []
                            :
                            [
                                .. Enumerable
                                    .Range(1, 5)
                                    .Select(c => new FieldChoice(Guid.CreateVersion7(), $"Choice {c}")),
                            ]
                    )),
            ]
        );
}
