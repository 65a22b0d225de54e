using Wrenlet.Storage;
using Wrenlet.Storage.People;
using Directory = Wrenlet.Storage.People.Directory;

namespace Wrenlet.Server.People;

/// <summary>Holds the present picture of firm and people, and draws it anew when they change.</summary>
public sealed class WhoIsWho(Database database, FirmClock clock)
{
    private volatile Directory? _current;

    /// <summary>The picture of this moment; keep it for the length of one request.</summary>
    public Directory Current => _current ?? Refresh();

    /// <summary>Reads everything again.</summary>
    public Directory Refresh()
    {
        var directory = database.Read(PeopleStore.Load);
        if (directory.Firm is { } firm) clock.BelongTo(firm.Calendar.Zone, firm.ClockOffset);
        _current = directory;
        return directory;
    }
}
