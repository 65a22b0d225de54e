using System.Collections.Immutable;
using Wrenlet.Core.Dockets;

namespace Wrenlet.Core.People;

/// <summary>Who of the staff may see a docket.</summary>
/// <param name="Limited">False: all staff. True: only those listed.</param>
/// <param name="People">Listed people.</param>
/// <param name="Crews">Listed crews.</param>
public sealed record DocketSight(bool Limited, ImmutableArray<PersonId> People, ImmutableArray<CrewId> Crews)
{
    /// <summary>Open to all staff.</summary>
    public static readonly DocketSight Open = new(false, [], []);

    /// <summary>Whether the same people see it, in whatever order they are listed; who is listed on an open one does not count.</summary>
    public bool SameAs(DocketSight other)
    {
        ArgumentNullException.ThrowIfNull(other);
        return Limited == other.Limited
            && (!Limited || (People.ToHashSet().SetEquals(other.People) && Crews.ToHashSet().SetEquals(other.Crews)));
    }

    /// <summary>Open to the listed people and crews only.</summary>
    public static DocketSight Only(IEnumerable<PersonId> people, IEnumerable<CrewId> crews) =>
        new(true, [.. people], [.. crews]);
}

/// <summary>Where something was said or stands, as far as sight depends on it. A closed set of cases.</summary>
public abstract record Place
{
    private Place() { }

    /// <summary>A docket itself, its inside conversation, its tasks and events.</summary>
    public sealed record Inside(DocketSight Docket) : Place;

    /// <summary>
    /// What is said with a party. A conversation that has no docket yet stands in a queue, open to all staff.
    /// </summary>
    public sealed record Outside(DocketSight Docket, PartyId? Party) : Place;

    /// <summary>
    /// A sheet of a docket: those of the staff who see the docket, and the parties it is shared with.
    /// </summary>
    /// <param name="Docket">Sight of its docket.</param>
    /// <param name="Parties">Whom it is shared with; empty while it stays inside.</param>
    public sealed record Shared(DocketSight Docket, ImmutableArray<PartyId> Parties) : Place;

    /// <summary>A direct or group conversation: its members, whatever anyone's role.</summary>
    public sealed record Members(ImmutableArray<PersonId> People) : Place;

    /// <summary>A notice and what is said about it: those whom it is for.</summary>
    /// <param name="By">Who put it up.</param>
    /// <param name="Crews">Whom it is for; empty for all staff.</param>
    public sealed record Board(PersonId By, ImmutableArray<CrewId> Crews) : Place;

    /// <summary>One person's own: private tasks, drafts, alerts.</summary>
    public sealed record Own(PersonId Person) : Place;

    /// <summary>What the whole firm knows: staff, crews, queues.</summary>
    public sealed record Firm : Place;

    /// <summary>
    /// Where a discussion of a sheet or file stands: with the party while that sees the sheet or file; else inside.
    /// </summary>
    /// <param name="docket">Sight of its docket.</param>
    /// <param name="with">The party that it is with; null for inside.</param>
    /// <param name="shared">Whether the party sees what it is about.</param>
    public static Place OfDiscussion(DocketSight docket, PartyId? with, bool shared) =>
        with is { } party && shared ? new Outside(docket, party) : new Inside(docket);

    /// <summary>
    /// Where a task stands, with what is said about it: a private one is its maker's alone; else in its docket; else
    /// with its crew, and so with all staff; else with its maker, owners and watchers.
    /// </summary>
    /// <param name="docket">Sight of its docket; null when it has none.</param>
    /// <param name="maker">Who made it.</param>
    /// <param name="people">Its owners and watchers, as far as they are people.</param>
    /// <param name="ofCrew">Whether a crew owns it.</param>
    /// <param name="isPrivate">Whether it is its maker's alone.</param>
    public static Place OfTask(
        DocketSight? docket,
        PersonId maker,
        IEnumerable<PersonId> people,
        bool ofCrew,
        bool isPrivate
    ) =>
        isPrivate ? new Own(maker)
        : docket is not null ? new Inside(docket)
        : ofCrew ? new Firm()
        : new Members([maker, .. people]);
}

/// <summary>
/// What kind of thing stands at a place: the two sides of an outside conversation do not see the same kinds.
/// </summary>
public enum Thing
{
    /// <summary>Something said to all who see the place.</summary>
    Said,

    /// <summary>How we work on it: events, owners, clocks, tags, tasks, presence of colleagues.</summary>
    Working,
}
