using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Pages;

/// <summary>A stage, and whether it is past, now, gated or ahead.</summary>
public sealed record StageView(string Name, string Standing, int OpenGates);

/// <summary>A named moment, with its label: "Tue 28 Apr 10:30, in 10 working days".</summary>
public sealed record MilestoneView(string Name, DateTimeOffset At, string Label, bool Soon);

/// <summary>A docket as it is opened.</summary>
/// <param name="Limited">Whether only listed people and crews see it.</param>
/// <param name="MayGiveSight">Whether the viewer may give others sight of it.</param>
public sealed record DocketView(
    Guid Id,
    string Ref,
    string Kind,
    string Subject,
    string ShortName,
    string Site,
    PersonView? Owner,
    string Priority,
    bool Open,
    bool Limited,
    bool MayGiveSight,
    IReadOnlyList<StageView> Stages,
    IReadOnlyList<MilestoneView> Milestones,
    int OpenGates,
    IReadOnlyList<ConversationView> Conversations,
    Talk Talk,
    IReadOnlyList<MarksView> Marks,
    IReadOnlyList<TaskView> Tasks,
    IReadOnlyList<PersonView> People
);

/// <summary>A row of the list of dockets.</summary>
/// <param name="Key">Cursor of the row.</param>
/// <param name="Silence">How the customer stands: turn, and since when; null when there is no outside
/// conversation.</param>
public sealed record DocketRow(
    long Key,
    string Ref,
    string Kind,
    string Subject,
    string Site,
    PersonView? Owner,
    string Stage,
    string Priority,
    bool Open,
    string? Party,
    string? LastInside,
    string? LastOutside,
    DateTimeOffset? LastAt,
    string? Turn,
    ClockView? Clock,
    TaskView? NextTask
);

internal static class DocketEndpoints
{
    private const int MostTasks = 200;

    public static void MapDockets(this IEndpointRouteBuilder api)
    {
        api.MapGet("/dockets", GetDockets).For(Access.Staff);
        api.MapGet("/dockets/{reference}", GetDocket).For(Access.Staff);
        api.MapGet("/dockets/{reference}/talk", GetTalk).For(Access.Staff);
        api.MapPut("/dockets/{reference}/sight/{person:guid}", GiveSight).For(Access.Staff);
    }

