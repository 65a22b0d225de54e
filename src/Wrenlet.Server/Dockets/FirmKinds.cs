using Wrenlet.Core.Dockets;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Server.Dockets;

/// <summary>Holds the firm's kinds of docket as they are now.</summary>
public sealed class FirmKinds(Database database, WriteQueue writes)
{
    private readonly Remembered<Kinds> _kinds = new(database, writes, ChangeKinds.KindsChanged, KindStore.Load);

    /// <summary>The kinds of this moment; keep them for the length of one request.</summary>
    public Kinds Current => _kinds.Current;
}
