using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations.Meetings;

/// <summary>What keeps somebody from a meeting.</summary>
public enum Hindrance
{
    /// <summary>It is none of their working hours.</summary>
    OffDuty,

    /// <summary>They are in another meeting.</summary>
    InMeeting,

    /// <summary>They are on leave.</summary>
    OnLeave,
}

/// <summary>One who is to take part, with what their time is made of.</summary>
/// <param name="Whom">The person.</param>
/// <param name="Hours">Their working time; for people outside, the firm's, since theirs is not known.</param>
/// <param name="Leaves">Their leave, in any order.</param>
/// <param name="Busy">When they are in meetings, in any order; may overlap.</param>
public sealed record Participant(
    PersonId Whom,
    WorkCalendar Hours,
    IReadOnlyCollection<Leave> Leaves,
    IReadOnlyCollection<(Instant From, Instant Until)> Busy
);

/// <summary>One who cannot take part at a time, and why.</summary>
public readonly record struct Hindered(PersonId Whom, Hindrance Why);

/// <summary>A time at which a meeting can be.</summary>
/// <param name="From">When it begins.</param>
/// <param name="Until">When it ends.</param>
/// <param name="Missing">Who cannot take part then, and why; empty when all can.</param>
public sealed record MeetingTime(Instant From, Instant Until, ImmutableArray<Hindered> Missing);

/// <summary>Finds times at which people can meet.</summary>
/// <remarks>
/// Candidates begin at each quarter of an hour within the hours of who invites. For each, everybody's working hours,
/// leave and
/// meetings are looked at. The fewest missing come first, then the soonest; of one day at most two are offered, hours
/// apart, so that there is a choice of days and of morning and afternoon.
/// </remarks>
public static class MeetingTimes
{
    /// <summary>Candidates begin at multiples of this.</summary>
    public static readonly Duration Step = Duration.FromMinutes(15);

    private const int MostOfADay = 2;

    /// <summary>How far apart the beginnings of two times of a day lie.</summary>
    private static readonly Duration HoursApart = Duration.FromHours(3);

    /// <summary>
    /// The best times, the best first; none where the window holds no working time of who invites that is long enough.
    /// </summary>
    /// <param name="organiser">Who invites: the meeting is within their hours, whoever else is missing.</param>
    /// <param name="others">Who else takes part.</param>
    /// <param name="length">How long it takes.</param>
    /// <param name="now">The moment; nothing begins before it.</param>
    /// <param name="days">How many days are looked at, today included.</param>
    /// <param name="most">How many times are wanted at most.</param>
    /// <exception cref="ArgumentOutOfRangeException">The length is not positive.</exception>
    public static ImmutableArray<MeetingTime> Find(
        Participant organiser,
        IReadOnlyCollection<Participant> others,
        Duration length,
        Instant now,
        int days,
        int most
    )
    {
        ArgumentNullException.ThrowIfNull(organiser);
        ArgumentNullException.ThrowIfNull(others);
        if (length <= Duration.Zero)
            throw new ArgumentOutOfRangeException(nameof(length), "A meeting takes some time.");
        var own = organiser.Hours;
        var first = own.DateOf(now);
        var all = new List<MeetingTime>();
        for (var i = 0; i < days; i++)
        {
            var day = first.PlusDays(i);
            var ofDay = new List<MeetingTime>();
            foreach (var (opens, closes) in own.ShiftsOf(day))
                for (var from = NextQuarter(Instant.Max(opens, now), own.Zone); from + length <= closes; from += Step)
                    if (Keeps(organiser, from, from + length) is null)
                        ofDay.Add(
                            new(
                                from,
                                from + length,
                                [
                                    .. others
                                        .Select(p => (p.Whom, Why: Keeps(p, from, from + length)))
                                        .Where(h => h.Why is not null)
                                        .Select(h => new Hindered(h.Whom, h.Why!.Value)),
                                ]
                            )
                        );
            all.AddRange(Apart(ofDay.OrderBy(t => t.Missing.Length).ThenBy(t => t.From), length));
        }

        return [.. all.OrderBy(t => t.Missing.Length).ThenBy(t => t.From).Take(most)];
    }

    /// <summary>
    /// What keeps somebody from a time; null when nothing does. Leave comes before meetings, and those before hours.
    /// </summary>
    public static Hindrance? Keeps(Participant participant, Instant from, Instant until)
    {
        ArgumentNullException.ThrowIfNull(participant);
        var hours = participant.Hours;
        var (first, last) = (hours.DateOf(from), hours.DateOf(until - Duration.Epsilon));
        if (participant.Leaves.Any(l => l.First <= last && first <= l.Last))
            return Hindrance.OnLeave;
        if (participant.Busy.Any(b => b.From < until && from < b.Until))
            return Hindrance.InMeeting;
        for (var day = first; day <= last; day = day.PlusDays(1))
            if (hours.ShiftsOf(day).Any(s => s.From <= from && until <= s.To))
                return null;
        return Hindrance.OffDuty;
    }

    /// <summary>Why a time is offered, in a line.</summary>
    /// <param name="time">The time.</param>
    /// <param name="people">How many take part, who invites included.</param>
    /// <param name="name">What somebody is called.</param>
    public static string Why(MeetingTime time, int people, Func<PersonId, string> name)
    {
        ArgumentNullException.ThrowIfNull(time);
        if (time.Missing.IsEmpty)
            return people == 2 ? Texts.BothAreFree : Texts.AllAreFree(people);
        var groups = time
            .Missing.GroupBy(m => m.Why)
            .Select(g =>
            {
                var names = g.Select(m => name(m.Whom)).ToList();
                return $"{Names.List(names)} {(names.Count == 1 ? "is" : "are")} {Words(g.Key)}";
            });
        return Texts.OfAreFree(people - time.Missing.Length, people, string.Join(", ", groups));
    }

    /// <summary>A hindrance in words.</summary>
    public static string Words(Hindrance why) =>
        why switch
        {
            Hindrance.OnLeave => Texts.OnLeave,
            Hindrance.InMeeting => Texts.InMeeting,
            _ => Texts.OffDuty,
        };

    /// <summary>The best of a day: its first choice and one that lies clear of it.</summary>
    private static IEnumerable<MeetingTime> Apart(IEnumerable<MeetingTime> ranked, Duration length)
    {
        var clear = Duration.Max(length, HoursApart);
        var taken = new List<MeetingTime>();
        foreach (var time in ranked)
        {
            if (taken.Count == MostOfADay)
                break;
            if (taken.TrueForAll(t => time.From >= t.From + clear || t.From >= time.From + clear))
                taken.Add(time);
        }

        return taken;
    }

    /// <summary>The first quarter of an hour of the local clock that is not before a moment.</summary>
    private static Instant NextQuarter(Instant moment, DateTimeZone zone)
    {
        var local = moment.InZone(zone);
        var past = Duration.FromNanoseconds(local.TimeOfDay.NanosecondOfDay % (long)Step.TotalNanoseconds);
        return past == Duration.Zero ? moment : moment + Step - past;
    }
}
