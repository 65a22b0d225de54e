using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Wrenlet.Core.Dockets;

namespace Wrenlet.Core.Conversations;

/// <summary>Fields in braces that stock replies may hold.</summary>
public static partial class StockFields
{
    /// <summary>
    /// The fields that every firm has, as they are written between the braces; the names of its milestones and of the
    /// fields of its kinds come to them.
    /// </summary>
    public static readonly ImmutableArray<string> Always =
    [
        "party",
        "party first name",
        "docket",
        "subject",
        "my name",
        "my first name",
        "firm",
    ];

    /// <summary>All fields of a firm, each once.</summary>
    public static ImmutableArray<string> Of(Kinds kinds)
    {
        ArgumentNullException.ThrowIfNull(kinds);
        return
        [
            .. Always
                .Concat(kinds.All.SelectMany(k => k.Milestones).Select(m => m.Name))
                .Concat(kinds.All.SelectMany(k => k.Fields).Select(f => f.Name))
                .Distinct(StringComparer.OrdinalIgnoreCase),
        ];
    }

    /// <summary>What stands in braces and is no field, with its braces.</summary>
    /// <param name="text">The text.</param>
    /// <param name="all">The firm's fields.</param>
    public static IReadOnlyList<string> Unknown(string text, IEnumerable<string> all) =>
        [
            .. Form()
                .Matches(text)
                .Select(m => m.Value)
                .Where(v => !all.Contains(Name(v), StringComparer.OrdinalIgnoreCase))
                .Distinct(),
        ];

    /// <summary>The fields that still stand in a text, with their braces: it is not ready to be sent.</summary>
    /// <param name="text">The text.</param>
    /// <param name="all">The firm's fields.</param>
    public static IReadOnlyList<string> Unfilled(string text, IEnumerable<string> all) =>
        [
            .. Form()
                .Matches(text)
                .Select(m => m.Value)
                .Where(v => all.Contains(Name(v), StringComparer.OrdinalIgnoreCase))
                .Distinct(),
        ];

    /// <summary>Fills what is known; a field without a value stays as it is and is named.</summary>
    /// <param name="text">Text with fields.</param>
    /// <param name="values">Values by field; null or missing where nothing is known.</param>
    /// <param name="all">The firm's fields.</param>
    public static (string Text, IReadOnlyList<string> Unfilled) Fill(
        string text,
        IReadOnlyDictionary<string, string?> values,
        IEnumerable<string> all
    )
    {
        var filled = Form()
            .Replace(
                text,
                m => values.TryGetValue(Name(m.Value), out var value) && !string.IsNullOrEmpty(value) ? value : m.Value
            );
        return (filled, Unfilled(filled, all));
    }

    private static string Name(string braced) => Spaces().Replace(braced[1..^1].Trim(), " ");

    [GeneratedRegex(@"\{\p{L}[\p{L}\p{N} .-]{0,40}\}")]
    private static partial Regex Form();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();
}
