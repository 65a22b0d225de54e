using System.Net;
using Wrenlet.Core.Conversations;
using Wrenlet.Formats.Conversations;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>Something that an entry carries and that can be answered in plain words by who gets it.</summary>
public interface IAnsweredInWords
{
    /// <summary>How what an entry carries is answered; null when it carries nothing of this kind.</summary>
    /// <param name="page">Address of the party's page.</param>
    string? HowToAnswer(SqlSession session, Entry entry, Roster roster, string page);
}

/// <summary>Makes the mail that an entry leaves as.</summary>
internal sealed class Mails(IEnumerable<IAnsweredInWords> carried, FileKeeper keeper)
{
    private const int MostReferences = 20;

    /// <summary>
    /// How what an entry asks, or the meeting to which it invites, is answered in plain words; null when it asks for
    /// nothing.
    /// </summary>
    public string? HowToAnswer(SqlSession session, Entry entry, Roster roster, string page) =>
        carried.Select(c => c.HowToAnswer(session, entry, roster, page)).FirstOrDefault(how => how is not null);

    /// <summary>Whether a message tells its recipient where their page is.</summary>
    public bool NamesPage(SqlSession session, Entry entry, Roster roster) =>
        HowToAnswer(session, entry, roster, "") is not null || MeetingStore.Letter(session, entry.Key) is not null;

    /// <summary>The mail of an entry to a party; the same each time it is made.</summary>
    /// <param name="page">Address of the party's page, for what is asked of them.</param>
    public OutgoingMail Compose(SqlSession session, Entry entry, Conversation conversation, Roster roster, string page)
    {
        var text = EntryText.FromMarkdown(entry.Body, showTags: false);
        var before = EntryStore.MailsBefore(session, conversation.Key, entry.Key, MostReferences);
        var attached = FileStore.Of(session, entry.Key);
        var files = attached.ConvertAll(f => new MailFile(f.Name, f.MediaType, keeper.Read(f), null));
        var captions = attached.SelectMany(SaidOf).ToList();
        var how = HowToAnswer(session, entry, roster, page);
        var letter = MeetingStore.Letter(session, entry.Key);
        IEnumerable<string> asks = how is null ? [] : ["\n" + how];
        var (plain, html) = (
            string.Join("\n", [text.Plain, .. captions, .. asks]).TrimStart('\n')
                // RFC 3676, 4.3: what follows is a signature.
                + (roster.Firm!.Signature is { Length: > 0 } signature ? $"\n-- \n{signature}\n" : ""),
            text.Html
                + string.Concat(captions.Select(c => $"<p>{WebUtility.HtmlEncode(c)}</p>"))
                + (
                    how is null
                        ? ""
                        : $"<p>{WebUtility.HtmlEncode(how).Replace("\n", "<br>", StringComparison.Ordinal)}</p>"
                )
                + Signed(roster.Firm!.Signature)
        );
        var subject = conversation.Docket is { } docket
            ? $"{conversation.Subject} [{docket.Ref}]"
            : conversation.Subject;
        return new(
            entry.Id.Value,
            ($"{roster.NameOf(entry.Author!.Value)}, {roster.Firm!.Name}", roster.Firm.Address),
            EntryStore.Recipients(session, entry.Key),
            subject,
            entry.At.ToDateTimeOffset(),
            plain,
            html,
            before.FirstOrDefault(),
            [.. before.AsEnumerable().Reverse()],
            files,
            letter is null ? null : MeetingLetters.Calendar(letter, text.Plain, roster, entry.At, page),
            entry.Automatic
        );
    }

    /// <summary>What is said of a file and of its marked spots, for whoever gets it by mail.</summary>
    private static IEnumerable<string> SaidOf(StoredFile file)
    {
        if (file.Caption is not null)
            yield return $"{file.Name}: {file.Caption}";
        foreach (var (i, mark) in (file.Marks ?? []).Index())
        {
            var page = mark.Page > 1 ? $"page {mark.Page}, " : "";
            var where = file.Pixels is var (width, height) ? mark.Where(width, height) : $"{mark.X:0}, {mark.Y:0}";
            yield return $"{file.Name}, {PictureMark.Letter(i)} ({page}{where}): {mark.Words}";
        }
    }

    private static string Signed(string signature) =>
        signature.Length == 0
            ? ""
            : $"<p>-- <br>{WebUtility.HtmlEncode(signature).Replace("\n", "<br>", StringComparison.Ordinal)}</p>";
}
