using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage;

namespace Wrenlet.Server.Alerts;

/// <summary>Tells people of what they have to answer, and of what came of what they asked.</summary>
internal sealed class TellsOfAsks(Telling telling) : IHandles<AskStepped>, IHandles<AskRanOut>
{
    /// <summary>Who has to answer now, and who asked.</summary>
    public void Handle(Writing w, AskStepped happening)
    {
        var (conversation, entry, asker, step, before, after, words) = happening;
        telling.Tell(
            w,
            Concerns.OfAskStep(before, after, step, asker),
            Of(conversation, entry, step.By, words, step.At)
        );
    }

    /// <summary>Who is waited for, and who asked.</summary>
    public void Handle(Writing w, AskRanOut happening)
    {
        var (conversation, entry, asker, standing, words, at) = happening;
        telling.Tell(w, Concerns.OfAskRunOut(standing, asker), Of(conversation, entry, null, words, at));
    }

    private static Told Of(Conversation conversation, Entry entry, PersonId? by, string words, NodaTime.Instant at) =>
        new(by, conversation.Place, EntrySight.ThingOf(entry.Kind), at, words, conversation.Id, entry.Id);
}
