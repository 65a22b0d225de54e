using System.Net;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>Something that was shared in a talk.</summary>
/// <param name="Kind">file, picture, link or pin.</param>
/// <param name="Name">A file's name, a link's address, or the first words of what is pinned.</param>
/// <param name="Address">Where it is to be had.</param>
/// <param name="Size">In bytes; null for a link.</param>
/// <param name="Audience">inside, outside, direct, group or notice.</param>
/// <param name="Path">The entry it was shared with.</param>
public sealed record SharedView(
    string Kind,
    string Name,
    string Address,
    long? Size,
    PersonView? By,
    DateTimeOffset At,
    string Audience,
    string Path
);

internal static partial class FilesAndLinksEndpoints
{
    private const int Most = 500;

    public static void MapFilesAndLinks(this IEndpointRouteBuilder api)
    {
        api.MapGet("/dockets/{reference}/shared", OfDocket).For(Access.Staff);
        api.MapGet("/conversations/{id:guid}/shared", OfConversation).For(Access.Staff);
    }

    private static Results<Ok<List<SharedView>>, ProblemHttpResult> OfDocket(
        string reference,
        Viewer viewer,
        Database database,
        WhoIsWho who
    ) =>
        database.Read(s =>
            SeenDocket.Find(s, reference, viewer.Person) is { } docket
                ? Read(s, ConversationStore.OfDocket(s, docket.Id), viewer.Person, who.Current)
                : null
        )
            is { } list
            ? TypedResults.Ok(list)
            : Refusals.NotFound("docket");

    private static Results<Ok<List<SharedView>>, ProblemHttpResult> OfConversation(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who
    ) =>
        database.Read(s =>
            SeenTalk.Conversation(s, id, viewer.Person) is { } conversation
                ? Read(s, [conversation], viewer.Person, who.Current)
                : null
        )
            is { } list
            ? TypedResults.Ok(list)
            : Refusals.NotFound("conversation");

    /// <summary>
    /// Files, pictures and links of these conversations, the newest first; then what is pinned in them, in its order.
    /// </summary>
    private static List<SharedView> Read(
        SqlSession session,
        IReadOnlyList<Conversation> conversations,
        Person viewer,
        Roster roster
    )
    {
        var list = new List<SharedView>();
        foreach (var entry in EntryStore.Sharing(session, [.. conversations.Select(c => c.Key)], Most))
        {
            var conversation = conversations.First(c => c.Id == entry.Conversation);
            if (!EntrySight.Sees(viewer, conversation, entry))
                continue;
            var by =
                entry.Author is { } author && roster.Find(author) is { } known ? PersonView.Of(known)
                : entry.Sender is { } sender ? PersonView.Stranger(sender)
                : null;
            SharedView Of(string kind, string name, string address, long? size) =>
                new(
                    kind,
                    name,
                    address,
                    size,
                    by,
                    entry.At.ToDateTimeOffset(),
                    StoredWords.Audiences.Of(conversation.Audience),
                    EntryWords.PathOf(conversation, entry.Id)
                );
            list.AddRange(
                FileViews
                    .Of(session, entry)
                    .Select(f => Of(f.Shown == "picture" ? "picture" : "file", f.Name, $"/api/files/{f.Id}", f.Size))
            );
            list.AddRange(
                Link()
                    .Matches(entry.Html)
                    .Select(m => WebUtility.HtmlDecode(m.Groups[1].Value))
                    .Distinct()
                    .Select(l => Of("link", l, l, null))
            );
        }

        foreach (var conversation in conversations.Where(c => viewer.MaySee(c.Place)))
        {
            foreach (var pin in EntryMarkStore.Pins(session, conversation.Key))
            {
                if (
                    EntryStore.Find(session, pin.Entry) is not { } entry
                    || !EntrySight.Sees(viewer, conversation, entry)
                )
                    continue;
                list.Add(
                    new(
                        "pin",
                        EntryWords.Short(EntryWords.PlainOf(entry)),
                        EntryWords.PathOf(conversation, entry.Id),
                        null,
                        roster.Find(pin.By) is { } by ? PersonView.Of(by) : null,
                        entry.At.ToDateTimeOffset(),
                        StoredWords.Audiences.Of(conversation.Audience),
                        EntryWords.PathOf(conversation, entry.Id)
                    )
                );
            }
        }

        return list;
    }

    [GeneratedRegex("<a href=\"(https?://[^\"]+)\"")]
    private static partial Regex Link();
}
