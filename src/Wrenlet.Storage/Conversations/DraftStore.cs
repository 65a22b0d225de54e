using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Conversations;

/// <summary>Something being written that is not sent.</summary>
/// <param name="Doc">What the editor keeps, as it gave it.</param>
/// <param name="At">When it was kept.</param>
public sealed record StoredDraft(ConversationId Conversation, string? Docket, string Subject, string Doc, Instant At);

/// <summary>What each person is writing; one for each conversation, on all of their devices.</summary>
public static class DraftStore
{
    /// <summary>Keeps a draft; null takes it away.</summary>
    public static void Keep(SqlSession session, PersonId person, long conversation, string? doc, Instant at)
    {
        if (doc is null)
        {
            session.Run(
                "DELETE FROM draft WHERE person = (SELECT id FROM person WHERE uid = $person) AND conversation = $conversation",
                ("person", person.Value),
                ("conversation", conversation)
            );
            return;
        }

        session.Run(
            """
            INSERT INTO draft (person, conversation, doc, at)
              VALUES ((SELECT id FROM person WHERE uid = $person), $conversation, $doc, $at)
            ON CONFLICT (person, conversation) DO UPDATE SET doc = excluded.doc, at = excluded.at
            """,
            ("person", person.Value),
            ("conversation", conversation),
            ("doc", doc),
            ("at", at)
        );
    }

    /// <summary>All drafts of a person, the newest first.</summary>
    public static List<StoredDraft> Of(SqlSession session, PersonId person) =>
        session.All(
            """
            SELECT c.uid, d.ref, c.subject, x.doc, x.at FROM draft x
              JOIN conversation c ON c.id = x.conversation LEFT JOIN docket d ON d.id = c.docket
            WHERE x.person = (SELECT id FROM person WHERE uid = $person) ORDER BY x.at DESC
            """,
            r => new StoredDraft(
                new ConversationId(r.GetUid(0)),
                r.GetTextOrNull(1),
                r.GetString(2),
                r.GetString(3),
                r.GetMoment(4)
            ),
            ("person", person.Value)
        );
}
