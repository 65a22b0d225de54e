using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.Flow.Visits;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Flow;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow.Visits;

/// <summary>Where somebody goes today: their visits and their meetings at a place, in order, with the ways between.</summary>
internal sealed class DayReading(SqlSession session, Roster roster, Person viewer, Instant now)
{
    /// <summary>A party to whom something can be said in a conversation; null where it is with none.</summary>
    public static VisitPartyView? PartyOf(Conversation talk, Roster roster) =>
        talk is { Audience: Audience.Outside, Party: { } id } && roster.Parties.TryGetValue(id, out var party)
            ? new(talk.Id.Value, party.Name, [.. party.Contacts.Select(p => p.Value)])
            : null;

    public IReadOnlyList<DayStopView> Stops()
    {
        var stops = Visits().Concat(Meetings()).ToDictionary(s => s.Stop.Id);
        return
        [
            .. VisitDay
                .Of(stops.Values.Select(s => s.Stop))
                .Select(leg =>
                    stops[leg.Stop.Id].View with
                    {
                        Leave = leg.Leave.ToDateTimeOffset(),
                        Arrive = leg.Arrive.ToDateTimeOffset(),
                        Done = leg.Done.ToDateTimeOffset(),
                        LateMinutes = (int)leg.Late.TotalMinutes,
                    }
                ),
        ];
    }

    private IEnumerable<(VisitStop Stop, DayStopView View)> Visits()
    {
        foreach (var visit in VisitStore.Open(session))
        {
            var (state, window, _) = VisitPlanning.StandingOf(session, visit, now);
            if (!IsToday(window.From))
                continue;
            var task = TaskStore.Find(session, visit.Task)!;
            if (!viewer.MaySee(task.Place, Thing.Working) || !task.Owners.Any(o => IsMine(o.Owner)))
                continue;
            var shown = VisitPlanning.View(session, visit, roster, now);
            var party =
                state is VisitState.OnOurWay || shown.With is not { } with ? null : PartyIn(new ConversationId(with));
            yield return (
                new(task.Id.Value, window, visit.Way, task.Remaining ?? VisitDay.UsualStay),
                View(task.Title, visit.Place, window, visit.Way, party) with
                {
                    Task = task.Id.Value,
                    Docket = task.Docket?.Ref.ToString(),
                    State = shown.State,
                }
            );
        }
    }

    private IEnumerable<(VisitStop Stop, DayStopView View)> Meetings()
    {
        var ways = VisitStore.WaysOf(session, viewer.Id);
        var day = Duration.FromDays(1);
        foreach (var kept in MeetingStore.Of(session, viewer.Id, now - day, now + day))
        {
            var meeting = kept.Meeting;
            var mine = meeting.Invitees.First(i => i.Whom == viewer.Id).Answer;
            if (meeting.Where.Length == 0 || !IsToday(meeting.From) || mine is Attendance.NotComing)
                continue;
            var (way, onWay) = ways.GetValueOrDefault(kept.Id);
            var party = onWay is null ? PartyIn(kept.Conversation) : null;
            // One is there as it begins.
            yield return (
                new(kept.Id.Value, new(meeting.From, meeting.From), way, meeting.Until - meeting.From),
                View(meeting.Title, meeting.Where, new(meeting.From, meeting.Until), way, party) with
                {
                    Meeting = kept.Id.Value,
                }
            );
        }
    }

    private VisitPartyView? PartyIn(ConversationId id) =>
        ConversationStore.Find(session, id) is { } talk && viewer.MaySee(talk.Place) ? PartyOf(talk, roster) : null;

    private DayStopView View(string title, string place, VisitWindow window, Duration way, VisitPartyView? party) =>
        new(
            null,
            null,
            title,
            null,
            place,
            window.Words(roster.Firm!.Calendar, now),
            (int)way.TotalMinutes,
            default,
            default,
            default,
            0,
            null,
            party
        );

    private bool IsToday(Instant moment) => roster.Firm!.Calendar.DateOf(moment) == roster.Firm.Calendar.DateOf(now);

    private bool IsMine(TaskOwner owner) =>
        owner switch
        {
            TaskOwner.OfPerson p => p.Person == viewer.Id,
            TaskOwner.OfCrew c => viewer.Crews.Contains(c.Crew),
            _ => false,
        };
}
