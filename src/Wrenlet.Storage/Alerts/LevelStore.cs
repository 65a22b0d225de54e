using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Alerts;

/// <summary>How much each person wants to hear of which place, and who follows what.</summary>
public static class LevelStore
{
    /// <summary>
    /// Levels of those who set one for a conversation or for its docket; the conversation's comes first. Others want
    /// everything.
    /// </summary>
    public static Dictionary<PersonId, Level> At(SqlSession session, long conversation) =>
        session
            .All(
                """
                SELECT p.uid, a.level FROM alert_level a JOIN person p ON p.id = a.person
                WHERE a.conversation = $conversation
                  OR a.docket = (SELECT docket FROM conversation WHERE id = $conversation)
                  ORDER BY a.conversation IS NULL
                """,
                r => (Person: new PersonId(r.GetUid(0)), Level: StoredWords.Levels.Read(r.GetString(1))),
                ("conversation", conversation)
            )
            .DistinctBy(l => l.Person)
            .ToDictionary(l => l.Person, l => l.Level);

    /// <summary>
    /// Levels of those who set one for a conversation, for its docket, or for a docket itself; the conversation's comes
    /// first. Others want everything.
    /// </summary>
    public static Dictionary<PersonId, Level> At(SqlSession session, ConversationId? conversation, DocketId? docket) =>
        session
            .All(
                """
                SELECT p.uid, a.level FROM alert_level a JOIN person p ON p.id = a.person
                WHERE a.conversation = (SELECT id FROM conversation WHERE uid = $conversation)
                  OR a.docket = (SELECT docket FROM conversation WHERE uid = $conversation)
                  OR a.docket = (SELECT id FROM docket WHERE uid = $docket)
                  ORDER BY a.conversation IS NULL
                """,
                r => (Person: new PersonId(r.GetUid(0)), Level: StoredWords.Levels.Read(r.GetString(1))),
                ("conversation", conversation?.Value),
                ("docket", docket?.Value)
            )
            .DistinctBy(l => l.Person)
            .ToDictionary(l => l.Person, l => l.Level);

    /// <summary>
    /// What a person chose for a conversation itself and for a docket itself; null where they chose nothing.
    /// </summary>
    public static Level? Of(SqlSession session, PersonId person, ConversationId? conversation, DocketId? docket) =>
        session.First<Level?>(
            """
            SELECT level FROM alert_level WHERE person = (SELECT id FROM person WHERE uid = $person)
              AND conversation IS (SELECT id FROM conversation WHERE uid = $conversation)
                AND docket IS (SELECT id FROM docket WHERE uid = $docket)
            """,
            r => StoredWords.Levels.Read(r.GetString(0)),
            ("person", person.Value),
            ("conversation", conversation?.Value),
            ("docket", docket?.Value)
        );

    /// <summary>Sets what a person wants to hear of a conversation or of a docket; null for what is usual.</summary>
    public static void Set(
        SqlSession session,
        PersonId person,
        ConversationId? conversation,
        DocketId? docket,
        Level? level
    )
    {
        session.Run(
            """
            DELETE FROM alert_level WHERE person = (SELECT id FROM person WHERE uid = $person)
              AND conversation IS (SELECT id FROM conversation WHERE uid = $conversation)
                AND docket IS (SELECT id FROM docket WHERE uid = $docket)
            """,
            ("person", person.Value),
            ("conversation", conversation?.Value),
            ("docket", docket?.Value)
        );
        if (level is { } wanted)
        {
            session.Run(
                """
                INSERT INTO alert_level (person, conversation, docket, level)
                VALUES ((SELECT id FROM person WHERE uid = $person),
                  (SELECT id FROM conversation WHERE uid = $conversation), (SELECT id FROM docket WHERE uid = $docket),
                  $level)
                """,
                ("person", person.Value),
                ("conversation", conversation?.Value),
                ("docket", docket?.Value),
                ("level", StoredWords.Levels.Of(wanted))
            );
        }
    }

    /// <summary>Who follows a docket without owning it.</summary>
    public static List<PersonId> FollowersOf(SqlSession session, DocketId docket) =>
        session.All(
            "SELECT p.uid FROM follow f JOIN person p ON p.id = f.person WHERE f.docket = (SELECT id FROM docket WHERE uid = $docket)",
            r => new PersonId(r.GetUid(0)),
            ("docket", docket.Value)
        );

    /// <summary>Follows a docket, or no more.</summary>
    public static void Follow(SqlSession session, PersonId person, DocketId docket, bool follows) =>
        session.Run(
            follows
                ? "INSERT INTO follow (person, docket) VALUES ((SELECT id FROM person WHERE uid = $person), (SELECT "
                    + "id FROM docket WHERE uid = $docket)) ON CONFLICT DO NOTHING"
                : "DELETE FROM follow WHERE person = (SELECT id FROM person WHERE uid = $person) AND docket = (SELECT "
                    + "id FROM docket WHERE uid = $docket)",
            ("person", person.Value),
            ("docket", docket.Value)
        );
}
