using System.Collections.Immutable;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Tasks;

/// <summary>A column of a worklist.</summary>
/// <param name="Most">How many tasks it should hold at most; null for any number.</param>
/// <param name="Finishes">Whether what is put into it is done.</param>
public sealed record WorklistColumn(Guid Id, string Name, int? Most, bool Finishes);

/// <summary>A named list of tasks with its own columns: a person's own, a crew's or a docket's.</summary>
/// <param name="Person">Whose own it is; null for others.</param>
/// <param name="Crew">Whose crew's it is; null for others.</param>
/// <param name="Docket">The docket it belongs to, with its sight; null for others.</param>
/// <param name="Version">Counts its changes; the ETag.</param>
public sealed record Worklist(
    Guid Id,
    string Name,
    PersonId? Person,
    CrewId? Crew,
    (DocketId Id, DocketRef Ref, DocketSight Sight)? Docket,
    int Version,
    ImmutableArray<WorklistColumn> Columns
)
{
    /// <summary>Where it stands, for the rule of sight.</summary>
    public Place Place =>
        Docket is { } docket ? new Place.Inside(docket.Sight)
        : Person is { } own ? new Place.Own(own)
        : new Place.Firm();
}

/// <summary>Worklists and their columns.</summary>
public static class WorklistStore
{
    public static List<Worklist> All(SqlSession session) => Read(session, "");

    public static Worklist? Find(SqlSession session, Guid id) =>
        Read(session, "WHERE w.uid = $uid", ("uid", id)).FirstOrDefault();

    /// <summary>
    /// Writes a worklist with its columns; columns that are left out are gone, and what stood in them stands in none.
    /// </summary>
    /// <param name="version">The version it was changed on; 0 for a new one.</param>
    /// <returns>False when someone else has changed it since.</returns>
    public static bool Put(SqlSession session, Worklist list, int version)
    {
        if (version == 0)
        {
            session.Run(
                """
                INSERT INTO worklist (uid, name, person, crew, docket)
                VALUES ($uid, $name, (SELECT id FROM person WHERE uid = $person),
                  (SELECT id FROM crew WHERE uid = $crew), (SELECT id FROM docket WHERE uid = $docket))
                  ON CONFLICT (uid) DO NOTHING
                """,
                ("uid", list.Id),
                ("name", list.Name),
                ("person", list.Person?.Value),
                ("crew", list.Crew?.Value),
                ("docket", list.Docket?.Id.Value)
            );
        }
        else if (
            session.Run(
                "UPDATE worklist SET name = $name, version = version + 1 WHERE uid = $uid AND version = $version",
                ("name", list.Name),
                ("uid", list.Id),
                ("version", version)
            ) == 0
        )
        {
            return false;
        }

        var key = session.Number("SELECT id FROM worklist WHERE uid = $uid", ("uid", list.Id))!.Value;
        var kept = $"[{string.Join(',', list.Columns.Select(c => $"\"{c.Id:N}\""))}]";
        session.Run(
            "UPDATE task SET list_column = NULL WHERE list_column IN (SELECT id FROM worklist_column WHERE worklist = "
                + "$key AND lower(hex(uid)) NOT IN (SELECT value FROM json_each($kept)))",
            ("key", key),
            ("kept", kept)
        );
        session.Run(
            "DELETE FROM worklist_column WHERE worklist = $key AND lower(hex(uid)) NOT IN (SELECT value FROM json_each($kept))",
            ("key", key),
            ("kept", kept)
        );
        foreach (var (i, column) in list.Columns.Index())
            session.Run(
                """
                INSERT INTO worklist_column (uid, worklist, position, name, most, finishes)
                  VALUES ($uid, $list, $position, $name, $most, $finishes)
                ON CONFLICT (uid) DO UPDATE
                  SET position = excluded.position, name = excluded.name, most = excluded.most,
                  finishes = excluded.finishes
                """,
                ("uid", column.Id),
                ("list", key),
                ("position", i),
                ("name", column.Name),
                ("most", column.Most),
                ("finishes", column.Finishes)
            );
        return true;
    }

    /// <summary>Takes a worklist away; its tasks stay, in none.</summary>
    public static void Remove(SqlSession session, Guid id)
    {
        session.Run(
            "UPDATE task SET worklist = NULL, list_column = NULL, version = version + 1 WHERE worklist = (SELECT id "
                + "FROM worklist WHERE uid = $uid)",
            ("uid", id)
        );
        session.Run(
            "DELETE FROM worklist_column WHERE worklist = (SELECT id FROM worklist WHERE uid = $uid)",
            ("uid", id)
        );
        session.Run("DELETE FROM worklist WHERE uid = $uid", ("uid", id));
    }

    private static List<Worklist> Read(
        SqlSession session,
        string where,
        params ReadOnlySpan<(string Name, object? Value)> values
    )
    {
        var columns = session
            .All(
                "SELECT w.uid, c.uid, c.name, c.most, c.finishes FROM worklist_column c JOIN worklist w ON w.id = "
                    + "c.worklist ORDER BY c.worklist, c.position",
                r =>
                    (
                        List: r.GetUid(0),
                        Column: new WorklistColumn(r.GetUid(1), r.GetString(2), r.GetIntOrNull(3), r.GetBoolean(4))
                    )
            )
            .ToLookup(c => c.List, c => c.Column);
        return session.All(
            $"""
            SELECT w.uid, w.name, p.uid, k.uid, d.id, d.uid, d.ref, w.version FROM worklist w
            LEFT JOIN person p ON p.id = w.person LEFT JOIN crew k ON k.id = w.crew
              LEFT JOIN docket d ON d.id = w.docket {where} ORDER BY w.name, w.id
            """,
            r => new Worklist(
                r.GetUid(0),
                r.GetString(1),
                r.GetUidOrNull(2) is { } person ? new PersonId(person) : null,
                r.GetUidOrNull(3) is { } crew ? new CrewId(crew) : null,
                r.IsDBNull(4)
                    ? null
                    : (
                        new DocketId(r.GetUid(5)),
                        r.GetDocketRef(6),
                        Dockets.DocketStore.SightOfKey(session, r.GetInt64(4))
                    ),
                r.GetInt32(7),
                [.. columns[r.GetUid(0)]]
            ),
            values
        );
    }
}
