using NodaTime;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Reads words that name a day: "Friday week", "the 12th", "the last Friday of the month", "two days before opening".
/// </summary>
internal sealed class DayGrammar(ReaderSetting setting, ZonedDateTime sent, Tokens tokens)
{
    /// <summary>What is on a day has a name of at most so many words: "Friday's choir practice".</summary>
    private const int MostWordsOfAThing = 2;

    private readonly PeriodGrammar _periods = new(setting, sent, tokens);
    private readonly MilestoneNames _milestones = new(setting, tokens);

    private LocalDate Today => sent.Date;

    private LocalDate Monday => Today.PlusDays(1 - (int)Today.DayOfWeek);

    /// <summary>The day that was named last ahead of a token; null where none was.</summary>
    public Func<int, LocalDate?> NamedBefore { get; set; } = _ => null;

    public DayWords? Read(int i) => _milestones.IsInside(i) ? null : Any(i);

    private DayWords? Any(int i) =>
        Relative(i)
        ?? Ahead(i)
        ?? Weekday(i)
        ?? _periods.Read(i)
        ?? WeekOf(i)
        ?? EndOfADay(i)
        ?? AroundMilestone(i)
        ?? InAMonth(i)
        ?? OnDate(i);

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
            return (At(i).Value, i + 1);
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
            return Then(i + 1, Today);
        if (At(i).Is("tomorrow's"))
            return Then(i + 1, Today.PlusDays(1));
        if (At(i).Lower is "tomorrow" or "tmrw" or "tomorow" or "tommorow" or "tommorrow" && At(i).IsWord)
            return Then(i + 1, Today.PlusDays(1));
        var the = At(i).Is("the") ? i + 1 : i;
        if (At(the).Is("day") && At(the + 1).Is("after") && At(the + 2).Is("tomorrow"))
            return Then(the + 3, Today.PlusDays(2));
        var same =
            At(i).Is("that") ? i + 1
            : At(the).Is("same") ? the + 1
            : -1;
        if (same > 0 && At(same).Is("day") && NamedBefore(i) is { } named)
            return Then(same + 1, named) with { StandsAlone = false };
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

    /// <summary>"in three days", "in 5 working days", "in a fortnight", "two weeks from now".</summary>
    private DayWords? Ahead(int i)
    {
        var prefixed = At(i).Is("in") || At(i).Is("within");
        var at = prefixed ? i + 1 : i;
        if (At(at).Is("the") && At(at + 1).Lower is "next" or "coming")
        {
            at += 2;
            prefixed = true;
        }

        if (Count(at) is not { } count)
            return null;
        var (n, to) = count;
        var working = IsWorking(to);
        if (working)
            to++;
        var unit = At(to).Lower;
        LocalDate? date = unit switch
        {
            "day" or "days" when working => setting.Calendar.AddWorkingDays(Today, n),
            "day" or "days" or "days'" or "day's" => Today.PlusDays(n),
            "week" or "weeks" or "weeks'" or "week's" => Today.PlusWeeks(n),
            "fortnight" or "fortnights" or "fortnight's" => Today.PlusWeeks(2 * n),
            "month" or "months" => Today.PlusMonths(n),
            _ => null,
        };
        if (date is not { } day || !At(to).IsWord)
            return null;
        to++;
        if (At(to).Is("time"))
            to++;
        if (At(to).Is("from") && (At(to + 1).Is("now") || At(to + 1).Is("today")))
            return Then(to + 2, day);
        if (unit is "week" or "weeks" or "fortnight" && At(to).Lower is "on" or "from" && Weekday(to + 1) is { } later)
            return later with { Date = later.Date.PlusWeeks(unit == "fortnight" ? 2 * n : n), Other = null };
        // "A week tomorrow", "two weeks today"
        if (unit is "week" or "weeks" or "fortnight" && Relative(to) is { } rel)
            return rel with { Date = rel.Date.PlusWeeks(unit == "fortnight" ? 2 * n : n) };
        return prefixed ? Then(to, day) : null;
    }

    private DayWords? Weekday(int i)
    {
        var at = At(i).Is("the") ? i + 1 : i;
        var next = At(at).Is("next");
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
                is not ("on" or "by" or "before" or "for" or "after" or "from" or "until" or "till")
            && At(at + 1).IsWord
            && WordForms.ClassOf(At(at + 1).Lower) is WordClass.Noun or WordClass.NounOrVerb
        )
            return null;
        at++;
        if (At(at).Is("the") && At(at + 1).Kind is TokenKind.Ordinal)
            return OnDate(at);
        var soonest = Today.PlusDays(((int)weekday - (int)Today.DayOfWeek + 7) % 7);
        if (soonest == Today && sent.ToInstant() >= setting.Calendar.ClosingOf(Today))
            soonest = soonest.PlusWeeks(1);
        var ofNextWeek = Monday.PlusDays(7 + (int)weekday - 1);
        if (next)
            return Then(at, ofNextWeek, other: soonest == ofNextWeek ? null : soonest);
        if (At(at).Is("next") && At(at + 1).Is("week"))
            return Then(at + 2, ofNextWeek);
        if (At(at).Is("after") && At(at + 1).Is("next"))
            return Then(at + 2, ofNextWeek.PlusWeeks(1));
        if (At(at).Is("week"))
            return Then(at + 1, soonest.PlusWeeks(1));
        if (At(at).Is("fortnight"))
            return Then(at + 1, soonest.PlusWeeks(2));
        if (At(at).Is("this") && At(at + 1).Is("week"))
            return Then(at + 2, soonest);
        if (OnDate(at) is { } exact && exact.Date.DayOfWeek == weekday)
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

