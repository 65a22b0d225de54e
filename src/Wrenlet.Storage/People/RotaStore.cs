using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.People;

/// <summary>Rotas of crews, and who asks whom to take a turn.</summary>
public static class RotaStore
{
    private const string Swaps = """
        SELECT s.uid, l.uid, s.slot, f.uid, t.uid, s.in_return, s.state, s.at FROM duty_swap s
          JOIN rota_line l ON l.id = s.line JOIN person f ON f.id = s.from_person JOIN person t ON t.id = s.to_person
        """;

    /// <summary>The rotas of a crew, or of all crews, by name. Whoever has left the firm or the crew has no turn.</summary>
    /// <param name="session">Where to read.</param>
    /// <param name="crew">The crew; null for all.</param>
    public static List<RotaLine> Lines(SqlSession session, CrewId? crew) =>
        session.All(
            """
            SELECT l.id, l.uid, c.uid, l.name, l.span, l.start_day, l.start_minute, l.end_day, l.end_minute, l.first_day
            FROM rota_line l JOIN crew c ON c.id = l.crew WHERE ($crew IS NULL OR c.uid = $crew) AND c.retired = 0
            ORDER BY l.name, l.id
            """,
            r => new RotaLine(
                r.GetUid(1),
                new CrewId(r.GetUid(2)),
                r.GetString(3),
                StoredWords.DutySpans.Read(r.GetString(4)),
                (IsoDayOfWeek)r.GetInt32(5),
                At(r.GetInt32(6)),
                (IsoDayOfWeek)r.GetInt32(7),
                At(r.GetInt32(8)),
                LocalDatePattern.Iso.Parse(r.GetString(9)).Value,
                [
                    .. session.All(
                        "SELECT p.uid FROM rota_turn t JOIN person p ON p.id = t.person JOIN crew_member m "
                            + "ON m.person = p.id AND m.crew = (SELECT crew FROM rota_line WHERE id = $line) "
                            + "WHERE t.line = $line AND p.left_at IS NULL AND p.joined_into IS NULL ORDER BY t.position",
                        t => new PersonId(t.GetUid(0)),
                        ("line", r.GetInt64(0))
                    ),
                ]
            ),
            ("crew", crew?.Value)
        );

    /// <summary>Writes a rota, new or changed.</summary>
    public static void Put(SqlSession session, RotaLine line)
    {
        ArgumentNullException.ThrowIfNull(line);
        session.Run(
            """
            INSERT INTO rota_line (uid, crew, name, span, start_day, start_minute, end_day, end_minute, first_day)
            VALUES ($uid, (SELECT id FROM crew WHERE uid = $crew), $name, $span, $startDay, $start, $endDay, $end, $first)
            ON CONFLICT (uid) DO UPDATE SET name = excluded.name, span = excluded.span, start_day = excluded.start_day,
              start_minute = excluded.start_minute, end_day = excluded.end_day, end_minute = excluded.end_minute,
              first_day = excluded.first_day
            """,
            ("uid", line.Id),
            ("crew", line.Crew.Value),
            ("name", line.Name),
            ("span", StoredWords.DutySpans.Of(line.Span)),
            ("startDay", (int)line.StartDay),
            ("start", Minute(line.Starts)),
            ("endDay", (int)line.EndDay),
            ("end", Minute(line.Ends)),
            ("first", LocalDatePattern.Iso.Format(line.First))
        );
        session.Run("DELETE FROM rota_turn WHERE line = (SELECT id FROM rota_line WHERE uid = $uid)", ("uid", line.Id));
        foreach (var (position, person) in line.Turns.Index())
            session.Run(
                """
                INSERT INTO rota_turn (line, position, person)
                VALUES ((SELECT id FROM rota_line WHERE uid = $uid), $position, (SELECT id FROM person WHERE uid = $person))
                """,
                ("uid", line.Id),
                ("position", position),
                ("person", person.Value)
            );
    }

    /// <summary>Removes a rota with its swaps.</summary>
    public static void Remove(SqlSession session, Guid line)
    {
        foreach (var table in new[] { "duty_swap", "rota_turn" })
            session.Run($"DELETE FROM {table} WHERE line = (SELECT id FROM rota_line WHERE uid = $uid)", ("uid", line));
        session.Run("DELETE FROM rota_line WHERE uid = $uid", ("uid", line));
    }

    /// <summary>Swaps of which a turn begins on a day or later, those asked last at the end.</summary>
    public static List<DutySwap> SwapsFrom(SqlSession session, LocalDate day) =>
        session.All(
            $"{Swaps} WHERE s.slot >= $day OR s.in_return >= $day ORDER BY s.id",
            Swap,
            ("day", LocalDatePattern.Iso.Format(day))
        );

    /// <summary>A swap; null where there is none.</summary>
    public static DutySwap? FindSwap(SqlSession session, Guid id) =>
        session.First($"{Swaps} WHERE s.uid = $uid", Swap, ("uid", id));

    /// <summary>Writes a swap that is asked for; a repeat is one.</summary>
    public static void Add(SqlSession session, DutySwap swap)
    {
        ArgumentNullException.ThrowIfNull(swap);
        session.Run(
            """
            INSERT INTO duty_swap (uid, line, slot, from_person, to_person, in_return, state, at)
            VALUES ($uid, (SELECT id FROM rota_line WHERE uid = $line), $slot, (SELECT id FROM person WHERE uid = $from),
              (SELECT id FROM person WHERE uid = $to), $return, $state, $at) ON CONFLICT (uid) DO NOTHING
            """,
            ("uid", swap.Id),
            ("line", swap.Line),
            ("slot", LocalDatePattern.Iso.Format(swap.Slot)),
            ("from", swap.From.Value),
            ("to", swap.To.Value),
            ("return", swap.InReturn is { } day ? LocalDatePattern.Iso.Format(day) : null),
            ("state", StoredWords.SwapStates.Of(swap.State)),
            ("at", swap.At)
        );
    }

    /// <summary>Says how a swap was answered.</summary>
    public static void SetState(SqlSession session, Guid swap, SwapState state, Instant at) =>
        session.Run(
            "UPDATE duty_swap SET state = $state, at = $at WHERE uid = $uid",
            ("state", StoredWords.SwapStates.Of(state)),
            ("at", at),
            ("uid", swap)
        );

    private static DutySwap Swap(Microsoft.Data.Sqlite.SqliteDataReader r) =>
        new(
            r.GetUid(0),
            r.GetUid(1),
            LocalDatePattern.Iso.Parse(r.GetString(2)).Value,
            new PersonId(r.GetUid(3)),
            new PersonId(r.GetUid(4)),
            r.GetTextOrNull(5) is { } day ? LocalDatePattern.Iso.Parse(day).Value : null,
            StoredWords.SwapStates.Read(r.GetString(6)),
            r.GetMoment(7)
        );

    private static LocalTime At(int minute) => LocalTime.Midnight.PlusMinutes(minute);

    private static int Minute(LocalTime time) => (time.Hour * 60) + time.Minute;
}
