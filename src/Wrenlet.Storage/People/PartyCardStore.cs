using System.Collections.Immutable;
using Microsoft.Data.Sqlite;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.People;

/// <summary>What staff keep about parties: their cards, their sites, and the things that are theirs.</summary>
public static class PartyCardStore
{
    internal const string Things = """
        SELECT t.id, t.uid, y.uid, s.uid, t.sort, t.name, t.number, t.notes, t.retired
        FROM party_thing t JOIN party y ON y.id = t.party LEFT JOIN party_site s ON s.id = t.site
        """;

    /// <summary>The card of a party; blank where nothing is kept.</summary>
    public static PartyCard Of(SqlSession session, PartyId party) =>
        session.First(
            """
            SELECT y.address, y.notes, y.prefers, p.uid FROM party y
              LEFT JOIN person p ON p.id = y.speaker AND p.party = y.id AND p.joined_into IS NULL
            WHERE y.uid = $party
            """,
            r => new PartyCard(
                r.GetString(0),
                r.GetString(1),
                r.GetTextOrNull(2) is { } prefers ? StoredWords.ReachedBys.Read(prefers) : null,
                r.GetUidOrNull(3) is { } speaker ? new PersonId(speaker) : null
            ),
            ("party", party.Value)
        ) ?? PartyCard.Blank;

    /// <summary>Writes a party's card.</summary>
    public static void Set(SqlSession session, PartyId party, PartyCard card)
    {
        ArgumentNullException.ThrowIfNull(card);
        session.Run(
            """
            UPDATE party SET address = $address, notes = $notes, prefers = $prefers,
              speaker = (SELECT id FROM person WHERE uid = $speaker) WHERE uid = $party
            """,
            ("address", card.Address),
            ("notes", card.Notes),
            ("prefers", card.Prefers is { } by ? StoredWords.ReachedBys.Of(by) : null),
            ("speaker", card.Speaker?.Value),
            ("party", party.Value)
        );
    }

    /// <summary>The sites of a party, by name; those that are offered no more come last.</summary>
    public static List<PartySite> Sites(SqlSession session, PartyId party) =>
        session.All(
            """
            SELECT s.uid, s.name, s.address, s.notes, s.retired FROM party_site s JOIN party y ON y.id = s.party
            WHERE y.uid = $party ORDER BY s.retired, s.name COLLATE NOCASE, s.id
            """,
            r => new PartySite(r.GetUid(0), r.GetString(1), r.GetString(2), r.GetString(3), r.GetBoolean(4)),
            ("party", party.Value)
        );

    /// <summary>Whether a site of any party has this id.</summary>
    public static bool IsSite(SqlSession session, Guid id) =>
        session.Number("SELECT 1 FROM party_site WHERE uid = $uid", ("uid", id)) is not null;

    /// <summary>The words that are used for sorts of things, the most used first.</summary>
    public static List<string> Sorts(SqlSession session) =>
        session.All(
            "SELECT sort FROM party_thing WHERE sort <> '' GROUP BY sort ORDER BY count(*) DESC, sort LIMIT 30",
            r => r.GetString(0)
        );

    /// <summary>Writes a site of a party, new or changed. One that is another party's is left alone.</summary>
    public static void PutSite(SqlSession session, PartyId party, PartySite site)
    {
        ArgumentNullException.ThrowIfNull(site);
        session.Run(
            """
            INSERT INTO party_site (uid, party, name, address, notes, retired)
            VALUES ($uid, (SELECT id FROM party WHERE uid = $party), $name, $address, $notes, $retired)
            ON CONFLICT (uid) DO UPDATE SET name = excluded.name, address = excluded.address, notes = excluded.notes,
              retired = excluded.retired WHERE party = excluded.party
            """,
            ("uid", site.Id),
            ("party", party.Value),
            ("name", site.Name),
            ("address", site.Address),
            ("notes", site.Notes),
            ("retired", site.Retired)
        );
    }

    /// <summary>The things of a party, by name; those that are gone come last.</summary>
    public static List<PartyThing> OfParty(SqlSession session, PartyId party) =>
        session.All(
            $"{Things} WHERE y.uid = $party ORDER BY t.retired, t.name COLLATE NOCASE, t.id",
            r => Row(session, r),
            ("party", party.Value)
        );

    /// <summary>A thing; null where there is none.</summary>
    public static PartyThing? Find(SqlSession session, ThingId thing) =>
        session.First($"{Things} WHERE t.uid = $uid", r => Row(session, r), ("uid", thing.Value));

