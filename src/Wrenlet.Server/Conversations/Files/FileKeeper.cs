using System.Security.Cryptography;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Keeping;

namespace Wrenlet.Server.Conversations;

/// <summary>
/// Keeps the bytes of files in the data folder, each once, under its SHA-256. None is ever held in memory as a whole,
/// but for mails.
/// </summary>
public sealed class FileKeeper(Settings settings)
{
    /// <summary>Largest file that is taken, in bytes.</summary>
    public long Largest => settings.LargestFile;

    private const int Buffer = 1 << 17;

    private readonly string _folder = new DataFolder(settings.DataFolder).Files;

    /// <summary>Writes bytes to the disk for good; the row that names them is the caller's.</summary>
    /// <param name="id">Id of the file.</param>
    /// <param name="bytes">What is in it.</param>
    /// <param name="name">File name.</param>
    /// <param name="mediaType">Media type; anything that is none becomes application/octet-stream.</param>
    /// <param name="by">Who brought it; null when it came from outside.</param>
    /// <param name="at">When.</param>
    /// <exception cref="IOException">The disk is full or cannot be written.</exception>
    public StoredFile Keep(Guid id, byte[] bytes, string name, string mediaType, PersonId? by, Instant at)
    {
        var part = Path.Combine(Directory.CreateDirectory(_folder).FullName, $"{Guid.CreateVersion7():N}.part");
        using (var file = new FileStream(part, FileMode.CreateNew))
        {
            file.Write(bytes);
            file.Flush(flushToDisk: true);
        }

        return Named(id, part, SHA256.HashData(bytes), bytes.Length, name, mediaType, by, at);
    }

    /// <summary>How many bytes of an upload have come, and are on the disk.</summary>
    public long Received(Guid upload) => new FileInfo(PartOf(upload)) is { Exists: true } part ? part.Length : 0;

    /// <summary>Whether the disk has room for a file beside what it needs itself.</summary>
    public bool HasRoom(long size) =>
        new DriveInfo(Path.GetFullPath(settings.DataFolder)).AvailableFreeSpace - size > 200L * 1024 * 1024;

    /// <summary>Writes what comes behind what has come already, as far as the file is long.</summary>
    /// <returns>How many bytes there are now; null when others than those behind <paramref name="offset"/> are
    /// expected, or another is just writing.</returns>
    /// <exception cref="IOException">The disk is full or cannot be written; what has come stays.</exception>
    public async Task<long?> Append(Upload upload, long offset, Stream from, CancellationToken cancellation)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(PartOf(upload.Id))!);
        FileStream part;
        try
        {
            part = new FileStream(PartOf(upload.Id), FileMode.OpenOrCreate, FileAccess.Write, FileShare.None, 0);
        }
        catch (IOException) when (File.Exists(PartOf(upload.Id)) && Received(upload.Id) != upload.Size)
        {
            return null;
        }

        await using (part)
        {
            if (part.Length != offset)
                return null;
            part.Position = offset;
            var buffer = new byte[Buffer];
            try
            {
                while (part.Position < upload.Size)
                {
                    var read = await from.ReadAsync(
                        buffer.AsMemory(0, (int)Math.Min(buffer.Length, upload.Size - part.Position)),
                        cancellation
                    );
                    if (read == 0)
                        break;
                    await part.WriteAsync(buffer.AsMemory(0, read), cancellation);
                }
            }
            finally
            {
                // What came before a connection broke is on the disk too, and need not come again.
                part.Flush(flushToDisk: true);
            }

            return part.Position;
        }
    }

    /// <summary>Makes a file of an upload that has come whole; the row that names it is the caller's.</summary>
    public async Task<StoredFile> Finish(Upload upload, Instant at, CancellationToken cancellation)
    {
        byte[] hash;
        await using (
            var part = new FileStream(
                PartOf(upload.Id),
                FileMode.Open,
                FileAccess.Read,
                FileShare.Read,
                Buffer,
                FileOptions.SequentialScan | FileOptions.Asynchronous
            )
        )
            hash = await SHA256.HashDataAsync(part, cancellation);
        return Named(upload.Id, PartOf(upload.Id), hash, upload.Size, upload.Name, upload.MediaType, upload.By, at);
    }

    /// <summary>Throws away what has come of an upload.</summary>
    public void Forget(Guid upload) => File.Delete(PartOf(upload));

    /// <summary>The bytes of a file that is small enough for a mail.</summary>
    public byte[] Read(StoredFile file) => File.ReadAllBytes(PathOf(file));

    /// <summary>Where the bytes of a file lie.</summary>
    public string PathOf(StoredFile file) => DataFolder.FileOf(_folder, file.Sha256);

    /// <summary>Where the small picture of a file lies, or is to lie.</summary>
    public string ThumbnailOf(StoredFile file) =>
        DataFolder.FileOf(Path.Combine(settings.DataFolder, "thumbnails"), file.Sha256) + ".jpg";

    private StoredFile Named(
        Guid id,
        string part,
        byte[] hash,
        long size,
        string name,
        string mediaType,
        PersonId? by,
        Instant at
    )
    {
        var path = DataFolder.FileOf(_folder, hash);
        if (File.Exists(path))
        {
            File.Delete(part);
        }
        else
        {
            Directory.CreateDirectory(Path.GetDirectoryName(path)!);
            File.Move(part, path, overwrite: true);
        }

        var type =
            System.Net.Http.Headers.MediaTypeHeaderValue.TryParse(mediaType, out var parsed)
            && parsed.MediaType is { } known
                ? known.ToLowerInvariant()
                : "application/octet-stream";
        var file = new StoredFile(id, hash, FileNames.Safe(name), type, size, by, at);
        return file with { Pixels = Thumbnails.SizeOf(path, file) };
    }

    private string PartOf(Guid upload) => Path.Combine(_folder, "arriving", upload.ToString("N"));
}
