using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.People;

/// <summary>Somebody has left the firm: whatever lets them in, or waits for them, ends in the same write.</summary>
public sealed record PersonLeft(Person Person, Person By, Instant At) : IHappening;

/// <summary>To whom one thing goes.</summary>
/// <param name="To">Null for nobody.</param>
public sealed record Handed(string Kind, Guid Id, PersonId? To);

/// <summary>
/// Hands on what colleagues own, ends the accounts of those who leave, and lets them come back.
/// </summary>
public sealed class LeavingFirm(
    WriteQueue writes,
    WhoIsWho who,
    Sessions sessions,
    IEnumerable<IHoldings> holdings,
    Dispatcher happenings
)
{
    /// <summary>Everything that somebody owns, by its sort.</summary>
    public IEnumerable<Holding> Of(SqlSession session, PersonId person, Instant now) =>
        holdings.SelectMany(h => h.Of(session, person, now));

    /// <summary>Hands some things on while their owner stays.</summary>
    /// <returns>How many were handed on.</returns>
    public Task<int> HandOn(Person from, IReadOnlyList<Handed> things, Person by, Instant at) =>
        writes.Run(w => HandOn(w, from, things, null, all: false, by, at));

    /// <summary>
    /// Ends an account: all that its person owns goes to others or stands as nobody's, and no sign-in, session, live
    /// connection, link or calendar address works any more, from one commit on.
    /// </summary>
    /// <param name="person">Who leaves.</param>
    /// <param name="things">To whom single things go.</param>
    /// <param name="rest">To whom all else goes; null for nobody.</param>
    /// <param name="by">Who decides.</param>
    /// <param name="at">When.</param>
    /// <returns>Why it cannot be; null when it is done.</returns>
    public async Task<string?> Leave(Person person, IReadOnlyList<Handed> things, Person? rest, Person by, Instant at)
    {
        ArgumentNullException.ThrowIfNull(person);
        ArgumentNullException.ThrowIfNull(by);
        string? refusal = null;
        await sessions.EndAllIf(
            person.Id,
            "left the firm",
            w =>
            {
                var roster = PeopleStore.Load(w.Session);
                var now = roster.Find(person.Id);
                refusal = now is { IsStaff: true }
                    ? Rights.Refuses(roster.Staff.Where(p => p.Id != person.Id))
                    : $"{person.Name} has left already.";
                if (refusal is not null)
                    return false;
                HandOn(w, now!, things, rest, all: true, by, at);
                PeopleStore.SetLeft(w.Session, person.Id, at);
                AccountLinkStore.End(w.Session, person.Id);
                AddressChangeStore.End(w.Session, person.Id);
                happenings.Say(w, new PersonLeft(person, by, at));
                LogStore.Add(w.Session, at, by.Id, LogKind.Accounts, "ended an account", person.Name);
                Changed(w, person.Id, by, at);
                return true;
            }
        );
        return refusal;
    }

    /// <summary>Lets somebody who left work here again, with the role and crews they had. They own nothing yet.</summary>
    public Task<bool> Return(PersonId person, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (PeopleStore.Load(w.Session).Profiles.GetValueOrDefault(person) is not { Left: not null } profile)
                return false;
            PeopleStore.SetLeft(w.Session, person, null);
            // Their old password may be known to others by now; they choose a new one.
            PeopleStore.SetPassword(w.Session, person, null);
            LogStore.Add(w.Session, at, by.Id, LogKind.Accounts, "let somebody come back", profile.Person.Name);
            Changed(w, person, by, at);
            return true;
        });

    private int HandOn(
        Writing w,
        Person from,
        IReadOnlyList<Handed> things,
        Person? rest,
        bool all,
        Person by,
        Instant at
    )
    {
        var given = things.ToDictionary(t => (t.Kind, t.Id), t => t.To);
        var handed = 0;
        foreach (var part in holdings)
        foreach (var holding in part.Of(w.Session, from.Id, at).ToList())
        {
            var named = given.TryGetValue((holding.Kind, holding.Id), out var to);
            if (!named && !all)
                continue;
            part.HandOn(w, holding, new HandingOn(from, named ? who.Current.Find(to) : rest, by, at));
            handed++;
        }

        return handed;
    }

    private static void Changed(Writing w, PersonId person, Person by, Instant at) =>
        w.Log(new Change(ChangeKinds.PeopleChanged, person.Value, new Place.Firm(), Thing.Working, at, by.Id));
}
