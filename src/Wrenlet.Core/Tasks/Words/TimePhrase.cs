using System.Collections.Immutable;
using NodaTime;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>A run of tokens that says when, and what it comes to.</summary>
/// <param name="From">First token.</param>
/// <param name="To">Token after the last.</param>
/// <param name="Due">By when; null when it says only from when.</param>
/// <param name="Start">From when; null when it says only by when.</param>
/// <param name="Repeats">RFC 5545 rule; null when once.</param>
internal sealed record TimePhrase(int From, int To, Point? Due, Point? Start, string? Repeats)
{
    /// <summary>The day, where one is said and no time of it.</summary>
    public DayWords? DayAlone { get; init; }

    /// <summary>The time of day, where one is said and no day.</summary>
    public ClockWords? ClockAlone { get; init; }

    /// <summary>The time of day that it is not before, where one is said and no day.</summary>
    public ClockWords? StartClock { get; init; }

    /// <summary>Whether it is the end of a week or month, and no day of its own.</summary>
    public bool IsPeriod { get; init; }

    /// <summary>Whether it is the moment of a milestone.</summary>
    public bool IsMilestone { get; init; }

    /// <summary>Whether it is counted from another time that is named before it: "two days before that".</summary>
    public bool IsFromAnother { get; init; }

    public bool Covers(int token) => token >= From && token < To;
}

/// <summary>A moment read from words, with how sure that is and what else it might be.</summary>
internal sealed record Point(Instant At, double Confidence, ImmutableArray<Instant> Others, string Note);

/// <summary>A day, as words name it.</summary>
/// <param name="To">Token after the last.</param>
/// <param name="Date">The day.</param>
/// <param name="PeriodEnd">Whether the words name the end of a week or month, so that "before" it means by it.</param>
/// <param name="PeriodStart">First day of a named period such as next week; null for a single day.</param>
/// <param name="Other">Another day it might be; null when there is none.</param>
internal sealed record DayWords(
    int To,
    LocalDate Date,
    bool PeriodEnd = false,
    LocalDate? PeriodStart = null,
    LocalDate? Other = null
)
{
    /// <summary>Whether the words can stand without a preposition.</summary>
    public bool StandsAlone { get; init; } = true;
}

/// <summary>A time of day, as words name it.</summary>
/// <param name="To">Token after the last.</param>
/// <param name="Time">The local time on a given day.</param>
/// <param name="BareHour">Hour from 0 to 12 when neither half of the day was said; null otherwise.</param>
internal sealed record ClockWords(int To, Func<LocalDate, LocalTime> Time, int? BareHour = null)
{
    /// <summary>Whether the words can stand without a preposition.</summary>
    public bool StandsAlone { get; init; }

    /// <summary>Whether only today can be meant: tonight, this afternoon.</summary>
    public bool Today { get; init; }

    /// <summary>The part of the day that is meant, where no time of it is said; null otherwise.</summary>
    public Half? Half { get; init; }
}

/// <summary>A part of the day: which of two times a bare hour is.</summary>
internal enum Half
{
    Morning,
    Evening,
    Night,
}
