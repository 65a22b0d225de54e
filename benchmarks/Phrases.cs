using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words;
using Wrenlet.Core.Tests;

namespace Wrenlet.Bench;

/// <summary>
/// Reads rows of worked messages, says of each what was read and whether it fits, and how many fit in each column.
/// </summary>
/// <remarks>
/// Columns: id, sent, author, message, owners, due, start, priority, repeats, title; "-" for none, "~" for what is not
/// judged.
/// </remarks>
internal static class Phrases
{
    private const double TitleFits = 0.7;
    private static readonly string[] Columns =
    [
        "due",
        "start",
        "owners",
        "priority",
        "repeats",
        "title",
        "number of drafts",
        "all of it",
    ];

    /// <returns>The exit code: 0 when the file could be read.</returns>
    public static int Run(string file)
    {
        if (!File.Exists(file))
        {
            Console.Error.WriteLine($"There is no file {file}.");
            return 1;
        }

        var reader = new TaskReader(Yard.Setting);
        var rows = File.ReadAllLines(file).Skip(1).Where(l => l.Length > 0).Select(l => l.Split('\t')).ToList();
        if (rows.Find(r => r.Length < 10) is { } shorter)
        {
            Console.Error.WriteLine($"Row {shorter[0]} has {shorter.Length} columns; ten are wanted.");
            return 1;
        }

        var (right, judged) = (new Dictionary<string, int>(), new Dictionary<string, int>());
        foreach (var message in rows.GroupBy(r => r[0].TrimEnd('a', 'b', 'c', 'd', 'e', 'f')))
        {
            var first = message.First();
            var drafts = reader.Read(
                first[3].Replace("\\n", "\n", StringComparison.Ordinal),
                Yard.Staff.FirstOrDefault(p => p.Name == first[2])?.Id,
                Yard.At(first[1])
            );
            var expected = message.Where(r => r[7] != "-").ToList();
            foreach (var (i, row) in message.Index())
            {
                var draft =
                    row[7] == "-" ? null
                    : i < drafts.Length ? drafts[i]
                    : null;
                var fits =
                    row[7] == "-" ? Columns[..6].ToDictionary(c => c, _ => (bool?)(drafts.Length == 0))
                    : draft is null ? Columns[..6].ToDictionary(c => c, _ => (bool?)false)
                    : Fits(draft, row);
                fits["number of drafts"] = drafts.Length == expected.Count;
                fits["all of it"] = fits.Values.All(f => f is not false);
                foreach (var (column, fit) in fits.Where(f => f.Value is not null))
                {
                    judged[column] = judged.GetValueOrDefault(column) + 1;
                    if (fit == true)
                        right[column] = right.GetValueOrDefault(column) + 1;
                }

                var wrong = string.Join(
                    ", ",
                    fits.Where(f => f.Value is false && f.Key != "all of it").Select(f => f.Key)
                );
                Console.WriteLine(
                    $"{row[0], -5} {(wrong.Length == 0 ? "fits" : "WRONG: " + wrong), -40} "
                        + $"{(draft is null ? $"{drafts.Length} drafts" : Shown(draft))}"
                );
            }
        }

        Console.WriteLine();
        foreach (var column in Columns)
            Console.WriteLine(
                $"{column, -18} {right.GetValueOrDefault(column)} of {judged.GetValueOrDefault(column)}, "
                    + $"{Load.Text((double)right.GetValueOrDefault(column) / Math.Max(1, judged.GetValueOrDefault(column)), "0.000")}"
            );
        return 0;
    }

    private static Dictionary<string, bool?> Fits(Draft draft, string[] row) =>
        new()
        {
            ["due"] = Same(Due(draft), row[5]),
            ["start"] = Same(Start(draft), row[6]),
            ["owners"] = Same(Names(draft), row[4]),
            ["priority"] = Same(draft.Priority.Value.ToString(), row[7]),
            ["repeats"] = Same(draft.Repeats?.Value ?? "-", row[8]),
            ["title"] = row[9] == "~" ? null : Overlap(draft.Title.Value, row[9]) >= TitleFits,
        };

    private static bool? Same(string read, string expected) => expected == "~" ? null : read == expected;

    private static string Shown(Draft draft) =>
        $"{draft.Title.Value} | {Names(draft)} | due {Due(draft)} | from {Start(draft)} | {draft.Priority.Value} | "
        + $"{draft.Repeats?.Value ?? "-"}";

    private static string Due(Draft draft) => draft.Due is { } due ? Yard.Local(due.Value) : "-";

    private static string Start(Draft draft) => draft.Start is { } start ? Yard.Local(start.Value) : "-";

    private static string Names(Draft draft) =>
        draft.Owners is null
            ? "-"
            : string.Join(
                ';',
                draft.Owners.Value.Select(o =>
                    o switch
                    {
                        TaskOwner.OfPerson p => Yard.Staff.Single(s => s.Id == p.Person).Name,
                        TaskOwner.OfCrew c => Yard.Crews.Single(s => s.Id == c.Crew).Name,
                        _ => throw new InvalidOperationException("Unknown kind of owner."),
                    }
                )
            );

    /// <summary>F1 of the words that two titles share.</summary>
    private static double Overlap(string read, string expected)
    {
        var left = read.ToLowerInvariant().Split(' ');
        var right = expected.ToLowerInvariant().Split(' ').ToList();
        var count = left.Length + right.Count;
        return 2.0 * left.Count(right.Remove) / count;
    }
}
