using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow.Templates;

/// <summary>
/// A date of a task that follows what a template counted it from: a milestone that gets another date, or a stage that is
/// entered later. Once somebody sets the date by hand it follows no more.
/// </summary>
/// <param name="Task">The task.</param>
/// <param name="Starts">Whether it is the start; else the due moment.</param>
/// <param name="Date">What it is counted from, and how far.</param>
/// <param name="Given">The moment that was set by it last; null while there was none.</param>
public sealed record FollowingDate(TaskId Task, bool Starts, TemplateDate Date, Instant? Given)
{
    /// <summary>The task with the moment that follows from an origin; null where it stays as it is.</summary>
    /// <param name="task">The task as it is.</param>
    /// <param name="origin">The moment that the date is counted from; null where there is none any more.</param>
    /// <param name="calendar">Working time of the firm.</param>
    public WorkTask? Follow(WorkTask task, Instant? origin, WorkCalendar calendar)
    {
        ArgumentNullException.ThrowIfNull(task);
        var now = Starts ? task.Start : task.Due;
        // Set by hand, or over: it is no longer the template's.
        if (task.Progress.Over || now != Given)
            return null;
        var next = origin is { } from ? Date.When(from, Starts, calendar) : (Instant?)null;
        return next == now ? null
            : Starts ? task with { Start = next }
            : task with { Due = next };
    }
}
