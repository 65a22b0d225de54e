using System.Collections.Immutable;
using System.Globalization;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Finding;

/// <summary>One way in which a search was narrowed, as understood.</summary>
/// <param name="Typed">What was typed, slash and all.</param>
/// <param name="Means">What it was taken for: "said by Ines", "since Mon 6 Apr"; what is wrong with it when it was not
/// understood.</param>
/// <param name="Understood">Whether it narrows anything.</param>
public sealed record Narrowing(string Typed, string Means, bool Understood);

/// <summary>What someone looks for: words, and what narrows them.</summary>
/// <param name="Words">The words to look for; empty for none.</param>
/// <param name="By">Who said it; null for anybody.</param>
/// <param name="Docket">Where; null for anywhere.</param>
/// <param name="Since">First day on which it was said; null for any.</param>
/// <param name="Until">Last day on which it was said; null for any.</param>
/// <param name="Files">Whether it must carry a file.</param>
/// <param name="Audience">Inside or outside; null for both.</param>
/// <param name="Open">Whether its docket or task must be open, or must not; null for both.</param>
/// <param name="Narrowings">All that was typed to narrow it, in order.</param>
public sealed record Query(
    string Words,
    PersonId? By,
    DocketRef? Docket,
    LocalDate? Since,
    LocalDate? Until,
    bool Files,
    Audience? Audience,
    bool? Open,
    ImmutableArray<Narrowing> Narrowings
)
{
    private static readonly string[] Formats = ["d MMM", "d MMMM"];

    /// <summary>
    /// Reads what was typed. A word that begins with a slash narrows: /by ines, /in J-1042, /since mon, /until 12 apr,
    /// /files, /inside, /outside, /open, /closed.
    /// </summary>
    /// <param name="typed">All of it.</param>
    /// <param name="today">Today on the firm's calendar; days without a year lie in the past.</param>
    /// <param name="people">Everybody who can have said something.</param>
    public static Query Read(string typed, LocalDate today, IEnumerable<Person> people)
    {
        ArgumentNullException.ThrowIfNull(typed);
        var tokens = typed.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries);
        var words = new List<string>();
        var query = new Query("", null, null, null, null, false, null, null, []);
        var everybody = people.ToList();
        for (var i = 0; i < tokens.Length; i++)
        {
            if (tokens[i] is not ['/', .. var word] || word.Length == 0)
            {
                words.Add(tokens[i]);
                continue;
            }

            string? Next() => i + 1 < tokens.Length && tokens[i + 1][0] != '/' ? tokens[++i] : null;
            var begun = i;
            var (next, means, understood) = word.ToLowerInvariant() switch
            {
                "by" => ByName(query, Next(), everybody),
                "in" => InDocket(query, Next()),
                "since" => OnDay(query, Next(), Next, today, since: true),
                "until" => OnDay(query, Next(), Next, today, since: false),
                "files" => (query with { Files = true }, Texts.WithFiles, true),
                "inside" => (query with { Audience = Conversations.Audience.Inside }, "internal", true),
                "outside" => (
                    query with
                    {
                        Audience = Conversations.Audience.Outside,
                    },
                    Texts.WithCustomersAndPartners,
                    true
                ),
                "open" => (query with { Open = true }, "open", true),
                "closed" => (query with { Open = false }, Texts.ClosedOrDone, true),
                _ => (query, Texts.IsNotFilterUse(word), false),
            };
            query = next with
            {
                Narrowings = query.Narrowings.Add(
                    new Narrowing(string.Join(' ', tokens[begun..(i + 1)]), means, understood)
                ),
            };
        }

        return query with
        {
            Words = string.Join(' ', words),
        };
    }

    private static (Query, string, bool) ByName(Query query, string? name, List<Person> people)
    {
        if (name is null)
            return (query, Texts.NameWhoSaidBy, false);
        var found = people.Find(p =>
            p.Name.Split(' ').Any(n => n.StartsWith(name, StringComparison.OrdinalIgnoreCase))
        );
        return found is null
            ? (query, Texts.NobodyIsCalled(name), false)
            : (query with { By = found.Id }, Texts.SaidBy(found.Name), true);
    }

    private static (Query, string, bool) InDocket(Query query, string? text) =>
        text is null ? (query, Texts.NameDocketIn, false)
        : DocketRef.Parse(text) is { } reference ? (query with { Docket = reference }, Texts.In(reference), true)
        : (query, Texts.IsNotDocketWrite(text), false);

    private static (Query, string, bool) OnDay(
        Query query,
        string? text,
        Func<string?> next,
        LocalDate today,
        bool since
    )
    {
        var word = since ? "since" : "until";
        if (text is null)
            return (query, Texts.NameDayMondayApr(word), false);
        var day =
            Day(text, today) ?? (char.IsDigit(text[0]) && next() is { } month ? Dated($"{text} {month}", today) : null);
        if (day is not { } found)
            return (query, Texts.IsNotDayWrite(text), false);
        return (
            since ? query with { Since = found } : query with { Until = found },
            $"{word} {Calendars.DateWords.Day(found, today)}",
            true
        );
    }

    private static LocalDate? Day(string text, LocalDate today)
    {
        if (text.Equals("today", StringComparison.OrdinalIgnoreCase))
            return today;
        if (text.Equals("yesterday", StringComparison.OrdinalIgnoreCase))
            return today.PlusDays(-1);
        if (LocalDatePattern.Iso.Parse(text) is { Success: true } iso)
            return iso.Value;
        for (var back = 0; back < 7 && text.Length >= 3; back++)
        {
            var day = today.PlusDays(-back);
            if (day.DayOfWeek.ToString().StartsWith(text, StringComparison.OrdinalIgnoreCase))
                return day;
        }

        return null;
    }

    private static LocalDate? Dated(string text, LocalDate today)
    {
        if (!DateTime.TryParseExact(text, Formats, CultureInfo.InvariantCulture, DateTimeStyles.None, out var parsed))
            return null;
        // A leap day of a year that has none is the day before.
        LocalDate In(int year) =>
            new(year, parsed.Month, Math.Min(parsed.Day, CalendarSystem.Iso.GetDaysInMonth(year, parsed.Month)));
        return In(today.Year) <= today ? In(today.Year) : In(today.Year - 1);
    }
}
