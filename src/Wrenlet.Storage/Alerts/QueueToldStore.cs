using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;

namespace Wrenlet.Storage.Alerts;

/// <summary>What has been told of the clocks of conversations, so that each is told once.</summary>
public static class QueueToldStore
{
    /// <summary>How far the clock of each conversation had run down when it was told last, and of which waiting.</summary>
    public static Dictionary<ConversationId, (Instant Since, QueueMoment Moment)> All(SqlSession session) =>
        session
            .All(
                "SELECT c.uid, t.since, t.moment FROM queue_told t JOIN conversation c ON c.id = t.conversation",
                r =>
                    (
                        Id: new ConversationId(r.GetUid(0)),
                        Since: r.GetMoment(1),
                        Moment: r.GetString(2) == "late" ? QueueMoment.Late : QueueMoment.Soon
                    )
            )
            .ToDictionary(t => t.Id, t => (t.Since, t.Moment));

    /// <summary>Says what has been told of a conversation's clock.</summary>
    /// <param name="since">Since when the other side waits.</param>
    /// <param name="moment">Soon or late.</param>
    public static void Put(SqlSession session, long conversation, Instant since, QueueMoment moment) =>
        session.Run(
            "INSERT INTO queue_told (conversation, since, moment) VALUES ($conversation, $since, $moment) ON CONFLICT "
                + "(conversation) DO UPDATE SET since = excluded.since, moment = excluded.moment",
            ("conversation", conversation),
            ("since", since),
            ("moment", moment is QueueMoment.Late ? "late" : "soon")
        );
}
