using System.Collections.Frozen;
using NodaTime;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Reads words that name a time of day: "half past two", "lunchtime", "end of play".</summary>
internal sealed class ClockGrammar(ReaderSetting setting, Tokens tokens)
{
    private static readonly LocalTime MidMorning = new(10, 0);
    private static readonly LocalTime Noon = new(12, 0);
    private static readonly LocalTime MidAfternoon = new(15, 0);
    private static readonly LocalTime Evening = new(20, 0);

    /// <summary>
    /// Reads a time of day. A bare hour is read only after a preposition, where it cannot be a count.
    /// </summary>
    public ClockWords? Read(int i, bool afterPreposition)
    {
        if (One(i, afterPreposition) is not { } clock)
            return null;
        // "This evening at seven".
        if (
            clock.Half is { } half
            && At(clock.To).Lower is "at" or "by" or "before" or "around" or "about"
            && One(clock.To + 1, true) is { Half: null } within
        )
            return (within.BareHour is null ? within : InHalf(within, half)) with
            {
                Today = clock.Today,
                StandsAlone = clock.StandsAlone,
            };
        return clock.BareHour is null ? clock : WithPart(clock);
    }

    private ClockWords? One(int i, bool afterPreposition)
    {
        // "5:30", without a nought before it, is in the half of the day in which people work.
        if (
            At(i) is { Kind: TokenKind.Clock, Span.Length: 4, Lower: [>= '1' and <= '9', ':' or '.', ..] }
            && Bare(i + 1, (int)At(i).Value / 60, (int)At(i).Value % 60) is { } half
        )
            return half with { StandsAlone = IsAside(i, i + 1) };
        if (At(i).Kind is TokenKind.Clock)
            // "Early shift on Thursday, 5am".
            return Fixed(i + 1, LocalTime.FromMinutesSinceMidnight(At(i).Value % 1440)) with
            {
                StandsAlone = IsAside(i, i + 1) || IsLast(i),
            };
        if (Spoken(i) is { } spoken)
            return IsAside(i, spoken.To) ? spoken with { StandsAlone = true } : spoken;
        return Part(i) ?? (afterPreposition || At(i + 1).Is("sharp") ? Bare(i) : null);
    }

    /// <summary>"Meet the driver 17:30": at the end, behind a thing.</summary>
    private bool IsLast(int i) =>
        At(i).Lower.Contains(':', StringComparison.Ordinal)
        && (i + 1 >= tokens.Count || At(i + 1).Kind is TokenKind.LineBreak || At(i + 1).Is("."))
        && At(i - 1).IsWord
        && WordForms.ClassOf(At(i - 1).Lower) is WordClass.Noun or WordClass.NounOrVerb or WordClass.VerbOrNoun;

    /// <summary>"Early shift on Thursday, 5am", "quarter to four, Ada: the door": set off by marks.</summary>
    private bool IsAside(int from, int to) =>
        (from == 0 || At(from - 1).Lower is "," or "-" or ":" || At(from - 1).Kind is TokenKind.LineBreak)
        && (
            to >= tokens.Count
            || At(to).Lower is "," or "." or ";" or "please" or "sharp" or ":" or "-"
            // "Ada and Ben: 7.30 at the bank"
            || At(from - 1).Is(":") && At(to).Is("at") && At(to + 1).Is("the")
            || At(to).Kind is TokenKind.LineBreak
        );

    /// <summary>"Six tonight", "6 in the evening", "2 this afternoon", "8 sharp".</summary>
    private ClockWords WithPart(ClockWords clock)
    {
        var at = clock.To;
        if (At(at).Is("sharp"))
            return clock with { To = at + 1, StandsAlone = true };
        if (At(at).Is("tonight"))
            return InHalf(clock, Half.Night) with { To = at + 1, Today = true, StandsAlone = true };
        if (At(at).Is("at") && At(at + 1).Is("night"))
            return InHalf(clock, Half.Night) with { To = at + 2 };
        var today = At(at).Is("this");
        var part =
            today ? at + 1
            : At(at).Is("in") && At(at + 1).Is("the") ? at + 2
            : -1;
        return part > 0 && HalfOf(At(part).Lower) is { } half
            ? InHalf(clock, half) with
            {
                To = part + 1,
                Today = today,
                StandsAlone = today || clock.StandsAlone,
            }
            : clock;
    }

