using System.Collections.Immutable;

namespace Wrenlet.Core.Dockets;

/// <summary>A place where a firm works.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What people call it.</param>
/// <param name="Address">Where it is, as it is written on a letter; empty for nowhere in particular.</param>
/// <param name="Zone">Its time zone (IANA name); empty for the firm's.</param>
/// <param name="Hours">Name of the hours that are worked there; empty for the firm's.</param>
/// <param name="Retired">Whether it is kept where it was chosen, and offered no more.</param>
public sealed record Site(Guid Id, string Name, string Address, string Zone, string Hours, bool Retired = false);

/// <summary>What sites may be, and which can be chosen.</summary>
public static class SiteRules
{
    /// <summary>Most sites of a firm.</summary>
    public const int Most = 200;

    /// <summary>What is wrong with a site, with the part it concerns; null when it can be used.</summary>
    /// <param name="site">The site as it is to be.</param>
    /// <param name="others">The firm's other sites.</param>
    /// <param name="isZone">Whether a name is that of a time zone.</param>
    /// <param name="hours">Names of the hours that the firm has.</param>
    public static (string Part, string Words)? Wrong(
        Site site,
        IReadOnlyCollection<Site> others,
        Func<string, bool> isZone,
        IReadOnlyCollection<string> hours
    )
    {
        ArgumentNullException.ThrowIfNull(site);
        ArgumentNullException.ThrowIfNull(others);
        ArgumentNullException.ThrowIfNull(isZone);
        ArgumentNullException.ThrowIfNull(hours);
        return string.IsNullOrWhiteSpace(site.Name) ? ("name", Texts.GiveTheSiteName)
            : others.Any(o => o.Name.Equals(site.Name.Trim(), StringComparison.OrdinalIgnoreCase))
                ? ("name", Texts.ThereSiteNamedAlready(site.Name.Trim()))
            : site.Zone.Length > 0 && !isZone(site.Zone) ? ("zone", Texts.IsNotTimeZone(site.Zone))
            : site.Hours.Length > 0 && !hours.Contains(site.Hours) ? ("hours", Texts.ThereNoHoursNamed(site.Hours))
            : null;
    }

    /// <summary>
    /// Why a site cannot be chosen; null when it can. Where a firm has no list, anything can be written; what stood there
    /// may stay.
    /// </summary>
    /// <param name="wanted">Its name; empty for nowhere in particular.</param>
    /// <param name="before">What stood there; null for something new.</param>
    /// <param name="sites">The firm's sites.</param>
    public static string? Refuses(string wanted, string? before, ImmutableArray<Site> sites) =>
        wanted.Length == 0
        || wanted == before
        || sites.IsEmpty
        || sites.Any(s => !s.Retired && s.Name.Equals(wanted, StringComparison.OrdinalIgnoreCase))
            ? null
            : Texts.ThereNoSiteNamed(wanted);
}
