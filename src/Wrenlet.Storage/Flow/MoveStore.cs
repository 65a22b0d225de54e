using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Flow;

/// <summary>Moves of dockets from stage to stage.</summary>
public static class MoveStore
{
    private const string Select = """
        SELECT m.id, d.uid, f.uid, t.uid, p.uid, m.at, m.settles, m.line, m.reason, m.depth, m.state
        FROM stage_move m JOIN docket d ON d.id = m.docket JOIN stage f ON f.id = m.from_stage
          JOIN stage t ON t.id = m.to_stage JOIN person p ON p.id = m.person
        """;

    /// <summary>Writes a move down.</summary>
    /// <returns>The move with its number.</returns>
    public static KeptMove Add(SqlSession session, KeptMove move, IReadOnlyCollection<ChangedStep>? changed = null)
    {
        ArgumentNullException.ThrowIfNull(session);
        ArgumentNullException.ThrowIfNull(move);
        session.Run(
            """
            INSERT INTO stage_move (docket, from_stage, to_stage, person, at, settles, line, reason, depth, changed, state)
            VALUES ((SELECT id FROM docket WHERE uid = $docket), (SELECT id FROM stage WHERE uid = $from),
              (SELECT id FROM stage WHERE uid = $to), (SELECT id FROM person WHERE uid = $by), $at, $settles, $line,
              $reason, $depth, $changed, $state)
            """,
            ("docket", move.Docket.Value),
            ("from", move.From.Value),
            ("to", move.To.Value),
            ("by", move.By.Value),
            ("at", move.At),
            ("settles", move.Settles),
            ("line", move.Line.Value),
            ("reason", move.Reason),
            ("depth", move.Depth),
            ("changed", RuleForms.Write(changed ?? [])),
            ("state", StoredWords.MoveStates.Of(move.State))
        );
        return move with { Number = session.Number("SELECT last_insert_rowid()")!.Value };
    }

    /// <summary>The last move of a docket; null where it was never moved.</summary>
    public static KeptMove? LastOf(SqlSession session, DocketId docket)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.First(
            $"{Select} WHERE m.docket = (SELECT id FROM docket WHERE uid = $docket) ORDER BY m.id DESC LIMIT 1",
            Row,
            ("docket", docket.Value)
        );
    }

    /// <summary>Moves that can be undone no more, and of which nobody has been told yet; in their order.</summary>
    public static List<KeptMove> Due(SqlSession session, Instant now)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            $"{Select} WHERE m.state = 'waiting' AND m.settles <= $now ORDER BY m.id",
            Row,
            ("now", now)
        );
    }

    /// <summary>Moves since a moment that were not undone, in their order.</summary>
    public static List<KeptMove> Since(SqlSession session, Instant since)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            $"{Select} WHERE m.at >= $since AND m.state <> 'undone' ORDER BY m.at, m.id",
            Row,
            ("since", since)
        );
    }

    /// <summary>What whoever made a move changed of what rules will do.</summary>
    public static IReadOnlyList<ChangedStep> ChangedOf(SqlSession session, long move)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.First(
                "SELECT changed FROM stage_move WHERE id = $id",
                r => RuleForms.Read<List<ChangedStep>>(r.GetString(0)),
                ("id", move)
            ) ?? [];
    }

    /// <summary>Writes how a move stands.</summary>
    /// <returns>Whether it waited until now.</returns>
    public static bool Set(SqlSession session, long move, MoveState state)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.Run(
                "UPDATE stage_move SET state = $state WHERE id = $id AND state = 'waiting'",
                ("state", StoredWords.MoveStates.Of(state)),
                ("id", move)
            ) == 1;
    }

    private static KeptMove Row(SqliteDataReader r) =>
        new(
            r.GetInt64(0),
            new DocketId(r.GetUid(1)),
            new StageId(r.GetUid(2)),
            new StageId(r.GetUid(3)),
            new PersonId(r.GetUid(4)),
            r.GetMoment(5),
            r.GetMoment(6),
            new EntryId(r.GetUid(7)),
            r.GetString(8),
            r.GetInt32(9),
            StoredWords.MoveStates.Read(r.GetString(10))
        );
}
