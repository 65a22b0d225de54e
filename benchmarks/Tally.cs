using System.Diagnostics;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Core.Tasks.Words.Learning;
using Wrenlet.Core.Tests;
using Wrenlet.Core.Tests.Tasks;

namespace Wrenlet.Bench;

/// <summary>How many of the labelled messages that were judged are read as they should be.</summary>
internal sealed class Tally
{
    private const double TitleFits = 0.7;
    private static readonly string[] Columns = ["due", "start", "owners", "priority", "repeats", "title"];
    private readonly SortedDictionary<string, int> _wrong = [];

    public int Messages { get; set; }

    public int Wanted { get; set; }

    public int Found { get; set; }

    public int Right { get; set; }

    public int Quiet { get; set; }

    public int False { get; set; }

    public TimeSpan Took { get; set; }

    public string Line =>
        $"right {Right} of {Wanted}, {Share(Right, Wanted)}; found {Share(Found, Wanted)}; "
        + $"read where nothing is asked {False} of {Quiet}, {Share(False, Quiet)}";

    public void Wrong(string column) => _wrong[column] = _wrong.GetValueOrDefault(column) + 1;

    public void Add(Tally other)
    {
        Messages += other.Messages;
        Wanted += other.Wanted;
        Found += other.Found;
        Right += other.Right;
        Quiet += other.Quiet;
        False += other.False;
        Took += other.Took;
        foreach (var (column, count) in other._wrong)
            _wrong[column] = _wrong.GetValueOrDefault(column) + count;
    }

    public void Print()
    {
        Console.WriteLine(Line);
        foreach (var (column, count) in _wrong)
            Console.WriteLine($"  wrong in {column, -10} {count}");
        Console.WriteLine($"{Load.Text(Took.TotalMilliseconds / Math.Max(1, Messages), "0.000")} ms a message");
    }

    private static string Share(int part, int whole) => Load.Text((double)part / Math.Max(1, whole), "0.000");

    /// <summary>Judges how a message is read, and says so.</summary>
    /// <returns>Whether all of it fits.</returns>
    public bool Judge(LabelledRow row, TaskReader reader, Action<string> show)
    {
        var message = row.Message;
        var clock = Stopwatch.GetTimestamp();
        var drafts = reader.Read(message.Text, message.Author, message.Sent, message.AuthorName);
        Took += Stopwatch.GetElapsedTime(clock);
        Messages++;
        var wanted = row.Rows.Where(r => r[7] != "-").ToList();
        if (wanted.Count == 0)
        {
            Quiet++;
            if (drafts.Length > 0)
                False++;
            show(
                $"{row.Id, -5} {(drafts.IsEmpty ? "fits" : "WRONG: nothing is asked"), -34} {message.Text} → {Shown(drafts, message)}"
            );
            return drafts.IsEmpty;
        }

        var before = Right;
        // Drafts are told by their titles, so that one that was missed does not make all after it wrong.
        var left = drafts.ToList();
        foreach (var task in wanted)
        {
            Wanted++;
            var found =
                left.MaxBy(d => LabelledTask.Overlap(d.Title.Value, task[9])) is { } best
                && (wanted.Count == 1 || LabelledTask.Overlap(best.Title.Value, task[9]) > 0.3)
                    ? best
                    : null;
            if (found is null)
            {
                show($"{row.Id, -5} {"WRONG: not found", -34} {message.Text} → {Shown(drafts, message)}");
                Wrong("not found");
                continue;
            }

            left.Remove(found);
            Found++;
            var wrong = Columns.Where((c, i) => !Fits(found, task, i, message.Setting)).ToList();
            if (drafts.Length != wanted.Count)
                wrong.Add("number");
            foreach (var column in wrong)
                Wrong(column);
            if (wrong.Count == 0)
                Right++;
            show(
                $"{row.Id, -5} {(wrong.Count == 0 ? "fits" : "WRONG: " + string.Join(", ", wrong)), -34} "
                    + $"{message.Text} → {Shown([found], message)}"
                    + (wrong.Count == 0 ? "" : $" ≠ {string.Join(" | ", task[4..])}")
                    + (wrong.Contains("number") ? $" of {drafts.Length}: {Shown(drafts, message)}" : "")
            );
        }

        return Right == before + wanted.Count;
    }

    private static bool Fits(Draft draft, string[] row, int column, ReaderSetting setting) =>
        column switch
        {
            0 => Same(draft.Due is { } due ? Yard.Local(due.Value) : "-", row[5]),
            1 => Same(draft.Start is { } start ? Yard.Local(start.Value) : "-", row[6]),
            2 => Same(LabelledFile.Owners(draft, setting), row[4]),
            3 => Same(draft.Priority.Value.ToString(), row[7]),
            4 => Same(draft.Repeats?.Value ?? "-", row[8]),
            _ => row[9] == "~" || LabelledTask.Overlap(draft.Title.Value, row[9]) >= TitleFits,
        };

    private static bool Same(string read, string expected) => expected == "~" || read == expected;

    private static string Shown(IEnumerable<Draft> drafts, LabelledMessage message) =>
        string.Join(
            " // ",
            drafts.Select(d =>
                $"{LabelledFile.Owners(d, message.Setting)} | {(d.Due is { } due ? Yard.Local(due.Value) : "-")} | "
                + $"{(d.Start is { } start ? Yard.Local(start.Value) : "-")} | {d.Priority.Value} | {d.Repeats?.Value ?? "-"} | "
                + $"{d.Title.Value} ({Load.Text(d.Title.Confidence, "0.00")})"
            )
        );
}
