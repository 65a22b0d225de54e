using System.Collections.Immutable;
using System.Text.RegularExpressions;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Dockets;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>A task that somebody wrote on one line, to be made: "Springs by Thursday @Kit, 2 h".</summary>
/// <param name="Title">What is to be done: the line without what was understood.</param>
/// <param name="Owners">Who is named; empty for nobody.</param>
/// <param name="Due">By when; null when nothing is said.</param>
/// <param name="Start">Not before when; null when nothing is said.</param>
/// <param name="Priority">How much it matters; Normal when nothing is said.</param>
/// <param name="Repeats">RFC 5545 recurrence rule; null when it is done once.</param>
/// <param name="Estimate">How long it takes; null when nothing is said.</param>
public sealed partial record TaskLine(
    string Title,
    ImmutableArray<TaskOwner> Owners,
    Instant? Due,
    Instant? Start,
    Priority Priority,
    string? Repeats,
    Duration? Estimate
)
{
    /// <summary>Whether anything was understood beside the title.</summary>
    public bool SaysMore =>
        !Owners.IsEmpty
        || Due is not null
        || Start is not null
        || Priority is not Priority.Normal
        || Repeats is not null
        || Estimate is not null;

    /// <summary>The line with nothing understood.</summary>
    /// <param name="line">What was written.</param>
    public static TaskLine AsItStands(string line) => new(line.Trim(), [], null, null, Priority.Normal, null, null);

    /// <summary>The length of time that a line ends with or sets apart, and the line without it.</summary>
    internal static (Duration? Estimate, string Without) EstimateIn(string line)
    {
        foreach (var match in Length().Matches(line).Reverse())
            if (LengthWords.Read(match.Groups["length"].Value) is { } length)
                return (length, line.Remove(match.Index, match.Length));
        return (null, line);
    }

    private const string OneLength =
        @"(?<length>\d{1,4}(?:[.,]\d{1,2})?\s?(?:h|hrs?|hours?)(?:\s?[0-5]?\d(?:\s?(?:m|min|mins|minutes))?)?"
        + @"|\d{1,4}\s?(?:m|min|mins|minutes))";

    /// <summary>A length in brackets, or after a mark, a blank or "takes" and before a mark or the end; "in 2 h" is a moment.</summary>
    [GeneratedRegex(
        @"\(\s*"
            + OneLength
            + @"\s*\)"
            + @"|(?:^|(?:[,;–-]|\btakes|\babout|\bfor)\s*|\s)(?<!\b(?:in|within|after|every|by|of|next|another)\s)"
            + OneLength
            + @"(?:\s*:|(?=\s*(?:$|[,;@#–-]|\bby\b|\bon\b|\bfor\b)))",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant,
        matchTimeoutMilliseconds: 100
    )]
    private static partial Regex Length();
}
