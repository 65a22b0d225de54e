using System.Collections.Immutable;

namespace Wrenlet.Core.Sheets;

/// <summary>A paragraph, heading, list or table of a page.</summary>
/// <param name="Source">Its Markdown.</param>
/// <param name="Plain">Its words.</param>
public readonly record struct PageBlock(string Source, string Plain);

/// <summary>What became of a block of a page.</summary>
/// <param name="Counterpart">Which blocks are compared.</param>
/// <param name="Runs">The words of both; empty unless it reads otherwise.</param>
public sealed record BlockChange(Counterpart Counterpart, ImmutableArray<WordRun> Runs);

/// <summary>Compares two revisions of a page, block by block and within them word by word.</summary>
/// <param name="Blocks">All blocks of the later revision in their order, with those that were removed where they
/// stood.</param>
public sealed record PageChanges(ImmutableArray<BlockChange> Blocks)
{
    /// <summary>What changed, in a sentence.</summary>
    public string Line => ChangeWords.Line("paragraph", Blocks.Select(b => b.Counterpart));

    /// <summary>Compares two revisions.</summary>
    public static PageChanges Between(IReadOnlyList<PageBlock> before, IReadOnlyList<PageBlock> after)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        var pairs = Matching.Of(
            [.. before.Select(b => b.Source)],
            [.. after.Select(b => b.Source)],
            (i, j) => WordChanges.Likeness(before[i].Plain, after[j].Plain)
        );
        return new([
            .. pairs.Select(p => new BlockChange(
                p,
                p is { Changed: true, Before: { } b, After: { } a }
                    ? WordChanges.Between(before[b].Plain, after[a].Plain)
                    : []
            )),
        ]);
    }
}

/// <summary>Says in a sentence what changed.</summary>
internal static class ChangeWords
{
    /// <summary>"Two rows changed, one moved, three added."</summary>
    /// <param name="thing">What is counted, in the singular.</param>
    /// <param name="pairs">What became of each.</param>
    /// <param name="also">What is said before.</param>
    public static string Line(string thing, IEnumerable<Counterpart> pairs, string? also = null)
    {
        var all = pairs.ToList();
        var parts = new List<string>();
        void Add(int n, string what)
        {
            if (n > 0)
                parts.Add($"{n}{(parts.Count == 0 ? n == 1 ? $" {thing}" : $" {thing}s" : "")} {what}");
        }

        Add(all.Count(p => p.Changed), "changed");
        Add(all.Count(p => p is { Moved: true, Changed: false }), "moved");
        Add(all.Count(p => p.Added), "added");
        Add(all.Count(p => p.Removed), "removed");
        var line = string.Join(", ", new[] { also, string.Join(", ", parts) }.Where(x => !string.IsNullOrEmpty(x)));
        return line.Length == 0 ? Texts.NothingChanged : line + ".";
    }
}
