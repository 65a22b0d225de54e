using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;
using Wrenlet.Core.Reports;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Reports;

/// <summary>What happened in a docket.</summary>
/// <param name="Sentence">In a sentence.</param>
/// <param name="UpTo">Number of the last change in it; said back when all of it has been seen.</param>
public sealed record SinceView(string Docket, string Name, string Sentence, DateTimeOffset At, long UpTo);

/// <summary>A person's day by hours.</summary>
/// <param name="Shifts">When they work; empty on a day off.</param>
/// <param name="Due">Their tasks that are due today, in order.</param>
/// <param name="Meetings">Their meetings of today that they have not declined, in order.</param>
/// <param name="LeftMinutes">Working time left today, without what meetings take.</param>
/// <param name="PromisedMinutes">Of that, what their open tasks due today or before are estimated to take.</param>
/// <param name="Words">The same in words.</param>
public sealed record DayView(
    IReadOnlyList<ShiftView> Shifts,
    DateTimeOffset Now,
    IReadOnlyList<TaskView> Due,
    IReadOnlyList<MeetingView> Meetings,
    double LeftMinutes,
    double PromisedMinutes,
    string Words
);

/// <summary>Hours of work.</summary>
public sealed record ShiftView(DateTimeOffset From, DateTimeOffset To);

/// <summary>What a person finds when they come.</summary>
/// <param name="Since">From when on changes are told where nothing was looked through later: the end of their last
/// working day.</param>
public sealed record TodayView(DateTimeOffset Since, string SinceWords, IReadOnlyList<SinceView> Changes, DayView Day);

/// <summary>How far a docket's changes have been looked through.</summary>
public sealed record LookedThrough(long UpTo);

internal static class TodayEndpoints
{
    private const int MostChanges = 3000;

    public static void MapToday(this IEndpointRouteBuilder api)
    {
        api.MapGet("/today", GetToday).For(Access.Staff);
        api.MapPut("/dockets/{reference}/looked-through", LookThrough).For(Access.Staff);
    }

    private static TodayView GetToday(Viewer viewer, Database database, WhoIsWho who, FirmClock clock)
    {
        var (roster, now, me) = (who.Current, clock.Now, viewer.Person);
        var hours = roster.HoursOf(me.Id);
        var today = hours.DateOf(now);
        var left = hours.ClosingOf(hours.WorkingDayBefore(today));
        return database.Read(s => new TodayView(
            left.ToDateTimeOffset(),
            DateWords.Moment(left.InZone(hours.Zone).LocalDateTime, today),
            Changes(s, me, roster, left),
            Day(s, me, roster, hours, now)
        ));
    }

    private static List<SinceView> Changes(SqlSession session, Person me, Roster roster, Instant since)
    {
        var from = ChangeLog.FirstFrom(session, since) ?? long.MaxValue;
        var looked = ChangeLog.LookedThrough(session, me.Id);
        var changes =
            from == long.MaxValue
                ? []
                : ChangeLog
                    .NewestAfter(session, from - 1, MostChanges)
                    .Where(c =>
                        c.Docket is { } d
                        && c.By != me.Id
                        && c.Seq > looked.GetValueOrDefault(d)
                        && me.MaySee(c.Place, c.Thing)
                    );
        return
        [
            .. changes
                .GroupBy(c => c.Docket!.Value)
                .Select(g =>
                    (
                        Docket: DocketStore.Find(session, g.Key)!,
                        Sentence: SinceYouLeft.Sentence(
                            g.DistinctBy(c => (c.Kind, c.Subject))
                                .Select(c => Of(session, c, roster))
                                .OfType<Happening>()
                        ),
                        Last: g.Last()
                    )
                )
                .Where(d => d.Sentence.Length > 0)
                .OrderByDescending(d => d.Docket.Owner == me.Id)
                .ThenByDescending(d => d.Last.Seq)
                .Select(d => new SinceView(
                    d.Docket.Ref.ToString(),
                    d.Docket.ShortName,
                    d.Sentence,
                    d.Last.At.ToDateTimeOffset(),
                    d.Last.Seq
                )),
        ];
    }

