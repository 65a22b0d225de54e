using NodaTime;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Reads words that name a part of a week or month: "end of the week", "EOM", "mid-May", "early next week", "the weekend".
/// </summary>
internal sealed class PeriodGrammar(ReaderSetting setting, ZonedDateTime sent, Tokens tokens)
{
    private LocalDate Today => sent.Date;

    private LocalDate Monday => Today.PlusDays(1 - (int)Today.DayOfWeek);

    /// <summary>"end of the week", "EOM", "end of May", "next week", "the weekend".</summary>
    public DayWords? Read(int i)
    {
        var at = At(i).Is("the") ? i + 1 : i;
        if (At(at).Is("early") && First(At(at + 1).Is("in") ? at + 2 : at + 1) is { } early)
            return early;
        return
            At(at).Lower is "late" or "later"
            && (Whole(at + 1) ?? (At(at + 1).Lower is "in" or "on" ? Whole(at + 2) : null)) is { } late
            ? late with
            {
                PeriodStart = null,
            }
            : Whole(i);
    }

    /// <summary>The same, with nothing before it that says early or late in it.</summary>
    private DayWords? Whole(int i)
    {
        if (
            At(i).Lower is "in" or "during"
            && At(i + 1).IsWord
            && Lexicon.Months.TryGetValue(At(i + 1).Lower, out var whole)
        )
            return Until(i + 2, EndOfMonth(new LocalDate(whole < Today.Month ? Today.Year + 1 : Today.Year, whole, 1)));
        // "Within the week"
        if (At(i).Is("within") && At(i + 1).Lower is "the" or "this" && End(At(i + 2).Lower) is { } within)
            return Until(i + 3, within);
        var at = At(i).Is("the") ? i + 1 : i;
        if (MidWeek(i, at) is { } middleOf)
            return middleOf;
        if (At(at).Is("week") && At(at + 1).Is("after") && At(at + 2).Is("next"))
            return Until(at + 3, EndOfWeek(2), Monday.PlusWeeks(2));
        if ((At(at).Is("next") || At(at).Is("following")) && At(at + 1).Is("weekend"))
            return Then(at + 2, Monday.PlusDays(12));
        if (At(at).Lower is "coming" or "this" && At(at + 1).Is("coming") && At(at + 2).Is("weekend"))
            return Then(at + 3, Monday.PlusDays(5));
        if (
            WeekOf(
                !(At(i).Lower is "in" or "during") ? at
                : At(i + 1).Is("the") ? i + 2
                : i + 1
            ) is
            { } counted
        )
            return counted;
        if (At(at).Is("rest") && At(at + 1).Is("of") && At(at + 2).Lower is "the" or "this")
            return At(at + 3).Is("day") ? Then(at + 4, Today)
                : End(At(at + 3).Lower) is { } rest ? Until(at + 4, rest)
                : null;
        // "Before the month is out"
        if (At(i - 1).Is("before") && At(at + 1).Is("is") && At(at + 2).Lower is "out" or "over" or "up")
            return End(At(at).Lower) is { } over ? Until(at + 3, over) : null;
        if (At(at).Is("eow"))
            return Until(at + 1, EndOfWeek(0));
        if (At(at).Is("eom"))
            return Until(at + 1, EndOfMonth(Today));
        if (At(at).Is("eoy"))
            return Until(at + 1, EndOfYear);
        // "Month end", "the quarter's end"
        if (
            At(at).Lower is "month" or "month's" or "quarter" or "quarter's" or "year" or "year's"
            && At(at + 1).Is("end")
        )
            return Until(at + 2, End(At(at).Lower.Replace("'s", "", StringComparison.Ordinal))!.Value);
        if (At(at).Is("weekend") && At(i - 1).Lower is "at" or "over" or "on" or "during")
            return Then(at + 1, Monday.PlusDays(5));
        if (At(at).Is("weekend"))
            return Until(at + 1, EndOfWeek(0), Monday.PlusWeeks(1));
        if (At(at).Is("this") && At(at + 1).Is("weekend"))
            return Then(at + 2, Monday.PlusDays(5));
        if (
            At(at).Lower is "start" or "beginning" or "middle" or "early" or "mid"
            && (At(at + 1).Is("of") || (At(at).Lower is "early" or "mid" && IsMonth(at + 1)))
        )
        {
            var middle = At(at).Lower is "middle" or "mid";
            var of =
                !At(at + 1).Is("of") ? at + 1
                : At(at + 2).Lower is "the" or "this" ? at + 3
                : at + 2;
            var coming = At(of).Is("next");
            if (coming)
                of++;
            var week = coming || Today > Monday.PlusDays(middle ? 2 : 0) ? Monday.PlusWeeks(1) : Monday;
            if (At(of).Is("week"))
                return Then(of + 1, setting.Calendar.WorkingDayFrom(week.PlusDays(middle ? 2 : 0)));
            var first = Today.With(DateAdjusters.StartOfMonth).PlusMonths(1);
            if (At(of).IsWord && Lexicon.Months.TryGetValue(At(of).Lower, out var named))
                first = new LocalDate(named < Today.Month ? Today.Year + 1 : Today.Year, named, 1);
            if (At(of).Is("month") || Lexicon.Months.ContainsKey(At(of).Lower))
                return Then(of + 1, setting.Calendar.WorkingDayFrom(first.PlusDays(middle ? 14 : 0)));
            return null;
        }

        var end = At(at).Is("end") && At(at + 1).Is("of");
        if (end)
            at += 2;
        if (end && (At(at).Is("the") || At(at).Is("this")))
            at++;
        if (end && At(at).Lower is not "day" && End(At(at).Lower) is { } close)
            return Until(at + 1, close);
        var next = At(at).Is("next");
        if (next && At(at + 1).Is("week"))
            return Until(at + 2, EndOfWeek(1), end ? null : Monday.PlusWeeks(1));
        if (next && At(at + 1).Is("month"))
            return Until(
                at + 2,
                EndOfMonth(Today.PlusMonths(1)),
                end ? null : Today.With(DateAdjusters.StartOfMonth).PlusMonths(1)
            );
        if (At(at).Is("this") && At(at + 1).Is("week"))
            return Until(at + 2, EndOfWeek(0), Today);
        if (At(at).Is("this") && At(at + 1).Is("month"))
            return Until(at + 2, EndOfMonth(Today), Today);
        if (end && At(at).IsWord && Lexicon.Months.TryGetValue(At(at).Lower, out var month))
            return Until(
                at + 1,
                EndOfMonth(new LocalDate(month < Today.Month ? Today.Year + 1 : Today.Year, month, 1))
            );
        return null;
    }

