using System.Collections.Immutable;
using System.Globalization;
using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.Tasks;

/// <summary>
/// Recurrence rules (RFC 5545, 3.3.10) as tasks use them: FREQ daily, weekly, monthly or yearly, with INTERVAL, BYDAY,
/// BYMONTHDAY, BYMONTH,
/// COUNT and UNTIL. Occurrences are days of the firm's calendar; the time of day is that of the first one.
/// </summary>
public sealed record Repeating
{
    private static readonly string[] Days = ["MO", "TU", "WE", "TH", "FR", "SA", "SU"];

    private Repeating() { }

    private enum Unit
    {
        Day,
        Week,
        Month,
        Year,
    }

    private Unit Every { get; init; }

    private int Interval { get; init; } = 1;

    private ImmutableArray<(int Nth, IsoDayOfWeek Day)> ByDay { get; init; } = [];

    private ImmutableArray<int> ByMonthDay { get; init; } = [];

    private ImmutableArray<int> ByMonth { get; init; } = [];

    private int? Count { get; init; }

    private LocalDate? Until { get; init; }

    /// <summary>What is wrong with a rule, in a sentence; null when it can be used.</summary>
    public static string? Wrong(string rule)
    {
        ArgumentNullException.ThrowIfNull(rule);
        return Read(rule, out var wrong) is null ? wrong : null;
    }

    /// <summary>Reads a rule; null when it cannot be used.</summary>
    public static Repeating? Read(string rule) => Read(rule, out _);

    /// <summary>The day of the next occurrence after one.</summary>
    /// <param name="first">Day of the very first occurrence, from which intervals and numbers are counted.</param>
    /// <param name="after">The day after which it is looked for.</param>
    /// <param name="skipped">Days that are left out (EXDATE).</param>
    /// <returns>Null when there is none any more.</returns>
    public LocalDate? Next(LocalDate first, LocalDate after, IReadOnlySet<LocalDate> skipped)
    {
        ArgumentNullException.ThrowIfNull(skipped);
        var nth = 0;
        foreach (var day in Occurrences(first))
        {
            nth++;
            if ((Count is { } most && nth > most) || (Until is { } last && day > last))
                return null;
            if (day > after && !skipped.Contains(day))
                return day;
            if (day > after.PlusYears(50))
                return null;
        }

        return null;
    }

    /// <summary>
    /// The moment that follows another of a series; null where none does. It has the time of day of the first, whatever
    /// the clocks do between.
    /// </summary>
    /// <param name="first">The moment with which the series begins.</param>
    /// <param name="after">The moment that it follows, as the rule has it, whatever it was moved to.</param>
    /// <param name="skipped">Days that are left out.</param>
    /// <param name="calendar">In whose zone days and times are meant.</param>
    public Instant? Next(Instant first, Instant after, IReadOnlySet<LocalDate> skipped, WorkCalendar calendar)
    {
        ArgumentNullException.ThrowIfNull(calendar);
        var time = first.InZone(calendar.Zone).TimeOfDay;
        return Next(calendar.DateOf(first), calendar.DateOf(after), skipped) is { } day
            ? calendar.FirstMoment(day + time)
            : null;
    }

    private static Repeating? Read(string rule, out string? wrong)
    {
        wrong = $"“{rule}” is no rule of repeating that can be kept. Write for instance FREQ=WEEKLY;BYDAY=MO.";
        var result = new Repeating();
        var hasUnit = false;
        foreach (var part in rule.Split(';', StringSplitOptions.RemoveEmptyEntries))
        {
            if (part.Split('=') is not [var name, var value])
                return null;
            switch (name.ToUpperInvariant())
            {
                case "FREQ":
                    Unit? unit = value.ToUpperInvariant() switch
                    {
                        "DAILY" => Unit.Day,
                        "WEEKLY" => Unit.Week,
                        "MONTHLY" => Unit.Month,
                        "YEARLY" => Unit.Year,
                        _ => null,
                    };
                    if (unit is null)
                        return null;
                    (result, hasUnit) = (result with { Every = unit.Value }, true);
                    break;
                case "INTERVAL":
                    if (Number(value, 1, 1000) is not { } interval)
                        return null;
                    result = result with { Interval = interval };
                    break;
                case "COUNT":
                    if (Number(value, 1, 10_000) is not { } count)
                        return null;
                    result = result with { Count = count };
                    break;
                case "UNTIL":
                    if (
                        value.Length < 8
                        || !DateOnly.TryParseExact(
                            value[..8],
                            "yyyyMMdd",
                            CultureInfo.InvariantCulture,
                            DateTimeStyles.None,
                            out var until
                        )
                    )
                        return null;
                    result = result with { Until = LocalDate.FromDateOnly(until) };
                    break;
                case "BYDAY":
                    var days = value.ToUpperInvariant().Split(',').Select(Day).ToList();
                    if (days.Exists(d => d is null))
                        return null;
                    result = result with { ByDay = [.. days.Select(d => d!.Value)] };
                    break;
                case "BYMONTHDAY":
                    var dates = value.Split(',').Select(v => Number(v, -31, 31)).ToList();
                    if (dates.Exists(d => d is null or 0))
                        return null;
                    result = result with { ByMonthDay = [.. dates.Select(d => d!.Value)] };
                    break;
                case "BYMONTH":
                    var months = value.Split(',').Select(v => Number(v, 1, 12)).ToList();
                    if (months.Exists(m => m is null))
                        return null;
                    result = result with { ByMonth = [.. months.Select(m => m!.Value)] };
                    break;
                case "WKST" when value.Equals("MO", StringComparison.OrdinalIgnoreCase):
                    break;
                default:
                    return null;
            }
        }

        if (!hasUnit || (result.Every is Unit.Day or Unit.Week && result.ByDay.Any(d => d.Nth != 0)))
            return null;
        wrong = null;
        return result;
    }

