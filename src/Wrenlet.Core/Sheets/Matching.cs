using System.Collections.Immutable;

namespace Wrenlet.Core.Sheets;

/// <summary>
/// A thing of an earlier and a later sequence that are the same thing, or one that is only in one of them.
/// </summary>
/// <param name="Before">Its place in the earlier sequence, from 0; null for one that was added.</param>
/// <param name="After">Its place in the later sequence, from 0; null for one that was removed.</param>
/// <param name="Moved">Whether it stands in another order than its neighbours.</param>
/// <param name="Changed">Whether it reads otherwise.</param>
public readonly record struct Counterpart(int? Before, int? After, bool Moved = false, bool Changed = false)
{
    /// <summary>Whether it is in the later sequence only.</summary>
    public bool Added => Before is null;

    /// <summary>Whether it is in the earlier sequence only.</summary>
    public bool Removed => After is null;

    /// <summary>Whether nothing happened to it.</summary>
    public bool Same => Before is not null && After is not null && !Moved && !Changed;
}

/// <summary>Finds what became of each thing of a sequence: rows of a table, paragraphs of a page.</summary>
public static class Matching
{
    /// <summary>From this likeness on two things that read otherwise are taken for one that was changed.</summary>
    public const double Alike = 0.5;

    /// <summary>Most pairs whose likeness is looked at; beyond, only neighbours are compared.</summary>
    private const int MostPairs = 400_000;

