using System.Collections.Immutable;
using System.Globalization;
using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Reads whole phrases that say when: a preposition, a day, a time, a correction, a repeat.</summary>
internal sealed class TimeGrammar
{
    private readonly ReaderSetting _setting;
    private readonly ZonedDateTime _sent;
    private readonly Tokens _tokens;
    private readonly DayGrammar _days;
    private readonly ClockGrammar _clocks;
    private readonly RepeatGrammar _repeats;
    private readonly LengthGrammar _lengths;
    private readonly TimeGoingOn _goingOn;
    private readonly TimeRanges _ranges;
    private readonly NamedMoments _named;
    private readonly Points _points;
    private readonly TimeHeadings _headings;

    /// <summary>Where the phrase that is being read opens.</summary>
    private int _opens;

    public TimeGrammar(ReaderSetting setting, Instant sent, Tokens tokens)
    {
        _setting = setting;
        _sent = sent.InZone(setting.Calendar.Zone);
        _tokens = tokens;
        _days = new(setting, _sent, tokens);
        _named = new(setting.Calendar, _days, i => Simple(i));
        _days.NamedBefore = _ => _named.Before(_opens) is { } point ? setting.Calendar.DateOf(point.At) : null;
        _clocks = new(setting, tokens);
        _points = new(setting.Calendar, _sent, _clocks);
        _repeats = new(setting, _sent, tokens, _days, _clocks);
        _lengths = new(setting, _sent, tokens, _days);
        _goingOn = new(setting.Calendar, tokens, _days, Single, Simple);
        _ranges = new(tokens, _days, _clocks, _points, Simple);
        _headings = new(_sent.Date, tokens, _days, _points);
    }

    /// <summary>The phrase that starts at this token, corrections included; null when none does.</summary>
    public TimePhrase? Read(int i)
    {
        if (At(i).Is("either") && !At(i + 1).Is("either"))
            return Read(i + 1) is { Due.Others: [_, ..], DayAlone: not null } two ? two with { From = i } : null;
        // "Not today but sometime this week"
        if (
            At(i).Is("not")
            && Single(i + 1) is { Due: not null } other
            && At(other.To).Is("but")
            && Read(At(other.To + 1).Lower is "sometime" ? other.To + 2 : other.To + 1) is { Due: not null } meant
        )
            return meant with { From = i };
        if ((EarlyOrLate(i) ?? Single(i)) is not { } phrase)
            return null;
        while (_goingOn.Behind(phrase) is { } better)
            phrase = better with { From = phrase.From };
        // "In three weeks' time", "in a day's time"
        var time = At(phrase.To).Lower is "'" or "’" ? phrase.To + 1 : phrase.To;
        return At(phrase.From).Is("in") && At(time).Is("time") ? phrase with { To = time + 1 } : phrase;
    }

    /// <summary>"early on Friday", "late this afternoon", "any day before Friday".</summary>
    private TimePhrase? EarlyOrLate(int i)
    {
        var any =
            At(i).Is("any") && At(i + 1).Lower is "day" or "time" && At(i + 2).Lower is "before" or "by" or "until";
        if (!any && !(At(i).Lower is "early" or "late"))
            return null;
        // "Stay late on Friday", "half an hour early on Monday": that is what is said of it.
        if (
            !any
            && (
                WordForms.ClassOf(At(i - 1).Lower) is WordClass.Verb or WordClass.Be
                || At(i - 1).Lower
                    is "work"
                        or "start"
                        or "open"
                        or "close"
                        or "finish"
                        or "run"
                        or "in"
                        or "home"
                        or "hour"
                        or "hours"
                || At(i - 1).Lower is "minutes" or "day" or "days" or "too" or "so" or "very"
            )
        )
            return null;
        if (Single(any ? i + 2 : i + 1) is not { Due: not null, Repeats: null, IsPeriod: false, IsMilestone: false } on)
            return null;
        return on with { From = i };
    }

