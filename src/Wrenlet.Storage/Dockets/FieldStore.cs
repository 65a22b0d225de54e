using Wrenlet.Core.Dockets;

namespace Wrenlet.Storage.Dockets;

/// <summary>Fields of kinds, and what dockets hold in them.</summary>
public static class FieldStore
{
    /// <summary>What a docket holds, by field; what is empty is not there.</summary>
    public static Dictionary<FieldId, FieldValue> Of(SqlSession session, DocketId docket) =>
        session
            .All(
                """
                SELECT f.uid, v.stored, v.ordered FROM field_value v JOIN field f ON f.id = v.field
                WHERE v.docket = (SELECT id FROM docket WHERE uid = $docket)
                """,
                r =>
                    (
                        Field: new FieldId(r.GetUid(0)),
                        Value: new FieldValue(r.GetString(1), r.IsDBNull(2) ? null : r.GetDouble(2))
                    ),
                ("docket", docket.Value)
            )
            .ToDictionary(x => x.Field, x => x.Value);

    /// <summary>What all dockets hold in some fields, by the docket's key and field.</summary>
    public static ILookup<long, (FieldId Field, FieldValue Value)> OfAll(
        SqlSession session,
        IReadOnlyCollection<FieldId> fields
    )
    {
        ArgumentNullException.ThrowIfNull(fields);
        return fields
            .SelectMany(field =>
                session.All(
                    "SELECT docket, stored, ordered FROM field_value WHERE field = (SELECT id FROM field WHERE uid = $field)",
                    r =>
                        (
                            Docket: r.GetInt64(0),
                            Field: field,
                            Value: new FieldValue(r.GetString(1), r.IsDBNull(2) ? null : r.GetDouble(2))
                        ),
                    ("field", field.Value)
                )
            )
            .ToLookup(x => x.Docket, x => (x.Field, x.Value));
    }

    /// <summary>Writes what a docket holds in a field; null empties it.</summary>
    public static void Set(SqlSession session, DocketId docket, FieldId field, FieldValue? value)
    {
        if (value is not { } held)
        {
            session.Run(
                """
                DELETE FROM field_value WHERE docket = (SELECT id FROM docket WHERE uid = $docket)
                  AND field = (SELECT id FROM field WHERE uid = $field)
                """,
                ("docket", docket.Value),
                ("field", field.Value)
            );
            return;
        }

        session.Run(
            """
            INSERT INTO field_value (docket, field, stored, ordered)
            VALUES ((SELECT id FROM docket WHERE uid = $docket), (SELECT id FROM field WHERE uid = $field), $stored, $ordered)
            ON CONFLICT (docket, field) DO UPDATE SET stored = excluded.stored, ordered = excluded.ordered
            """,
            ("docket", docket.Value),
            ("field", field.Value),
            ("stored", held.Stored),
            ("ordered", held.Order)
        );
    }

    /// <summary>Writes the fields of a kind; what it no longer has is retired.</summary>
    internal static void Put(SqlSession session, Kind kind)
    {
        session.Run(
            "UPDATE field SET retired = 1, position = 1000 WHERE kind = (SELECT id FROM kind WHERE uid = $kind)",
            ("kind", kind.Id.Value)
        );
        foreach (var (position, field) in kind.Fields.Index())
        {
            session.Run(
                """
                INSERT INTO field (uid, kind, position, name, type, unit, needed_from, in_head, party_sees, retired)
                VALUES ($uid, (SELECT id FROM kind WHERE uid = $kind), $position, $name, $type, $unit,
                  (SELECT id FROM stage WHERE uid = $from), $head, $party, $retired)
                ON CONFLICT (uid) DO UPDATE SET position = excluded.position, name = excluded.name, unit = excluded.unit,
                  needed_from = excluded.needed_from, in_head = excluded.in_head, party_sees = excluded.party_sees,
                  retired = excluded.retired
                """,
                ("uid", field.Id.Value),
                ("kind", kind.Id.Value),
                ("position", position),
                ("name", field.Name),
                ("type", StoredWords.FieldTypes.Of(field.Type)),
                ("unit", field.Unit),
                ("from", field.NeededFrom?.Value),
                ("head", field.InHead),
                ("party", field.PartySees),
                ("retired", field.Retired)
            );
            session.Run(
                "UPDATE field_choice SET retired = 1, position = 1000 WHERE field = (SELECT id FROM field WHERE uid = $uid)",
                ("uid", field.Id.Value)
            );
            foreach (var (at, choice) in field.Choices.Index())
                session.Run(
                    """
                    INSERT INTO field_choice (field, uid, position, name, retired)
                    VALUES ((SELECT id FROM field WHERE uid = $field), $uid, $position, $name, $retired)
                    ON CONFLICT (field, uid) DO UPDATE
                      SET position = excluded.position, name = excluded.name, retired = excluded.retired
                    """,
                    ("field", field.Id.Value),
                    ("uid", choice.Id),
                    ("position", at),
                    ("name", choice.Name),
                    ("retired", choice.Retired)
                );
        }
    }
}
