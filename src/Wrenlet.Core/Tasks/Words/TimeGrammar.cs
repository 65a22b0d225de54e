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
        if (Once(i) is not { } phrase) return null;
        while (Corrected(phrase.To) is { } better)
            phrase = better with { From = phrase.From };
        return phrase;
    }

    private TimePhrase? Once(int i) => Repeat(i) ?? Between(i) ?? Simple(i);

    /// <summary>", no, Thursday", "sorry, Friday", "I mean 3pm".</summary>
    private TimePhrase? Corrected(int i)
    {
        var at = i;
        while (At(at).Is(",") || At(at).Is("-") || At(at).Is(".") || At(at).Is("(")) at++;
        var said = at;
        while (At(at).Lower is "no" or "sorry" or "rather" or "actually" or "correction" or "wait" or "oops" or "make" or "that" or "mean" or "i" or "it" or "or" or "better" or "," or "-" && !IsEnd(at)) at++;
        if (at == said || (at == said + 1 && At(said).Is(",")) || !Enumerable.Range(said, at - said).Any(k => At(k).Lower is "no" or "sorry" or "rather" or "actually" or "correction" or "mean" or "make" or "wait" or "oops")) return null;
        var better = Once(at);
        if (better is null) return null;
        return At(better.To).Is(")") ? better with { To = better.To + 1 } : better;
    }

    private TimePhrase? Between(int i)
    {
        var between = At(i).Is("between");
        if (!between && !At(i).Is("from")) return null;
        if (_days.Read(i + 1) is not { } first) return null;
        if (!(between ? At(first.To).Is("and") : At(first.To).Lower is "to" or "until" or "till")) return null;
        if (_days.Read(first.To + 1) is not { } last) return null;
        var end = last.Date < first.Date && last.Date.PlusWeeks(1) >= first.Date ? last.Date.PlusWeeks(1) : last.Date;
        return new(i, last.To, Closing(end, 0.95), Opening(first.Date, 0.95), null);
    }

    private TimePhrase? Simple(int i)
    {
        var (role, at) = Preposition(i);
        var prefixed = role is not Role.None;

        if (Length(prefixed && role is Role.By && At(i).Lower is "within" ? i : at) is { } length && role is Role.None or Role.By)
            return new(i, length.To, length.At, null, null);
        if (prefixed && _days.Milestone(at, out var to) is { } milestone)
        {
            var point = new Point(milestone, 0.95, [], "the milestone's moment");
            return role is Role.After or Role.From ? new(i, to, null, point, null) : new(i, to, point, null, null);
        }

        var day = _days.Read(at);
        var clock = day is null ? _clocks.Read(at, prefixed) : null;
        if (day is null && clock is null) return null;
        if (clock is not null && day is null)
        {
            var next = At(clock.To).Lower is "on" or "of" or "," ? clock.To + 1 : clock.To;
            day = _days.Read(next) ?? (next != clock.To ? _days.Read(clock.To) : null);
        }
        else if (day is not null)
        {
            var next = day.To;
            if (At(next).Is(",") && At(next + 1).Lower is "at" or "by" or "before") next++;
            var joined = At(next).Lower is "at" or "by" or "before" or "around" or "from" or "after";
            clock = _clocks.Read(joined ? next + 1 : next, joined);
            if (clock is null && joined) clock = _clocks.Read(next, true);
            if (clock is not null && At(next).Is("before") && role is Role.None or Role.By) role = Role.Before;
            if (clock is not null && At(next).Lower is "from" or "after" && role is Role.None) role = Role.From;
        }

        if (!prefixed && !(day?.StandsAlone ?? false) && !(clock?.StandsAlone ?? false)) return null;
        var end = Math.Max(day?.To ?? 0, clock?.To ?? 0);
        if (At(end).Lower is "latest") end++;
        else if (At(end).Is("at") && At(end + 1).Is("the") && At(end + 2).Is("latest")) end += 3;
        if (At(end).Is("sharp")) end++;
        return Resolve(i, end, role, day, clock);
    }

    private TimePhrase Resolve(int from, int to, Role role, DayWords? day, ClockWords? clock)
    {
        if (clock is not null)
        {
            var point = Timed(day, clock);
            return role is Role.From or Role.After ? new(from, to, null, point, null) : new(from, to, point, null, null);
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
                return new(from, to, Closing(_setting.Calendar.WorkingDayBefore(d.Date), 0.95, d.Other is { } b ? _setting.Calendar.WorkingDayBefore(b) : null), null, null);
            case Role.Before when d.PeriodStart is { } start && start <= d.Date:
                return new(from, to, Closing(_setting.Calendar.WorkingDayBefore(start), 0.9), null, null);
            default:
                return new(from, to, Closing(d.Date, d.Other is null ? 0.95 : 0.8, d.Other), null, null);
        }
    }

    /// <summary>"in 2 hours", "within 30 minutes", "in 4 working hours", "in half an hour".</summary>
    private (Point At, int To)? Length(int i)
    {
        if (At(i).Lower is not ("in" or "within")) return null;
        var at = i + 1;
        if (At(at).Is("the") && At(at + 1).Is("next")) at += 2;
        if (At(at).Is("half") && At(at + 1).Is("an") && At(at + 2).Is("hour")) return (Exactly(Duration.FromMinutes(30)), at + 3);
        if (_days.Count(at) is not { } count) return null;
        var (n, to) = count;
        var working = At(to).Lower is "working" or "business";
        if (working) to++;
        Duration? length = At(to).Lower switch
        {
            "minute" or "minutes" or "min" or "mins" => Duration.FromMinutes(n),
            "hour" or "hours" or "hr" or "hrs" or "h" => Duration.FromHours(n),
            _ => null,
        };
        if (length is not { } l) return null;
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
        if (single is { } s && At(i).IsWord) return Repeating(i, i + 1, s.Item1, s.Item2);

        var plural = At(i).Is("on") && At(i + 1).IsWord && At(i + 1).Lower.EndsWith('s') && Lexicon.Weekdays.ContainsKey(At(i + 1).Lower[..^1]) && At(i + 1).Lower.Length > 5;
        if (!plural && At(i).Lower is not ("every" or "each")) return null;
        var at = i + 1;
        var interval = 1;
        if (At(at).Is("other")) (interval, at) = (2, at + 1);
        else if (At(at).Is("second")) (interval, at) = (2, at + 1);
        else if (_days.Count(at) is { } count) (interval, at) = count;
        var working = At(at).Lower is "working" or "business";
        var unit = At(working ? at + 1 : at).Lower;
        var suffix = interval > 1 ? string.Create(CultureInfo.InvariantCulture, $";INTERVAL={interval}") : "";
        if ((working && unit is "day" or "days") || At(at).Is("weekday"))
            return Repeating(i, working ? at + 2 : at + 1, "FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR", _setting.Calendar.WorkingDayFrom(today));
        switch (unit)
        {
            case "day" or "days": return Repeating(i, at + 1, "FREQ=DAILY" + suffix, interval == 1 ? today : today.PlusDays(interval));
            case "morning": return Repeating(i, at, "FREQ=DAILY", today);
            case "week" or "weeks": return Repeating(i, at + 1, "FREQ=WEEKLY" + suffix, today.PlusWeeks(interval));
            case "fortnight": return Repeating(i, at + 1, "FREQ=WEEKLY;INTERVAL=2", today.PlusWeeks(2));
            case "month" or "months": return Repeating(i, at + 1, "FREQ=MONTHLY" + suffix, today.PlusMonths(interval));
            case "quarter": return Repeating(i, at + 1, "FREQ=MONTHLY;INTERVAL=3", today.PlusMonths(3));
            case "year" or "years": return Repeating(i, at + 1, "FREQ=YEARLY" + suffix, today.PlusYears(interval));
        }

        var days = new List<IsoDayOfWeek>();
        while (At(at).IsWord && (Lexicon.Weekdays.TryGetValue(At(at).Lower, out var weekday)
            || (At(at).Lower.EndsWith('s') && Lexicon.Weekdays.TryGetValue(At(at).Lower[..^1], out weekday))))
        {
            days.Add(weekday);
            at++;
            if (At(at).Lower is "and" or "," && At(at + 1).IsWord && Lexicon.Weekdays.ContainsKey(At(at + 1).Lower.TrimEnd('s'))) at++;
        }

        if (days.Count == 0) return null;
        var first = days.Min(d => today.PlusDays(((int)d - (int)today.DayOfWeek + 7) % 7));
        var byDay = string.Join(',', days.Distinct().Order().Select(d => d.ToString()[..2].ToUpperInvariant()));
        return Repeating(i, at, $"FREQ=WEEKLY{suffix};BYDAY={byDay}", first);
    }

    private TimePhrase Repeating(int from, int to, string rule, LocalDate first)
    {
        var joined = At(to).Lower is "at" or "by" or "before" or "in";
        var clock = _clocks.Read(joined ? to + 1 : to, joined) ?? (joined ? _clocks.Read(to, true) : null);
        var due = clock is null
            ? Closing(first, 0.9)
            : new Point(_setting.Calendar.FirstMoment(first + clock.Time(first)), 0.9, [], "its first time");
        return new(from, clock?.To ?? to, due, null, rule);
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

        if (clock.BareHour is null) return new(moment, 0.95, [], "");
        var time = clock.Time(date);
        var other = calendar.FirstMoment(date + time.PlusHours(12));
        return new(moment, 0.85, [other], "the hour inside working hours");
    }

    private Point Closing(LocalDate date, double confidence, LocalDate? other = null) =>
        new(_setting.Calendar.ClosingOf(date), confidence, other is { } o ? [_setting.Calendar.ClosingOf(o)] : [],
            _setting.Calendar.IsWorkingDay(date) ? "at closing" : "at closing; it is not a working day");

    private Point Opening(LocalDate date, double confidence) =>
        new(_setting.Calendar.OpeningOf(date), confidence, [], "at opening");

    private (Role Role, int To) Preposition(int i)
    {
        switch (At(i).Lower)
        {
            case "by" or "on" or "for" or "at" or "until" or "till" or "due" or "around" or "about" when At(i).IsWord:
                var then = i + 1;
                if (At(i).Is("due") && At(then).Lower is "on" or "by" or "at") then++;
                if (At(i).Is("by") && At(then).Lower is "around" or "about") then++;
                return (Role.By, then);
            case "before":
                return (Role.Before, i + 1);
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
