using System.Collections.Immutable;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>What an entry is filed as.</summary>
public enum FilingKind
{
    /// <summary>We advised.</summary>
    Advice,

    /// <summary>We were told to do something.</summary>
    Instruction,

    /// <summary>Something was decided.</summary>
    Decision,

    /// <summary>A talk on the telephone.</summary>
    Phone,

    /// <summary>A meeting in person.</summary>
    Visit,
}

/// <summary>An entry as it is filed.</summary>
/// <param name="Kind">What as.</param>
/// <param name="Minutes">Time it took; 0 when none is kept.</param>
/// <param name="Billable">Whether that time is billed.</param>
/// <param name="By">Who filed it: the time is theirs.</param>
public sealed record Filing(FilingKind Kind, int Minutes, bool Billable, PersonId By);

/// <summary>Times of one person or kind.</summary>
/// <param name="Count">How many entries.</param>
/// <param name="Minutes">Their time in all.</param>
/// <param name="Billable">The part of it that is billed.</param>
public readonly record struct FiledTime(int Count, int Minutes, int Billable);

/// <summary>Sums of what is filed.</summary>
/// <param name="All">All of it.</param>
/// <param name="ByPerson">By who filed it, the most time first.</param>
/// <param name="ByKind">By what it is filed as, in the order of the kinds; kinds without entries are left out.</param>
public sealed record FiledSums(
    FiledTime All,
    ImmutableArray<(PersonId Person, FiledTime Time)> ByPerson,
    ImmutableArray<(FilingKind Kind, FiledTime Time)> ByKind
)
{
    /// <summary>Adds up.</summary>
    public static FiledSums Of(IEnumerable<Filing> filings)
    {
        var all = filings.ToList();
        return new(
            Sum(all),
            [
                .. all.GroupBy(f => f.By)
                    .Select(g => (g.Key, Sum(g)))
                    .OrderByDescending(p => p.Item2.Minutes)
                    .ThenBy(p => p.Key.Value),
            ],
            [.. all.GroupBy(f => f.Kind).OrderBy(g => g.Key).Select(g => (g.Key, Sum(g)))]
        );
    }

    private static FiledTime Sum(IEnumerable<Filing> filings) =>
        filings.Aggregate(
            default(FiledTime),
            (sum, f) => new(sum.Count + 1, sum.Minutes + f.Minutes, sum.Billable + (f.Billable ? f.Minutes : 0))
        );
}
