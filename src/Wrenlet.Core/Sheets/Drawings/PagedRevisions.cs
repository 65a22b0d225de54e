using Wrenlet.Core.Sheets.Anchors;

namespace Wrenlet.Core.Sheets.Drawings;

/// <summary>
/// Two revisions of a document of pages, in which a place of the earlier one is found again in the later: words as the
/// words of a page are; a spot or area by the words that stand around it.
/// </summary>
public sealed class PagedRevisions(PagedText before, PagedText after)
{
    /// <summary>How far around a spot the words are looked at, in points.</summary>
    private const double Around = 40;

    /// <summary>What is nearly the same place, in points.</summary>
    private const double Slack = 2;

    private readonly TextRevisions _text = new(before.Text, after.Text);

    /// <summary>Finds a place again.</summary>
    /// <returns>Where it is, whether it moved, and whether somebody has to look; a null spot when its words are
    /// gone.</returns>
    public (Anchor.Spot? Spot, bool Moved, bool Look) Find(Anchor.Spot spot)
    {
        ArgumentNullException.ThrowIfNull(spot);
        var own = new Box(spot.X, spot.Y, spot.Width, spot.Height);
        if (spot.Exact is not null && before.Under(spot.Page, own) is var (start, end))
            return _text.Find(start, end) is { } found ? OfWords(spot, found) : (null, false, false);
        var near = new Box(own.X - Around, own.Y - Around, own.Width + 2 * Around, own.Height + 2 * Around);
        if (before.Under(spot.Page, near) is not var (from, to))
            return (spot, false, true);
        if (_text.Find(from, to) is not { } around)
            return (spot, false, true);
        var (page, was) = before.At(from, to);
        var (now, stands) = after.At(around.Start, around.End);
        var (dx, dy) = (stands.X - was.X, stands.Y - was.Y);
        var moved = now != page || Math.Abs(dx) > Slack || Math.Abs(dy) > Slack;
        return (spot with { Page = now, X = spot.X + dx, Y = spot.Y + dy }, moved, around.Changed);
    }

    private (Anchor.Spot? Spot, bool Moved, bool Look) OfWords(Anchor.Spot spot, FoundWords found)
    {
        var (page, area) = after.At(found.Start, found.End);
        return (
            spot with
            {
                Page = page,
                X = area.X,
                Y = area.Y,
                Width = area.Width,
                Height = area.Height,
                Exact = after.Text[found.Start..found.End],
            },
            found.Moved || page != spot.Page,
            false
        );
    }
}
