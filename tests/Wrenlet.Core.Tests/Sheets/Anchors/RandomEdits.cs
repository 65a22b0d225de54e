using System.Text;
using Wrenlet.Core.Sheets.Anchors;

namespace Wrenlet.Core.Tests.Sheets.Anchors;

/// <summary>A text, what somebody made of it, and where the words of a place have gone, letter by letter.</summary>
internal sealed record RandomEdits(string Before, string After, int Start, int End, (int Start, int End)? Expected)
{
    private const int Elsewhere = -1;

    /// <summary>Whether a place is the right one: it shares most of both with where the words are, or both are gone.</summary>
    public bool IsRight(FoundWords? found)
    {
        if (found is not { } f || Expected is not var (start, end))
            return found is null && Expected is null;
        double both = Math.Max(0, Math.Min(f.End, end) - Math.Max(f.Start, start));
        return both / (f.End - f.Start + end - start - both) >= 0.6;
    }

    /// <summary>Paragraphs of the project's own texts.</summary>
    public static List<string> Stock()
    {
        var root = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(root.FullName, "Wrenlet.slnx")))
            root = root.Parent!;
        return
        [
            .. Directory
                .EnumerateFiles(Path.Combine(root.FullName, "docs/decisions"), "*.md")
                .Order(StringComparer.Ordinal)
                .SelectMany(File.ReadAllLines)
                .Where(l => l.Length > 200),
        ];
    }

    public static RandomEdits Of(List<string> stock, Random random)
    {
        var lines = Enumerable
            .Range(0, random.Next(4, 12))
            .Select(_ => stock[random.Next(stock.Count)])
            .Distinct()
            .ToList();
        var before = string.Join('\n', lines);
        // Each letter with where it was before.
        var at = 0;
        var text = new List<List<(char Letter, int From)>>();
        foreach (var line in lines)
        {
            text.Add([.. line.Select((c, i) => (c, at + i))]);
            at += line.Length + 1;
        }

        var start = before.IndexOf(' ', random.Next(before.Length / 2)) + 1;
        var end = Math.Min(before.Length, start + random.Next(12, 90));
        var line0 = before.IndexOf('\n', start, end - start);
        if (line0 > start)
            end = line0;
        for (var revision = random.Next(1, 4); revision > 0; revision--)
        {
            text = [.. text.Select(l => Words(l, random, stock))];
            var i = random.Next(text.Count);
            switch (random.Next(8))
            {
                case 0:
                    var moved = text[i];
                    text.RemoveAt(i);
                    text.Insert(random.Next(text.Count + 1), moved);
                    break;
                case 1:
                    text.Insert(i + 1, [.. text[i].Select(l => (l.Letter, Elsewhere))]);
                    break;
                case 2 when text.Count > 2:
                    text.RemoveAt(i);
                    break;
                case 3:
                    text.Insert(i, [.. stock[random.Next(stock.Count)].Select(c => (c, Elsewhere))]);
                    break;
            }
        }

        var after = new StringBuilder();
        var from = new List<int>();
        foreach (var line in text)
        {
            if (after.Length > 0)
            {
                after.Append('\n');
                from.Add(Elsewhere);
            }

            foreach (var (letter, was) in line)
            {
                after.Append(letter);
                from.Add(was);
            }
        }

        var left = from.Index().Where(f => f.Item >= start && f.Item < end).Select(f => f.Index).ToList();
        return new(
            before,
            after.ToString(),
            start,
            end,
            left.Count >= (end - start) * 0.5 ? (left[0], left[^1] + 1) : null
        );
    }

    private static List<(char Letter, int From)> Words(
        List<(char Letter, int From)> line,
        Random random,
        List<string> stock
    )
    {
        var next = new List<(char Letter, int From)>();
        for (var i = 0; i < line.Count; )
        {
            var word = line.Skip(i).TakeWhile(l => l.Letter != ' ').ToList();
            i += word.Count + 1;
            var chance = random.NextDouble();
            var other = stock[random.Next(stock.Count)].Split(' ')[random.Next(6)];
            if (chance < 0.015)
                word = [.. other.Select(c => (c, Elsewhere))];
            else if (chance < 0.025)
                continue;
            else if (chance < 0.035)
                word = [.. word, (' ', Elsewhere), .. other.Select(c => (c, Elsewhere))];
            if (next.Count > 0)
                next.Add((' ', Elsewhere));
            next.AddRange(word);
        }

        return next;
    }
}
