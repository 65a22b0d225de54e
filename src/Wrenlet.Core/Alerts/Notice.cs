using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Alerts;

/// <summary>Where a notice stands in its time.</summary>
public enum NoticeState
{
    /// <summary>It has not appeared yet; its author and managers see it.</summary>
    Upcoming,

    /// <summary>It hangs.</summary>
    Up,

    /// <summary>Its time is over.</summary>
    Ended,
}

/// <summary>Something told to all or to some crews.</summary>
/// <param name="By">Who put it up.</param>
/// <param name="Appears">When it appears.</param>
/// <param name="Ends">When it is taken down; null for never.</param>
/// <param name="MustConfirm">Whether each whom it is for has to confirm it.</param>
/// <param name="Crews">Whom it is for; empty for all.</param>
public sealed record Notice(PersonId By, Instant Appears, Instant? Ends, bool MustConfirm, ImmutableArray<CrewId> Crews)
{
    /// <summary>Where it stands at a moment.</summary>
    public NoticeState StateAt(Instant now) =>
        now < Appears ? NoticeState.Upcoming
        : Ends is { } end && now >= end ? NoticeState.Ended
        : NoticeState.Up;

    /// <summary>Whom it is for, its author left out, in their given order.</summary>
    public ImmutableArray<Person> For(IEnumerable<Person> staff) =>
        [.. staff.Where(p => p.IsStaff && p.Id != By && (Crews.IsEmpty || Crews.Any(p.Crews.Contains)))];

    /// <summary>Whether someone sees it: whom it is for once it has appeared; its author and those who read across people always.</summary>
    public bool SeenBy(Person viewer, Instant now) =>
        viewer.IsStaff
        && (
            viewer.Id == By
            || viewer.May(Right.ReadAcross)
            || (StateAt(now) is not NoticeState.Upcoming && (Crews.IsEmpty || Crews.Any(viewer.Crews.Contains)))
        );

    /// <summary>Whether someone may put up notices: a right of their role.</summary>
    public static bool MayPutUp(Person person) => person.May(Right.Announce);

    /// <summary>Whether someone may change it or take it down.</summary>
    public bool MayChange(Person person) =>
        person.Id == By || (person.May(Right.Announce) && person.May(Right.ReadAcross));
}
