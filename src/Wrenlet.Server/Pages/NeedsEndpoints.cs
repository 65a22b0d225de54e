using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.People;
using Wrenlet.Core.Reports;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Pages;

/// <summary>One thing that needs the viewer, by which the page finds it among what it shows.</summary>
/// <param name="Kind">ask, invitation, conversation, discussion, task or alert.</param>
public sealed record NeedView(string Kind, Guid Id);

/// <summary>All that needs somebody, in one order.</summary>
internal static class NeedsEndpoints
{
    private const int MostRows = 500;
    private const int MostAlerts = 50;

    public static void MapNeeds(this IEndpointRouteBuilder api) => api.MapGet("/needs", GetNeeds).For(Access.Staff);

    private static IReadOnlyList<NeedView> GetNeeds(
        Viewer viewer,
        Database database,
        QueueBoard board,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var (me, roster, now) = (viewer.Person, who.Current, clock.Now);
        var hours = roster.HoursOf(me.Id);
        var waiting = board
            .Look(me, roster, now, 0, MostRows)
            .Rows.Where(r => r.NeedsYou)
            .Select(r => new Need(
                NeedKind.Conversation,
                r.Id,
                r.Left is { } left ? Duration.FromMinutes(left) : null,
                Instant.FromDateTimeOffset(r.Since ?? clock.GetUtcNow())
            ));
        var needs = database.Read(s =>
            (List<Need>)
                [
                    .. waiting,
                    .. Asks(s, me, now, hours),
                    .. Invitations(s, me, now, hours),
                    .. Tasks(s, me, roster, now, hours),
                    .. Discussions(s, me, now, hours),
                    .. Alerts(s, me),
                ]
        );
        return [.. Needing.Order(needs).Select(n => new NeedView(Word(n.Kind), n.Id))];
    }

    private static IEnumerable<Need> Asks(SqlSession session, Person me, Instant now, WorkCalendar hours) =>
        AskStore
            .OpenFor(session, me.Id)
            .Where(a => a.Asking.At(now) is { State: AskState.Open } standing && standing.WaitedFor.Contains(me.Id))
            .Select(a => new Need(
                NeedKind.Ask,
                a.Id.Value,
                a.Asking.Terms.Due is { } due ? hours.Between(now, due) : null,
                a.At,
                Entry: a.Entry.Value
            ));

    private static IEnumerable<Need> Invitations(SqlSession session, Person me, Instant now, WorkCalendar hours) =>
        MeetingStore
            .Of(session, me.Id, now, now + Duration.FromDays(31))
            .Where(k =>
                k.Meeting.Refuses(me.Id, now) is null
                && k.Meeting.Invitees.Any(i => i.Whom == me.Id && i.Answer is Attendance.Unanswered)
            )
            .Select(k => new Need(
                NeedKind.Invitation,
                k.Id.Value,
                hours.Between(now, k.Meeting.From),
                k.At,
                Entry: k.Entry.Value
            ));

    private static IEnumerable<Need> Tasks(
        SqlSession session,
        Person me,
        Roster roster,
        Instant now,
        WorkCalendar hours
    ) =>
        TaskStore
            .OfPerson(session, me.Id, now, 1000)
            .Where(t => me.MaySee(t.Place, Thing.Working) && TaskViews.Of(t, roster, now).Pressing)
            .Select(t => new Need(
                NeedKind.Task,
                t.Id.Value,
                t.Due is { } due ? hours.Between(now, due) : null,
                t.Made
            ));

    private static IEnumerable<Need> Discussions(SqlSession session, Person me, Instant now, WorkCalendar hours) =>
        DiscussionStore
            .AssignedTo(session, me.Id)
            .Select(d => (Kept: d, Talk: ConversationStore.Find(session, d.Discussion.Conversation)))
            .Where(d => d.Talk is not null && me.MaySee(d.Talk.Place))
            .Select(d => new Need(
                NeedKind.Discussion,
                d.Kept.Discussion.Id.Value,
                d.Kept.Discussion.Due is { } due ? hours.Between(now, due) : null,
                d.Kept.Discussion.At,
                Conversation: d.Kept.Discussion.Conversation.Value
            ));

    private static IEnumerable<Need> Alerts(SqlSession session, Person me) =>
        AlertStore
            .Page(session, me.Id, long.MaxValue, MostAlerts)
            .Where(a => a.Read is null && AlertLevels.Needs(a.Reason))
            .Select(a => new Need(
                NeedKind.Alert,
                a.Id,
                null,
                a.At,
                a.Conversation?.Value,
                a.Entry?.Value,
                a.Task?.Value
            ));

    private static string Word(NeedKind kind) =>
        kind switch
        {
            NeedKind.Ask => "ask",
            NeedKind.Invitation => "invitation",
            NeedKind.Conversation => "conversation",
            NeedKind.Discussion => "discussion",
            NeedKind.Task => "task",
            NeedKind.Alert => "alert",
            _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "Unknown kind."),
        };
}
