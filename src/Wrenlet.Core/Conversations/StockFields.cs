using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Wrenlet.Core.Conversations;

/// <summary>Fields in braces that stock replies may hold.</summary>
public static partial class StockFields
{
    /// <summary>All fields, as they are written between the braces.</summary>
    public static readonly ImmutableArray<string> All =
    [
        "party",
        "party first name",
        "docket",
        "subject",
        "launch",
        "handover",
        "my name",
        "my first name",
        "firm",
    ];

    /// <summary>What stands in braces and is no field, with its braces.</summary>
    public static IReadOnlyList<string> Unknown(string text) =>
        [
            .. Form()
                .Matches(text)
                .Select(m => m.Value)
                .Where(v => !All.Contains(Name(v), StringComparer.OrdinalIgnoreCase))
                .Distinct(),
        ];

    /// <summary>The fields that still stand in a text, with their braces: it is not ready to be sent.</summary>
    public static IReadOnlyList<string> Unfilled(string text) =>
        [
            .. Form()
                .Matches(text)
                .Select(m => m.Value)
                .Where(v => All.Contains(Name(v), StringComparer.OrdinalIgnoreCase))
                .Distinct(),
        ];

    /// <summary>Fills what is known; a field without a value stays as it is and is named.</summary>
    /// <param name="text">Text with fields.</param>
    /// <param name="values">Values by field; null or missing where nothing is known.</param>
    public static (string Text, IReadOnlyList<string> Unfilled) Fill(
        string text,
        IReadOnlyDictionary<string, string?> values
    )
    {
        var filled = Form()
            .Replace(
                text,
                m => values.TryGetValue(Name(m.Value), out var value) && !string.IsNullOrEmpty(value) ? value : m.Value
            );
        return (filled, Unfilled(filled));
    }

    private static string Name(string braced) => Spaces().Replace(braced[1..^1].Trim(), " ");

    [GeneratedRegex(@"\{[A-Za-z][A-Za-z ]{0,30}\}")]
    private static partial Regex Form();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();
}
