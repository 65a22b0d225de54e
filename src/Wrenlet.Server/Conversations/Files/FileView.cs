using Wrenlet.Core.Conversations;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>What a small picture shows.</summary>
/// <param name="Name">The sheet or file.</param>
/// <param name="Path">Where it is seen just so.</param>
public sealed record ShownPlace(string Name, string Path);

/// <summary>A file as an entry shows it.</summary>
/// <param name="Size">In bytes.</param>
/// <param name="Shown">How it can be looked at: picture, pdf, text, table, audio or video; null when it can only be
/// taken along.</param>
/// <param name="Width">Width as a picture, in pixels; null when it is not known. A picture of known size has a small
/// one.</param>
/// <param name="Height">Height as a picture, in pixels; null when it is not known.</param>
/// <param name="Caption">What is said of it; null for nothing.</param>
/// <param name="Marks">Its marked spots, in their order.</param>
/// <param name="Shows">The place of a sheet or file that this is a small picture of; null for none, and for what the
/// viewer does not see.</param>
public sealed record FileView(
    Guid Id,
    string Name,
    string MediaType,
    long Size,
    string? Shown,
    int? Width,
    int? Height,
    string? Caption,
    IReadOnlyList<PictureMarkView> Marks,
    ShownPlace? Shows = null
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
            file.Caption,
            [.. (file.Marks ?? []).Select(PictureMarkView.Of)]
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

internal static class FileViews
{
    /// <summary>What an entry carries; nothing once it was removed.</summary>
    public static IReadOnlyList<FileView> Of(SqlSession session, Entry entry) =>
        entry.Files == 0 || entry.Removed is not null ? [] : [.. FileStore.Of(session, entry.Key).Select(FileView.Of)];
}
