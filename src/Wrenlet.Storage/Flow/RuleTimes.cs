using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
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
        var waits = ours
            ? "c.waiting_since > $after AND c.waiting_since <= $until"
            : "c.waiting_since IS NULL AND c.last_out > $after AND c.last_out <= $until";
        return session.All(
            $"""
            SELECT d.uid, p.uid, (SELECT e.uid FROM entry e WHERE e.conversation = c.id AND e.kind IN ('in', 'out')
              AND e.automatic = 0 AND e.circular IS NULL ORDER BY e.id DESC LIMIT 1) AS last
            FROM conversation c JOIN docket d ON d.id = c.docket JOIN party p ON p.id = c.party
            WHERE {waits} AND c.audience = 'outside' AND c.state = 'open' AND c.discussion IS NULL AND {Open}
              AND last IS NOT NULL
            ORDER BY c.id
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
            SELECT d.uid, t.uid, t.due FROM task t JOIN docket d ON d.id = t.docket
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
}
