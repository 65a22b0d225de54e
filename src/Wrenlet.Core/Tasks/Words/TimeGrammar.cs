using System.Collections.Immutable;
using System.Globalization;
using NodaTime;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Reads whole phrases that say when: a preposition, a day, a time, a correction, a repeat.</summary>
internal sealed class TimeGrammar
{
    private readonly ReaderSetting _setting;
    private readonly ZonedDateTime _sent;
    private readonly IReadOnlyList<Token> _tokens;
    private readonly DayGrammar _days;
    private readonly ClockGrammar _clocks;

    public TimeGrammar(ReaderSetting setting, Instant sent, IReadOnlyList<Token> tokens)
    {
        _setting = setting;
        _sent = sent.InZone(setting.Calendar.Zone);
        _tokens = tokens;
        _days = new(setting, _sent, tokens);
        _clocks = new(setting, tokens);
    }

    private enum Role
    {
        None,
        By,
        Before,
        From,
        After,
    }

    /// <summary>The phrase that starts at this token, corrections included; null when none does.</summary>
    public TimePhrase? Read(int i)
    {
        if (Single(i) is not { } phrase)
            return null;
        while (Corrected(phrase.To) is { } better)
            phrase = better with { From = phrase.From };
        return phrase;
    }

    private TimePhrase? Single(int i) => Repeat(i) ?? Between(i) ?? DayBetween(i) ?? Simple(i);

    /// <summary>"on Thursday between 2 and 4", "tomorrow from 9 to 11".</summary>
    private TimePhrase? DayBetween(int i)
    {
        var at = At(i).Lower is "on" or "for" ? i + 1 : i;
        if (_days.Read(at) is not { } day || At(day.To).Lower is not ("between" or "from"))
            return null;
        var between = At(day.To).Is("between");
        return
            Hours(day.To, day, to => between ? At(to).Is("and") : At(to).Lower is "to" or "until" or "till" or "-")
                is { } hours
            ? hours with
            {
                From = i,
            }
            : null;
    }

    /// <summary>
    /// "between 2 and 4 on Thursday": from one time of day to another; a day may follow where none went before.
    /// </summary>
    private TimePhrase? Hours(int i, DayWords? day, Func<int, bool> joins)
    {
        if (HourAt(i + 1) is not { } first || !joins(first.To) || _clocks.Read(first.To + 1, true) is not { } last)
            return null;
        var to = last.To;
        if (day is null)
        {
            var next = At(to).Lower is "on" ? to + 1 : to;
            day = _days.Read(next);
            if (day is not null)
                to = day.To;
        }

        return new(i, to, Timed(day, last), Timed(day, first), null);
    }

    /// <summary>A time of day before "and" or "to", where a bare hour would else be taken for a count.</summary>
    private ClockWords? HourAt(int i) =>
        At(i).Kind is TokenKind.Number
        && At(i).Value is >= 1 and <= 12
        && At(i + 1).Lower is "to" or "until" or "till" or "-"
            ? _clocks.Hour(i)
            : _clocks.Read(i, true);

    /// <summary>", no, Thursday", "sorry, Friday", "I mean 3pm".</summary>
    private TimePhrase? Corrected(int i)
    {
        var at = i;
        while (At(at).Is(",") || At(at).Is("-") || At(at).Is(".") || At(at).Is("("))
            at++;
        var said = at;
        while (
            At(at).Lower
                is "no"
                    or "sorry"
                    or "rather"
                    or "actually"
                    or "correction"
                    or "wait"
                    or "oops"
                    or "make"
                    or "that"
                    or "mean"
                    or "i"
                    or "it"
                    or "or"
                    or "better"
                    or "scratch"
                    or "strike"
                    or "instead"
                    or "say"
                    or "hang"
                    or "on"
                    or "no"
                    or ","
                    or "-"
            && !IsEnd(at)
            && !(At(at).Is("on") && _days.Read(at + 1) is not null)
        )
            at++;
        if (
            at == said
            || (at == said + 1 && At(said).Is(","))
            || !Enumerable
                .Range(said, at - said)
                .Any(k =>
                    At(k).Lower
                        is "no"
                            or "sorry"
                            or "rather"
                            or "actually"
                            or "correction"
                            or "mean"
                            or "make"
                            or "wait"
                            or "oops"
                            or "better"
                            or "scratch"
                            or "strike"
                            or "instead"
                )
        )
            return null;
        var better = Single(at) ?? Simple(at, supposed: true);
        if (better is null)
            return null;
        return At(better.To).Is(")") ? better with { To = better.To + 1 } : better;
    }

