using System.Buffers;

namespace Wrenlet.Core.Sheets.Anchors;

/// <summary>
/// Lays a short run of words over a longer one: the common words that count for most, in order, those that stand
/// together before those that are strewn (Smith and Waterman, Identification of common molecular subsequences, 1981).
/// </summary>
internal static class Alignment
{
    /// <summary>What each word that is left out costs.</summary>
    private const float Skip = 0.04f;

    /// <summary>What a word that follows a common one counts beside its own weight, as a part of that.</summary>
    private const float Run = 0.5f;

    private const byte Left = 1;
    private const byte Up = 2;
    private const byte Both = 3;

    /// <summary>For each word of the short run its place in the long one, from 0; -1 for none.</summary>
    /// <param name="run">The short run; all of it is laid over.</param>
    /// <param name="over">The long one; what is before and behind costs nothing.</param>
    /// <param name="weights">What each word counts, by the number that stands for it.</param>
    public static int[] Of(ReadOnlySpan<int> run, ReadOnlySpan<int> over, ReadOnlySpan<float> weights)
    {
        var width = over.Length + 1;
        var steps = ArrayPool<byte>.Shared.Rent((run.Length + 1) * width);
        var rows = ArrayPool<float>.Shared.Rent(2 * width);
        var above = rows.AsSpan(0, width);
        var row = rows.AsSpan(width, width);
        above.Clear();
        steps.AsSpan(0, width).Clear();
        for (var i = 1; i <= run.Length; i++)
        {
            var weight = weights[run[i - 1]];
            var id = run[i - 1];
            var step = steps.AsSpan(i * width, width);
            var before = steps.AsSpan((i - 1) * width, width);
            row[0] = above[0] - Skip;
            step[0] = Up;
            for (var j = 1; j < width; j++)
            {
                var best = above[j] - Skip;
                var how = Up;
                if (row[j - 1] - Skip > best)
                    (best, how) = (row[j - 1] - Skip, Left);
                if (over[j - 1] == id)
                {
                    var both = above[j - 1] + weight * (before[j - 1] == Both ? 1 + Run : 1);
                    if (both >= best)
                        (best, how) = (both, Both);
                }

                row[j] = best;
                step[j] = how;
            }

            var swap = above;
            above = row;
            row = swap;
        }

        var match = new int[run.Length];
        Array.Fill(match, -1);
        var at = 0;
        for (var j = 1; j < width; j++)
            if (above[j] > above[at])
                at = j;
        for (var i = run.Length; i > 0 && at >= 0; )
            switch (steps[i * width + at])
            {
                case Both:
                    match[--i] = --at;
                    break;
                case Left:
                    at--;
                    break;
                default:
                    i--;
                    break;
            }

        ArrayPool<byte>.Shared.Return(steps);
        ArrayPool<float>.Shared.Return(rows);
        return match;
    }
}
