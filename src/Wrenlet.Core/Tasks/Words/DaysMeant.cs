using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Finds the day of a time that is said without one: that of what was told before it.</summary>
/// <param name="words">The message.</param>
/// <param name="calendar">The firm's working days.</param>
internal sealed class DaysMeant(MessageWords words, WorkCalendar calendar)
{
    /// <summary>
    /// "The van leaves at ten tomorrow, have it loaded by half nine": the day of the time before it in the sentence.
    /// </summary>
    public LocalDate? Before(TimePhrase clock)
    {
        TimePhrase? before = null;
        foreach (var time in words.Times)
            if (
                time.To <= clock.From
                && words.SentenceOf(time.From) == words.SentenceOf(clock.From)
                && time is { Due: not null, ClockAlone: null, IsPeriod: false }
                // "Open day: Ada the posters, drivers be there at seven"
                && (!time.IsMilestone || words.ClassAt(time.To) is WordClass.Colon)
                && (time.DayAlone is null || IsWhenTheyCome(time))
            )
                before = time;
        return before is null ? null : calendar.DateOf(before.Due!.At);
    }

    /// <summary>"The council are visiting on the 24th, everything off the kerb by one": by one on that day.</summary>
    private bool IsWhenTheyCome(TimePhrase day)
    {
        for (var i = day.From - 1; i >= words.SentenceOf(day.From).From && !Listing.IsMark(words, i); i--)
            if (
                words.At(i).Lower
                is "coming"
                    or "comes"
                    or "come"
                    or "visiting"
                    or "visits"
                    or "visit"
                    or "arriving"
                    or "arrives"
                    or "arrive"
                    or "collecting"
                    or "collects"
                    or "collect"
            )
                return true;
        return false;
    }

    /// <summary>"Three starters next Monday. Ada to test them after lunch": of that day.</summary>
    public (TimePhrase Time, double Certainty)? OnIt(Request request, (TimePhrase Time, double Certainty)? start) =>
        start is { Time: { StartClock: { Today: false } from, Due: null } bare }
        && OfWhomItMeans(request, bare) is { } date
            ? start.Value with
            {
                Item1 = bare with { Start = new Point(calendar.FirstMoment(date + from.Time(date)), 0.85, [], "") },
            }
            : start;

    /// <summary>"Three starters next Monday. Meet them at the station at ten": the only day of the sentence before.</summary>
    public LocalDate? OfWhomItMeans(Request request, TimePhrase clock)
    {
        var (c, home) = (request.Words, words.SentenceOf(clock.From));
        if (home != c.Sentence || home.IsItem)
            return null;
        var means = false;
        for (var i = c.Content; i < c.End; i++)
            means |= words.At(i).Lower is "it" or "them" or "him" or "her" or "there" or "around";
        // "Ada drives the chairs over tomorrow and Ben meets her there at nine"
        if (
            means
            && words.Times.FindAll(t => t.To <= c.From && t.From >= home.From)
                is [{ DayAlone: { } same, Repeats: null }]
        )
            return same.Date;
        if (home.Index == 0)
            return null;
        var before = words.Sentences[home.Index - 1];
        var named = words.Times.FindAll(t => words.SentenceOf(t.From) == before);
        return
            means
            && before.Line == home.Line
            && named is [{ Due: { } then, Repeats: null, ClockAlone: null, IsPeriod: false } only]
            ? only.DayAlone?.Date ?? calendar.DateOf(then.At)
            : null;
    }

    /// <summary>"Every Monday the ropes get checked, Ada please start next week": from when on; null where that is not said.</summary>
    public (TimePhrase Time, double Certainty)? Begun(Request request, Instant sent)
    {
        foreach (var (time, certainty) in request.Times)
            if (time is { Due: { } on, Repeats: null } && words.At(time.From - 1).Lower is "start" or "begin")
            {
                var day = calendar.DateOf(on.At);
                if (time.IsPeriod)
                    day = day.With(DateAdjusters.PreviousOrSame(IsoDayOfWeek.Monday));
                // "Please start this week": that is now.
                if (calendar.OpeningOf(day) <= sent)
                    return null;
                return (
                    time with
                    {
                        From = time.From - 1,
                        Start = new(calendar.OpeningOf(day), 0.9, [], Texts.StartOfTheWorkingDay),
                    },
                    certainty
                );
            }

        return null;
    }
}
