using System.Collections.Immutable;

namespace Wrenlet.Core.People;

/// <summary>How a party likes to be reached.</summary>
public enum ReachedBy
{
    /// <summary>By mail.</summary>
    Mail,

    /// <summary>By text message.</summary>
    Text,

    /// <summary>By telephone.</summary>
    Call,

    /// <summary>On their page.</summary>
    Page,
}

/// <summary>Identity of a thing that is a party's (UUIDv7).</summary>
public readonly record struct ThingId(Guid Value);

/// <summary>What staff keep about a party, beside its people.</summary>
/// <param name="Address">Where it is, as it is written on a letter; empty when not known.</param>
/// <param name="Notes">What colleagues should know of it; empty for nothing.</param>
/// <param name="Prefers">How it likes to be reached; null when nobody said.</param>
/// <param name="Speaker">Who of its people speaks for it before the others; null for nobody in particular.</param>
public sealed record PartyCard(string Address, string Notes, ReachedBy? Prefers, PersonId? Speaker)
{
    /// <summary>Of which nothing is known.</summary>
    public static readonly PartyCard Blank = new("", "", null, null);
}

/// <summary>A place where a party has work done.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Address">Where it is; empty when not known.</param>
/// <param name="Notes">How to get in, whom to ask for; empty for nothing.</param>
/// <param name="Retired">Whether it is offered no more.</param>
public sealed record PartySite(Guid Id, string Name, string Address, string Notes, bool Retired = false);

/// <summary>A line of what is known of a thing.</summary>
public sealed record ThingField(string Name, string Value);

/// <summary>Something of a party's that work is done on: equipment, a vehicle, a room.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Party">Whose it is.</param>
/// <param name="Site">Which of the party's sites it stands at; null for none in particular.</param>
/// <param name="Sort">What sort of thing, in the firm's own word; empty when not said.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Number">Serial, registration or room number; empty for none.</param>
/// <param name="Notes">What colleagues should know of it; empty for nothing.</param>
/// <param name="Fields">Anything else that is kept of it, in order.</param>
/// <param name="Retired">Whether it is gone, and offered no more.</param>
public sealed record PartyThing(
    ThingId Id,
    PartyId Party,
    Guid? Site,
    string Sort,
    string Name,
    string Number,
    string Notes,
    ImmutableArray<ThingField> Fields,
    bool Retired = false
)
{
    /// <summary>Its name with its number, as it stands in lists.</summary>
    public string Shown => Number.Length == 0 ? Name : $"{Name} ({Number})";
}

/// <summary>What may stand on a party's card.</summary>
public static class PartyCards
{
    /// <summary>Most sites of a party.</summary>
    public const int MostSites = 200;

    /// <summary>Most things of a party.</summary>
    public const int MostThings = 500;

    /// <summary>Most lines that are kept of one thing.</summary>
    public const int MostFields = 30;

    /// <summary>What is wrong with a card; null when it can be kept.</summary>
    /// <param name="card">The card as it is to be.</param>
    /// <param name="contacts">The party's people.</param>
    public static (string Part, string Words)? Wrong(PartyCard card, IReadOnlyCollection<PersonId> contacts)
    {
        ArgumentNullException.ThrowIfNull(card);
        ArgumentNullException.ThrowIfNull(contacts);
        return card.Speaker is { } speaker && !contacts.Contains(speaker)
            ? ("speaker", Texts.SpeakerIsOneOfThem)
            : null;
    }

    /// <summary>What is wrong with a site; null when it can be kept.</summary>
    /// <param name="site">The site as it is to be.</param>
    /// <param name="others">The party's other sites.</param>
    public static (string Part, string Words)? Wrong(PartySite site, IReadOnlyCollection<PartySite> others)
    {
        ArgumentNullException.ThrowIfNull(site);
        ArgumentNullException.ThrowIfNull(others);
        return site.Name.Trim().Length == 0 ? ("name", Texts.GivePlaceName)
            : others.Any(o => o.Name.Equals(site.Name.Trim(), StringComparison.OrdinalIgnoreCase))
                ? ("name", Texts.PlaceNamedAlready(site.Name.Trim()))
            : others.Count >= MostSites ? ("name", Texts.NoMorePlaces(MostSites))
            : null;
    }

    /// <summary>What is wrong with a thing; null when it can be kept.</summary>
    /// <param name="thing">The thing as it is to be.</param>
    /// <param name="others">The party's other things.</param>
    /// <param name="sites">The party's sites.</param>
    public static (string Part, string Words)? Wrong(
        PartyThing thing,
        IReadOnlyCollection<PartyThing> others,
        IReadOnlyCollection<PartySite> sites
    )
    {
        ArgumentNullException.ThrowIfNull(thing);
        ArgumentNullException.ThrowIfNull(others);
        ArgumentNullException.ThrowIfNull(sites);
        return thing.Name.Trim().Length == 0 ? ("name", Texts.GiveThingName)
            : thing.Site is { } site && sites.All(s => s.Id != site) ? ("site", Texts.PlaceIsNotTheirs)
            : thing.Number.Length > 0
            && others.FirstOrDefault(o => o.Number.Equals(thing.Number.Trim(), StringComparison.OrdinalIgnoreCase))
                is { } same
                ? ("number", Texts.NumberIsOf(thing.Number.Trim(), same.Name))
            : thing.Fields.Any(f => f.Name.Trim().Length == 0) ? ("fields", Texts.GiveLineName)
            : thing
                .Fields.GroupBy(f => f.Name.Trim(), StringComparer.OrdinalIgnoreCase)
                .FirstOrDefault(g => g.Count() > 1)
                is { } twice
                ? ("fields", Texts.LineTwice(twice.Key))
            : others.Count >= MostThings ? ("name", Texts.NoMoreThings(MostThings))
            : null;
    }

    /// <summary>The things that a docket may be about: those of the parties that it is done with.</summary>
    /// <param name="things">Things.</param>
    /// <param name="parties">With whom the docket is done.</param>
    /// <param name="chosen">What it is about already: that stays choosable.</param>
    public static ImmutableArray<PartyThing> Offered(
        IEnumerable<PartyThing> things,
        IReadOnlyCollection<PartyId> parties,
        IReadOnlyCollection<ThingId> chosen
    )
    {
        ArgumentNullException.ThrowIfNull(parties);
        ArgumentNullException.ThrowIfNull(chosen);
        return
        [
            .. things
                .Where(t => chosen.Contains(t.Id) || (!t.Retired && parties.Contains(t.Party)))
                .OrderBy(t => t.Retired)
                .ThenBy(t => t.Name, StringComparer.OrdinalIgnoreCase),
        ];
    }
}