    /// <summary>The repetition that begins at a token; null where none does.</summary>
    private TimePhrase? Single(int i) =>
        (_repeats.Read(i) is { } repeat ? _repeats.Begun(repeat) : null)
        ?? _headings.Read(i)
        ?? TimedRepeat(i)
        ?? _ranges.Read(i)
        ?? OfADayThatIsCalled(i)
        ?? Simple(i);

    /// <summary>"By her birthday, the 9th of May", "on your first day, the 27th": the day, with what it is called.</summary>
    private TimePhrase? OfADayThatIsCalled(int i)
    {
        if (
            !(At(i).Lower is "by" or "on" or "before")
            || !(At(i + 1).Lower is "the" or "my" or "your" or "his" or "her" or "our" or "their")
        )
            return null;
        var comma = At(i + 3).Is(",") ? i + 3 : i + 4;
        return
            At(comma).Is(",")
            && At(comma - 1).Kind is TokenKind.Word
            && (At(comma + 1).Is("the") || At(comma + 1).Kind is TokenKind.Number or TokenKind.Ordinal)
            && _days.Read(comma + 1) is { } day
            && (IsEnd(day.To) || At(day.To).Lower is "," or "." or "?" or "!")
            ? Resolve(i, day.To, TimeRoles.At(_tokens, i).Role, day, null)
            : null;
    }

    /// <summary>"at noon every day".</summary>
    private TimePhrase? TimedRepeat(int i) =>
        TimeRoles.At(_tokens, i) is (TimeRole.By, var at)
        && _clocks.Read(at, true) is { } clock
        && At(clock.To).Lower is "every" or "each" or "on" or "daily" or "nightly"
        && _repeats.Read(clock.To) is { Due: { } first } repeat
            ? _repeats.At(
                repeat with
                {
                    From = i,
                },
                _setting.Calendar.DateOf(first.At),
                ClockGrammar.InPartOfDay(clock, At(repeat.To - 1).Is("nightly") ? "night" : At(repeat.To - 1).Lower)
            )
            : null;

    /// <summary>The token after a milestone's name that stands at a token; the token itself where none does.</summary>
    public int PastMilestone(int i) => _days.Milestone(i, out var to) is null ? i : to;

