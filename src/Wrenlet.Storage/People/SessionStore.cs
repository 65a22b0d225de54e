using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.People;

/// <summary>A signed-in browser.</summary>
/// <param name="Person">Who it is.</param>
/// <param name="Guard">What each change must carry beside the cookie, against forged requests.</param>
/// <param name="Ends">When it ends by itself.</param>
/// <param name="Link">The link by which a contact came; null for all others.</param>
public sealed record SignedIn(PersonId Person, string Guard, Instant Ends, Guid? Link = null);

/// <summary>
/// Passwords and sessions. Tokens are known here only by their SHA-256.
/// </summary>
public static class SessionStore
{
    public static (PersonId Person, string? PasswordHash)? Credentials(SqlSession session, string address) =>
        session.First<(PersonId, string?)?>(
            "SELECT uid, password_hash FROM person WHERE address = $address AND role IS NOT NULL AND left_at IS NULL",
            r => (new PersonId(r.GetUid(0)), r.GetTextOrNull(1)),
            ("address", address)
        );

    public static void Start(SqlSession session, byte[] tokenHash, SignedIn signedIn, Instant now) =>
        session.Run(
            "INSERT INTO session (token_hash, person, guard, started, ends, link) VALUES ($hash, (SELECT id FROM person "
                + "WHERE uid = $person), $guard, $now, $ends, (SELECT id FROM party_link WHERE uid = $link))",
            ("link", signedIn.Link),
            ("hash", tokenHash),
            ("person", signedIn.Person.Value),
            ("guard", signedIn.Guard),
            ("now", now),
            ("ends", signedIn.Ends)
        );

    public static SignedIn? Find(SqlSession session, byte[] tokenHash) =>
        session.First(
            "SELECT p.uid, s.guard, s.ends, l.uid FROM session s JOIN person p ON p.id = s.person LEFT JOIN party_link l "
                + "ON l.id = s.link WHERE s.token_hash = $hash",
            r => new SignedIn(new PersonId(r.GetUid(0)), r.GetString(1), r.GetMoment(2), r.GetUidOrNull(3)),
            ("hash", tokenHash)
        );

    public static void End(SqlSession session, byte[] tokenHash) =>
        session.Run("DELETE FROM session WHERE token_hash = $hash", ("hash", tokenHash));

    public static void EndAll(SqlSession session, PersonId person) =>
        session.Run(
            "DELETE FROM session WHERE person = (SELECT id FROM person WHERE uid = $person)",
            ("person", person.Value)
        );

    public static void EndExpired(SqlSession session, Instant now) =>
        session.Run("DELETE FROM session WHERE ends <= $now", ("now", now));
}
