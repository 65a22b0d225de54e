using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Conversations;

/// <summary>Names who made a contact a link, in each open conversation with that party.</summary>
internal sealed class LinksInRecord : IHandles<PartyLinkMade>
{
    public void Handle(Writing w, PartyLinkMade happening)
    {
        foreach (var conversation in ConversationStore.OfParty(w.Session, happening.Party).Where(c => c.Open))
            EventLines.Add(w, conversation, happening.By.Id, happening.Link.Made, happening.Words);
    }
}

/// <summary>Keeps with what a contact says on their page by which link they came.</summary>
internal sealed class BroughtByLink(Guid link) : IBrought
{
    public PostRefusal? Read(Conversation conversation, Person author, Roster roster, NodaTime.Instant at) => null;

    public RenderedText With(RenderedText words) => words;

    public Entry Mark(Entry entry) => entry;

    public void Write(Writing w, Entry entry) => LinkStore.CameBy(w.Session, entry.Key, link);
}
