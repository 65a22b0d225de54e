using System.ComponentModel.DataAnnotations;

namespace Wrenlet.Server.Tasks;

/// <summary>
/// Fields of a task as they are to be; all of them, as the client shows them. Those that may be left out stay as they
/// are.
/// </summary>
/// <param name="Notes">In Markdown; null to leave them as they are.</param>
/// <param name="Private">Whether it is its maker's alone; null to leave that as it is.</param>
/// <param name="SpentMinutes">Working time that has gone into it; null to leave it as it is.</param>
/// <param name="Shares">Shares of the owners in percent, in their order, null for an even one; null to leave them as
/// they are.</param>
/// <param name="Repeats">Recurrence rule (RFC 5545); empty for once; null to leave it as it is.</param>
/// <param name="Changed">Names of the fields that were changed, as they are called here: the others stay as they are by
/// now, whoever changed them. Null when all of them are to be as they are said.</param>
public sealed record TaskFields(
    [property: Required, StringLength(300, MinimumLength = 1)] string Title,
    IReadOnlyList<OwnerChoice> Owners,
    DateTimeOffset? Due,
    DateTimeOffset? Start,
    [property: Required] string Priority,
    [property: Required] string State,
    [property: Required] string Rule,
    [property: Range(1, 100_000)] int? EstimateMinutes,
    [property: StringLength(50_000)] string? Notes = null,
    bool? Private = null,
    [property: Range(0, 1_000_000)] int? SpentMinutes = null,
    [property: MaxLength(20)] IReadOnlyList<int?>? Shares = null,
    [property: StringLength(200)] string? Repeats = null,
    [property: MaxLength(20)] IReadOnlyList<string>? Changed = null
)
{
    /// <summary>Whether a field is to be as it is said here.</summary>
    internal bool Sets(string field) => Changed?.Contains(field) ?? true;

    /// <summary>What the history calls each field of <see cref="TaskFields"/>.</summary>
    private static readonly Dictionary<string, string> InHistory = new()
    {
        ["title"] = "title",
        ["owners"] = "owners",
        ["shares"] = "owners",
        ["due"] = "due",
        ["start"] = "start",
        ["priority"] = "priority",
        ["state"] = "state",
        ["rule"] = "finished by",
        ["estimateMinutes"] = "estimate",
        ["notes"] = "notes",
        ["private"] = "seen by",
        ["spentMinutes"] = "time spent",
        ["repeats"] = "repeats",
    };

    /// <summary>The history's names of fields; null when all are meant.</summary>
    internal static IReadOnlyCollection<string>? HistoryOf(IEnumerable<string>? fields) =>
        fields?.Select(f => InHistory.GetValueOrDefault(f, f)).Distinct().ToList();
}
