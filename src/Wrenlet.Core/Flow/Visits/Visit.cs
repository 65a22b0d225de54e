using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Flow.Visits;

/// <summary>A time in which somebody comes.</summary>
/// <param name="From">Not before.</param>
/// <param name="Until">Not after.</param>
public readonly record struct VisitWindow(Instant From, Instant Until)
{
    /// <summary>"Tue 21 Apr, 09:00 to 11:00".</summary>
    /// <param name="calendar">The firm's days and zone.</param>
    /// <param name="now">The moment.</param>
    public string Words(WorkCalendar calendar, Instant now)
    {
        ArgumentNullException.ThrowIfNull(calendar);
        var (from, until) = (From.InZone(calendar.Zone).LocalDateTime, Until.InZone(calendar.Zone).LocalDateTime);
        return Texts.Window(
            DateWords.Day(from.Date, calendar.DateOf(now)),
            DateWords.Time(from.TimeOfDay),
            DateWords.Time(until.TimeOfDay)
        );
    }
}

/// <summary>How a visit stands.</summary>
public enum VisitState
{
    /// <summary>We have planned it, and told nobody.</summary>
    Planned,

    /// <summary>It is offered, and not answered.</summary>
    Offered,

    /// <summary>They have chosen a time.</summary>
    Agreed,

    /// <summary>They want another time than any that was offered.</summary>
    AnotherTime,

    /// <summary>They were told that we are on our way.</summary>
    OnOurWay,
}

/// <summary>How a visit stands, by what was answered to its offer.</summary>
/// <param name="State">How.</param>
/// <param name="Window">The time that holds: the one that was chosen, else the first that was planned.</param>
/// <param name="Reply">What they wrote with their answer; empty for nothing.</param>
public readonly record struct VisitStanding(VisitState State, VisitWindow Window, string Reply);

/// <summary>A task that is done at its customer's: where, when, and how long the way is.</summary>
/// <param name="Task">The task.</param>
/// <param name="Place">Where to.</param>
/// <param name="Window">When, as planned first.</param>
/// <param name="Way">How long the way there takes.</param>
/// <param name="SetBy">Who planned it.</param>
/// <param name="Version">Counts its changes.</param>
public sealed record Visit(TaskId Task, string Place, VisitWindow Window, Duration Way, PersonId SetBy, int Version)
{
    /// <summary>The longest place.</summary>
    public const int LongestPlace = 200;

    /// <summary>As many times are offered at once at the most, the planned one with them.</summary>
    public const int MostOffered = 4;

    /// <summary>A window that is longer is none.</summary>
    public static readonly Duration LongestWindow = Duration.FromHours(14);

    /// <summary>A way that is longer is a journey.</summary>
    public static readonly Duration LongestWay = Duration.FromHours(12);

    /// <summary>Other times that were offered with the planned one.</summary>
    public ImmutableArray<VisitWindow> Others { get; init; } = [];

    /// <summary>The entry that offers it, which may not have been said yet; null where it is not offered.</summary>
    public EntryId? Offer { get; init; }

    /// <summary>When they were told that we are on our way; null while they were not.</summary>
    public Instant? OnWay { get; init; }

    /// <summary>All times that are offered, the planned one first.</summary>
    public ImmutableArray<VisitWindow> Offered => [Window, .. Others];

    /// <summary>
    /// The same, in place of another plan for it: what was offered counts no more where the times are others, and nobody is on the
    /// way to those.
    /// </summary>
    /// <param name="before">How it was planned; null where it was not.</param>
    public Visit InPlaceOf(Visit? before) =>
        this with
        {
            Offer =
                before is not null && before.Offer == Offer && !before.Offered.SequenceEqual(Offered) ? null : Offer,
            OnWay = before is not null && before.Offered.SequenceEqual(Offered) ? before.OnWay : null,
        };

    /// <summary>How it stands.</summary>
    /// <param name="asked">How the ask of its offer stands; null where it was never said, or is gone.</param>
    public VisitStanding At(AskStanding? asked)
    {
        var standing = asked switch
        {
            { State: AskState.Open } => new VisitStanding(VisitState.Offered, Window, ""),
            { State: AskState.Decided, Winners: [var chosen, ..] } => chosen < Offered.Length
                ? new(VisitState.Agreed, Offered[chosen], Words(asked))
                : new(VisitState.AnotherTime, Window, Words(asked)),
            _ => new(VisitState.Planned, Window, ""),
        };
        return OnWay is null ? standing : standing with { State = VisitState.OnOurWay };
    }

    /// <summary>Why it cannot be planned so, in a sentence; null when it can.</summary>
    /// <param name="now">The moment.</param>
    /// <param name="calendar">The firm's days.</param>
    public string? Refuses(Instant now, WorkCalendar calendar)
    {
        ArgumentNullException.ThrowIfNull(calendar);
        return Place.Length == 0 ? Texts.SayWhere
            : Offered.Length > MostOffered ? Texts.TooManyTimes(MostOffered)
            : Offered.Any(w => w.Until <= w.From) ? Texts.EndsBeforeItBegins
            : Offered.Any(w => w.Until - w.From > LongestWindow || calendar.DateOf(w.From) != calendar.DateOf(w.Until))
                ? Texts.NotOnOneDay
            : Offered.Any(w => w.Until <= now) ? Texts.TimeIsOver
            : Offered.Distinct().Count() < Offered.Length ? Texts.SameTimeTwice
            : Way < Duration.Zero || Way > LongestWay ? Texts.WayTooLong
            : null;
    }

    /// <summary>Why it cannot be said now that we are on our way, in a sentence; null when it can.</summary>
    /// <param name="from">When one is to be there.</param>
    /// <param name="now">The moment.</param>
    /// <param name="calendar">The firm's days.</param>
    public static string? RefusesOnWay(Instant from, Instant now, WorkCalendar calendar)
    {
        ArgumentNullException.ThrowIfNull(calendar);
        return calendar.DateOf(from) == calendar.DateOf(now) ? null : Texts.NotToday;
    }

    private static string Words(AskStanding asked) =>
        asked.Parts.Select(p => p.Reply?.Words ?? "").FirstOrDefault(w => w.Length > 0) ?? "";
}
