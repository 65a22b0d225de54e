namespace Wrenlet.Core.Tasks.Words;

/// <summary>Whose doing a cue speaks of.</summary>
internal enum Doer
{
    /// <summary>Whoever is addressed.</summary>
    You,

    /// <summary>Whoever writes.</summary>
    Author,

    /// <summary>The one whose name is part of the cue.</summary>
    Named,

    /// <summary>Somebody, or all of us: nobody in particular.</summary>
    Anyone,

    /// <summary>Nobody: what it opens is courtesy or news, not work.</summary>
    Nothing,
}

/// <summary>A way of asking, promising or telling that opens what is to be done.</summary>
/// <param name="Label">What kind of way it is; cues of one kind share their weights.</param>
/// <param name="Doer">Whose doing it speaks of.</param>
internal sealed record Cue(string Label, Doer Doer)
{
    /// <summary>No cue: what is to be done opens by itself.</summary>
    public static readonly Cue None = new("none", Doer.You);

    /// <summary>A thing that needs something: "the gate needs painting".</summary>
    public static readonly Cue Thing = new("thing needs", Doer.You);

    internal string[][] Places { get; init; } = [];

    internal bool[] Optional { get; init; } = [];

    internal int? Keep { get; init; }
}

/// <summary>A cue found in a message.</summary>
/// <param name="Cue">Which it is.</param>
/// <param name="Content">First token of what is to be done.</param>
/// <param name="To">Token after the cue.</param>
/// <param name="Who">Who is named in it; null when nobody is.</param>
internal readonly record struct CueFound(Cue Cue, int Content, int To, WhoPhrase? Who);
