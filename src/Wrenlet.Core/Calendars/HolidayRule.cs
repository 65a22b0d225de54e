using System.Globalization;
using System.Text.RegularExpressions;
using NodaTime;

namespace Wrenlet.Core.Calendars;

/// <summary>
/// When a holiday falls each year, as it is written in the data that ships: <c>12-25</c> a day of the year;
/// <c>easter+1</c> so many days from Easter Sunday; <c>05-mon1</c> the first Monday of May, <c>05-mon-1</c> the last;
/// <c>sat&gt;=06-20</c> the first Saturday from a day on, <c>mon&lt;=05-24</c> the last Monday up to one. A <c>&gt;</c>
/// behind it moves a weekend to the next free weekday, a <c>~</c> Saturday to Friday and Sunday to Monday.
/// </summary>
public sealed partial record HolidayRule
{
    private static readonly string[] Days = ["", "mon", "tue", "wed", "thu", "fri", "sat", "sun"];
    private readonly string _rule;

    private HolidayRule(string name, string rule) => (Name, _rule) = (name, rule);

    /// <summary>What it is called.</summary>
    public string Name { get; }

    /// <summary>Reads a line of the data: the rule, a blank, the name.</summary>
    /// <exception cref="FormatException">The line is no rule.</exception>
    public static HolidayRule Parse(string line)
    {
        ArgumentNullException.ThrowIfNull(line);
        var (rule, name) = line.Split(' ', 2) is [var r, var n] ? (r, n) : (line, "");
        var read = new HolidayRule(name, rule);
        if (name.Length == 0 || read.Plain(2026) is null)
            throw new FormatException($"“{line}” is no holiday.");
        return read;
    }

    /// <summary>The holidays of a year by these rules, in the order of time, each day once.</summary>
    /// <param name="rules">A country's rules.</param>
    /// <param name="year">The year, in the Gregorian calendar; 1583 or later.</param>
    public static IReadOnlyList<(LocalDate Date, string Name)> Of(IReadOnlyCollection<HolidayRule> rules, int year)
    {
        ArgumentNullException.ThrowIfNull(rules);
        var found = new SortedDictionary<LocalDate, string>();
        // Those that stay where they fall first: what is moved goes to a day that is free of them.
        foreach (var rule in rules.OrderBy(r => r.Moves(year)))
        {
            var date = rule.Plain(year)!.Value;
            if (rule.Moves(year))
                date = rule._rule[^1] == '~' ? Nearest(date) : NextFree(date, found);
            found.TryAdd(date, rule.Name);
        }

        return [.. found.Select(f => (f.Key, f.Value))];
    }

    /// <summary>Easter Sunday (the anonymous Gregorian computus, as Meeus gives it in Astronomical Algorithms, 8).</summary>
    public static LocalDate Easter(int year)
    {
        var (a, b, c) = (year % 19, year / 100, year % 100);
        var (d, e) = (b / 4, b % 4);
        var g = (8 * b + 13) / 25;
        var h = (19 * a + b - d - g + 15) % 30;
        var (i, k) = (c / 4, c % 4);
        var l = (32 + 2 * e + 2 * i - h - k) % 7;
        var m = (a + 11 * h + 19 * l) / 433;
        var n = (h + l - 7 * m + 90) / 25;
        return new LocalDate(year, n, (h + l - 7 * m + 33 * n + 19) % 32);
    }

    private bool Moves(int year) =>
        _rule[^1] is '>' or '~' && Plain(year)!.Value.DayOfWeek is IsoDayOfWeek.Saturday or IsoDayOfWeek.Sunday;

    private static LocalDate Nearest(LocalDate date) => date.PlusDays(date.DayOfWeek is IsoDayOfWeek.Saturday ? -1 : 1);

    private static LocalDate NextFree(LocalDate date, SortedDictionary<LocalDate, string> taken)
    {
        while (date.DayOfWeek is IsoDayOfWeek.Saturday or IsoDayOfWeek.Sunday || taken.ContainsKey(date))
            date = date.PlusDays(1);
        return date;
    }

    /// <summary>Where it falls, before it is moved; null for what is no rule.</summary>
    private LocalDate? Plain(int year)
    {
        var rule = _rule.TrimEnd('>', '~');
        if (OfEaster().Match(rule) is { Success: true } easter)
            return Easter(year).PlusDays(easter.Groups[1].Value is { Length: > 0 } by ? Number(by) : 0);
        if (DayOfYear().Match(rule) is { Success: true } day)
            return On(year, Number(day.Groups[1].Value), Number(day.Groups[2].Value));
        if (NthOfMonth().Match(rule) is { Success: true } nth)
        {
            var (weekday, n) = (Weekday(nth.Groups[2].Value), Number(nth.Groups[3].Value));
            var first = new LocalDate(year, Number(nth.Groups[1].Value), 1);
            return n > 0
                ? first.PlusDays(-1).Next(weekday).PlusWeeks(n - 1)
                : first.PlusMonths(1).Previous(weekday).PlusWeeks(n + 1);
        }

        if (NearDay().Match(rule) is not { Success: true } near)
            return null;
        var (on, want) = (
            On(year, Number(near.Groups[3].Value), Number(near.Groups[4].Value)),
            Weekday(near.Groups[1].Value)
        );
        return near.Groups[2].Value == ">=" ? on?.PlusDays(-1).Next(want) : on?.PlusDays(1).Previous(want);
    }

    private static LocalDate? On(int year, int month, int day) =>
        month is >= 1 and <= 12 && day >= 1 && day <= CalendarSystem.Iso.GetDaysInMonth(year, month)
            ? new LocalDate(year, month, day)
            : null;

    private static int Number(string digits) => int.Parse(digits, CultureInfo.InvariantCulture);

    private static IsoDayOfWeek Weekday(string word) => (IsoDayOfWeek)Array.IndexOf(Days, word);

    [GeneratedRegex(@"^easter([+-]\d{1,2})?$")]
    private static partial Regex OfEaster();

    [GeneratedRegex(@"^(\d\d)-(\d\d)$")]
    private static partial Regex DayOfYear();

    [GeneratedRegex(@"^(0[1-9]|1[0-2])-(mon|tue|wed|thu|fri|sat|sun)(-1|[1-4])$")]
    private static partial Regex NthOfMonth();

    [GeneratedRegex(@"^(mon|tue|wed|thu|fri|sat|sun)(>=|<=)(\d\d)-(\d\d)$")]
    private static partial Regex NearDay();
}
