using System.Text.Json;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging.Abstractions;
using MimeKit;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Background;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Server.Standins;
using Wrenlet.Server.Tests.World;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Tests.Mail;

/// <summary>
/// Real mail servers in the place of the stand-in, over real sockets on loopback; and what happens when they, or the
/// disk, fail.
/// </summary>
public sealed class RealServerTests : IDisposable
{
    private readonly LoopbackSmtp _smtp = new();
    private readonly LoopbackImap _imap = new();

    private async Task<(SmallYard Yard, string File)> Prepare()
    {
        var yard = await SmallYard.Build();
        var file = Path.Combine(yard.Folder, "mail.json");
        await File.WriteAllTextAsync(
            file,
            JsonSerializer.Serialize(
                new
                {
                    smtp = new
                    {
                        host = "127.0.0.1",
                        port = _smtp.Port,
                        security = "none",
                    },
                    imap = new
                    {
                        host = "127.0.0.1",
                        port = _imap.Port,
                        security = "none",
                        user = "yard",
                        password = "secret",
                    },
                }
            )
        );
        return (yard, file);
    }

    private static async Task<(RunningServer Server, Visitor Odalys)> Start(SmallYard yard, string file)
    {
        var server = await RunningServer.Start(yard.Folder, "--no-demo", "--clock", "2026-04-14T08:40", "--mail", file);
        return (server, await server.Visit().SignIn("odalys@quay.example", SmallYard.Password));
    }

    private static async Task<Guid> Reply(Visitor odalys, SmallYard yard, string body)
    {
        var id = Guid.CreateVersion7();
        await odalys.Do(
            HttpMethod.Post,
            $"/api/conversations/{yard.Conversations["J-1 Benedikta"].Value}/entries",
            new { id, body }
        );
        return id;
    }

    private static async Task Until(Visitor odalys, Guid entry, string delivery) =>
        await Waiting.Until(
            () => odalys.Get($"/api/entries/{entry}").Result.GetProperty("delivery").GetString() == delivery,
            20
        );

    [Fact]
    public async Task A_reply_leaves_by_smtp_and_what_arrives_by_imap_is_taken_in_and_marked_as_seen()
    {
        var (yard, file) = await Prepare();
        var (server, odalys) = await Start(yard, file);
        await using (server)
        {
            var id = await Reply(odalys, yard, "By a real mail server");
            await Until(odalys, id, "sent");
            var mail = MimeMessage.Load(
                new MemoryStream(System.Text.Encoding.Latin1.GetBytes(_smtp.Taken.ShouldHaveSingleItem())),
                TestContext.Current.CancellationToken
            );
            mail.MessageId.ShouldBe($"{id:N}@quay.example");
            mail.TextBody!.Trim().ShouldBe("By a real mail server");
            _smtp.Lines.ShouldContain(l =>
                l.StartsWith("MAIL FROM:<yard@quay.example>", StringComparison.OrdinalIgnoreCase)
            );
            _smtp.Lines.ShouldContain(l =>
                l.StartsWith("RCPT TO:<benedikta@post.example>", StringComparison.OrdinalIgnoreCase)
            );

            _imap.Mails[7] =
                $"From: Benedikta <benedikta@post.example>\r\nTo: yard@quay.example\r\nMessage-ID: "
                + $"<a7@post.example>\r\nIn-Reply-To: <{id:N}@quay.example>\r\nSubject: Re\r\n\r\nIt arrived well.\r\n";
            await Waiting.Until(
                () =>
                    odalys
                        .Get($"/api/conversations/{yard.Conversations["J-1 Benedikta"].Value}/entries")
                        .Result.GetRawText()
                        .Contains("It arrived well", StringComparison.Ordinal),
                20
            );
            await Waiting.Until(() => _imap.Seen.ContainsKey(7));
        }

        Directory.Delete(yard.Folder, recursive: true);
    }

    [Fact]
    public async Task A_mail_server_that_refuses_is_said_on_the_entry_and_it_leaves_once_when_it_takes_it()
    {
        var (yard, file) = await Prepare();
        _smtp.Answer = "451 the disk is full";
        var (server, odalys) = await Start(yard, file);
        await using (server)
        {
            var id = await Reply(odalys, yard, "Once");
            await Until(odalys, id, "failed");
            (await odalys.Get($"/api/entries/{id}"))
                .GetProperty("problem")
                .GetString()!
                .ShouldContain("451 the disk is full", Case.Insensitive);
            _smtp.Taken.ShouldBeEmpty();
            _smtp.Answer = "250 taken";
            await odalys.Do(HttpMethod.Put, $"/api/entries/{id}/leaving");
            await Until(odalys, id, "sent");
            _smtp.Taken.Count.ShouldBe(1);
        }

        Directory.Delete(yard.Folder, recursive: true);
    }

