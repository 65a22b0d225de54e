using Wrenlet.Core.Alerts;
using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.Sheets.Discussions;
using Wrenlet.Storage;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Alerts;

/// <summary>Tells people of what becomes of discussions.</summary>
internal sealed class TellsOfSheets(Telling telling) : IHandles<DiscussionChanged>
{
    /// <summary>To whom it was assigned, and all who have to do with it.</summary>
    public void Handle(Writing w, DiscussionChanged happening)
    {
        var (before, after, conversation, line, by, words, at) = happening;
        var given = after.Assigned != before.Assigned ? after.Assigned : null;
        telling.Tell(
            w,
            Concerns.OfDiscussion(DiscussionStore.Concerned(w.Session, after.Id.Value), given),
            new Told(by, conversation.Place, Thing.Working, at, words, conversation.Id, line.Id)
        );
    }
}
