using Wrenlet.Core.Tasks.Words;
using Wrenlet.Core.Tasks.Words.Learning;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>The worked messages of the design row by row, and those of all trades as a whole.</summary>
public class PhraseTests
{
    private static readonly IReadOnlyList<LabelledRow> Worked = LabelledFile.Read(
        Path.Combine(AppContext.BaseDirectory, "Tasks", "phrases.tsv")
    );

    public static TheoryData<string> Ids() => [.. Worked.Select(r => r.Id)];

    [Theory]
    [MemberData(nameof(Ids))]
    public void Reads_the_drafts_of_a_worked_message(string id)
    {
        var row = Worked.Single(r => r.Id == id);
        var drafts = Read(row, new TaskReader(row.Message.Setting));

        var wanted = row.Rows.Where(r => r[7] != "-").ToList();
        drafts.Length.ShouldBe(wanted.Count, row.Message.Text);
        foreach (var (task, draft) in wanted.Zip(drafts))
            Wrong(draft, task, row.Message).ShouldBeEmpty(row.Message.Text);
    }

    [Fact]
    public void Every_part_points_at_its_words()
    {
        foreach (var row in Worked)
        foreach (var draft in Read(row, new TaskReader(row.Message.Setting)))
        {
            var text = row.Message.Text;
            Span[] spans =
            [
                .. draft.Title.Spans,
                .. draft.Owners?.Spans ?? [],
                .. draft.Due?.Spans ?? [],
                .. draft.Start?.Spans ?? [],
                .. draft.Priority.Spans,
            ];
            spans.ShouldAllBe(s => s.Start >= 0 && s.End <= text.Length && s.Length > 0, text);
            if (draft.Due is { } due)
                due.Reason.ShouldContain(text[due.Spans[0].Start..due.Spans[0].End]);
        }
    }

    [Fact]
    public void What_it_learned_from_it_reads_as_it_was_taught()
    {
        var (right, wanted, wrongly, quiet) = Judge(
            Trades().SelectMany(t => t.Rows),
            setting => new TaskReader(setting)
        );
        ((double)right / wanted).ShouldBeGreaterThan(0.85);
        ((double)wrongly / quiet).ShouldBeLessThan(0.01);
    }

    [Fact]
    public void A_trade_that_it_never_saw_is_read_well()
    {
        var left = Trades().Single(t => t.Name == "vets");
        var learned = Learner.Learn([
            .. Trades().Where(t => t.Name != left.Name).SelectMany(t => t.Rows).Select(r => r.Message),
        ]);
        var (right, wanted, wrongly, quiet) = Judge(left.Rows, setting => TaskReader.With(setting, learned));
        ((double)right / wanted).ShouldBeGreaterThan(0.7);
        ((double)wrongly / quiet).ShouldBeLessThan(0.06);
    }

    [Fact]
    public void Trades_that_nothing_was_learned_from_are_read_too()
    {
        var (right, wanted, wrongly, quiet) = Judge(
            Trades("unlearned").SelectMany(t => t.Rows),
            setting => new TaskReader(setting)
        );
        ((double)right / wanted).ShouldBeGreaterThan(0.6);
        ((double)wrongly / quiet).ShouldBeLessThan(0.15);
    }

    [Fact]
    public void The_same_messages_teach_the_same()
    {
        LabelledMessage[] messages = [.. Trades()[0].Rows.Select(r => r.Message)];
        Learner.Learn(messages).ShouldBe(Learner.Learn(messages));
    }

    private static List<(string Name, IReadOnlyList<LabelledRow> Rows)> Trades(string folder = "training") =>
        [
            .. Directory
                .GetFiles(Path.Combine(AppContext.BaseDirectory, "Tasks", folder), "*.tsv")
                .Order(StringComparer.Ordinal)
                .Select(f => (Path.GetFileNameWithoutExtension(f), LabelledFile.Read(f))),
        ];

    private static (int Right, int Wanted, int Wrongly, int Quiet) Judge(
        IEnumerable<LabelledRow> rows,
        Func<ReaderSetting, TaskReader> readerOf
    )
    {
        var (right, wanted, wrongly, quiet) = (0, 0, 0, 0);
        foreach (var row in rows)
        {
            var drafts = Read(row, readerOf(row.Message.Setting));
            var tasks = row.Rows.Where(r => r[7] != "-").ToList();
            wanted += tasks.Count;
            if (tasks.Count == 0)
                (quiet, wrongly) = (quiet + 1, wrongly + (drafts.IsEmpty ? 0 : 1));
            else if (tasks.Count == drafts.Length)
                right += tasks.Zip(drafts).Count(p => Wrong(p.Second, p.First, row.Message).Count == 0);
        }

        return (right, wanted, wrongly, quiet);
    }

    private static System.Collections.Immutable.ImmutableArray<Draft> Read(LabelledRow row, TaskReader reader) =>
        reader.Read(row.Message.Text, row.Message.Author, row.Message.Sent, row.Message.AuthorName);

    /// <summary>The columns in which a draft is not what was wanted, with what it says instead.</summary>
    private static List<string> Wrong(Draft draft, string[] row, LabelledMessage message)
    {
        var wrong = new List<string>();
        Compare(LabelledFile.Owners(draft, message.Setting), row[4]);
        Compare(draft.Due is { } due ? Yard.Local(due.Value) : "-", row[5]);
        Compare(draft.Start is { } start ? Yard.Local(start.Value) : "-", row[6]);
        Compare(draft.Priority.Value.ToString(), row[7]);
        Compare(draft.Repeats?.Value ?? "-", row[8]);
        if (row[9] != "~" && LabelledTask.Overlap(draft.Title.Value, row[9]) < 0.7)
            wrong.Add($"{draft.Title.Value} for {row[9]}");
        return wrong;

        void Compare(string read, string wanted)
        {
            if (wanted != "~" && read != wanted)
                wrong.Add($"{read} for {wanted}");
        }
    }
}
