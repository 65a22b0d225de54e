using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Reports;

namespace Wrenlet.Storage.Reports;

/// <summary>What a party thought after a closing.</summary>
/// <param name="Steps">1 (badly) to 5 (very well).</param>
/// <param name="Words">In their words; empty when they gave none.</param>
public sealed record Rating(
    ConversationId Conversation,
    Instant Closed,
    Instant Given,
    int Steps,
    string Words,
    PersonId? Owner,
    Guid? Queue,
    PartyId? Party
);

/// <summary>Reads what reports are computed from, and keeps ratings.</summary>
public static class ReportStore
{
    /// <summary>
    /// Messages of all outside conversations in a queue that had any since a moment, by conversation and in order.
    /// </summary>
    public static List<(ConversationId Conversation, Guid Queue, Said Said)> Messages(
        SqlSession session,
        Instant from
    ) =>
        session.All(
            """
            SELECT c.uid, q.uid, e.at, e.kind, p.uid FROM conversation c JOIN queue q ON q.id = c.queue
              JOIN entry e ON e.conversation = c.id LEFT JOIN person p ON p.id = e.author
            WHERE c.audience = 'outside' AND e.kind IN ('in', 'out') AND e.automatic = 0 AND e.circular IS NULL
              AND max(coalesce(c.last_in, 0), coalesce(c.last_out, 0)) >= $from
            ORDER BY c.id, e.id
            """,
            r =>
                (
                    new ConversationId(r.GetUid(0)),
                    r.GetUid(1),
                    new Said(
                        r.GetMoment(2),
                        r.GetString(3) == "in",
                        r.GetString(3) == "out" && r.GetUidOrNull(4) is { } by ? new PersonId(by) : null
                    )
                ),
            ("from", from)
        );

    /// <summary>Keeps what a party thought of a closing; the last word counts.</summary>
    public static void Rate(
        SqlSession session,
        Conversation conversation,
        Instant closed,
        Instant given,
        int steps,
        string words
    ) =>
        session.Run(
            """
            INSERT INTO rating (conversation, closed_at, given_at, steps, words, owner, queue)
            VALUES ($conversation, $closed, $given, $steps, $words, (SELECT id FROM person WHERE uid = $owner),
              (SELECT id FROM queue WHERE uid = $queue))
            ON CONFLICT DO UPDATE SET given_at = excluded.given_at, steps = excluded.steps, words = excluded.words
            """,
            ("conversation", conversation.Key),
            ("closed", closed),
            ("given", given),
            ("steps", steps),
            ("words", words),
            ("owner", conversation.Owner?.Value),
            ("queue", conversation.Queue)
        );

    /// <summary>The steps given for a conversation's closing; null when none were.</summary>
    public static int? StepsFor(SqlSession session, long conversation, Instant closed) =>
        (int?)
            session.Number(
                "SELECT steps FROM rating WHERE conversation = $conversation AND closed_at = $closed",
                ("conversation", conversation),
                ("closed", closed)
            );

    /// <summary>Ratings given since a moment, newest first.</summary>
    public static List<Rating> Ratings(SqlSession session, Instant from) =>
        session.All(
            """
            SELECT c.uid, r.closed_at, r.given_at, r.steps, r.words, p.uid, q.uid, y.uid
            FROM rating r JOIN conversation c ON c.id = r.conversation LEFT JOIN person p ON p.id = r.owner
              LEFT JOIN queue q ON q.id = r.queue LEFT JOIN party y ON y.id = c.party
            WHERE r.given_at >= $from ORDER BY r.given_at DESC LIMIT 2000
            """,
            r => new Rating(
                new ConversationId(r.GetUid(0)),
                r.GetMoment(1),
                r.GetMoment(2),
                r.GetInt32(3),
                r.GetString(4),
                r.GetUidOrNull(5) is { } p ? new PersonId(p) : null,
                r.GetUidOrNull(6),
                r.GetUidOrNull(7) is { } y ? new PartyId(y) : null
            ),
            ("from", from)
        );
}