    /// <summary>One moment or day; a preposition may be supposed where one is corrected.</summary>
    private TimePhrase? Simple(int i, bool supposed = false)
    {
        if (!_named.IsLooking)
            _opens = i;
        var (role, at) = TimeRoles.At(_tokens, i);
        // "Put the heating on first thing": "on" is of the verb.
        if (
            At(i).Is("on")
            && (At(at).Lower is "tonight" or "today" or "tomorrow" || At(at).Is("first") && At(at + 1).Is("thing"))
        )
            return null;
        var prefixed = supposed || role is not TimeRole.None;

        if (
            _lengths.Read(prefixed && role is TimeRole.By && At(i).Lower is "within" ? i : at) is { } length
            && role is TimeRole.None or TimeRole.By
        )
            return new(i, length.To, length.At, null, null);
        if (prefixed && _days.Milestone(at, out var to) is { } milestone)
        {
            var point = new Point(milestone, 0.95, [], "the milestone's moment");
            if (At(to).Is("on") && _days.Read(to + 1) is { } dated && dated.Date == _setting.Calendar.DateOf(milestone))
                to = dated.To; // said twice
            if (At(to).Lower is "starts" or "begins" or "opens")
                to++;
            // "On opening day"
            if (At(i).Is("on") && At(to).Is("day"))
                return Resolve(i, to + 1, role, new(to + 1, _setting.Calendar.DateOf(milestone)), null);
            return role is TimeRole.After or TimeRole.From
                ? new(i, to, null, point, null) { IsMilestone = true }
                : new(i, to, point, null, null) { IsMilestone = true };
        }

        if (role is TimeRole.Before or TimeRole.By && _clocks.OfAThing(at) is { } of)
            return new(i, of.To, _points.Timed(null, of), null, null) { ClockAlone = of };
        if (role is TimeRole.Before && _lengths.Opened(i, at) is { } opened)
            return opened;
        // "Put the heating on an hour before the show"
        if (!At(i).Is("on") && _lengths.Before(at, i) is { } hours)
            return hours;
        if (
            role is TimeRole.By or TimeRole.Before
            && (At(at).Is("then") || (At(at).Is("that") && role is TimeRole.Before && !At(at + 1).IsWord))
            && _named.Before(i) is { } then
        )
            return new(i, at + 1, then, null, null);
        // "I'm meeting them on Wednesday at two. I'll take the figures then."
        if (
            role is TimeRole.None
            && At(i).Is("then")
            && i > 1
            && At(i - 1).IsWord
            && (IsEnd(i + 1) || At(i + 1).Lower is "." or "!")
            && !(At(i - 1).Lower is "and" or "but" or "since" or "you" or "ok" or "okay" or "right")
            && _named.Before(i) is { } named
        )
            return new(i, i + 1, named, null, null);
        if (PartOf(i, at) is { } part)
            return part;
        if (role is TimeRole.None or TimeRole.By && Earlier(i, at) is { } earlier)
            return earlier;
        // "By May": before it begins.
        if (At(i).Is("by") && _days.Read(at) is null && _days.Month(at) is not null)
            role = TimeRole.Before;
        var day = _days.Read(at) ?? (role is TimeRole.From or TimeRole.Before ? _days.Month(at) : null);
        // "Before Friday's meeting", "in time for tomorrow's market"
        if (
            (day is null || At(at).Lower is "today's" or "tomorrow's")
            && (role is TimeRole.Before || At(i).Is("in"))
            && _days.OfSomethingOn(at) is { } on
        )
        {
            // "Before tonight's class": it begins when the evening does.
            if (At(at).Is("tonight's") && _clocks.PartOfDay("evening") is { } evening)
                return new(i, on.To, _points.Timed(on, new(on.To, evening)), null, null);
            (day, role) = (on, TimeRole.Before);
        }

        var clock = day is null ? _clocks.Read(at, prefixed && !At(i).Is("on")) : null;
        if (day is null && clock is null)
            return null;
        if (clock is not null && day is null)
        {
            var next = At(clock.To).Lower is "on" or "of" or "," ? clock.To + 1 : clock.To;
            day = _days.Read(next) ?? (next != clock.To ? _days.Read(clock.To) : null);
            // "At quarter to seven on opening night": of the two that it may be, the one nearer to it
            if (day is null && At(clock.To).Is("on") && _days.Milestone(next, out var past) is { } moment)
                (day, clock) = OnTheDayOf(moment, past, clock);
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
            // "About Sunday tonight": tonight is of no other day.
            if (clock is { Today: true } && day.Date != _sent.Date)
                clock = null;
            if (clock is not null && At(next).Is("before") && role is TimeRole.None or TimeRole.By)
                role = TimeRole.Before;
            if (
                clock is not null
                && At(next).Lower is "from" or "after"
                && (role is TimeRole.None || (role is TimeRole.By && At(i).Is("on")))
            )
                role = TimeRole.From;
        }

        // "Crab for twelve", "a table for four": for so many, but "ready for two", "I need it for three".
        if (
            At(i).Is("for")
            && (day is null || At(clock?.To ?? i).Is(",") || clock?.To == i + 2)
            && clock is { BareHour: not null, StandsAlone: false }
            && !Lexicon.BeforeForATime.Contains(At(i - 1).Lower)
            && !TimeRoles.IsBeingThere(_tokens, i)
        )
            return null;
        if (!prefixed && !(day?.StandsAlone ?? false) && !(clock?.StandsAlone ?? false))
            return null;
        var end = Math.Max(day?.To ?? 0, clock?.To ?? 0);
        // "At 6 tomorrow morning": the part of the day says which six it is.
        if (
            clock is { BareHour: { } hour }
            && day is not null
            && At(end).Lower is "morning" or "afternoon" or "evening" or "night"
        )
        {
            var time = clock.Time(day.Date);
            var minute = time.Minute;
            var said = At(end).Is("morning") ? hour : hour + 12;
            clock = new(clock.To, _ => new LocalTime(said, minute));
            end++;
        }

        if (At(end).Lower is "onwards" or "onward" or "earliest")
            (role, end) = (TimeRole.From, end + 1);
        else if (At(end).Is("at") && At(end + 1).Is("the") && At(end + 2).Is("earliest"))
            (role, end) = (TimeRole.From, end + 3);
        else if (At(end).Lower is "latest")
            end++;
        else if (At(end).Is("at") && At(end + 1).Is("the") && At(end + 2).Is("latest"))
            end += 3;
        if (At(end).Is("sharp"))
            end++;
        return Resolve(i, end, role, day, clock);
    }

