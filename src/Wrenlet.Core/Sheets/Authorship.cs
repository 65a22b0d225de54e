using System.Collections.Immutable;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Sheets;

/// <summary>A run of a text that one person wrote.</summary>
/// <param name="Start">Where it begins, in UTF-16 units.</param>
/// <param name="End">Where it ends.</param>
/// <param name="By">Who wrote it.</param>
/// <param name="Revision">In which revision.</param>
public readonly record struct WrittenRun(int Start, int End, PersonId By, int Revision);

/// <summary>Who wrote which words of a page, and who last changed which cell of a table, over all of its revisions.</summary>
public static class Authorship
{
    /// <summary>Paragraphs are joined with this in the rendered text.</summary>
    private const string Between = "\n";

    /// <summary>
    /// Who wrote each run of the last revision. What was moved is still its writer's; of a paragraph that was changed only
    /// the words that are new are somebody else's.
    /// </summary>
    /// <param name="revisions">All revisions in order, each with its blocks and who made it; the rendered text is their
    /// words, a line each.</param>
    public static ImmutableArray<WrittenRun> OfPage(
        IReadOnlyList<(IReadOnlyList<PageBlock> Blocks, PersonId By, int Revision)> revisions
    )
    {
        ArgumentNullException.ThrowIfNull(revisions);
        List<List<WrittenRun>> written = [];
        for (var i = 0; i < revisions.Count; i++)
        {
            var (blocks, by, number) = revisions[i];
            WrittenRun New(int start, int end) => new(start, end, by, number);
            if (i == 0)
            {
                written = [.. blocks.Select(b => new List<WrittenRun> { New(0, b.Plain.Length) })];
                continue;
            }

            var changes = PageChanges.Between(revisions[i - 1].Blocks, blocks);
            var next = new List<WrittenRun>[blocks.Count];
            foreach (var change in changes.Blocks)
                if (change.Counterpart is { After: { } now } pair)
                    next[now] =
                        pair.Before is not { } was ? [New(0, blocks[now].Plain.Length)]
                        : change.Runs.IsEmpty ? written[was]
                        : [.. Carried(change.Runs, written[was], New)];
            written = [.. next];
        }

        return revisions.Count == 0 ? [] : [.. Joined(written, revisions[^1].Blocks)];
    }

    /// <summary>Of changed words, those that stay keep their writers.</summary>
    private static IEnumerable<WrittenRun> Carried(
        ImmutableArray<WordRun> runs,
        List<WrittenRun> before,
        Func<int, int, WrittenRun> added
    )
    {
        var (old, now) = (0, 0);
        foreach (var run in runs)
        {
            var length = run.Text.Length;
            if (run.Fate is WordFate.Added)
                yield return added(now, now + length);
            else if (run.Fate is WordFate.Same)
                foreach (var w in before.Where(w => w.End > old && w.Start < old + length))
                    yield return w with
                    {
                        Start = now + Math.Max(w.Start, old) - old,
                        End = now + Math.Min(w.End, old + length) - old,
                    };
            if (run.Fate is not WordFate.Removed)
                now += length;
            if (run.Fate is not WordFate.Added)
                old += length;
        }
    }

    private static IEnumerable<WrittenRun> Joined(List<List<WrittenRun>> written, IReadOnlyList<PageBlock> blocks)
    {
        WrittenRun? open = null;
        var at = 0;
        foreach (var (i, block) in blocks.Index())
        {
            foreach (var run in written[i].Where(r => r.End > r.Start))
            {
                var placed = run with { Start = at + run.Start, End = at + run.End };
                if (open is { } o && o.By == placed.By && o.Revision == placed.Revision && placed.Start - o.End <= 1)
                {
                    open = o with { End = placed.End };
                    continue;
                }

                if (open is { } done)
                    yield return done;
                open = placed;
            }

            at += block.Plain.Length + Between.Length;
        }

        if (open is { } last)
            yield return last;
    }

    /// <summary>Those who wrote some of the words at a place.</summary>
    public static IEnumerable<PersonId> Of(IEnumerable<WrittenRun> runs, int start, int end) =>
        runs.Where(r => r.End > start && r.Start < end).Select(r => r.By).Distinct();

    /// <summary>Who last changed each cell of the last revision, by row below the names and by column.</summary>
    /// <param name="revisions">All revisions in order, each with its rows, the one with the names first, and who made
    /// it.</param>
    public static PersonId[,] OfTable(IReadOnlyList<(IReadOnlyList<IReadOnlyList<string>> Rows, PersonId By)> revisions)
    {
        ArgumentNullException.ThrowIfNull(revisions);
        var last = new PersonId[0, 0];
        for (var i = 0; i < revisions.Count; i++)
        {
            var (rows, by) = revisions[i];
            var next = new PersonId[Math.Max(0, rows.Count - 1), rows.Count == 0 ? 0 : rows[0].Count];
            for (var r = 0; r < next.GetLength(0); r++)
            for (var c = 0; c < next.GetLength(1); c++)
                next[r, c] = by;
            if (i > 0)
                Carry(TableChanges.Between(revisions[i - 1].Rows, rows), last, next);
            last = next;
        }

        return last;
    }

    private static void Carry(TableChanges changes, PersonId[,] last, PersonId[,] next)
    {
        foreach (var row in changes.Rows)
        {
            if (row.Counterpart is not { Before: { } was, After: { } now })
                continue;
            var changed = row.Cells.Select(c => c.Column).ToHashSet();
            foreach (var (place, column) in changes.Columns.Index())
                if (column.Counterpart is { Before: { } old, After: { } here } && !changed.Contains(place))
                    next[now, here] = last[was, old];
        }
    }
}
