using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks.Words.Learning;

/// <summary>A message with the tasks that a person says it asks for.</summary>
/// <param name="Setting">What the reader knows of the firm.</param>
/// <param name="Text">Plain text.</param>
/// <param name="Author">Who of the staff writes; null for somebody else.</param>
/// <param name="AuthorName">What the author is called.</param>
/// <param name="Sent">When it was sent.</param>
/// <param name="Tasks">The tasks, in the order of the text; none where it asks for nothing.</param>
public sealed record LabelledMessage(
    ReaderSetting Setting,
    string Text,
    PersonId? Author,
    string AuthorName,
    Instant Sent,
    ImmutableArray<LabelledTask> Tasks
);

/// <summary>A task as a person says a message asks for it.</summary>
/// <param name="Title">What is to be done.</param>
/// <param name="Owners">Who is to do it; empty for nobody.</param>
/// <param name="Due">By when; null for no moment.</param>
/// <param name="Start">Not before when; null for no moment.</param>
/// <param name="Priority">How much it matters.</param>
/// <param name="Repeats">RFC 5545 recurrence rule; null for once.</param>
public sealed record LabelledTask(
    string Title,
    ImmutableArray<TaskOwner> Owners,
    Instant? Due,
    Instant? Start,
    Priority Priority,
    string? Repeats
)
{
    /// <summary>How far two titles share their words: F1 of them, from 0 to 1.</summary>
    /// <param name="one">A title.</param>
    /// <param name="other">Another.</param>
    public static double Overlap(string one, string other)
    {
        var left = WordsOf(one);
        var right = WordsOf(other);
        var count = left.Count + right.Count;
        return count == 0 ? 0 : 2.0 * left.Count(right.Remove) / count;
    }

    /// <summary>The words of a title; a mark behind one is no part of it.</summary>
    private static List<string> WordsOf(string title) =>
        [
            .. title
                .ToLowerInvariant()
                .Split(' ')
                .Select(w => w.TrimEnd(',', '.', ';', ':', '!', '?', ')').TrimStart('('))
                .Where(w => w.Length > 0),
        ];
}
