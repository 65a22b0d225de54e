namespace Wrenlet.Core.Sheets.Drawings;

/// <summary>A rectangle in a drawing's own units.</summary>
public readonly record struct Box(double X, double Y, double Width, double Height)
{
    /// <summary>Its middle.</summary>
    public (double X, double Y) Middle => (X + Width / 2, Y + Height / 2);

    /// <summary>Its area.</summary>
    public double Area => Math.Max(0, Width) * Math.Max(0, Height);

    /// <summary>Whether a point is in it, or nearly.</summary>
    public bool Holds(double x, double y, double slack) =>
        x >= X - slack && x <= X + Width + slack && y >= Y - slack && y <= Y + Height + slack;

    /// <summary>Whether it is the same, but for rounding.</summary>
    public bool Same(Box other, double slack) =>
        Math.Abs(X - other.X) <= slack
        && Math.Abs(Y - other.Y) <= slack
        && Math.Abs(Width - other.Width) <= slack
        && Math.Abs(Height - other.Height) <= slack;
}

/// <summary>Something drawn.</summary>
/// <param name="Key">What it is known by: its id where it has one, else where it stands in the file.</param>
/// <param name="HasId">Whether that is its id.</param>
/// <param name="Name">What it is called: its title, its words, or its id; empty for none.</param>
/// <param name="Shape">What it looks like, wherever it stands: two with the same are alike.</param>
/// <param name="Box">Where it is.</param>
public sealed record DrawingElement(string Key, bool HasId, string Name, string Shape, Box Box);

/// <summary>A group of a drawing that can be hidden.</summary>
/// <param name="Key">What it is known by.</param>
/// <param name="Name">What it is called.</param>
public sealed record DrawingLayer(string Key, string Name);

/// <summary>A drawing as far as places on it depend on it.</summary>
/// <param name="View">What of it is shown, in its own units.</param>
/// <param name="Layers">Groups that can be hidden.</param>
/// <param name="Elements">What is drawn, in the order of the file.</param>
public sealed record DrawingParts(Box View, IReadOnlyList<DrawingLayer> Layers, IReadOnlyList<DrawingElement> Elements)
{
    /// <summary>A background is larger than this part of the drawing, and nothing that one points at.</summary>
    private const double Background = 0.5;

    /// <summary>What is nearly the same, as a part of the drawing's width.</summary>
    public double Slack => Math.Max(View.Width, View.Height) / 400;

    /// <summary>What somebody points at: the smallest thing that is there; null for nothing.</summary>
    public DrawingElement? At(double x, double y) =>
        Elements
            .Where(e => e.Box.Holds(x, y, Slack) && e.Box.Area < View.Area * Background)
            .OrderBy(e => e.Box.Area)
            .FirstOrDefault();
}
