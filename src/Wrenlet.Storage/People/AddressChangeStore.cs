using Wrenlet.Core.People;

namespace Wrenlet.Storage.People;

/// <summary>Addresses that are to be changed once both have confirmed it.</summary>
public static class AddressChangeStore
{
    /// <summary>Keeps a change; an earlier one of that person is forgotten.</summary>
    public static void Put(SqlSession session, AddressChange change, byte[] oldHash, byte[] newHash)
    {
        ArgumentNullException.ThrowIfNull(change);
        session.Run(
            """
            INSERT OR REPLACE INTO address_change (person, address, old_hash, new_hash, ends)
            VALUES ((SELECT id FROM person WHERE uid = $person), $address, $old, $new, $ends)
            """,
            ("person", change.Person.Value),
            ("address", change.Address),
            ("old", oldHash),
            ("new", newHash),
            ("ends", change.Ends)
        );
    }

    /// <summary>The change that a token confirms, and whose side it is; null when there is none.</summary>
    public static (AddressChange Change, AddressSide Side)? Find(SqlSession session, byte[] hash) =>
        session.First<(AddressChange, AddressSide)?>(
            """
            SELECT p.uid, c.address, c.old_confirmed, c.new_confirmed, c.ends, c.old_hash = $hash
            FROM address_change c JOIN person p ON p.id = c.person WHERE c.old_hash = $hash OR c.new_hash = $hash
            """,
            r =>
                (
                    new AddressChange(
                        new PersonId(r.GetUid(0)),
                        r.GetString(1),
                        r.GetBoolean(2),
                        r.GetBoolean(3),
                        r.GetMoment(4)
                    ),
                    r.GetBoolean(5) ? AddressSide.Old : AddressSide.New
                ),
            ("hash", hash)
        );

    /// <summary>Writes who has confirmed.</summary>
    public static void Set(SqlSession session, AddressChange change)
    {
        ArgumentNullException.ThrowIfNull(change);
        session.Run(
            "UPDATE address_change SET old_confirmed = $old, new_confirmed = $new WHERE person = "
                + "(SELECT id FROM person WHERE uid = $person)",
            ("old", change.OldConfirmed),
            ("new", change.NewConfirmed),
            ("person", change.Person.Value)
        );
    }

    /// <summary>Forgets what somebody wanted to change.</summary>
    public static void End(SqlSession session, PersonId person) =>
        session.Run(
            "DELETE FROM address_change WHERE person = (SELECT id FROM person WHERE uid = $person)",
            ("person", person.Value)
        );
}
