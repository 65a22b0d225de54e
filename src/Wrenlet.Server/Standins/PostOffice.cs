using MimeKit;
using Wrenlet.Formats.Conversations;

namespace Wrenlet.Server.Standins;

/// <summary>Where mail goes out and comes in.</summary>
public interface IPostOffice
{
    /// <summary>Hands a mail over. When this returns, the post office has it for good.</summary>
    /// <exception cref="PostOfficeException">It was not taken; the message says why.</exception>
    Task Send(MimeMessage mail, CancellationToken cancellation);

    /// <summary>Whether a mail that is handed over twice, with the same Message-ID, leaves once.</summary>
    bool SendsOnce { get; }

    /// <summary>Mails that have arrived and were not yet taken; each is removed by <see cref="Took"/>.</summary>
    /// <param name="rests">Whether a mail of this name is left where it is for now.</param>
    /// <param name="cancellation">Ends the asking.</param>
    /// <exception cref="PostOfficeException">The post office cannot be asked; the message says why.</exception>
    Task<IReadOnlyList<ArrivedMail>> Arrived(Func<string, bool> rests, CancellationToken cancellation);

    /// <summary>Says that a mail has been taken in and is safe.</summary>
    Task Took(ArrivedMail mail, CancellationToken cancellation);
}

/// <summary>A mail that waits to be taken in.</summary>
public sealed record ArrivedMail(string Name, byte[] Raw)
{
    private const int MostAtOnce = 20;
    private const int MostBytesAtOnce = 16 * 1024 * 1024;

    /// <summary>Whether no more are held in memory at once; the others come after them.</summary>
    internal static bool Enough(IReadOnlyCollection<ArrivedMail> mails) =>
        mails.Count >= MostAtOnce || mails.Sum(m => (long)m.Raw.Length) >= MostBytesAtOnce;
}

/// <summary>The post office did not take a mail.</summary>
public sealed class PostOfficeException(string message, Exception? inner = null) : Exception(message, inner);

/// <summary>
/// The shipped stand-in for a mail server: real RFC 5322 files in two folders. What goes out lies in <c>post/out</c>,
/// named by its Message-ID so that sending twice is one mail; what is dropped into <c>post/in</c> has arrived.
/// </summary>
public sealed class StandinPostOffice : IPostOffice, IDisposable
{
    private readonly string _out;
    private readonly string _in;
    private readonly FileSystemWatcher _watcher;

    public StandinPostOffice(Settings settings)
    {
        ArgumentNullException.ThrowIfNull(settings);
        _out = Directory.CreateDirectory(Path.Combine(settings.DataFolder, "post", "out")).FullName;
        _in = Directory.CreateDirectory(Path.Combine(settings.DataFolder, "post", "in")).FullName;
        _watcher = new FileSystemWatcher(_in, "*.eml") { EnableRaisingEvents = true };
        _watcher.Created += (_, _) => Something?.Invoke();
        _watcher.Renamed += (_, _) => Something?.Invoke();
    }

    /// <summary>Raised when something may have arrived.</summary>
    public event Action? Something;

    public async Task Send(MimeMessage mail, CancellationToken cancellation)
    {
        ArgumentNullException.ThrowIfNull(mail);
        try
        {
            var path = Path.Combine(
                _out,
                Safe(mail.MessageId ?? throw new PostOfficeException("The mail has no Message-ID.")) + ".eml"
            );
            await using (var file = new FileStream(path + ".part", FileMode.Create))
            {
                await mail.WriteToAsync(file, cancellation);
                file.Flush(flushToDisk: true);
            }

            File.Move(path + ".part", path, overwrite: true);
        }
        catch (Exception wrong) when (wrong is IOException or UnauthorizedAccessException)
        {
            throw new PostOfficeException($"The post office stand-in could not write the mail: {wrong.Message}", wrong);
        }
    }

    public bool SendsOnce => true;

    public Task<IReadOnlyList<ArrivedMail>> Arrived(Func<string, bool> rests, CancellationToken cancellation)
    {
        List<ArrivedMail> mails = [];
        foreach (var file in Directory.EnumerateFiles(_in, "*.eml").Order(StringComparer.Ordinal))
        {
            if (rests(Path.GetFileName(file)))
                continue;
            mails.Add(new(Path.GetFileName(file), Beginning(file)));
            if (ArrivedMail.Enough(mails))
                break;
        }

        return Task.FromResult<IReadOnlyList<ArrivedMail>>(mails);
    }

    /// <summary>
    /// A mail's bytes: of one that is too large to be taken in no more than tells that it is.
    /// </summary>
    private static byte[] Beginning(string path)
    {
        using var file = File.OpenRead(path);
        var bytes = new byte[Math.Min(file.Length, IncomingMail.LongestBytes + 1)];
        file.ReadExactly(bytes);
        return bytes;
    }

    public Task Took(ArrivedMail mail, CancellationToken cancellation)
    {
        ArgumentNullException.ThrowIfNull(mail);
        File.Delete(Path.Combine(_in, Path.GetFileName(mail.Name)));
        return Task.CompletedTask;
    }

    /// <summary>Puts a mail into the way in, as the outside world would.</summary>
    public void Deliver(byte[] raw)
    {
        var path = Path.Combine(_in, $"{Guid.CreateVersion7():N}.eml");
        File.WriteAllBytes(path + ".part", raw);
        File.Move(path + ".part", path);
    }

    /// <summary>Message-IDs of the mails that went out, newest first.</summary>
    public IEnumerable<string> SentIds() =>
        new DirectoryInfo(_out)
            .EnumerateFiles("*.eml")
            .OrderByDescending(f => f.LastWriteTimeUtc)
            .Select(f => Path.GetFileNameWithoutExtension(f.Name));

    /// <summary>A mail that went out; null when there is none of that Message-ID.</summary>
    public byte[]? Sent(string messageId)
    {
        var path = Path.Combine(_out, Safe(messageId) + ".eml");
        return File.Exists(path) ? File.ReadAllBytes(path) : null;
    }

    public void Dispose() => _watcher.Dispose();

    private static string Safe(string messageId) =>
        new([.. messageId.Where(c => char.IsAsciiLetterOrDigit(c) || c is '@' or '.' or '-' or '_').Take(160)]);
}
