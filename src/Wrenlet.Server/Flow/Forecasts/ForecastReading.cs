using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Flow.Visits;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow.Forecasts;

/// <summary>Reads all that a forecast is made of.</summary>
internal static class ForecastReading
{
    private const int MostTook = 5_000;
    private const int MostWaited = 2_000;
    private static readonly Duration Ahead = Duration.FromDays(370);

    public static ForecastInput Read(SqlSession session, Roster roster, Kinds kinds, Instant now)
    {
        var firm = roster.Firm!.Calendar;
        var leaves = LeaveStore.From(session, firm.DateOf(now)).ToLookup(l => l.Person);
        var meetings = MeetingStore.Busy(session, [.. roster.Staff.Select(p => p.Id)], now, now + Ahead);
        var tasks = TaskStore.Open(session);
        var visits = Visits(session, tasks, now);
        var away = visits
            .Where(v => v.Person is not null)
            .Select(v => (Person: v.Person!.Value, v.Away.From, v.Away.Until))
            .Concat(VisitStore.OnWays(session, now))
            .ToLookup(v => v.Person, v => (v.From, v.Until));
        return new(
            now,
            firm,
            [
                .. roster.Staff.Select(p => new ForecastPerson(
                    p.Id,
                    roster.HoursOf(p.Id),
                    p.Crews,
                    [.. leaves[p.Id]],
                    [.. meetings[p.Id], .. away[p.Id]]
                )),
            ],
            [.. tasks],
            [
                .. DocketStore
                    .Open(session)
                    .Select(d => new ForecastDocket(
                        d,
                        kinds.Of(d),
                        MilestoneStore.Of(session, d.Id),
                        Asks(session, d.Id, now)
                    )
                    {
                        Locks = [.. HoldingStore.LocksOf(session, d.Id)],
                        Lifted = HoldingStore.LiftedOf(session, d.Id),
                    }),
            ],
            new Experience(TookStore.Last(session, MostTook))
        )
        {
            Waits = [.. WaitStore.Open(session)],
            Visits = visits.DistinctBy(v => v.Task).ToDictionary(v => v.Task, v => v.There),
            Answers = new(WaitedStore.Answers(session, MostWaited)),
            Arrivals = new(WaitedStore.Arrivals(session, MostWaited)),
        };
    }

    /// <summary>Visits of open tasks: when one is there, and from when to when whoever goes is away for it.</summary>
    private static List<(
        TaskId Task,
        PersonId? Person,
        (Instant From, Instant Until) There,
        (Instant From, Instant Until) Away
    )> Visits(SqlSession session, IEnumerable<WorkTask> tasks, Instant now)
    {
        var byId = tasks.ToDictionary(t => t.Id);
        return
        [
            .. VisitStore
                .Open(session)
                .SelectMany(v =>
                {
                    var (task, window) = (byId[v.Task], VisitPlanning.StandingOf(session, v, now).Window);
                    var until = Instant.Max(window.Until, window.From + (task.Remaining ?? Duration.Zero));
                    var owners = task.Owners.Select(o => (o.Owner as TaskOwner.OfPerson)?.Person).DefaultIfEmpty();
                    return owners.Select(o => (v.Task, o, (window.From, until), (window.From - v.Way, until)));
                }),
        ];
    }

    private static ImmutableArray<ForecastAsk> Asks(SqlSession session, DocketId docket, Instant now) =>
        [
            .. HoldingStore
                .AsksOf(session, docket)
                .Select(a => (Gate: a, Entry: EntryStore.Find(session, a.Entry)!))
                .Select(a =>
                    (
                        a.Gate,
                        a.Entry.Conversation,
                        Ask: AskStore.OfEntries(session, [a.Entry.Key]).GetValueOrDefault(a.Gate.Entry)
                    )
                )
                .Where(a => a.Ask is not null)
                .Select(a => new ForecastAsk(a.Gate.Entry, a.Gate.Stage, a.Ask!.At, a.Ask.Asking.Terms.Due)
                {
                    Of = WaitedStore.NameOf(
                        ConversationStore.Find(session, a.Conversation)?.Party,
                        [.. a.Ask.Asking.At(now).WaitedFor]
                    ),
                }),
        ];
}
