using System.Collections.Immutable;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>Where a message to many may go.</summary>
/// <param name="Conversation">The conversation.</param>
/// <param name="Chosen">Whether it goes there unless its writer says otherwise.</param>
/// <param name="Why">Why it does not go there by itself; null where it does.</param>
public readonly record struct CircularPlace(Conversation Conversation, bool Chosen, string? Why);

/// <summary>A message to many: said to the parties of dockets, each in its own conversation.</summary>
public static class CircularRules
{
    /// <summary>Most dockets whose parties are written to at once.</summary>
    public const int MostDockets = 500;

    /// <summary>
    /// Where it may go: to each party once, in the first docket that it has part in; of a docket to the party that it
    /// was begun for. The others of a docket are offered.
    /// </summary>
    /// <param name="dockets">The outside conversations of each docket, the first of each with whom it was begun for.</param>
    public static ImmutableArray<CircularPlace> Places(IEnumerable<IReadOnlyList<Conversation>> dockets)
    {
        ArgumentNullException.ThrowIfNull(dockets);
        var told = new Dictionary<PartyId, DocketRef?>();
        var places = ImmutableArray.CreateBuilder<CircularPlace>();
        foreach (var talks in dockets)
        {
            var open = talks
                .Where(c =>
                    c is { Audience: Audience.Outside, Discussed: null } && (c.Party ?? (object?)c.Stranger) is not null
                )
                .ToList();
            foreach (var (i, talk) in open.Index())
            {
                string? why =
                    i > 0 ? Texts.TakesPartToo
                    : talk.Party is { } party && told.TryGetValue(party, out var with)
                        ? Texts.GetsItIn(with?.ToString() ?? "")
                    : null;
                if (why is null && talk.Party is { } first)
                    told[first] = talk.Docket?.Ref;
                places.Add(new(talk, why is null, why));
            }
        }

        return places.ToImmutable();
    }
}