    private TimePhrase? Between(int i)
    {
        var between = At(i).Is("between");
        if (!between && !At(i).Is("from"))
            return null;
        bool Joins(int at) => between ? At(at).Is("and") : At(at).Lower is "to" or "until" or "till" or "-";
        // "between 20 and 24 April": the month is said once.
        var bare = At(i + 1).Is("the") ? i + 2 : i + 1;
        if (
            At(bare).Kind is TokenKind.Number or TokenKind.Ordinal
            && At(bare).Value is >= 1 and <= 31
            && Joins(bare + 1)
            && _days.Read(bare + 2) is { } closes
            && closes.Date.Day > At(bare).Value
            && closes.To > bare + 3
        )
            return new(
                i,
                closes.To,
                Closing(closes.Date, 0.95),
                Opening(closes.Date.PlusDays(At(bare).Value - closes.Date.Day), 0.95),
                null
            );
        if (Hours(i, null, Joins) is { } hours)
            return hours;
        if (_days.Read(i + 1) is not { } first)
            return null;
        if (!Joins(first.To))
            return null;
        if (_days.Read(first.To + 1) is not { } last)
            return null;
        var end = last.Date < first.Date && last.Date.PlusWeeks(1) >= first.Date ? last.Date.PlusWeeks(1) : last.Date;
        return new(i, last.To, Closing(end, 0.95), Opening(first.Date, 0.95), null);
    }

    /// <summary>One moment or day; a preposition may be supposed where a time that had one is corrected.</summary>
    private TimePhrase? Simple(int i, bool supposed = false)
    {
        var (role, at) = Preposition(i);
        var prefixed = supposed || role is not Role.None;

        if (
            Length(prefixed && role is Role.By && At(i).Lower is "within" ? i : at) is { } length
            && role is Role.None or Role.By
        )
            return new(i, length.To, length.At, null, null);
        if (prefixed && _days.Milestone(at, out var to) is { } milestone)
        {
            var point = new Point(milestone, 0.95, [], "the milestone's moment");
            return role is Role.After or Role.From ? new(i, to, null, point, null) : new(i, to, point, null, null);
        }

        var day = _days.Read(at);
        var clock = day is null ? _clocks.Read(at, prefixed) : null;
        if (day is null && clock is null)
            return null;
        if (clock is not null && day is null)
        {
            var next = At(clock.To).Lower is "on" or "of" or "," ? clock.To + 1 : clock.To;
            day = _days.Read(next) ?? (next != clock.To ? _days.Read(clock.To) : null);
        }
        else if (day is not null)
        {
            var next = day.To;
            if (At(next).Is(",") && At(next + 1).Lower is "at" or "by" or "before")
                next++;
            var joined = At(next).Lower is "at" or "by" or "before" or "around" or "from" or "after";
            clock = _clocks.Read(joined ? next + 1 : next, joined);
            if (clock is null && joined)
                clock = _clocks.Read(next, true);
            if (clock is not null && At(next).Is("before") && role is Role.None or Role.By)
                role = Role.Before;
            if (clock is not null && At(next).Lower is "from" or "after" && role is Role.None)
                role = Role.From;
        }

        if (!prefixed && !(day?.StandsAlone ?? false) && !(clock?.StandsAlone ?? false))
            return null;
        var end = Math.Max(day?.To ?? 0, clock?.To ?? 0);
        if (At(end).Lower is "latest")
            end++;
        else if (At(end).Is("at") && At(end + 1).Is("the") && At(end + 2).Is("latest"))
            end += 3;
        if (At(end).Is("sharp"))
            end++;
        return Resolve(i, end, role, day, clock);
    }

