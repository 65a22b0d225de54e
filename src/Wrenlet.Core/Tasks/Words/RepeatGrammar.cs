using System.Collections.Immutable;
using System.Globalization;
using NodaTime;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Reads how something repeats: "every Friday", "monthly on the 3rd", "the last Friday of each month".</summary>
internal sealed class RepeatGrammar(
    ReaderSetting setting,
    ZonedDateTime sent,
    Tokens tokens,
    DayGrammar days,
    ClockGrammar clocks
)
{
    /// <summary>So many tokens further on may still say how often it is to be done.</summary>
    private const int Further = 14;

    /// <summary>"the weekly figures": what something is called, and not how often it is to be done.</summary>
    private bool IsOfAThing(int i) =>
        (
            At(i - 1).Lower
                is "the"
                    or "this"
                    or "that"
                    or "last"
                    or "our"
                    or "my"
                    or "your"
                    or "his"
                    or "her"
                    or "their"
                    or "of"
                    or "for"
                    or "new"
                    or "more"
                    or "some"
                    or "no"
            || At(i - 1).Kind is TokenKind.Number
            // "Weekly report to Ada, every Thursday by four"
            || Enumerable.Range(i + 2, Further).Any(k => At(k).Lower is "every" or "each")
        )
        && At(i + 1).IsWord
        && WordForms.ClassOf(At(i + 1).Lower)
            is WordClass.Noun
                or WordClass.NounOrVerb
                or WordClass.VerbOrNoun
                or WordClass.Verb
                or WordClass.Third;

    public TimePhrase? Read(int i)
    {
        var today = sent.Date;
        var single = At(i).Lower switch
        {
            "daily" => ("FREQ=DAILY", today),
            "weekly" => ("FREQ=WEEKLY", today.PlusWeeks(1)),
            "fortnightly" => ("FREQ=WEEKLY;INTERVAL=2", today.PlusWeeks(2)),
            "monthly" => ("FREQ=MONTHLY", today.PlusMonths(1)),
            "quarterly" => ("FREQ=MONTHLY;INTERVAL=3", today.PlusMonths(3)),
            "nightly" => ("FREQ=DAILY", today),
            "yearly" or "annually" => ("FREQ=YEARLY", today.PlusYears(1)),
            _ => ((string, LocalDate)?)null,
        };
        // "Order two boxes a month from now on"
        if (
            At(i).Lower is "a" or "per"
            && At(i + 2).Is("from")
            && At(i + 3).Is("now")
            && At(i + 4).Is("on")
            && At(i + 1).Lower is "day" or "week" or "month"
        )
            return At(i + 1).Lower switch
            {
                "day" => Repeating(i, i + 5, "FREQ=DAILY", today),
                "week" => Repeating(i, i + 5, "FREQ=WEEKLY", today.PlusWeeks(1)),
                _ => Repeating(i, i + 5, "FREQ=MONTHLY", today.PlusMonths(1)),
            };
        if (At(i).Is("monthly") && Monthly(i, today) is { } dated)
            return dated;
        // "Weekly, on Fridays"
        var on = At(i + 1).Is(",") ? i + 2 : i + 1;
        if (At(i).Is("weekly") && At(on).Is("on") && Read(on) is { Repeats: not null } named)
            return named with { From = i };
        if (single is { } s && At(i).IsWord && !IsOfAThing(i))
            return Repeating(i, i + 1, s.Item1, s.Item2);

        if (Monthly(i, today) is { } once)
            return once;
        if ((PartsOfDays(i) ?? Weekdays(i) ?? EndOfEach(i)) is { } parts)
            return parts;
        var plural =
            At(i).Is("on")
            && At(i + 1).IsWord
            && At(i + 1).Lower.EndsWith('s')
            && Lexicon.Weekdays.ContainsKey(At(i + 1).Lower[..^1])
            && At(i + 1).Lower.Length > 5;
        if (!plural && At(i).Lower is not ("every" or "each"))
            return null;
        var at = i + 1;
        var interval = 1;
        if (At(at).Is("other"))
            (interval, at) = (2, at + 1);
        else if (At(at).Is("second"))
            (interval, at) = (2, at + 1);
        else if (days.Count(at) is { } count)
            (interval, at) = count;
        var working = At(at).Lower is "working" or "business";
        var unit = At(working ? at + 1 : at).Lower;
        var suffix = interval > 1 ? string.Create(CultureInfo.InvariantCulture, $";INTERVAL={interval}") : "";
        if ((working && unit is "day" or "days") || At(at).Is("weekday"))
            return Repeating(
                i,
                working ? at + 2 : at + 1,
                "FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR",
                setting.Calendar.WorkingDayFrom(today)
            );
        switch (unit)
        {
            case "day" or "days":
                return Repeating(i, at + 1, "FREQ=DAILY" + suffix, interval == 1 ? today : today.PlusDays(interval));
            case "morning" or "afternoon" or "evening" or "night":
                return Repeating(i, at, "FREQ=DAILY", today);
            case "week" or "weeks":
                return Repeating(i, at + 1, "FREQ=WEEKLY" + suffix, today.PlusWeeks(interval));
            case "fortnight":
                return Repeating(i, at + 1, "FREQ=WEEKLY;INTERVAL=2", today.PlusWeeks(2));
            case "weekend" or "weekends":
                return Repeating(
                    i,
                    at + 1,
                    $"FREQ=WEEKLY{suffix};BYDAY=SA",
                    today.With(DateAdjusters.NextOrSame(IsoDayOfWeek.Saturday))
                );
            case "month" or "months":
                return Repeating(i, at + 1, "FREQ=MONTHLY" + suffix, today.PlusMonths(interval));
            case "quarter":
                return Repeating(i, at + 1, "FREQ=MONTHLY;INTERVAL=3", today.PlusMonths(3));
            case "year" or "years":
                return Repeating(i, at + 1, "FREQ=YEARLY" + suffix, today.PlusYears(interval));
        }

        var weekdays = new List<IsoDayOfWeek>();
        while (
            At(at).IsWord
            && (
                Lexicon.Weekdays.TryGetValue(At(at).Lower, out var weekday)
                || (At(at).Lower.EndsWith('s') && Lexicon.Weekdays.TryGetValue(At(at).Lower[..^1], out weekday))
            )
        )
        {
            weekdays.Add(weekday);
            at++;
            if (
                At(at).Lower is "and" or ","
                && At(at + 1).IsWord
                && Lexicon.Weekdays.ContainsKey(At(at + 1).Lower.TrimEnd('s'))
            )
                at++;
        }

        if (weekdays.Count == 0)
            return null;
        var first = weekdays.Min(d => today.PlusDays(((int)d - (int)today.DayOfWeek + 7) % 7));
        var byDay = string.Join(',', weekdays.Distinct().Order().Select(d => d.ToString()[..2].ToUpperInvariant()));
        return Repeating(i, at, $"FREQ=WEEKLY{suffix};BYDAY={byDay}", first);
    }

    /// <summary>"weekdays", "on working days".</summary>
    private TimePhrase? Weekdays(int i)
    {
        var at = At(i).Is("on") ? i + 1 : i;
        var working = At(at).Lower is "working" or "business" && At(at + 1).Is("days") && at > i;
        return At(at).Is("weekdays") || working
            ? Repeating(
                i,
                working ? at + 2 : at + 1,
                "FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR",
                setting.Calendar.WorkingDayFrom(sent.Date)
            )
            : null;
    }

    /// <summary>"at month-ends", "every month-end", "at the end of every month", "by the end of each week".</summary>
    private TimePhrase? EndOfEach(int i)
    {
        var at = At(i).Lower is "at" or "by" or "on" ? i + 1 : i;
        var endOfMonth = sent.Date.With(DateAdjusters.EndOfMonth);
        const string Monthly = "FREQ=MONTHLY;BYMONTHDAY=-1";
        var each = At(at).Lower is "every" or "each";
        if (each || at > i)
        {
            var name = each ? at + 1 : at;
            if (At(name).Is("month-ends") || (each && At(name).Is("month-end")))
                return Repeating(i, name + 1, Monthly, endOfMonth);
            if (At(name).Is("month") && (At(name + 1).Is("ends") || (each && At(name + 1).Is("end"))))
                return Repeating(i, name + 2, Monthly, endOfMonth);
        }

        if (At(at).Is("the"))
            at++;
        if (!At(at).Is("end") || !At(at + 1).Is("of") || At(at + 2).Lower is not ("every" or "each"))
            return null;
        return At(at + 3).Lower switch
        {
            "day" => Repeating(i, at + 4, "FREQ=DAILY", sent.Date),
            "week" => Repeating(
                i,
                at + 4,
                "FREQ=WEEKLY;BYDAY=FR",
                sent.Date.With(DateAdjusters.NextOrSame(IsoDayOfWeek.Friday))
            ),
            "month" => Repeating(i, at + 4, Monthly, endOfMonth),
            _ => null,
        };
    }

    /// <summary>"on Saturday mornings", "Thursday evenings".</summary>
    private TimePhrase? PartsOfDays(int i)
    {
        var at = At(i).Is("on") ? i + 1 : i;
        var part = At(at + 1).Lower;
        if (
            !At(at).IsWord
            || !Lexicon.Weekdays.TryGetValue(At(at).Lower, out var weekday)
            || part is not ("mornings" or "afternoons" or "evenings" or "nights")
            || clocks.PartOfDay(part[..^1]) is not { } time
        )
            return null;
        var rule = $"FREQ=WEEKLY;BYDAY={weekday.ToString()[..2].ToUpperInvariant()}";
        var today = sent.Date;
        return At(
            new(i, at + 2, null, null, rule),
            today.PlusDays(((int)weekday - (int)today.DayOfWeek + 7) % 7),
            new(at + 2, time)
        );
    }

    /// <summary>
    /// "once a week", "on the 1st of every month", "the last Friday of each month", "every first Monday of the month",
    /// "monthly on the 3rd".
    /// </summary>
    private TimePhrase? Monthly(int i, LocalDate today)
    {
        if (At(i).Is("once") && At(i + 1).Lower is "a" or "every" or "each" or "per")
        {
            return At(i + 2).Lower switch
            {
                "day" => Repeating(i, i + 3, "FREQ=DAILY", today),
                "week" => Repeating(i, i + 3, "FREQ=WEEKLY", today.PlusWeeks(1)),
                "fortnight" => Repeating(i, i + 3, "FREQ=WEEKLY;INTERVAL=2", today.PlusWeeks(2)),
                "month" => Repeating(i, i + 3, "FREQ=MONTHLY", today.PlusMonths(1)),
                "year" => Repeating(i, i + 3, "FREQ=YEARLY", today.PlusYears(1)),
                _ => null,
            };
        }

        // "every month on the 3rd", "monthly on the first Monday"
        var leads =
            At(i).Is("monthly") ? i + 1
            : At(i).Lower is "every" or "each" && At(i + 1).Is("month") ? i + 2
            : (int?)null;
        if (leads is { } lead)
            return InMonth(lead, today) is { } day ? Repeating(i, day.To, day.Rule, day.First) : null;

        // "on the 3rd of every month", "every 3rd of the month", "the last Friday of each month"
        var every = At(i).Lower is "every" or "each";
        var isBare =
            At(i).Lower is "first" or "second" or "third" or "fourth" or "last"
            && (i == 0 || At(i - 1).Kind is TokenKind.LineBreak || At(i - 1).Lower is "." or "!");
        if (!every && !isBare && At(i).Lower is not ("on" or "by" or "the"))
            return null;
        if (InMonth(every ? i + 1 : i, today) is not { } named)
            return null;
        var to = named.To;
        var monthly = At(to).Lower is "of" or "in" or "every" or "each" or "monthly";
        // "Every last Sunday there's the flea market"
        if (every && !monthly && At(i + 1).Is("last"))
            return Repeating(i, named.To, named.Rule, named.First);
        if (!monthly)
            return null;
        // "The second Thursday of a month"
        if (At(to).Is("of") && At(to + 1).Is("a") && At(to + 2).Is("month"))
            return Repeating(i, to + 3, named.Rule, named.First);
        if (At(to).Lower is "of" or "in")
            to++;
        if (every && At(to).Is("the"))
            to++;
        else if (At(to).Lower is "every" or "each")
            to++;
        else if (At(to).Is("the") && At(to + 1).Is("month") && Gets(i, to + 2))
            to++;
        else if (!every && !At(to).Is("monthly"))
            return null;
        return At(to).Lower is "month" or "monthly" ? Repeating(i, to + 1, named.Rule, named.First) : null;
    }

    /// <summary>"On the last Friday of the month the filters get changed": how it is done, and not when it is done once.</summary>
    private bool Gets(int from, int to)
    {
        if (from > 0 && At(from - 1).Kind is not TokenKind.LineBreak && !(At(from - 1).Lower is "." or "!"))
            return false;
        for (var i = to + 1; i < to + Further && At(i).IsWord; i++)
            if (At(i).Lower is "get" or "gets")
                return true;
        return false;
    }

    /// <summary>A day of each month: "the 3rd", "the last Friday", "the first working day" is not among them.</summary>
    private (int To, string Rule, LocalDate First)? InMonth(int i, LocalDate today)
    {
        var at = At(i).Lower is "on" or "by" ? i + 1 : i;
        if (At(at).Is("the"))
            at++;
        var isLast = At(at).Is("last");
        if (isLast && At(at + 1).Is("day"))
            return (at + 2, "FREQ=MONTHLY;BYMONTHDAY=-1", today.With(DateAdjusters.EndOfMonth));
        if (isLast && At(at + 1).Lower is "working" or "business" && At(at + 2).Is("day"))
        {
            var last = setting.Calendar.WorkingDayBefore(today.With(DateAdjusters.EndOfMonth).PlusDays(1));
            return (
                at + 3,
                "FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1",
                last >= today
                    ? last
                    : setting.Calendar.WorkingDayBefore(today.PlusMonths(1).With(DateAdjusters.EndOfMonth).PlusDays(1))
            );
        }

        int? nth = isLast
            ? -1
            : At(at).Lower switch
            {
                "first" or "1st" => 1,
                "second" or "2nd" => 2,
                "third" or "3rd" => 3,
                "fourth" or "4th" => 4,
                _ => null,
            };
        if (nth is { } n && At(at + 1).IsWord && Lexicon.Weekdays.TryGetValue(At(at + 1).Lower, out var weekday))
        {
            for (var month = today.With(DateAdjusters.StartOfMonth); ; month = month.PlusMonths(1))
            {
                var date =
                    n > 0 ? month.PlusDays((((int)weekday - (int)month.DayOfWeek + 7) % 7) + (7 * (n - 1)))
                    : month.With(DateAdjusters.EndOfMonth) is var end
                        ? end.PlusDays(-(((int)end.DayOfWeek - (int)weekday + 7) % 7))
                    : month;
                if (date >= today)
                    return (
                        at + 2,
                        string.Create(
                            CultureInfo.InvariantCulture,
                            $"FREQ=MONTHLY;BYDAY={n}{weekday.ToString()[..2].ToUpperInvariant()}"
                        ),
                        date
                    );
            }
        }

        if (At(at).Kind is not TokenKind.Ordinal && !At(at).Is("first"))
            return null;
        var day = At(at).Is("first") ? 1 : At(at).Value;
        if (day is < 1 or > 28)
            return null;
        var first = today.With(DateAdjusters.StartOfMonth).PlusDays(day - 1);
        return (
            at + 1,
            string.Create(CultureInfo.InvariantCulture, $"FREQ=MONTHLY;BYMONTHDAY={day}"),
            first < today ? first.PlusMonths(1) : first
        );
    }

    private TimePhrase Repeating(int from, int to, string rule, LocalDate first)
    {
        // "Every Monday before we open"
        if (At(to).Is("before") && At(to + 1).Is("we") && At(to + 2).Is("open"))
            return new(from, to + 3, new Point(setting.Calendar.OpeningOf(first), 0.9, [], ""), null, rule);
        var joined = At(to).Lower is "at" or "by" or "before" or "in";
        var clock = clocks.Read(joined ? to + 1 : to, joined) ?? (joined ? clocks.Read(to, true) : null);
        return clock is null
            ? new(from, to, Points.Closing(setting.Calendar, first, 0.9), null, rule)
            : At(new(from, clock.To, null, null, rule), first, clock);
    }

    /// <summary>"yearly, first time on 4 May": a repetition that says when it begins.</summary>
    public TimePhrase Begun(TimePhrase repeat)
    {
        var at = At(repeat.To).Is(",") ? repeat.To + 1 : repeat.To;
        if (
            At(at).Lower is "starting" or "beginning"
            && At(at + 1).Is("in")
            && days.Month(at + 2) is { } month
            && FirstFrom(repeat.Repeats!, month.Date) is { } first
        )
            return repeat with { To = month.To, Due = Points.Closing(setting.Calendar, first, 0.9) };
        // "Every month, Ada, starting this Friday"
        for (var i = at; i < at + Further && At(i).Kind is not TokenKind.LineBreak && !At(i).Is("."); i++)
            if (
                At(i).Lower is "starting" or "beginning"
                && days.Read(At(i + 1).Is("on") ? i + 2 : i + 1) is { PeriodEnd: false } later
            )
                return repeat with { Due = Points.Closing(setting.Calendar, later.Date, 0.9) };
        if (At(at).Is("for") && At(at + 1).Is("the") && At(at + 2).Is("first"))
            at += 2;
        if (At(at).Is("first"))
            at += At(at + 1).Is("time") ? 2 : 1;
        else if (At(at).Lower is "starting" or "beginning" or "from")
            at++;
        else
            return repeat;
        if (At(at).Is("on"))
            at++;
        // "Weekly from the open day"
        if (days.Milestone(at, out var past) is { } milestone)
            return repeat with
            {
                To = past,
                Due = Points.Closing(setting.Calendar, setting.Calendar.DateOf(milestone), 0.9),
            };
        return days.Read(at) is { } day
            ? repeat with
            {
                To = day.To,
                Due = Points.Closing(setting.Calendar, day.Date, 0.9),
            }
            : repeat;
    }

    /// <summary>The first day of a repetition in a month; null where its rule does not say on which day of it.</summary>
    private static LocalDate? FirstFrom(string rule, LocalDate month)
    {
        const string Weekday = "FREQ=MONTHLY;BYDAY=",
            Day = "FREQ=MONTHLY;BYMONTHDAY=";
        if (rule == "FREQ=MONTHLY;BYMONTHDAY=-1")
            return month.With(DateAdjusters.EndOfMonth);
        if (rule.StartsWith(Day, StringComparison.Ordinal))
            return month.PlusDays(int.Parse(rule[Day.Length..], CultureInfo.InvariantCulture) - 1);
        if (!rule.StartsWith(Weekday, StringComparison.Ordinal) || rule.Length != Weekday.Length + 3)
            return null;
        var nth = rule[Weekday.Length] - '0';
        var weekday = Enum.GetValues<IsoDayOfWeek>()
            .First(d => d.ToString().StartsWith(rule[(Weekday.Length + 1)..], StringComparison.OrdinalIgnoreCase));
        return month.With(DateAdjusters.NextOrSame(weekday)).PlusWeeks(nth - 1);
    }

    /// <summary>A repetition at a time of day.</summary>
    /// <param name="repeat">The repetition.</param>
    /// <param name="first">Its first day.</param>
    /// <param name="clock">The time of day.</param>
    public TimePhrase At(TimePhrase repeat, LocalDate first, ClockWords clock)
    {
        var moment = setting.Calendar.FirstMoment(first + clock.Time(first));
        if (moment <= sent.ToInstant())
            moment = setting.Calendar.FirstMoment(
                (
                    repeat.Repeats!.StartsWith("FREQ=DAILY", StringComparison.Ordinal)
                        ? first.PlusDays(1)
                        : first.PlusWeeks(1)
                ) + clock.Time(first)
            );
        return repeat with { Due = new Point(moment, 0.9, [], "its first time") };
    }

    private ref readonly Token At(int i) => ref tokens[i];
}
