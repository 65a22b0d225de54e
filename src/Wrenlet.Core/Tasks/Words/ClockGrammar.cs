using NodaTime;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Reads words that name a time of day: "half past two", "lunchtime", "end of play".</summary>
internal sealed class ClockGrammar(ReaderSetting setting, IReadOnlyList<Token> tokens)
{
    private static readonly LocalTime Noon = new(12, 0);
    private static readonly LocalTime Evening = new(20, 0);

    /// <summary>
    /// Reads a time of day. A bare hour is read only after a preposition, where it cannot be a count.
    /// </summary>
    public ClockWords? Read(int i, bool afterPreposition)
    {
        if (At(i).Kind is TokenKind.Clock)
            return Fixed(i + 1, LocalTime.FromMinutesSinceMidnight(At(i).Value % 1440));
        return Part(i) ?? Spoken(i) ?? (afterPreposition ? Bare(i) : null);
    }

    private ClockWords? Part(int i)
    {
        var at = i;
        var lead =
            At(at).Lower is "in" or "at" or "during" or "by"
            && At(at + 1).Lower is "the" or "lunch" or "lunchtime" or "noon" or "midday" or "close" or "night"
                ? at + 1
                : at;
        var today = At(lead).Is("this");
        at = At(lead).Is("the") || today ? lead + 1 : lead;
        if (At(at).Is("first") && At(at + 1).Is("thing"))
            return new(at + 2, Opening) { StandsAlone = true };
        if (
            (At(at).Is("end") || At(at).Is("close"))
            && At(at + 1).Is("of")
            && (At(at + 2).Is("the") ? At(at + 3) : At(at + 2)).Lower
                is "day"
                    or "play"
                    or "business"
                    or "work"
                    or "today"
        )
            return new(At(at + 2).Is("the") ? at + 4 : at + 3, Closing) { StandsAlone = true };
        if (!At(at).IsWord)
            return null;
        return At(at).Lower switch
        {
            "eod" or "cob" or "eop" => new(at + 1, Closing) { StandsAlone = true },
            "closing" => new(At(at + 1).Is("time") ? at + 2 : at + 1, Closing),
            "noon" or "midday" or "lunch" or "lunchtime" => Fixed(at + 1, Noon),
            "morning" => Fixed(at + 1, Noon) with { Today = today, StandsAlone = today || lead > i },
            "am" when i == at => Fixed(at + 1, Noon),
            "pm" when i == at => new(at + 1, Closing),
            "night" => Fixed(at + 1, Evening) with { Today = today },
            "afternoon" => new(at + 1, Closing) { Today = today, StandsAlone = today || lead > i },
            "evening" => Fixed(at + 1, Evening) with { Today = today, StandsAlone = today || lead > i },
            "tonight" => Fixed(at + 1, Evening) with { Today = true, StandsAlone = true },
            "midnight" => Fixed(at + 1, new LocalTime(23, 59)),
            _ => null,
        };
    }

    /// <summary>"half past two", "quarter to four", "ten past three", "half ten", "3 o'clock".</summary>
    private ClockWords? Spoken(int i)
    {
        var at = At(i).Is("a") ? i + 1 : i;
        if (At(at).Is("half") && HourOf(At(at).Is("half") && At(at + 1).Is("past") ? at + 2 : at + 1) is { } half)
            return Bare(At(at + 1).Is("past") ? at + 3 : at + 2, half, 30);
        int? minutes = At(at).Is("quarter") ? 15 : Small(at);
        if (minutes is { } m && At(at + 1).Lower is "past" or "to" && HourOf(at + 2) is { } hour)
            return At(at + 1).Is("past") ? Bare(at + 3, hour, m) : Bare(at + 3, (hour + 11) % 12, 60 - m);
        if (HourOf(i) is { } sharp && At(i + 1).Lower is "o'clock" or "oclock")
            return Bare(i + 2, sharp, 0) with { StandsAlone = !At(i - 1).Is("the") };
        return null;
    }

    /// <summary>A bare hour, whatever follows it.</summary>
    public ClockWords? Hour(int i) => HourOf(i) is { } hour ? Bare(i + 1, hour, 0) : null;

    private ClockWords? Bare(int i)
    {
        // 1530, as on a ship's clock
        if (
            At(i).Kind is TokenKind.Number
            && At(i).Span.Length == 4
            && At(i).Value is >= 100 and < 2400
            && At(i).Value % 100 < 60
            && EndsHere(i + 1)
            && !At(i - 1).Is("for")
        )
            return Fixed(i + 1, new LocalTime(At(i).Value / 100, At(i).Value % 100));
        if (At(i).Kind is TokenKind.Number && At(i).Value is > 12 and < 24 && EndsHere(i + 1))
            return Fixed(i + 1, new LocalTime(At(i).Value, 0));
        if (HourOf(i) is not { } hour || !EndsHere(i + 1))
            return null;
        return Bare(i + 1, hour, 0);
    }

    /// <summary>The hour inside working hours; where neither is, the one nearer to them.</summary>
    private ClockWords Bare(int to, int hour, int minute)
    {
        LocalTime Resolve(LocalDate date)
        {
            var early = new LocalTime(hour % 12, minute);
            var late = new LocalTime((hour % 12) + 12, minute);
            var (opening, closing) = (Opening(date), Closing(date));
            return early >= opening && early <= closing ? early
                : late >= opening && late <= closing ? late
                : opening.TickOfDay - early.TickOfDay <= late.TickOfDay - closing.TickOfDay ? early
                : late;
        }

        return new(to, Resolve, hour % 12);
    }

    private int? HourOf(int i)
    {
        if (At(i).Kind is TokenKind.Number && At(i).Value is >= 1 and <= 12)
            return At(i).Value;
        return
            At(i).IsWord
            && At(i).Lower is not ("a" or "an" or "couple")
            && Lexicon.Numbers.TryGetValue(At(i).Lower, out var n)
            && n <= 12
            ? n
            : null;
    }

    private int? Small(int i)
    {
        if (At(i).Kind is TokenKind.Number && At(i).Value is >= 1 and <= 29)
            return At(i).Value;
        return
            At(i).IsWord
            && At(i).Lower is not ("a" or "an" or "couple")
            && Lexicon.Numbers.TryGetValue(At(i).Lower, out var n)
            ? n
            : null;
    }

    /// <summary>Whether the phrase can end before this token, so that the number before it counts nothing.</summary>
    private bool EndsHere(int i) =>
        At(i).Kind is TokenKind.Mark or TokenKind.LineBreak or TokenKind.Name
        || At(i).Name is not null
        || i >= tokens.Count
        || Lexicon.Prepositions.Contains(At(i).Lower)
        || Lexicon.Subordinators.Contains(At(i).Lower)
        || Lexicon.Weekdays.ContainsKey(At(i).Lower)
        || At(i).Lower
            is "today"
                or "tomorrow"
                or "and"
                or "or"
                or "please"
                or "then"
                or "sharp"
                or "latest"
                or "this"
                or "next"
                or "every"
                or "if"
                or "but"
                or "he"
                or "she"
                or "they"
                or "we"
                or "i";

    private LocalTime Opening(LocalDate date) => setting.Calendar.OpeningTime(date);

    private LocalTime Closing(LocalDate date) => setting.Calendar.ClosingTime(date);

    private static ClockWords Fixed(int to, LocalTime time) => new(to, _ => time);

    private Token At(int i) => i >= 0 && i < tokens.Count ? tokens[i] : Token.None;
}
