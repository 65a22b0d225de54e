using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.RegularExpressions;
using MimeKit;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Accounts;

/// <summary>An address to sign in with is changed by both, and two of the same person are made one.</summary>
public sealed partial class AddressTests(YardFixture fixture) : YardTests(fixture)
{
    private const string Password = "a long one of my own";

    [GeneratedRegex("/address/([0-9a-f]{64})")]
    private static partial Regex Token();

    private string TokenTo(string address) =>
        Directory
            .EnumerateFiles(Path.Combine(Yard.Folder, "post", "out"), "*.eml")
            .Select(f => MimeMessage.Load(f))
            .Where(m => m.To.Mailboxes.Any(b => b.Address == address))
            .Select(m => Token().Match(m.TextBody ?? "").Groups[1].Value)
            .Single(t => t.Length > 0);

    private async Task<(Guid Id, string Address, Visitor Visitor)> TakeOn(string name)
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
                    role = "member",
                    purpose = "",
                    crews = Array.Empty<Guid>(),
                    address,
                    password = Password,
                }
            );
        return (id, address, await Server.Visit().SignIn(address, Password));
    }

    private static async Task<JsonElement> Confirm(Visitor visitor, string token)
    {
        var response = await visitor.Http.PutAsJsonAsync("/api/session/address-change", new { token }, Stop);
        response.StatusCode.ShouldBe(HttpStatusCode.OK);
        return await response.Content.ReadFromJsonAsync<JsonElement>(Stop);
    }

    [Fact]
    public async Task The_new_address_holds_when_both_have_confirmed_it_and_not_before()
    {
        var (_, old, visitor) = await TakeOn("Tamsin Carew");
        using var own = visitor;
        var wanted = $"tamsin-{Guid.NewGuid():N}@far.example";
        await visitor.Do(HttpMethod.Put, "/api/me/address", new { address = wanted, password = Password });
        using var stranger = Server.Visit();
        var first = await Confirm(stranger, TokenTo(wanted));
        (first.GetProperty("done").GetBoolean(), first.GetProperty("other").GetString()).ShouldBe((false, old));
        using var still = await Server.Visit().SignIn(old, Password);
        (await Confirm(stranger, TokenTo(old))).GetProperty("done").GetBoolean().ShouldBeTrue();
        using var now = await Server.Visit().SignIn(wanted, Password);
        (
            await stranger.Send(HttpMethod.Post, "/api/session", new { address = old, password = Password })
        ).StatusCode.ShouldNotBe(HttpStatusCode.NoContent);
        var again = await stranger.Http.PutAsJsonAsync(
            "/api/session/address-change",
            new { token = TokenTo(old) },
            Stop
        );
        again.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    [Fact]
    public async Task An_address_is_changed_only_with_the_password_and_to_one_that_is_free()
    {
        var (_, _, visitor) = await TakeOn("Piran Hosken");
        using var own = visitor;
        var (_, wrong) = await visitor.Refused(
            HttpMethod.Put,
            "/api/me/address",
            new { address = "piran@far.example", password = "a wrong one" }
        );
        wrong.ShouldContain("not your current password");
        var (_, taken) = await visitor.Refused(
            HttpMethod.Put,
            "/api/me/address",
            new { address = "odalys@quay.example", password = Password }
        );
        taken.ShouldContain("already uses");
    }

    [Fact]
    public async Task Two_of_the_same_colleague_are_one_with_all_that_both_said_and_own()
    {
        var (kept, address, visitor) = await TakeOn("Jenifer Rosewarne");
        var (gone, other, twin) = await TakeOn("J. Rosewarne");
        using var first = visitor;
        var words = await Say(twin, Conversation("J-1 inside"), "From my second self");
        var task = await Of("Odalys")
            .Do(
                HttpMethod.Post,
                "/api/tasks",
                new
                {
                    id = Guid.CreateVersion7(),
                    title = "Whip the ropes",
                    docket = "J-1",
                    priority = "normal",
                    owners = new[] { new { kind = "person", id = gone } },
                }
            );
        await Of("Wilhelmina").Do(HttpMethod.Put, $"/api/set-up/staff/{kept}/same", new { gone });
        (await twin.Http.GetAsync("/api/me", Stop)).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        var said = await Of("Odalys").Get($"/api/entries/{Id(words)}");
        said.GetProperty("author").GetProperty("name").GetString().ShouldBe("Jenifer Rosewarne");
        (await Of("Odalys").Get($"/api/tasks/{Id(task)}/detail"))
            .GetProperty("task")
            .GetProperty("owners")[0]
            .GetProperty("id")
            .GetGuid()
            .ShouldBe(kept);
        (await Of("Odalys").Get("/api/colleagues")).GetRawText().ShouldNotContain("J. Rosewarne");
        using var stranger = Server.Visit();
        (
            await stranger.Send(HttpMethod.Post, "/api/session", new { address = other, password = Password })
        ).StatusCode.ShouldNotBe(HttpStatusCode.NoContent);
        using var still = await Server.Visit().SignIn(address, Password);
    }

    [Fact]
    public async Task Two_of_the_same_contact_are_one_and_both_addresses_lead_to_them()
    {
        var party = Guid.CreateVersion7();
        await Of("Odalys")
            .Do(HttpMethod.Put, $"/api/contacts/{party}", new { name = "Nance & Daughters", kind = "customer" });
        async Task<Guid> Contact(string name, string address)
        {
            var id = Guid.CreateVersion7();
            await Of("Odalys")
                .Do(
                    HttpMethod.Put,
                    $"/api/contacts/people/{id}",
                    new
                    {
                        party,
                        name,
                        address,
                        reaches = Array.Empty<object>(),
                    }
                );
            return id;
        }

        var (kept, gone) = (
            await Contact("Morwenna Nance", $"{Guid.NewGuid():N}@nance.example"),
            await Contact("M. Nance", $"office-{party:N}@nance.example")
        );
        await Of("Odalys").Do(HttpMethod.Put, $"/api/contacts/people/{kept}/same", new { gone });
        var people = (await Of("Odalys").Get($"/api/contacts/{party}")).GetProperty("people");
        people.GetArrayLength().ShouldBe(1);
        people[0].GetProperty("reaches").GetRawText().ShouldContain($"office-{party:N}@nance.example");
    }
}
