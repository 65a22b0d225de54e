using System.Net;
using System.Text.Json;
using Microsoft.AspNetCore.Http.Connections;
using Microsoft.AspNetCore.SignalR.Client;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Accounts;

/// <summary>Who leaves gets in nowhere from that moment on, and owns nothing any more.</summary>
public sealed class LeavingFirmTests(YardFixture fixture) : YardTests(fixture)
{
    private const string Password = "a long one of my own";

    private async Task<(Guid Id, string Address, Visitor Visitor)> TakeOn(string name, string role = "member")
    {
        var id = Guid.CreateVersion7();
        var address = $"{id:N}@quay.example";
        await Of("Wilhelmina")
            .Do(
                HttpMethod.Put,
                $"/api/set-up/staff/{id}",
                new
                {
                    id,
                    name,
                    role,
                    purpose = "",
                    crews = Array.Empty<Guid>(),
                    address,
                    password = Password,
                }
            );
        return (id, address, await Server.Visit().SignIn(address, Password));
    }

    private Task<JsonElement> Leave(Guid id, object? body = null) =>
        Of("Wilhelmina")
            .Do(HttpMethod.Post, $"/api/set-up/staff/{id}/leaving", body ?? new { things = Array.Empty<object>() });

    private HubConnection Connection(string cookie) =>
        new HubConnectionBuilder()
            .WithUrl(
                new Uri(Server.Address, "/live"),
                o =>
                {
                    o.Headers["Cookie"] = cookie;
                    o.Transports = HttpTransportType.WebSockets;
                    o.SkipNegotiation = true;
                }
            )
            .Build();

    private static object Task(Guid owner, string title) =>
        new
        {
            id = Guid.CreateVersion7(),
            title,
            docket = "J-1",
            priority = "normal",
            owners = new[] { new { kind = "person", id = owner } },
        };

    private async Task<Guid> GiveTask(Guid owner, string title)
    {
        var made = await Of("Odalys").Do(HttpMethod.Post, "/api/tasks", Task(owner, title));
        return made.GetProperty("id").GetGuid();
    }