    private (DayWords Day, ClockWords Clock) OnTheDayOf(Instant milestone, int to, ClockWords clock)
    {
        var at = milestone.InZone(_setting.Calendar.Zone).LocalDateTime;
        var said = clock.Time(at.Date);
        var other = said.PlusHours(12);
        return (
            new(to, at.Date),
            clock.BareHour is not null && Apart(other) < Apart(said) ? clock with { Time = _ => other } : clock
        );

        long Apart(LocalTime time) => Math.Abs(Period.Between(at.TimeOfDay, time, PeriodUnits.Minutes).Minutes);
    }

    /// <summary>"the morning of the opening", "on the evening of the 12th", "the night before the show".</summary>
    private TimePhrase? PartOf(int from, int at)
    {
        var of = At(at).Is("the") ? at + 2 : at + 1;
        var before = At(of).Is("before") ? 1 : 0;
        if (
            (before == 0 && !At(of).Is("of"))
            || _clocks.Read(at, false) is not { Half: not null } clock
            || clock.To != of
        )
            return null;
        if (_days.Milestone(of + 1, out var to) is { } milestone)
        {
            var date = _setting.Calendar.DateOf(milestone).PlusDays(-before);
            return new(
                from,
                to,
                new Point(_setting.Calendar.FirstMoment(date + clock.Time(date)), 0.9, [], ""),
                null,
                null
            );
        }

        return _days.Read(of + 1) is { } day
            ? new(from, day.To, _points.Timed(day with { Date = day.Date.PlusDays(-before) }, clock), null, null)
            : null;
    }