    private TimePhrase Resolve(int from, int to, Role role, DayWords? day, ClockWords? clock)
    {
        if (clock is not null)
        {
            var point = Timed(day, clock);
            return role is Role.From or Role.After
                ? new(from, to, null, point, null)
                : new(from, to, point, null, null);
        }

        var d = day!;
        switch (role)
        {
            case Role.From:
                return new(from, to, null, Opening(d.PeriodStart ?? d.Date, 0.9), null);
            case Role.After:
                var after = d.PeriodStart is { } s && d.PeriodEnd && s > d.Date ? s : d.Date.PlusDays(1);
                return new(from, to, null, Opening(_setting.Calendar.WorkingDayFrom(after), 0.9), null);
            case Role.Before when !d.PeriodEnd:
                return new(
                    from,
                    to,
                    Closing(
                        _setting.Calendar.WorkingDayBefore(d.Date),
                        0.95,
                        d.Other is { } b ? _setting.Calendar.WorkingDayBefore(b) : null
                    ),
                    null,
                    null
                );
            case Role.Before when d.PeriodStart is { } start && start <= d.Date:
                return new(from, to, Closing(_setting.Calendar.WorkingDayBefore(start), 0.9), null, null);
            default:
                return new(from, to, Closing(d.Date, d.Other is null ? 0.95 : 0.8, d.Other), null, null);
        }
    }

    /// <summary>"in 2 hours", "within 30 minutes", "in 4 working hours", "in half an hour".</summary>
    private (Point At, int To)? Length(int i)
    {
        if (At(i).Lower is not ("in" or "within"))
            return null;
        var at = i + 1;
        if (At(at).Is("the") && At(at + 1).Is("next"))
            at += 2;
        if (At(at).Is("half") && At(at + 1).Is("an") && At(at + 2).Is("hour"))
            return (Exactly(Duration.FromMinutes(30)), at + 3);
        if (
            At(at).Is("a")
            && At(at + 1).Is("quarter")
            && At(at + 2).Is("of")
            && At(at + 3).Is("an")
            && At(at + 4).Is("hour")
        )
            return (Exactly(Duration.FromMinutes(15)), at + 5);
        if (At(i).Is("within") && At(at).Lower is "the" or "this" && At(at + 1).Is("hour"))
            return (Exactly(Duration.FromHours(1)), at + 2);
        if (_days.Count(at) is not { } count)
            return null;
        var (n, to) = count;
        var working = At(to).Lower is "working" or "business";
        if (working)
            to++;
        if (At(to).Is("hour") && At(to + 1).Is("and") && At(to + 2).Is("a") && At(to + 3).Lower is "half" or "quarter")
            return (Exactly(Duration.FromMinutes((n * 60) + (At(to + 3).Is("half") ? 30 : 15))), to + 4);
        if (At(to).Is("and") && At(to + 1).Is("a") && At(to + 2).Is("half") && At(to + 3).Is("hours"))
            return (Exactly(Duration.FromMinutes((n * 60) + 30)), to + 4);
        Duration? length = At(to).Lower switch
        {
            "minute" or "minutes" or "min" or "mins" => Duration.FromMinutes(n),
            "hour" or "hours" or "hr" or "hrs" or "h" => Duration.FromHours(n),
            _ => null,
        };
        if (length is not { } l)
            return null;
        var moment = working ? _setting.Calendar.Add(_sent.ToInstant(), l) : _sent.ToInstant() + l;
        return (new Point(moment, 0.97, [], working ? "counted in working time" : "counted from sending"), to + 1);
    }

    private Point Exactly(Duration length) => new(_sent.ToInstant() + length, 0.97, [], "counted from sending");

