using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.People;

/// <summary>Holds the present picture of firm and people, and draws it anew when they change.</summary>
public sealed class WhoIsWho
{
    private readonly Database _database;
    private readonly FirmClock _clock;
    private readonly Lock _setting = new();
    private readonly Lock _drawing = new();
    private volatile Roster? _current;
    private int _edition;

    /// <summary>
    /// Listens to what is committed, so that the picture is the new one before anybody is told of the change.
    /// </summary>
    public WhoIsWho(Database database, WriteQueue writes, FirmClock clock)
    {
        (_database, _clock) = (database, clock);
        writes.Committed += changes =>
        {
            if (changes.Any(c => c.Kind is ChangeKinds.PeopleChanged or ChangeKinds.QueuesChanged))
                Forget();
        };
    }

    /// <summary>The picture of this moment; keep it for the length of one request.</summary>
    public Roster Current => _current ?? DrawOnce();

    /// <summary>
    /// Reads everything again; for what is written without a line in the change log, as the first set-up is.
    /// </summary>
    public Roster Refresh()
    {
        Forget();
        return Draw();
    }

    /// <summary>
    /// Draws the picture anew while everybody goes on with the one they have; for what brings thousands at once, and says
    /// so only when this is done.
    /// </summary>
    public void DrawAside() => Draw();

    /// <summary>Of those who find no picture one draws it, and the others wait for theirs.</summary>
    private Roster DrawOnce()
    {
        lock (_drawing)
            return _current ?? Draw();
    }

    private void Forget()
    {
        lock (_setting)
        {
            _edition++;
            _current = null;
        }
    }

    /// <summary>A picture that was overtaken while it was read serves its reader, and is not kept.</summary>
    private Roster Draw()
    {
        var edition = Volatile.Read(ref _edition);
        var roster = _database.Read(PeopleStore.Load);
        if (roster.Firm is { } firm)
            _clock.BelongTo(firm.Calendar.Zone, firm.ClockOffset);
        lock (_setting)
        {
            if (edition == _edition)
                _current = roster;
        }

        return roster;
    }
}
