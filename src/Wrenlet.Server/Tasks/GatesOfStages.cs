using Wrenlet.Server.Dockets;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>Gates of a retired stage hold up the stage to which its dockets were moved.</summary>
internal sealed class GatesOfStages : IHandles<StageEmptied>
{
    public void Handle(Writing w, StageEmptied happening) => GateStore.Move(w.Session, happening.From, happening.To);
}
