using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Finding;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Finding;

/// <summary>Something that can be tagged.</summary>
/// <param name="Kind">person, crew, docket or task.</param>
/// <param name="Target">Id or reference.</param>
/// <param name="Text">As it will stand in the text.</param>
/// <param name="Detail">What tells it from others of the name.</param>
/// <param name="Sees">Whether a tagged person sees the conversation.</param>
/// <param name="Ways">What a person or crew is called: typed out, that is the tag; empty for other things.</param>
public sealed record Taggable(
    string Kind,
    string Target,
    string Text,
    string Detail,
    bool Sees,
    IReadOnlyList<string> Ways
);

/// <summary>What can be tagged by what was typed.</summary>
internal static class TaggableEndpoints
{
    private const int Most = 8;
    private const int MostTabs = 9;
    private const int MostOfDocket = 5;
    private static readonly string[] Viewed = ["tasks", "dockets"];

    public static void MapTaggable(this IEndpointRouteBuilder api) =>
        api.MapGet("/conversations/{id:guid}/taggable", GetTaggable).For(Access.Staff);

    /// <summary>
    /// What can be tagged here by what was typed after the sign: people and crews after @, dockets, sheets, tasks and
    /// what was said after #; what is at hand first.
    /// </summary>
    /// <param name="open">References of the dockets that the viewer has open, with commas.</param>
    private static Results<Ok<List<Taggable>>, ProblemHttpResult> GetTaggable(
        Guid id,
        string sign,
        string? typed,
        string? open,
        Viewer viewer,
        Database database,
        WhoIsWho who
    ) =>
        database.Read<Results<Ok<List<Taggable>>, ProblemHttpResult>>(s =>
        {
            if (SeenTalk.Conversation(s, id, viewer.Person) is not { } conversation)
                return Refusals.NotFound("conversation");
            var words = (typed ?? "").Trim();
            if (sign == "@")
                return TypedResults.Ok(PeopleAndCrews(conversation, words, viewer, who.Current));
            if (sign == "#")
                return TypedResults.Ok(
                    AtHand(s, conversation, words, open ?? "", viewer.Person)
                        .Concat(Things(s, words, viewer, who.Current))
                        .DistinctBy(t => (t.Kind, t.Target))
                        .ToList()
                );
            return Refusals.Invalid(
                "sign",
                "Tags begin with @ for people and crews, or # for dockets, sheets and tasks."
            );
        });

    private static List<Taggable> PeopleAndCrews(Conversation conversation, string words, Viewer viewer, Roster roster)
    {
        var contacts = conversation.Party is { } party
            ? roster.Parties[party].Contacts.Select(c => roster.Find(c)).OfType<Person>()
            : [];
        var people = Names
            .Matching(roster.Staff.Where(p => p.Id != viewer.Person.Id).Concat(contacts), words)
            .Select(p => new Taggable(
                "person",
                p.Id.Value.ToString(),
                "@" + p.Name,
                p.IsStaff ? roster.Profiles[p.Id].Purpose : roster.Parties[p.Party!.Value].Name,
                p.MaySee(conversation.Place),
                [.. new CanBeTagged(p.Name, p.Id, null).Ways]
            ));
        var crews = roster
            .LiveCrews.Where(c => Names.Rank(c.Name, words) >= 0)
            .Select(c => new Taggable(
                "crew",
                c.Id.Value.ToString(),
                "@" + c.Name,
                $"crew of {c.Members.Length}",
                true,
                [c.Name]
            ));
        return [.. people.Concat(crews).Take(Most + 4)];
    }

