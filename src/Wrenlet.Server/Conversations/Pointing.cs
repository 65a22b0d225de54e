using System.Text.RegularExpressions;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Conversations;

/// <summary>A thing that words can point at, as one viewer sees it now.</summary>
/// <param name="Kind">docket, task, entry or sheet.</param>
/// <param name="Target">Reference or id.</param>
/// <param name="Seen">Whether the viewer sees it; else nothing but that it is there is said.</param>
/// <param name="Title">What it is.</param>
/// <param name="State">How it stands, in words.</param>
/// <param name="Done">Whether it is finished or closed.</param>
/// <param name="Path">Where it is in the application; null for what is not seen.</param>
/// <param name="Tag">What a tag that points at it says.</param>
public sealed record ThingView(
    string Kind,
    string Target,
    bool Seen,
    string Title,
    string State,
    bool Done,
    string? Path,
    string? Tag
);

/// <summary>
/// Tags of things: how what they point at stands, and that their words tell nothing to those who do not see it.
/// </summary>
internal static partial class Pointing
{
    /// <summary>How a thing stands, as a viewer sees it; null when there is none such.</summary>
    public static ThingView? Look(
        SqlSession session,
        TagKind kind,
        string target,
        Person viewer,
        Roster roster,
        Instant now
    )
    {
        var word = TagLink.Word(kind);
        ThingView Hidden(string what) => new(word, target, false, what, "You do not see it.", false, null, null);
        string Moment(Instant at) =>
            DateWords.Moment(at.InZone(roster.Firm!.Calendar.Zone).LocalDateTime, roster.Firm.Calendar.DateOf(now));
        switch (kind)
        {
            case TagKind.Docket
                when DocketRef.Parse(target) is { } reference && DocketStore.Find(session, reference) is { } docket:
                if (!viewer.MaySee(docket.Place))
                    return Hidden($"Docket {docket.Ref}");
                var stage = docket.Open ? Stages.Of(docket.Ref.Kind).ElementAtOrDefault(docket.Stage) : "closed";
                return new(
                    word,
                    target,
                    true,
                    $"{docket.Ref} {docket.Subject}",
                    string.Join(
                        " · ",
                        new[]
                        {
                            stage,
                            docket.Owner is { } owner ? $"owner {roster.NameOf(owner)}" : "nobody’s",
                            docket.Site,
                        }.Where(x => !string.IsNullOrEmpty(x))
                    ),
                    !docket.Open,
                    $"/dockets/{docket.Ref}",
                    $"#{docket.Ref}"
                );
            case TagKind.Task
                when Guid.TryParse(target, out var id) && TaskStore.Find(session, new TaskId(id)) is { } task:
                if (!viewer.MaySee(task.Place, Thing.Working))
                    return Hidden("A task");
                var view = TaskViews.Of(task, roster, now);
                return new(
                    word,
                    target,
                    true,
                    task.Title,
                    string.Join(
                        " · ",
                        new[]
                        {
                            view.DueLabel.Length > 0 ? view.DueLabel : "no due date",
                            view.Owners.Count > 0 ? string.Join(", ", view.Owners.Select(o => o.Name)) : "nobody’s",
                            task.Due is { } due ? $"due {Moment(due)}" : null,
                            task.Docket?.Ref.ToString(),
                        }.Where(x => x is not null)
                    ),
                    task.State is TaskState.Done or TaskState.Dropped,
                    $"/tasks?task={id}",
                    $"#{task.Title}"
                );
            case TagKind.Entry
                when Guid.TryParse(target, out var id)
                    && EntryStore.Find(session, new EntryId(id)) is { } entry
                    && ConversationStore.Find(session, entry.Conversation) is { } conversation:
                if (!TalkReading.Sees(viewer, conversation, entry))
                    return Hidden("Something said");
                var author = entry.Author is { } by ? roster.NameOf(by) : entry.Sender ?? "somebody";
                return new(
                    word,
                    target,
                    true,
                    entry.Removed is not null ? "removed since" : TalkReading.Short(ConversationViews.PlainOf(entry)),
                    $"{author}, {Moment(entry.At)}, {conversation.Docket?.Ref.ToString() ?? conversation.Subject}",
                    false,
                    TalkReading.PathOf(conversation, entry.Id),
                    "#" + TalkReading.Short(ConversationViews.PlainOf(entry), 40)
                );
            case TagKind.Sheet
                when Guid.TryParse(target, out var id) && SheetStore.Find(session, new SheetId(id)) is { } kept:
                if (!viewer.MaySee(kept.Sheet.Place))
                    return Hidden("A sheet");
                var newest = SheetStore.Revision(session, kept, kept.Sheet.Revision)!;
                return new(
                    word,
                    target,
                    true,
                    kept.Sheet.Name,
                    $"{StoredWords.SheetKinds.Of(kept.Sheet.Kind)} of {kept.Docket.Ref} · revision {newest.Number} by "
                        + $"{roster.NameOf(newest.By)}, {Moment(newest.At)}{(kept.Sheet.Shares.IsEmpty ? "" : " · shared outside")}",
                    kept.Sheet.Removed,
                    $"/sheets/{id}",
                    "#" + TagLink.Plain(kept.Sheet.Name)
                );
            default:
                return null;
        }
    }

