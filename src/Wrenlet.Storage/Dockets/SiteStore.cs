using System.Collections.Immutable;
using Wrenlet.Core.Dockets;

namespace Wrenlet.Storage.Dockets;

/// <summary>The firm's sites.</summary>
public static class SiteStore
{
    /// <summary>All of them by name, retired ones among them.</summary>
    public static ImmutableArray<Site> All(SqlSession session) =>
        [
            .. session.All(
                "SELECT uid, name, address, zone, calendar, retired FROM site ORDER BY name",
                r => new Site(
                    r.GetUid(0),
                    r.GetString(1),
                    r.GetString(2),
                    r.GetString(3),
                    r.GetString(4),
                    r.GetBoolean(5)
                )
            ),
        ];

    /// <summary>Writes a site; one that is renamed is renamed in all dockets, queues and kinds.</summary>
    public static void Put(SqlSession session, Site site)
    {
        ArgumentNullException.ThrowIfNull(site);
        var before = All(session).FirstOrDefault(s => s.Id == site.Id);
        session.Run(
            """
            INSERT INTO site (uid, name, address, zone, calendar, retired)
            VALUES ($uid, $name, $address, $zone, $hours, $retired)
            ON CONFLICT (uid) DO UPDATE SET name = excluded.name, address = excluded.address, zone = excluded.zone,
              calendar = excluded.calendar, retired = excluded.retired
            """,
            ("uid", site.Id),
            ("name", site.Name),
            ("address", site.Address),
            ("zone", site.Zone),
            ("hours", site.Hours),
            ("retired", site.Retired)
        );
        if (before is null || before.Name == site.Name)
            return;
        foreach (
            var sql in (string[])
                [
                    "UPDATE docket SET site = $now WHERE site = $before COLLATE NOCASE",
                    "UPDATE queue SET site = $now WHERE site = $before COLLATE NOCASE",
                    "UPDATE kind SET site = $now WHERE site = $before COLLATE NOCASE",
                ]
        )
            session.Run(sql, ("now", site.Name), ("before", before.Name));
    }
}
