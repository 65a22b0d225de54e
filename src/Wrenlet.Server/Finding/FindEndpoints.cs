using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Finding;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Finding;

/// <summary>Something found.</summary>
/// <param name="Kind">docket, task or entry.</param>
/// <param name="Path">Where it is in the application.</param>
/// <param name="Text">What it is called or says.</param>
/// <param name="Detail">What tells it from others.</param>
public sealed record Hit(string Kind, string Path, string Text, string Detail);

internal static class FindEndpoints
{
    private const int Most = 6;

    public static void MapFinding(this IEndpointRouteBuilder api) => api.MapGet("/find", Find).For(Access.Staff);

    private static IReadOnlyList<Hit> Find(string words, Viewer viewer, Database database, WhoIsWho who) => database.Read(s =>
    {
        var typed = words.Trim();
        if (typed.Length == 0 || SearchStore.Match(typed) is not { } match) return [];
        var dockets = DocketStore.Matching(s, typed, 40).Where(d => viewer.Person.MaySee(d.Place)).Take(Most)
            .Select(d => new Hit("docket", $"/dockets/{d.Ref}", $"{d.Ref} {d.Subject}", d.Open ? d.Site : "closed"));
        var tasks = TaskStore.Matching(s, match, 40).Where(t => viewer.Person.MaySee(t.Place, Thing.Working)).Take(Most)
            .Select(t => new Hit("task", $"/tasks?task={t.Id.Value}", t.Title, t.Docket?.Ref.ToString() ?? "a task of your own"));
        var entries = SearchStore.Seen(s, match, Most, (c, e) => viewer.Person.MaySee(c.Place, EntrySight.ThingOf(e.Kind)))
            .Select(f => new Hit(
                "entry", f.Conversation.Docket is { } d ? $"/dockets/{d.Ref}?entry={f.Entry.Id.Value}" : $"/conversations/{f.Conversation.Id.Value}?entry={f.Entry.Id.Value}",
                Short(ConversationViews.PlainOf(f.Entry)), $"{(f.Entry.Author is { } a ? who.Current.NameOf(a) : f.Entry.Sender)}, {f.Conversation.Docket?.Ref.ToString() ?? f.Conversation.Subject}"));
        return (IReadOnlyList<Hit>)[.. dockets, .. tasks, .. entries];
    });

    private static string Short(string plain)
    {
        var line = string.Join(' ', plain.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
        return line.Length > 100 ? line[..100] + " …" : line;
    }
}
