using System.Net;
using Wrenlet.Core.Conversations;
using Wrenlet.Formats.Mail;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>Makes the mail that an entry leaves as.</summary>
internal static class Mails
{
    private const int MostReferences = 20;

    /// <summary>
    /// How what an entry asks, or the meeting to which it invites, is answered in plain words; null when it asks for
    /// nothing.
    /// </summary>
    public static string? HowToAnswer(SqlSession session, Entry entry, Roster roster, string page) =>
        MeetingStore.Letter(session, entry.Key) is { } letter ? MeetingLetters.Words(letter, roster, entry.At, page)
        : entry.Asks && AskStore.OfEntries(session, [entry.Key]).GetValueOrDefault(entry.Id) is { } ask
            ? AskReading.HowToAnswer(ask.Asking.Terms, roster, ask.At, page)
        : null;

    /// <summary>The mail of an entry to a party; the same each time it is made.</summary>
    /// <param name="page">Address of the party's page, for what is asked of them.</param>
    public static OutgoingMail Compose(
        SqlSession session,
        Entry entry,
        Conversation conversation,
        Roster roster,
        FileKeeper keeper,
        string page
    )
    {
        var text = EntryText.FromMarkdown(entry.Body, showTags: false);
        var before = EntryStore.MailsBefore(session, conversation.Key, entry.Key, MostReferences);
        var carried = FileStore.Of(session, entry.Key);
        var files = carried.ConvertAll(f => new MailFile(f.Name, f.MediaType, keeper.Read(f), null));
        var captions = carried.Where(f => f.Caption is not null).Select(f => $"{f.Name}: {f.Caption}").ToList();
        var how = HowToAnswer(session, entry, roster, page);
        var letter = MeetingStore.Letter(session, entry.Key);
        IEnumerable<string> asks = how is null ? [] : ["\n" + how];
        var (plain, html) = (
            string.Join("\n", [text.Plain, .. captions, .. asks]).TrimStart('\n'),
            text.Html
                + string.Concat(captions.Select(c => $"<p>{WebUtility.HtmlEncode(c)}</p>"))
                + (
                    how is null
                        ? ""
                        : $"<p>{WebUtility.HtmlEncode(how).Replace("\n", "<br>", StringComparison.Ordinal)}</p>"
                )
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
            letter is null ? null : MeetingLetters.Calendar(letter, text.Plain, roster, entry.At, page)
        );
    }
}
