using NodaTime;
using Wrenlet.Core.Tasks;
using Wrenlet.Formats.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>
/// Tasks that repeat: the first begins a series, and each that is done or whose time has come is followed by the next.
/// </summary>
internal static class Series
{
    /// <summary>
    /// A task that repeats as one of a series, begun where it was in none; a task that repeats no more leaves its own.
    /// </summary>
    public static WorkTask Begun(SqlSession session, WorkTask task, Roster roster)
    {
        if (task.Repeats is null)
            return task.Series is null ? task : task with { Series = null, Occurrence = null };
        if (task.Series is not null)
            return task;
        var calendar = roster.Firm!.Calendar;
        var first = task.Due ?? calendar.ClosingOf(calendar.DateOf(task.Made));
        return task with { Series = SeriesStore.AddSeries(session, first), Occurrence = first };
    }

    /// <summary>The moment of the rule that follows a task's own; null where there is none any more.</summary>
    public static Instant? NextMoment(SqlSession session, WorkTask task, Roster roster)
    {
        if (
            task is not { Series: { } series, Occurrence: { } occurrence, Repeats: { } rule }
            || Repeating.Read(rule) is not { } repeating
        )
            return null;
        if (SeriesStore.FindSeries(session, series) is not var (first, _, skipped))
            return null;
        return repeating.Next(first, occurrence, skipped, roster.Firm!.Calendar);
    }

    /// <summary>
    /// The task that follows one, with its own dates, and whether its series goes by time; null where none follows, or
    /// it is there already.
    /// </summary>
    public static (WorkTask Task, bool ByTime)? Next(SqlSession session, WorkTask task, Roster roster)
    {
        if (
            NextMoment(session, task, roster) is not { } moment
            || SeriesStore.OfSeries(session, task.Series!.Value, moment) is not null
        )
            return null;
        var next = task with
        {
            Key = 0,
            Id = new TaskId(Guid.CreateVersion7()),
            State = TaskState.NeedsAction,
            StateBefore = null,
            Finished = null,
            Version = 1,
            Due = moment,
            Start = task is { Start: { } start, Occurrence: { } occurrence } ? moment + (start - occurrence) : null,
            Owners = [.. task.Owners.Select(o => o with { Done = false })],
            Spent = Duration.Zero,
            Worklist = null,
            Wanted = null,
            Reminded = null,
            DueSince = null,
            Occurrence = moment,
            BlockedBy = [],
        };
        return (next, SeriesStore.FindSeries(session, task.Series.Value)!.Value.ByTime);
    }
}
