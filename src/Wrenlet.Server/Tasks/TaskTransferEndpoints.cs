using System.ComponentModel.DataAnnotations;
using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Calendars;
using Wrenlet.Formats.Conversations;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>A file of tasks to be taken in.</summary>
/// <param name="Format">ics or csv.</param>
/// <param name="Apply">Whether to take it in; false to see what that would do.</param>
public sealed record TaskImport(
    [property: Required, AllowedValues("ics", "csv")] string Format,
    [property: Required, StringLength(5_000_000, MinimumLength = 1)] string Text,
    bool Apply
);

/// <summary>What a file wants of one task.</summary>
/// <param name="Where">Its place in the file.</param>
/// <param name="Does">new, changed, same, nothing, or left alone: it is no task.</param>
/// <param name="Problem">Why it cannot be taken; null when it can.</param>
public sealed record ImportRow(string Where, string Title, string Does, string? Problem);

/// <summary>What taking a file in does, or has done.</summary>
/// <param name="Applied">Whether it was taken in.</param>
public sealed record ImportView(IReadOnlyList<ImportRow> Rows, int Made, int Changed, int Same, int Bad, bool Applied);

/// <summary>The secret address of one's calendar.</summary>
/// <param name="Address">The address, only when it has just been made; null otherwise.</param>
/// <param name="Since">Since when there is one; null for none.</param>
public sealed record FeedView(string? Address, DateTimeOffset? Since);

/// <summary>Tasks out as files, in from files, and as a calendar that other programs read.</summary>
internal static class TaskTransferEndpoints
{
    private const int Most = 25_000;
    private static readonly Duration Lately = Duration.FromDays(60);
    private static readonly Duration Ahead = Duration.FromDays(366);

    public static void MapTaskTransfers(this IEndpointRouteBuilder api)
    {
        api.MapGet("/tasks/exports/{format}", Export).For(Right.Export).Costly();
        api.MapPost("/tasks/imports", Import).For(Access.Staff).Costly();
        api.MapGet("/calendar-feed", GetFeed).For(Access.Staff);
        api.MapPut("/calendar-feed", PutFeed).For(Access.Staff);
        api.MapDelete("/calendar-feed", RemoveFeed).For(Access.Staff);
        api.MapGet("/calendars/{token}.ics", ReadFeed).For(Access.Everyone).Costly();
    }

    /// <summary>A set of tasks as a file: ics or csv. The set is named as for the table.</summary>
    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Export(
        string format,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        WhoIsWho who,
        Settings settings,
        FirmClock clock,
        string scope = "mine",
        string? of = null
    )
    {
        if (format is not ("ics" or "csv"))
            return Refusals.Invalid("format", $"“{format}” is not a format for tasks. Use ics or csv.");
        var (roster, now) = (who.Current, clock.Now);
        var file = database.Read(s =>
        {
            if (TaskTableEndpoints.Scoped(s, scope, of, viewer.Person, roster) is not var (where, id))
                return null;
            var tasks = TaskStore
                .Table(s, where, id, now - Lately, Most)
                .Where(t => viewer.Person.MaySee(t.Place, Thing.Working))
                .ToList();
            return format == "ics"
                ? TaskTransfer.Calendar(
                    s,
                    tasks,
                    scope == "mine" ? Meetings(s, viewer.Person, roster, now, settings.PublicAddress) : [],
                    $"{roster.Firm!.Name}: tasks",
                    roster,
                    now,
                    settings.PublicAddress
                )
                : TaskTransfer.Table(tasks, roster);
        });
        if (file is null)
            return Refusals.NotFound("set of tasks");
        await writes.Run(w =>
        {
            LogStore.Add(
                w.Session,
                now,
                viewer.Person.Id,
                LogKind.TakenAlong,
                "exported tasks",
                $"{format}, {scope} {of}".Trim()
            );
            return true;
        });
        var (type, bytes) =
            format == "ics"
                ? (CalendarFile.MediaType, Encoding.UTF8.GetBytes(file))
                : ("text/csv", [.. Encoding.UTF8.Preamble, .. Encoding.UTF8.GetBytes(file)]);
        return TypedResults.File(bytes, type + "; charset=utf-8", $"tasks.{format}");
    }

