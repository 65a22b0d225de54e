using System.Collections.Frozen;
using System.Collections.Immutable;

namespace Wrenlet.Core.Tasks.Words.Learning;

/// <summary>What a reader has learned from its firm.</summary>
public sealed class Learned
{
    internal Learned(ImmutableArray<Nickname> nicknames, FrozenDictionary<string, bool> sentences, Weights weights) =>
        (Nicknames, Sentences, Weights) = (nicknames, sentences, weights);

    /// <summary>Nothing yet.</summary>
    public static Learned Nothing { get; } = new([], FrozenDictionary<string, bool>.Empty, Weights.Shipped);

    /// <summary>Words by which the firm calls people and crews, those that were met most first.</summary>
    public ImmutableArray<Nickname> Nicknames { get; }

    internal FrozenDictionary<string, bool> Sentences { get; }

    internal Weights Weights { get; }
}
