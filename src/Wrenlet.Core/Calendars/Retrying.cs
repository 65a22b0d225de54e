using NodaTime;

namespace Wrenlet.Core.Calendars;

/// <summary>
/// How long what failed rests before it is tried again: longer each time (exponential backoff), up to a limit after
/// which only a person tries it again.
/// </summary>
public static class Retrying
{
    /// <summary>How often something is tried by itself. With the pauses between, that takes about eleven hours.</summary>
    public const int MostTries = 20;

    private static readonly Duration Shortest = Duration.FromSeconds(4);
    private static readonly Duration Longest = Duration.FromHours(1);

    /// <summary>How long it rests after it has failed.</summary>
    /// <param name="tries">How often it has failed by now, at least once.</param>
    /// <returns>From four seconds to an hour; null when it is not tried again by itself.</returns>
    /// <exception cref="ArgumentOutOfRangeException">It has not failed.</exception>
    public static Duration? PauseAfter(int tries)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(tries, 1);
        if (tries >= MostTries)
            return null;
        // 2^10 times the shortest is longer than the longest; beyond that the power need not be taken.
        return Duration.Min(Longest, Shortest * (1 << Math.Min(10, tries - 1)));
    }
}
