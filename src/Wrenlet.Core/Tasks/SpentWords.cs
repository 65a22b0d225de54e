using System.Text.RegularExpressions;
using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Core.Tasks;

/// <summary>Time that somebody says in passing that something took.</summary>
/// <param name="Length">How long; above none.</param>
/// <param name="Words">The words that say so, as they were written.</param>
public readonly record struct SpentWords(Duration Length, string Words)
{
    /// <summary>Longer than this is no time that one person spent at once.</summary>
    private static readonly Duration Most = Duration.FromHours(100);

    /// <summary>
    /// Reads "took 3 h", "spent 1:30 on it", "45 min of work", "worked for two hours": a length with a word beside it that says it was
    /// spent. What is still to come ("will take 2 h", "in 2 h", "for 2 h more") is none.
    /// </summary>
    /// <param name="text">What was written, without markup.</param>
    /// <returns>Null where nothing says so, and where several lengths do: which of them counts is not for us to guess.</returns>
    public static SpentWords? Read(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        var found = SpentPattern.After().Matches(text).Concat(SpentPattern.Before().Matches(text)).ToList();
        return
            found is [var one]
            && LengthWords.Read(one.Groups["length"].Value) is { } length
            && length > Duration.Zero
            && length <= Most
            ? new(length, one.Value.Trim())
            : null;
    }
}

/// <summary>How it is said that time was spent.</summary>
internal static partial class SpentPattern
{
    private const string Length =
        @"(?<length>\d{1,3}:[0-5]\d(?: ?h\b)?"
        + @"|\d{1,3}(?:[.,]\d{1,2})? ?(?:hours?|hrs?|h)\b(?: ?(?:and )?[0-5]?\d(?: ?(?:minutes|mins?|m)\b)?)?"
        + @"|\d{1,4} ?(?:minutes?|mins?)\b|half an hour|an hour and a half|an hour|one hour)";

    private const string About = "(?:about |around |roughly |almost |nearly |only |just |another |a good |some )?";

    /// <summary>"took 3 h", "spent about 1:30", "worked for 2 hours".</summary>
    [GeneratedRegex(
        @"\b(?:took(?: (?:me|us|him|her|them))?|spent|worked|used)(?: for)? " + About + Length,
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant | RegexOptions.NonBacktracking
    )]
    public static partial Regex After();

    /// <summary>"3 h spent", "45 min of work", "2 h on it".</summary>
    [GeneratedRegex(
        @"\b" + Length + @" (?:were |was |is |are )?(?:spent|worked|of work|on it|on this|done)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant | RegexOptions.NonBacktracking
    )]
    public static partial Regex Before();
}
