using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Finds the moment that was named last ahead of a token, which "then" and "that day" stand for.</summary>
/// <param name="calendar">The hours that are worked.</param>
/// <param name="days">Reads days.</param>
/// <param name="simple">Reads one moment or day.</param>
internal sealed class NamedMoments(WorkCalendar calendar, DayGrammar days, Func<int, TimePhrase?> simple)
{
    /// <summary>So many tokens back is looked for what "then" means.</summary>
    public const int MostBack = 40;

    /// <summary>A moment has at most so many tokens more than its last words.</summary>
    private const int MostLonger = 5;

    /// <summary>
    /// Whether it is being looked for: what was named by "then" itself leads further back, and would cost more than it tells.
    /// </summary>
    public bool IsLooking { get; private set; }

    /// <summary>The moment; null where none was named.</summary>
    public Point? Before(int i)
    {
        if (IsLooking)
            return null;
        IsLooking = true;
        try
        {
            for (var k = i - 1; k >= Math.Max(0, i - MostBack); k--)
                if (days.Milestone(k, out _) is { } milestone)
                    return new Point(milestone, 0.9, [], "");
                else if (simple(k) is { } named && named.To <= i)
                {
                    // "On the 21st at ten" and not "at ten", "next Friday" and not "Friday".
                    for (var from = k - 1; from >= Math.Max(0, k - MostLonger); from--)
                        if (simple(from) is { } longer && longer.To == named.To)
                            named = longer;
                    return OnIt(k, named) ?? named.Due ?? named.Start;
                }

            return null;
        }
        finally
        {
            IsLooking = false;
        }
    }

    /// <summary>"The check is on the 27th": the moment of what is on the day that was named.</summary>
    private Point? OnIt(int i, TimePhrase named)
    {
        if (named is not { Due: { } due, ClockAlone: null })
            return null;
        for (var k = i - 1; k >= Math.Max(0, i - MostLonger - 1); k--)
            if ((days.Milestone(k, out _) ?? days.MilestoneTold(k)) is { } moment)
                return calendar.DateOf(moment) == calendar.DateOf(due.At) ? new Point(moment, 0.9, [], "") : null;
        return null;
    }
}
