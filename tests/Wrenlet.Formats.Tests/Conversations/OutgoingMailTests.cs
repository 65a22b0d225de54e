using System.Text;
using MimeKit;
using Wrenlet.Core.Conversations;
using Wrenlet.Formats.Conversations;

namespace Wrenlet.Formats.Tests.Conversations;

public class OutgoingMailTests
{
    private static readonly OutgoingMail Plain = new(
        Guid.Parse("01980000-0000-7000-8000-000000000001"),
        ("Odalys, for the firm", "service@firm.example"),
        [new Recipient("Benedikta Thorne", "b@thorne.example")],
        "The survey",
        new DateTimeOffset(2026, 4, 14, 8, 40, 0, TimeSpan.FromHours(1)),
        "We come on Friday.",
        "<p>We come on Friday.</p>",
        null,
        []
    );

    private static MimeMessage Sent(OutgoingMail mail)
    {
        using var bytes = new MemoryStream();
        mail.ToMime().WriteTo(bytes);
        bytes.Position = 0;
        return MimeMessage.Load(bytes);
    }

    [Fact]
    public void It_says_the_same_in_plain_text_and_in_html()
    {
        var mail = Sent(Plain);
        mail.TextBody!.TrimEnd().ShouldBe("We come on Friday.");
        mail.HtmlBody!.ShouldContain("<p>We come on Friday.</p>");
        mail.Subject.ShouldBe("The survey");
        mail.To.Mailboxes.Select(m => (m.Name, m.Address)).ShouldBe([("Benedikta Thorne", "b@thorne.example")]);
        mail.From.Mailboxes.Single().Address.ShouldBe("service@firm.example");
        mail.Date.ShouldBe(Plain.At);
    }

    [Fact]
    public void Sent_again_it_is_the_same_mail() =>
        Sent(Plain).MessageId.ShouldBe(Sent(Plain with { Plain = "Other words." }).MessageId);

    [Fact]
    public void An_answer_says_what_it_answers_and_its_subject_is_prefixed_once()
    {
        var answer = Plain with { InReplyTo = "a@b.example", References = ["first@b.example", "a@b.example"] };
        var mail = Sent(answer);
        mail.InReplyTo.ShouldBe("a@b.example");
        mail.References.ShouldBe(["first@b.example", "a@b.example"]);
        mail.Subject.ShouldBe("Re: The survey");
        Sent(answer with { Subject = "re: The survey" }).Subject.ShouldBe("re: The survey");
    }

    [Fact]
    public void Files_go_with_it_by_their_names()
    {
        var bytes = Encoding.UTF8.GetBytes("<svg/>");
        var mail = Sent(Plain with { Files = [new MailFile("Übersicht.svg", "image/svg+xml", bytes, null)] });
        var part = mail.Attachments.ShouldHaveSingleItem().ShouldBeOfType<MimePart>();
        part.FileName.ShouldBe("Übersicht.svg");
        using var content = new MemoryStream();
        part.Content!.DecodeTo(content);
        content.ToArray().ShouldBe(bytes);
    }

    [Fact]
    public void An_invitation_is_one_more_way_to_show_the_same_words()
    {
        foreach (
            var mail in new[]
            {
                Plain with
                {
                    Calendar = ("REQUEST", "BEGIN:VCALENDAR"),
                },
                Plain with
                {
                    Calendar = ("REQUEST", "BEGIN:VCALENDAR"),
                    Files = [new MailFile("a.txt", "text/plain", [1], null)],
                },
            }
        )
        {
            var calendar = Sent(mail)
                .BodyParts.OfType<TextPart>()
                .Single(p => p.ContentType.IsMimeType("text", "calendar"));
            calendar.ContentType.Parameters["method"].ShouldBe("REQUEST");
            calendar.Text.ShouldStartWith("BEGIN:VCALENDAR");
        }
    }

    [Theory]
    [InlineData("a@b.example", "b.example")]
    [InlineData("b.example", "b.example")]
    public void A_message_id_is_of_the_firms_host(string address, string host) =>
        OutgoingMail.MessageIdOf(Guid.Empty, address).ShouldEndWith("@" + host);
}
