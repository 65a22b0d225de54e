using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Globalization;
using System.Text;

namespace Wrenlet.Core.Conversations;

/// <summary>A text of which people have said where it belongs.</summary>
/// <param name="Text">Subject and words of a first message.</param>
/// <param name="Queue">The queue it was put in, or moved to.</param>
public sealed record Lesson(string Text, Guid Queue);

/// <summary>Where the router would put a text.</summary>
/// <param name="Queue">The queue it thinks most of; null when it knows none of the words.</param>
/// <param name="Certainty">How often it was right when it was as decided as this, 0 to 1.</param>
/// <param name="Words">The words that spoke for it, as they stand in the text, the strongest first.</param>
/// <param name="Sure">Whether the certainty reaches the threshold; else the text stays unsorted.</param>
public sealed record Guess(Guid? Queue, double Certainty, ImmutableArray<string> Words, bool Sure);

/// <summary>How often the router was right.</summary>
/// <param name="Tried">Texts it was tried on.</param>
/// <param name="Placed">Of these, those it was sure of.</param>
/// <param name="Right">Of the placed ones, those it placed where people did.</param>
/// <param name="RightAtAll">Of all, those whose first guess was right, sure or not.</param>
/// <param name="Confusion">How many texts of a queue (Actual) went to a queue (Guessed; null for unsorted).</param>
public sealed record RouterReport(
    int Tried,
    int Placed,
    int Right,
    int RightAtAll,
    ImmutableArray<(Guid Actual, Guid? Guessed, int Count)> Confusion
)
{
    /// <summary>Share of the placed ones that were placed right; 1 when none was placed.</summary>
    public double Accuracy => Placed == 0 ? 1 : (double)Right / Placed;
}

/// <summary>
/// Places first messages by their words. Complement naive Bayes with transformed counts (Rennie, Shih, Teevan and
/// Karger:
/// Tackling the Poor Assumptions of Naive Bayes Text Classifiers, ICML 2003, steps 1 to 6): it stays fair when one
/// queue has
/// far more lessons than another. The certainty is not the model's own, which is far too sure of itself, but measured:
/// each lesson
/// is guessed without itself, and how often that was right at which margin is made monotonic (pool adjacent violators).
/// </summary>
public sealed class Router
{
    /// <summary>Certainty below which a text stays unsorted, unless set otherwise.</summary>
    public const double UsualThreshold = 0.75;

    private const double Smoothing = 0.3;
    private const int MostReasons = 4;
    private static readonly FrozenSet<string> Common = (
        "the and for you your our are was were has have had not but with that this from would could can will they "
        + "them she her his him its been "
        + "there here what when where which who how why all any some one two please thank thanks hello good morning "
        + "afternoon dear regards best kind "
        + "just about into out off over under than then also too very more most much may might should shall does did done get got"
    )
        .Split(' ')
        .ToFrozenSet();

    private readonly double _threshold;
    private readonly ImmutableArray<Guid> _queues;
    private readonly Dictionary<string, int> _vocabulary = [];
    private readonly double[] _rarity;
    private readonly double[][] _weight;
    private readonly double[] _total;
    private readonly double[] _queueTotal;
    private readonly double _all;
    private readonly (double Margin, double Certainty)[] _measured;
    private readonly ImmutableArray<(Lesson Lesson, int Best, double Certainty)> _tried;