    /// <summary>
    /// Words whose tags say no more of a thing than that it is there, where someone who reads them does not see it. The
    /// words
    /// are stored so: whoever finds, exports or is told them gets no more, and who sees the thing still sees all of it
    /// beside them.
    /// </summary>
    /// <param name="readers">Who reads the words.</param>
    public static string Discreet(SqlSession session, string markdown, IReadOnlyList<Person> readers) =>
        !markdown.Contains("](", StringComparison.Ordinal)
            ? markdown
            : TagForm()
                .Replace(
                    markdown,
                    match =>
                    {
                        var target = match.Groups["target"].Value;
                        (Place Place, Thing Thing, string Words)? thing = match.Groups["kind"].Value switch
                        {
                            "task" => Guid.TryParse(target, out var id)
                            && TaskStore.Find(session, new TaskId(id)) is { } task
                                ? (
                                    task.Place,
                                    Thing.Working,
                                    $"#a task{(task.Docket is { } of ? $" of {of.Ref}" : "")}"
                                )
                                : null,
                            "sheet" => Guid.TryParse(target, out var id)
                            && SheetStore.Find(session, new SheetId(id)) is { } sheet
                                ? (sheet.Sheet.Place, Thing.Said, $"#a sheet of {sheet.Docket.Ref}")
                                : null,
                            _ => Guid.TryParse(target, out var id)
                            && EntryStore.Find(session, new EntryId(id)) is { } entry
                            && ConversationStore.Find(session, entry.Conversation) is { } c
                                ? (
                                    c.Place,
                                    EntrySight.ThingOf(entry.Kind),
                                    c.Docket is { } of ? $"#something said in {of.Ref}" : "#something said elsewhere"
                                )
                                : null,
                        };
                        return thing is null || readers.All(r => r.MaySee(thing.Value.Place, thing.Value.Thing))
                            ? match.Value
                            : $"[{thing.Value.Words}]({match.Groups["kind"].Value}:{target})";
                    }
                );

    /// <summary>Staff who read what is said at a place. What a party reads goes through the leak check.</summary>
    public static IReadOnlyList<Person> Readers(Place place, Roster roster) =>
        [.. roster.Staff.Where(p => p.MaySee(place))];

    /// <summary>What a path of the application points at; null when it is no thing.</summary>
    public static (TagKind Kind, string Target)? OfPath(string path)
    {
        var match = PathForm().Match(path);
        if (!match.Success)
            return null;
        if (match.Groups["entry"] is { Success: true } entry)
            return (TagKind.Entry, entry.Value);
        if (match.Groups["sheet"] is { Success: true } sheet)
            return (TagKind.Sheet, sheet.Value);
        if (match.Groups["task"] is { Success: true } task)
            return (TagKind.Task, task.Value);
        return match.Groups["docket"] is { Success: true } docket ? (TagKind.Docket, docket.Value) : null;
    }

    [GeneratedRegex(@"\[(?:[^\]\\]|\\.)*\]\((?<kind>task|entry|sheet):(?<target>[0-9A-Za-z-]{1,40})\)")]
    private static partial Regex TagForm();

    [GeneratedRegex(
        @"^/(?:dockets/(?<docket>[JTP]-\d{1,7})|sheets/(?<sheet>[0-9a-f-]{36})|conversations/[0-9a-f-]{36}|noticeboard/[0-9a-f-]{36}|"
            + @"queues|tasks)"
            + @"(?:\?(?:[^#]*&)?(?:entry=(?<entry>[0-9a-f-]{36})|task=(?<task>[0-9a-f-]{36})))?(?:[&#].*)?$"
    )]
    private static partial Regex PathForm();
}