    /// <summary>"At ten every night": a bare hour in the part of the day that a word names; as it is where none does.</summary>
    public static ClockWords InPartOfDay(ClockWords clock, string word) =>
        clock.BareHour is not null && HalfOf(word) is { } half ? InHalf(clock, half) : clock;

    /// <summary>A bare hour in the part of the day that was said.</summary>
    private static ClockWords InHalf(ClockWords clock, Half half)
    {
        var hour = clock.BareHour!.Value;
        // "Two at night" is before dawn.
        var said = half is Half.Morning || (half is Half.Night && hour < 5) ? hour : hour + 12;
        return new(clock.To, date => new LocalTime(said, clock.Time(date).Minute)) { StandsAlone = clock.StandsAlone };
    }

    private static Half? HalfOf(string word) =>
        word switch
        {
            "morning" => Half.Morning,
            "afternoon" or "evening" => Half.Evening,
            "night" or "tonight" => Half.Night,
            _ => null,
        };

    /// <summary>By when a part of the day is meant; null where a word names none.</summary>
    public Func<LocalDate, LocalTime>? PartOfDay(string part) =>
        part switch
        {
            "morning" => _ => Noon,
            "afternoon" => Closing,
            "evening" or "night" => _ => Evening,
            _ => null,
        };

    /// <summary>"The 14:00 sailing"; null where a token names no such thing.</summary>
    public ClockWords? OfAThing(int i) =>
        At(i).Is("the") && At(i + 1).Kind is TokenKind.Clock && Read(i + 1, true) is { } clock
            ? clock with
            {
                To = At(clock.To).IsWord ? clock.To + 1 : clock.To,
            }
            : null;

    private ClockWords? Part(int i)
    {
        var at = i;
        var lead =
            At(at).Lower is "in" or "at" or "during" or "by" or "over"
            && At(at + 1).Lower is "the" or "lunch" or "lunchtime" or "noon" or "midday" or "close" or "night"
                ? at + 1
                : at;
        var today = At(lead).Is("this");
        at = At(lead).Is("the") || today ? lead + 1 : lead;
        if (At(at).Is("first") && At(at + 1).Is("thing"))
            return new(at + 2, Opening) { StandsAlone = true };
        if (At(at).Is("last") && At(at + 1).Is("thing"))
            return new(at + 2, Closing) { StandsAlone = true };
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
        if (At(at).Is("close") && At(at - 1).Lower is "by" or "before" or "at" or "until")
            return new(at + 1, Closing);
        if (!At(at).IsWord || (lead == i && (at == i ? IsOfAThing(at) : IsOfWhatFollows(at))))
            return null;
        var half = HalfOf(At(at).Lower);
        return At(at).Lower switch
        {
            "eod" or "cob" or "eop" => new(at + 1, Closing) { StandsAlone = true },
            "closing" => new(At(at + 1).Is("time") ? at + 2 : at + 1, Closing),
            "noon" or "midday" or "lunch" or "lunchtime" => Fixed(at + 1, Noon) with { StandsAlone = At(i).Is("over") },
            "mid-morning" or "midmorning" => Fixed(at + 1, MidMorning) with { StandsAlone = true },
            "mid-afternoon" or "midafternoon" => Fixed(at + 1, MidAfternoon) with { StandsAlone = true },
            "opening" when At(at + 1).Is("time") => new(at + 2, Opening),
            "morning" => Fixed(at + 1, Noon) with { Today = today, StandsAlone = today || lead > i, Half = half },
            "am" or "a.m" when i == at => Fixed(at + 1, Noon),
            "pm" or "p.m" when i == at => new(at + 1, Closing),
            "night" => Fixed(at + 1, Evening) with { Today = today, Half = half },
            "afternoon" => new(at + 1, Closing)
            {
                Today = today,
                StandsAlone = today || lead > i,
                Half = half,
            },
            "evening" => Fixed(at + 1, Evening) with { Today = today, StandsAlone = today || lead > i, Half = half },
            "overnight" when EndsHere(at + 1) => Fixed(at + 1, Evening) with
            {
                Today = true,
                StandsAlone = true,
                Half = Half.Night,
            },
            "tonight" => Fixed(at + 1, Evening) with { Today = true, StandsAlone = true, Half = half },
            "midnight" => Fixed(at + 1, new LocalTime(23, 59)),
            _ => null,
        };
    }

