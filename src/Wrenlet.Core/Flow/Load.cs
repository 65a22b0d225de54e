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
