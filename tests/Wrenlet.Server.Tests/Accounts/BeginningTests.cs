using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Accounts;

/// <summary>What a new firm begins with is what was shown before it was taken.</summary>
public sealed class BeginningTests(YardFixture fixture) : YardTests(fixture)
{
    [Fact]
    public async Task Each_starting_set_gives_what_it_shows()
    {
        var sets = (await Of("Odalys").Get("/api/starting-sets")).EnumerateArray().ToList();
        sets.Select(s => s.GetProperty("key").GetString())
            .ShouldBe(["service", "workshop", "projects", "events", "empty"]);
        foreach (var set in sets)
        {
            var folder = RunningServer.NewFolder();
            await using var server = await RunningServer.Start(folder, "--no-demo");
            using var visitor = server.Visit();
            await visitor.Do(
                HttpMethod.Post,
                "/api/firm",
                new
                {
                    name = "Gable & Wick",
                    zone = "Europe/Dublin",
                    address = "workshop@gable.example",
                    hours = new[]
                    {
                        new
                        {
                            weekday = 1,
                            start = "08:00",
                            end = "17:00",
                        },
                    },
                    holidays = Array.Empty<object>(),
                    administratorName = "Perpetua Wick",
                    administratorAddress = "perpetua@gable.example",
                    password = "a long one for pianos",
                    code = server.Said.Split("the code ")[1].TrimEnd(')').ToLowerInvariant(),
                    set = set.GetProperty("key").GetString(),
                    country = "ie",
                    dayFirst = false,
                }
            );
            await visitor.Recognised();
            var kinds = await visitor.Get("/api/kinds");
            Names(kinds, "name").ShouldBe(Names(set.GetProperty("kinds"), "name"), ignoreOrder: true);
            var settings = await visitor.Get("/api/set-up");
            Names(settings.GetProperty("queues"), "name")
                .ShouldBe([.. Names(set.GetProperty("queues"), "name"), "Unsorted"], ignoreOrder: true);
            settings.GetProperty("firm").GetProperty("country").GetString().ShouldBe("IE");
            settings.GetProperty("firm").GetProperty("dayFirst").GetBoolean().ShouldBeFalse();
            Names(await visitor.Get("/api/stock-replies"), "name")
                .ShouldBe(Names(set.GetProperty("texts"), "name"), ignoreOrder: true);
            Names(await visitor.Get("/api/templates"), "name")
                .ShouldBe(Names(set.GetProperty("templates"), "name"), ignoreOrder: true);
            Directory.Delete(folder, recursive: true);
        }
    }

    private static List<string?> Names(JsonElement list, string field) =>
        [
            .. (list.ValueKind is JsonValueKind.Array ? list : list.EnumerateObject().First().Value.Clone())
                .EnumerateArray()
                .Select(x => x.GetProperty(field).GetString()),
        ];

    [Fact]
    public async Task Holidays_of_a_country_are_those_still_to_come()
    {
        using var visitor = Server.Visit();
        var days = (await visitor.Get("/api/country-holidays?country=pt"))
            .GetProperty("days")
            .EnumerateArray()
            .ToList();
        days.ShouldNotBeEmpty();
        days.ShouldAllBe(d => string.CompareOrdinal(d.GetProperty("date").GetString(), "2026-04-14") >= 0);
        days.Select(d => d.GetProperty("name").GetString()).ShouldContain("Freedom Day");
        (await visitor.Get("/api/country-holidays?country=xx")).GetProperty("days").GetArrayLength().ShouldBe(0);
    }

    [Fact]
    public async Task Pasted_people_say_who_can_be_added_and_why_not()
    {
        var read = await Of("Wilhelmina")
            .Do(
                HttpMethod.Post,
                "/api/set-up/people-list",
                new { text = "Jonah Gable jonah@gable.example\nOdalys odalys@quay.example\nMerle Ash" }
            );
        read.EnumerateArray()
            .Select(p => p.GetProperty("problem").GetString())
            .ShouldBe([
                null,
                $"{Yard.People["Odalys"].Name} already uses odalys@quay.example. Choose another.",
                "No mail address. Add one.",
            ]);
    }

    [Fact]
    public async Task First_steps_are_ticked_as_they_are_done_and_can_be_hidden()
    {
        var steps = await Of("Wilhelmina").Get("/api/first-steps");
        steps
            .GetProperty("steps")
            .EnumerateArray()
            .Where(s => s.GetProperty("done").GetBoolean())
            .Select(s => s.GetProperty("step").GetString())
            .ShouldBe(["colleagues", "crews", "customer", "docket", "note"], ignoreOrder: true);
        await Of("Wilhelmina").Do(HttpMethod.Put, "/api/first-steps/hidden");
        (await Of("Wilhelmina").Get("/api/first-steps")).GetProperty("hidden").GetBoolean().ShouldBeTrue();
    }

    [Fact]
    public async Task Mail_to_a_queues_own_address_waits_there()
    {
        var settings = await Of("Wilhelmina").Get("/api/set-up");
        var queue = settings.GetProperty("queues").EnumerateArray().First(q => !q.GetProperty("unsorted").GetBoolean());
        var body = JsonSerializer.Deserialize<Dictionary<string, object?>>(queue.GetRawText())!;
        body["address"] = "repairs@quay.example";
        await Of("Wilhelmina").Do(HttpMethod.Put, $"/api/set-up/queues/{Id(queue)}", body, ifMatch: "*");
        var folder = Directory.CreateDirectory(Path.Combine(Yard.Folder, "post", "in")).FullName;
        await File.WriteAllTextAsync(
            Path.Combine(folder, "a-new-one.part"),
            "From: Isolde Marsh <isolde@far.example>\r\nTo: repairs@quay.example\r\nSubject: A leak\r\n"
                + "Message-ID: <leak@far.example>\r\nDate: Tue, 14 Apr 2026 08:30:00 +0100\r\n\r\nIt drips.\r\n",
            Stop
        );
        // Half a mail is no mail: it has arrived when it has its name.
        File.Move(Path.Combine(folder, "a-new-one.part"), Path.Combine(folder, "a-new-one.eml"));
        async Task<bool> Came() =>
            (await Of("Wilhelmina").Get("/api/queues/board"))
                .GetRawText()
                .Contains("Isolde Marsh", StringComparison.Ordinal);
        await Waiting.Until(Came);
        var rows = (await Of("Wilhelmina").Get("/api/queues/board")).GetProperty("rows").EnumerateArray();
        rows.Single(r => r.GetRawText().Contains("Isolde Marsh", StringComparison.Ordinal))
            .GetRawText()
            .ShouldContain(Id(queue).ToString());
    }
}
