using System.Collections.Frozen;
using NodaTime;

namespace Wrenlet.Core.Calendars;

/// <summary>
/// Working time of one place: hours per weekday with breaks, holidays, and a time zone.
/// All lengths are elapsed time, so a shift across a change of clock is as long as it really was.
/// A shift runs from the first occurrence of its local start to the last occurrence of its local end;
/// a bound that the clocks skip moves to the moment of the change.
/// </summary>
/// <remarks>Safe for use by several threads. Sums take logarithmic time within the years already laid out.</remarks>
public sealed class WorkCalendar
{
    private const int YearsAround = 2;
    private readonly FrozenSet<LocalDate> _holidays;
    private volatile Timeline? _timeline;

    /// <summary>Makes a calendar.</summary>
    /// <param name="zone">Zone in which hours and holidays are meant.</param>
    /// <param name="week">Regular hours.</param>
    /// <param name="holidays">Days without any work.</param>
    /// <exception cref="ArgumentException">The week has no working hours at all.</exception>
    public WorkCalendar(DateTimeZone zone, WorkWeek week, IEnumerable<LocalDate> holidays)
    {
        if (!week.HasWork)
            throw new ArgumentException("A calendar needs at least one day with working hours.", nameof(week));
        Zone = zone;
        Week = week;
        _holidays = holidays.ToFrozenSet();
    }

    /// <summary>Zone in which hours and holidays are meant.</summary>
    public DateTimeZone Zone { get; }

    /// <summary>Regular hours per weekday.</summary>
    public WorkWeek Week { get; }

    /// <summary>Days without any work.</summary>
    public IReadOnlySet<LocalDate> Holidays => _holidays;

    /// <summary>Whether the day has working hours and is no holiday.</summary>
    public bool IsWorkingDay(LocalDate date) => !_holidays.Contains(date) && !Week[date.DayOfWeek].IsEmpty;

    /// <summary>Whether work is going on at this moment; the moment of closing is outside.</summary>
    public bool IsWorking(Instant moment) => Covering(moment, moment).IsWorking(moment.ToUnixTimeTicks());

    /// <summary>
    /// Working time from <paramref name="start"/> to <paramref name="end"/>; negative when the end is earlier.
    /// </summary>
    public Duration Between(Instant start, Instant end)
    {
        if (end < start)
            return -Between(end, start);
        var line = Covering(start, end);
        var from = line.LastStartedBy(start.ToUnixTimeTicks());
        var to = line.LastStartedBy(end.ToUnixTimeTicks(), from);
        return Duration.FromTicks(
            line.WorkedUntil(end.ToUnixTimeTicks(), to) - line.WorkedUntil(start.ToUnixTimeTicks(), from)
        );
    }

    /// <summary>
    /// The first moment by which <paramref name="work"/> working time has passed since <paramref name="start"/>.
    /// With no work it is the start itself.
    /// </summary>
    /// <exception cref="ArgumentOutOfRangeException">The work is negative.</exception>
    public Instant Add(Instant start, Duration work)
    {
        if (work < Duration.Zero)
            throw new ArgumentOutOfRangeException(nameof(work), "Working time to add cannot be negative.");
        if (work == Duration.Zero)
            return start;
        var from = start.ToUnixTimeTicks();
        var reach = start;
        while (true)
        {
            var line = Covering(start, reach);
            if (line.TryReach(line.WorkedUntil(from) + (long)work.TotalTicks, out var ticks))
                return Instant.FromUnixTimeTicks(ticks);
            reach = reach.Plus(Duration.FromDays(366 * YearsAround));
        }
    }

