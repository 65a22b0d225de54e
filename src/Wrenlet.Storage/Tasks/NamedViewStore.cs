using Wrenlet.Core.People;

namespace Wrenlet.Storage.Tasks;

/// <summary>A way of looking at tasks or dockets that was given a name.</summary>
/// <param name="Settings">What is shown and how, in words of the client (JSON).</param>
public sealed record NamedView(Guid Id, PersonId Owner, string Name, bool Shared, string Settings)
{
    /// <summary>Where it stands: one that is shared with all staff, another with its owner.</summary>
    public Place Place => Shared ? new Place.Firm() : new Place.Own(Owner);
}

/// <summary>Named ways of looking at tasks and dockets.</summary>
public static class NamedViewStore
{
    /// <summary>A person's own, and those that others share.</summary>
    /// <param name="session">Where to read.</param>
    /// <param name="about">tasks or dockets.</param>
    /// <param name="person">Whose.</param>
    public static List<NamedView> For(SqlSession session, string about, PersonId person) =>
        session.All(
            "SELECT v.uid, p.uid, v.name, v.shared, v.settings FROM task_view v JOIN person p ON p.id = v.person "
                + "WHERE v.about = $about AND (v.shared = 1 OR p.uid = $person) ORDER BY v.name, v.id",
            Row,
            ("about", about),
            ("person", person.Value)
        );

    /// <summary>A view and what it is about, tasks or dockets; null where there is none.</summary>
    public static (NamedView View, string About)? Find(SqlSession session, Guid id) =>
        session.First("SELECT about FROM task_view WHERE uid = $uid", r => r.GetString(0), ("uid", id)) is { } about
        && Find(session, about, id) is { } view
            ? (view, about)
            : null;

    public static NamedView? Find(SqlSession session, string about, Guid id) =>
        session.First(
            "SELECT v.uid, p.uid, v.name, v.shared, v.settings FROM task_view v JOIN person p ON p.id = v.person WHERE v.uid = $uid "
                + "AND v.about = $about",
            Row,
            ("uid", id),
            ("about", about)
        );

    public static void Put(SqlSession session, string about, NamedView view) =>
        session.Run(
            """
            INSERT INTO task_view (uid, about, person, name, shared, settings)
              VALUES ($uid, $about, (SELECT id FROM person WHERE uid = $person), $name, $shared, $settings)
            ON CONFLICT (uid) DO UPDATE SET name = excluded.name, shared = excluded.shared, settings = excluded.settings
            """,
            ("uid", view.Id),
            ("about", about),
            ("person", view.Owner.Value),
            ("name", view.Name),
            ("shared", view.Shared),
            ("settings", view.Settings)
        );

    public static void Remove(SqlSession session, Guid id) =>
        session.Run("DELETE FROM task_view WHERE uid = $uid", ("uid", id));

    private static NamedView Row(Microsoft.Data.Sqlite.SqliteDataReader r) =>
        new(r.GetUid(0), new PersonId(r.GetUid(1)), r.GetString(2), r.GetBoolean(3), r.GetString(4));
}
