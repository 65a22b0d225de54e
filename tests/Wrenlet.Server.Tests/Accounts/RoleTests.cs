using System.Net;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Accounts;

/// <summary>What somebody may do is what their role says, from the moment it is set.</summary>
public sealed class RoleTests(YardFixture fixture) : YardTests(fixture)
{
    private const string Password = "a long one of my own";

    private async Task<Guid> Role(string name, params string[] rights)
    {
        var id = Guid.CreateVersion7();
        await Of("Wilhelmina").Do(HttpMethod.Put, $"/api/set-up/roles/{id}", new { name, rights }, ifMatch: "*");
        return id;
    }

    private async Task<Visitor> With(string name, string role)
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
        return await Server.Visit().SignIn(address, Password);
    }

    [Fact]
    public async Task A_role_of_ones_own_takes_effect_at_once_and_says_why_not()
    {
        var id = await Role("stockroom", "see-reports");
        using var visitor = await With("Merryn Bray", "stockroom");
        (await visitor.Get("/api/me")).GetProperty("rights").GetRawText().ShouldBe("[\"see-reports\"]");
        await visitor.Get("/api/reports/responses");
        var (status, words) = await visitor.Refused(HttpMethod.Get, "/api/contacts/cards");
        status.ShouldBe(HttpStatusCode.Forbidden);
        words.ShouldContain("the role stockroom does not allow it");

        await Of("Wilhelmina")
            .Do(
                HttpMethod.Put,
                $"/api/set-up/roles/{id}",
                new { name = "stockroom", rights = new[] { "export" } },
                ifMatch: "*"
            );
        (await visitor.Http.GetAsync("/api/contacts/cards", Stop)).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await visitor.Refused(HttpMethod.Get, "/api/reports/responses")).Status.ShouldBe(HttpStatusCode.Forbidden);
    }

    [Fact]
    public async Task Without_the_right_nothing_goes_out_and_the_text_is_kept()
    {
        await Role("apprentice");
        using var visitor = await With("Denzil Hocking", "apprentice");
        var inside = await visitor.Send(
            HttpMethod.Post,
            $"/api/conversations/{Conversation("J-1 inside")}/entries",
            new { id = Guid.CreateVersion7(), body = "Seen" }
        );
        inside.StatusCode.ShouldBe(HttpStatusCode.OK);
        var (_, words) = await visitor.Refused(
            HttpMethod.Post,
            $"/api/conversations/{Conversation("J-1 Benedikta")}/entries",
            new { id = Guid.CreateVersion7(), body = "Hello" }
        );
        words.ShouldContain("You cannot write to customers and partners");
        words.ShouldContain("Your text is kept");
    }

    [Fact]
    public async Task Without_the_right_a_task_is_taken_but_not_given()
    {
        await Role("trainee");
        using var visitor = await With("Elowen Kitto", "trainee");
        var me = (await visitor.Get("/api/me")).GetProperty("person").GetProperty("id").GetGuid();
        object Task(Guid owner) =>
            new
            {
                id = Guid.CreateVersion7(),
                title = "Sweep",
                docket = "J-1",
                priority = "normal",
                owners = new[] { new { kind = "person", id = owner } },
            };
        (await visitor.Send(HttpMethod.Post, "/api/tasks", Task(me))).IsSuccessStatusCode.ShouldBeTrue();
        var (_, words) = await visitor.Refused(HttpMethod.Post, "/api/tasks", Task(Yard.People["Ines"].Id.Value));
        words.ShouldContain("does not let you give tasks to others");
    }

    [Fact]
    public async Task Nobody_makes_themselves_more_than_they_are()
    {
        await Role("office", "take-on");
        using var visitor = await With("Wenna Rowe", "office");
        var me = (await visitor.Get("/api/me")).GetProperty("person").GetProperty("id").GetGuid();
        var (_, role) = await visitor.Refused(
            HttpMethod.Put,
            $"/api/set-up/roles/{Guid.CreateVersion7()}",
            new { name = "all", rights = new[] { "set-up" } },
            ifMatch: "*"
        );
        role.ShouldContain("rights that you have yourself");
        var (_, own) = await visitor.Refused(
            HttpMethod.Put,
            $"/api/set-up/staff/{me}",
            new
            {
                id = me,
                name = "Wenna Rowe",
                role = "administrator",
                purpose = "",
                crews = Array.Empty<Guid>(),
                address = $"{me:N}@quay.example",
            },
            ifMatch: "*"
        );
        own.ShouldContain("rights that you have yourself");

        // Nor somebody else: with the administrator's password or address they would be the administrator.
        var wilhelmina = Yard.People["Wilhelmina"];
        object As(string address, string? password) =>
            new
            {
                id = wilhelmina.Id.Value,
                name = wilhelmina.Name,
                role = "administrator",
                purpose = "",
                crews = Array.Empty<Guid>(),
                address,
                password,
            };
        foreach (
            var body in new[]
            {
                As("wilhelmina@quay.example", "a password of mine"),
                As("wenna.rowe@far.example", null),
            }
        )
        {
            var (_, words) = await visitor.Refused(
                HttpMethod.Put,
                $"/api/set-up/staff/{wilhelmina.Id.Value}",
                body,
                ifMatch: "*"
            );
            words.ShouldContain("can do things that you cannot");
        }

        (
            await visitor.Refused(
                HttpMethod.Post,
                $"/api/set-up/staff/{wilhelmina.Id.Value}/leaving",
                new { things = Array.Empty<object>() }
            )
        ).Words.ShouldContain("can do things that you cannot");
        (
            await visitor.Refused(HttpMethod.Put, $"/api/set-up/staff/{me}/same", new { gone = wilhelmina.Id.Value })
        ).Words.ShouldContain("can do things that you cannot");
    }

    [Fact]
    public async Task The_page_of_rights_says_of_each_person_what_they_may_and_why()
    {
        var view = await Of("Kit").Get("/api/roles");
        var odalys = view.GetProperty("people")
            .EnumerateArray()
            .Single(p => p.GetProperty("person").GetProperty("firstName").GetString() == "Odalys");
        var reports = odalys
            .GetProperty("permissions")
            .EnumerateArray()
            .Single(p => p.GetProperty("right").GetString() == "see-reports");
        reports.GetProperty("allowed").GetBoolean().ShouldBeTrue();
        reports.GetProperty("reason").GetString().ShouldBe("the role coordinator allows it");
    }

    [Fact]
    public async Task Two_roles_have_no_name_in_common_and_somebody_keeps_the_keys()
    {
        await Role("porter");
        var (_, twice) = await Of("Wilhelmina")
            .Refused(
                HttpMethod.Put,
                $"/api/set-up/roles/{Guid.CreateVersion7()}",
                new { name = "Porter", rights = Array.Empty<string>() },
                ifMatch: "*"
            );
        twice.ShouldContain("already");
        var administrator = (await Of("Kit").Get("/api/roles"))
            .GetProperty("roles")
            .EnumerateArray()
            .Single(r => r.GetProperty("name").GetString() == "administrator")
            .GetProperty("id")
            .GetGuid();
        var (_, keys) = await Of("Wilhelmina")
            .Refused(
                HttpMethod.Put,
                $"/api/set-up/roles/{administrator}",
                new { name = "administrator", rights = new[] { "set-up" } },
                ifMatch: "*"
            );
        keys.ShouldContain("Somebody must still be able");
    }
}