    /// <summary>"The coffee morning", "our quiz night": what is on then.</summary>
    private bool IsOfAThing(int i) =>
        At(i).Lower is "morning" or "afternoon" or "evening" or "night"
        && At(i - 1).Kind is TokenKind.Word
        && At(i - 2).Lower is "the" or "a" or "an" or "our" or "their" or "next"
        && !Lexicon.Weekdays.ContainsKey(At(i - 1).Lower)
        && WordForms.ClassOf(At(i - 1).Lower)
            is WordClass.Noun
                or WordClass.NounOrVerb
                or WordClass.VerbOrNoun
                or WordClass.Verb;

    /// <summary>"About the night work", "check the morning delivery": what is done then.</summary>
    private bool IsOfWhatFollows(int i) =>
        At(i).Lower is "morning" or "afternoon" or "evening" or "night"
        && At(i - 1).Is("the")
        && At(i + 1) is { Kind: TokenKind.Word, Lower: var thing }
        && !Lexicon.Weekdays.ContainsKey(thing)
        && WordForms.ClassOf(thing)
            is WordClass.Noun
                or WordClass.NounOrVerb
                or WordClass.VerbOrNoun
                or WordClass.Third;

    private static readonly FrozenDictionary<string, int> MinutesInLetters = FrozenDictionary.ToFrozenDictionary([
        KeyValuePair.Create("ten", 10),
        new("fifteen", 15),
        new("twenty", 20),
        new("twenty-five", 25),
        new("thirty", 30),
        new("thirty-five", 35),
        new("forty", 40),
        new("forty-five", 45),
        new("fifty", 50),
        new("fifty-five", 55),
    ]);

