using System.Net;
using Wrenlet.Formats.Mail;
using Wrenlet.Formats.Text;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>Makes the mail that an entry leaves as.</summary>
internal static class Mails
{
    private const int MostReferences = 20;

    /// <summary>The mail of an entry to a party; the same each time it is made.</summary>
    public static OutgoingMail Compose(SqlSession session, Entry entry, Conversation conversation, Roster roster, FileKeeper keeper)
    {
        var text = EntryText.FromMarkdown(entry.Body, showTags: false);
        var before = EntryStore.MailsBefore(session, conversation.Key, entry.Key, MostReferences);
        var carried = FileStore.Of(session, entry.Key);
        var files = carried.ConvertAll(f => new MailFile(f.Name, f.MediaType, keeper.Read(f), null));
        var captions = carried.Where(f => f.Caption is not null).Select(f => $"{f.Name}: {f.Caption}").ToList();
        var (plain, html) = (string.Join("\n", [text.Plain, .. captions]).TrimStart('\n'), text.Html + string.Concat(captions.Select(c => $"<p>{WebUtility.HtmlEncode(c)}</p>")));
        var subject = conversation.Docket is { } docket ? $"{conversation.Subject} [{docket.Ref}]" : conversation.Subject;
        return new(entry.Id.Value, ($"{roster.NameOf(entry.Author!.Value)}, {roster.Firm!.Name}", roster.Firm.Address), EntryStore.Recipients(session, entry.Key), subject,
            entry.At.ToDateTimeOffset(), plain, html, before.FirstOrDefault(), [.. before.AsEnumerable().Reverse()], files);
    }
}
