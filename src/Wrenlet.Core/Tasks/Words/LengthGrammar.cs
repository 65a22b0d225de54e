using NodaTime;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Reads how long something may take from now on: "in 2 hours", "within the hour", "in 4 working hours".</summary>
internal sealed class LengthGrammar(
    ReaderSetting setting,
    ZonedDateTime sent,
    IReadOnlyList<Token> tokens,
    DayGrammar days
)
{
    /// <summary>"in 2 hours", "within 30 minutes", "in 4 working hours", "in half an hour".</summary>
    public (Point At, int To)? Read(int i)
    {
        if (At(i).Lower is not ("in" or "within"))
            return null;
        var at = i + 1;
        if (At(at).Is("the") && At(at + 1).Is("next"))
            at += 2;
        if (At(at).Is("half") && At(at + 1).Is("an") && At(at + 2).Is("hour"))
            return (Exactly(Duration.FromMinutes(30)), at + 3);
        if (
            At(at).Is("a")
            && At(at + 1).Is("quarter")
            && At(at + 2).Is("of")
            && At(at + 3).Is("an")
            && At(at + 4).Is("hour")
        )
            return (Exactly(Duration.FromMinutes(15)), at + 5);
        if (At(i).Is("within") && At(at).Lower is "the" or "this" && At(at + 1).Is("hour"))
            return (Exactly(Duration.FromHours(1)), at + 2);
        if (days.Count(at) is not { } count)
            return null;
        var (n, to) = count;
        var working = At(to).Lower is "working" or "business";
        if (working)
            to++;
        if (At(to).Is("hour") && At(to + 1).Is("and") && At(to + 2).Is("a") && At(to + 3).Lower is "half" or "quarter")
            return (Exactly(Duration.FromMinutes((n * 60) + (At(to + 3).Is("half") ? 30 : 15))), to + 4);
        if (At(to).Is("and") && At(to + 1).Is("a") && At(to + 2).Is("half") && At(to + 3).Is("hours"))
            return (Exactly(Duration.FromMinutes((n * 60) + 30)), to + 4);
        Duration? length = At(to).Lower switch
        {
            "minute" or "minutes" or "min" or "mins" => Duration.FromMinutes(n),
            "hour" or "hours" or "hr" or "hrs" or "h" => Duration.FromHours(n),
            _ => null,
        };
        if (length is not { } l)
            return null;
        var moment = working ? setting.Calendar.Add(sent.ToInstant(), l) : sent.ToInstant() + l;
        return (new Point(moment, 0.97, [], working ? "counted in working time" : "counted from sending"), to + 1);
    }

    /// <summary>"an hour before the opening", "half an hour before the show": null where nothing of the kind stands at a token.</summary>
    /// <param name="at">Where the length begins.</param>
    /// <param name="from">Where the phrase begins.</param>
    /// <param name="days">What knows the milestones.</param>
    public TimePhrase? Before(int at, int from, DayGrammar days)
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
        return length is { } l && At(unit + 1).Is("before") && days.Milestone(unit + 2, out var to) is { } milestone
            ? new(from, to, new Point(milestone - l, 0.95, [], "counted back from the milestone"), null, null)
            : null;
    }

    private Point Exactly(Duration length) => new(sent.ToInstant() + length, 0.97, [], "counted from sending");

    private Token At(int i) => i >= 0 && i < tokens.Count ? tokens[i] : Token.None;
}
