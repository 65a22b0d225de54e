using NodaTime;
using Wrenlet.Core.Calendars;

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
    public Exchange Received(Instant at) => this with { WaitingSince = WaitingSince ?? at, LastIn = at, NothingDue = null };

    /// <summary>The exchange after we replied.</summary>
    public Exchange Replied(Instant at) => this with { WaitingSince = null, LastOut = at, NothingDue = null };

    /// <summary>The exchange after staff said that nothing more is due.</summary>
    public Exchange Settled(Instant at) => this with { WaitingSince = null, NothingDue = at };

    /// <summary>Whose move it is.</summary>
    public Turn Turn => (WaitingSince, NothingDue, LastOut) switch
    {
        ({ }, _, _) => Turn.Ours,
        (null, null, { }) => Turn.Theirs,
        _ => Turn.Nobodys,
    };
}

/// <summary>How soon a queue answers.</summary>
/// <param name="FirstReply">Working time until the first reply to a party.</param>
/// <param name="LaterReply">Working time until each later one.</param>
public sealed record ResponseGoal(Duration FirstReply, Duration LaterReply);

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
/// <param name="Due">The moment at which the goal is missed.</param>
/// <param name="Goal">Working time allowed.</param>
/// <param name="Left">Working time left; negative when late.</param>
/// <param name="State">Well, soon or late.</param>
/// <param name="Reason">The sum in words.</param>
public sealed record ResponseClock(Instant Due, Duration Goal, Duration Left, ClockState State, string Reason)
{
    /// <summary>The clock of an exchange at a moment; null when it is not our turn and no clock runs.</summary>
    public static ResponseClock? At(Instant now, Exchange exchange, ResponseGoal goal, WorkCalendar calendar)
    {
        if (exchange.WaitingSince is not { } since) return null;
        var allowed = exchange.LastOut is null ? goal.FirstReply : goal.LaterReply;
        var due = calendar.Add(since, allowed);
        var left = calendar.Between(now, due);
        var state = now > due ? ClockState.Late : left * 4 < allowed ? ClockState.Soon : ClockState.Well;
        var used = calendar.Between(since, now);
        var reason = $"{WorkingTimeWords.Of(used)} of {WorkingTimeWords.Of(allowed)} working time used; "
            + (exchange.LastOut is null ? "this is the first reply" : "we have replied before");
        return new ResponseClock(due, allowed, left, state, reason);
    }
}
