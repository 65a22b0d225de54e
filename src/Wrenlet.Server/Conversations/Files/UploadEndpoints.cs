using System.ComponentModel.DataAnnotations;
using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using NodaTime;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Accounts;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>A file that is to come.</summary>
/// <param name="Id">The client's id for it (UUIDv7); the file has it too.</param>
/// <param name="MediaType">As the browser says; null when it does not know.</param>
/// <param name="Size">In bytes.</param>
public sealed record NewUpload(
    [property: Required] Guid Id,
    [property: Required, StringLength(1000, MinimumLength = 1)] string Name,
    [property: StringLength(200)] string? MediaType,
    long Size
);

/// <summary>How far a file has come.</summary>
/// <param name="Received">Bytes that are on the server's disk; the next part begins behind them.</param>
/// <param name="File">The file, once all of it is there; null before.</param>
public sealed record UploadView(Guid Id, long Received, FileView? File);

/// <summary>
/// Files on their way, in parts: each says where it begins, and where to go on after a broken connection can be asked
/// (in the manner of "Resumable Uploads for HTTP", draft-ietf-httpbis-resumable-upload).
/// </summary>
internal static class UploadEndpoints
{
    /// <summary>Largest part, in bytes.</summary>
    private const long LargestPart = 64 * 1024 * 1024;

    /// <summary>Most files that one person has on their way at once.</summary>
    private const int Most = 100;

    /// <summary>What has not gone on for so long is forgotten.</summary>
    private static readonly Duration Patience = Duration.FromDays(7);

    public static void MapUploads(this IEndpointRouteBuilder api)
    {
        api.MapPost("/uploads", Begin).For(Access.SignedIn);
        api.MapGet("/uploads/{id:guid}", Get).For(Access.SignedIn);
        api.MapPatch("/uploads/{id:guid}", Append)
            .For(Access.SignedIn)
            .WithMetadata(new RequestSizeLimitAttribute(LargestPart));
        api.MapDelete("/uploads/{id:guid}", Forget).For(Access.SignedIn);
    }

    private static async Task<Results<Ok<UploadView>, ProblemHttpResult>> Begin(
        NewUpload given,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        FileKeeper keeper,
        FirmClock clock
    )
    {
        var name = FileNames.Safe(given.Name);
        if (given.Id == Guid.Empty)
            return Refusals.Invalid("id", "A file needs an id of its own (UUIDv7).");
        if (given.Size <= 0)
            return Refusals.Invalid("size", $"{name} is empty. Choose the file again.");
        if (given.Size > keeper.Largest)
            return Refusals.Invalid(
                "size",
                $"{name} is {given.Size / 1_048_576} MB; at most {keeper.Largest / 1_048_576} MB are taken. Make "
                    + $"it smaller, or send a link to it."
            );
        if (Find(given.Id, viewer, database, keeper) is { } begun)
            return TypedResults.Ok(begun);
        if (database.Read(s => FileStore.Find(s, given.Id) is not null || FileStore.OnItsWay(s, given.Id) is not null))
            return Refusals.Refused("Another file has this id already. Choose the file again.");
        if (!keeper.HasRoom(given.Size))
            return NoRoom(name);
        var now = clock.Now;
        var others = database.Read(s => FileStore.OnTheirWay(s, viewer.Person.Id));
        var stale = others.Where(u => now - u.At > Patience).ToList();
        if (others.Count - stale.Count >= Most)
            return Refusals.Refused(
                $"{Most} files of yours are on their way already. Wait until some are there, or take some out."
            );
        await writes.Run(w =>
        {
            foreach (var old in stale)
                FileStore.End(w.Session, old.Id);
            FileStore.Begin(
                w.Session,
                new Upload(given.Id, viewer.Person.Id, name, given.MediaType ?? "", given.Size, now)
            );
        });
        foreach (var old in stale)
            keeper.Forget(old.Id);
        return TypedResults.Ok(new UploadView(given.Id, 0, null));
    }

    private static Results<Ok<UploadView>, ProblemHttpResult> Get(
        Guid id,
        Viewer viewer,
        Database database,
        FileKeeper keeper
    ) => Find(id, viewer, database, keeper) is { } view ? TypedResults.Ok(view) : Refusals.NotFound("upload");

    /// <summary>
    /// Takes a part; its body is bytes, its Upload-Offset says where they begin. Out of place, it is refused (409) with
    /// what is there.
    /// </summary>
    private static async Task<Results<Ok<UploadView>, Conflict<UploadView>, ProblemHttpResult>> Append(
        Guid id,
        [FromHeader(Name = "Upload-Offset")] string? offset,
        HttpRequest request,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        FileKeeper keeper,
        FirmClock clock,
        CancellationToken cancellation
    )
    {
        if (!long.TryParse(offset, NumberStyles.None, CultureInfo.InvariantCulture, out var from))
            return Refusals.Invalid("Upload-Offset", "Say where the part begins: Upload-Offset, in bytes.");
        if (Find(id, viewer, database, keeper) is not { } there)
            return Refusals.NotFound("upload");
        if (there.File is not null)
            return TypedResults.Ok(there);
        var upload = database.Read(s => FileStore.OnItsWay(s, id))!;
        try
        {
            if (await keeper.Append(upload, from, request.Body, cancellation) is not { } received)
                return TypedResults.Conflict(new UploadView(id, keeper.Received(id), null));
            if (received < upload.Size)
                return TypedResults.Ok(new UploadView(id, received, null));
            var file = await keeper.Finish(upload, clock.Now, cancellation);
            await writes.Run(w =>
            {
                FileStore.Add(w.Session, file);
                FileStore.End(w.Session, id);
            });
            return TypedResults.Ok(new UploadView(id, received, FileView.Of(file)));
        }
        catch (IOException wrong)
            when (wrong is not BadHttpRequestException && !request.HttpContext.RequestAborted.IsCancellationRequested)
        {
            return NoRoom(upload.Name);
        }
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Forget(
        Guid id,
        Viewer viewer,
        Database database,
        WriteQueue writes,
        FileKeeper keeper
    )
    {
        if (database.Read(s => FileStore.OnItsWay(s, id)) is not { } upload || upload.By != viewer.Person.Id)
            return Refusals.NotFound("upload");
        await writes.Run(w => FileStore.End(w.Session, id));
        keeper.Forget(id);
        return TypedResults.NoContent();
    }

    /// <summary>How far an upload of the viewer's has come; null when there is none.</summary>
    private static UploadView? Find(Guid id, Viewer viewer, Database database, FileKeeper keeper) =>
        database.Read(s =>
            FileStore.OnItsWay(s, id) is { } upload && upload.By == viewer.Person.Id
                ? new UploadView(id, keeper.Received(id), null)
            : FileStore.Find(s, id) is { } file && file.By == viewer.Person.Id
                ? new UploadView(id, file.Size, FileView.Of(file))
            : null
        );

    private static ProblemHttpResult NoRoom(string name) =>
        TypedResults.Problem(
            $"{name} could not be written: the server's disk is full or cannot be used. What has come of it and your "
                + $"text are kept; tell your administrator, then try again.",
            statusCode: StatusCodes.Status507InsufficientStorage,
            title: "No room"
        );
}
