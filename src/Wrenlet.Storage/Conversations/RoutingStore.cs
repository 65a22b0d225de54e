using NodaTime;
using Wrenlet.Core.Conversations;

namespace Wrenlet.Storage.Conversations;

/// <summary>Where the router put a first message.</summary>
/// <param name="Guess">The queue it thought most of; null when it knew none of the words.</param>
/// <param name="Words">The words that decided, separated by spaces.</param>
/// <param name="Placed">Whether it was sure enough to place it.</param>
public sealed record Routing(string Text, Guid? Guess, double Certainty, string Words, bool Placed, Instant At);

/// <summary>What the router did, and what people taught it.</summary>
public static class RoutingStore
{
    public static void Add(SqlSession session, Conversation conversation, Routing routing) =>
        session.Run(
            """
            INSERT INTO routing (conversation, text, guess, certainty, words, placed, at)
            VALUES ($conversation, $text, (SELECT id FROM queue WHERE uid = $guess), $certainty, $words, $placed, $at)
              ON CONFLICT DO NOTHING
            """,
            ("conversation", conversation.Key),
            ("text", routing.Text),
            ("guess", routing.Guess),
            ("certainty", routing.Certainty),
            ("words", routing.Words),
            ("placed", routing.Placed),
            ("at", routing.At)
        );

    public static Routing? Of(SqlSession session, long conversation) =>
        session.First(
            "SELECT r.text, q.uid, r.certainty, r.words, r.placed, r.at FROM routing r LEFT JOIN queue q ON q.id = "
                + "r.guess WHERE r.conversation = $conversation",
            r => new Routing(
                r.GetString(0),
                r.GetUidOrNull(1),
                r.GetDouble(2),
                r.GetString(3),
                r.GetBoolean(4),
                r.GetMoment(5)
            ),
            ("conversation", conversation)
        );

    /// <summary>Remembers that people put this conversation into a queue; the last one counts.</summary>
    public static void Teach(SqlSession session, long conversation, string text, Guid queue, Instant at) =>
        session.Run(
            """
            INSERT INTO lesson (conversation, text, queue, at)
              VALUES ($conversation, $text, (SELECT id FROM queue WHERE uid = $queue), $at)
            ON CONFLICT (conversation) DO UPDATE SET queue = excluded.queue, at = excluded.at
            """,
            ("conversation", conversation),
            ("text", text),
            ("queue", queue),
            ("at", at)
        );

    /// <summary>The newest lessons, in the order of time.</summary>
    public static List<(Lesson Lesson, Instant At)> Lessons(SqlSession session, int most) =>
        session.All(
            $"SELECT * FROM (SELECT l.text, q.uid, l.at, l.conversation FROM lesson l JOIN queue q ON q.id = l.queue "
                + $"WHERE q.unsorted = 0 ORDER BY l.at DESC, l.conversation DESC LIMIT {most}) ORDER BY 3, 4",
            r => (new Lesson(r.GetString(0), r.GetUid(1)), r.GetMoment(2))
        );

    /// <summary>
    /// What the router said of conversations whose queue people have since decided: its guess, whether it placed it,
    /// and where it belongs.
    /// </summary>
    public static List<(Guid? Guess, bool Placed, Guid Actual)> Outcomes(SqlSession session) =>
        session.All(
            "SELECT g.uid, r.placed, q.uid FROM routing r JOIN lesson l ON l.conversation = r.conversation JOIN queue "
                + "q ON q.id = l.queue LEFT JOIN queue g ON g.id = r.guess",
            r => (r.GetUidOrNull(0), r.GetBoolean(1), r.GetUid(2))
        );

    /// <summary>Subject and first words of a conversation: what the router reads.</summary>
    public static string TextOf(SqlSession session, Conversation conversation) =>
        conversation.Subject
        + "\n"
        + session.First(
            "SELECT body FROM entry WHERE conversation = $conversation AND kind = 'in' ORDER BY id LIMIT 1",
            r => r.GetString(0),
            ("conversation", conversation.Key)
        );
}
