using System.Text;
using Wrenlet.Core.Sheets.Anchors;

namespace Wrenlet.Core.Sheets.Drawings;

/// <summary>A word as it stands on a page.</summary>
/// <param name="Page">The page, from 1.</param>
/// <param name="Box">Where it is, in points from the upper left corner.</param>
/// <param name="Text">The word.</param>
public readonly record struct PageWord(int Page, Box Box, string Text);

/// <summary>The words of a document of pages, in the order in which it has them: one text, of which is known where each
/// word stands.</summary>
public sealed class PagedText
{
    private readonly IReadOnlyList<PageWord> _words;
    private readonly int[] _starts;

    /// <summary>Lays the words one after the other.</summary>
    /// <param name="words">As the document has them.</param>
    /// <param name="pages">How many pages it has; left out, as many as have words.</param>
    public PagedText(IReadOnlyList<PageWord> words, int pages = 0)
    {
        ArgumentNullException.ThrowIfNull(words);
        _words = words;
        Pages = Math.Max(pages, words.Select(w => w.Page).DefaultIfEmpty(0).Max());
        _starts = new int[words.Count];
        var text = new StringBuilder();
        for (var i = 0; i < words.Count; i++)
        {
            if (i > 0)
                text.Append(Follows(words[i - 1], words[i]) ? ' ' : '\n');
            _starts[i] = text.Length;
            text.Append(words[i].Text);
        }

        Text = text.ToString();
    }

    /// <summary>How many pages there are; one without words counts too.</summary>
    public int Pages { get; }

    /// <summary>The words, as the document has them.</summary>
    public IReadOnlyList<PageWord> Words => _words;

    /// <summary>All words, with a blank between two, and a new line where a paragraph or page begins.</summary>
    public string Text { get; }

    /// <summary>The words that stand in an area: from the first of them to the last.</summary>
    /// <returns>Where they begin and end in the text, in UTF-16 units; null where there are none.</returns>
    public (int Start, int End)? Under(int page, Box area)
    {
        int? first = null;
        var last = 0;
        for (var i = 0; i < _words.Count; i++)
        {
            if (_words[i].Page != page)
                continue;
            var (x, y) = _words[i].Box.Middle;
            if (!area.Holds(x, y, 0))
                continue;
            first ??= i;
            last = i;
        }

        return first is { } from ? (_starts[from], _starts[last] + _words[last].Text.Length) : null;
    }

    /// <summary>Where words of the text stand: around all of them that are on the page of the first.</summary>
    /// <param name="start">Where they begin, in UTF-16 units.</param>
    /// <param name="end">Where they end.</param>
    public (int Page, Box Area) At(int start, int end)
    {
        var first = IndexAt(start);
        var page = _words[first].Page;
        var (left, top, right, foot) = (double.MaxValue, double.MaxValue, double.MinValue, double.MinValue);
        for (var i = first; i < _words.Count && _starts[i] < end && _words[i].Page == page; i++)
        {
            var box = _words[i].Box;
            (left, top) = (Math.Min(left, box.X), Math.Min(top, box.Y));
            (right, foot) = (Math.Max(right, box.X + box.Width), Math.Max(foot, box.Y + box.Height));
        }

        return (page, new(left, top, right - left, foot - top));
    }

    /// <summary>A place with the words that stand there, and just around them; as it is where there are none.</summary>
    public Anchor.Spot Quoted(Anchor.Spot spot)
    {
        ArgumentNullException.ThrowIfNull(spot);
        if (Under(spot.Page, new(spot.X, spot.Y, spot.Width, spot.Height)) is not var (start, end))
            return spot;
        var (_, area) = At(start, end);
        return spot with
        {
            X = area.X,
            Y = area.Y,
            Width = area.Width,
            Height = area.Height,
            Exact = Text[start..Math.Min(end, start + Anchor.Words.Longest)],
        };
    }

    /// <summary>Whether a word belongs to the paragraph of the one before: no further away than a line is high.</summary>
    private static bool Follows(PageWord before, PageWord word)
    {
        var high = Math.Max(before.Box.Height, word.Box.Height);
        return before.Page == word.Page
            && word.Box.Y < before.Box.Y + before.Box.Height + high
            && word.Box.Y > before.Box.Y - 2 * high;
    }

    private int IndexAt(int start)
    {
        var at = Array.BinarySearch(_starts, start);
        return Math.Max(0, at >= 0 ? at : ~at - 1);
    }
}
