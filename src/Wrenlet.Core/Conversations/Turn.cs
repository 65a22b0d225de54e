using System.Collections.Immutable;
using System.Globalization;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>Whose move it is in an outside conversation.</summary>
public enum Turn
{
    /// <summary>They wrote last: we owe a word.</summary>
    Ours,

    /// <summary>We wrote last: they owe a word.</summary>
    Theirs,

    /// <summary>Nothing more is due.</summary>
    Nobodys,
}

/// <summary>The moments of an outside conversation from which turn and clock follow.</summary>
/// <param name="WaitingSince">Arrival of the first message that no reply has followed; null when none waits.</param>
/// <param name="LastIn">When the party last wrote; null when never.</param>
/// <param name="LastOut">When we last replied; null when never.</param>
/// <param name="NothingDue">When staff said that nothing more is due; null when not said.</param>
public readonly record struct Exchange(Instant? WaitingSince, Instant? LastIn, Instant? LastOut, Instant? NothingDue)
{
    /// <summary>Nothing has been said yet.</summary>
    public static readonly Exchange None;

    /// <summary>The exchange after a message came in.</summary>
    public Exchange Received(Instant at) =>
        this with
        {
            WaitingSince = WaitingSince ?? at,
            LastIn = at,
            NothingDue = null,
        };

    /// <summary>The exchange after we replied.</summary>
    public Exchange Replied(Instant at) => this with { WaitingSince = null, LastOut = at, NothingDue = null };

    /// <summary>The exchange after staff said that nothing more is due.</summary>
    public Exchange Settled(Instant at) => this with { WaitingSince = null, NothingDue = at };

    /// <summary>Whose move it is.</summary>
    public Turn Turn =>
        (WaitingSince, NothingDue, LastOut) switch
        {
            ({ }, _, _) => Turn.Ours,
            (null, null, { }) => Turn.Theirs,
            _ => Turn.Nobodys,
        };
}

/// <summary>How a response clock stands.</summary>
public enum ClockState
{
    /// <summary>More than a quarter of the goal is left.</summary>
    Well,

    /// <summary>Less than a quarter is left.</summary>
    Soon,

    /// <summary>The goal is missed.</summary>
    Late,
}

/// <summary>Working time left until the queue's goal is missed.</summary>
/// <param name="Since">Arrival of the first message that waits.</param>
/// <param name="Soon">The moment at which less than a quarter of the goal is left.</param>
/// <param name="Due">The moment at which the goal is missed.</param>
/// <param name="Goal">Working time allowed.</param>
/// <param name="Left">Working time left; negative when late.</param>
/// <param name="State">Well, soon or late.</param>
/// <param name="First">Whether this is the first reply to the party.</param>
public sealed record ResponseClock(
    Instant Since,
    Instant Soon,
    Instant Due,
    Duration Goal,
    Duration Left,
    ClockState State,
    bool First
)
{
    private const int MostDays = 4;

    /// <summary>Its states in their order, with the moment from which each holds.</summary>
    public ImmutableArray<(ClockState State, Instant From)> Steps =>
        [(ClockState.Well, Since), (ClockState.Soon, Soon), (ClockState.Late, Due)];

    /// <summary>The clock of an exchange at a moment; null when it is not our turn and no clock runs.</summary>
    public static ResponseClock? At(Instant now, Exchange exchange, ResponseGoal goal, WorkCalendar calendar)
    {
        if (exchange.WaitingSince is not { } since)
            return null;
        var first = exchange.LastOut is null;
        var allowed = first ? goal.FirstReply : goal.LaterReply;
        var due = calendar.Add(since, allowed);
        var left = calendar.Between(now, due);
        var state =
            now > due ? ClockState.Late
            : left * 4 < allowed ? ClockState.Soon
            : ClockState.Well;
        return new ResponseClock(since, calendar.Add(since, allowed * 3 / 4), due, allowed, left, state, first);
    }

    /// <summary>
    /// The sum in words, day by day: "arrived Mon 16:40; 20 min on Mon, 25 min today: 45 min of 1 h for the first
    /// reply".
    /// </summary>
    /// <param name="now">The moment the clock was read at.</param>
    /// <param name="calendar">The queue's working time.</param>
    public string Explain(Instant now, WorkCalendar calendar)
    {
        var zone = calendar.Zone;
        var today = now.InZone(zone).Date;
        var arrived = Since.InZone(zone);
        var days = new List<(LocalDate Day, Duration Used)>();
        for (var from = Since; from < now; )
        {
            var day = from.InZone(zone).Date;
            var next = calendar.FirstMoment(day.PlusDays(1).AtMidnight());
            var until = Instant.Min(now, next);
            if (calendar.Between(from, until) is var used && used > Duration.Zero)
                days.Add((day, used));
            if (until <= from)
                break;
            from = until;
        }

        var parts = days.Skip(Math.Max(0, days.Count - MostDays))
            .Select(d => $"{WorkingTimeWords.Of(d.Used)} {(d.Day == today ? "today" : Texts.On(DayName(d.Day)))}")
            .ToList();
        if (days.Count > MostDays)
            parts.Insert(
                0,
                Texts.OnDaysBefore(
                    WorkingTimeWords.Of(
                        days.Take(days.Count - MostDays).Aggregate(Duration.Zero, (sum, d) => sum + d.Used)
                    ),
                    days.Count - MostDays
                )
            );
        var when =
            (arrived.Date == today ? "today" : DayName(arrived.Date))
            + arrived.ToString(" HH:mm", CultureInfo.InvariantCulture);
        var total = Texts.OfUsed(WorkingTimeWords.Of(calendar.Between(Since, now)), WorkingTimeWords.Of(Goal));
        var sum =
            parts.Count == 0
                ? Texts.NoWorkingTimeUsed
                : string.Join(", ", parts)
                    + (parts.Count > 1 || days.Count > MostDays ? Texts.Together(total) : $": {total}");
        return Texts.ArrivedGoalFirstReply(when, sum, First);

        string DayName(LocalDate day) =>
            Period.DaysBetween(day, today) < 7
                ? day.ToString("ddd", CultureInfo.InvariantCulture)
                : day.ToString("ddd d MMM", CultureInfo.InvariantCulture);
    }
}
