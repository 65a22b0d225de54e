using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>
/// The worked messages of the design, and others in other words for the same rules and their neighbours, row by row.
/// </summary>
public class PhraseTests
{
    private static readonly TaskReader Reader = new(Yard.Setting);

    public static TheoryData<string> Ids() => [.. Rows().Select(r => r[0].TrimEnd('a', 'b', 'c')).Distinct()];

    [Theory]
    [MemberData(nameof(Ids))]
    public void Reads_the_drafts_of_a_worked_message(string id)
    {
        var rows = Rows().Where(r => r[0].TrimEnd('a', 'b', 'c') == id).ToList();
        var text = rows[0][3].Replace("\\n", "\n", StringComparison.Ordinal);

        var drafts = Reader.Read(text, Author(rows[0]), Yard.At(rows[0][1]));

        var expected = rows.Where(r => r[7] != "-").ToList();
        drafts.Length.ShouldBe(expected.Count, text);
        foreach (var (row, draft) in expected.Zip(drafts))
        {
            Names(draft).ShouldBe(row[4], text);
            (draft.Due is { } due ? Yard.Local(due.Value) : "-").ShouldBe(row[5], text);
            (draft.Start is { } start ? Yard.Local(start.Value) : "-").ShouldBe(row[6], text);
            draft.Priority.Value.ToString().ShouldBe(row[7], text);
            (draft.Repeats?.Value ?? "-").ShouldBe(row[8], text);
            Overlap(draft.Title.Value, row[9]).ShouldBeGreaterThanOrEqualTo(0.7, $"{draft.Title.Value} for {row[9]}");
        }
    }

    [Theory]
    [MemberData(nameof(Ids))]
    public void Every_part_points_at_its_words(string id)
    {
        var row = Rows().First(r => r[0].TrimEnd('a', 'b', 'c') == id);
        var text = row[3].Replace("\\n", "\n", StringComparison.Ordinal);
        foreach (var draft in Reader.Read(text, Author(row), Yard.At(row[1])))
        {
            Span[] spans =
            [
                .. draft.Title.Spans,
                .. draft.Owners?.Spans ?? [],
                .. draft.Due?.Spans ?? [],
                .. draft.Start?.Spans ?? [],
                .. draft.Priority.Spans,
            ];
            spans.ShouldAllBe(s => s.Start >= 0 && s.End <= text.Length && s.Length > 0);
            if (draft.Due is { } due)
                due.Reason.ShouldContain(text[due.Spans[0].Start..due.Spans[0].End]);
        }
    }

    private static List<string[]> Rows() =>
        [
            .. new[] { "phrases.tsv", "neighbours.tsv" }
                .SelectMany(f => File.ReadAllLines(Path.Combine(AppContext.BaseDirectory, "Tasks", f)).Skip(1))
                .Where(l => l.Length > 0)
                .Select(l => l.Split('\t')),
        ];

    /// <summary>Who wrote a row; null for a customer.</summary>
    private static PersonId? Author(string[] row) => Yard.Staff.FirstOrDefault(p => p.Name == row[2])?.Id;

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
                        _ => "?",
                    }
                )
            );

    private static double Overlap(string a, string b)
    {
        var left = a.ToLowerInvariant().Split(' ');
        var right = b.ToLowerInvariant().Split(' ').ToList();
        double shared = left.Count(right.Remove);
        return 2 * shared / (left.Length + b.Split(' ').Length);
    }
}
