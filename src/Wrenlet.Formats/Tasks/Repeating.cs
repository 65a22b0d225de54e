using System.Text.RegularExpressions;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Evaluation;
using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Formats.Tasks;

/// <summary>
/// Recurrence rules (RFC 5545, 3.3.10) as tasks use them: FREQ daily, weekly, monthly or yearly, with INTERVAL, BYDAY,
/// BYMONTHDAY, BYMONTH, COUNT and UNTIL. Occurrences are days of the firm's calendar; the time of day is that of the
/// first one. What a rule gives is Ical.Net's to say; that it is looked for within bounds is said here.
/// </summary>
public sealed partial class Repeating
{
    private const int FarthestYears = 50;
    private static readonly EvaluationOptions Bounds = new() { MaxUnmatchedIncrementsLimit = 1000 };
    private readonly string _rule;

    private Repeating(string rule) => _rule = rule;

    /// <summary>What is wrong with a rule, in a sentence; null when it can be used.</summary>
    public static string? Wrong(string rule) =>
        Read(rule) is null
            ? $"“{rule}” is not a recurrence rule that can be used. Write for example FREQ=WEEKLY;BYDAY=MO."
            : null;

    /// <summary>Reads a rule; null when it cannot be used.</summary>
    public static Repeating? Read(string rule)
    {
        ArgumentNullException.ThrowIfNull(rule);
        var parts = rule.ToUpperInvariant().Split(';', StringSplitOptions.RemoveEmptyEntries);
        if (!parts.All(p => Part().IsMatch(p)) || parts.Select(p => p.Split('=')[0]).Distinct().Count() < parts.Length)
            return null;
        var unit = parts.FirstOrDefault(p => p.StartsWith("FREQ=", StringComparison.Ordinal));
        if (unit is null || (unit is "FREQ=DAILY" or "FREQ=WEEKLY" && parts.Any(p => NthDay().IsMatch(p))))
            return null;
        // Days are what repeats, so that the last of them is a day as well.
        return new(string.Join(';', parts.Select(p => p.StartsWith("UNTIL=", StringComparison.Ordinal) ? p[..14] : p)));
    }

    /// <summary>The day of the next occurrence after one.</summary>
    /// <param name="first">Day of the very first occurrence, from which intervals and numbers are counted.</param>
    /// <param name="after">The day after which it is looked for.</param>
    /// <param name="skipped">Days that are left out (EXDATE).</param>
    /// <returns>Null when there is none any more, or none within fifty years.</returns>
    public LocalDate? Next(LocalDate first, LocalDate after, IReadOnlySet<LocalDate> skipped)
    {
        ArgumentNullException.ThrowIfNull(skipped);
        // The first one counts in any case (RFC 5545, 3.8.5.3).
        if (first > after && !skipped.Contains(first))
            return first;
        var series = new CalendarEvent
        {
            Start = new CalDateTime(first.ToDateOnly()),
            RecurrenceRule = new RecurrenceRule(_rule),
        };
        var from = LocalDate.Max(first, after.PlusDays(1));
        try
        {
            foreach (var occurrence in series.GetOccurrences(new CalDateTime(from.ToDateOnly()), Bounds))
            {
                var day = LocalDate.FromDateOnly(occurrence.Period.StartTime.Date);
                if (day > after.PlusYears(FarthestYears))
                    return null;
                if (day > after && day > first && !skipped.Contains(day))
                    return day;
            }
        }
        catch (EvaluationException)
        {
            // It comes no more within the bounds: the 31st of February, or past the last year of the calendar.
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

    [GeneratedRegex(
        @"^(FREQ=(DAILY|WEEKLY|MONTHLY|YEARLY)|INTERVAL=([1-9]\d{0,2}|1000)|COUNT=([1-9]\d{0,3}|10000)|WKST=MO"
            + @"|UNTIL=\d{4}(0[1-9]|1[0-2])(0[1-9]|[12]\d|3[01])(T\d{6}Z?)?"
            + @"|BYDAY=[+-]?([1-9]|[1-4]\d|5[0-3])?(MO|TU|WE|TH|FR|SA|SU)(,[+-]?([1-9]|[1-4]\d|5[0-3])?(MO|TU|WE|TH|FR|SA|SU))*"
            + @"|BYMONTHDAY=-?([1-9]|[12]\d|3[01])(,-?([1-9]|[12]\d|3[01]))*|BYMONTH=([1-9]|1[0-2])(,([1-9]|1[0-2]))*)$"
    )]
    private static partial Regex Part();

    [GeneratedRegex(@"^BYDAY=.*\d")]
    private static partial Regex NthDay();
}
