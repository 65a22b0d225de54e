namespace Wrenlet.Core.Sheets.Anchors;

/// <summary>Whether two words are one that was written with a slip, or with another ending.</summary>
internal static class Slip
{
    private const int Longest = 40;

    /// <summary>
    /// At most one change in a word of three to five letters, two in a longer one, three from twelve on, two letters in
    /// each other's place counting for one (Damerau 1964).
    /// </summary>
    public static bool Alike(ReadOnlySpan<char> one, ReadOnlySpan<char> other)
    {
        if (one.Length is < 3 or > Longest || other.Length is < 2 or > Longest)
            return false;
        var most =
            one.Length < 6 ? 1
            : one.Length < 12 ? 2
            : 3;
        if (Math.Abs(one.Length - other.Length) > most)
            return false;
        var width = other.Length + 1;
        Span<int> rows = stackalloc int[3 * width];
        var two = rows[..width];
        var above = rows.Slice(width, width);
        var row = rows.Slice(2 * width, width);
        for (var j = 0; j < width; j++)
            above[j] = j;
        for (var i = 1; i <= one.Length; i++)
        {
            row[0] = i;
            var least = i;
            for (var j = 1; j < width; j++)
            {
                var (a, b) = (char.ToLowerInvariant(one[i - 1]), char.ToLowerInvariant(other[j - 1]));
                var cost = Math.Min(Math.Min(above[j], row[j - 1]) + 1, above[j - 1] + (a == b ? 0 : 1));
                if (
                    i > 1
                    && j > 1
                    && a == char.ToLowerInvariant(other[j - 2])
                    && b == char.ToLowerInvariant(one[i - 2])
                )
                    cost = Math.Min(cost, two[j - 2] + 1);
                row[j] = cost;
                least = Math.Min(least, cost);
            }

            if (least > most)
                return false;
            var spare = two;
            two = above;
            above = row;
            row = spare;
        }

        return above[width - 1] <= most;
    }
}
