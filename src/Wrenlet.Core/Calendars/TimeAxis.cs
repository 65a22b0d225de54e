using System.Collections.Immutable;
using NodaTime;

namespace Wrenlet.Core.Calendars;

/// <summary>
/// A stretch of the axis: either working time drawn at its length, or closed time drawn as a narrow gap.
/// </summary>
/// <param name="From">Where it begins.</param>
/// <param name="To">Where it ends.</param>
/// <param name="Open">Whether any of the calendars works.</param>
/// <param name="Start">Its place on the axis, 0 to 1.</param>
/// <param name="Width">Its width on the axis, 0 to 1.</param>
public readonly record struct AxisPiece(Instant From, Instant To, bool Open, double Start, double Width);

/// <summary>A run of time.</summary>
public readonly record struct Stretch(Instant From, Instant To);

/// <summary>
/// One axis of working time for several calendars: an hour in which any of them works has its width, all other time
/// shrinks to a gap, so that yesterday's afternoon stands beside this morning.
/// </summary>
public sealed class TimeAxis
{
    /// <summary>Working minutes whose width a closed stretch takes.</summary>
    private const double GapMinutes = 14;

    private TimeAxis(ImmutableArray<AxisPiece> pieces) => Pieces = pieces;

    /// <summary>The stretches in the order of time, without holes.</summary>
    public ImmutableArray<AxisPiece> Pieces { get; }

    /// <summary>Lays out the axis around a moment.</summary>
    /// <param name="calendars">Working times that share it; at least one.</param>
    /// <param name="now">The moment around which it stands.</param>
    /// <param name="before">Working time shown before the moment.</param>
    /// <param name="after">Working time shown after it.</param>
    public static TimeAxis Around(
        IReadOnlyCollection<WorkCalendar> calendars,
        Instant now,
        Duration before,
        Duration after
    )
    {
        if (calendars.Count == 0)
            throw new ArgumentException("An axis needs at least one calendar.", nameof(calendars));
        var reach = Duration.FromDays(21);
        var open = Union(calendars.SelectMany(c => Working(c, now - reach, now + reach)));
        var from = Back(open, now, before);
        var to = Forth(open, now, after);
        var shown = open.Select(s => new Stretch(Instant.Max(s.From, from), Instant.Min(s.To, to)))
            .Where(s => s.From < s.To)
            .ToList();
        var stretches = new List<(Stretch Stretch, bool Open)>();
        var at = from;
        foreach (var stretch in shown)
        {
            if (stretch.From > at)
                stretches.Add((new(at, stretch.From), false));
            stretches.Add((stretch, true));
            at = stretch.To;
        }

        if (at < to)
            stretches.Add((new(at, to), false));
        var total = stretches.Sum(s => Length(s.Stretch, s.Open));
        var pieces = ImmutableArray.CreateBuilder<AxisPiece>(stretches.Count);
        double x = 0;
        foreach (var (stretch, works) in stretches)
        {
            var width = Length(stretch, works) / total;
            pieces.Add(new(stretch.From, stretch.To, works, x, width));
            x += width;
        }

        return new(pieces.ToImmutable());
    }

    /// <summary>The shifts of a calendar that touch a run of time, cut to it.</summary>
    public static IEnumerable<Stretch> Working(WorkCalendar calendar, Instant from, Instant to)
    {
        var last = calendar.DateOf(to);
        for (var day = calendar.DateOf(from); day <= last; day = day.PlusDays(1))
        {
            if (!calendar.IsWorkingDay(day))
                continue;
            foreach (var shift in calendar.ShiftsOf(day))
                if (Instant.Max(shift.From, from) is var start && Instant.Min(shift.To, to) is var end && start < end)
                    yield return new(start, end);
        }
    }

    /// <summary>Where on the axis one calendar rests while others work.</summary>
    public IEnumerable<Stretch> ClosedFor(WorkCalendar calendar)
    {
        foreach (var piece in Pieces.Where(p => p.Open))
        {
            var at = piece.From;
            foreach (var shift in Working(calendar, piece.From, piece.To))
            {
                if (shift.From > at)
                    yield return new(at, shift.From);
                at = Instant.Max(at, shift.To);
            }

            if (at < piece.To)
                yield return new(at, piece.To);
        }
    }

    /// <summary>The place of a moment: 0 at or before the beginning, 1 at or after the end.</summary>
    public double PlaceOf(Instant moment)
    {
        foreach (var piece in Pieces)
        {
            if (moment < piece.From)
                return piece.Start;
            if (moment < piece.To)
                return piece.Start + (piece.Width * ((moment - piece.From) / (piece.To - piece.From)));
        }

        return 1;
    }

    private static double Length(Stretch stretch, bool open) =>
        open ? (stretch.To - stretch.From).TotalMinutes : GapMinutes;

    private static List<Stretch> Union(IEnumerable<Stretch> stretches)
    {
        var union = new List<Stretch>();
        foreach (var next in stretches.OrderBy(s => s.From))
        {
            if (union.Count > 0 && next.From <= union[^1].To)
                union[^1] = new(union[^1].From, Instant.Max(union[^1].To, next.To));
            else
                union.Add(next);
        }

        return union;
    }

    private static Instant Back(List<Stretch> open, Instant now, Duration work)
    {
        foreach (var stretch in open.Where(s => s.From < now).Reverse())
        {
            var end = Instant.Min(stretch.To, now);
            if (end - stretch.From >= work)
                return end - work;
            work -= end - stretch.From;
        }

        return open.Count > 0 ? Instant.Min(open[0].From, now) : now - Duration.FromHours(1);
    }

    private static Instant Forth(List<Stretch> open, Instant now, Duration work)
    {
        foreach (var stretch in open.Where(s => s.To > now))
        {
            var start = Instant.Max(stretch.From, now);
            if (stretch.To - start >= work)
                return start + work;
            work -= stretch.To - start;
        }

        return open.Count > 0 ? Instant.Max(open[^1].To, now) : now + Duration.FromHours(1);
    }
}