    private Router(IReadOnlyList<Lesson> lessons, double threshold)
    {
        _threshold = threshold;
        _queues = [.. lessons.Select(l => l.Queue).Distinct().Order()];
        var counted = lessons.Select(l => Counted(l.Text)).ToList();
        foreach (var word in counted.SelectMany(c => c.Keys))
            _vocabulary.TryAdd(word, _vocabulary.Count);
        var held = new int[_vocabulary.Count];
        foreach (var word in counted.SelectMany(c => c.Keys))
            held[_vocabulary[word]]++;
        _rarity = [.. held.Select(h => Math.Log((lessons.Count + 1.0) / h))];
        _total = new double[_vocabulary.Count];
        _weight = [.. _queues.Select(_ => new double[_vocabulary.Count])];
        _queueTotal = new double[_queues.Length];
        var vectors = counted.ConvertAll(Vector);
        var labels = lessons.Select(l => _queues.IndexOf(l.Queue)).ToArray();
        for (var d = 0; d < vectors.Count; d++)
            foreach (var (word, value, _) in vectors[d])
            {
                _total[word] += value;
                _weight[labels[d]][word] += value;
                _queueTotal[labels[d]] += value;
                _all += value;
            }

        var tried = vectors
            .Select((v, d) => (Scored: Score(v, labels[d]), Label: labels[d]))
            .Where(t => t.Scored.Best >= 0)
            .ToList();
        _measured = Monotonic(tried.Select(t => (t.Scored.Margin, Right: t.Scored.Best == t.Label)));
        _tried =
        [
            .. vectors
                .Select((v, d) => (lessons[d], Score(v, labels[d])))
                .Select(t => (t.Item1, t.Item2.Best, t.Item2.Best < 0 ? 0 : CertaintyAt(t.Item2.Margin))),
        ];
    }

    /// <summary>How many lessons it has learned from.</summary>
    public int Lessons => _tried.Length;

    /// <summary>Learns from what people have placed.</summary>
    /// <param name="lessons">Texts with their queues, in any order.</param>
    /// <param name="threshold">Certainty below which a text stays unsorted, 0 to 1.</param>
    public static Router Learn(IReadOnlyList<Lesson> lessons, double threshold = UsualThreshold) =>
        new(lessons, threshold);

    /// <summary>Where a text belongs.</summary>
    public Guess Place(string text)
    {
        var vector = Vector(Counted(text));
        var (best, second, margin) = Score(vector, null);
        if (best < 0)
            return new(null, 0, [], false);
        var words = vector
            .Select(v => (v.Surface, For: v.Value * (Log(second, v.Word, 0) - Log(best, v.Word, 0))))
            .Where(v => v.For > 0)
            .OrderByDescending(v => v.For)
            .Take(MostReasons)
            .Select(v => v.Surface);
        var certainty = CertaintyAt(margin);
        return new(_queues[best], certainty, [.. words], certainty >= _threshold);
    }

    /// <summary>How it does on its own lessons, each guessed without itself.</summary>
    public RouterReport OnItsLessons() =>
        Report(
            _tried.Select(t =>
                (
                    t.Lesson.Queue,
                    new Guess(
                        t.Best < 0 ? null : _queues[t.Best],
                        t.Certainty,
                        [],
                        t.Best >= 0 && t.Certainty >= _threshold
                    )
                )
            )
        );

    /// <summary>How it does on texts that it has not learned from.</summary>
    public RouterReport On(IEnumerable<Lesson> texts) => Report(texts.Select(t => (t.Queue, Place(t.Text))));

    private static RouterReport Report(IEnumerable<(Guid Actual, Guess Guess)> tried)
    {
        var list = tried.ToList();
        return new(
            list.Count,
            list.Count(t => t.Guess.Sure),
            list.Count(t => t.Guess.Sure && t.Guess.Queue == t.Actual),
            list.Count(t => t.Guess.Queue == t.Actual),
            [
                .. list.GroupBy(t => (t.Actual, Guessed: t.Guess.Sure ? t.Guess.Queue : null))
                    .Select(g => (g.Key.Actual, g.Key.Guessed, g.Count()))
                    .OrderBy(c => c.Actual)
                    .ThenBy(c => c.Guessed),
            ]
        );
    }

    /// <summary>
    /// The best and the second queue of a text; a lesson's own counts are left out when its label is given. Best is -1
    /// when nothing is known.
    /// </summary>
    private (int Best, int Second, double Margin) Score(List<(int Word, double Value, string Surface)> vector, int? own)
    {
        // Words that only this lesson has are unknown without it.
        if (own is not null)
            vector = vector.FindAll(v => _total[v.Word] - v.Value > 1e-9);
        if (_queues.Length < 2 || vector.Count == 0)
            return (-1, -1, 0);
        int best = -1,
            second = -1;
        double bestScore = double.NegativeInfinity,
            secondScore = double.NegativeInfinity;
        var mine = own is null ? 0 : vector.Sum(v => v.Value);
        for (var c = 0; c < _queues.Length; c++)
        {
            // The complement of every other queue holds this lesson; that of its own does not.
            var outOf = own is { } label && label != c;
            double score = 0;
            foreach (var (word, value, _) in vector)
                score -= value * Log(c, word, outOf ? value : 0, outOf ? mine : 0);
            if (score > bestScore)
                (second, secondScore, best, bestScore) = (best, bestScore, c, score);
            else if (score > secondScore)
                (second, secondScore) = (c, score);
        }

        return (best, second, bestScore - secondScore);
    }

