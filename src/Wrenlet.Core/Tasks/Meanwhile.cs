using System.Collections.Immutable;

namespace Wrenlet.Core.Tasks;

/// <summary>A field of a task that somebody changed since it was seen.</summary>
/// <param name="What">The field, as the history calls it.</param>
/// <param name="Now">What it is now, in words.</param>
public readonly record struct FieldChange(string What, string Now);

/// <summary>Two who change one task: what each changed stands side by side, and only the same field collides.</summary>
public static class Meanwhile
{
    /// <summary>The fields that both changed, in the order of the others' changes; empty when both can stand.</summary>
    /// <param name="mine">The fields that somebody changes now; null when that is not known, and then all collide.</param>
    /// <param name="theirs">What others changed since it was seen.</param>
    public static ImmutableArray<FieldChange> Collisions(
        IReadOnlyCollection<string>? mine,
        IEnumerable<FieldChange> theirs
    ) => [.. theirs.Where(t => mine is null || mine.Contains(t.What))];
}
