using NodaTime;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Core.People;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations.Meetings;

/// <summary>The meetings to come that somebody has called.</summary>
internal sealed class MeetingHoldings : IHoldings
{
    private static readonly Duration Ahead = Duration.FromDays(800);

    public IEnumerable<Holding> Of(SqlSession session, PersonId person, Instant now) =>
        MeetingStore
            .Of(session, person, now, now + Ahead)
            .Where(m => m.Meeting.By == person)
            .Select(m => new Holding(
                "meeting",
                m.Id.Value,
                m.Meeting.Title,
                ConversationStore.Find(session, m.Conversation)!.Place
            ));

    /// <summary>A meeting that nobody else takes stays with whoever decides, so that somebody can move it or call it off.</summary>
    public void HandOn(Writing w, Holding holding, HandingOn step)
    {
        var kept = MeetingStore.Find(w.Session, new MeetingId(holding.Id))!;
        MeetingStore.SetBy(w.Session, kept, (step.Receiver(holding) ?? step.By).Id);
        var conversation = ConversationStore.Find(w.Session, kept.Conversation)!;
        w.Log(
            new Change(
                ChangeKinds.EntryChanged,
                kept.Entry.Value,
                conversation.Place,
                Thing.Working,
                step.At,
                step.By.Id,
                conversation.Docket?.Id,
                conversation.Id
            )
        );
    }
}
