using System.Collections.Frozen;
using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>A run of characters in the message: UTF-16 positions, the end not included.</summary>
public readonly record struct Span(int Start, int End)
{
    /// <summary>How many characters.</summary>
    public int Length => End - Start;

    /// <summary>Whether the two share a character.</summary>
    public bool Overlaps(Span other) => Start < other.End && other.Start < End;
}

/// <summary>Something read from words.</summary>
/// <typeparam name="T">What was read.</typeparam>
/// <param name="Value">The likeliest reading.</param>
/// <param name="Spans">The words it came from.</param>
/// <param name="Confidence">How sure, from 0 to 1.</param>
/// <param name="Alternatives">Other readings of the same words, likelier first; empty when there is one
/// reading.</param>
/// <param name="Reason">A sentence that explains it.</param>
public sealed record Reading<T>(
    T Value,
    ImmutableArray<Span> Spans,
    double Confidence,
    ImmutableArray<T> Alternatives,
    string Reason
);

/// <summary>A task as a message asks for it. Nothing is made until a person agrees.</summary>
/// <param name="Title">What is to be done.</param>
/// <param name="Owners">Who is to do it; null when nobody is named.</param>
/// <param name="Due">By when; null when nothing is said.</param>
/// <param name="Start">Not before when; null when nothing is said.</param>
/// <param name="Priority">How much it matters; Normal with no spans when nothing is said.</param>
/// <param name="Repeats">RFC 5545 recurrence rule; null when it is done once.</param>
public sealed record Draft(
    Reading<string> Title,
    Reading<ImmutableArray<TaskOwner>>? Owners,
    Reading<Instant>? Due,
    Reading<Instant>? Start,
    Reading<Priority> Priority,
    Reading<string>? Repeats
);

/// <summary>What a firm's reader of messages has to know.</summary>
/// <param name="Calendar">Hours, holidays and zone.</param>
/// <param name="DayFirst">Whether 12/5 is 12 May.</param>
/// <param name="Milestones">Moments of the docket that may be named.</param>
/// <param name="Staff">People who can own.</param>
/// <param name="Crews">Crews that can own.</param>
/// <param name="Others">Names of people who can only be spoken of.</param>
public sealed record ReaderSetting(
    WorkCalendar Calendar,
    bool DayFirst,
    ImmutableArray<Milestone> Milestones,
    ImmutableArray<Person> Staff,
    ImmutableArray<Crew> Crews,
    ImmutableArray<string> Others
)
{
    /// <summary>Words by which the firm calls people and crews that have another name.</summary>
    public ImmutableArray<Nickname> Nicknames { get; init; } = [];

    /// <summary>Sentences that somebody has said to ask for work, true, or for nothing, false; by what is alike in them.</summary>
    internal FrozenDictionary<string, bool> KnownSentences { get; init; } = FrozenDictionary<string, bool>.Empty;
}

/// <summary>A word by which a firm calls somebody who has another name.</summary>
/// <param name="Word">In lower case.</param>
/// <param name="Owner">Who is meant.</param>
/// <param name="Times">How many messages taught it.</param>
public sealed record Nickname(string Word, TaskOwner Owner, int Times);
