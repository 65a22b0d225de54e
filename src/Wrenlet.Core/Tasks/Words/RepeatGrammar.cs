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
    public const int Further = 14;

    /// <summary>The days of a working week, as RFC 5545 writes them.</summary>
    public const string WorkingWeek = "MO,TU,WE,TH,FR";

    private readonly MonthlyGrammar _monthly = new(setting, sent.Date, tokens);

    /// <summary>A day of the week, as RFC 5545 writes it.</summary>
    public static string Code(IsoDayOfWeek day) => day.ToString()[..2].ToUpperInvariant();

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
        // "Once every two weeks", "weekly every Monday"
        if (
            At(i).Lower is "once" or "daily" or "weekly" or "monthly"
            && At(i + 1).Lower is "every" or "each"
            && Read(i + 1) is { } every
        )
            return every with { From = i };
        if (Once(i, today) is { } counted)
            return counted;
        var single = At(i).Lower switch
        {
            "daily" => ("FREQ=DAILY", today),
            "weekly" => ("FREQ=WEEKLY", today.PlusWeeks(1)),
            "fortnightly" or "biweekly" or "bi-weekly" => ("FREQ=WEEKLY;INTERVAL=2", today.PlusWeeks(2)),
            "monthly" => ("FREQ=MONTHLY", today.PlusMonths(1)),
            "quarterly" => ("FREQ=MONTHLY;INTERVAL=3", today.PlusMonths(3)),
            "half-yearly" or "six-monthly" => ("FREQ=MONTHLY;INTERVAL=6", today.PlusMonths(6)),
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
        if (At(i).Is("monthly") && _monthly.Read(i) is { } dated)
            return Repeating(i, dated.To, dated.Rule, dated.First);
        if (single is { } s && At(i).IsWord && !IsOfAThing(i))
            return OnDays(i, i + 1, s.Item1) ?? OnADate(i, i + 1, s.Item1) ?? Repeating(i, i + 1, s.Item1, s.Item2);

        if (_monthly.Read(i) is { } monthly)
            return Repeating(i, monthly.To, monthly.Rule, monthly.First);
        if ((PartsOfDays(i) ?? Weekdays(i) ?? EndOfEach(i)) is { } parts)
            return parts;
        var on = At(i).Is("on") ? i + 1 : i;
        // "On Mondays", "Tuesdays at ten", "on alternate Fridays"
        var alternate = At(on).Is("alternate");
        if ((alternate || IsPlural(on)) && DaysOfWeek(alternate ? on + 1 : on) is { } regular)
            return OnDays(i, regular, alternate ? "FREQ=WEEKLY;INTERVAL=2" : "FREQ=WEEKLY");
        if (At(i).Lower is not ("every" or "each"))
            return null;
        var at = i + 1;
        // "Every 1 May"
        if (
            days.Read(at) is { PeriodEnd: false } yearly
            && Enumerable.Range(at, yearly.To - at).Any(k => At(k).IsWord && Lexicon.Months.ContainsKey(At(k).Lower))
        )
            return Repeating(i, yearly.To, "FREQ=YEARLY", yearly.Date);
        var interval = 1;
        if (At(at).Is("other"))
            (interval, at) = (2, at + 1);
        else if (At(at).IsWord && Lexicon.Ordinals.TryGetValue(At(at).Lower, out var nth) && nth > 1)
            (interval, at) = (nth, at + 1);
        else if (days.Count(at) is { } count)
            (interval, at) = count;
        var working = At(at).Lower is "working" or "business";
        var unit = At(working ? at + 1 : at).Lower;
        var suffix = interval > 1 ? string.Create(CultureInfo.InvariantCulture, $";INTERVAL={interval}") : "";
        if ((working && unit is "day" or "days") || At(at).Is("weekday"))
            return Repeating(
                i,
                working ? at + 2 : at + 1,
                "FREQ=WEEKLY;BYDAY=" + WorkingWeek,
                setting.Calendar.WorkingDayFrom(today)
            );
        switch (unit)
        {
            case "day" or "days":
                return interval == 1 && AllBut(i, at + 1) is { } most
                    ? most
                    : Repeating(i, at + 1, "FREQ=DAILY" + suffix, interval == 1 ? today : today.PlusDays(interval));
            case "morning" or "afternoon" or "evening" or "night":
                return Repeating(i, at, "FREQ=DAILY", today);
            case "week" or "weeks":
                return OnDays(i, at + 1, "FREQ=WEEKLY" + suffix)
                    ?? Repeating(i, at + 1, "FREQ=WEEKLY" + suffix, today.PlusWeeks(interval));
            case "fortnight":
                return OnDays(i, at + 1, "FREQ=WEEKLY;INTERVAL=2")
                    ?? Repeating(i, at + 1, "FREQ=WEEKLY;INTERVAL=2", today.PlusWeeks(2));
            case "half" when At(at + 1).Lower is "year" or "-year":
                return Repeating(i, at + 2, "FREQ=MONTHLY;INTERVAL=6", today.PlusMonths(6));
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
                return OnADate(i, at + 1, "FREQ=YEARLY" + suffix)
                    ?? Repeating(i, at + 1, "FREQ=YEARLY" + suffix, today.PlusYears(interval));
        }

        return DaysOfWeek(at) is { } named ? OnDays(i, named, "FREQ=WEEKLY" + suffix) : null;
    }

    /// <summary>Days of the week that are named at a token: "Monday", "Monday and Thursday", "Mondays to Fridays".</summary>
    private (List<IsoDayOfWeek> Days, int To)? DaysOfWeek(int at)
    {
        var weekdays = new List<IsoDayOfWeek>();
        while (WeekdayAt(at) is { } weekday)
        {
            weekdays.Add(weekday);
            at++;
            if (At(at).Lower is "to" or "-" or "through" && WeekdayAt(at + 1) is { } last)
            {
                for (var day = weekday; day != last; weekdays.Add(day))
                    day = day is IsoDayOfWeek.Sunday ? IsoDayOfWeek.Monday : day + 1;
                at += 2;
            }

            if (At(at).Lower is "and" or "," && WeekdayAt(at + 1) is not null)
                at++;
        }

        return weekdays.Count > 0 ? (weekdays, at) : null;
    }

    private IsoDayOfWeek? WeekdayAt(int i) =>
        At(i).IsWord
        && (
            Lexicon.Weekdays.TryGetValue(At(i).Lower, out var weekday)
            || (At(i).Lower.EndsWith('s') && Lexicon.Weekdays.TryGetValue(At(i).Lower[..^1], out weekday))
        )
            ? weekday
            : null;

    /// <summary>"Mondays", and not "Mon", "Wednesday" or "two Mondays".</summary>
    private bool IsPlural(int i) =>
        At(i).IsWord
        && days.Count(i - 1) is null
        && At(i).Lower is { Length: > 5 } word
        && word.EndsWith('s')
        && Lexicon.Weekdays.ContainsKey(word[..^1]);

    private TimePhrase OnDays(int from, (List<IsoDayOfWeek> Days, int To) named, string weekly)
    {
        var today = sent.Date;
        var first = named.Days.Min(d => today.PlusDays(((int)d - (int)today.DayOfWeek + 7) % 7));
        return Repeating(
            from,
            named.To,
            $"{weekly};BYDAY={string.Join(',', named.Days.Distinct().Order().Select(Code))}",
            first
        );
    }

    /// <summary>"every two weeks on Thursday", "weekly, on Monday and Friday", "every week by Friday".</summary>
    private TimePhrase? OnDays(int from, int to, string rule)
    {
        if (!rule.StartsWith("FREQ=WEEKLY", StringComparison.Ordinal))
            return null;
        var on = At(to).Is(",") ? to + 1 : to;
        return At(on).Lower is "on" or "by" && DaysOfWeek(on + 1) is { } named ? OnDays(from, named, rule) : null;
    }

    /// <summary>"yearly on 1 May", "every year in May".</summary>
    private TimePhrase? OnADate(int from, int to, string rule)
    {
        if (!rule.StartsWith("FREQ=YEARLY", StringComparison.Ordinal))
            return null;
        var day =
            At(to).Lower is "on" or "by" ? days.Read(to + 1)
            : At(to).Is("in") ? days.Read(to)
            : null;
        return day is null ? null : Repeating(from, day.To, rule, day.Date);
    }

    /// <summary>"every day except Sunday".</summary>
    private TimePhrase? AllBut(int from, int to)
    {
        var at =
            At(to).Lower is "except" or "but" or "bar" ? to + 1
            : At(to).Is("apart") && At(to + 1).Is("from") ? to + 2
            : -1;
        if (at > 0 && At(at).Lower is "for" or "on")
            at++;
        if (at < 0 || DaysOfWeek(at) is not { } others)
            return null;
        List<IsoDayOfWeek> rest =
        [
            .. Enum.GetValues<IsoDayOfWeek>().Where(d => d is not IsoDayOfWeek.None && !others.Days.Contains(d)),
        ];
        return rest.Count == 0 ? null : OnDays(from, (rest, others.To), "FREQ=WEEKLY");
    }

    /// <summary>"once a week", "once per month".</summary>
    private TimePhrase? Once(int i, LocalDate today) =>
        !At(i).Is("once") || !(At(i + 1).Lower is "a" or "every" or "each" or "per")
            ? null
            : At(i + 2).Lower switch
            {
                "day" => Repeating(i, i + 3, "FREQ=DAILY", today),
                "week" => Repeating(i, i + 3, "FREQ=WEEKLY", today.PlusWeeks(1)),
                "fortnight" => Repeating(i, i + 3, "FREQ=WEEKLY;INTERVAL=2", today.PlusWeeks(2)),
                "month" => Repeating(i, i + 3, "FREQ=MONTHLY", today.PlusMonths(1)),
                "quarter" => Repeating(i, i + 3, "FREQ=MONTHLY;INTERVAL=3", today.PlusMonths(3)),
                "year" => Repeating(i, i + 3, "FREQ=YEARLY", today.PlusYears(1)),
                _ => null,
            };

    /// <summary>"weekdays", "on working days".</summary>
    private TimePhrase? Weekdays(int i)
    {
        var at = At(i).Is("on") ? i + 1 : i;
        var working = At(at).Lower is "working" or "business" && At(at + 1).Is("days") && at > i;
        return At(at).Is("weekdays") || working
            ? Repeating(
                i,
                working ? at + 2 : at + 1,
                "FREQ=WEEKLY;BYDAY=" + WorkingWeek,
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
            if (At(name).Lower is "month" or "month's" && (At(name + 1).Is("ends") || (each && At(name + 1).Is("end"))))
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
        var rule = $"FREQ=WEEKLY;BYDAY={Code(weekday)}";
        var today = sent.Date;
        return At(
            new(i, at + 2, null, null, rule),
            today.PlusDays(((int)weekday - (int)today.DayOfWeek + 7) % 7),
            new(at + 2, time)
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
                Due = Points.Closing(setting.Calendar, FirstWithin(day, repeat.Repeats!), 0.9),
            }
            : repeat;
    }

    /// <summary>"Each Tuesday starting next week": the first such day of what is named; the named day where it is one.</summary>
    private static LocalDate FirstWithin(DayWords day, string rule)
    {
        const string Weekly = "FREQ=WEEKLY;BYDAY=";
        if (day.PeriodStart is not { } start || !rule.StartsWith(Weekly, StringComparison.Ordinal))
            return day.Date;
        var codes = rule[Weekly.Length..].Split(',');
        return Enumerable.Range(0, 7).Select(start.PlusDays).First(d => codes.Contains(Code(d.DayOfWeek)));
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
