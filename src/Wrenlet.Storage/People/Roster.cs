using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.People;

/// <summary>The firm itself.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Address">Mail address at which customers write to it.</param>
/// <param name="DayFirst">Whether 12/5 is 12 May.</param>
/// <param name="Calendar">Its usual working time and its zone.</param>
/// <param name="Demo">Whether this is the demo scenario, where one may sign in as anybody of the staff.</param>
/// <param name="ClockOffset">How far the firm's clock runs ahead of the machine's.</param>
/// <param name="Country">ISO 3166 code by which numbers without a country are read; empty when every number must name
/// its own.</param>
/// <param name="RouterThreshold">Certainty below which the router leaves a conversation unsorted, 0 to 1.</param>
/// <param name="CalendarName">Name of its usual working time.</param>
/// <param name="LinkDays">For how many days the links of customers and partners work.</param>
/// <param name="Signature">What ends each mail to them; empty for nothing.</param>
/// <param name="LogDays">For how many days the log is kept.</param>
/// <param name="TellsWhen">Whether customers and partners see on their pages when their work is likely done.</param>
public sealed record Firm(
    string Name,
    string Address,
    bool DayFirst,
    WorkCalendar Calendar,
    bool Demo,
    TimeSpan ClockOffset,
    string Country = "",
    double RouterThreshold = 0.75,
    string CalendarName = "",
    bool StandIns = false,
    int LinkDays = 90,
    string Signature = "",
    int LogDays = 730,
    bool TellsWhen = false
)
{
    /// <summary>Whether mail and texts can be put in through the stand-ins: in the demo, and where that was switched on.</summary>
    public bool HasStandIns => Demo || StandIns;
}

/// <summary>A further way to reach a person.</summary>
/// <param name="IsPhone">Whether it is a telephone number (E.164); else it is a mail address.</param>
/// <param name="Value">The number or address.</param>
/// <param name="Label">What it is for, in a word; empty when not said.</param>
public sealed record Reach(bool IsPhone, string Value, string Label);

/// <summary>A person with what only the server needs of them.</summary>
/// <param name="Person">As the core knows them.</param>
/// <param name="Address">Mail address; null when none is known.</param>
/// <param name="Purpose">What they are there for, in a few words; empty when not said.</param>
/// <param name="Language">BCP 47 tag of the language they write in; empty when not known.</param>
/// <param name="CalendarName">Name of their own working time; null when it is the firm's.</param>
/// <param name="Reaches">Further ways to reach them, numbers first.</param>
/// <param name="Left">When they left the firm; null for who has not.</param>
/// <param name="RoleBefore">The role they had until they left; null for who has not.</param>
public sealed record Profile(
    Person Person,
    string? Address,
    string Purpose,
    string Language = "",
    string? CalendarName = null,
    ImmutableArray<Reach> Reaches = default,
    Instant? Left = null,
    Role? RoleBefore = null
)
{
    /// <summary>Their telephone numbers in E.164.</summary>
    public IEnumerable<string> Phones => Reaches.IsDefault ? [] : Reaches.Where(r => r.IsPhone).Select(r => r.Value);

    /// <summary>All their mail addresses, the main one first.</summary>
    public IEnumerable<string> Addresses =>
        (Address is null ? [] : new[] { Address }).Concat(
            Reaches.IsDefault ? [] : Reaches.Where(r => !r.IsPhone).Select(r => r.Value)
        );
}

/// <summary>A queue with its working time and goals.</summary>
/// <param name="CalendarName">Name of its working time.</param>
/// <param name="Retired">Whether nothing new waits in it; what waits there already stays.</param>
/// <param name="Address">A mail address of its own: what is written to it waits here; null for none.</param>
public sealed record Queue(
    Guid Id,
    string Name,
    string Site,
    CrewId? Crew,
    WorkCalendar Calendar,
    ResponseGoal Goal,
    HandoverRule Handover,
    bool Unsorted,
    string CalendarName = "",
    PersonId? LateTo = null,
    bool Retired = false,
    string? Address = null
);

/// <summary>All that changes rarely and is asked for constantly, as one immutable picture of one moment.</summary>
public sealed class Roster
{
    private readonly Dictionary<string, Profile> _byAddress;
    private readonly Dictionary<string, Profile> _byPhone;
    private readonly Dictionary<PersonId, PersonId> _joined;