    private bool IsMonth(int i) => At(i).IsWord && Lexicon.Months.ContainsKey(At(i).Lower);

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
        return (Weekday(at) ?? OnDate(at)) is { } day ? _periods.WeekWith(day.Date) with { To = day.To } : null;
    }

    /// <summary>"the end of Thursday", "the end of the 22nd".</summary>
    private DayWords? EndOfADay(int i)
    {
        var at = At(i).Is("the") ? i + 1 : i;
        return At(at).Is("end") && At(at + 1).Is("of") ? Relative(at + 2) ?? Weekday(at + 2) ?? OnDate(at + 2) : null;
    }

    /// <summary>"two days before opening", "the day after handover", "two days before that".</summary>
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
        var before = At(at + 1).Is("before");
        if (!before && !At(at + 1).Is("after"))
            return null;
        LocalDate day;
        var to = at + 3;
        if (At(at + 2).Lower is "that" or "then" && !At(to).IsWord && NamedBefore(i) is { } named)
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
        if (nth == 0 || (!working && !Lexicon.Weekdays.TryGetValue(At(at + 1).Lower, out weekday)))
            return null;
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
                : nth > 0
                    ? first.With(DateAdjusters.NextOrSame(weekday)).PlusWeeks(nth - 1)
                    : first.With(DateAdjusters.EndOfMonth).With(DateAdjusters.PreviousOrSame(weekday));
    }

    /// <summary>"the 12th", "12 May", "May 12th", "12/5", "2026-05-12".</summary>
    private DayWords? OnDate(int i)
    {
        if (At(i).Kind is TokenKind.NumericDate)
            return Numeric(i);
        var at = At(i).Is("the") ? i + 1 : i;
        if (
            At(at).IsWord
            && Lexicon.Months.TryGetValue(At(at).Lower, out var month)
            && At(at + 1).Kind is TokenKind.Number or TokenKind.Ordinal
            && At(at + 1).Value is >= 1 and <= 31
        )
            return Dated(at + 2, month, At(at + 1).Value);
        if (
            Lexicon.Ordinals.TryGetValue(At(at).Lower, out var nth)
            && At(at + 1).Is("of")
            && At(at + 2).IsWord
            && Lexicon.Months.TryGetValue(At(at + 2).Lower, out month)
        )
            return Dated(at + 3, month, nth);
        if (At(at).Kind is not (TokenKind.Number or TokenKind.Ordinal) || At(at).Value is < 1 or > 31)
            return null;
        var day = At(at).Value;
        var of = At(at + 1).Is("of") ? at + 2 : at + 1;
        if (At(of).IsWord && Lexicon.Months.TryGetValue(At(of).Lower, out month))
            return Dated(of + 1, month, day);
        if (At(at).Kind is not TokenKind.Ordinal || CountedThing.IsOneOfSeveral(tokens, i, at + 1))
            return null;
        for (var first = Today.With(DateAdjusters.StartOfMonth); ; first = first.PlusMonths(1))
        {
            if (day > CalendarSystem.Iso.GetDaysInMonth(first.Year, first.Month))
                continue;
            var date = first.PlusDays(day - 1);
            if (date >= Today)
                return Then(at + 1, date) with { StandsAlone = false };
        }
    }

    private DayWords? Dated(int to, int month, int day)
    {
        if (At(to).Kind is TokenKind.Number && At(to).Value is > 2000 and < 2200)
            return Valid(At(to).Value, month, day) is { } said ? Then(to + 1, said) : null;
        for (var year = Today.Year; year <= Today.Year + 8; year++)
            if (Valid(year, month, day) is { } date && date >= Today)
                return Then(to, date);
        return null;
    }

    private DayWords? Numeric(int i)
    {
        var parts = At(i).Lower.Split('/', '-', '.').Select(p => int.TryParse(p, out var n) ? n : 0).ToArray();
        if (parts is [> 1000, _, _])
            return Valid(parts[0], parts[1], parts[2]) is { } iso ? Then(i + 1, iso) : null;
        var (day, month) = setting.DayFirst ? (parts[0], parts[1]) : (parts[1], parts[0]);
        int? year =
            parts.Length == 3
                ? parts[2] < 100
                    ? 2000 + parts[2]
                    : parts[2]
                : null;
        var date = InYear(year, month, day);
        var other = day == month ? null : InYear(year, day, month);
        if (date is null)
            (date, other) = (other, null);
        return date is { } d ? Then(i + 1, d, other: other) : null;
    }

    private LocalDate? InYear(int? year, int month, int day)
    {
        if (year is { } y)
            return Valid(y, month, day);
        return Valid(Today.Year, month, day) is { } date && date >= Today ? date : Valid(Today.Year + 1, month, day);
    }

    private static LocalDate? Valid(int year, int month, int day) =>
        year is > 0 and < 9999
        && month is >= 1 and <= 12
        && day >= 1
        && day <= CalendarSystem.Iso.GetDaysInMonth(year, month)
            ? new LocalDate(year, month, day)
            : null;

    private bool IsWorking(int i) => At(i).Is("working") || At(i).Is("business") || At(i).Is("work");

    private static DayWords Then(int to, LocalDate date, LocalDate? other = null) => new(to, date, Other: other);
}
