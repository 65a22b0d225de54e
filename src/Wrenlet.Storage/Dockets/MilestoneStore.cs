using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Dockets;

/// <summary>Milestones of dockets, with every date that they had.</summary>
public static class MilestoneStore
{
    /// <summary>The milestones of a docket that have a date, in the order of time.</summary>
    public static ImmutableArray<Milestone> Of(SqlSession session, DocketId docket) =>
        [
            .. session.All(
                """
                SELECT m.name, m.at, n.uid, y.uid FROM milestone m JOIN docket d ON d.id = m.docket
                  LEFT JOIN kind_milestone n ON n.id = m.named LEFT JOIN party y ON y.id = m.promised_to
                WHERE d.uid = $uid AND m.at IS NOT NULL ORDER BY m.at, m.name
                """,
                r => new Milestone(
                    r.GetString(0),
                    r.GetMoment(1),
                    r.GetUidOrNull(2) is { } named ? new MilestoneId(named) : null,
                    r.GetUidOrNull(3) is { } party ? new PartyId(party) : null
                ),
                ("uid", docket.Value)
            ),
        ];

    /// <summary>Every date that the milestones of a docket had, in the order in which they were set.</summary>
    public static List<MilestoneDate> Dates(SqlSession session, DocketId docket) =>
        session.All(
            """
            SELECT m.name, h.at, y.uid, p.uid, h.set_at FROM milestone_date h JOIN milestone m ON m.id = h.milestone
              JOIN docket d ON d.id = m.docket
              LEFT JOIN party y ON y.id = h.promised_to LEFT JOIN person p ON p.id = h.by
            WHERE d.uid = $uid ORDER BY h.set_at, m.id, h.number
            """,
            r => new MilestoneDate(
                r.GetString(0),
                r.GetMomentOrNull(1),
                r.GetUidOrNull(2) is { } party ? new PartyId(party) : null,
                r.GetUidOrNull(3) is { } person ? new PersonId(person) : null,
                r.GetMoment(4)
            ),
            ("uid", docket.Value)
        );

    /// <summary>Writes the milestones of a docket in place of those that it had; what they were is kept.</summary>
    /// <param name="session">Where to write.</param>
    /// <param name="docket">The docket.</param>
    /// <param name="milestones">The milestones that it is to have.</param>
    /// <param name="by">Who sets them; null where nobody does.</param>
    /// <param name="at">When.</param>
    public static void Set(
        SqlSession session,
        DocketId docket,
        IReadOnlyCollection<Milestone> milestones,
        PersonId? by,
        Instant at
    )
    {
        ArgumentNullException.ThrowIfNull(milestones);
        var before = Of(session, docket);
        foreach (var gone in before.Where(b => milestones.All(m => !Same(m, b))))
            Write(session, docket, gone, null, by, at);
        foreach (var milestone in milestones.Where(m => !before.Contains(m)))
            Write(session, docket, milestone, milestone.At, by, at);
    }

    private static bool Same(Milestone a, Milestone b) =>
        string.Equals(a.Name, b.Name, StringComparison.OrdinalIgnoreCase);

    private static void Write(
        SqlSession session,
        DocketId docket,
        Milestone milestone,
        Instant? date,
        PersonId? by,
        Instant at
    )
    {
        session.Run(
            """
            INSERT INTO milestone (docket, named, name, at, promised_to)
            VALUES ((SELECT id FROM docket WHERE uid = $docket), (SELECT id FROM kind_milestone WHERE uid = $named), $name,
              $date, (SELECT id FROM party WHERE uid = $party))
            ON CONFLICT (docket, name) DO UPDATE
              SET named = excluded.named, name = excluded.name, at = excluded.at, promised_to = excluded.promised_to
            """,
            ("docket", docket.Value),
            ("named", milestone.Named?.Value),
            ("name", milestone.Name),
            ("date", date),
            ("party", milestone.PromisedTo?.Value)
        );
        session.Run(
            """
            INSERT INTO milestone_date (milestone, number, at, promised_to, by, set_at)
            SELECT m.id, 1 + coalesce((SELECT max(number) FROM milestone_date WHERE milestone = m.id), 0), m.at,
              m.promised_to, (SELECT id FROM person WHERE uid = $by), $at
            FROM milestone m JOIN docket d ON d.id = m.docket WHERE d.uid = $docket AND m.name = $name
            """,
            ("by", by?.Value),
            ("at", at),
            ("docket", docket.Value),
            ("name", milestone.Name)
        );
    }
}
