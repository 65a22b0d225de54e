using NodaTime;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Reads words that name a day: "Friday week", "the 12th", "the last Friday of the month", "two days before opening".
/// </summary>
internal sealed class DayGrammar(ReaderSetting setting, ZonedDateTime sent, Tokens tokens)
{
    /// <summary>What is on a day has a name of at most so many words: "Friday's choir practice".</summary>
    private const int MostWordsOfAThing = 2;

    /// <summary>"In a few days".</summary>
    private const int AFew = 3;

    /// <summary>More days, weeks or years than so many are no time that anybody means, and may be past all calendars.</summary>
    private const int MostCounted = 999;

    private readonly PeriodGrammar _periods = new(setting, sent, tokens);
    private readonly MilestoneNames _milestones = new(setting, tokens);
    private readonly DateGrammar _dates = new(setting, sent.Date, tokens);

    private LocalDate Today => sent.Date;

    private LocalDate Monday => Today.PlusDays(1 - (int)Today.DayOfWeek);

    /// <summary>The day that was named last ahead of a token; null where none was.</summary>
    public Func<int, LocalDate?> NamedBefore { get; set; } = _ => null;

    public DayWords? Read(int i) => !_milestones.IsInside(i) && Any(i) is { } day ? SaidTwice(day) : null;

    private DayWords? Any(int i) =>
        Relative(i)
        ?? Ahead(i)
        ?? WeekdayBeside(i)
        ?? Weekday(i)
        ?? _periods.Read(i)
        ?? WeekOf(i)
        ?? EndOfADay(i)
        ?? AroundMilestone(i)
        ?? InAMonth(i)
        ?? _dates.Read(i);

    /// <summary>
    /// The milestone named at a token; null when none is. <paramref name="to"/> is the token after it.
    /// </summary>
    public Instant? Milestone(int i, out int to) => _milestones.At(i, out to);

    /// <summary>"The inspection's on the 28th": the milestone that something is told of; null where none is.</summary>
    public Instant? MilestoneTold(int i) => _milestones.Told(i);

    /// <summary>The week of a day: by its last working day.</summary>
    public DayWords WeekWith(LocalDate day) => _periods.WeekWith(day);

    /// <summary>A count at a token; null when there is none.</summary>
    public (int Value, int To)? Count(int i)
    {
        if (At(i).Kind is TokenKind.Number)
            return At(i).Value <= MostCounted ? (At(i).Value, i + 1) : null;
        if (At(i).Is("half") && At(i + 1).Is("a"))
            return null;
        if (At(i).IsWord && Lexicon.Numbers.TryGetValue(At(i).Lower, out var n))
            return At(i).Is("a") && At(i + 1).Is("couple") ? (2, At(i + 2).Is("of") ? i + 3 : i + 2) : (n, i + 1);
        return null;
    }

    public ref readonly Token At(int i) => ref tokens[i];

    private DayWords? Relative(int i)
    {
        if (At(i).Lower is "today" or "today's")
            return WithWeek(i + 1, Today);
        if (At(i).Is("tomorrow's"))
            return Then(i + 1, Today.PlusDays(1));
        if (At(i).Lower is "tomorrow" or "tmrw" or "tomorow" or "tommorow" or "tommorrow" && At(i).IsWord)
            return WithWeek(i + 1, Today.PlusDays(1));
        var the = At(i).Is("the") ? i + 1 : i;
        if (At(the).Is("day") && At(the + 1).Is("after") && At(the + 2).Is("tomorrow"))
            return Then(the + 3, Today.PlusDays(2));
        var same =
            At(i).Is("that") && At(i + 1).Is("same") ? i + 2
            : At(i).Is("that") ? i + 1
            : At(the).Is("same") ? the + 1
            : -1;
        if (same > 0 && At(same).Is("day") && NamedBefore(i) is { } named)
            return Then(same + 1, named) with { StandsAlone = At(same - 1).Is("same") };
        // "By the Monday before": before what was named last
        if (
            the > i
            && At(the).IsWord
            && Lexicon.Weekdays.TryGetValue(At(the).Lower, out var weekday)
            && At(the + 1).Lower is "before" or "beforehand"
            && (!At(the + 2).IsWord || At(the + 2).Lower is "please" or "and")
            && NamedBefore(i) is { } then
        )
            return Then(the + 2, then.With(DateAdjusters.Previous(weekday)));
        if ((At(the).Is("next") || At(the).Is("following")) && IsWorking(the + 1) && At(the + 2).Is("day"))
            return Then(the + 3, setting.Calendar.AddWorkingDays(Today, 1));
        if (At(the).Is("next") && At(the + 1).Is("day"))
            return Then(the + 2, Today.PlusDays(1));
        return null;
    }

