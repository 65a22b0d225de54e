using Wrenlet.Core.People;

namespace Wrenlet.Core.Dockets;

/// <summary>What a docket may be called, whose it may be, and who may see it.</summary>
public static class DocketRules
{
    /// <summary>Longest subject, in UTF-16 units.</summary>
    public const int LongestSubject = 200;

    /// <summary>What is wrong with a docket's subject, in a sentence; null when it can be used.</summary>
    public static string? WrongSubject(string? subject) =>
        string.IsNullOrWhiteSpace(subject) ? Texts.GiveTheDocketSubject : null;

    /// <summary>Why somebody cannot own a docket; null when they can, and for nobody.</summary>
    /// <param name="owner">Who is to own it; null for nobody.</param>
    /// <param name="sight">Who sees it.</param>
    public static string? RefusesOwner(Person? owner, DocketSight sight) =>
        owner is null || owner.MaySee(new Place.Inside(sight)) ? null : Texts.DoesNotSeeDocket(owner.FirstName);

    /// <summary>
    /// Why somebody cannot say who sees a docket; null when they can. Whoever limits it must see it afterwards.
    /// </summary>
    /// <param name="by">Who wants to.</param>
    /// <param name="now">Who sees it now.</param>
    /// <param name="after">Who is to see it.</param>
    /// <param name="owner">The docket's owner; null for nobody.</param>
    public static string? RefusesSight(Person by, DocketSight now, DocketSight after, Person? owner)
    {
        ArgumentNullException.ThrowIfNull(by);
        if (!Sight.MayGiveSight(by, now, owner?.Id))
            return Texts.OnlyDocketOwnerManagers;
        if (!by.MaySee(new Place.Inside(after)))
            return Texts.YouWouldNoLonger;
        return owner is not null && !owner.MaySee(new Place.Inside(after))
            ? Texts.WhoOwnsWouldNo(owner.FirstName)
            : null;
    }
}
