using Wrenlet.Core.Dockets;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Server.Dockets;

/// <summary>Holds the firm's kinds of docket as they are now, and reads them anew when they change.</summary>
public sealed class FirmKinds
{
    private readonly Database _database;
    private readonly Lock _setting = new();
    private volatile Kinds? _current;
    private int _edition;

    /// <summary>Listens to what is committed, so that they are the new ones before anybody is told of the change.</summary>
    public FirmKinds(Database database, WriteQueue writes)
    {
        _database = database;
        writes.Committed += changes =>
        {
            if (changes.Any(c => c.Kind is ChangeKinds.KindsChanged))
                Forget();
        };
    }

    /// <summary>The kinds of this moment; keep them for the length of one request.</summary>
    public Kinds Current => _current ?? Read();

    private void Forget()
    {
        lock (_setting)
        {
            _edition++;
            _current = null;
        }
    }

    /// <summary>What was overtaken while it was read serves its reader, and is not kept.</summary>
    private Kinds Read()
    {
        var edition = Volatile.Read(ref _edition);
        var kinds = _database.Read(KindStore.Load);
        lock (_setting)
        {
            if (edition == _edition)
                _current = kinds;
        }

        return kinds;
    }
}
