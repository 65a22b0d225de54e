using System.Collections.Immutable;

namespace Wrenlet.Core.Sheets;

/// <summary>What became of a run of words.</summary>
public enum WordFate
{
    /// <summary>It is as it was.</summary>
    Same,

    /// <summary>It is new.</summary>
    Added,

    /// <summary>It is gone.</summary>
    Removed,
}

/// <summary>A run of a text, with its blanks.</summary>
public readonly record struct WordRun(string Text, WordFate Fate);

/// <summary>Compares two texts word by word.</summary>
public static class WordChanges
{
    /// <summary>Most pairs of words that are compared; texts beyond are told as one replaced by the other.</summary>
    private const long MostPairs = 4_000_000;

    /// <summary>
    /// Both texts in one: what was removed stands before what was added in its place. Without the removed runs it reads
    /// as after, without the added ones as before.
    /// </summary>
    public static ImmutableArray<WordRun> Between(string before, string after)
    {
        var (old, now) = (Tokens(before), Tokens(after));
        var start = 0;
        while (start < old.Count && start < now.Count && old[start] == now[start])
            start++;
        var end = 0;
        while (end < old.Count - start && end < now.Count - start && old[^(end + 1)] == now[^(end + 1)])
            end++;
        var runs = new List<(string Text, WordFate Fate)>();
        runs.AddRange(old.Take(start).Select(t => (t, WordFate.Same)));
        runs.AddRange(Middle(old[start..^end], now[start..^end]));
        runs.AddRange(old.TakeLast(end).Select(t => (t, WordFate.Same)));
        return Joined(runs);
    }

    /// <summary>
    /// How alike two texts are in their words, whatever the order: twice the shared ones by all (Dice 1945), 0 to 1.
    /// </summary>
    public static double Likeness(string one, string other)
    {
        var (a, b) = (Words(one), Words(other));
        if (a.Count + b.Count == 0)
            return 1;
        var left = a.GroupBy(w => w, StringComparer.OrdinalIgnoreCase)
            .ToDictionary(g => g.Key, g => g.Count(), StringComparer.OrdinalIgnoreCase);
        var shared = 0;
        foreach (var word in b)
        {
            if (!left.TryGetValue(word, out var n) || n == 0)
                continue;
            left[word] = n - 1;
            shared++;
        }

        return 2.0 * shared / (a.Count + b.Count);
    }

    /// <summary>The longest common subsequence of the parts that differ, by the table of its lengths.</summary>
    private static IEnumerable<(string Text, WordFate Fate)> Middle(List<string> old, List<string> now)
    {
        if ((long)old.Count * now.Count > MostPairs)
            return [.. old.Select(t => (t, WordFate.Removed)), .. now.Select(t => (t, WordFate.Added))];
        var longest = new int[old.Count + 1, now.Count + 1];
        for (var i = old.Count - 1; i >= 0; i--)
        for (var j = now.Count - 1; j >= 0; j--)
            longest[i, j] =
                old[i] == now[j] ? longest[i + 1, j + 1] + 1 : Math.Max(longest[i + 1, j], longest[i, j + 1]);
        var runs = new List<(string, WordFate)>();
        for (int i = 0, j = 0; i < old.Count || j < now.Count; )
        {
            if (i < old.Count && j < now.Count && old[i] == now[j])
            {
                runs.Add((old[i++], WordFate.Same));
                j++;
            }
            else if (j == now.Count || (i < old.Count && longest[i + 1, j] >= longest[i, j + 1]))
            {
                runs.Add((old[i++], WordFate.Removed));
            }
            else
            {
                runs.Add((now[j++], WordFate.Added));
            }
        }

        return runs;
    }

    /// <summary>
    /// Between two runs that stay, all that was removed comes first, then all that was added; a blank alone that stays
    /// between two changes belongs to them.
    /// </summary>
    private static ImmutableArray<WordRun> Joined(List<(string Text, WordFate Fate)> runs)
    {
        var joined = ImmutableArray.CreateBuilder<WordRun>();
        var (same, removed, added) = ("", "", "");
        void Changes()
        {
            if (removed.Length > 0)
                joined.Add(new(removed, WordFate.Removed));
            if (added.Length > 0)
                joined.Add(new(added, WordFate.Added));
            (removed, added) = ("", "");
        }

        for (var i = 0; i < runs.Count; i++)
        {
            var (text, fate) = runs[i];
            var between =
                fate is WordFate.Same
                && string.IsNullOrWhiteSpace(text)
                && removed.Length + added.Length > 0
                && i + 1 < runs.Count
                && runs[i + 1].Fate is not WordFate.Same;
            if (fate is WordFate.Same && !between)
            {
                Changes();
                same += text;
                continue;
            }

            if (same.Length > 0)
                joined.Add(new(same, WordFate.Same));
            same = "";
            if (fate is not WordFate.Added)
                removed += text;
            if (fate is not WordFate.Removed)
                added += text;
        }

        Changes();
        if (same.Length > 0)
            joined.Add(new(same, WordFate.Same));
        return joined.ToImmutable();
    }

    /// <summary>Words, runs of blanks and single signs; joined they are the text again.</summary>
    private static List<string> Tokens(string text)
    {
        var tokens = new List<string>();
        for (var i = 0; i < text.Length; )
        {
            var start = i++;
            if (char.IsWhiteSpace(text[start]))
                while (i < text.Length && char.IsWhiteSpace(text[i]))
                    i++;
            else if (char.IsLetterOrDigit(text[start]))
                while (
                    i < text.Length
                    && (
                        char.IsLetterOrDigit(text[i])
                        || (
                            text[i] is '.' or ',' or '\'' or '’' or '-'
                            && i + 1 < text.Length
                            && char.IsLetterOrDigit(text[i + 1])
                        )
                    )
                )
                    i++;
            tokens.Add(text[start..i]);
        }

        return tokens;
    }

    private static List<string> Words(string text) => [.. Tokens(text).Where(t => char.IsLetterOrDigit(t[0]))];
}
