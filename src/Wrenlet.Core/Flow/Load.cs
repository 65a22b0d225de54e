using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow;

/// <summary>Work that somebody is to do by a moment.</summary>
/// <param name="Task">Which task.</param>
/// <param name="Owners">Who owns it; crews and those without owners load nobody.</param>
/// <param name="Due">By when; undated work loads no day.</param>
/// <param name="Remaining">Working time that it still takes; null when nobody has said.</param>
public sealed record DueWork(TaskId Task, ImmutableArray<OwnerShare> Owners, Instant? Due, Duration? Remaining);

/// <summary>An open task, as far as laying out its work depends on it.</summary>
/// <param name="Task">Which task.</param>
/// <param name="Parent">The task that it is a part of; null for none.</param>
/// <param name="Owners">Who owns it; empty for nobody, and then whoever owns its whole.</param>
/// <param name="Due">By when; null for no moment of its own, and then by when its whole is due.</param>
/// <param name="Remaining">Working time that it still takes; null when nobody has said.</param>
/// <param name="HasParts">Whether there are parts that count.</param>
/// <param name="PercentDone">Share of its parts that is done, from 0 to 100; 0 without parts.</param>
public sealed record OpenWork(
    TaskId Task,
    TaskId? Parent,
    ImmutableArray<OwnerShare> Owners,
    Instant? Due,
    Duration? Remaining,
    bool HasParts = false,
    int PercentDone = 0
);

/// <summary>One person's day.</summary>
/// <param name="Day">Which day.</param>
/// <param name="Free">Working time on that day; none on leave, holidays and days off. Of today, what is left of
/// it.</param>
/// <param name="Work">Estimated work that is due on it.</param>
/// <param name="Tasks">The tasks that are due on it, with and without an estimate.</param>
/// <param name="OnLeave">Whether the person is on leave.</param>
public sealed record LoadedDay(LocalDate Day, Duration Free, Duration Work, ImmutableArray<TaskId> Tasks, bool OnLeave)
{
    /// <summary>Whether more is due than there is time for.</summary>
    public bool Over => Work > Free;
}

/// <summary>How much of people's days, without what meetings take, is taken by work that is due on them.</summary>
public static class Load
{
    private const int Deepest = 20;

    /// <summary>
    /// The work of tasks and of their parts, none of it twice: a part without a day or an owner has those of its whole,
    /// and a whole still takes what is left of it beside its open parts.
    /// </summary>
    /// <param name="open">All open tasks that are looked at.</param>
    public static ImmutableArray<DueWork> Lay(IEnumerable<OpenWork> open)
    {
        var tasks = open.ToDictionary(t => t.Task);
        var parts = tasks.Values.Where(t => t.Parent is not null).ToLookup(t => t.Parent!.Value);
        return
        [
            .. tasks.Values.Select(t => new DueWork(
                t.Task,
                Above(t, x => x.Owners.IsEmpty ? null : x.Owners.AsEnumerable())?.ToImmutableArray() ?? [],
                Above(t, x => x.Due is { } due ? (Instant?)due : null),
                Left(t)
            )),
        ];

        T? Above<T>(OpenWork task, Func<OpenWork, T?> of)
        {
            var at = task;
            for (var depth = 0; depth < Deepest; depth++)
            {
                if (of(at) is { } found)
                    return found;
                if (at.Parent is not { } whole || !tasks.TryGetValue(whole, out var above))
                    break;
                at = above;
            }

            return default;
        }

        Duration? Left(OpenWork task)
        {
            if (!task.HasParts || task.Remaining is not { } remaining)
                return task.Remaining;
            var inParts = parts[task.Task].Aggregate(Duration.Zero, (sum, p) => sum + (p.Remaining ?? Duration.Zero));
            return Duration.Max(remaining * ((100 - task.PercentDone) / 100.0) - inParts, Duration.Zero);
        }
    }

    /// <summary>
    /// A person's days in a row, from the day of a moment on. What is late stands on the first of them.
    /// </summary>
    /// <param name="person">Whose.</param>
    /// <param name="hours">Their working hours.</param>
    /// <param name="leaves">Their leave.</param>
    /// <param name="meetings">When they are in meetings; may overlap.</param>
    /// <param name="work">All work, others' too.</param>
    /// <param name="now">The moment.</param>
    /// <param name="days">How many days.</param>
    public static ImmutableArray<LoadedDay> Of(
        PersonId person,
        WorkCalendar hours,
        IReadOnlyCollection<Leave> leaves,
        IReadOnlyCollection<(Instant From, Instant Until)> meetings,
        IEnumerable<DueWork> work,
        Instant now,
        int days
    )
    {
        ArgumentNullException.ThrowIfNull(hours);
        ArgumentNullException.ThrowIfNull(leaves);
        ArgumentNullException.ThrowIfNull(work);
        var today = hours.DateOf(now);
        var byDay = work.Where(w => w.Due is not null && w.Owners.Any(o => o.Owner == new TaskOwner.OfPerson(person)))
            .Select(w => (Work: w, Day: hours.DateOf(w.Due!.Value) is var due && due < today ? today : due))
            .ToLookup(w => w.Day, w => w.Work);
        return
        [
            .. Enumerable
                .Range(0, days)
                .Select(n => today.PlusDays(n))
                .Select(day =>
                {
                    var onLeave = leaves.Any(l => l.Covers(day));
                    var (from, to) = (
                        hours.FirstMoment(day.AtMidnight()),
                        hours.FirstMoment(day.PlusDays(1).AtMidnight())
                    );
                    if (day == today && now > from)
                        from = now;
                    var free = onLeave
                        ? Duration.Zero
                        : hours.Between(from, to) - Busy.Within(hours, meetings, from, to);
                    var due = byDay[day].ToList();
                    return new LoadedDay(
                        day,
                        free,
                        due.Aggregate(Duration.Zero, (sum, w) => sum + Part(w, person)),
                        [.. due.Select(w => w.Task)],
                        onLeave
                    );
                }),
        ];
    }

    /// <summary>How much of a task's remaining work is one owner's: by their share, else the same for each.</summary>
    private static Duration Part(DueWork work, PersonId person)
    {
        if (work.Remaining is not { } left || left <= Duration.Zero)
            return Duration.Zero;
        var open = work.Owners.Where(o => !o.Done).ToList();
        if (open.Find(o => o.Owner == new TaskOwner.OfPerson(person)) is not { Owner: not null } own)
            return Duration.Zero;
        var said = open.Sum(o => o.Percent ?? 0);
        var without = open.Count(o => o.Percent is null);
        var share = own.Percent ?? Math.Max(0, 100.0 - said) / without;
        var whole = Math.Max(1, said + (without > 0 ? Math.Max(0, 100.0 - said) : 0));
        return left * (share / whole);
    }
}
