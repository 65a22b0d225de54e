using System.Collections.Frozen;
using System.Globalization;
using System.Reflection;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>What each feature is worth: above nothing where it speaks for, below where it speaks against.</summary>
internal sealed class Weights
{
    /// <summary>A feature with what it is worth.</summary>
    /// <param name="Feature">Which.</param>
    /// <param name="Worth">Above nothing where it speaks for.</param>
    /// <param name="Sure">How much it was learned from: the sum of the squares of the steps that were wanted of it.</param>
    public readonly record struct Learned(Feature Feature, double Worth, double Sure);

    /// <summary>What needs no weighing: its worth is given, and not learned.</summary>
    public static readonly FrozenDictionary<Feature, double> Fixed = new Dictionary<Feature, double>
    {
        [SureFeatures.IsListed] = 7,
        [SureFeatures.IsAllThatIsAsked] = 4,
        [SureFeatures.IsThingDated] = 1.5,
        [SureFeatures.IsAskedOfSomebody] = 1.5,
        [SureFeatures.IsNeedSaidTo] = 6.5,
        [SureFeatures.GoesOnOverAnOrder] = -3,
        [SureFeatures.IsOrderedBehind] = 1.5,
        [SureFeatures.IsNeededByADay] = 1.5,
    }.ToFrozenDictionary();

    private readonly FrozenDictionary<Feature, double> _worth;
    private readonly FrozenDictionary<Feature, double> _sure;

    public Weights(IEnumerable<Learned> learned)
    {
        var all = learned.ToList();
        _worth = all.Where(l => l.Worth != 0 && !Fixed.ContainsKey(l.Feature))
            .Select(l => KeyValuePair.Create(l.Feature, l.Worth))
            .Concat(Fixed)
            .ToFrozenDictionary();
        _sure = all.ToFrozenDictionary(l => l.Feature, l => l.Sure);
    }

    /// <summary>Those that were learned from the labelled messages, and ship with the product.</summary>
    public static Weights Shipped { get; } = Read();

    /// <summary>What is worth less is left out of the file, but for what is known well to be worth nothing.</summary>
    private const double Lightest = 0.05;

    /// <summary>From here on it is known well what a feature is worth.</summary>
    private const double Known = 4;

    public double Of(Feature feature) => _worth.GetValueOrDefault(feature);

    /// <summary>How much a worth was learned from; 0 for one that was never met.</summary>
    public double SureOf(Feature feature) => _sure.GetValueOrDefault(feature);

    public double Sum(List<Feature> features)
    {
        var sum = 0.0;
        foreach (var feature in features)
            if (_worth.TryGetValue(feature, out var worth))
                sum += worth;
        return sum;
    }

    /// <summary>These, but for some that have been learned anew.</summary>
    public Weights With(IEnumerable<Learned> learned)
    {
        var all = _sure.ToDictionary(s => s.Key, s => new Learned(s.Key, Of(s.Key), s.Value));
        foreach (var one in learned)
            all[one.Feature] = one;
        return new(all.Values);
    }

    /// <summary>One feature a line, with its worth and how much that was learned from; the heaviest first.</summary>
    public string Written() =>
        string.Concat(
            _sure
                .Select(s =>
                    (Feature: s.Key.ToString(), Worth: Math.Abs(Of(s.Key)) < Lightest ? 0 : Of(s.Key), Sure: s.Value)
                )
                .Where(w => w.Worth != 0 || w.Sure >= Known)
                .OrderByDescending(w => Math.Abs(w.Worth))
                .ThenBy(w => w.Feature, StringComparer.Ordinal)
                .Select(w =>
                    string.Create(CultureInfo.InvariantCulture, $"{w.Feature}\t{w.Worth:0.00}\t{w.Sure:0.0}\n")
                )
        );

    public static Weights Parse(TextReader lines)
    {
        var learned = new List<Learned>();
        while (lines.ReadLine() is { } line)
            if (line.Split('\t') is [var feature, var worth, var sure])
                learned.Add(
                    new(
                        Feature.Parse(feature),
                        double.Parse(worth, CultureInfo.InvariantCulture),
                        double.Parse(sure, CultureInfo.InvariantCulture)
                    )
                );
        return new(learned);
    }

    private static Weights Read()
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream("weights.tsv")!;
        using var lines = new StreamReader(stream);
        return Parse(lines);
    }
}
