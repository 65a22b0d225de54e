using System.Collections.Immutable;
using System.Text.Json;
using NodaTime;
using Wrenlet.Core.Calendars;

namespace Wrenlet.Server.Accounts;

/// <summary>A kind of docket of a starting set.</summary>
/// <param name="Stages">In order: the name, and behind a bar what customers read, if they read it.</param>
/// <param name="Milestone">Its milestone, and behind a bar the stage it is the entry of; null for none.</param>
public sealed record SetKind(
    string Name,
    string Many,
    string Letters,
    bool WithParty,
    bool FromTalk,
    IReadOnlyList<string> Stages,
    IReadOnlyList<string> Fields,
    string? Milestone = null
);

/// <summary>A queue of a starting set.</summary>
/// <param name="First">Goal for the first reply, in working minutes.</param>
/// <param name="Later">Goal for later ones.</param>
public sealed record SetQueue(string Name, int First, int Later);

/// <summary>A stock reply of a starting set.</summary>
public sealed record SetText(string Name, string Body);

/// <summary>A task of a template of a starting set.</summary>
/// <param name="Days">Working days from when the template is used until it is due.</param>
/// <param name="Minutes">What it is thought to take.</param>
/// <param name="Gate">The stage that waits for it; null for none.</param>
public sealed record SetTask(string Title, int Days, int Minutes, string? Gate = null);

/// <summary>A template of a starting set.</summary>
public sealed record SetTemplate(string Name, string Kind, string About, IReadOnlyList<SetTask> Tasks);

/// <summary>What a firm of some sort can begin with; all of it is its own from then on.</summary>
public sealed record StartingSet(
    string Key,
    string Name,
    string About,
    IReadOnlyList<SetKind> Kinds,
    IReadOnlyList<SetQueue> Queues,
    IReadOnlyList<SetText> Texts,
    IReadOnlyList<SetTemplate> Templates
);

/// <summary>The starting sets and the holidays of countries, which ship as data.</summary>
internal static class StartingData
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);
    private static readonly Lazy<ImmutableArray<StartingSet>> Read = new(() => [.. Load<StartingSet[]>("sets.json")]);
    private static readonly Lazy<ImmutableDictionary<string, ImmutableArray<HolidayRule>>> Rules = new(() =>
        Load<Dictionary<string, string[]>>("holidays.json")
            .ToImmutableDictionary(c => c.Key, c => c.Value.Select(HolidayRule.Parse).ToImmutableArray())
    );

    /// <summary>The sets in the order in which they are offered.</summary>
    public static ImmutableArray<StartingSet> Sets => Read.Value;

    /// <summary>Countries whose holidays are known, by their two letters.</summary>
    public static IEnumerable<string> Countries => Rules.Value.Keys.Order(StringComparer.Ordinal);

    /// <summary>A country's holidays in the given years; none where they are not known.</summary>
    public static IEnumerable<(LocalDate Date, string Name)> Holidays(string country, IEnumerable<int> years) =>
        Rules.Value.TryGetValue(country.ToUpperInvariant(), out var rules)
            ? years.SelectMany(year => HolidayRule.Of(rules, year))
            : [];

    private static T Load<T>(string name)
    {
        using var stream = typeof(StartingData).Assembly.GetManifestResourceStream(name)!;
        return JsonSerializer.Deserialize<T>(stream, Json)!;
    }
}
