using Wrenlet.Core.Alerts;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations.Crews;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage;

namespace Wrenlet.Server.Alerts;

/// <summary>Tells people of turns of duty that they are asked to take, and of the answers.</summary>
internal sealed class TellsOfDuty(Telling telling) : IHandles<DutySpoken>
{
    public void Handle(Writing w, DutySpoken happening)
    {
        var (talk, line, to, by, words, at) = happening;
        telling.Tell(
            w,
            [new Alert(to, AlertReason.Duty)],
            new(by, talk.Place, Thing.Working, at, words, talk.Id, line.Id)
        );
    }
}