    private TimePhrase? Repeat(int i)
    {
        var today = _sent.Date;
        var single = At(i).Lower switch
        {
            "daily" => ("FREQ=DAILY", today),
            "weekly" => ("FREQ=WEEKLY", today.PlusWeeks(1)),
            "fortnightly" => ("FREQ=WEEKLY;INTERVAL=2", today.PlusWeeks(2)),
            "monthly" => ("FREQ=MONTHLY", today.PlusMonths(1)),
            "yearly" or "annually" => ("FREQ=YEARLY", today.PlusYears(1)),
            _ => ((string, LocalDate)?)null,
        };
        if (At(i).Is("monthly") && Monthly(i, today) is { } dated)
            return dated;
        if (single is { } s && At(i).IsWord)
            return Repeating(i, i + 1, s.Item1, s.Item2);

        if (Monthly(i, today) is { } once)
            return once;
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
        else if (_days.Count(at) is { } count)
            (interval, at) = count;
        var working = At(at).Lower is "working" or "business";
        var unit = At(working ? at + 1 : at).Lower;
        var suffix = interval > 1 ? string.Create(CultureInfo.InvariantCulture, $";INTERVAL={interval}") : "";
        if ((working && unit is "day" or "days") || At(at).Is("weekday"))
            return Repeating(
                i,
                working ? at + 2 : at + 1,
                "FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR",
                _setting.Calendar.WorkingDayFrom(today)
            );
        switch (unit)
        {
            case "day" or "days":
                return Repeating(i, at + 1, "FREQ=DAILY" + suffix, interval == 1 ? today : today.PlusDays(interval));
            case "morning" or "afternoon" or "evening":
                return Repeating(i, at, "FREQ=DAILY", today);
            case "night":
                return Repeating(i, at + 1, "FREQ=DAILY", today);
            case "week" or "weeks":
                return Repeating(i, at + 1, "FREQ=WEEKLY" + suffix, today.PlusWeeks(interval));
            case "fortnight":
                return Repeating(i, at + 1, "FREQ=WEEKLY;INTERVAL=2", today.PlusWeeks(2));
            case "month" or "months":
                return Repeating(i, at + 1, "FREQ=MONTHLY" + suffix, today.PlusMonths(interval));
            case "quarter":
                return Repeating(i, at + 1, "FREQ=MONTHLY;INTERVAL=3", today.PlusMonths(3));
            case "year" or "years":
                return Repeating(i, at + 1, "FREQ=YEARLY" + suffix, today.PlusYears(interval));
        }

        var days = new List<IsoDayOfWeek>();
        while (
            At(at).IsWord
            && (
                Lexicon.Weekdays.TryGetValue(At(at).Lower, out var weekday)
                || (At(at).Lower.EndsWith('s') && Lexicon.Weekdays.TryGetValue(At(at).Lower[..^1], out weekday))
            )
        )
        {
            days.Add(weekday);
            at++;
            if (
                At(at).Lower is "and" or ","
                && At(at + 1).IsWord
                && Lexicon.Weekdays.ContainsKey(At(at + 1).Lower.TrimEnd('s'))
            )
                at++;
        }

        if (days.Count == 0)
            return null;
        var first = days.Min(d => today.PlusDays(((int)d - (int)today.DayOfWeek + 7) % 7));
        var byDay = string.Join(',', days.Distinct().Order().Select(d => d.ToString()[..2].ToUpperInvariant()));
        return Repeating(i, at, $"FREQ=WEEKLY{suffix};BYDAY={byDay}", first);
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
        if (!every && At(i).Lower is not ("on" or "by" or "the"))
            return null;
        if (InMonth(every ? i + 1 : i, today) is not { } named)
            return null;
        var to = named.To;
        var monthly = At(to).Lower is "of" or "in" or "every" or "each" or "monthly";
        if (!monthly)
            return null;
        if (At(to).Lower is "of" or "in")
            to++;
        if (every && At(to).Is("the"))
            to++;
        else if (At(to).Lower is "every" or "each")
            to++;
        else if (!every && !At(to).Is("monthly"))
            return null;
        return At(to).Lower is "month" or "monthly" ? Repeating(i, to + 1, named.Rule, named.First) : null;
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
        var joined = At(to).Lower is "at" or "by" or "before" or "in";
        var clock = _clocks.Read(joined ? to + 1 : to, joined) ?? (joined ? _clocks.Read(to, true) : null);
        if (clock is null)
            return new(from, to, Closing(first, 0.9), null, rule);
        var moment = _setting.Calendar.FirstMoment(first + clock.Time(first));
        if (moment <= _sent.ToInstant())
            moment = _setting.Calendar.FirstMoment(
                (rule.StartsWith("FREQ=DAILY", StringComparison.Ordinal) ? first.PlusDays(1) : first.PlusWeeks(1))
                    + clock.Time(first)
            );
        return new(from, clock.To, new Point(moment, 0.9, [], "its first time"), null, rule);
    }

