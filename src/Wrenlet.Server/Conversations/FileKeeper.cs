using System.Security.Cryptography;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>Keeps the bytes of files in the data folder, each once, under its SHA-256.</summary>
public sealed class FileKeeper(Settings settings)
{
    /// <summary>Largest file that is taken, in bytes.</summary>
    public const int Largest = 25 * 1024 * 1024;

    private readonly string _folder = Path.Combine(settings.DataFolder, "files");

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
        var hash = SHA256.HashData(bytes);
        var path = PathOf(hash);
        if (!File.Exists(path))
        {
            Directory.CreateDirectory(Path.GetDirectoryName(path)!);
            var part = $"{path}.{Guid.CreateVersion7():N}.part";
            using (var file = new FileStream(part, FileMode.CreateNew))
            {
                file.Write(bytes);
                file.Flush(flushToDisk: true);
            }

            File.Move(part, path, overwrite: true);
        }

        var type = System.Net.Http.Headers.MediaTypeHeaderValue.TryParse(mediaType, out var parsed) && parsed.MediaType is { } known ? known : "application/octet-stream";
        return new(id, hash, name, type, bytes.Length, by, at);
    }

    /// <summary>The bytes of a file.</summary>
    public byte[] Read(StoredFile file) => File.ReadAllBytes(PathOf(file.Sha256));

    private string PathOf(byte[] hash)
    {
        var name = Convert.ToHexStringLower(hash);
        return Path.Combine(_folder, name[..2], name);
    }
}
