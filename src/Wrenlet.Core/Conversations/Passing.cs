using System.Collections.Immutable;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>Words that are copied from one place into another are read by whoever sees the other.</summary>
public static class Passing
{
    private const int MostNamed = 4;

    /// <summary>Those who would read what they could not read where it was said: who sees the one and not the other.</summary>
    /// <param name="from">Where it was said.</param>
    /// <param name="reads">Who reads it where it is copied to.</param>
    /// <param name="staff">All of the staff.</param>
    public static ImmutableArray<Person> NewReaders(Place from, Func<Person, bool> reads, IEnumerable<Person> staff)
    {
        ArgumentNullException.ThrowIfNull(reads);
        ArgumentNullException.ThrowIfNull(staff);
        return [.. staff.Where(p => reads(p) && !p.MaySee(from))];
    }

    /// <summary>What is said before it is copied; null where nobody reads it who could not before.</summary>
    public static string? Warns(IReadOnlyList<Person> readers)
    {
        ArgumentNullException.ThrowIfNull(readers);
        if (readers.Count == 0)
            return null;
        var named =
            readers.Count > MostNamed
                ? [.. readers.Take(MostNamed - 1).Select(r => r.FirstName), Texts.More(readers.Count - MostNamed + 1)]
                : readers.Select(r => r.FirstName);
        return Texts.CannotSeeWhereSaid(Names.List(named));
    }
}
