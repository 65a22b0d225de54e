using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.RegularExpressions;
using MimeKit;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Accounts;

/// <summary>Invited by mail, or having forgotten a password, staff choose one by a link that works once.</summary>
public sealed partial class AccountLinkTests(YardFixture fixture) : YardTests(fixture)
{
    private const string Password = "a long one of my own";

    /// <summary>Links mailed to an address, the newest last.</summary>
    private List<(string Subject, string Token)> Links(string address)
    {
        var folder = Path.Combine(Yard.Folder, "post", "out");
        return Directory.Exists(folder)
            ?
            [
                .. Directory
                    .EnumerateFiles(folder, "*.eml")
                    .Select(f => MimeMessage.Load(f))
                    .Where(m => m.To.Mailboxes.Any(b => b.Address == address))
                    .Select(m =>
                        (Subject: m.Subject ?? "", m.Date, Token: Token().Match(m.TextBody ?? "").Groups[1].Value)
                    )
                    .Where(m => m.Token.Length > 0)
                    .OrderBy(m => m.Date)
                    .Select(m => (m.Subject, m.Token)),
            ]
            : [];
    }

    [GeneratedRegex("/account/([0-9a-f]{64})")]
    private static partial Regex Token();

    private async Task<(Guid Id, string Address)> TakeOn(string name)
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
                }
            );
        return (id, address);
    }

    private static Task<HttpResponseMessage> Choose(Visitor who, string token, string password = Password) =>
        who.Http.PutAsJsonAsync("/api/session/account-link", new { token, password }, Stop);

    [Fact]
    public async Task Who_is_invited_chooses_a_password_once_and_is_signed_in()
    {
        var (id, address) = await TakeOn("Perpetua Wick");
        await Of("Wilhelmina").Do(HttpMethod.Post, $"/api/set-up/staff/{id}/invitation");
        var (subject, token) = Links(address).ShouldHaveSingleItem();
        subject.ShouldStartWith("Your account at");
        using var visitor = Server.Visit();
        var link = await visitor.Http.PostAsJsonAsync("/api/session/account-link", new { token }, Stop);
        (await link.Content.ReadAsStringAsync(Stop)).ShouldContain("Perpetua Wick");
        (await Choose(visitor, token, "short")).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await Choose(visitor, token)).StatusCode.ShouldBe(HttpStatusCode.NoContent);
        (await visitor.Http.GetFromJsonAsync<JsonElement>("/api/me", Stop))
            .GetProperty("person")
            .GetProperty("name")
            .GetString()
            .ShouldBe("Perpetua Wick");

        using var other = Server.Visit();
        var again = await Choose(other, token, "another long one");
        (again.StatusCode, await again.Content.ReadAsStringAsync(Stop)).ShouldSatisfyAllConditions(
            a => a.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity),
            a => a.Item2.ShouldContain("used already")
        );
        using var signedIn = await Server.Visit().SignIn(address, Password);
    }

    /// <summary>Sent several times at once, all find the link before the first has used it up.</summary>
    [Fact]
    public async Task Chosen_several_times_at_once_the_first_stays_signed_in()
    {
        var (id, address) = await TakeOn("Leopold Hatch");
        await Of("Wilhelmina").Do(HttpMethod.Post, $"/api/set-up/staff/{id}/invitation");
        var (_, token) = Links(address).ShouldHaveSingleItem();
        var visitors = Enumerable.Range(0, 6).Select(_ => Server.Visit()).ToList();
        var answers = await Task.WhenAll(visitors.Select((v, i) => Choose(v, token, $"a long one, number {i}")));
        var won = Array.FindIndex(answers, a => a.StatusCode is HttpStatusCode.NoContent);
        answers
            .Select(a => a.StatusCode)
            .Order()
            .ShouldBe([HttpStatusCode.NoContent, .. Enumerable.Repeat(HttpStatusCode.UnprocessableEntity, 5)]);
        (await visitors[won].Http.GetAsync("/api/me", Stop)).StatusCode.ShouldBe(HttpStatusCode.OK);
        using var signedIn = await Server.Visit().SignIn(address, $"a long one, number {won}");
        visitors.ForEach(v => v.Dispose());
    }

    [Fact]
    public async Task A_newer_invitation_ends_the_older_one()
    {
        var (id, address) = await TakeOn("Cuthbert Gable");
        await Of("Wilhelmina").Do(HttpMethod.Post, $"/api/set-up/staff/{id}/invitation");
        var (_, first) = Links(address).ShouldHaveSingleItem();
        await Of("Wilhelmina").Do(HttpMethod.Post, $"/api/set-up/staff/{id}/invitation");
        var second = Links(address).Single(l => l.Token != first).Token;
        using var visitor = Server.Visit();
        (await Choose(visitor, first)).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await Choose(visitor, second)).StatusCode.ShouldBe(HttpStatusCode.NoContent);
    }

    [Fact]
    public async Task A_forgotten_password_is_replaced_and_whoever_was_signed_in_is_not_any_more()
    {
        var (id, address) = await TakeOn("Ottilie Strand");
        await Of("Wilhelmina").Do(HttpMethod.Post, $"/api/set-up/staff/{id}/invitation");
        using var before = Server.Visit();
        await Choose(before, Links(address)[0].Token);
        using var stranger = Server.Visit();
        async Task<string> Ask(string of)
        {
            var answer = await stranger.Http.PostAsJsonAsync("/api/session/forgotten", new { address = of }, Stop);
            return $"{answer.StatusCode} {await answer.Content.ReadAsStringAsync(Stop)}";
        }

        // Known or not, the answer is the same; asked twice, one mail goes out.
        var known = await Ask(
            address.ToUpperInvariant().Replace("QUAY.EXAMPLE", "quay.example", StringComparison.Ordinal)
        );
        (await Ask("nobody@quay.example")).ShouldBe(known);
        await Ask(address);
        await Ask(address);
        await Waiting.Until(() =>
            Links(address).Any(l => l.Subject.StartsWith("A new password", StringComparison.Ordinal))
        );
        var token = Links(address).Single(l => l.Subject.StartsWith("A new password", StringComparison.Ordinal)).Token;
        (await before.Http.GetAsync("/api/me", Stop)).StatusCode.ShouldBe(HttpStatusCode.OK);
        using var after = Server.Visit();
        (await Choose(after, token, "another long one")).StatusCode.ShouldBe(HttpStatusCode.NoContent);
        (await before.Http.GetAsync("/api/me", Stop)).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        using var signedIn = await Server.Visit().SignIn(address, "another long one");
    }
}