    /// <summary>"the evening before", "a week before", "two days earlier": than what was named last.</summary>
    private TimePhrase? Earlier(int from, int at)
    {
        var the = At(at).Is("the");
        if (the && _clocks.Read(at + 1, false) is { Half: not null } clock && IsOpen(clock.To))
            return _named.Before(from) is { } named
                ? new(
                    from,
                    clock.To + 1,
                    _points.Timed(new DayWords(0, _setting.Calendar.DateOf(named.At).PlusDays(-1)), clock),
                    null,
                    null
                )
                {
                    IsFromAnother = true,
                }
                : null;
        // "Seven on Tuesday and nine the day after"
        if (
            the
            && At(at + 1).Lower is "day" or "week"
            && At(at + 2).Is("after")
            && (IsEnd(at + 3) || At(at + 3).Kind is TokenKind.Mark or TokenKind.LineBreak)
            && _named.Before(from) is { } after
        )
            return new(
                from,
                at + 3,
                _points.Closing(_setting.Calendar.DateOf(after.At).PlusDays(At(at + 1).Is("day") ? 1 : 7), 0.85),
                null,
                null
            )
            {
                IsFromAnother = true,
            };
        (int Count, int To)? count = the && At(at + 1).Lower is "day" or "week" ? (1, at + 1) : _days.Count(at);
        // "The week before": by the end of it
        if (the && At(at + 1).Is("week") && IsOpen(at + 2) && _named.Before(from) is { } then)
            return new(
                from,
                at + 3,
                _points.Closing(_days.WeekWith(_setting.Calendar.DateOf(then.At).PlusWeeks(-1)).Date, 0.85),
                null,
                null
            )
            {
                IsFromAnother = true,
            };
        // "Two working days before"
        if (
            count is { } working
            && At(working.To).Lower is "working" or "business"
            && At(working.To + 1).Lower is "day" or "days"
            && IsOpen(working.To + 2)
            && _named.Before(from) is { } last
        )
            return new(
                from,
                working.To + 3,
                _points.Closing(
                    _setting.Calendar.AddWorkingDays(_setting.Calendar.DateOf(last.At), -working.Count),
                    0.85
                ),
                null,
                null
            )
            {
                IsFromAnother = true,
            };
        var isInAdvance = count is { } some && At(some.To + 1).Is("in") && At(some.To + 2).Is("advance");
        if (count is not { } c || !(isInAdvance || IsOpen(c.To + 1)))
            return null;
        int? days = At(c.To).Lower switch
        {
            "day" or "days" => c.Count,
            "week" or "weeks" => 7 * c.Count,
            "fortnight" => 14 * c.Count,
            _ => null,
        };
        var to = isInAdvance ? c.To + 3 : c.To + 2;
        if (At(to).Is("at") && At(to + 2).Is("latest"))
            to += 3;
        return days is { } back && _named.Before(from) is { } point
            ? new(from, to, _points.Closing(_setting.Calendar.DateOf(point.At).PlusDays(-back), 0.85), null, null)
            {
                IsFromAnother = true,
            }
            : null;
    }

    /// <summary>"before" where nothing follows that it would be before of.</summary>
    private bool IsOpen(int i) =>
        At(i).Lower is "before" or "earlier" or "beforehand" or "ahead"
        && (
            IsEnd(i + 1)
            || At(i + 1).Kind is TokenKind.Mark or TokenKind.LineBreak
            || At(i + 1).Lower is "and" or "would" or "please" or "latest"
            || (At(i + 1).Is("at") && At(i + 2).Is("the") && At(i + 3).Is("latest"))
        );

    private TimePhrase Resolve(int from, int to, TimeRole role, DayWords? day, ClockWords? clock)
    {
        if (clock is not null)
        {
            var point = _points.Timed(day, clock);
            // "From tomorrow morning": when it begins
            if (role is TimeRole.From && clock.Half is Half.Morning)
                point = _points.Opening(_setting.Calendar.DateOf(point.At), 0.9);
            return role is TimeRole.From or TimeRole.After
                ? new(from, to, null, point, null) { StartClock = day is null ? clock : null }
                : new(from, to, point, null, null) { ClockAlone = day is null ? clock : null };
        }

        var d = day!;
        switch (role)
        {
            case TimeRole.From:
                return new(from, to, null, _points.Opening(d.PeriodStart ?? d.Date, 0.9), null);
            case TimeRole.After:
                var after = d.PeriodStart is { } s && d.PeriodEnd && s > d.Date ? s : d.Date.PlusDays(1);
                return new(from, to, null, _points.Opening(_setting.Calendar.WorkingDayFrom(after), 0.9), null);
            case TimeRole.Before when !d.PeriodEnd:
                return new(from, to, _points.ClosingBefore(d), null, null);
            case TimeRole.Before when d.PeriodStart is { } start && start <= d.Date:
                return new(from, to, _points.Closing(_setting.Calendar.WorkingDayBefore(start), 0.9), null, null);
            default:
                return new(from, to, _points.Closing(d.Date, d.Other is null ? 0.95 : 0.8, d.Other), null, null)
                {
                    DayAlone = d.PeriodEnd ? null : d,
                    IsPeriod = d.PeriodEnd,
                };
        }
    }

    private bool IsEnd(int i) => i >= _tokens.Count;

    private ref readonly Token At(int i) => ref _tokens[i];
}
