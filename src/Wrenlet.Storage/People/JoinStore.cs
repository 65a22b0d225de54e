using Wrenlet.Core.People;

namespace Wrenlet.Storage.People;

/// <summary>Makes one person of two.</summary>
public static class JoinStore
{
    /// <summary>What lets somebody in: it is not passed on, it ends.</summary>
    private static readonly string[] WaysIn = ["session", "account_link", "address_change", "calendar_feed"];

    /// <summary>
    /// Gives all that is one's to the other: what they said, own, were asked and are in. The database itself says where
    /// people stand (its foreign keys), so that no table is forgotten. Where both stand in one row's place, one is enough.
    /// </summary>
    public static void Join(SqlSession session, PersonId kept, PersonId gone)
    {
        var (to, from) = (KeyOf(session, kept), KeyOf(session, gone));
        foreach (var (table, column) in Places(session))
        {
            if (!WaysIn.Contains(table))
                session.Run(
                    $"UPDATE OR IGNORE {table} SET {column} = $to WHERE {column} = $from",
                    ("to", to),
                    ("from", from)
                );
            session.Run($"DELETE FROM {table} WHERE {column} = $from", ("from", from));
        }

        session.Run(
            """
            INSERT OR IGNORE INTO reach (kind, value, person, label)
            SELECT 'mail', address, $to, '' FROM person WHERE id = $from AND address IS NOT NULL AND party IS NOT NULL
            """,
            ("to", to),
            ("from", from)
        );
        session.Run("UPDATE person SET joined_into = $to, address = NULL WHERE id = $from", ("to", to), ("from", from));
        // Who was joined to the one that goes now belongs to the one that stays.
        session.Run("UPDATE person SET joined_into = $to WHERE joined_into = $from", ("to", to), ("from", from));
    }

    /// <summary>The columns in which people stand, but for the one that says who was joined.</summary>
    internal static List<(string Table, string Column)> Places(SqlSession session) =>
        session.All(
            """
            SELECT m.name, f."from" FROM sqlite_schema m JOIN pragma_foreign_key_list(m.name) f
            WHERE m.type = 'table' AND f."table" = 'person' AND m.name <> 'person' ORDER BY m.name, f."from"
            """,
            r => (r.GetString(0), r.GetString(1))
        );

    private static long KeyOf(SqlSession session, PersonId person) =>
        session.Number("SELECT id FROM person WHERE uid = $uid", ("uid", person.Value))
        ?? throw new InvalidOperationException("A person who is joined must be there.");
}
