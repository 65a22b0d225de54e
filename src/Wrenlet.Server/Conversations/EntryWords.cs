using Wrenlet.Core.Conversations;
using Wrenlet.Formats.Text;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>What was said in plain words, in few words, and where it is in the application.</summary>
internal static class EntryWords
{
    private const int MostQuoted = 140;

    /// <summary>The entry's words as plain text.</summary>
    public static string PlainOf(Entry entry) => entry.IsMarkdown ? EntryText.PlainOf(entry.Body) : entry.Body;

    /// <summary>First words, on one line.</summary>
    /// <param name="most">Most characters.</param>
    public static string Short(string plain, int most = MostQuoted)
    {
        var line = string.Join(' ', plain.Split((char[]?)null, 60, StringSplitOptions.RemoveEmptyEntries));
        return line.Length > most ? line[..most].TrimEnd() + " …" : line;
    }

    /// <summary>Who said it, by their full name; empty for a line that nobody caused.</summary>
    public static string AuthorOf(Entry entry, Roster roster) =>
        entry.Author is { } author ? roster.NameOf(author) : entry.Sender ?? "";

    /// <summary>Where a conversation is in the application, and an entry in it.</summary>
    public static string PathOf(Conversation conversation, EntryId? entry)
    {
        var path =
            conversation.Discussed is { } on ? PathOfDiscussion(on.Discussion, on.Sheet, on.Entry, on.File)
            : conversation.OfMeeting is var (meeting, _) ? $"/meetings/{meeting}"
            : conversation.OfTask is var (task, _) ? $"/tasks?task={task}"
            : conversation.OfWorklist is var (list, _) ? $"/tasks?way=columns&list={list}&talk=1"
            : conversation is { Audience: Audience.Group, Crew: { } crew } ? $"/crews/{crew.Value}"
            : conversation.Docket is { } docket ? $"/dockets/{docket.Ref}"
            : conversation.Audience is Audience.Notice ? $"/noticeboard/{conversation.Id.Value}"
            : $"/conversations/{conversation.Id.Value}";
        return entry is { } id
            ? $"{path}{(path.Contains('?', StringComparison.Ordinal) ? '&' : '?')}entry={id.Value}"
            : path;
    }

    /// <summary>Where a discussion is in the application: on its sheet, or with the entry that carries its file.</summary>
    public static string PathOfDiscussion(Guid discussion, Guid? sheet, EntryId? entry, Guid? file) =>
        sheet is { } on
            ? $"/sheets/{on}?discussion={discussion}"
            : $"/entries/{entry!.Value.Value}?file={file}&discussion={discussion}";

    /// <summary>Where a conversation is, in words: a docket with its name, a party, or who takes part.</summary>
    public static string PlaceOf(Conversation conversation, Roster roster) =>
        conversation is { Discussed: not null, Docket: { } of } ? $"{conversation.Subject}, {of.Ref}"
        : conversation.Docket is { } docket ? $"{docket.Ref} {docket.Subject.Split(':')[0]}"
        : ConversationViews.PartyOf(conversation, roster)?.Name
            ?? (conversation.Subject.Length > 0 ? conversation.Subject : "your direct conversation");
}
