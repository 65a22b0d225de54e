using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Conversations;

/// <summary>What holds a reply up, and the time to think before it leaves.</summary>
public sealed class BeforeItLeavesTests : IAsyncLifetime
{
    private SmallYard _yard = null!;
    private RunningServer _server = null!;
    private Visitor _odalys = null!;
    private Visitor _ines = null!;

    private Guid Outside => _yard.Conversations["J-1 Benedikta"].Value;

    public async ValueTask InitializeAsync()
    {
        _yard = await SmallYard.Build();
        await Begin();
    }

    private async Task Begin(string think = "2")
    {
        _server = await RunningServer.Start(
            _yard.Folder,
            "--no-demo",
            "--clock",
            "2026-04-14T08:40",
            "--changes-per-second",
            "0",
            "--think-seconds",
            think
        );
        _odalys = await _server.Visit().SignIn("odalys@quay.example", SmallYard.Password);
        _ines = await _server.Visit().SignIn("ines@quay.example", SmallYard.Password);
    }

    /// <summary>
    /// The server once more, with other time to think: what has to happen within that time has plenty, however busy the
    /// machine is.
    /// </summary>
    private async Task BeginAgain(string think)
    {
        _odalys.Dispose();
        _ines.Dispose();
        await _server.DisposeAsync();
        await Begin(think);
    }

    public async ValueTask DisposeAsync()
    {
        _odalys.Dispose();
        _ines.Dispose();
        await _server.DisposeAsync();
        Directory.Delete(_yard.Folder, recursive: true);
    }

    private string Mail(Guid id) => Path.Combine(_server.Data, "post", "out", $"{id:N}@quay.example.eml");

    private Task<HttpResponseMessage> Post(Visitor who, object entry) =>
        who.Send(HttpMethod.Post, $"/api/conversations/{Outside}/entries", entry);

    private async Task<JsonElement> Standing() =>
        (await _odalys.Get($"/api/conversations/{Outside}")).GetProperty("conversation");

    private static async Task<JsonElement> Problem(HttpResponseMessage response)
    {
        response.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        return await response.Content.ReadFromJsonAsync<JsonElement>(TestContext.Current.CancellationToken);
    }

