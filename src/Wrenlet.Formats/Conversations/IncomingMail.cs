using System.Collections.Immutable;
using System.Text;
using System.Text.RegularExpressions;
using MimeKit;
using MimeKit.Text;

namespace Wrenlet.Formats.Conversations;

/// <summary>A mail that cannot be taken in, with what is wrong with it.</summary>
public sealed class MalformedMailException(string reason, Exception? inner = null) : Exception(reason, inner);

/// <summary>Who wrote a mail.</summary>
public enum MailKind
{
    /// <summary>A person.</summary>
    Written,

    /// <summary>A machine on the other side: an automatic reply (RFC 3834), a list, bulk mail.</summary>
    Automatic,

    /// <summary>A mail server that could not deliver what we sent (RFC 3464).</summary>
    Returned,
}

/// <summary>A file that came with a mail.</summary>
/// <param name="Name">File name; made up from the media type when the mail gives none.</param>
/// <param name="MediaType">As the mail says.</param>
/// <param name="ContentId">By which the mail's HTML shows it (RFC 2392); null when it has none.</param>
public sealed record MailFile(string Name, string MediaType, byte[] Bytes, string? ContentId);

/// <summary>What a mail server says of a mail of ours that it could not deliver.</summary>
/// <param name="MessageId">The mail's Message-ID; null when the report does not tell.</param>
/// <param name="Address">Whom it did not reach; null when the report does not tell.</param>
/// <param name="Reason">Why, as the server says it.</param>
public sealed record ReturnedMail(string? MessageId, string? Address, string Reason);

