using System.Collections.Immutable;
using System.Globalization;

namespace Wrenlet.Core.Finding;

/// <summary>A run of an excerpt that was looked for.</summary>
public readonly record struct Found(int Start, int Length);

/// <summary>The part of a text around what was looked for.</summary>
/// <param name="Text">On one line, with dots where it was cut.</param>
/// <param name="Marks">Where the words stand in it, in order, not overlapping.</param>
public sealed record Excerpt(string Text, ImmutableArray<Found> Marks)
{
    /// <summary>
    /// The part of a text around the first of some words. Case and accents do not matter; the last word may go on.
    /// </summary>
    /// <param name="plain">The whole text.</param>
    /// <param name="words">What was looked for.</param>
    /// <param name="most">Longest excerpt, in characters.</param>
    public static Excerpt Of(string plain, string words, int most = 110)
    {
        ArgumentNullException.ThrowIfNull(plain);
        ArgumentNullException.ThrowIfNull(words);
        var line = string.Join(' ', plain.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
        var asked = Tokens(words).Select(t => Folding.Of(words.Substring(t.Start, t.Length))).ToList();
        var marks = Tokens(line)
            .Where(t =>
            {
                var word = Folding.Of(line.Substring(t.Start, t.Length));
                return asked
                    .Index()
                    .Any(a =>
                        a.Index == asked.Count - 1 ? word.StartsWith(a.Item, StringComparison.Ordinal) : word == a.Item
                    );
            })
            .ToList();
        var from = 0;
        if (line.Length > most && marks.Count > 0 && marks[0].Start + marks[0].Length > most * 2 / 3)
        {
            from = Math.Max(0, Math.Min(marks[0].Start - most / 3, line.Length - most));
            var blank = line.IndexOf(' ', from);
            if (blank >= 0 && blank < marks[0].Start)
                from = blank + 1;
        }

        var to = Math.Min(line.Length, from + most);
        var lead = from > 0 ? "… " : "";
        var text = lead + line[from..to].TrimEnd() + (to < line.Length ? " …" : "");
        return new(
            text,
            [
                .. marks
                    .Where(m => m.Start >= from && m.Start + m.Length <= to)
                    .Select(m => new Found(m.Start - from + lead.Length, m.Length)),
            ]
        );
    }

    private static IEnumerable<Found> Tokens(string text)
    {
        for (var i = 0; i < text.Length; i++)
        {
            if (!char.IsLetterOrDigit(text[i]))
                continue;
            var start = i;
            while (
                i < text.Length
                && (char.IsLetterOrDigit(text[i]) || char.GetUnicodeCategory(text[i]) is UnicodeCategory.NonSpacingMark)
            )
                i++;
            yield return new Found(start, i - start);
        }
    }
}
