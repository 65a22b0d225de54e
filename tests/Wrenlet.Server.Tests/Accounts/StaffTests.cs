using System.Net;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Accounts;

/// <summary>Colleagues taken on, crews made, and passwords changed.</summary>
public sealed class StaffTests(YardFixture fixture) : YardTests(fixture)
{
    private const string First = "first password of hers";

    private static object Staff(
        Guid id,
        string name,
        string address,
        string? password = null,
        string role = "member",
        params Guid[] crews
    ) =>
        new
        {
            id,
            name,
            role,
            purpose = "",
            crews,
            calendar = (string?)null,
            address,
            password,
        };

    private Task<JsonElement> Put(
        Guid id,
        string name,
        string address,
        string? password = null,
        string role = "member",
        params Guid[] crews
    ) =>
        Of("Wilhelmina")
            .Do(
                HttpMethod.Put,
                $"/api/set-up/staff/{id}",
                Staff(id, name, address, password, role, crews),
                ifMatch: "*"
            );

    private async Task<string> Wrong(
        Guid id,
        string name,
        string address,
        string? password = null,
        string role = "member"
    ) =>
        (
            await Of("Wilhelmina")
                .Refused(
                    HttpMethod.Put,
                    $"/api/set-up/staff/{id}",
                    Staff(id, name, address, password, role),
                    ifMatch: "*"
                )
        ).Words;

    private static async Task<HttpStatusCode> Reached(Visitor who)
    {
        using var answer = await who.Http.GetAsync("/api/me", Stop);
        return answer.StatusCode;
    }

    [Fact]
    public async Task A_colleague_is_taken_on_into_a_new_crew_signs_in_and_chooses_a_password_of_their_own()
    {
        var (crew, id) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        await Of("Wilhelmina").Do(HttpMethod.Put, $"/api/set-up/crews/{crew}", new { name = "paint" });
        await Put(id, "Roswitha Adeyemi", "roswitha@quay.example", First, crews: crew);
        using var roswitha = await Server.Visit().SignIn("roswitha@quay.example", First);
        (await roswitha.Get("/api/colleagues")).ToString().ShouldContain("\"paint\"");
        (await roswitha.Get("/api/dockets/J-1")).ToString().ShouldContain("Quillfish");

        using var elsewhere = await Server.Visit().SignIn("roswitha@quay.example", First);
        (
            await roswitha.Refused(
                HttpMethod.Put,
                "/api/me/password",
                new { now = "not the one", next = "second password of hers" }
            )
        ).Words.ShouldContain("not your current password");
        await roswitha.Do(HttpMethod.Put, "/api/me/password", new { now = First, next = "second password of hers" });
        // Here one goes on; everywhere else one signs in anew, and only with the new one.
        (await Reached(roswitha), await Reached(elsewhere)).ShouldBe((HttpStatusCode.OK, HttpStatusCode.Unauthorized));
        (
            await Server
                .Visit()
                .Send(HttpMethod.Post, "/api/session", new { address = "roswitha@quay.example", password = First })
        ).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        using var anew = await Server.Visit().SignIn("roswitha@quay.example", "second password of hers");
        (await Reached(anew)).ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task A_password_that_an_administrator_sets_ends_all_sessions_and_is_given_to_nobody()
    {
        var id = Guid.CreateVersion7();
        await Put(id, "Ottoline Mbeki", "ottoline@quay.example", First);
        using var ottoline = await Server.Visit().SignIn("ottoline@quay.example", First);
        var view = await Put(id, "Ottoline Mbeki", "ottoline@quay.example", "another password of hers", "coordinator");
        view.ToString().ShouldNotContain("another password");
        var log = (await Of("Wilhelmina").Get("/api/log")).ToString();
        log.ShouldContain("password: old one");
        log.ShouldNotContain("another password");
        (await Reached(ottoline)).ShouldBe(HttpStatusCode.Unauthorized);
        using var anew = await Server.Visit().SignIn("ottoline@quay.example", "another password of hers");
        (await anew.Get("/api/me")).GetProperty("person").GetProperty("role").GetString().ShouldBe("coordinator");
        // Without a password given, it stays.
        await Put(id, "Ottoline Mbeki", "ottoline.mbeki@quay.example");
        using var moved = await Server.Visit().SignIn("ottoline.mbeki@quay.example", "another password of hers");
        (await Reached(moved)).ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task What_is_wrong_is_said()
    {
        (await Wrong(Guid.CreateVersion7(), "Someone New", "kit@quay.example", First)).ShouldContain(
            "Kit Ramaswamy already uses"
        );
        (await Wrong(Guid.CreateVersion7(), "Someone New", "no address", First)).ShouldContain("is not a mail address");
        (
            await Wrong(
                Yard.People["Wilhelmina"].Id.Value,
                "Wilhelmina Achterberg",
                "wilhelmina@quay.example",
                role: "member"
            )
        ).ShouldContain("Somebody must still be able to change settings");
        (
            await Of("Wilhelmina")
                .Refused(HttpMethod.Put, $"/api/set-up/crews/{Guid.CreateVersion7()}", new { name = "Hull" })
        ).Words.ShouldContain("There is a crew named Hull already");
        (
            await Of("Wilhelmina")
                .Send(
                    HttpMethod.Put,
                    $"/api/set-up/staff/{Yard.People["Benedikta"].Id.Value}",
                    Staff(Yard.People["Benedikta"].Id.Value, "Benedikta", "b@post.example", First)
                )
        ).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }
}
