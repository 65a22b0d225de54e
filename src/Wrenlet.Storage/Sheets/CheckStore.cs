using System.Globalization;
using System.Text.Json;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;

namespace Wrenlet.Storage.Sheets;

/// <summary>The checks of a table.</summary>
/// <param name="Who">The column that names whom to ask; null for none.</param>
/// <param name="Version">One more each time they change; 0 while there are none.</param>
public sealed record TableCheckSetting(IReadOnlyList<ColumnCheck> Checks, string? Who, int Version);

/// <summary>A value that somebody was asked about.</summary>
/// <param name="Revision">The revision in which it stood.</param>
/// <param name="Row">Where, from 0 below the names.</param>
/// <param name="Value">What stood there then.</param>
/// <param name="Entry">The entry that asks.</param>
/// <param name="EntryKey">Its key.</param>
public sealed record CellQuestion(
    long Key,
    int Revision,
    int Row,
    int Column,
    string Value,
    PersonId Person,
    EntryId Entry,
    long EntryKey,
    Instant At
);

/// <summary>What is looked for in tables, and what was asked about their values.</summary>
public static class CheckStore
{
    /// <summary>What is looked for in a table.</summary>
    public static TableCheckSetting Of(SqlSession session, KeptSheet sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        var (who, version) = session
            .All(
                "SELECT who, version FROM sheet_check_setting WHERE sheet = $sheet",
                r => (r.GetTextOrNull(0), r.GetInt32(1)),
                ("sheet", sheet.Key)
            )
            .FirstOrDefault();
        return new(
            session.All(
                "SELECT name, kind, bound, grouped_by, parts FROM sheet_check WHERE sheet = $sheet ORDER BY position",
                r => new ColumnCheck(
                    r.GetString(0),
                    StoredWords.CheckKinds.Read(r.GetString(1)),
                    decimal.Parse(r.GetString(2), CultureInfo.InvariantCulture),
                    r.GetTextOrNull(3),
                    [.. JsonSerializer.Deserialize<string[]>(r.GetString(4))!]
                ),
                ("sheet", sheet.Key)
            ),
            who,
            version
        );
    }

    /// <summary>Writes what is looked for, in place of all that was.</summary>
    public static void Set(SqlSession session, KeptSheet sheet, IEnumerable<ColumnCheck> checks, string? who)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(checks);
        session.Run("DELETE FROM sheet_check WHERE sheet = $sheet", ("sheet", sheet.Key));
        foreach (var (i, check) in checks.Index())
            session.Run(
                """
                INSERT INTO sheet_check (sheet, position, name, kind, bound, grouped_by, parts)
                VALUES ($sheet, $position, $name, $kind, $bound, $group, $parts)
                """,
                ("sheet", sheet.Key),
                ("position", i),
                ("name", check.Column),
                ("kind", StoredWords.CheckKinds.Of(check.Kind)),
                ("bound", check.Limit.ToString(CultureInfo.InvariantCulture)),
                ("group", check.Group),
                ("parts", JsonSerializer.Serialize(check.Of.IsDefault ? [] : check.Of))
            );
        session.Run(
            """
            INSERT INTO sheet_check_setting (sheet, who) VALUES ($sheet, $who)
            ON CONFLICT (sheet) DO UPDATE SET who = excluded.who, version = version + 1
            """,
            ("sheet", sheet.Key),
            ("who", who)
        );
    }

    /// <summary>Says that somebody was asked about a value.</summary>
    public static void Ask(
        SqlSession session,
        KeptSheet sheet,
        int revision,
        Unexplained value,
        PersonId person,
        long entry,
        Instant at
    )
    {
        ArgumentNullException.ThrowIfNull(sheet);
        session.Run(
            """
            INSERT INTO cell_question (sheet, revision, cell_row, cell_column, value, person, entry, at)
            VALUES ($sheet, $revision, $row, $column, $value, (SELECT id FROM person WHERE uid = $person), $entry, $at)
            """,
            ("sheet", sheet.Key),
            ("revision", revision),
            ("row", value.Row),
            ("column", value.Column),
            ("value", value.Value),
            ("person", person.Value),
            ("entry", entry),
            ("at", at)
        );
    }

    /// <summary>What was asked about the values of a table, the oldest first.</summary>
    public static List<CellQuestion> Questions(SqlSession session, KeptSheet sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        return session.All(
            """
            SELECT q.id, q.revision, q.cell_row, q.cell_column, q.value, p.uid, e.uid, e.id, q.at
            FROM cell_question q JOIN person p ON p.id = q.person JOIN entry e ON e.id = q.entry
            WHERE q.sheet = $sheet AND e.removed IS NULL ORDER BY q.id
            """,
            r => new CellQuestion(
                r.GetInt64(0),
                r.GetInt32(1),
                r.GetInt32(2),
                r.GetInt32(3),
                r.GetString(4),
                new PersonId(r.GetUid(5)),
                new EntryId(r.GetUid(6)),
                r.GetInt64(7),
                r.GetMoment(8)
            ),
            ("sheet", sheet.Key)
        );
    }
}