    /// <summary>"Tomorrow week": seven days after it.</summary>
    private DayWords WithWeek(int to, LocalDate date) =>
        At(to).Is("week") && !At(to + 1).IsWord && At(to + 1).Kind is not TokenKind.Number
            ? Then(to + 1, date.PlusWeeks(1))
            : Then(to, date);

    /// <summary>"in three days", "in 5 working days", "in a day or two", "within the next fortnight", "two weeks from now".</summary>
    private DayWords? Ahead(int i)
    {
        var prefixed = At(i).Lower is "in" or "within" or "inside";
        var at = prefixed ? i + 1 : i;
        var next = At(at).Is("the") && At(at + 1).Lower is "next" or "coming";
        if (next)
            at += 2;
        if ((next && prefixed && IsOneUnit(at) ? (1, at) : CountOfDays(at)) is not { } count)
            return null;
        prefixed |= next;
        var (n, to) = count;
        var working = IsWorking(to);
        if (working)
            to++;
        var unit = At(to).Lower;
        if (!At(to).IsWord)
            return null;
        to++;
        // "In a day or two"
        if (At(to).Is("or") && Count(to + 1) is (var more, var past) && more > n && !IsOneUnit(past))
            (n, to) = (more, past);
        if (From(Today) is not { } day)
            return null;
        if (At(to).Is("time"))
            to++;
        if (At(to).Is("from") && (At(to + 1).Is("now") || At(to + 1).Is("today")))
            return Then(to + 2, day);
        var weeks = unit is "week" or "weeks" or "fortnight";
        if (
            (At(to).Is("from") || (weeks && At(to).Is("on")))
            && (Relative(to + 1) ?? Weekday(to + 1) ?? _dates.Read(to + 1)) is { } later
        )
            return later with { Date = From(later.Date)!.Value, Other = null };
        // "A week tomorrow", "two weeks today"
        if (weeks && Relative(to) is { } rel)
            return rel with { Date = From(rel.Date)!.Value };
        return prefixed ? Then(to, day) : null;

        LocalDate? From(LocalDate start) =>
            unit switch
            {
                "day" or "days" when working => setting.Calendar.AddWorkingDays(start, n),
                "day" or "days" or "days'" or "day's" => start.PlusDays(n),
                "week" or "weeks" or "weeks'" or "week's" or "wk" or "wks" => start.PlusWeeks(n),
                "fortnight" or "fortnights" or "fortnight's" => start.PlusWeeks(2 * n),
                "month" or "months" or "months'" or "month's" => start.PlusMonths(n),
                _ => null,
            };
    }

    /// <summary>How many days or weeks: "a few" are three, "two or three" the more of them.</summary>
    private (int Value, int To)? CountOfDays(int i)
    {
        if (At(i).Is("a") && At(i + 1).Is("few"))
            return (AFew, i + 2);
        return Count(i) is (var n, var to) && At(to).Is("or") && Count(to + 1) is { } more && more.Value > n
            ? more
            : Count(i);
    }

    private bool IsOneUnit(int i) => At(i).Lower is "day" or "week" or "fortnight" or "month" && At(i).IsWord;

