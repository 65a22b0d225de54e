using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>A file as an entry shows it.</summary>
/// <param name="Picture">Whether it can be shown as a picture.</param>
/// <param name="Size">In bytes.</param>
public sealed record FileView(Guid Id, string Name, string MediaType, long Size, bool Picture)
{
    /// <summary>Kinds of pictures that a browser shows without running anything in them.</summary>
    private static readonly HashSet<string> Shown = ["image/png", "image/jpeg", "image/gif", "image/webp", "image/avif"];

    public static FileView Of(StoredFile file) => new(file.Id, file.Name, file.MediaType, file.Size, Shown.Contains(file.MediaType));
}

internal static class FileEndpoints
{
    public static void MapFiles(this IEndpointRouteBuilder api)
    {
        api.MapPost("/files/{id:guid}", Upload).For(Access.SignedIn).WithMetadata(new RequestSizeLimitAttribute(FileKeeper.Largest + 4096));
        api.MapGet("/files/{id:guid}", Get).For(Access.SignedIn);
    }

    /// <summary>Whether someone may have a file: they see an entry that carries it, or brought it and it is on no entry yet. Originals of mails are how we work.</summary>
    public static bool MaySee(SqlSession session, StoredFile file, Person viewer)
    {
        var places = FileStore.Places(session, file.Id);
        if (places.Count == 0) return file.By == viewer.Id;
        return places.Any(p => ConversationStore.Find(session, p.Conversation) is { } conversation && viewer.MaySee(conversation.Place, p.Original ? Thing.Working : EntrySight.ThingOf(p.Kind)));
    }

    /// <summary>Takes a file; its body is the bytes. Sent again with its id it is one file.</summary>
    private static async Task<Results<Ok<FileView>, ProblemHttpResult>> Upload(Guid id, string name, HttpRequest request, Viewer viewer, Database database, WriteQueue writes, FileKeeper keeper, FirmClock clock)
    {
        if (string.IsNullOrWhiteSpace(name) || name.Length > 160) return Refusals.Invalid("name", "A file needs a name of at most 160 characters.");
        if (request.ContentLength > FileKeeper.Largest) return Refusals.Invalid("file", $"{name} is {request.ContentLength / 1_048_576} MB; at most {FileKeeper.Largest / 1_048_576} MB are taken. Make it smaller, or send a link to it.");
        using var memory = new MemoryStream();
        await request.Body.CopyToAsync(memory);
        if (memory.Length == 0) return Refusals.Invalid("file", $"{name} is empty. Choose the file again.");
        if (database.Read(s => FileStore.Find(s, id)) is { } there)
            return there.By == viewer.Person.Id ? TypedResults.Ok(FileView.Of(there)) : Refusals.Refused("Another file has this id already. Choose the file again.");
        StoredFile kept;
        try
        {
            kept = keeper.Keep(id, memory.ToArray(), Path.GetFileName(name), request.ContentType ?? "", viewer.Person.Id, clock.Now);
        }
        catch (IOException)
        {
            return Refusals.Refused("The file could not be written: the disk of the server is full or cannot be used. Your words are kept; tell your administrator.");
        }

        await writes.Run(w => FileStore.Add(w.Session, kept));
        return TypedResults.Ok(FileView.Of(kept));
    }

    private static Results<FileContentHttpResult, ProblemHttpResult> Get(Guid id, Viewer viewer, Database database, FileKeeper keeper, HttpContext context)
    {
        var file = database.Read(s => FileStore.Find(s, id) is { } found && MaySee(s, found, viewer.Person) ? found : null);
        if (file is null) return Refusals.NotFound("file");
        context.Response.Headers.ContentSecurityPolicy = "default-src 'none'; sandbox";
        context.Response.Headers.CacheControl = "private, max-age=86400";
        return FileView.Of(file).Picture
            ? TypedResults.File(keeper.Read(file), file.MediaType)
            : TypedResults.File(keeper.Read(file), "application/octet-stream", file.Name);
    }
}