/// <summary>A mail as far as a conversation needs it.</summary>
/// <param name="MessageId">Its Message-ID without angle brackets; null when it has none.</param>
/// <param name="From">Sender's name (empty when not given) and address.</param>
/// <param name="Subject">Subject; empty when not given.</param>
/// <param name="Date">When it says it was sent; null when it does not say.</param>
/// <param name="Body">Its words.</param>
/// <param name="Threads">Message-IDs it answers or refers to, nearest first.</param>
/// <param name="Kind">Who wrote it.</param>
/// <param name="Returned">What came back; null unless the kind says so.</param>
/// <param name="Files">What came with it, in its order.</param>
/// <param name="Calendar">The calendar that it is a letter of (RFC 6047): an answer to an invitation, say; null for
/// none.</param>
/// <param name="StandInBy">Who of ours wrote it at the stand-in; null for a mail from outside.</param>
/// <param name="To">The addresses it was written to, copies among them.</param>
public sealed partial record IncomingMail(
    string? MessageId,
    (string Name, string Address) From,
    string Subject,
    DateTimeOffset? Date,
    MailBody Body,
    ImmutableArray<string> Threads,
    MailKind Kind,
    ReturnedMail? Returned,
    ImmutableArray<MailFile> Files,
    string? Calendar = null,
    string? StandInBy = null,
    ImmutableArray<string> To = default
)
{
    /// <summary>The header field by which the stand-in says who of ours wrote a mail there.</summary>
    public const string StandIn = "Wrenlet-Stand-In";

    /// <summary>Longest mail that is taken in, in bytes.</summary>
    public const int LongestBytes = 25 * 1024 * 1024;

    /// <summary>What the sender said, without quoted history and signature.</summary>
    public string Text => Body.Said;

    /// <summary>Reads a mail (RFC 5322, MIME).</summary>
    /// <param name="raw">Its bytes.</param>
    /// <exception cref="MalformedMailException">It is no mail, has no sender, or is too large.</exception>
    public static IncomingMail Read(byte[] raw)
    {
        if (raw.Length > LongestBytes)
            throw new MalformedMailException(
                $"The mail is {raw.Length / 1_048_576} MB; the limit is {LongestBytes / 1_048_576} MB."
            );
        MimeMessage mail;
        try
        {
            mail = MimeMessage.Load(new MemoryStream(raw));
        }
        catch (FormatException wrong)
        {
            throw new MalformedMailException("It is not a mail: " + wrong.Message, wrong);
        }

        if (mail.Headers.Count == 0)
            throw new MalformedMailException("It has no header lines.");
        if (
            mail.From.Mailboxes.FirstOrDefault() is not { } from
            || !from.Address.Contains('@', StringComparison.Ordinal)
        )
            throw new MalformedMailException("It does not say who sent it: there is no usable From line.");
        ImmutableArray<string> threads =
        [
            .. new[] { mail.InReplyTo }.OfType<string>().Concat(mail.References.Reverse()).Distinct(),
        ];
        var dated = mail.Headers.Contains(HeaderId.Date) && mail.Date != default;
        var returned = ReturnOf(mail);
        var kind =
            returned is not null ? MailKind.Returned
            : IsAutomatic(mail) ? MailKind.Automatic
            : MailKind.Written;
        var html = mail.HtmlBody;
        var body = !string.IsNullOrWhiteSpace(html) ? MailBody.FromHtml(html) : MailBody.FromPlain(PlainOf(mail));
        return new(
            mail.MessageId,
            (from.Name ?? "", from.Address),
            mail.Subject ?? "",
            dated ? mail.Date : null,
            body,
            threads,
            kind,
            returned,
            [.. FilesOf(mail)],
            mail.BodyParts.OfType<TextPart>().FirstOrDefault(p => p.ContentType.IsMimeType("text", "calendar"))?.Text,
            mail.Headers[StandIn],
            [.. mail.To.Mailboxes.Concat(mail.Cc.Mailboxes).Select(m => m.Address), .. Delivered(mail)]
        );
    }

    /// <summary>Where the last of the mail servers put it, which a blind copy or an alias has only here.</summary>
    private static IEnumerable<string> Delivered(MimeMessage mail) =>
        mail
            .Headers.Where(h => h.Field is "Delivered-To" or "X-Original-To")
            .Select(h => h.Value.Trim().Trim('<', '>'));

    private static string PlainOf(MimeMessage mail)
    {
        var text = mail.TextBody ?? "";
        var flowed =
            mail.BodyParts.OfType<TextPart>().FirstOrDefault(p => p.IsPlain && !p.IsAttachment) is { IsFlowed: true };
        return (flowed ? new FlowedToText().Convert(text) : text).ReplaceLineEndings("\n").Trim();
    }

    /// <summary>
    /// Signs of a machine: Auto-Submitted (RFC 3834, 5), Precedence and List-Id (RFC 2919), which mean that nobody
    /// waits for an answer.
    /// </summary>
    private static bool IsAutomatic(MimeMessage mail)
    {
        var submitted = mail.Headers["Auto-Submitted"]?.Split(';')[0].Trim();
        if (submitted is { Length: > 0 } && !submitted.Equals("no", StringComparison.OrdinalIgnoreCase))
            return true;
        if (mail.Headers["Precedence"]?.Trim().ToLowerInvariant() is "bulk" or "junk" or "list" or "auto_reply")
            return true;
        return mail.Headers.Contains("List-Id")
            || mail.Headers.Contains("X-Autoreply")
            || mail.Headers.Contains("X-Autorespond")
            || mail.Headers["Return-Path"]?.Trim() == "<>";
    }

    /// <summary>A report of a failed delivery; null when it is none, or only says that delivery takes longer.</summary>
    private static ReturnedMail? ReturnOf(MimeMessage mail)
    {
        if (
            mail.Body is not MultipartReport report
            || !string.Equals(report.ReportType, "delivery-status", StringComparison.OrdinalIgnoreCase)
        )
            return null;
        var groups = report.OfType<MessageDeliveryStatus>().SelectMany(s => s.StatusGroups).ToList();
        var failed = groups.FirstOrDefault(g =>
            "failed".Equals(g["Action"]?.Trim(), StringComparison.OrdinalIgnoreCase)
        );
        if (failed is null)
            return null;
        var original =
            report.OfType<MessagePart>().FirstOrDefault()?.Message?.MessageId
            ?? report
                .OfType<TextPart>()
                .Select(t => MessageIdForm().Match(t.Text))
                .FirstOrDefault(m => m.Success)
                ?.Groups[1]
                .Value
            ?? mail.InReplyTo
            ?? mail.References.LastOrDefault();
        var reason =
            Bare(failed["Diagnostic-Code"])
            ?? (failed["Status"] is { } status ? $"status {status.Trim()}" : "the server did not say why");
        return new(original, Bare(failed["Final-Recipient"]) ?? Bare(failed["Original-Recipient"]), reason);

        static string? Bare(string? field) =>
            field is null
                ? null
                : field[(field.IndexOf(';', StringComparison.Ordinal) + 1)..].ReplaceLineEndings(" ").Trim();
    }

    private static IEnumerable<MailFile> FilesOf(MimeMessage mail)
    {
        foreach (var (i, part) in mail.BodyParts.Index())
        {
            if (part is TextPart { IsAttachment: false, FileName: null } or MessageDeliveryStatus)
                continue;
            switch (part)
            {
                case MimePart { Content: { } content } file:
                    using (var memory = new MemoryStream())
                    {
                        content.DecodeTo(memory);
                        yield return new(
                            NameOf(file.FileName, file.ContentType, i),
                            file.ContentType.MimeType,
                            memory.ToArray(),
                            file.ContentId
                        );
                    }

                    break;
                case MessagePart { Message: { } message }:
                    using (var memory = new MemoryStream())
                    {
                        message.WriteTo(memory);
                        yield return new(
                            NameOf(
                                message.Subject is { Length: > 0 } subject ? subject + ".eml" : null,
                                part.ContentType,
                                i
                            ),
                            "message/rfc822",
                            memory.ToArray(),
                            null
                        );
                    }

                    break;
            }
        }
    }

    /// <summary>
    /// A file name without any folder and without characters that a file system or header could take for something
    /// else.
    /// </summary>
    private static string NameOf(string? given, ContentType type, int number)
    {
        var name = string.Concat(
                (given ?? "")
                    .Split('/', '\\')[^1]
                    .Where(c => !char.IsControl(c) && c is not ('"' or '<' or '>' or '|' or ':' or '*' or '?'))
            )
            .Trim(' ', '.');
        if (name.Length > 0)
            return name.Length > 120 ? name[..100] + name[^20..] : name;
        var ending = MimeTypes.TryGetExtension(type.MimeType, out var known) ? known.TrimStart('.') : "bin";
        return $"{(type.MediaType == "image" ? "picture" : "file")}-{number + 1}.{ending}";
    }

    [GeneratedRegex(@"^Message-ID:\s*<([^>]+)>", RegexOptions.IgnoreCase | RegexOptions.Multiline)]
    private static partial Regex MessageIdForm();
}
