namespace Wrenlet.Core.Tasks.Words;

/// <summary>What part somebody or something has in the clause that names it.</summary>
internal enum Part
{
    /// <summary>The clause says nothing but this: "roses: deadhead", "the rider, read it again".</summary>
    Alone,

    /// <summary>What the clause is about: "the pump rattles".</summary>
    Subject,

    /// <summary>What is done something to: "they delivered the wrong rails".</summary>
    Object,

    /// <summary>"She rang about her invoice".</summary>
    Topic,

    /// <summary>Where, with what or for whom: "in the dome".</summary>
    Aside,
}

/// <summary>Somebody or something that a message names.</summary>
/// <param name="From">First token.</param>
/// <param name="To">Token after the last.</param>
/// <param name="Head">The word that says what it is.</param>
/// <param name="Part">Its part in the clause.</param>
internal sealed record Mention(int From, int To, int Head, Part Part)
{
    /// <summary>Whether it is named as this very one: "the pump", "Kit's saw", a name.</summary>
    public bool IsDefinite { get; init; }

    /// <summary>Whether there are several.</summary>
    public bool IsPlural { get; init; }

    /// <summary>Whether it is several that are spoken of as one: "the group".</summary>
    public bool IsGroup { get; init; }

    /// <summary>Whether it is somebody: by name, or by a word for people.</summary>
    public bool IsSomebody { get; init; }

    /// <summary>Whether it does what only people and firms do: "the council wants".</summary>
    public bool Speaks { get; init; }

    /// <summary>Whether it is spoken of as he, true, or she, false; null where that is not known.</summary>
    public bool? IsMale { get; init; }

    /// <summary>Whether its clause goes on about something named before: "it's in the drawer".</summary>
    public bool IsInAnAside { get; init; }
}