    /// <summary>
    /// The last moment from which <paramref name="work"/> working time passes until <paramref name="end"/>. With no
    /// work it is the end itself.
    /// </summary>
    /// <exception cref="ArgumentOutOfRangeException">The work is negative.</exception>
    public Instant Subtract(Instant end, Duration work)
    {
        if (work < Duration.Zero)
            throw new ArgumentOutOfRangeException(nameof(work), "Working time to subtract cannot be negative.");
        if (work == Duration.Zero)
            return end;
        for (var day = DateOf(end); ; day = day.PlusDays(-1))
        {
            foreach (var (from, to) in ShiftsOf(day).Reverse())
            {
                var until = to < end ? to : end;
                if (until <= from)
                    continue;
                if (until - from >= work)
                    return until - work;
                work -= until - from;
            }
        }
    }

    /// <summary>The day's opening; on a day without work, the time at which a normal working day opens.</summary>
    public Instant OpeningOf(LocalDate date) => FirstMoment(date + OpeningTime(date));

    /// <summary>The day's closing; on a day without work, the time at which a normal working day closes.</summary>
    public Instant ClosingOf(LocalDate date)
    {
        var shifts = HoursOf(date);
        return EndOf(date, shifts[^1]);
    }

    /// <summary>The day's shifts as moments, in order; none on a holiday or a free day.</summary>
    public IEnumerable<(Instant From, Instant To)> ShiftsOf(LocalDate date)
    {
        if (!IsWorkingDay(date))
            yield break;
        foreach (var shift in Week[date.DayOfWeek])
            yield return (FirstMoment(date + shift.Start), EndOf(date, shift));
    }

    /// <summary>Local opening time of the day; on a day without work, that of a normal working day.</summary>
    public LocalTime OpeningTime(LocalDate date) => HoursOf(date)[0].Start;

    /// <summary>Local closing time of the day; on a day without work, that of a normal working day.</summary>
    public LocalTime ClosingTime(LocalDate date) => HoursOf(date)[^1].End;

    /// <summary>
    /// The working day that is <paramref name="days"/> working days after the date, which itself does not count.
    /// </summary>
    /// <param name="date">Day to count from.</param>
    /// <param name="days">How many; negative counts backwards, zero gives the day itself.</param>
    public LocalDate AddWorkingDays(LocalDate date, int days)
    {
        var step = Math.Sign(days);
        for (var left = Math.Abs(days); left > 0; )
        {
            date = date.PlusDays(step);
            if (IsWorkingDay(date))
                left--;
        }

        return date;
    }

    /// <summary>The date itself when it is a working day, else the next one.</summary>
    public LocalDate WorkingDayFrom(LocalDate date) => IsWorkingDay(date) ? date : AddWorkingDays(date, 1);

    /// <summary>The last working day before the date.</summary>
    public LocalDate WorkingDayBefore(LocalDate date) => AddWorkingDays(date, -1);

    /// <summary>Working days after <paramref name="from"/> up to and including <paramref name="to"/>.</summary>
    public int WorkingDaysBetween(LocalDate from, LocalDate to)
    {
        var count = 0;
        for (var day = from.PlusDays(1); day <= to; day = day.PlusDays(1))
            if (IsWorkingDay(day))
                count++;
        return count;
    }

    /// <summary>The local date at a moment.</summary>
    public LocalDate DateOf(Instant moment) => moment.InZone(Zone).Date;

    /// <summary>
    /// A local time as a moment: the first one when the clocks repeat it, the moment of the change when they skip it.
    /// </summary>
    public Instant FirstMoment(LocalDateTime local)
    {
        var map = Zone.MapLocal(local);
        return map.Count == 0 ? map.EarlyInterval.End : map.First().ToInstant();
    }

    private Instant LastMoment(LocalDateTime local)
    {
        var map = Zone.MapLocal(local);
        return map.Count == 0 ? map.EarlyInterval.End : map.Last().ToInstant();
    }

    private Instant EndOf(LocalDate date, Shift shift) =>
        shift.EndsAtMidnight ? FirstMoment(date.PlusDays(1).AtMidnight()) : LastMoment(date + shift.End);

