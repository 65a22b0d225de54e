using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.RegularExpressions;
using System.Xml;
using System.Xml.Linq;
using Wrenlet.Core.Sheets.Drawings;

namespace Wrenlet.Formats.Sheets;

/// <summary>
/// Reads an SVG (SVG 2) into its layers and elements, and writes it again with nothing in it but what draws: no script, no
/// event, no animation, nothing from elsewhere.
/// </summary>
public sealed partial class SvgDrawing
{
    /// <summary>Most elements that are told apart; a drawing with more is shown, and spots on it have no element.</summary>
    private const int MostElements = 50_000;

    /// <summary>Deepest nesting that is read.</summary>
    private const int Deepest = 200;

    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";
    private static readonly XNamespace Inkscape = "http://www.inkscape.org/namespaces/inkscape";
    private static readonly XNamespace Link = "http://www.w3.org/1999/xlink";

    /// <summary>What draws, and what that is made of (SVG 2, chapters 5 and 7 to 16).</summary>
    private static readonly HashSet<string> Drawing =
    [
        .. (
            "svg g defs symbol use title desc metadata path rect circle ellipse line polyline polygon text tspan textPath "
            + "image marker pattern clipPath mask linearGradient radialGradient stop style switch filter feBlend "
            + "feColorMatrix feComponentTransfer feComposite feConvolveMatrix feDiffuseLighting feDisplacementMap "
            + "feDistantLight feDropShadow feFlood feFuncA feFuncB feFuncG feFuncR feGaussianBlur feMerge feMergeNode "
            + "feMorphology feOffset fePointLight feSpecularLighting feSpotLight feTile feTurbulence"
        ).Split(' '),
    ];

    private static readonly HashSet<string> Shapes =
    [
        "path",
        "rect",
        "circle",
        "ellipse",
        "line",
        "polyline",
        "polygon",
        "text",
        "image",
        "use",
    ];

    private readonly XDocument _document;
    private readonly Dictionary<string, XElement> _layers = [];

    private SvgDrawing(XDocument document)
    {
        _document = document;
        Clean(document.Root!);
        Parts = Read();
    }

    /// <summary>Its layers and elements.</summary>
    public DrawingParts Parts { get; }

    /// <summary>Reads a file; null when it is none that can be read.</summary>
    public static SvgDrawing? Read(Stream file)
    {
        ArgumentNullException.ThrowIfNull(file);
        try
        {
            using var reader = XmlReader.Create(
                file,
                new XmlReaderSettings
                {
                    DtdProcessing = DtdProcessing.Ignore,
                    XmlResolver = null,
                    MaxCharactersInDocument = 50_000_000,
                }
            );
            var document = XDocument.Load(reader);
            return document.Root?.Name == Svg + "svg" && IsShallow(document.Root) ? new(document) : null;
        }
        catch (XmlException)
        {
            return null;
        }
    }

    /// <summary>Whether it is nested no deeper than anybody draws.</summary>
    private static bool IsShallow(XElement root)
    {
        var depth = 0;
        for (XNode? node = root; node is not null; )
        {
            if (node is XElement { FirstNode: { } first })
            {
                if (++depth > Deepest)
                    return false;
                node = first;
                continue;
            }

            while (node is not null && node != root && node.NextNode is null)
            {
                node = node.Parent;
                depth--;
            }

            node = node == root ? null : node?.NextNode;
        }

        return true;
    }

