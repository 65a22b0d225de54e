using Microsoft.AspNetCore.Http.HttpResults;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Sheets;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Conversations;

/// <summary>A file as an entry shows it.</summary>
/// <param name="Size">In bytes.</param>
/// <param name="Shown">How it can be looked at: picture, pdf, text, table, audio or video; null when it can only be
/// taken along.</param>
/// <param name="Width">Width as a picture, in pixels; null when it is not known. A picture of known size has a small
/// one.</param>
/// <param name="Height">Height as a picture, in pixels; null when it is not known.</param>
/// <param name="Caption">What is said of it; null for nothing.</param>
public sealed record FileView(
    Guid Id,
    string Name,
    string MediaType,
    long Size,
    string? Shown,
    int? Width,
    int? Height,
    string? Caption
)
{
    /// <summary>Longest text and table that are shown, in bytes.</summary>
    private const long LongestShown = 5 * 1024 * 1024;

    /// <summary>
    /// Kinds of pictures that a browser shows without running anything in them: SVG is shown in a sandbox.
    /// </summary>
    private static readonly HashSet<string> Pictures =
    [
        "image/png",
        "image/jpeg",
        "image/gif",
        "image/webp",
        "image/avif",
        "image/svg+xml",
    ];

    private static readonly HashSet<string> Sounds =
    [
        "audio/mpeg",
        "audio/mp4",
        "audio/ogg",
        "audio/wav",
        "audio/x-wav",
        "audio/wave",
        "audio/webm",
        "audio/flac",
        "audio/aac",
        "audio/x-m4a",
    ];

    private static readonly HashSet<string> Films = ["video/mp4", "video/webm", "video/ogg", "video/quicktime"];

    private static readonly HashSet<string> Texts =
    [
        ".txt",
        ".md",
        ".log",
        ".json",
        ".xml",
        ".yml",
        ".yaml",
        ".ini",
        ".eml",
        ".vtt",
        ".jsonl",
    ];

    public static FileView Of(StoredFile file) =>
        new(
            file.Id,
            file.Name,
            file.MediaType,
            file.Size,
            ShownAs(file),
            file.Pixels?.Width,
            file.Pixels?.Height,
            file.Caption
        );

    /// <summary>How a file can be looked at; null when it cannot.</summary>
    public static string? ShownAs(StoredFile file)
    {
        var ending = Path.GetExtension(file.Name).ToLowerInvariant();
        if (Pictures.Contains(file.MediaType))
            return "picture";
        if (Sounds.Contains(file.MediaType))
            return "audio";
        if (Films.Contains(file.MediaType))
            return "video";
        if (file.MediaType == "application/pdf" || ending == ".pdf")
            return "pdf";
        if (file.Size > LongestShown)
            return null;
        if (file.MediaType is "text/csv" or "text/tab-separated-values" || ending is ".csv" or ".tsv")
            return "table";
        return file.MediaType == "text/plain" || Texts.Contains(ending) ? "text" : null;
    }
}

internal static class FileEndpoints
{
    public static void MapFiles(this IEndpointRouteBuilder api)
    {
        api.MapGet("/files/{id:guid}", Get).For(Access.SignedIn);
        api.MapGet("/files/{id:guid}/thumbnail", GetThumbnail).For(Access.SignedIn);
    }

    /// <summary>
    /// Whether someone may have a file: they see an entry or a sheet that carries it, or brought it and it is on no
    /// entry yet. Originals of mails are how we work.
    /// </summary>
    public static bool MaySee(SqlSession session, StoredFile file, Person viewer)
    {
        var (places, tasks, sheets) = (
            FileStore.Places(session, file.Id),
            TaskFileStore.With(session, file.Id),
            SheetStore.Of(session, file.Id)
        );
        if (places.Count + tasks.Count + sheets.Count == 0)
            return file.By == viewer.Id;
        return sheets.Any(d => SheetStore.Find(session, d.Sheet)!.Sheet.Shows(viewer, d.Revision))
            || tasks.Any(t => TaskStore.Find(session, t) is { } task && viewer.MaySee(task.Place, Thing.Working))
            || places.Any(p =>
                ConversationStore.Find(session, p.Conversation) is { } conversation
                && viewer.MaySee(conversation.Place, p.Original ? Thing.Working : EntrySight.ThingOf(p.Kind))
            );
    }

    /// <summary>
    /// The file, or the part of it that is asked for by Range (RFC 9110), so that a broken download goes on and a film
    /// can be wound.
    /// </summary>
    private static Results<PhysicalFileHttpResult, ProblemHttpResult> Get(
        Guid id,
        Viewer viewer,
        Database database,
        FileKeeper keeper,
        HttpContext context
    )
    {
        if (Seen(id, viewer, database) is not { } file)
            return Refusals.NotFound("file");
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
    private static Results<PhysicalFileHttpResult, ProblemHttpResult> GetThumbnail(
        Guid id,
        Viewer viewer,
        Database database,
        FileKeeper keeper,
        HttpContext context
    )
    {
        if (Seen(id, viewer, database) is not { } file || Thumbnails.Of(keeper, file) is not { } path)
            return Refusals.NotFound("file");
        Guard(context);
        return TypedResults.PhysicalFile(path, "image/jpeg");
    }

    private static StoredFile? Seen(Guid id, Viewer viewer, Database database) =>
        database.Read(s => FileStore.Find(s, id) is { } found && MaySee(s, found, viewer.Person) ? found : null);

    /// <summary>
    /// Whatever is in a file, nothing of it runs and nothing is fetched by it: an SVG may have its own styles, and no
    /// more.
    /// </summary>
    private static void Guard(HttpContext context)
    {
        context.Response.Headers.ContentSecurityPolicy =
            "default-src 'none'; style-src 'unsafe-inline'; img-src data:; sandbox";
        context.Response.Headers.CacheControl = "private, max-age=86400";
    }
}
