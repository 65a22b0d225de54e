using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Tasks;

/// <summary>Secret addresses of people's calendars.</summary>
public static class FeedStore
{
    /// <summary>Gives a person a new address; the one before leads nowhere any more.</summary>
    public static void Put(SqlSession session, PersonId person, byte[] hash, Instant made) =>
        session.Run(
            "INSERT INTO calendar_feed (person, hash, made) VALUES ((SELECT id FROM person WHERE uid = $person), "
                + "$hash, $made) ON CONFLICT (person) DO UPDATE SET hash = excluded.hash, made = excluded.made",
            ("person", person.Value),
            ("hash", hash),
            ("made", made)
        );

    public static void Remove(SqlSession session, PersonId person) =>
        session.Run(
            "DELETE FROM calendar_feed WHERE person = (SELECT id FROM person WHERE uid = $person)",
            ("person", person.Value)
        );

    /// <summary>Whose an address is; null for nobody's.</summary>
    public static PersonId? Whose(SqlSession session, byte[] hash) =>
        session.First<PersonId?>(
            "SELECT p.uid FROM calendar_feed f JOIN person p ON p.id = f.person WHERE f.hash = $hash",
            r => new PersonId(r.GetUid(0)),
            ("hash", hash)
        );

    /// <summary>Since when a person has an address; null for none.</summary>
    public static Instant? Since(SqlSession session, PersonId person) =>
        session.First<Instant?>(
            "SELECT made FROM calendar_feed WHERE person = (SELECT id FROM person WHERE uid = $person)",
            r => r.GetMoment(0),
            ("person", person.Value)
        );
}