    [Fact]
    public async Task Of_two_who_answer_at_the_same_moment_one_reply_goes_and_the_other_is_held_back_with_it()
    {
        var seen = (await Standing()).GetProperty("lastEntry").GetInt64();
        var ids = new[] { Guid.CreateVersion7(), Guid.CreateVersion7() };
        var answers = await Task.WhenAll(
            Post(
                _odalys,
                new
                {
                    id = ids[0],
                    body = "We look at it at nine.",
                    seen,
                }
            ),
            Post(
                _ines,
                new
                {
                    id = ids[1],
                    body = "I can come at ten.",
                    seen,
                }
            )
        );
        answers.Count(a => a.IsSuccessStatusCode).ShouldBe(1);
        var (held, sent) = answers[0].IsSuccessStatusCode ? (answers[1], ids[0]) : (answers[0], ids[1]);
        var missed = (await Problem(held)).GetProperty("missed").EnumerateArray().ShouldHaveSingleItem();
        missed.GetProperty("id").GetGuid().ShouldBe(sent);
        await Waiting.Until(() => File.Exists(Mail(sent)));
        Directory.GetFiles(Path.Combine(_server.Data, "post", "out"), "*.eml").Length.ShouldBe(1);

        // Having read it, one may send anyway.
        var (other, mine) = answers[0].IsSuccessStatusCode ? (_ines, ids[1]) : (_odalys, ids[0]);
        (
            await Post(
                other,
                new
                {
                    id = mine,
                    body = "And something more.",
                    seen = missed.GetProperty("order").GetInt64(),
                }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task A_leak_is_held_up_with_its_reasons_and_going_on_is_recorded()
    {
        const string Inside = "she has not paid the bill of last autumn so ask her before any extra work";
        await _odalys.Do(
            HttpMethod.Post,
            $"/api/conversations/{_yard.Conversations["J-1 inside"].Value}/entries",
            new
            {
                id = Guid.CreateVersion7(),
                body = Inside,
                files = Array.Empty<Guid>(),
            }
        );
        var id = Guid.CreateVersion7();
        object Draft(bool knowing) =>
            new
            {
                id,
                body = $"Dear Benedikta, she has not paid the bill of last autumn. See #J-2 and task.",
                to = new[] { "someone@else.example" },
                files = new[] { new { id = _yard.Files["J-1 inside"] } },
                knowing,
            };
        var leaks = (await Problem(await Post(_odalys, Draft(false)))).GetProperty("leaks").EnumerateArray().ToList();
        leaks
            .Select(l => l.GetProperty("kind").GetString())
            .ShouldBe(["inside-words", "unseen-thing", "inside-file", "foreign-address"]);
        leaks[0].GetProperty("words").GetString().ShouldBe("she has not paid the bill of last autumn");

        // The composer's check says the same beforehand.
        var check = await _odalys.Do(
            HttpMethod.Post,
            $"/api/conversations/{Outside}/check",
            new { body = "she has not paid the bill of last autumn, really", via = "mail" }
        );
        check.GetProperty("leaks").GetArrayLength().ShouldBe(1);
        check.GetProperty("whoSees").GetString().ShouldBe("By mail to benedikta@post.example.");

        (await Post(_odalys, Draft(true))).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await _odalys.Get($"/api/entries/{id}")).GetProperty("knowing").GetString()!.Split('\n').Length.ShouldBe(4);
        using var administrator = await _server.Visit().SignIn("wilhelmina@quay.example", SmallYard.Password);
        var line = (await administrator.Get("/api/log?words=leak"))
            .GetProperty("lines")
            .EnumerateArray()
            .ShouldHaveSingleItem();
        line.GetProperty("what").GetString().ShouldBe("sent in spite of the leak check");
        line.GetProperty("about").GetString()!.ShouldStartWith("J-1 Benedikta");
        using var benedikta = await _server.Visit().ByLink(_yard.Links["Benedikta"]);
        await Waiting.Until(() => File.Exists(Mail(id)));
        await Waiting.Until(() => benedikta.Http.GetAsync($"/api/entries/{id}").Result.IsSuccessStatusCode);
        (await benedikta.Get($"/api/entries/{id}")).GetProperty("knowing").ValueKind.ShouldBe(JsonValueKind.Null);
    }

    private async Task<List<JsonElement>> Leaks(Visitor who, string conversation, string body, params Guid[] files) =>
        [
            .. (
                await who.Do(
                    HttpMethod.Post,
                    $"/api/conversations/{_yard.Conversations[conversation].Value}/check",
                    new { body, files }
                )
            )
                .GetProperty("leaks")
                .EnumerateArray(),
        ];

    private Task Note(Visitor who, string conversation, string body) =>
        who.Do(
            HttpMethod.Post,
            $"/api/conversations/{_yard.Conversations[conversation].Value}/entries",
            new { id = Guid.CreateVersion7(), body }
        );

    [Fact]
    public async Task What_is_inside_counts_in_its_own_docket_and_is_told_to_nobody_who_does_not_see_it()
    {
        using var kit = await _server.Visit().SignIn("kit@quay.example", SmallYard.Password);
        const string Secret = "the dispute about the salt ledger is to be settled out of court";
        await Note(kit, "J-2 inside", Secret);
        (await Leaks(kit, "J-2 Caspian", Secret)).ShouldHaveSingleItem();
        (await Leaks(kit, "J-1 Benedikta", Secret)).ShouldBeEmpty();
        (await Leaks(_odalys, "J-1 Benedikta", Secret)).ShouldBeEmpty();
    }

    [Fact]
    public async Task What_was_said_with_another_party_of_the_docket_is_held_up()
    {
        const string Price = "for you the crane costs half of what the others have to pay for it";
        (
            await _odalys.Send(
                HttpMethod.Post,
                $"/api/conversations/{_yard.Conversations["J-1 Saoirse"].Value}/entries",
                new { id = Guid.CreateVersion7(), body = Price }
            )
        ).IsSuccessStatusCode.ShouldBeTrue();
        var leak = (await Leaks(_odalys, "J-1 Benedikta", $"As I said: {Price}.")).ShouldHaveSingleItem();
        leak.GetProperty("kind").GetString().ShouldBe("other-words");
        leak.GetProperty("words").GetString().ShouldBe(Price);
        (await Leaks(_odalys, "J-1 Saoirse", $"As I said: {Price}.")).ShouldBeEmpty();
    }

    [Fact]
    public async Task A_stock_reply_that_somebody_wrote_inside_as_well_is_no_secret()
    {
        const string Stock = "We work on your boat from Monday to Friday between eight and five";
        using var administrator = await _server.Visit().SignIn("wilhelmina@quay.example", SmallYard.Password);
        await administrator.Do(
            HttpMethod.Put,
            $"/api/stock-replies/{Guid.CreateVersion7()}",
            new
            {
                name = "Hours",
                body = Stock,
                own = false,
            }
        );
        await Note(_odalys, "J-1 inside", $"Tell her: {Stock}.");
        (await Leaks(_odalys, "J-1 Benedikta", Stock)).ShouldBeEmpty();
    }

    [Fact]
    public async Task A_file_that_is_inside_is_held_up_under_another_name_too()
    {
        var bytes = await _odalys.Http.GetByteArrayAsync(
            $"/api/files/{_yard.Files["J-1 inside"]}",
            TestContext.Current.CancellationToken
        );
        var again = await Upload("harmless.txt", bytes);
        var other = await Upload("other.txt", [.. bytes, 1]);
        (await Leaks(_odalys, "J-1 Benedikta", "Here it is", other)).ShouldBeEmpty();
        (await Leaks(_odalys, "J-1 Benedikta", "Here it is", again))
            .ShouldHaveSingleItem()
            .GetProperty("kind")
            .GetString()
            .ShouldBe("inside-file");
    }

    private async Task<Guid> Upload(string name, byte[] bytes)
    {
        var id = Guid.CreateVersion7();
        await _odalys.Do(
            HttpMethod.Post,
            "/api/uploads",
            new
            {
                id,
                name,
                mediaType = "text/plain",
                size = bytes.Length,
            }
        );
        using var part = new HttpRequestMessage(HttpMethod.Patch, $"/api/uploads/{id}")
        {
            Content = new ByteArrayContent(bytes),
        };
        part.Headers.Add("Upload-Offset", "0");
        (await _odalys.Http.SendAsync(part, TestContext.Current.CancellationToken)).IsSuccessStatusCode.ShouldBeTrue();
        return id;
    }

    [Fact]
    public async Task Taken_back_within_its_time_it_never_leaves_and_all_is_as_before()
    {
        await BeginAgain(think: "120");
        var before = await Standing();
        var id = Guid.CreateVersion7();
        (
            await Post(
                _odalys,
                new
                {
                    id,
                    body = "Too early",
                    close = true,
                }
            )
        ).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await Standing()).GetProperty("open").GetBoolean().ShouldBeFalse();
        using var benedikta = await _server.Visit().ByLink(_yard.Links["Benedikta"]);
        (await benedikta.Get("/api/page")).GetRawText().ShouldNotContain("Too early");
        (await _ines.Send(HttpMethod.Delete, $"/api/entries/{id}/leaving")).StatusCode.ShouldBe(
            HttpStatusCode.UnprocessableEntity,
            "only its author takes it back"
        );
        (await _odalys.Do(HttpMethod.Delete, $"/api/entries/{id}/leaving"))
            .GetProperty("body")
            .GetString()
            .ShouldBe("Too early");
        var after = await Standing();
        foreach (var part in new[] { "open", "turn", "owner" })
            after.GetProperty(part).GetRawText().ShouldBe(before.GetProperty(part).GetRawText(), part);
        (await _odalys.Http.GetAsync($"/api/entries/{id}", TestContext.Current.CancellationToken)).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
        // What is said after it leaves after it: when that has left, it would have too.
        await BeginAgain(think: "0");
        var next = Guid.CreateVersion7();
        (await Post(_ines, new { id = next, body = "Now it is time" })).StatusCode.ShouldBe(HttpStatusCode.OK);
        await Waiting.Until(() => File.Exists(Mail(next)));
        File.Exists(Mail(id)).ShouldBeFalse();
    }

    [Fact]
    public async Task What_was_filed_and_thanked_for_meanwhile_is_taken_back_all_the_same()
    {
        await BeginAgain(think: "120");
        var id = Guid.CreateVersion7();
        (await Post(_odalys, new { id, body = "Too early, but useful" })).StatusCode.ShouldBe(HttpStatusCode.OK);
        await _ines.Do(
            HttpMethod.Put,
            $"/api/entries/{id}/filing",
            new
            {
                kind = "advice",
                minutes = 10,
                billable = true,
            }
        );
        var thanks = Guid.CreateVersion7();
        (
            await _ines.Send(
                HttpMethod.Post,
                "/api/thanks",
                new
                {
                    id = thanks,
                    person = _yard.People["Odalys"].Id.Value,
                    kind = "helping-hand",
                    words = "That was quick.",
                    entry = id,
                }
            )
        ).IsSuccessStatusCode.ShouldBeTrue();
        (await _odalys.Do(HttpMethod.Delete, $"/api/entries/{id}/leaving"))
            .GetProperty("body")
            .GetString()
            .ShouldBe("Too early, but useful");
        // The thanks stay, for nothing in particular; of the record it is gone.
        var kept = (await _ines.Get("/api/thanks"))
            .EnumerateArray()
            .Single(t => t.GetProperty("id").GetGuid() == thanks);
        kept.GetProperty("words").GetString().ShouldBe("That was quick.");
        (await _ines.Get("/api/dockets/J-1/record")).GetRawText().ShouldNotContain("Too early, but useful");
    }

    [Fact]
    public async Task A_power_cut_within_its_time_loses_nothing_and_it_leaves_once()
    {
        var id = Guid.CreateVersion7();
        (await Post(_odalys, new { id, body = "After the power cut" })).StatusCode.ShouldBe(HttpStatusCode.OK);
        await _server.Kill();
        File.Exists(Mail(id)).ShouldBeFalse();
        await Begin();
        await Waiting.Until(() => File.Exists(Mail(id)));
        await Waiting.Until(() =>
            _odalys.Get($"/api/entries/{id}").Result.GetProperty("delivery").GetString() == "sent"
        );
        (await _odalys.Send(HttpMethod.Delete, $"/api/entries/{id}/leaving")).StatusCode.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        Directory.GetFiles(Path.Combine(_server.Data, "post", "out")).Length.ShouldBe(1);
    }

    [Fact]
    public async Task A_field_that_nobody_filled_in_does_not_leave()
    {
        var problem = await Problem(
            await Post(_odalys, new { id = Guid.CreateVersion7(), body = "Dear {party first name}, on {launch}." })
        );
        problem
            .GetProperty("detail")
            .GetString()!
            .ShouldStartWith("{party first name}, {launch} have not been filled in.");
        var filled = await _odalys.Get($"/api/conversations/{Outside}/stock-replies/{_yard.EverybodysStock}");
        filled.GetProperty("body").GetString().ShouldBe("Dear Benedikta");
    }
}
