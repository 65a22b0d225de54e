using System.Collections.Immutable;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Sheets;

/// <summary>Identity of a sheet (UUIDv7, made by the client that began it).</summary>
public readonly record struct SheetId(Guid Value);

/// <summary>What a sheet is made of.</summary>
public enum SheetKind
{
    /// <summary>Text in Markdown.</summary>
    Page,

    /// <summary>Rows of values, as CSV.</summary>
    Table,

    /// <summary>A picture or plan: SVG, a picture, or PDF.</summary>
    Drawing,
}

/// <summary>A party that may see a sheet.</summary>
/// <param name="Party">Who.</param>
/// <param name="Revision">The one revision that they see; later ones stay inside until they are shared too.</param>
public readonly record struct SheetShare(PartyId Party, int Revision);

/// <summary>
/// A document of a docket, with its revisions. What a revision said stays as it was; a change is a new revision.
/// </summary>
/// <param name="Id">Identity.</param>
/// <param name="Kind">What it is made of; it stays that.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Revision">Number of the newest revision, 1 and up.</param>
/// <param name="Removed">Whether it was taken away; it can be brought back.</param>
/// <param name="Docket">Who of the staff sees its docket.</param>
/// <param name="Shares">The parties that may see it.</param>
public sealed record Sheet(
    SheetId Id,
    SheetKind Kind,
    string Name,
    int Revision,
    bool Removed,
    DocketSight Docket,
    ImmutableArray<SheetShare> Shares
)
{
    /// <summary>Longest name, in characters.</summary>
    public const int LongestName = 120;

    /// <summary>
    /// Where it stands, for the rule of sight: with those of the staff who see the docket, and with the parties it is
    /// shared with while it is there.
    /// </summary>
    public Place Place => new Place.Shared(Docket, Removed ? [] : [.. Shares.Select(s => s.Party)]);

    /// <summary>Where one of its revisions stands: with the parties that this one is shared with.</summary>
    public Place PlaceOf(int revision) =>
        new Place.Shared(Docket, Removed ? [] : [.. Shares.Where(s => s.Revision == revision).Select(s => s.Party)]);

    /// <summary>Whether somebody outside sees a revision.</summary>
    public bool IsShared(int revision) => !Removed && Shares.Any(s => s.Revision == revision);

    /// <summary>The newest revision that somebody may see; null when they see none of it.</summary>
    public int? NewestFor(Person viewer)
    {
        ArgumentNullException.ThrowIfNull(viewer);
        if (!viewer.MaySee(Place))
            return null;
        return viewer.IsStaff ? Revision : Shares.First(s => s.Party == viewer.Party).Revision;
    }

    /// <summary>
    /// Whether somebody may see one of its revisions: staff all of them, a party the one that is shared with it.
    /// </summary>
    public bool Shows(Person viewer, int revision) =>
        NewestFor(viewer) is { } newest && (viewer.IsStaff ? revision >= 1 && revision <= newest : revision == newest);

    /// <summary>What is wrong with a name, in a sentence; null when it can be used.</summary>
    public static string? WrongName(string? name) =>
        string.IsNullOrWhiteSpace(name) ? Texts.GiveTheSheetName
        : name.Trim().Length > LongestName ? Texts.TheNameLongerThan(LongestName)
        : null;

    /// <summary>Why a party cannot be given a revision; null when it can.</summary>
    /// <param name="party">Who is to see it.</param>
    /// <param name="revision">Which revision.</param>
    /// <param name="onDocket">The parties with whom something is said in the docket.</param>
    public string? RefusesSharing(PartyId party, int revision, IEnumerable<PartyId> onDocket)
    {
        if (Removed)
            return Texts.TheSheetRemovedRestore;
        if (revision < 1 || revision > Revision)
            return Texts.ThereNoRevisionLatest(revision, Revision);
        return onDocket.Contains(party) ? null : Texts.TheyHaveNoConversation;
    }

    /// <summary>Who outside sees it, in a sentence.</summary>
    /// <param name="name">What a party is called.</param>
    public string SharedLine(Func<PartyId, string> name)
    {
        if (Shares.IsEmpty || Removed)
            return Texts.InternalOnly;
        return string.Join(
            ' ',
            Shares
                .GroupBy(s => s.Revision)
                .OrderByDescending(g => g.Key)
                .Select(g =>
                {
                    var who = g.Select(s => name(s.Party)).ToList();
                    return $"{Names.List(who)} {(who.Distinct().Count() == 1 ? "sees" : "see")} "
                        + $"{(g.Key == Revision ? Texts.ItAsItIs : Texts.Revision(g.Key))}.";
                })
        );
    }
}
