using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.People;

/// <summary>Links of customers and partners. Tokens are known here only by their SHA-256.</summary>
public static class LinkStore
{
    private const string Columns = "l.uid, p.uid, b.uid, l.way, l.made, l.ends, l.last_used, l.ended";
    private const string From =
        "FROM party_link l JOIN person p ON p.id = l.person LEFT JOIN person b ON b.id = l.made_by";
    private const string Select = $"SELECT {Columns} {From}";

    /// <summary>Keeps a link; one of the same token is one link.</summary>
    public static void Add(SqlSession session, PartyLink link, byte[] tokenHash)
    {
        ArgumentNullException.ThrowIfNull(link);
        session.Run(
            """
            INSERT INTO party_link (uid, token_hash, person, made_by, way, made, ends)
            VALUES ($uid, $hash, (SELECT id FROM person WHERE uid = $person), (SELECT id FROM person WHERE uid = $by),
              $way, $made, $ends) ON CONFLICT (token_hash) DO NOTHING
            """,
            ("uid", link.Id),
            ("hash", tokenHash),
            ("person", link.Contact.Value),
            ("by", link.MadeBy?.Value),
            ("way", StoredWords.LinkWays.Of(link.Way)),
            ("made", link.Made),
            ("ends", link.Ends)
        );
    }

    /// <summary>The link of a token; null when there is none.</summary>
    public static PartyLink? ByToken(SqlSession session, byte[] tokenHash) =>
        session.First($"{Select} WHERE l.token_hash = $hash", Row, ("hash", tokenHash));

    /// <summary>A link; null when there is none.</summary>
    public static PartyLink? Find(SqlSession session, Guid id) =>
        session.First($"{Select} WHERE l.uid = $uid", Row, ("uid", id));

    /// <summary>Links of a contact, the newest first; those that went with mails are left out unless they were used.</summary>
    public static List<PartyLink> Of(SqlSession session, PersonId contact, int most) =>
        session.All(
            $"{Select} WHERE p.uid = $person AND (l.way <> 'in-mail' OR l.last_used IS NOT NULL) ORDER BY l.id DESC LIMIT {most}",
            Row,
            ("person", contact.Value)
        );

    /// <summary>When a contact was last sent a link that they asked for; null when never.</summary>
    public static Instant? LastAskedFor(SqlSession session, PersonId contact) =>
        session.First<Instant?>(
            "SELECT l.made FROM party_link l JOIN person p ON p.id = l.person WHERE p.uid = $person AND l.way = "
                + "'asked-for' ORDER BY l.id DESC LIMIT 1",
            r => r.GetMoment(0),
            ("person", contact.Value)
        );

    /// <summary>Says that a link was used.</summary>
    public static void Used(SqlSession session, Guid id, Instant at) =>
        session.Run("UPDATE party_link SET last_used = $at WHERE uid = $uid", ("at", at), ("uid", id));

    /// <summary>Ends one link, with the sessions that came of it.</summary>
    /// <returns>The hashes of the sessions' tokens.</returns>
    public static List<byte[]> End(SqlSession session, Guid id, Instant at)
    {
        session.Run("UPDATE party_link SET ended = $at WHERE uid = $uid AND ended IS NULL", ("at", at), ("uid", id));
        return session.All(
            "DELETE FROM session WHERE link = (SELECT id FROM party_link WHERE uid = $uid) RETURNING token_hash",
            r => r.GetFieldValue<byte[]>(0),
            ("uid", id)
        );
    }

    /// <summary>Ends all links of a contact.</summary>
    public static void EndAll(SqlSession session, PersonId contact, Instant at) =>
        session.Run(
            "UPDATE party_link SET ended = $at WHERE ended IS NULL AND person = (SELECT id FROM person WHERE uid = $person)",
            ("at", at),
            ("person", contact.Value)
        );

    /// <summary>Keeps by which link somebody came who said something.</summary>
    public static void CameBy(SqlSession session, long entry, Guid link) =>
        session.Run(
            "INSERT INTO entry_link (entry, link) SELECT $entry, id FROM party_link WHERE uid = $link ON CONFLICT DO NOTHING",
            ("entry", entry),
            ("link", link)
        );

    /// <summary>By which links the writers of entries came, where they came by one.</summary>
    public static Dictionary<long, PartyLink> OfEntries(SqlSession session, IEnumerable<long> entries) =>
        session
            .All(
                $"SELECT x.entry, {Columns} {From} JOIN entry_link x ON x.link = l.id "
                    + "WHERE x.entry IN (SELECT value FROM json_each($entries))",
                r => (Entry: r.GetInt64(0), Link: Row(r, 1)),
                ("entries", $"[{string.Join(',', entries)}]")
            )
            .ToDictionary(l => l.Entry, l => l.Link);

    /// <summary>The key of the links that go with mails.</summary>
    public static byte[] Key(SqlSession session) =>
        session.First("SELECT bytes FROM link_key", r => r.GetFieldValue<byte[]>(0))!;

    private static PartyLink Row(SqliteDataReader r) => Row(r, 0);

    private static PartyLink Row(SqliteDataReader r, int at) =>
        new(
            r.GetUid(at),
            new PersonId(r.GetUid(at + 1)),
            r.GetUidOrNull(at + 2) is { } by ? new PersonId(by) : null,
            StoredWords.LinkWays.Read(r.GetString(at + 3)),
            r.GetMoment(at + 4),
            r.GetMoment(at + 5),
            r.GetMomentOrNull(at + 6),
            r.GetMomentOrNull(at + 7)
        );
}