    /// <summary>The drawing without the layers that are hidden.</summary>
    public string Write(IReadOnlyCollection<string> hidden)
    {
        ArgumentNullException.ThrowIfNull(hidden);
        var away = hidden.Select(h => _layers.GetValueOrDefault(h)).OfType<XElement>().ToHashSet();
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var writer = XmlWriter.Create(text, new XmlWriterSettings { OmitXmlDeclaration = true }))
            Copy(_document.Root!, away).WriteTo(writer);
        return text.ToString();
    }

    private static XElement Copy(XElement element, HashSet<XElement> away) =>
        away.Count == 0
            ? element
            : new(
                element.Name,
                element.Attributes(),
                element
                    .Nodes()
                    .Where(n => n is not XElement e || !away.Contains(e))
                    .Select(n => n is XElement e ? Copy(e, away) : n)
            );

    /// <summary>Takes out whatever does not draw, and whatever comes from elsewhere.</summary>
    private static void Clean(XElement element)
    {
        foreach (var child in element.Elements().ToList())
            if (child.Name.Namespace == Svg && Drawing.Contains(child.Name.LocalName))
                Clean(child);
            else if (child.Name == Svg + "a")
            {
                // What a link holds is drawn; where it leads is not for a drawing to say.
                child.Name = Svg + "g";
                Clean(child);
            }
            else
                child.Remove();
        element.Nodes().OfType<XProcessingInstruction>().Remove();
        foreach (var attribute in element.Attributes().ToList())
        {
            var name = attribute.Name.LocalName;
            var links = name is "href" or "src";
            if (
                name.StartsWith("on", StringComparison.OrdinalIgnoreCase)
                || (links && !IsWithin(attribute.Value))
                || (!links && !attribute.IsNamespaceDeclaration && FromElsewhere().IsMatch(attribute.Value))
            )
                attribute.Remove();
        }

        if (element.Name == Svg + "style")
            element.Value = FromElsewhere().Replace(element.Value, "none");
    }

    /// <summary>A part of the same drawing, or a picture that stands in it.</summary>
    private static bool IsWithin(string address) => address.StartsWith('#') || PictureWithin().IsMatch(address);

    private DrawingParts Read()
    {
        var root = _document.Root!;
        var view = View(root);
        // A drawing whose all stands in one group has its layers in that.
        var top = root;
        while (
            top.Elements(Svg + "g").ToList() is [var only]
            && !top.Elements().Any(e => e.Name != Svg + "g" && Shapes.Contains(e.Name.LocalName))
            && only.Elements(Svg + "g").Any()
        )
            top = only;
        var layers = new List<DrawingLayer>();
        foreach (var group in top.Elements(Svg + "g"))
        {
            var name = NameOf(group);
            if (name.Length == 0)
                continue;
            var key = group.Attribute("id")?.Value ?? name;
            if (_layers.TryAdd(key, group))
                layers.Add(new(key, name));
        }

        var elements = new List<DrawingElement>();
        foreach (var (i, child) in root.Elements().Index())
            Walk(child, Matrix.None, $"{i}", "", elements);
        return new(view, layers, elements);
    }

    private static string NameOf(XElement element) =>
        (
            element.Attribute(Inkscape + "label")?.Value
            ?? element.Element(Svg + "title")?.Value
            ?? element.Attribute("id")?.Value
            ?? ""
        ).Trim();

    private static Box View(XElement root)
    {
        var numbers = Numbers(root.Attribute("viewBox")?.Value ?? "");
        if (numbers is [var x, var y, var width, var height] && width > 0 && height > 0)
            return new(x, y, width, height);
        double Length(string name, double usual) =>
            Numbers(root.Attribute(name)?.Value ?? "") is [var length, ..] && length > 0 ? length : usual;
        return new(0, 0, Length("width", 300), Length("height", 150));
    }

    private static void Walk(XElement element, Matrix outer, string path, string group, List<DrawingElement> elements)
    {
        var kind = element.Name.LocalName;
        if (
            elements.Count >= MostElements
            || kind is "defs" or "symbol" or "marker" or "pattern" or "clipPath" or "mask"
        )
            return;
        var matrix = outer.Then(Matrix.Of(element.Attribute("transform")?.Value));
        if (kind is "g" or "svg" or "switch")
        {
            foreach (var (i, child) in element.Elements().Index())
                Walk(child, matrix, $"{path}/{i}", NameOf(element) is { Length: > 0 } named ? named : group, elements);
            return;
        }

        if (!Shapes.Contains(kind))
            return;
        var points = SvgShape.PointsOf(element).Select(matrix.Apply).ToList();
        if (points.Count == 0)
            return;
        var (left, top) = (points.Min(p => p.X), points.Min(p => p.Y));
        var box = new Box(left, top, points.Max(p => p.X) - left, points.Max(p => p.Y) - top);
        var words =
            kind == "text"
                ? string.Join(' ', element.Value.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries))
                : "";
        var id = element.Attribute("id")?.Value;
        var shape = new StringBuilder(kind).Append(':').Append(words);
        foreach (var p in points.Take(200))
            shape.Append(CultureInfo.InvariantCulture, $" {p.X - left:0.#},{p.Y - top:0.#}");
        elements.Add(
            new(
                id ?? path,
                id is not null,
                words.Length > 0 ? words
                    : NameOf(element) is { Length: > 0 } own ? own
                    : group,
                Print(shape.ToString()),
                box
            )
        );
    }

    /// <summary>A short print of what something looks like: drawings have many thousands of them.</summary>
    private static string Print(string shape) =>
        Convert.ToBase64String(SHA256.HashData(Encoding.UTF8.GetBytes(shape)).AsSpan(0, 15));

    internal static List<double> Numbers(string text) =>
        [
            .. Number()
                .Matches(text)
                .Select(m => double.TryParse(m.Value, CultureInfo.InvariantCulture, out var n) ? n : 0),
        ];

    [GeneratedRegex(@"[-+]?(?:[0-9]+\.?[0-9]*|\.[0-9]+)(?:[eE][-+]?[0-9]+)?")]
    private static partial Regex Number();

    [GeneratedRegex(
        @"@import[^;]*;?|url\(\s*['""]?(?!\s*['""]?#)[^)]*\)|javascript:|expression\(",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex FromElsewhere();

    [GeneratedRegex("^data:image/(png|jpeg|gif|webp);base64,", RegexOptions.IgnoreCase)]
    private static partial Regex PictureWithin();
}

/// <summary>A transform of the plane (CSS Transforms 1): x' = ax + cy + e, y' = bx + dy + f.</summary>
internal readonly partial record struct Matrix(double A, double B, double C, double D, double E, double F)
{
    public static readonly Matrix None = new(1, 0, 0, 1, 0, 0);

    public (double X, double Y) Apply((double X, double Y) p) => (A * p.X + C * p.Y + E, B * p.X + D * p.Y + F);

    public Matrix Then(Matrix inner) =>
        new(
            A * inner.A + C * inner.B,
            B * inner.A + D * inner.B,
            A * inner.C + C * inner.D,
            B * inner.C + D * inner.D,
            A * inner.E + C * inner.F + E,
            B * inner.E + D * inner.F + F
        );

    public static Matrix Of(string? transform)
    {
        var all = None;
        foreach (Match step in Step().Matches(transform ?? ""))
        {
            var n = SvgDrawing.Numbers(step.Groups["of"].Value);
            double At(int i, double usual = 0) => i < n.Count ? n[i] : usual;
            var (sin, cos) = Math.SinCos(At(0) * Math.PI / 180);
            all = all.Then(
                step.Groups["name"].Value switch
                {
                    "translate" => new(1, 0, 0, 1, At(0), At(1)),
                    "scale" => new(At(0, 1), 0, 0, At(1, At(0, 1)), 0, 0),
                    "rotate" => new Matrix(1, 0, 0, 1, At(1), At(2))
                        .Then(new(cos, sin, -sin, cos, 0, 0))
                        .Then(new(1, 0, 0, 1, -At(1), -At(2))),
                    "skewX" => new(1, 0, Math.Tan(At(0) * Math.PI / 180), 1, 0, 0),
                    "skewY" => new(1, Math.Tan(At(0) * Math.PI / 180), 0, 1, 0, 0),
                    "matrix" when n.Count == 6 => new(n[0], n[1], n[2], n[3], n[4], n[5]),
                    _ => None,
                }
            );
        }

        return all;
    }

    [GeneratedRegex(@"(?<name>[a-zA-Z]+)\s*\((?<of>[^)]*)\)")]
    private static partial Regex Step();
}