    /// <summary>Logarithm of how often a word stands outside a queue.</summary>
    private double Log(int queue, int word, double less, double lessAll = 0) =>
        Math.Log(
            (_total[word] - _weight[queue][word] - less + Smoothing)
                / (_all - _queueTotal[queue] - lessAll + (Smoothing * _vocabulary.Count))
        );

    private double CertaintyAt(double margin)
    {
        var at = Array.FindLastIndex(_measured, m => m.Margin <= margin);
        return at < 0 ? 0 : _measured[at].Certainty;
    }

    /// <summary>
    /// Certainty as a rising step function of the margin, by pooling adjacent violators; each step a little below what
    /// was counted.
    /// </summary>
    private static (double Margin, double Certainty)[] Monotonic(IEnumerable<(double Margin, bool Right)> tried)
    {
        var steps = new List<(double Margin, double Right, double Count)>();
        foreach (var (margin, right) in tried.OrderBy(t => t.Margin))
        {
            steps.Add((margin, right ? 1 : 0, 1));
            while (steps.Count > 1 && steps[^2].Right / steps[^2].Count >= steps[^1].Right / steps[^1].Count)
            {
                steps[^2] = (steps[^2].Margin, steps[^2].Right + steps[^1].Right, steps[^2].Count + steps[^1].Count);
                steps.RemoveAt(steps.Count - 1);
            }
        }

        return [.. steps.Select(s => (s.Margin, (s.Right + 0.5) / (s.Count + 1.5)))];
    }

    private List<(int Word, double Value, string Surface)> Vector(
        Dictionary<string, (int Count, string Surface)> counted
    )
    {
        var vector = counted
            .Where(c => _vocabulary.ContainsKey(c.Key))
            .Select(c =>
                (
                    Word: _vocabulary[c.Key],
                    Value: Math.Log(1 + c.Value.Count) * _rarity[_vocabulary[c.Key]],
                    c.Value.Surface
                )
            )
            .ToList();
        var length = Math.Sqrt(vector.Sum(v => v.Value * v.Value));
        return length == 0 ? [] : vector.ConvertAll(v => (v.Word, v.Value / length, v.Surface));
    }

    private static Dictionary<string, (int Count, string Surface)> Counted(string text)
    {
        var counted = new Dictionary<string, (int, string)>(StringComparer.Ordinal);
        var word = new StringBuilder();
        foreach (var c in text.Append(' '))
        {
            if (char.IsLetter(c) || (c is '\'' && word.Length > 0))
            {
                word.Append(c);
                continue;
            }

            if (word.Length >= 3)
            {
                var surface = word.ToString().TrimEnd('\'');
                var stem = Stem(surface.ToLower(CultureInfo.InvariantCulture));
                if (!Common.Contains(stem))
                    counted[stem] = counted.TryGetValue(stem, out var before)
                        ? (before.Item1 + 1, before.Item2)
                        : (1, surface);
            }

            word.Clear();
        }

        return counted;
    }

    /// <summary>A word without its commonest endings.</summary>
    private static string Stem(string word) =>
        word switch
        {
            _ when word.EndsWith("'s", StringComparison.Ordinal) => word[..^2],
            _ when word.Length > 6 && word.EndsWith("ing", StringComparison.Ordinal) => word[..^3],
            _ when word.Length > 5 && word.EndsWith("ed", StringComparison.Ordinal) => word[..^2],
            _ when word.Length > 3 && word.EndsWith('s') && !word.EndsWith("ss", StringComparison.Ordinal) => word[
                ..^1
            ],
            _ => word,
        };
}