    /// <summary>
    /// Takes a file in, or says what that would do: every row that can be is taken, and of each that cannot it is said
    /// why.
    /// </summary>
    private static Task<Results<Ok<ImportView>, ProblemHttpResult>> Import(
        TaskImport given,
        Viewer viewer,
        WriteQueue writes,
        TaskMaking making,
        WhoIsWho who,
        FirmClock clock
    ) =>
        writes.Run<Results<Ok<ImportView>, ProblemHttpResult>>(w =>
        {
            var (me, roster, now, s) = (viewer.Person, who.Current, clock.Now, w.Session);
            IReadOnlyList<WantedTask> wanted;
            if (given.Format == "csv")
            {
                (wanted, var problem) = TaskTransfer.FromTable(s, given.Text, me, roster);
                if (problem is not null)
                    return Refusals.Invalid("text", problem);
            }
            else
            {
                wanted = TaskTransfer.FromCalendar(s, given.Text, me, roster);
                if (wanted.Count == 0)
                    return Refusals.Invalid("text", "There are no tasks in this calendar.");
            }

            var inFile = wanted.Where(t => t.Problem is null).Select(t => t.Id).ToHashSet();
            // Wholes are made before their parts.
            var rows = new List<ImportRow>();
            foreach (var task in wanted.OrderBy(t => t.Parent.Id is { } parent && inFile.Contains(parent)))
                rows.Add(Row(w, task, inFile, given.Apply, me, roster, making, now));
            // Meetings are set from a conversation: what a calendar has of them is said, and left alone.
            if (given.Format == "ics")
                rows.AddRange(
                    MeetingCalendar
                        .Read(given.Text, roster.Firm!.Calendar.Zone)
                        .Select(m => new ImportRow("meeting", m.Title, "left alone", null))
                );
            int Count(string does) => rows.Count(r => r.Does == does && r.Problem is null);
            return TypedResults.Ok(
                new ImportView(
                    rows,
                    Count("new"),
                    Count("changed"),
                    Count("same"),
                    rows.Count(r => r.Problem is not null),
                    given.Apply
                )
            );
        });

    private static ImportRow Row(
        Writing w,
        WantedTask wanted,
        HashSet<TaskId> inFile,
        bool apply,
        Person me,
        Roster roster,
        TaskMaking making,
        Instant now
    )
    {
        if (wanted.Problem is { } bad)
            return new(wanted.Where, wanted.Title, "nothing", bad);
        var s = w.Session;
        var there = wanted.Id == default ? null : TaskStore.Find(s, wanted.Id);
        if (there is not null && !me.MaySee(there.Place, Thing.Working))
            return new(
                wanted.Where,
                wanted.Title,
                "nothing",
                "Its id is that of a task you do not see. Leave the id out to make a new one."
            );
        if (
            wanted.Parent.Id is { } parent
            && (
                TaskStore.Find(s, parent) is { } whole
                    ? !me.MaySee(whole.Place, Thing.Working)
                    : apply || !inFile.Contains(parent)
            )
        )
            return new(wanted.Where, wanted.Title, "nothing", "The task it belongs to is gone, or you cannot see it.");
        if (there is not null)
        {
            var changed = TaskTransfer.Applied(there, wanted, now);
            if (TaskTransfer.Same(there, changed))
                return new(wanted.Where, wanted.Title, "same", null);
            if (
                TaskViews.Unseeing(
                    changed with
                    {
                        Sight = wanted.Docket is var (_, sight) ? sight : there.Sight,
                    },
                    roster
                )
                is var (_, blind)
            )
                return new(wanted.Where, wanted.Title, "nothing", blind);
            var outcome = apply
                ? making.Change(w, there.Id, null, me, now, t => TaskTransfer.Applied(t, wanted, now))
                : null;
            return new(wanted.Where, wanted.Title, "changed", outcome?.Refusal);
        }

        var docket =
            wanted.Parent.Id is { } of && TaskStore.Find(s, of) is { } upper
                ? (upper.Docket, upper.Sight)
                : wanted.Docket ?? (null, DocketSight.Open);
        var made = TaskTransfer.New(wanted, docket, me, now);
        if (TaskViews.Unseeing(made, roster) is var (_, unseeing))
            return new(wanted.Where, wanted.Title, "nothing", unseeing);
        var refusal = apply ? making.Make(w, made, me).Refusal : null;
        return new(wanted.Where, wanted.Title, "new", refusal);
    }

