using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Alerts;

/// <summary>Tells people of their meetings.</summary>
internal sealed class TellsOfMeetings(Telling telling)
    : IHandles<MeetingAnswered>,
        IHandles<MeetingChanged>,
        IHandles<MeetingSoon>
{
    /// <summary>Who invited.</summary>
    public void Handle(Writing w, MeetingAnswered happening)
    {
        var (kept, conversation, by, words, at) = happening;
        telling.Tell(w, [new Alert(kept.Meeting.By, AlertReason.OwnMeeting)], Of(kept, conversation, by.Id, words, at));
    }

    /// <summary>All who take part.</summary>
    public void Handle(Writing w, MeetingChanged happening)
    {
        var (kept, conversation, by, words, askedAnew, at) = happening;
        var reason = askedAnew ? AlertReason.Invited : AlertReason.OwnMeeting;
        telling.Tell(w, Concerns.OfMeeting(kept.Meeting, reason), Of(kept, conversation, by, words, at));
    }

    /// <summary>All who have not said that they do not come.</summary>
    public void Handle(Writing w, MeetingSoon happening)
    {
        var (kept, conversation, words, at) = happening;
        telling.Tell(w, Concerns.OfMeetingSoon(kept.Meeting), Of(kept, conversation, null, words, at));
    }

    private static Told Of(
        KeptMeeting kept,
        Conversation conversation,
        PersonId? by,
        string words,
        NodaTime.Instant at
    ) => new(by, conversation.Place, Thing.Said, at, words, conversation.Id, kept.Entry);
}