    /// <summary>"The Friday before the opening", "the Monday after the 12th".</summary>
    private DayWords? WeekdayBeside(int i)
    {
        if (
            !At(i).Is("the")
            || !At(i + 1).IsWord
            || !Lexicon.Weekdays.TryGetValue(At(i + 1).Lower, out var weekday)
            || !(At(i + 2).Lower is "before" or "after")
        )
            return null;
        var (to, day) =
            Milestone(i + 3, out var past) is { } moment ? (past, setting.Calendar.DateOf(moment))
            : _dates.Read(i + 3) is { } date ? (date.To, date.Date)
            : (0, Today);
        return to == 0 ? null
            : At(i + 2).Is("before") ? Then(to, day.With(DateAdjusters.Previous(weekday)))
            : Then(to, day.With(DateAdjusters.Next(weekday)));
    }

    /// <summary>"Thursday (16th)", "the 21st (Tuesday)": one day, said in two ways.</summary>
    private DayWords SaidTwice(DayWords day)
    {
        if (!At(day.To).Is("("))
            return day;
        var by = Lexicon.Weekdays.TryGetValue(At(day.To + 1).Lower, out var weekday);
        if (by && weekday == day.Date.DayOfWeek && At(day.To + 2).Is(")"))
            return day with { To = day.To + 3, Other = null };
        return
            !by
            && _dates.Read(day.To + 1) is { } date
            && At(date.To).Is(")")
            && date.Date.DayOfWeek == day.Date.DayOfWeek
            ? date with
            {
                To = date.To + 1,
                StandsAlone = day.StandsAlone,
            }
            : day;
    }

    private DayWords? Weekday(int i)
    {
        var at = At(i).Is("the") ? i + 1 : i;
        var next = At(at).Is("next");
        // "The following Monday": after what was named last
        if (at > i && At(at).Is("following") && Lexicon.Weekdays.TryGetValue(At(at + 1).Lower, out var then))
            return Then(at + 2, (NamedBefore(i) ?? Today).With(DateAdjusters.Next(then)));
        // "The man's coming Thursday" says that he comes.
        var coming =
            At(at).Is("this")
            || (
                At(at).Is("coming")
                && !At(at - 1).Lower.EndsWith("'s", StringComparison.Ordinal)
                && WordForms.ClassOf(At(at - 1).Lower) is not (WordClass.Be or WordClass.Stating or WordClass.Adverb)
            );
        if (next || coming)
            at++;
        if (At(at).Is("coming") && At(at - 1).Lower is "this" or "the")
            at++;
        // "When the sun is on the front"
        if (
            !At(at).IsWord
            || (At(at).Lower is "sun" or "sat" && At(at - 1).Is("the"))
            || !Lexicon.Weekdays.TryGetValue(At(at).Lower, out var weekday)
        )
            return null;
        // "Could we come on a Saturday": on which is open.
        if (At(at - 1).Lower is "a" or "one" or "any" or "last")
            return null;
        // "The Saturday callout": what it is called.
        if (
            (At(i).Is("the") ? at == i + 1 : at == i && At(i - 1).Is("the"))
            && At(At(i).Is("the") ? i - 1 : i - 2).Lower
                is not ("on" or "by" or "before" or "after" or "from" or "until" or "till")
            && !(At(at + 1).Lower is "morning" or "afternoon" or "evening" or "night" or "lunchtime")
            && At(at + 1).IsWord
            && (
                WordForms.ClassOf(At(at + 1).Lower) is WordClass.Noun or WordClass.NounOrVerb
                // "The tickets for the Friday show"
                || (
                    At(At(i).Is("the") ? i - 1 : i - 2).Is("for")
                    && WordForms.ClassOf(At(at + 1).Lower) is WordClass.VerbOrNoun or WordClass.Verb
                )
            )
        )
            return null;
        at++;
        if (At(at).Is("the") && At(at + 1).Kind is TokenKind.Ordinal)
            return _dates.Read(at);
        var soonest = Today.PlusDays(((int)weekday - (int)Today.DayOfWeek + 7) % 7);
        if (soonest == Today && sent.ToInstant() >= setting.Calendar.ClosingOf(Today))
            soonest = soonest.PlusWeeks(1);
        var ofNextWeek = Monday.PlusDays(7 + (int)weekday - 1);
        if (next)
            return Then(at, ofNextWeek, other: soonest == ofNextWeek ? null : soonest);
        if (At(at).Is("next") && At(at + 1).Is("week"))
            return Then(at + 2, ofNextWeek);
        if (At(at).Is("of") && At(at + 1).Lower is "next" or "this" && At(at + 2).Is("week"))
            return Then(at + 3, At(at + 1).Is("next") ? ofNextWeek : soonest);
        // "Monday next"
        if (At(at).Is("next") && (!At(at + 1).IsWord || At(at + 1).Lower is "please" or "at" or "by"))
            return Then(at + 1, ofNextWeek);
        if (At(at).Is("after") && At(at + 1).Is("next"))
            return Then(at + 2, ofNextWeek.PlusWeeks(1));
        if (At(at).Is("week"))
            return Then(at + 1, soonest.PlusWeeks(1));
        if (At(at).Is("fortnight"))
            return Then(at + 1, soonest.PlusWeeks(2));
        if (At(at).Is("this") && At(at + 1).Is("week"))
            return Then(at + 2, soonest);
        if (_dates.Read(at) is { } exact && exact.Date.DayOfWeek == weekday)
            return exact with { StandsAlone = true };
        return Then(at, soonest, other: soonest == Today ? soonest.PlusWeeks(1) : null);
    }

