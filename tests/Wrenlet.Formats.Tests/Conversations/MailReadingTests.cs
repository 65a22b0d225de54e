using System.Text;
using MimeKit;
using Wrenlet.Formats.Conversations;
using Wrenlet.Formats.People;

namespace Wrenlet.Formats.Tests.Conversations;

/// <summary>Reading of mails as they come: encodings, forms, what is folded, and who wrote them.</summary>
public class MailReadingTests
{
    private static IncomingMail Read(string headers, byte[] body) =>
        IncomingMail.Read([
            .. Encoding.ASCII.GetBytes(
                $"From: Aino <aino@kallio.example>\r\nTo: yard@quay.example\r\n{headers.ReplaceLineEndings("\r\n").TrimEnd()}\r\n\r\n"
            ),
            .. body,
        ]);

    private static IncomingMail Plain(string body) =>
        Read("Content-Type: text/plain; charset=utf-8", Encoding.UTF8.GetBytes(body.ReplaceLineEndings("\r\n")));

    [Theory]
    [InlineData("Content-Type: text/plain; charset=windows-1252", "50726569733A203830", "Preis: 80")]
    [InlineData("Content-Type: text/plain; charset=windows-1252", "8C75767265206172726976E9", "Œuvre arrivé")]
    [InlineData(
        "Content-Type: text/plain; charset=iso-8859-1\nContent-Transfer-Encoding: quoted-printable",
        "53E34F3D323020",
        "SãO"
    )]
    [InlineData(
        "Content-Type: text/plain; charset=utf-16le\nContent-Transfer-Encoding: base64",
        "5951426F41473841",
        "aho"
    )]
    [InlineData("Content-Type: text/plain; charset=koi8-r", "F0D2C9D7C5D4", "Привет")]
    [InlineData("Content-Type: text/plain; charset=shift_jis", "82B182F182C982BF82CD", "こんにちは")]
    [InlineData("Content-Type: text/plain; charset=iso-2022-jp", "1B244224332473244B2441244F1B2842", "こんにちは")]
    [InlineData("Content-Type: text/plain; charset=euc-jp", "A4B3A4F3A4CBA4C1A4CF", "こんにちは")]
    [InlineData("Content-Type: text/plain; charset=gb2312", "C4E3BAC3", "你好")]
    [InlineData("Content-Type: text/plain; charset=big5", "A741A66E", "你好")]
    [InlineData("Content-Type: text/plain; charset=no-such-charset", "48656C6C6F", "Hello")]
    [InlineData("Subject: none", "48656C6C6F", "Hello")]
    public void Odd_encodings_are_read(string headers, string hex, string words) =>
        Read(headers, Convert.FromHexString(hex)).Text.ShouldBe(words);

    [Fact]
    public void A_subject_and_a_name_in_encoded_words_are_read()
    {
        var mail = IncomingMail.Read(
            Encoding.ASCII.GetBytes(
                "From: =?iso-8859-1?Q?J=F6rg?= <j@far.example>\r\nSubject: =?utf-8?B?S2llbGLDtmRlbg==?=\r\n\r\nHallo"
            )
        );
        (mail.From.Name, mail.Subject).ShouldBe(("Jörg", "Kielböden"));
    }

    [Fact]
    public void Lines_that_were_only_broken_for_the_way_are_joined() =>
        Read(
            "Content-Type: text/plain; format=flowed; charset=utf-8",
            "The pump runs \r\nand does not \r\nstop.\r\n\r\nCan you come?"u8.ToArray()
        )
            .Text.ShouldBe("The pump runs and does not stop.\n\nCan you come?");

    [Theory]
    [InlineData(
        "Yes, please go ahead.\n\nOn Mon, 13 Apr 2026 at 15:02, Odalys Brandt <yard@quay.example> wrote:\n> The quote "
            + "is attached.\n> Tell me.",
        "Yes, please go ahead."
    )]
    [InlineData("Yes.\n\nAm 13.04.2026 um 15:02 schrieb Odalys\nBrandt:\n> Der Preis", "Yes.")]
    [InlineData("Yes.\n\n-----Original Message-----\nFrom: Odalys\nSent: Monday\nSubject: Quote\n\nThe quote", "Yes.")]
    [InlineData(
        "Yes.\n\nFrom: Odalys <yard@quay.example>\nSent: Monday\nTo: Aino\nSubject: Quote\n\nThe quote",
        "Yes."
    )]
    [InlineData("Yes.\n-- \nAino Kallio\nKallio Sails, +351 910 000 177", "Yes.")]
    [InlineData("Yes.\n\n> The quote is attached.", "Yes.")]
    [InlineData("> Bolts too?\nYes.\n> And the mast?\nNo.", "> Bolts too?\nYes.\n> And the mast?\nNo.")]
    [InlineData("> only a quote", "> only a quote")]
    [InlineData("The pump is from: the shop\nand it leaks", "The pump is from: the shop\nand it leaks")]
    public void History_and_signature_below_are_folded_and_answers_in_between_are_not(string body, string said)
    {
        var mail = Plain(body);
        mail.Text.ShouldBe(said);
        var html = mail.Body.Html(_ => null);
        foreach (var line in body.Split('\n').Where(l => l.Trim().Length > 3))
            html.ShouldContain(System.Net.WebUtility.HtmlEncode(line.Trim()), Case.Sensitive, "nothing is lost");
        html.Contains("<details>", StringComparison.Ordinal).ShouldBe(said != body);
    }

