using System.Collections.Frozen;
using System.Collections.Immutable;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.People;

/// <summary>The firm itself.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Address">Mail address at which customers write to it.</param>
/// <param name="DayFirst">Whether 12/5 is 12 May.</param>
/// <param name="Calendar">Its usual working time and its zone.</param>
/// <param name="Demo">Whether this is the demo scenario, where one may sign in as anybody of the staff.</param>
/// <param name="ClockOffset">How far the firm's clock runs ahead of the machine's.</param>
public sealed record Firm(string Name, string Address, bool DayFirst, WorkCalendar Calendar, bool Demo, TimeSpan ClockOffset);

/// <summary>A person with what only the server needs of them.</summary>
/// <param name="Person">As the core knows them.</param>
/// <param name="Address">Mail address; null when none is known.</param>
/// <param name="Purpose">What they are there for, in a few words; empty when not said.</param>
public sealed record Profile(Person Person, string? Address, string Purpose);

/// <summary>A queue with its working time and goals.</summary>
public sealed record Queue(Guid Id, string Name, string Site, CrewId? Crew, WorkCalendar Calendar, ResponseGoal Goal, HandoverRule Handover, bool Unsorted);

/// <summary>All that changes rarely and is asked for constantly, as one immutable picture of one moment.</summary>
public sealed class Roster
{
    private readonly FrozenDictionary<string, Profile> _byAddress;

    internal Roster(
        Firm? firm, IEnumerable<Profile> profiles, IEnumerable<Crew> crews, IEnumerable<Party> parties,
        IReadOnlyDictionary<string, WorkCalendar> calendars, IEnumerable<Queue> queues)
    {
        Firm = firm;
        Profiles = profiles.ToFrozenDictionary(p => p.Person.Id);
        Staff = [.. Profiles.Values.Select(p => p.Person).Where(p => p.IsStaff).OrderBy(p => p.Name, StringComparer.Ordinal)];
        Crews = crews.ToFrozenDictionary(c => c.Id);
        Parties = parties.ToFrozenDictionary(p => p.Id);
        Calendars = calendars;
        Queues = queues.ToFrozenDictionary(q => q.Id);
        _byAddress = Profiles.Values.Where(p => p.Address is not null).ToFrozenDictionary(p => p.Address!, StringComparer.OrdinalIgnoreCase);
    }

    /// <summary>The firm; null until it has been set up.</summary>
    public Firm? Firm { get; }

    public FrozenDictionary<PersonId, Profile> Profiles { get; }

    /// <summary>All staff by name.</summary>
    public ImmutableArray<Person> Staff { get; }

    public FrozenDictionary<CrewId, Crew> Crews { get; }

    public FrozenDictionary<PartyId, Party> Parties { get; }

    /// <summary>Working times by name.</summary>
    public IReadOnlyDictionary<string, WorkCalendar> Calendars { get; }

    public FrozenDictionary<Guid, Queue> Queues { get; }

    /// <summary>The queue of what the router was unsure of; null until the firm has queues.</summary>
    public Queue? Unsorted => Queues.Values.FirstOrDefault(q => q.Unsorted);

    public Person? Find(PersonId? id) => id is { } known && Profiles.TryGetValue(known, out var profile) ? profile.Person : null;

    public Profile? ByAddress(string address) => _byAddress.GetValueOrDefault(address);

    public string NameOf(PersonId id) => Profiles.TryGetValue(id, out var profile) ? profile.Person.Name : "someone who has left";

    /// <summary>Mail addresses of a party's contacts.</summary>
    public IEnumerable<(string Name, string Address)> AddressesOf(PartyId party) =>
        Parties.TryGetValue(party, out var found)
            ? found.Contacts.Select(c => Profiles[c]).Where(p => p.Address is not null).Select(p => (p.Person.Name, p.Address!))
            : [];
}
