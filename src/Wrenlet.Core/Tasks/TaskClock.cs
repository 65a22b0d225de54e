using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks;

/// <summary>Somebody's clock that runs on a task.</summary>
/// <param name="Task">The task that they are at.</param>
/// <param name="Person">Whose clock it is; each has one.</param>
/// <param name="Began">Since when it runs.</param>
public readonly record struct TaskClock(TaskId Task, PersonId Person, Instant Began)
{
    private static readonly Duration Least = Duration.FromMinutes(1);

    /// <summary>
    /// The time that it counts when it stops, in whole minutes and never none: all of it on one day, for one may work late; over a
    /// night, where nobody stopped it, the working time alone.
    /// </summary>
    /// <param name="now">When it stops.</param>
    /// <param name="hours">Working hours of whose clock it is.</param>
    public Duration Counted(Instant now, WorkCalendar hours)
    {
        ArgumentNullException.ThrowIfNull(hours);
        var length = RanOverNight(now, hours) ? hours.Between(Began, now) : now - Began;
        return Duration.Max(Least, Duration.FromMinutes(Math.Floor(length.TotalMinutes)));
    }

    /// <summary>Whether it ran into another day.</summary>
    /// <param name="now">When it stops.</param>
    /// <param name="hours">Working hours of whose clock it is.</param>
    public bool RanOverNight(Instant now, WorkCalendar hours)
    {
        ArgumentNullException.ThrowIfNull(hours);
        return hours.DateOf(now) > hours.DateOf(Began);
    }
}
