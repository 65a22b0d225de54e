using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Server.Dockets;

/// <summary>Finds dockets as one viewer sees them: what they do not see is not there.</summary>
internal static class SeenDocket
{
    /// <summary>A docket by its reference, such as J-1042; null when there is none or the viewer does not see it.</summary>
    public static Docket? Find(SqlSession session, string? reference, Person viewer) =>
        DocketRef.Parse(reference ?? "") is { } parsed
        && DocketStore.Find(session, parsed) is { } docket
        && viewer.MaySee(docket.Place)
            ? docket
            : null;
}
