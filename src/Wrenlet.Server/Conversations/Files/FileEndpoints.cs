using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Storage;

namespace Wrenlet.Server.Conversations;

internal static class FileEndpoints
{
    /// <summary>So many files within an hour are more than one looks at.</summary>
    private const int ManyFiles = 200;

    public static void MapFiles(this IEndpointRouteBuilder api)
    {
        api.MapGet("/files/{id:guid}", Get).For(Access.SignedIn);
        api.MapGet("/files/{id:guid}/thumbnail", GetThumbnail).For(Access.SignedIn);
    }

    /// <summary>
    /// The file, or the part of it that is asked for by Range (RFC 9110), so that a broken download goes on and a film
    /// can be wound.
    /// </summary>
    private static async Task<Results<PhysicalFileHttpResult, ProblemHttpResult>> Get(
        Guid id,
        Viewer viewer,
        Database database,
        FilePlaces places,
        FileKeeper keeper,
        LogBook book,
        HttpContext context
    )
    {
        if (database.Read(s => places.Seen(s, id, viewer.Person)) is not { } file)
            return Refusals.NotFound("file");
        await book.Often(viewer.Person.Id, LogKind.TakenAlong, "opened or saved files", "", first: ManyFiles);
        Guard(context);
        return FileView.ShownAs(file) is "picture" or "audio" or "video"
            ? TypedResults.PhysicalFile(keeper.PathOf(file), file.MediaType, enableRangeProcessing: true)
            : TypedResults.PhysicalFile(
                keeper.PathOf(file),
                "application/octet-stream",
                file.Name,
                enableRangeProcessing: true
            );
    }

    /// <summary>The small picture of a picture.</summary>
    private static async Task<Results<PhysicalFileHttpResult, ProblemHttpResult>> GetThumbnail(
        Guid id,
        Viewer viewer,
        Database database,
        FilePlaces places,
        FileKeeper keeper,
        HttpContext context
    )
    {
        if (
            database.Read(s => places.Seen(s, id, viewer.Person)) is not { } file
            || await Thumbnails.Of(keeper, file, context.RequestAborted) is not { } path
        )
            return Refusals.NotFound("file");
        Guard(context);
        return TypedResults.PhysicalFile(path, "image/jpeg");
    }

    /// <summary>
    /// Whatever is in a file, nothing of it runs and nothing is fetched by it: an SVG may have its own styles, and no
    /// more.
    /// </summary>
    internal static void Guard(HttpContext context)
    {
        context.Response.Headers.ContentSecurityPolicy =
            "default-src 'none'; style-src 'unsafe-inline'; img-src data:; sandbox";
        context.Response.Headers.CacheControl = "private, max-age=86400";
    }
}
