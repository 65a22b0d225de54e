using Wrenlet.Core.People;

namespace Wrenlet.Storage.Conversations;

/// <summary>Who follows which conversation.</summary>
public static class FollowerStore
{
    /// <summary>Who follows a conversation.</summary>
    public static List<PersonId> FollowersOf(SqlSession session, long conversation) =>
        session.All(
            "SELECT p.uid FROM conversation_follower f JOIN person p ON p.id = f.person WHERE f.conversation = $id",
            r => new PersonId(r.GetUid(0)),
            ("id", conversation)
        );

    /// <summary>Follows a conversation, or no more.</summary>
    public static void Follow(SqlSession session, long conversation, PersonId person, bool follows) =>
        session.Run(
            follows
                ? "INSERT INTO conversation_follower (conversation, person) VALUES ($id, (SELECT id FROM person WHERE uid = "
                    + "$person)) ON CONFLICT DO NOTHING"
                : "DELETE FROM conversation_follower WHERE conversation = $id AND person = (SELECT id FROM person WHERE "
                    + "uid = $person)",
            ("id", conversation),
            ("person", person.Value)
        );
}
