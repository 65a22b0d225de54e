using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Rules;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Storage.Flow;

/// <summary>
/// What came about in a stretch of time, for rules that wait for it. A stretch is open at its beginning and holds its end, so
/// that those that follow one another find each thing once.
/// </summary>
public static class RuleTimes
{
    private const string Open = "d.state = 'open' AND d.removed IS NULL";

    /// <summary>Dates of a milestone of open dockets.</summary>
    public static List<(DocketId Docket, Instant At)> Milestones(
        SqlSession session,
        MilestoneId milestone,
        Instant after,
        Instant until
    )
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            $"""
            SELECT d.uid, m.at FROM milestone m JOIN docket d ON d.id = m.docket
            WHERE m.named = (SELECT id FROM kind_milestone WHERE uid = $milestone)
              AND m.at > $after AND m.at <= $until AND {Open} ORDER BY m.at
            """,
            r => (new DocketId(r.GetUid(0)), r.GetMoment(1)),
            ("milestone", milestone.Value),
            ("after", after),
            ("until", until)
        );
    }

    /// <summary>Open conversations of open dockets whose last word is of that time, and who is waited for.</summary>
    /// <param name="ours">Whether the party waits for us; else we wait for them.</param>
    public static List<(DocketId Docket, PartyId Party, EntryId Last)> Silent(
        SqlSession session,
        bool ours,
        Instant after,
        Instant until
    )
    {
        ArgumentNullException.ThrowIfNull(session);
        // By the moments first: of thousands of conversations few fall silent within a stretch.
        var (index, since, waits) = ours
            ? ("conversation_by_wait", "c.waiting_since", "c.waiting_since IS NOT NULL")
            : ("conversation_by_reply", "c.last_out", "c.waiting_since IS NULL");
        return session.All(
            $"""
            SELECT d.uid, p.uid, (SELECT e.uid FROM entry e WHERE e.conversation = c.id AND e.kind IN ('in', 'out')
              AND e.automatic = 0 AND e.circular IS NULL ORDER BY e.id DESC LIMIT 1) AS last
            FROM conversation c INDEXED BY {index} CROSS JOIN docket d ON d.id = c.docket
              CROSS JOIN party p ON p.id = c.party
            WHERE {waits} AND {since} > $after AND {since} <= $until AND c.audience = 'outside'
              AND c.state = 'open' AND c.discussion IS NULL AND {Open} AND last IS NOT NULL
            ORDER BY {since}, c.id
            """,
            r => (new DocketId(r.GetUid(0)), new PartyId(r.GetUid(1)), new EntryId(r.GetUid(2))),
            ("after", after),
            ("until", until)
        );
    }

    /// <summary>Open tasks of open dockets that were due in that time.</summary>
    public static List<(DocketId Docket, TaskId Task, Instant Due)> Late(
        SqlSession session,
        Instant after,
        Instant until
    )
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            $"""
            SELECT d.uid, t.uid, t.due FROM task t INDEXED BY task_open_by_due CROSS JOIN docket d ON d.id = t.docket
            WHERE t.due > $after AND t.due <= $until AND t.state NOT IN ('done', 'dropped') AND t.private = 0 AND {Open}
            ORDER BY t.due
            """,
            r => (new DocketId(r.GetUid(0)), new TaskId(r.GetUid(1)), r.GetMoment(2)),
            ("after", after),
            ("until", until)
        );
    }

    /// <summary>All open dockets.</summary>
    public static List<DocketId> OpenDockets(SqlSession session)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All($"SELECT d.uid FROM docket d WHERE {Open} ORDER BY d.id", r => new DocketId(r.GetUid(0)));
    }

    /// <summary>What the parties of dockets wrote since a moment, machines left out; the oldest first.</summary>
    public static List<(DocketId Docket, PartyId Party, Instant At)> Written(
        SqlSession session,
        Instant since,
        int most
    )
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            $"""
            SELECT d.uid, p.uid, e.at FROM entry e JOIN conversation c ON c.id = e.conversation
              JOIN docket d ON d.id = c.docket JOIN party p ON p.id = c.party
            WHERE e.kind = 'in' AND e.automatic = 0 AND e.at >= $since AND c.audience = 'outside'
              AND c.discussion IS NULL AND d.removed IS NULL ORDER BY e.id LIMIT {most}
            """,
            r => (new DocketId(r.GetUid(0)), new PartyId(r.GetUid(1)), r.GetMoment(2)),
            ("since", since)
        );
    }

    /// <summary>
    /// Words between us and the parties of dockets since a moment, those of machines left out, in the order of their
    /// conversations.
    /// </summary>
    public static List<(
        DocketId Docket,
        PartyId Party,
        long Conversation,
        EntryId Entry,
        bool In,
        Instant At,
        bool Settled
    )> Talk(SqlSession session, Instant since, int most)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            $"""
            SELECT d.uid, c.id, e.uid, e.kind = 'in', e.at, c.state = 'closed' OR d.state = 'closed', p.uid
            FROM entry e JOIN conversation c ON c.id = e.conversation JOIN docket d ON d.id = c.docket
              JOIN party p ON p.id = c.party
            WHERE e.kind IN ('in', 'out') AND e.automatic = 0 AND e.circular IS NULL AND e.at >= $since AND c.audience = 'outside'
              AND c.discussion IS NULL AND d.removed IS NULL ORDER BY c.id, e.id LIMIT {most}
            """,
            r =>
                (
                    new DocketId(r.GetUid(0)),
                    new PartyId(r.GetUid(6)),
                    r.GetInt64(1),
                    new EntryId(r.GetUid(2)),
                    r.GetBoolean(3),
                    r.GetMoment(4),
                    r.GetBoolean(5)
                ),
            ("since", since)
        );
    }

    /// <summary>Tasks of dockets that were done since a moment, or were due since then.</summary>
    public static List<(DocketId Docket, TaskId Task, string Title, bool Done, Instant? Due, Instant? Finished)> Tasks(
        SqlSession session,
        Instant since,
        int most
    )
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            $"""
            SELECT d.uid, t.uid, t.title, t.state = 'done', t.due, t.finished FROM task t JOIN docket d ON d.id = t.docket
            WHERE (t.finished >= $since OR t.due >= $since) AND t.private = 0 AND d.removed IS NULL
            ORDER BY t.id LIMIT {most}
            """,
            r =>
                (
                    new DocketId(r.GetUid(0)),
                    new TaskId(r.GetUid(1)),
                    r.GetString(2),
                    r.GetBoolean(3),
                    r.GetMomentOrNull(4),
                    r.GetMomentOrNull(5)
                ),
            ("since", since)
        );
    }

    /// <summary>Asks in dockets that were decided since a moment, by the last step that was taken in them.</summary>
    public static List<(DocketId Docket, EntryId Ask, Instant At)> Decided(SqlSession session, Instant since, int most)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            $"""
            SELECT d.uid, e.uid, max(s.at) AS decided FROM ask a JOIN ask_step s ON s.ask = a.id
              JOIN entry e ON e.id = a.entry JOIN conversation c ON c.id = e.conversation JOIN docket d ON d.id = c.docket
            WHERE a.over = 1 AND d.removed IS NULL GROUP BY a.id HAVING decided >= $since ORDER BY decided LIMIT {most}
            """,
            r => (new DocketId(r.GetUid(0)), new EntryId(r.GetUid(1)), r.GetMoment(2)),
            ("since", since)
        );
    }

    /// <summary>What came about after a moment and until another, of what one rule waits for.</summary>
    public static IEnumerable<(DocketId Docket, Happened Happened)> Found(
        SqlSession session,
        Rule rule,
        WorkCalendar calendar,
        Instant after,
        Instant until
    )
    {
        ArgumentNullException.ThrowIfNull(rule);
        ArgumentNullException.ThrowIfNull(calendar);
        switch (rule.Trigger)
        {
            case Trigger.Near t:
                var (soonest, latest) = (Against(calendar, after, t.Offset), Against(calendar, until, t.Offset));
                foreach (var (docket, at) in Milestones(session, t.Milestone, soonest, latest))
                    yield return (docket, new Happened.Near(t.Milestone, at, t.Offset));
                break;
            case Trigger.Silent t:
                var (first, last) = (calendar.Subtract(after, t.For), calendar.Subtract(until, t.For));
                foreach (var (docket, party, entry) in Silent(session, t.Ours, first, last))
                    yield return (docket, new Happened.Silent(party, entry, t.For, t.Ours));
                break;
            case Trigger.TaskLate t:
                var (early, late) = (calendar.Subtract(after, t.For), calendar.Subtract(until, t.For));
                foreach (var (docket, task, due) in Late(session, early, late))
                    yield return (docket, new Happened.Late(task, due, t.For));
                break;
            case Trigger.DayOfYear t:
                var (before, today) = (calendar.DateOf(after), calendar.DateOf(until));
                for (var year = before.Year; year <= today.Year; year++)
                    if (Firing.DayIn(t, year) is var day && day > before && day <= today)
                        foreach (var docket in OpenDockets(session))
                            yield return (docket, new Happened.DayCame(day));
                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(rule), rule.Trigger, "It does not come by time.");
        }
    }

    /// <summary>The date of a milestone for which its distance from a moment is just this.</summary>
    private static Instant Against(WorkCalendar calendar, Instant moment, Duration offset) =>
        offset < Duration.Zero ? calendar.Add(moment, -offset) : calendar.Subtract(moment, offset);
}
