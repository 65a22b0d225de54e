using System.Globalization;

namespace Wrenlet.Core.Reports;

/// <summary>Kinds of what happens in a docket, in the order in which a sentence tells them.</summary>
public enum HappeningKind
{
    /// <summary>The other side wrote.</summary>
    MessageIn,

    /// <summary>We wrote to the other side.</summary>
    MessageOut,

    /// <summary>Something was internal.</summary>
    Note,

    /// <summary>A task was made.</summary>
    TaskMade,

    /// <summary>A task was finished.</summary>
    TaskDone,

    /// <summary>A task was changed otherwise.</summary>
    TaskChanged,

    /// <summary>A sheet was made.</summary>
    SheetMade,

    /// <summary>A sheet was given a new revision.</summary>
    SheetRevised,

    /// <summary>Who answers for it, its stage, its queue or the like changed.</summary>
    Moved,
}

/// <summary>One thing that happened in a docket.</summary>
/// <param name="Kind">What it was.</param>
/// <param name="By">First name of who did it; null when nobody is known to have.</param>
public readonly record struct Happening(HappeningKind Kind, string? By);

/// <summary>Tells what happened in a docket in a sentence.</summary>
public static class SinceYouLeft
{
    private static readonly string[] Small =
    [
        "no",
        "one",
        "two",
        "three",
        "four",
        "five",
        "six",
        "seven",
        "eight",
        "nine",
        "ten",
        "eleven",
        "twelve",
    ];

    /// <summary>
    /// What happened, as one sentence: "Benedikta wrote twice; Ines and Tobiah wrote four notes; two tasks made, one
    /// finished."
    /// </summary>
    /// <param name="happenings">All of it, in any order.</param>
    /// <returns>An empty text when nothing happened.</returns>
    public static string Sentence(IEnumerable<Happening> happenings)
    {
        var kinds = happenings.ToLookup(h => h.Kind);
        var parts = new List<string>();
        if (kinds[HappeningKind.MessageIn].Any())
            parts.Add(
                Texts.Wrote(
                    Who(kinds[HappeningKind.MessageIn], Texts.TheOtherSide),
                    Times(kinds[HappeningKind.MessageIn].Count())
                )
            );
        if (kinds[HappeningKind.MessageOut].Any())
            parts.Add(
                Texts.Answered(
                    Who(kinds[HappeningKind.MessageOut], "we"),
                    Times(kinds[HappeningKind.MessageOut].Count())
                )
            );
        if (kinds[HappeningKind.Note].Any())
            parts.Add(
                Texts.WroteSeveral(
                    Who(kinds[HappeningKind.Note], "somebody"),
                    Number(kinds[HappeningKind.Note].Count(), "note")
                )
            );
        var tasks = new List<string>();
        // "task" is named by whichever of the three comes first.
        string Tasks(HappeningKind kind) =>
            tasks.Count == 0 ? Number(kinds[kind].Count(), "task") : Count(kinds[kind].Count());
        if (kinds[HappeningKind.TaskMade].Any())
            tasks.Add(Texts.Made(Number(kinds[HappeningKind.TaskMade].Count(), "task")));
        if (kinds[HappeningKind.TaskDone].Any())
            tasks.Add(Texts.Finished(Tasks(HappeningKind.TaskDone)));
        if (kinds[HappeningKind.TaskChanged].Any())
            tasks.Add(Texts.Changed(Tasks(HappeningKind.TaskChanged)));
        foreach (
            var (kind, what) in new[] { (HappeningKind.SheetMade, "made"), (HappeningKind.SheetRevised, "revised") }
        )
            if (kinds[kind].Any())
                parts.Add($"{Who(kinds[kind], "somebody")} {what} {Number(kinds[kind].Count(), "sheet")}");
        if (tasks.Count > 0)
            parts.Add(string.Join(", ", tasks));
        if (kinds[HappeningKind.Moved].Any())
            parts.Add(Texts.ChangedHowItStands(Who(kinds[HappeningKind.Moved], "somebody")));
        if (parts.Count == 0)
            return "";
        var sentence = string.Join("; ", parts) + ".";
        return char.ToUpper(sentence[0], CultureInfo.InvariantCulture) + sentence[1..];
    }

    private static string Who(IEnumerable<Happening> happenings, string nobody)
    {
        var names = happenings.Select(h => h.By).OfType<string>().Distinct().ToList();
        return names.Count switch
        {
            0 => nobody,
            1 => names[0],
            2 => Texts.And(names[0], names[1]),
            3 => Texts.AndThird(names[0], names[1], names[2]),
            _ => Texts.AndMore(names[0], names[1], Count(names.Count - 2)),
        };
    }

    private static string Times(int n) =>
        n switch
        {
            1 => "",
            2 => " twice",
            _ => Texts.Times(Count(n)),
        };

    private static string Number(int n, string thing) => n == 1 ? $"a {thing}" : $"{Count(n)} {thing}s";

    private static string Count(int n) => n < Small.Length ? Small[n] : n.ToString(CultureInfo.InvariantCulture);
}
