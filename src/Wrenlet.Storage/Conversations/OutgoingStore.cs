using Wrenlet.Core.Conversations;

namespace Wrenlet.Storage.Conversations;

/// <summary>An entry waiting to leave.</summary>
/// <param name="NotBefore">The machine's time before which it stays.</param>
/// <param name="Leaving">Whether it was about to be handed over when last heard of.</param>
public sealed record Outgoing(long Key, int Tries, DateTimeOffset NotBefore, bool Leaving, Entry Entry);

/// <summary>The outbox: entries that wait to leave, and what became of their sending.</summary>
public static class OutgoingStore
{
    /// <summary>How many messages have not left yet.</summary>
    public static long Waiting(SqlSession session)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.Number("SELECT count(*) FROM outbox") ?? 0;
    }

    /// <summary>Puts an entry into the outbox.</summary>
    /// <param name="notBefore">The machine's time before which it stays.</param>
    /// <param name="before">The conversation as it was before, in words of the caller, for taking the entry
    /// back.</param>
    public static void Add(SqlSession session, long entry, DateTimeOffset notBefore, string before) =>
        session.Run(
            "INSERT INTO outbox (entry, not_before, before) VALUES ($entry, $then, $before)",
            ("entry", entry),
            ("then", notBefore.ToUnixTimeMilliseconds()),
            ("before", before)
        );

    /// <summary>What waits to leave, oldest first.</summary>
    public static List<Outgoing> Waiting(SqlSession session, int most) =>
        session
            .All(
                $"SELECT entry, tries, not_before, leaving FROM outbox ORDER BY entry LIMIT {most}",
                r =>
                    (
                        Key: r.GetInt64(0),
                        Tries: r.GetInt32(1),
                        Then: DateTimeOffset.FromUnixTimeMilliseconds(r.GetInt64(2)),
                        Leaving: r.GetBoolean(3)
                    )
            )
            .ConvertAll(o => new Outgoing(o.Key, o.Tries, o.Then, o.Leaving, EntryStore.FindByKey(session, o.Key)!));

    /// <summary>Says that an entry is about to be handed over; from then on it cannot be taken back.</summary>
    /// <returns>Whether it was still there.</returns>
    public static bool Leaves(SqlSession session, long entry) =>
        session.Run("UPDATE outbox SET leaving = 1 WHERE entry = $entry", ("entry", entry)) == 1;

    public static void Sent(SqlSession session, long entry) =>
        session.Run("DELETE FROM outbox WHERE entry = $entry", ("entry", entry));

    /// <summary>Says why an entry was not taken; it waits again.</summary>
    public static void NotSent(SqlSession session, long entry, string problem) =>
        session.Run(
            "UPDATE outbox SET tries = tries + 1, problem = $problem, leaving = 0 WHERE entry = $entry",
            ("problem", problem),
            ("entry", entry)
        );

    /// <summary>Says that nobody knows whether an entry left.</summary>
    public static void MayHaveLeft(SqlSession session, long entry, string problem) =>
        session.Run(
            "UPDATE outbox SET problem = $problem WHERE entry = $entry",
            ("problem", problem),
            ("entry", entry)
        );

    /// <summary>Makes an entry leave at once, whatever went wrong before.</summary>
    public static void SendNow(SqlSession session, long entry) =>
        session.Run(
            "UPDATE outbox SET leaving = 0, not_before = 0, problem = NULL WHERE entry = $entry",
            ("entry", entry)
        );

    /// <summary>Takes an entry out of the outbox that has not left.</summary>
    /// <returns>
    /// What <see cref="Add"/> kept of the conversation; null when the entry is leaving or has left, or when its
    /// meeting is talked about already.
    /// </returns>
    public static string? StopLeaving(SqlSession session, long entry) =>
        session.Number(
            "SELECT 1 FROM conversation WHERE meeting = (SELECT id FROM meeting WHERE entry = $entry)",
            ("entry", entry)
        )
            is not null
            ? null
            : session.First(
                "DELETE FROM outbox WHERE entry = $entry AND leaving = 0 RETURNING before",
                r => r.GetTextOrNull(0),
                ("entry", entry)
            );
}
