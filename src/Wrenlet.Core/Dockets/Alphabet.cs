namespace Wrenlet.Core.Dockets;

/// <summary>
/// Words in the order in which people look for them: without regard to case and accents, and with numbers by their value,
/// so that 2 comes before 10. It needs no data of the operating system, which may have none.
/// </summary>
public sealed class Alphabet : IComparer<string>
{
    /// <summary>The one there is.</summary>
    public static readonly Alphabet Order = new();

    private Alphabet() { }

    /// <inheritdoc/>
    public int Compare(string? x, string? y)
    {
        var (a, b) = (Folding.Of(x ?? ""), Folding.Of(y ?? ""));
        var (i, j) = (0, 0);
        while (i < a.Length && j < b.Length)
        {
            var difference =
                char.IsAsciiDigit(a[i]) && char.IsAsciiDigit(b[j])
                    ? Numbers(Number(a, ref i), Number(b, ref j))
                    : a[i++].CompareTo(b[j++]);
            if (difference != 0)
                return difference;
        }

        return (a.Length - i).CompareTo(b.Length - j);
    }

    private static ReadOnlySpan<char> Number(string text, ref int at)
    {
        var from = at;
        while (at < text.Length && char.IsAsciiDigit(text[at]))
            at++;
        return text.AsSpan(from, at - from).TrimStart('0');
    }

    private static int Numbers(ReadOnlySpan<char> a, ReadOnlySpan<char> b) =>
        a.Length != b.Length ? a.Length.CompareTo(b.Length) : a.SequenceCompareTo(b);
}