    [Fact]
    public async Task Every_way_in_ends_also_those_that_were_open_before()
    {
        var (id, address, desk) = await TakeOn("Perpetua Wick");
        using var phone = await Server.Visit().SignIn(address, Password);
        var feed = (await desk.Do(HttpMethod.Put, "/api/calendar-feed")).GetProperty("address").GetString()!;
        var calendar = new Uri(feed).PathAndQuery;
        using var stranger = Server.Visit();
        (await stranger.Http.GetAsync(calendar, Stop)).StatusCode.ShouldBe(HttpStatusCode.OK);
        await Of("Wilhelmina").Do(HttpMethod.Post, $"/api/set-up/staff/{id}/invitation");
        var cookie = phone.Cookie;
        await using var live = Connection(cookie);
        var closed = new TaskCompletionSource();
        live.Closed += _ =>
        {
            closed.TrySetResult();
            return System.Threading.Tasks.Task.CompletedTask;
        };
        await live.StartAsync(Stop);

        await Leave(id);

        await closed.Task.WaitAsync(TimeSpan.FromSeconds(20), Stop);
        foreach (var visitor in new[] { desk, phone })
        foreach (var path in new[] { "/api/me", "/api/today", "/api/alerts", "/api/dockets/J-1/setting" })
            (await visitor.Http.GetAsync(path, Stop)).StatusCode.ShouldBe(HttpStatusCode.Unauthorized, path);
        (
            await phone.Send(
                HttpMethod.Post,
                $"/api/conversations/{Conversation("J-1 inside")}/entries",
                new { id = Guid.CreateVersion7(), body = "still here" }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        (await stranger.Http.GetAsync(calendar, Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (
            await stranger.Send(HttpMethod.Post, "/api/session", new { address, password = Password })
        ).StatusCode.ShouldNotBe(HttpStatusCode.NoContent);
        await Should.ThrowAsync<Exception>(async () =>
        {
            await using var again = Connection(cookie);
            await again.StartAsync(Stop);
        });
    }

    [Fact]
    public async Task What_they_own_goes_to_whom_it_is_given_and_the_rest_to_nobody()
    {
        var (id, _, visitor) = await TakeOn("Jory Pascoe");
        var (given, left) = (await GiveTask(id, "Fetch the sails"), await GiveTask(id, "Count the shackles"));
        var said = await visitor.Do(
            HttpMethod.Post,
            $"/api/conversations/{Conversation("J-1 inside")}/entries",
            new { id = Guid.CreateVersion7(), body = "On my way" }
        );
        var held = await Of("Wilhelmina").Get($"/api/set-up/staff/{id}/holdings");
        held.EnumerateArray()
            .Select(h => h.GetProperty("title").GetString())
            .ShouldBe(["Fetch the sails", "Count the shackles"], ignoreOrder: true);
        await Leave(
            id,
            new
            {
                things = new[]
                {
                    new
                    {
                        kind = "task",
                        id = given,
                        to = Yard.People["Ines"].Id.Value,
                    },
                },
            }
        );
        var ines = await Of("Odalys").Get($"/api/tasks/{given}/detail");
        ines.GetProperty("task")
            .GetProperty("owners")[0]
            .GetProperty("name")
            .GetString()
            .ShouldBe(Yard.People["Ines"].Name);
        (await Of("Odalys").Get($"/api/tasks/{left}/detail"))
            .GetProperty("task")
            .GetProperty("owners")
            .GetArrayLength()
            .ShouldBe(0);
        var talk = await Of("Odalys").Get("/api/dockets/J-1/talk");
        talk.GetRawText().ShouldContain("Jory Pascoe", Case.Sensitive, "their name stays on what they said");
        talk.GetRawText().ShouldContain(said.GetProperty("id").GetString()!);
        var colleagues = await Of("Odalys").Get("/api/colleagues");
        colleagues.GetRawText().ShouldNotContain("Jory Pascoe");
    }

    [Fact]
    public async Task Piece_by_piece_before_they_go_and_only_to_who_sees_it()
    {
        var (id, _, visitor) = await TakeOn("Hedra Tremayne");
        using var session = visitor;
        var task = await GiveTask(id, "Oil the winch");
        var rest = await Of("Wilhelmina")
            .Do(
                HttpMethod.Put,
                $"/api/set-up/staff/{id}/holdings",
                new
                {
                    things = new[]
                    {
                        new
                        {
                            kind = "task",
                            id = task,
                            to = Yard.People["Odalys"].Id.Value,
                        },
                    },
                }
            );
        rest.GetArrayLength().ShouldBe(0);
        (await visitor.Get("/api/me")).GetProperty("staff").GetBoolean().ShouldBeTrue();
    }

    [Fact]
    public async Task Who_comes_back_has_role_and_name_again_and_chooses_a_new_password()
    {
        var (id, address, visitor) = await TakeOn("Loveday Penrose", "coordinator");
        visitor.Dispose();
        var gone = await Leave(id);
        gone.GetProperty("former")
            .EnumerateArray()
            .Select(f => f.GetProperty("name").GetString())
            .ShouldContain("Loveday Penrose");
        var (status, words) = await Of("Wilhelmina")
            .Refused(
                HttpMethod.Put,
                $"/api/set-up/staff/{Guid.CreateVersion7()}",
                new
                {
                    id = Guid.CreateVersion7(),
                    name = "Somebody Else",
                    role = "member",
                    purpose = "",
                    crews = Array.Empty<Guid>(),
                    address,
                }
            );
        (status, words).ShouldSatisfyAllConditions(
            r => r.status.ShouldBe(HttpStatusCode.BadRequest),
            r => r.words.ShouldContain("Loveday Penrose, who has left")
        );
        var back = await Of("Wilhelmina").Do(HttpMethod.Delete, $"/api/set-up/staff/{id}/leaving");
        back.GetProperty("staff")
            .EnumerateArray()
            .Single(s => s.GetProperty("id").GetGuid() == id)
            .GetProperty("role")
            .GetString()
            .ShouldBe("coordinator");
        using var old = Server.Visit();
        (await old.Send(HttpMethod.Post, "/api/session", new { address, password = Password })).StatusCode.ShouldNotBe(
            HttpStatusCode.NoContent
        );
    }

    [Fact]
    public async Task The_last_who_can_set_up_cannot_leave_and_nobody_ends_their_own_account()
    {
        var wilhelmina = Yard.People["Wilhelmina"].Id.Value;
        var (status, words) = await Of("Wilhelmina")
            .Refused(
                HttpMethod.Post,
                $"/api/set-up/staff/{wilhelmina}/leaving",
                new { things = Array.Empty<object>() }
            );
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        words.ShouldContain("your own account");
    }
}
