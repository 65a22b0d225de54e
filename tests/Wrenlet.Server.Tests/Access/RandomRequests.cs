using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Wrenlet.Server.Tests.Access;

/// <summary>A request made up at random.</summary>
/// <param name="Template">The path as the API document has it.</param>
/// <param name="Body">JSON; null for none.</param>
/// <param name="IfMatch">The header; null for none.</param>
public sealed record RandomRequest(string Method, string Template, string Path, string? Body, string? IfMatch)
{
    public override string ToString() =>
        $"{Method} {Path}{(IfMatch is null ? "" : $" If-Match {IfMatch}")} {(Body is { Length: > 600 } ? Body[..600] + "…" : Body)}";
}

/// <summary>
/// Makes requests over the whole API document, with values that fit, values at the edge, and values that mean harm. The
/// same seed makes the same requests.
/// </summary>
/// <param name="document">The OpenAPI document.</param>
/// <param name="seed">Where chance begins.</param>
/// <param name="known">Ids and references that there are, by which deeper code is reached.</param>
public sealed class RandomRequests(JsonElement document, int seed, IReadOnlyList<string> known)
{
    private static readonly string[] Hostile =
    [
        "",
        " ",
        "\0",
        "\ud800",
        "' OR 1=1 --",
        "<script>alert(1)</script>",
        "../../etc/passwd",
        "\"*\" NEAR(",
        "%00%ff",
        "‮abc",
        "#J-1",
        "@Ines",
        "[x](javascript:alert(1))",
        "FREQ=DAILY;INTERVAL=1000;BYMONTH=2;BYMONTHDAY=31",
        "9999-12-31",
        "0001-01-01T00:00:00Z",
        "9999-12-31T23:59:59Z",
        "24:00",
        "99:99",
        "-1",
        "1e400",
        "NaN",
    ];

    private static readonly string[] Matches =
    [
        "\"1\"",
        "\"2\"",
        "*",
        "1",
        "\"99999999999999999999\"",
        "\"-1\"",
        "",
        "W/\"1\"",
    ];
    private readonly Random _chance = new(seed);
    private readonly List<(string Method, string Path, JsonElement Operation)> _operations =
    [
        .. document
            .GetProperty("paths")
            .EnumerateObject()
            .SelectMany(p => p.Value.EnumerateObject().Select(o => (o.Name.ToUpperInvariant(), p.Name, o.Value))),
    ];

    /// <summary>The requests, without end; each operation comes as often as the others.</summary>
    public IEnumerable<RandomRequest> All()
    {
        for (var i = 0; ; i++)
        {
            var (method, template, operation) = _operations[i % _operations.Count];
            var path = template;
            var query = new List<string>();
            foreach (var parameter in Parameters(operation))
            {
                var name = parameter.GetProperty("name").GetString()!;
                var value = Text(parameter.GetProperty("schema"));
                if (parameter.GetProperty("in").GetString() == "path")
                    path = path.Replace($"{{{name}}}", Escaped(value), StringComparison.Ordinal);
                else if (parameter.GetProperty("in").GetString() == "query" && Chance(0.7))
                    query.Add($"{name}={Escaped(value)}");
            }

            if (query.Count > 0)
                path += "?" + string.Join('&', query);
            yield return new(method, template, path, Body(operation), Chance(0.5) ? Pick(Matches) : null);
        }
    }

    private static IEnumerable<JsonElement> Parameters(JsonElement operation) =>
        operation.TryGetProperty("parameters", out var parameters) ? parameters.EnumerateArray() : [];

    private static string Escaped(string value)
    {
        // A lone surrogate cannot be sent in an address, and the server itself takes none with U+0000.
        var escaped = Uri.EscapeDataString(value.Replace('\ud800', '?').Replace('\0', '?'));
        return escaped is "." or ".." or "" ? "%20" : escaped;
    }

    private string? Body(JsonElement operation)
    {
        if (
            !operation.TryGetProperty("requestBody", out var body)
            || !body.GetProperty("content").TryGetProperty("application/json", out var content)
        )
            return null;
        if (Chance(0.04))
            return Pick(["", "{", "null", "[]", "1", "\"x\"", "{\"a\":", new string('[', 3000)]);
        return Value(content.GetProperty("schema"), 0)?.ToJsonString() ?? "null";
    }

