using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Dockets;

namespace Wrenlet.Core.Tasks;

/// <summary>An open task, as far as it matters for what to do next.</summary>
/// <param name="Id">Which.</param>
/// <param name="Title">What it is called in the reasons of others.</param>
/// <param name="Priority">How much it matters.</param>
/// <param name="Due">By when; null when it has no date.</param>
/// <param name="Remaining">Working time that it still takes; null when nobody has said.</param>
/// <param name="GateOf">Name of the stage that waits for it; null for none.</param>
/// <param name="BlockedBy">Tasks that must be done before it. Those that are not among the open ones block
/// nothing.</param>
/// <param name="Made">When it was made: the elder comes first where all else is the same.</param>
public sealed record OpenTask(
    TaskId Id,
    string Title,
    Priority Priority,
    Instant? Due,
    Duration? Remaining,
    string? GateOf,
    ImmutableArray<TaskId> BlockedBy,
    Instant Made
)
{
    /// <summary>What it waits for that comes from elsewhere, with the day; null for nothing.</summary>
    public string? Awaits { get; init; }
}

/// <summary>Where a task stands in what to do next, and why.</summary>
/// <param name="Id">Which.</param>
/// <param name="Reason">In one line.</param>
/// <param name="Blocked">Whether it has to wait for another.</param>
public sealed record NextStep(TaskId Id, string Reason, bool Blocked);

/// <summary>
/// What a person does next. Tasks stand by their slack: working time left until due, less the work that remains in
/// them.
/// What a gate waits for stands a working day earlier. What others wait for is as urgent as the most urgent of them, so
/// that
/// a blocked task always stands below what blocks it, and finishing a task that can be done never pushes another down.
/// What waits for something from elsewhere stands below all that can be done. Without a date a task counts by its priority.
/// The order is total: what it waits for, slack, priority, age, id.
/// </summary>
public static class NextOrder
{
    /// <summary>How much earlier a task stands that a gate waits for.</summary>
    public static readonly Duration GateRise = Duration.FromHours(8);

    private static readonly Duration Day = Duration.FromHours(8);
    private static readonly Duration Never = Duration.FromDays(10_000);

    /// <summary>The open tasks of one person in the order in which they are best done.</summary>
    /// <param name="tasks">Open tasks; any order, each once.</param>
    /// <param name="now">The moment.</param>
    /// <param name="calendar">Working hours that slack is counted in.</param>
    public static ImmutableArray<NextStep> Of(IReadOnlyCollection<OpenTask> tasks, Instant now, WorkCalendar calendar)
    {
        ArgumentNullException.ThrowIfNull(tasks);
        ArgumentNullException.ThrowIfNull(calendar);
        var open = tasks.ToDictionary(t => t.Id);
        var own = tasks.ToDictionary(t => t.Id, t => Slack(t, now, calendar));
        var waiting = tasks
            .SelectMany(t => t.BlockedBy.Where(open.ContainsKey).Select(b => (Blocker: b, Task: t)))
            .ToLookup(x => x.Blocker, x => x.Task);
        var held = new Dictionary<TaskId, bool>();
        List<OpenTask> order = [];
        var placed = new HashSet<TaskId>();
        // By their own urgency, each with all that blocks it just before it. Taking away what nothing blocks leaves the
        // rest as it was.
        foreach (var task in ByUrgency(tasks))
            Place(task);
        return
        [
            .. order
                .Select(t => (Task: t, Blockers: t.BlockedBy.Where(open.ContainsKey).Select(b => open[b]).ToList()))
                .Select(t => new NextStep(
                    t.Task.Id,
                    Reason(t.Task, own[t.Task.Id], [.. waiting[t.Task.Id]], t.Blockers, now, calendar),
                    t.Blockers.Count > 0 || t.Task.Awaits is not null
                )),
        ];

        IEnumerable<OpenTask> ByUrgency(IEnumerable<OpenTask> some) =>
            some.OrderBy(Held)
                .ThenBy(t => own[t.Id])
                .ThenBy(t => t.Priority)
                .ThenBy(t => t.Made)
                .ThenBy(t => t.Id.Value);

        // Whether it cannot be done before something comes from elsewhere, for itself or for what blocks it.
        bool Held(OpenTask task)
        {
            if (held.TryGetValue(task.Id, out var known))
                return known;
            held[task.Id] = task.Awaits is not null;
            return held[task.Id] |= task.BlockedBy.Where(open.ContainsKey).Any(b => Held(open[b]));
        }

        // In a ring of tasks that wait for one another, the most urgent is the one that is come upon first, and stands
        // last of them.
        void Place(OpenTask task)
        {
            if (!placed.Add(task.Id))
                return;
            foreach (var blocker in ByUrgency(task.BlockedBy.Where(open.ContainsKey).Select(b => open[b])))
                Place(blocker);
            order.Add(task);
        }
    }

