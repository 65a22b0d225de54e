using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.People;

/// <summary>Holds the present picture of firm and people, and draws it anew when they change.</summary>
public sealed class WhoIsWho(Database database, FirmClock clock)
{
    private volatile Roster? _current;

    /// <summary>The picture of this moment; keep it for the length of one request.</summary>
    public Roster Current => _current ?? Refresh();

    /// <summary>Reads everything again.</summary>
    public Roster Refresh()
    {
        var roster = database.Read(PeopleStore.Load);
        if (roster.Firm is { } firm) clock.BelongTo(firm.Calendar.Zone, firm.ClockOffset);
        _current = roster;
        return roster;
    }
}