    internal Roster(
        Firm? firm,
        IEnumerable<Profile> profiles,
        IEnumerable<Crew> crews,
        IEnumerable<Party> parties,
        IReadOnlyDictionary<string, WorkCalendar> calendars,
        IEnumerable<Queue> queues,
        IEnumerable<Role> roles,
        IEnumerable<(PersonId Gone, PersonId Kept)> joined
    )
    {
        Firm = firm;
        Profiles = profiles.ToDictionary(p => p.Person.Id);
        Staff =
        [
            .. Profiles.Values.Select(p => p.Person).Where(p => p.IsStaff).OrderBy(p => p.Name, StringComparer.Ordinal),
        ];
        Crews = crews.ToDictionary(c => c.Id);
        Parties = parties.ToDictionary(p => p.Id);
        Calendars = calendars;
        Queues = queues.ToDictionary(q => q.Id);
        Roles = [.. roles];
        _joined = joined.ToDictionary(j => j.Gone, j => j.Kept);
        _byAddress = Profiles
            .Values.Where(p => p.Left is null)
            .SelectMany(p => p.Addresses.Select(a => (Address: a, Profile: p)))
            .DistinctBy(a => a.Address, StringComparer.OrdinalIgnoreCase)
            .ToDictionary(a => a.Address, a => a.Profile, StringComparer.OrdinalIgnoreCase);
        _byPhone = Profiles
            .Values.SelectMany(p => p.Phones.Select(n => (Number: n, Profile: p)))
            .ToDictionary(n => n.Number, n => n.Profile, StringComparer.Ordinal);
    }

    /// <summary>The firm; null until it has been set up.</summary>
    public Firm? Firm { get; }

    public IReadOnlyDictionary<PersonId, Profile> Profiles { get; }

    /// <summary>All staff by name.</summary>
    public ImmutableArray<Person> Staff { get; }

    /// <summary>The firm's roles, in the order in which they were made.</summary>
    public ImmutableArray<Role> Roles { get; }

    /// <summary>The role of a name; null when there is none.</summary>
    public Role? RoleNamed(string name) =>
        Roles.FirstOrDefault(r => r.Name.Equals(name.Trim(), StringComparison.OrdinalIgnoreCase));

    /// <summary>Those who worked here, by name.</summary>
    public IEnumerable<Profile> Former =>
        Profiles.Values.Where(p => p.Left is not null).OrderBy(p => p.Person.Name, StringComparer.Ordinal);

    public IReadOnlyDictionary<CrewId, Crew> Crews { get; }

    /// <summary>Crews that can be chosen, by name.</summary>
    public IEnumerable<Crew> LiveCrews =>
        Crews.Values.Where(c => !c.Retired).OrderBy(c => c.Name, StringComparer.Ordinal);

    public IReadOnlyDictionary<PartyId, Party> Parties { get; }

    /// <summary>Working times by name.</summary>
    public IReadOnlyDictionary<string, WorkCalendar> Calendars { get; }

    public IReadOnlyDictionary<Guid, Queue> Queues { get; }

    /// <summary>Whether something new can wait in a queue.</summary>
    public bool IsLive(Guid queue) => Queues.TryGetValue(queue, out var found) && !found.Retired;

    /// <summary>The queue that one of these addresses is of; null for none.</summary>
    public Guid? QueueAt(IEnumerable<string> addresses) =>
        addresses
            .Select(a =>
                Queues.Values.FirstOrDefault(q =>
                    !q.Retired && string.Equals(q.Address, a, StringComparison.OrdinalIgnoreCase)
                )
            )
            .FirstOrDefault(q => q is not null)
            ?.Id;

    /// <summary>The queue of what the router was unsure of; null until the firm has queues.</summary>
    public Queue? Unsorted => Queues.Values.FirstOrDefault(q => q.Unsorted);

    /// <summary>A person; who was joined to another is that one. Null when there is none.</summary>
    public Person? Find(PersonId? id) =>
        id is { } known && Profiles.TryGetValue(_joined.GetValueOrDefault(known, known), out var profile)
            ? profile.Person
            : null;

    public Profile? ByAddress(string address) => _byAddress.GetValueOrDefault(address);

    /// <summary>Whose telephone number this is (E.164); null when nobody's.</summary>
    public Profile? ByPhone(string number) => _byPhone.GetValueOrDefault(number);

    /// <summary>The working time that a person keeps.</summary>
    public WorkCalendar HoursOf(PersonId id) =>
        Profiles.TryGetValue(id, out var profile)
        && profile.CalendarName is { } own
        && Calendars.TryGetValue(own, out var calendar)
            ? calendar
            : Firm!.Calendar;

    /// <summary>Telephone numbers of a party's contacts.</summary>
    public IEnumerable<(string Name, string Number)> NumbersOf(PartyId party) =>
        Parties.TryGetValue(party, out var found)
            ? found.Contacts.SelectMany(c => Profiles[c].Phones.Select(n => (Profiles[c].Person.Name, n)))
            : [];

    public string NameOf(PersonId id) => Find(id)?.Name ?? "someone who has left";

    /// <summary>Mail addresses of a party's contacts.</summary>
    public IEnumerable<(string Name, string Address)> AddressesOf(PartyId party) =>
        Parties.TryGetValue(party, out var found)
            ? found
                .Contacts.Select(c => Profiles[c])
                .Where(p => p.Address is not null)
                .Select(p => (p.Person.Name, p.Address!))
            : [];
}
