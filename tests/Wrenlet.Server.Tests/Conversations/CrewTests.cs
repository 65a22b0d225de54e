using System.Net;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Conversations;

/// <summary>Crews at work: duty and swaps, their conversation, worklists that are talked about, what folds away.</summary>
public sealed class CrewTests(YardFixture fixture) : YardTests(fixture)
{
    private static readonly SemaphoreSlim Setting = new(1);

    private Guid IdOf(string person) => Yard.People[person].Id.Value;

    /// <summary>Makes a crew of some of the staff.</summary>
    private async Task<Guid> Crew(string name, params string[] people)
    {
        var id = Guid.CreateVersion7();
        await Setting.WaitAsync(Stop);
        try
        {
            await Of("Wilhelmina").Do(HttpMethod.Put, $"/api/set-up/crews/{id}", new { name });
            foreach (var person in people)
            {
                var staff = (await Of("Wilhelmina").Get("/api/set-up"))
                    .GetProperty("staff")
                    .EnumerateArray()
                    .Single(p => p.GetProperty("id").GetGuid() == IdOf(person));
                var changed = JsonSerializer.Deserialize<Dictionary<string, JsonElement>>(staff)!;
                changed["crews"] = JsonSerializer.SerializeToElement(
                    staff.GetProperty("crews").EnumerateArray().Select(c => c.GetGuid()).Append(id)
                );
                await Of("Wilhelmina").Do(HttpMethod.Put, $"/api/set-up/staff/{IdOf(person)}", changed, "*");
            }
        }
        finally
        {
            Setting.Release();
        }

        return id;
    }

    private static object Weeks(params Guid[] turns) =>
        new
        {
            name = "Week",
            span = "weeks",
            startDay = 1,
            starts = "08:00",
            endDay = 1,
            ends = "08:00",
            first = "2026-04-13",
            turns,
        };

    private async Task<JsonElement> Duty(string who, Guid crew, string slot) =>
        (await Of(who).Get($"/api/crews/{crew}"))
            .GetProperty("duties")
            .EnumerateArray()
            .Single(d => Text(d, "slot") == slot);

    private static string? OnIt(JsonElement duty) => Text(duty.GetProperty("person"), "firstName");

    [Fact]
    public async Task A_swap_is_asked_for_heard_of_and_counts_once_the_other_agrees()
    {
        var (crew, line, swap) = (
            await Crew("night shift", "Kit", "Ines", "Tobiah"),
            Guid.CreateVersion7(),
            Guid.CreateVersion7()
        );
        var rota = $"/api/crews/{crew}/rotas/{line}";
        (await Of("Odalys").Refused(HttpMethod.Put, rota, Weeks(IdOf("Kit"), IdOf("Odalys")))).Words.ShouldContain(
            "has to be in the crew"
        );
        (await Of("Kit").Refused(HttpMethod.Put, rota, Weeks(IdOf("Kit")))).Status.ShouldBe(HttpStatusCode.Forbidden);
        await Of("Odalys").Do(HttpMethod.Put, rota, Weeks(IdOf("Kit"), IdOf("Ines"), IdOf("Tobiah")));
        OnIt(await Duty("Ines", crew, "2026-04-20")).ShouldBe("Ines");

        object Asked(string to, string slot, string? back = null) =>
            new
            {
                id = swap,
                line,
                slot,
                to = IdOf(to),
                inReturn = back,
            };
        var swaps = $"/api/crews/{crew}/swaps";
        (await Of("Kit").Refused(HttpMethod.Post, swaps, Asked("Kit", "2026-04-20"))).Words.ShouldContain("not yours");
        await Of("Ines").Do(HttpMethod.Post, swaps, Asked("Tobiah", "2026-04-20", "2026-04-27"));
        OnIt(await Duty("Ines", crew, "2026-04-20")).ShouldBe("Ines");
        var alert = (await Of("Tobiah").Get("/api/alerts"))
            .GetProperty("alerts")
            .EnumerateArray()
            .First(a => Text(a, "words")!.Contains("asks Tobiah to take Week", StringComparison.Ordinal));
        (Text(alert, "reason"), Text(alert, "path")!.Split('?')[0]).ShouldBe(
            ("Ines about a turn of duty", $"/crews/{crew}")
        );
        (await Of("Tobiah").Get("/api/duty")).GetProperty("asked").GetArrayLength().ShouldBe(1);
        (await Of("Kit").Refused(HttpMethod.Put, $"{swaps}/{swap}", new { state = "agreed" })).Status.ShouldBe(
            HttpStatusCode.NotFound
        );
        await Of("Tobiah").Do(HttpMethod.Put, $"{swaps}/{swap}", new { state = "agreed" });
        OnIt(await Duty("Ines", crew, "2026-04-20")).ShouldBe("Tobiah");
        OnIt(await Duty("Ines", crew, "2026-04-27")).ShouldBe("Ines");
        (await Of("Tobiah").Get("/api/duty"))
            .GetProperty("duties")
            .EnumerateArray()
            .ShouldContain(d => Text(d, "slot") == "2026-04-20");
        (await Of("Ines").Get("/api/alerts")).ToString().ShouldContain("Tobiah takes Week from Mon 20 Apr");
    }

