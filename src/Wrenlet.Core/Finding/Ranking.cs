using NodaTime;

namespace Wrenlet.Core.Finding;

/// <summary>How near something is to whoever looks for it.</summary>
public enum Closeness
{
    /// <summary>They see it, and no more.</summary>
    Seen,

    /// <summary>They have read there lately.</summary>
    ReadThere,

    /// <summary>They own the place, wrote it or are named in it.</summary>
    Own,
}

/// <summary>Orders what was found.</summary>
public static class Ranking
{
    private const double HalfLifeDays = 30;

    /// <summary>How long an entry usually is, in words.</summary>
    private const double UsualLength = 40;

    /// <summary>
    /// How well a text fits words that are all in it: BM25 (Robertson and Zaragoza 2009; k1 1.2, b 0.75) without the
    /// weight of how
    /// rare each word is. All that is compared has all of the words, and to know how rare a word is, all of its places
    /// must be read.
    /// </summary>
    /// <param name="plain">The text.</param>
    /// <param name="words">What was looked for; the last word may go on.</param>
    /// <returns>Above 0 for each word; a word that stands there only in another spelling counts as standing there
    /// once.</returns>
    public static double Fit(string plain, string words)
    {
        ArgumentNullException.ThrowIfNull(plain);
        ArgumentNullException.ThrowIfNull(words);
        var wanted = Words(words).ToList();
        var counts = new int[wanted.Count];
        var length = 0;
        foreach (var word in Words(plain))
        {
            length++;
            for (var i = 0; i < counts.Length; i++)
            {
                if (
                    i == counts.Length - 1
                        ? word.StartsWith(wanted[i], StringComparison.OrdinalIgnoreCase)
                        : word.Equals(wanted[i], StringComparison.OrdinalIgnoreCase)
                )
                    counts[i]++;
            }
        }

        return counts.Sum(n => Math.Max(1, n) * 2.2 / (Math.Max(1, n) + 1.2 * (0.25 + 0.75 * length / UsualLength)));
    }

    /// <summary>Runs of letters and digits, as the index has them: re-bed is two words.</summary>
    private static IEnumerable<string> Words(string text)
    {
        for (var i = 0; i < text.Length; )
        {
            if (!char.IsLetterOrDigit(text[i]))
            {
                i++;
                continue;
            }

            var start = i;
            while (i < text.Length && char.IsLetterOrDigit(text[i]))
                i++;
            yield return text[start..i];
        }
    }

    /// <summary>
    /// How high something stands: how well its words fit, halved in weight for each month of age down to a third, and
    /// raised when it is near.
    /// </summary>
    /// <param name="fit">How well its words fit, 0 and up (<see cref="Fit"/>).</param>
    /// <param name="age">How old it is; negative counts as new.</param>
    /// <param name="closeness">How near it is.</param>
    public static double Score(double fit, Duration age, Closeness closeness)
    {
        var recency = Math.Pow(0.5, Math.Max(0, age.TotalDays) / HalfLifeDays);
        var near = closeness switch
        {
            Closeness.Own => 1.6,
            Closeness.ReadThere => 1.25,
            _ => 1.0,
        };
        return (0.2 + Math.Max(0, fit)) * (1.0 / 3 + 2.0 / 3 * recency) * near;
    }
}