    [Fact]
    public async Task Stopped_while_it_left_it_is_not_sent_again_by_itself_and_a_person_decides()
    {
        var (yard, file) = await Prepare();
        _smtp.Answer = null;
        var (server, odalys) = await Start(yard, file);
        var id = await Reply(odalys, yard, "Perhaps");
        await Waiting.Until(() => _smtp.Taken.Count == 1);
        await server.Kill();
        await server.DisposeAsync();

        _smtp.Answer = "250 taken";
        (server, odalys) = await Start(yard, file);
        await using (server)
        {
            await Until(odalys, id, "unsure");
            (await odalys.Get($"/api/entries/{id}"))
                .GetProperty("problem")
                .GetString()!
                .ShouldContain("may have been sent");
            // What is said after it leaves after it was passed over: that one has not left again.
            await Until(odalys, await Reply(odalys, yard, "After it"), "sent");
            _smtp.Taken.Count.ShouldBe(2);
            await odalys.Do(HttpMethod.Put, $"/api/entries/{id}/leaving");
            await Until(odalys, id, "sent");
            _smtp.Taken.Count.ShouldBe(3);
        }

        Directory.Delete(yard.Folder, recursive: true);
    }

    [Fact]
    public async Task A_description_of_servers_that_cannot_be_read_is_said_in_one_line()
    {
        var file = Path.GetTempFileName();
        await File.WriteAllTextAsync(
            file,
            """{ "smtp": { "host": "mail.example", "port": 25, "security": "maybe" } }""",
            TestContext.Current.CancellationToken
        );
        var folder = RunningServer.NewFolder();
        var (code, words) = await RunningServer.StartInVain(
            "--data",
            folder,
            "--port",
            "0",
            "--no-demo",
            "--mail",
            file
        );
        code.ShouldBe(1);
        words
            .Trim()
            .ShouldBe(
                "Wrenlet cannot start: “maybe” is not a security setting of a mail server. Use tls, starttls or none."
            );
        File.Delete(file);
        Directory.Delete(folder, recursive: true);
    }

    /// <summary>Takes what it is given, and remembers it.</summary>
    private sealed class CountingOffice : IPostOffice
    {
        public List<string> Taken { get; } = [];

        public bool SendsOnce => false;

        public Task Send(MimeMessage mail, CancellationToken cancellation)
        {
            Taken.Add(mail.MessageId!);
            return Task.CompletedTask;
        }

        public Task<IReadOnlyList<ArrivedMail>> Arrived(Func<string, bool> rests, CancellationToken cancellation) =>
            Task.FromResult<IReadOnlyList<ArrivedMail>>([]);

        public Task Took(ArrivedMail mail, CancellationToken cancellation) => Task.CompletedTask;
    }

    [Fact]
    public async Task With_a_disk_that_is_full_in_the_middle_of_sending_nothing_is_lost_or_sent_twice()
    {
        var yard = await SmallYard.Build();
        var settings = new Settings(yard.Folder, 0, "2026-04-14T08:40", false, "", 0, 0, null);
        await using var parts = Parts.Of(settings);
        var database = parts.GetRequiredService<Database>();
        var writes = parts.GetRequiredService<WriteQueue>();
        var clock = parts.GetRequiredService<FirmClock>();
        var who = parts.GetRequiredService<WhoIsWho>();
        who.Refresh();
        var id = new Core.Conversations.EntryId(Guid.CreateVersion7());
        var posting = parts.GetRequiredService<Posting>();
        (
            await posting.Post(
                id,
                yard.Conversations["J-1 Benedikta"],
                yard.People["Odalys"],
                new Saying("Once only"),
                clock.Now
            )
        ).Entry.ShouldNotBeNull();

        // The disk is full: no page can be added any more, and what is free is used up.
        await writes.Run(w => w.Session.Number($"PRAGMA max_page_count = {w.Session.Number("PRAGMA page_count")}"));
        foreach (
            var fill in new[]
            {
                "INSERT INTO audit (at, what, about) VALUES (0, 'fill', hex(randomblob(2000)))",
                "INSERT INTO change (kind, subject, at) VALUES ('fill', x'00', 0)",
            }
        )
        {
            var full = await Should.ThrowAsync<Microsoft.Data.Sqlite.SqliteException>(async () =>
            {
                while (true)
                    await writes.Run(w => w.Session.Run(fill));
            });
            full.SqliteErrorCode.ShouldBe(13, "SQLITE_FULL");
        }

        var office = new CountingOffice();
        using var texts = new StandinTextOffice(settings);
        using var sender = new Sender(
            database,
            writes,
            who,
            office,
            texts,
            parts.GetRequiredService<Mails>(),
            parts.GetRequiredService<PartyLinks>(),
            settings,
            clock,
            parts.GetRequiredService<Stuck>(),
            parts.GetRequiredService<Dispatcher>(),
            NullLogger<Sender>.Instance
        );
        await sender.StartAsync(TestContext.Current.CancellationToken);
        await Waiting.Until(() => office.Taken.Count > 0);
        database.Read(s => EntryStore.Find(s, id))!.Delivery!.Sent.ShouldBeFalse("it cannot be noted as sent yet");

        await writes.Run(w => w.Session.Number("PRAGMA max_page_count = 1000000"));
        await Waiting.Until(() => database.Read(s => EntryStore.Find(s, id))!.Delivery!.Sent, 20);
        office.Taken.ShouldHaveSingleItem();
        await sender.StopAsync(TestContext.Current.CancellationToken);
        Directory.Delete(yard.Folder, recursive: true);
    }

    public void Dispose()
    {
        _smtp.Dispose();
        _imap.Dispose();
    }
}
