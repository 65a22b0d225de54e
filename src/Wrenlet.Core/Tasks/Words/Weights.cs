using System.Collections.Frozen;
using System.Globalization;
using System.Reflection;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>What each feature is worth: above nothing where it speaks for, below where it speaks against.</summary>
internal sealed class Weights(IReadOnlyDictionary<Feature, double> worth)
{
    private readonly FrozenDictionary<Feature, double> _worth = worth.ToFrozenDictionary();

    /// <summary>Those that were learned from the labelled messages, and ship with the product.</summary>
    public static Weights Shipped { get; } = Read();

    /// <summary>What is worth less is left out of the file.</summary>
    private const double Lightest = 0.05;

    public int Count => _worth.Count;

    public double Of(Feature feature) => _worth.GetValueOrDefault(feature);

    public double Sum(List<Feature> features)
    {
        var sum = 0.0;
        foreach (var feature in features)
            if (_worth.TryGetValue(feature, out var worth))
                sum += worth;
        return sum;
    }

    /// <summary>One feature a line, with its worth; the heaviest first.</summary>
    public string Written() =>
        string.Concat(
            _worth
                .Where(w => Math.Abs(w.Value) >= Lightest)
                .Select(w => (Feature: w.Key.ToString(), w.Value))
                .OrderByDescending(w => Math.Abs(w.Value))
                .ThenBy(w => w.Feature, StringComparer.Ordinal)
                .Select(w => string.Create(CultureInfo.InvariantCulture, $"{w.Feature}\t{w.Value:0.00}\n"))
        );

    public static Weights Parse(TextReader lines)
    {
        var worth = new Dictionary<Feature, double>();
        while (lines.ReadLine() is { } line)
            if (line.IndexOf('\t', StringComparison.Ordinal) is > 0 and var tab)
                worth[Feature.Parse(line[..tab])] = double.Parse(line.AsSpan(tab + 1), CultureInfo.InvariantCulture);
        return new(worth);
    }

    private static Weights Read()
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream("weights.tsv")!;
        using var lines = new StreamReader(stream);
        return Parse(lines);
    }
}
