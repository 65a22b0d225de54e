using NodaTime;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Reads times that head what is to be done by then: a milestone, "this week's jobs".</summary>
/// <param name="today">The day on which it was written.</param>
/// <param name="tokens">The message.</param>
/// <param name="days">Reads days.</param>
/// <param name="points">Makes points in time of them.</param>
internal sealed class TimeHeadings(LocalDate today, Tokens tokens, DayGrammar days, Points points)
{
    /// <summary>"Trade fair: Ada stand, Ben brochures": a milestone over what is to be done for it.</summary>
    public TimePhrase? Read(int i)
    {
        if (!(i == 0 || At(i - 1).Kind is TokenKind.LineBreak || At(i - 1).Lower is "."))
            return null;
        if (JobsOf(i) is { } jobs)
            return jobs;
        if (days.Milestone(i, out var to) is not { } milestone)
            return null;
        // "Photo shoot list", above what is on it
        var isOfAll = At(to).Lower is "list" or "jobs" or "tasks" or "prep" or "preparation" or "preparations";
        if (isOfAll)
            to++;
        return
            At(to).Is(":")
            || (isOfAll && (At(to).Is("-") || At(to).Kind is TokenKind.LineBreak))
            // "Trade fair. Ada the stand", "Trade fair - who does what: ..."
            || (At(to).Is(".") && At(to + 1).Name is not null)
            || (At(to).Is("-") && (At(to + 1).Is("who") || At(to + 2).Is(":")))
            ? new(i, to, new Point(milestone, 0.9, [], "the milestone's moment"), null, null) { IsMilestone = true }
            : null;
    }

    /// <summary>"This week's jobs:", "Friday's list:".</summary>
    private TimePhrase? JobsOf(int i)
    {
        var week = At(i).Lower is "this" or "next" && At(i + 1).Is("week's");
        var list = week ? i + 2 : i + 1;
        if (
            !(At(list).Lower is "list" or "jobs" or "tasks" or "work" or "plan")
            || !(At(list + 1).Is(":") || At(list + 1).Kind is TokenKind.LineBreak)
        )
            return null;
        var day =
            week ? days.WeekWith(today.PlusWeeks(At(i).Is("next") ? 1 : 0))
            : At(i).Lower is "today's" or "tomorrow's" ? days.Read(i)
            : At(i).Lower.EndsWith("'s", StringComparison.Ordinal)
            && Lexicon.Weekdays.TryGetValue(At(i).Lower[..^2], out var weekday)
                ? new DayWords(i + 1, today.With(DateAdjusters.NextOrSame(weekday)))
            : null;
        return day is null
            ? null
            : new(i, list + 1, points.Closing(day.Date, 0.95), null, null)
            {
                DayAlone = day.PeriodEnd ? null : day,
                IsPeriod = day.PeriodEnd,
            };
    }

    private ref readonly Token At(int i) => ref tokens[i];
}
