using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Flow.Forecasts;

/// <summary>A task that is done, as far as others can learn from it.</summary>
/// <param name="Title">What was to be done.</param>
/// <param name="Kind">The kind of its docket; null for none.</param>
/// <param name="Estimate">Working time that was estimated; null where nobody had.</param>
/// <param name="Spent">Working time that went into it; above none.</param>
public sealed record Took(string Title, KindId? Kind, Duration? Estimate, Duration Spent)
{
    /// <summary>Who did it.</summary>
    public ImmutableArray<PersonId> By { get; init; } = [];

    /// <summary>The crews whose work it was, or that those were in who did it.</summary>
    public ImmutableArray<CrewId> Crews { get; init; } = [];
}

/// <summary>Where an expectation comes from.</summary>
public enum ExpectedBy
{
    /// <summary>What was like it.</summary>
    Likes,

    /// <summary>An estimate, and how all of the firm's went.</summary>
    Estimate,

    /// <summary>Nothing is known: what is usual.</summary>
    Usual,
}

/// <summary>How long something is expected to take in all.</summary>
/// <param name="Middle">Half of the time it takes no longer.</param>
/// <param name="Width">How widely it is spread, as in <see cref="Spread"/>.</param>
/// <param name="By">Where that comes from.</param>
/// <param name="Like">How many were like it.</param>
public readonly record struct Expected(Duration Middle, double Width, ExpectedBy By, int Like)
{
    /// <summary>One in four takes no longer.</summary>
    public Duration Low => At(0.25);

    /// <summary>Three in four take no longer.</summary>
    public Duration High => At(0.75);

    private Duration At(double share) => Middle * new Spread(1, Width).At(share);
}

/// <summary>
/// What tasks took that are done, to expect from it what others will take: those like it by their words, kind and crew where
/// there are enough of them, else what all estimates came to.
/// </summary>
/// <remarks>Words count by how rare they are (Spärck Jones, "A statistical interpretation of term specificity", Journal of
/// Documentation 28, 1972); middles and widths are median and MAD, which one strange task does not move.</remarks>
public sealed class Experience
{
    /// <summary>From so many on, those that are like it speak for it.</summary>
    public const int Enough = 5;

    /// <summary>What a task takes of which nothing is known.</summary>
    public static readonly Duration UsualLength = Duration.FromHours(2);

    private const int MostLike = 40;
    private const double LeastLikeness = 0.34;
    private const double OfSameKind = 0.08;
    private const double UsualWidth = 0.45;
    private const double WidthOfUnknown = 0.8;

    private readonly ImmutableArray<Took> _took;
    private readonly Dictionary<string, List<int>> _byWord = [];
    private readonly double[] _lengths;
    private readonly Spread _ratios;

    /// <summary>Learns from tasks that are done; those without time spent teach nothing.</summary>
    public Experience(IEnumerable<Took> took)
    {
        _took = [.. took.Where(t => t.Spent > Duration.Zero)];
        _lengths = new double[_took.Length];
        var words = _took.Select(t => Words(t.Title)).ToList();
        for (var i = 0; i < words.Count; i++)
            foreach (var word in words[i])
                (_byWord.TryGetValue(word, out var found) ? found : _byWord[word] = []).Add(i);
        for (var i = 0; i < words.Count; i++)
            _lengths[i] = Math.Sqrt(words[i].Sum(w => Weight(w) * Weight(w)));
        var ratios = _took.Where(t => t.Estimate > Duration.Zero).Select(t => t.Spent / t.Estimate!.Value).ToList();
        _ratios = ratios.Count >= Enough ? Spread.Of(ratios) : new(1, UsualWidth);
    }

    /// <summary>Nothing was ever done.</summary>
    public static Experience None { get; } = new([]);

    /// <summary>How long a task is expected to take in all, from its beginning on.</summary>
    /// <param name="title">What is to be done.</param>
    /// <param name="kind">The kind of its docket; null for none.</param>
    /// <param name="estimate">Working time that is estimated; null where nobody has.</param>
    /// <param name="crews">The crews of those who will do it; null or none where that is not known.</param>
    public Expected Of(string title, KindId? kind, Duration? estimate, IReadOnlyCollection<CrewId>? crews = null)
    {
        var like = Like(title, kind);
        // A crew has its own pace: where there are enough of its own, they alone speak for it.
        if (crews is { Count: > 0 } && like.FindAll(t => t.Crews.Any(crews.Contains)) is { Count: >= Enough } own)
            like = own;
        if (estimate is { } said && said > Duration.Zero)
        {
            var ratios = like.Where(t => t.Estimate > Duration.Zero).Select(t => t.Spent / t.Estimate!.Value).ToList();
            var (ratio, width) = ratios.Count >= Enough ? Spread.Of(ratios) : _ratios;
            var by = ratios.Count >= Enough ? ExpectedBy.Likes : ExpectedBy.Estimate;
            return new(said * ratio, width, by, by is ExpectedBy.Likes ? ratios.Count : 0);
        }

        if (like.Count < Enough)
            return new(UsualLength, WidthOfUnknown, ExpectedBy.Usual, 0);
        var (hours, spread) = Spread.Of([.. like.Select(t => t.Spent.TotalHours)]);
        return new(Duration.FromHours(hours), spread, ExpectedBy.Likes, like.Count);
    }

    /// <summary>Who has done what is like it, and how often.</summary>
    /// <param name="title">What is to be done.</param>
    /// <param name="kind">The kind of its docket; null for none.</param>
    public IReadOnlyDictionary<PersonId, int> DoneBy(string title, KindId? kind) =>
        Like(title, kind).SelectMany(t => t.By).GroupBy(p => p).ToDictionary(g => g.Key, g => g.Count());

    private List<Took> Like(string title, KindId? kind)
    {
        var words = Words(title);
        var length = Math.Sqrt(words.Sum(w => Weight(w) * Weight(w)));
        if (length <= 0)
            return [];
        var shared = new Dictionary<int, double>();
        foreach (var word in words)
        foreach (var i in _byWord.GetValueOrDefault(word) ?? [])
            shared[i] = shared.GetValueOrDefault(i) + (Weight(word) * Weight(word));
        return
        [
            .. shared
                .Select(s =>
                    (
                        At: s.Key,
                        Likeness: (s.Value / (length * _lengths[s.Key]))
                            + (kind is not null && _took[s.Key].Kind == kind ? OfSameKind : 0)
                    )
                )
                .Where(s => s.Likeness >= LeastLikeness)
                .OrderByDescending(s => s.Likeness)
                .ThenByDescending(s => s.At)
                .Take(MostLike)
                .Select(s => _took[s.At]),
        ];
    }

    /// <summary>A word that every task has says nothing; one that nobody knows is as rare as can be.</summary>
    private double Weight(string word) =>
        Math.Log((1.0 + _took.Length) / (1 + (_byWord.GetValueOrDefault(word)?.Count ?? 0))) + 0.1;

    private static HashSet<string> Words(string title) =>
        [
            .. title
                .Split(
                    [.. title.Where(c => !char.IsLetterOrDigit(c)).Distinct()],
                    StringSplitOptions.RemoveEmptyEntries
                )
                .Where(w => w.Length > 2)
                .Select(Folding.Of),
        ];
}
