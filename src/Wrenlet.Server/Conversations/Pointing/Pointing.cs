using System.Text.RegularExpressions;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>A thing that words can point at, as one viewer sees it now.</summary>
/// <param name="Kind">docket, task, entry, sheet or view.</param>
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

/// <summary>What is shown of a thing to those who see it.</summary>
/// <param name="Title">What it is.</param>
/// <param name="State">How it stands, in words.</param>
/// <param name="Done">Whether it is finished or closed.</param>
/// <param name="Path">Where it is in the application.</param>
/// <param name="Tag">What a tag that points at it says.</param>
public sealed record ThingStanding(string Title, string State, bool Done, string Path, string Tag);

/// <summary>A thing that a tag points at, as far as sight and discretion depend on it.</summary>
/// <param name="Place">Where it stands.</param>
/// <param name="Thing">What kind of thing it is there.</param>
/// <param name="Discreet">What its tag says to all who read it where someone of them does not see it.</param>
/// <param name="Unseen">What it is called to a viewer who does not see it.</param>
public sealed record PointedAt(Place Place, Thing Thing, string Discreet, string Unseen);

/// <summary>What tags of one kind point at; each part says it of its own things.</summary>
public interface IPointable
{
    /// <summary>The kind of tags.</summary>
    TagKind Kind { get; }

    /// <summary>The thing; null when there is none such.</summary>
    PointedAt? Find(SqlSession session, string target);

    /// <summary>How the thing stands, to a viewer who sees it.</summary>
    /// <param name="moment">A moment in words.</param>
    ThingStanding Standing(SqlSession session, string target, Roster roster, Instant now, Func<Instant, string> moment);

    /// <summary>Whether a party may be told of the thing by its name.</summary>
    bool SeenBy(SqlSession session, PartyId party, string target);
}

/// <summary>
/// Tags of things: how what they point at stands, and that their words tell nothing to those who do not see it.
/// </summary>
internal sealed partial class Pointing(IEnumerable<IPointable> things)
{
    private readonly Dictionary<TagKind, IPointable> _things = things.ToDictionary(t => t.Kind);

    /// <summary>How a thing stands, as a viewer sees it; null when there is none such.</summary>
    public ThingView? Look(SqlSession session, TagKind kind, string target, Person viewer, Roster roster, Instant now)
    {
        if (_things.GetValueOrDefault(kind) is not { } things || things.Find(session, target) is not { } found)
            return null;
        var word = TagLink.Word(kind);
        if (!viewer.MaySee(found.Place, found.Thing))
            return new(word, target, false, found.Unseen, "You do not see it.", false, null, null);
        var calendar = roster.Firm!.Calendar;
        string Moment(Instant at) => DateWords.Moment(at.InZone(calendar.Zone).LocalDateTime, calendar.DateOf(now));
        var standing = things.Standing(session, target, roster, now, Moment);
        return new(word, target, true, standing.Title, standing.State, standing.Done, standing.Path, standing.Tag);
    }

    /// <summary>
    /// Words whose tags say no more of a thing than that it is there, where someone of the staff who reads them does
    /// not see it. The words are stored so: whoever finds, exports or is told them gets no more, and who sees the thing
    /// still sees all of it beside them. What a party reads goes through the leak check.
    /// </summary>
    /// <param name="place">Where the words will stand.</param>
    public string Discreet(SqlSession session, string markdown, Place place, Roster roster)
    {
        if (!markdown.Contains("](", StringComparison.Ordinal))
            return markdown;
        var readers = roster.Staff.Where(p => p.MaySee(place)).ToList();
        return TagForm()
            .Replace(
                markdown,
                match =>
                {
                    var (kind, target) = (match.Groups["kind"].Value, match.Groups["target"].Value);
                    var thing =
                        TagLink.Parse($"{kind}:{target}", "") is { } tag
                        && _things.GetValueOrDefault(tag.Kind) is { } things
                            ? things.Find(session, target)
                            : null;
                    return thing is null || readers.TrueForAll(r => r.MaySee(thing.Place, thing.Thing))
                        ? match.Value
                        : $"[{thing.Discreet}]({kind}:{target})";
                }
            );
    }

    /// <summary>Whether a tag is of a thing that not all who read of it see, so that its words may say too much.</summary>
    public static bool MaySayTooMuch(TagLink tag) =>
        tag.Kind is TagKind.Task or TagKind.Entry or TagKind.Sheet or TagKind.View;

    /// <summary>Whether a party may be told of the thing that a tag points at. A tag of a person is a name.</summary>
    public bool SeenBy(SqlSession session, PartyId party, TagLink tag) =>
        tag.Kind is TagKind.Person or TagKind.Crew
        || (_things.GetValueOrDefault(tag.Kind) is { } things && things.SeenBy(session, party, tag.Target));

    /// <summary>What a path of the application points at; null when it is no thing.</summary>
    public static (TagKind Kind, string Target)? OfPath(string path)
    {
        var match = PathForm().Match(path);
        if (!match.Success)
            return null;
        foreach (var kind in new[] { TagKind.Entry, TagKind.Sheet, TagKind.Task, TagKind.View, TagKind.Docket })
            if (match.Groups[TagLink.Word(kind)] is { Success: true } target)
                return (kind, target.Value);
        return null;
    }

    [GeneratedRegex(@"\[(?:[^\]\\]|\\.)*\]\((?<kind>task|entry|sheet|view):(?<target>[0-9A-Za-z-]{1,40})\)")]
    private static partial Regex TagForm();

    [GeneratedRegex(
        @"^/(?:dockets/(?<docket>[A-Z]{1,3}-(?:\d{4}-)?\d{1,9})|sheets/(?<sheet>[0-9a-f-]{36})|conversations/[0-9a-f-]{36}|"
            + @"noticeboard/[0-9a-f-]{36}|queues|tasks|dockets)"
            + @"(?:\?(?:[^#]*&)?(?:entry=(?<entry>[0-9a-f-]{36})|task=(?<task>[0-9a-f-]{36})|view=(?<view>[0-9a-f-]{36})))?(?:[&#].*)?$"
    )]
    private static partial Regex PathForm();
}
