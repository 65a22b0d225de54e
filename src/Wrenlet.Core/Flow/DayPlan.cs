using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow;

/// <summary>How much of a person's day is left, and how much of it is promised.</summary>
/// <param name="Left">Working time left, without what meetings take; never less than none.</param>
/// <param name="Met">Working time that meetings take of what is left.</param>
/// <param name="Promised">Working time that open tasks due by the end of the day still take.</param>
public readonly record struct DayPlan(Duration Left, Duration Met, Duration Promised)
{
    /// <summary>A person's day from a moment to its end.</summary>
    /// <param name="hours">Their working hours.</param>
    /// <param name="meetings">Their meetings of the day; may overlap.</param>
    /// <param name="tasks">Their tasks, also those of other days.</param>
    /// <param name="now">The moment.</param>
    /// <param name="ends">The end of the day.</param>
    public static DayPlan Of(
        WorkCalendar hours,
        IReadOnlyCollection<(Instant From, Instant Until)> meetings,
        IEnumerable<WorkTask> tasks,
        Instant now,
        Instant ends
    )
    {
        ArgumentNullException.ThrowIfNull(hours);
        ArgumentNullException.ThrowIfNull(tasks);
        var met = Busy.Within(hours, meetings, now, ends);
        var promised = tasks
            .Where(t => t.Due < ends && !t.Progress.Over)
            .Aggregate(Duration.Zero, (sum, t) => sum + (t.Remaining ?? Duration.Zero));
        return new(hours.Between(now, ends) - met, met, promised);
    }

    /// <summary>The same in a sentence.</summary>
    public override string ToString()
    {
        if (Left <= Duration.Zero && Met == Duration.Zero)
            return Texts.YourWorkingDayOver;
        var met = Met > Duration.Zero ? Texts.BesideOfMeetings(WorkingTimeWords.Of(Met)) : "";
        var promised = Promised > Duration.Zero ? Texts.OfItPromised(WorkingTimeWords.Of(Promised)) : "";
        return Texts.LeftToday(WorkingTimeWords.Of(Left), met, promised);
    }
}
