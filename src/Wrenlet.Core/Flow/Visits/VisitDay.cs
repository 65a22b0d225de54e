using System.Collections.Immutable;
using NodaTime;

namespace Wrenlet.Core.Flow.Visits;

/// <summary>Something of a day that has a place.</summary>
/// <param name="Id">The task or the meeting.</param>
/// <param name="Window">When to arrive.</param>
/// <param name="Way">How long the way there takes, from where one was before.</param>
/// <param name="Stay">How long one is there.</param>
public readonly record struct VisitStop(Guid Id, VisitWindow Window, Duration Way, Duration Stay);

/// <summary>A stop in its place of the day.</summary>
/// <param name="Stop">The stop.</param>
/// <param name="Leave">When one leaves for it at the latest to be there as it begins; later where one is not done before.</param>
/// <param name="Arrive">When one is there.</param>
/// <param name="Done">When one is done there.</param>
/// <param name="Late">By how much one comes after its time; none where one is in time.</param>
public readonly record struct VisitLeg(VisitStop Stop, Instant Leave, Instant Arrive, Instant Done, Duration Late);

/// <summary>A person's way through a day.</summary>
public static class VisitDay
{
    /// <summary>Where nobody has said how long it takes.</summary>
    public static readonly Duration UsualStay = Duration.FromMinutes(30);

    /// <summary>The stops in the order of their times, each with the way to it.</summary>
    /// <param name="stops">Those of one day, in any order.</param>
    public static ImmutableArray<VisitLeg> Of(IEnumerable<VisitStop> stops)
    {
        ArgumentNullException.ThrowIfNull(stops);
        var legs = ImmutableArray.CreateBuilder<VisitLeg>();
        var free = Instant.MinValue;
        foreach (var stop in stops.OrderBy(s => s.Window.From).ThenBy(s => s.Window.Until).ThenBy(s => s.Id))
        {
            var leave = Instant.Max(free, stop.Window.From - stop.Way);
            var arrive = leave + stop.Way;
            free = arrive + stop.Stay;
            legs.Add(new(stop, leave, arrive, free, Duration.Max(Duration.Zero, arrive - stop.Window.Until)));
        }

        return legs.ToImmutable();
    }
}