    /// <summary>A person's meetings, of the last two months and the coming year, that they see.</summary>
    private static IEnumerable<CalendarMeeting> Meetings(
        SqlSession session,
        Person person,
        Roster roster,
        Instant now,
        string address
    ) =>
        MeetingStore
            .Of(session, person.Id, now - Lately, now + Ahead)
            .Select(m => (Meeting: m, Seen: SeenTalk.Entry(session, m.Entry, person)))
            .Where(m => m.Seen is not null)
            .Select(m =>
                MeetingLetters.Of(m.Meeting, EntryWords.PlainOf(m.Seen!.Value.Entry), roster, address, _ => true)
            );

    private static FeedView GetFeed(Viewer viewer, Database database) =>
        new(null, database.Read(s => FeedStore.Since(s, viewer.Person.Id))?.ToDateTimeOffset());

    /// <summary>Makes one's calendar a new address; it is told this once.</summary>
    private static async Task<FeedView> PutFeed(Viewer viewer, WriteQueue writes, Settings settings, FirmClock clock)
    {
        var (token, now) = (Sessions.NewToken(), clock.Now);
        await writes.Run(w =>
        {
            FeedStore.Put(w.Session, viewer.Person.Id, Sessions.Hash(token), now);
            LogStore.Add(
                w.Session,
                now,
                viewer.Person.Id,
                LogKind.Accounts,
                "made a calendar address",
                "their own tasks"
            );
            return true;
        });
        return new($"{settings.PublicAddress}/api/calendars/{token}.ics", now.ToDateTimeOffset());
    }

    private static async Task<NoContent> RemoveFeed(Viewer viewer, WriteQueue writes, FirmClock clock)
    {
        await writes.Run(w =>
        {
            FeedStore.Remove(w.Session, viewer.Person.Id);
            LogStore.Add(
                w.Session,
                clock.Now,
                viewer.Person.Id,
                LogKind.Accounts,
                "took their calendar address back",
                "their own tasks"
            );
            return true;
        });
        return TypedResults.NoContent();
    }

    /// <summary>A person's tasks as a calendar, for whoever knows its secret address.</summary>
    private static Results<FileContentHttpResult, ProblemHttpResult> ReadFeed(
        string token,
        Database database,
        WhoIsWho who,
        Settings settings,
        FirmClock clock
    )
    {
        var (roster, now) = (who.Current, clock.Now);
        var calendar =
            token.Length > 100
                ? null
                : database.Read(s =>
                {
                    if (
                        FeedStore.Whose(s, Sessions.Hash(token)) is not { } id
                        || roster.Find(id) is not { IsStaff: true } person
                    )
                        return null;
                    var tasks = TaskStore
                        .Table(s, TaskScope.Mine, id.Value, now - Lately, Most)
                        .Where(t => person.MaySee(t.Place, Thing.Working));
                    return TaskTransfer.Calendar(
                        s,
                        tasks,
                        Meetings(s, person, roster, now, settings.PublicAddress),
                        $"{roster.Firm!.Name}: {person.FirstName}’s tasks and meetings",
                        roster,
                        now,
                        settings.PublicAddress
                    );
                });
        return calendar is null
            ? Refusals.NotFound("calendar")
            : TypedResults.File(Encoding.UTF8.GetBytes(calendar), CalendarFile.MediaType + "; charset=utf-8");
    }
}
