using System.Diagnostics;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Core.Tasks.Words.Learning;
using Wrenlet.Core.Tests;
using Wrenlet.Core.Tests.Tasks;

namespace Wrenlet.Bench;

/// <summary>Judges how the reader reads labelled messages, and teaches it.</summary>
internal static class Phrases
{
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
            tally.Judge(row, reader, Console.WriteLine);
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

        // "print:30,62;school:45"
        var explained = (shown ?? "")
            .Split(';')
            .Select(part => part.Split(':'))
            .Where(part => part.Length == 2)
            .SelectMany(part => part[1].Split(',').Select(id => (part[0], id)))
            .ToHashSet();
        var all = new Tally();
        // All is learned before anything is judged: what a message costs is taken while nothing else runs.
        var judged = trades
            .Where(t => explained.Count == 0 || explained.Any(e => e.Item1 == t.Name))
            .AsParallel()
            .AsOrdered()
            .Select(t => (Trade: t, Weights: WithoutIt(t.Name)))
            .ToList();
        foreach (var (left, learned) in judged)
        {
            var tally = new Tally();
            var reader = TaskReader.With(left.Rows[0].Message.Setting, learned);
            foreach (var row in left.Rows.Where(r => explained.Contains((left.Name, r.Id))))
                Explain(reader, row.Message);
            foreach (var row in left.Rows)
                tally.Judge(row, reader, line => Show(line, left.Name));
            Console.WriteLine($"{left.Name, -12} {tally.Line}");
            all.Add(tally);
        }

        Console.WriteLine();
        all.Print();
        return 0;

        string WithoutIt(string trade) =>
            Learner.Learn([.. trades.Where(t => t.Name != trade).SelectMany(t => t.Rows).Select(r => r.Message)]);

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

    /// <summary>The three likeliest candidates of a message and what stands beside its requests, with what each weighs.</summary>
    private static void Explain(TaskReader reader, LabelledMessage message)
    {
        var text = message.Text;
        Console.WriteLine(text);
        var seen = reader.Examine(text, message.Author, message.Sent);
        foreach (var w in seen.Weighed.Take(3))
            Console.WriteLine(
                $"   {Load.Text(w.Certainty, "0.00")} {Load.Text(w.Score, "0.00")} “{text[w.Words.Start..w.Words.End]}”\n      "
                    + Listed(w.Features)
            );
        foreach (var p in seen.Placed)
        {
            Console.WriteLine(
                $"   {Load.Text(p.Certainty, "0.00")} “{text[p.Words.Start..p.Words.End]}” "
                    + $"beside “{text[p.Request.Start..p.Request.End]}”"
            );
            Console.WriteLine($"      {p.Rule} {Listed(p.Features)}");
        }
    }

    private static string Listed(IEnumerable<WeighedFeature> features) =>
        string.Join("; ", features.Take(30).Select(f => $"{f.Name} {Load.Text(f.Worth, "+0.00;-0.00")}"));
}