    /// <summary>
    /// Pairs two sequences. What reads the same is paired as by Heckel (A technique for isolating differences between
    /// files, 1978):
    /// what is there once in both, then its neighbours, then the rest in order. Of what is left, the most alike are
    /// paired.
    /// The longest run that keeps its order counts as unmoved.
    /// </summary>
    /// <param name="before">How each thing read.</param>
    /// <param name="after">How each thing reads.</param>
    /// <param name="likeness">How alike two things are that read otherwise, by their places: 0 to 1.</param>
    /// <returns>The later sequence in its order, each removed thing after the one that it stood behind.</returns>
    public static ImmutableArray<Counterpart> Of(
        IReadOnlyList<string> before,
        IReadOnlyList<string> after,
        Func<int, int, double> likeness
    )
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        ArgumentNullException.ThrowIfNull(likeness);
        var to = new int[before.Count];
        var from = new int[after.Count];
        Array.Fill(to, -1);
        Array.Fill(from, -1);
        Same(before, after, to, from);
        MostAlike(to, from, likeness);
        return Told(before, after, to, from);
    }

    private static void Pair(int[] to, int[] from, int before, int after)
    {
        to[before] = after;
        from[after] = before;
    }

    private static void Same(IReadOnlyList<string> before, IReadOnlyList<string> after, int[] to, int[] from)
    {
        bool Fits(int i, int j) =>
            i >= 0 && j >= 0 && i < to.Length && j < from.Length && to[i] < 0 && from[j] < 0 && before[i] == after[j];
        var (old, now) = (Places(before), Places(after));
        foreach (var (text, there) in old)
            if (there.Count == 1 && now.TryGetValue(text, out var here) && here.Count == 1)
                Pair(to, from, there[0], here[0]);
        // The ends of the sequences are neighbours of what is beyond them.
        for (var i = 0; Fits(i, i); i++)
            Pair(to, from, i, i);
        for (var i = 1; Fits(to.Length - i, from.Length - i); i++)
            Pair(to, from, to.Length - i, from.Length - i);
        for (var i = 0; i < to.Length; i++)
            if (to[i] >= 0 && Fits(i + 1, to[i] + 1))
                Pair(to, from, i + 1, to[i] + 1);
        for (var i = to.Length - 1; i >= 0; i--)
            if (to[i] >= 0 && Fits(i - 1, to[i] - 1))
                Pair(to, from, i - 1, to[i] - 1);
        foreach (var (text, there) in old)
        {
            if (!now.TryGetValue(text, out var here))
                continue;
            foreach (var (i, j) in there.Where(i => to[i] < 0).Zip(here.Where(j => from[j] < 0)).ToList())
                Pair(to, from, i, j);
        }
    }

    private static Dictionary<string, List<int>> Places(IReadOnlyList<string> texts)
    {
        var places = new Dictionary<string, List<int>>(StringComparer.Ordinal);
        for (var i = 0; i < texts.Count; i++)
        {
            if (!places.TryGetValue(texts[i], out var list))
                places[texts[i]] = list = [];
            list.Add(i);
        }

        return places;
    }

    private static void MostAlike(int[] to, int[] from, Func<int, int, double> likeness)
    {
        var old = Enumerable.Range(0, to.Length).Where(i => to[i] < 0).ToList();
        var now = Enumerable.Range(0, from.Length).Where(j => from[j] < 0).ToList();
        var pairs =
            (long)old.Count * now.Count <= MostPairs
                ? old.SelectMany(i => now.Select(j => (I: i, J: j)))
                : Enumerable
                    .Range(0, now.Count)
                    .SelectMany(n =>
                        Enumerable
                            .Range(Math.Max(0, n - 20), 41)
                            .Where(o => o < old.Count)
                            .Select(o => (I: old[o], J: now[n]))
                    );
        foreach (
            var (i, j, _) in pairs
                .Select(p => (p.I, p.J, Likeness: likeness(p.I, p.J)))
                .Where(p => p.Likeness >= Alike)
                .OrderByDescending(p => p.Likeness)
                .ThenBy(p => Astray(p.I, p.J, to))
                .ThenBy(p => p.I)
                .ThenBy(p => p.J)
        )
            if (to[i] < 0 && from[j] < 0)
                Pair(to, from, i, j);
    }

    /// <summary>How far a pair would stand from where the nearest pair before it leads.</summary>
    private static int Astray(int before, int after, int[] to)
    {
        for (var i = before - 1; i >= 0; i--)
            if (to[i] >= 0)
                return Math.Abs(to[i] + (before - i) - after);
        return Math.Abs(before - after);
    }

    private static ImmutableArray<Counterpart> Told(
        IReadOnlyList<string> before,
        IReadOnlyList<string> after,
        int[] to,
        int[] from
    )
    {
        var inOrder = LongestRising(from);
        var told = ImmutableArray.CreateBuilder<Counterpart>(after.Count);
        void RemovedFrom(int before)
        {
            for (var i = before; i < to.Length && (to[i] < 0 || !inOrder.Contains(to[i])); i++)
                if (to[i] < 0)
                    told.Add(new(i, null));
        }

        RemovedFrom(0);
        for (var j = 0; j < from.Length; j++)
        {
            if (from[j] < 0)
            {
                told.Add(new(null, j));
                continue;
            }

            told.Add(new(from[j], j, !inOrder.Contains(j), before[from[j]] != after[j]));
            if (inOrder.Contains(j))
                RemovedFrom(from[j] + 1);
        }

        return told.ToImmutable();
    }

    /// <summary>
    /// Places of the longest rising run of the paired ones (Schensted 1961), by binary search over the lowest ends.
    /// </summary>
    private static HashSet<int> LongestRising(int[] from)
    {
        var ends = new List<int>();
        var back = new int[from.Length];
        for (var j = 0; j < from.Length; j++)
        {
            if (from[j] < 0)
                continue;
            var (low, high) = (0, ends.Count);
            while (low < high)
            {
                var middle = (low + high) / 2;
                if (from[ends[middle]] < from[j])
                    low = middle + 1;
                else
                    high = middle;
            }

            back[j] = low > 0 ? ends[low - 1] : -1;
            if (low == ends.Count)
                ends.Add(j);
            else
                ends[low] = j;
        }

        var run = new HashSet<int>();
        for (var j = ends.Count > 0 ? ends[^1] : -1; j >= 0; j = back[j])
            run.Add(j);
        return run;
    }
}
