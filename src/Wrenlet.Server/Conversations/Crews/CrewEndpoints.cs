using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations.Crews;

/// <summary>One of a crew, and how they stand.</summary>
/// <param name="Away">Until when they are away, in words; null when they are not.</param>
/// <param name="Cover">First name of who covers; null for nobody.</param>
/// <param name="OnDuty">Until when they are on duty; null when they are not.</param>
public sealed record CrewMemberView(
    PersonView Person,
    string Purpose,
    string? Away,
    string? Cover,
    DateTimeOffset? OnDuty
);

/// <summary>A turn of duty as it is shown.</summary>
/// <param name="Slot">The day on which it begins.</param>
/// <param name="Person">Who has it; null where whoever has it is away and nobody covers.</param>
/// <param name="Reason">Why it is somebody else than the rota says; empty where it is not.</param>
/// <param name="Mine">Whether it is the viewer's.</param>
public sealed record DutyView(
    Guid Line,
    string Name,
    Guid Crew,
    string CrewName,
    DateOnly Slot,
    PersonView? Person,
    DateTimeOffset From,
    DateTimeOffset Until,
    string Reason,
    bool Mine,
    bool Now
);

/// <summary>A swap that was asked for.</summary>
/// <param name="When">The turn, in words.</param>
/// <param name="InReturn">The turn in return, in words; null for none.</param>
/// <param name="MayAnswer">Whether the viewer is asked.</param>
/// <param name="MayWithdraw">Whether the viewer asked.</param>
public sealed record SwapView(
    Guid Id,
    Guid Crew,
    string Name,
    PersonView? From,
    PersonView? To,
    string When,
    string? InReturn,
    string State,
    bool MayAnswer,
    bool MayWithdraw
);

/// <summary>A crew's page.</summary>
/// <param name="Conversation">Its conversation; null until somebody opens it, and for who is not in the crew.</param>
/// <param name="Mine">Whether the viewer is in the crew.</param>
/// <param name="MayPlan">Whether the viewer may change its rotas.</param>
/// <param name="Queues">Names of the queues that it looks after.</param>
/// <param name="Duties">Turns under way and of the coming weeks.</param>
public sealed record CrewPage(
    Guid Id,
    string Name,
    bool Mine,
    bool MayPlan,
    Guid? Conversation,
    IReadOnlyList<CrewMemberView> Members,
    IReadOnlyList<string> Queues,
    IReadOnlyList<RotaSetting> Rotas,
    IReadOnlyList<DutyView> Duties,
    IReadOnlyList<SwapView> Swaps
);

/// <summary>A crew in short.</summary>
public sealed record CrewBrief(Guid Id, string Name, int Members, bool Mine);

/// <summary>Crews: who is in them, on duty and away, and the conversation of each.</summary>
internal static class CrewEndpoints
{
    /// <summary>How far ahead turns are shown.</summary>
    private static readonly Duration Ahead = Duration.FromDays(42);

    public static void MapCrews(this IEndpointRouteBuilder api)
    {
        api.MapGet("/crews", GetAll).For(Access.Staff);
        api.MapGet("/crews/{id:guid}", Get).For(Access.Staff);
        api.MapPut("/crews/{id:guid}/conversation", Open).For(Access.Staff);
        api.MapGet("/duty", GetMine).For(Access.Staff);
        api.MapDuty();
    }

    private static IReadOnlyList<CrewBrief> GetAll(Viewer viewer, WhoIsWho who) =>
        [
            .. who.Current.LiveCrews.Select(c => new CrewBrief(
                c.Id.Value,
                c.Name,
                c.Members.Length,
                c.Members.Contains(viewer.Person.Id)
            )),
        ];

    private static Results<Ok<CrewPage>, ProblemHttpResult> Get(
        Guid id,
        Viewer viewer,
        Database database,
        WhoIsWho who,
        FirmClock clock
    ) =>
        who.Current.Crews.TryGetValue(new CrewId(id), out var crew) && !crew.Retired
            ? TypedResults.Ok(database.Read(s => Page(s, crew, viewer.Person, who.Current, clock.Now)))
            : Refusals.NotFound("crew");

