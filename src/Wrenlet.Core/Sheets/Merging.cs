namespace Wrenlet.Core.Sheets;

/// <summary>
/// Puts together what two people made of the same text or table, where each left alone what the other changed: by whole
/// parts, paragraphs of a page or rows of a table (a three-way merge: Khanna, Kunal and Pierce, A formal investigation of
/// diff3, 2007).
/// </summary>
public static class Merging
{
    /// <summary>Parts times parts that are compared at most; beyond it, both versions stand side by side.</summary>
    private const long MostCompared = 16_000_000;

    /// <summary>Merges both.</summary>
    /// <param name="before">What both began from.</param>
    /// <param name="theirs">What was saved meanwhile.</param>
    /// <param name="mine">What is to be saved now.</param>
    /// <returns>Both together; null where both changed the same part in different ways, or it would cost too much.</returns>
    public static IReadOnlyList<string>? Of(
        IReadOnlyList<string> before,
        IReadOnlyList<string> theirs,
        IReadOnlyList<string> mine
    )
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(theirs);
        ArgumentNullException.ThrowIfNull(mine);
        if (Edits.From(before, theirs) is not { } one || Edits.From(before, mine) is not { } other)
            return null;
        var merged = new List<string>();
        for (var i = 0; i <= before.Count; i++)
        {
            var (added, also) = (one.Added(i), other.Added(i));
            merged.AddRange(added);
            if (!added.SequenceEqual(also))
                merged.AddRange(also);
            if (i == before.Count)
                break;
            var (here, there) = (one.Of(i), other.Of(i));
            if (!one.Changes(i))
                merged.AddRange(there);
            else if (!other.Changes(i) || here.SequenceEqual(there))
                merged.AddRange(here);
            else
                return null;
        }

        return merged;
    }

    /// <summary>What became of each part, and what was put before it.</summary>
    private sealed class Edits
    {
        private readonly IReadOnlyList<string>[] _of;
        private readonly List<string>[] _added;
        private readonly bool[] _changes;

        private Edits(IReadOnlyList<string> before)
        {
            _of = [.. before.Select(b => (IReadOnlyList<string>)[b])];
            _added = [.. Enumerable.Range(0, before.Count + 1).Select(_ => new List<string>())];
            _changes = new bool[before.Count];
        }

        public bool Changes(int part) => _changes[part];

        public IReadOnlyList<string> Of(int part) => _of[part];

        public IReadOnlyList<string> Added(int before) => _added[before];

        public static Edits? From(IReadOnlyList<string> before, IReadOnlyList<string> after)
        {
            // What both begin and end with is the same anyhow.
            var head = 0;
            while (head < before.Count && head < after.Count && before[head] == after[head])
                head++;
            var foot = 0;
            while (foot < before.Count - head && foot < after.Count - head && before[^(foot + 1)] == after[^(foot + 1)])
                foot++;
            var (rows, columns) = (before.Count - head - foot, after.Count - head - foot);
            if ((long)rows * columns > MostCompared)
                return null;
            var edits = new Edits(before);
            var common = Common(before, after, head, rows, columns);
            var (i, j) = (0, 0);
            foreach (var (x, y) in common.Append((rows, columns)))
            {
                edits.Replace(head + i, head + x, [.. after.Skip(head + j).Take(y - j)]);
                (i, j) = (x + 1, y + 1);
            }

            return edits;
        }

        /// <summary>Some parts were replaced by others: one by one where they are as many.</summary>
        private void Replace(int from, int to, List<string> by)
        {
            if (from == to)
            {
                _added[from].AddRange(by);
                return;
            }

            for (var i = from; i < to; i++)
            {
                _changes[i] = true;
                _of[i] =
                    by.Count == to - from ? [by[i - from]]
                    : i == from ? by
                    : [];
            }
        }

        /// <summary>The longest run of parts that both have in the same order.</summary>
        private static List<(int Before, int After)> Common(
            IReadOnlyList<string> before,
            IReadOnlyList<string> after,
            int head,
            int rows,
            int columns
        )
        {
            var length = new int[rows + 1, columns + 1];
            for (var i = rows - 1; i >= 0; i--)
            for (var j = columns - 1; j >= 0; j--)
                length[i, j] =
                    before[head + i] == after[head + j]
                        ? length[i + 1, j + 1] + 1
                        : Math.Max(length[i + 1, j], length[i, j + 1]);
            var common = new List<(int, int)>();
            for (int i = 0, j = 0; i < rows && j < columns; )
            {
                if (before[head + i] == after[head + j])
                    common.Add((i++, j++));
                else if (length[i + 1, j] >= length[i, j + 1])
                    i++;
                else
                    j++;
            }

            return common;
        }
    }
}
