using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.People;

/// <summary>Whether a colleague can be reached just now.</summary>
public enum Availability
{
    /// <summary>Has a page open.</summary>
    Here,

    /// <summary>Works just now, but has no page open.</summary>
    Away,

    /// <summary>It is none of their working hours.</summary>
    OffDuty,

    /// <summary>Is on leave.</summary>
    OnLeave,
}

/// <summary>Days on which someone is away.</summary>
/// <param name="Person">Who is away.</param>
/// <param name="First">First day.</param>
/// <param name="Last">Last day, itself included.</param>
/// <param name="Cover">Who covers for them; null when nobody does.</param>
/// <param name="Note">What it is, in a few words; empty when not said.</param>
public sealed record Leave(PersonId Person, LocalDate First, LocalDate Last, PersonId? Cover, string Note)
{
    /// <summary>Whether a day is one of these.</summary>
    public bool Covers(LocalDate day) => day >= First && day <= Last;
}

/// <summary>Where a colleague stands just now.</summary>
/// <param name="Availability">Whether they can be reached.</param>
/// <param name="Until">When that ends: work for who is away, rest for who is off duty, the first working moment after
/// leave; null for who is here.</param>
/// <param name="Cover">Who covers for someone on leave; null when nobody does.</param>
public readonly record struct Standing(Availability Availability, Instant? Until, PersonId? Cover)
{
    /// <summary>Where someone stands: leave comes first, then whether they are here, then their hours.</summary>
    /// <param name="here">Whether they have a page open.</param>
    /// <param name="now">The moment.</param>
    /// <param name="hours">Their own working time.</param>
    /// <param name="leaves">Their leave, in any order.</param>
    public static Standing Of(bool here, Instant now, WorkCalendar hours, IEnumerable<Leave> leaves)
    {
        ArgumentNullException.ThrowIfNull(hours);
        ArgumentNullException.ThrowIfNull(leaves);
        var today = hours.DateOf(now);
        var all = leaves.ToList();
        if (all.Find(l => l.Covers(today)) is { } leave)
        {
            // Leave that follows on without a working day between is one absence.
            var back = hours.WorkingDayFrom(leave.Last.PlusDays(1));
            while (all.Find(l => l.Covers(back)) is { } next)
                back = hours.WorkingDayFrom(next.Last.PlusDays(1));
            return new(Availability.OnLeave, hours.OpeningOf(back), leave.Cover);
        }

        if (here)
            return new(Availability.Here, null, null);
        var shifts = hours.IsWorkingDay(today) ? hours.ShiftsOf(today).ToList() : [];
        foreach (var (from, to) in shifts)
        {
            if (now < from)
                return new(Availability.OffDuty, from, null);
            if (now < to)
                return new(Availability.Away, hours.ClosingOf(today), null);
        }

        var day = hours.WorkingDayFrom(today.PlusDays(1));
        while (all.Find(l => l.Covers(day)) is { } away)
            day = hours.WorkingDayFrom(away.Last.PlusDays(1));
        return new(Availability.OffDuty, hours.OpeningOf(day), null);
    }
}
