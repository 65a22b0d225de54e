using NodaTime;

namespace Wrenlet.Core.Calendars;

/// <summary>A stretch of working hours within one local day; a break is the gap between two shifts.</summary>
/// <param name="Start">Local time at which work begins.</param>
/// <param name="End">Local time at which work ends; <see cref="LocalTime.Midnight"/> means the end of the day.</param>
public readonly record struct Shift(LocalTime Start, LocalTime End)
{
    /// <summary>Whether the shift has a positive length within its day.</summary>
    public bool IsValid => EndsAtMidnight || End > Start;

    /// <summary>Whether the shift runs to the end of its day.</summary>
    public bool EndsAtMidnight => End == LocalTime.Midnight;
}