    /// <summary>"Friday's meeting", "tomorrow's early market": the day of what is on then; null where none is named so.</summary>
    public DayWords? OfSomethingOn(int i)
    {
        var at = At(i).Is("the") ? i + 1 : i;
        var word = At(at).Lower;
        if (!At(at).IsWord || !word.EndsWith("'s", StringComparison.Ordinal))
            return null;
        LocalDate date;
        if (word is "today's" or "tonight's" or "tomorrow's")
            date = Today.PlusDays(word is "tomorrow's" ? 1 : 0);
        else if (Lexicon.Weekdays.TryGetValue(word[..^2], out var weekday))
            date = Today.With(DateAdjusters.NextOrSame(weekday));
        else
            return null;
        var to = at + 1;
        while (
            to <= at + MostWordsOfAThing
            && At(to).Kind is TokenKind.Word
            && WordForms.ClassOf(At(to).Lower)
                is WordClass.Noun
                    or WordClass.NounOrVerb
                    or WordClass.VerbOrNoun
                    or WordClass.Verb
                    or WordClass.Gerund
        )
            to++;
        return to == at + 1 ? null : Then(to, date);
    }

    /// <summary>The first of the month that is named at a token, where no day of it follows; null where there is none.</summary>
    public DayWords? Month(int i)
    {
        if (!IsMonth(i) || At(i).Name is not null || At(i + 1).Kind is TokenKind.Number or TokenKind.Ordinal)
            return null;
        var month = Lexicon.Months[At(i).Lower];
        // In April, "from March" is of the month that was.
        if ((Today.Month - month + 12) % 12 is >= 1 and <= 3)
            return null;
        return Then(i + 1, new LocalDate(month <= Today.Month ? Today.Year + 1 : Today.Year, month, 1));
    }

    private bool IsMonth(int i) => _dates.IsMonth(i);

    /// <summary>"the week of 4 May", "w/c the 20th", "the week commencing Monday 4 May".</summary>
    private DayWords? WeekOf(int i)
    {
        var at = At(i).Lower is "in" or "during" ? i + 1 : i;
        if (At(at).Is("the"))
            at++;
        if (At(at).Is("w") && At(at + 1).Is("/") && At(at + 2).Is("c"))
            at += 3;
        else if (At(at).Is("w/c"))
            at++;
        else if (At(at).Is("week") && At(at + 1).Lower is "of" or "commencing" or "beginning" or "starting")
            at += 2;
        else
            return null;
        return (Weekday(at) ?? _dates.Read(at)) is { } day ? _periods.WeekWith(day.Date) with { To = day.To } : null;
    }

    /// <summary>"the end of Thursday", "the end of the 22nd": before it is by then.</summary>
    private DayWords? EndOfADay(int i)
    {
        var at = At(i).Is("the") ? i + 1 : i;
        if (
            !At(at).Is("end")
            || !At(at + 1).Is("of")
            || (Relative(at + 2) ?? Weekday(at + 2) ?? _dates.Read(at + 2)) is not { } day
        )
            return null;
        return At(i - 1).Is("before") ? day with { PeriodEnd = true } : day;
    }

