using System.Net;
using System.Text.Json;
using MimeKit;
using Wrenlet.Core.Conversations;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Mail;

/// <summary>Every way in and out, over the real server, its stand-ins' folders and its database file.</summary>
public sealed class WaysTests(YardFixture fixture) : YardTests(fixture)
{
    private Task<Visitor> As(string name) =>
        Server.Visit().SignIn($"{name.ToLowerInvariant()}@quay.example", SmallYard.Password);

    private async Task<JsonElement[]> Entries(Guid conversation) =>
        [
            .. (await Of("Odalys").Get($"/api/conversations/{conversation}/entries"))
                .GetProperty("entries")
                .EnumerateArray(),
        ];

    private async Task<JsonElement> Standing(Guid conversation) =>
        (await Of("Odalys").Get($"/api/conversations/{conversation}")).GetProperty("conversation");

    private void Deliver(MimeMessage mail)
    {
        var path = Path.Combine(Server.Data, "post", "in", $"{Guid.CreateVersion7():N}.eml");
        mail.WriteTo(path + ".part");
        File.Move(path + ".part", path);
    }

    private void DeliverText(string number, string text, string? id = null)
    {
        id ??= $"{Guid.CreateVersion7():N}";
        var path = Path.Combine(Server.Data, "text", "in", $"{id}.json");
        File.WriteAllText(
            path + ".part",
            JsonSerializer.Serialize(
                new
                {
                    id,
                    from = number,
                    to = "yard",
                    text,
                    at = DateTimeOffset.UtcNow,
                }
            )
        );
        File.Move(path + ".part", path);
    }

    private static MimeMessage From(string name, string address, string subject, MimeEntity body)
    {
        var mail = new MimeMessage
        {
            Subject = subject,
            Body = body,
            MessageId = $"{Guid.NewGuid():N}@post.example",
        };
        mail.From.Add(new MailboxAddress(name, address));
        mail.To.Add(new MailboxAddress("Yard", "yard@quay.example"));
        return mail;
    }

    private async Task<JsonElement> Arrives(Guid conversation, string words)
    {
        JsonElement[] found = [];
        await Waiting.Until(() =>
            (
                found = [
                    .. Entries(conversation)
                        .Result.Where(e =>
                            e.GetProperty("html").GetString()!.Contains(words, StringComparison.Ordinal)
                        ),
                ]
            ).Length > 0
        );
        return found[^1];
    }

