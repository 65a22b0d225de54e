using System.Collections.Immutable;
using NodaTime;

namespace Wrenlet.Core.Alerts;

/// <summary>
/// Puts alerts that came together from one place into one line, so that ten events at once are one thing to look at.
/// </summary>
public static class AlertLines
{
    /// <summary>How many there must be for a line of their own.</summary>
    public const int AtLeast = 3;

    /// <summary>How long after one another two alerts still come together.</summary>
    public static readonly Duration Together = Duration.FromMinutes(30);

    /// <summary>
    /// The lines of a list, in the order in which the newest of each stands. In one line are at least
    /// <see cref="AtLeast"/>
    /// of one place, each at most <see cref="Together"/> after the one before, all read or all unread, all for the
    /// person or
    /// all for information; all others are lines of one.
    /// </summary>
    /// <param name="alerts">The newest first.</param>
    /// <param name="placeOf">The docket or conversation of one; null when it has none, and then it stands by
    /// itself.</param>
    /// <param name="at">When one was given.</param>
    /// <param name="read">Whether one is read.</param>
    /// <param name="forMe">Whether one is for the person, or only for information.</param>
    public static ImmutableArray<ImmutableArray<T>> Of<T>(
        IEnumerable<T> alerts,
        Func<T, string?> placeOf,
        Func<T, Instant> at,
        Func<T, bool> read,
        Func<T, bool> forMe
    )
    {
        ArgumentNullException.ThrowIfNull(alerts);
        ArgumentNullException.ThrowIfNull(placeOf);
        ArgumentNullException.ThrowIfNull(at);
        ArgumentNullException.ThrowIfNull(read);
        ArgumentNullException.ThrowIfNull(forMe);
        var runs = new List<List<(int Order, T Alert)>>();
        // The run of a place that was begun last; an older one can take no more.
        var open = new Dictionary<(string Place, bool Read, bool ForMe), List<(int Order, T Alert)>>();
        foreach (var (order, alert) in alerts.Index())
        {
            if (
                placeOf(alert) is { } place
                && open.TryGetValue((place, read(alert), forMe(alert)), out var run)
                && at(run[^1].Alert) - at(alert) <= Together
            )
            {
                run.Add((order, alert));
                continue;
            }

            List<(int Order, T Alert)> begun = [(order, alert)];
            runs.Add(begun);
            if (placeOf(alert) is { } of)
                open[(of, read(alert), forMe(alert))] = begun;
        }

        return
        [
            .. runs.SelectMany(r =>
                    r.Count >= AtLeast
                        ? [(r[0].Order, Line: r.Select(a => a.Alert).ToImmutableArray())]
                        : r.Select(a => (a.Order, Line: ImmutableArray.Create(a.Alert)))
                )
                .OrderBy(l => l.Order)
                .Select(l => l.Line),
        ];
    }
}
