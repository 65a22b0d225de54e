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

/// <summary>Reads drawings once, and keeps those that were read last.</summary>
internal sealed class DrawingReading(FileKeeper keeper)
{
    private const int MostKept = 4;

    /// <summary>A larger drawing is shown as the file that it is.</summary>
    private const long Largest = 4L * 1024 * 1024;

    private readonly ConcurrentDictionary<Guid, (SvgDrawing? Drawing, long Used)> _kept = new();
    private long _used;

    /// <summary>An SVG, read; null for what is none, or cannot be read as one.</summary>
    public SvgDrawing? Of(StoredFile file)
    {
        if (file.MediaType != "image/svg+xml" || file.Size > Largest)
            return null;
        var now = Interlocked.Increment(ref _used);
        if (_kept.TryGetValue(file.Id, out var there))
        {
            _kept[file.Id] = (there.Drawing, now);
            return there.Drawing;
        }

        using var stream = File.OpenRead(keeper.PathOf(file));
        var read = SvgDrawing.Read(stream);
        _kept[file.Id] = (read, now);
        if (_kept.Count > MostKept && _kept.OrderBy(k => k.Value.Used).FirstOrDefault() is { Key: var oldest })
            _kept.TryRemove(oldest, out _);
        return read;
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
