using System.Collections.Immutable;
using MimeKit;
using MimeKit.Text;

namespace Wrenlet.Formats.Mail;

/// <summary>A mail that cannot be taken in, with what is wrong with it.</summary>
public sealed class MalformedMailException(string reason, Exception? inner = null) : Exception(reason, inner);

/// <summary>A mail as far as a conversation needs it.</summary>
/// <param name="MessageId">Its Message-ID without angle brackets; null when it has none.</param>
/// <param name="From">Sender's name (empty when not given) and address.</param>
/// <param name="Subject">Subject; empty when not given.</param>
/// <param name="Date">When it says it was sent; null when it does not say.</param>
/// <param name="Text">Its words as plain text.</param>
/// <param name="Threads">Message-IDs it answers or refers to, nearest first.</param>
public sealed record IncomingMail(
    string? MessageId, (string Name, string Address) From, string Subject, DateTimeOffset? Date, string Text, ImmutableArray<string> Threads)
{
    /// <summary>Longest mail that is taken in, in bytes.</summary>
    public const int LongestBytes = 25 * 1024 * 1024;

    /// <summary>Reads a mail (RFC 5322, MIME).</summary>
    /// <param name="raw">Its bytes.</param>
    /// <exception cref="MalformedMailException">It is no mail, has no sender, or is too large.</exception>
    public static IncomingMail Read(byte[] raw)
    {
        if (raw.Length > LongestBytes) throw new MalformedMailException($"The mail is {raw.Length / 1_048_576} MB; at most {LongestBytes / 1_048_576} MB are taken in.");
        MimeMessage mail;
        try
        {
            mail = MimeMessage.Load(new MemoryStream(raw));
        }
        catch (FormatException wrong)
        {
            throw new MalformedMailException("It does not have the form of a mail: " + wrong.Message, wrong);
        }

        if (mail.Headers.Count == 0) throw new MalformedMailException("It has no header lines.");
        if (mail.From.Mailboxes.FirstOrDefault() is not { } from || !from.Address.Contains('@', StringComparison.Ordinal))
            throw new MalformedMailException("It does not say who sent it: there is no usable From line.");
        var text = mail.TextBody ?? (mail.HtmlBody is { } html ? TextOf(html) : "");
        ImmutableArray<string> threads = [.. new[] { mail.InReplyTo }.OfType<string>().Concat(mail.References.Reverse()).Distinct()];
        var dated = mail.Headers.Contains(HeaderId.Date) && mail.Date != default;
        return new(mail.MessageId, (from.Name ?? "", from.Address), mail.Subject ?? "", dated ? mail.Date : null, text.ReplaceLineEndings("\n").Trim(), threads);
    }

    private static string TextOf(string html)
    {
        var words = new System.Text.StringBuilder();
        var tokenizer = new HtmlTokenizer(new StringReader(html));
        var hidden = 0;
        while (tokenizer.ReadNextToken(out var token))
        {
            switch (token)
            {
                case HtmlTagToken tag when tag.Id is HtmlTagId.Script or HtmlTagId.Style or HtmlTagId.Head or HtmlTagId.Title:
                    if (!tag.IsEmptyElement) hidden = Math.Max(0, hidden + (tag.IsEndTag ? -1 : 1));
                    break;
                case HtmlTagToken tag when tag.Id is HtmlTagId.Br or HtmlTagId.P or HtmlTagId.Div or HtmlTagId.LI or HtmlTagId.TR:
                    if (words.Length > 0 && words[^1] != '\n') words.Append('\n');
                    break;
                case HtmlDataToken data when hidden == 0 && data.Kind is HtmlTokenKind.Data:
                    words.Append(System.Net.WebUtility.HtmlDecode(data.Data.ReplaceLineEndings(" ")));
                    break;
            }
        }

        return words.ToString();
    }
}
