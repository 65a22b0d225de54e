using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;

namespace Wrenlet.Server.Finding;

internal static class ThingEndpoints
{
    public static void MapThings(this IEndpointRouteBuilder api)
    {
        api.MapGet("/things/{kind}/{target}", Get).For(Access.Staff);
        api.MapGet("/things", AtPath).For(Access.Staff);
    }

    /// <summary>
    /// How a thing that a tag points at stands; of one that the viewer does not see, only that it is there.
    /// </summary>
    private static Results<Ok<ThingView>, ProblemHttpResult> Get(
        string kind,
        string target,
        Viewer viewer,
        Database database,
        Pointing pointing,
        WhoIsWho who,
        FirmClock clock
    ) =>
        TagLink.Parse($"{kind}:{target}", "") is { Kind: not (TagKind.Person or TagKind.Crew) } tag
        && database.Read(s => pointing.Look(s, tag.Kind, tag.Target, viewer.Person, who.Current, clock.Now)) is { } view
            ? TypedResults.Ok(view)
            : Refusals.NotFound("thing");

    /// <summary>The thing that a link into the application leads to, so that a pasted one becomes a tag.</summary>
    private static Results<Ok<ThingView>, ProblemHttpResult> AtPath(
        string path,
        Viewer viewer,
        Database database,
        Pointing pointing,
        WhoIsWho who,
        FirmClock clock
    ) =>
        Pointing.OfPath(path) is var (kind, target)
        && database.Read(s => pointing.Look(s, kind, target, viewer.Person, who.Current, clock.Now))
            is { Seen: true } view
            ? TypedResults.Ok(view)
            : Refusals.NotFound("thing");
}
