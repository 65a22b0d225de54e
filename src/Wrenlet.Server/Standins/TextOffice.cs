using System.Text.Json;

namespace Wrenlet.Server.Standins;

/// <summary>A text message.</summary>
/// <param name="Id">Its id; the same one is the same message.</param>
/// <param name="From">Who sends it: a number in E.164, or the firm's name.</param>
/// <param name="To">Where it goes: a number in E.164.</param>
/// <param name="By">Who of ours put it in through the stand-in; null when nobody did.</param>
public sealed record TextMessage(string Id, string From, string To, string Text, DateTimeOffset At, string? By = null);

/// <summary>
/// The shipped stand-in for a gateway of text messages: files in two folders. What goes out lies in <c>text/out</c>,
/// named by its id so
/// that sending twice is one message; what is dropped into <c>text/in</c> has arrived.
/// </summary>
public sealed class StandinTextOffice : IDisposable
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { WriteIndented = true };
    private readonly string _out;
    private readonly string _in;
    private readonly FileSystemWatcher _watcher;

    public StandinTextOffice(Settings settings)
    {
        ArgumentNullException.ThrowIfNull(settings);
        _out = Directory.CreateDirectory(Path.Combine(settings.DataFolder, "text", "out")).FullName;
        _in = Directory.CreateDirectory(Path.Combine(settings.DataFolder, "text", "in")).FullName;
        _watcher = new FileSystemWatcher(_in, "*.json") { EnableRaisingEvents = true };
        _watcher.Created += (_, _) => Something?.Invoke();
        _watcher.Renamed += (_, _) => Something?.Invoke();
    }

    /// <summary>Raised when something may have arrived.</summary>
    public event Action? Something;

    /// <summary>Hands a message over. When this returns, the gateway has it for good.</summary>
    /// <exception cref="PostOfficeException">It was not taken; the message says why.</exception>
    public void Send(TextMessage message)
    {
        try
        {
            Write(_out, message);
        }
        catch (Exception wrong) when (wrong is IOException or UnauthorizedAccessException)
        {
            throw new PostOfficeException($"The gateway stand-in could not write the text: {wrong.Message}", wrong);
        }
    }

    /// <summary>
    /// Messages that have arrived and were not yet taken; a file that holds none is left out and stays.
    /// </summary>
    /// <param name="rests">Whether a message of this id is left where it is for now.</param>
    public IReadOnlyList<TextMessage> Arrived(Func<string, bool> rests) =>
        [
            .. Directory
                .EnumerateFiles(_in, "*.json")
                .Order(StringComparer.Ordinal)
                .Where(f => !rests(Path.GetFileNameWithoutExtension(f)))
                .Take(50)
                .Select(Read)
                .OfType<TextMessage>(),
        ];

    /// <summary>Says that a message has been taken in and is safe.</summary>
    public void Took(TextMessage message)
    {
        ArgumentNullException.ThrowIfNull(message);
        File.Delete(PathOf(_in, message.Id));
    }

    /// <summary>Puts a message into the way in, as the outside world would.</summary>
    public void Deliver(TextMessage message) => Write(_in, message);

    /// <summary>Messages that went out, newest first.</summary>
    public IEnumerable<TextMessage> Sent() =>
        new DirectoryInfo(_out)
            .EnumerateFiles("*.json")
            .OrderByDescending(f => f.LastWriteTimeUtc)
            .Select(f => Read(f.FullName))
            .OfType<TextMessage>();

    public void Dispose() => _watcher.Dispose();

    private static void Write(string folder, TextMessage message)
    {
        var path = PathOf(folder, message.Id);
        using (var file = new FileStream(path + ".part", FileMode.Create))
        {
            JsonSerializer.Serialize(file, message, Json);
            file.Flush(flushToDisk: true);
        }

        File.Move(path + ".part", path, overwrite: true);
    }

    private static TextMessage? Read(string path)
    {
        try
        {
            return
                JsonSerializer.Deserialize<TextMessage>(File.ReadAllBytes(path), Json)
                    is { Text: not null, From: not null } message
                ? message with
                {
                    Id = Path.GetFileNameWithoutExtension(path),
                }
                : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private static string PathOf(string folder, string id) =>
        Path.Combine(folder, string.Concat(id.Where(char.IsAsciiLetterOrDigit).Take(64)) + ".json");
}
