using System.Collections.Immutable;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.People;

/// <summary>The firm's roles.</summary>
public static class RoleStore
{
    /// <summary>All roles, retired ones too.</summary>
    public static List<Role> All(SqlSession session)
    {
        var rights = session
            .All(
                "SELECT r.uid, g.name FROM role_right g JOIN role r ON r.id = g.role",
                r => (Role: new RoleId(r.GetUid(0)), Right: StoredWords.Rights.Read(r.GetString(1)))
            )
            .ToLookup(r => r.Role, r => r.Right);
        return session.All(
            "SELECT uid, name, retired FROM role ORDER BY id",
            r =>
            {
                var id = new RoleId(r.GetUid(0));
                return new Role(id, r.GetString(1), rights[id].ToImmutableHashSet(), r.GetBoolean(2));
            }
        );
    }

    /// <summary>Adds a role, or changes the one of that identity.</summary>
    public static void Put(SqlSession session, Role role)
    {
        ArgumentNullException.ThrowIfNull(role);
        session.Run(
            """
            INSERT INTO role (uid, name, retired) VALUES ($uid, $name, $retired)
            ON CONFLICT (uid) DO UPDATE SET name = $name, retired = $retired
            """,
            ("uid", role.Id.Value),
            ("name", role.Name),
            ("retired", role.Retired)
        );
        session.Run(
            "DELETE FROM role_right WHERE role = (SELECT id FROM role WHERE uid = $uid)",
            ("uid", role.Id.Value)
        );
        foreach (var right in role.Rights)
            session.Run(
                "INSERT INTO role_right (role, name) SELECT id, $right FROM role WHERE uid = $uid",
                ("right", StoredWords.Rights.Of(right)),
                ("uid", role.Id.Value)
            );
    }
}
