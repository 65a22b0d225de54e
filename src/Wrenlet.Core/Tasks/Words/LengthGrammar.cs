using System.Globalization;
using NodaTime;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// Reads how long something may take from now on, or before a moment: "in 2 hours", "an hour before the show", "before we open".
/// </summary>
internal sealed class LengthGrammar(ReaderSetting setting, ZonedDateTime sent, Tokens tokens, DayGrammar days)
{
    /// <summary>"in 2 hours", "within 30 minutes", "in 4 working hours", "in half an hour", "an hour from now".</summary>
    public (Point At, int To)? Read(int i)
    {
        if (At(i).Lower is not ("in" or "within" or "inside"))
            return Long(i) is { } length && At(length.To).Is("from") && At(length.To + 1).Is("now")
                ? (length.At, length.To + 2)
                : null;
        var at = i + 1;
        if (At(at).Is("the") && At(at + 1).Is("next"))
            at += 2;
        if (At(i).Is("within") && At(at).Lower is "the" or "this" && At(at + 1).Is("hour"))
            return (Exactly(Duration.FromHours(1)), at + 2);
        if (At(at - 1).Is("next") && At(at).Is("hour"))
            return (Exactly(Duration.FromHours(1)), at + 1);
        return Long(at);
    }

    /// <summary>So long after it was written: "half an hour", "2 hours", "4 working hours"; null where none stands at a token.</summary>
    private (Point At, int To)? Long(int at)
    {
        if (At(at).Is("half") && At(at + 1).Is("an") && At(at + 2).Is("hour"))
            return (Exactly(Duration.FromMinutes(30)), at + 3);
        if (
            At(at).Lower is "three" or "3"
            && At(at + 1).Is("quarters")
            && At(at + 2).Is("of")
            && At(at + 3).Is("an")
            && At(at + 4).Is("hour")
        )
            return (Exactly(Duration.FromMinutes(45)), at + 5);
        if (
            At(at).Is("a")
            && At(at + 1).Is("quarter")
            && At(at + 2).Is("of")
            && At(at + 3).Is("an")
            && At(at + 4).Is("hour")
        )
            return (Exactly(Duration.FromMinutes(15)), at + 5);
        if (InOneWord(at) is { } joined)
            return joined;
        if (days.Count(at) is not { } count)
            return null;
        var (n, to) = count;
        // "In 1.5 hours"
        if (
            At(to).Lower is "." or ","
            && At(to + 1).Kind is TokenKind.Number
            && At(to + 1).Span.Length == 1
            && At(to + 1).Span.Start == At(to).Span.End
            && At(to + 2).Lower is "hour" or "hours" or "h" or "hrs"
        )
            return (Exactly(Duration.FromMinutes((n * 60) + (At(to + 1).Value * 6))), to + 3);
        var working = At(to).Lower is "working" or "business";
        if (working)
            to++;
        if (At(to).Is("hour") && At(to + 1).Is("and") && At(to + 2).Is("a") && At(to + 3).Lower is "half" or "quarter")
            return (Exactly(Duration.FromMinutes((n * 60) + (At(to + 3).Is("half") ? 30 : 15))), to + 4);
        if (At(to).Is("and") && At(to + 1).Is("a") && At(to + 2).Is("half") && At(to + 3).Is("hours"))
            return (Exactly(Duration.FromMinutes((n * 60) + 30)), to + 4);
        Duration? length = At(to).Lower switch
        {
            "minute" or "minutes" or "min" or "mins" or "minutes'" => Duration.FromMinutes(n),
            "hour" or "hours" or "hr" or "hrs" or "h" or "hour's" or "hours'" => Duration.FromHours(n),
            _ => null,
        };
        // "Come in an hour earlier": by how much, and not when.
        if (length is not { } l || At(to + 1).Lower is "earlier" or "later" or "early" or "late" or "longer" or "more")
            return null;
        var moment = working ? setting.Calendar.Add(sent.ToInstant(), l) : sent.ToInstant() + l;
        return (new Point(moment, 0.97, [], working ? "counted in working time" : "counted from sending"), to + 1);
    }

    /// <summary>"48h", "90min".</summary>
    private (Point At, int To)? InOneWord(int i)
    {
        var word = At(i).Lower;
        var digits = word.AsSpan().IndexOfAnyExceptInRange('0', '9');
        if (digits is < 1 or > 4)
            return null;
        var n = int.Parse(word.AsSpan(0, digits), CultureInfo.InvariantCulture);
        return word[digits..] switch
        {
            "h" or "hr" or "hrs" => (Exactly(Duration.FromHours(n)), i + 1),
            "m" or "min" or "mins" => (Exactly(Duration.FromMinutes(n)), i + 1),
            _ => null,
        };
    }

    /// <summary>
    /// "an hour before the opening", "half an hour after the show": null where nothing of the kind stands at a token.
    /// </summary>
    /// <param name="at">Where the length begins.</param>
    /// <param name="from">Where the phrase begins.</param>
    public TimePhrase? Before(int at, int from)
    {
        var half = At(at).Is("half") && At(at + 1).Is("an");
        if (!half && days.Count(at) is null)
            return null;
        var (count, unit) = half ? (1, at + 2) : days.Count(at)!.Value;
        Duration? length = At(unit).Lower switch
        {
            "hour" or "hours" => half ? Duration.FromMinutes(30) : Duration.FromHours(count),
            "minutes" or "mins" => Duration.FromMinutes(count),
            _ => null,
        };
        if (
            length is not { } l
            || !(At(unit + 1).Lower is "before" or "after")
            || days.Milestone(unit + 2, out var to) is not { } milestone
        )
            return null;
        return At(unit + 1).Is("before")
            ? new(from, to, new Point(milestone - l, 0.95, [], "counted back from the milestone"), null, null)
            : new(from, to, new Point(milestone + l, 0.95, [], "counted from the milestone"), null, null);
    }

    /// <summary>"Before we open tomorrow", "before you close".</summary>
    public TimePhrase? Opened(int from, int at)
    {
        if (
            At(at).Lower is not ("we" or "you" or "they" or "i")
            || At(at + 1).Lower is not ("open" or "close")
            || !(days.Read(at + 2) is { } || IsOpen(at + 2))
        )
            return null;
        var calendar = setting.Calendar;
        var day = days.Read(at + 2);
        var date = day?.Date ?? sent.Date;
        Instant Moment(LocalDate d) => At(at + 1).Is("open") ? calendar.OpeningOf(d) : calendar.ClosingOf(d);
        if (day is null && Moment(date) <= sent.ToInstant())
            date = calendar.AddWorkingDays(date, 1);
        return new(from, day?.To ?? at + 2, new Point(Moment(date), 0.9, [], ""), null, null);
    }

    private bool IsOpen(int i) =>
        i >= tokens.Count || At(i).Kind is TokenKind.Mark or TokenKind.LineBreak || At(i).Lower is "and" or "please";

    private Point Exactly(Duration length) => new(sent.ToInstant() + length, 0.97, [], "counted from sending");

    private ref readonly Token At(int i) => ref tokens[i];
}
