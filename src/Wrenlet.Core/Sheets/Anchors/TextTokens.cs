namespace Wrenlet.Core.Sheets.Anchors;

/// <summary>
/// A text as words and single signs, each with where it stands. Blanks are none; of scripts that are written without
/// blanks each character is one.
/// </summary>
internal sealed class TextTokens
{
    private readonly List<int> _starts;
    private readonly List<int> _ends;

    /// <summary>Reads a text.</summary>
    public TextTokens(string text)
    {
        Text = text;
        _starts = new(text.Length / 5 + 4);
        _ends = new(text.Length / 5 + 4);
        for (var i = 0; i < text.Length; )
        {
            var start = i++;
            var c = text[start];
            if (char.IsWhiteSpace(c) || c == '\u00AD' || c == '\u200B')
                continue;
            if (InWord(c) && !StandsAlone(c))
                while (i < text.Length && Continues(text, i))
                    i++;
            else if (char.IsHighSurrogate(c) && i < text.Length && char.IsLowSurrogate(text[i]))
                i++;
            _starts.Add(start);
            _ends.Add(i);
        }
    }

    /// <summary>The text.</summary>
    public string Text { get; }

    /// <summary>How many there are.</summary>
    public int Count => _starts.Count;

    /// <summary>Where one begins, in UTF-16 units.</summary>
    public int Start(int token) => _starts[token];

    /// <summary>Where one ends, in UTF-16 units.</summary>
    public int End(int token) => _ends[token];

    /// <summary>What it is.</summary>
    public ReadOnlySpan<char> this[int token] => Text.AsSpan(_starts[token], _ends[token] - _starts[token]);

    /// <summary>Whether it is a word or number; else a sign.</summary>
    public bool IsWord(int token) => InWord(Text[_starts[token]]);

    /// <summary>The first token that ends after a place.</summary>
    public int FirstAfter(int place)
    {
        var (low, high) = (0, Count);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (_ends[middle] > place)
                high = middle;
            else
                low = middle + 1;
        }

        return low;
    }

    private static bool InWord(char c) =>
        char.IsLetterOrDigit(c) || char.GetUnicodeCategory(c) is System.Globalization.UnicodeCategory.NonSpacingMark;

    private static bool Continues(string text, int i) =>
        (InWord(text[i]) && !StandsAlone(text[i]))
        || (
            text[i] is '\'' or '’' or '.' or ','
            && i + 1 < text.Length
            && InWord(text[i + 1])
            && InWord(text[i - 1])
            && (text[i] is '\'' or '’' || (char.IsDigit(text[i - 1]) && char.IsDigit(text[i + 1])))
        );

    private static bool StandsAlone(char c) =>
        c
            is >= '\u2E80'
                and <= '\u9FFF'
                or >= '\uAC00'
                and <= '\uD7A3'
                or >= '\uF900'
                and <= '\uFAFF'
                or >= '\u0E00'
                and <= '\u0EFF';
}