    private static Happening? Of(SqlSession session, Change change, Roster roster)
    {
        var by = change.By is { } id ? Names.First(roster.NameOf(id)) : null;
        switch (change.Kind)
        {
            case ChangeKinds.EntryPosted when EntryStore.Find(session, new EntryId(change.Subject)) is { } entry:
                var who = entry.Author is { } author
                    ? Names.First(roster.NameOf(author))
                    : (entry.Sender is { } sender ? Names.First(sender) : null);
                return entry.Kind switch
                {
                    EntryKind.Note => entry.Removed is null ? new(HappeningKind.Note, who) : null,
                    EntryKind.MessageIn => new(HappeningKind.MessageIn, who),
                    EntryKind.MessageOut => new(HappeningKind.MessageOut, who),
                    // What is done with a sheet is told by its own change.
                    _ => entry.Html.Contains("data-kind=\"sheet\"", StringComparison.Ordinal)
                        ? null
                        : new(HappeningKind.Moved, by),
                };
            case ChangeKinds.TaskMade:
                return new(HappeningKind.TaskMade, by);
            case ChangeKinds.TaskChanged when TaskStore.Find(session, new TaskId(change.Subject)) is { } task:
                return new(task.State is TaskState.Done ? HappeningKind.TaskDone : HappeningKind.TaskChanged, by);
            case ChangeKinds.SheetMade:
                return new(HappeningKind.SheetMade, by);
            case ChangeKinds.SheetRevised:
                return new(HappeningKind.SheetRevised, by);
            case ChangeKinds.DocketChanged:
                return new(HappeningKind.Moved, by);
            default:
                return null;
        }
    }

    private static DayView Day(SqlSession session, Person me, Roster roster, WorkCalendar hours, Instant now)
    {
        var today = hours.DateOf(now);
        var (begins, ends) = (hours.FirstMoment(today.AtMidnight()), hours.FirstMoment(today.PlusDays(1).AtMidnight()));
        var tasks = TaskStore
            .OfPerson(session, me.Id, begins, 1000)
            .Where(t => me.MaySee(t.Place, Thing.Working))
            .ToList();
        var due = tasks
            .Where(t => t.Due >= begins && t.Due < ends)
            .OrderBy(t => t.Due)
            .ThenBy(t => t.Id.Value)
            .ToList();
        var meetings = MeetingStore
            .Of(session, me.Id, begins, ends)
            .Where(m => m.Meeting.Invitees.Any(i => i.Whom == me.Id && i.Answer is not Attendance.NotComing))
            .ToList();
        var plan = DayPlan.Of(hours, [.. meetings.Select(m => (m.Meeting.From, m.Meeting.Until))], tasks, now, ends);
        return new(
            hours.IsWorkingDay(today)
                ?
                [
                    .. hours
                        .ShiftsOf(today)
                        .Select(s => new ShiftView(s.From.ToDateTimeOffset(), s.To.ToDateTimeOffset())),
                ]
                : [],
            now.ToDateTimeOffset(),
            [.. due.Select(t => TaskViews.Of(t, roster, now))],
            [.. meetings.Select(m => MeetingViews.Of(m, me, roster, now))],
            plan.Left.TotalMinutes,
            plan.Promised.TotalMinutes,
            plan.ToString()
        );
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> LookThrough(
        string reference,
        LookedThrough looked,
        Viewer viewer,
        WriteQueue writes
    )
    {
        var done = await writes.Run(w =>
        {
            if (SeenDocket.Find(w.Session, reference, viewer.Person) is not { } docket)
                return false;
            ChangeLog.LookThrough(w.Session, viewer.Person.Id, docket.Id, looked.UpTo);
            return true;
        });
        return done ? TypedResults.NoContent() : Refusals.NotFound("docket");
    }
}
