using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using NodaTime;
using NodaTime.Text;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Pages;

/// <summary>Who is signed in, and what their page needs at once.</summary>
/// <param name="Guard">To be sent with each change.</param>
/// <param name="Now">The firm's present moment.</param>
/// <param name="StandsStill">Whether the firm's clock stands still.</param>
/// <param name="Rights">What they may do beyond seeing, by the words of the rights.</param>
/// <param name="FileMegabytes">How large one file may be.</param>
/// <param name="Sequence">Number of the last change, to catch up from.</param>
public sealed record Me(
    PersonView Person,
    bool Staff,
    string Guard,
    string Firm,
    string Zone,
    DateTimeOffset Now,
    bool StandsStill,
    long Sequence,
    int UnreadAlerts,
    bool Demo,
    bool StandIns,
    IReadOnlyList<string> Rights,
    int FileMegabytes
);

internal static class MeEndpoint
{
    public static void MapMe(this IEndpointRouteBuilder api) => api.MapGet("/me", GetMe).For(Access.SignedIn);

    private static Me GetMe(Viewer viewer, WhoIsWho who, Database database, FirmClock clock, Settings settings)
    {
        var firm = who.Current.Firm!;
        var (sequence, unread) = database.Read(s => (ChangeLog.Last(s), AlertStore.Unread(s, viewer.Person.Id)));
        return new(
            PersonView.Of(viewer.Person),
            viewer.Person.IsStaff,
            viewer.Guard,
            firm.Name,
            firm.Calendar.Zone.Id,
            clock.GetUtcNow(),
            clock.StandsStill,
            sequence,
            unread,
            firm.Demo,
            firm.HasStandIns,
            [.. Enum.GetValues<Right>().Where(viewer.Person.May).Select(StoredWords.Rights.Of)],
            settings.FileMegabytes
        );
    }
}