    /// <summary>
    /// Whether a task is to be questioned: late by more than five working days, and nobody has said a word about it in
    /// that time.
    /// </summary>
    /// <param name="due">By when; null when it has no date, and then it is never late.</param>
    /// <param name="lastWord">When something was last said or changed of it; null for never.</param>
    /// <param name="now">The moment.</param>
    /// <param name="calendar">Working days that are counted.</param>
    public static bool IsStale(Instant? due, Instant? lastWord, Instant now, WorkCalendar calendar)
    {
        ArgumentNullException.ThrowIfNull(calendar);
        bool Long(Instant since) =>
            since < now && calendar.WorkingDaysBetween(calendar.DateOf(since), calendar.DateOf(now)) > 5;
        return due is { } moment && Long(moment) && (lastWord is not { } word || Long(word));
    }

    private static Duration Slack(OpenTask task, Instant now, WorkCalendar calendar)
    {
        var slack = task.Due is { } due
            ? (due >= now ? calendar.Between(now, due) : -calendar.Between(due, now))
                - (task.Remaining ?? Duration.Zero)
            : task.Priority switch
            {
                Priority.Critical => Duration.Zero,
                Priority.High => Day * 2,
                Priority.Normal => Day * 10,
                _ => Never,
            };
        return task.GateOf is null ? slack : slack - GateRise;
    }

    /// <summary>Two working days and less to the minute, more in working days.</summary>
    private static string Length(Duration time) =>
        time <= Day * 2 ? WorkingTimeWords.Of(time) : Texts.WorkingDays((int)(time / Day));

    private static string Reason(
        OpenTask task,
        Duration slack,
        IReadOnlyList<OpenTask> waiting,
        IReadOnlyList<OpenTask> blockers,
        Instant now,
        WorkCalendar calendar
    )
    {
        var parts = new List<string>();
        if (task.Awaits is { } awaited)
            parts.Add(Texts.NotThereYet(awaited));
        if (blockers.Count > 0)
            parts.Add(Texts.WaitsFor(blockers[0].Title, (blockers.Count > 1 ? Texts.AndMore(blockers.Count - 1) : "")));
        if (task.Due is { } due)
        {
            var label = DueStanding.At(now, due, calendar).Label;
            var spare = slack + (task.GateOf is null ? Duration.Zero : GateRise);
            if (due < now)
                parts.Add(label);
            else if (task.Remaining is { } work && work > Duration.Zero)
            {
                parts.Add(
                    spare < Duration.Zero
                        ? Texts.DueItsWorkNo(label, WorkingTimeWords.Of(work))
                        : Texts.DueSpareBesideIts(label, Length(spare), WorkingTimeWords.Of(work))
                );
            }
            else
                parts.Add(Texts.DueLeft(label, Length(spare)));
        }
        else
        {
            parts.Add(
                task.Priority switch
                {
                    Priority.Critical => Texts.CriticalSoCountsDue,
                    Priority.High => Texts.NoDateHighSo,
                    Priority.Normal => Texts.NoDate,
                    _ => Texts.NoDateNoHurry,
                }
            );
        }

        if (task.GateOf is { } stage)
            parts.Add(Texts.WaitsForIt(stage));
        if (waiting.Count > 0)
            parts.Add(
                Texts.WaitsForTitle(waiting[0].Title, (waiting.Count > 1 ? Texts.AndMore(waiting.Count - 1) : ""))
            );
        var line = string.Join("; ", parts);
        return char.ToUpperInvariant(line[0]) + line[1..] + ".";
    }
}
