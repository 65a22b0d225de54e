using Wrenlet.Core.People;

namespace Wrenlet.Storage.People;

/// <summary>Links by which staff choose a password. Tokens are known here only by their SHA-256.</summary>
public static class AccountLinkStore
{
    private const string Select =
        "SELECT p.uid, l.purpose, l.made, l.ends FROM account_link l JOIN person p ON p.id = l.person";

    /// <summary>Keeps a link; an older one of that person for the same purpose stops working.</summary>
    public static void Put(SqlSession session, AccountLink link, byte[] tokenHash)
    {
        ArgumentNullException.ThrowIfNull(link);
        session.Run(
            """
            INSERT OR REPLACE INTO account_link (person, purpose, token_hash, made, ends)
            VALUES ((SELECT id FROM person WHERE uid = $person), $purpose, $hash, $made, $ends)
            """,
            ("person", link.Person.Value),
            ("purpose", StoredWords.AccountPurposes.Of(link.Purpose)),
            ("hash", tokenHash),
            ("made", link.Made),
            ("ends", link.Ends)
        );
    }

    /// <summary>The link of a token; null where there is none, or it was used.</summary>
    public static AccountLink? Find(SqlSession session, byte[] tokenHash) =>
        session.First($"{Select} WHERE l.token_hash = $hash", Row, ("hash", tokenHash));

    /// <summary>The link of a person for a purpose; null where there is none.</summary>
    public static AccountLink? Of(SqlSession session, PersonId person, AccountPurpose purpose) =>
        session.First(
            $"{Select} WHERE p.uid = $person AND l.purpose = $purpose",
            Row,
            ("person", person.Value),
            ("purpose", StoredWords.AccountPurposes.Of(purpose))
        );

    /// <summary>Ends all links of a person.</summary>
    public static void End(SqlSession session, PersonId person) =>
        session.Run(
            "DELETE FROM account_link WHERE person = (SELECT id FROM person WHERE uid = $person)",
            ("person", person.Value)
        );

    private static AccountLink Row(Microsoft.Data.Sqlite.SqliteDataReader r) =>
        new(
            new PersonId(r.GetUid(0)),
            StoredWords.AccountPurposes.Read(r.GetString(1)),
            r.GetMoment(2),
            r.GetMoment(3)
        );
}
