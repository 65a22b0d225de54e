using System.Net;
using System.Text.Json;
using System.Text.RegularExpressions;
using MimeKit;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Accounts;

/// <summary>Customers reach their page by links that are listed, end, and are kept with what was said by them.</summary>
public sealed partial class PartyLinkTests(YardFixture fixture) : YardTests(fixture)
{
    private Guid Benedikta => Yard.People["Benedikta"].Id.Value;

    private Guid Party => Yard.People["Benedikta"].Party!.Value.Value;

    private async Task<string> Copy(bool endOthers = false)
    {
        var made = await Of("Odalys")
            .Do(HttpMethod.Post, $"/api/contacts/people/{Benedikta}/links", new { way = "copied", endOthers });
        return made.GetProperty("address").GetString()!.Split('/')[^1];
    }

    private async Task<List<JsonElement>> Listed() =>
        [.. (await Of("Odalys").Get($"/api/contacts/{Party}/links")).GetProperty("links").EnumerateArray()];

    private List<MimeMessage> MailsTo(string address)
    {
        var folder = Path.Combine(Yard.Folder, "post", "out");
        return Directory.Exists(folder)
            ?
            [
                .. Directory
                    .EnumerateFiles(folder, "*.eml")
                    .Select(f => MimeMessage.Load(f))
                    .Where(m => m.To.Mailboxes.Any(b => b.Address == address)),
            ]
            : [];
    }

    [GeneratedRegex("/with/([0-9a-f]{64})")]
    private static partial Regex Token();

    [Fact]
    public async Task One_link_is_ended_with_its_session_and_the_other_goes_on()
    {
        var (one, two) = (await Copy(), await Copy());
        using var first = await Server.Visit().ByLink(one);
        using var second = await Server.Visit().ByLink(two);
        // The newest stands first.
        var newest = (await Listed())[0];
        newest.GetProperty("by").GetString().ShouldBe(Yard.People["Odalys"].Name);
        newest.GetProperty("lastUsed").ValueKind.ShouldBe(JsonValueKind.String);
        await Of("Odalys").Do(HttpMethod.Delete, $"/api/contacts/links/{Id(newest)}");
        (await second.Http.GetAsync("/api/page", Stop)).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        (await first.Http.GetAsync("/api/page", Stop)).StatusCode.ShouldBe(HttpStatusCode.OK);
        using var late = Server.Visit();
        (await late.Refused(HttpMethod.Post, "/api/session/link", new { token = two })).Words.ShouldContain(
            "no longer works"
        );
    }

    [Fact]
    public async Task All_links_of_a_contact_end_at_once_or_with_a_new_one()
    {
        var old = await Copy();
        using var before = await Server.Visit().ByLink(old);
        var next = await Copy(endOthers: true);
        (await before.Http.GetAsync("/api/page", Stop)).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        using var gone = Server.Visit();
        (await gone.Refused(HttpMethod.Post, "/api/session/link", new { token = old })).Status.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        using var visitor = await Server.Visit().ByLink(next);
        await Of("Odalys").Do(HttpMethod.Delete, $"/api/contacts/people/{Benedikta}/links");
        (await visitor.Http.GetAsync("/api/page", Stop)).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        (await Listed()).ShouldAllBe(l => !l.GetProperty("works").GetBoolean());
    }

    [Fact]
    public async Task An_entry_keeps_by_which_link_it_came_and_who_made_it_is_named_in_the_docket()
    {
        using var visitor = await Server.Visit().ByLink(await Copy());
        await Say(visitor, Conversation("J-1 Benedikta"), "From my page");
        var talk = (await Of("Odalys").Get("/api/dockets/J-1/talk")).GetRawText();
        talk.ShouldContain($"by the link that {Yard.People["Odalys"].Name} made on");
        talk.ShouldContain("made a link to their page for");
        (await visitor.Get("/api/page")).GetRawText().ShouldNotContain("by the link that");
    }

    [Fact]
    public async Task A_link_is_mailed_in_ones_own_words_and_needs_its_place_in_them()
    {
        var path = $"/api/contacts/people/{Benedikta}/links";
        (await Of("Odalys").Refused(HttpMethod.Post, path, new { way = "mail", words = "Here." })).Words.ShouldContain(
            "{link}"
        );
        var sent = await Of("Odalys")
            .Do(HttpMethod.Post, path, new { way = "mail", words = "Dear B, look: {link} Yours, O." });
        sent.GetProperty("address").ValueKind.ShouldBe(JsonValueKind.Null);
        var mail = MailsTo(sent.GetProperty("to").GetString()!).Last(m => (m.TextBody ?? "").Contains("Dear B"));
        using var visitor = await Server.Visit().ByLink(Token().Match(mail.TextBody!).Groups[1].Value);
        (await visitor.Get("/api/me")).GetProperty("staff").GetBoolean().ShouldBeFalse();
    }

    [Fact]
    public async Task Who_asks_for_their_link_gets_it_and_a_stranger_hears_the_same_words()
    {
        var address = (await Of("Odalys").Get($"/api/contacts/{Party}"))
            .GetProperty("people")[0]
            .GetProperty("address")
            .GetString()!;
        using var visitor = Server.Visit();
        var known = await visitor.Send(HttpMethod.Post, "/api/session/party-link", new { address });
        var unknown = await visitor.Send(
            HttpMethod.Post,
            "/api/session/party-link",
            new { address = "nobody@far.example" }
        );
        known.StatusCode.ShouldBe(unknown.StatusCode);
        (await known.Content.ReadAsStringAsync(Stop)).ShouldBe(await unknown.Content.ReadAsStringAsync(Stop));
        bool Came() => MailsTo(address).Any(m => (m.TextBody ?? "").Contains("here is your page with"));
        await Waiting.Until(Came);
        MailsTo("nobody@far.example").ShouldBeEmpty();
        // Staff ask for a password, not for a page.
        await visitor.Send(HttpMethod.Post, "/api/session/party-link", new { address = "odalys@quay.example" });
        await visitor.Send(HttpMethod.Post, "/api/session/party-link", new { address });
        MailsTo("odalys@quay.example").ShouldBeEmpty();
    }

    [Fact]
    public async Task A_mail_that_asks_for_something_carries_its_readers_own_link()
    {
        var conversation = Conversation("J-1 Benedikta");
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{conversation}/entries",
                new
                {
                    id = Guid.CreateVersion7(),
                    body = "Shall we go on as planned?",
                    via = "mail",
                    ask = new
                    {
                        id = Guid.CreateVersion7(),
                        kind = "decision",
                        of = new[] { new { kind = "person", id = Benedikta } },
                        rule = "anyone",
                    },
                }
            );
        var address = (await Of("Odalys").Get($"/api/contacts/{Party}"))
            .GetProperty("people")[0]
            .GetProperty("address")
            .GetString()!;
        MimeMessage? Mail() => MailsTo(address).Find(m => (m.TextBody ?? "").Contains("go on as planned"));
        await Waiting.Until(() => Mail() is not null);
        using var visitor = await Server.Visit().ByLink(Token().Match(Mail()!.TextBody!).Groups[1].Value);
        (await visitor.Get("/api/page")).GetRawText().ShouldContain("go on as planned");
    }
}
