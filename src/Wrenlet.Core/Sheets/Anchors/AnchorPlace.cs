namespace Wrenlet.Core.Sheets.Anchors;

/// <summary>What became of a place in a later revision.</summary>
public enum AnchorFate
{
    /// <summary>It stands where it stood.</summary>
    Stands,

    /// <summary>It reads otherwise.</summary>
    Changed,

    /// <summary>It stands elsewhere.</summary>
    Moved,

    /// <summary>It may have moved or changed: somebody has to look.</summary>
    Look,

    /// <summary>It is not there any more.</summary>
    Gone,
}

/// <summary>Where a place is in a revision.</summary>
/// <param name="Fate">What became of it since something was first said about it.</param>
/// <param name="At">Where it is; where it was last, when it is gone.</param>
/// <param name="Revision">The revision that it is in: the last that had it, when it is gone.</param>
/// <param name="Was">How it read when it was spoken of; empty for what has no words.</param>
/// <param name="Now">How it reads; empty when it is gone, and for what has no words.</param>
public sealed record AnchorPlace(AnchorFate Fate, Anchor At, int Revision, string Was, string Now)
{
    /// <summary>A place as it was chosen, in the revision in which it was.</summary>
    public static AnchorPlace Chosen(Anchor anchor, int revision)
    {
        var words = WordsOf(anchor);
        return new(AnchorFate.Stands, anchor, revision, words, words);
    }

    /// <summary>The place in a later revision, found there or not.</summary>
    /// <param name="now">Where it is; null when it is gone.</param>
    /// <param name="moved">Whether it stands elsewhere than it did.</param>
    /// <param name="look">Whether it is only likely.</param>
    /// <param name="revision">The later revision.</param>
    public AnchorPlace Next(Anchor? now, bool moved, bool look, int revision)
    {
        if (now is null)
            return this with { Fate = AnchorFate.Gone, Now = "" };
        var reads = WordsOf(now);
        return new(
                // What an element of a drawing is called says nothing of how it looks.
                now is not Anchor.Spot { Element: not null }
                && Reads(reads) != Reads(Was)
                    ? AnchorFate.Changed
                : moved || Fate is AnchorFate.Moved ? AnchorFate.Moved
                : look || Fate is AnchorFate.Look ? AnchorFate.Look
                : AnchorFate.Stands,
            now,
            revision,
            Was,
            reads
        );
    }

    /// <summary>The words of a place; empty for what has none.</summary>
    public static string WordsOf(Anchor anchor) =>
        anchor switch
        {
            Anchor.Words words => words.Exact,
            Anchor.Cells cells => cells.Value,
            Anchor.Spot spot => spot.Exact ?? "",
            _ => "",
        };

    /// <summary>How it reads, whatever the blanks.</summary>
    private static string Reads(string words) =>
        string.Join(' ', words.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
}