    internal static CrewPage Page(SqlSession session, Crew crew, Person viewer, Roster roster, Instant now)
    {
        var lines = RotaStore.Lines(session, crew.Id);
        var duties = Duties.Between(session, roster, lines, now, now + Ahead);
        var leaves = LeaveStore.From(session, roster.Firm!.Calendar.DateOf(now)).ToLookup(l => l.Person);
        var mine = crew.Members.Contains(viewer.Id);
        return new(
            crew.Id.Value,
            crew.Name,
            mine,
            MayPlan(viewer),
            mine ? ConversationStore.OfCrew(session, crew.Id)?.Id.Value : null,
            [
                .. crew
                    .Members.Select(m => roster.Profiles[m])
                    .Select(p =>
                    {
                        var today = roster.Firm.Calendar.DateOf(now);
                        var away = leaves[p.Person.Id].FirstOrDefault(l => l.First <= today && l.Last >= today);
                        return new CrewMemberView(
                            PersonView.Of(p.Person),
                            p.Purpose,
                            away is null ? null : DayWords.Of(away.Last),
                            away?.Cover is { } cover ? Duties.FirstName(roster, cover) : null,
                            duties
                                .Find(d => d.Person == p.Person.Id && d.From <= now && d.Until > now)
                                ?.Until.ToDateTimeOffset()
                        );
                    }),
            ],
            [.. roster.Queues.Values.Where(q => q.Crew == crew.Id && !q.Retired).Select(q => q.Name).Order()],
            [.. lines.Select(DutyEndpoints.Setting)],
            [.. duties.Select(d => View(d, viewer, roster, now))],
            Swaps(session, lines, viewer, roster, now)
        );
    }

    /// <summary>Who may change rotas: whoever sets up, takes people on, or reassigns.</summary>
    internal static bool MayPlan(Person person) =>
        person.May(Right.SetUp) || person.May(Right.TakeOn) || person.May(Right.Reassign);

    internal static DutyView View(Duty duty, Person viewer, Roster roster, Instant now) =>
        new(
            duty.Line.Id,
            duty.Line.Name,
            duty.Line.Crew.Value,
            roster.Crews[duty.Line.Crew].Name,
            duty.Slot.ToDateOnly(),
            roster.Find(duty.Person) is { } person ? PersonView.Of(person) : null,
            duty.From.ToDateTimeOffset(),
            duty.Until.ToDateTimeOffset(),
            duty.Reason,
            duty.Person == viewer.Id,
            duty.From <= now && duty.Until > now
        );

    private static IReadOnlyList<SwapView> Swaps(
        SqlSession session,
        List<RotaLine> lines,
        Person viewer,
        Roster roster,
        Instant now
    ) =>
        [
            .. RotaStore
                .SwapsFrom(session, roster.Firm!.Calendar.DateOf(now))
                .Where(s => s.State is SwapState.Asked && lines.Exists(l => l.Id == s.Line))
                .Select(s => new SwapView(
                    s.Id,
                    lines.First(l => l.Id == s.Line).Crew.Value,
                    lines.First(l => l.Id == s.Line).Name,
                    roster.Find(s.From) is { } from ? PersonView.Of(from) : null,
                    roster.Find(s.To) is { } to ? PersonView.Of(to) : null,
                    DayWords.Of(s.Slot),
                    s.InReturn is { } day ? DayWords.Of(day) : null,
                    StoredWords.SwapStates.Of(s.State),
                    s.To == viewer.Id,
                    s.From == viewer.Id
                )),
        ];

    /// <summary>The viewer's own turns of the coming weeks, over all crews, and swaps that wait for their answer.</summary>
    private static MyDuty GetMine(Viewer viewer, Database database, WhoIsWho who, FirmClock clock) =>
        database.Read(s =>
        {
            var (roster, now, me) = (who.Current, clock.Now, viewer.Person);
            var lines = RotaStore.Lines(s, null);
            return new MyDuty(
                [
                    .. Duties
                        .Between(s, roster, lines, now, now + Ahead)
                        .Where(d => d.Person == me.Id)
                        .Select(d => View(d, me, roster, now)),
                ],
                [.. Swaps(s, lines, me, roster, now).Where(x => x.MayAnswer)]
            );
        });

    private static Task<Results<Ok<CrewPage>, ProblemHttpResult>> Open(
        Guid id,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    ) =>
        writes.Run<Results<Ok<CrewPage>, ProblemHttpResult>>(w =>
        {
            var roster = who.Current;
            if (
                !roster.Crews.TryGetValue(new CrewId(id), out var crew)
                || crew.Retired
                || !crew.Members.Contains(viewer.Person.Id)
            )
                return Refusals.NotFound("crew");
            CrewTalks.Of(w, crew, viewer.Person.Id, clock.Now);
            return TypedResults.Ok(Page(w.Session, crew, viewer.Person, roster, clock.Now));
        });
}

/// <summary>One's own turns of duty, and swaps that wait for one's answer.</summary>
public sealed record MyDuty(IReadOnlyList<DutyView> Duties, IReadOnlyList<SwapView> Asked);

/// <summary>Days in words, as short as they can be.</summary>
internal static class DayWords
{
    public static string Of(LocalDate day) =>
        day.ToString("ddd d MMM", System.Globalization.CultureInfo.InvariantCulture);
}
