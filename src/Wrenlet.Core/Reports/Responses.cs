using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Reports;

/// <summary>A message of an outside conversation, as far as response times need it.</summary>
/// <param name="At">When it was said.</param>
/// <param name="In">Whether the party said it.</param>
/// <param name="By">Who of ours said it; null when the party did.</param>
public readonly record struct Said(Instant At, bool In, PersonId? By);

/// <summary>One wait of a party for us that a reply has ended.</summary>
/// <param name="Since">When it began.</param>
/// <param name="Until">When we replied.</param>
/// <param name="Took">Its working time.</param>
/// <param name="Goal">The working time that the queue allows.</param>
/// <param name="First">Whether it was the first reply.</param>
/// <param name="By">Who replied.</param>
public readonly record struct Response(
    Instant Since,
    Instant Until,
    Duration Took,
    Duration Goal,
    bool First,
    PersonId By
)
{
    /// <summary>Whether the reply came within the goal.</summary>
    public bool Within => Took <= Goal;
}

/// <summary>A run of time in which one side waited for the other.</summary>
/// <param name="ForUs">True when the party waited for us.</param>
/// <param name="Length">Its working time.</param>
public readonly record struct Wait(bool ForUs, Duration Length);

/// <summary>Response times in figures.</summary>
/// <param name="Count">How many replies.</param>
/// <param name="Median">The middle one (lower of two); zero when there is none.</param>
/// <param name="Ninetieth">The 90th percentile by nearest rank.</param>
/// <param name="Within">Share of them within the goal, 0 to 1; 1 when there is none.</param>
public readonly record struct ResponseFigures(int Count, Duration Median, Duration Ninetieth, double Within)
{
    /// <summary>Sums replies up.</summary>
    public static ResponseFigures Of(IEnumerable<Response> responses)
    {
        var list = responses.OrderBy(r => r.Took).ToList();
        if (list.Count == 0)
            return new(0, Duration.Zero, Duration.Zero, 1);
        return new(list.Count, Rank(list, 0.5), Rank(list, 0.9), (double)list.Count(r => r.Within) / list.Count);
    }

    /// <summary>Nearest rank: the smallest value that at least this share does not exceed.</summary>
    private static Duration Rank(List<Response> sorted, double share) =>
        sorted[Math.Max(0, (int)Math.Ceiling(share * sorted.Count) - 1)].Took;
}

/// <summary>Reads response times and waits out of what was said.</summary>
public static class Responses
{
    /// <summary>The waits for us that ended in a reply, in order.</summary>
    /// <param name="messages">The conversation's messages in the order of time; automatic ones left out.</param>
    /// <param name="goal">The queue's goals.</param>
    /// <param name="calendar">The queue's working time.</param>
    public static IEnumerable<Response> Of(IEnumerable<Said> messages, ResponseGoal goal, WorkCalendar calendar)
    {
        var exchange = Exchange.None;
        foreach (var message in messages)
        {
            if (!message.In && message.By is { } by && exchange.WaitingSince is { } since)
            {
                var first = exchange.LastOut is null;
                yield return new(
                    since,
                    message.At,
                    calendar.Between(since, message.At),
                    first ? goal.FirstReply : goal.LaterReply,
                    first,
                    by
                );
            }

            exchange = message.In ? exchange.Received(message.At) : exchange.Replied(message.At);
        }
    }

    /// <summary>
    /// How long each side waited for the other; the last wait runs until now unless the conversation is settled.
    /// </summary>
    public static IEnumerable<Wait> Waits(
        IReadOnlyList<Said> messages,
        Instant now,
        bool settled,
        WorkCalendar calendar
    )
    {
        for (var i = 0; i < messages.Count; i++)
        {
            if (i > 0 && messages[i].In == messages[i - 1].In)
                continue;
            var next = i + 1;
            while (next < messages.Count && messages[next].In == messages[i].In)
                next++;
            if (next == messages.Count && settled)
                yield break;
            yield return new(
                messages[i].In,
                calendar.Between(messages[i].At, next < messages.Count ? messages[next].At : now)
            );
        }
    }

    /// <summary>Messages that came in by weekday (Monday first) and hour of the firm's day.</summary>
    public static ImmutableArray<ImmutableArray<int>> ByHour(IEnumerable<Instant> arrivals, DateTimeZone zone)
    {
        var counts = new int[7, 24];
        foreach (var local in arrivals.Select(a => a.InZone(zone)))
            counts[(int)local.DayOfWeek - 1, local.Hour]++;
        return
        [
            .. Enumerable
                .Range(0, 7)
                .Select(day => Enumerable.Range(0, 24).Select(hour => counts[day, hour]).ToImmutableArray()),
        ];
    }

    /// <summary>
    /// How many of these people are on duty in each hour of a usual week; a begun hour counts by its share.
    /// </summary>
    /// <param name="duties">Hours of a week with how many people keep them.</param>
    public static ImmutableArray<ImmutableArray<double>> OnDuty(IEnumerable<(WorkWeek Week, int People)> duties)
    {
        var counts = new double[7, 24];
        foreach (var (week, people) in duties)
            for (var day = IsoDayOfWeek.Monday; day <= IsoDayOfWeek.Sunday; day++)
                foreach (var shift in week[day])
                {
                    var (start, end) = (Minutes(shift.Start), shift.EndsAtMidnight ? 1440 : Minutes(shift.End));
                    for (var hour = 0; hour < 24; hour++)
                        counts[(int)day - 1, hour] +=
                            people * Math.Max(0, Math.Min(end, (hour + 1) * 60) - Math.Max(start, hour * 60)) / 60.0;
                }

        return
        [
            .. Enumerable
                .Range(0, 7)
                .Select(day => Enumerable.Range(0, 24).Select(hour => counts[day, hour]).ToImmutableArray()),
        ];
    }

    private static int Minutes(LocalTime time) => (time.Hour * 60) + time.Minute;
}
