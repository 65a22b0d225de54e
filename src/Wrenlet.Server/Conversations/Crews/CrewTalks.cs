using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations.Crews;

/// <summary>Something about a turn of duty waits for somebody, or was answered to them.</summary>
/// <param name="To">Who is to hear of it.</param>
/// <param name="Line">The line in the crew's conversation that says so.</param>
public sealed record DutySpoken(Conversation Talk, Entry Line, PersonId To, PersonId By, string Words, Instant At)
    : IHappening;

/// <summary>The conversation that each crew has: whoever is in the crew is in it.</summary>
internal static class CrewTalks
{
    /// <summary>A crew's conversation, begun where there is none.</summary>
    public static Conversation Of(Writing w, Crew crew, PersonId by, Instant at)
    {
        if (ConversationStore.OfCrew(w.Session, crew.Id) is { } there)
            return there;
        var id = new ConversationId(Guid.CreateVersion7());
        ConversationStore.AddOfCrew(w.Session, id, crew.Id, crew.Name);
        var made = ConversationStore.Find(w.Session, id)!;
        w.Log(new Change(ChangeKinds.ConversationMade, id.Value, made.Place, Thing.Working, at, by, Conversation: id));
        return made;
    }
}
