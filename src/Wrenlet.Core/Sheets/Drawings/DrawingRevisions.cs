using Wrenlet.Core.Sheets.Anchors;

namespace Wrenlet.Core.Sheets.Drawings;

/// <summary>
/// Two revisions of a drawing, in which a spot or area of the earlier one is found again in the later: with the element
/// that it is about, by its id, or by what it looks like where the id is another; else where what stands around it is as
/// it was.
/// </summary>
public sealed class DrawingRevisions(DrawingParts before, DrawingParts after)
{
    /// <summary>How far around a spot without an element is looked, as a part of the drawing's width.</summary>
    private const double Around = 0.06;

    private readonly Dictionary<string, DrawingElement> _old = ByKey(before);
    private readonly Dictionary<string, DrawingElement> _now = ByKey(after);
    private readonly ILookup<string, DrawingElement> _alike = after.Elements.ToLookup(e => e.Shape);
    private readonly ILookup<string, DrawingElement> _were = before.Elements.ToLookup(e => e.Shape);

    /// <summary>Finds a place again.</summary>
    /// <returns>Where it is, whether it moved, and whether somebody has to look; a null spot when its element is
    /// gone.</returns>
    public (Anchor.Spot? Spot, bool Moved, bool Look) Find(Anchor.Spot spot)
    {
        ArgumentNullException.ThrowIfNull(spot);
        if (spot.Element is { } key && _old.TryGetValue(key, out var old))
            return OfElement(spot, old);
        var reach = Math.Max(before.View.Width, before.View.Height) * Around;
        var near = new Box(spot.X - reach, spot.Y - reach, spot.Width + 2 * reach, spot.Height + 2 * reach);
        bool Near(DrawingElement e) =>
            e.Box.X < near.X + near.Width
            && e.Box.X + e.Box.Width > near.X
            && e.Box.Y < near.Y + near.Height
            && e.Box.Y + e.Box.Height > near.Y;
        var stood = before.Elements.Where(Near).ToList();
        var same = stood.All(e => _alike[e.Shape].Any(o => o.Box.Same(e.Box, after.Slack)));
        var added = after.Elements.Where(Near).Any(e => !_were[e.Shape].Any(o => o.Box.Same(e.Box, after.Slack)));
        return (spot, false, !same || added);
    }

    private (Anchor.Spot? Spot, bool Moved, bool Look) OfElement(Anchor.Spot spot, DrawingElement old)
    {
        if (_now.TryGetValue(old.Key, out var now) && (old.HasId || now.Shape == old.Shape))
            return (On(spot, old, now), !now.Box.Same(old.Box, after.Slack), now.Shape != old.Shape);
        // Of several that look alike the nearest; what had a twin before may be either of them.
        var alike = _alike[old.Shape].OrderBy(e => Distance(e, old)).ToList();
        if (alike.Count == 0)
            return (null, false, false);
        var twin = _were[old.Shape].Count() > 1 || alike.Count > 1;
        var found = alike[0];
        var moved = !found.Box.Same(old.Box, after.Slack);
        return (On(spot, old, found), moved, twin && moved);
    }

    /// <summary>The spot at the same part of the element as before.</summary>
    private static Anchor.Spot On(Anchor.Spot spot, DrawingElement old, DrawingElement now)
    {
        double Scale(double to, double from) => from > 0 && to > 0 ? to / from : 1;
        var (wide, high) = (Scale(now.Box.Width, old.Box.Width), Scale(now.Box.Height, old.Box.Height));
        return spot with
        {
            X = now.Box.X + (spot.X - old.Box.X) * wide,
            Y = now.Box.Y + (spot.Y - old.Box.Y) * high,
            Width = spot.Width * wide,
            Height = spot.Height * high,
            Element = now.Key,
            Exact = now.Name.Length > 0 ? now.Name : null,
        };
    }

    private static double Distance(DrawingElement one, DrawingElement other)
    {
        var ((x, y), (a, b)) = (one.Box.Middle, other.Box.Middle);
        return ((x - a) * (x - a)) + ((y - b) * (y - b));
    }

    private static Dictionary<string, DrawingElement> ByKey(DrawingParts parts)
    {
        var all = new Dictionary<string, DrawingElement>(StringComparer.Ordinal);
        foreach (var element in parts.Elements)
            all.TryAdd(element.Key, element);
        return all;
    }
}