    /// <summary>Things whose number begins with what was typed, or in whose name a word does, those in use first.</summary>
    public static List<PartyThing> Matching(SqlSession session, string typed, int most) =>
        session.All(
            $"""
            {Things} WHERE y.merged_into IS NULL AND (t.number LIKE $start ESCAPE '\'
              OR t.name LIKE $start ESCAPE '\' OR t.name LIKE $inside ESCAPE '\')
            ORDER BY t.retired, t.name COLLATE NOCASE LIMIT {most}
            """,
            r => Row(session, r),
            ("start", SqlLike.Of(typed) + "%"),
            ("inside", "% " + SqlLike.Of(typed) + "%")
        );

    /// <summary>Writes a thing, new or changed.</summary>
    public static void PutThing(SqlSession session, PartyThing thing)
    {
        ArgumentNullException.ThrowIfNull(thing);
        session.Run(
            """
            INSERT INTO party_thing (uid, party, site, sort, name, number, notes, retired)
            VALUES ($uid, (SELECT id FROM party WHERE uid = $party), (SELECT id FROM party_site WHERE uid = $site),
              $sort, $name, $number, $notes, $retired)
            ON CONFLICT (uid) DO UPDATE SET site = excluded.site, sort = excluded.sort, name = excluded.name,
              number = excluded.number, notes = excluded.notes, retired = excluded.retired
            """,
            ("uid", thing.Id.Value),
            ("party", thing.Party.Value),
            ("site", thing.Site),
            ("sort", thing.Sort),
            ("name", thing.Name),
            ("number", thing.Number),
            ("notes", thing.Notes),
            ("retired", thing.Retired)
        );
        session.Run(
            "DELETE FROM party_thing_field WHERE thing = (SELECT id FROM party_thing WHERE uid = $uid)",
            ("uid", thing.Id.Value)
        );
        foreach (var (position, field) in thing.Fields.Index())
            session.Run(
                """
                INSERT INTO party_thing_field (thing, position, name, value)
                VALUES ((SELECT id FROM party_thing WHERE uid = $uid), $position, $name, $value)
                """,
                ("uid", thing.Id.Value),
                ("position", position),
                ("name", field.Name),
                ("value", field.Value)
            );
    }

    /// <summary>Moves sites and things of one party to another, and notes which.</summary>
    internal static void Move(SqlSession session, long from, long to, MovedRows moved)
    {
        foreach (var (table, name) in Moved)
        {
            moved[name] = [.. session.All(Select(table), r => r.GetInt64(0), ("party", from))];
            session.Run(Update(table), ("to", to), ("from", from));
        }
    }

    /// <summary>Brings back what a merge moved, where it has not gone elsewhere since.</summary>
    internal static void MoveBack(SqlSession session, long kept, long gone, MovedRows moved)
    {
        foreach (var (table, name) in Moved)
        foreach (var row in moved.GetValueOrDefault(name) ?? [])
            session.Run(Back(table), ("gone", gone), ("id", row), ("kept", kept));
    }

    private static readonly (bool Things, string Name)[] Moved = [(false, "Sites"), (true, "Things")];

    private static string Select(bool things) =>
        things ? "SELECT id FROM party_thing WHERE party = $party" : "SELECT id FROM party_site WHERE party = $party";

    private static string Update(bool things) =>
        things
            ? "UPDATE party_thing SET party = $to WHERE party = $from"
            : "UPDATE party_site SET party = $to WHERE party = $from";

    private static string Back(bool things) =>
        things
            ? "UPDATE party_thing SET party = $gone WHERE id = $id AND party = $kept"
            : "UPDATE party_site SET party = $gone WHERE id = $id AND party = $kept";

    internal static PartyThing Row(SqlSession session, SqliteDataReader r)
    {
        var key = r.GetInt64(0);
        ImmutableArray<ThingField> fields =
        [
            .. session.All(
                "SELECT name, value FROM party_thing_field WHERE thing = $thing ORDER BY position",
                f => new ThingField(f.GetString(0), f.GetString(1)),
                ("thing", key)
            ),
        ];
        return new(
            new ThingId(r.GetUid(1)),
            new PartyId(r.GetUid(2)),
            r.GetUidOrNull(3),
            r.GetString(4),
            r.GetString(5),
            r.GetString(6),
            r.GetString(7),
            fields,
            r.GetBoolean(8)
        );
    }
}
