using System.Text.RegularExpressions;
using System.Xml.Linq;

namespace Wrenlet.Formats.Sheets;

/// <summary>
/// Points that hold a shape of an SVG between them (SVG 2, chapters 9 and 10). Of curves the points that draw them are
/// taken: the shape is within.
/// </summary>
internal static partial class SvgShape
{
    private const double UsualSize = 16;

    /// <summary>Its points, before any transform; none for what has no extent.</summary>
    public static IEnumerable<(double X, double Y)> PointsOf(XElement element)
    {
        double Of(string name, double usual = 0) =>
            SvgDrawing.Numbers(element.Attribute(name)?.Value ?? "") is [var n, ..] ? n : usual;
        switch (element.Name.LocalName)
        {
            case "rect" or "image" or "use":
                return Corners(Of("x"), Of("y"), Of("width"), Of("height"));
            case "circle":
                var r = Of("r");
                return Corners(Of("cx") - r, Of("cy") - r, 2 * r, 2 * r);
            case "ellipse":
                return Corners(Of("cx") - Of("rx"), Of("cy") - Of("ry"), 2 * Of("rx"), 2 * Of("ry"));
            case "line":
                return [(Of("x1"), Of("y1")), (Of("x2"), Of("y2"))];
            case "polyline" or "polygon":
                return Pairs(SvgDrawing.Numbers(element.Attribute("points")?.Value ?? ""));
            case "text":
                var size = Inherited(element, "font-size", UsualSize);
                var length = element.Value.Trim().Length * size * 0.55;
                var start = (element.Attribute("text-anchor")?.Value ?? "start") switch
                {
                    "middle" => length / 2,
                    "end" => length,
                    _ => 0,
                };
                return Corners(Of("x") + Of("dx") - start, Of("y") + Of("dy") - size, length, size * 1.2);
            case "path":
                return PathPoints(element.Attribute("d")?.Value ?? "");
            default:
                return [];
        }
    }

    private static double Inherited(XElement element, string name, double usual) =>
        element
            .AncestorsAndSelf()
            .Select(e => SvgDrawing.Numbers(e.Attribute(name)?.Value ?? ""))
            .FirstOrDefault(n => n.Count > 0)
            is [var found, ..]
            ? found
            : usual;

    private static (double, double)[] Corners(double x, double y, double width, double height) =>
        [(x, y), (x + width, y + height)];

    private static IEnumerable<(double, double)> Pairs(List<double> numbers)
    {
        for (var i = 0; i + 1 < numbers.Count; i += 2)
            yield return (numbers[i], numbers[i + 1]);
    }

    private static List<(double X, double Y)> PathPoints(string data)
    {
        var points = new List<(double X, double Y)>();
        var (x, y, startX, startY) = (0.0, 0.0, 0.0, 0.0);
        foreach (Match step in Step().Matches(data))
        {
            var command = step.Groups["command"].Value[0];
            var relative = char.IsLower(command);
            var n = command is 'a' or 'A'
                ? ArcNumbers(step.Groups["of"].Value)
                : SvgDrawing.Numbers(step.Groups["of"].Value);
            var (baseX, baseY) = (0.0, 0.0);
            void From() => (baseX, baseY) = relative ? (x, y) : (0, 0);
            void To(double px, double py)
            {
                (x, y) = (px, py);
                points.Add((x, y));
            }

            switch (char.ToUpperInvariant(command))
            {
                case 'Z':
                    (x, y) = (startX, startY);
                    break;
                case 'H':
                    foreach (var to in n)
                    {
                        From();
                        To(baseX + to, y);
                    }

                    break;
                case 'V':
                    foreach (var to in n)
                    {
                        From();
                        To(x, baseY + to);
                    }

                    break;
                case 'A':
                    for (var i = 0; i + 6 < n.Count; i += 7)
                    {
                        From();
                        To(baseX + n[i + 5], baseY + n[i + 6]);
                    }

                    break;
                default:
                    var each = char.ToUpperInvariant(command) switch
                    {
                        'C' => 6,
                        'S' or 'Q' => 4,
                        _ => 2,
                    };
                    for (var i = 0; i + each <= n.Count; i += each)
                    {
                        From();
                        for (var k = 0; k < each - 2; k += 2)
                            points.Add((baseX + n[i + k], baseY + n[i + k + 1]));
                        To(baseX + n[i + each - 2], baseY + n[i + each - 1]);
                        if (char.ToUpperInvariant(command) == 'M' && i == 0)
                            (startX, startY) = (x, y);
                    }

                    break;
            }
        }

        return points;
    }

    /// <summary>Numbers of arcs, whose flags may stand without anything between.</summary>
    private static List<double> ArcNumbers(string text)
    {
        var numbers = new List<double>();
        var at = 0;
        while (at < text.Length)
        {
            var flag = numbers.Count % 7 is 3 or 4;
            var match = flag ? Flag().Match(text, at) : Length().Match(text, at);
            if (!match.Success)
                break;
            numbers.Add(SvgDrawing.Numbers(match.Value)[0]);
            at = match.Index + match.Length;
        }

        return numbers;
    }

    [GeneratedRegex(@"(?<command>[MmLlHhVvCcSsQqTtAaZz])(?<of>[^MmLlHhVvCcSsQqTtAaZz]*)")]
    private static partial Regex Step();

    [GeneratedRegex("[01]")]
    private static partial Regex Flag();

    [GeneratedRegex(@"[-+]?(?:[0-9]+\.?[0-9]*|\.[0-9]+)(?:[eE][-+]?[0-9]+)?")]
    private static partial Regex Length();
}