    private System.Collections.Immutable.ImmutableArray<Shift> HoursOf(LocalDate date)
    {
        var shifts = Week[date.DayOfWeek];
        if (!shifts.IsEmpty)
            return shifts;
        for (var day = IsoDayOfWeek.Monday; day <= IsoDayOfWeek.Sunday; day++)
            if (!Week[day].IsEmpty)
                return Week[day];
        throw new InvalidOperationException("A calendar always has working hours.");
    }

    private Timeline Covering(Instant start, Instant end)
    {
        var line = _timeline;
        if (line is not null && line.Covers(start, end))
            return line;
        var first = start.InZone(Zone).Date;
        var last = end.InZone(Zone).Date;
        if (line is not null)
        {
            first = LocalDate.Min(first, line.First);
            last = LocalDate.Max(last, line.Last);
        }

        line = new Timeline(
            this,
            new LocalDate(first.Year - YearsAround, 1, 1),
            new LocalDate(last.Year + YearsAround, 12, 31)
        );
        _timeline = line;
        return line;
    }

    /// <summary>
    /// Shifts of some years as sorted ticks with the work done before each: sums become two binary searches.
    /// </summary>
    private sealed class Timeline
    {
        private readonly long[] _starts;
        private readonly long[] _ends;
        private readonly long[] _before;
        private readonly Instant _from;
        private readonly Instant _until;

        public Timeline(WorkCalendar calendar, LocalDate first, LocalDate last)
        {
            First = first.PlusYears(YearsAround);
            Last = last.PlusYears(-YearsAround);
            _from = calendar.FirstMoment(first.AtMidnight());
            _until = calendar.FirstMoment(last.PlusDays(1).AtMidnight());
            var starts = new List<long>();
            var ends = new List<long>();
            var before = new List<long> { 0 };
            for (var day = first; day <= last; day = day.PlusDays(1))
            {
                if (calendar._holidays.Contains(day))
                    continue;
                foreach (var shift in calendar.Week[day.DayOfWeek])
                {
                    var start = calendar.FirstMoment(day + shift.Start).ToUnixTimeTicks();
                    var end = calendar.EndOf(day, shift).ToUnixTimeTicks();
                    if (ends.Count > 0)
                        start = Math.Max(start, ends[^1]);
                    if (end <= start)
                        continue;
                    starts.Add(start);
                    ends.Add(end);
                    before.Add(before[^1] + end - start);
                }
            }

            _starts = [.. starts];
            _ends = [.. ends];
            _before = [.. before];
        }

        public LocalDate First { get; }

        public LocalDate Last { get; }

        public bool Covers(Instant start, Instant end) => start >= _from && end < _until;

        public bool IsWorking(long ticks)
        {
            var i = LastStartedBy(ticks);
            return i >= 0 && ticks < _ends[i];
        }

        public long WorkedUntil(long ticks) => WorkedUntil(ticks, LastStartedBy(ticks));

        public long WorkedUntil(long ticks, int i)
        {
            return i < 0 ? 0 : _before[i] + Math.Min(ticks, _ends[i]) - _starts[i];
        }

        public bool TryReach(long work, out long ticks)
        {
            ticks = 0;
            if (work > _before[^1])
                return false;
            var i = Array.BinarySearch(_before, work);
            i = i >= 0 ? i - 1 : ~i - 1;
            ticks = _starts[i] + work - _before[i];
            return true;
        }

        /// <summary>
        /// Index of the last shift that had begun; -1 for none. Looks close by <paramref name="near"/> first.
        /// </summary>
        public int LastStartedBy(long ticks, int near = -1)
        {
            for (var i = Math.Max(near, 0); near >= 0 && i < near + 4 && i < _starts.Length - 1; i++)
                if (_starts[i] <= ticks && ticks < _starts[i + 1])
                    return i;
            var low = 0;
            var high = _starts.Length;
            while (low < high)
            {
                var middle = (low + high) >>> 1;
                if (_starts[middle] <= ticks)
                    low = middle + 1;
                else
                    high = middle;
            }

            return low - 1;
        }
    }
}
