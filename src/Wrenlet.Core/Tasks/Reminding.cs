using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks;

/// <summary>When somebody is reminded of a task.</summary>
/// <param name="Before">Working time before it is due; zero for not before.</param>
/// <param name="Again">Working time after which they are reminded again and again until it is done; zero for never
/// again.</param>
public readonly record struct Reminders(Duration Before, Duration Again)
{
    /// <summary>Half a working day before, and once each working day after.</summary>
    public static readonly Reminders Usual = new(Duration.FromHours(4), Duration.FromHours(8));
}

/// <summary>A reminder that is due.</summary>
/// <param name="At">The moment for which it was meant.</param>
/// <param name="Nth">0 before it is due, 1 when it is, and one more each time after.</param>
public readonly record struct Reminder(Instant At, int Nth)
{
    /// <summary>From which one on the next up is told as well.</summary>
    public const int NextFrom = 3;

    /// <summary>From which one on the one after them is told too.</summary>
    public const int LastFrom = 6;

    /// <summary>
    /// Who is told of a task that stays late beside its owners, one after the other: who asked for it, then who owns its
    /// docket. Who owns the task is not next up of it.
    /// </summary>
    /// <param name="askedBy">Who asked for it.</param>
    /// <param name="docketOwner">Who owns its docket; null for nobody, or where it has none.</param>
    /// <param name="owners">The people who own the task; where there are none, the first is told at once.</param>
    public IEnumerable<PersonId> NextUp(PersonId askedBy, PersonId? docketOwner, IReadOnlyCollection<PersonId> owners)
    {
        ArgumentNullException.ThrowIfNull(owners);
        PersonId?[] all = [askedBy, docketOwner];
        var up = all.OfType<PersonId>().Distinct().Where(p => !owners.Contains(p));
        return up.Take(
            Nth >= LastFrom ? 2
            : Nth >= NextFrom || owners.Count == 0 ? 1
            : 0
        );
    }

    /// <summary>
    /// The reminder to give now: the latest whose moment has come and that was not given yet, so that after a time
    /// without
    /// the server each task is reminded of once and not once for every time that was missed.
    /// </summary>
    /// <param name="due">By when the task is.</param>
    /// <param name="given">For which moment somebody was last reminded; null for never.</param>
    /// <param name="since">Since when this due moment stands: what lay before that is not reminded of.</param>
    /// <param name="reminders">When to remind.</param>
    /// <param name="now">The moment.</param>
    /// <param name="calendar">Working hours that are counted.</param>
    /// <returns>Null when none is to be given.</returns>
    public static Reminder? Of(
        Instant due,
        Instant? given,
        Instant since,
        Reminders reminders,
        Instant now,
        WorkCalendar calendar
    )
    {
        ArgumentNullException.ThrowIfNull(calendar);
        Reminder? latest = null;
        if (
            reminders.Before > Duration.Zero
            && calendar.Subtract(due, reminders.Before) is var before
            && before <= now
            && before < due
        )
            latest = new(before, 0);
        if (due <= now)
            latest = new(due, 1);
        if (reminders.Again > Duration.Zero && due < now)
        {
            var times = (int)Math.Min(10_000, Math.Floor(calendar.Between(due, now) / reminders.Again));
            if (times > 0)
                latest = new(calendar.Add(due, reminders.Again * times), times + 1);
        }

        return latest is { } reminder && reminder.At >= since && (given is not { } last || reminder.At > last)
            ? reminder
            : null;
    }
}