    [Fact]
    public void Formatted_words_keep_their_form_and_lose_what_could_act()
    {
        var body = MailBody.FromHtml(
            """<div><h2>Hello</h2><p onclick="x()">One <i>two</i></p><ul><li>first<li>second</ul>"""
                + """<iframe src="https://x.example"></iframe><a href="javascript:alert(1)">no</a>"""
                + """ <a href="https://ok.example">yes</a><form><input></form></div>"""
        );
        var html = body.Html(_ => null);
        html.ShouldContain("<i>two</i>");
        html.ShouldContain("<li>first</li>");
        html.ShouldContain("href=\"https://ok.example\" rel=\"noopener noreferrer nofollow\" target=\"_blank\"");
        foreach (var bad in new[] { "onclick", "iframe", "javascript", "<form", "<input" })
            html.ShouldNotContain(bad);
        body.Said.ShouldBe("Hello\nOne two\n\n- first\n- second\nno yes");
    }

    [Theory]
    [InlineData("Auto-Submitted: auto-replied", MailKind.Automatic)]
    [InlineData("Auto-Submitted: no", MailKind.Written)]
    [InlineData("Precedence: bulk", MailKind.Automatic)]
    [InlineData("List-Id: <news.far.example>", MailKind.Automatic)]
    [InlineData("Subject: Re: Auto", MailKind.Written)]
    public void A_machine_is_told_from_a_person(string header, MailKind kind) =>
        Read(header, "Hello"u8.ToArray()).Kind.ShouldBe(kind);

    [Fact]
    public void A_delay_that_is_reported_is_no_return()
    {
        var mail = new MimeMessage
        {
            Body = new MultipartReport("delivery-status")
            {
                new TextPart("plain") { Text = "Later" },
                new MessageDeliveryStatus
                {
                    StatusGroups =
                    {
                        new HeaderList { { "Reporting-MTA", "dns; mx" } },
                        new HeaderList { { "Final-Recipient", "rfc822; a@b.example" }, { "Action", "delayed" } },
                    },
                },
            },
        };
        mail.From.Add(new MailboxAddress("Mail", "mailer@mx.example"));
        mail.Headers.Add("Auto-Submitted", "auto-generated");
        using var memory = new MemoryStream();
        mail.WriteTo(memory, TestContext.Current.CancellationToken);
        var read = IncomingMail.Read(memory.ToArray());
        (read.Kind, read.Returned).ShouldBe((MailKind.Automatic, null));
    }

    [Fact]
    public void File_names_lead_nowhere()
    {
        var builder = new BodyBuilder { TextBody = "See there" };
        builder.Attachments.Add("../../etc/pass\"wd.txt", "x"u8.ToArray(), new ContentType("text", "plain"));
        var mail = new MimeMessage { Body = builder.ToMessageBody() };
        mail.From.Add(new MailboxAddress("Aino", "aino@kallio.example"));
        using var memory = new MemoryStream();
        mail.WriteTo(memory, TestContext.Current.CancellationToken);
        var name = IncomingMail.Read(memory.ToArray()).Files.ShouldHaveSingleItem().Name;
        name.ShouldNotContain("/");
        name.ShouldNotContain("\"");
        name.ShouldNotStartWith(".");
    }

    [Theory]
    [InlineData("910 000 133", "PT", "+351910000133", null)]
    [InlineData("+44 20 7946 0958", "PT", "+442079460958", null)]
    [InlineData("00351 910-000-133", "PT", "+351910000133", null)]
    [InlineData("910 000 133", "", null, "has no country code")]
    [InlineData("91", "PT", null, "too short")]
    [InlineData("9100001331234567", "PT", null, "too long")]
    [InlineData("+999 12345678", "PT", null, "country code")]
    [InlineData("call me", "PT", null, "is not a telephone number")]
    [InlineData("110 000 133", "PT", null, "not in use")]
    public void Numbers_are_read_as_people_write_them_or_it_is_said_what_is_wrong(
        string text,
        string country,
        string? number,
        string? wrong
    )
    {
        var read = PhoneNumber.Read(text, country);
        read.Number.ShouldBe(number);
        if (wrong is not null)
            read.Wrong!.ShouldContain(wrong);
    }
}
