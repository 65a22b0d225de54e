using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Reads what is said behind a time and makes it another: ", no, Thursday", "or Friday at the latest", "next week, Tuesday if
/// possible", "and Saturday".
/// </summary>
/// <param name="calendar">The firm's working days.</param>
/// <param name="tokens">The message.</param>
/// <param name="days">Reads days.</param>
/// <param name="single">Reads a time that opens at a token, whatever it is.</param>
/// <param name="simple">Reads a moment or day that opens at a token; a preposition may be supposed.</param>
internal sealed class TimeGoingOn(
    WorkCalendar calendar,
    Tokens tokens,
    DayGrammar days,
    Func<int, TimePhrase?> single,
    Func<int, bool, TimePhrase?> simple
)
{
    /// <summary>What a time becomes by what is said behind it; null where nothing changes it.</summary>
    public TimePhrase? Behind(TimePhrase phrase) =>
        InsteadOf(phrase)
        ?? BackBy(phrase)
        ?? Corrected(phrase.To)
        ?? OrElse(phrase)
        ?? OneOfTheWeek(phrase)
        ?? LastOfDays(phrase);

    /// <summary>"By six tonight instead of at midnight", "at six, not seven": what it is not.</summary>
    private TimePhrase? InsteadOf(TimePhrase phrase)
    {
        if (
            !(At(phrase.From).Lower is "by" or "before" or "at" or "until" or "till")
            && !(At(phrase.To).Is("rather") && At(phrase.To + 1).Is("than"))
        )
            return null;
        var at =
            At(phrase.To).Lower is "instead" or "rather" && At(phrase.To + 1).Lower is "of" or "than" ? phrase.To + 2
            : At(phrase.To).Is(",") && At(phrase.To + 1).Is("not") ? phrase.To + 2
            : At(phrase.To).Is("not") ? phrase.To + 1
            : -1;
        return
            at > 0
            && !(At(at).Lower is "before" or "until" or "till" or "after" or "later" or "earlier")
            && (single(at) ?? simple(at, true)) is { } other
            ? phrase with
            {
                To = other.To,
                // "At half past eleven instead of twelve on Saturday"
                Due =
                    phrase is { ClockAlone: { } clock } && other is { ClockAlone: null, Due: { } due }
                        ? OnDay(calendar.DateOf(due.At), clock)
                        : phrase.Due,
            }
            : null;
    }

    private Point OnDay(LocalDate date, ClockWords clock) =>
        new(calendar.FirstMoment(date + clock.Time(date)), 0.85, [], "");

    /// <summary>"Drive to the mill on Monday, back by four": then it is done.</summary>
    private TimePhrase? BackBy(TimePhrase phrase)
    {
        var back = At(phrase.To).Is(",") ? phrase.To + 1 : phrase.To;
        return
            phrase is { DayAlone: { } day, Repeats: null }
            && At(back).Is("back")
            && At(back + 1).Lower is "by" or "before" or "at"
            && simple(back + 1, true) is { ClockAlone: { } clock } then
            ? phrase with
            {
                To = then.To,
                Due = OnDay(day.Date, clock),
                DayAlone = null,
            }
            : null;
    }

    /// <summary>", no, Thursday", "sorry, Friday", "I mean 3pm".</summary>
    private TimePhrase? Corrected(int i)
    {
        var at = i;
        while (At(at).Is(",") || At(at).Is("-") || At(at).Is(".") || At(at).Is("("))
            at++;
        var said = at;
        while (
            (
                Lexicon.Correcting.Contains(At(at).Lower)
                || Lexicon.InCorrections.Contains(At(at).Lower)
                || (at > said && At(at).Is(":"))
            )
            && !(at >= tokens.Count)
            && !(At(at).Is("on") && days.Read(at + 1) is not null)
        )
            at++;
        if (!Enumerable.Range(said, at - said).Any(k => Lexicon.Correcting.Contains(At(k).Lower)))
            return null;
        // "Whether they can come at six instead, before Wednesday if you can"
        if (At(said).Is("instead") && At(at).Lower is "by" or "before")
            return null;
        var better = single(at) ?? simple(at, true);
        if (better is null)
            return null;
        return At(better.To).Is(")") ? better with { To = better.To + 1 } : better;
    }

    /// <summary>"By Thursday or Friday at the latest": by the later of the two.</summary>
    private TimePhrase? OrElse(TimePhrase first)
    {
        var at = At(first.To).Is(",") ? first.To + 1 : first.To;
        if (!At(at).Is("or") || first is not { DayAlone: not null, Due: { } early, Repeats: null })
            return null;
        at++;
        if (At(at).Lower is "else" or "possibly" or "maybe")
            at++;
        else if (At(at).Is(",") && At(at + 1).Lower is "failing" or "if")
            at += At(at + 3).Is(",") ? 4 : 3;
        // "On the 24th or 25th"
        var isDate = At(at).Kind is TokenKind.Ordinal || (At(at).Is("the") && At(at + 1).Kind is TokenKind.Ordinal);
        if (simple(at, isDate) is not { DayAlone: { } day, Due: { } late } other)
            return null;
        // Said on a Tuesday, "by Monday, or Tuesday at the latest" is the day after that Monday.
        if (late.At < early.At && day.Date.PlusWeeks(1) is var next && early.At < calendar.ClosingOf(next))
            (late, other) = (Points.Closing(calendar, next, 0.9), other with { DayAlone = day with { Date = next } });
        return late.At > early.At ? other with { Due = late with { Others = [early.At] } } : null;
    }

    /// <summary>"Next week, Tuesday if possible", "this week, Friday at the latest": by that day of it.</summary>
    private TimePhrase? OneOfTheWeek(TimePhrase week)
    {
        if (week is not { IsPeriod: true, Repeats: null, Due: { } due } || !At(week.To - 1).Is("week"))
            return null;
        var at = At(week.To).Lower is "," or "(" or "-" ? week.To + 1 : week.To;
        if (At(at).Lower is "on" or "by" or "ideally" or "preferably" or "say" or "maybe")
            at++;
        if (
            !At(at).IsWord
            || !Lexicon.Weekdays.TryGetValue(At(at).Lower, out var weekday)
            || simple(at, false) is not { DayAlone: { } on, To: var to }
            || At(to).Lower is "or" or "and"
        )
            return null;
        var last = calendar.DateOf(due.At);
        var date = last.PlusDays((int)weekday - (int)last.DayOfWeek);
        // Said on a Tuesday, "this week, Monday" is no day of it that is still to come.
        if (At(week.To - 2).Is("this") && date < on.Date)
            date = on.Date;
        return week with
        {
            To = At(to).Is("if") && At(to + 1).Lower is "possible" or "poss" ? to + 2 : to,
            Due = Points.Closing(calendar, date, 0.9),
            IsPeriod = false,
            DayAlone = new DayWords(to, date),
        };
    }

    /// <summary>"Tuesday, Thursday and Saturday", "tonight and tomorrow": done by the last of them.</summary>
    private TimePhrase? LastOfDays(TimePhrase first)
    {
        if (first is not { Repeats: null, Start: null, IsPeriod: false, Due: { } early })
            return null;
        var (at, last) = (first.To, (TimePhrase?)null);
        while (At(at).Lower is "," or "and" or "&" or "+")
        {
            var joint = At(at).Lower;
            if (joint is "," && At(at + 1).Is("and"))
                (at, joint) = (at + 1, "and");
            if (
                simple(At(at + 1).Is("on") ? at + 2 : at + 1, false)
                is not { DayAlone: { } on, Due: { } due, Repeats: null } day
            )
                return null;
            // Said on a Tuesday, "Monday and Tuesday" is the day after that Monday.
            var before = (last?.Due ?? early).At;
            if (due.At <= before && on.Date.PlusWeeks(1) is var next && before < calendar.ClosingOf(next))
                day = day with { Due = Points.Closing(calendar, next, 0.9), DayAlone = on with { Date = next } };
            if (day.Due!.At <= before)
                return null;
            (last, at) = (day, day.To);
            // "Book the hall for Friday and Saturday": needed from the first of them on.
            if (joint is not ",")
                return At(first.From).Is("for") ? first with { To = at } : last;
        }

        return null;
    }

    private ref readonly Token At(int i) => ref tokens[i];
}
