using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Storage.People;

namespace Wrenlet.Storage.Dockets;

/// <summary>What of a party's things dockets are about.</summary>
public static class DocketThings
{
    /// <summary>The things that a docket is about, by name.</summary>
    public static List<PartyThing> Of(SqlSession session, DocketId docket) =>
        session.All(
            $"{PartyCardStore.Things} JOIN docket_thing x ON x.thing = t.id JOIN docket d ON d.id = x.docket "
                + "WHERE d.uid = $docket ORDER BY t.name COLLATE NOCASE, t.id",
            r => PartyCardStore.Row(session, r),
            ("docket", docket.Value)
        );

    /// <summary>Says what a docket is about.</summary>
    public static void Set(SqlSession session, DocketId docket, IEnumerable<ThingId> things)
    {
        ArgumentNullException.ThrowIfNull(things);
        session.Run(
            "DELETE FROM docket_thing WHERE docket = (SELECT id FROM docket WHERE uid = $docket)",
            ("docket", docket.Value)
        );
        foreach (var thing in things.Distinct())
            session.Run(
                """
                INSERT INTO docket_thing (docket, thing)
                SELECT d.id, t.id FROM docket d, party_thing t WHERE d.uid = $docket AND t.uid = $thing
                """,
                ("docket", docket.Value),
                ("thing", thing.Value)
            );
    }

    /// <summary>The dockets about a thing, the newest first, at most 200.</summary>
    public static List<DocketId> About(SqlSession session, ThingId thing) =>
        session.All(
            """
            SELECT d.uid FROM docket_thing x JOIN party_thing t ON t.id = x.thing JOIN docket d ON d.id = x.docket
            WHERE t.uid = $thing ORDER BY d.id DESC LIMIT 200
            """,
            r => new DocketId(r.GetUid(0)),
            ("thing", thing.Value)
        );
}
