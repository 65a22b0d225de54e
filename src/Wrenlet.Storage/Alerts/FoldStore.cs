using Wrenlet.Core.Alerts;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Alerts;

/// <summary>When what is over folds away, as each person has set it.</summary>
public static class FoldStore
{
    /// <summary>A person's rule for something; the usual one where they chose none.</summary>
    public static FoldRule Of(SqlSession session, PersonId person, Folded what) =>
        session.First(
            "SELECT days, most FROM fold_setting WHERE person = (SELECT id FROM person WHERE uid = $person) AND what = $what",
            r => (FoldRule?)new FoldRule(r.GetIntOrNull(0), r.GetIntOrNull(1)),
            ("person", person.Value),
            ("what", StoredWords.Foldeds.Of(what))
        ) ?? FoldRule.Usual(what);

    /// <summary>Writes a person's rule for something.</summary>
    public static void Put(SqlSession session, PersonId person, Folded what, FoldRule rule) =>
        session.Run(
            """
            INSERT INTO fold_setting (person, what, days, most)
            VALUES ((SELECT id FROM person WHERE uid = $person), $what, $days, $most)
            ON CONFLICT (person, what) DO UPDATE SET days = excluded.days, most = excluded.most
            """,
            ("person", person.Value),
            ("what", StoredWords.Foldeds.Of(what)),
            ("days", rule.Days),
            ("most", rule.Most)
        );
}
