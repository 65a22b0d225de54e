using Wrenlet.Server.Accounts;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>Gives a new firm the stock replies of its starting set.</summary>
internal sealed class FirstTexts : IHandles<FirmBegun>
{
    public void Handle(Writing w, FirmBegun happening)
    {
        foreach (var text in happening.Set?.Texts ?? [])
            StockStore.Put(w.Session, new StockReply(Guid.CreateVersion7(), null, text.Name, text.Body, 1));
    }
}