    private string Text(JsonElement schema)
    {
        var value = Value(schema, 0);
        return value switch
        {
            null => "",
            JsonValue v when v.TryGetValue<string>(out var text) => text,
            _ => value.ToJsonString(),
        };
    }

    private JsonNode? Value(JsonElement schema, int depth)
    {
        if (schema.ValueKind is not JsonValueKind.Object || depth > 6)
            return null;
        if (schema.TryGetProperty("$ref", out var reference))
            return Value(
                document
                    .GetProperty("components")
                    .GetProperty("schemas")
                    .GetProperty(reference.GetString()!.Split('/')[^1]),
                depth
            );
        foreach (var choice in new[] { "oneOf", "anyOf" })
            if (schema.TryGetProperty(choice, out var choices))
                return Value(Pick([.. choices.EnumerateArray()]), depth);
        if (Chance(0.05))
            return null;
        if (Chance(0.06))
            return Odd();
        if (schema.TryGetProperty("enum", out var among))
            return JsonNode.Parse(Pick([.. among.EnumerateArray()]).GetRawText());
        return TypeOf(schema) switch
        {
            "object" => Object(schema, depth),
            "array" => Array(schema, depth),
            "boolean" => Chance(0.5),
            "integer" => Whole(),
            "number" => Pick([0.0, 1, -1, 0.5, 1e300, -1e300, 99.999]),
            _ => String(schema),
        };
    }

    private string TypeOf(JsonElement schema)
    {
        if (!schema.TryGetProperty("type", out var type))
            return schema.TryGetProperty("properties", out _) ? "object" : "string";
        if (type.ValueKind is JsonValueKind.String)
            return type.GetString()!;
        return Pick([.. type.EnumerateArray().Select(t => t.GetString()!).Where(t => t != "null")]);
    }

    private JsonObject Object(JsonElement schema, int depth)
    {
        var made = new JsonObject();
        if (schema.TryGetProperty("properties", out var properties))
            foreach (var property in properties.EnumerateObject())
                if (!Chance(0.1))
                    made[property.Name] = Value(property.Value, depth + 1);
        return made;
    }

    private JsonArray Array(JsonElement schema, int depth)
    {
        var made = new JsonArray();
        var count = Chance(0.02) ? 1_200 : _chance.Next(0, 4);
        for (var i = 0; i < count && schema.TryGetProperty("items", out var items); i++)
            made.Add(Value(items, depth + (count > 10 ? 4 : 1)));
        return made;
    }

    private JsonNode Whole() =>
        Pick<JsonNode>([0, 1, 2, 7, -1, 30, 500, int.MaxValue, int.MinValue, long.MaxValue, long.MinValue]);

    private JsonNode String(JsonElement schema)
    {
        if (Chance(0.2))
            return Pick(Hostile);
        var format = schema.TryGetProperty("format", out var f) ? f.GetString() : null;
        return format switch
        {
            "uuid" => Chance(0.6) ? Pick(known) : Made(),
            "date-time" => Pick([
                "2026-04-15T09:00:00Z",
                "2026-04-14T08:00:00+01:00",
                "9998-01-01T00:00:00Z",
                "1000-01-01T00:00:00Z",
                "2026-04-15T09:00:00+14:00",
            ]),
            "date" => Pick(["2026-04-15", "9999-12-31", "0001-01-01"]),
            "time" => Pick(["08:00:00", "23:59:59", "08:00"]),
            _ => Chance(0.05) ? new string('x', _chance.Next(100, 60_000))
            : Chance(0.4) ? Pick(known)
            : Pick([
                "word",
                "J-1",
                "J-2",
                "everything",
                "note",
                "Two words",
                "open",
                "Quay",
                "high",
                "2026-04-15T10:00",
            ]),
        };
    }

    private JsonNode Odd() =>
        Pick<Func<JsonNode>>([
            () => new JsonArray((JsonNode?)null),
            () => new JsonObject(),
            () => -1,
            () => "x",
            () => true,
            () => long.MaxValue,
            () => new JsonArray(1, "a", null, new JsonObject()),
        ])();

    /// <summary>An id that there is not; the same seed makes the same.</summary>
    private string Made()
    {
        var bytes = new byte[16];
        _chance.NextBytes(bytes);
        return new Guid(bytes).ToString("D", CultureInfo.InvariantCulture);
    }

    private bool Chance(double of) => _chance.NextDouble() < of;

    private T Pick<T>(IReadOnlyList<T> among) => among[_chance.Next(among.Count)];
}
