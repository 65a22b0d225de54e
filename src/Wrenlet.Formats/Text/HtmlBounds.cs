using System.Text;

namespace Wrenlet.Formats.Text;

/// <summary>
/// Looks at HTML before it is parsed. A parser follows what the standard prescribes, which for markup that is nested or
/// repeated without end costs the square of its length and more; nobody writes such markup by hand, and no mail program
/// makes it. The look itself is one pass over the text.
/// </summary>
public static class HtmlBounds
{
    /// <summary>Most elements begun in one text.</summary>
    public const int MostElements = 10_000;

    /// <summary>Most elements that are open at once.</summary>
    public const int MostOpen = 120;

    /// <summary>Longest tag, with all of its attributes.</summary>
    public const int LongestTag = 20_000;

    private static readonly HashSet<string> Void = new(StringComparer.OrdinalIgnoreCase)
    {
        "area",
        "base",
        "br",
        "col",
        "embed",
        "hr",
        "img",
        "input",
        "link",
        "meta",
        "param",
        "source",
        "track",
        "wbr",
    };

    /// <summary>Elements that end by themselves when another of the same begins (HTML, 13.1.2.4).</summary>
    private static readonly HashSet<string> Ending = new(StringComparer.OrdinalIgnoreCase)
    {
        "p",
        "li",
        "dt",
        "dd",
        "tr",
        "td",
        "th",
        "tbody",
        "option",
    };

    private static readonly HashSet<string> Hidden = new(StringComparer.OrdinalIgnoreCase)
    {
        "script",
        "style",
        "title",
        "template",
        "noscript",
        "head",
    };

    private static readonly HashSet<string> Blocks = new(StringComparer.OrdinalIgnoreCase)
    {
        "p",
        "div",
        "li",
        "tr",
        "br",
        "table",
        "blockquote",
        "ul",
        "ol",
        "pre",
        "hr",
        "h1",
        "h2",
        "h3",
        "h4",
        "h5",
        "h6",
    };

    /// <summary>Whether a text is such as people and their programs write, so that it may be parsed.</summary>
    public static bool IsModest(string html)
    {
        ArgumentNullException.ThrowIfNull(html);
        var open = new Dictionary<string, int>(StringComparer.OrdinalIgnoreCase);
        var (elements, depth) = (0, 0);
        foreach (var tag in Tags(html))
        {
            if (tag.Length > LongestTag)
                return false;
            var count = open.GetValueOrDefault(tag.Name);
            if (tag.Ends)
            {
                // An end tag closes its own kind only; one that closes nothing must not hide what stays open.
                if (count > 0)
                    (open[tag.Name], depth) = (count - 1, depth - 1);
                continue;
            }

            if (++elements > MostElements)
                return false;
            if (Void.Contains(tag.Name) || (count > 0 && Ending.Contains(tag.Name)))
                continue;
            open[tag.Name] = count + 1;
            if (++depth > MostOpen)
                return false;
        }

        return true;
    }

    /// <summary>The words of HTML that is not parsed: its tags taken out, a line for each block.</summary>
    public static string Words(string html)
    {
        ArgumentNullException.ThrowIfNull(html);
        var words = new StringBuilder();
        var (at, hidden) = (0, "");
        foreach (var tag in Tags(html))
        {
            if (hidden.Length == 0 && tag.Start > at)
                words.Append(html, at, tag.Start - at);
            at = tag.Start + tag.Length;
            if (hidden.Length > 0)
            {
                if (tag.Ends && tag.Name.Equals(hidden, StringComparison.OrdinalIgnoreCase))
                    hidden = "";
            }
            else if (!tag.Ends && Hidden.Contains(tag.Name))
                hidden = tag.Name;
            else if (Blocks.Contains(tag.Name))
                words.Append('\n');
        }

        if (hidden.Length == 0 && at < html.Length)
            words.Append(html, at, html.Length - at);
        var lines = System
            .Net.WebUtility.HtmlDecode(words.ToString())
            .Split('\n')
            .Select(l => string.Join(' ', l.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)));
        return Spaced(lines);
    }

    /// <summary>Lines with at most one empty one between two.</summary>
    private static string Spaced(IEnumerable<string> lines)
    {
        var text = new StringBuilder();
        var empty = true;
        foreach (var line in lines)
        {
            if (line.Length > 0 || !empty)
                text.Append(line).Append('\n');
            empty = line.Length == 0;
        }

        return text.ToString().Trim('\n');
    }

    private readonly record struct Tag(string Name, bool Ends, int Start, int Length);

    private static IEnumerable<Tag> Tags(string html)
    {
        for (var i = html.IndexOf('<'); i >= 0; )
        {
            var comment = html.AsSpan(i).StartsWith("<!--");
            var ends = i + 1 < html.Length && html[i + 1] == '/';
            var from = i + (ends ? 2 : 1);
            if (!comment && (from >= html.Length || !char.IsAsciiLetter(html[from])))
            {
                // A bare "<" is no tag.
                i = html.IndexOf('<', i + 1);
                continue;
            }

            var close = comment ? html.IndexOf("-->", i, StringComparison.Ordinal) : html.IndexOf('>', i);
            // What never ends is the last there is.
            var end = close < 0 ? html.Length : close + (comment ? 3 : 1);
            var to = from;
            while (to < end && to - from < 20 && char.IsAsciiLetterOrDigit(html[to]))
                to++;
            yield return comment ? new("!--", true, i, end - i) : new(html[from..to], ends, i, end - i);
            i = end < html.Length ? html.IndexOf('<', end) : -1;
        }
    }
}