    [Fact]
    public async Task What_comes_into_a_queue_is_told_to_who_is_on_duty_or_covers_for_them()
    {
        var crew = await Crew("on call", "Kit", "Ines");
        await Of("Odalys")
            .Do(HttpMethod.Put, $"/api/crews/{crew}/rotas/{Guid.CreateVersion7()}", Weeks(IdOf("Kit"), IdOf("Ines")));
        var queue = Guid.CreateVersion7();
        await Of("Wilhelmina")
            .Do(
                HttpMethod.Put,
                $"/api/set-up/queues/{queue}",
                new
                {
                    id = queue,
                    name = "Night desk",
                    site = "",
                    calendar = "Yard",
                    crew,
                    firstMinutes = 60,
                    laterMinutes = 60,
                    handover = "crew",
                    unsorted = false,
                    address = "night@quay.example",
                }
            );
        async Task<bool> Told(string who, string words) =>
            (await Of(who).Get("/api/alerts")).ToString().Contains(words, StringComparison.Ordinal);
        Task Write(string words) =>
            Of("Odalys")
                .Do(
                    HttpMethod.Post,
                    "/api/standins/post-office/raw",
                    new
                    {
                        raw = $"From: A Stranger <{Guid.NewGuid():N}@elsewhere.example>\r\nTo: night@quay.example\r\n"
                            + $"Subject: {words}\r\nMessage-ID: <{Guid.NewGuid():N}@elsewhere.example>\r\n"
                            + $"Date: Tue, 14 Apr 2026 08:40:00 +0100\r\n\r\n{words}\r\n",
                    }
                );
        await Write("The lamp is out");
        await Waiting.Until(() => Told("Kit", "The lamp is out"), seconds: 30);
        (await Told("Ines", "The lamp is out")).ShouldBeFalse();
        var board = (await Of("Ines").Get("/api/queues/board"))
            .GetProperty("queues")
            .EnumerateArray()
            .Single(q => q.GetProperty("id").GetGuid() == queue);
        Text(board.GetProperty("duty")[0], "person").ShouldBe("Kit");

        await Of("Kit")
            .Do(
                HttpMethod.Put,
                $"/api/colleagues/{IdOf("Kit")}/leave/2026-04-14",
                new
                {
                    last = "2026-04-15",
                    cover = IdOf("Ines"),
                    note = "",
                }
            );
        await Write("The bell is out");
        await Waiting.Until(() => Told("Ines", "The bell is out"), seconds: 30);
        (await Told("Kit", "The bell is out")).ShouldBeFalse();
        Text(await Duty("Ines", crew, "2026-04-13"), "reason").ShouldBe("covers for Kit");
        await Of("Kit").Do(HttpMethod.Delete, $"/api/colleagues/{IdOf("Kit")}/leave/2026-04-14", ifMatch: "*");
    }

