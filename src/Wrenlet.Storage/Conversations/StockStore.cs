using Microsoft.Data.Sqlite;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Conversations;

/// <summary>A text that is kept for repeated use, with fields in braces.</summary>
/// <param name="Person">Whose own it is; null when it is everybody's.</param>
/// <param name="Body">Markdown with fields such as <c>{party first name}</c>.</param>
public sealed record StockReply(Guid Id, PersonId? Person, string Name, string Body, int Version);

/// <summary>Stock replies of the firm and of each person.</summary>
public static class StockStore
{
    private const string Select =
        "SELECT s.uid, p.uid, s.name, s.body, s.version FROM stock_reply s LEFT JOIN person p ON p.id = s.person";

    /// <summary>Those a person may use: everybody's and their own, by name.</summary>
    public static List<StockReply> For(SqlSession session, PersonId person) =>
        session.All(
            $"{Select} WHERE s.person IS NULL OR p.uid = $person ORDER BY s.name, s.id",
            Row,
            ("person", person.Value)
        );

    /// <summary>The words of everybody's stock replies.</summary>
    public static List<string> Bodies(SqlSession session) =>
        session.All("SELECT body FROM stock_reply WHERE person IS NULL LIMIT 1000", r => r.GetString(0));

    public static StockReply? Find(SqlSession session, Guid id) =>
        session.First($"{Select} WHERE s.uid = $uid", Row, ("uid", id));

    /// <summary>Writes a stock reply, new or changed.</summary>
    /// <returns>False when its owner has another of that name.</returns>
    public static bool Put(SqlSession session, StockReply reply)
    {
        var other = session.Number(
            "SELECT 1 FROM stock_reply WHERE name = $name AND uid <> $uid AND coalesce(person, 0) = coalesce((SELECT "
                + "id FROM person WHERE uid = $person), 0)",
            ("name", reply.Name),
            ("uid", reply.Id),
            ("person", reply.Person?.Value)
        );
        if (other is not null)
            return false;
        session.Run(
            """
            INSERT INTO stock_reply (uid, person, name, body)
              VALUES ($uid, (SELECT id FROM person WHERE uid = $person), $name, $body)
            ON CONFLICT (uid) DO UPDATE SET name = excluded.name, body = excluded.body, version = version + 1
            """,
            ("uid", reply.Id),
            ("person", reply.Person?.Value),
            ("name", reply.Name),
            ("body", reply.Body)
        );
        return true;
    }

    public static void Remove(SqlSession session, Guid id) =>
        session.Run("DELETE FROM stock_reply WHERE uid = $uid", ("uid", id));

    private static StockReply Row(SqliteDataReader r) =>
        new(
            r.GetUid(0),
            r.GetUidOrNull(1) is { } p ? new PersonId(p) : null,
            r.GetString(2),
            r.GetString(3),
            r.GetInt32(4)
        );
}
