using System.Text.Json;
using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.People;

/// <summary>Two parties that were found to be one.</summary>
/// <param name="Undone">When that was taken back; null while it stands.</param>
public sealed record PartyMerge(
    Guid Id,
    Instant At,
    PersonId By,
    PartyId Kept,
    PartyId Gone,
    string GoneName,
    Instant? Undone
);

/// <summary>What a merge has moved, by the parts that it belongs to: keys of rows.</summary>
public sealed class MovedRows : Dictionary<string, long[]>;

/// <summary>Puts two parties together, and apart again.</summary>
public static class MergeStore
{
    private const string People = "People";

    /// <summary>Moves the people of one party to another, and notes who has moved.</summary>
    public static void Merge(SqlSession session, PartyId kept, PartyId gone, MovedRows moved)
    {
        var (to, from) = (KeyOf(session, kept), KeyOf(session, gone));
        moved[People] =
        [
            .. session.All("SELECT id FROM person WHERE party = $party", r => r.GetInt64(0), ("party", from)),
        ];
        session.Run("UPDATE person SET party = $to WHERE party = $from", ("to", to), ("from", from));
        PartyCardStore.Move(session, from, to, moved);
        session.Run("UPDATE party SET merged_into = $to WHERE id = $from", ("to", to), ("from", from));
    }

    /// <summary>Keeps a merge with all that it has moved, so that <see cref="Find"/> brings back just that.</summary>
    public static void Add(
        SqlSession session,
        Guid id,
        PartyId kept,
        PartyId gone,
        MovedRows moved,
        PersonId by,
        Instant at
    ) =>
        session.Run(
            """
            INSERT INTO party_merge (uid, at, made_by, kept, gone, moved)
            VALUES ($uid, $at, (SELECT id FROM person WHERE uid = $by), $kept, $gone, $moved)
            """,
            ("uid", id),
            ("at", at),
            ("by", by.Value),
            ("kept", KeyOf(session, kept)),
            ("gone", KeyOf(session, gone)),
            ("moved", JsonSerializer.Serialize(moved))
        );

    /// <summary>A merge that still stands, and what it has moved; null when there is none.</summary>
    public static (PartyId Kept, PartyId Gone, MovedRows Moved)? Find(SqlSession session, Guid id) =>
        session.First<(PartyId, PartyId, MovedRows)?>(
            """
            SELECT k.uid, g.uid, m.moved FROM party_merge m
              JOIN party k ON k.id = m.kept JOIN party g ON g.id = m.gone
            WHERE m.uid = $uid AND m.undone IS NULL
            """,
            r =>
                (
                    new PartyId(r.GetUid(0)),
                    new PartyId(r.GetUid(1)),
                    JsonSerializer.Deserialize<MovedRows>(r.GetString(2))!
                ),
            ("uid", id)
        );

    /// <summary>Brings back the people that a merge moved, where they have not gone elsewhere since.</summary>
    public static void Undo(SqlSession session, Guid id, PartyId kept, PartyId gone, MovedRows moved, Instant at)
    {
        var (to, from) = (KeyOf(session, kept), KeyOf(session, gone));
        session.Run("UPDATE party SET merged_into = NULL WHERE id = $gone", ("gone", from));
        foreach (var person in moved.GetValueOrDefault(People) ?? [])
            session.Run(
                "UPDATE person SET party = $gone WHERE id = $id AND party = $kept",
                ("gone", from),
                ("id", person),
                ("kept", to)
            );
        PartyCardStore.MoveBack(session, to, from, moved);
        session.Run("UPDATE party_merge SET undone = $at WHERE uid = $uid", ("at", at), ("uid", id));
    }

    /// <summary>Merges into a party, newest first.</summary>
    public static List<PartyMerge> Of(SqlSession session, PartyId party) =>
        session.All(
            """
            SELECT m.uid, m.at, p.uid, k.uid, g.uid, g.name, m.undone FROM party_merge m
              JOIN person p ON p.id = m.made_by JOIN party k ON k.id = m.kept JOIN party g ON g.id = m.gone
            WHERE k.uid = $party AND m.undone IS NULL ORDER BY m.id DESC
            """,
            r => new PartyMerge(
                r.GetUid(0),
                r.GetMoment(1),
                new PersonId(r.GetUid(2)),
                new PartyId(r.GetUid(3)),
                new PartyId(r.GetUid(4)),
                r.GetString(5),
                r.GetMomentOrNull(6)
            ),
            ("party", party.Value)
        );

    private static long KeyOf(SqlSession session, PartyId party) =>
        session.Number("SELECT id FROM party WHERE uid = $uid", ("uid", party.Value))
        ?? throw new InvalidOperationException("A party that is merged must be there.");
}
