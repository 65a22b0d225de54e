using System.Text.RegularExpressions;
using ArchUnitNET.Domain;
using ArchUnitNET.Fluent;
using ArchUnitNET.Loader;
using ArchUnitNET.xUnitV3;
using Wrenlet.Server.Tests.World;
using static ArchUnitNET.Fluent.ArchRuleDefinition;

namespace Wrenlet.Server.Tests;

/// <summary>The layers and the ten parts depend on one another in one direction only.</summary>
public partial class ArchitectureTests
{
    private static readonly string[] Parts =
    [
        "Calendars",
        "People",
        "Dockets",
        "Conversations",
        "Tasks",
        "Asks",
        "Sheets",
        "Alerts",
        "Finding",
        "Reports",
    ];

    private static readonly Architecture Whole = new ArchLoader()
        .LoadAssemblies(
            typeof(Core.People.Sight).Assembly,
            typeof(Formats.Text.EntryText).Assembly,
            typeof(Storage.Database).Assembly,
            typeof(Settings).Assembly
        )
        .Build();

    public static TheoryData<string, string> LayersApart() =>
        new()
        {
            { "Wrenlet.Core", "Wrenlet.(Formats|Storage|Server)" },
            { "Wrenlet.Formats", "Wrenlet.(Storage|Server)" },
            { "Wrenlet.Storage", "Wrenlet.(Formats|Server)" },
        };

    [Theory]
    [MemberData(nameof(LayersApart))]
    public void A_layer_does_not_know_the_ones_above_it(string layer, string above) =>
        Apart($"^{Regex.Escape(layer)}(\\..*)?$", $"^{above}(\\..*)?$");

    public static TheoryData<string, string, string> PartsApart()
    {
        var data = new TheoryData<string, string, string>();
        foreach (var layer in new[] { "Core", "Storage" })
            for (var lower = 0; lower < Parts.Length; lower++)
            for (var higher = lower + 1; higher < Parts.Length; higher++)
                if (Has(layer, Parts[lower]) && Has(layer, Parts[higher]))
                    data.Add(layer, Parts[lower], Parts[higher]);
        return data;
    }

    [Theory]
    [MemberData(nameof(PartsApart))]
    public void A_part_does_not_know_the_ones_to_its_right(string layer, string part, string right) =>
        Apart($"^Wrenlet\\.{layer}\\.{part}(\\..*)?$", $"^Wrenlet\\.{layer}\\.{right}(\\..*)?$");

    [Fact]
    public void The_core_references_nothing_but_NodaTime()
    {
        var allowed = new[] { "NodaTime", "System", "netstandard" };
        typeof(Core.People.Sight)
            .Assembly.GetReferencedAssemblies()
            .ShouldAllBe(a => allowed.Any(n => a.Name!.StartsWith(n, StringComparison.Ordinal)));
    }

    [Fact]
    public void The_core_does_no_input_and_reads_no_clock()
    {
        var source = string.Concat(
            Directory
                .EnumerateFiles(Path.Combine(Repository.Root, "src/Wrenlet.Core"), "*.cs", SearchOption.AllDirectories)
                .Where(f => !f.Contains("/obj/", StringComparison.Ordinal))
                .Select(File.ReadAllText)
        );
        Forbidden().Matches(source).Select(m => m.Value).ShouldBeEmpty();
    }

    private static bool Has(string layer, string part) =>
        Whole.Types.Any(t => t.FullName.StartsWith($"Wrenlet.{layer}.{part}.", StringComparison.Ordinal));

    private static void Apart(string from, string to) =>
        Types()
            .That()
            .ResideInNamespaceMatching(from)
            .Should()
            .NotDependOnAny(Types().That().ResideInNamespaceMatching(to))
            .WithoutRequiringPositiveResults()
            .Check(Whole);

    [GeneratedRegex(@"DateTime\.(UtcNow|Now)|SystemClock|File\.|HttpClient|Console\.|System\.Text\.Json|Sqlite")]
    private static partial Regex Forbidden();
}
