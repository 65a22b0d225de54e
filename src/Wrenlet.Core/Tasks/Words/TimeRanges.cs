using NodaTime;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Reads what goes from one time to another: "between 2 and 4 on Thursday", "Monday to Wednesday", "20-24 April".</summary>
/// <param name="tokens">The message.</param>
/// <param name="days">Reads days.</param>
/// <param name="clocks">Reads times of day.</param>
/// <param name="points">Makes points in time of both.</param>
/// <param name="simple">Reads a moment or day that opens at a token; a preposition may be supposed.</param>
internal sealed class TimeRanges(
    Tokens tokens,
    DayGrammar days,
    ClockGrammar clocks,
    Points points,
    Func<int, bool, TimePhrase?> simple
)
{
    private readonly bool _saysFromAndTo = Enumerable
        .Range(0, tokens.Count)
        .Any(i => tokens[i].Lower is "between" or "from");

    /// <summary>The range that opens at a token; null where none does.</summary>
    public TimePhrase? Read(int i) =>
        (_saysFromAndTo ? Between(i) ?? DayBetween(i) : null) ?? Dates(i) ?? Weekdays(i) ?? DayAndHours(i);

    /// <summary>"20-24 April", "the 20th to the 24th of April": the month is said once, at the end.</summary>
    private TimePhrase? Dates(int i)
    {
        var at = At(i).Is("the") ? i + 1 : i;
        if (
            At(at).Kind is not (TokenKind.Number or TokenKind.Ordinal)
            || At(at).Value is < 1 or > 31
            || !JoinsDays(at + 1)
            || days.Read(at + 2) is not { } last
            || last.Date.Day <= At(at).Value
            // "Boxes 4 to 6 on the 9th": what is counted
            || !(At(at).Kind is TokenKind.Ordinal || IsMonth(last.To - 1) || IsMonth(last.To - 2))
        )
            return null;
        return Days(i, last.To, last.Date.PlusDays(At(at).Value - last.Date.Day), last.Date);
    }

    /// <summary>"Monday to Wednesday", "Mon-Wed", "Monday through Wednesday"; "move Monday to Wednesday" is none.</summary>
    private TimePhrase? Weekdays(int i)
    {
        if (
            !IsWeekday(i)
            || !JoinsDays(i + 1)
            || !IsWeekday(i + 2)
            || At(i - 1).Lower
                is "move"
                    or "shift"
                    or "swap"
                    or "change"
                    or "put"
                    or "push"
                    or "every"
                    or "each"
                    or "from"
            || days.Read(i) is not { } first
            || days.Read(i + 2) is not { } last
        )
            return null;
        return Days(i, last.To, first.Date, last.Date <= first.Date ? last.Date.PlusWeeks(1) : last.Date);
    }

    private TimePhrase Days(int from, int to, LocalDate first, LocalDate last) =>
        new(from, to, points.Closing(last, 0.9), points.Opening(first, 0.9), null);

    private bool JoinsDays(int i) => At(i).Lower is "to" or "-" or "through" or "until" or "till";

    private bool IsWeekday(int i) => At(i).IsWord && Lexicon.Weekdays.ContainsKey(At(i).Lower);

    private bool IsMonth(int i) => At(i).IsWord && Lexicon.Months.ContainsKey(At(i).Lower);

    /// <summary>"on Thursday between 2 and 4", "tomorrow from 9 to 11".</summary>
    private TimePhrase? DayBetween(int i)
    {
        var at = At(i).Lower is "on" or "for" ? i + 1 : i;
        if (days.Read(at) is not { } day || At(day.To).Lower is not ("between" or "from"))
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

    /// <summary>"Thursday 8 to 10", "tomorrow 8 to 10".</summary>
    private TimePhrase? DayAndHours(int i)
    {
        var at = At(i).Is("on") ? i + 1 : i;
        if (
            !(IsWeekday(at) || At(at).Lower is "today" or "tomorrow")
            || days.Read(at) is not { } day
            || At(day.To).Kind is not TokenKind.Number
            || Hours(day.To - 1, day, to => At(to).Lower is "to" or "until" or "till" or "-") is not { } hours
            // "Thursday 8 to 10 boxes"
            || (At(hours.To).IsWord && At(hours.To).Lower is not ("please" or "and" or "at" or "in"))
        )
            return null;
        return hours with { From = i };
    }

    /// <summary>
    /// "between 2 and 4 on Thursday": from one time of day to another; a day may follow where none went before.
    /// </summary>
    private TimePhrase? Hours(int i, DayWords? day, Func<int, bool> joins)
    {
        if (HourAt(i + 1) is not { } first || !joins(first.To) || clocks.Read(first.To + 1, true) is not { } last)
            return null;
        var to = last.To;
        if (day is null)
        {
            var next = At(to).Lower is "on" ? to + 1 : to;
            day = days.Read(next);
            if (day is not null)
                to = day.To;
        }

        return new(i, to, points.Timed(day, last), points.Timed(day, first), null);
    }

    /// <summary>A time of day before "and" or "to", where a bare hour would else be taken for a count.</summary>
    private ClockWords? HourAt(int i) =>
        (At(i).Kind is TokenKind.Number || Lexicon.Numbers.ContainsKey(At(i).Lower))
        && (At(i + 1).Lower is "to" or "until" or "till" or "-" || (At(i - 1).Is("between") && At(i + 1).Is("and")))
            ? clocks.Hour(i)
            : clocks.Read(i, true);

    private TimePhrase? Between(int i)
    {
        var between = At(i).Is("between");
        if (!between && !At(i).Is("from"))
            return null;
        // "Between now and Friday"
        if (between && At(i + 1).Is("now") && At(i + 2).Is("and"))
            return simple(i + 3, true) is { } by ? by with { From = i } : null;
        bool Joins(int at) => between ? At(at).Is("and") : At(at).Lower is "to" or "until" or "till" or "-";
        // "between 20 and 24 April": the month is said once.
        var bare = At(i + 1).Is("the") ? i + 2 : i + 1;
        if (
            At(bare).Kind is TokenKind.Number or TokenKind.Ordinal
            && At(bare).Value is >= 1 and <= 31
            && Joins(bare + 1)
            && days.Read(bare + 2) is { } closes
            && closes.Date.Day > At(bare).Value
            && closes.To > bare + 3
        )
            return new(
                i,
                closes.To,
                points.Closing(closes.Date, 0.95),
                points.Opening(closes.Date.PlusDays(At(bare).Value - closes.Date.Day), 0.95),
                null
            );
        if (Hours(i, null, Joins) is { } hours)
            return hours;
        if (days.Read(i + 1) is not { } first)
            return null;
        if (!Joins(first.To))
            return null;
        if (days.Read(first.To + 1) is not { } last)
            return null;
        var end = last.Date < first.Date && last.Date.PlusWeeks(1) >= first.Date ? last.Date.PlusWeeks(1) : last.Date;
        // "Between Tuesday and Thursday next week": the week is said once.
        var start =
            At(last.To - 1).Is("week") && first.To == i + 2 && Lexicon.Weekdays.ContainsKey(At(i + 1).Lower)
                ? end.PlusDays(-(((int)end.DayOfWeek - (int)first.Date.DayOfWeek + 7) % 7))
                : first.Date;
        return new(i, last.To, points.Closing(end, 0.95), points.Opening(start, 0.95), null);
    }

    private ref readonly Token At(int i) => ref tokens[i];
}
