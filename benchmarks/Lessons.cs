using Wrenlet.Core.Dockets;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Core.Tasks.Words.Learning;
using Wrenlet.Core.Tests.Tasks;

namespace Wrenlet.Bench;

/// <summary>Judges what a reader gains from its firm's lessons, and what wrong ones spoil.</summary>
internal static class Lessons
{
    /// <summary>
    /// Teaches a reader that has never seen a trade by the half of its messages that it reads wrongly, and says how it reads the
    /// other half before and after; then teaches the reader that ships by messages with wrong labels, and says what that spoils.
    /// </summary>
    /// <param name="folder">Where the labelled messages are.</param>
    public static int Run(string folder)
    {
        var trades = Directory
            .GetFiles(folder, "*.tsv")
            .Order(StringComparer.Ordinal)
            .Select(f => (Name: Path.GetFileNameWithoutExtension(f), Rows: LabelledFile.Read(f)))
            .ToList();
        var (before, after) = (new Tally(), new Tally());
        var (same, again) = (new Tally(), new Tally());
        var lessons = 0;
        foreach (var (name, rows) in trades)
        {
            var setting = rows[0].Message.Setting;
            var weights = Learner.Learn([
                .. trades.Where(t => t.Name != name).SelectMany(t => t.Rows).Select(r => r.Message),
            ]);
            var reader = TaskReader.With(setting, weights);
            var wrong = rows.Where((r, i) => i % 2 == 0 && !Fits(r, reader)).ToList();
            var learned = Teaching.From(setting, [.. wrong.Select(r => Corrected(r.Message, reader))], weights);
            var taught = TaskReader.Taught(setting, learned);
            var (was, now) = (new Tally(), new Tally());
            foreach (var row in rows.Where((_, i) => i % 2 == 1))
            {
                was.Judge(row, reader, _ => { });
                now.Judge(row, taught, _ => { });
            }

            foreach (var row in wrong)
            {
                same.Judge(row, reader, _ => { });
                again.Judge(row, taught, _ => { });
            }

            lessons += wrong.Count;
            before.Add(was);
            after.Add(now);
            Console.WriteLine($"{name, -12} {wrong.Count, 3} lessons: {was.Line}");
            Console.WriteLine($"{"", -12} {"", 3}   after: {now.Line}");
        }

        Console.WriteLine();
        Console.WriteLine($"{lessons} lessons in {trades.Count} trades, the same messages again:");
        Console.WriteLine($"before: {same.Line}");
        Console.WriteLine($"after:  {again.Line}");
        Console.WriteLine($"the other half of each:");
        Console.WriteLine($"before: {before.Line}");
        Console.WriteLine($"after:  {after.Line}");
        Console.WriteLine();
        Spoilt([.. trades.SelectMany(t => t.Rows)]);
        return 0;
    }

    /// <summary>
    /// Says how many messages are read wholly right before and after lessons from others that are the contrary of what is right.
    /// </summary>
    private static void Spoilt(IReadOnlyList<LabelledRow> rows)
    {
        foreach (var count in (int[])[1, 3, 10, 30, 100, 300])
        {
            var lost = new List<double>();
            for (var seed = 0; seed < 6; seed++)
            {
                var random = new Random(seed);
                var picked = rows.OrderBy(_ => random.Next()).Take(count).ToList();
                var learned = Teaching.From(picked[0].Message.Setting, [.. picked.Select(r => Mistaken(r.Message))]);
                var others = rows.Except(picked).ToList();
                var before = others.Count(r => Fits(r, new TaskReader(r.Message.Setting)));
                var after = others.Count(r => Fits(r, TaskReader.Taught(r.Message.Setting, learned)));
                lost.Add((double)(before - after) / others.Count);
            }

            Console.WriteLine(
                $"{count, 3} lessons that are wrong: fewer other messages are read right by {Load.Text(lost.Average(), "0.0000")} "
                    + $"of all on average, by {Load.Text(lost.Max(), "0.0000")} at worst."
            );
        }
    }

    private static bool Fits(LabelledRow row, TaskReader reader) => new Tally().Judge(row, reader, _ => { });

    /// <summary>What people make of a message by hand where it is read otherwise.</summary>
    private static TaughtMessage Corrected(LabelledMessage m, TaskReader reader)
    {
        var read = reader.Read(m.Text, m.Author, m.Sent, m.AuthorName);
        return new(
            m.Text,
            m.Author,
            m.AuthorName,
            m.Sent,
            m.Tasks,
            [
                .. read.Select(d => d.Title.Value)
                    .Where(t => m.Tasks.All(task => LabelledTask.Overlap(task.Title, t) < 0.4)),
            ]
        );
    }

    /// <summary>The contrary of what a message asks for.</summary>
    private static TaughtMessage Mistaken(LabelledMessage m) =>
        new(
            m.Text,
            m.Author,
            m.AuthorName,
            m.Sent,
            m.Tasks.IsEmpty ? [new(m.Text.Split('\n')[0], [], null, null, Priority.Normal, null)] : [],
            [.. m.Tasks.Select(t => t.Title)]
        );
}
