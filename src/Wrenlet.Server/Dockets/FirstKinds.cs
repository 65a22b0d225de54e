using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Server.Dockets;

/// <summary>Gives a new firm the kinds of docket that it starts with.</summary>
internal sealed class FirstKinds : IHandles<FirmBegun>
{
    public void Handle(Writing w, FirmBegun happening)
    {
        foreach (var kind in StartingKinds.Usual(Guid.CreateVersion7))
        {
            KindStore.Put(w.Session, kind);
            w.Log(
                new Change(
                    ChangeKinds.KindsChanged,
                    kind.Id.Value,
                    new Place.Firm(),
                    Thing.Working,
                    happening.At,
                    happening.By.Id
                )
            );
        }
    }
}
