using Wrenlet.Storage;

namespace Wrenlet.Server;

/// <summary>
/// Something of the firm that is read often and changes seldom: kept in memory, and read anew when it has changed, before
/// anybody is told of the change.
/// </summary>
public sealed class Remembered<T>
    where T : class
{
    private readonly Database _database;
    private readonly Func<SqlSession, T> _read;
    private readonly Lock _setting = new();
    private volatile T? _current;
    private int _edition;

    /// <summary>Listens to what is committed.</summary>
    /// <param name="changed">The kind of change after which it is read anew.</param>
    /// <param name="read">Reads it.</param>
    public Remembered(Database database, WriteQueue writes, string changed, Func<SqlSession, T> read)
    {
        ArgumentNullException.ThrowIfNull(writes);
        (_database, _read) = (database, read);
        writes.Committed += changes =>
        {
            if (changes.Any(c => c.Kind == changed))
                Forget();
        };
    }

    /// <summary>As it is at this moment; keep it for the length of one request.</summary>
    public T Current => _current ?? Read();

    private void Forget()
    {
        lock (_setting)
        {
            _edition++;
            _current = null;
        }
    }

    /// <summary>What was overtaken while it was read serves its reader, and is not kept.</summary>
    private T Read()
    {
        var edition = Volatile.Read(ref _edition);
        var read = _database.Read(_read);
        lock (_setting)
        {
            if (edition == _edition)
                _current = read;
        }

        return read;
    }
}
