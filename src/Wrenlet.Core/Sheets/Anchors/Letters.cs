using System.Text;

namespace Wrenlet.Core.Sheets.Anchors;

/// <summary>
/// Positions in a text counted in letters and digits: they are the same wherever the text is shown, whatever stands
/// between its paragraphs and before the points of its lists.
/// </summary>
public static class Letters
{
    /// <summary>The run from one letter to another, in UTF-16 units; null where there are none.</summary>
    /// <param name="text">The text.</param>
    /// <param name="start">Letters before it.</param>
    /// <param name="end">Letters before its end.</param>
    public static (int Start, int End)? Run(string text, int start, int end)
    {
        ArgumentNullException.ThrowIfNull(text);
        if (start < 0 || end <= start)
            return null;
        var (count, at, from, to) = (0, 0, -1, -1);
        foreach (var rune in text.EnumerateRunes())
        {
            if (Rune.IsLetterOrDigit(rune))
            {
                if (count == start)
                    from = at;
                count++;
                if (count == end)
                {
                    to = at + rune.Utf16SequenceLength;
                    break;
                }
            }

            at += rune.Utf16SequenceLength;
        }

        return from >= 0 && to > from ? (from, to) : null;
    }

    /// <summary>For each position of a text, in UTF-16 units and its end counted, the letters and digits before it.</summary>
    public static int[] Index(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        var before = new int[text.Length + 1];
        var (count, at) = (0, 0);
        foreach (var rune in text.EnumerateRunes())
        {
            for (var i = 0; i < rune.Utf16SequenceLength; i++)
                before[at + i] = count;
            at += rune.Utf16SequenceLength;
            count += Rune.IsLetterOrDigit(rune) ? 1 : 0;
        }

        before[at] = count;
        return before;
    }
}
