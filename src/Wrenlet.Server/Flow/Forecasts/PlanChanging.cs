using NodaTime;
using Wrenlet.Core.Flow.Forecasts;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Flow.Forecasts;

/// <summary>Reads changes that somebody would make to tasks, and makes them once they are agreed to.</summary>
internal sealed class PlanChanging(WriteQueue writes, WhoIsWho who, ForecastKeeping keeping, TaskMaking making)
{
    /// <summary>The changes as the forecast takes them; or why somebody cannot make them.</summary>
    public static (List<TaskChange> Changes, string? Refusal) Read(
        SqlSession session,
        IReadOnlyList<TaskChangeBody> given,
        Roster roster,
        Person by
    )
    {
        var changes = new List<TaskChange>();
        foreach (var one in given.DistinctBy(c => c.Task))
        {
            if (TaskStore.Find(session, new TaskId(one.Task)) is not { } task || !by.MaySee(task.Place, Thing.Working))
                return ([], "One of these tasks is gone, or you cannot see it. Discard the plan and begin again.");
            if (task.Progress.Over)
                continue;
            var change = new TaskChange(
                task.Id,
                one.Owner is { } o ? new PersonId(o) : null,
                one.Day is { } day
                    ? roster.Firm!.Calendar.OpeningOf(new LocalDate(day.Year, day.Month, day.Day))
                    : null,
                one.Minutes is { } minutes ? Duration.FromMinutes(minutes) : null,
                one.Dropped,
                one.Help is { } help ? new Help(new PersonId(help.Person), Duration.FromMinutes(help.Minutes)) : null
            );
            foreach (var person in new[] { change.Owner, change.Help?.Person }.OfType<PersonId>())
                if (roster.Find(person) is not { IsStaff: true })
                    return ([], $"Whoever is to do “{task.Title}” is not a colleague any more. Choose somebody else.");
            if (TaskViews.Unseeing(change.Of(task, Duration.Zero, task.Made), roster) is var (_, reason))
                return ([], reason);
            changes.Add(change);
        }

        return (changes, null);
    }

    /// <summary>Makes all of them, or none.</summary>
    /// <returns>Why none was made; null when all were.</returns>
    public async Task<string?> Apply(
        IReadOnlyList<TaskChangeBody> given,
        Person by,
        Instant at,
        CancellationToken cancelled
    )
    {
        var (forecast, _) = await keeping.Now(null, cancelled);
        var versions = given
            .Where(c => c.Version is not null)
            .DistinctBy(c => c.Task)
            .ToDictionary(c => c.Task, c => c.Version);
        return await writes.Run(w =>
        {
            var (changes, refusal) = Read(w.Session, given, who.Current, by);
            if (refusal is not null)
                return refusal;
            var wanted = changes
                .Select(c => (Change: c, Task: TaskStore.Find(w.Session, c.Task)!))
                .Select(c => (c.Task, Wanted: c.Change.Of(c.Task, forecast.LeftOf(c.Task.Id), at)))
                .ToList();
            foreach (var (task, to) in wanted)
            {
                if (versions.TryGetValue(task.Id.Value, out var seen) && seen != task.Version)
                    return $"“{task.Title}” has been changed meanwhile. Look at the plan again before you apply it.";
                if (TaskRefusals.Of(w.Session, by, task, to) is { } not)
                    return not;
            }

            foreach (var (task, to) in wanted)
                making.Write(w, task, to, by, at);
            return null;
        });
    }
}