    /// <summary>"two days before opening", "the day after handover", "the day of the opening", "two days before that".</summary>
    private DayWords? AroundMilestone(int i)
    {
        (int Value, int To)? count = At(i).Is("the") && At(i + 1).Lower is "day" or "week" ? (1, i + 1) : Count(i);
        if (count is not { } c)
            return null;
        var at = c.To;
        var working = IsWorking(at);
        if (working)
            at++;
        var unit = At(at).Lower;
        if (unit is not ("day" or "days" or "week" or "weeks"))
            return null;
        if (unit is "day" && At(at + 1).Is("of") && Milestone(at + 2, out var past) is { } then)
            return Then(past, setting.Calendar.DateOf(then));
        var before = At(at + 1).Is("before");
        if (!before && !At(at + 1).Is("after"))
            return null;
        LocalDate day;
        var to = at + 3;
        if (
            At(at + 2).Lower is "that" or "then" or "it"
            && (!At(to).IsWord || At(to).Is("at"))
            && NamedBefore(i) is { } named
        )
            day = named;
        else if (Milestone(at + 2, out to) is { } moment)
            day = setting.Calendar.DateOf(moment);
        else
            return null;
        var days = (before ? -1 : 1) * c.Value * (unit.StartsWith('w') ? 7 : 1);
        return Then(to, working ? setting.Calendar.AddWorkingDays(day, days) : day.PlusDays(days));
    }

    /// <summary>"the last Friday of the month", "the first Monday in May", "the last working day of May".</summary>
    private DayWords? InAMonth(int i)
    {
        var at = At(i).Is("the") ? i + 1 : i;
        var nth = At(at).Lower switch
        {
            "first" or "1st" => 1,
            "second" or "2nd" => 2,
            "third" or "3rd" => 3,
            "fourth" or "4th" => 4,
            "last" => -1,
            _ => 0,
        };
        var working = nth is 1 or -1 && IsWorking(at + 1) && At(at + 2).Is("day");
        var weekday = IsoDayOfWeek.None;
        if (
            nth == 0
            || !(
                working
                || (nth < 0 && At(at + 1).Is("day"))
                || Lexicon.Weekdays.TryGetValue(At(at + 1).Lower, out weekday)
                || At(at + 1).Is("weekend")
            )
        )
            return null;
        if (At(at + 1).Is("weekend"))
            weekday = IsoDayOfWeek.Saturday;
        var of = at + (working ? 3 : 2);
        if (!At(of).Is("of") && !(At(of).Is("in") && IsMonth(of + 1)))
            return null;
        of++;
        var next = At(of).Is("next");
        if (At(of).Lower is "the" or "this" or "next")
            of++;
        var month = Today.With(DateAdjusters.StartOfMonth);
        var named = IsMonth(of);
        if (named)
            month = new(
                Today.Year + (Lexicon.Months[At(of).Lower] < Today.Month ? 1 : 0),
                Lexicon.Months[At(of).Lower],
                1
            );
        else if (!At(of).Is("month"))
            return null;
        if (next)
            month = month.PlusMonths(1);
        var date = Of(month);
        return Then(of + 1, date < Today && !named ? Of(month.PlusMonths(1)) : date);

        LocalDate Of(LocalDate first) =>
            working
                ? nth > 0
                    ? setting.Calendar.WorkingDayFrom(first)
                    : setting.Calendar.WorkingDayBefore(first.PlusMonths(1))
                : weekday is IsoDayOfWeek.None
                    ? first.With(DateAdjusters.EndOfMonth)
                    : nth > 0
                        ? first.With(DateAdjusters.NextOrSame(weekday)).PlusWeeks(nth - 1)
                        : first.With(DateAdjusters.EndOfMonth).With(DateAdjusters.PreviousOrSame(weekday));
    }

    private bool IsWorking(int i) => At(i).Is("working") || At(i).Is("business") || At(i).Is("work");

    private static DayWords Then(int to, LocalDate date, LocalDate? other = null) => new(to, date, Other: other);
}