    private static Results<Ok<DocketView>, ProblemHttpResult> GetDocket(
        string reference,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        database.Read<Results<Ok<DocketView>, ProblemHttpResult>>(s =>
        {
            if (SeenDocket.Find(s, reference, viewer.Person) is not { } docket)
                return Refusals.NotFound("docket");
            var (roster, now) = (who.Current, clock.Now);
            var conversations = ConversationStore.OfDocket(s, docket.Id);
            var tasks = TaskStore.OfDocket(s, docket.Id, MostTasks);
            var hanging =
                tasks.Count < MostTasks ? tasks.Where(t => t.Source is not null).ToLookup(t => t.Source!.Entry) : null;
            var talk = TalkReading.Talk(s, conversations, viewer.Person, roster, now, default, hanging);
            var gates = Gates.ByStage(Gates.Open(TaskStore.GatesOf(s, docket.Id)));
            var names = Stages.Of(docket.Ref.Kind);
            var standings = Stages.Standing(docket.Ref.Kind, docket.Stage, gates);
            var people = talk
                .Entries.Select(e => e.Author?.Id)
                .OfType<Guid>()
                .Append(docket.Owner?.Value ?? Guid.Empty)
                .Concat(
                    tasks
                        .SelectMany(t => t.Owners)
                        .Select(o => o.Owner)
                        .OfType<TaskOwner.OfPerson>()
                        .Select(o => o.Person.Value)
                )
                .Distinct()
                .Select(id => roster.Find(new PersonId(id)))
                .OfType<Person>()
                .Select(PersonView.Of)
                .ToList();
            return TypedResults.Ok(
                new DocketView(
                    docket.Id.Value,
                    docket.Ref.ToString(),
                    StoredWords.DocketKinds.Of(docket.Ref.Kind),
                    docket.Subject,
                    docket.ShortName,
                    docket.Site,
                    roster.Find(docket.Owner) is { } owner ? PersonView.Of(owner) : null,
                    StoredWords.Priorities.Of(docket.Priority),
                    docket.Open,
                    docket.Sight.Limited,
                    Sight.MayGiveSight(viewer.Person, docket.Sight, docket.Owner),
                    [
                        .. names.Select(
                            (name, i) =>
                                new StageView(
                                    name,
                                    standings[i] switch
                                    {
                                        StageStanding.Past => "past",
                                        StageStanding.Now => "now",
                                        StageStanding.Gated => "gated",
                                        _ => "ahead",
                                    },
                                    gates.GetValueOrDefault(i)
                                )
                        ),
                    ],
                    [.. DocketStore.Milestones(s, docket.Id).Select(m => Milestone(m, roster, now))],
                    gates.Values.Sum(),
                    [.. conversations.Select(c => ConversationViews.Conversation(c, roster, now))],
                    talk,
                    TalkReading.Marks(s, conversations, viewer.Person, roster),
                    [.. tasks.Select(t => TaskViews.Of(t, roster, now))],
                    people
                )
            );
        });

    private static MilestoneView Milestone(Milestone milestone, Roster roster, Instant now)
    {
        var calendar = roster.Firm!.Calendar;
        var today = calendar.DateOf(now);
        var days = calendar.WorkingDaysBetween(today, calendar.DateOf(milestone.At));
        var ahead =
            milestone.At < now ? "past"
            : days == 0 ? "today"
            : days == 1 ? "in 1 working day"
            : $"in {days} working days";
        return new(
            milestone.Name,
            milestone.At.ToDateTimeOffset(),
            $"{DateWords.Moment(milestone.At.InZone(calendar.Zone).LocalDateTime, today)}, {ahead}",
            milestone.At > now && days <= 10
        );
    }

    private static Results<Ok<Talk>, ProblemHttpResult> GetTalk(
        string reference,
        [AsParameters] TalkSpan span,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        database.Read<Results<Ok<Talk>, ProblemHttpResult>>(s =>
            SeenDocket.Find(s, reference, viewer.Person) is { } docket
                ? TypedResults.Ok(
                    TalkReading.Talk(
                        s,
                        ConversationStore.OfDocket(s, docket.Id),
                        viewer.Person,
                        who.Current,
                        clock.Now,
                        span
                    )
                )
                : Refusals.NotFound("docket")
        );

    private static IReadOnlyList<DocketRow> GetDockets(
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock,
        bool open = true,
        long? before = null
    ) =>
        database.Read(s =>
        {
            var (roster, now) = (who.Current, clock.Now);
            return DocketStore
                .Page(s, open, before, 100)
                .Where(d => viewer.Person.MaySee(d.Place))
                .Select(d => Row(s, d, roster, now))
                .ToList();
        });

    private static DocketRow Row(SqlSession session, Docket docket, Roster roster, Instant now)
    {
        var conversations = ConversationStore.OfDocket(session, docket.Id);
        var outside = conversations
            .Where(c => c.Audience is Audience.Outside)
            .OrderByDescending(c => c.LastEntry)
            .FirstOrDefault();
        var inside = conversations.Find(c => c.Audience is Audience.Inside);
        var (lastIn, lastOut) = (Last(session, inside, roster), Last(session, outside, roster));
        var view = outside is null ? null : ConversationViews.Conversation(outside, roster, now);
        var next = TaskStore
            .OfDocket(session, docket.Id, 100)
            .Where(t => t.State is not TaskState.Done)
            .OrderBy(t => t.Due ?? Instant.MaxValue)
            .FirstOrDefault();
        return new(
            docket.Key,
            docket.Ref.ToString(),
            StoredWords.DocketKinds.Of(docket.Ref.Kind),
            docket.Subject,
            docket.Site,
            roster.Find(docket.Owner) is { } owner ? PersonView.Of(owner) : null,
            Stages.Of(docket.Ref.Kind)[docket.Stage],
            StoredWords.Priorities.Of(docket.Priority),
            docket.Open,
            view?.Party?.Name,
            lastIn?.Words,
            lastOut?.Words,
            new[] { lastIn?.At, lastOut?.At }.Max()?.ToDateTimeOffset(),
            view?.Turn,
            view?.Clock,
            next is null ? null : TaskViews.Of(next, roster, now)
        );
    }

    private static (string Words, Instant At)? Last(SqlSession session, Conversation? conversation, Roster roster)
    {
        if (conversation?.LastEntry is not { } key || EntryStore.FindByKey(session, key) is not { } entry)
            return null;
        var by = entry.Author is { } author ? roster.NameOf(author).Split(' ')[0] : entry.Sender?.Split(' ')[0] ?? "";
        var words = string.Join(
            ' ',
            EntryWords.PlainOf(entry).Split((char[]?)null, 30, StringSplitOptions.RemoveEmptyEntries)
        );
        return (
            $"{(entry.Kind is EntryKind.Event ? "" : by + ": ")}{(words.Length > 120 ? words[..120] + " …" : words)}",
            entry.At
        );
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> GiveSight(
        string reference,
        Guid person,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        if (database.Read(s => SeenDocket.Find(s, reference, viewer.Person)) is not { } docket)
            return Refusals.NotFound("docket");
        if (who.Current.Find(new PersonId(person)) is not { IsStaff: true } receiver)
            return Refusals.NotFound("colleague");
        if (!Sight.MayGiveSight(viewer.Person, docket.Sight, docket.Owner))
            return Refusals.Refused("Only the docket's owner and managers can let others see it. Ask one of them.");
        await writes.Run(w =>
        {
            DocketStore.GiveSight(w.Session, docket.Id, receiver.Id);
            SessionStore.Audit(w.Session, clock.Now, viewer.Person.Id, "gave sight", $"{receiver.Name}: {docket.Ref}");
            w.Log(
                new Change(
                    ChangeKinds.DocketChanged,
                    docket.Id.Value,
                    docket.Place,
                    Thing.Working,
                    clock.Now,
                    viewer.Person.Id,
                    docket.Id
                )
            );
        });
        return TypedResults.NoContent();
    }
}
