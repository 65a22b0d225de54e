using NodaTime;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Reads dates: "the 12th", "12 May", "May the 12th", "the twelfth of next month", "12/5", "2026-05-12".</summary>
/// <param name="setting">What the reader knows of the firm.</param>
/// <param name="today">The day on which it was written.</param>
/// <param name="tokens">The message.</param>
internal sealed class DateGrammar(ReaderSetting setting, LocalDate today, Tokens tokens)
{
    /// <summary>Whether a month is named at a token.</summary>
    public bool IsMonth(int i) => At(i).IsWord && Lexicon.Months.ContainsKey(At(i).Lower);

    /// <summary>"the 12th", "12 May", "May 12th", "12/5", "2026-05-12".</summary>
    public DayWords? Read(int i)
    {
        if (At(i).Kind is TokenKind.NumericDate)
            return Numeric(i);
        var at = At(i).Is("the") ? i + 1 : i;
        if (
            At(at).IsWord
            && Lexicon.Months.TryGetValue(At(at).Lower, out var month)
            && (At(at + 1).Is("the") ? at + 2 : at + 1) is var dayOf
            && At(dayOf).Kind is TokenKind.Number or TokenKind.Ordinal
            && At(dayOf).Value is >= 1 and <= 31
        )
            return Dated(dayOf + 1, month, At(dayOf).Value);
        if (InLetters(at) is (var nth, var past))
            return At(past).Is("of") && IsMonth(past + 1) ? Dated(past + 2, Lexicon.Months[At(past + 1).Lower], nth)
                : OfThisMonth(past, nth) is { } named ? named
                : at > i && IsDayByItself(i, past, nth) ? Soonest(past, nth)
                : null;
        if (At(at).Kind is not (TokenKind.Number or TokenKind.Ordinal) || At(at).Value is < 1 or > 31)
            return null;
        var day = At(at).Value;
        var of = At(at + 1).Is("of") ? at + 2 : at + 1;
        if (At(of).IsWord && Lexicon.Months.TryGetValue(At(of).Lower, out month))
            return Dated(of + 1, month, day);
        if (At(at).Kind is not TokenKind.Ordinal)
            return null;
        return OfThisMonth(at + 1, day) is { } said ? said
            : CountedThing.IsOneOfSeveral(tokens, i, at + 1) ? null
            : Soonest(at + 1, day);
    }

    /// <summary>The next such day of a month.</summary>
    private DayWords Soonest(int to, int day)
    {
        for (var first = today.With(DateAdjusters.StartOfMonth); ; first = first.PlusMonths(1))
            if (Valid(first.Year, first.Month, day) is { } date && date >= today)
                return Then(to, date) with { StandsAlone = false };
    }

    /// <summary>"The 1st of the month", "the 5th of next month".</summary>
    private DayWords? OfThisMonth(int of, int day)
    {
        if (!At(of).Is("of") || !(At(of + 1).Lower is "the" or "this" or "next") || !At(of + 2).Is("month"))
            return null;
        var first = today.With(DateAdjusters.StartOfMonth).PlusMonths(At(of + 1).Is("next") ? 1 : 0);
        return Valid(first.Year, first.Month, day) is { } date && date >= today
            ? Then(of + 3, date)
            : Soonest(of + 3, day) with
            {
                StandsAlone = true,
            };
    }

    /// <summary>"Fifth", "twenty-fourth", "twenty fourth": the day of a month; null where there is none.</summary>
    private (int Value, int To)? InLetters(int i) =>
        !At(i).IsWord ? null
        : Lexicon.Ordinals.TryGetValue(At(i).Lower, out var n) ? (n, i + 1)
        : At(i).Lower is "twenty" or "thirty"
        && Lexicon.Ordinals.TryGetValue(At(i).Lower + "-" + At(i + 1).Lower, out n)
            ? (n, i + 2)
        : null;

    /// <summary>"By the fifth": a day of the month, and not the fifth of what was named.</summary>
    private bool IsDayByItself(int the, int to, int n) =>
        (At(the - 1).Lower is "by" or "before" or "until" || (n > 3 && At(the - 1).Is("on")))
        && (!At(to).IsWord || At(to).Lower is "and" or "please" or "at");

    private DayWords? Dated(int to, int month, int day)
    {
        if (At(to).Kind is TokenKind.Number && At(to).Value is > 2000 and < 2200)
            return Valid(At(to).Value, month, day) is { } said ? Then(to + 1, said) : null;
        for (var year = today.Year; year <= today.Year + 8; year++)
            if (Valid(year, month, day) is { } date && date >= today)
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
        return Valid(today.Year, month, day) is { } date && date >= today ? date : Valid(today.Year + 1, month, day);
    }

    private static LocalDate? Valid(int year, int month, int day) =>
        year is > 0 and < 9999
        && month is >= 1 and <= 12
        && day >= 1
        && day <= CalendarSystem.Iso.GetDaysInMonth(year, month)
            ? new LocalDate(year, month, day)
            : null;

    private static DayWords Then(int to, LocalDate date, LocalDate? other = null) => new(to, date, Other: other);

    private ref readonly Token At(int i) => ref tokens[i];
}
