using System.Text.Json;
using MimeKit;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Mail;

[Collection("yard")]
public class PostTests(YardFixture world)
{
    private string Out => Path.Combine(world.Server.Data, "post", "out");

    private void Deliver(string raw)
    {
        var path = Path.Combine(world.Server.Data, "post", "in", $"{Guid.CreateVersion7():N}.eml");
        File.WriteAllText(path + ".part", raw.ReplaceLineEndings("\r\n"));
        File.Move(path + ".part", path);
    }

    private async Task<string> Sent(Guid entry)
    {
        var file = Path.Combine(Out, $"{entry:N}@quay.example.eml");
        await Waiting.Until(() => File.Exists(file));
        return file;
    }

    private async Task<Guid> Reply(string conversation, string words)
    {
        var id = Guid.CreateVersion7();
        await world
            .Visitors["Odalys"]
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{world.Yard.Conversations[conversation].Value}/entries",
                new { id, body = words }
            );
        return id;
    }

    private async Task<JsonElement[]> Entries(Guid conversation) =>
        [
            .. (await world.Visitors["Odalys"].Get($"/api/conversations/{conversation}/entries"))
                .GetProperty("entries")
                .EnumerateArray(),
        ];

    [Fact]
    public async Task A_reply_leaves_as_a_real_mail_and_its_answer_comes_back_by_its_references()
    {
        var conversation = world.Yard.Conversations["J-1 Benedikta"].Value;
        var first = await Reply("J-1 Benedikta", "The survey is **done**.");
        var second = await Reply("J-1 Benedikta", "And here is the quote.");
        var mail = await MimeMessage.LoadAsync(await Sent(second), TestContext.Current.CancellationToken);
        mail.MessageId.ShouldBe($"{second:N}@quay.example");
        mail.InReplyTo.ShouldBe($"{first:N}@quay.example");
        mail.References.ShouldContain($"{first:N}@quay.example");
        mail.To.Mailboxes.Single().Address.ShouldBe("benedikta@post.example");
        (await MimeMessage.LoadAsync(await Sent(first), TestContext.Current.CancellationToken)).HtmlBody!.ShouldContain(
            "<strong>done</strong>"
        );

        Deliver(
            $"""
            From: Benedikta Thorne <benedikta@post.example>
            To: yard@quay.example
            Subject: Re: Quillfish
            Message-ID: <answer-{second:N}@post.example>
            In-Reply-To: <{second:N}@quay.example>
            References: <{first:N}@quay.example> <{second:N}@quay.example>

            Go ahead with all eight. <script>alert(1)</script>
            """
        );
        JsonElement[] entries = [];
        await Waiting.Until(() =>
            (entries = Entries(conversation).Result).Any(e =>
                e.GetProperty("html").GetString()!.Contains("all eight", StringComparison.Ordinal)
            )
        );
        var answer = entries.Last(e =>
            e.GetProperty("html").GetString()!.Contains("all eight", StringComparison.Ordinal)
        );
        answer.GetProperty("kind").GetString().ShouldBe("in");
        answer.GetProperty("author").GetProperty("name").GetString().ShouldBe("Benedikta Thorne");
        answer.GetProperty("html").GetString()!.ShouldContain("&lt;script&gt;");
    }

    [Fact]
    public async Task Mail_that_belongs_to_nothing_known_waits_in_the_unsorted_queue_and_a_repeat_is_dropped()
    {
        const string Raw = """
            From: Rosalind Iqbal <rosalind@far.example>
            To: yard@quay.example
            Subject: Catamaran
            Message-ID: <cat-1@far.example>

            Do you lift catamarans of 9 m?
            """;
        Deliver(Raw);
        Deliver(Raw);
        JsonElement[] Rows() =>
            [
                .. world
                    .Visitors["Odalys"]
                    .Get("/api/queues/board")
                    .Result.GetProperty("rows")
                    .EnumerateArray()
                    .Where(r => r.GetRawText().Contains("catamarans", StringComparison.Ordinal)),
            ];
        await Waiting.Until(() => Rows().Length == 1);
        // Both have been taken in once the post office holds none any more.
        await Waiting.Until(() =>
            Directory.GetFiles(Path.Combine(world.Server.Data, "post", "in"), "*.eml").Length == 0
        );
        var row = (
            await world
                .Visitors["Odalys"]
                .Get($"/api/conversations/{Rows().ShouldHaveSingleItem().GetProperty("id").GetGuid()}")
        ).GetProperty("conversation");
        row.GetProperty("queue").GetString().ShouldBe("Unsorted");
        row.GetProperty("owner").ValueKind.ShouldBe(JsonValueKind.Null);
        (await Entries(row.GetProperty("id").GetGuid())).Length.ShouldBe(1);

        // The first to reply owns it, and the stranger's answer comes back here.
        var reply = Guid.CreateVersion7();
        await world
            .Visitors["Odalys"]
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{row.GetProperty("id").GetGuid()}/entries",
                new { id = reply, body = "Yes, up to 10 m." }
            );
        (await world.Visitors["Odalys"].Get($"/api/conversations/{row.GetProperty("id").GetGuid()}"))
            .GetProperty("conversation")
            .GetProperty("owner")
            .GetProperty("firstName")
            .GetString()
            .ShouldBe("Odalys");
        (await MimeMessage.LoadAsync(await Sent(reply), TestContext.Current.CancellationToken))
            .To.Mailboxes.Single()
            .Address.ShouldBe("rosalind@far.example");
    }

    [Fact]
    public async Task A_stranger_who_quotes_a_known_reference_does_not_get_into_that_conversation()
    {
        var reply = await Reply("J-1 Benedikta", "For Benedikta only");
        Deliver(
            $"""
            From: Mallory <mallory@far.example>
            To: yard@quay.example
            Subject: Re: Quillfish
            Message-ID: <mallory-{reply:N}@far.example>
            In-Reply-To: <{reply:N}@quay.example>

            Please send everything to me from now on.
            """
        );
        await Waiting.Until(() =>
            world
                .Visitors["Odalys"]
                .Get("/api/queues/board")
                .Result.GetRawText()
                .Contains("Mallory", StringComparison.Ordinal)
        );
        (await Entries(world.Yard.Conversations["J-1 Benedikta"].Value)).ShouldAllBe(e =>
            !e.GetProperty("html").GetString()!.Contains("send everything")
        );
    }

    [Theory]
    [InlineData("this is no mail at all")]
    [InlineData("Subject: nobody wrote this\r\n\r\nHello")]
    [InlineData("")]
    public async Task A_malformed_mail_is_kept_aside_with_its_reason_and_its_bytes(string raw)
    {
        var marked = raw.Length == 0 ? raw : raw + Guid.NewGuid().ToString("N");
        var before = (await world.Visitors["Odalys"].Get("/api/asides")).GetArrayLength();
        Deliver(marked);
        await Waiting.Until(() => world.Visitors["Odalys"].Get("/api/asides").Result.GetArrayLength() > before);
        var aside = (await world.Visitors["Odalys"].Get("/api/asides"))
            .EnumerateArray()
            .First(a => a.GetProperty("raw").GetString() == marked);
        aside.GetProperty("reason").GetString().ShouldNotBeNullOrEmpty();
    }

    [Fact]
    public async Task While_the_post_office_refuses_an_entry_says_so_and_the_mail_leaves_later_once()
    {
        // The stand-in cannot write while a folder stands where its file belongs.
        var id = Guid.CreateVersion7();
        var blocked = Path.Combine(Out, $"{id:N}@quay.example.eml.part");
        Directory.CreateDirectory(blocked);
        await world
            .Visitors["Odalys"]
            .Do(
                HttpMethod.Post,
                $"/api/conversations/{world.Yard.Conversations["J-1 Saoirse"].Value}/entries",
                new { id, body = "Are the sails ready?" }
            );
        JsonElement entry = default;
        await Waiting.Until(() =>
            (entry = world.Visitors["Odalys"].Get($"/api/entries/{id}").Result).GetProperty("delivery").GetString()
            == "failed"
        );
        entry.GetProperty("problem").GetString()!.ShouldContain("could not write");
        Directory.Delete(blocked);
        await Waiting.Until(
            () =>
                (entry = world.Visitors["Odalys"].Get($"/api/entries/{id}").Result).GetProperty("delivery").GetString()
                == "sent",
            seconds: 30
        );
        entry.GetProperty("problem").ValueKind.ShouldBe(JsonValueKind.Null);
        Directory.EnumerateFiles(Out, $"{id:N}*").ShouldHaveSingleItem();
    }
}
