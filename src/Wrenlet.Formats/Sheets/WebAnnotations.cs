using System.Globalization;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Wrenlet.Core.Sheets.Anchors;

namespace Wrenlet.Formats.Sheets;

/// <summary>Something that was said about a place.</summary>
/// <param name="By">Who said it.</param>
/// <param name="Markdown">Whether it is Markdown; else plain text.</param>
public sealed record AnnotationBody(string By, DateTimeOffset At, string Text, bool Markdown);

/// <summary>A place, and what is said about it.</summary>
/// <param name="Source">The sheet.</param>
/// <param name="Revision">The revision in which the place was chosen.</param>
/// <param name="With">With whom it is said; null for inside.</param>
/// <param name="State">open, assigned or settled.</param>
public sealed record Annotation(
    Guid Id,
    Guid Source,
    int Revision,
    Anchor Anchor,
    string? With,
    string State,
    IReadOnlyList<AnnotationBody> Bodies
);

/// <summary>
/// Annotations as JSON-LD by the W3C Web Annotation Data Model (2017): an annotation page whose selectors are a text's
/// quotation and position, a table's cells (RFC 7111), or a picture's region (Media Fragments 1.0). What that model has no
/// word for stands under a prefix of its own.
/// </summary>
public static partial class WebAnnotations
{
    private const string Context = "http://www.w3.org/ns/anno.jsonld";
    private const string OfTables = "http://tools.ietf.org/rfc/rfc7111";
    private const string OfRegions = "http://www.w3.org/TR/media-frags/";
    private const string OfElements = "http://www.w3.org/TR/SVG/";

    private static readonly JsonSerializerOptions Written = new()
    {
        WriteIndented = true,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    /// <summary>Writes annotations as one page.</summary>
    public static string Write(IEnumerable<Annotation> annotations) =>
        new JsonObject
        {
            ["@context"] = new JsonArray(Context, new JsonObject { ["wrenlet"] = "urn:wrenlet:" }),
            ["type"] = "AnnotationPage",
            ["items"] = new JsonArray([.. annotations.Select(Item)]),
        }.ToJsonString(Written);

    /// <summary>Reads what <see cref="Write"/> wrote; null when it is no page of annotations.</summary>
    public static IReadOnlyList<Annotation>? Read(string text)
    {
        try
        {
            return JsonNode.Parse(text) is JsonObject page && page["items"] is JsonArray items
                ? [.. items.Select(i => Read(i!.AsObject()))]
                : null;
        }
        catch (Exception wrong)
            when (wrong is JsonException or FormatException or InvalidOperationException or NullReferenceException)
        {
            return null;
        }
    }

    private static JsonNode Item(Annotation annotation) =>
        new JsonObject
        {
            ["id"] = Urn(annotation.Id),
            ["type"] = "Annotation",
            ["motivation"] = "commenting",
            ["wrenlet:state"] = annotation.State,
            ["wrenlet:with"] = annotation.With,
            ["body"] = new JsonArray([
                .. annotation.Bodies.Select(b => new JsonObject
                {
                    ["type"] = "TextualBody",
                    ["format"] = b.Markdown ? "text/markdown" : "text/plain",
                    ["value"] = b.Text,
                    ["created"] = b.At.UtcDateTime.ToString("O", CultureInfo.InvariantCulture),
                    ["creator"] = new JsonObject { ["type"] = "Person", ["name"] = b.By },
                }),
            ]),
            ["target"] = new JsonObject
            {
                ["source"] = Urn(annotation.Source),
                ["wrenlet:revision"] = annotation.Revision,
                ["selector"] = new JsonArray([.. Selectors(annotation.Anchor)]),
            },
        };

    private static IEnumerable<JsonNode> Selectors(Anchor anchor)
    {
        static JsonObject Quote(string exact, string before, string after) =>
            new()
            {
                ["type"] = "TextQuoteSelector",
                ["exact"] = exact,
                ["prefix"] = before,
                ["suffix"] = after,
            };
        static JsonObject Fragment(string conformsTo, string value) =>
            new()
            {
                ["type"] = "FragmentSelector",
                ["conformsTo"] = conformsTo,
                ["value"] = value,
            };
        switch (anchor)
        {
            case Anchor.Words words:
                yield return Quote(words.Exact, words.Before, words.After);
                yield return new JsonObject
                {
                    ["type"] = "TextPositionSelector",
                    ["start"] = words.Start,
                    ["end"] = words.End,
                };
                break;
            case Anchor.Cells cells:
                // Rows are counted from 1 with the one that has the names, columns from 1.
                var (row, column) = (cells.Row + 2, cells.Column + 1);
                yield return Fragment(
                    OfTables,
                    $"cell={row},{column}-{row + cells.Rows - 1},{column + cells.Columns - 1}"
                );
                yield return Quote(cells.Value, cells.Key, cells.Name);
                break;
            case Anchor.Spot spot:
                yield return Fragment(
                    OfRegions,
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"page={spot.Page}&xywh={spot.X:R},{spot.Y:R},{spot.Width:R},{spot.Height:R}"
                    )
                );
                if (spot.Element is { } element)
                    yield return Fragment(OfElements, element);
                if (spot.Exact is { } exact)
                    yield return Quote(exact, "", "");
                break;
        }
    }

