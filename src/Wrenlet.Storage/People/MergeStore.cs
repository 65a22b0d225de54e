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

/// <summary>Puts two parties together, and apart again.</summary>
public static class MergeStore
{
    /// <param name="Sheets">Sheets that were shared with the one that is gone, and not with the one that is kept; null
    /// for merges of before there were sheets.</param>
    private sealed record Moved(long[] People, long[] Conversations, long[]? Sheets = null);

    /// <summary>
    /// Moves all of one party to another. What moved is kept, so that <see cref="Undo"/> brings back just that.
    /// </summary>
    public static void Merge(SqlSession session, Guid id, PartyId kept, PartyId gone, PersonId by, Instant at)
    {
        var (to, from) = (KeyOf(session, kept), KeyOf(session, gone));
        var moved = new Moved(
            [.. session.All("SELECT id FROM person WHERE party = $party", r => r.GetInt64(0), ("party", from))],
            [.. session.All("SELECT id FROM conversation WHERE party = $party", r => r.GetInt64(0), ("party", from))],
            [
                .. session.All(
                    "SELECT sheet FROM sheet_share WHERE party = $from AND sheet NOT IN (SELECT sheet FROM sheet_share WHERE party = $to)",
                    r => r.GetInt64(0),
                    ("from", from),
                    ("to", to)
                ),
            ]
        );
        session.Run("UPDATE person SET party = $to WHERE party = $from", ("to", to), ("from", from));
        session.Run("UPDATE conversation SET party = $to WHERE party = $from", ("to", to), ("from", from));
        foreach (var sheet in moved.Sheets!)
            session.Run(
                "UPDATE sheet_share SET party = $to WHERE sheet = $sheet AND party = $from",
                ("to", to),
                ("sheet", sheet),
                ("from", from)
            );
        session.Run("UPDATE party SET merged_into = $to WHERE id = $from", ("to", to), ("from", from));
        session.Run(
            "INSERT INTO party_merge (uid, at, made_by, kept, gone, moved) VALUES ($uid, $at, (SELECT id FROM person "
                + "WHERE uid = $by), $kept, $gone, $moved)",
            ("uid", id),
            ("at", at),
            ("by", by.Value),
            ("kept", to),
            ("gone", from),
            ("moved", JsonSerializer.Serialize(moved))
        );
    }

    /// <summary>Brings back what a merge moved, where it has not gone elsewhere since.</summary>
    /// <returns>Whether there was such a merge that still stood.</returns>
    public static bool Undo(SqlSession session, Guid id, Instant at)
    {
        var merge = session.First(
            "SELECT kept, gone, moved FROM party_merge WHERE uid = $uid AND undone IS NULL",
            r => ((long Kept, long Gone, string Moved)?)(r.GetInt64(0), r.GetInt64(1), r.GetString(2)),
            ("uid", id)
        );
        if (merge is not { } found)
            return false;
        var moved = JsonSerializer.Deserialize<Moved>(found.Moved)!;
        session.Run("UPDATE party SET merged_into = NULL WHERE id = $gone", ("gone", found.Gone));
        foreach (var person in moved.People)
            session.Run(
                "UPDATE person SET party = $gone WHERE id = $id AND party = $kept",
                ("gone", found.Gone),
                ("id", person),
                ("kept", found.Kept)
            );
        foreach (var conversation in moved.Conversations)
            session.Run(
                "UPDATE conversation SET party = $gone WHERE id = $id AND party = $kept",
                ("gone", found.Gone),
                ("id", conversation),
                ("kept", found.Kept)
            );
        foreach (var sheet in moved.Sheets ?? [])
            session.Run(
                "UPDATE sheet_share SET party = $gone WHERE sheet = $sheet AND party = $kept",
                ("gone", found.Gone),
                ("sheet", sheet),
                ("kept", found.Kept)
            );
        session.Run("UPDATE party_merge SET undone = $at WHERE uid = $uid", ("at", at), ("uid", id));
        return true;
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
