using NodaTime;

namespace Wrenlet.Core.Calendars;

/// <summary>What is done once a night.</summary>
public static class Nightly
{
    /// <summary>
    /// Whether it is due: its hour has passed since it was done, and since it was tried. A night that was missed is made up
    /// for once; what failed is tried again the next night.
    /// </summary>
    /// <param name="done">When it was done last; null for never.</param>
    /// <param name="tried">When it was tried last, in vain or not; null for not yet.</param>
    /// <param name="now">The present moment.</param>
    /// <param name="at">Its hour, in the zone's time; where the clock is put forward over it, the moment after.</param>
    /// <param name="zone">The firm's time zone.</param>
    public static bool IsDue(Instant? done, Instant? tried, Instant now, LocalTime at, DateTimeZone zone)
    {
        ArgumentNullException.ThrowIfNull(zone);
        var local = now.InZone(zone).LocalDateTime;
        var night = local.TimeOfDay >= at ? local.Date : local.Date.PlusDays(-1);
        var last = (night + at).InZoneLeniently(zone).ToInstant();
        return !(done >= last) && !(tried >= last);
    }
}
