using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Dockets;

namespace Wrenlet.Core.Flow.Templates;

/// <summary>What a date of a template is counted from. A closed set of cases.</summary>
public abstract record DateOrigin
{
    private DateOrigin() { }

    /// <summary>The moment the template is used.</summary>
    public sealed record Start : DateOrigin;

    /// <summary>A milestone of the docket; it may have no date yet.</summary>
    public sealed record OfMilestone(MilestoneId Milestone) : DateOrigin;

    /// <summary>The moment the docket enters a stage, which may be yet to come.</summary>
    public sealed record OfStage(StageId Stage) : DateOrigin;
}

/// <summary>What an offset is counted in.</summary>
public enum DateUnit
{
    /// <summary>Days on which the firm works.</summary>
    WorkingDays,

    /// <summary>Days of the calendar.</summary>
    Days,

    /// <summary>Weeks of the calendar.</summary>
    Weeks,

    /// <summary>Months of the calendar.</summary>
    Months,
}

/// <summary>A date by its distance from something.</summary>
/// <param name="From">What it is counted from.</param>
/// <param name="Offset">How many, below 0 for before; within <see cref="MostOffset"/>.</param>
/// <param name="Unit">Of what.</param>
/// <param name="Time">Time of day; null for the usual one: a start is when work begins that day, an end when it
/// ends.</param>
public sealed record TemplateDate(DateOrigin From, int Offset, DateUnit Unit, LocalTime? Time = null)
{
    /// <summary>The farthest offset, either way.</summary>
    public const int MostOffset = 1_000;

    /// <summary>
    /// The moment that is meant. A day on which the firm does not work gives way: to the working day before it where it
    /// is counted back from something, else to the one after.
    /// </summary>
    /// <param name="origin">The moment that it is counted from.</param>
    /// <param name="starts">Whether it is the start of something, rather than when it is due.</param>
    /// <param name="calendar">Working time of the firm.</param>
    public Instant When(Instant origin, bool starts, WorkCalendar calendar)
    {
        ArgumentNullException.ThrowIfNull(calendar);
        // What is wanted by a milestone itself is wanted by its own hour.
        if (Offset == 0 && Time is null && From is DateOrigin.OfMilestone)
            return origin;
        var from = calendar.DateOf(origin);
        var day = Unit switch
        {
            DateUnit.WorkingDays => Offset == 0 ? from : calendar.AddWorkingDays(from, Offset),
            DateUnit.Days => from.PlusDays(Offset),
            DateUnit.Weeks => from.PlusWeeks(Offset),
            _ => from.PlusMonths(Offset),
        };
        if (!calendar.IsWorkingDay(day))
            day = Offset < 0 ? calendar.WorkingDayBefore(day) : calendar.WorkingDayFrom(day);
        return Time is { } time ? calendar.FirstMoment(day + time)
            : starts ? calendar.OpeningOf(day)
            : calendar.ClosingOf(day);
    }

    /// <summary>The date in words, such as "2 working days before delivery".</summary>
    /// <param name="kind">The kind whose milestones and stages it names.</param>
    public string Words(Kind kind)
    {
        ArgumentNullException.ThrowIfNull(kind);
        var (event_, on) = From switch
        {
            DateOrigin.OfMilestone { Milestone: var id } => (
                kind.Milestones.FirstOrDefault(m => m.Id == id)?.Name ?? Texts.GoneMilestone,
                Texts.By
            ),
            DateOrigin.OfStage { Stage: var id } => (Texts.ItEnters(kind.Find(id)?.Name), Texts.TheDay),
            _ => (Texts.ItBegins, Texts.TheDay),
        };
        var words = Offset == 0 ? $"{on} {event_}" : Texts.Distance(Offset, Unit, event_);
        return Time is { } time ? $"{words}, {DateWords.Time(time)}" : words;
    }
}