    /// <summary>Answers by a way; null for the one that the party used last.</summary>
    private async Task<Guid> Reply(Guid conversation, string body, bool close = false, string? via = "mail")
    {
        var id = Guid.CreateVersion7();
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{conversation}/entries",
                new
                {
                    id,
                    body,
                    close,
                    via,
                }
            );
        return id;
    }

    [Fact]
    public async Task A_formatted_mail_keeps_its_form_its_pictures_and_its_files_and_folds_what_is_below()
    {
        var builder = new BodyBuilder
        {
            HtmlBody = """
                <html><body><script>alert(1)</script><p style="color:red">The <b>port</b> side,
                see <img src="cid:pic1"> and <img src="https://tracker.example/x.gif"></p>
                <p>On Mon, 13 Apr 2026, Odalys Brandt wrote:</p><blockquote>What did you see?</blockquote></body></html>
                """,
        };
        var picture = await builder.LinkedResources.AddAsync(
            "port.png",
            new MemoryStream([0x89, 0x50, 0x4e, 0x47]),
            TestContext.Current.CancellationToken
        );
        picture.ContentId = "pic1";
        await builder.Attachments.AddAsync(
            "survey.pdf",
            new MemoryStream("%PDF pages"u8.ToArray()),
            TestContext.Current.CancellationToken
        );
        Deliver(From("Benedikta Thorne", "benedikta@post.example", "Quillfish", builder.ToMessageBody()));

        var entry = await Arrives(Conversation("J-1 Benedikta"), "port");
        var html = entry.GetProperty("html").GetString()!;
        html.ShouldContain("<b>port</b>");
        html.ShouldNotContain("script");
        html.ShouldNotContain("tracker");
        html.ShouldNotContain("style");
        html.ShouldContain("<details><summary>");
        html.IndexOf("What did you see?", StringComparison.Ordinal)
            .ShouldBeGreaterThan(html.IndexOf("<details>", StringComparison.Ordinal));
        var files = entry
            .GetProperty("files")
            .EnumerateArray()
            .ToDictionary(f => f.GetProperty("name").GetString()!, f => f.GetProperty("id").GetGuid());
        html.ShouldContain($"/api/files/{files["port.png"]}");
        (
            await Of("Odalys")
                .Http.GetByteArrayAsync($"/api/files/{files["survey.pdf"]}", TestContext.Current.CancellationToken)
        ).ShouldBe("%PDF pages"u8.ToArray());
        (
            await Of("Odalys")
                .Http.GetStringAsync(
                    $"/api/files/{entry.GetProperty("source").GetGuid()}",
                    TestContext.Current.CancellationToken
                )
        ).ShouldContain("tracker.example");

        // Its party has the files too, another has not.
        using var benedikta = await Server.Visit().ByLink(Yard.Links["Benedikta"]);
        using var saoirse = await Server.Visit().ByLink(Yard.Links["Saoirse"]);
        (
            await benedikta.Http.GetAsync($"/api/files/{files["survey.pdf"]}", TestContext.Current.CancellationToken)
        ).StatusCode.ShouldBe(HttpStatusCode.OK);
        (
            await saoirse.Http.GetAsync($"/api/files/{files["survey.pdf"]}", TestContext.Current.CancellationToken)
        ).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (
            await benedikta.Http.GetAsync(
                $"/api/files/{entry.GetProperty("source").GetGuid()}",
                TestContext.Current.CancellationToken
            )
        ).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task An_automatic_answer_starts_no_clock_and_opens_nothing()
    {
        var conversation = Conversation("J-1 Benedikta");
        await Reply(conversation, "All done", close: true);
        var away = From(
            "Benedikta Thorne",
            "benedikta@post.example",
            "Away",
            new TextPart("plain") { Text = "I am away until Monday." }
        );
        away.Headers.Add("Auto-Submitted", "auto-replied");
        Deliver(away);
        (await Arrives(conversation, "away until Monday")).GetProperty("automatic").GetBoolean().ShouldBeTrue();
        var standing = await Standing(conversation);
        standing.GetProperty("open").GetBoolean().ShouldBeFalse();
        standing.GetProperty("turn").GetString().ShouldBe("theirs");

        // A word of her own opens it again, with its last owner.
        Deliver(
            From(
                "Benedikta Thorne",
                "benedikta@post.example",
                "One more thing",
                new TextPart("plain") { Text = "One more thing, please." }
            )
        );
        await Arrives(conversation, "One more thing");
        standing = await Standing(conversation);
        standing.GetProperty("open").GetBoolean().ShouldBeTrue();
        standing.GetProperty("turn").GetString().ShouldBe("ours");
        standing.GetProperty("owner").GetProperty("firstName").GetString().ShouldBe("Odalys");
    }

    [Fact]
    public async Task A_mail_that_comes_back_is_said_on_its_entry_and_to_its_author()
    {
        var conversation = Conversation("J-1 Benedikta");
        var id = await Reply(conversation, "The quote is attached.");
        await Waiting.Until(() => File.Exists(Path.Combine(Server.Data, "post", "out", $"{id:N}@quay.example.eml")));
        var report = new MultipartReport("delivery-status")
        {
            new TextPart("plain") { Text = "Your message could not be delivered." },
            new MessageDeliveryStatus
            {
                StatusGroups =
                {
                    new HeaderList { { "Reporting-MTA", "dns; mx.post.example" } },
                    new HeaderList
                    {
                        { "Final-Recipient", "rfc822; benedikta@post.example" },
                        { "Action", "failed" },
                        { "Status", "5.1.1" },
                        { "Diagnostic-Code", "smtp; 550 5.1.1 no such user" },
                    },
                },
            },
            new TextPart("rfc822-headers") { Text = $"Message-ID: <{id:N}@quay.example>\r\nSubject: x\r\n" },
        };
        Deliver(From("Mail Delivery", "mailer-daemon@mx.post.example", "Undelivered", report));
        JsonElement entry = default;
        await Waiting.Until(() =>
            (entry = Of("Odalys").Get($"/api/entries/{id}").Result).GetProperty("delivery").GetString() == "returned"
        );
        entry
            .GetProperty("problem")
            .GetString()
            .ShouldBe("benedikta@post.example was not reached: 550 5.1.1 no such user");
        (await Of("Odalys").Get("/api/alerts")).GetRawText().ShouldContain("It did not reach Benedikta");
        (await Standing(conversation)).GetProperty("turn").GetString().ShouldBe("theirs");
        (await Of("Odalys").Get("/api/queues/board")).GetRawText().ShouldNotContain("Mail Delivery");
    }

    [Fact]
    public async Task A_text_goes_out_and_comes_in_once_and_a_wrong_number_is_refused_with_what_is_wrong()
    {
        var benedikta = Yard.People["Benedikta"];
        object Contact(string number) =>
            new
            {
                party = benedikta.Party!.Value.Value,
                name = benedikta.Name,
                address = "benedikta@post.example",
                language = "en",
                reaches = new[]
                {
                    new
                    {
                        kind = "phone",
                        value = number,
                        label = "mobile",
                    },
                },
            };
        var wrong = await Of("Odalys")
            .Send(HttpMethod.Put, $"/api/contacts/people/{benedikta.Id.Value}", Contact("+351 910 00"), ifMatch: "*");
        wrong.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await wrong.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)).ShouldContain("too short");
        await Of("Odalys")
            .Do(
                HttpMethod.Put,
                $"/api/contacts/people/{benedikta.Id.Value}",
                Contact("+351 910 000 133"),
                ifMatch: "*"
            );

        var conversation = Conversation("J-1 Benedikta");
        DeliverText("+351910000133", "Is she in the water?", "same0text");
        (await Arrives(conversation, "Is she in the water?")).GetProperty("via").GetString().ShouldBe("text");
        // It is put away only when it is kept.
        await Waiting.Until(() => !File.Exists(Path.Combine(Server.Data, "text", "in", "same0text.json")));
        DeliverText("+351910000133", "Is she in the water?", "same0text");

        // The answer goes the way she wrote.
        var id = await Reply(conversation, "On **Thursday**.", via: null);
        var file = Path.Combine(Server.Data, "text", "out", $"{id:N}.json");
        await Waiting.Until(() => File.Exists(file));
        using var sent = JsonDocument.Parse(await File.ReadAllTextAsync(file, TestContext.Current.CancellationToken));
        sent.RootElement.GetProperty("to").GetString().ShouldBe("+351910000133");
        sent.RootElement.GetProperty("text").GetString().ShouldBe("On Thursday.");
        (await Entries(conversation))
            .Count(e => e.GetProperty("html").GetString()!.Contains("in the water?", StringComparison.Ordinal))
            .ShouldBe(1);
        File.Exists(Path.Combine(Server.Data, "post", "out", $"{id:N}@quay.example.eml")).ShouldBeFalse();

        // A number nobody has is a stranger in Unsorted.
        DeliverText("+351910000199", "Do you repair dinghies?");
        await Waiting.Until(() =>
            Of("Odalys")
                .Get("/api/queues/board")
                .Result.GetRawText()
                .Contains("repair dinghies", StringComparison.Ordinal)
        );
    }

    [Fact]
    public async Task Sent_on_outside_it_asks_before_inside_words_leave_and_the_answer_comes_back_to_the_docket()
    {
        var inside = Conversation("J-1 inside");
        var note = Guid.CreateVersion7();
        await Of("Odalys")
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{inside}/entries",
                new { id = note, body = "The keel bolts three and four are wasted by about a third." }
            );
        var sending = new
        {
            id = Guid.CreateVersion7(),
            entries = new[] { note },
            to = "foundry@far.example",
            message = "Can you make these?",
            knowing = false,
        };
        var held = await Of("Odalys").Send(HttpMethod.Post, $"/api/conversations/{inside}/forwards", sending);
        held.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await held.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)).ShouldContain("inside-words");
        (await Of("Odalys").Get("/api/dockets/J-1")).GetProperty("conversations").GetArrayLength().ShouldBe(3);

        var sent = await Of("Odalys")
            .Do(HttpMethod.Post, $"/api/conversations/{inside}/forwards", sending with { knowing = true });
        sent.GetProperty("entry").GetProperty("knowing").GetString()!.ShouldContain("Odalys wrote internally");
        sent.GetProperty("docket").GetString().ShouldBe("J-1");
        var file = Path.Combine(Server.Data, "post", "out", $"{sending.id:N}@quay.example.eml");
        await Waiting.Until(() => File.Exists(file));
        var mail = await MimeMessage.LoadAsync(file, TestContext.Current.CancellationToken);
        mail.To.Mailboxes.Single().Address.ShouldBe("foundry@far.example");
        mail.TextBody!.ShouldContain("The keel bolts three and four are wasted");

        var answer = From(
            "The foundry",
            "foundry@far.example",
            "Re: bolts",
            new TextPart("plain") { Text = "Yes, in two weeks." }
        );
        answer.InReplyTo = mail.MessageId;
        Deliver(answer);
        await Arrives(sent.GetProperty("conversation").GetGuid(), "in two weeks");
        (await Of("Odalys").Get("/api/dockets/J-1/talk")).GetRawText().ShouldContain("in two weeks");
    }

    [Fact]
    public async Task A_call_note_stands_inside_tells_its_person_and_makes_the_task_once()
    {
        using var ines = await As("Ines");
        var call = new
        {
            id = Guid.CreateVersion7(),
            docket = "J-1",
            who = "Benedikta *Thorne*",
            number = "+351910000133",
            about = "Asks whether the mast is done",
            callBack = "2026-04-14T14:00:00Z",
            @for = Yard.People["Ines"].Id.Value,
        };
        var noted = await Of("Odalys").Do(HttpMethod.Post, "/api/calls", call);
        await Of("Odalys").Do(HttpMethod.Post, "/api/calls", call);
        noted
            .GetProperty("task")
            .GetProperty("title")
            .GetString()
            .ShouldStartWith("Call Benedikta *Thorne* back on +351");
        var entries = await Entries(Conversation("J-1 inside"));
        var entry = entries.Single(e => e.GetProperty("via").GetString() == "call");
        entry.GetProperty("html").GetString()!.ShouldContain("Call back promised for Tue 14 Apr 15:00");
        (await ines.Get("/api/alerts"))
            .GetProperty("alerts")
            .EnumerateArray()
            .Count(a => a.GetRawText().Contains("mast is done", StringComparison.Ordinal))
            .ShouldBe(1);
        (await ines.Get("/api/tasks"))
            .EnumerateArray()
            .Count(t => t.GetProperty("title").GetString()!.StartsWith("Call Benedikta", StringComparison.Ordinal))
            .ShouldBe(1);
        using var benedikta = await Server.Visit().ByLink(Yard.Links["Benedikta"]);
        (await benedikta.Get("/api/page")).GetRawText().ShouldNotContain("mast is done");

        var wrong = await Of("Odalys")
            .Send(HttpMethod.Post, "/api/calls", call with { id = Guid.CreateVersion7(), number = "12" });
        (await wrong.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)).ShouldContain("\"number\"");

        // Without a docket a ticket is opened for it, once.
        var ticket = new
        {
            id = Guid.CreateVersion7(),
            who = "A stranger",
            about = "Wants to know our hours",
        };
        var first = await Of("Odalys").Do(HttpMethod.Post, "/api/calls", ticket);
        (await Of("Odalys").Do(HttpMethod.Post, "/api/calls", ticket))
            .GetProperty("docket")
            .GetString()
            .ShouldBe(first.GetProperty("docket").GetString());
    }
}
