using System.Collections.Immutable;
using System.Globalization;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>What a field asks for: a day that is named without a time counts to its end, or from its beginning.</summary>
public enum MomentSense
{
    /// <summary>By when: a day alone is its end of work.</summary>
    By,

    /// <summary>From when: a day alone is its beginning of work.</summary>
    From,

    /// <summary>A moment that is over: of two readings, the earlier.</summary>
    Past,
}

/// <summary>A moment as a person typed it.</summary>
/// <param name="At">The likeliest reading.</param>
/// <param name="Others">Other moments it might be, likelier first; empty when there is one reading.</param>
public readonly record struct MomentRead(Instant At, ImmutableArray<Instant> Others);

/// <summary>Reads what people type where a moment or a day is asked for: the same words as in a message.</summary>
public static class MomentReader
{
    /// <summary>Most characters that are read.</summary>
    public const int Most = 80;

    private const int MostTokens = 24;

    private static readonly ImmutableArray<string> Ahead =
    [
        "in an hour",
        "today",
        "tomorrow",
        "Friday",
        "next week",
        "in a month",
    ];
    private static readonly ImmutableArray<string> Behind = ["today", "yesterday", "a week ago", "a month ago"];

    private static readonly LocalDatePattern Day = LocalDatePattern.CreateWithInvariantCulture("uuuu-M-d");
    private static readonly LocalDateTimePattern Moment = LocalDateTimePattern.CreateWithInvariantCulture(
        "uuuu-M-d H:mm"
    );

    /// <summary>What is offered beside the field, each with what it comes to; none twice, and none that is over.</summary>
    public static ImmutableArray<(string Words, Instant At)> Offers(
        MomentSense sense,
        ReaderSetting setting,
        Instant now
    )
    {
        var past = sense is MomentSense.Past;
        // Who says by when does not mean within the hour.
        bool Fits(string words) => sense is MomentSense.From || words != "in an hour";
        return
        [
            .. (past ? Behind : Ahead)
                .Where(Fits)
                .Select(words => (Words: words, Read: Read(words, sense, setting, now)))
                .Where(o => o.Read is not null && (past || o.Read.Value.At > now))
                .Select(o => (o.Words, o.Read!.Value.At))
                .DistinctBy(o => o.At),
        ];
    }

    /// <summary>The moment that words name; null when they name none, or say more than that.</summary>
    /// <param name="words">As typed: "thu 3pm", "in 2 working days", "16/4", "2026-04-16 14:30".</param>
    /// <param name="sense">What the field asks for.</param>
    /// <param name="setting">The firm's hours, its order of day and month, and milestones that may be named.</param>
    /// <param name="now">The present moment.</param>
    public static MomentRead? Read(string words, MomentSense sense, ReaderSetting setting, Instant now)
    {
        var text = words.Trim().TrimEnd('.', ',');
        if (text.Length is 0 or > Most)
            return null;
        if (Written(text, sense, setting.Calendar) is { } written)
            return new(written, []);
        if (sense is not MomentSense.Past)
            return Phrase(text, sense, setting, now);
        if (Ago(text, setting.Calendar, now) is { } ago)
            return new(ago, []);
        // A weekday is the last one, and a day of the year the one that was.
        foreach (var from in new[] { now, now - Duration.FromDays(7), now - Duration.FromDays(366) })
            if (Phrase(text, sense, setting, from) is { } read && DateOf(read.At) <= DateOf(now))
                return new(read.At, []);
        return null;

        LocalDate DateOf(Instant at) => setting.Calendar.DateOf(at);
    }

    /// <summary>"2026-04-16" and "2026-04-16 14:30" (ISO 8601), whatever the firm's order is.</summary>
    private static Instant? Written(string text, MomentSense sense, WorkCalendar calendar)
    {
        if (Day.Parse(text).TryGetValue(default, out var day))
            return sense is MomentSense.By ? calendar.ClosingOf(day) : calendar.OpeningOf(day);
        return Moment.Parse(text.Replace('T', ' ')).TryGetValue(default, out var moment)
            ? calendar.FirstMoment(moment)
            : null;
    }

    private static MomentRead? Phrase(string text, MomentSense sense, ReaderSetting setting, Instant now)
    {
        // A field has said the preposition already; people leave it out.
        string[] said = sense is MomentSense.By ? ["", "by ", "at ", "in "] : ["from ", "", "at ", "in "];
        var tokenizer = new Tokenizer(setting);
        foreach (var preposition in said)
        {
            var tokens = tokenizer.Read(preposition + text, MostTokens);
            if (
                new TimeGrammar(setting, now, tokens).Read(0) is { Repeats: null } phrase
                && phrase.To == tokens.Count
                && (sense is MomentSense.By ? phrase.Due ?? phrase.Start : phrase.Start ?? phrase.Due) is { } point
            )
                return new(point.At, point.Others);
        }

        return null;
    }

    /// <summary>"yesterday", "last week", "3 days ago", "a month ago": the beginning of that day.</summary>
    private static Instant? Ago(string text, WorkCalendar calendar, Instant now)
    {
        var today = calendar.DateOf(now);
        var parts = text.ToLowerInvariant().Split(' ', StringSplitOptions.RemoveEmptyEntries);
        LocalDate? day = parts switch
        {
            ["yesterday"] => today.PlusDays(-1),
            ["last", "week"] => today.PlusWeeks(-1).With(DateAdjusters.PreviousOrSame(IsoDayOfWeek.Monday)),
            ["last", "month"] => today.PlusMonths(-1).With(DateAdjusters.StartOfMonth),
            ["last", "year"] => new LocalDate(today.Year - 1, 1, 1),
            [var n, var unit, "ago"] when Count(n) is { } count => unit.TrimEnd('s') switch
            {
                "day" => today.PlusDays(-count),
                "week" => today.PlusWeeks(-count),
                "month" => today.PlusMonths(-count),
                "year" => today.PlusYears(-count),
                _ => null,
            },
            _ => null,
        };
        return day is { } d ? calendar.OpeningOf(d) : null;
    }

    private static int? Count(string word) =>
        word is "a" or "an" ? 1
        : int.TryParse(word, NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n is > 0 and < 1000 ? n
        : Lexicon.Numbers.TryGetValue(word, out var said) ? said
        : null;
}
