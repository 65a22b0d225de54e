using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.Tasks;

/// <summary>How a due moment stands.</summary>
public enum DueState
{
    /// <summary>No due moment, or a later day.</summary>
    Well,

    /// <summary>Today, or less than a working day left.</summary>
    Soon,

    /// <summary>Past.</summary>
    Late,
}

/// <summary>How a task's due moment stands at a moment, with its label.</summary>
/// <param name="State">Well, soon or late.</param>
/// <param name="Label">In words: "today 17:00", "Thu 16 Apr", "late by 3 h".</param>
public readonly record struct DueStanding(DueState State, string Label)
{
    /// <summary>Whether it is to be done now: late, or soon due. What is over is well, and presses nobody.</summary>
    public bool Pressing => State is not DueState.Well;

    private static readonly Duration Day = Duration.FromHours(8);

    /// <summary>Stands a due moment against now; an undated task is well.</summary>
    public static DueStanding At(Instant now, Instant? due, WorkCalendar calendar)
    {
        if (due is not { } moment)
            return new(DueState.Well, Texts.NoDate);
        if (now > moment)
        {
            var late = calendar.Between(moment, now);
            var days = calendar.WorkingDaysBetween(calendar.DateOf(moment), calendar.DateOf(now));
            return new(
                DueState.Late,
                days > 1 ? Texts.LateByWorkingDays(days) : Texts.LateBy(WorkingTimeWords.Of(late))
            );
        }

        var soon = calendar.DateOf(moment) == calendar.DateOf(now) || calendar.Between(now, moment) < Day;
        return new(
            soon ? DueState.Soon : DueState.Well,
            DateWords.Moment(moment.InZone(calendar.Zone).LocalDateTime, calendar.DateOf(now))
        );
    }
}
