using System.Collections.Immutable;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>Whom the tags of an entry name.</summary>
/// <param name="People">People who see the place.</param>
/// <param name="OfCrews">Members of the crews; whether each sees the place is looked at when they are told.</param>
/// <param name="Unseeing">People who do not see the place.</param>
public sealed record Tagged(
    ImmutableArray<PersonId> People,
    ImmutableArray<PersonId> OfCrews,
    ImmutableArray<Person> Unseeing
)
{
    /// <summary>Those whom other words did not name, in whatever way.</summary>
    public Tagged Without(Tagged other)
    {
        ArgumentNullException.ThrowIfNull(other);
        var named = other.People.Concat(other.OfCrews).ToHashSet();
        return new([.. People.Where(p => !named.Contains(p))], [.. OfCrews.Where(p => !named.Contains(p))], Unseeing);
    }
}

/// <summary>
/// Tagging needs sight: inside, of the docket; outside, only that party's contacts and staff can be tagged.
/// </summary>
public static class Tagging
{
    /// <summary>Whom tags name at a place.</summary>
    /// <param name="people">People who are named.</param>
    /// <param name="crews">Crews that are named.</param>
    /// <param name="place">Where.</param>
    public static Tagged At(Place place, IEnumerable<Person> people, IEnumerable<Crew> crews)
    {
        var named = people.ToLookup(p => p.MaySee(place));
        return new([.. named[true].Select(p => p.Id)], [.. crews.SelectMany(c => c.Members)], [.. named[false]]);
    }

    /// <summary>Why an entry cannot be said that names people who do not see the place.</summary>
    public static string Refusal(IReadOnlyCollection<Person> unseeing)
    {
        ArgumentNullException.ThrowIfNull(unseeing);
        var names = Names.List(unseeing.Select(p => p.FirstName));
        return Texts.DoesDoNotSee(names, unseeing.Count);
    }
}
