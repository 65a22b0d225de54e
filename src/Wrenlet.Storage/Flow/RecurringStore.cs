using Microsoft.Data.Sqlite;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Flow;

/// <summary>Dockets that are made again and again.</summary>
public static class RecurringStore
{
    private const string Select = """
        SELECT r.uid, t.uid, r.subject, r.site, o.uid, y.uid, q.uid, r.rule, r.first_day, r.next_day, r.hears, m.uid, b.uid, r.paused
        FROM recurring_docket r JOIN template t ON t.id = r.template JOIN person b ON b.id = r.made_by
          LEFT JOIN person o ON o.id = r.owner LEFT JOIN party y ON y.id = r.party LEFT JOIN queue q ON q.id = r.queue
          LEFT JOIN stock_reply m ON m.id = r.message
        """;

    /// <summary>All of them, the next to be made first.</summary>
    public static List<RecurringDocket> All(SqlSession session) =>
        session.All($"{Select} WHERE r.removed = 0 ORDER BY r.next_day IS NULL, r.next_day, r.id LIMIT 2000", Row);

    /// <summary>One of them; null where there is none.</summary>
    public static RecurringDocket? Find(SqlSession session, RecurringId id) =>
        session.First($"{Select} WHERE r.uid = $uid AND r.removed = 0", Row, ("uid", id.Value));

    /// <summary>Those of which one is to be made on a day or before.</summary>
    public static List<RecurringDocket> DueBy(SqlSession session, LocalDate day) =>
        session.All(
            $"{Select} WHERE r.next_day <= $day AND r.paused = 0 AND r.removed = 0 ORDER BY r.next_day, r.id LIMIT 200",
            Row,
            ("day", Day(day))
        );

    /// <summary>Writes one, new or changed.</summary>
    public static void Put(SqlSession session, RecurringDocket recurring)
    {
        ArgumentNullException.ThrowIfNull(recurring);
        session.Run(
            """
            INSERT INTO recurring_docket (uid, template, subject, site, owner, party, queue, rule, first_day, next_day, hears,
              message, made_by, paused)
            VALUES ($uid, (SELECT id FROM template WHERE uid = $template), $subject, $site,
              (SELECT id FROM person WHERE uid = $owner), (SELECT id FROM party WHERE uid = $party),
              (SELECT id FROM queue WHERE uid = $queue), $rule, $first, $next, $hears,
              (SELECT id FROM stock_reply WHERE uid = $message), (SELECT id FROM person WHERE uid = $by), $paused)
            ON CONFLICT (uid) DO UPDATE SET template = excluded.template, subject = excluded.subject, site = excluded.site,
              owner = excluded.owner, party = excluded.party, queue = excluded.queue, rule = excluded.rule,
              first_day = excluded.first_day, next_day = excluded.next_day, hears = excluded.hears,
              message = excluded.message, made_by = excluded.made_by, paused = excluded.paused
            """,
            ("uid", recurring.Id.Value),
            ("template", recurring.Template.Value),
            ("subject", recurring.Subject),
            ("site", recurring.Site),
            ("owner", recurring.Owner?.Value),
            ("party", recurring.Party?.Value),
            ("queue", recurring.Queue),
            ("rule", recurring.Rule),
            ("first", Day(recurring.First)),
            ("next", recurring.Next is { } next ? Day(next) : null),
            ("hears", StoredWords.PartyHears.Of(recurring.Hears)),
            ("message", recurring.Message),
            ("by", recurring.By.Value),
            ("paused", recurring.Paused)
        );
    }

    /// <summary>Ends one; the dockets that it made stay.</summary>
    public static void Remove(SqlSession session, RecurringId id) =>
        session.Run("UPDATE recurring_docket SET removed = 1 WHERE uid = $uid", ("uid", id.Value));

    /// <summary>Notes that a docket was made for a day.</summary>
    /// <returns>False when one was made for it already.</returns>
    public static bool AddMade(SqlSession session, RecurringId id, LocalDate day, DocketId docket) =>
        session.Run(
            """
            INSERT OR IGNORE INTO recurring_docket_made (recurring, day, docket)
            VALUES ((SELECT id FROM recurring_docket WHERE uid = $uid), $day, (SELECT id FROM docket WHERE uid = $docket))
            """,
            ("uid", id.Value),
            ("day", Day(day)),
            ("docket", docket.Value)
        ) > 0;

    /// <summary>Whether a docket was made for a day.</summary>
    public static bool IsMade(SqlSession session, RecurringId id, LocalDate day) =>
        session.Number(
            "SELECT 1 FROM recurring_docket_made WHERE recurring = (SELECT id FROM recurring_docket WHERE uid = $uid) AND day = $day",
            ("uid", id.Value),
            ("day", Day(day))
        )
            is not null;

    /// <summary>The docket that was made last; null where none was.</summary>
    public static DocketId? LastMade(SqlSession session, RecurringId id) =>
        session.First<DocketId?>(
            """
            SELECT d.uid FROM recurring_docket_made m JOIN docket d ON d.id = m.docket
            WHERE m.recurring = (SELECT id FROM recurring_docket WHERE uid = $uid) ORDER BY m.day DESC LIMIT 1
            """,
            r => new DocketId(r.GetUid(0)),
            ("uid", id.Value)
        );

    /// <summary>Moves those of one party to another.</summary>
    /// <returns>Keys of the rows that were moved, for <see cref="MovePartyBack"/>.</returns>
    public static long[] MoveParty(SqlSession session, PartyId from, PartyId to)
    {
        long[] moved =
        [
            .. session.All(
                "SELECT id FROM recurring_docket WHERE party = (SELECT id FROM party WHERE uid = $from)",
                r => r.GetInt64(0),
                ("from", from.Value)
            ),
        ];
        MovePartyBack(session, moved, from, to);
        return moved;
    }

    /// <summary>Moves rows of one party to another, where they have not gone elsewhere since.</summary>
    public static void MovePartyBack(SqlSession session, IEnumerable<long> rows, PartyId from, PartyId to)
    {
        ArgumentNullException.ThrowIfNull(rows);
        foreach (var row in rows)
            session.Run(
                """
                UPDATE recurring_docket SET party = (SELECT id FROM party WHERE uid = $to)
                WHERE id = $row AND party = (SELECT id FROM party WHERE uid = $from)
                """,
                ("to", to.Value),
                ("row", row),
                ("from", from.Value)
            );
    }

    private static string Day(LocalDate day) => LocalDatePattern.Iso.Format(day);

    private static LocalDate Day(string stored) => LocalDatePattern.Iso.Parse(stored).Value;

    private static RecurringDocket Row(SqliteDataReader r) =>
        new(
            new RecurringId(r.GetUid(0)),
            new TemplateId(r.GetUid(1)),
            r.GetString(2),
            r.GetString(3),
            r.GetUidOrNull(4) is { } owner ? new PersonId(owner) : null,
            r.GetUidOrNull(5) is { } party ? new PartyId(party) : null,
            r.GetUidOrNull(6),
            r.GetString(7),
            Day(r.GetString(8)),
            r.GetTextOrNull(9) is { } next ? Day(next) : null,
            StoredWords.PartyHears.Read(r.GetString(10)),
            r.GetUidOrNull(11),
            new PersonId(r.GetUid(12)),
            r.GetBoolean(13)
        );
}
