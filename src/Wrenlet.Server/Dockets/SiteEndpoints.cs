using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Dockets;

/// <summary>A site as an administrator sets it.</summary>
/// <param name="Zone">Its time zone; empty for the firm's.</param>
/// <param name="Hours">Name of the hours that are worked there; empty for the firm's.</param>
/// <param name="Retired">Whether it is kept where it was chosen, and offered no more.</param>
public sealed record SiteSetting(
    Guid Id,
    [property: Required(AllowEmptyStrings = true), StringLength(60)] string Name,
    [property: Required(AllowEmptyStrings = true), StringLength(300)] string Address,
    [property: Required(AllowEmptyStrings = true), StringLength(60)] string Zone,
    [property: Required(AllowEmptyStrings = true), StringLength(60)] string Hours,
    bool Retired,
    string? Version = null
) : IVersioned;

internal static class SiteEndpoints
{
    public static void MapSites(this IEndpointRouteBuilder api)
    {
        api.MapGet("/sites", Get).For(Access.Staff);
        api.MapPut("/sites/{id:guid}", Put).For(Right.SetUp);
    }

    private static IReadOnlyList<SiteSetting> Get(Database database) =>
        database.Read(s => SiteStore.All(s).Select(Setting).ToList());

    private static SiteSetting Setting(Site site)
    {
        var shown = new SiteSetting(site.Id, site.Name, site.Address, site.Zone, site.Hours, site.Retired);
        return shown with { Version = Versions.Of(shown) };
    }

    private static async Task<Results<Ok<SiteSetting>, ProblemHttpResult>> Put(
        Guid id,
        SiteSetting given,
        [FromHeader(Name = "If-Match")] string? ifMatch,
        Viewer viewer,
        WriteQueue writes,
        WhoIsWho who,
        FirmClock clock
    )
    {
        var site = new Site(
            id,
            given.Name.Trim(),
            given.Address.Trim(),
            given.Zone.Trim(),
            given.Hours.Trim(),
            given.Retired
        );
        return await writes.Run<Results<Ok<SiteSetting>, ProblemHttpResult>>(w =>
        {
            var all = SiteStore.All(w.Session);
            var before = all.FirstOrDefault(s => s.Id == id);
            if (Versions.Held("site", ifMatch, before is null ? null : Setting(before)) is { } held)
                return held;
            if (before is null && all.Length >= SiteRules.Most)
                return Refusals.Refused($"A firm can have {SiteRules.Most} sites. Rename one that you no longer use.");
            var wrong = SiteRules.Wrong(
                site,
                [.. all.Where(s => s.Id != id)],
                zone => DateTimeZoneProviders.Tzdb.GetZoneOrNull(zone) is not null,
                [.. who.Current.Calendars.Keys]
            );
            if (wrong is var (part, words))
                return Refusals.Invalid(part, words);
            SiteStore.Put(w.Session, site);
            LogStore.Add(
                w.Session,
                clock.Now,
                viewer.Person.Id,
                LogKind.Settings,
                before is null ? "made a site" : "changed a site",
                before is null || before.Name == site.Name ? Words(site) : $"{before.Name} → {Words(site)}"
            );
            // Queues carry their site's name.
            w.Log(
                new Change(ChangeKinds.QueuesChanged, id, new Place.Firm(), Thing.Working, clock.Now, viewer.Person.Id)
            );
            w.Log(
                new Change(ChangeKinds.KindsChanged, id, new Place.Firm(), Thing.Working, clock.Now, viewer.Person.Id)
            );
            return TypedResults.Ok(Setting(site));
        });
    }

    private static string Words(Site site) =>
        string.Join(
            ", ",
            new[] { site.Name, site.Address, site.Zone, site.Hours, site.Retired ? "retired" : "" }.Where(w =>
                w.Length > 0
            )
        );
}
