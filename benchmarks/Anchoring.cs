using System.Diagnostics;
using System.Text.Json;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Sheets.Anchors;

namespace Wrenlet.Bench;

/// <summary>
/// Finds words again in later texts, says of each case what was found, and how many are right; without a file, how long a long page
/// and a long table take.
/// </summary>
/// <remarks>Each line of the file: <c>{"id","before","after","start","end","expect":[start,end]|null}</c>.</remarks>
internal static class Anchoring
{
    /// <summary>From this overlap on, of both together, a place is the right one.</summary>
    private const double Overlap = 0.6;

    /// <returns>The exit code: 0 when the file could be read.</returns>
    public static int Run(string? file)
    {
        if (file is not null && !File.Exists(file))
        {
            Console.Error.WriteLine($"There is no file {file}.");
            return 1;
        }

        if (file is not null)
            return Judge(file) ? 0 : 1;
        LongPage();
        LongTable();
        return 0;
    }

    private static bool Judge(string file)
    {
        var (right, gone, wrong, lost, number) = (0, 0, 0, 0, 0);
        var watch = new Stopwatch();
        foreach (var line in File.ReadLines(file).Where(l => !string.IsNullOrWhiteSpace(l)))
        {
            number++;
            Case one;
            try
            {
                one =
                    JsonSerializer.Deserialize<Case>(line, JsonSerializerOptions.Web)
                    ?? throw new JsonException("It is null.");
                if (one.Start < 0 || one.End < one.Start || one.End > one.Before.Length)
                    throw new JsonException("Start and end do not stand within before.");
            }
            catch (JsonException not)
            {
                Console.Error.WriteLine($"Line {number} cannot be read: {not.Message}");
                return false;
            }

            watch.Start();
            var found = new TextRevisions(one.Before, one.After).Find(one.Start, one.End);
            watch.Stop();
            var fits = found is { } f && one.Expect is [var start, var end] && Overlapping(f, start, end) >= Overlap;
            right += fits ? 1 : 0;
            gone += found is null && one.Expect is null ? 1 : 0;
            wrong += found is not null && !fits ? 1 : 0;
            lost += found is null && one.Expect is not null ? 1 : 0;
            Console.WriteLine(
                found is { } at
                    ? $"{one.Id} [{at.Start},{at.End}]{(at.Changed ? " changed" : "")}{(at.Moved ? " moved" : "")}"
                    : $"{one.Id} gone"
            );
        }

        Console.WriteLine($"right place {right}, rightly gone {gone}, wrong place {wrong}, wrongly gone {lost}");
        Console.WriteLine($"{watch.Elapsed.TotalMilliseconds / Math.Max(1, number):0.00} ms each");
        Console.WriteLine(
            $"all right {right + gone} of {number}, {(double)(right + gone) / Math.Max(1, number):0.000}"
        );
        return true;
    }

    private static double Overlapping(FoundWords found, int start, int end)
    {
        double both = Math.Max(0, Math.Min(found.End, end) - Math.Max(found.Start, start));
        return both / Math.Max(1, found.End - found.Start + end - start - both);
    }

    /// <summary>100,000 words, of which a hundredth was changed, with 500 anchors.</summary>
    private static void LongPage()
    {
        var random = new Random(5);
        var stock = Enumerable.Range(0, 6000).Select(i => Word(i * 7919 % 60_000)).ToArray();
        string[] words =
        [
            .. Enumerable
                .Range(0, 100_000)
                .Select(i =>
                    stock[(int)(stock.Length * Math.Pow(random.NextDouble(), 3))] + (i % 90 == 89 ? ".\n" : "")
                ),
        ];
        var before = string.Join(' ', words);
        var after = string.Join(' ', words.Select(w => random.NextDouble() < 0.01 ? "other" : w));
        var places = Enumerable
            .Range(0, 500)
            .Select(_ => random.Next(before.Length - 200))
            .Select(s => (s, s + random.Next(10, 150)))
            .ToList();
        Say(
            "a page of 100,000 words, 500 anchors",
            () => new TextRevisions(before, after).Find(places).Count(f => f is not null)
        );
    }

    /// <summary>5,000 rows of which some moved and some changed.</summary>
    private static void LongTable()
    {
        var random = new Random(7);
        List<IReadOnlyList<string>> before =
        [
            ["Frame", "Side", "Reading", "By", "Remark"],
            .. Enumerable
                .Range(0, 5000)
                .Select(i =>
                    (IReadOnlyList<string>)
                        [$"{i / 2}", i % 2 == 0 ? "left" : "right", $"{random.Next(40)}", "Ines", Word(i)]
                ),
        ];
        var rows = before.Skip(1).Select(r => random.NextDouble() < 0.05 ? [r[0], r[1], "41", r[3], r[4]] : r).ToList();
        for (var i = 0; i < 200; i++)
        {
            var (from, to) = (random.Next(rows.Count), random.Next(rows.Count));
            var row = rows[from];
            rows.RemoveAt(from);
            rows.Insert(to, row);
        }

        List<IReadOnlyList<string>> after = [before[0], .. rows];
        Say("a table of 5,000 rows", () => TableChanges.Between(before, after).Rows.Length);
    }

    private static void Say(string what, Func<int> work)
    {
        var times = new List<double>();
        var found = 0;
        for (var i = 0; i < 7; i++)
        {
            var watch = Stopwatch.StartNew();
            found = work();
            times.Add(watch.Elapsed.TotalMilliseconds);
        }

        times.Sort();
        Console.WriteLine($"{what}: {times[times.Count / 2]:0} ms (goal 100), {found} found");
    }

    private static string Word(int number)
    {
        var letters = new char[2 + number % 7];
        for (var i = 0; i < letters.Length; i++)
            letters[i] = (char)('a' + (number / (i + 1) * (i + 3) + i * 11) % 26);
        return new string(letters) + number % 10;
    }

    private sealed record Case(string Id, string Before, string After, int Start, int End, int[]? Expect);
}
