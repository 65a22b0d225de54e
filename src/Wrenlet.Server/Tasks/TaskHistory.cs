using System.Globalization;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>Something that was changed of a task.</summary>
public sealed record TaskChangeView(PersonView? By, DateTimeOffset At, string What, string Before, string After);

/// <summary>What a change of a task has changed, in words.</summary>
internal static class TaskHistory
{
    private const int MostWords = 200;

    /// <summary>The fields in which two states of a task differ, each with how it was and how it is.</summary>
    public static IEnumerable<(string What, string Before, string After)> Between(
        WorkTask before,
        WorkTask after,
        Roster roster,
        SqlSession session
    )
    {
        var calendar = roster.Firm!.Calendar;
        string Moment(Instant? at) =>
            at is { } m ? DateWords.Moment(m.InZone(calendar.Zone).LocalDateTime, LocalDate.MinIsoValue) : "none";
        string Owners(WorkTask t) =>
            t.Owners.IsEmpty ? "nobody" : string.Join(", ", t.Owners.Select(o => Name(o, roster)));
        (string What, string Before, string After)[] all =
        [
            ("title", before.Title, after.Title),
            ("state", StoredWords.TaskStates.Of(before.State), StoredWords.TaskStates.Of(after.State)),
            ("owners", Owners(before), Owners(after)),
            ("finished by", StoredWords.Rules.Of(before.Rule), StoredWords.Rules.Of(after.Rule)),
            ("due", Moment(before.Due), Moment(after.Due)),
            ("start", Moment(before.Start), Moment(after.Start)),
            ("priority", StoredWords.Priorities.Of(before.Priority), StoredWords.Priorities.Of(after.Priority)),
            ("repeats", before.Repeats ?? "once", after.Repeats ?? "once"),
            ("estimate", Length(before.Estimate), Length(after.Estimate)),
            ("time spent", Length(before.Spent), Length(after.Spent)),
            ("notes", Short(before.Notes), Short(after.Notes)),
            ("docket", before.Docket?.Ref.ToString() ?? "none", after.Docket?.Ref.ToString() ?? "none"),
            ("part of", before.ParentTitle ?? "nothing", after.ParentTitle ?? "nothing"),
            ("gate of stage", before.GateStage?.Name ?? "none", after.GateStage?.Name ?? "none"),
            ("worklist", Place(before, session), Place(after, session)),
            (
                "seen by",
                before.Private ? "its maker alone" : "others too",
                after.Private ? "its maker alone" : "others too"
            ),
            ("still wanted", Moment(before.Wanted), Moment(after.Wanted)),
        ];
        return all.Where(c => c.Before != c.After);
    }

    private static string Name(OwnerShare share, Roster roster) =>
        TaskViews.Name(share.Owner, roster)
        + (share.Percent is { } percent ? string.Create(CultureInfo.InvariantCulture, $" {percent} %") : "")
        + (share.Done ? " (done)" : "");

    /// <summary>A person's own lists have no name here: others read this too.</summary>
    private static string Place(WorkTask task, SqlSession session) =>
        task.Worklist is not var (id, column) || WorklistStore.Find(session, id) is not { } list ? "none"
        : list.Person is not null ? "a list of their own"
        : list.Columns.FirstOrDefault(c => c.Id == column) is { } at ? $"{list.Name}, {at.Name}"
        : list.Name;

    private static string Length(Duration? time) =>
        time is { } t && t > Duration.Zero ? WorkingTimeWords.Of(t) : "none";

    private static string Short(string words) => words.Length > MostWords ? words[..MostWords] + " …" : words;
}
