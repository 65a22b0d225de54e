using System.Globalization;
using NodaTime;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>How something repeats.</summary>
/// <param name="To">Token after the last that says so.</param>
/// <param name="Rule">RFC 5545 rule.</param>
/// <param name="First">Its first day.</param>
internal sealed record RepeatWords(int To, string Rule, LocalDate First);

/// <summary>
/// Reads what repeats on a day of each month: "on the 1st of every month", "the last Friday of each month", "every first Monday",
/// "monthly on the 3rd".
/// </summary>
/// <param name="setting">What the reader knows of the firm.</param>
/// <param name="today">The day on which it was written.</param>
/// <param name="tokens">The message.</param>
internal sealed class MonthlyGrammar(ReaderSetting setting, LocalDate today, Tokens tokens)
{
    /// <summary>What repeats so from a token on; null where nothing does.</summary>
    public RepeatWords? Read(int i)
    {
        // "every month on the 3rd", "monthly on the first Monday"
        var leads =
            At(i).Is("monthly") ? i + 1
            : At(i).Lower is "every" or "each" && At(i + 1).Is("month") ? i + 2
            : (int?)null;
        if (leads is { } lead)
            return InMonth(lead) is { } day ? day : null;

        // "on the 3rd of every month", "every 3rd of the month", "the last Friday of each month"
        var every = At(i).Lower is "every" or "each";
        var isBare =
            At(i).Lower is "first" or "second" or "third" or "fourth" or "last"
            && (i == 0 || At(i - 1).Kind is TokenKind.LineBreak || At(i - 1).Lower is "." or "!");
        if (!every && !isBare && At(i).Lower is not ("on" or "by" or "the"))
            return null;
        if (InMonth(every ? i + 1 : i) is not { } named)
            return null;
        var to = named.To;
        var monthly = At(to).Lower is "of" or "in" or "every" or "each" or "monthly";
        // "Every last Sunday there's the flea market"
        if (every && !monthly && At(i + 1).Lower is "last" or "first" or "1st")
            return named;
        if (!monthly)
            return null;
        // "The second Thursday of a month"
        if (At(to).Is("of") && At(to + 1).Is("a") && At(to + 2).Is("month"))
            return named with { To = to + 3 };
        if (At(to).Lower is "of" or "in")
            to++;
        if (every && At(to).Is("the"))
            to++;
        else if (At(to).Lower is "every" or "each")
            to++;
        else if (At(to).Is("the") && At(to + 1).Is("month") && Gets(i, to + 2))
            to++;
        else if (!every && !At(to).Is("monthly"))
            return null;
        return At(to).Lower is "month" or "monthly" ? named with { To = to + 1 } : null;
    }

    /// <summary>"On the last Friday of the month the filters get changed": how it is done, and not when it is done once.</summary>
    private bool Gets(int from, int to)
    {
        if (from > 0 && At(from - 1).Kind is not TokenKind.LineBreak && !(At(from - 1).Lower is "." or "!"))
            return false;
        for (var i = to + 1; i < to + RepeatGrammar.Further && At(i).IsWord; i++)
            if (At(i).Lower is "get" or "gets")
                return true;
        return false;
    }

    /// <summary>A day of each month: "the 3rd", "the last Friday", "the first working day" is not among them.</summary>
    private RepeatWords? InMonth(int i)
    {
        var at = At(i).Lower is "on" or "by" ? i + 1 : i;
        if (At(at).Is("the"))
            at++;
        var isLast = At(at).Is("last");
        if (isLast && At(at + 1).Is("day"))
            return new(at + 2, "FREQ=MONTHLY;BYMONTHDAY=-1", today.With(DateAdjusters.EndOfMonth));
        if (isLast && At(at + 1).Lower is "working" or "business" && At(at + 2).Is("day"))
        {
            var last = setting.Calendar.WorkingDayBefore(today.With(DateAdjusters.EndOfMonth).PlusDays(1));
            return new(
                at + 3,
                $"FREQ=MONTHLY;BYDAY={RepeatGrammar.WorkingWeek};BYSETPOS=-1",
                last >= today
                    ? last
                    : setting.Calendar.WorkingDayBefore(today.PlusMonths(1).With(DateAdjusters.EndOfMonth).PlusDays(1))
            );
        }

        int? nth = isLast
            ? -1
            : At(at).Lower switch
            {
                "first" or "1st" => 1,
                "second" or "2nd" => 2,
                "third" or "3rd" => 3,
                "fourth" or "4th" => 4,
                _ => null,
            };
        if (nth is { } n && At(at + 1).IsWord && Lexicon.Weekdays.TryGetValue(At(at + 1).Lower, out var weekday))
        {
            for (var month = today.With(DateAdjusters.StartOfMonth); ; month = month.PlusMonths(1))
            {
                var date =
                    n > 0 ? month.PlusDays((((int)weekday - (int)month.DayOfWeek + 7) % 7) + (7 * (n - 1)))
                    : month.With(DateAdjusters.EndOfMonth) is var end
                        ? end.PlusDays(-(((int)end.DayOfWeek - (int)weekday + 7) % 7))
                    : month;
                if (date >= today)
                    return new(
                        at + 2,
                        string.Create(
                            CultureInfo.InvariantCulture,
                            $"FREQ=MONTHLY;BYDAY={n}{RepeatGrammar.Code(weekday)}"
                        ),
                        date
                    );
            }
        }

        if (At(at).Kind is not TokenKind.Ordinal && !At(at).Is("first"))
            return null;
        var day = At(at).Is("first") ? 1 : At(at).Value;
        if (day is < 1 or > 28)
            return null;
        var first = today.With(DateAdjusters.StartOfMonth).PlusDays(day - 1);
        return new(
            at + 1,
            string.Create(CultureInfo.InvariantCulture, $"FREQ=MONTHLY;BYMONTHDAY={day}"),
            first < today ? first.PlusMonths(1) : first
        );
    }

    private ref readonly Token At(int i) => ref tokens[i];
}