    /// <summary>"mid-week", "the middle of May" in one word: "mid-May".</summary>
    private DayWords? MidWeek(int i, int at)
    {
        if (At(i).Is("in") && At(i + 1).Lower.StartsWith("mid-", StringComparison.Ordinal))
            at = i + 1;
        var (of, to) = At(at).Lower switch
        {
            "midweek" => ("week", at + 1),
            "mid" => (At(at + 1).Lower, at + 2),
            var joined when joined.StartsWith("mid-", StringComparison.Ordinal) => (joined[4..], at + 1),
            _ => ("", at),
        };
        if (of == "week")
        {
            var wednesday = Monday.PlusDays(2);
            return Then(to, wednesday < Today ? wednesday.PlusWeeks(1) : wednesday);
        }

        if (of == "month")
        {
            var fifteenth = Today.With(DateAdjusters.StartOfMonth).PlusDays(14);
            return Then(to, setting.Calendar.WorkingDayFrom(fifteenth < Today ? fifteenth.PlusMonths(1) : fifteenth));
        }

        return Lexicon.Months.TryGetValue(of, out var month)
            ? Then(to, setting.Calendar.WorkingDayFrom(OfMonth(month, 15)))
            : null;
    }

    /// <summary>"The first week of May", "the last week of next month": weeks are counted from the first Monday of a month.</summary>
    private DayWords? WeekOf(int at)
    {
        int? count = At(at).Lower switch
        {
            "first" or "1st" => 0,
            "second" or "2nd" => 1,
            "third" or "3rd" => 2,
            "last" => -1,
            _ => null,
        };
        if (count is not { } weeks || !At(at + 1).Is("week") || At(at + 2).Lower is not ("of" or "in"))
            return null;
        var of = At(at + 3).Lower is "the" or "this" ? at + 4 : at + 3;
        var isNext = At(of).Is("next") && At(of + 1).Is("month");
        var month = Today.With(DateAdjusters.StartOfMonth);
        if (isNext)
            month = month.PlusMonths(1);
        else if (At(of).IsWord && Lexicon.Months.TryGetValue(At(of).Lower, out var named))
            month = new LocalDate(named < Today.Month ? Today.Year + 1 : Today.Year, named, 1);
        else if (!At(of).Is("month"))
            return null;
        var week = In(month);
        // "The first week of April", in the middle of it: that of next year.
        if (week.Date < Today && !At(of).Is("month"))
            week = In(month.PlusYears(1));
        return week.Date < Today ? null : week with { To = isNext ? of + 2 : of + 1 };

        DayWords In(LocalDate first) =>
            WeekWith(
                weeks < 0
                    ? first
                        .With(DateAdjusters.EndOfMonth)
                        .With(DateAdjusters.PreviousOrSame(IsoDayOfWeek.Friday))
                        .PlusDays(-4)
                    : first.With(DateAdjusters.NextOrSame(IsoDayOfWeek.Monday)).PlusWeeks(weeks)
            );
    }

