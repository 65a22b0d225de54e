using MimeKit;
using Wrenlet.Core.Conversations;

namespace Wrenlet.Formats.Conversations;

/// <summary>A reply to be sent as mail.</summary>
/// <param name="Entry">The entry it says; its Message-ID is made of this, so that sending again is the same
/// mail.</param>
/// <param name="From">Sender's name and the firm's address.</param>
/// <param name="To">Names and addresses of the party's contacts.</param>
/// <param name="Subject">Subject without a prefix.</param>
/// <param name="At">When it was said.</param>
/// <param name="Plain">Plain text.</param>
/// <param name="Html">The same as HTML.</param>
/// <param name="InReplyTo">Message-ID of the mail it answers; null when it opens the conversation.</param>
/// <param name="References">Message-IDs of the conversation so far, oldest first.</param>
/// <param name="Files">What goes with it; null for nothing.</param>
/// <param name="Calendar">The calendar that it is a letter of (RFC 6047), with its method; null for none.</param>
/// <param name="Automatic">Whether a machine writes it; other machines do not answer it then (RFC 3834, 5).</param>
public sealed record OutgoingMail(
    Guid Entry,
    (string Name, string Address) From,
    IReadOnlyList<Recipient> To,
    string Subject,
    DateTimeOffset At,
    string Plain,
    string Html,
    string? InReplyTo,
    IReadOnlyList<string> References,
    IReadOnlyList<MailFile>? Files = null,
    (string Method, string Text)? Calendar = null,
    bool Automatic = false
)
{
    /// <summary>The Message-ID (RFC 5322, 3.6.4) of an entry at a host, without angle brackets.</summary>
    public static string MessageIdOf(Guid entry, string address) =>
        $"{entry:N}@{address[(address.IndexOf('@', StringComparison.Ordinal) + 1)..]}";

    /// <summary>The mail as RFC 5322 and MIME have it: plain text and HTML, with its references.</summary>
    public MimeMessage ToMime()
    {
        var mail = new MimeMessage
        {
            MessageId = MessageIdOf(Entry, From.Address),
            Date = At,
            Subject = Prefixed(Subject, InReplyTo is not null),
        };
        mail.From.Add(new MailboxAddress(From.Name, From.Address));
        foreach (var (name, address) in To)
            mail.To.Add(new MailboxAddress(name, address));
        if (Automatic)
            mail.Headers.Add("Auto-Submitted", InReplyTo is null ? "auto-generated" : "auto-replied");
        if (InReplyTo is not null)
            mail.InReplyTo = InReplyTo;
        foreach (var reference in References)
            mail.References.Add(reference);
        var body = new BodyBuilder
        {
            TextBody = Plain + "\n",
            HtmlBody = $"<!doctype html><html><body>{Html}</body></html>",
        };
        foreach (var file in Files ?? [])
            body.Attachments.Add(file.Name, file.Bytes, ContentType.Parse(file.MediaType));
        mail.Body = body.ToMessageBody();
        if (Calendar is var (method, text))
            AddCalendar(mail, method, text);
        return mail;
    }

    /// <summary>
    /// The calendar as one more way to show the same words, by which a mail program knows an invitation (RFC 6047,
    /// 2.4).
    /// </summary>
    private static void AddCalendar(MimeMessage mail, string method, string text)
    {
        var calendar = new TextPart("calendar") { Text = text, ContentTransferEncoding = ContentEncoding.Base64 };
        calendar.ContentType.Parameters["method"] = method;
        var alternative =
            mail.Body as MultipartAlternative ?? ((Multipart)mail.Body!).OfType<MultipartAlternative>().First();
        alternative.Add(calendar);
    }

    private static string Prefixed(string subject, bool reply) =>
        reply && !subject.StartsWith("Re:", StringComparison.OrdinalIgnoreCase) ? "Re: " + subject : subject;
}