    private static int? Number(string value, int least, int most) =>
        int.TryParse(value, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var n)
        && n >= least
        && n <= most
            ? n
            : null;

    private static (int Nth, IsoDayOfWeek Day)? Day(string value)
    {
        if (value.Length < 2 || Array.IndexOf(Days, value[^2..]) is < 0 and var _)
            return null;
        var day = (IsoDayOfWeek)(Array.IndexOf(Days, value[^2..]) + 1);
        return value.Length == 2 ? (0, day)
            : Number(value[..^2], -53, 53) is { } nth and not 0 ? (nth, day)
            : null;
    }

    private IEnumerable<LocalDate> Occurrences(LocalDate first)
    {
        // The first one counts in any case (RFC 5545, 3.8.5.3).
        yield return first;
        for (var period = 0; period < 4000; period++)
            foreach (var day in Within(first, period).Where(d => d > first).Order())
                yield return day;
    }

    /// <summary>The days of the nth period from the first.</summary>
    private IEnumerable<LocalDate> Within(LocalDate first, int period)
    {
        switch (Every)
        {
            case Unit.Day:
                var date = first.PlusDays(period * Interval);
                return Fits(date) ? [date] : [];
            case Unit.Week:
                var monday = first.PlusDays(1 - (int)first.DayOfWeek).PlusWeeks(period * Interval);
                var days = ByDay.IsEmpty ? [first.DayOfWeek] : ByDay.Select(d => d.Day);
                return days.Select(d => monday.PlusDays((int)d - 1)).Where(Fits);
            case Unit.Month:
                return InMonth(first.With(DateAdjusters.StartOfMonth).PlusMonths(period * Interval), first.Day)
                    .Where(Fits);
            default:
                var year = first.Year + (period * Interval);
                if (year > 9998)
                    return [];
                var months = ByMonth.IsEmpty ? [first.Month] : ByMonth.AsEnumerable();
                return months.SelectMany(m => InMonth(new LocalDate(year, m, 1), first.Day));
        }
    }

    private IEnumerable<LocalDate> InMonth(LocalDate month, int day)
    {
        var last = month.With(DateAdjusters.EndOfMonth).Day;
        var dates = ByMonthDay.IsEmpty && ByDay.IsEmpty ? [day] : ByMonthDay.Select(d => d < 0 ? last + 1 + d : d);
        foreach (var d in dates.Where(d => d >= 1 && d <= last))
            yield return month.PlusDays(d - 1);
        foreach (var (nth, weekday) in ByDay)
        {
            var all = Enumerable.Range(0, last).Select(month.PlusDays).Where(d => d.DayOfWeek == weekday).ToList();
            if (nth == 0)
                foreach (var each in all)
                    yield return each;
            else if (nth > 0 && nth <= all.Count)
                yield return all[nth - 1];
            else if (nth < 0 && -nth <= all.Count)
                yield return all[^-nth];
        }
    }

    private bool Fits(LocalDate date) =>
        (ByMonth.IsEmpty || ByMonth.Contains(date.Month))
        && (
            Every is not Unit.Day
            || (
                (ByDay.IsEmpty || ByDay.Any(d => d.Day == date.DayOfWeek))
                && (
                    ByMonthDay.IsEmpty
                    || ByMonthDay.Any(d => d == date.Day || d == date.Day - date.With(DateAdjusters.EndOfMonth).Day - 1)
                )
            )
        );
}
