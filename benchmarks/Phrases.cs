using System.Diagnostics;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Core.Tasks.Words.Learning;
using Wrenlet.Core.Tests;
using Wrenlet.Core.Tests.Tasks;

namespace Wrenlet.Bench;

/// <summary>Judges how the reader reads labelled messages, and teaches it.</summary>
internal static class Phrases
{
    private const double TitleFits = 0.7;
    private static readonly string[] Columns = ["due", "start", "owners", "priority", "repeats", "title"];

    /// <summary>Says of each message what was read and whether it fits, and how many fit in each column.</summary>
    /// <returns>The exit code: 0 when the file could be read.</returns>
    public static int Run(string file, IReadOnlyList<string> shown)
    {
        if (!File.Exists(file))
        {
            Console.Error.WriteLine($"There is no file {file}.");
            return 1;
        }

        var tally = new Tally();
        foreach (var row in LabelledFile.Read(file))
        {
            var reader = new TaskReader(row.Message.Setting);
            Judge(row, reader, tally, Console.WriteLine);
            if (shown.Contains(row.Id))
                Explain(reader, row.Message);
        }

        Console.WriteLine();
        tally.Print();
        return 0;
    }

    /// <summary>
    /// Learns from all files of a folder and writes the weights; with each file left out in turn it says how the messages of that
    /// one are read by a reader that has not seen them.
    /// </summary>
    /// <param name="folder">Where the labelled messages are.</param>
    /// <param name="weights">Where the weights go; null to judge only.</param>
    /// <param name="shown">The trade whose misses are shown; "all" for each; null for none.</param>
    public static int Learn(string folder, string? weights, string? shown)
    {
        var trades = Directory
            .GetFiles(folder, "*.tsv")
            .Order(StringComparer.Ordinal)
            .Select(f => (Name: Path.GetFileNameWithoutExtension(f), Rows: LabelledFile.Read(f)))
            .ToList();
        if (weights is not null)
        {
            var clock = Stopwatch.StartNew();
            var learned = Learner.Learn([.. trades.SelectMany(t => t.Rows).Select(r => r.Message)]);
            File.WriteAllText(weights, learned);
            Console.WriteLine(
                $"{learned.Count(c => c == '\n')} features, learned in {clock.Elapsed.TotalSeconds:0.0} s."
            );
            return 0;
        }

        var all = new Tally();
        foreach (var left in trades)
        {
            var learned = Learner.Learn([
                .. trades.Where(t => t.Name != left.Name).SelectMany(t => t.Rows).Select(r => r.Message),
            ]);
            var tally = new Tally();
            var reader = TaskReader.With(left.Rows[0].Message.Setting, learned);
            if (shown is not null && shown.StartsWith(left.Name + ':', StringComparison.Ordinal))
                foreach (var row in left.Rows.Where(r => shown.Split(':')[1].Split(',').Contains(r.Id)))
                    Explain(reader, row.Message);
            foreach (var row in left.Rows)
                Judge(row, reader, tally, line => Show(line, left.Name));
            Console.WriteLine($"{left.Name, -12} {tally.Line}");
            all.Add(tally);
        }

        Console.WriteLine();
        all.Print();
        return 0;

        void Show(string line, string trade)
        {
            if (
                shown is not null
                && (shown == "all" || shown == trade)
                && line.Contains("WRONG", StringComparison.Ordinal)
            )
                Console.WriteLine($"{trade} {line}");
        }
    }

    /// <summary>The three likeliest candidates of a message, with what each weighs.</summary>
    private static void Explain(TaskReader reader, LabelledMessage message)
    {
        Console.WriteLine(message.Text);
        foreach (var w in reader.Examine(message.Text, message.Author is not null, message.Sent).Weighed.Take(3))
            Console.WriteLine(
                $"   {Load.Text(w.Certainty, "0.00")} {Load.Text(w.Score, "0.00")} “{message.Text[w.Words.Start..w.Words.End]}”\n      "
                    + string.Join(
                        "; ",
                        w.Features.Take(30).Select(f => $"{f.Name} {Load.Text(f.Worth, "+0.00;-0.00")}")
                    )
            );
    }

    private static void Judge(LabelledRow row, TaskReader reader, Tally tally, Action<string> show)
    {
        var message = row.Message;
        var clock = Stopwatch.GetTimestamp();
        var drafts = reader.Read(message.Text, message.Author, message.Sent, message.AuthorName);
        tally.Took += Stopwatch.GetElapsedTime(clock);
        tally.Messages++;
        var wanted = row.Rows.Where(r => r[7] != "-").ToList();
        if (wanted.Count == 0)
        {
            tally.Quiet++;
            if (drafts.Length > 0)
                tally.False++;
            show(
                $"{row.Id, -5} {(drafts.IsEmpty ? "fits" : "WRONG: nothing is asked"), -34} {message.Text} → {Shown(drafts, message)}"
            );
            return;
        }

        // Drafts are told by their titles, so that one that was missed does not make all after it wrong.
        var left = drafts.ToList();
        foreach (var task in wanted)
        {
            tally.Wanted++;
            var found =
                left.MaxBy(d => LabelledTask.Overlap(d.Title.Value, task[9])) is { } best
                && (wanted.Count == 1 || LabelledTask.Overlap(best.Title.Value, task[9]) > 0.3)
                    ? best
                    : null;
            if (found is null)
            {
                show($"{row.Id, -5} {"WRONG: not found", -34} {message.Text} → {Shown(drafts, message)}");
                tally.Wrong("not found");
                continue;
            }

            left.Remove(found);
            tally.Found++;
            var wrong = Columns.Where((c, i) => !Fits(found, task, i, message.Setting)).ToList();
            if (drafts.Length != wanted.Count)
                wrong.Add("number");
            foreach (var column in wrong)
                tally.Wrong(column);
            if (wrong.Count == 0)
                tally.Right++;
            show(
                $"{row.Id, -5} {(wrong.Count == 0 ? "fits" : "WRONG: " + string.Join(", ", wrong)), -34} "
                    + $"{message.Text} → {Shown([found], message)}"
                    + (wrong.Count == 0 ? "" : $" ≠ {string.Join(" | ", task[4..])}")
            );
        }
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

    private sealed class Tally
    {
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
    }
}
