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
using Wrenlet.Server.Flow;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Pages;

/// <summary>A stage, and whether it is past, now, gated or ahead.</summary>
/// <param name="Waits">What holds it up beside tasks and fields: locks, and asks that have to be decided.</param>
public sealed record StageView(Guid Id, string Name, string Standing, int OpenGates, IReadOnlyList<GateView> Waits);

/// <summary>A named moment, with its label: "Tue 28 Apr 10:30, in 10 working days".</summary>
/// <param name="Was">Every date that it had before, the newest first, with who set it, when, and to whom it was
/// promised.</param>
public sealed record MilestoneView(
    string Name,
    DateTimeOffset At,
    string Label,
    bool Soon,
    string? PromisedTo,
    IReadOnlyList<string> Was
);

/// <summary>What stands in a field of a docket.</summary>
/// <param name="Shown">As people read it; empty for nothing.</param>
/// <param name="InHead">Whether it stands in the docket's head.</param>
/// <param name="Needed">The stage that waits until it is filled in; null when none does.</param>
public sealed record FieldView(Guid Id, string Name, string Shown, bool InHead, string? Needed);

/// <summary>Another docket, in short.</summary>
public sealed record DocketLink(string Ref, string Subject, bool Open);

/// <summary>A docket as it is opened.</summary>
/// <param name="Fields">What stands in its fields, in the order of its kind.</param>
/// <param name="FormerRefs">References that it had before it became another kind, the newest first.</param>
/// <param name="Whole">What it is a part of; null for nothing, and for what the viewer does not see.</param>
/// <param name="Parts">Its parts, as far as the viewer sees them.</param>
/// <param name="SameAs">The docket with which it was joined; null for none.</param>
/// <param name="MayDelete">Whether the viewer may delete it.</param>
/// <param name="Limited">Whether only listed people and crews see it.</param>
/// <param name="MayGiveSight">Whether the viewer may give others sight of it.</param>
public sealed record DocketView(
    Guid Id,
    string Ref,
    Guid KindId,
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
    IReadOnlyList<FieldView> Fields,
    IReadOnlyList<string> FormerRefs,
    DocketLink? Whole,
    IReadOnlyList<DocketLink> Parts,
    DocketLink? SameAs,
    bool MayDelete,
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
        FirmKinds kinds,
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
            var kind = kinds.Current.Of(docket);
            var held = DocketGates.Open(s, docket, kind);
            var gates = Gates.ByStage(held);
            List<GateView> Waits(StageId stage) =>
                [
                    .. held.Where(g => g.Stage == stage && g.Kind is (GateKind.Lock or GateKind.Ask))
                        .Select(g => MovingEndpoints.View(g, roster)),
                ];
            var standings = kind.Standing(docket.Stage, gates);
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
                    kind.Id.Value,
                    kind.Name,
                    docket.Subject,
                    docket.ShortName,
                    docket.Site,
                    roster.Find(docket.Owner) is { } owner ? PersonView.Of(owner) : null,
                    StoredWords.Priorities.Of(docket.Priority),
                    docket.Open,
                    docket.Sight.Limited,
                    Sight.MayGiveSight(viewer.Person, docket.Sight, docket.Owner),
                    [
                        .. kind.Stages.Select(
                            (stage, i) =>
                                new StageView(
                                    stage.Id.Value,
                                    stage.Name,
                                    standings[i] switch
                                    {
                                        StageStanding.Past => "past",
                                        StageStanding.Now => "now",
                                        StageStanding.Gated => "gated",
                                        _ => "ahead",
                                    },
                                    gates.GetValueOrDefault(stage.Id),
                                    Waits(stage.Id)
                                )
                        ),
                    ],
                    Milestones(s, docket.Id, roster, now),
                    Fields(s, docket, kind, roster),
                    DocketStore.FormerRefs(s, docket.Id),
                    DocketTies.Wholes(s, docket.Id) is [var whole, ..] ? Link(s, whole.Id, viewer.Person) : null,
                    [.. DocketTies.Parts(s, docket.Id).Select(p => Link(s, p, viewer.Person)).OfType<DocketLink>()],
                    DocketTies.SameAs(s, docket.Id) is { } same ? Link(s, same, viewer.Person) : null,
                    Tying.RefusesDeleting(
                        viewer.Person.Id,
                        DocketTies.Maker(s, docket.Id),
                        DocketTies.TalkedOutside(s, docket.Id)
                    )
                        is null,
                    gates.Values.Sum(),
                    [.. conversations.Select(c => ConversationViews.Conversation(c, roster, now))],
                    talk,
                    TalkReading.Marks(s, conversations, viewer.Person, roster),
                    [.. tasks.Select(t => TaskViews.Of(t, roster, now))],
                    people
                )
            );
        });

    private static DocketLink? Link(SqlSession session, DocketId id, Person viewer) =>
        DocketStore.Find(session, id) is { } docket && viewer.MaySee(docket.Place)
            ? new(docket.Ref.ToString(), docket.Subject, docket.Open)
            : null;

    private static List<FieldView> Fields(SqlSession session, Docket docket, Kind kind, Roster roster)
    {
        var values = FieldStore.Of(session, docket.Id);
        return
        [
            .. kind
                .Fields.Where(f => !f.Retired || values.ContainsKey(f.Id))
                .Select(f => new FieldView(
                    f.Id.Value,
                    f.Name,
                    NamedDates.Shown(f, values.TryGetValue(f.Id, out var v) ? v : null, roster),
                    f.InHead,
                    !values.ContainsKey(f.Id) && f.NeededFrom is { } stage ? kind.Find(stage)?.Name : null
                )),
        ];
    }

    private static List<MilestoneView> Milestones(SqlSession session, DocketId docket, Roster roster, Instant now)
    {
        var dates = MilestoneStore.Dates(session, docket).ToLookup(d => d.Name, StringComparer.OrdinalIgnoreCase);
        return [.. MilestoneStore.Of(session, docket).Select(m => Milestone(m, dates[m.Name], roster, now))];
    }

    /// <summary>A date that a milestone had: "Wed 22 Apr 10:00, promised to Ann Lee; set by Odalys on Mon 9 Mar".</summary>
    private static string Was(MilestoneDate date, Roster roster, LocalDate today)
    {
        var calendar = roster.Firm!.Calendar;
        string On(Instant at) => DateWords.Moment(at.InZone(calendar.Zone).LocalDateTime, today);
        var promised =
            date.PromisedTo is { } p && roster.Parties.TryGetValue(p, out var party)
                ? $", promised to {party.Name}"
                : "";
        var by = date.By is { } person ? $" by {Names.First(roster.NameOf(person))}" : "";
        return $"{(date.At is { } at ? On(at) : "no date")}{promised}; set{by} {On(date.Set)}";
    }

    private static MilestoneView Milestone(
        Milestone milestone,
        IEnumerable<MilestoneDate> dates,
        Roster roster,
        Instant now
    )
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
            milestone.At > now && days <= 10,
            milestone.PromisedTo is { } p && roster.Parties.TryGetValue(p, out var party) ? party.Name : null,
            [.. dates.Reverse().Select(d => Was(d, roster, today))]
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
        FirmKinds kinds,
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
                .Select(d => Row(s, d, kinds.Current, roster, now))
                .ToList();
        });

    internal static DocketRow Row(SqlSession session, Docket docket, Kinds kinds, Roster roster, Instant now)
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
            kinds.Of(docket).Name,
            docket.Subject,
            docket.Site,
            roster.Find(docket.Owner) is { } owner ? PersonView.Of(owner) : null,
            kinds.Stage(docket.Stage)?.Name ?? "",
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
        var by = entry.Author is { } author
            ? Names.First(roster.NameOf(author))
            : (entry.Sender is { } sender ? Names.First(sender) : null) ?? "";
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
            LogStore.Add(
                w.Session,
                clock.Now,
                viewer.Person.Id,
                LogKind.Accounts,
                "gave sight",
                $"{receiver.Name}: {docket.Ref}"
            );
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
