using System.Collections.Frozen;
using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>A member of staff, as far as their time matters.</summary>
/// <param name="Id">Who.</param>
/// <param name="Hours">Their working hours.</param>
/// <param name="Crews">Crews whose work they can do.</param>
/// <param name="Leaves">When they are away.</param>
/// <param name="Meetings">When they are in meetings; may overlap.</param>
public sealed record ForecastPerson(
    PersonId Id,
    WorkCalendar Hours,
    ImmutableArray<CrewId> Crews,
    ImmutableArray<Leave> Leaves,
    ImmutableArray<(Instant From, Instant Until)> Meetings
)
{
    /// <summary>Whether they are on leave on all of some days on which they would work; false where they would on none.</summary>
    /// <param name="from">The first of the days.</param>
    /// <param name="until">The last of them.</param>
    public bool IsAway(LocalDate from, LocalDate until)
    {
        var working = Enumerable
            .Range(0, Period.DaysBetween(from, until) + 1)
            .Select(n => from.PlusDays(n))
            .Where(d => Hours.ShiftsOf(d).Any())
            .ToList();
        return working.Count > 0 && working.TrueForAll(d => Leaves.Any(l => l.Covers(d)));
    }
}

/// <summary>An answer that a docket waits for.</summary>
/// <param name="Entry">The entry that asks.</param>
/// <param name="Stage">The stage that waits for it; null where only the docket as a whole does.</param>
/// <param name="Asked">When it was asked.</param>
/// <param name="Due">By when an answer was wanted; null where nobody said.</param>
public sealed record ForecastAsk(EntryId Entry, StageId? Stage, Instant Asked, Instant? Due)
{
    /// <summary>Whose answer it waits for, by any name that stays the same; null where that is not one alone.</summary>
    public string? Of { get; init; }
}

/// <summary>An open docket, as far as it matters when it can be done.</summary>
/// <param name="Docket">The docket.</param>
/// <param name="Kind">Its kind.</param>
/// <param name="Milestones">What was promised of it.</param>
/// <param name="Asks">Answers that it waits for.</param>
public sealed record ForecastDocket(
    Docket Docket,
    Kind Kind,
    ImmutableArray<Milestone> Milestones,
    ImmutableArray<ForecastAsk> Asks
)
{
    /// <summary>Stages of it that are locked.</summary>
    public ImmutableArray<StageLock> Locks { get; init; } = [];

    /// <summary>What was lifted, and holds nothing up any more.</summary>
    public IReadOnlySet<LiftedGate> Lifted { get; init; } = FrozenSet<LiftedGate>.Empty;
}

/// <summary>All that a forecast is made of, at one moment.</summary>
/// <param name="Now">The moment.</param>
/// <param name="Firm">The firm's hours.</param>
/// <param name="People">All staff.</param>
/// <param name="Tasks">All open tasks, of whichever docket or none.</param>
/// <param name="Dockets">All open dockets.</param>
/// <param name="Experience">What others took.</param>
public sealed record ForecastInput(
    Instant Now,
    WorkCalendar Firm,
    ImmutableArray<ForecastPerson> People,
    ImmutableArray<WorkTask> Tasks,
    ImmutableArray<ForecastDocket> Dockets,
    Experience Experience
)
{
    /// <summary>What open tasks wait for that comes from elsewhere.</summary>
    public ImmutableArray<DatedWait> Waits { get; init; } = [];

    /// <summary>When open tasks are done that are visits: nothing moves those.</summary>
    public IReadOnlyDictionary<TaskId, (Instant From, Instant Until)> Visits { get; init; } =
        FrozenDictionary<TaskId, (Instant From, Instant Until)>.Empty;

    /// <summary>How long others took to answer.</summary>
    public Patience Answers { get; init; } = Patience.None;

    /// <summary>How what came from elsewhere kept the day that was said.</summary>
    public Patience Arrivals { get; init; } = Patience.None;

    /// <summary>What comes between.</summary>
    public Unrest Unrest { get; init; } = Unrest.Usual;

    /// <summary>Minutes from now to a moment, rounded up; none for what is past.</summary>
    public int Minutes(Instant moment) =>
        moment <= Now ? 0 : (int)Math.Min(WorkAxis.Endless / 2, Math.Ceiling((moment - Now).TotalMinutes));

    /// <summary>The moment that is so many minutes from now.</summary>
    public Instant Moment(int minutes) => Now + Duration.FromMinutes(minutes);
}
