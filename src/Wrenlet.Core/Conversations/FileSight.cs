using Wrenlet.Core.People;

namespace Wrenlet.Core.Conversations;

/// <summary>A place at which a file stands.</summary>
/// <param name="Place">Where.</param>
/// <param name="Thing">What kind of thing it is there: an original mail is how we work.</param>
/// <param name="Inside">Whether nobody outside has it by standing there, or had it before it came.</param>
public readonly record struct FilePlace(Place Place, Thing Thing, bool Inside)
{
    /// <summary>Where a file stands that an entry carries.</summary>
    /// <param name="conversation">Where the entry stands.</param>
    /// <param name="kind">What the entry is.</param>
    /// <param name="original">Whether the file is the mail as it arrived, and not what it carried.</param>
    public static FilePlace OfEntry(Place conversation, EntryKind kind, bool original) =>
        new(
            conversation,
            original ? Thing.Working : EntrySight.ThingOf(kind),
            kind is EntryKind.Note or EntryKind.Event && !original
        );
}

/// <summary>Who may have a file, and whether it was shown outside.</summary>
public static class FileSight
{
    /// <summary>
    /// Whether someone may have a file: they see a place at which it stands; or they brought it, and it stands nowhere
    /// yet.
    /// </summary>
    /// <param name="viewer">Who.</param>
    /// <param name="places">Where it stands.</param>
    /// <param name="broughtBy">Who brought it; null when it came from outside.</param>
    public static bool MaySee(Person viewer, IReadOnlyCollection<FilePlace> places, PersonId? broughtBy)
    {
        ArgumentNullException.ThrowIfNull(viewer);
        return places.Count == 0 ? broughtBy == viewer.Id : places.Any(p => viewer.MaySee(p.Place, p.Thing));
    }

    /// <summary>How many parties have to have a file for it to be nobody's secret.</summary>
    public const int Everybodys = 3;

    /// <summary>
    /// Whether a file was shown inside or to another party, and never to this one, so that it is not to leave unawares.
    /// What several parties have, such as a price list, is nobody's secret.
    /// </summary>
    /// <param name="places">Where its bytes stand, under whatever name, as far as the sender sees it.</param>
    /// <param name="party">Whom it is to go to; null for a stranger.</param>
    public static bool IsUnknownTo(IReadOnlyCollection<FilePlace> places, PartyId? party)
    {
        var have = places.Where(p => !p.Inside).SelectMany(p => PartiesAt(p.Place)).Distinct().ToList();
        return places.Count > 0 && (party is null || !have.Contains(party)) && have.Count < Everybodys;
    }

    private static IEnumerable<PartyId?> PartiesAt(Place place) =>
        place switch
        {
            Place.Outside outside => [outside.Party],
            Place.Shared shared => shared.Parties.Select(p => (PartyId?)p),
            _ => [],
        };
}
