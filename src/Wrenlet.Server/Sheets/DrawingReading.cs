using System.Collections.Concurrent;
using Wrenlet.Core.Sheets.Drawings;
using Wrenlet.Formats.Sheets;
using Wrenlet.Server.Conversations;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Sheets;

/// <summary>A layer that can be hidden.</summary>
public sealed record LayerView(string Key, string Name);

/// <summary>A drawing in its own units.</summary>
/// <param name="X">Where it begins from the left.</param>
/// <param name="Y">Where it begins from the top.</param>
/// <param name="Layers">What of it can be hidden; empty where nothing can.</param>
public sealed record DrawingView(double X, double Y, double Width, double Height, IReadOnlyList<LayerView> Layers);

/// <summary>Reads drawings and PDFs once, and keeps those that were read last.</summary>
internal sealed class DrawingReading(FileKeeper keeper)
{
    /// <summary>A larger drawing is shown as the file that it is.</summary>
    private const long LargestDrawing = 4L * 1024 * 1024;

    /// <summary>Of a larger PDF the words are not looked for.</summary>
    private const long LargestPdf = 64L * 1024 * 1024;

    private readonly LastRead<SvgDrawing> _drawings = new(4);
    private readonly LastRead<PagedText> _texts = new(4);

    /// <summary>An SVG, read; null for what is none, or cannot be read as one.</summary>
    public SvgDrawing? Of(StoredFile file) =>
        file.MediaType != "image/svg+xml" || file.Size > LargestDrawing
            ? null
            : _drawings.Of(file.Id, () => Read(file, SvgDrawing.Read));

    /// <summary>The words of a PDF; null for what is none, or has none.</summary>
    public PagedText? TextOf(SqlSession session, Guid? file) =>
        file is { } id
        && FileStore.Find(session, id) is { } stored
        && FileView.ShownAs(stored) == "pdf"
        && stored.Size <= LargestPdf
        && _texts.Of(id, () => Read(stored, PdfPages.Read)) is { Text.Length: > 0 } text
            ? text
            : null;

    private T? Read<T>(StoredFile file, Func<Stream, T?> read)
    {
        using var stream = File.OpenRead(keeper.PathOf(file));
        return read(stream);
    }

    /// <summary>The parts of the drawing that a revision is; null where they are not known.</summary>
    public DrawingParts? PartsOf(SqlSession session, Guid? file) =>
        file is { } id && FileStore.Find(session, id) is { } stored ? Of(stored)?.Parts : null;

    /// <summary>A drawing or picture in its own units; null for what has none that are known, as a PDF.</summary>
    public DrawingView? View(StoredFile file) =>
        Of(file)?.Parts is { } parts
            ? new(
                parts.View.X,
                parts.View.Y,
                parts.View.Width,
                parts.View.Height,
                [.. parts.Layers.Select(l => new LayerView(l.Key, l.Name))]
            )
        : file.Pixels is var (width, height) ? new(0, 0, width, height, [])
        : null;
}

/// <summary>What was read of files last; null too, of what could not be read.</summary>
internal sealed class LastRead<T>(int most)
    where T : class
{
    private readonly ConcurrentDictionary<Guid, (T? Read, long Used)> _kept = new();
    private long _used;

    /// <summary>What a file is read as.</summary>
    public T? Of(Guid file, Func<T?> read)
    {
        var now = Interlocked.Increment(ref _used);
        var value = _kept.TryGetValue(file, out var there) ? there.Read : read();
        _kept[file] = (value, now);
        if (_kept.Count > most)
            _kept.TryRemove(_kept.OrderBy(k => k.Value.Used).First().Key, out _);
        return value;
    }
}