    /// <summary>"half past two", "quarter to four", "ten past three", "half ten", "3 o'clock".</summary>
    private ClockWords? Spoken(int i)
    {
        var at = At(i).Is("a") ? i + 1 : i;
        if (At(at).Is("half") && HourOf(At(at).Is("half") && At(at + 1).Is("past") ? at + 2 : at + 1) is { } half)
            return Bare(At(at + 1).Is("past") ? at + 3 : at + 2, half, 30);
        int? minutes = At(at).Is("quarter") ? 15 : Small(at);
        if (
            minutes is { } m
            && At(at + 1).Lower is "past" or "to"
            && HourOf(at + 2) is { } hour
            // "From nine to eleven"; nobody says nine minutes to eleven so
            && (
                At(at + 1).Is("past") || m == 15 || (m is 5 or 10 or 20 or 25 && !(At(i - 1).Lower is "from" or "open"))
            )
        )
            return At(at + 1).Is("past") ? Bare(at + 3, hour, m) : Bare(at + 3, (hour + 11) % 12, 60 - m);
        // "At three thirty", "by ten forty-five"
        if (
            At(i).IsWord
            && HourOf(i) is { } full
            && MinutesInLetters.TryGetValue(At(i + 1).Lower, out var past)
            && At(i - 1).Lower is "at" or "by" or "before" or "until" or "till" or "from" or "around" or "about"
            && EndsHere(i + 2)
        )
            return Bare(i + 2, full, past);
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
            // "The invoices from 2015"
            && !(At(i).Value is >= 2000 and < 2060 && At(i - 1).Lower is "from" or "of" or "in" or "since")
        )
            return Fixed(i + 1, new LocalTime(At(i).Value / 100, At(i).Value % 100));
        if (At(i).Kind is TokenKind.Number && At(i).Value is > 12 and < 24 && EndsHere(i + 1))
            return Fixed(i + 1, new LocalTime(At(i).Value, 0));
        // "3ish"
        if (
            At(i).Lower
            is ['1' or '2' or '3' or '4' or '5' or '6' or '7' or '8' or '9', 'i', 's', 'h']
                or ['1', '0' or '1' or '2', 'i', 's', 'h']
        )
            return Bare(i + 1, At(i).Value, 0);
        // "At seven the drivers set off"
        var atTheHour = At(i - 1).Is("at") && At(i + 1).Lower is "the" or "our" or "my" or "your" or "their";
        if (HourOf(i) is not { } hour || !(EndsHere(i + 1) || atTheHour))
            return null;
        // "Ask for one tonight".
        if (At(i + 1).Is("tonight") && hour < 5)
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
            if (hour is >= EarliestInDoubt and <= LatestInDoubt && SaidOfHalf(to) is { } half)
                return half is Half.Morning ? early : late;
            return early >= opening && early <= closing ? early
                : late >= opening && late <= closing ? late
                : opening.TickOfDay - early.TickOfDay <= late.TickOfDay - closing.TickOfDay ? early
                : late;
        }

        return new(to, Resolve, hour % 12);
    }

    /// <summary>Hours that may be of either half of the day, whatever the working hours are.</summary>
    private const int EarliestInDoubt = 5,
        LatestInDoubt = 9;

    /// <summary>What is said so many tokens before an hour, and after it, may tell which half of the day it is in.</summary>
    private const int Ahead = 12,
        Behind = 6;

    private static readonly FrozenSet<string> OfMornings = Lexicon.Set("breakfast breakfasts sunrise dawn"),
        OfEvenings = Lexicon.Set("dinner supper concert performance gig choir drinks sunset dusk screening");

    /// <summary>"Open up at 5.30", "a table for Friday at 8": the half of the day that is spoken of; null where that is open.</summary>
    private Half? SaidOfHalf(int to)
    {
        for (var i = to - 2; i >= Math.Max(0, to - Ahead) && At(i).Kind is not TokenKind.LineBreak; i--)
            if (At(i).Lower is "." or "!" or "?")
                break;
            else if (Of(i) is { } half)
                return half;
        for (var i = to; i < to + Behind && i < tokens.Count && At(i).Kind is not TokenKind.LineBreak; i++)
            if (At(i).Lower is "." or "!" or "?" or ",")
                break;
            else if (Of(i) is { } half)
                return half;
        return null;

        Half? Of(int i) =>
            OfMornings.Contains(At(i).Lower)
            || (At(i).Lower is "open" or "opens" or "opening" && At(i + 1).Is("up"))
            || (At(i).Is("leave") && At(i + 1).Is("at") && At(to).Is("tomorrow"))
                ? Half.Morning
            : OfEvenings.Contains(At(i).Lower) || IsTableBooked(i) ? Half.Evening
            : null;
    }

    /// <summary>"Reserve a table for Friday at eight"; one that is brought at eight is another.</summary>
    private bool IsTableBooked(int i)
    {
        if (!At(i).Is("table"))
            return false;
        for (var k = i - 1; k >= Math.Max(0, i - Behind); k--)
            if (At(k).Lower is "book" or "booked" or "reserve" or "reserved")
                return true;
        return false;
    }

    /// <summary>"I'll do them tonight and Ada can check them in the morning": of the day after.</summary>
    /// <param name="clock">The part of the day.</param>
    /// <param name="back">So many tokens before it are looked at.</param>
    /// <param name="hasBegun">Whether it was written when work had begun for the day.</param>
    public bool IsNextMorning(ClockWords clock, int back, bool hasBegun)
    {
        if (clock.Half is not Half.Morning)
            return false;
        // "I'll look again in the morning", written while the morning of today has begun
        if (At(clock.To - 2).Is("the") && At(clock.To - 3).Is("in") && hasBegun)
            return true;
        for (var i = clock.To - 1; i >= Math.Max(0, clock.To - back); i--)
            if (At(i).Lower is "tonight" or "overnight" or "evening")
                return true;
        return false;
    }

    /// <summary>"Stuck at 1.020".</summary>
    private bool IsOfADecimal(int i) =>
        At(i + 1).Is(".")
        && At(i + 1).Span.Start == At(i).Span.End
        && At(i + 2).Kind is TokenKind.Number
        && At(i + 2).Span is var behind
        && behind.Start == At(i + 1).Span.End
        && behind.Length is not 2;

    private int? HourOf(int i)
    {
        if (At(i).Kind is TokenKind.Number && At(i).Value is >= 1 and <= 12 && At(i).Span.Length <= 2)
            return IsOfADecimal(i) ? null : At(i).Value;
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
        // "Every Thursday afternoon before four the jobs are photographed"
        || (At(i).Lower is "the" or "our" && At(i - 2).Is("before"))
        || Lexicon.Prepositions.Contains(At(i).Lower)
        || Lexicon.Subordinators.Contains(At(i).Lower)
        || Lexicon.Weekdays.ContainsKey(At(i).Lower)
        || At(i).Lower
            is "today"
                or "tomorrow"
                or "tonight"
                or "and"
                or "or"
                or "please"
                or "pls"
                or "plz"
                or "ta"
                or "thx"
                or "thanks"
                or "cheers"
                or "then"
                or "not"
                or "instead"
                or "sharp"
                or "latest"
                or "this"
                or "next"
                or "every"
                or "each"
                or "daily"
                or "nightly"
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

    private ref readonly Token At(int i) => ref tokens[i];
}