    [Fact]
    public async Task A_crews_conversation_is_for_who_is_in_it_and_nobody_leaves_it_alone()
    {
        var crew = await Crew("strings", "Kit", "Ines");
        var talk = (await Of("Kit").Do(HttpMethod.Put, $"/api/crews/{crew}/conversation"))
            .GetProperty("conversation")
            .GetGuid();
        await Say(Of("Kit"), talk, "The rosewood is in");
        (await Of("Ines").Get($"/api/conversations/{talk}")).ToString().ShouldContain("The rosewood is in");
        (await Of("Ines").Get("/api/alerts")).ToString().ShouldContain("The rosewood is in");
        (await Of("Odalys").Http.GetAsync($"/api/conversations/{talk}", Stop)).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
        (await Of("Odalys").Refused(HttpMethod.Put, $"/api/crews/{crew}/conversation")).Status.ShouldBe(
            HttpStatusCode.NotFound
        );
        (await Of("Odalys").Get($"/api/crews/{crew}"))
            .GetProperty("conversation")
            .ValueKind.ShouldBe(JsonValueKind.Null);
        (
            await Of("Kit").Refused(HttpMethod.Delete, $"/api/conversations/{talk}/members/{IdOf("Kit")}")
        ).Words.ShouldContain("conversation of a crew");
    }

    [Fact]
    public async Task A_worklist_is_talked_about_by_who_sees_it_and_followers_hear_of_it()
    {
        var (list, column) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        await Of("Kit")
            .Do(
                HttpMethod.Put,
                $"/api/worklists/{list}",
                new
                {
                    name = "J-2 bench",
                    docket = "J-2",
                    columns = new[]
                    {
                        new
                        {
                            id = column,
                            name = "To do",
                            most = (int?)null,
                            finishes = false,
                        },
                    },
                }
            );
        (await Of("Ines").Refused(HttpMethod.Put, $"/api/worklists/{list}/conversation")).Status.ShouldBe(
            HttpStatusCode.NotFound
        );
        var talk = Id(
            (await Of("Kit").Do(HttpMethod.Put, $"/api/worklists/{list}/conversation")).GetProperty("conversation")
        );
        await Say(Of("Kit"), talk, "Only the bench hears this");
        (await Of("Ines").Http.GetAsync($"/api/conversations/{talk}", Stop)).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
        (
            await Of("Ines").Refused(HttpMethod.Put, $"/api/conversations/{talk}/followers/me", new { follows = true })
        ).Status.ShouldBe(HttpStatusCode.NotFound);

        var open = Guid.CreateVersion7();
        await Of("Kit")
            .Do(
                HttpMethod.Put,
                $"/api/worklists/{open}",
                new
                {
                    name = "J-1 bench",
                    docket = "J-1",
                    columns = new[]
                    {
                        new
                        {
                            id = Guid.CreateVersion7(),
                            name = "To do",
                            most = (int?)null,
                            finishes = false,
                        },
                    },
                }
            );
        var heard = Id(
            (await Of("Kit").Do(HttpMethod.Put, $"/api/worklists/{open}/conversation")).GetProperty("conversation")
        );
        var followers = await Of("Ines")
            .Do(HttpMethod.Put, $"/api/conversations/{heard}/followers/me", new { follows = true });
        followers.GetProperty("people").GetArrayLength().ShouldBe(1);
        await Say(Of("Kit"), heard, "Two clamps are missing");
        (await Of("Ines").Get("/api/alerts")).ToString().ShouldContain("Two clamps are missing");
        (await Of("Tobiah").Get("/api/alerts")).ToString().ShouldNotContain("Two clamps are missing");
        // The worklist goes; what was said stays with who said and followed it.
        await Of("Kit").Do(HttpMethod.Delete, $"/api/worklists/{open}");
        (await Of("Ines").Get($"/api/conversations/{heard}")).ToString().ShouldContain("Two clamps are missing");
        (await Of("Tobiah").Http.GetAsync($"/api/conversations/{heard}", Stop)).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task What_folds_away_is_each_ones_own_setting()
    {
        var set = await Of("Kit").Do(HttpMethod.Put, "/api/folding/alerts", new { days = 3 });
        JsonElement Alerts(JsonElement all) => all.EnumerateArray().Single(f => Text(f, "what") == "alerts");
        (Alerts(set).GetProperty("days").GetInt32(), Text(Alerts(set), "before")).ShouldBe(
            (3, "2026-04-11T07:40:00+00:00")
        );
        Alerts(await Of("Ines").Get("/api/folding")).GetProperty("days").GetInt32().ShouldBe(14);
        (
            await Of("Kit").Refused(HttpMethod.Put, "/api/folding/alerts", new { days = 3, most = 3 })
        ).Words.ShouldContain("either an age or a number");
        (await Of("Kit").Refused(HttpMethod.Put, "/api/folding/boats", new { days = 3 })).Words.ShouldContain(
            "does not fold away"
        );
    }
}