    private Point Timed(DayWords? day, ClockWords clock)
    {
        var calendar = _setting.Calendar;
        var today = _sent.Date;
        var date = day?.Date ?? today;
        var moment = calendar.FirstMoment(date + clock.Time(date));
        if (day is null && !clock.Today && moment <= _sent.ToInstant())
        {
            date = calendar.AddWorkingDays(today, 1);
            moment = calendar.FirstMoment(date + clock.Time(date));
        }

        if (clock.BareHour is null)
            return new(moment, 0.95, [], "");
        var time = clock.Time(date);
        var other = calendar.FirstMoment(date + time.PlusHours(12));
        return new(moment, 0.85, [other], "the hour inside working hours");
    }

    private Point Closing(LocalDate date, double confidence, LocalDate? other = null) =>
        new(
            _setting.Calendar.ClosingOf(date),
            confidence,
            other is { } o ? [_setting.Calendar.ClosingOf(o)] : [],
            _setting.Calendar.IsWorkingDay(date) ? "at closing" : "at closing; it is not a working day"
        );

    private Point Opening(LocalDate date, double confidence) =>
        new(_setting.Calendar.OpeningOf(date), confidence, [], "at opening");

    private (Role Role, int To) Preposition(int i)
    {
        switch (At(i).Lower)
        {
            case "on" or "by" or "at" when At(i + 1).Is("or") && At(i + 2).Lower is "before" or "by":
                return (Role.By, i + 3);
            case "by" or "on" or "for" or "at" or "until" or "till" or "due" or "around" or "about" when At(i).IsWord:
                var then = i + 1;
                if (At(i).Is("due") && At(then).Lower is "on" or "by" or "at")
                    then++;
                if (At(i).Is("by") && At(then).Lower is "around" or "about")
                    then++;
                return (Role.By, then);
            case "before" or "b4":
                return (Role.Before, i + 1);
            case "ahead" or "in" when At(i + 1).Lower is "of" or "advance":
                return (
                    Role.Before,
                    At(i + 1).Is("of") ? i + 2
                    : At(i + 2).Is("of") ? i + 3
                    : i + 2
                );
            case "prior" when At(i + 1).Is("to"):
                return (Role.Before, i + 2);
            case "over" or "during" when At(i + 1).Lower is "the" or "next":
                return (Role.By, i + 1);
            case "from":
                return (Role.From, i + 1);
            case "after":
                return (Role.After, i + 1);
            case "within":
                return (Role.By, i);
            case "starting" or "beginning":
                return (Role.From, At(i + 1).Lower is "on" or "from" ? i + 2 : i + 1);
            case "no" or "not" when At(i + 1).Lower is "later" or "earlier" or "sooner" && At(i + 2).Is("than"):
                return (At(i + 1).Is("later") ? Role.By : Role.From, i + 3);
            case "not" when At(i + 1).Is("before"):
                return (Role.From, i + 2);
            case "not" when At(i + 1).Is("until"):
                return (Role.From, i + 2);
            default:
                return (Role.None, i);
        }
    }

    private bool IsEnd(int i) => i >= _tokens.Count;

    private Token At(int i) => i >= 0 && i < _tokens.Count ? _tokens[i] : Token.None;
}