    /// <summary>
    /// What one is likeliest to mean: this docket with its sheets and open tasks, and the dockets that are open in tabs.
    /// </summary>
    private static List<Taggable> AtHand(
        SqlSession session,
        Conversation conversation,
        string words,
        string open,
        Person viewer
    )
    {
        bool Fits(string text) => text.Contains(words, StringComparison.OrdinalIgnoreCase);
        var here = conversation.Docket is { } brief ? DocketStore.Find(session, brief.Id) : null;
        var tabs = open.Split(',', MostTabs + 1, StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
            .Take(MostTabs)
            .Select(DocketRef.Parse)
            .OfType<DocketRef>()
            .Select(r => DocketStore.Find(session, r))
            .OfType<Docket>();
        var dockets = new[] { here }
            .OfType<Docket>()
            .Concat(tabs)
            .DistinctBy(d => d.Id)
            .Where(d => viewer.MaySee(d.Place) && (Fits(d.Ref.ToString()) || Fits(d.Subject)))
            .Select(d => new Taggable("docket", d.Ref.ToString(), "#" + d.Ref, d.Subject, true, []));
        if (here is null || !viewer.MaySee(here.Place))
            return [.. dockets];
        var sheets = SheetStore
            .OfDocket(session, here.Id)
            .Where(k => !k.Sheet.Removed && viewer.MaySee(k.Sheet.Place) && Fits(k.Sheet.Name))
            .Take(MostOfDocket)
            .Select(k => new Taggable(
                "sheet",
                k.Sheet.Id.Value.ToString(),
                "#" + TagLink.Plain(k.Sheet.Name),
                $"{StoredWords.SheetKinds.Of(k.Sheet.Kind)} of {k.Docket.Ref}",
                true,
                []
            ));
        var tasks = TaskStore
            .OfDocket(session, here.Id, 200)
            .Where(t => !t.Progress.Over && viewer.MaySee(t.Place, Thing.Working) && Fits(t.Title))
            .Take(MostOfDocket)
            .Select(t => new Taggable(
                "task",
                t.Id.Value.ToString(),
                "#" + t.Title,
                $"task of {here.Ref}, open",
                true,
                []
            ));
        return [.. dockets, .. sheets, .. tasks];
    }

    private static List<Taggable> Things(SqlSession session, string words, Viewer viewer, Roster roster)
    {
        var dockets = DocketStore
            .Matching(session, words, SearchStore.Match(words), 30)
            .Where(d => viewer.Person.MaySee(d.Place))
            .Take(Most)
            .Select(d => new Taggable("docket", d.Ref.ToString(), "#" + d.Ref, d.Subject, true, []));
        var tasks = SearchStore.Match(words) is { } match
            ? TaskStore
                .Matching(session, match, 30)
                .Where(t => viewer.Person.MaySee(t.Place, Thing.Working))
                .Take(Most)
                .Select(t => new Taggable(
                    "task",
                    t.Id.Value.ToString(),
                    "#" + t.Title,
                    $"task{(t.Docket is { } d ? " of " + d.Ref : "")}, {(t.State is TaskState.Done ? "done" : "open")}",
                    true,
                    []
                ))
            : [];
        var entries =
            words.Length >= 3 && SearchStore.Match(words) is { } said
                ? SearchStore
                    .Seen(
                        session,
                        4,
                        (before, most) =>
                            SearchStore.Entries(session, said, null, null, null, null, null, false, before, most),
                        (c, e) => e.Kind is not EntryKind.Event && EntrySight.Sees(viewer.Person, c, e)
                    )
                    .Select(f => new Taggable(
                        "entry",
                        f.Entry.Id.Value.ToString(),
                        "#" + EntryWords.Short(EntryWords.PlainOf(f.Entry), 40),
                        $"said by {(f.Entry.Author is { } by ? roster.NameOf(by) : f.Entry.Sender)}, "
                            + $"{f.Conversation.Docket?.Ref.ToString() ?? f.Conversation.Subject}",
                        true,
                        []
                    ))
                : [];
        var sheets = SearchStore.Match(words) is { } named
            ? SheetStore
                .Matching(session, $"name : ({named})", 30)
                .Where(k => viewer.Person.MaySee(k.Sheet.Place))
                .Take(Most)
                .Select(k => new Taggable(
                    "sheet",
                    k.Sheet.Id.Value.ToString(),
                    "#" + TagLink.Plain(k.Sheet.Name),
                    $"{StoredWords.SheetKinds.Of(k.Sheet.Kind)} of {k.Docket.Ref}{(k.Sheet.Shares.IsEmpty ? "" : ", shared outside")}",
                    true,
                    []
                ))
            : [];
        var views = Viewed
            .SelectMany(about =>
                NamedViewStore.For(session, about, viewer.Person.Id).Select(v => (About: about, View: v))
            )
            .Where(v => words.Length > 0 && v.View.Name.Contains(words, StringComparison.OrdinalIgnoreCase))
            .Take(Most)
            .Select(v => new Taggable(
                "view",
                v.View.Id.ToString(),
                "#" + TagLink.Plain(v.View.Name),
                $"saved view of {v.About}{(v.View.Shared ? "" : ", only yours")}",
                true,
                []
            ));
        return [.. dockets.Concat(views).Concat(sheets).Concat(tasks).Concat(entries)];
    }
}
