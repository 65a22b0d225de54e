using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Conversations;

/// <summary>What is filed of dockets' talk.</summary>
public static class FilingStore
{
    /// <summary>Files an entry, or files it otherwise; null takes it out of the record.</summary>
    public static void Put(SqlSession session, long entry, Filing? filing, Instant at)
    {
        session.Run(
            "UPDATE entry SET filed = $filed WHERE id = $entry",
            ("filed", filing is not null),
            ("entry", entry)
        );
        if (filing is null)
        {
            session.Run("DELETE FROM filing WHERE entry = $entry", ("entry", entry));
            return;
        }

        session.Run(
            """
            INSERT INTO filing (entry, kind, minutes, billable, made_by, at)
              VALUES ($entry, $kind, $minutes, $billable, (SELECT id FROM person WHERE uid = $by), $at)
            ON CONFLICT (entry) DO UPDATE
              SET kind = excluded.kind, minutes = excluded.minutes, billable = excluded.billable,
              made_by = excluded.made_by, at = excluded.at
            """,
            ("entry", entry),
            ("kind", StoredWords.FilingKinds.Of(filing.Kind)),
            ("minutes", filing.Minutes),
            ("billable", filing.Billable),
            ("by", filing.By.Value),
            ("at", at)
        );
    }

    /// <summary>How these entries are filed; those that are not are left out.</summary>
    public static Dictionary<long, Filing> Of(SqlSession session, IEnumerable<long> keys) =>
        session
            .All(
                "SELECT f.entry, f.kind, f.minutes, f.billable, p.uid FROM json_each($keys) k JOIN filing f ON "
                    + "f.entry = k.value JOIN person p ON p.id = f.made_by",
                r =>
                    (
                        Key: r.GetInt64(0),
                        Filing: new Filing(
                            StoredWords.FilingKinds.Read(r.GetString(1)),
                            r.GetInt32(2),
                            r.GetBoolean(3),
                            new PersonId(r.GetUid(4))
                        )
                    ),
                ("keys", $"[{string.Join(',', keys)}]")
            )
            .ToDictionary(f => f.Key, f => f.Filing);

    /// <summary>Keys of what is filed of a docket, oldest first.</summary>
    public static List<long> KeysOf(SqlSession session, DocketId docket) =>
        session.All(
            "SELECT e.id FROM docket d JOIN conversation c ON c.docket = d.id JOIN entry e ON e.conversation = c.id "
                + "AND e.filed = 1 WHERE d.uid = $docket ORDER BY e.id",
            r => r.GetInt64(0),
            ("docket", docket.Value)
        );
}
