using NodaTime;

namespace Wrenlet.Core.Tasks;

/// <summary>How far the parts of a task are.</summary>
/// <param name="Count">How many parts there are, down to the last; dropped ones are not counted.</param>
/// <param name="Done">How many of them are done.</param>
/// <param name="Percent">Share of the work that is done, from 0 to 100.</param>
public readonly record struct PartsDone(int Count, int Done, int Percent)
{
    /// <summary>Whether all parts are done.</summary>
    public bool All => Count > 0 && Done == Count;

    /// <summary>Why a whole cannot become done; null when it can: it is done when its parts are.</summary>
    /// <param name="before">The state that it has.</param>
    /// <param name="wanted">The state that it is to have.</param>
    public string? Refuses(TaskState before, TaskState wanted)
    {
        if (wanted is not TaskState.Done || before is TaskState.Done || Count == 0 || All)
            return null;
        var open = Count - Done;
        return Texts.OfItsPartsNot(open, Count);
    }

    /// <summary>
    /// What becomes of a whole when its parts stand so: done with the last of them, and not any more when one is not.
    /// </summary>
    public Progress Carry(Progress whole) =>
        All && !whole.Over ? whole.Become(TaskState.Done)
        : Count > 0 && !All && whole.State is TaskState.Done ? whole.Back()
        : whole;

    /// <summary>
    /// Adds the parts up that have no parts themselves: by their estimates where at least one has one, and then a part
    /// without
    /// an estimate counts as much as they do on average; by their number where none has.
    /// </summary>
    public static PartsDone Of(IEnumerable<(Duration? Estimate, bool Done)> parts)
    {
        var all = parts.ToList();
        var known = all.Where(p => p.Estimate is not null).Select(p => p.Estimate!.Value.TotalMinutes).ToList();
        var average = known.Count > 0 ? known.Average() : 1;
        double Weight((Duration? Estimate, bool Done) part) => part.Estimate?.TotalMinutes ?? average;
        var done = all.Where(p => p.Done).ToList();
        var whole = all.Sum(Weight);
        var percent = whole <= 0 ? 0 : (int)Math.Floor((done.Sum(Weight) / whole * 100) + 1e-9);
        return new(all.Count, done.Count, percent);
    }
}

/// <summary>
/// Which tasks depend on which: parts on their parents, blocked ones on what blocks them. No task may come round to
/// itself.
/// </summary>
public static class Dependence
{
    /// <summary>Whether a task would depend on itself if it came to depend on another.</summary>
    /// <param name="task">The task.</param>
    /// <param name="on">What it would depend on.</param>
    /// <param name="next">What a task depends on now.</param>
    public static bool WouldLoop(TaskId task, TaskId on, Func<TaskId, IEnumerable<TaskId>> next)
    {
        ArgumentNullException.ThrowIfNull(next);
        var seen = new HashSet<TaskId>();
        var open = new Stack<TaskId>([on]);
        while (open.TryPop(out var at))
        {
            if (at == task)
                return true;
            if (!seen.Add(at))
                continue;
            foreach (var further in next(at))
                open.Push(further);
        }

        return false;
    }
}

/// <summary>Places in an order that is changed by hand.</summary>
public static class Positions
{
    private const double Step = 1024;

    /// <summary>A place between two others.</summary>
    /// <param name="before">The place it follows; null at the beginning.</param>
    /// <param name="after">The place that follows it; null at the end.</param>
    /// <returns>Null where there is no room between the two: then all places are to be made anew.</returns>
    public static double? Between(double? before, double? after)
    {
        if (before is { } b && after is { } a)
        {
            var middle = b + ((a - b) / 2);
            return middle > b && middle < a && a - b > 1e-9 ? middle : null;
        }

        return before is { } last ? last + Step
            : after is { } first ? first - Step
            : 0;
    }

    /// <summary>The place of the one at this index when all are made anew.</summary>
    public static double Anew(int index) => index * Step;
}

/// <summary>A line of a list that was typed or pasted.</summary>
/// <param name="Depth">How far it is indented: 0 for the outermost.</param>
/// <param name="Title">Its words without the mark before them.</param>
/// <param name="Done">Whether it was ticked.</param>
public readonly record struct ListedPart(int Depth, string Title, bool Done);

/// <summary>
/// Reads lists of parts: one on each line, with marks, numbers or ticked boxes before them, deeper ones indented.
/// </summary>
public static class PastedList
{
    /// <summary>Most parts of one list.</summary>
    public const int Most = 200;

    private const int Longest = 300;

    /// <summary>The parts of a list, in order; each at most one deeper than the one before.</summary>
    public static IReadOnlyList<ListedPart> Read(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        var parts = new List<ListedPart>();
        var indents = new Stack<int>();
        foreach (var line in text.ReplaceLineEndings("\n").Split('\n'))
        {
            var indent = line.TakeWhile(c => c is ' ' or '\t').Sum(c => c == '\t' ? 4 : 1);
            var (title, done) = Bare(line.Trim());
            if (title.Length == 0)
                continue;
            while (indents.Count > 0 && indents.Peek() >= indent)
                indents.Pop();
            parts.Add(new(indents.Count, title.Length > Longest ? title[..(Longest - 1)] + "…" : title, done));
            indents.Push(indent);
            if (parts.Count == Most)
                break;
        }

        return parts;
    }

    private static (string Title, bool Done) Bare(string line)
    {
        var at = 0;
        if (line.Length > 1 && line[0] is '-' or '*' or '•' or '+' or '–' && line[1] == ' ')
            at = 2;
        else if (
            line.TakeWhile(char.IsAsciiDigit).Count() is > 0 and < 4 and var digits
            && digits + 1 < line.Length
            && line[digits] is '.' or ')'
            && line[digits + 1] == ' '
        )
            at = digits + 2;
        var rest = line[at..].TrimStart();
        if (rest.Length >= 3 && rest[0] == '[' && rest[2] == ']' && rest[1] is ' ' or 'x' or 'X')
            return (rest[3..].Trim(), rest[1] is not ' ');
        return rest.StartsWith('☐') || rest.StartsWith('☑') ? (rest[1..].Trim(), rest[0] == '☑') : (rest.Trim(), false);
    }
}
