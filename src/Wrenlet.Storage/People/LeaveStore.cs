using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.People;

/// <summary>Who is away when, and who covers for them.</summary>
public static class LeaveStore
{
    /// <summary>Leave that has not ended before a day, by person and first day.</summary>
    public static List<Leave> From(SqlSession session, LocalDate day) =>
        session.All(
            """
            SELECT p.uid, l.first_day, l.last_day, c.uid, l.note FROM leave l JOIN person p ON p.id = l.person
              LEFT JOIN person c ON c.id = l.cover
            WHERE l.last_day >= $day ORDER BY p.id, l.first_day
            """,
            r => new Leave(
                new PersonId(r.GetUid(0)),
                LocalDatePattern.Iso.Parse(r.GetString(1)).Value,
                LocalDatePattern.Iso.Parse(r.GetString(2)).Value,
                r.GetUidOrNull(3) is { } cover ? new PersonId(cover) : null,
                r.GetString(4)
            ),
            ("day", LocalDatePattern.Iso.Format(day))
        );

    /// <summary>Writes leave; leave of the same person that begins on the same day is replaced.</summary>
    public static void Put(SqlSession session, Leave leave) =>
        session.Run(
            """
            INSERT INTO leave (person, first_day, last_day, cover, note)
            VALUES ((SELECT id FROM person WHERE uid = $person), $first, $last,
              (SELECT id FROM person WHERE uid = $cover), $note)
            ON CONFLICT (person, first_day) DO UPDATE
              SET last_day = excluded.last_day, cover = excluded.cover, note = excluded.note
            """,
            ("person", leave.Person.Value),
            ("first", LocalDatePattern.Iso.Format(leave.First)),
            ("last", LocalDatePattern.Iso.Format(leave.Last)),
            ("cover", leave.Cover?.Value),
            ("note", leave.Note)
        );

    /// <summary>Takes leave back.</summary>
    /// <returns>Whether there was any that began on that day.</returns>
    public static bool Remove(SqlSession session, PersonId person, LocalDate first) =>
        session.Run(
            "DELETE FROM leave WHERE person = (SELECT id FROM person WHERE uid = $person) AND first_day = $first",
            ("person", person.Value),
            ("first", LocalDatePattern.Iso.Format(first))
        ) == 1;
}
