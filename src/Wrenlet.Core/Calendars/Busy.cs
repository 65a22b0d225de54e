using NodaTime;

namespace Wrenlet.Core.Calendars;

/// <summary>What of the working time is taken.</summary>
public static class Busy
{
    /// <summary>Working time between two moments that these times take; where they overlap it is taken once.</summary>
    /// <param name="hours">The working time.</param>
    /// <param name="taken">Times that are taken, in any order; may overlap, and reach out of the working time.</param>
    /// <param name="from">Beginning of what is looked at.</param>
    /// <param name="until">Its end; not before its beginning.</param>
    public static Duration Within(
        WorkCalendar hours,
        IReadOnlyCollection<(Instant From, Instant Until)> taken,
        Instant from,
        Instant until
    )
    {
        ArgumentNullException.ThrowIfNull(hours);
        ArgumentNullException.ThrowIfNull(taken);
        var (sum, reached) = (Duration.Zero, from);
        foreach (var (begins, ends) in taken.OrderBy(t => t.From))
        {
            var (first, last) = (Instant.Max(begins, reached), Instant.Min(ends, until));
            if (last <= first)
                continue;
            sum += hours.Between(first, last);
            reached = last;
        }

        return sum;
    }
}