    /// <summary>"Early next week", "early in May": its first working day.</summary>
    private DayWords? First(int i)
    {
        if (Whole(i) is not { PeriodEnd: true } period)
            return null;
        var from = period.PeriodStart ?? period.Date.With(DateAdjusters.StartOfMonth);
        return Then(period.To, setting.Calendar.WorkingDayFrom(from));
    }

    /// <summary>The week of a day: by its last working day.</summary>
    public DayWords WeekWith(LocalDate day)
    {
        var monday = day.PlusDays(1 - (int)day.DayOfWeek);
        return new(0, LastWorkingDay(monday.PlusDays(6), 7), PeriodEnd: true, PeriodStart: monday);
    }

    /// <summary>The next such day.</summary>
    private LocalDate OfMonth(int month, int day) =>
        new(month < Today.Month || (month == Today.Month && day < Today.Day) ? Today.Year + 1 : Today.Year, month, day);

    private bool IsMonth(int i) => At(i).IsWord && Lexicon.Months.ContainsKey(At(i).Lower);

    private LocalDate EndOfWeek(int weeks)
    {
        var last = LastWorkingDay(Monday.PlusWeeks(weeks).PlusDays(6), 7);
        return weeks == 0 && last < Today ? LastWorkingDay(Monday.PlusWeeks(1).PlusDays(6), 7) : last;
    }

    /// <summary>The last working day of what a word names, as it is now; null where it names nothing of the kind.</summary>
    private LocalDate? End(string period) =>
        period switch
        {
            "day" => Today,
            "week" => EndOfWeek(0),
            "month" => EndOfMonth(Today),
            "quarter" => EndOfMonth(new LocalDate(Today.Year, ((Today.Month + 2) / 3) * 3, 1)),
            "year" => EndOfYear,
            _ => null,
        };

    private LocalDate EndOfYear => EndOfMonth(new LocalDate(Today.Year, 12, 1));

    private LocalDate EndOfMonth(LocalDate month) => LastWorkingDay(month.With(DateAdjusters.EndOfMonth), 28);

    private LocalDate LastWorkingDay(LocalDate date, int within)
    {
        for (var back = 0; back < within; back++)
            if (setting.Calendar.IsWorkingDay(date.PlusDays(-back)))
                return date.PlusDays(-back);
        return date;
    }

    private static DayWords Then(int to, LocalDate date) => new(to, date);

    private static DayWords Until(int to, LocalDate date, LocalDate? start = null) =>
        new(to, date, PeriodEnd: true, PeriodStart: start);

    private ref readonly Token At(int i) => ref tokens[i];
}
