using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Makes points in time of days and times of day: when work begins or ends on a day, or the time on it.</summary>
/// <param name="calendar">The firm's working time.</param>
/// <param name="sent">When the message was sent.</param>
/// <param name="clocks">Reads times of day.</param>
internal sealed class Points(WorkCalendar calendar, ZonedDateTime sent, ClockGrammar clocks)
{
    /// <summary>The end of the last working day before a day; of that day where it is today, or of its next where there is one.</summary>
    public Point ClosingBefore(DayWords day)
    {
        var before = calendar.WorkingDayBefore(day.Date);
        LocalDate? other = day.Other is { } o ? calendar.WorkingDayBefore(o) : null;
        return before >= sent.Date ? Closing(before, 0.95, other) : Closing(other ?? sent.Date, 0.85);
    }

    /// <summary>A time of day on a day, or the next such time where no day is said.</summary>
    public Point Timed(DayWords? day, ClockWords clock)
    {
        var today = sent.Date;
        var date = day?.Date ?? today;
        var moment = calendar.FirstMoment(date + clock.Time(date));
        if (
            day is null
            && !clock.Today
            && (
                moment <= sent.ToInstant()
                || clocks.IsNextMorning(clock, NamedMoments.MostBack, calendar.OpeningOf(today) <= sent.ToInstant())
            )
        )
        {
            date = calendar.AddWorkingDays(today, 1);
            moment = calendar.FirstMoment(date + clock.Time(date));
        }

        if (clock.BareHour is null)
            return new(moment, 0.95, [], "");
        var time = clock.Time(date);
        var other = calendar.FirstMoment(date + time.PlusHours(12));
        return new(moment, 0.85, [other], "the hour inside working hours");
    }

    /// <summary>When work ends on a day, as a point in time.</summary>
    public static Point Closing(WorkCalendar calendar, LocalDate date, double confidence, LocalDate? other = null) =>
        new(
            calendar.ClosingOf(date),
            confidence,
            other is { } o ? [calendar.ClosingOf(o)] : [],
            calendar.IsWorkingDay(date) ? "end of the working day" : "end of the day; it is not a working day"
        );

    /// <summary>When work ends on a day.</summary>
    public Point Closing(LocalDate date, double confidence, LocalDate? other = null) =>
        Closing(calendar, date, confidence, other);

    /// <summary>When work begins on a day.</summary>
    public Point Opening(LocalDate date, double confidence) =>
        new(calendar.OpeningOf(date), confidence, [], "start of the working day");
}
