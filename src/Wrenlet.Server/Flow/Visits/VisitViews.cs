using System.ComponentModel.DataAnnotations;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Flow.Visits;
using Wrenlet.Server.People;

namespace Wrenlet.Server.Flow.Visits;

/// <summary>A time in which somebody comes.</summary>
public sealed record WindowBody(DateTimeOffset From, DateTimeOffset Until)
{
    internal VisitWindow Read() => new(Instant.FromDateTimeOffset(From), Instant.FromDateTimeOffset(Until));
}

/// <summary>A task that is to be done at its customer's.</summary>
/// <param name="Place">Where to.</param>
/// <param name="WayMinutes">How long the way there takes.</param>
/// <param name="Others">Other times that are offered with it; null for none.</param>
/// <param name="Offer">The entry that is about to offer it; null where it is not offered.</param>
public sealed record VisitBody(
    [property: StringLength(Visit.LongestPlace)] string Place,
    DateTimeOffset From,
    DateTimeOffset Until,
    [property: Range(0, 720)] int WayMinutes = 0,
    [property: MaxLength(10)] IReadOnlyList<WindowBody>? Others = null,
    Guid? Offer = null
);

/// <summary>A time in which somebody comes, as shown.</summary>
/// <param name="Words">In words, as it is offered.</param>
public sealed record WindowView(DateTimeOffset From, DateTimeOffset Until, string Words)
{
    internal static WindowView Of(VisitWindow window, WorkCalendar calendar, Instant now) =>
        new(window.From.ToDateTimeOffset(), window.Until.ToDateTimeOffset(), window.Words(calendar, now));
}

/// <summary>A visit as shown.</summary>
/// <param name="Window">The time that holds.</param>
/// <param name="Offered">All times that are offered, or would be, the planned one first.</param>
/// <param name="State">planned, offered, agreed, another-time or on-our-way.</param>
/// <param name="Reply">What they wrote with their answer; empty for nothing.</param>
/// <param name="Entry">The entry that offers it; null while it was not said.</param>
/// <param name="With">The conversation that it is offered in; null while it was not said.</param>
/// <param name="Today">Whether it is today.</param>
/// <param name="Version">To be sent back as If-Match.</param>
public sealed record VisitView(
    Guid Task,
    string Place,
    WindowView Window,
    IReadOnlyList<WindowView> Offered,
    int WayMinutes,
    string State,
    string Reply,
    Guid? Entry,
    Guid? With,
    bool Today,
    string? Version = null
) : IVersioned;

/// <summary>A party that a visit can be offered to.</summary>
/// <param name="Conversation">Where it is offered.</param>
/// <param name="Contacts">Whom it is asked of.</param>
public sealed record VisitPartyView(Guid Conversation, string Name, IReadOnlyList<Guid> Contacts);

/// <summary>A task's visit, and to whom it can be offered.</summary>
/// <param name="Visit">Null where it is none.</param>
public sealed record TaskVisitView(VisitView? Visit, IReadOnlyList<VisitPartyView> Parties);

/// <summary>How long somebody's way to a meeting is.</summary>
/// <param name="OnWay">Whether they have told that they are on it.</param>
public sealed record WayBody([property: Range(0, 720)] int Minutes, bool OnWay = false);

/// <summary>A stop of a person's day: a visit, or a meeting at a place.</summary>
/// <param name="Task">The task of a visit; null for a meeting.</param>
/// <param name="Meeting">The meeting; null for a visit.</param>
/// <param name="When">When one is to be there, in words.</param>
/// <param name="Leave">When one leaves for it.</param>
/// <param name="Arrive">When one is there.</param>
/// <param name="LateMinutes">By how much one comes after its time; 0 where one is in time.</param>
/// <param name="State">How a visit stands; null for a meeting.</param>
/// <param name="Party">Who can be told that one is on the way; null where nobody outside knows of it, and where they were.</param>
public sealed record DayStopView(
    Guid? Task,
    Guid? Meeting,
    string Title,
    string? Docket,
    string Place,
    string When,
    int WayMinutes,
    DateTimeOffset Leave,
    DateTimeOffset Arrive,
    DateTimeOffset Done,
    int LateMinutes,
    string? State,
    VisitPartyView? Party
);