    private static Annotation Read(JsonObject item)
    {
        var target = item["target"]!.AsObject();
        return new(
            Uuid(item["id"]!),
            Uuid(target["source"]!),
            target["wrenlet:revision"]!.GetValue<int>(),
            AnchorOf(target["selector"]!.AsArray()),
            item["wrenlet:with"]?.GetValue<string>(),
            item["wrenlet:state"]!.GetValue<string>(),
            [
                .. item["body"]!
                    .AsArray()
                    .Select(b => new AnnotationBody(
                        b!["creator"]!["name"]!.GetValue<string>(),
                        DateTimeOffset.Parse(b["created"]!.GetValue<string>(), CultureInfo.InvariantCulture),
                        b["value"]!.GetValue<string>(),
                        b["format"]!.GetValue<string>() == "text/markdown"
                    )),
            ]
        );
    }

    private static Anchor AnchorOf(JsonArray selectors)
    {
        JsonObject? Find(string type, string? conformsTo = null) =>
            selectors
                .Select(s => s!.AsObject())
                .FirstOrDefault(s =>
                    s["type"]!.GetValue<string>() == type
                    && (conformsTo is null || s["conformsTo"]?.GetValue<string>() == conformsTo)
                );
        static string Text(JsonObject? selector, string name) => selector?[name]?.GetValue<string>() ?? "";
        var quote = Find("TextQuoteSelector");
        if (Find("TextPositionSelector") is { } position)
            return new Anchor.Words(
                position["start"]!.GetValue<int>(),
                position["end"]!.GetValue<int>(),
                Text(quote, "exact"),
                Text(quote, "prefix"),
                Text(quote, "suffix")
            );
        if (Find("FragmentSelector", OfTables) is { } cells)
        {
            var n = Number().Matches(Text(cells, "value")).Select(Whole).ToList();
            return new Anchor.Cells(
                n[0] - 2,
                n[1] - 1,
                n[2] - n[0] + 1,
                n[3] - n[1] + 1,
                Text(quote, "exact"),
                Text(quote, "prefix"),
                Text(quote, "suffix")
            );
        }

        if (Find("FragmentSelector", OfRegions) is not { } region)
            return new Anchor.Whole();
        var parts = Text(region, "value").Split('&');
        var at = parts[1]
            ["xywh=".Length..]
            .Split(',')
            .Select(p => double.Parse(p, CultureInfo.InvariantCulture))
            .ToList();
        return new Anchor.Spot(
            int.Parse(parts[0]["page=".Length..], CultureInfo.InvariantCulture),
            at[0],
            at[1],
            at[2],
            at[3],
            Find("FragmentSelector", OfElements) is { } element ? Text(element, "value") : null,
            quote is null ? null : Text(quote, "exact")
        );
    }

    private static int Whole(Match match) => int.Parse(match.Value, CultureInfo.InvariantCulture);

    private static string Urn(Guid id) => $"urn:uuid:{id}";

    private static Guid Uuid(JsonNode node) => Guid.Parse(node.GetValue<string>()["urn:uuid:".Length..]);

    [GeneratedRegex("[0-9]+")]
    private static partial Regex Number();
}
